"""Ledger stone on a bed and buttered: panels push tight, and only open gaps are filled."""

from pennant.core.days.step import StepId
from pennant.words.fixing.combed import STOP
from pennant.words.fixing.method_words import MethodWords
from pennant.words.steps import StepWords

GAPS_FILLED = StepWords(
    "Fill the gaps that stay open",
    (
        "From a bag with a nozzle, into the gaps alone; press it in with a finger in a glove.",
        "No float goes over split stone; brush off what falls on the face when it is dry.",
    ),
    "The gaps are full, and the stone's face is clean.",
    short="filling the gaps",
)
WEDGES_OUT = StepWords(
    "Wedges out",
    (
        "Pull the wedges at the counter.",
        "Knock dried adhesive off the stone's face with a stick of wood; brush the gaps out.",
    ),
    "Every panel stands by itself, and the gaps are open.",
    short="taking the wedges out",
)


PUSHED_TIGHT: dict[StepId, StepWords] = {"clean-joints": WEDGES_OUT, "grout": GAPS_FILLED}
"""Steps of panels of split stone without joints, whatever holds them."""
BUTTERED = MethodWords(
    STOP,
    {
        "set": StepWords(
            "Set the panels",
            (
                "Key the bed in with the flat side, comb one way; butter the back of each panel as "
                "well.",
                "Press; each course stands on the one below, ends pushed tight; check it for "
                "level.",
                "Clean adhesive off the stone's face at once: it does not come off later.",
            ),
            "A panel that is lifted has adhesive over all of its back.",
            "comb",
            short="setting",
        ),
    },
)
