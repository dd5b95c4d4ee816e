"""The rules that find what an installer or a client would object to.

Rules look at the plan's own pieces, so a finding is never about anything not drawn.
"""

from collections.abc import Iterator
from typing import Any, Literal

import shapely

from pennant.core.document.settings import Settings
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS, SAME_SIZE, tidy
from pennant.core.layout.field import Edge, EdgeKind, Field, KeepOut, Side
from pennant.core.layout.layout import Layout
from pennant.core.layout.pieces import Piece, overlapping
from pennant.core.reading.edges import EdgeReading, Gets
from pennant.core.reading.finding import (
    CourseStep,
    CutEdge,
    Finding,
    Interlock,
    JointOff,
    PlateCover,
    PlateOverhang,
    RaggedEnd,
    Shaved,
    SmallPiece,
    ThinLeg,
    UnevenJambs,
    Weight,
    worst_first,
)
from pennant.core.reading.legs import legs_of
from pennant.core.survey.placed import Placed

Small = Literal["sliver", "thin-top", "small-piece"]
TOPS = ("overhead", "ceiling", "open-top")
"""Edges above the tile, at which the least piece is another."""
BEHIND = ("foot", "gap-side")
"""Edges below the counter, behind an appliance: what is too small there need not be cured."""
STRAIGHT_ENDS = ("corner", "open-end", "side")
"""Edges at which the interlocking end of a panel is cut straight."""
HIDDEN = ("corner", *BEHIND)
"""Edges whose pieces are not in plain view; a small piece passes there, a sliver does not."""


def find(
    settings: Settings,
    field: Field,
    layout: Layout,
    pieces: list[Piece],
    readings: list[EdgeReading],
) -> list[Finding]:
    """Return every finding of a surface, the worst kind first, in a settled order."""
    found = [
        *_small(settings, readings, layout.least_width),
        *_uneven(settings, field, readings, by_course=layout.in_courses),
        *_devices(settings, field, pieces, layout.least_width),
        *_fitted(settings, field, layout, pieces),
        *_cut_edges(field, readings),
        *_ragged(settings, field, readings, pieces),
        *_interlocking(layout, readings),
    ]
    return sorted(found, key=worst_first)


def course_step(
    settings: Settings, before: str, wall: str, step: float, pieces: tuple[str, ...]
) -> CourseStep | None:
    """Courses that do not meet in a corner: a step that runs up the whole of it, for all to see."""
    if step <= settings.set_within + EPS:
        return None
    return CourseStep(
        id=f"course-step@{wall}",
        weight="never",
        places=(f"{before}:right", f"{wall}:left"),
        step=tidy(step),
        within=settings.set_within,
        setting="set_within",
        pieces=pieces,
    )


def _small(
    settings: Settings, readings: list[EdgeReading], least_width: float | None
) -> list[SmallPiece]:
    """Slivers, thin tops and small pieces: one finding for all pieces of a size at an edge.

    The same pieces seen from two edges (a strip between a corner and a cabinet) are one finding.
    On a lattice every edge cuts tiles of many sizes, so they are judged by the tile's least width:
    what is too small of a large tile is all that there can be of a small one.
    """
    merged: dict[tuple[Small, int, tuple[str, ...]], SmallPiece] = {}
    for reading in readings:
        for (verdict, hundredths, _), alike in _judged(settings, reading, least_width).items():
            rule, weight, setting, limit = verdict
            pieces = tuple(piece for gets in alike for piece in gets.pieces)
            key = (rule, hundredths, tuple(sorted(pieces)))
            places: tuple[str, ...] = (reading.edge,)
            if key in merged:
                places = (*merged[key].places, reading.edge)
            merged[key] = SmallPiece(
                id=f"{rule}@{places[0]}@{pieces[0]}",
                rule=rule,
                weight=weight,
                places=places,
                size=alike[0].size,
                least=tidy(limit),
                setting=setting,
                pieces=pieces,
                courses=tuple(sorted({course for gets in alike for course in gets.courses})),
            )
    return list(merged.values())


Verdict = tuple[Small, Weight, str, float]


