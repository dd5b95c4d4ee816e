"""The table of steps: when each applies, what it follows and waits for, how long it takes, who.

A step that does not apply hands on what it follows: whatever follows it then follows that. Waits
belong to what comes after them, because one and the same coat is walked away from for one thing
and waited out for another. A product's own sheet is asked first.
"""

import math
from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass

from pennant.core.days.facts import Facts
from pennant.core.days.own_steps import with_own
from pennant.core.days.sections import (
    batches,
    grouting_sections,
    setting_sections,
)
from pennant.core.days.step import (
    Caution,
    DoubtRule,
    Follows,
    Phase,
    Return,
    Step,
    StepId,
    Wait,
    WaitFor,
    Who,
)
from pennant.core.document.fixing import CEMENT, NOTHING_IN_JOINTS, fixing_of
from pennant.core.document.methods import SealStage
from pennant.core.document.notch import MIDDLE_FACE
from pennant.core.document.products import SET_HOURS, Coating, Product
from pennant.core.document.schedule import Dated
from pennant.core.document.survey import Zone
from pennant.core.takes.mixing import pieces_an_hour
from pennant.core.takes.preparation import goes_by_sheet, porous_tiles, seal_stages
from pennant.core.takes.quantity import time_of
from pennant.core.takes.working import Working, given, step

Amount = Callable[[Facts], Working]
WaitOf = Callable[[Facts], Wait | None]

HAZE_MAY_WAIT = 30
"""Minutes that the film may stay on longer: it still comes off with a damp cloth."""
OF_SHEETS = 0.5
"""Of the time for the joints of tiles, what those between sheets take."""
GAPS_MINUTES = 30
"""Minutes: the few gaps of split stone are filled from a bag."""
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


def _always(_: Facts) -> bool:
    return True


def _none(_: Facts) -> Working:
    return given("others' work", 0, "minutes", "plan")


def _fixed(name: str) -> Amount:
    return lambda facts: time_of(facts.job.times, name)


def _each(name: str, label: str, count: Callable[[Facts], float]) -> Amount:
    """So many minutes each."""

    def takes(facts: Facts) -> Working:
        many = given(label, count(facts), label, "plan")
        return step("product", "minutes", "minutes", many, time_of(facts.job.times, name))

    return takes


def _paced(name: str, amount: Callable[[Facts], Working]) -> Amount:
    """An amount at so much an hour."""

    def takes(facts: Facts) -> Working:
        hours = step("quotient", "hours", "hours", amount(facts), time_of(facts.job.times, name))
        return step("product", "minutes", "minutes", hours, HOUR)

    return takes


def _sum(*parts: Amount) -> Amount:
    return lambda facts: step("sum", "minutes", "minutes", *(part(facts) for part in parts))


def _by_time(name: str, what: WaitFor) -> WaitOf:
    def wait_of(facts: Facts) -> Wait:
        return Wait(hours=getattr(facts.job.times, name), what=what, source=f"times.{name}")

    return wait_of


