"""The layers of an elevation: it is written and read back by the same names."""

from pennant.core.document.things import DRAWN, kinds_of

WALL_LAYER = "WALL"
THING_LAYERS = {kind: kind.upper() for kind in kinds_of(*DRAWN)} | {"range-gap": "RANGE"}
"""The layer of each kind of thing."""
