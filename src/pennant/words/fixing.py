"""The cards of steps that differ by the method of fixing: each is written for its method."""

from pennant.core.days.step import Step, StepId
from pennant.core.document.fixing import Fixing, fixing_of
from pennant.core.document.job import Job
from pennant.words.steps import STEP_WORDS, StepWords

_STUCK_LAST = StepWords("Measure, cut and set the last pieces", (
    "Measure the gap that is left and mark it on the back, as seen from the back.",
    "Cut with shears or a knife; try it with the film on; then film off and press.",
), "It goes in flat, and its edges lie tight.", short="the last pieces")  # fmt: skip
_SPACERS_OUT = StepWords("Wedges and spacers out", (
    "Pull spacers and wedges; wipe every face. There is no adhesive in the joints.",
), "Every joint is open.", short="taking the spacers out")  # fmt: skip
_WEDGES_OUT = StepWords("Wedges and battens out", (
    "Pull the wedges at the counter and what carried the first course.",
    "Knock dried adhesive off the stone's face with a stick of wood; brush the gaps out.",
), "Every panel stands by itself, and the gaps are open.", short="taking the wedges out"
)  # fmt: skip
_GLUED = StepWords("Set the panels", (
    "Film off half of the back; enter at a slant along the line and lower it; film off the rest.",
    "Press all over, edges above all; panels sit tight, without spacers.",
    "One that sits wrong: warm air and a thin knife bring it off; it holds again only with dabs.",
), "No edge lifts, and the joint to the next panel is closed.", short="setting")  # fmt: skip
CARDS: dict[tuple[Fixing, StepId], StepWords] = {
    ("own glue", "set"): _GLUED,
    ("own glue", "set-last"): _STUCK_LAST,
    ("glue and dabs", "set"): StepWords("Set the panels", (
        "Film off; dabs of adhesive on the back, clear of the edges, as many as its pack says.",
        "Enter at a slant along the line, lower it, press all over and hold it.",
        "Correct it at once: when the adhesive has gripped, it comes off with the wall's face.",
    ), "No edge lifts, and no adhesive shows.", short="setting"),
    ("glue and dabs", "set-last"): _STUCK_LAST,
    ("own glue", "clean-joints"): _SPACERS_OUT,
    ("glue and dabs", "clean-joints"): _SPACERS_OUT,
    ("mat", "clean-joints"): _SPACERS_OUT,
    ("mat", "set"): StepWords("Set tile on the mat", (
        "Face film off, one band at a time; no comb, no bed.",
        "Lower each tile at its place and press it hard: it holds at once and does not slide.",
        "Under heavy stone the spacers stay until just before grout; check and wedge it back then.",
    ), "A tile that is pulled at its edge does not move.", short="setting"),
    ("mat", "set-last"): StepWords("Measure, cut and set the last pieces", (
        "Measure the gap that is left, less one joint each side; cut; try dry; press it on.",
    ), "They go in without force, and the joints are like the others.", "wedge",
        short="the last pieces"),
    ("ready-mixed", "set"): StepWords("Set tile", (
        "Comb the wall with a V notch, no more than you set before it skins.",
        "Press and twist; check each course for level, the first one above all, on its wedges.",
        "A bed that has skinned is scraped off and spread anew, never wetted.",
    ), "A tile that is lifted has adhesive over all of its back.", "comb", short="setting"),
    ("dabs", "set"): StepWords("Set tile in dabs", (
        "Dabs on the back by its pack, clear of the edges; nothing on the wall.",
        "Press, and hold it as long as its sheet says; the open time is on the tile, not the wall.",
        "Check each course for level, the first one above all, on its wedges.",
    ), "It does not slip when the hand is taken away.", short="setting"),
    ("buttered", "set"): StepWords("Set the panels", (
        "Key the bed in with the flat side, comb one way; butter the back of each panel as well.",
        "Press; each course stands on the one below, ends pushed tight; check it for level.",
        "Clean adhesive off the stone's face at once: it does not come off later.",
    ), "A panel that is lifted has adhesive over all of its back.", "comb", short="setting"),
}  # fmt: skip
"""For the others the card of `STEP_WORDS` is true as it stands."""
GAPS_FILLED = StepWords("Fill the gaps that stay open", (
    "From a bag with a nozzle, into the gaps alone; press it in with a finger in a glove.",
    "No float goes over split stone; brush off what falls on the face when it is dry.",
), "The gaps are full, and the stone's face is clean.", short="filling the gaps")  # fmt: skip


def step_words(job: Job, rule: StepId) -> StepWords:
    """Return what a step is called and how it is done in a job, by how its tile is held."""
    if job.tile.ledger is not None and job.pattern.joint == 0:
        if rule == "grout":
            return GAPS_FILLED
        if rule == "clean-joints":
            return _WEDGES_OUT
    return CARDS.get((fixing_of(job), rule), STEP_WORDS[rule])


def name_of(job: Job, step: Step) -> str:
    """Return what a step is called in a job."""
    name = step_words(job, step.rule).name if step.rule is not None else step.name
    return where_held(name, step)


def where_held(name: str, step: Step) -> str:
    """Return a step's name, with where it is done if only tile that was held back is left."""
    return f"{name}, where tile was held back" if step.held else name


_STOP_COMBED = (
    "Stop here for the night at a whole tile: scrape off what is spread past it, wipe the edges "
    "and the joints clean."
)
_STOPS: dict[Fixing, str] = {
    "mat": "Stop here for the night at a whole tile; leave the film on the mat beyond it.",
    "own glue": "Stop here for the night at a whole panel.",
    "glue and dabs": "Stop here for the night at a whole panel.",
    "dabs": "Stop here for the night at a whole tile; wipe the edges clean.",
}


def stop_for_the_night(job: Job) -> str:
    """Return where one stops for the night, and how the edge is left, by what holds the tile."""
    return _STOPS.get(fixing_of(job), _STOP_COMBED)
