"""A wall's elevation read from DXF: closed outlines by their layers, as the survey of one wall.

What comes from elsewhere is read in a process of its own (`read_elevation`), with limits on memory,
time, points and nested blocks; what is not understood is told, layer by layer.
"""

import json
import resource
import subprocess
import sys
from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from io import StringIO
from typing import Any, Literal, NamedTuple

from pennant.core.document.things import form_of
from pennant.core.survey.placed import height_at
from pennant.files.dxf_layers import THING_LAYERS, WALL_LAYER

DrawingUnits = Literal["mm", "cm", "m", "in", "ft"]
MM: dict[DrawingUnits, float] = {"mm": 1.0, "cm": 10.0, "m": 1000.0, "in": 25.4, "ft": 304.8}
_BY_CODE: dict[int, DrawingUnits] = {1: "in", 2: "ft", 4: "mm", 5: "cm", 6: "m"}
"""The unit of a drawing by the number in its head."""
LARGEST = 5_000_000
"""Characters of a file."""
MOST_OUTLINES, MOST_POINTS, DEEPEST = 2_000, 20_000, 4
"""What one elevation holds at most, and how deep blocks may be nested."""
SECONDS, MEMORY = 20, 1_500_000_000
"""What reading may take: seconds of the processor, bytes."""
FLAT = 0.1
"""Millimetres by which arcs may be off where they are read as short lines."""
LASER = 1000.0
"""Millimetres over the datum: where a laser line would be, for a counter that is not level."""
NEAR_DATUM = 400.0
"""Millimetres: a wall whose foot lies this near to the drawing's zero is drawn from the datum."""
_KINDS = {layer: kind for kind, layer in THING_LAYERS.items()}
LAYER_KINDS = ("wall", *THING_LAYERS)
"""What a layer can be said to hold."""


class NotAnElevation(ValueError):
    """A file that no wall can be read from; the message says why, and what would be right.

    ``pointer`` names what is asked for besides the file, such as ``/units``.
    """

    def __init__(self, message: str, pointer: str = "") -> None:
        super().__init__(message)
        self.pointer = pointer


class Outline(NamedTuple):
    """A closed outline on a layer, in mm; ``round`` is a circle's centre and radius."""

    layer: str
    points: tuple[tuple[float, float], ...]
    round: tuple[float, float, float] | None

    @property
    def box(self) -> tuple[float, float, float, float]:
        """Around it: x0, y0, x1, y1."""
        xs, ys = [x for x, _ in self.points], [y for _, y in self.points]
        return min(xs), min(ys), max(xs), max(ys)


class Read(NamedTuple):
    """A wall as a job file has it, and what was left out: layers with how many outlines."""

    wall: dict[str, Any]
    left_out: dict[str, int]


def read_elevation(
    text: str, units: DrawingUnits | None = None, layers: Mapping[str, str] | None = None
) -> Read:
    """Return the wall of an elevation; raise `NotAnElevation` for what cannot be read.

    ``units`` counts where the file says none; ``layers`` says which layer holds what kind of thing
    (``wall`` for the wall itself), where its name does not.
    """
    if len(text) > LARGEST:
        raise NotAnElevation(f"is larger than {LARGEST // 1_000_000} MB")
    asked = json.dumps({"text": text, "units": units, "layers": dict(layers or {})})
    command = [sys.executable, "-m", "pennant.files.elevation_in"]
    try:
        done = subprocess.run(
            command, input=asked.encode(), capture_output=True, timeout=SECONDS * 2, check=True
        )
        answer = json.loads(done.stdout)
    except (subprocess.SubprocessError, ValueError) as error:
        message = "could not be read within the time and memory that there is for it"
        raise NotAnElevation(message) from error
    if "wrong" in answer:
        raise NotAnElevation(answer["wrong"], answer.get("pointer", ""))
    return Read(answer["wall"], answer["left_out"])


