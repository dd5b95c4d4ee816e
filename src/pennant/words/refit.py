"""What a reading means, and the ways to go on from it, in words."""

from collections.abc import Iterator, Sequence
from typing import Literal

from pennant.core.document.job import Job
from pennant.core.document.lengths import MM_PER_INCH, show_exact, show_with_unit
from pennant.core.document.refusal import JobRefused
from pennant.core.document.values import Value
from pennant.core.plan import Plan
from pennant.core.reading.edges import EdgeReading
from pennant.core.site.drift import Drift
from pennant.core.site.entries import Entry, NotedReading, NotedRefit, standing
from pennant.core.site.readings import (
    BoxMoved,
    Height,
    Joint,
    Lean,
    LeftToLine,
    Meant,
    Reading,
    meant,
    pieces_left,
)
from pennant.core.site.refit import (
    AS_PLANNED,
    FateKind,
    Refit,
    RefitWay,
    WayKind,
)
from pennant.words.counts import counted
from pennant.words.entries import say_pieces, say_reading
from pennant.words.names import Names, rows

WAY_TITLES: dict[WayKind, str] = {
    "wedge": "Wedge it level now, while the bed is soft",
    "last piece": "Cut this course's last tile to fit",
    "course joints": "Spread it over this course's joints",
    "sheet joints": "Spread it over the joints between sheets",
    "cut": "Cut every course to come to it",
    "joints": "Spread it over the joints left, in every course",
    "next wall": "The piece round the corner takes it",
    "leans": "Cut each course to the leaning end",
    "line": "Move the end's line",
    "as found": "Planned as it was found",
}
OF_HEIGHTS: dict[WayKind, str] = {
    "cut": "Cut the top pieces to fit",
    "joints": "Spread it over the courses left",
}
"""The same ways where the reading is of a course's height."""
Cause = Literal["These tiles drifted", "The end is elsewhere", "The end leans", ""]
CAUSES: dict[WayKind, Cause] = {
    "last piece": "These tiles drifted",
    "course joints": "These tiles drifted",
    "sheet joints": "These tiles drifted",
    "cut": "The end is elsewhere",
    "joints": "The end is elsewhere",
    "next wall": "The end is elsewhere",
    "line": "The end is elsewhere",
    "leans": "The end leans",
}
"""What a way takes a reading to say, where it may say several things."""
BLOCKED: dict[WayKind, str] = {
    "cut": "cutting to it on every course",
    "joints": "easing the joints",
    "line": "moving the end's line",
    "next wall": "moving the start round the corner",
    "leans": "taking the end as leaning",
    "as found": "planning it as it was found",
}
FATES: dict[FateKind, str] = {"fits": "still fit", "shaved": "are shaved", "lost": "are lost"}
LEAST_MM = 0.1
"""Millimetres: the least that is said of a joint."""


class FateText(Value):
    """What becomes of a piece that is cut already."""

    piece: str
    says: str
    fate: FateKind


class RefitWayText(Value):
    """A way to go on: what it does, what each edge gets, and what becomes of cut pieces.

    ``job`` is the job in that way, to be kept whole; ``noted`` is the entry that goes with it.
    ``cause`` is what the way takes the reading to say.
    """

    kind: WayKind
    cause: Cause
    title: str
    does: str
    gets: tuple[str, ...]
    fates: tuple[FateText, ...]
    in_short: str
    noted: NotedRefit
    job: Job


class RefitText(Value):
    """What a reading means and what can be done; ``blocked`` says why a way is none."""

    reading: str
    means: str
    release: str
    ways: tuple[RefitWayText, ...]
    blocked: tuple[str, ...]
    drift: str = ""


def refit_in_words(
    job: Job, planned: Plan, reading: Reading, found: Refit, drift: Drift | None = None
) -> RefitText:
    """Return what a reading means and the ways to go on, in words, and the drift it is part of."""
    names = Names(planned.kitchen)
    return RefitText(
        reading=say_reading(job, names, reading),
        means=_means(job, names, reading, found.meant),
        release=_release(job, planned, reading, found),
        ways=tuple(_way(job, planned, reading, way, found.meant) for way in found.ways),
        blocked=tuple(
            f"Not possible: {BLOCKED[kind]} would move tiles already set, {say_pieces(pieces)}"
            for kind, pieces in found.blocked
        ),
        drift=say_drift(job, names, drift) if drift is not None else "",
    )


