"""Starts of a wall compared: each planned in full, measured from its pieces, and ranked.

The client's wishes decide, in their order. Two starts that lay the same tiles are one.
"""

import itertools
import math
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace

from pennant.core.document.job import Job
from pennant.core.document.lengths import STEP_MM
from pennant.core.document.module import module_of
from pennant.core.document.starts import Carried, FullCounter, FullLeft, Start
from pennant.core.document.values import Value
from pennant.core.document.wishes import Wish, WishKind
from pennant.core.geometry.clip import Point
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.layout.finished_top import with_bare_wall
from pennant.core.reading.laying import Laid, lay, thin_pieces
from pennant.core.reading.seen import SeenWeights
from pennant.core.reading.whole_courses import has_whole_courses, with_whole_courses
from pennant.core.search.lattice_sieve import judge_on, places_on
from pennant.core.search.measured import Measured, exact_key, measure, rank_key
from pennant.core.search.sieve import Search
from pennant.core.survey.edits import changed, wall_number
from pennant.core.survey.kitchen import floats_of, joined_before, kitchen_of
from pennant.core.survey.placed import Kitchen
from pennant.core.takes.quantities import tiles_of

SHORT_LIST = 8
"""Starts that the sieve lets through to be planned in full, each also a little off either way."""
SHORT_LIST_PIECES = 4_000
"""Pieces in the plans of a short list: on a wall of chips it is shorter, but never under two."""


FINALISTS = (2, 4)
"""Starts of a lattice that are planned in full, a little off as well: the fewest and the most."""
FINALIST_PIECES = 1_000
"""Pieces in the plans of the finalists as they are: on a large wall there are fewer of them."""


class Outcome(Value):
    """What a start comes to.

    ``worst`` is what it comes to at its worst when it is set a little off, by which starts are
    ranked; None where that was not tried. ``decided_by`` is the first wish in which it is better
    than the next in rank; None if they are alike in all.
    """

    start: Start
    measured: Measured
    worst: Measured | None = None
    decided_by: WishKind | None = None

    @property
    def counts(self) -> Measured:
        """What it is ranked by."""
        return self.worst or self.measured


def wishes_of(job: Job) -> tuple[Wish, ...]:
    """Return the wishes that count, in the client's order."""
    return tuple(wish for wish in job.wishes if wish.on)


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
    same = all(_floats(a.start) == _floats(b.start)
               for a, b in zip(job.walls, tried.walls, strict=True))  # fmt: skip
    if same and not has_whole_courses(tried):
        return kitchen
    return with_whole_courses(tried, kitchen_of(tried))


def _floats(start: Start) -> tuple[float, float, float]:
    return start.left, start.right, start.top


def ranked(outcomes: Iterable[Outcome], wishes: Sequence[Wish]) -> list[Outcome]:
    """Return outcomes in order, each with the wish that puts it before the next.

    First those that were tried a little off as well: what the others come to then is not known.
    """
    order = sorted(
        outcomes,
        key=lambda one: (
            one.worst is None, rank_key(one.counts, wishes), exact_key(one.counts, wishes),
            exact_key(one.measured, wishes),
        ),
    )  # fmt: skip
    return [
        one.model_copy(update={"decided_by": _decider(one, after, wishes)})
        for one, after in zip(order, [*order[1:], None], strict=True)
    ]


def tried_off(
    job: Job, kitchen: Kitchen, wall: str, outcomes: Sequence[Outcome], most: int
) -> list[Outcome]:
    """Return outcomes in order, the ``most`` best as they are also tried a little off."""
    wishes = wishes_of(job)
    order = sorted(
        outcomes, key=lambda one: (rank_key(one.measured, wishes), exact_key(one.measured, wishes))
    )
    near = [
        one if one.worst is not None else outcome_near(job, kitchen, wall, one.start, one.measured)
        for one in order[:most]
    ]
    return ranked([*near, *order[most:]], wishes)


