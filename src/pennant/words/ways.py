"""Where schools differ, in words: each way with the reason to choose it, the default first."""

from collections.abc import Iterator

from pennant.core.document.job import Job
from pennant.core.document.methods import QUESTIONS, Question
from pennant.core.document.pattern import has_finished_top
from pennant.core.document.survey import Below, zones_of
from pennant.core.document.tiles import tiles_of
from pennant.core.document.values import Value
from pennant.core.geometry.tolerance import EPS
from pennant.core.takes.preparation import porous_tiles

ASKED: dict[Question, tuple[str, dict[str, tuple[str, str]]]] = {
    "gap": (
        "What carries the first course over a gap in the counter",
        {
            "batten": ("a batten, screwed level", "costs a board and forgives: nothing slides"),
            "screws": ("two screws under each tile", "no board to cut; each tile is its own level"),
            "none": (
                "nothing: non-slump adhesive and a laser",
                "quickest, where the adhesive holds and the hand is sure",
            ),
        },
    ),
    "paint": (
        "On painted board",
        {
            "primer": ("scuff, then a bonding primer", "holds on any sound paint"),
            "scuff": ("scuff through the shine only", "where the paint is matt, thin and sound"),
            "glue": ("a diluted glue coat", "costs next to nothing; softens again when it is wet"),
        },
    ),
    "old_tile": (
        "With the tile that is there",
        {
            "over": (
                "over it, scuffed and primed",
                "if it is sound, flat and thin enough at the ends: no dust, no patching",
            ),
            "off": (
                "off, down to the wall",
                "where it is loose or would stand too proud; the wall behind is then patched, and "
                "old adhesive may hold asbestos: test before it is touched",
            ),
        },
    ),
    "eighth": (
        "In a joint just as wide as sanded grout begins",
        {
            "sanded": ("sanded grout", "shrinks least; not on a face that scratches"),
            "unsanded": ("unsanded grout", "smoother to the finger; fill it twice if it sinks"),
        },
    ),
    "spacers": (
        "Spacers",
        {
            "leg": ("standing on a leg", "pulled out by hand, and used again on the next wall"),
            "flat": (
                "flat where joints cross",
                "hold both ways at once; they stay until it has set",
            ),
        },
    ),
    "trim": (
        "Trim goes round a corner",
        {
            "mitred": ("in two pieces, mitred", "any profile, and any stick is long enough"),
            "bent": (
                "in one piece, notched and bent",
                "no joint at the corner to open, where the profile bends and a stick is as long "
                "as both legs",
            ),
        },
    ),
    "sealed": (
        "An open-pored tile is sealed",
        {
            "before": (
                "before setting, before grout and after",
                "neither adhesive nor grout goes into the pores",
            ),
            "grout": (
                "before grout and after",
                "where it is set clean, or comes with its face sealed",
            ),
            "setting": (
                "before setting and after",
                "where the first coat still stands at grouting",
            ),
            "after": (
                "after grout only",
                "the fewest coats, where grout is near the tile's colour",
            ),
        },
    ),
    "cuts": (
        "Cuts are made",
        {
            "repeats": (
                "repeats before, odd ones as set",
                "a stack at one setting of the saw; what is odd is cut to what the wall shows",
            ),
            "all": (
                "all before, but for what the wall decides",
                "the saw is out once: for a hired one, or a quiet house",
            ),
            "as set": (
                "all as one goes",
                "each is tried where it goes; the saw stands ready all day",
            ),
        },
    ),
    "last": (
        "At the end",
        {
            "sealer": (
                "the sealer first, then the sealant",
                "where the movement joints' faces are masked or wiped bare: sealant does not "
                "hold on sealer",
            ),
            "sealant": (
                "the sealant first, then the sealer",
                "where nobody masks: it holds for sure, and the sealer waits until it cured",
            ),
        },
    ),
    "stuck": (
        "Panels that stick by themselves go on",
        {
            "primed": (
                "a primed wall, by their own glue",
                "nothing else is needed where the wall is smooth, clean and dry",
            ),
            "dabs": (
                "an unprimed wall, with dabs of construction adhesive besides",
                "holds also where the glue alone would not; it can no longer be moved",
            ),
        },
    ),
    "tips": (
        "Rows under finished tips are",
        {
            "hung": (
                "hung, from the line down",
                "the line is true; each tile hangs in non-slump adhesive, taped until it holds",
            ),
            "batten": (
                "set upward from a batten under the lowest full row",
                "nothing slides; the cut row goes in last, when the batten is off",
            ),
        },
    ),
    "sheets": (
        "Sheets that end short are",
        {
            "size": (
                "sawn where their chips are over 1 1/2 in (38 mm) both ways; else cut along the "
                "joints, chips over the line nipped one by one",
                "large chips hold on their backing under a blade; small ones come off",
            ),
            "knife": (
                "cut along the joints with a knife; chips over the line are nipped one by one",
                "nothing breaks: small stone and glass chip and come off under a blade",
            ),
            "sawn": (
                "sawn straight through, backing and all",
                "quick, one line a sheet; where chips are large and hold on their backing",
            ),
        },
    ),
}
"""Each question, and each way with what it is chosen for; the default is the first."""


class WayText(Value):
    """One way to go, and why one would."""

    value: str
    says: str
    why: str


class QuestionText(Value):
    """A question on which schools differ. The first of its ways is the default."""

    question: Question
    asks: str
    chosen: str
    ways: tuple[WayText, ...]


def ways_in_words(job: Job) -> Iterator[QuestionText]:
    """Yield the questions that this job raises."""
    for question in QUESTIONS:
        if raised(job, question):
            asks, ways = ASKED[question]
            yield QuestionText(
                question=question,
                asks=asks,
                chosen=getattr(job.ways, question),
                ways=tuple(
                    WayText(value=value, says=says, why=why) for value, (says, why) in ways.items()
                ),
            )


def raised(job: Job, question: Question) -> bool:
    """Whether a job's survey, tile or joint raises a question."""
    made_of = {zone.made_of for _, zone in zones_of(job.walls)}
    match question:
        case "gap":
            return any(isinstance(thing, Below) for wall in job.walls for thing in wall.things)
        case "paint":
            return "painted board" in made_of
        case "old_tile":
            return "old tile" in made_of
        case "eighth":
            return abs(job.pattern.joint - job.settings.sanded_from) <= EPS
        case "spacers":
            return job.pattern.joint > EPS and job.tile.material != "stick-on"
        case "trim":
            return job.products.trim is not None
        case "sealed":
            return bool(porous_tiles(job))
        case "cuts":
            return job.tile.material != "stick-on"
        case "last":
            return bool(porous_tiles(job)) or job.products.sealer is not None
        case "stuck":
            return job.tile.material == "stick-on"
        case "tips":
            return has_finished_top(job.pattern)
        case "sheets":
            return any(tile.sheet is not None for _, tile, _ in tiles_of(job).values())
