"""What the steps and their minutes are reckoned from: amounts of the plan, worked out once."""

from dataclasses import dataclass
from functools import cached_property

from pennant.core.cuts.cut_list import CutGroup, CutList, cuts_of
from pennant.core.days.sections import batch_life
from pennant.core.document.job import Job
from pennant.core.document.schedule import Dated, Outside
from pennant.core.document.substrate import MadeOf
from pennant.core.document.survey import Device, Zone, zones_of
from pennant.core.document.tooling import Tool
from pennant.core.fixing.method_of import counter_job, method_of, sets_counters_apart
from pennant.core.laying.lay_kitchen import lay
from pennant.core.layout.field import Field
from pennant.core.plan import Plan
from pennant.core.survey.boards import boarded, is_patched, keeps_old_tile, loses_old_tile
from pennant.core.survey.gaps import battens_of, gaps_of
from pennant.core.survey.kitchen import counter_stretches
from pennant.core.survey.placing import places_of
from pennant.core.takes.counters import counter_tiles, on_walls, on_wood
from pennant.core.takes.edging import sealant_lengths, seals_tight, trim_of
from pennant.core.takes.mixing import is_pointed
from pennant.core.takes.preparation import faces_of_zones, to_prime
from pennant.core.takes.quantity import MM2_PER_M2, MM_PER_M, Quantity, time_of
from pennant.core.takes.working import Working, given, step

NEW: tuple[MadeOf, ...] = ("bare board", "skim", "cement board")
"""Faces that nobody has cooked beside: they are neither washed nor rid of old caulk."""
SAWN: tuple[Tool, ...] = ("wet saw", "grinder", "jigsaw")
"""Tools that are loud, and that one hires."""


SHORT_LIFE = 30.0
"""Minutes: of a batch that stiffens so soon none are spent at the saw, so its cuts are made before.
"""


