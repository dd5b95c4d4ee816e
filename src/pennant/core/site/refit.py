"""The re-fit: what is still to come, planned again around what is set.

A reading that is not the planned one says one of several things. The tiles of this course drifted:
its last piece is cut to the tape, or its joints to come take it, and nothing else changes. Or the
end is elsewhere, or leans: then a way is the job with what was found in it, planned, the same plan
as if it had been measured so from the start. What is set never moves: a way in which a set piece
would lie otherwise is no way.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Literal

import shapely

from pennant.core.cuts.sheets import sheets_of
from pennant.core.cuts.tiles import sheet_of
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused
from pennant.core.document.starts import (
    Across,
    Carried,
    Centred,
    Eased,
    Fitted,
    Folded,
    FullCounter,
    Start,
    UpSchool,
    WholeCourses,
)
from pennant.core.document.survey import Device, Wall
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.laying.lay_kitchen import lay
from pennant.core.laying.surface_plan import Laid
from pennant.core.layout.pieces import Piece
from pennant.core.plan import Plan, plan
from pennant.core.site.readings import (
    BoxMoved,
    Height,
    Lean,
    LeftToLine,
    Meant,
    Reading,
    meant,
    pieces_left,
)
from pennant.core.site.record import Again, Finder, Record, SiteEvent, again_for, spot_of
from pennant.core.survey.kitchen import floats_of

WayKind = Literal[
    "wedge",
    "last piece",
    "course joints",
    "sheet joints",
    "cut",
    "joints",
    "next wall",
    "leans",
    "line",
    "as found",
]
OF_ONE_COURSE: tuple[WayKind, ...] = ("wedge", "last piece", "course joints", "sheet joints")
"""Ways in which the tiles of one course are put right: the job stays as it is."""
MOST_WEDGED = 6.0
"""Millimetres, 1/4 in: a course that is further off level is set anew, and not wedged."""
FateKind = Literal["fits", "shaved", "lost"]


AS_PLANNED = 0.8
"""Millimetres, 1/32 in: nobody sees a reading so far off, and no cut follows it."""


@dataclass(frozen=True)
class Fate:
    """What becomes of a piece that is cut already.

    ``now`` is what it is called in the new plan; ``by`` is how much (mm) is shaved off it.
    """

    piece: str
    now: str
    fate: FateKind
    by: float = 0.0


@dataclass(frozen=True)
class RefitWay:
    """A way to go on. ``each`` is what a joint takes up (mm), where joints do.

    ``again`` says what each piece that is lost is cut from again. ``piece`` is the last piece, cut
    to the reading, and ``size`` how wide (mm); 0 where its cut is no straight one. Where less is
    left than the last pieces were to take, they are ``left_out``. ``joints`` are those between
    sheets that take it.
    """

    kind: WayKind
    job: Job
    plan: Plan
    fates: tuple[Fate, ...]
    each: float = 0.0
    again: tuple[Again, ...] = ()
    piece: str = ""
    size: float = 0.0
    left_out: Sequence[str] = ()
    joints: int = 0

    def count(self, fate: FateKind) -> int:
        """How many pieces that are cut already come to that."""
        return sum(one.fate == fate for one in self.fates)


@dataclass(frozen=True)
class Refit:
    """What a reading means and the ways to go on; ``blocked`` are ways that would move what is
    set, with the pieces that would be.
    """

    meant: Meant
    ways: tuple[RefitWay, ...]
    blocked: tuple[tuple[WayKind, tuple[str, ...]], ...]


def refit(
    job: Job, before: Plan, record: Record, reading: Reading, events: Sequence[SiteEvent] = ()
) -> Refit:
    """Return what a reading means and the ways to go on from it; `JobRefused` where it cannot be.

    What is set and what is cut are known from the record; ``events`` are those it is made of, from
    which it is known what offcuts there are.
    """
    done = {piece for piece, state in record.states.items() if state == "set"}
    means = meant(job, before, reading, done)
    ways = [
        *_of_this_course(job, before, record, reading, means, events),
        *_wedged(job, before, reading, means),
    ]
    blocked = []
    for kind, changed, each in _changed(job, before, record, reading, means):
        if changed == job:
            continue
        try:
            planned = plan(changed)
        except JobRefused:
            continue
        moved = _moved(job, before, planned, record)
        if moved:
            blocked.append((kind, moved))
        else:
            fates = tuple(_fates(job, before, planned, record))
            again = tuple(_again(changed, planned, record, events, fates))
            ways.append(RefitWay(kind, changed, planned, fates, each, again))
    return Refit(means, tuple(ways), tuple(blocked))


def _of_this_course(
    job: Job,
    planned: Plan,
    record: Record,
    reading: Reading,
    means: Meant,
    events: Sequence[SiteEvent],
) -> Iterator[RefitWay]:
    """The tiles of this course drifted: its last piece takes it, or its joints to come do."""
    row = pieces_left(planned, reading, means)
    if not row or abs(means.room) <= AS_PLANNED:
        return
    on = next(one for one in lay(job, planned.kitchen) if one.plan.surface == means.surface)
    straight = on.layout.in_courses
    last, size, out = _cut_last(row, means.room, on.layout.module.joint)
    if record.states.get(last.id) == "set":
        return
    if AS_PLANNED < size <= on.layout.module.width + AS_PLANNED or not straight:
        fate: tuple[Fate, ...] = ()
        if record.states.get(last.id) == "cut":
            fate = (_cut_to(last, size, job.settings.set_within),)
        again = tuple(_again(job, planned, record, events, fate))
        yield RefitWay(
            "last piece",
            job,
            planned,
            fate,
            0.0,
            again,
            last.id,
            min(size, on.layout.module.width) if straight else 0.0,
            out,
        )
    joint, each = on.layout.module.joint, tidy(means.each)
    takes = on.layout.eases and means.joints > 1
    if takes and _bears(job, joint, each):
        yield RefitWay("course joints", job, planned, (), each)
    yield from _sheet_joints(job, planned, row, means, joint)


def _wedged(job: Job, planned: Plan, reading: Reading, means: Meant) -> Iterator[RefitWay]:
    """The first course is off level at a place: while its bed is soft, wedges put it right."""
    if not isinstance(reading, Height) or not AS_PLANNED < abs(means.off) <= MOST_WEDGED:
        return
    own = planned.surface(means.surface).pieces
    piece = next(one for one in own if one.id == reading.piece)
    first = min(one.course for one in own if one.of == piece.of)
    if piece.course == first:
        yield RefitWay("wedge", job, planned, (), 0.0, (), piece.id)


def _sheet_joints(
    job: Job, planned: Plan, row: Sequence[Piece], means: Meant, joint: float
) -> Iterator[RefitWay]:
    """Inside a sheet nothing moves; the joints between the sheets to come take it."""
    if job.tile.sheet is None:
        return
    to_come = {one.id for one in row}
    many = sum(
        bool(to_come & {*one.full, *one.cut})
        for one in sheets_of(job, planned.pieces)
        if one.surface == means.surface
    )
    each = tidy(means.room / many) if many else 0.0
    if many > 1 and _bears(job, joint, each):
        yield RefitWay("sheet joints", job, planned, (), each, joints=many)


def _bears(job: Job, joint: float, each: float) -> bool:
    """Whether a joint may be so much wider or narrower: unseen, and never under the tile's lugs."""
    return abs(each) <= job.settings.joint_play + EPS and joint + each >= max(job.tile.lugs, 0.0)