def say_drift(job: Job, names: Names, drift: Drift) -> str:
    """Say what readings grow to, and how little from the next course on takes it back."""
    comes_to = show_with_unit(abs(drift.comes_to), job.step)
    more = "more" if drift.comes_to > 0 else "less"
    each = _share(job, drift.each)
    top, following = rows(job, (drift.end,)), rows(job, (drift.course + 1,))
    if not drift.line:
        high = "high" if drift.comes_to > 0 else "low"
        by = _share(job, drift.comes_to / drift.courses_left)
        thinner = "narrower" if drift.comes_to > 0 else "wider"
        return (
            f"{drift.readings} heights grow by {each} a course: {top} comes out {comes_to} too "
            f"{high}. Make each level joint from {following} on {by} {thinner}."
        )
    return (
        f"{drift.readings} readings to {names.edge(drift.line)} grow by {each} a course: at {top} "
        f"{comes_to} {more} is left than planned. Check the end for plumb, and correct from "
        f"{following} on."
    )


def _means(job: Job, names: Names, reading: Reading, means: Meant) -> str:
    if isinstance(reading, BoxMoved):
        return "What goes around it is cut otherwise, and its plate covers other edges"
    # A joint may be off by a hair, and its like add up to something at the end.
    if max(abs(means.off), abs(means.room)) <= AS_PLANNED:
        return "As planned"
    a_joint = isinstance(reading, Joint)
    off = _share(job, means.off) if a_joint else show_with_unit(abs(means.off), job.step)
    planned = show_with_unit(means.planned, job.step)
    if isinstance(reading, Lean):
        return f"Planned: {planned}; the end is cut to another line"
    says = f"Planned: {planned}, so {off} {'more' if means.off > 0 else 'less'}"
    if isinstance(reading, Joint):
        end = show_with_unit(abs(means.room), job.step)
        if abs(means.room) > AS_PLANNED:
            way = "less" if means.room < 0 else "more"
            many = "joint to come is" if means.joints == 1 else f"{means.joints} joints to come are"
            says += (
                f". If the {many} the same, {end} {way} is left at the end: measure what is left, "
                "and enter that"
            )
        return says
    if not means.joints:
        return says
    each = _share(job, means.each)
    where = (
        f" at {names.edge(means.line)}" if means.line and isinstance(reading, LeftToLine) else ""
    )
    if means.joints == 1:
        return f"{says}{where}; 1 joint is to come"
    return f"{says}{where}; over the {means.joints} joints to come {each} each"


def _release(job: Job, planned: Plan, reading: Reading, found: Refit) -> str:
    """The size of the one piece that a reading was taken for, where no way to go on says it."""
    measured = _measured_for(planned, reading, found.meant)
    if measured is None or (found.ways and measured[1] > 0):
        return ""
    piece, size = measured
    if size <= 0:
        return f"Nothing is left for {piece}"
    return f"Cut {piece} to {show_with_unit(size, job.step)}, as measured"


def _measured_for(planned: Plan, reading: Reading, means: Meant) -> tuple[str, float] | None:
    """The last piece of a course and the width (mm) that a reading gives it."""
    if not isinstance(reading, LeftToLine) or means.joints != 1:
        return None
    last = pieces_left(planned, reading, means)[-1]
    return last.id, last.box.width + means.room


def measured_sizes(job: Job, planned: Plan, entries: Sequence[Entry]) -> dict[str, str]:
    """Return, for each piece whose gap was measured on the wall, what it is cut to."""
    found: dict[str, str] = {}
    for one in standing(entries):
        if isinstance(one.said, NotedRefit) and one.said.piece and one.said.size > 0:
            found[one.said.piece] = show_with_unit(one.said.size, job.step)
        if not isinstance(one.said, NotedReading):
            continue
        reading = one.said.reading
        try:
            measured = _measured_for(planned, reading, meant(job, planned, reading))
        except JobRefused:
            continue  # it was taken of a plan that is no more
        if measured is not None and measured[1] > 0:
            found[measured[0]] = show_with_unit(measured[1], job.step)
    return found


def _way(job: Job, planned: Plan, reading: Reading, way: RefitWay, means: Meant) -> RefitWayText:
    names = Names(way.plan.kitchen)
    fates = tuple(_fates(job, way))
    counts = [f"{way.count(fate)} {FATES[fate]}" for fate in FATES if way.count(fate)]
    height = isinstance(reading, Height)
    title = OF_HEIGHTS.get(way.kind, WAY_TITLES[way.kind]) if height else WAY_TITLES[way.kind]
    does = _does_up(job, way, means) if height else _does(job, way, means)
    return RefitWayText(
        kind=way.kind,
        cause="" if height else CAUSES.get(way.kind, ""),
        title=title,
        does=does,
        gets=tuple(_gets(job, names, planned, way, means)),
        fates=fates,
        in_short=f"Of the pieces cut already {', '.join(counts)}"
        if counts
        else "No piece that is cut already is touched",
        noted=NotedRefit(words=f"{title}: {does}"[:200], piece=way.piece or None, size=way.size),
        job=way.job,
    )