def _judged(
    settings: Settings, reading: EdgeReading, least_width: float | None
) -> dict[tuple[Verdict, int, int], list[Gets]]:
    """What is too small at an edge, by the verdict and by its size in hundredths of a millimetre.

    Between two lines each of a bond's courses gets the same strip: it is one finding. On a lattice
    pieces that are turned otherwise are told apart, as the search counts them.
    """
    found: dict[tuple[Verdict, int, int], list[Gets]] = {}
    for gets in reading.gets:
        verdict = _judge(settings, reading, gets, least_width)
        if verdict is not None:
            apart = len(found) if least_width is not None else 0
            found.setdefault((verdict, round(gets.size * 100), apart), []).append(gets)
    return found


def least_setting(kind: EdgeKind) -> str:
    """Return which setting says how small a piece at a kind of edge may be."""
    return "least_top_piece" if kind in TOPS else "least_piece"


def least_of(settings: Settings, kind: EdgeKind, whole: float) -> float:
    """Return how small (mm) a piece at a kind of edge may be, of a tile that measures ``whole``.

    Of a tile under twice the least piece half of it is enough: all its pieces are small.
    """
    least: float = getattr(settings, least_setting(kind))
    return min(least, whole / 2)


def _judge(
    settings: Settings, reading: EdgeReading, gets: Gets, least_width: float | None
) -> Verdict | None:
    setting = least_setting(reading.kind)
    least, small = least_of(settings, reading.kind, gets.whole), settings.small_share * gets.whole
    if least_width is not None:
        small = settings.small_share * least_width
        share = settings.least_share * least_width
        least, setting = min((least, setting), (share, "least_share"))
    if gets.full or gets.notched:
        return None
    if gets.size < least - SAME_SIZE:
        rule: Small = "thin-top" if reading.kind in TOPS else "sliver"
        weight: Weight = "avoid" if reading.kind in BEHIND else "never"
        return rule, weight, setting, least
    if gets.size < small - SAME_SIZE and reading.kind not in HIDDEN:
        return "small-piece", "avoid", "small_share", small
    return None


def _uneven(
    settings: Settings, field: Field, readings: list[EdgeReading], *, by_course: bool
) -> Iterator[UnevenJambs]:
    """Jambs that differ, course by course; seen only if large both in size and in ratio.

    On a lattice there is no course to compare by: the smallest pieces of the two sides are.
    """
    by_edge = {reading.edge: reading for reading in readings}
    for opening in field.surface.things:
        if opening.form != "opening":
            continue
        left, right = by_edge.get(f"{opening.id}:left"), by_edge.get(f"{opening.id}:right")
        if left is None or right is None:
            continue
        if not by_course:
            yield from _unlike(settings, left, right)
            continue
        unlike: dict[tuple[float, float], tuple[list[int], list[str]]] = {}
        for course in sorted(_courses(left) & _courses(right)):
            a, b = _at(left, course), _at(right, course)
            if sides_differ(settings, a.size, b.size):
                courses, ids = unlike.setdefault((a.size, b.size), ([], []))
                courses.append(course)
                here = f"{field.surface.code}{course + 1}."
                ids += [i for i in (*a.pieces, *b.pieces) if i.startswith(here)]
        for (a_size, b_size), (courses, ids) in unlike.items():
            yield _jambs(settings, left, right, a_size, b_size, tuple(ids), tuple(courses))


def _unlike(settings: Settings, left: EdgeReading, right: EdgeReading) -> Iterator[UnevenJambs]:
    """Two jambs whose smallest pieces differ so that it is seen."""
    a, b = (min(reading.gets, key=lambda gets: gets.size) for reading in (left, right))
    if sides_differ(settings, a.size, b.size):
        courses = tuple(sorted({*a.courses, *b.courses}))
        pieces = (*a.pieces, *b.pieces)
        yield _jambs(settings, left, right, a.size, b.size, pieces, courses, 0)


