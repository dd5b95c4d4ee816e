"""What does not go together, in words: what is wrong, why, and what would cure it."""

from collections.abc import Callable, Iterator

from pennant.core.cuts.sheets import sheet_size
from pennant.core.document.colour import contrast
from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.document.pattern import Courses
from pennant.core.document.survey import zones_of
from pennant.core.document.values import Value
from pennant.core.plan import Plan
from pennant.core.reading.finding import Weight
from pennant.core.survey.boards import build_up, old_tile_at_trim
from pennant.core.takes.measured_tiles import lip_in, measured_reading
from pennant.core.takes.mixing import pot_life_of
from pennant.core.takes.suitability import TRIM_OVER, SuitRule, Unsuited, edges_too_low
from pennant.words.names import Names
from pennant.words.weights import by_area

SAID: dict[SuitRule, tuple[str, str, str]] = {
    "sanded-scratches": (
        "Sanded grout on a face that scratches",
        "Sand is dragged over the face at every wipe.",
        "Take a fine or ready-mixed grout, which fills wide joints without sand.",
    ),
    "unsanded-wide": (
        "Unsanded grout in a joint of {joint}",
        "From {sanded} on it shrinks and cracks without sand.",
        "Take a sanded grout, or a fine one where the face scratches; or a narrower joint.",
    ),
    "joint-range": (
        "A joint of {joint} is outside what this grout fills",
        "Its sheet gives {least} to {most}.",
        "Take another grout, or a joint that its sheet allows.",
    ),
    "joint-under-lugs": (
        "A joint of {joint} is less than the tile's lugs leave",
        "Lugs of neighbours touch at {lugs}; no spacer makes it less.",
        "Take a joint of {lugs} or more.",
    ),
    "mastic-tile": (
        "Mastic behind a large dense tile",
        "It dries through the joints alone: behind so large a face it stays soft.",
        "Take a thinset.",
    ),
    "mastic-see-through": (
        "Mastic behind see-through tile",
        "Its colour and its ridges show.",
        "Take a white thinset, and flatten the ridges.",
    ),
    "mastic-heavy": (
        "{weight} on mastic",
        "It grips later than it must: tile over {most_glue} creeps down.",
        "Take a thinset.",
    ),
    "mastic-wet": (
        "Mastic on a damp stretch of wall",
        "It softens again when it gets wet.",
        "Take a thinset, and find out where the damp comes from first.",
    ),
    "see-through-grey": (
        "Grey adhesive behind see-through tile",
        "It darkens the tile, and its ridges show.",
        "Take a white one, and flatten the ridges.",
    ),
    "porous-unsealed": (
        "Open-pored tile without a sealer",
        "Adhesive and grout stain it, and the stain stays.",
        "Choose a sealer: its face is sealed before it is set, and again before grout.",
    ),
    "porous-grey": (
        "Grey adhesive under a light open-pored tile",
        "It shows through as a shadow when it is wet.",
        "Take a white one.",
    ),
    "shade-of-grout": (
        "Adhesive and grout are not alike, dark and light",
        "Where adhesive rises into a joint it shows through thin grout.",
        "White adhesive under light grout, grey under dark.",
    ),
    "trim-low": (
        "Trim of {trim} is too low for this tile",
        "Its leg lies in the bed, and the tile's edge would stand out over it, to be felt and "
        "chipped.",
        "Take the next height up: at least {trim_least}.",
    ),
    "trim-proud": (
        "Trim of {trim} stands proud of tile and bed, {built}",
        "An edge that stands out is felt with every wipe, and catches dirt.",
        "Take the next height down, or build the bed up to it.",
    ),
    "dabs-heavy": (
        "{weight} on dabs",
        "A few dabs let heavy tile creep down, and leave hollows that crack under a knock.",
        "Take a thinset.",
    ),
    "dabs-see-through": (
        "Dabs behind see-through tile",
        "Every dab shows.",
        "Take a white thinset, and flatten the ridges.",
    ),
    "mastic-marble": (
        "Mastic behind light polished stone",
        "It stays wet behind dense stone for weeks, and stains it from behind.",
        "Take a white thinset.",
    ),
    "stick-on-damp": (
        "Panels that stick by themselves on a damp stretch of wall",
        "Their glue lets go when it gets wet from behind.",
        "Find out where the damp comes from, and let the wall dry first.",
    ),
    "stick-on-wavy": (
        "Panels that stick by themselves on a wall that is out by {flat}",
        "They have no bed: where they bridge a hollow they come away.",
        "Patch the wall until it is within {mat_flat}.",
    ),
    "sanded-narrow": (
        "Sanded grout in a joint of {joint}",
        "Under {sanded} sand does not go down into the joint, and leaves it hollow.",
        "Take an unsanded or a fine grout, or a wider joint.",
    ),
    "heavy-on-paint": (
        "{weight} on {wall}",
        "Paint and its paper let go before the adhesive does.",
        "Take the paint off down to the board, or fix a cement board over it.",
    ),
    "heavy-on-laminate": (
        "{weight} on laminate, {wall}",
        "The laminate comes off its board before the adhesive lets go.",
        "Take it off, or fix a cement board over it.",
    ),
    "paint-unprimed": (
        "Painted board without a primer",
        "Thinset holds badly on paint.",
        "Scuff it and choose a bonding primer. Old paint may hold lead: test before sanding.",
    ),
    "plywood": (
        "Tile straight on plywood",
        "It moves with damp, and the tile does not.",
        "Fix a thin cement board first, or take an adhesive whose sheet allows plywood.",
    ),
    "old-tile-unprimed": (
        "Tile over old tile without a primer",
        "Glaze gives nothing to hold on to. Both schools are right in some kitchen: over it, if it "
        "is sound, flat and thin enough at the ends; else off.",
        "Clean and scuff it and choose a bonding primer. Old adhesive may hold asbestos: test "
        "before it is taken off.",
    ),
    "laminate": (
        "Tile on laminate",
        "Few adhesives hold on it, and it may be loose behind.",
        "Take it off, or fix a cement board over it.",
    ),
    "loose": (
        "A loose stretch of wall",
        "The tile is held by what is behind it.",
        "Take off what is loose, and patch.",
    ),
    "cracked": (
        "A crack in the wall",
        "It comes through the tile, or opens a joint.",
        "Find out whether it moves; a membrane over it, or a movement joint in line with it.",
    ),
    "quick-too-quick": (
        "An adhesive that stiffens in {life:.0f} minutes",
        "Most of a batch is thrown away unless it is mixed by the cupful.",
        "Take one that can be spread longer; keep the quick one for the last few pieces.",
    ),
    "glass-brittle-notch": (
        "Glass, and no wet saw at hand",
        "It is not snapped to a notch; it splits where it wants.",
        "Hire a wet saw with a glass blade; gather its cuts.",
    ),
    "mat-wavy": (
        "A mat on a wall that is out by {flat}",
        "It has no bed: tile follows the wall, edge over edge.",
        "Patch the wall until it is within {mat_flat}, or take a thinset.",
    ),
    "mat-damp": (
        "A mat on a damp stretch of wall",
        "It lets go when it gets wet from behind.",
        "Take a thinset, and find out where the damp comes from first.",
    ),
    "mat-not-on-sheet": (
        "A mat on {made_of}",
        "Its own sheet rules that out.",
        "Take a thinset that may go there, or fix a board over it.",
    ),
    "mat-heavy": (
        "{weight} on a mat",
        "It holds {mat_most}: heavier tile creeps down before anything else holds it.",
        "Take a thinset.",
    ),
    "mat-see-through": (
        "A mat behind see-through tile",
        "Its own pattern and every join of its strips show.",
        "Take a white thinset, and flatten its ridges.",
    ),
    "not-on-sheet": (
        "{adhesive} on {made_of}",
        "Its own sheet rules that out.",
        "Take an adhesive whose sheet allows it, or fix a board over it.",
    ),
    "paint-scuffed": (
        "Painted board, scuffed only",
        "Thinset holds on what is under the paint only as well as the paint does.",
        "Scuff through the shine all over, try a tile and pull it off the next day; or take a "
        "bonding primer. Old paint may hold lead: test before sanding.",
    ),
    "glue-coat": (
        "A glue coat on painted board",
        "It softens again under wet thinset.",
        "Let it dry through and take a stiff mix; or take a bonding primer.",
    ),
    "sealed-late": (
        "Open-pored tile sealed after grout only",
        "Grout's colour goes into the pores and stays there.",
        "Seal before grout as well; else try the grout on a cut piece first.",
    ),
    "counter-mastic": (
        "A ready-mixed adhesive, and a counter to tile",
        "Water stands on a counter: it softens again, or never dries under dense tile.",
        "Take a thinset.",
    ),
    "counter-plywood": (
        "A counter tiled straight on plywood",
        "It moves with damp and load, and the tile does not.",
        "Lay a board over it, bedded and screwed.",
    ),
    "edge-low": (
        "Edge pieces of {edge_low} for an edge of {edge_high}",
        "Under them the layers show.",
        "Take edge pieces at least {edge_high} high, thinner layers, or a strip under them.",
    ),
    "sheet-large": (
        "A sheet of {sheet_wide} by {sheet_high}",
        "Sheets of chips measure about 12 in (305 mm) each way, and nobody lifts one so large.",
        "Measure a sheet and write its width and height, or count again how often its pattern "
        "repeats.",
    ),
    "sizes-differ": (
        "Tiles differ by {spread} in length; a joint of {joint} shows it",
        "The eye follows a joint that wanders. One of {hides} hides it.",
        "Take a joint of {hides}, or sort the tiles into two sizes and set each on a wall of its "
        "own: then {hides_sorted} is enough.",
    ),
    "bow-shows": (
        "Bowed tile in this bond: an end stands out by {lip}",
        "Each end lies against a neighbour's bow. More than {lip_most} is felt, and throws a "
        "shadow.",
        "Take a bond that is shifted less: a third bond leaves {lip_third}, stack none.",
    ),
    "size-drifts": (
        "Tiles measure {average}, and the job says {length}",
        "Over {drift_tiles} tiles a row ends {drift} from where it is drawn.",
        "Set out by the measured length, under Tile.",
    ),
    "sealant-colour": (
        "Sealant of another colour than the grout",
        "The line along counter and corners stands out.",
        "Take the sealant that is sold with the grout, or a clear one.",
    ),
}
"""What is wrong, why, and what would cure it."""