def _cut_last(row: Sequence[Piece], room: float, joint: float) -> tuple[Piece, float, list[str]]:
    """The piece that a course ends with, how wide it is cut, and the pieces that are left out.

    Where there is less left than the last piece was to give, the one before it is the last.
    """
    left = list(row)
    last = left.pop()
    size, out = last.box.width + room, []
    while size <= AS_PLANNED and left:
        out.append(last.id)
        last = left.pop()
        size += last.box.width + joint
    return last, tidy(size), out


def _cut_to(last: Piece, size: float, within: float) -> Fate:
    """What becomes of a last piece that is cut already and should be ``size`` wide."""
    over = tidy(last.box.width - size)
    if over < -within:
        return Fate(last.id, last.id, "lost")
    if over <= within:
        return Fate(last.id, last.id, "fits")
    return Fate(last.id, last.id, "shaved", over)


def _changed(
    job: Job, planned: Plan, record: Record, reading: Reading, means: Meant
) -> Iterator[tuple[WayKind, Job, float]]:
    """The job with what was found, in each way that there is for a reading.

    None on a counter or inside an opening: there the last piece is cut to what was read.
    """
    if not isinstance(reading, BoxMoved) and all(one.id != means.surface for one in job.walls):
        return
    laid = {one.plan.surface: one for one in lay(job, planned.kitchen)}
    pieces = {piece.id: piece for piece in planned.pieces}
    if isinstance(reading, Lean):
        lean = {f"{reading.side}_lean": reading.value}
        yield "as found", _with_wall(job, means.surface, **lean), 0.0
    elif isinstance(reading, BoxMoved):
        yield "as found", _box_moved(job, means.surface, reading), 0.0
    elif isinstance(reading, LeftToLine) and abs(means.room) > AS_PLANNED:
        yield from _ends(job, laid, planned, pieces[reading.piece], reading, means)
        if means.line.rsplit(":", 1)[0] == means.surface:
            busy = {piece.wall for piece in planned.pieces if record.states.get(piece.id) == "set"}
            yield from _next_wall(job, laid[means.surface], reading, means, busy)
    elif isinstance(reading, Height) and laid[means.surface].layout.in_courses:
        yield from _heights(job, laid[means.surface], pieces[reading.piece], means)


