"""What lies open beside the wall, answered with its view: one plan, one answer for all of it.

Who asks for a view names the papers that are looked at. Each comes in a line of its own, after what
is drawn and what the job takes; one that cannot be reckoned says why, and the others still come.
"""

from collections.abc import Callable, Iterator, Mapping
from datetime import date
from functools import cache
from typing import Any, Literal, get_args

from pydantic import BaseModel, ConfigDict

from pennant.api.defects import log_defect
from pennant.api.models import DaysPage, days_page
from pennant.api.record_entries import entries_of
from pennant.core.document.job import Job
from pennant.core.document.products import Grout
from pennant.core.document.refusal import JobRefused, Problem, reckoning
from pennant.core.document.shelf import EXAMPLES, Shelf, with_kept
from pennant.core.plan import Drawn, Plan, with_quantities
from pennant.core.search.products_tried import Holder, products_tried
from pennant.core.site.entries import Entry
from pennant.store.record import SiteRecord
from pennant.words.cuts import cut_sheet
from pennant.words.done import as_it_goes
from pennant.words.methods import Method, methods
from pennant.words.setting_out import setting_out_in_words

BesidePaper = Literal["cuts", "methods", "setting-out", "days"]


class BesideView(BaseModel):
    """One paper that lies beside the wall: its ``answer`` is that of its own route, or null."""

    model_config = ConfigDict(frozen=True)

    paper: BesidePaper
    answer: Any = None
    refused: tuple[Problem, ...] = ()


class Beside:
    """Answers papers beside a view; what they need besides the job is asked for when they are."""

    def __init__(
        self,
        papers: frozenset[BesidePaper],
        shelf: Callable[[], Shelf],
        noted: Callable[[], list[Entry]],
    ) -> None:
        """``shelf`` is of the user's own products, ``noted`` what was noted of the job on site."""
        self.papers, self.shelf, self.noted = papers, shelf, noted

    def lines(self, job: Job, drawing: Drawn) -> Iterator[str]:
        """Yield a `BesideView` as JSON for each paper, of the plan that its view is of."""
        if not self.papers:
            return

        @cache
        def planned() -> Plan:
            return with_quantities(job, drawing, "fewest")

        answers: Mapping[BesidePaper, Callable[[], Any]] = {
            "setting-out": lambda: list(setting_out_in_words(job, drawing.plan)),
            "cuts": lambda: cut_sheet(job, planned()),
            "methods": lambda: side_by_side(job, self.shelf()),
            "days": lambda: days_today(job, planned(), self.noted()),
        }
        for paper, answer in answers.items():
            if paper not in self.papers:
                continue
            try:
                with reckoning(f"the {paper}"):
                    view = BesideView(paper=paper, answer=answer())
            except JobRefused as error:
                log_defect(f"the {paper} of a job", error)
                view = BesideView(paper=paper, refused=tuple(error.problems))
            yield view.model_dump_json()


def days_today(job: Job, planned: Plan, noted: list[Entry]) -> DaysPage:
    """Return the days of a job as they are today, by what was noted of it on site."""
    return days_page(as_it_goes(job, planned, noted), date.today(), planned)


def noted_of(site: SiteRecord, record_of: str | None) -> list[Entry]:
    """Return what was noted of a kept job on site; nothing where none is named."""
    return [] if record_of is None else entries_of(site.entries(record_of))


def side_by_side(job: Job, own: Shelf) -> list[Method]:
    """Return the shelf's adhesives, mats and grouts side by side for a job."""
    shelf = with_kept(EXAMPLES, own)
    every: tuple[Holder | Grout, ...] = (
        *shelf.of("adhesive"),
        *shelf.of("mat"),
        *shelf.of("grout"),
    )
    return list(methods(products_tried(job, every)))


def papers_in(header: str) -> frozenset[BesidePaper]:
    """Return the papers that a header names; others that it names are none of these."""
    return frozenset(one for one in get_args(BesidePaper) if one in header.split())
