"""The rules that doubt the survey: what looks like a slip of the tape, is open, or is to be known.

A doubt stops nothing. It can be set aside with a word why, which is kept in the job.
"""

from collections.abc import Iterator
from itertools import combinations, pairwise

from pennant.core.document.job import Job
from pennant.core.document.lengths import MM_PER_INCH
from pennant.core.document.survey import Level, Opening, Overhead, Zone
from pennant.core.document.things import FACED, SOLID, THINGS
from pennant.core.document.values import lengths_in
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.survey.boards import forward_at, is_patched, keeps_old_tile
from pennant.core.survey.closure import HAIR, causes, loops, suspects
from pennant.core.survey.doubt import (
    WEIGHTS,
    Behind,
    CornerTwice,
    Depth,
    Doubt,
    FallingCounter,
    LeaningEnd,
    Misclosure,
    NarrowGap,
    NotSettled,
    OddHeight,
    Overlap,
    OverTheTop,
    PastEnd,
    Slip,
    WallState,
    ZonesMeet,
    ZoneState,
    ZoneStep,
)
from pennant.core.survey.kitchen import joined_before
from pennant.core.survey.placed import Kitchen, Placed, Surface
from pennant.core.survey.placing import WallPlaces

SEEN_DEPTH = 1.5
"""Millimetres: a face that stands out or back by less than this is not felt or seen."""
DEEP = 100.0
"""Millimetres: a side that stands out further is plainly deeper than any tile."""
TOPS_APART = 50.0
"""Millimetres, 2 in: top lines of two walls that differ by more at their corner are two heights,
and no slip of the tape."""
STATES: tuple[WallState, ...] = ("damp", "greasy", "cracked", "loose")
"""States of a zone that are noted as such; that it is uneven or keeps old tile is reckoned."""
AT_END = 5.0
"""Millimetres: old tile that ends so near to a wall's end or to other old tile ends there."""
AT_CORNER = 150.0
"""Millimetres: a counter height taken this near a corner is the corner's."""


def doubts_of(job: Job, kitchen: Kitchen, places: list[WallPlaces]) -> list[Doubt]:
    """Return every doubt about the survey: probable slips first, wall by wall."""
    asides = {aside.doubt: aside.why for aside in job.set_aside}
    found: list[Doubt] = [*_corners(job, kitchen, places)]
    for surface, on in zip(kitchen.walls, places, strict=True):
        found += [
            *_misclosures(job, on),
            *_past_end(job, surface, on),
            *_overlaps(surface),
            *_narrow(job, surface, on),
            *_over_the_top(surface),
            *_odd_heights(job, surface, on),
            *_leans(job, surface),
            *_depths(job, surface, on),
            *_unsettled(job, surface, on),
            *_zones(job, on),
        ]
    found += _falls(kitchen)
    order = {wall.id: number for number, wall in enumerate(job.walls)}
    found.sort(key=lambda d: (WEIGHTS.index(d.weight), order.get(d.wall, 0)))
    return [
        doubt.model_copy(update={"aside": asides[doubt.id]}) if doubt.id in asides else doubt
        for doubt in found
    ]


def _misclosures(job: Job, on: WallPlaces) -> Iterator[Misclosure]:
    within = job.settings.close_within
    all_loops = list(loops(on))
    for loop in all_loops:
        if abs(loop.off) <= within + EPS:
            continue
        pointers = suspects(loop, all_loops, within)
        values = dict(lengths_in(on.wall, on.root))
        why = causes(job, on, loop.off, [*pointers, loop.pointer], values)
        yield Misclosure(
            id=f"misclosure@{loop.check}",
            weight="ask",
            wall=on.wall.id,
            places=(loop.check,),
            pointers=(*pointers, loop.pointer),
            off=loop.off,
            measured=loop.measured,
            causes=tuple(why),
        )


def _past_end(job: Job, surface: Surface, on: WallPlaces) -> Iterator[PastEnd]:
    length = on.wall.length
    for thing in surface.things:
        span = on.along(thing.id)
        over, under = span.high.at - length, -span.low.at
        off = max(over, under)
        if off <= EPS:
            continue
        path = span.high.path | {f"{on.root}/length"} if over >= under else span.low.path
        pointers = sorted(path)
        yield PastEnd(
            id=f"past-end@{thing.id}",
            weight="ask",
            wall=surface.id,
            places=(thing.id,),
            pointers=tuple(pointers),
            past=tidy(off),
            end="right" if over >= under else "left",
            causes=tuple(causes(job, on, off, pointers, dict(lengths_in(on.wall, on.root)))),
        )


