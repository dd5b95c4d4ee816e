"""What a reading means, and the ways to go on from it, in words."""

from collections.abc import Iterator, Sequence

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.document.refusal import JobRefused
from pennant.core.document.values import Value
from pennant.core.plan import Plan
from pennant.core.site.entries import Entry, NotedReading, standing
from pennant.core.site.readings import BoxMoved, Joint, Lean, LeftToLine, Meant, Reading, meant
from pennant.core.site.refit import FateKind, Refit, RefitWay, WayKind
from pennant.words.entries import say_pieces, say_reading
from pennant.words.names import Names

WAY_TITLES: dict[WayKind, str] = {
    "cut": "Cut the last tile to fit",
    "joints": "Spread it over the joints left",
    "next wall": "The piece round the corner takes it",
    "leans": "The end leans: each course is cut to it",
    "as found": "Planned as it was found",
}
BLOCKED: dict[WayKind, str] = {
    "cut": "cutting to it on every course", "joints": "easing the joints",
    "next wall": "moving the start round the corner", "leans": "taking the end as leaning",
    "as found": "planning it as it was found",
}  # fmt: skip
FATES: dict[FateKind, str] = {"fits": "still fit", "shaved": "are shaved", "lost": "are lost"}
LITTLE = 0.8
"""Millimetres, 1/32 in: nobody sees a reading so far off, and no cut follows it."""


class FateText(Value):
    """What becomes of a piece that is cut already."""

    piece: str
    says: str
    fate: FateKind


class RefitWayText(Value):
    """A way to go on: what it does, what each edge gets, and what becomes of cut pieces.

    ``job`` is the job in that way, to be kept whole. ``label`` is what is noted when it is.
    """

    kind: WayKind
    title: str
    does: str
    gets: tuple[str, ...]
    fates: tuple[FateText, ...]
    in_short: str
    label: str
    job: Job


class RefitText(Value):
    """What a reading means and what can be done; ``blocked`` says why a way is none."""

    reading: str
    means: str
    release: str
    ways: tuple[RefitWayText, ...]
    blocked: tuple[str, ...]


def refit_in_words(job: Job, planned: Plan, reading: Reading, found: Refit) -> RefitText:
    """Return what a reading means and the ways to go on, in words."""
    names = Names(planned.kitchen)
    return RefitText(
        reading=say_reading(job, names, reading), means=_means(job, names, reading, found.meant),
        release=_release(job, planned, reading, found.meant),
        ways=tuple(_way(job, planned, way, found.meant) for way in found.ways),
        blocked=tuple(
            f"Not possible: {BLOCKED[kind]} would move tiles already set, {say_pieces(pieces)}"
            for kind, pieces in found.blocked
        ),
    )  # fmt: skip


def _means(job: Job, names: Names, reading: Reading, means: Meant) -> str:
    if isinstance(reading, BoxMoved):
        return "What goes around it is cut otherwise, and its plate covers other edges"
    # A joint may be off by a hair, and its like add up to something at the end.
    if max(abs(means.off), abs(means.room)) <= LITTLE:
        return "As planned"
    a_joint = isinstance(reading, Joint)
    off = _share(job, means.off) if a_joint else show_with_unit(abs(means.off), job.step)
    planned = show_with_unit(means.planned, job.step)
    if isinstance(reading, Lean):
        return f"Planned: {planned}; the end is cut to another line"
    says = f"Planned: {planned}, so {off} {'more' if means.off > 0 else 'less'}"
    if isinstance(reading, Joint):
        end = show_with_unit(abs(means.room), job.step)
        if abs(means.room) > LITTLE:
            way = "less" if means.room < 0 else "more"
            says += (
                f". If the {means.joints} joints to come are the same, {end} {way} is left at the "
                "end: measure what is left, and enter that"
            )
        return says
    if not means.joints:
        return says
    each = _share(job, means.each)
    where = (
        f" at {names.edge(means.line)}" if means.line and isinstance(reading, LeftToLine) else ""
    )
    return f"{says}{where}; over the {means.joints} joints to come {each} each"