def _jambs(
    settings: Settings,
    left: EdgeReading,
    right: EdgeReading,
    a: float,
    b: float,
    pieces: tuple[str, ...],
    courses: tuple[int, ...],
    first: int | None = None,
) -> UnevenJambs:
    """Pieces of two sizes (mm) at two jambs; told apart by the ``first`` course if not given."""
    return UnevenJambs(
        id=f"uneven-jambs@{left.owner}@{courses[0] if first is None else first}",
        weight="avoid",
        places=(left.edge, right.edge),
        smaller=min(a, b),
        larger=max(a, b),
        share=tidy(abs(a - b) / max(a, b)),
        limit=settings.uneven_difference,
        setting="uneven_difference",
        pieces=pieces,
        courses=courses,
    )


def _cut_edges(field: Field, readings: list[EdgeReading]) -> Iterator[CutEdge]:
    """Open edges that no trim covers: whatever is cut there shows its cut edge."""
    bare = {edge.id for edge in field.edges if is_bare(edge)}
    for reading in readings:
        cut = [gets for gets in reading.gets if not gets.full]
        if reading.edge in bare and cut:
            yield CutEdge(
                id=f"cut-edge@{reading.edge}",
                weight="avoid",
                places=(reading.edge,),
                smallest=min(gets.size for gets in cut),
                setting="trim_face",
                pieces=tuple(p for gets in cut for p in gets.pieces),
                courses=tuple(sorted({c for gets in cut for c in gets.courses})),
            )


def _ragged(
    settings: Settings, field: Field, readings: list[EdgeReading], pieces: list[Piece]
) -> Iterator[RaggedEnd]:
    """An open end whose courses do not all reach it: some end a joint short, and it is ragged."""
    boxes = {piece.id: piece for piece in pieces}
    edges = {edge.id: edge for edge in field.edges if edge.kind == "open-end" and edge.straight}
    for reading in readings:
        edge = edges.get(reading.edge)
        if edge is None:
            continue
        at = edge.along[0][1]
        short: dict[str, float] = {}
        for id_ in (id_ for gets in reading.gets for id_ in gets.pieces):
            box = boxes[id_].box
            short[id_] = box.x0 - at if edge.inward > 0 else at - box.x1
        most, least = max(short.values()), min(short.values())
        if most - least > settings.set_within + EPS:
            off = [id_ for id_, by in short.items() if by - least > settings.set_within + EPS]
            yield RaggedEnd(
                id=f"ragged-end@{reading.edge}",
                weight="avoid",
                places=(reading.edge,),
                short=tidy(most - least),
                within=settings.set_within,
                setting="set_within",
                pieces=tuple(off),
                courses=tuple(sorted({boxes[id_].course for id_ in off})),
            )


def _interlocking(layout: Layout, readings: list[EdgeReading]) -> Iterator[Interlock]:
    """Panels of ledger stone that would need their interlocking end where it is cut straight."""
    module = layout.module
    if module.lock <= EPS:
        return
    limit = module.width - module.lock
    for reading in readings:
        long = [gets for gets in reading.gets if gets.size > limit + EPS]
        if reading.kind in STRAIGHT_ENDS and long:
            yield Interlock(
                id=f"interlock@{reading.edge}",
                weight="never",
                places=(reading.edge,),
                length=max(gets.size for gets in long),
                longest=tidy(limit),
                pieces=tuple(p for gets in long for p in gets.pieces),
                courses=tuple(sorted({c for gets in long for c in gets.courses})),
            )


def is_bare(edge: Edge) -> bool:
    """Whether an edge is one that trim would cover, and has none."""
    return edge.gap.fills == "trim" and edge.gap.width <= EPS