def _in_own_process() -> None:
    """Read what standard input asks for, within the limits, and say what comes of it."""
    asked = json.load(sys.stdin)
    resource.setrlimit(resource.RLIMIT_CPU, (SECONDS, SECONDS))
    resource.setrlimit(resource.RLIMIT_AS, (MEMORY, MEMORY))
    try:
        found = wall_in(asked["text"], asked["units"], asked["layers"])
        answer: dict[str, Any] = {"wall": found.wall, "left_out": found.left_out}
    except NotAnElevation as error:
        answer = {"wrong": str(error), "pointer": error.pointer}
    except MemoryError:
        answer = {"wrong": "takes more memory than there is for it"}
    except Exception:
        answer = {"wrong": "is no DXF drawing, or is damaged"}
    json.dump(answer, sys.stdout)


def wall_in(text: str, units: DrawingUnits | None, layers: Mapping[str, str]) -> Read:
    """Return the wall of an elevation, read in this process; see `read_elevation`."""
    outlines = list(_outlines(text, units))
    kinds = {name.upper(): kind for name, kind in layers.items()}
    walls = [one for one in outlines if _kind(one.layer, kinds) == "wall"]
    wall = max(walls or outlines, key=_size, default=None)
    if wall is None or wall.round is not None:
        raise NotAnElevation("has no closed outline: draw the wall as one, on a layer WALL")
    _, y0, _, y1 = wall.box
    foot = sorted({point for point in wall.points if point[1] < (y0 + y1) / 2})
    head = sorted({point for point in wall.points if point[1] >= (y0 + y1) / 2})
    if len(foot) < 2 or len(head) < 2:
        raise NotAnElevation("has a wall that is no upright area with a foot and a top line")
    x0, x1 = foot[0][0], foot[-1][0]
    datum = 0.0 if abs(y0) <= NEAR_DATUM else y0
    things, left_out = list(_levels(foot, x0, datum)), Counter[str]()
    for one in outlines:
        if one is wall:
            continue
        kind = _kind(one.layer, kinds)
        if kind in THING_LAYERS:
            things.append(_thing(one, kind, x0, datum, foot))
        else:
            left_out[one.layer] += 1
    things.sort(key=lambda thing: (thing.pop("_x"), thing["kind"]))
    fields: dict[str, Any] = {
        "id": "drawn-wall",
        "name": "Wall",
        "length": x1 - x0,
        "top": {"kind": "open", "height": head[0][1] - datum},
        "things": things,
    }
    if abs(head[-1][1] - head[0][1]) > FLAT:
        fields["top"]["height_right"] = head[-1][1] - datum
    for side, lean in (("left", head[0][0] - x0), ("right", head[-1][0] - x1)):
        if abs(lean) > FLAT:
            fields[f"{side}_lean"] = lean
    return Read(fields, dict(left_out))


def _kind(layer: str, own: Mapping[str, str]) -> str | None:
    """What a layer holds: as it was said, else by its name."""
    name = layer.upper()
    if name in own:
        return own[name]
    if name == WALL_LAYER:
        return "wall"
    return _KINDS.get(name)


def _levels(
    foot: Sequence[tuple[float, float]], left: float, datum: float
) -> Iterator[dict[str, Any]]:
    """The counter's height where its line bends, as below a laser line; none of a level one."""
    heights = [y - datum for _, y in foot]
    if max(heights) - min(heights) > FLAT:
        for x, y in foot:
            yield {"kind": "level", "_x": x, "at": x - left, "below": LASER - (y - datum)}


def _size(outline: Outline) -> float:
    x0, y0, x1, y1 = outline.box
    return (x1 - x0) * (y1 - y0)


def _at_end(outline: Outline, x: float, *, top: bool) -> float:
    """The height of an outline's upper or lower line at one of its ends."""
    x0, _, x1, _ = outline.box
    near = [y for px, y in outline.points if abs(px - x) <= (x1 - x0) * 0.02 + FLAT]
    return (max if top else min)(near)