def best_found(job: Job, kitchen: Kitchen, wall: str) -> Outcome:
    """Return the best start of a wall, across and up, by the client's wishes.

    The sieve (`search`) goes over every place where anything changes; the few starts that it lets
    through are planned in full, as they are and set a little off either way, and the one that is
    best at its worst wins. A wall that carries its courses on from the one before keeps their
    heights: walls that join share their courses.
    """
    wishes, module, own = wishes_of(job), module_of(job), job.wall(wall).start
    # Walls that meet share their courses: what is sought for one is where its courses begin across.
    carried = isinstance(own.up, Carried) or joined_before(job.walls, wall_number(job, wall))
    if carried and not isinstance(own.up, Carried):
        job = started(job, wall, own.model_copy(update={"up": Carried()}))
        own = job.wall(wall).start
    laid_wall = next(one for one in lay(job, kitchen) if one.plan.surface == wall)
    field = laid_wall.field
    if laid_wall.layout.lattice is not None:
        return _best_on_lattice(job, kitchen, wall, laid_wall, carried=carried)
    now, border = laid_wall.plan.pennant, laid_wall.layout.border
    # What is found stands on the counter, where a border lies above its courses.
    border = replace(border, down=False) if border and not carried else border
    weights = SeenWeights.on(job, field)
    search = Search(
        field, module, laid_wall.layout.bond, job.settings, border=border, weights=weights
    )
    area = field.inner.area / (module.across * module.up)
    most = max(2, min(SHORT_LIST, int(SHORT_LIST_PIECES / max(area, 1.0))))
    found = search.best(wishes, most, now.tile_y if carried else None)
    outcomes = []
    for x, y in found.places:
        # A whole tile more or less across changes nothing: say the start by its smallest nudge.
        across = x - (field.inner.x0 - module.lock)
        if search.repeats == 1:
            across -= round(across / module.across) * module.across
        up = own.up if carried else FullCounter(nudge=tidy(y - field.foot))
        start = own.model_copy(update={"across": FullLeft(nudge=tidy(across)), "up": up})
        outcomes.append(outcome_near(job, kitchen, wall, start))
    best = min(outcomes, key=lambda one: rank_key(one.counts, wishes))
    return _on_the_tape(job, kitchen, wall, best)