def _fitted(
    settings: Settings, field: Field, layout: Layout, pieces: list[Piece]
) -> Iterator[Shaved | JointOff]:
    """What fitting costs: tiles shaved, whose cut edge shows, and joints wider than chosen.

    Beside a bevelled or glazed edge a cut one is plainly seen, however little was shaved.
    """
    joint = layout.module.joint
    for span in layout.spans:
        place = f"{field.surface.id}@{tidy(span.low):g}"
        if span.how == "joints":
            if abs(span.wanted - span.excess) > EPS:
                wanted = joint - span.wanted / span.tiles
                yield _joint_off(field, f"joint-off@{place}", wanted, joint, settings)
            continue
        limit = settings.shave_share * layout.module.width
        low, high = span.low - EPS, span.high + EPS
        shaved = [p for p in pieces if p.shaved > EPS and p.box.x0 < high and p.box.x1 > low]
        if shaved and span.each > EPS:
            yield Shaved(
                id=f"shaved@{place}",
                weight="never" if layout.bevelled or span.each > limit + EPS else "avoid",
                places=(field.surface.id,),
                each=tidy(span.each),
                limit=tidy(limit),
                setting="shave_share",
                pieces=tuple(piece.id for piece in shaved),
                courses=tuple(sorted({piece.course for piece in shaved})),
            )
    bed = layout.bed_wanted
    if bed is not None and abs(bed - joint) > settings.joint_play + EPS:
        yield _joint_off(field, f"joint-off@{field.surface.id}@up", bed, joint, settings)


def _joint_off(field: Field, id_: str, wanted: float, joint: float, settings: Settings) -> JointOff:
    """A joint that would have to leave its limits."""
    return JointOff(
        id=id_,
        weight="never",
        places=(field.surface.id,),
        wanted=tidy(wanted),
        joint=tidy(joint),
        limit=settings.joint_play,
        setting="joint_play",
    )


def _courses(reading: EdgeReading) -> set[int]:
    return {course for gets in reading.gets for course in gets.courses}


def _at(reading: EdgeReading, course: int) -> Gets:
    return min((g for g in reading.gets if course in g.courses), key=lambda g: g.size)


def sides_differ(settings: Settings, a: float, b: float) -> bool:
    """Return whether pieces of two sizes (mm) on the two sides of an opening are seen to differ."""
    difference = abs(a - b)
    return (
        difference > settings.uneven_difference + EPS
        and difference > settings.uneven_ratio * max(a, b) + EPS
    )


def limits_at_holes(settings: Settings, least_width: float | None) -> tuple[float, float]:
    """Return the least leg beside a hole and the least strip split off by one, in mm.

    Of a chip they are no more than the share of its least width that is too small anywhere.
    """
    leg, strip = settings.least_leg, settings.least_piece
    if least_width is None:
        return leg, strip
    share = settings.least_share * least_width
    return min(leg, share), min(strip, share)


def _devices(
    settings: Settings, field: Field, pieces: list[Piece], least_width: float | None
) -> Iterator[Finding]:
    """Boxes and pipes: the legs of tile beside the hole, and what the plate comes to."""
    holes = {keep.owner: keep for keep in field.keep_outs}
    for device in field.surface.things:
        if (device.cover is None and device.round is None) or device.id not in holes:
            continue
        hole = holes[device.id]
        near = hole.box.grown(2 * EPS, 2 * EPS, 2 * EPS, 2 * EPS)
        around = overlapping(pieces, near)
        yield from _thin_legs(
            settings, device, hole, around, limits_at_holes(settings, least_width)
        )
        if device.cover is not None:
            yield from _overhang(device.cover, device, field)
            yield from _cover(settings, device.cover, hole, around)


