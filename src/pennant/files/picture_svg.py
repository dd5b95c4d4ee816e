"""Writes a picture as a standalone SVG document, one unit a millimetre."""

from collections.abc import Iterator
from html import escape

from pennant.core.geometry.clip import Outline
from pennant.drawing.kitchen import RING
from pennant.drawing.palette import MATERIALS, PAGE, THING_COLOURS
from pennant.drawing.shapes import Colours, Label, Picture, Role, Shape

_INK, _FLAG, _MARK = PAGE["pencil"], PAGE["flag"], PAGE["chalk"]
_LINE = MATERIALS["timber-line"]


def _styles(colours: Colours) -> dict[Role, str]:
    """How each role looks; cut pieces are paler, so that the joints' colour shows through."""
    return {
        "joints": f"fill:{colours.joints}",
        "tile": f"fill:{colours.tile}",
        "cut": f"fill:{colours.tile};fill-opacity:.72",
        "objection": f"fill:{_FLAG}",
        "counter": f"fill:{_LINE}",
        "overhead": f"fill:{THING_COLOURS['cabinet']};stroke:{_LINE};stroke-width:4",
        "opening": f"fill:{THING_COLOURS['window']};stroke:{_LINE};stroke-width:4",
        "fold": f"stroke:{_INK};stroke-width:8;stroke-dasharray:40 20",
        "flag": f"fill:{_FLAG}",
        "staff": f"stroke:{_INK};stroke-width:8",
        "marked": f"fill:{_MARK};fill-opacity:.25;stroke:{_MARK};stroke-width:6",
        "section": f"fill:{_MARK};fill-opacity:.38;stroke:#fff;stroke-width:3",
        "other-section": f"fill:{MATERIALS['amber']};fill-opacity:.38;stroke:#fff;stroke-width:3",
        "ring": f"fill:{PAGE['paper']};stroke:{_MARK};stroke-width:6",
    }


_OPEN: frozenset[Role] = frozenset({"fold", "staff"})


def picture_svg(picture: Picture, *, true_size: bool = False) -> str:
    """Return the SVG text. The job's own words are escaped.

    At ``true_size`` the document says that it measures as much as the wall, so that other programs
    read a tile as large as it is; without it a page gives it the room there is.
    """
    styles = _styles(picture.colours)
    used = {shape.role for shape in picture.shapes} | ({"ring"} if picture.labels else set())
    rules = "".join(f".{role}{{{style}}}" for role, style in styles.items() if role in used)
    parts = [*_shapes(picture), *_labels(picture)]
    size = f'width="{picture.width:g}mm" height="{picture.height:g}mm" ' if true_size else ""
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" {size}'
        f'viewBox="0 0 {picture.width:g} {picture.height:g}">'
        f"<title>{escape(picture.title)}</title><style>{rules}</style>{''.join(parts)}</svg>"
    )


def _shapes(picture: Picture) -> Iterator[str]:
    for shape in picture.shapes:
        fills = picture.colours.others if shape.role in ("tile", "cut") else THING_COLOURS
        other = fills.get(shape.of)
        own = f' style="fill:{other}"' if other else ""
        yield f'<path class="{shape.role}"{own} d="{_path(shape, picture.height)}"/>'


def _path(shape: Shape, top: float) -> str:
    rings: Outline = shape.rings
    end = "" if shape.role in _OPEN else "Z"
    return "".join(
        "M" + "L".join(f"{x:.1f} {top - y:.1f}" for x, y in ring) + end for ring in rings
    )


def _labels(picture: Picture) -> Iterator[str]:
    for label in picture.labels:
        yield _label(label, picture.height)


def _label(label: Label, top: float) -> str:
    (x, y), size = label.at, label.size
    ring = f'<circle class="ring" cx="{x:.1f}" cy="{top - y:.1f}" r="{size * RING:.1f}"/>'
    text = (
        f'<text x="{x:.1f}" y="{top - y + size * 0.36:.1f}" font-size="{size:.1f}" '
        f'text-anchor="middle" font-family="sans-serif" fill="{_MARK}">{escape(label.text)}</text>'
    )
    return ring + text if label.ringed else text