def _overlaps(surface: Surface) -> Iterator[Overlap | Behind]:
    """Two things cannot stand in one place; a box right behind a cabinet is a matter of its own."""
    solid = [thing for thing in surface.things if thing.form in SOLID]
    for one, other in combinations(solid, 2):
        common = one.box.meet(other.box)
        if common.empty():
            continue
        boxes = [thing for thing in (one, other) if THINGS[thing.kind].small_box]
        large = [thing for thing in (one, other) if not THINGS[thing.kind].small_box]
        across, up = tidy(common.width), tidy(common.height)
        if len(boxes) == 1 and large:
            box, before = boxes[0].id, large[0].id
            yield Behind(
                id=f"behind@{box}@{before}",
                weight="ask",
                wall=surface.id,
                places=(box, before),
                across=across,
                up=up,
            )
        else:
            yield Overlap(
                id=f"overlap@{one.id}@{other.id}",
                weight="ask",
                wall=surface.id,
                places=(one.id, other.id),
                across=across,
                up=up,
            )
    gaps = sorted(
        (thing for thing in surface.things if thing.form == "gap"),
        key=lambda thing: thing.box.x0,
    )
    for one, other in pairwise(gaps):
        if other.box.x0 < one.box.x1 - EPS:
            yield Overlap(
                id=f"overlap@{one.id}@{other.id}",
                weight="ask",
                wall=surface.id,
                places=(one.id, other.id),
                across=tidy(one.box.x1 - other.box.x0),
                up=0.0,
            )


def _narrow(job: Job, surface: Surface, on: WallPlaces) -> Iterator[NarrowGap]:
    """A gap between neighbours too narrow to be meant: a filler forgotten, or a measure rounded.

    The wall ends where it was measured: an end that the start moves is no slip of the tape.
    """
    hanging = sorted(
        (thing for thing in surface.things if thing.kind in ("cabinet", "hood")),
        key=lambda thing: thing.box.x0,
    )
    edges: list[tuple[str, float, float]] = [
        ("left", 0.0, 0.0),
        *((t.id, t.box.x0, t.box.x1) for t in hanging),
        ("right", on.wall.length, on.wall.length),
    ]
    for (one, _, end), (other, begin, _) in pairwise(edges):
        gap = begin - end
        if one == "left" and other == "right":
            continue
        if HAIR < gap < job.settings.least_piece - EPS:
            yield NarrowGap(
                id=f"narrow-gap@{surface.id}@{one}@{other}",
                weight="ask",
                wall=surface.id,
                places=(one, other),
                gap=tidy(gap),
            )


def _over_the_top(surface: Surface) -> Iterator[OverTheTop]:
    top = min(surface.top_left, surface.top_right)
    for thing in surface.things:
        if thing.form in ("hanging", "opening") and thing.box.y0 > top + EPS:
            yield OverTheTop(
                id=f"over-the-top@{thing.id}",
                weight="ask",
                wall=surface.id,
                places=(thing.id,),
                above=tidy(thing.box.y0 - top),
            )


def _odd_heights(job: Job, surface: Surface, on: WallPlaces) -> Iterator[OddHeight]:
    """Neighbours whose heights differ by what a misread tape makes of them."""
    hanging = sorted(
        (t for t in on.wall.things if isinstance(t, Overhead) and t.kind == "cabinet"),
        key=lambda t: on.along(t.id).low.at,
    )
    for one, other in pairwise(hanging):
        a = on.underside(one, on.along(one.id).high.at, right=True).at
        b = on.underside(other, on.along(other.id).low.at, right=False).at
        if slip := _slip(job, abs(a - b)):
            yield _odd(
                surface, (one.id, other.id), a - b, slip, f"{on.pointer(other.id)}/clear/value"
            )
    for thing in hanging:
        if thing.clear_right is not None:
            ends = on.along(thing.id)
            a = on.underside(thing, ends.low.at, right=False).at
            b = on.underside(thing, ends.high.at, right=True).at
            if slip := _slip(job, abs(a - b)):
                yield _odd(
                    surface, (thing.id,), a - b, slip, f"{on.pointer(thing.id)}/clear_right/value"
                )
    boxes = sorted(
        (t for t in surface.things if t.kind in ("outlet", "switch")), key=lambda t: t.box.x0
    )
    for left, right in pairwise(boxes):
        off = left.box.y0 + left.box.y1 - right.box.y0 - right.box.y1
        if slip := _slip(job, abs(off) / 2):
            yield _odd(
                surface, (left.id, right.id), off / 2, slip, f"{on.pointer(right.id)}/up/value"
            )


