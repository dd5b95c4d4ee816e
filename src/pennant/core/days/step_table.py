"""The table of steps: when each applies, what it follows and waits for, how long it takes, who.

A step that does not apply hands on what it follows: whatever follows it then follows that. Waits
belong to what comes after them, because one and the same coat is walked away from for one thing
and waited out for another. A product's own sheet is asked first.
"""

from collections.abc import Callable
from dataclasses import dataclass

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
from pennant.core.document.methods import SealStage
from pennant.core.document.notch import MIDDLE_FACE
from pennant.core.document.products import SET_HOURS, Coating, Product
from pennant.core.document.schedule import Dated
from pennant.core.document.survey import Zone
from pennant.core.fixing.method_of import method_of
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
    if not method_of(facts.job).sets:
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
    if not method_of(facts.job).scuffs:
        return []
    found = ["laminate"]
    if facts.job.ways.paint in ("primer", "scuff"):
        found.append("painted board")
    every = [*facts.made_of(*found), *facts.old_tile_on]
    return [zone for zone in every if not only_cleaned(facts.job, zone)]


def _scuff_area(facts: Facts) -> Working:
    return facts.area_of("to scuff", _scuffed(facts))


def _wavy_area(facts: Facts) -> Working:
    return facts.area_of("to patch", [*facts.wavy, *_bared(facts)])


def _bared(facts: Facts) -> list[Zone]:
    """Stretches whose old tile comes off: the wall behind is then patched."""
    return [zone for zone in facts.old_tile_off if zone not in facts.wavy]


def _prime_area(facts: Facts) -> Working:
    assert facts.primed is not None
    return facts.primed


def _board_area(facts: Facts) -> Working:
    return facts.area_of("to board", list(facts.boarded))


def _glue_area(facts: Facts) -> Working:
    return facts.area_of("to coat", facts.made_of("painted board"))


def _lived_in(facts: Facts) -> bool:
    """Whether any of what gets tile is an old face: a strip beside new board is wiped with it."""
    return facts.lived_in.value > LEAST_WASHED * facts.area.value


def _boxes(facts: Facts) -> float:
    return sum(
        line.amount
        for id_, line in facts.lines.items()
        if id_ in ("boxes", "border-boxes") or id_.startswith("boxes@")
    )


def _pieces(facts: Facts) -> Working:
    return given("pieces", len(facts.plan.pieces), "pieces", "plan")


def _joints_to_clean(facts: Facts) -> bool:
    """Whether anything stands in the joints: adhesive, or what carries the first course."""
    return method_of(facts.job).in_joints or facts.battens > 0


def _cleaning(facts: Facts) -> Working:
    """Out of the joints of tiles by the area; between sheets there are few of them."""
    if not method_of(facts.job).in_joints or facts.only_gaps:
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
    asked = any(asks_for_primer(facts.job, zone) for zone in facts.zones)
    return None if asked or not facts.zones else "primer-not-asked"


def _sealer_doubt(facts: Facts) -> DoubtRule | None:
    return None if porous_tiles(facts.job) else "sealer-not-asked"


def _bed_doubt(facts: Facts) -> DoubtRule | None:
    if facts.job.products.adhesive and method_of(facts.job).id == "own glue":
        return "adhesive-not-asked"
    return "slow-drying" if dries_slowly(facts) else None


def _alone(facts: Facts) -> DoubtRule | None:
    return "two-people" if facts.appliances > 0 and facts.job.schedule.people < 2 else None


_primer_dries = _by_sheet(lambda f: f.job.products.primer, "dry_hours", "primer_dry", "dry")
sealer_dries = _by_sheet(lambda f: f.job.products.sealer, "dry_hours", "sealer_dry", "dry")
_patch_dries = _by_sheet(lambda f: f.job.products.patch, "dry_hours", "patch_dry", "dry")
_grout_for_sealer = _by_sheet(lambda f: f.job.products.grout, "set_hours", "sealer_after", "dry")
grout_for_sealant = _by_sheet(
    lambda f: f.job.products.sealant, "after_grout", "sealant_after", "dry"
)
"""How long grout dries before sealant goes on."""

sealant_cured = _by_time("sealant_dry", "cure")
"""How long sealant cures before a sealer goes over the joints."""

grout_cures = _by_sheet(lambda f: f.job.products.grout, "water_hours", "water_after", "cure")
"""How long grout must not get wet."""
sealant_cures = _by_sheet(lambda f: f.job.products.sealant, "dry_hours", "sealant_dry", "cure")
"""How long sealant must not get wet."""

