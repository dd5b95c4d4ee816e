"""Ready-mixed adhesive, combed with a V as a rule; it skins sooner and is never wetted."""

from pennant.words.fixing.combed import STOP
from pennant.words.fixing.method_words import MethodWords
from pennant.words.steps import StepWords

READY_MIXED = MethodWords(
    STOP,
    {
        "set": StepWords(
            "Set tile",
            (
                "Comb the wall with a V notch, no more than you set before it skins.",
                "Press and twist; check each course for level, the first one above all, on "
                "its wedges.",
                "A bed that has skinned is scraped off and spread anew, never wetted.",
            ),
            "A tile that is lifted has adhesive over all of its back.",
            "comb",
            short="setting",
        ),
    },
)
