"""The walls of a job unrolled side by side: tiles, what stands on them, and the pennants."""

import math
from collections.abc import Collection, Iterator, Mapping, Sequence

from pennant.core.document.job import Job
from pennant.core.document.tiles import FIELD, tiles_of
from pennant.core.geometry.clip import Outline, Ring, ring_of
from pennant.core.geometry.rect import Rect
from pennant.core.laying.surface_plan import SurfacePlan
from pennant.core.layout.pieces import Piece
from pennant.core.plan import Plan
from pennant.core.survey.placed import Placed, Surface, between
from pennant.drawing.palette import MATERIALS
from pennant.drawing.shapes import Colours, Label, Picture, Role, Shape

RING = 0.75
"""Radius of a label's ring, of the size of its letters."""
GAP = 240.0
"""Millimetres between walls that stand apart; joined ones meet at their fold."""
SLAB = 0.05
"""Thickness of the counter, of the drawing's height."""

SMALL_NAME = 28.0
"""Millimetres: letters under a small surface."""

Marks = Sequence[tuple[str, Collection[str]]]
"""Labels, each with the pieces that it stands for."""
Tints = Mapping[str, str]
"""The colours of pieces, as ``#rrggbb``, by piece."""


def kitchen_drawing(
    job: Job,
    plan: Plan,
    only: str | None = None,
    marks: Marks = (),
    sections: Marks = (),
    tints: Tints | None = None,
    *,
    every: bool = False,
) -> Picture:
    """Return the walls unrolled to scale.

    ``only`` draws one surface alone; with ``every`` reveals and edges of counters stand in a row
    beneath, each with its name. The pieces of each of the ``marks`` are outlined; those of the
    ``sections`` are tinted by turns, so that one sees where each ends. ``tints`` are the colours of
    single pieces, where they differ from their tile's.
    """
    walls = [
        one
        for one in plan.kitchen.surfaces
        if only == one.id or (only is None and one.id == one.of)
    ]
    planned = [plan.surface(wall.id) for wall in walls]
    low = min(one.frame[1] for one in planned)
    high = max(one.frame[3] for one in planned)
    slab = (high - low) * SLAB
    shapes: list[Shape] = []
    labels: list[Label] = []
    x = 0.0
    counters = [
        one
        for one in plan.kitchen.surfaces
        if only is None and one.id in {counter.id for counter in job.counters}
    ]
    drawn = {one.id for one in (*walls, *counters)}
    small = [one for one in plan.kitchen.surfaces if every and one.id not in drawn]
    foot = _beneath(plan, small, shapes, labels)
    under = foot + max((one.top_left for one in counters), default=-GAP) + GAP
    for wall, one in zip(walls, planned, strict=True):
        by = (x - one.frame[0], slab - low + under)
        for counter in counters:
            if counter.of == wall.id:
                below = (by[0], under - GAP - counter.top_left)
                top = _wall(counter, plan.surface(counter.id), 0.0, tints or {})
                shapes += (_moved(shape, below) for shape in top)
        own = (
            *_wall(wall, one, slab, tints or {}),
            *_marked(one, marks),
            *_sections(one, sections),
        )
        shapes += (_moved(shape, by) for shape in own)
        labels += (
            label._replace(at=(label.at[0] + by[0], label.at[1] + by[1]))
            for label in _labels(one, (*marks, *sections))
        )
        x += one.frame[2] - one.frame[0]
        if wall is not walls[-1]:
            if wall.right in ("lapped", "met", "laps", "folded"):
                fold = ((x, under), (x, under + high - low + slab))
                shapes.append(Shape("fold", (fold,)))
            else:
                x += GAP
    x = max([x, *(px for shape in shapes for ring in shape.rings for px, _ in ring)])
    grout = job.products.grout
    others = {of: one.tile.colour for of, one in tiles_of(job).items() if of != FIELD}
    others |= {colour: colour for colour in (tints or {}).values()}
    colours = Colours(job.tile.colour, grout.colour if grout else MATERIALS["joint"], others)
    return Picture(job.name, x, under + high - low + slab, colours, tuple(shapes), tuple(labels))


def _beneath(
    plan: Plan, small: Sequence[Surface], shapes: list[Shape], labels: list[Label]
) -> float:
    """Draw small surfaces in a row at the foot of the picture; how high they stand, with a gap."""
    x, foot = 0.0, 0.0
    for one in small:
        planned = plan.surface(one.id)
        x0, y0, x1, y1 = planned.frame
        by = (x - x0, SMALL_NAME * 2 - y0)
        shapes += (
            _moved(shape, by)
            for shape in _wall(one, planned, 0.0, {})
            if shape.role not in ("flag", "staff")
        )
        name = one.name or one.id
        wide = max(x1 - x0, SMALL_NAME * len(name) * 0.6)
        labels.append(Label(name, (x + wide / 2, SMALL_NAME), SMALL_NAME, ringed=False))
        x += wide + GAP / 2
        foot = max(foot, SMALL_NAME * 2 + y1 - y0 + GAP)
    return foot


