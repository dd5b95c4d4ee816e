"""Sheets of chips in words: how each lies, what is cut of it, and at which levels they stand."""

from collections.abc import Iterable, Iterator, Mapping
from typing import Any, NamedTuple

from pennant.core.cuts.sheets import (
    LaidSheet,
    SheetPlan,
    SheetShape,
    chips_of_a_sheet,
    saws_through,
    sheet_plan,
    sheet_shapes,
    sheets_of,
)
from pennant.core.document.job import Job
from pennant.core.document.lengths import STEP_MM, show_with_unit
from pennant.core.document.pattern import Courses, Pattern
from pennant.core.document.tiles import LaidTile, tiles_of
from pennant.core.document.values import Value
from pennant.core.geometry.clip import Ring
from pennant.core.geometry.rect import Rect
from pennant.core.layout.lattice_of import lattice_of
from pennant.core.layout.pieces import Piece
from pennant.core.plan import Plan
from pennant.core.survey.placed import Kitchen, Surface
from pennant.words.counts import counted
from pennant.words.names import Names


class SheetPlace(Value):
    """Where a sheet lies on a wall, for the drawing; half a joint all round it."""

    id: str
    room: tuple[float, float, float, float]
    whole: bool


class PartText(Value):
    """A sheet that is not set as it comes. ``pieces`` are its chips, whole and cut."""

    id: str
    where: str
    says: str
    taken_from: str
    pieces: tuple[str, ...]


Rings = tuple[tuple[tuple[float, float], ...], ...]


class SheetPicture(Value):
    """How sheets lie at one place: the outline of each chip (mm, y up) in a room of some size.

    A ``wrong`` one shows what must not be. ``fold`` is where two walls meet, mm from the left.
    """

    name: str
    width: float
    height: float
    chips: Rings
    colour: str
    wrong: bool = False
    fold: float | None = None


class SheetsText(Value):
    """The sheets of one of the job's tiles."""

    of: str
    pictures: tuple[SheetPicture, ...]
    in_short: str
    lies: tuple[str, ...]
    levels: tuple[str, ...]
    parts: tuple[PartText, ...]


def sheet_places(job: Job, pieces: tuple[Piece, ...]) -> tuple[SheetPlace, ...]:
    """Return where the sheets of one surface lie."""
    return tuple(
        SheetPlace(id=one.id, room=tuple(one.room), whole=one.kind == "whole")
        for of in tiles_of(job)
        for one in sheets_of(job, pieces, of)
    )


def sheets_in_words(job: Job, planned: Plan) -> Iterator[SheetsText]:
    """Yield, for each of the job's tiles that comes on sheets, how they are laid and cut."""
    for of, laid in tiles_of(job).items():
        _, tile, pattern = laid
        plan = sheet_plan(job, planned.pieces, of)
        if plan is None or tile.sheet is None:
            continue
        lattice = lattice_of(tile, pattern)
        assert lattice is not None
        shapes = sheet_shapes(plan, planned.pieces, lattice)
        yield SheetsText(
            of=of,
            in_short=_in_short(job, plan),
            pictures=tuple(_pictures(job, planned, laid, plan)),
            lies=tuple(_lies(pattern, tile.sheet.backing, walls=len(job.walls))),
            levels=tuple(_levels(job, planned.kitchen, plan, shapes)),
            parts=tuple(_parts(job, planned.kitchen, plan, shapes)),
        )


def _in_short(job: Job, plan: SheetPlan) -> str:
    size = plan.size
    width, height = (show_with_unit(one, job.step) for one in (size.width, size.height))
    taken = [f"{plan.whole} whole"] if plan.whole else []
    parts = [one for one in plan.laid if one.kind == "part" and not one.kept.empty()]
    if parts:
        taken.append(f"{counted(len(parts), 'part')} from {plan.for_parts}")
    says = (
        f"Sheets of {size.chips} chips, {width} × {height} with a joint. {plan.taken} are taken: "
        f"{', '.join(taken) or 'for chips alone'}"
    )
    if plan.singles:
        says += f"; {counted(plan.singles, 'chip')} cut one by one"
        says += f", {plan.left_over} off what is left of those" if plan.left_over else ""
    if plan.more:
        says += f", the others off {plan.more} more" if plan.left_over else f" off {plan.more} more"
    return f"{says}. No plan can do with fewer than {plan.bound}"


ONE_WAY_UP = ("herringbone", "scallop", "diagonal")
"""Patterns whose sheets show at their edges which way up they lie."""