TABLE: tuple[StepRule, ...] = (
    StepRule(
        "tile-comes",
        "before",
        lambda f: "tile" in f.outside,
        _none,
        hands=0,
        who="supplier",
        on="tile",
    ),
    StepRule(
        "counter-fitted",
        "before",
        lambda f: "counter" in f.outside,
        _none,
        hands=0,
        who="counter fitter",
        on="counter",
    ),
    StepRule(
        "boxes",
        "before",
        _always,
        _sum(_each("boxes_each", "boxes", _boxes), _fixed("dry_lay")),
        (("tile-comes", None),),
        needs=("boxes", "border-boxes"),
    ),
    StepRule(
        "unpack", "before", lambda f: method_of(f.job).warmed, _fixed("dry_lay"), (("boxes", None),)
    ),
    StepRule(
        "grout-trial",
        "before",
        lambda f: f.grouted and not f.only_gaps,
        _fixed("mix_each"),
        (("boxes", None),),
        needs=("grout",),
        cautions=("cement",),
    ),
    StepRule(
        "clear",
        "prepare",
        _always,
        _sum(_fixed("clear_room"), _each("protect_each", "m", lambda f: f.counter.value)),
        (("counter-fitted", None),),
        needs=("sheeting", "tape"),
        cautions=("lifting", "gas"),
        doubt=_alone,
    ),
    StepRule(
        "power-off",
        "prepare",
        lambda f: f.devices > 0,
        _sum(_fixed("prove_dead"), _each("device_off", "devices", lambda f: f.devices)),
        (("clear", None),),
        cautions=("power", "licensed-electric"),
    ),
    StepRule(
        "tile-off",
        "prepare",
        lambda f: bool(f.old_tile_off),
        _paced("tile_off_pace", lambda f: f.area_of("old tile", f.old_tile_off)),
        (("clear", None), ("power-off", None)),
        loud=_loud,
        shakes=True,
        cautions=("asbestos", "dust", "hidden-pipes"),
    ),
    StepRule(
        "scrape-off",
        "prepare",
        _lived_in,
        _fixed("scrape_off"),
        (("clear", None), ("power-off", None), ("tile-off", None)),
        cautions=("lead",),
    ),
    StepRule(
        "wash",
        "prepare",
        _lived_in,
        _paced("wash_pace", lambda f: f.lived_in),
        (("scrape-off", None),),
        needs=("sponges", "buckets"),
        cautions=("solvents",),
    ),
    StepRule(
        "patch",
        "prepare",
        lambda f: bool(f.wavy or _bared(f)),
        _paced("patch_pace", _wavy_area),
        (("wash", _by_time("washed_dry", "dry")), ("tile-off", None)),
        needs=("patch",),
        cautions=("cement",),
    ),
    StepRule(
        "boards",
        "prepare",
        lambda f: bool(f.boarded),
        _paced("board_pace", _board_area),
        (("scrape-off", None), ("power-off", None)),
        needs=("boards", "board-screws"),
        loud=_loud,
        shakes=True,
        cautions=("dust", "hidden-pipes"),
    ),
    StepRule(
        "board-joints",
        "prepare",
        lambda f: bool(f.boarded),
        _paced("coat_pace", _board_area),
        (("boards", None),),
        needs=("adhesive",),
        cautions=("cement",),
    ),
    StepRule(
        "counter-layers",
        "prepare",
        lambda f: f.layers.value > 0,
        _paced("board_pace", lambda f: f.layers),
        (("clear", None), ("counter-fitted", None), ("scrape-off", None)),
        needs=("layers", "layer-screws", "adhesive"),
        loud=_loud,
        shakes=True,
        cautions=("plumbing", "dust", "saw-outlet", "cement"),
    ),
    StepRule(
        "scuff",
        "prepare",
        lambda f: bool(_scuffed(f)),
        _paced("scuff_pace", _scuff_area),
        (("wash", _by_time("washed_dry", "dry")), ("patch", _patch_dries)),
        cautions=("lead", "dust"),
    ),
    StepRule(
        "glue-coat",
        "prepare",
        _paint_is("glue"),
        _paced("coat_pace", _glue_area),
        (("wash", _by_time("washed_dry", "dry")), ("patch", _patch_dries)),
    ),
    StepRule(
        "prime",
        "prepare",
        lambda f: f.primed is not None,
        _paced("coat_pace", _prime_area),
        (
            ("scuff", None),
            ("wash", _by_time("washed_dry", "dry")),
            ("patch", _patch_dries),
            ("board-joints", _by_time("board_joints_set", "set")),
            ("glue-coat", None),
        ),
        needs=("primer",),
        cautions=("solvents",),
        doubt=_primer_doubt,
    ),
    StepRule(
        "set-out",
        "set out",
        _always,
        _each("strike_each", "walls", lambda f: len(f.job.walls)),
        (
            ("prime", _primer_dries),
            ("scuff", None),
            ("patch", _patch_dries),
            ("glue-coat", _by_time("glue_dry", "dry")),
            ("wash", _by_time("washed_dry", "dry")),
            ("board-joints", _by_time("board_joints_set", "set")),
            ("counter-layers", _by_time("board_joints_set", "set")),
        ),
    ),
    StepRule(
        "batten",
        "set out",
        lambda f: f.battens > 0,
        _each("batten_each", "battens", lambda f: f.battens),
        (("set-out", None),),
        needs=("batten", "batten-screws"),
        loud=_loud,
        shakes=True,
        cautions=("hidden-pipes", "falling"),
    ),
    StepRule(
        "gap-screws",
        "set out",
        lambda f: f.gaps > 0 and f.job.ways.gap == "screws",
        _each("batten_each", "gaps", lambda f: f.gaps),
        (("set-out", None),),
        needs=("gap-screws",),
        loud=_loud,
        shakes=True,
        cautions=("hidden-pipes",),
    ),
    StepRule(
        "trim-fit",
        "set out",
        lambda f: f.runs > 0,
        _each("trim_each", "runs", lambda f: f.runs),
        (("set-out", None),),
        needs=("trim",),
        loud=_loud,
    ),
    StepRule(
        "mat",
        "set out",
        lambda f: method_of(f.job).behind == "mat",
        _paced("mat_pace", lambda f: f.area),
        (("set-out", None), ("batten", None)),
        needs=("mat",),
        cautions=("heat",),
    ),
    StepRule(
        "seal-face",
        "set out",
        _seals("before setting"),
        _sealing,
        (("boxes", None),),
        needs=("sealer",),
        cautions=("solvents",),
    ),
    StepRule(
        "cut-first",
        "set out",
        lambda f: f.first_cuts.value > 0,
        lambda f: f.first_cuts,
        (("boxes", None), ("set-out", None)),
        needs=("blade",),
        loud=_sawn,
        cautions=("dust", "saw-outlet"),
    ),
    StepRule(
        "set-edges",
        "set",
        lambda f: bool(f.glued),
        _edge_pieces,
        (("set-out", None), ("boxes", None), ("cut-first", None)),
        needs=("edge-adhesive", "tape"),
        cautions=("solvents",),
    ),
    StepRule(
        "set",
        "set",
        lambda f: bool(f.set_first),
        _none,
        (
            ("set-edges", None),
            ("set-out", None),
            ("batten", None),
            ("gap-screws", None),
            ("trim-fit", None),
            ("mat", None),
            ("boxes", None),
            ("unpack", _by_time("unpacked", "warm")),
            ("cut-first", None),
            ("seal-face", sealer_dries),
            ("power-off", None),
        ),
        needs=("adhesive", "spacers", "wedges", "gloves", "sponges", "buckets"),
        cautions=("cement", "buckets"),
        doubt=_bed_doubt,
    ),
    StepRule(
        "set-last",
        "set",
        lambda f: bool(f.set_last),
        _none,
        (("set", None),),
        needs=("adhesive",),
        cautions=("dust", "cement"),
        loud=_sawn,
    ),
    StepRule(
        "hood-comes",
        "set",
        lambda f: "hood" in f.outside and bool(f.held),
        _none,
        (("clear", None),),
        hands=0,
        who="supplier",
        on="hood",
    ),
    StepRule(
        "set-held",
        "set",
        lambda f: bool(f.held),
        _none,
        (("set", None), ("set-last", None), ("hood-comes", None)),
        needs=("adhesive",),
        cautions=("dust", "cement"),
        loud=_sawn,
    ),
    StepRule(
        "clean-joints",
        "grout",
        _joints_to_clean,
        _cleaning,
        (
            ("set", bed_sets),
            ("set-last", bed_sets),
            ("set-held", bed_sets),
            ("set-edges", _glue_sets),
        ),
        shakes=True,
        cautions=("falling",),
    ),
    StepRule(
        "seal-before",
        "grout",
        _seals("before grout"),
        _sealing,
        (("clean-joints", None),),
        needs=("sealer",),
        cautions=("solvents",),
    ),
    StepRule(
        "grout",
        "grout",
        lambda f: f.grouted,
        _none,
        (
            ("clean-joints", None),
            ("seal-before", sealer_dries),
            ("grout-trial", _by_time("trial_dry", "colour")),
        ),
        needs=("grout", "sponges", "buckets", "gloves"),
        cautions=("cement", "wash-water", "buckets"),
    ),
    StepRule(
        "touch-up",
        "finish",
        lambda f: f.grouted and not f.only_gaps,
        _fixed("touch_up"),
        (("grout", _by_time("pinholes_after", "next-day")),),
        needs=("grout",),
    ),
    StepRule(
        "seal-grout",
        "finish",
        _seals("after grout"),
        _sealing,
        (("grout", _grout_for_sealer), ("touch-up", None)),
        needs=("sealer",),
        cautions=("solvents",),
        doubt=_sealer_doubt,
    ),
    StepRule(
        "sealant",
        "finish",
        lambda f: f.sealant.value > 0,
        _paced("sealant_pace", lambda f: f.sealant),
        (("grout", grout_for_sealant), ("touch-up", None), ("clean-joints", None)),
        needs=("sealant", "tape"),
    ),
    StepRule(
        "devices",
        "finish",
        lambda f: f.devices > 0,
        _each("device_on", "devices", lambda f: f.devices),
        (("grout", None), ("clean-joints", None), ("power-off", None), ("touch-up", None)),
        needs=("extenders", "device-spacers", "device-screws"),
        on="electrician",
        cautions=("power", "licensed-electric"),
    ),
    StepRule(
        "plumber",
        "finish",
        lambda f: "plumber" in f.outside,
        _none,
        (("sealant", None), ("grout", None)),
        hands=0,
        who="plumber",
        on="plumber",
    ),
    StepRule(
        "appliances",
        "finish",
        lambda f: f.appliances > 0,
        _fixed("appliances_back"),
        (("grout", None), ("clean-joints", None), ("touch-up", None), ("devices", None)),
        hands=2,
        shakes=True,
        cautions=("gas", "lifting", "heat"),
        doubt=_alone,
    ),
    StepRule(
        "hand-over",
        "finish",
        _always,
        _fixed("hand_over"),
        (
            ("sealant", None),
            ("seal-grout", None),
            ("devices", None),
            ("appliances", None),
            ("touch-up", None),
            ("plumber", None),
            ("grout", None),
        ),
    ),
)
"""Every step there is, in the order of the work."""