SHOWN_BY_CONTRAST = ("sliver", "thin-top", "uneven-jambs", "shaved", "joint-off")
"""Findings that the eye is led to where joints stand out from the tile."""


class UnsuitedText(Value):
    """Two things that do not go together."""

    rule: str
    weight: Weight
    title: str
    why: str
    cure: str


def joints_in_words(job: Job, names: Names, plan: Plan) -> str:
    """Say how the joints will look beside the tile, and where contrast would show what is uneven.

    Nothing where no grout is chosen.
    """
    if job.products.grout is None:
        return ""
    if not contrast(job.products.grout.colour, job.tile.colour):
        return "Grout matches: joints hardly show"
    spots = dict.fromkeys(
        names.edge(place)
        for finding in plan.findings
        if finding.rule in SHOWN_BY_CONTRAST
        for place in finding.places
    )
    if not spots:
        return "contrast: every uneven joint shows; this plan has no uneven spots of its own"
    return f"contrast: every uneven joint shows, first of all here: {'; '.join(spots)}"


def unsuited_in_words(job: Job, names: Names, plan: Plan) -> Iterator[UnsuitedText]:
    """Yield what does not go together, what must be cured first."""
    for one in sorted(plan.unsuited, key=lambda one: one.weight != "never"):
        yield _in_words(job, names, one)