def _odd(
    surface: Surface, places: tuple[str, ...], off: float, slip: Slip, pointer: str
) -> OddHeight:
    return OddHeight(
        id=f"odd-height@{'@'.join(places)}",
        weight="ask",
        wall=surface.id,
        places=places,
        pointers=(pointer,),
        apart=tidy(abs(off)),
        slip=slip,
    )


def _slip(job: Job, off: float) -> Slip | None:
    """Whether two heights that should agree differ by just an inch, a tenth of one, or a cm."""
    if job.units == "in":
        if abs(off - MM_PER_INCH) < 0.05:
            return "inch"
        tenths = off / MM_PER_INCH * 10
        sixteenths = off / MM_PER_INCH * 16
        odd = abs(tenths - round(tenths)) < 0.005 and abs(sixteenths - round(sixteenths)) > 0.05
        return "tenth" if odd and 0 < round(tenths) < 10 else None
    if abs(off - 10.0) < 0.05:
        return "centimetre"
    return "decimetre" if abs(off - 100.0) < 0.05 else None


def _corners(job: Job, kitchen: Kitchen, places: list[WallPlaces]) -> Iterator[CornerTwice]:
    """A corner is one line: its counter and its top have one height, whichever wall it is from."""
    for number, (left, right) in enumerate(pairwise(places)):
        if not joined_before(job.walls, number + 1):
            continue
        one, other = left.wall, right.wall
        a, b = _level_near(left, one.length), _level_near(right, 0.0)
        if a is not None and b is not None and abs(a - b) > job.settings.close_within / 2 + EPS:
            yield CornerTwice(
                id=f"corner-twice@{one.id}@counter",
                weight="ask",
                wall=one.id,
                places=(one.id, other.id),
                apart=tidy(abs(a - b)),
                line="counter",
            )
        off = left.top_at(one.length) - right.top_at(0.0)
        if EPS < abs(off) <= TOPS_APART and one.top.kind == other.top.kind:
            yield CornerTwice(
                id=f"corner-twice@{one.id}@top",
                weight="ask",
                wall=one.id,
                places=(one.id, other.id),
                apart=tidy(abs(off)),
                line="top",
                pointers=(f"{left.root}/top/height", f"{right.root}/top/height"),
            )


def _level_near(on: WallPlaces, x: float) -> float | None:
    """The counter's height as taken near a corner, the nearest one if several were."""
    near = [
        (abs(at - x), (on.laser or 0.0) - thing.below)
        for thing in on.wall.things
        if isinstance(thing, Level) and abs((at := on.along(thing.id).low.at) - x) <= AT_CORNER
    ]
    return min(near)[1] if near else None


def _falls(kitchen: Kitchen) -> Iterator[FallingCounter]:
    for fall in kitchen.falls:
        if fall.amount > EPS:
            yield FallingCounter(
                id=f"fall@{fall.high[0]}",
                weight="note",
                wall=fall.high[0],
                places=(fall.high[0], fall.low[0]),
                amount=tidy(fall.amount),
                high=tidy(fall.high[1]),
                low=tidy(fall.low[1]),
                scribed=fall.scribed,
            )


def _leans(job: Job, surface: Surface) -> Iterator[LeaningEnd]:
    for side, lean in (("left", surface.left_lean), ("right", surface.right_lean)):
        if abs(lean) > EPS:
            yield LeaningEnd(
                id=f"lean@{surface.id}@{side}",
                weight="note",
                wall=surface.id,
                places=(f"{surface.id}:{side}",),
                lean=tidy(lean),
                tapered=abs(lean) > job.settings.max_edge_gap + EPS,
            )


