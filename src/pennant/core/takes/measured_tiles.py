"""What ten measured tiles say: the size to set out by, the joint that hides how they differ, where
a row of them ends, and how far neighbours stand out.
"""

from collections.abc import Iterator
from dataclasses import dataclass

from pennant.core.document.job import Job
from pennant.core.document.module import module_of
from pennant.core.document.pattern import Courses
from pennant.core.geometry.tolerance import EPS

LIP_IN_BONDS = ((0, 1), (1, 3), (1, 2))
"""Stack, third and half bond: from the one that shows bowed tile least to the one that shows it
most."""


@dataclass(frozen=True)
class Drift:
    """How far (mm) a row of ``tiles`` along a wall ends from where the job's size would have it:
    positive is longer. ``most`` is by how much rows of the longest and of the shortest differ.
    """

    wall: str
    tiles: int
    by: float
    most: float


@dataclass(frozen=True)
class Lip:
    """How far (mm) a bowed tile's end stands out from its neighbour's face in a bond."""

    p: int
    q: int
    mm: float


@dataclass(frozen=True)
class MeasuredReading:
    """All that follows; None where what it takes was not measured. Millimetres.

    ``length`` is the tile's on average. ``hides`` is the least joint that hides how tiles differ,
    ``hides_sorted`` the least where they are sorted into two sizes.
    """

    length: float | None
    spread: float | None
    hides: float | None
    hides_sorted: float | None
    uneven: float | None
    drifts: tuple[Drift, ...]
    lips: tuple[Lip, ...]

    @property
    def furthest(self) -> Drift | None:
        """The row that ends furthest from where it is drawn."""
        return max(self.drifts, key=lambda one: abs(one.by), default=None)


def measured_reading(job: Job) -> MeasuredReading | None:
    """Return what the measured tiles of a job say; None where none were measured."""
    given = job.tile.measured
    if given is None:
        return None
    spread = _difference(given.longest, given.shortest)
    hides = None if spread is None else spread * job.settings.joint_hides
    length = average_length(job)
    return MeasuredReading(
        length=length,
        spread=spread,
        hides=hides,
        hides_sorted=None if hides is None else hides / 2,
        uneven=_difference(given.thickest, given.thinnest),
        drifts=tuple(_drifts(job, length, spread)),
        lips=tuple(_lips(job, given.bow)),
    )


def average_length(job: Job) -> float | None:
    """Return the length of a tile on average: the row less its joints, by the tiles in it."""
    given = job.tile.measured
    if given is None or given.row is None:
        return None
    joint = job.pattern.joint if given.joint is None else given.joint
    return (given.row - (given.count - 1) * joint) / given.count


def lip_in(job: Job, p: int, q: int) -> float | None:
    """Return how far a bowed tile's end stands out in a bond (mm); None where no bow is known."""
    measured = job.tile.measured
    return None if measured is None or measured.bow is None else _lip(measured.bow, p, q)


def _lip(bow: float, p: int, q: int) -> float:
    """A bow is taken as a parabola over the tile's length: at a share ``t`` from one end it stands
    ``4 t (1 - t)`` of it high, and there the end of the tile above or below lies.
    """
    along = p / q
    return 4 * bow * along * (1 - along)


def _difference(most: float | None, least: float | None) -> float | None:
    return None if most is None or least is None else most - least


def _drifts(job: Job, length: float | None, spread: float | None) -> Iterator[Drift]:
    """Of each wall; a row has as many tiles as modules go into the wall."""
    if length is None and spread is None:
        return
    across = module_of(job).across
    by = 0.0 if length is None else length - job.tile.length
    for wall in job.walls:
        tiles = max(1, round(wall.length / across))
        yield Drift(wall.id, tiles, tiles * by, tiles * (spread or 0.0))


def _lips(job: Job, bow: float | None) -> Iterator[Lip]:
    if bow is None or bow <= EPS or not isinstance(job.pattern, Courses):
        return
    for p, q in LIP_IN_BONDS:
        yield Lip(p, q, _lip(bow, p, q))
