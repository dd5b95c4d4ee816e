"""What goes with what: tile x wall x place x adhesive x joint x grout x sealer, rule by rule.

Each rule is a test that something is wrong, with how much it matters. The sentence, the reason and
the cure are said elsewhere; where schools differ the weight is to look at, not to cure.
"""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Literal

from pennant.core.cuts.sheets import sheet_size
from pennant.core.document.colour import contrast, dark
from pennant.core.document.counter import Counter
from pennant.core.document.job import Job
from pennant.core.document.notch import MIDDLE_FACE
from pennant.core.document.pattern import Courses
from pennant.core.document.products import Adhesive, Grout, Products
from pennant.core.document.survey import Zone, zones_of
from pennant.core.fixing.method_of import counter_job, method_of
from pennant.core.geometry.tolerance import EPS
from pennant.core.reading.finding import Weight
from pennant.core.survey.boards import asks_for_board, build_up, keeps_old_tile, old_tile_at_trim
from pennant.core.survey.counters import edge_height
from pennant.core.takes.measured_tiles import lip_in, measured_reading
from pennant.core.takes.mixing import pieces_an_hour, pot_life_of
from pennant.core.takes.preparation import goes_by_sheet, porous_tiles

SuitRule = Literal[
    "sanded-scratches",
    "unsanded-wide",
    "joint-range",
    "joint-under-lugs",
    "mastic-tile",
    "mastic-see-through",
    "mastic-heavy",
    "mastic-wet",
    "see-through-grey",
    "porous-unsealed",
    "porous-grey",
    "shade-of-grout",
    "trim-low",
    "heavy-on-paint",
    "heavy-on-laminate",
    "paint-unprimed",
    "plywood",
    "old-tile-unprimed",
    "laminate",
    "loose",
    "cracked",
    "quick-too-quick",
    "glass-brittle-notch",
    "mat-wavy",
    "mat-damp",
    "mat-heavy",
    "mat-see-through",
    "mat-not-on-sheet",
    "not-on-sheet",
    "paint-scuffed",
    "glue-coat",
    "sealed-late",
    "sealant-colour",
    "trim-proud",
    "dabs-heavy",
    "dabs-see-through",
    "mastic-marble",
    "stick-on-damp",
    "stick-on-wavy",
    "sanded-narrow",
    "counter-mastic",
    "counter-plywood",
    "edge-low",
    "sheet-large",
    "sizes-differ",
    "bow-shows",
    "size-drifts",
]


FEWEST_OF_A_BATCH = 5
"""Pieces: mixing takes as long as setting one or two, and a bucket is washed out for each batch."""
LARGEST_SHEET = 508.0
"""Millimetres, 20 in: a sheet of chips that is larger has been counted wrong."""


@dataclass(frozen=True)
class SuitFacts:
    """All that a rule looks at. ``zone`` is one stretch of wall; None where the survey has none."""

    job: Job
    zone: Zone | None

    @property
    def products(self) -> Products:
        """The products chosen."""
        return self.job.products

    @property
    def adhesive(self) -> Adhesive | None:
        """The adhesive chosen; none where a mat takes its place."""
        return self.products.adhesive if self.products.mat is None else None

    @property
    def grout(self) -> Grout | None:
        """The grout chosen; none where there are no joints to fill."""
        return self.products.grout if self.job.pattern.joint > EPS else None

    @property
    def thinset(self) -> bool:
        """Whether tile is set in thinset: where nothing else is chosen, it is."""
        return method_of(self.job).cement

    @property
    def dabs(self) -> bool:
        """Whether the tile is held by dabs."""
        return self.adhesive is not None and self.adhesive.kind == "construction"

    @property
    def stick_on(self) -> bool:
        """Whether the tile sticks by itself."""
        return method_of(self.job).own_glue

    @property
    def mastic(self) -> bool:
        """Whether the adhesive dries rather than sets."""
        return self.adhesive is not None and self.adhesive.kind == "mastic"

    @property
    def wide(self) -> bool:
        """Whether joints are so wide that grout needs sand to bridge them; schools differ on the
        very width that it begins with.
        """
        over = self.job.pattern.joint - self.job.settings.sanded_from
        return over >= -EPS if self.job.ways.eighth == "sanded" else over > EPS

    @property
    def wider(self) -> bool:
        """Whether joints are wider than the width at which schools differ: there a face that
        scratches gets unsanded grout.
        """
        return self.job.pattern.joint - self.job.settings.sanded_from > EPS

    @property
    def scratches(self) -> bool:
        """Whether sand scratches the tile's face."""
        return self.job.tile.scratches or self.job.tile.finish == "polished"

    @property
    def weight(self) -> float:
        """What the tile weighs, kg a m2; nothing where nobody said."""
        return self.job.tile.weight or 0.0

    @property
    def board(self) -> bool:
        """Whether this stretch of wall is boarded over."""
        chosen = self.products.board is not None
        return chosen and self.zone is not None and asks_for_board(self.job, self.zone)

    def on(self, *made_of: str) -> bool:
        """Whether tile goes straight on to one of these, on this stretch of wall."""
        return self.zone is not None and self.zone.made_of in made_of and not self.board

    def allowed(self) -> bool:
        """Whether the adhesive's sheet allows this stretch of wall by name."""
        adhesive = self.adhesive
        return adhesive is not None and self.zone is not None and self.on(*adhesive.goes_on)


