"""Counters that are tiled: each as a level surface, its edge pieces, and how high it builds up.

A counter is seen from above: x along its wall, y from the front edge back to the wall. Its edge
pieces are surfaces of their own, one course high, unfolded below its front and beside its ends.
"""

from collections.abc import Iterator
from dataclasses import replace
from string import ascii_lowercase

from pennant.core.document.counter import Counter, CutOut, Hole, edge_tile_of
from pennant.core.document.job import Job
from pennant.core.document.notch import bed_of
from pennant.core.document.survey import Wall
from pennant.core.document.things import form_of
from pennant.core.document.tiles import FIELD
from pennant.core.fixing.method_of import comb_of, counter_job
from pennant.core.geometry.clip import ring_of
from pennant.core.geometry.rect import Rect
from pennant.core.survey.placed import EndKind, Placed, Surface, letters

FRONT, LEFT, RIGHT = "front", "left", "right"


def counters_on(job: Job, wall: str) -> list[Counter]:
    """Return the counters along a wall, in the order of the document."""
    return [counter for counter in job.counters if counter.wall == wall]


def bed_under(job: Job, counter: Counter) -> float:
    """How thick the adhesive under a counter's tile is, in mm: what the comb for it leaves."""
    if counter.tile.material == "stick-on":
        return 0.0
    return bed_of(comb_of(counter_job(job), counter.tile)) + job.settings.keyed_coat


def rise_of(job: Job, counter: Counter) -> float:
    """How far layers, bed and tile lift a counter's face over what was there, in mm."""
    layers = sum(layer.thickness for layer in counter.layers)
    return layers + bed_under(job, counter) + counter.tile.thickness


def edge_height(job: Job, counter: Counter) -> float:
    """How high the edge is that front pieces have to hide, in mm: what is there, and the rise."""
    below = counter.front.below if counter.front is not None else 0.0
    return below + rise_of(job, counter)


def lift_of(job: Job, run: list[Wall]) -> float:
    """How far the line that tile begins at lies over the one that was measured, in mm.

    Where heights were taken before the counter was built up, tile begins on its finished face.
    """
    own = {wall.id for wall in run}
    return max(
        (
            rise_of(job, counter)
            for counter in job.counters
            if counter.wall in own and counter.heights == "bare"
        ),
        default=0.0,
    )


def counter_surfaces(job: Job, wall: Surface, number: int) -> Iterator[Surface]:
    """Yield each counter along a wall, then its edge pieces; ``number`` is that of the first."""
    for counter in counters_on(job, wall.id):
        for surface in (_top(counter, wall), *_edges(counter, wall)):
            yield replace(surface, code=wall.code + letters(number, ascii_lowercase))
            number += 1


def _top(counter: Counter, wall: Surface) -> Surface:
    edged = counter.front is not None
    over = counter.front.over if counter.front is not None else 0.0
    ends: dict[str, EndKind] = {
        "wall": "corner",
        "side": "cabinet",
        "open": "edged" if edged else "open",
    }
    x0, x1 = counter.at, counter.at + counter.width
    # A leg of an edge piece lies on the counter: what it covers gets no tile.
    x0 += over if edged and counter.left == "open" else 0.0
    x1 -= over if edged and counter.right == "open" else 0.0
    return _flat(
        wall,
        counter.id,
        counter.name,
        Rect(x0, over, x1, counter.depth),
        (ends[counter.left], ends[counter.right], "edged" if edged else "open", "back"),
        tuple(_placed(one) for one in counter.cut_outs),
    )


def _edges(counter: Counter, wall: Surface) -> Iterator[Surface]:
    """The pieces along the front, and along each end in view."""
    front = counter.front
    if front is None:
        return
    high = front.tile.height
    opened = {side: getattr(counter, side) == "open" for side in (LEFT, RIGHT)}
    ends: dict[str, EndKind] = {
        side: "edge"
        if opened[side]
        else "corner"
        if getattr(counter, side) == "wall"
        else "cabinet"
        for side in (LEFT, RIGHT)
    }
    along = Rect(counter.at, 0.0, counter.at + counter.width, high)
    yield _flat(
        wall,
        edge_id(counter, FRONT),
        f"{counter.name}, front edge",
        along,
        (ends[LEFT], ends[RIGHT], "edge", "edge"),
    )
    for side in (LEFT, RIGHT):
        if opened[side]:
            back: EndKind = "corner"
            sides: tuple[EndKind, EndKind] = ("edge", back) if side == RIGHT else (back, "edge")
            yield _flat(
                wall,
                edge_id(counter, side),
                f"{counter.name}, {side} edge",
                Rect(0.0, 0.0, counter.depth, high),
                (*sides, "edge", "edge"),
            )


def edge_id(counter: Counter, side: str) -> str:
    """Return the id of the surface of a counter's edge pieces on one side."""
    return f"{counter.id}.{side}"


def counter_of(job: Job, surface: str) -> Counter | None:
    """Return the counter that a surface is, or is an edge of; None for walls and their returns."""
    base, _, side = surface.partition(".")
    if side not in ("", FRONT, LEFT, RIGHT):
        return None
    return next((counter for counter in job.counters if counter.id == base), None)


def tile_on(job: Job, surface: str) -> str:
    """Return what pieces on a surface call their tile by, areas aside."""
    counter = counter_of(job, surface)
    if counter is None:
        return FIELD
    return counter.id if surface == counter.id else edge_tile_of(counter.id)


def _placed(one: CutOut | Hole) -> Placed:
    """A cut-out or hole where it stands on its counter."""
    if isinstance(one, CutOut):
        box = Rect(one.at, one.front, one.at + one.width, one.front + one.depth)
        cover = box.grown(one.rim, one.rim, one.rim, one.rim) if one.rim > 0 else None
        return Placed(
            id=one.id,
            name=one.name,
            kind=one.kind,
            form=form_of(one.kind),
            outline=ring_of(box),
            box=box,
            cover=cover,
        )
    x, y, r, wide = one.at, one.front, one.diameter / 2, one.cover / 2
    box = Rect(x - r, y - r, x + r, y + r)
    cover = Rect(x - wide, y - wide, x + wide, y + wide) if wide > 0 else None
    return Placed(
        id=one.id,
        name=one.name,
        kind=one.kind,
        form=form_of(one.kind),
        outline=ring_of(box),
        box=box,
        cover=cover,
        round=(x, y, r),
    )


def _flat(
    wall: Surface,
    id_: str,
    name: str,
    rect: Rect,
    ends: tuple[EndKind, EndKind, EndKind, EndKind],
    things: tuple[Placed, ...] = (),
) -> Surface:
    left, right, bottom, top = ends
    return Surface(
        id=id_,
        code="",
        name=name,
        of=wall.id,
        x0=rect.x0,
        x1=rect.x1,
        left=left,
        right=right,
        top=top,
        bottom=bottom,
        counter=((rect.x0, rect.y0), (rect.x1, rect.y0)),
        foot=rect.y0,
        top_left=rect.y1,
        top_right=rect.y1,
        things=things,
    )
