"""The kinds of cut, named from a piece's geometry."""

from typing import Literal

Kind = Literal["full", "crosscut", "rip", "both", "angled", "taper", "notch", "curve", "hole"]
KINDS: tuple[Kind, ...] = (
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
STRAIGHT: tuple[Kind, ...] = ("crosscut", "rip", "both", "angled", "taper")
"""Cut along straight lines right across the tile."""
HARD: tuple[Kind, ...] = ("notch", "curve", "hole")
"""Cut out of the tile: they take a saw or a grinder, and break more often."""