def _ends(
    job: Job, laid: dict[str, Laid], planned: Plan, piece: Piece, reading: LeftToLine, means: Meant
) -> Iterator[tuple[WayKind, Job, float]]:
    """The line is further out than surveyed, or nearer."""
    on = laid[means.surface]
    owner, side = means.line.rsplit(":", 1)
    found = _line_moved(job, on, means, reading)
    yield "cut", found, 0.0
    layout = on.layout
    joint = layout.module.joint
    each = tidy(means.each)
    takes = layout.eases and means.joints > 0
    if takes and _bears(job, joint, each):
        past = piece.box.x1 if reading.side == "right" else piece.box.x0
        eased = Eased(way=reading.side, past=past, by=each)
        yield "joints", _eased(found, means.surface, eased), each
    if owner == means.surface:
        yield from _leans(job, on, piece, side, means, reading)
        yield from _line_floats(job, on, planned, reading, means)


def _line_floats(
    job: Job, on: Laid, planned: Plan, reading: LeftToLine, means: Meant
) -> Iterator[tuple[WayKind, Job, float]]:
    """An end that may float comes in, so that a last piece need be no wider than its tile."""
    row = pieces_left(planned, reading, means)
    if not row or not on.layout.in_courses:
        return
    over = tidy(row[-1].box.width + means.room - on.layout.module.width)
    wall = job.wall(means.surface)
    back, _ = floats_of(wall).get(reading.side, (0.0, 0.0))
    taken = getattr(wall.start, reading.side)
    inward = -over if reading.side == "right" else over
    if over <= AS_PLANNED or abs(taken + inward) > back + EPS:
        return
    found = _line_moved(job, on, means, reading)
    start = found.wall(wall.id).start.model_copy(update={reading.side: tidy(taken + inward)})
    yield "line", _with_wall(found, wall.id, start=start), 0.0


