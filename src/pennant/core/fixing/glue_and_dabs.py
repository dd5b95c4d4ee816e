"""Panels that stick by themselves, with dabs of construction adhesive besides: on a wall that their
own glue does not hold on, which is scuffed instead of primed.
"""

from pennant.core.fixing.method import Method

GLUE_AND_DABS = Method(
    "glue and dabs",
    "own glue",
    skins=False,
    sets=False,
    in_joints=False,
    spaced=False,
    warmed=True,
    by_tool=False,
)
