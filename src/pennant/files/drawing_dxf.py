"""Drawings as DXF: true millimetres, a layer for each role, text as text."""

import io
from collections.abc import Iterator

from ezdxf.document import Drawing
from ezdxf.enums import TextEntityAlignment
from ezdxf.filemanagement import new
from ezdxf.units import MM

from pennant.core.document.job import Job
from pennant.core.plan import Plan
from pennant.core.survey.placed import Surface, between
from pennant.drawing.kitchen import kitchen_drawing
from pennant.drawing.shapes import Picture, Role
from pennant.files.dxf_layers import THING_LAYERS, WALL_LAYER
from pennant.words.cuts import CutText

LAYERS: dict[Role, tuple[str, int]] = {
    "joints": ("JOINTS", 9),
    "tile": ("TILE", 3),
    "cut": ("CUT", 4),
    "objection": ("OBJECTION", 1),
    "counter": ("COUNTER", 8),
    "overhead": ("OVERHEAD", 30),
    "opening": ("OPENING", 5),
    "fold": ("FOLD", 8),
    "flag": ("PENNANT", 1),
    "staff": ("PENNANT", 1),
    "marked": ("MARKED", 6),
    "ring": ("MARKED", 6),
    "section": ("SECTION", 5),
    "other-section": ("SECTION", 5),
}
"""The layer and the colour index of each role."""


def picture_dxf(picture: Picture) -> str:
    """Return a picture as DXF text, one unit a millimetre."""
    document = _new()
    space = document.modelspace()
    for shape in picture.shapes:
        layer, colour = LAYERS[shape.role]
        _layer(document, layer, colour)
        for ring in shape.rings:
            space.add_lwpolyline(
                ring, close=shape.role not in ("fold", "staff"), dxfattribs={"layer": layer}
            )
    for label in picture.labels:
        _layer(document, "TEXT", 7)
        text = space.add_text(label.text, height=label.size, dxfattribs={"layer": "TEXT"})
        text.set_placement(label.at, align=TextEntityAlignment.MIDDLE_CENTER)
    return _written(document)


def plan_dxf(job: Job, plan: Plan, only: str | None = None) -> str:
    """Return the walls with their tile, side by side, reveals and edges beneath them; or one
    surface alone.
    """
    return picture_dxf(kitchen_drawing(job, plan, only=only, every=only is None))


def elevation_dxf(surface: Surface, length: float) -> str:
    """Return a bare wall's outline with everything on it, from its left end and the datum.

    ``length`` is its overall as measured (mm): what another wall laps is not taken off it.
    """
    document = _new()
    space = document.modelspace()
    _layer(document, WALL_LAYER, 7)
    ring = [
        (surface.left_lean, surface.top_left),
        (length + surface.right_lean, surface.top_right),
        *reversed(between(surface.counter, 0.0, length)),
    ]
    space.add_lwpolyline(ring, close=True, dxfattribs={"layer": WALL_LAYER})
    for thing in surface.things:
        layer = THING_LAYERS.get(thing.kind)
        if layer is None:
            continue
        _layer(document, layer, 5)
        if thing.round is not None:
            x, y, radius = thing.round
            space.add_circle((x, y), radius, dxfattribs={"layer": layer})
        else:
            space.add_lwpolyline(thing.outline, close=True, dxfattribs={"layer": layer})
    return _written(document)


def templates_dxf(cuts: list[CutText]) -> str:
    """Return the outline of every cut of a list, side by side, for whoever cuts by machine."""
    document = _new()
    space = document.modelspace()
    for layer, colour in (("TILE", 8), ("CUT", 1), ("TEXT", 7)):
        _layer(document, layer, colour)
    for cut, x in _side_by_side(cuts):
        space.add_lwpolyline(
            [(x + a, b) for a, b in cut.shape], close=True, dxfattribs={"layer": "TILE"}
        )
        for ring in cut.outline:
            space.add_lwpolyline(
                [(x + a, b) for a, b in ring], close=True, dxfattribs={"layer": "CUT"}
            )
        text = f"{cut.number}: {', '.join(cut.pieces)}"
        space.add_text(text, height=8, dxfattribs={"layer": "TEXT", "insert": (x, -12)})
    return _written(document)


def _side_by_side(cuts: list[CutText]) -> Iterator[tuple[CutText, float]]:
    x = 0.0
    for cut in cuts:
        yield cut, x
        x += cut.width + 20


def _new() -> Drawing:
    document = new("R2010", units=MM)
    document.header["$MEASUREMENT"] = 1
    return document


def _layer(document: Drawing, name: str, colour: int) -> None:
    if name not in document.layers:
        document.layers.add(name, color=colour)


def _written(document: Drawing) -> str:
    out = io.StringIO()
    document.write(out)
    return out.getvalue()
