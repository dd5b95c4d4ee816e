"""What the table of steps is written with: a row, and its amounts, waits and conditions."""

from collections.abc import Callable, Collection
from dataclasses import dataclass
from typing import Literal

from pennant.core.days.facts import Facts
from pennant.core.days.step import (
    Caution,
    DoubtRule,
    Phase,
    StepId,
    Wait,
    WaitFor,
    Who,
)
from pennant.core.document.job import Job
from pennant.core.document.methods import SealStage
from pennant.core.document.notch import MIDDLE_FACE
from pennant.core.document.products import SET_HOURS, Product
from pennant.core.document.schedule import Dated
from pennant.core.document.survey import Zone
from pennant.core.fixing.method_of import counter_job, method_of
from pennant.core.takes.mixing import pieces_an_hour
from pennant.core.takes.preparation import (
    asks_for_primer,
    only_cleaned,
    porous_tiles,
    seal_stages,
)
from pennant.core.takes.quantity import time_of
from pennant.core.takes.working import Working, given, step

Amount = Callable[[Facts], Working]
WaitOf = Callable[[Facts], Wait | None]

LEAST_WASHED = 0.02
"""Of the field: an old face smaller than that is a strip beside new board."""
OF_SHEETS = 0.5
"""Of the time for the joints of tiles, what those between sheets take."""
HOUR = given("minutes an hour", 60, "minutes", "plan")


@dataclass(frozen=True)
class StepRule:
    """One row of the table. ``follows`` names steps, each with what is waited for after it."""

    id: StepId
    phase: Phase
    applies: Callable[[Facts], bool]
    takes: Amount
    follows: tuple[tuple[StepId, WaitOf | None], ...] = ()
    needs: tuple[str, ...] = ()
    hands: int = 1
    who: Who = "anyone"
    unbroken: bool = False
    loud: Callable[[Facts], bool] = lambda _: False
    shakes: bool = False
    on: Dated | None = None
    cautions: tuple[Caution, ...] = ()
    doubt: Callable[[Facts], DoubtRule | None] = lambda _: None


def always(_: Facts) -> bool:
    """Whatever the job."""
    return True


def no_time(_: Facts) -> Working:
    """Others do it."""
    return given("others' work", 0, "minutes", "plan")


def fixed(name: str) -> Amount:
    """So many minutes, by the job's times."""
    return lambda facts: time_of(facts.job.times, name)


def each(name: str, label: str, count: Callable[[Facts], float]) -> Amount:
    """So many minutes each."""

    def takes(facts: Facts) -> Working:
        many = given(label, count(facts), label, "plan")
        return step("product", "minutes", "minutes", many, time_of(facts.job.times, name))

    return takes


def paced(name: str, amount: Callable[[Facts], Working]) -> Amount:
    """An amount at so much an hour."""

    def takes(facts: Facts) -> Working:
        hours = step("quotient", "hours", "hours", amount(facts), time_of(facts.job.times, name))
        return step("product", "minutes", "minutes", hours, HOUR)

    return takes


def together(*parts: Amount) -> Amount:
    """The sum of amounts."""
    return lambda facts: step("sum", "minutes", "minutes", *(part(facts) for part in parts))


def by_time(name: str, what: WaitFor) -> WaitOf:
    """A wait by the job's times."""

    def wait_of(facts: Facts) -> Wait:
        return Wait(hours=getattr(facts.job.times, name), what=what, source=f"times.{name}")

    return wait_of


def by_sheet(
    product: Callable[[Facts], Product | None], field: str, name: str, what: WaitFor
) -> Callable[[Facts], Wait]:
    """By the product's own sheet, else by the job's times."""

    def wait_of(facts: Facts) -> Wait:
        own = product(facts)
        hours = getattr(own, field, None)
        if own is None or hours is None:
            return Wait(hours=getattr(facts.job.times, name), what=what, source=f"times.{name}")
        return Wait(hours=hours, what=what, source=f"sheet: {own.name}")

    return wait_of