def _in_words(job: Job, names: Names, one: Unsuited) -> UnsuitedText:
    def size(mm: float | None) -> str:
        return show_with_unit(mm or 0.0, job.step)

    grout, trim, adhesive = job.products.grout, job.products.trim, job.products.adhesive
    mat = job.products.mat
    old = old_tile_at_trim(job)
    zone = next((zone for _, zone in zones_of(job.walls) if zone.id == one.zone), None)
    low = next(edges_too_low(job), None)
    sheet = sheet_size(job.tile, job.pattern)
    facts = _measured_facts(job, size) | {
        "edge_low": size(low[0].front.tile.height if low and low[0].front else 0),
        "edge_high": size(low[1] if low else 0),
        "sheet_wide": size(sheet.width if sheet else 0),
        "sheet_high": size(sheet.height if sheet else 0),
        "joint": size(job.pattern.joint),
        "sanded": size(job.settings.sanded_from),
        "least": size(grout.joint_least if grout else 0),
        "most": size(grout.joint_most) if grout and grout.joint_most else "any width",
        "lugs": size(job.tile.lugs),
        "trim": size(trim.height if trim else 0),
        "built": size(build_up(job) + old),
        "trim_least": size(job.tile.thickness + old + TRIM_OVER),
        "weight": by_area(job.tile.weight or 0.0, job.units),
        "most_glue": by_area(job.settings.most_on_glue, job.units),
        "flat": size(zone.flat if zone else 0),
        "mat_flat": size(job.settings.mat_flat_within),
        "mat_most": by_area(
            (mat.most_weight if mat else None) or job.settings.most_on_glue, job.units
        ),
        "adhesive": adhesive.name if adhesive else "",
        "made_of": zone.made_of if zone else "",
        "wall": names.thing(one.wall) if one.wall else "this wall",
        "life": pot_life_of(job).value,
    }
    title, why, cure = (text.format(**facts) for text in SAID[one.rule])
    if one.wall and "{wall}" not in SAID[one.rule][0]:
        title += f", {names.thing(one.wall)}"
    return UnsuitedText(rule=one.rule, weight=one.weight, title=title, why=why, cure=cure)


def _measured_facts(job: Job, size: Callable[[float | None], str]) -> dict[str, str]:
    """What is said of measured tiles; empty where none were."""
    found, pattern = measured_reading(job), job.pattern
    if found is None:
        return {}
    lips = {(one.p, one.q): one.mm for one in found.lips}
    own = 0.0
    if isinstance(pattern, Courses):
        own = lip_in(job, pattern.bond.p, pattern.bond.q) or 0.0
    worst = found.furthest
    return {
        "spread": size(found.spread),
        "hides": size(found.hides),
        "hides_sorted": size(found.hides_sorted),
        "lip": size(own),
        "lip_third": size(lips.get((1, 3))),
        "lip_most": size(job.settings.lip_most),
        "average": size(found.length),
        "length": size(job.tile.length),
        "drift": size(abs(worst.by) if worst else 0.0),
        "drift_tiles": str(worst.tiles if worst else 0),
    }
