"""Construction adhesive in dabs: nothing on the wall, and the open time runs on the tile."""

from pennant.words.fixing.method_words import MethodWords
from pennant.words.steps import StepWords

DABS = MethodWords(
    "Stop here for the night at a whole tile; wipe the edges clean.",
    {
        "set": StepWords(
            "Set tile in dabs",
            (
                "Dabs on the back by its pack, clear of the edges; nothing on the wall.",
                "Press, and hold it as long as its sheet says; the open time is on the tile, not "
                "the wall.",
                "Check each course for level, the first one above all, on its wedges.",
            ),
            "It does not slip when the hand is taken away.",
            short="setting",
        ),
    },
)
