"""The kinds of cut, named from a piece's geometry."""

from typing import Literal

CutKind = Literal["full", "crosscut", "rip", "both", "angled", "taper", "notch", "curve", "hole"]
CUT_KINDS: tuple[CutKind, ...] = (
    "full",
    "crosscut",
    "rip",
    "both",
    "angled",
    "taper",
    "notch",
    "curve",
    "hole",
)
"""From the easiest to the hardest to cut."""
STRAIGHT: tuple[CutKind, ...] = ("crosscut", "rip", "both", "angled", "taper")
"""Cut along straight lines right across the tile."""
HARD: tuple[CutKind, ...] = ("notch", "curve", "hole")
"""Cut out of the tile: they take a saw or a grinder, and break more often."""