def _release(job: Job, planned: Plan, reading: Reading, means: Meant) -> str:
    """The size of the one piece that a reading was taken for, where one is left to set."""
    found = _measured_for(planned, reading, means)
    if found is None:
        return ""
    piece, size = found
    if size <= 0:
        return f"Nothing is left for {piece}"
    return f"Cut {piece} to {show_with_unit(size, job.step)}, as measured"


def _measured_for(planned: Plan, reading: Reading, means: Meant) -> tuple[str, float] | None:
    """The last piece of a course and the width (mm) that a reading gives it."""
    if not isinstance(reading, LeftToLine) or means.joints != 1:
        return None
    piece = next(one for one in planned.pieces if one.id == reading.piece)
    way = 1 if reading.side == "right" else -1
    last = min(
        (one for one in planned.pieces if one.wall == piece.wall and one.course == piece.course
         and one.of == piece.of and way * (one.box.x0 - piece.box.x0) > 0),
        key=lambda one: way * one.box.x0, default=None,
    )  # fmt: skip
    return None if last is None else (last.id, last.width + means.room)


def measured_sizes(job: Job, planned: Plan, entries: Sequence[Entry]) -> dict[str, str]:
    """Return, for each piece whose gap was measured on the wall, what it is cut to."""
    found: dict[str, str] = {}
    for one in standing(entries):
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


def _way(job: Job, planned: Plan, way: RefitWay, means: Meant) -> RefitWayText:
    names = Names(way.plan.kitchen)
    fates = tuple(_fates(job, way))
    counts = [f"{way.count(fate)} {FATES[fate]}" for fate in FATES if way.count(fate)]
    title = WAY_TITLES[way.kind]
    return RefitWayText(
        kind=way.kind, title=title, does=_does(job, planned, way, means),
        gets=tuple(_gets(job, names, way, means)), fates=fates,
        in_short=f"Of the pieces cut already {', '.join(counts)}" if counts else
        "No piece that is cut already is touched",
        label=f"{title}: {_does(job, planned, way, means)}"[:200], job=way.job,
    )  # fmt: skip


def _does(job: Job, planned: Plan, way: RefitWay, means: Meant) -> str:
    room = show_with_unit(abs(means.room), job.step)
    more = "more" if means.room > 0 else "less"
    if way.kind == "joints":
        joint = job.pattern.joint + way.each
        wider = "wider" if way.each > 0 else "narrower"
        return (
            f"{means.joints} joints {_share(job, way.each)} {wider}, about "
            f"{show_with_unit(joint, job.step)} each; the last piece stays as it is"
        )
    if way.kind == "cut":
        return f"cut {room} {'wider' if means.room > 0 else 'narrower'} than planned"
    if way.kind == "next wall":
        return f"the start round the corner is moved by {room}, so that both make one tile"
    if way.kind == "leans":
        return f"as planned at its foot, {room} {more} where it was measured"
    return "the survey is corrected, and what is still to come is laid to it"


def _share(job: Job, each: float) -> str:
    """What one joint takes up: far under what a tape shows, so as a decimal."""
    return f"{abs(each):.1f} mm" if job.units == "mm" else f"{abs(each) / 25.4:.3f} in"


def _gets(job: Job, names: Names, way: RefitWay, means: Meant) -> Iterator[str]:
    """What the edges of the wall get at which it differs from what they got."""
    surface = way.plan.surface(means.surface)
    for reading in surface.edges:
        if reading.edge != means.line and reading.kind not in ("corner", "open-end", "side"):
            continue
        sizes = dict.fromkeys(
            "full" if gets.full else show_with_unit(gets.size, job.step) for gets in reading.gets
        )
        if sizes:
            yield f"{names.edge(reading.edge)}: {' and '.join(list(sizes)[:3])}"


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