def bed_sets(facts: Facts) -> Wait | None:
    """Return how long the bed sets before grout; None where nothing has to set.

    By the adhesive's sheet; ready-mixed ones that cannot give their water away take longer.
    """
    if not method_of(facts.job).sets:
        return None
    sets = _by_adhesive(facts.job)
    if dries_slowly(facts) and facts.job.times.dense_set > sets.hours:
        return Wait(hours=facts.job.times.dense_set, what="set", source="times.dense_set")
    return sets


def counter_sets(facts: Facts) -> Wait | None:
    """Return how long the bed on counters sets before grout, where it is not the walls'."""
    there = counter_job(facts.job)
    return _by_adhesive(there) if method_of(there).sets else None


def _by_adhesive(job: Job) -> Wait:
    adhesive = job.products.adhesive
    if adhesive is not None and adhesive.set_hours is not None:
        return Wait(hours=adhesive.set_hours, what="set", source=f"sheet: {adhesive.name}")
    kind = adhesive.kind if adhesive is not None else "thinset"
    return Wait(hours=SET_HOURS[kind], what="set", source=f"kind: {kind}")


ON_COUNTERS: tuple[StepId, ...] = ("counter-layers", "set-counter")
"""Steps whose adhesive is a counter's, where that has its own."""


def adhesive_for(
    rule: str | None, lines: Collection[str]
) -> Literal["adhesive", "counter-adhesive"]:
    """Return the line of the list that has the adhesive of a step."""
    own = rule in ON_COUNTERS and "counter-adhesive" in lines
    return "counter-adhesive" if own else "adhesive"


def held_in(job: Job, rule: str | None) -> Job:
    """Return the job as a step of a rule finds it: on counters with their tile and adhesive."""
    return counter_job(job) if rule == "set-counter" else job


def dries_slowly(facts: Facts) -> bool:
    """Return whether a ready-mixed adhesive lies between two faces that take no water.

    Between dense tile (glass, porcelain, polished stone) and primer, paint or old glaze its water
    has nowhere to go but the joints; behind a large dense face they are far off. A ceramic tile's
    back drinks, and so does bare board.
    """
    tile = facts.job.tile
    if method_of(facts.job).id != "ready-mixed":
        return False
    dense = tile.material in ("glass", "porcelain") or (
        tile.material == "stone" and tile.finish == "polished"
    )
    large = tile.length * tile.height > MIDDLE_FACE
    shut = facts.made_of("laminate", "painted board") or facts.old_tile_on
    over = facts.primed is not None or bool(shut)
    return dense and (over or large)


def sealing(facts: Facts) -> Working:
    """One coat over the field."""
    return paced("coat_pace", lambda f: f.area)(facts)


def seals(stage: SealStage) -> Callable[[Facts], bool]:
    """Whether stone is sealed at a stage."""
    return lambda facts: stage in seal_stages(facts.job)


def paint_is(way: str) -> Callable[[Facts], bool]:
    """Whether there is paint, and it is dealt with in this way."""
    return lambda facts: bool(facts.made_of("painted board")) and facts.job.ways.paint == way


def scuffed(facts: Facts) -> list[Zone]:
    """What is scuffed: paint unless a glue coat goes on, old tile that stays, laminate.

    Nothing under panels that hold by their own glue: it wants a clean, smooth face.
    """
    if not method_of(facts.job).scuffs:
        return []
    found = ["laminate"]
    if facts.job.ways.paint in ("primer", "scuff"):
        found.append("painted board")
    every = [*facts.made_of(*found), *facts.old_tile_on]
    return [zone for zone in every if not only_cleaned(facts.job, zone)]


def scuff_area(facts: Facts) -> Working:
    """The area of what is scuffed."""
    return facts.area_of("to scuff", scuffed(facts))


def wavy_area(facts: Facts) -> Working:
    """The area of what is patched: waves, and where old tile came off."""
    return facts.area_of("to patch", [*facts.wavy, *bared(facts)])


def bared(facts: Facts) -> list[Zone]:
    """Stretches whose old tile comes off: the wall behind is then patched."""
    return [zone for zone in facts.old_tile_off if zone not in facts.wavy]


def prime_area(facts: Facts) -> Working:
    """The area of what is primed."""

    assert facts.primed is not None
    return facts.primed


def board_area(facts: Facts) -> Working:
    """The area of what is boarded."""
    return facts.area_of("to board", list(facts.boarded))


