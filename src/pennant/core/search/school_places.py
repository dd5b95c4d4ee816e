"""Where the schools of starting bring the tiles of a wall, and a start said by the nearest of them.

A start that was found somewhere is told as a school's place, moved by as little as can be: never as
one that is moved by a whole module, or by nearly a course.
"""

import math
from collections.abc import Iterator
from itertools import product
from typing import NamedTuple

from pennant.core.document.lengths import STEP_MM, Step
from pennant.core.document.module import Module
from pennant.core.document.starts import (
    Across,
    Carried,
    EqualCuts,
    Fitted,
    Folded,
    FullCounter,
    FullLeft,
    Start,
    UpSchool,
    WholeCourses,
)
from pennant.core.document.survey import Wall
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.layout.courses import phases, shift_of
from pennant.core.layout.field import Field
from pennant.core.layout.layout import Layout, lines_of
from pennant.core.layout.start import plant_of
from pennant.core.search.priorities import base_of
from pennant.core.search.schools import acrosses_of, fitting_of, ups_of

ON_PLACE = 0.05
"""Millimetres: a start so near to a school's place stands on it."""
Place = tuple[float, float]


class SchoolPlace(NamedTuple):
    """A school across and one up, and where they bring the pennant's tile (mm)."""

    across: Across
    up: UpSchool
    x: float
    y: float


def places_across(wall: Wall, field: Field, module: Module) -> Iterator[tuple[Across, float]]:
    """Yield each school across that shaves no tile, and where its pennant's tile begins (mm)."""
    fitting = [across for across in fitting_of(wall) if not isinstance(across, Fitted)]
    for across in (*acrosses_of(wall, joined=False), *fitting):
        start = Start(across=across)
        lines = lines_of(start, field)
        if across.kind == "full-at" and not lines:
            continue
        yield across, plant_of(start, field, module, lines[0] if lines else None).x


def places_up(wall: Wall, field: Field, module: Module) -> Iterator[tuple[UpSchool, float]]:
    """Yield each school up that keeps the joints, and where its pennant's course lies (mm).

    Where courses stand on an upstand, they are measured from there and not from the counter.
    """
    on_upstand = base_of(field).foot != field.foot
    for up in ups_of(wall, joined=False):
        if not (on_upstand and isinstance(up, FullCounter | EqualCuts)):
            yield up, plant_of(Start(up=up), field, module).y


def off_place(x: float, places: list[float], step: float) -> float:
    """Return how far (mm) a start lies from the nearest of some places, a whole step apart or not.

    >>> off_place(203.5, [0.0, 100.0], 200.0)
    3.5
    """
    return min((abs((x - at + step / 2) % step - step / 2) for at in places), default=step)