def _best_on_lattice(
    job: Job, kitchen: Kitchen, wall: str, laid_wall: Laid, *, carried: bool
) -> Outcome:
    """The best start of a lattice: over its whole cell, both ways at once (see `lattice_sieve`).

    What the sieve lets through is planned in full, and the best of those a little off either way.
    """
    lattice, wishes, own = laid_wall.layout.lattice, wishes_of(job), job.wall(wall).start
    assert lattice is not None
    field, figure = with_bare_wall(laid_wall.field), lattice.figure
    carried = carried or field.finished is not None  # tips stay on their line

    def start_at(place: Point) -> Start:
        """The start that brings the lattice's origin to a place."""
        x, y = place
        across = FullLeft(nudge=tidy(x + figure.x0 - field.inner.x0))
        up = own.up if carried else FullCounter(nudge=tidy(y + figure.y0 - field.foot))
        return own.model_copy(update={"across": across, "up": up})

    height = laid_wall.layout.origin[1] if carried else None
    least, most = FINALISTS
    count = max(least, min(most, FINALIST_PIECES // max(len(laid_wall.plan.pieces), 1)))
    places = places_on(judge_on(job, lattice, field, wishes), height)[:count]
    near = [outcome_near(job, kitchen, wall, start_at(place)) for place in places]
    best = min(near, key=lambda one: _worst_key(one, wishes))
    return _on_the_tape(job, kitchen, wall, best)


def _worst_key(one: Outcome, wishes: Sequence[Wish]) -> tuple[tuple[float, ...], ...]:
    return rank_key(one.counts, wishes), exact_key(one.counts, wishes)


def _on_the_tape(job: Job, kitchen: Kitchen, wall: str, best: Outcome) -> Outcome:
    """The same start moved by whole steps of the tape, where it is then as good at its worst.

    Nobody can strike a line that is moved by two inches and a little more than a sixteenth.
    """
    wishes, step = wishes_of(job), STEP_MM[job.step]
    limit = rank_key(best.counts, wishes)
    start = best.start

    def steps(nudge: float) -> list[float]:
        return sorted({tidy(math.floor(nudge / step) * step), tidy(math.ceil(nudge / step) * step)},
                      key=lambda one: abs(one - nudge))  # fmt: skip

    ups = [start.up.nudge] if isinstance(start.up, Carried) else steps(start.up.nudge)
    for across, up in itertools.product(steps(start.across.nudge), ups):
        tried = start.model_copy(update={
            "across": start.across.model_copy(update={"nudge": across}),
            "up": start.up.model_copy(update={"nudge": up}),
        })  # fmt: skip
        if tried == start:
            return best
        outcome = outcome_near(job, kitchen, wall, tried)
        if rank_key(outcome.counts, wishes) <= limit:
            return outcome
    return best


def with_ends_moved(job: Job, kitchen: Kitchen, wall: str, start: Start) -> Iterator[Start]:
    """Yield a start with each end or top that may float where the pieces there come out full.

    Also where the float ends: at the counter's end or the cabinet's.
    """
    tried = started(job, wall, start)
    own = tried.wall(wall)
    laid = list(lay(tried, _kitchen(job, tried, kitchen)))
    laid_wall = next(one for one in laid if one.plan.surface == wall)
    module = laid_wall.layout.module
    for side, (short, out) in floats_of(own).items():
        now = getattr(start, side)
        whole, joint = (
            (module.height, module.bed) if side == "top" else (module.width, module.joint)
        )  # fmt: skip
        sign = -1 if side == "left" else 1
        places = {-short, out}
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


def outcome_near(
    job: Job, kitchen: Kitchen, wall: str, start: Start, known: Measured | None = None
) -> Outcome:
    """Measure a start as it is, unless that is known, and at its worst within the tolerance of
    setting.

    Tiles are counted once, as it is: they couple all walls, and a hair either way is not bought.
    """
    by = job.settings.set_within
    measured: list[Measured] = [known] if known is not None else []
    places = ((0.0, 0.0), *a_little_off(by))
    for right, up in places[len(measured) :]:
        moved = nudged(start, right, up).model_copy(
            update={
                # An end that was moved to where tiles end goes with them.
                **{side: getattr(start, side) + right
                   for side in ("left", "right") if getattr(start, side)},
                **({"top": start.top + up} if start.top else {}),
            }
        )  # fmt: skip
        tried = started(job, wall, moved)
        tiles = measured[0].tiles if measured else None
        laid = list(lay(tried, _kitchen(job, tried, kitchen)))
        measured.append(measured_of(tried, wall, laid, tiles))
    wishes = wishes_of(job)
    worst = max(measured, key=lambda one: rank_key(one, wishes))
    return Outcome(start=start, measured=measured[0], worst=worst)


def a_little_off(by: float) -> tuple[tuple[float, float], ...]:
    """Return the ways in which a start is tried set a little off: so far to the right and up."""
    return (by, 0.0), (-by, 0.0), (0.0, by), (0.0, -by)


def nudged(start: Start, right: float, up: float) -> Start:
    """Return a start moved so far to the right and up, in mm."""
    across, rows = start.across, start.up
    return start.model_copy(update={
        "across": across.model_copy(update={"nudge": across.nudge + right}),
        "up": rows.model_copy(update={"nudge": rows.nudge + up}),
    })  # fmt: skip


def start_of(job: Job, where: str) -> Start:
    """Return the start of a wall or of a tiled counter by its id; raise KeyError for another."""
    own = next((counter.start for counter in job.counters if counter.id == where), None)
    return own if own is not None else job.wall(where).start


def started(job: Job, wall: str, start: Start) -> Job:
    """Return the job with another start on one wall, or on a tiled counter."""
    if any(counter.id == wall for counter in job.counters):
        counters = tuple(
            one.model_copy(update={"start": start}) if one.id == wall else one
            for one in job.counters
        )
        return job.model_copy(update={"counters": counters})
    return changed(job, wall_number(job, wall), start=start)


def measured_of(job: Job, wall: str, laid: list[Laid], tiles: int | None = None) -> Measured:
    """Measure the whole kitchen as it is laid; its ``tiles`` are counted unless they are known."""
    if tiles is None:
        pieces = [piece for one in laid for piece in one.plan.pieces]
        tiles = tiles_of(job, pieces, thin_pieces(laid))
    return measure(job, wall, laid, tiles)


def _layout(laid: Laid) -> tuple[object, ...]:
    """Where the tiles of a start lie, whichever of them the pennant stands for.

    A row up is a shift to the right, so a start is brought down to its lowest row first; rows that
    are not all alike (staggered, or with a border) are told apart.
    """
    layout, surface = laid.layout, laid.field.surface
    ends = (round(surface.x0, 3), round(surface.x1, 3), round(surface.top_left, 3))
    if layout.lattice is not None:
        first, second = layout.lattice.within(*layout.origin)
        return round(first, 5) % 1.0, round(second, 5) % 1.0, 0, (), ends
    module, bond, plant = layout.module, layout.bond, layout.plant
    alike = not bond.by_rule and layout.border is None
    rows = int((plant.y + EPS) // module.up) if alike else 0
    steps = rows % 2 if bond.way == "back" else rows
    x = (plant.x - steps * bond.p / bond.q * module.across * alike + EPS) % module.across
    y = (plant.y + EPS) % module.up if alike else plant.y
    return round(x * 1000), round(y * 1000), round(module.bed * 1000), layout.spans, ends


def _decider(one: Outcome, after: Outcome | None, wishes: Sequence[Wish]) -> WishKind | None:
    if after is None:
        return None
    keys = zip(rank_key(one.counts, wishes), rank_key(after.counts, wishes), strict=True)
    return next((wish.kind for wish, (a, b) in zip(wishes, keys, strict=True) if a != b), None)