def _by_sheet(
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
    adhesive = facts.job.products.adhesive
    if facts.stick_on or facts.job.products.mat is not None:
        return None
    kind = adhesive.kind if adhesive is not None else "thinset"
    hours, source = SET_HOURS[kind], f"kind: {kind}"
    if adhesive is not None and adhesive.set_hours is not None:
        hours, source = adhesive.set_hours, f"sheet: {adhesive.name}"
    if dries_slowly(facts) and facts.job.times.dense_set > hours:
        hours, source = facts.job.times.dense_set, "times.dense_set"
    return Wait(hours=hours, what="set", source=source)


def dries_slowly(facts: Facts) -> bool:
    """Return whether a ready-mixed adhesive lies between two faces that take no water.

    Behind dense tile (glass, porcelain, polished stone, or any large face) or over a primer or old
    glaze its water has nowhere to go but the joints.
    """
    adhesive, tile = facts.job.products.adhesive, facts.job.tile
    if adhesive is None or adhesive.kind != "mastic" or facts.job.products.mat is not None:
        return False
    dense = tile.material in ("glass", "porcelain") or (
        tile.material == "stone" and tile.finish == "polished"
    )
    large = tile.length * tile.height > MIDDLE_FACE
    over = facts.primed is not None or bool(facts.made_of("laminate") or facts.old_tile_on)
    return dense or large or over


def _sealing(facts: Facts) -> Working:
    """One coat over the field."""
    return _paced("coat_pace", lambda f: f.area)(facts)


def _seals(stage: SealStage) -> Callable[[Facts], bool]:
    return lambda facts: stage in seal_stages(facts.job)


def _paint_is(way: str) -> Callable[[Facts], bool]:
    return lambda facts: bool(facts.made_of("painted board")) and facts.job.ways.paint == way


def _scuffed(facts: Facts) -> list[Zone]:
    """What is scuffed: paint unless a glue coat goes on, old tile that stays, laminate.

    Nothing under panels that hold by their own glue: it wants a clean, smooth face.
    """
    if fixing_of(facts.job) == "own glue":
        return []
    found = ["laminate"]
    if facts.job.ways.paint in ("primer", "scuff"):
        found.append("painted board")
    every = [*facts.made_of(*found), *facts.old_tile_on]
    return [zone for zone in every if not goes_by_sheet(facts.job, zone)]


def _scuff_area(facts: Facts) -> Working:
    return facts.area_of("to scuff", _scuffed(facts))


def _wavy_area(facts: Facts) -> Working:
    return facts.area_of("to patch", [*facts.wavy, *_bared(facts)])


def _bared(facts: Facts) -> list[Zone]:
    """Stretches whose old tile comes off: the wall behind is then patched."""
    return [zone for zone in facts.old_tile_off if zone not in facts.wavy]


def _prime_area(facts: Facts) -> Working:
    return facts.primed if facts.primed is not None else facts.area


def _board_area(facts: Facts) -> Working:
    return facts.area_of("to board", list(facts.boarded))


def _glue_area(facts: Facts) -> Working:
    return facts.area_of("to coat", facts.made_of("painted board"))


def _boxes(facts: Facts) -> float:
    return sum(
        line.amount for id_, line in facts.lines.items()
        if id_ in ("boxes", "border-boxes") or id_.startswith("boxes@")
    )  # fmt: skip


def _pieces(facts: Facts) -> Working:
    return given("pieces", len(facts.plan.pieces), "pieces", "plan")


def _joints_to_clean(facts: Facts) -> bool:
    """Whether anything stands in the joints: adhesive, or what carries the first course."""
    return fixing_of(facts.job) not in NOTHING_IN_JOINTS or facts.battens > 0


def _cleaning(facts: Facts) -> Working:
    """Out of the joints of tiles by the area; between sheets there are few of them."""
    if fixing_of(facts.job) in NOTHING_IN_JOINTS or facts.only_gaps:
        return given("battens and spacers", facts.job.times.batten_each, "minutes", "plan")
    by_area = _paced("scrape_pace", lambda f: f.area)(facts)
    if facts.job.tile.sheet is not None:
        fewer = given("of the joints, between sheets", OF_SHEETS, "times", "plan")
        return step("product", "minutes", "minutes", by_area, fewer)
    return by_area


def _edge_pieces(facts: Facts) -> Working:
    """Edge pieces at the pace of tile."""
    pieces = given("edge pieces", len(facts.glued), "pieces", "plan")
    hours = step("quotient", "hours", "hours", pieces, pieces_an_hour(facts.job))
    return step("product", "minutes", "minutes", hours, HOUR)


def _glue_sets(_: Facts) -> Wait:
    """How long the adhesive of edge pieces sets: overnight, as construction adhesive does."""
    return Wait(hours=SET_HOURS["construction"], what="set", source="kind: construction")


def _sawn(facts: Facts) -> bool:
    return facts.sawn


def _loud(_: Facts) -> bool:
    return True


def _primer_doubt(facts: Facts) -> DoubtRule | None:
    return "primer-not-asked" if facts.primed is None else None


def _sealer_doubt(facts: Facts) -> DoubtRule | None:
    return None if porous_tiles(facts.job) else "sealer-not-asked"


def _bed_doubt(facts: Facts) -> DoubtRule | None:
    if facts.stick_on and facts.job.products.adhesive and facts.job.ways.stuck != "dabs":
        return "adhesive-not-asked"
    return "slow-drying" if dries_slowly(facts) else None


def _alone(facts: Facts) -> DoubtRule | None:
    return "two-people" if facts.appliances > 0 and facts.job.schedule.people < 2 else None


_primer_dries = _by_sheet(lambda f: f.job.products.primer, "dry_hours", "primer_dry", "dry")
_sealer_dries = _by_sheet(lambda f: f.job.products.sealer, "dry_hours", "sealer_dry", "dry")
_patch_dries = _by_sheet(lambda f: f.job.products.patch, "dry_hours", "patch_dry", "dry")
_grout_for_sealer = _by_sheet(lambda f: f.job.products.grout, "set_hours", "sealer_after", "dry")
grout_for_sealant = _by_sheet(
    lambda f: f.job.products.sealant, "after_grout", "sealant_after", "dry"
)
"""How long grout dries before sealant goes on."""

grout_cures = _by_sheet(lambda f: f.job.products.grout, "water_hours", "water_after", "cure")
"""How long grout must not get wet."""
sealant_cures = _by_sheet(lambda f: f.job.products.sealant, "dry_hours", "sealant_dry", "cure")
"""How long sealant must not get wet."""

TABLE: tuple[StepRule, ...] = (
    StepRule("tile-comes", "before", lambda f: "tile" in f.outside, _none, hands=0,
             who="supplier", on="tile"),
    StepRule("counter-fitted", "before", lambda f: "counter" in f.outside, _none, hands=0,
             who="counter fitter", on="counter"),
    StepRule("boxes", "before", _always,
             _sum(_each("boxes_each", "boxes", _boxes), _fixed("dry_lay")),
             (("tile-comes", None),), needs=("boxes",)),
    StepRule("unpack", "before", lambda f: f.stick_on, _fixed("dry_lay"), (("boxes", None),)),
    StepRule("grout-trial", "before", lambda f: f.grouted and not f.only_gaps, _fixed("mix_each"),
             (("boxes", None),), needs=("grout",), cautions=("cement",)),
    StepRule("clear", "prepare", _always,
             _sum(_fixed("clear_room"), _each("protect_each", "m", lambda f: f.counter.value)),
             (("counter-fitted", None),), needs=("sheeting", "tape"),
             cautions=("lifting", "gas"), doubt=_alone),
    StepRule("power-off", "prepare", lambda f: f.devices > 0,
             _sum(_fixed("prove_dead"), _each("device_off", "devices", lambda f: f.devices)),
             (("clear", None),), cautions=("power", "licensed-electric")),
    StepRule("tile-off", "prepare",
             lambda f: bool(f.old_tile_off),
             _paced("tile_off_pace", lambda f: f.area_of("old tile", f.old_tile_off)),
             (("clear", None), ("power-off", None)), loud=_loud, shakes=True,
             cautions=("asbestos", "dust", "hidden-pipes")),
    StepRule("scrape-off", "prepare", _always, _fixed("scrape_off"),
             (("clear", None), ("power-off", None), ("tile-off", None)), cautions=("lead",)),
    StepRule("wash", "prepare", _always, _paced("wash_pace", lambda f: f.area),
             (("scrape-off", None),), needs=("sponges", "buckets"), cautions=("solvents",)),
    StepRule("patch", "prepare", lambda f: bool(f.wavy or _bared(f)),
             _paced("patch_pace", _wavy_area),
             (("wash", _by_time("washed_dry", "dry")), ("tile-off", None)), needs=("patch",),
             cautions=("cement",)),
    StepRule("boards", "prepare", lambda f: bool(f.boarded), _paced("board_pace", _board_area),
             (("scrape-off", None), ("power-off", None)), needs=("boards", "board-screws"),
             loud=_loud, shakes=True, cautions=("dust", "hidden-pipes")),
    StepRule("board-joints", "prepare", lambda f: bool(f.boarded),
             _paced("coat_pace", _board_area), (("boards", None),), needs=("adhesive",),
             cautions=("cement",)),
    StepRule("counter-layers", "prepare", lambda f: f.layers.value > 0,
             _paced("board_pace", lambda f: f.layers),
             (("clear", None), ("counter-fitted", None), ("scrape-off", None)),
             needs=("layer-screws", "adhesive"), loud=_loud, shakes=True,
             cautions=("plumbing", "dust", "saw-outlet", "cement")),
    StepRule("scuff", "prepare", lambda f: bool(_scuffed(f)),
             _paced("scuff_pace", _scuff_area),
             (("wash", _by_time("washed_dry", "dry")), ("patch", _patch_dries)),
             cautions=("lead", "dust")),
    StepRule("glue-coat", "prepare", _paint_is("glue"), _paced("coat_pace", _glue_area),
             (("wash", _by_time("washed_dry", "dry")), ("patch", _patch_dries))),
    StepRule("prime", "prepare",
             lambda f: f.primed is not None or f.job.products.primer is not None,
             _paced("coat_pace", _prime_area),
             (("scuff", None), ("wash", _by_time("washed_dry", "dry")), ("patch", _patch_dries),
              ("board-joints", _by_time("board_joints_set", "set")), ("glue-coat", None)),
             needs=("primer",), cautions=("solvents",), doubt=_primer_doubt),
    StepRule("set-out", "set out", _always,
             _each("strike_each", "walls", lambda f: len(f.job.walls)),
             (("prime", _primer_dries), ("scuff", None), ("patch", _patch_dries),
              ("glue-coat", _by_time("glue_dry", "dry")),
              ("wash", _by_time("washed_dry", "dry")),
              ("board-joints", _by_time("board_joints_set", "set")),
              ("counter-layers", _by_time("board_joints_set", "set")))),
    StepRule("batten", "set out", lambda f: f.battens > 0,
             _each("batten_each", "battens", lambda f: f.battens), (("set-out", None),),
             needs=("batten", "batten-screws"), loud=_loud, shakes=True,
             cautions=("hidden-pipes", "falling")),
    StepRule("gap-screws", "set out", lambda f: f.gaps > 0 and f.job.ways.gap == "screws",
             _each("batten_each", "gaps", lambda f: f.gaps), (("set-out", None),),
             needs=("gap-screws",), loud=_loud, shakes=True, cautions=("hidden-pipes",)),
    StepRule("trim-fit", "set out", lambda f: f.runs > 0,
             _each("trim_each", "runs", lambda f: f.runs), (("set-out", None),),
             needs=("trim",), loud=_loud),
    StepRule("mat", "set out", lambda f: f.job.products.mat is not None,
             _paced("mat_pace", lambda f: f.area), (("set-out", None), ("batten", None)),
             needs=("mat",), cautions=("heat",)),
    StepRule("seal-face", "set out", _seals("before setting"), _sealing,
             (("boxes", None),), needs=("sealer",), cautions=("solvents",)),
    StepRule("cut-first", "set out", lambda f: f.first_cuts.value > 0, lambda f: f.first_cuts,
             (("boxes", None), ("set-out", None)), needs=("blade",), loud=_sawn,
             cautions=("dust", "saw-outlet")),
    StepRule("set-edges", "set", lambda f: bool(f.glued),
             _edge_pieces,
             (("set-out", None), ("boxes", None), ("cut-first", None)),
             needs=("edge-adhesive", "tape"), cautions=("solvents",)),
    StepRule("set", "set", lambda f: bool(f.set_first), _none,
             (("set-edges", None), ("set-out", None), ("batten", None), ("gap-screws", None),
              ("trim-fit", None),
              ("mat", None), ("boxes", None), ("unpack", _by_time("unpacked", "warm")),
              ("cut-first", None), ("seal-face", _sealer_dries), ("power-off", None)),
             needs=("adhesive", "spacers", "wedges", "gloves"), cautions=("cement", "buckets"),
             doubt=_bed_doubt),
    StepRule("set-last", "set", lambda f: bool(f.set_last), _none,
             (("set", None),), needs=("adhesive",), cautions=("dust", "cement"), loud=_sawn),
    StepRule("hood-comes", "set", lambda f: "hood" in f.outside, _none, (("clear", None),),
             hands=0, who="supplier", on="hood"),
    StepRule("set-held", "set", lambda f: bool(f.held), _none,
             (("set", None), ("set-last", None), ("hood-comes", None)),
             needs=("adhesive",), cautions=("dust", "cement"), loud=_sawn),
    StepRule("clean-joints", "grout", _joints_to_clean, _cleaning,
             (("set", bed_sets), ("set-last", bed_sets), ("set-held", bed_sets),
              ("set-edges", _glue_sets)), shakes=True, cautions=("falling",)),
    StepRule("seal-before", "grout", _seals("before grout"), _sealing,
             (("clean-joints", None),), needs=("sealer",), cautions=("solvents",)),
    StepRule("grout", "grout", lambda f: f.grouted, _none,
             (("clean-joints", None), ("seal-before", _sealer_dries),
              ("grout-trial", _by_time("trial_dry", "colour"))),
             needs=("grout", "sponges", "buckets", "gloves"),
             cautions=("cement", "wash-water", "buckets")),
    StepRule("touch-up", "finish", lambda f: f.grouted and not f.only_gaps, _fixed("touch_up"),
             (("grout", _by_time("pinholes_after", "next-day")),), needs=("grout",)),
    StepRule("seal-grout", "finish", _seals("after grout"), _sealing,
             (("grout", _grout_for_sealer), ("touch-up", None)), needs=("sealer",),
             cautions=("solvents",), doubt=_sealer_doubt),
    StepRule("sealant", "finish", lambda f: f.sealant.value > 0,
             _paced("sealant_pace", lambda f: f.sealant),
             (("grout", grout_for_sealant), ("touch-up", None), ("clean-joints", None)),
             needs=("sealant", "tape")),
    StepRule("devices", "finish", lambda f: f.devices > 0,
             _each("device_on", "devices", lambda f: f.devices),
             (("grout", None), ("clean-joints", None), ("power-off", None), ("touch-up", None)),
             needs=("extenders", "device-spacers", "device-screws"), on="electrician",
             cautions=("power", "licensed-electric")),
    StepRule("plumber", "finish", lambda f: "plumber" in f.outside, _none,
             (("sealant", None), ("grout", None)), hands=0, who="plumber", on="plumber"),
    StepRule("appliances", "finish", lambda f: f.appliances > 0, _fixed("appliances_back"),
             (("grout", None), ("clean-joints", None), ("touch-up", None), ("devices", None)),
             hands=2, shakes=True, cautions=("gas", "lifting", "heat"), doubt=_alone),
    StepRule("hand-over", "finish", _always, _fixed("hand_over"),
             (("sealant", None), ("seal-grout", None), ("devices", None), ("appliances", None),
              ("touch-up", None), ("plumber", None), ("grout", None))),
)  # fmt: skip
"""Every step there is, in the order of the work."""


BY_ADHESIVE: tuple[StepId, ...] = ("set", "set-last", "set-held")
"""Steps whose caution for cement is for the wall's adhesive, where that is mixed of it."""
CUTTING: tuple[StepId, ...] = ("cut-first", "set-last", "set-held")
"""Steps whose caution for dust is for the cuts made in them."""
SAWING: tuple[StepId, ...] = ("cut-first", "set", "set-last", "set-held")
"""Steps for which a hired saw must be there."""


def steps_of(facts: Facts, longest: int) -> list[Step]:
    """Return the steps of a job, in the order of the table, each with what it follows.

    ``longest`` is the longest working day, in minutes: no batch is mixed that it cannot hold.
    What is held back holds back nothing else: the work after setting is done with the rest, and
    once more for it.
    """
    rest, waiting = facts.parts
    found = [
        one for rule in TABLE
        for own in ((rest, waiting) if rule.id in ONCE_MORE else (facts,))
        if own is not None and rule.applies(own)
        for one in _steps_for(rule, own, longest)
    ]  # fmt: skip
    order = _Order(facts, found)
    found = [one.model_copy(update={"follows": order.before(one)}) for one in found]
    return with_own(found, facts.job)


def _steps_for(rule: StepRule, facts: Facts, longest: int) -> Iterator[Step]:
    if rule.id in ("set", "set-last", "set-held"):
        yield from _setting(rule, facts, longest)
    elif rule.id in COATS:
        product = COATS[rule.id][0](facts)
        for number in range(1, (product.coats if product is not None else 1) + 1):
            yield _step(rule, facts, rule.takes(facts), id=f"{rule.id}@{number}")
    elif rule.id == "set-edges":
        pieces = tuple(sorted(facts.glued))
        yield _step(rule, facts, rule.takes(facts), pieces=pieces)
    elif rule.id == "grout":
        yield from _grouting(rule, facts)
    else:
        yield _step(rule, facts, rule.takes(facts))


def _held(rule: StepRule, facts: Facts) -> bool:
    """Whether a step is the one that is done once more, for what was held back."""
    return rule.id in ONCE_MORE and facts.only is not None and facts.only == facts.held


def _step(rule: StepRule, facts: Facts, working: Working, **more: object) -> Step:
    loud = rule.loud(facts)
    # Devices are an electrician's work where one is to come.
    others = rule.id == "devices" and "electrician" in facts.outside
    held = _held(rule, facts)
    plain: dict[str, object] = {
        "id": rule.id, "rule": rule.id, "phase": rule.phase,
        "minutes": math.ceil(working.value - 1e-9), "working": working,
        "hands": 0 if others else rule.hands, "who": "electrician" if others else rule.who,
        "needs": _there(rule, facts), "unbroken": rule.unbroken, "loud": loud,
        "sawing": loud and rule.id in SAWING, "shakes": rule.shakes,
        "on": rule.on if rule.on in facts.outside else None, "cautions": _cautions(rule, facts),
        "doubt": rule.doubt(facts), "held": held,
    }  # fmt: skip
    plain |= more
    if held:
        base, mark, number = str(plain["id"]).partition("@")
        plain["id"] = f"{base}{HELD}{mark}{number}"
    return Step.model_validate(plain)


def _there(rule: StepRule, facts: Facts) -> tuple[str, ...]:
    """The lines that a step needs, as far as the job takes them."""
    return tuple(id_ for id_ in rule.needs if id_ in facts.lines)


def _cautions(rule: StepRule, facts: Facts) -> tuple[Caution, ...]:
    """What a step is warned of, where it bites in this kitchen."""
    paint = any(zone.made_of == "painted board" for zone in facts.zones)
    beside: dict[Caution, bool] = {
        "gas": facts.appliances > 0, "lifting": facts.appliances > 0, "lead": paint,
        "saw-outlet": facts.sawn, "heat": facts.appliances > 0, "falling": facts.gaps > 0,
        "cement": rule.id not in BY_ADHESIVE or fixing_of(facts.job) in CEMENT,
        "dust": rule.id not in CUTTING or facts.dusty,
        "buckets": rule.id not in BY_ADHESIVE or _mixed(facts),
    }  # fmt: skip
    return tuple(one for one in rule.cautions if beside.get(one, True))


def _setting(rule: StepRule, facts: Facts, longest: int) -> Iterator[Step]:
    """A step a batch: what is mixed, set and used up before it stiffens."""
    job = facts.job
    mixing = math.ceil(job.times.mix_each) if _mixed(facts) else 0
    own = {"set-last": facts.set_last, "set-held": facts.held}.get(rule.id, facts.set_first)
    as_set = rule.id == "set" and not facts.only_measured
    cutting_of = facts.cut_minutes if as_set else facts.last_minutes
    sections = setting_sections(job, facts.plan, cutting_of, own.__contains__)
    people = job.schedule.people
    for batch in batches(job, sections, max(longest - mixing, 1)):
        slow = job.times.slow_start if batch.number == 1 and rule.id == "set" else 1.0
        pieces = sum(len(one.pieces) for one in batch.sections)
        setting = step(
            "quotient", "setting", "minutes", given("setting", batch.setting, "minutes", "pace"),
            given("of the pace", slow, "times", "times.slow_start"),
        )  # fmt: skip
        cutting = given("cutting meanwhile", batch.cutting, "minutes", "cut list")
        mix = given("mixing", mixing, "minutes", "times.mix_each")
        longer = max(setting, cutting, key=lambda one: one.value)
        hands = (longer,) if people > 1 else (setting, cutting)
        working = step("sum", f"{pieces} pieces", "minutes", mix, *hands)
        loud = batch.cutting > 0 and facts.sawn
        yield _step(
            rule, facts, working, id=f"{rule.id}@{batch.number}", unbroken=True, loud=loud,
            sawing=loud, pieces=tuple(id_ for one in batch.sections for id_ in one.pieces),
            sections=tuple(one.pieces for one in batch.sections), area=batch.area,
            hands=2 if people > 1 and batch.cutting > 0 else 1,
            needs=_there(rule, facts) if batch.number == 1 else (),
        )  # fmt: skip


def _mixed(facts: Facts) -> bool:
    """Whether adhesive is mixed at all."""
    adhesive, mat = facts.job.products.adhesive, facts.job.products.mat
    return not facts.stick_on and mat is None and (adhesive is None or adhesive.powder)


def _grouting(rule: StepRule, facts: Facts) -> Iterator[Step]:
    """A step a section, and what one comes back for: the haze, the polish."""
    times = facts.job.times
    ready = facts.job.products.grout is not None and facts.job.products.grout.kind == "ready-mixed"
    if facts.only_gaps:
        pieces = tuple(piece.id for piece in facts.plan.pieces if facts.meant(piece.id))
        filling = given("gaps filled from a bag", GAPS_MINUTES, "minutes", "plan")
        yield _step(rule, facts, filling, id="grout@1", unbroken=True, pieces=pieces)
        return
    for section in grouting_sections(facts.job, facts.plan, facts.meant):
        mix = given("mixing", 0 if ready else times.mix_grout, "minutes", "times.mix_grout")
        spread = given("spread and wiped", section.minutes, "minutes", "settings.grout_pace")
        firm = time_of(times, "ready_wipe_after" if ready else "wipe_after")
        working = step("sum", "grouting", "minutes", mix, spread, firm)
        # The next section is spread while this one hazes over, so one comes back after it.
        haze = round(times.haze_after)
        soonest = min(max(haze, math.ceil(working.value)), haze + HAZE_MAY_WAIT)
        returns = (
            Return(what="haze", least=soonest, most=haze + HAZE_MAY_WAIT,
                   minutes=round(times.haze_each)),
            Return(what="polish", least=round(times.polish_after * 60),
                   most=max(round(times.polish_within * 60), round(times.polish_after * 60)) + 60,
                   minutes=round(times.polish_each)),
        )  # fmt: skip
        yield _step(
            rule, facts, working, id=f"grout@{section.number}", unbroken=True, returns=returns,
            pieces=section.pieces, area=section.area,
            needs=_there(rule, facts) if section.number == 1 else (),
        )  # fmt: skip


class _Order:
    """What each of some steps follows. A rule that comes to no step hands on what it follows."""

    def __init__(self, facts: Facts, steps: Sequence[Step]) -> None:
        self.facts = facts
        self.last = {one.rule: one.id for one in steps if not one.held}
        self.last_held = {one.rule: one.id for one in steps if one.held}

    def before(self, one: Step) -> tuple[Follows, ...]:
        """What a step follows, with the longest of the waits that it is told of for each."""
        assert one.rule is not None
        base, _, number = one.id.partition("@")
        if number and number != "1":
            # Batches, sections and coats follow one another; the first what comes before.
            dries = COATS[one.rule][1](self.facts) if one.rule in COATS else None
            return (Follows(step=f"{base}@{int(number) - 1}", wait=dries),)
        found: dict[str, Wait | None] = {}
        for name, wait in self._named(one):
            old = found.get(name)
            if name not in found or (wait is not None and (old is None or wait.hours > old.hours)):
                found[name] = wait
        return tuple(Follows(step=name, wait=wait) for name, wait in found.items())

    def _named(self, one: Step) -> Iterator[tuple[str, Wait | None]]:
        """The last step of each rule that a step follows, in the part of the work it belongs to."""
        assert one.rule is not None
        rest = {id_: name for id_, name in self.last.items() if id_ is not None}
        held = {id_: name for id_, name in self.last_held.items() if id_ is not None}
        if one.held:
            # It waits for what was held back to be set, and not for the setting of the rest.
            yield from self._resolved(one.rule, _without(rest, SETTING) | held, SETTING)
        elif held and one.rule in ONCE_MORE:
            yield from self._resolved(one.rule, _without(rest, HELD_FIRST), HELD_FIRST)
        else:
            yield from self._resolved(one.rule, rest, ())
            if one.rule == "hand-over":
                yield from self._resolved(one.rule, rest | held, ())

    def _resolved(
        self, id_: StepId, names: Mapping[StepId, str], seen: Collection[StepId]
    ) -> Iterator[tuple[str, Wait | None]]:
        """What a step follows of the steps that there are: a missing one hands on what it follows.

        It hands on no wait: that was for what would have been done.
        """
        for before, order in _order_at_the_end(id_, self.facts):
            if before in names:
                yield names[before], order(self.facts) if order else None
            elif before not in seen:
                for further, _ in self._resolved(before, names, {*seen, before}):
                    yield further, None


def _without(names: Mapping[StepId, str], ids: Collection[StepId]) -> dict[StepId, str]:
    return {id_: name for id_, name in names.items() if id_ not in ids}


def _order_at_the_end(id_: StepId, facts: Facts) -> Sequence[tuple[StepId, WaitOf | None]]:
    """A rule's own order, and whether the sealer or the sealant goes first."""
    plain = STEP_RULES[id_].follows
    if facts.job.ways.last == "sealer" and id_ == "sealant":
        return (*plain, ("seal-grout", _sealer_dries))
    if facts.job.ways.last == "sealant" and id_ == "seal-grout":
        return (*plain, ("sealant", _by_time("sealant_dry", "cure")))
    return plain


ONCE_MORE: tuple[StepId, ...] = (
    "clean-joints", "seal-before", "grout", "touch-up", "seal-grout", "sealant", "devices",
)  # fmt: skip
"""Work after setting that is done with the rest, and once more for what was held back."""
SETTING: tuple[StepId, ...] = ("set-edges", "set", "set-last")
HELD_FIRST: tuple[StepId, ...] = ("hood-comes", "set-held")
"""What comes before the work on what was held back, and holds up nothing else."""
HELD = "-held"
"""At the end of the id of a step that is done once more."""
COATS: dict[str, tuple[Callable[[Facts], Coating | None], WaitOf]] = {
    "prime": (lambda f: f.job.products.primer, _primer_dries),
    "seal-face": (lambda f: f.job.products.sealer, _sealer_dries),
    "seal-before": (lambda f: f.job.products.sealer, _sealer_dries),
    "seal-grout": (lambda f: f.job.products.sealer, _sealer_dries),
}
"""Steps that are done coat by coat: of what, and what is waited between two."""
STEP_RULES: dict[StepId, StepRule] = {rule.id: rule for rule in TABLE}
