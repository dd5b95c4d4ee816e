"""A job in every format that it can be taken away in, by the name of the format.

The libraries for PDF, DXF and calendars are large: each is imported where its format is written.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date
from typing import cast

from pennant.core.document.job import Job
from pennant.core.plan import Plan
from pennant.core.site.entries import Entry
from pennant.drawing.kitchen import kitchen_drawing
from pennant.files.cuts_csv import cuts_csv
from pennant.files.forms import FileForm, NotThere, Size
from pennant.files.job_json import write_job
from pennant.files.materials_csv import materials_csv
from pennant.files.notebook_csv import measures_csv
from pennant.files.papers import BOUND_PAPERS, PAPERS, Imprint, Paper, SitePapers
from pennant.files.picture_svg import picture_svg
from pennant.files.pieces_csv import days_csv, pieces_csv
from pennant.files.record_csv import record_csv
from pennant.words.cuts import cut_sheet
from pennant.words.days import days_in_words

TABLES = ("pieces", "cuts", "list", "days", "record", "measures")
"""What there is as CSV; the first where nothing is chosen."""
TYPES: dict[FileForm, str] = {
    "pdf": "application/pdf",
    "svg": "image/svg+xml",
    "dxf": "image/vnd.dxf",
    "csv": "text/csv; charset=utf-8",
    "ics": "text/calendar",
    "json": "application/json",
}


@dataclass(frozen=True)
class Wanted:
    """What is asked for: the parts of it, the day that days begin on, the sheet's size.

    ``stamp`` tells a job's events in a calendar from others', and the job's ``edition`` newer
    events from older ones. ``entries`` are those of its record,
    ``photographs`` (JPEG) are by their names.
    """

    form: FileForm
    only: tuple[str, ...] = ()
    first: date | None = None
    size: Size | None = None
    stamp: str = "job"
    imprint: Imprint = field(default_factory=Imprint)
    entries: tuple[Entry, ...] = ()
    photographs: Mapping[str, bytes] = field(default_factory=dict)
    edition: int = 0


def exported(job: Job, plan: Plan, wanted: Wanted) -> bytes:
    """Return a job in a format; raise `NotThere` for a part that the format has not, `JobRefused`
    where the days cannot be planned.
    """
    writers: dict[FileForm, Callable[[], str | bytes]] = {
        "pdf": lambda: _pdf(job, plan, wanted),
        "svg": lambda: _drawing(job, plan, wanted.only, dxf=False),
        "dxf": lambda: _drawing(job, plan, wanted.only, dxf=True),
        "csv": lambda: _table(job, plan, wanted),
        "ics": lambda: _calendar(job, plan, wanted),
        "json": lambda: write_job(job),
    }
    data = writers[wanted.form]()
    return data if isinstance(data, bytes) else data.encode("utf-8")


def parts_of(form: FileForm, plan: Plan) -> tuple[str, ...]:
    """Return the parts that can be chosen of a format."""
    surfaces = tuple(one.id for one in plan.kitchen.surfaces)
    if form == "pdf":
        return PAPERS
    if form == "csv":
        return TABLES
    if form == "svg":
        return (*surfaces, "templates")
    if form == "dxf":
        walls = tuple(f"{one.id}:elevation" for one in plan.kitchen.walls)
        return (*surfaces, *walls, "templates")
    return ()


def _chosen(form: FileForm, plan: Plan, only: Sequence[str]) -> tuple[str, ...]:
    there = parts_of(form, plan)
    for part in only:
        if part not in there:
            which = f"there are {', '.join(there)}" if there else "it is always whole"
            raise NotThere(f"there is no {part} as {form}: {which}")
    return tuple(only)


def _calendar(job: Job, plan: Plan, wanted: Wanted) -> bytes:
    from pennant.files.days_ics import days_ics

    return days_ics(job, plan, wanted.stamp, wanted.first, wanted.edition)


def _pdf(job: Job, plan: Plan, wanted: Wanted) -> bytes:
    from pennant.files.papers_pdf import papers_pdf

    only = _chosen("pdf", plan, wanted.only) or BOUND_PAPERS
    chosen = cast(tuple[Paper, ...], only)
    kept = SitePapers(wanted.entries, wanted.photographs)
    return papers_pdf(job, plan, chosen, wanted.size, wanted.imprint, kept)


def _drawing(job: Job, plan: Plan, only: Sequence[str], *, dxf: bool) -> str:
    (part, *more) = _chosen("dxf" if dxf else "svg", plan, only) or ("",)
    if more:
        raise NotThere("a drawing has one part: all walls, one surface or the templates")
    if part == "templates":
        return _templates(job, plan, dxf=dxf)
    if part.endswith(":elevation"):
        from pennant.files.drawing_dxf import elevation_dxf

        surface = plan.kitchen.surface(part.removesuffix(":elevation"))
        return elevation_dxf(surface, job.wall(surface.id).length)
    if dxf:
        from pennant.files.drawing_dxf import plan_dxf

        return plan_dxf(job, plan, part or None)
    return picture_svg(
        kitchen_drawing(job, plan, only=part or None, every=not part), true_size=True
    )


def _templates(job: Job, plan: Plan, *, dxf: bool) -> str:
    from pennant.files.drawing_dxf import templates_dxf
    from pennant.files.full_size import odd_cuts
    from pennant.files.templates_svg import templates_svg

    cuts = odd_cuts(job, plan)
    return templates_dxf(cuts) if dxf else templates_svg(cuts)


def _table(job: Job, plan: Plan, wanted: Wanted) -> str:
    (part, *more) = _chosen("csv", plan, wanted.only) or TABLES[:1]
    if more:
        raise NotThere(f"a table has one part: {', '.join(TABLES)}")
    if part == "cuts":
        return cuts_csv(cut_sheet(job, plan))
    if part == "list":
        return materials_csv(job, plan)
    if part == "measures":
        return measures_csv(job)
    if part == "record":
        return record_csv(job, plan, wanted.entries)
    if part == "days":
        return days_csv(days_in_words(job, plan, wanted.first))
    return pieces_csv(job, plan)
