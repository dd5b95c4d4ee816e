"""Tools: what makes which cut, by material, shape and what there is; and what it takes away."""

import math
from collections.abc import Collection

from pennant.core.document.settings import Settings
from pennant.core.document.tooling import Material, Tool
from pennant.core.layout.cut_kind import HARD, STRAIGHT, CutKind

_SNAPS: tuple[Material, ...] = ("ceramic", "porcelain")
"""Scored and snapped along a straight line; the others split where they want."""
_BY_CUT: dict[CutKind, tuple[Tool, ...]] = {
    "full": (),
    "crosscut": ("snap cutter", "wet saw", "grinder"),
    "rip": ("snap cutter", "wet saw", "grinder"),
    "both": ("snap cutter", "wet saw", "grinder"),
    "angled": ("snap cutter", "wet saw", "grinder"),
    "taper": ("snap cutter", "wet saw", "grinder"),
    "notch": ("wet saw", "grinder", "nippers"),
    "curve": ("grinder", "nippers", "wet saw"),
    "hole": ("grinder", "wet saw"),
}
"""For each cut the tools that make it, the one that makes it best first."""


BRITTLE: tuple[Material, ...] = ("glass", "stone")
"""Materials that chip and crack: more of their cuts are lost."""
MINUTES: dict[tuple[CutKind, Tool | None], float] = {
    ("crosscut", "snap cutter"): 0.7,
    ("crosscut", None): 2.0,
    ("rip", "snap cutter"): 1.5,
    ("rip", None): 2.5,
    ("both", "snap cutter"): 2.0,
    ("both", None): 4.0,
    ("angled", "snap cutter"): 1.5,
    ("angled", None): 3.0,
    ("taper", "snap cutter"): 2.0,
    ("taper", None): 3.0,
    ("crosscut", "nippers"): 0.6,
    ("rip", "nippers"): 0.6,
    ("both", "nippers"): 1.0,
    ("angled", "nippers"): 0.6,
    ("taper", "nippers"): 0.6,
    ("notch", "nippers"): 1.5,
    ("curve", "nippers"): 1.5,
    ("notch", None): 6.0,
    ("curve", None): 10.0,
    ("hole", None): 8.0,
}
"""Minutes a cut with its marking, once the tool stands ready: for its own tool, else for any."""


def breaking(kind: CutKind, brittle: bool, thin: bool, bevelled: bool = False) -> tuple[str, ...]:
    """Return the settings whose product is the share of a cut that breaks; none for a full tile.

    Notches, curves and holes break more than straight cuts, thin legs and brittle tile more again,
    and of bevelled tile the straight cuts.
    """
    if kind == "full":
        return ()
    names = ["break_cut" if kind in STRAIGHT else "break_notched"]
    if bevelled and kind in STRAIGHT:
        names.append("break_bevelled")
    if thin:
        names.append("break_thin")
    if brittle:
        names.append("break_brittle")
    return tuple(names)


CHIP = 38.0
"""Millimetres: 1 1/2 in. A tile of no greater side is nipped, not sawn, also where it is stone."""


SNAPPED = 12.7
"""Millimetres: 1/2 in. The cutter has nothing to press on of a narrower strip, kept or cut off."""


def snaps(kind: CutKind, bevelled: bool, narrowest: float) -> bool:
    """Return whether tile that snaps can be snapped along a cut; else it is sawn.

    ``narrowest`` is the narrower strip beside a line of the cut (mm). A bevelled tile snaps across,
    where the bevel is short, and not along.
    """
    return narrowest >= SNAPPED and (not bevelled or kind == "crosscut")


def tools_for(
    kind: CutKind, material: Material, side: float = math.inf, *, snapped: bool = True
) -> tuple[Tool, ...]:
    """Return the tools that make a cut, the best first; none for a full tile.

    ``side`` is the longer side of the tile (mm): small chips are nipped, and no saw holds them.
    ``snapped`` says whether the cut can be snapped, if the material can; see `snaps`.
    """
    if kind == "full":
        return ()
    if material == "stick-on":
        return ("shears",)
    fit = _BY_CUT[kind]
    if side <= CHIP and material != "glass":
        return ("nippers", *(tool for tool in fit if tool != "nippers"))
    if material in _SNAPS:
        return fit if snapped else tuple(tool for tool in fit if tool != "snap cutter")
    sawn = tuple(tool for tool in fit if tool not in ("snap cutter", "nippers"))
    return ("jigsaw", *sawn) if material == "brick" and kind in HARD else sawn


def tool_for(
    kind: CutKind,
    material: Material,
    have: Collection[Tool],
    side: float = math.inf,
    *,
    snapped: bool = True,
) -> Tool | None:
    """Return the best tool at hand for a cut; the best there is if none is at hand (to be had)."""
    fit = tools_for(kind, material, side, snapped=snapped)
    return next((tool for tool in fit if tool in have), fit[0] if fit else None)


def kerf_of(tool: Tool | None, settings: Settings) -> float:
    """Return what a cut takes away (mm): a snapped or sheared one nothing, a sawn one the blade."""
    return settings.kerf if tool in ("wet saw", "grinder", "jigsaw") else 0.0


def straight_kerf(material: Material, have: Collection[Tool], settings: Settings) -> float:
    """Return what a straight cut of this material takes away (mm) with the tools at hand."""
    return kerf_of(tool_for("crosscut", material, have), settings)