@dataclass(frozen=True)
class Suit:
    """A rule: its name, how much it matters, whether it looks at each zone of the wall, its test
    that something is wrong.
    """

    rule: SuitRule
    weight: Weight
    by_zone: bool
    wrong: Callable[[SuitFacts], bool]


@dataclass(frozen=True, slots=True)
class Unsuited:
    """A rule that is broken; ``wall`` and ``zone`` where one stretch of wall breaks it."""

    rule: SuitRule
    weight: Weight
    wall: str | None
    zone: str | None


def _grout(facts: SuitFacts, *kinds: str) -> bool:
    return facts.grout is not None and facts.grout.kind in kinds


def _out_of_range(facts: SuitFacts) -> bool:
    grout, joint = facts.grout, facts.job.pattern.joint
    if grout is None:
        return False
    most = grout.joint_most
    return joint < grout.joint_least - EPS or (most is not None and joint > most + EPS)


def _sizes_differ(facts: SuitFacts) -> bool:
    """Whether measured tiles differ by more than the joint hides."""
    found = measured_reading(facts.job)
    return (
        found is not None
        and found.hides is not None
        and (facts.job.pattern.joint < found.hides - EPS)
    )


def _bow_shows(facts: SuitFacts) -> bool:
    """Whether a bowed tile's end stands out from its neighbour in the job's bond."""
    pattern = facts.job.pattern
    if not isinstance(pattern, Courses) or pattern.bond.by_rule:
        return False
    lip = lip_in(facts.job, pattern.bond.p, pattern.bond.q)
    return lip is not None and lip > facts.job.settings.lip_most + EPS


def _size_drifts(facts: SuitFacts) -> bool:
    """Whether a row set out by the job's size ends elsewhere than one of the measured tiles."""
    found = measured_reading(facts.job)
    return found is not None and any(
        abs(one.by) > facts.job.settings.set_within + EPS for one in found.drifts
    )


def _sheet_large(f: SuitFacts) -> bool:
    """Whether a sheet of chips is larger than any that one lifts."""
    size = sheet_size(f.job.tile, f.job.pattern)
    return size is not None and max(size.width, size.height) > LARGEST_SHEET


def _counter_in_no_thinset(facts: SuitFacts) -> bool:
    """Whether a counter's tile lies in what water softens, or in what gives under a pan."""
    if not facts.job.counters:
        return False
    adhesive = counter_job(facts.job).products.adhesive
    return adhesive is not None and not adhesive.powder


def _face(facts: SuitFacts) -> float:
    return facts.job.tile.length * facts.job.tile.height


def _dense(facts: SuitFacts) -> bool:
    return facts.job.tile.material in ("porcelain", "glass")


def _shades_differ(facts: SuitFacts) -> bool:
    if facts.adhesive is None or facts.grout is None:
        return False
    return dark(facts.grout.colour) != (facts.adhesive.shade == "grey")


def _mat(facts: SuitFacts) -> bool:
    return facts.products.mat is not None


def _sealant_differs(facts: SuitFacts) -> bool:
    sealant, grout = facts.products.sealant, facts.grout
    if sealant is None or sealant.colour is None or grout is None:
        return False
    return contrast(sealant.colour, grout.colour)


