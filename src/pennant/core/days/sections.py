"""Sections: what is spread and set at once, what one batch sets, and what is grouted at once.

The wall is divided along joints, into what one handles: whole pieces, whole sheets. Setting goes up
by bands of courses and, in each band, from the pennant outward to either end: it begins at the hard
line and closes at an end, never in the middle of a wall.
"""

import math
from collections import defaultdict
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import chain, groupby

from pennant.core.cuts.sheets import sheet_size
from pennant.core.cuts.units import Unit, only, units_of
from pennant.core.document.job import Job
from pennant.core.document.pattern import has_finished_top
from pennant.core.fixing.method_of import method_of
from pennant.core.laying.surface_plan import SurfacePlan
from pennant.core.layout.pieces import Piece
from pennant.core.plan import Plan
from pennant.core.survey.counters import counter_of
from pennant.core.takes.mixing import is_pointed, pieces_an_hour, pot_life_of
from pennant.core.takes.quantity import MM2_PER_M2

SLACK = 1e-9
ABOUT = 1.25
"""Times a section of grout: a quarter more is no section of its own."""
SMALL_FACE = 0.25
"""Of what is grouted at once: a face that is smaller is no section by itself."""
MOST_AT_ONCE = 60
"""Pieces of a section: more than that is no longer one stretch of work."""
STRETCH = 60.0
"""Minutes of a section where nothing skins: after so long one steps back and looks, and a section
fits into an evening.
"""


@dataclass(frozen=True)
class Section:
    """A part of one surface. ``minutes`` are of setting, or of grouting; area in m2.

    ``cutting`` are the minutes for the cuts in it that are made as it is set, ``cut_before`` those
    of cuts that are made before its batch is mixed.
    """

    number: int
    surface: str
    pieces: tuple[str, ...]
    area: float
    minutes: float
    cutting: float = 0.0
    cut_before: float = 0.0


@dataclass(frozen=True)
class Batch:
    """Sections that are set one after another from one batch of adhesive."""

    number: int
    sections: tuple[Section, ...]

    @property
    def setting(self) -> float:
        """Minutes of setting."""
        return sum(one.minutes for one in self.sections)

    @property
    def cutting(self) -> float:
        """Minutes of cutting meanwhile."""
        return sum(one.cutting for one in self.sections)

    @property
    def cut_before(self) -> float:
        """Minutes of cutting before it is mixed."""
        return sum(one.cut_before for one in self.sections)

    @property
    def area(self) -> float:
        """Square metres."""
        return sum(one.area for one in self.sections)

    def lasts(self, people: int) -> float:
        """Return its minutes once mixed: one after the other, or while one sets the other cuts."""
        return max(self.setting, self.cutting) if people > 1 else self.setting + self.cutting


def open_time_of(job: Job) -> float:
    """Return the minutes before spread adhesive skins: by its sheet, else by the job's times."""
    product = job.products.adhesive
    open_time = product.open_time if product is not None else None
    return job.times.open_time if open_time is None else open_time


def at_first(job: Job) -> float:
    """Return how much of the pace the first batch is set at; a practised hand has its own."""
    return 1.0 if job.schedule.skill == "every week" else job.times.slow_start


def spread_at_once(job: Job) -> int:
    """Return how many pieces are set before what was spread for them skins: at least one."""
    skins = min(open_time_of(job), batch_life(job) * at_first(job))
    minutes = skins if method_of(job).skins else STRETCH * at_first(job)
    size = sheet_size(job.tile, job.pattern)
    most = MOST_AT_ONCE * (size.chips if size is not None else 1)
    return max(1, min(math.floor(minutes / 60 * pieces_an_hour(job).value + SLACK), most))


