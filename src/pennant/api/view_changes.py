"""A view for who has most of it already: only what has changed is put into JSON and sent.

Each surface's plan and words carry a *tag*, which no other state of any surface has. Who asks names
the tags that it has, and gets the others in full. What is kept of a surface is kept as it goes over
the wire.

What is drawn comes first, in a line of its own; what the job takes is reckoned after that, and not
at all for who has gone by then.
"""

import json
from collections.abc import Iterator
from itertools import count
from secrets import token_hex
from typing import NamedTuple

from pydantic import BaseModel, ConfigDict

from pennant.api.beside import Beside
from pennant.api.defects import log_defect
from pennant.api.models import takes_of
from pennant.api.piece_rows import PieceRows, piece_rows
from pennant.core.cuts.tiles import Counted
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused, Problem, reckoning
from pennant.core.geometry.kept import Same, kept
from pennant.core.laying.surface_plan import SurfacePlan
from pennant.core.plan import Drawn, Plan, drawn
from pennant.core.takes.quantity import Quantity
from pennant.core.takes.suitability import Unsuited
from pennant.words.sheet import Sheet, SurfaceSheet, TakesSheet, drawn_sheet

KEPT_BYTES = 64 * 1024 * 1024
"""Of JSON: some 150,000 pieces."""
SERVER = token_hex(4)
"""Begins the tags of this run of the server, so that an earlier one's are none of its own."""
MOST_TAGS = 400
"""Surfaces that a job can have, and more."""


class SurfaceView(BaseModel):
    """The plan and the words of one surface, or its tag alone where the asker has them.

    ``plan.pieces`` is empty: they are in ``pieces``.
    """

    model_config = ConfigDict(frozen=True)

    tag: str
    plan: SurfacePlan | None = None
    pieces: PieceRows | None = None
    sheet: SurfaceSheet | None = None


class ViewChanges(BaseModel):
    """A view whose surfaces lie apart: ``plan.surfaces`` and ``sheet.surfaces`` are empty.

    So is all that the job takes, which comes in the next line.
    """

    model_config = ConfigDict(frozen=True)

    job: Job
    plan: Plan
    sheet: Sheet
    surfaces: tuple[SurfaceView, ...]


class PlanTakes(BaseModel):
    """Those parts of a plan that `drawn` leaves empty."""

    model_config = ConfigDict(frozen=True)

    quantities: tuple[Quantity, ...]
    unsuited: tuple[Unsuited, ...]
    counted: Counted


class ViewTakes(BaseModel):
    """The rest of a view: what the job takes, or why that could not be reckoned."""

    model_config = ConfigDict(frozen=True)

    plan: PlanTakes | None = None
    sheet: TakesSheet | None = None
    refused: tuple[Problem, ...] = ()


_numbers = count(1)


class _Written(NamedTuple):
    """A surface as it goes over the wire, and its tag."""

    tag: str
    text: str


def _bytes(written: _Written) -> int:
    return len(written.text)


@kept(KEPT_BYTES, _bytes)
def _written(kept_plan: Same[SurfacePlan], kept_sheet: Same[SurfaceSheet]) -> _Written:
    view = SurfaceView.model_construct(
        tag=f"{SERVER}-{next(_numbers)}",
        plan=kept_plan.it.model_copy(update={"pieces": ()}),
        pieces=piece_rows(kept_plan.it.pieces),
        sheet=kept_sheet.it,
    )
    return _Written(view.tag, view.model_dump_json())


def view_changes(job: Job, has: frozenset[str], beside: Beside) -> Iterator[str]:
    """Yield a `ViewChanges` as JSON, without the surfaces whose tags the asker ``has``; then a
    `ViewTakes`; then a `BesideView` for each paper that lies beside.

    Raise `JobRefused` where the job cannot be drawn.
    """
    drawing = drawn(job)
    yield _first(job, drawing.plan, has)
    yield _takes(job, drawing).model_dump_json()
    yield from beside.lines(job, drawing)


def _first(job: Job, planned: Plan, has: frozenset[str]) -> str:
    with reckoning("what is said of the plan"):
        shown = drawn_sheet(job, planned)
    every = [
        _written(Same(one), Same(words))
        for one, words in zip(planned.surfaces, shown.surfaces, strict=True)
    ]
    rest = ViewChanges.model_construct(
        job=job,
        plan=planned.model_copy(update={"surfaces": ()}),
        sheet=shown.model_copy(update={"surfaces": ()}),
        surfaces=(),
    )
    parts = (json.dumps({"tag": one.tag}) if one.tag in has else one.text for one in every)
    return f'{rest.model_dump_json(exclude={"surfaces"})[:-1]},"surfaces":[{",".join(parts)}]}}'


def _takes(job: Job, drawing: Drawn) -> ViewTakes:
    try:
        whole, words = takes_of(job, drawing)
    except JobRefused as error:
        log_defect("what a job takes", error)
        return ViewTakes(refused=tuple(error.problems))
    return ViewTakes.model_construct(
        plan=PlanTakes.model_construct(
            quantities=whole.quantities, unsuited=whole.unsuited, counted=whole.counted
        ),
        sheet=words,
        refused=(),
    )


def tags_in(header: str) -> frozenset[str]:
    """Return the tags that a header names, as many as count."""
    return frozenset(header.split()[:MOST_TAGS])