def _pictures(job: Job, planned: Plan, laid: LaidTile, plan: SheetPlan) -> Iterator[SheetPicture]:
    """A sheet as it lies; where its edges show which way up it is, also beside one that was turned
    round, at every end and round every corner.
    """
    _, tile, pattern = laid
    wide, high = plan.size.width, plan.size.height
    chips = chips_of_a_sheet(tile, pattern)

    def picture(name: str, rings: Iterable[Ring], width: float, **more: Any) -> SheetPicture:
        rounded = tuple(tuple((round(x, 2), round(y, 2)) for x, y in ring) for ring in rings)
        return SheetPicture(
            name=name, width=width, height=high, chips=rounded, colour=tile.colour, **more
        )

    yield picture("A sheet, its top up", chips, wide)
    if pattern.kind not in ONE_WAY_UP:
        return
    turned = [tuple((2 * wide - x, high - y) for x, y in ring) for ring in chips]
    yield picture("The right one turned round", [*chips, *turned], 2 * wide, wrong=True)
    walls = [
        surface
        for surface in planned.kitchen.walls
        if any(one.surface == surface.id for one in plan.laid)
    ]
    for wall in walls:
        at_left = wall.left in JOINED
        if not at_left:
            yield picture(f"{wall.name}, left end", _near(planned, wall, laid.of, wide, high), wide)
        after = next((one for one in walls if at_right(job, wall, one)), None)
        own = _near(planned, wall, laid.of, wide, high, right=True)
        if after is None:
            yield picture(f"{wall.name}, right end", own, wide)
            continue
        beside = _near(planned, after, laid.of, wide, high)
        moved = [tuple((x + wide, y) for x, y in ring) for ring in beside]
        yield picture(f"{wall.name} to {after.name}", [*own, *moved], 2 * wide, fold=wide)


JOINED = ("lapped", "met", "laps", "folded")
"""Ends at which two walls meet."""


def at_right(job: Job, wall: Surface, other: Surface) -> bool:
    """Whether another wall joins on to a wall's right end."""
    ids = [one.id for one in job.walls]
    return wall.right in JOINED and ids.index(other.id) == ids.index(wall.id) + 1


def _near(
    planned: Plan, wall: Surface, of: str, wide: float, high: float, *, right: bool = False
) -> Iterator[Ring]:
    """The chips beside one end of a wall, as far as a sheet reaches, over the counter."""
    plan = planned.surface(wall.id)
    x0, y0, x1, _ = plan.field
    left = x1 - wide if right else x0
    room = Rect(left, y0, left + wide, y0 + high)
    for piece in plan.pieces:
        if piece.of == of and piece.box.overlaps(room):
            yield tuple((x - left, y - y0) for x, y in piece.outline[0])


def _lies(pattern: Pattern, backing: str, walls: int) -> Iterator[str]:
    """How every sheet must lie: what is seen only afterwards."""
    if backing == "paper":
        yield "The paper is on the face: wet it and draw it off when the bed holds, then true up"
    if pattern.kind in ONE_WAY_UP:
        yield (
            "Mark the top of every sheet on its back with the same arrow. Turned round, its zigzag "
            "goes down where the next one's goes up; lay it dry against its neighbour first"
        )
    else:
        yield "Lay every sheet the same way up, as it came: the rows at its sides must go on"
    if walls > 1:
        yield (
            "Work one way round the room; where the ends must meet, put the join behind the tap, "
            "under the hood or in a corner"
        )
    yield (
        "The gap between sheets is the joint inside them. Press with a float; where adhesive comes "
        "through the joints, lift the sheet and spread thinner"
    )


def _levels(
    job: Job, kitchen: Kitchen, plan: SheetPlan, shapes: Mapping[str, SheetShape]
) -> Iterator[str]:
    """For the laser: where the tips of each course of sheets stand over the counter, and its
    valleys, from which the room up to what hangs above is measured.
    """
    names = Names(kitchen)
    for surface in kitchen.surfaces:
        lines = {one.row: one.room.y1 for one in plan.laid if one.surface == surface.id}
        over = surface.counter_at((surface.x0 + surface.x1) / 2)
        where = f"{names.thing(surface.id)}, " if names.several else ""
        for number, row in enumerate(sorted(lines), 1):
            shape = shapes[surface.id]
            tips, valleys = lines[row] + shape.tips, lines[row] + shape.valleys
            if tips > max(surface.top_left, surface.top_right):
                continue  # it is cut off under the top
            upper = "top edges" if isinstance(job.pattern, Courses) else "tips"
            says = f"{upper} at {show_with_unit(tips - over, job.step)}"
            if tips - valleys > job.pattern.joint:
                says += f", valleys at {show_with_unit(valleys - over, job.step)}"
            yield f"{where}course {number} of sheets: {says} over the counter"