def _leans(
    job: Job, on: Laid, piece: Piece, side: str, means: Meant, reading: LeftToLine
) -> Iterator[tuple[WayKind, Job, float]]:
    """The end is out of plumb: at its foot as surveyed, at the reading's height as read."""
    surface = on.field.surface
    foot = on.field.foot
    rise = (piece.box.y0 + piece.box.y1) / 2 - foot
    if rise <= on.layout.module.up:
        return
    whole = max(surface.top_left, surface.top_right) - foot
    wall = job.wall(means.surface)
    out = means.room if reading.side == "right" else -means.room
    lean = tidy((wall.left_lean if side == "left" else wall.right_lean) + out * whole / rise)
    yield "leans", _with_wall(job, wall.id, **{f"{side}_lean": lean}), 0.0


def _next_wall(
    job: Job, on: Laid, reading: LeftToLine, means: Meant, busy: set[str]
) -> Iterator[tuple[WayKind, Job, float]]:
    """The piece round the corner, which makes up one tile with the last one, gives what it takes.

    Only where nothing is set there, and its start does not follow this wall's anyway.
    """
    number = next(n for n, wall in enumerate(job.walls) if wall.id == means.surface)
    other = number + 1 if reading.side == "right" else number - 1
    if not 0 <= other < len(job.walls):
        return
    corner = job.walls[min(number, other)].corner
    wall = job.walls[other]
    across = wall.start.across
    if corner is None or corner.kind != "inside" or wall.id in busy:
        return
    if isinstance(across, Fitted | Folded):
        return
    room = -means.room if reading.side == "right" else means.room
    nudged = across.model_copy(update={"nudge": tidy(across.nudge + room)})
    start = wall.start.model_copy(update={"across": nudged})
    found = _line_moved(job, on, means, reading)
    yield "next wall", _with_wall(found, wall.id, start=start), 0.0


def _heights(
    job: Job, on: Laid, piece: Piece, means: Meant
) -> Iterator[tuple[WayKind, Job, float]]:
    """What stands too high (or low) by ``off`` carries the courses above it so far up."""
    start = job.wall(means.surface).start
    if isinstance(start.up, WholeCourses):
        return  # its joints are drawn to the height already
    raised = Eased(way="up", past=piece.box.y1, by=means.off, joints=1)
    pinned = _eased(job, means.surface, raised)
    yield "cut", pinned, 0.0
    each, joint = tidy(means.each), on.layout.module.bed
    if means.joints > 1 and abs(each) <= job.settings.joint_play + EPS:
        if joint + each + min(means.off, 0.0) < job.tile.lugs:
            return
        shared = Eased(way="up", past=piece.box.y1, by=each, joints=means.joints)
        yield "joints", _eased(pinned, means.surface, shared), each


def _line_moved(job: Job, on: Laid, means: Meant, reading: LeftToLine) -> Job:
    """The job with the line where it was found, all that is laid staying where it is."""
    owner, side = means.line.rsplit(":", 1)
    by = means.room if reading.side == "right" else -means.room
    wall = next((wall for wall in job.walls if wall.id == on.plan.surface), None)
    if wall is None:
        return job
    pinned = pinned_start(wall.start, on)
    if owner == wall.id:
        at = getattr(wall.found, side)
        found = wall.found.model_copy(update={side: tidy(at + by)})
        return _with_wall(job, wall.id, found=found, start=pinned)
    things = tuple(
        thing.model_copy(update={"at": thing.at.moved(by)})
        if thing.id == owner and hasattr(thing, "at")
        else thing
        for thing in wall.things
    )
    return _with_wall(job, wall.id, things=things, start=pinned)


def _box_moved(job: Job, wall_id: str, reading: BoxMoved) -> Job:
    things = tuple(
        thing.model_copy(
            update={"at": thing.at.moved(reading.right), "up": thing.up.moved(reading.up)}
        )
        if isinstance(thing, Device) and thing.id == reading.thing
        else thing
        for thing in job.wall(wall_id).things
    )
    return _with_wall(job, wall_id, things=things)