def _thing(
    one: Outline, kind: str, left: float, datum: float, foot: Sequence[tuple[float, float]]
) -> dict[str, Any]:
    """A thing of a kind that is drawn in elevations, as the notebook has it."""
    x0, y0, x1, y1 = one.box
    width, height = x1 - x0, y1 - y0
    at, up = x0 - left, y0 - datum
    middle = {
        "at": {"value": (x0 + x1) / 2 - left, "to": "centre"},
        "up": {"value": (y0 + y1) / 2 - datum, "taken_from": "datum", "to": "centre"},
    }
    fields: dict[str, Any] = {"kind": kind, "_x": x0}
    datum_up = {"value": up, "taken_from": "datum"}
    form = form_of(kind)
    if form == "box":
        return {**fields, **middle, "box_width": width, "box_height": height}
    if form == "round":
        return {**fields, **middle, "diameter": max(width, height)}
    plain = {**fields, "at": at, "width": width}
    if form == "opening":
        return {**plain, "sill": datum_up, "height": height}
    if form == "hanging":
        low, other = _at_end(one, x0, top=False), _at_end(one, x1, top=False)
        hung = {**plain, "clear": {"value": low - datum, "taken_from": "datum"}}
        if abs(low - other) > FLAT:
            hung["clear_right"] = {"value": other - datum, "taken_from": "datum"}
        if kind == "shelf":
            hung["thick"] = _at_end(one, x0, top=True) - low
        return hung
    if form == "block":
        return {**plain, "up": datum_up, "height": height}
    if form == "raised":
        return {**plain, "height": height}
    # Tile goes down from the counter beneath it, which may fall.
    counter = height_at(tuple(foot), (x0 + x1) / 2)
    return {**plain, "down": max(counter - y0, 0.0)}


def _outlines(text: str, units: DrawingUnits | None) -> Iterator[Outline]:
    """Every closed outline, blocks taken apart, arcs as short lines."""
    # Only the process that reads a drawing needs the library for it.
    from ezdxf.filemanagement import read
    from ezdxf.lldxf.const import DXFError

    try:
        document = read(StringIO(text))
    except (DXFError, UnicodeError, ValueError) as error:
        raise NotAnElevation("is no DXF drawing, or is damaged") from error
    drawn_in = _BY_CODE.get(document.header.get("$INSUNITS", 0))
    unit = drawn_in or units
    if unit is None:
        raise NotAnElevation("says no unit: say which it is, mm, cm, m, in or ft", "/units")
    by, points, count = MM[unit], 0, 0
    for entity, depth in _flat(document.modelspace(), 0):
        if depth > DEEPEST:
            raise NotAnElevation(f"nests blocks more than {DEEPEST} deep")
        found = _outline(entity, by)
        if found is None:
            continue
        count += 1
        points += len(found.points)
        if count > MOST_OUTLINES or points > MOST_POINTS:
            raise NotAnElevation(
                f"has more than {MOST_OUTLINES:,} outlines or {MOST_POINTS:,} points: save the "
                "elevation alone"
            )
        yield found


def _flat(entities: Any, depth: int) -> Iterator[tuple[Any, int]]:
    for entity in entities:
        if entity.dxftype() == "INSERT":
            if depth >= DEEPEST:
                yield entity, depth + 1
                continue
            yield from _flat(entity.virtual_entities(), depth + 1)
        else:
            yield entity, depth


def _outline(entity: Any, by: float) -> Outline | None:
    kind, layer = entity.dxftype(), entity.dxf.layer
    if kind == "CIRCLE":
        (x, y, _), radius = entity.dxf.center, entity.dxf.radius * by
        x, y = x * by, y * by
        corners = (
            (x - radius, y - radius),
            (x + radius, y - radius),
            (x + radius, y + radius),
            (x - radius, y + radius),
        )
        return Outline(layer, corners, (x, y, radius))
    if kind in ("LWPOLYLINE", "POLYLINE", "SPLINE", "ELLIPSE"):
        from ezdxf.path import make_path

        path = make_path(entity)
        if not path.is_closed:
            return None
        ring = tuple((p.x * by, p.y * by) for p in path.flattening(FLAT / by))
        return Outline(layer, ring, None) if len(ring) > 3 else None
    return None


if __name__ == "__main__":
    _in_own_process()
