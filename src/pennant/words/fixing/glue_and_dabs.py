"""Panels with glue of their own and dabs besides: they can be corrected until the dabs grip."""

from pennant.words.fixing.method_words import MethodWords
from pennant.words.fixing.own_glue import SPACERS_OUT, STOP, STUCK_LAST, stuck
from pennant.words.steps import StepWords

GLUE_AND_DABS = MethodWords(
    STOP,
    {
        "set": StepWords(
            "Set the panels",
            (
                "Film off; dabs of adhesive on the back, clear of the edges, as many as its "
                "pack says.",
                "Enter at a slant along the line, lower it, press all over and hold it.",
                "Correct it at once: when the adhesive has gripped, it comes off with the "
                "wall's face.",
            ),
            "No edge lifts, and no adhesive shows.",
            short="setting",
        ),
        "set-last": STUCK_LAST,
        "clean-joints": SPACERS_OUT,
    },
    stuck,
)
