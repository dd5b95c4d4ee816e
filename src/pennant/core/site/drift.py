"""A drift told early: what a few readings of one kind grow to, and how little corrects it.

Readings of what is left to one line, or of the height of one course after another, are held
against the plan. Where they grow evenly from course to course, the straight line through them
(least squares) tells what they come to at the last course.
"""

from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass

from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused
from pennant.core.geometry.tolerance import tidy
from pennant.core.layout.pieces import Piece
from pennant.core.plan import Plan
from pennant.core.site.readings import Height, LeftToLine, Meant, Reading, meant

LEAST_READINGS = 3
"""Two readings make a line, whatever they are of; the third shows that they grow."""
EVEN = 0.8
"""Millimetres, 1/32 in: how far a reading may lie off the line; a tape tells no less."""
TOLD_FROM = 1.6
"""Millimetres, 1/16 in: what a drift comes to at the end before anybody is told of it."""


@dataclass(frozen=True)
class Drift:
    """Readings that grow. Millimetres; positive is more than planned.

    ``line`` is the edge that they were taken to, empty where they are of heights. ``course`` is
    the last that was read, ``end`` the last there is; ``each`` is what comes to it from course to
    course, and ``comes_to`` what is there at the end.
    """

    surface: str
    line: str
    readings: int
    course: int
    end: int
    each: float
    comes_to: float

    @property
    def courses_left(self) -> int:
        """The courses still to be set, over which it can be taken back."""
        return self.end - self.course


def line_of(reading: LeftToLine | Height, means: Meant) -> tuple[str, str]:
    """Return the surface and the line of a reading: readings of one line grow together."""
    return means.surface, means.line if isinstance(reading, LeftToLine) else ""


def drifts(
    job: Job, plan: Plan, readings: Iterable[Reading], done: Collection[str] = ()
) -> list[Drift]:
    """Return what readings grow to, line by line; ``done`` are the pieces that are set.

    A reading of a piece that the plan has no more, or that cannot be, is passed over; of two of
    one course the later counts.
    """
    pieces = {piece.id: piece for piece in plan.pieces}
    by_line: dict[tuple[str, str], dict[int, float]] = {}
    for reading in readings:
        if not isinstance(reading, LeftToLine | Height) or reading.piece not in pieces:
            continue
        try:
            means = meant(job, plan, reading)
        except JobRefused:
            continue
        course = pieces[reading.piece].course
        by_line.setdefault(line_of(reading, means), {})[course] = means.off
    found = (
        _drift(surface, line, offs, plan.surface(surface).pieces, done)
        for (surface, line), offs in by_line.items()
    )
    return [one for one in found if one is not None]


def _drift(
    surface: str, line: str, offs: dict[int, float], pieces: Sequence[Piece], done: Collection[str]
) -> Drift | None:
    if len(offs) < LEAST_READINGS:
        return None
    courses = sorted(offs)
    last = max((one.course for one in pieces if one.id in done), default=courses[-1])
    last, end = max(last, courses[-1]), max(one.course for one in pieces)
    middle = sum(courses) / len(courses)
    mean = sum(offs.values()) / len(offs)
    spread = sum((course - middle) ** 2 for course in courses)
    each = sum((course - middle) * (offs[course] - mean) for course in courses) / spread
    if any(abs(mean + each * (course - middle) - offs[course]) > EVEN for course in courses):
        return None
    comes_to = mean + each * (end - middle)
    grows = abs(comes_to) - abs(offs[courses[-1]])
    if last >= end or abs(comes_to) < TOLD_FROM or grows < EVEN:
        return None
    return Drift(surface, line, len(offs), courses[-1], end, tidy(each), tidy(comes_to))
