"""A method of fixing: what is done to the wall before, what lies behind the tile, what is left.

Each method is a value with a file of its own, which says why. Whoever plans steps, amounts, waits,
cautions or words asks the method.
"""

from dataclasses import dataclass
from typing import Literal

MethodId = Literal["combed", "buttered", "ready-mixed", "mat", "own glue", "glue and dabs", "dabs"]
Behind = Literal["combed bed", "dabs", "mat", "own glue"]


@dataclass(frozen=True)
class Method:
    """One method of fixing."""

    id: MethodId
    behind: Behind
    """What lies between the wall and the tile."""
    cement: bool = False
    """The adhesive is cement mixed with water: it burns skin, and a batch stiffens."""
    skins: bool = True
    """What is spread skins over, so no more is spread than is set before."""
    sets: bool = True
    """The adhesive sets or dries before anything is grouted."""
    in_joints: bool = True
    """Adhesive comes up into the joints, and is scraped out of them."""
    spaced: bool = True
    """Tile stands on wedges and spacers, with gaps at the edges that are sealed."""
    warmed: bool = False
    """Tile is unpacked a night before, so that its glue is as warm as the room."""
    scuffs: bool = True
    """Paint, laminate and old glaze are scuffed first."""
    primes_paint: bool = True
    """Paint is primed, where the job's way with paint is a primer."""
    by_tool: bool = True
    """Tile is cut by saws and cutters; else with shears or a knife."""

    @property
    def combed(self) -> bool:
        """Whether a bed is combed on the wall."""
        return self.behind == "combed bed"

    @property
    def own_glue(self) -> bool:
        """Whether the tile sticks by itself, with dabs besides or without."""
        return self.warmed