def _on_plywood(facts: SuitFacts) -> bool:
    """Whether some counter's tile lies on plywood without a board between."""
    tops = (one.layers[-1] for one in facts.job.counters if one.layers)
    return any(layer.kind == "plywood" for layer in tops)


def edges_too_low(job: Job) -> Iterator[tuple[Counter, float]]:
    """Yield the counters whose edge pieces are lower than the edge they hide, and how high it is.

    In mm; the pieces stand flush with the tile's face.
    """
    for counter in job.counters:
        high = edge_height(job, counter)
        if counter.front is not None and counter.front.tile.height < high - EPS:
            yield counter, high


TRIM_OVER = 1.0
"""Millimetres: a trim is at least so much higher than the tile, because its leg lies in the bed,
and stands proud of the set tile by so much at most."""


def _trim_low(facts: SuitFacts) -> bool:
    trim, job = facts.products.trim, facts.job
    least = job.tile.thickness + old_tile_at_trim(job) + TRIM_OVER
    return trim is not None and trim.height < least - EPS


def _trim_proud(facts: SuitFacts) -> bool:
    trim, job = facts.products.trim, facts.job
    most = build_up(job) + old_tile_at_trim(job) + TRIM_OVER
    return trim is not None and trim.height > most + EPS


def _too_quick(facts: SuitFacts) -> bool:
    """Whether a batch stiffens so soon that little is set from it: by its sheet, or by the pieces
    that two hands set of this pattern meanwhile.
    """
    adhesive, settings = facts.adhesive, facts.job.settings
    if adhesive is None or not adhesive.powder:
        return False
    by_sheet = adhesive.pot_life is not None and adhesive.pot_life < settings.least_pot_life
    pieces = pot_life_of(facts.job).value / 60 * pieces_an_hour(facts.job).value
    return by_sheet or (adhesive.kind == "quick thinset" and pieces < FEWEST_OF_A_BATCH)


