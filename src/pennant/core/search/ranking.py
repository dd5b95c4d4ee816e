"""Starts of a wall compared: each planned in full, and put in order by the client's wishes.

Each wish leaves those within its band of the best of those that are left, and the last wishes are
followed by what nobody sees: a school's place comes before an odd nudge, a small nudge before a
large one. Then the same again without the winner, until all are in order.
"""

from collections.abc import Iterable, Iterator, Sequence
from itertools import zip_longest

from pennant.core.document.job import Job
from pennant.core.document.starts import Start
from pennant.core.document.values import Value
from pennant.core.document.wishes import BANDS, Wish, WishKind
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.laying.lay_kitchen import lay
from pennant.core.laying.surface_plan import Laid, thin_pieces
from pennant.core.laying.whole_courses import has_whole_courses, with_whole_courses
from pennant.core.search.measured import Measured, exact_key, left_by, measure
from pennant.core.search.starting import started, wishes_of
from pennant.core.survey.kitchen import floats_of, kitchen_of
from pennant.core.survey.placed import Kitchen
from pennant.core.takes.quantities import tiles_of


class Outcome(Value):
    """What a start comes to.

    ``decided_by`` is the first wish in which it is better than the next in rank, ``figures`` what
    the two come to in it; None if they are alike in all.
    """

    start: Start
    measured: Measured
    decided_by: WishKind | None = None
    figures: tuple[float, float] | None = None


def compare(job: Job, kitchen: Kitchen, wall: str, starts: Iterable[Start]) -> list[Outcome]:
    """Return the outcome of each start of a wall that lays tiles otherwise than those before.

    Best first. The other walls stay as they are; what is measured is the kitchen, and for ends,
    counter and top the wall.
    """
    seen: set[tuple[object, ...]] = set()
    outcomes = []
    for start in starts:
        tried = started(job, wall, start)
        laid = list(lay(tried, _kitchen(job, tried, kitchen)))
        layout = _layout(next(one for one in laid if one.plan.surface == wall))
        if layout not in seen:
            seen.add(layout)
            outcomes.append(Outcome(start=start, measured=measured_of(tried, wall, laid)))
    return ranked(outcomes, wishes_of(job))


def _kitchen(job: Job, tried: Job, kitchen: Kitchen) -> Kitchen:
    """The kitchen of a job with another start: only one that moves an end or top changes it, or
    one beside a gap that ends by whole courses.
    """
    same = all(
        _floats(a.start) == _floats(b.start) for a, b in zip(job.walls, tried.walls, strict=True)
    )
    if same and not has_whole_courses(tried):
        return kitchen
    return with_whole_courses(tried, kitchen_of(tried))


def _floats(start: Start) -> tuple[float, float, float]:
    return start.left, start.right, start.top


def ranked(outcomes: Iterable[Outcome], wishes: Sequence[Wish]) -> list[Outcome]:
    """Return outcomes in order, each with the wish that puts it before the next."""
    left, order = list(outcomes), []
    while left:
        best = min(
            left_by(wishes, left, lambda one: one.measured),
            key=lambda one: (striking(one.start), exact_key(one.measured, wishes)),
        )
        order.append(best)
        left.remove(best)
    return [
        one if after is None else one.model_copy(update=_decided(one, after, wishes))
        for one, after in zip_longest(order, order[1:])
    ]


def striking(start: Start) -> tuple[int, float]:
    """Return how hard a start is to strike: by how many odd moves (mm in all), and what is shaved.

    On a line that is there anyway it is easiest.
    """
    moves = [start.across.nudge, start.up.nudge, start.left, start.right, start.top]
    fitted = start.across.kind == "fitted" or start.up.kind == "whole-courses"
    return sum(1 for by in moves if abs(by) > EPS) + fitted, sum(map(abs, moves))


def as_good(one: Outcome, other: Outcome, wishes: Sequence[Wish]) -> bool:
    """Return whether no wish tells two starts apart."""
    return _told_by(one, other, wishes) is None and _told_by(other, one, wishes) is None


def _decided(one: Outcome, after: Outcome, wishes: Sequence[Wish]) -> dict[str, object]:
    """The first wish that leaves a start and not the next one, and what the two come to in it."""
    wish = _told_by(one, after, wishes)
    if wish is None:
        return {"decided_by": None, "figures": None}
    figures = tidy(one.measured.of(wish)), tidy(after.measured.of(wish))
    return {"decided_by": wish.kind, "figures": figures}


def _told_by(one: Outcome, other: Outcome, wishes: Sequence[Wish]) -> Wish | None:
    """The first wish in which a start is better than another by more than its band."""
    return next(
        (
            wish
            for wish in wishes
            if other.measured.of(wish) > one.measured.of(wish) + BANDS[wish.kind] + EPS
        ),
        None,
    )


def with_ends_moved(job: Job, kitchen: Kitchen, wall: str, start: Start) -> Iterator[Start]:
    """Yield a start with each end or top that may float where the pieces there come out full."""
    tried = started(job, wall, start)
    own = tried.wall(wall)
    laid = list(lay(tried, _kitchen(job, tried, kitchen)))
    laid_wall = next(one for one in laid if one.plan.surface == wall)
    module = laid_wall.layout.module
    for side, (short, out) in floats_of(own).items():
        now = getattr(start, side)
        whole, joint = (
            (module.height, module.bed) if side == "top" else (module.width, module.joint)
        )
        sign = -1 if side == "left" else 1
        places: set[float] = set()
        for finding in laid_wall.plan.findings:
            # Where a course ends a joint short of its neighbours: back to its tile's own edge.
            if finding.rule == "ragged-end" and finding.places[0] == f"{wall}:{side}":
                places.add(now * sign - finding.short)
        for reading in laid_wall.plan.edges:
            if reading.edge == f"{wall}:{side}":
                for gets in reading.gets:
                    places |= {now * sign + whole - gets.size, now * sign - gets.size - joint}
        for place in sorted(places, key=abs):
            if -short - EPS <= place <= out + EPS and abs(place * sign - now) > EPS:
                yield start.model_copy(update={side: tidy(place * sign)})


def measured_of(job: Job, wall: str, laid: list[Laid], tiles: int | None = None) -> Measured:
    """Measure the whole kitchen as it is laid; its ``tiles`` are counted unless they are known."""
    if tiles is None:
        pieces = [piece for one in laid for piece in one.plan.pieces]
        tiles = tiles_of(job, pieces, thin_pieces(laid))
    return measure(job, wall, laid, tiles)


def _layout(laid: Laid) -> tuple[object, ...]:
    """Where the tiles of a start lie, and the ends and the top that they lie between."""
    surface = laid.field.surface
    ends = (round(surface.x0, 3), round(surface.x1, 3), round(surface.top_left, 3))
    return *laid.layout.same_place(), ends