def _does_up(job: Job, way: RefitWay, means: Meant) -> str:
    """What a way does where a course stands too high or too low."""
    off = show_with_unit(abs(means.off), job.step)
    if way.kind == "wedge":
        way_to = "lower" if means.off > 0 else "raise"
        return f"{way_to} {way.piece} by {off} and check it with the level; all else as planned"
    if way.kind == "joints":
        return _joints(job, way, means, "the top pieces stay as they are")
    lower = "lower" if means.off > 0 else "taller"
    return f"what ends under something above is cut {off} {lower} than planned"


def _joints(job: Job, way: RefitWay, means: Meant, rest: str) -> str:
    joint = job.pattern.joint + way.each
    wider = "wider" if way.each > 0 else "narrower"
    joints = counted(means.joints, "joint")
    return (
        f"{joints} {_share(job, way.each)} {wider}, about {show_with_unit(joint, job.step)} each; "
        f"{rest}"
    )


def _does(job: Job, way: RefitWay, means: Meant) -> str:
    room = show_with_unit(abs(means.room), job.step)
    more = "more" if means.room > 0 else "less"
    wider = "wider" if means.room > 0 else "narrower"
    if way.kind == "last piece":
        size = f"to {show_with_unit(way.size, job.step)}, " if way.size > 0 else ""
        rest = "the courses to come as planned"
        if way.left_out:
            return f"leave {say_pieces(way.left_out)} out and cut {way.piece} {size}{rest}"
        return f"cut {way.piece} {size}{room} {wider} than planned; {rest}"
    if way.kind == "sheet joints":
        wider = "wider" if way.each > 0 else "narrower"
        return (
            f"the {way.joints} joints between sheets {_share(job, way.each)} {wider} each; inside "
            "a sheet nothing moves"
        )
    if way.kind == "course joints":
        return _joints(job, way, means, "the last piece and the courses to come as planned")
    if way.kind == "joints":
        return _joints(job, way, means, "the last piece stays as it is")
    if way.kind == "line":
        return "the end may float: its line comes in until the last piece is a whole tile"
    if way.kind == "cut":
        return f"cut {room} {wider} than planned"
    if way.kind == "next wall":
        return f"the start round the corner is moved by {room}, so that both make one tile"
    if way.kind == "leans":
        return f"as planned at its foot, {room} {more} where it was measured"
    return "the survey is corrected, and what is still to come is laid to it"


def _share(job: Job, each: float) -> str:
    """What one joint takes up: mostly under what a tape shows, so to a sixty-fourth or 0.1 mm."""
    if job.units == "mm":
        return f"{abs(each):.1f} mm" if abs(each) >= LEAST_MM / 2 else f"under {LEAST_MM} mm"
    parts = round(abs(each) / MM_PER_INCH * 64)
    return f"{show_exact(parts * MM_PER_INCH / 64, 'in')} in" if parts else "under 1/64 in"


def _gets(job: Job, names: Names, planned: Plan, way: RefitWay, means: Meant) -> Iterator[str]:
    """What the edges of the wall get at which it differs from what they got."""
    before = {one.edge: _sizes(job, one) for one in planned.surface(means.surface).edges}
    for reading in way.plan.surface(means.surface).edges:
        sizes = _sizes(job, reading)
        if sizes and sizes != before.get(reading.edge):
            yield f"{names.edge(reading.edge)}: {' and '.join(sizes[:3])}"


def _sizes(job: Job, reading: EdgeReading) -> list[str]:
    """What an edge gets, each size once."""
    sizes = ("full" if gets.full else show_with_unit(gets.size, job.step) for gets in reading.gets)
    return list(dict.fromkeys(sizes))


def _fates(job: Job, way: RefitWay) -> Iterator[FateText]:
    from_offcut = {one.piece: one for one in way.again if one.offcut is not None}
    for one in way.fates:
        if one.fate == "shaved":
            says = f"{one.piece}: shave {show_with_unit(one.by, job.step)} off"
        elif one.fate == "lost":
            offcut = from_offcut.get(one.now)
            where = f"from the offcut of tile {offcut.tile}" if offcut else "from a new tile"
            says = f"{one.piece}: too small now, cut another {where}"
        else:
            says = f"{one.piece}: fits"
        if one.now != one.piece:
            says += f" (it is called {one.now} then)"
        yield FateText(piece=one.piece, says=says, fate=one.fate)