def _parts(
    job: Job, kitchen: Kitchen, plan: SheetPlan, shapes: Mapping[str, SheetShape]
) -> Iterator[PartText]:
    names, places = Names(kitchen), plan.stock.places
    for one in plan.laid:
        if one.kind == "whole":
            continue
        from_, _ = places.get(one.id, (0, None))
        yield PartText(
            id=one.id,
            where=names.thing(one.surface),
            says="; ".join(
                [
                    *_says(job, one, shapes[one.surface]),
                    *_cut_outs(job, kitchen, one, shapes[one.surface]),
                ]
            ),
            taken_from=f"part sheet {from_}" if from_ else "chips off what is left",
            pieces=(*one.full, *one.cut),
        )


def _says(job: Job, one: LaidSheet, shape: SheetShape) -> Iterator[str]:
    if not one.kept.empty():
        stay = len(one.full) + len(one.cut) - len(one.single)
        stays = "stays on its" if stay == 1 else "stay on their"
        yield f"{counted(stay, 'chip')} {stays} backing{_sides(job, one, shape)}"
    if one.single:
        chips = "chip is" if len(one.single) == 1 else "chips are"
        yield f"{len(one.single)} {chips} cut and set one by one, buttered, last"


def _cut_outs(job: Job, kitchen: Kitchen, one: LaidSheet, shape: SheetShape) -> Iterator[str]:
    """The hole for a box, to be drawn on the backing: from the sheet's own outermost edges."""
    edges = _edges_of(job.pattern)
    x, y = one.room.x0, one.room.y0
    points = shape.points.grown(-x, -y, x, y)
    (surface,) = (own for own in kitchen.surfaces if own.id == one.surface)
    for thing, hole in surface.holes_in(points, job.settings.box_clearance):
        wide, high = (show_with_unit(mm, job.step) for mm in (hole.width, hole.height))
        what = "across, for a round" if thing.round else f"wide and {high} high"
        yield (
            f"draw the hole for {Names(kitchen).thing(thing.id)} on its backing: {wide} {what}, "
            f"{_from_edge(job, hole.x0, edges.left)} and {_from_edge(job, hole.y0, edges.bottom)}"
        )


def _from_edge(job: Job, mm: float, edge: str) -> str:
    """How far from an edge, or that it begins there."""
    shown = show_with_unit(mm, job.step)
    return f"from {edge} on" if mm < STEP_MM[job.step] / 2 else f"{shown} from {edge}"


class _Edges(NamedTuple):
    """What the edges of a sheet are called, from which one measures."""

    left: str
    right: str
    bottom: str
    top: str


_STRAIGHT = _Edges("its left edge", "its right edge", "its bottom edge", "its top edge")
_TOOTHED = _Edges(
    "the chips that reach furthest left",
    "the chips that reach furthest right",
    "its bottom edge",
    "its top edge",
)
_ZIGZAG = _Edges(
    "its points on the left", "its points on the right", "its lowest points", "its highest points"
)


def _edges_of(pattern: Pattern) -> _Edges:
    """A sheet of chips in courses ends level, and plumb where every joint runs through."""
    if not isinstance(pattern, Courses):
        return _ZIGZAG
    return _STRAIGHT if pattern.bond.p == 0 and not pattern.bond.by_rule else _TOOTHED


def _sides(job: Job, one: LaidSheet, shape: SheetShape) -> str:
    """Where the knife goes, from the sheet's own outermost edges."""
    x, y = one.room.x0, one.room.y0
    inner, kept = shape.points.grown(-x, -y, x, y), one.kept
    edges = _edges_of(job.pattern)
    by = {
        edges.left: kept.x0 - inner.x0,
        edges.right: inner.x1 - kept.x1,
        edges.bottom: kept.y0 - inner.y0,
        edges.top: inner.y1 - kept.y1,
    }
    least = min(inner.width, inner.height) * 0.02 + job.pattern.joint
    lines = [
        f"{show_with_unit(off, job.step)} from {edge}" for edge, off in by.items() if off > least
    ]
    cut = "saw it" if saws_through(job, job.tile) else "cut the backing"
    return f"; {cut} {', '.join(lines)}" if lines else "; cut out what is not there"