def _depths(job: Job, surface: Surface, on: WallPlaces) -> Iterator[Depth]:
    """Faces that tile stands proud of, or falls short of: tile and bed against each depth."""
    deep: list[tuple[str, float, float, float]] = [
        (thing.id, thing.depth, thing.box.x0, thing.box.x1)
        for thing in surface.things
        if thing.depth is not None and thing.form in FACED
    ]
    for side in ("left", "right"):
        end = getattr(on.wall, side)
        if end.depth and getattr(surface, side) == end.kind and end.depth < DEEP:
            at = 0.0 if side == "left" else on.wall.length
            deep.append((f"{surface.id}:{side}", end.depth, at, at))
    for place, depth, low, high in deep:
        out = forward_at(job, surface.of, low, high)
        off = out - depth
        if abs(off) > SEEN_DEPTH:
            yield Depth(
                id=f"depth@{place}",
                weight="note",
                wall=surface.id,
                places=(place,),
                off=tidy(abs(off)),
                out=tidy(out),
                stands="proud" if off > 0 else "behind",
            )


def _unsettled(job: Job, surface: Surface, on: WallPlaces) -> Iterator[NotSettled]:
    for thing in on.wall.things:
        if thing.unsettled is not None:
            box: Placed | None = next((t for t in surface.things if t.id == thing.id), None)
            wide, high = (box.box.width, box.box.height) if box else (None, None)
            if box is not None and box.stool is not None and isinstance(thing, Opening):
                # What is made for it is the slab of its sill, horns and all.
                wide = box.stool.width
                out = forward_at(job, surface.of, box.box.x0, box.box.x1)
                high = thing.depth + out + job.settings.sill_overhang if thing.depth else None
            yield NotSettled(
                id=f"unsettled@{thing.id}",
                weight="open",
                wall=surface.id,
                places=(thing.id,),
                why=thing.unsettled.why,
                width=tidy(wide) if wide else None,
                height=tidy(high) if high else None,
            )


def _steps(job: Job, on: WallPlaces, zones: list[Zone]) -> Iterator[ZoneStep]:
    """Ends of old tile that stays, where the wall beside it lies further back: tile cannot step."""
    kept = [zone for zone in zones if keeps_old_tile(job, zone) and zone.over > SEEN_DEPTH]
    for zone in kept:
        for side in ("low", "high"):
            at = getattr(on.along(zone.id), side).at
            if not AT_END < at < on.wall.length - AT_END:
                continue
            others = [(other.over, on.along(other.id)) for other in kept if other is not zone]
            beside = max(
                (
                    over
                    for over, span in others
                    if span.low.at - AT_END <= at <= span.high.at + AT_END
                ),
                default=0.0,
            )
            if zone.over - beside > SEEN_DEPTH:
                yield ZoneStep(
                    id=f"zone@{zone.id}@step-{side}",
                    weight="note",
                    wall=on.wall.id,
                    places=(zone.id,),
                    by=tidy(zone.over - beside),
                    at=tidy(at),
                )


def _zones(job: Job, on: WallPlaces) -> Iterator[ZoneState | ZoneStep | ZonesMeet]:
    zones = sorted(
        (t for t in on.wall.things if isinstance(t, Zone)), key=lambda t: on.along(t.id).low.at
    )
    for zone in zones:
        states: list[WallState] = [state for state in STATES if getattr(zone, state)]
        if is_patched(job, zone):
            states.append("uneven")
        if keeps_old_tile(job, zone):
            states.append("over tile")
        for state in states:
            ask = state in ("damp", "loose")
            yield ZoneState(
                id=f"zone@{zone.id}@{state}",
                weight="ask" if ask else "note",
                wall=on.wall.id,
                places=(zone.id,),
                state=state,
                flat=zone.flat or None,
                over=zone.over or None,
            )
    yield from _steps(job, on, zones)
    for one, other in pairwise(zones):
        meet = abs(on.along(one.id).high.at - on.along(other.id).low.at)
        if one.made_of != other.made_of and meet < AT_CORNER:
            yield ZonesMeet(
                id=f"zones-meet@{one.id}@{other.id}",
                weight="note",
                wall=on.wall.id,
                places=(one.id, other.id),
                at=tidy(on.along(other.id).low.at),
            )
