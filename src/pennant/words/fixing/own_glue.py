"""Panels that stick by themselves: film off, pressed on, and not shifted any more."""

from collections.abc import Iterator

from pennant.core.document.job import Job
from pennant.words.fixing.method_words import MethodWords
from pennant.words.steps import StepWords

SPACERS_OUT = StepWords(
    "Wedges and spacers out",
    ("Pull spacers and wedges; wipe every face. There is no adhesive in the joints.",),
    "Every joint is open.",
    short="taking the spacers out",
)
"""Where nothing stands in the joints but what kept the tile apart."""
STUCK_LAST = StepWords(
    "Measure, cut and set the last pieces",
    (
        "Measure the gap that is left and mark it on the back, as seen from the back.",
        "Cut with shears or a knife; try it with the film on; then film off and press.",
    ),
    "It goes in flat, and its edges lie tight.",
    short="the last pieces",
)
STOP = "Stop here for the night at a whole panel."


def stuck(job: Job, rule: str | None) -> Iterator[str]:
    """Panels with a glue of their own: they cannot be shifted once they are pressed on."""
    match rule:
        case "unpack":
            yield (
                "Dry-fit them with the film on: corners lap, the second wall's panel over the "
                "first's end."
            )
        case "cut-first":
            yield "Cut from the back with shears or a knife; stone with a chisel along a score."
        case "set":
            if any(thing.kind == "shelf" for wall in job.walls for thing in wall.things):
                yield "Where a shelf carries the course, check the shelf for level first."
        case "appliances":
            yield (
                "Behind a hob only as near and as hot as the panels' own sheet allows; else leave "
                "that stretch to metal, glass or tile."
            )


OWN_GLUE = MethodWords(
    STOP,
    {
        "set": StepWords(
            "Set the panels",
            (
                "Film off half of the back; enter at a slant along the line and lower it; film off "
                "the rest.",
                "Press all over, edges above all; panels sit tight, without spacers.",
                "One that sits wrong: warm air and a thin knife bring it off; it holds again only "
                "with dabs.",
            ),
            "No edge lifts, and the joint to the next panel is closed.",
            short="setting",
        ),
        "set-last": STUCK_LAST,
        "clean-joints": SPACERS_OUT,
    },
    stuck,
)