def setting_sections(
    job: Job, plan: Plan, cutting: Mapping[str, float], meant: Callable[[str], bool]
) -> list[Section]:
    """Return what is spread and set at once, in order, of the pieces that are ``meant``.

    A sheet is set as it comes: no section ends within one.

    ``cutting`` gives the minutes of each piece's cut that is made as it is set.
    """
    at_once = spread_at_once(job)
    minute = 60 / pieces_an_hour(job).value
    singly = 60 / pieces_an_hour(job, singly=True).value
    found: list[Section] = []
    for surface in _in_turn(job, plan.surfaces):
        if not any(meant(piece.id) for piece in surface.pieces):
            continue
        units = only(units_of(job, surface.pieces), surface.pieces, meant)
        down = has_finished_top(job.pattern) and job.ways.tips == "hung"
        for own in _runs(units, surface.pennant.x, at_once, job.times.spread_band, down=down):
            pieces = tuple(id_ for unit in own for id_ in unit.pieces)
            found.append(
                Section(
                    number=len(found) + 1,
                    surface=surface.surface,
                    pieces=pieces,
                    area=sum(unit.area for unit in own) / MM2_PER_M2,
                    minutes=sum(
                        (singly if unit.kind == "chips" else minute) * len(unit.pieces)
                        for unit in own
                    ),
                    cutting=sum(cutting.get(id_, 0.0) for id_ in pieces),
                )
            )
    return found


_INSIDE = ("back", "bottom", "top", "left", "right")
"""In which order an opening is tiled inside: its jambs stand between sill and head."""


def _in_turn(job: Job, surfaces: Iterable[SurfacePlan]) -> list[SurfacePlan]:
    """Surfaces in the order of setting: edges of counters, counters, walls with what turns into
    them. Wall tile stands over the counter's, whose edge gives its tile the line.
    """

    def turn(one: SurfacePlan) -> int:
        counter = counter_of(job, one.surface)
        return 2 if counter is None else int(one.surface == counter.id)

    def face(one: SurfacePlan) -> int:
        inside = turn(one) == 2 and "." in one.surface
        return _INSIDE.index(one.surface.partition(".")[2]) if inside else 0

    together = groupby(surfaces, key=lambda one: one.surface.partition(".")[0])
    faces = chain.from_iterable(sorted(own, key=face) for _, own in together)
    return sorted(faces, key=turn)


def _runs(
    units: Sequence[Unit], hard: float, at_once: int, reach: float, *, down: bool
) -> Iterator[list[Unit]]:
    """What is handled on one surface in sections: no more pieces than are set at once, no longer
    than an arm's reach. What hangs from a line is set from there ``down``.
    """
    if not units:
        return
    by_row: dict[int, list[Unit]] = defaultdict(list)
    for unit in units:
        by_row[unit.row].append(unit)
    widest = max(_span(row) for row in by_row.values())
    fullest = max(_pieces_in(row) for row in by_row.values())
    in_reach = max(1.0, fullest * min(reach / max(widest, 1.0), 1.0))
    band = max(1, int(at_once / in_reach + SLACK))
    rows = sorted(by_row, reverse=down)
    for first in range(0, len(rows), band):
        own = [unit for row in rows[first : first + band] for unit in by_row[row]]
        right = [unit for unit in own if unit.middle >= hard]
        left = [unit for unit in own if unit.middle < hard]
        for side in (right, left):
            yield from _stretches(side, hard, at_once, reach)


def _span(row: Sequence[Unit]) -> float:
    return max(unit.box.x1 for unit in row) - min(unit.box.x0 for unit in row)


def _pieces_in(units: Sequence[Unit]) -> int:
    return sum(len(unit.pieces) for unit in units)