def glue_area(facts: Facts) -> Working:
    """The area of what gets a glue coat."""
    return facts.area_of("to coat", facts.made_of("painted board"))


def lived_in(facts: Facts) -> bool:
    """Whether any of what gets tile is an old face: a strip beside new board is wiped with it."""
    return facts.lived_in.value > LEAST_WASHED * facts.area.value


def boxes(facts: Facts) -> float:
    """How many boxes of tile are opened."""
    return sum(
        line.amount
        for id_, line in facts.lines.items()
        if id_ in ("boxes", "border-boxes") or id_.startswith("boxes@")
    )


def joints_to_clean(facts: Facts) -> bool:
    """Whether anything stands in the joints: adhesive, or what carries the first course."""
    return method_of(facts.job).in_joints or bool(facts.on_counters) or facts.battens > 0


def cleaning(facts: Facts) -> Working:
    """Out of the joints of tiles by the area; between sheets there are few of them."""
    if not method_of(facts.job).in_joints or facts.only_gaps:
        if facts.on_counters:
            return paced("scrape_pace", lambda f: f.counters_area)(facts)
        return given("battens and spacers", facts.job.times.batten_each, "minutes", "plan")
    by_area = paced("scrape_pace", lambda f: f.area)(facts)
    if facts.job.tile.sheet is not None:
        fewer = given("of the joints, between sheets", OF_SHEETS, "times", "plan")
        return step("product", "minutes", "minutes", by_area, fewer)
    return by_area


def edge_pieces(facts: Facts) -> Working:
    """Edge pieces at the pace of tile."""
    pieces = given("edge pieces", len(facts.glued), "pieces", "plan")
    hours = step("quotient", "hours", "hours", pieces, pieces_an_hour(facts.job))
    return step("product", "minutes", "minutes", hours, HOUR)


def glue_sets(_: Facts) -> Wait:
    """How long the adhesive of edge pieces sets: overnight, as construction adhesive does."""
    return Wait(hours=SET_HOURS["construction"], what="set", source="kind: construction")


def sawn(facts: Facts) -> bool:
    """Whether anything is cut with a saw."""
    return facts.sawn


def loud(_: Facts) -> bool:
    """Whether it makes noise, which it always does."""
    return True


def primer_doubt(facts: Facts) -> DoubtRule | None:
    """A doubt where no sheet was asked whether a wall needs primer."""

    asked = any(asks_for_primer(facts.job, zone) for zone in facts.zones)
    return None if asked or not facts.zones else "primer-not-asked"


def sealer_doubt(facts: Facts) -> DoubtRule | None:
    """A doubt where nobody said whether the tile takes up water."""
    return None if porous_tiles(facts.job) else "sealer-not-asked"


def bed_doubt(facts: Facts) -> DoubtRule | None:
    """A doubt about how soon the bed carries."""

    if facts.job.products.adhesive and method_of(facts.job).id == "own glue":
        return "adhesive-not-asked"
    return "slow-drying" if dries_slowly(facts) else None


def alone(facts: Facts) -> DoubtRule | None:
    """A doubt where one person would have to lift what takes two."""
    return "two-people" if facts.appliances > 0 and facts.job.schedule.people < 2 else None


primer_dries = by_sheet(lambda f: f.job.products.primer, "dry_hours", "primer_dry", "dry")
sealer_dries = by_sheet(lambda f: f.job.products.sealer, "dry_hours", "sealer_dry", "dry")
patch_dries = by_sheet(lambda f: f.job.products.patch, "dry_hours", "patch_dry", "dry")
grout_for_sealer = by_sheet(lambda f: f.job.products.grout, "set_hours", "sealer_after", "dry")
grout_for_sealant = by_sheet(
    lambda f: f.job.products.sealant, "after_grout", "sealant_after", "dry"
)
"""How long grout dries before sealant goes on."""

sealant_cured = by_time("sealant_dry", "cure")
"""How long sealant cures before a sealer goes over the joints."""

grout_cures = by_sheet(lambda f: f.job.products.grout, "water_hours", "water_after", "cure")
"""How long grout must not get wet."""
sealant_cures = by_sheet(lambda f: f.job.products.sealant, "dry_hours", "sealant_dry", "cure")
"""How long sealant must not get wet."""