def _thin_legs(
    settings: Settings,
    device: Placed,
    hole: KeepOut,
    around: list[Piece],
    limits: tuple[float, float],
) -> Iterator[SmallPiece | ThinLeg]:
    """Tile between the hole and the edge of the piece that it is cut from, or split off from.

    Neighbours that meet over the box have the same leg on that side: they are one finding. A strip
    that the hole splits off is a piece of its own, and too small as any other would be.
    """
    alike: dict[tuple[Literal["sliver", "thin-leg"], Side, int], tuple[float, list[Piece]]] = {}
    least_leg, least_strip = limits
    for piece in around:
        if piece.kind == "full":
            continue
        split = piece.id != piece.tile
        for side, leg in legs_of(piece.outline, hole, settings.box_clearance):
            rule: Literal["sliver", "thin-leg"] | None = None
            across = piece.width if side in ("left", "right") else piece.height
            # What the hole leaves over a tile's whole width or height is a strip by itself.
            strip = leg < least_strip - SAME_SIZE and abs(leg - across) < SAME_SIZE
            if leg < least_leg - SAME_SIZE or strip:
                rule = "thin-leg"
            if split and min(piece.width, piece.height) < least_strip - SAME_SIZE:
                rule = "sliver"
            if rule is not None:
                alike.setdefault((rule, side, round(leg * 100)), (leg, []))[1].append(piece)
    for (rule, side, _), (leg, pieces) in alike.items():
        id_, places = f"{rule}@{device.id}:{side}@{pieces[0].id}", (f"{device.id}:{side}",)
        ids = tuple(piece.id for piece in pieces)
        courses = tuple(sorted({piece.course for piece in pieces}))
        if rule == "sliver":
            yield SmallPiece(
                id=id_,
                rule=rule,
                weight="never",
                places=places,
                pieces=ids,
                courses=courses,
                size=tidy(min(min(one.width, one.height) for one in pieces)),
                least=tidy(least_strip),
                setting="least_piece" if least_strip == settings.least_piece else "least_share",
            )
        else:
            yield ThinLeg(
                id=id_,
                weight="avoid",
                places=places,
                pieces=ids,
                courses=courses,
                **_least_leg(settings, leg, least_leg, least_strip),
            )


def _least_leg(settings: Settings, leg: float, least: float, strip: float) -> dict[str, Any]:
    """The leg, its limit and the setting that says so; a strip by itself is held as a piece."""
    if leg >= least - SAME_SIZE:
        setting = "least_piece" if strip == settings.least_piece else "least_share"
        return {"leg": tidy(leg), "least": tidy(strip), "setting": setting}
    setting = "least_leg" if least == settings.least_leg else "least_share"
    return {"leg": tidy(leg), "least": tidy(least), "setting": setting}


def _overhang(plate: Rect, device: Placed, field: Field) -> Iterator[PlateOverhang]:
    """A plate past the tiled area: over the counter, an end, a cabinet, a window's joint."""
    inner, wall = field.inner, field.surface.id
    past: dict[str, float] = {
        f"{wall}:left": inner.x0 - plate.x0,
        f"{wall}:right": plate.x1 - inner.x1,
        f"{wall}:bottom": inner.y0 - plate.y0,
        f"{wall}:top": plate.y1 - inner.y1,
    }
    for keep in field.keep_outs:
        # What is cut away beside its own box lies under the plate as the box does.
        if keep.owner.partition(".")[0] == device.id or not keep.box.overlaps(plate):
            continue
        if not keep.square and not keep.polygon.intersects(shapely.box(*plate)):
            continue
        block = keep.box
        reach: dict[Side, float] = {
            "left": plate.x1 - block.x0,
            "right": block.x1 - plate.x0,
            "bottom": plate.y1 - block.y0,
            "top": block.y1 - plate.y0,
        }
        side = min(reach, key=lambda s: reach[s])
        # Over the counter the field lies above: the wall's own bottom edge.
        own = keep.owner.split(".")[0] == wall
        past[f"{wall}:bottom" if own and side == "top" else f"{keep.owner}:{side}"] = reach[side]
    for place, amount in past.items():
        if amount > EPS:
            yield PlateOverhang(
                id=f"plate-overhang@{device.id}@{place}",
                weight="never",
                places=(device.id, place),
                past=tidy(amount),
            )


def _cover(
    settings: Settings, plate: Rect, hole: KeepOut, around: list[Piece]
) -> Iterator[PlateCover]:
    """A plate that does not reach far enough over the hole that is cut for its box."""
    box = hole.box
    cover = min(box.x0 - plate.x0, box.y0 - plate.y0)
    if cover < settings.plate_cover - EPS:
        yield PlateCover(
            id=f"plate-cover@{hole.owner}",
            weight="never",
            places=(hole.owner,),
            cover=tidy(cover),
            least=settings.plate_cover,
            setting="plate_cover",
            pieces=tuple(piece.id for piece in around),
        )