SUITS: tuple[Suit, ...] = (
    Suit("sanded-scratches", "never", False, lambda f: f.scratches and _grout(f, "sanded")),
    Suit(
        "unsanded-wide",
        "never",
        False,
        lambda f: (f.wider if f.scratches else f.wide) and _grout(f, "unsanded"),
    ),
    Suit("joint-range", "never", False, _out_of_range),
    Suit("joint-under-lugs", "never", False, lambda f: f.job.pattern.joint < f.job.tile.lugs - EPS),
    Suit(
        "mastic-tile", "never", False, lambda f: f.mastic and _dense(f) and _face(f) > MIDDLE_FACE
    ),
    Suit("mastic-see-through", "never", False, lambda f: f.mastic and f.job.tile.see_through),
    Suit(
        "mastic-heavy",
        "never",
        False,
        lambda f: f.mastic and f.weight > f.job.settings.most_on_glue,
    ),
    Suit("mastic-wet", "never", True, lambda f: f.mastic and f.zone is not None and f.zone.damp),
    Suit(
        "see-through-grey",
        "never",
        False,
        lambda f: f.job.tile.see_through and f.adhesive is not None and f.adhesive.shade == "grey",
    ),
    Suit(
        "porous-unsealed",
        "never",
        False,
        lambda f: bool(porous_tiles(f.job)) and f.products.sealer is None,
    ),
    Suit(
        "counter-mastic",
        "never",
        False,
        _counter_in_no_thinset,
    ),
    Suit("counter-plywood", "avoid", False, _on_plywood),
    Suit("edge-low", "never", False, lambda f: next(edges_too_low(f.job), None) is not None),
    Suit("sheet-large", "avoid", False, _sheet_large),
    Suit("sizes-differ", "avoid", False, _sizes_differ),
    Suit("bow-shows", "avoid", False, _bow_shows),
    Suit("size-drifts", "avoid", False, _size_drifts),
    Suit(
        "porous-grey",
        "avoid",
        False,
        lambda f: (
            f.job.tile.porous
            and not dark(f.job.tile.colour)
            and f.adhesive is not None
            and f.adhesive.shade == "grey"
        ),
    ),
    Suit("shade-of-grout", "avoid", False, _shades_differ),
    Suit("trim-low", "never", False, _trim_low),
    Suit("trim-proud", "avoid", False, _trim_proud),
    Suit("dabs-heavy", "never", False, lambda f: f.dabs and f.weight > f.job.settings.most_on_glue),
    Suit("dabs-see-through", "never", False, lambda f: f.dabs and f.job.tile.see_through),
    Suit(
        "mastic-marble",
        "never",
        False,
        lambda f: (
            f.mastic
            and f.job.tile.material == "stone"
            and f.job.tile.finish == "polished"
            and not dark(f.job.tile.colour)
        ),
    ),
    Suit(
        "stick-on-damp", "never", True, lambda f: f.stick_on and f.zone is not None and f.zone.damp
    ),
    Suit(
        "stick-on-wavy",
        "never",
        True,
        lambda f: (
            f.stick_on and f.zone is not None and f.zone.flat > f.job.settings.mat_flat_within + EPS
        ),
    ),
    Suit(
        "sanded-narrow",
        "avoid",
        False,
        lambda f: _grout(f, "sanded") and f.job.pattern.joint < f.job.settings.sanded_from - EPS,
    ),
    Suit(
        "heavy-on-paint",
        "never",
        True,
        lambda f: f.on("painted board") and f.weight > f.job.settings.most_on_paint,
    ),
    Suit(
        "heavy-on-laminate",
        "never",
        True,
        lambda f: f.on("laminate") and f.weight > f.job.settings.most_on_paint,
    ),
    Suit(
        "paint-unprimed",
        "avoid",
        True,
        lambda f: (
            f.on("painted board")
            and f.thinset
            and f.job.ways.paint == "primer"
            and f.products.primer is None
        ),
    ),
    Suit(
        "paint-scuffed",
        "avoid",
        True,
        lambda f: f.on("painted board") and f.job.ways.paint == "scuff",
    ),
    Suit(
        "glue-coat", "avoid", True, lambda f: f.on("painted board") and f.job.ways.paint == "glue"
    ),
    Suit("plywood", "avoid", True, lambda f: f.on("plywood") and not f.allowed()),
    Suit(
        "old-tile-unprimed",
        "avoid",
        True,
        lambda f: (
            f.on("old tile")
            and f.zone is not None
            and keeps_old_tile(f.job, f.zone)
            and f.products.primer is None
            and not goes_by_sheet(f.job, f.zone)
        ),
    ),
    Suit("laminate", "avoid", True, lambda f: f.on("laminate") and not f.allowed()),
    Suit(
        "not-on-sheet", "never", True, lambda f: f.adhesive is not None and f.on(*f.adhesive.not_on)
    ),
    Suit(
        "mat-wavy",
        "never",
        True,
        lambda f: (
            _mat(f) and f.zone is not None and f.zone.flat > f.job.settings.mat_flat_within + EPS
        ),
    ),
    Suit("mat-damp", "never", True, lambda f: _mat(f) and f.zone is not None and f.zone.damp),
    Suit(
        "mat-not-on-sheet",
        "never",
        True,
        lambda f: f.products.mat is not None and f.on(*f.products.mat.not_on),
    ),
    Suit(
        "mat-heavy",
        "never",
        False,
        lambda f: (
            f.products.mat is not None
            and f.weight > (f.products.mat.most_weight or f.job.settings.most_on_glue)
        ),
    ),
    Suit("mat-see-through", "avoid", False, lambda f: _mat(f) and f.job.tile.see_through),
    Suit(
        "sealed-late", "avoid", False, lambda f: f.job.tile.porous and f.job.ways.sealed == "after"
    ),
    Suit("sealant-colour", "avoid", False, _sealant_differs),
    Suit("loose", "never", True, lambda f: f.zone is not None and f.zone.loose),
    Suit("cracked", "avoid", True, lambda f: f.zone is not None and f.zone.cracked),
    Suit("quick-too-quick", "avoid", False, _too_quick),
    Suit(
        "glass-brittle-notch",
        "avoid",
        False,
        lambda f: f.job.tile.material == "glass" and "wet saw" not in f.job.tools,
    ),
)
"""The whole table."""


def unsuited(job: Job) -> Iterator[Unsuited]:
    """Yield every rule that a job breaks; those of the wall once for each stretch that does."""
    zones = list(zones_of(job.walls))
    for suit in SUITS:
        if not suit.by_zone:
            if suit.wrong(SuitFacts(job, None)):
                yield Unsuited(suit.rule, suit.weight, None, None)
            continue
        for wall, zone in zones:
            if suit.wrong(SuitFacts(job, zone)):
                yield Unsuited(suit.rule, suit.weight, wall.id, zone.id)