def _moved(shape: Shape, by: tuple[float, float]) -> Shape:
    return shape._replace(
        rings=tuple(tuple((x + by[0], y + by[1]) for x, y in ring) for ring in shape.rings)
    )


def _wall(wall: Surface, planned: SurfacePlan, slab: float, tints: Tints) -> Iterator[Shape]:
    roles = roles_of(planned)
    cut, objected = set(roles["cut"]), set(roles["objection"])
    yield Shape("joints", (ring_of(Rect(*planned.field)),))
    if wall.bottom == "counter":
        yield Shape("counter", (slab_under(wall, planned, slab),))
    for piece in planned.pieces:
        if piece.id in tints:
            yield Shape("tile", piece.outline, tints[piece.id])
        else:
            role: Role = "cut" if piece.id in cut else "tile"
            yield Shape("objection" if piece.id in objected else role, piece.outline, piece.of)
    for thing in wall.things:
        yield from shape_of(thing, planned)
    # A start moved out past an end has its flag at that end: beyond it there is no picture.
    flag = min(max(planned.pennant.x, planned.frame[0]), planned.frame[2])
    yield from _flag(flag, planned.pennant.y, (planned.frame[3] - planned.frame[1]) / 5)


def shape_of(thing: Placed, planned: SurfacePlan) -> Iterator[Shape]:
    """Yield a thing on the wall as one stands before it; nothing of what tile goes on over."""
    if thing.form in ("hanging", "raised"):
        yield Shape("overhead", (thing.outline,), thing.kind)
    elif thing.form in ("opening", "cut-out"):
        yield Shape("opening", (ring_of(thing.box.meet(Rect(*planned.frame))),), thing.kind)


def roles_of(planned: SurfacePlan) -> dict[Role, tuple[str, ...]]:
    """Return which pieces are more than whole tiles: cut, to be cured, waiting; some are several.

    Pages, pictures and papers draw pieces by these.
    """
    never = [one for one in planned.findings if one.weight == "never"]
    return {
        "cut": tuple(piece.id for piece in planned.pieces if piece.kind != "full"),
        "objection": tuple(dict.fromkeys(id_ for one in never for id_ in one.pieces)),
        "waits": planned.held,
    }


def _meant(planned: SurfacePlan, marks: Marks) -> list[tuple[str, list[Piece]]]:
    pieces = {piece.id: piece for piece in planned.pieces}
    return [(label, [pieces[id_] for id_ in ids if id_ in pieces]) for label, ids in marks]


def _marked(planned: SurfacePlan, marks: Marks) -> Iterator[Shape]:
    """The pieces that labels are about, each once."""
    outlines: dict[str, Outline] = {
        piece.id: piece.outline for _, own in _meant(planned, marks) for piece in own
    }
    for outline in outlines.values():
        yield Shape("marked", outline)


def _sections(planned: SurfacePlan, sections: Marks) -> Iterator[Shape]:
    """Each section's pieces, every other one in a second tint."""
    for number, (_, own) in enumerate(_meant(planned, sections)):
        role: Role = "section" if number % 2 else "other-section"
        for piece in own:
            yield Shape(role, piece.outline)


def _labels(planned: SurfacePlan, marks: Marks) -> Iterator[Label]:
    """Each label where no other stands."""
    x0, y0, x1, y1 = planned.frame
    size = min((y1 - y0) / 16, (x1 - x0) / 2)
    rings: list[tuple[float, float]] = []
    for text, own in _meant(planned, marks):
        if own:
            at = ring_at(own, rings, Rect(x0, y0, x1, y1), size * RING)
            rings.append(at)
            yield Label(text, at, size)


def ring_at(
    pieces: Sequence[Piece], taken: Sequence[tuple[float, float]], frame: Rect, radius: float
) -> tuple[float, float]:
    """Return where a label's ring goes: on the largest of its pieces that no ring is on yet.

    Where they all have one, it goes up or down from the largest, as near as there is room.
    """

    def inside(x: float, y: float) -> tuple[float, float]:
        return (
            min(max(x, frame.x0 + radius), frame.x1 - radius),
            min(max(y, frame.y0 + radius), frame.y1 - radius),
        )

    def free(place: tuple[float, float]) -> bool:
        return all(math.dist(place, other) >= 2 * radius for other in taken)

    boxes = [piece.box for piece in sorted(pieces, key=lambda piece: -piece.area)]
    centres = [inside((box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2) for box in boxes]
    x, y = centres[0]
    beside = [inside(x, y + way * step * radius) for step in range(1, 40) for way in (-1, 1)]
    return next((place for place in (*centres, *beside) if free(place)), centres[0])


def slab_under(wall: Surface, planned: SurfacePlan, slab: float) -> Ring:
    """Return the counter as a slab, so thick (mm), under its own line."""
    x0, y0, x1, _ = planned.frame
    return ((x0, y0 - slab), (x1, y0 - slab), *between(wall.counter, x0, x1)[::-1])


def _flag(x: float, y: float, size: float) -> Iterator[Shape]:
    yield Shape("staff", (((x, y), (x, y + size)),))
    yield Shape("flag", (((x, y + size), (x + size * 0.7, y + size * 0.8), (x, y + size * 0.58)),))