@dataclass(frozen=True)
class Facts:
    """A job with its plan, and the amounts that follow from them.

    ``only`` are the pieces that an amount is for, where the work after setting is done in two
    parts; None is for all. A part asks the ``whole`` for what is the same for both.
    """

    job: Job
    plan: Plan
    only: frozenset[str] | None = None
    whole: "Facts | None" = None

    @cached_property
    def parts(self) -> tuple["Facts", "Facts | None"]:
        """What is grouted with the rest, and what was held back where there is a rest."""
        placed = frozenset(piece.id for piece in self.plan.pieces)
        if not self.held or placed == self.held:
            return self, None
        rest, waiting = (
            Facts(self.job, self.plan, only, self) for only in (placed - self.held, self.held)
        )
        return rest, waiting

    @property
    def for_held(self) -> bool:
        """Whether the amounts are for what was held back."""
        return self.only is not None and self.only == self.held

    @cached_property
    def share(self) -> float:
        """Of the area of all pieces, that of the pieces meant."""
        if self.only is None:
            return 1.0
        every = sum(piece.area for piece in self.plan.pieces)
        return sum(piece.area for piece in self.plan.pieces if self.meant(piece.id)) / every

    def meant(self, piece: str) -> bool:
        """Return whether an amount is for a piece."""
        return self.only is None or piece in self.only

    @cached_property
    def fields(self) -> tuple[Field, ...]:
        """The field of each surface, areas of other tile included."""
        if self.whole is not None:
            return self.whole.fields
        return tuple(one.whole for one in lay(self.job, self.plan.kitchen))

    @cached_property
    def cuts(self) -> CutList:
        """The cut list."""
        if self.whole is not None:
            return self.whole.cuts
        return cuts_of(self.job, self.plan)

    @cached_property
    def lines(self) -> dict[str, Quantity]:
        """What the job takes, by line."""
        return {line.id: line for line in self.plan.quantities}

    @cached_property
    def area(self) -> Working:
        """The field of the walls, m2."""
        walls = on_walls(self.job, self.fields)
        mm2 = sum(field.area for field in walls)
        return given("field", mm2 * self.share / MM2_PER_M2, "m2", "plan")

    @cached_property
    def layers(self) -> Working:
        """All layers under the tile of counters, m2."""
        mm2 = sum(one.width * one.depth * len(one.layers) for one in self.job.counters)
        return given("layers of counters", mm2 / MM2_PER_M2, "m2", "plan")

    @cached_property
    def glued(self) -> frozenset[str]:
        """Edge pieces of counters that hold to wood by an adhesive of their own."""
        tiles = on_wood(self.job)
        return frozenset(piece.id for piece in self.plan.pieces if piece.of in tiles)

    @cached_property
    def on_counters(self) -> frozenset[str]:
        """Pieces on counters that are tiled in a way of their own, before the walls."""
        if not sets_counters_apart(self.job):
            return frozenset()
        tiles = counter_tiles(self.job) - on_wood(self.job)
        return frozenset(
            piece.id
            for piece in self.plan.pieces
            if piece.of in tiles and piece.id not in self.held
        )

    @cached_property
    def counters_area(self) -> Working:
        """The tile on counters that are tiled in a way of their own, m2."""
        mm2 = sum(piece.area for piece in self.plan.pieces if piece.id in self.on_counters)
        return given("tile on counters", mm2 / MM2_PER_M2, "m2", "plan")

    @cached_property
    def zones(self) -> tuple[Zone, ...]:
        """Stretches of wall whose nature was noted."""
        return tuple(zone for _, zone in zones_of(self.job.walls))

    @cached_property
    def faces(self) -> dict[str, Working]:
        """How much of each stretch gets tile, by its id, m2."""
        return faces_of_zones(self.job, self.fields)

    def area_of(self, label: str, zones: list[Zone]) -> Working:
        """Return how much of some stretches gets tile, m2."""
        return step("sum", label, "m2", *(self.faces[zone.id] for zone in zones))

    @cached_property
    def boarded(self) -> tuple[Zone, ...]:
        """Stretches that get a board."""
        return tuple(zone for _, zone in boarded(self.job))

    def made_of(self, *what: str) -> list[Zone]:
        """Return the stretches of these that are not boarded over."""
        under = {zone.id for zone in self.boarded}
        return [zone for zone in self.zones if zone.made_of in what and zone.id not in under]

    @cached_property
    def old_tile_on(self) -> list[Zone]:
        """Stretches whose old tile is tiled over."""
        return [zone for zone in self.made_of("old tile") if keeps_old_tile(self.job, zone)]

    @cached_property
    def old_tile_off(self) -> list[Zone]:
        """Stretches whose old tile comes off."""
        return [zone for zone in self.made_of("old tile") if loses_old_tile(self.job, zone)]

    @cached_property
    def wavy(self) -> list[Zone]:
        """Stretches that are patched first."""
        return [zone for zone in self.zones if is_patched(self.job, zone)]

    @cached_property
    def primed(self) -> Working | None:
        """What is primed, m2; None where nothing asks for it."""
        found = to_prime(
            self.job, on_walls(self.job, self.fields), list(zones_of(self.job.walls)), self.area
        )
        return found if found is not None and found.value > 0 else None

    @cached_property
    def lived_in(self) -> Working:
        """How much of what gets tile has been cooked beside, m2: all but new board and skim."""
        new = {zone.id for zone in self.zones if zone.made_of in NEW and not zone.greasy}
        new |= {zone.id for zone in self.boarded}
        bare = self.area_of("new", [zone for zone in self.zones if zone.id in new])
        return step("less", "to wash", "m2", self.area, bare)

    @cached_property
    def devices(self) -> int:
        """How many outlets and switches there are in what is meant, each gang one."""
        return sum(
            thing.gangs
            for wall in self.job.walls
            for thing in wall.things
            if isinstance(thing, Device)
            and (self.only is None or (thing.id in self._in_held) == self.for_held)
        )

    @cached_property
    def _in_held(self) -> frozenset[str]:
        """Things whose box stands in tile that is held back."""
        held = {
            one.surface: [piece.box for piece in one.pieces if piece.id in self.held]
            for one in self.plan.surfaces
        }
        return frozenset(
            thing.id
            for surface in self.plan.kitchen.surfaces
            for thing in surface.things
            if any(box.overlaps(thing.box) for box in held.get(surface.id, ()))
        )

    @cached_property
    def counter(self) -> Working:
        """The counter along the walls that get tile, m: also where a splash stands on it."""
        tiled = {piece.wall for piece in self.plan.pieces}
        mm = sum(
            high - low
            for places in places_of(self.job)
            if places.wall.id in tiled
            for low, high in counter_stretches(places)
        )
        return given("counter", mm / MM_PER_M, "m", "plan")

    @cached_property
    def gaps(self) -> int:
        """How many stretches have no counter."""
        return gaps_of(self.job)

    @cached_property
    def battens(self) -> int:
        """How many battens are screwed on: over gaps, and under the rows of finished tips."""
        return battens_of(self.job)

    @cached_property
    def appliances(self) -> int:
        """How many ranges stand in the way."""
        return sum(thing.kind == "range-gap" for wall in self.job.walls for thing in wall.things)

    @cached_property
    def sealant(self) -> Working:
        """The length of all sealant, m."""
        if seals_tight(self.job):
            return given("sealant", 0.0, "m", "plan")
        mm = sum(sealant_lengths(self.fields).values()) * self.share
        return given("sealant", mm / MM_PER_M, "m", "plan")

    @cached_property
    def runs(self) -> int:
        """How many runs of trim there are."""
        return len(trim_of(self.job, self.fields))

    @cached_property
    def outside(self) -> dict[Dated, Outside]:
        """What comes from outside, by what it is; the last that was said of each counts."""
        return {one.what: one for one in self.job.schedule.outside}

    @cached_property
    def held(self) -> frozenset[str]:
        """Pieces that wait for something that is not settled."""
        return frozenset(id_ for surface in self.plan.surfaces for id_ in surface.held)

    @cached_property
    def cut_before(self) -> bool:
        """Whether all cuts that can be known are made before setting: also for a hired saw."""
        return self.job.ways.cuts == "all" or "saw" in self.outside

    @cached_property
    def measured(self) -> frozenset[str]:
        """Pieces that are cut to what the wall shows, and set last."""
        return self._cut_on_the_wall - self.held - self.on_counters

    @cached_property
    def measured_on_counters(self) -> frozenset[str]:
        """Pieces on counters, tiled in a way of their own, that are cut to what is there."""
        return self._cut_on_the_wall & self.on_counters

    @cached_property
    def _cut_on_the_wall(self) -> frozenset[str]:
        return frozenset(
            id_
            for group in self.cuts.groups
            if group.stage == "on the wall"
            for id_ in group.pieces
        )

    @cached_property
    def set_last(self) -> frozenset[str]:
        """Pieces that are measured and set after all others; none where there are no others."""
        return frozenset() if self.only_measured else self.measured

    @cached_property
    def only_measured(self) -> bool:
        """Whether every piece that waits for nothing is cut to what the wall shows."""
        others = self.measured | self.held | self.glued | self.on_counters
        return all(piece.id in others for piece in self.plan.pieces)

    @cached_property
    def set_first(self) -> frozenset[str]:
        """Pieces that are set before those that are set last or wait for something."""
        later = self.set_last | self.held | self.glued | self.on_counters
        return frozenset(piece.id for piece in self.plan.pieces if piece.id not in later)

    def at_hand(self, working: Working) -> Working:
        """Return how long work takes these hands; settings tell it of hands that did it before."""
        if self.job.schedule.skill != "every week" or working.value <= 0:
            return working
        share = time_of(self.job.times, "practised_work")
        return step("product", working.label, "minutes", working, share)

    @cached_property
    def _of_the_time(self) -> float:
        """Of the minutes that the cut list tells, those that these hands take."""
        return self.at_hand(given("a cut", 1.0, "minutes", "cut list")).value

    @cached_property
    def cut_minutes(self) -> dict[str, float]:
        """Minutes of each cut that is made as its piece is set, by piece."""
        return {
            id_: group.minutes * self._of_the_time / len(group.pieces)
            for group in self.cuts.groups
            if self._as_set(group)
            for id_ in group.pieces
        }

    @cached_property
    def first_cuts(self) -> Working:
        """Minutes of the cuts that are made before setting begins."""
        minutes = sum(
            group.minutes
            for group in self.cuts.groups
            if group.stage != "on the wall" and not self._as_set(group)
        )
        return given("cuts made before", minutes, "minutes", "cut list")

    def _as_set(self, group: CutGroup) -> bool:
        """Whether a cut is made between setting one piece and the next."""
        if self.cut_before or self._stiffens_soon(group.pieces):
            return False
        as_set = self.job.ways.cuts == "as set"
        return group.stage == "as set" or (group.stage == "first" and as_set)

    def _stiffens_soon(self, pieces: tuple[str, ...]) -> bool:
        """Whether a batch leaves no time for the saw while these are set."""
        job = counter_job(self.job) if self.on_counters.issuperset(pieces) else self.job
        return method_of(job).cement and batch_life(job) <= SHORT_LIFE

    @cached_property
    def last_minutes(self) -> dict[str, float]:
        """Minutes of each cut, by piece: for those that are set by themselves at the end."""
        return {
            id_: group.minutes * self._of_the_time / len(group.pieces)
            for group in self.cuts.groups
            for id_ in group.pieces
        }

    @cached_property
    def dusty(self) -> bool:
        """Whether any cut is made by more than shears or a knife."""
        return any(group.tool != "shears" for group in self.cuts.groups)

    @cached_property
    def sawn(self) -> bool:
        """Whether any cut takes a loud tool."""
        return any(group.tool in SAWN for group in self.cuts.groups)

    @cached_property
    def only_gaps(self) -> bool:
        """Whether nothing is grouted but the gaps that stay open between panels of split stone."""
        return self.job.tile.ledger is not None and self.job.pattern.joint <= 0

    @cached_property
    def pointed(self) -> bool:
        """Whether joints are filled from a bag and struck."""
        return is_pointed(self.job)

    @cached_property
    def grouted(self) -> bool:
        """Whether joints are filled."""
        return "grout" in self.lines
