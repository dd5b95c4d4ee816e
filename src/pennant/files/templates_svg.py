"""Templates of odd cuts as one SVG document of true size, for whoever cuts by machine."""

from collections.abc import Iterable, Sequence
from html import escape

from pennant.core.geometry.clip import Ring
from pennant.drawing.palette import PAGE, PRINT
from pennant.words.cuts import CutText

APART = 20.0
"""Millimetres between one template and the next."""


def templates_svg(cuts: Sequence[CutText]) -> str:
    """Return the outlines side by side, in millimetres: the tile dashed, what stays solid."""
    width = sum(cut.width + APART for cut in cuts) + APART
    height = max((cut.height for cut in cuts), default=0.0) + 2 * APART
    parts, x = [], APART
    for cut in cuts:
        tile = _path((cut.shape,), x, height - APART)
        own = _path(cut.outline, x, height - APART)
        says = escape(f"{cut.number}: {', '.join(cut.pieces)}")
        parts.append(
            f'<path d="{tile}" fill="none" stroke="{PRINT["thin"]}" stroke-width=".3" '
            'stroke-dasharray="3 2"/>'
            f'<path d="{own}" fill="none" stroke="{PAGE["flag"]}" stroke-width=".3"/>'
            f'<text x="{x:g}" y="{height - 6:g}" font-size="7" font-family="sans-serif">{says}'
            "</text>"
        )
        x += cut.width + APART
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width:g}mm" height="{height:g}mm" '
        f'viewBox="0 0 {width:g} {height:g}">{"".join(parts)}</svg>'
    )


def _path(rings: Iterable[Ring], x: float, foot: float) -> str:
    return "".join(
        "M" + "L".join(f"{x + a:.3f} {foot - b:.3f}" for a, b in ring) + "Z" for ring in rings
    )