def pinned_start(start: Start, on: Laid) -> Start:
    """Return a start that plants the pennant just where it stands, whatever ends and tops do.

    A start fitted between lines, or drawn to whole courses, is left as it is: it holds to them.
    """
    layout, plant, foot = on.layout, on.layout.plant, on.field.foot
    across: Across = start.across
    up: UpSchool = start.up
    if not isinstance(across, Fitted):
        width = layout.figure_width
        middle = plant.x + width / 2
        at = max(middle, 0.0)
        across = Centred(what="tile", on="point", x=tidy(at), nudge=tidy(middle - at))
    if not isinstance(up, WholeCourses | Carried):
        up = FullCounter(nudge=tidy(plant.y - foot))
    return start.model_copy(update={"across": across, "up": up})


def _eased(job: Job, wall_id: str, eased: Eased) -> Job:
    start = job.wall(wall_id).start
    return _with_wall(job, wall_id, start=start.model_copy(update={"eased": (*start.eased, eased)}))


def _with_wall(job: Job, id_: str, **changes: object) -> Job:
    walls: Sequence[Wall] = [
        wall.model_copy(update=changes) if wall.id == id_ else wall for wall in job.walls
    ]
    return job.model_copy(update={"walls": tuple(walls)})


def _moved(job: Job, before: Plan, planned: Plan, record: Record) -> tuple[str, ...]:
    """Set pieces that would lie otherwise."""
    find = Finder(planned.pieces, job.settings.set_within)
    return tuple(
        piece.id
        for piece in before.pieces
        if record.states.get(piece.id) == "set"
        and find.piece(SiteEvent(0, piece.id, "set", spot_of(piece))) is None
    )


def _fates(job: Job, before: Plan, planned: Plan, record: Record) -> Iterator[Fate]:
    """What becomes of each piece that is cut and not set."""
    cut = [piece for piece in before.pieces if record.states.get(piece.id) == "cut"]
    if not cut:
        return
    shapes = [_polygon(piece) for piece in planned.pieces]
    tree = shapely.STRtree(shapes)
    for piece in cut:
        own = _polygon(piece)
        near = [
            (float(own.intersection(shapes[n]).area), planned.pieces[n])
            for n in tree.query(own)
            if planned.pieces[n].wall == piece.wall and planned.pieces[n].of == piece.of
        ]
        best = max(near, key=lambda one: one[0], default=None)
        if best is None or best[0] <= 0:
            yield Fate(piece.id, piece.id, "lost")
        else:
            yield fate_of(piece, best[1], job.settings.set_within)


def _again(
    job: Job, planned: Plan, record: Record, events: Sequence[SiteEvent], fates: Sequence[Fate]
) -> list[Again]:
    """What pieces that are lost are cut from again, as broken ones are."""
    lost = tuple(one.now for one in fates if one.fate == "lost")
    if not lost:
        return []
    return again_for(replace(record, broken=lost), events, sheet_of(job), planned.pieces)


def fate_of(cut: Piece, now: Piece, within: float) -> Fate:
    """Return what a piece that is cut comes to where it should be another.

    Both are laid into one tile. What the new one needs and the old one does not have is lost; what
    the old one has too much is shaved off.
    """
    old, new = _in_tile(cut), _in_tile(now)
    missing = float(shapely.difference(new, old.buffer(within, join_style="mitre")).area)
    if missing > within * within:
        return Fate(cut.id, now.id, "lost")
    over = max(
        (cut.width - now.width),
        (cut.height - now.height),
        float(old.difference(new).area) / max(cut.box.width, cut.box.height),
    )
    if over <= within:
        return Fate(cut.id, now.id, "fits")
    return Fate(cut.id, now.id, "shaved", tidy(over))


def _polygon(piece: Piece) -> shapely.Polygon:
    return shapely.Polygon(piece.outline[0], piece.outline[1:])


def _in_tile(piece: Piece) -> shapely.Polygon:
    """A piece in its own tile's frame."""
    shell, *holes = piece.placement.outline_in_tile(piece.outline)
    return shapely.Polygon(shell, holes)