BY_ADHESIVE: tuple[StepId, ...] = ("set", "set-last", "set-held")
"""Steps whose caution for cement is for the wall's adhesive, where that is mixed of it."""
CUTTING: tuple[StepId, ...] = ("cut-first", "set-last", "set-held")
"""Steps whose caution for dust is for the cuts made in them."""
SAWING: tuple[StepId, ...] = ("cut-first", "set", "set-last", "set-held")
"""Steps for which a hired saw must be there."""
ONCE_MORE: tuple[StepId, ...] = (
    "clean-joints",
    "seal-before",
    "grout",
    "touch-up",
    "seal-grout",
    "sealant",
    "devices",
)
"""Work after setting that is done with the rest, and once more for what was held back."""
SETTING: tuple[StepId, ...] = ("set-edges", "set", "set-last")
PACED: tuple[StepId, ...] = ("set", "set-last", "set-held", "set-edges", "grout")
"""Steps whose minutes follow from a pace: the rest goes by how practised the hands are."""
HELD_FIRST: tuple[StepId, ...] = ("hood-comes", "set-held")
"""What comes before the work on what was held back, and holds up nothing else."""
HELD = "-held"
"""At the end of the id of a step that is done once more."""
COATS: dict[str, tuple[Callable[[Facts], Coating | None], WaitOf]] = {
    "prime": (lambda f: f.job.products.primer, _primer_dries),
    "seal-face": (lambda f: f.job.products.sealer, sealer_dries),
    "seal-before": (lambda f: f.job.products.sealer, sealer_dries),
    "seal-grout": (lambda f: f.job.products.sealer, sealer_dries),
}
"""Steps that are done coat by coat: of what, and what is waited between two."""
STEP_RULES: dict[StepId, StepRule] = {rule.id: rule for rule in TABLE}
