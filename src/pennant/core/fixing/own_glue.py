"""Panels that stick by themselves: they sit tight, on a clean and smooth wall.

They are warmed to the room for a night, because cold glue does not grip. A scuffed face would hold
dust; a primer goes under them only where one is chosen, as their sheet says.
"""

from pennant.core.fixing.method import Method

OWN_GLUE = Method(
    "own glue",
    "own glue",
    skins=False,
    sets=False,
    in_joints=False,
    spaced=False,
    warmed=True,
    scuffs=False,
    by_tool=False,
)