def _stretches(
    units: Sequence[Unit], hard: float, at_once: int, reach: float
) -> Iterator[list[Unit]]:
    """One side of a band, outward from the hard line, in stretches of about as many pieces."""
    if not units:
        return
    away = sorted(units, key=lambda unit: (abs(unit.middle - hard), unit.row, unit.id))
    total = _pieces_in(away)
    count = max(math.ceil(total / at_once - SLACK), math.ceil(_span(away) / reach - SLACK), 1)
    parts: dict[int, list[Unit]] = defaultdict(list)
    done = 0
    for unit in away:
        done += len(unit.pieces)
        # The stretch in which its last piece lies, rounded up in whole numbers.
        parts[-(-done * count // total)].append(unit)
    for part in parts.values():
        yield sorted(part, key=lambda unit: (unit.row, abs(unit.middle - hard), unit.id))


def batch_life(job: Job) -> float:
    """Return the minutes in which a batch is set: its pot life, or a stretch from a tub."""
    adhesive = job.products.adhesive
    if adhesive is not None and not adhesive.powder:
        return job.times.ready_batch
    return pot_life_of(job).value


def batches(job: Job, sections: Sequence[Section], longest: float) -> list[Batch]:
    """Return the sections in batches: each is set before it stiffens, and within one day.

    ``longest`` is what the longest working day leaves for one (minutes). Where a section's cuts
    would outlast a batch they are made before it is mixed.
    """
    life, people = min(batch_life(job), longest), job.schedule.people
    found: list[Batch] = []
    own: list[Section] = []
    for section in sections:
        slow = at_first(job) if not found else 1.0
        if Batch(0, (section,)).lasts(people) / slow > life + SLACK:
            section = replace(section, cutting=0.0, cut_before=section.cutting)
        tried = Batch(len(found) + 1, (*own, section))
        if own and tried.lasts(people) / slow > life + SLACK:
            found.append(Batch(len(found) + 1, tuple(own)))
            own = []
        own.append(section)
    if own:
        found.append(Batch(len(found) + 1, tuple(own)))
    return found


def grouting_sections(
    job: Job, plan: Plan, meant: Callable[[str], bool] = lambda _: True
) -> list[Section]:
    """Return what is grouted at once: upright strips of whole pieces, from the hard line on, of the
    pieces that are ``meant``.

    Each holds about the section's area, and no more than what a batch of grout covers.
    """
    life = job.settings.grout_life
    if job.products.grout is not None and job.products.grout.pot_life is not None:
        life = job.products.grout.pot_life
    # A section is about what one wipes at once; the batch's life is a limit, and no more is mixed.
    pace = job.times.point_pace if is_pointed(job) else job.settings.grout_pace
    most = min(job.times.grout_section * ABOUT, life / 60 * pace)
    found: list[Section] = []
    for surface in plan.surfaces:
        pieces = [piece for piece in surface.pieces if meant(piece.id)]
        total = sum(piece.area for piece in pieces) / MM2_PER_M2
        if total <= 0:
            continue
        if found and total < SMALL_FACE * most:
            # The faces of a niche go with the wall that they are in.
            found[-1] = _with(found[-1], pieces, pace)
            continue
        count = max(1, math.ceil(total / most - SLACK))
        for own in _strips(surface, pieces, count):
            area = sum(piece.area for piece in own) / MM2_PER_M2
            found.append(
                Section(
                    len(found) + 1,
                    surface.surface,
                    tuple(piece.id for piece in own),
                    area,
                    area / pace * 60,
                )
            )
    return found


def _with(section: Section, pieces: Sequence[Piece], pace: float) -> Section:
    """A section with more pieces; ``pace`` in m2 an hour."""
    area = section.area + sum(piece.area for piece in pieces) / MM2_PER_M2
    ids = (*section.pieces, *(piece.id for piece in pieces))
    return replace(section, pieces=ids, area=area, minutes=area / pace * 60)


def _strips(surface: SurfacePlan, pieces: Sequence[Piece], count: int) -> Iterator[list[Piece]]:
    """Strips of about the same area, from the end that is nearer the pennant."""
    x0, _, x1, _ = surface.field
    from_left = surface.pennant.x - x0 <= x1 - surface.pennant.x
    way = 1 if from_left else -1
    along = sorted(pieces, key=lambda piece: (way * (piece.box.x0 + piece.box.x1), piece.id))
    each = sum(piece.area for piece in along) / count
    strips: dict[int, list[Piece]] = defaultdict(list)
    done = 0.0
    for piece in along:
        strips[min(int((done + piece.area / 2) / each), count - 1)].append(piece)
        done += piece.area
    yield from strips.values()