def named(start: Start, wall: Wall, field: Field, layout: Layout, step: Step) -> Iterator[Start]:
    """Yield a start as schools say it that lay the very tiles of the layout, the nearest first.

    Of each first without nudges that are no more than a ``step`` of the tape, then with nudges
    rounded to it; whoever asks sees whether tiles moved by so little are as good. Starts that fit
    tiles or carry something on stay as they are, and those with a border, whose rows are not alike,
    are only put on the tape's marks.
    """
    across, up, module, bond = start.across, start.up, layout.module, layout.bond
    mm = STEP_MM[step]
    if not layout.in_courses:
        return
    if layout.border is not None:
        yield from _as_it_is(start, mm)
        return
    settled = isinstance(up, Carried | WholeCourses)
    ups: list[tuple[UpSchool, float]] = (
        [(up, layout.plant.y)] if settled else list(places_up(wall, field, module))
    )
    if isinstance(across, Folded | Fitted) or across.kind == "from-counter":
        acrosses: list[tuple[Across, float]] = [(across, layout.plant.x)]
    else:
        acrosses = list(places_across(wall, field, module))
    found = []
    for place, (way, x) in enumerate(acrosses):
        for height, (rise, y) in enumerate(ups):
            rows = round((layout.plant.y - y) / module.up)
            if rows and bond.by_rule:
                continue  # which row a stagger begins with is what it is told by
            by_up = layout.plant.y - y - rows * module.up
            shift = shift_of(-rows % phases(bond), bond, module) if rows else 0.0
            by = layout.plant.x + shift - x
            by -= round(by / module.across) * module.across
            nudges = 0.0 if abs(by) < ON_PLACE else by, 0.0 if abs(by_up) < ON_PLACE else by_up
            # A height that is as a school has it is told, and the bond's step as a move across.
            moved = sum(map(bool, nudges)), bool(nudges[1])
            cost = (*moved, round(sum(map(abs, nudges)), 1), place + height)
            found.append((cost, way, rise, nudges, rows))
    found.sort(key=lambda one: one[0])
    # Walls that carry these courses on count them from the pennant: by whole rows they would shift.
    told = [*found[:1], *[one for one in found if one[4] == 0][:1]]
    for _, way, rise, (right, higher), _ in told:
        # The school's own place where it is off by no more than a step, then on the tape's marks.
        shown_as = [*product(_marks(right, mm), _marks(higher, mm)), (right, higher)]
        for shown, floats in product(shown_as, [*_on_tape(start, mm)]):
            higher_by = up.nudge if settled else tidy(shown[1])
            yield start.model_copy(
                update={
                    **floats,
                    "across": way.model_copy(
                        update={"nudge": tidy(shown[0] + (across.nudge if way is across else 0.0))}
                    ),
                    "up": rise.model_copy(update={"nudge": higher_by}),
                }
            )
    yield from _as_it_is(start, mm)


def _as_it_is(start: Start, mm: float) -> Iterator[Start]:
    """A start by its own schools, its moves on the marks of the tape about them."""
    across, up = start.across, start.up
    for right, higher in product(_marks(across.nudge, mm), _marks(up.nudge, mm)):
        yield start.model_copy(
            update={
                "across": across.model_copy(update={"nudge": tidy(right)}),
                "up": up.model_copy(update={"nudge": tidy(higher)}),
            }
        )


def _marks(by: float, mm: float) -> list[float]:
    """A move as the tape can strike it: none where it is no more than a step, then the marks about
    it.
    """
    if by == 0:
        return [0.0]
    about = [at for at in _about(by, mm) if abs(at) > EPS]
    return [0.0, *about] if abs(by) <= mm + EPS else about


def _about(by: float, mm: float) -> list[float]:
    """The marks of the tape on either side of a place, the nearer first; the one it stands on."""
    marks = {math.floor(by / mm) * mm, math.ceil(by / mm) * mm}
    return sorted(marks, key=lambda at: abs(at - by))


def _on_tape(start: Start, mm: float) -> Iterator[dict[str, float]]:
    """Where the lines that were moved lie: on the marks of the tape about them, then as they are.

    Nothing is changed where none was moved.
    """
    sides = [side for side in ("left", "right", "top") if abs(getattr(start, side)) > EPS]
    for places in product(*(_about(getattr(start, side), mm) for side in sides)):
        yield {side: tidy(at) for side, at in zip(sides, places, strict=True)}
    if sides:
        yield {}


def plain_start(
    own: Start, field: Field, module: Module, x: float | None, y: float | None, repeats: int
) -> Start:
    """Return a start that brings the pennant's tile to a place (mm), from the left end and counter.

    None keeps what it is. Whole tiles more or less change nothing, unless a border ``repeats``.
    """
    changes: dict[str, object] = {}
    if x is not None:
        nudge = x - (field.inner.x0 - module.lock)
        if repeats == 1:
            nudge -= round(nudge / module.across) * module.across
        changes["across"] = FullLeft(nudge=tidy(nudge) if abs(nudge) > EPS else 0.0)
    if y is not None:
        changes["up"] = FullCounter(nudge=tidy(y - field.foot))
    return own.model_copy(update=changes)
