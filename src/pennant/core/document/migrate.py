"""Job files of earlier versions, brought up to this one.

Works on parsed JSON, before anything is read as a length, so that text stays as it was written.
What is not of version 1's shape is passed on unchanged for the reader to refuse by its field.
"""

from collections.abc import Mapping
from typing import Any

from pennant.core.document.wishes import ALL_BEFORE, WISHES_BEFORE

WALL_ID = "a"
"""The id that version 1's one wall gets."""


def as_version_3(data: Mapping[str, Any]) -> Mapping[str, Any]:
    """Return an earlier version's document as version 3's; any other as it is.

    Version 2 knew courses only. Nothing that people decided goes by the pattern's form: agreed
    items, doubts set aside and stock in hand keep their ids.
    """
    data = _as_version_2(data)
    changed = {**data, "version": 3} if data.get("version", 3) == 2 else dict(data)
    times = changed.get("times")
    if isinstance(times, Mapping) and "scrape_joints" in times:
        # Pieces an hour, before joints were scraped by the area.
        changed["times"] = {name: one for name, one in times.items() if name != "scrape_joints"}
    if _are_as_before(changed.get("wishes")):
        del changed["wishes"]
    pattern = changed.get("pattern")
    if isinstance(pattern, Mapping) and "kind" not in pattern:
        changed["pattern"] = {"kind": "courses", **pattern}
    return changed


def _are_as_before(wishes: Any) -> bool:
    """Whether wishes are those that every job began with before, which nobody chose."""
    if not isinstance(wishes, list | tuple) or not all(isinstance(one, Mapping) for one in wishes):
        return False
    if any(one.get("at") for one in wishes) or len(wishes) != ALL_BEFORE:
        return False
    on = tuple(one.get("kind") for one in wishes if one.get("on", True))
    return on == WISHES_BEFORE


def _as_version_2(data: Mapping[str, Any]) -> Mapping[str, Any]:
    """Return version 1's document as version 2's; any other as it is."""
    if data.get("version") != 1 or not isinstance(data.get("wall"), Mapping):
        return data
    kept = {key: value for key, value in data.items() if key not in ("wall", "start", "version")}
    wall = dict(data["wall"])
    things = [
        *_each(wall.pop("overheads", ()), _overhead),
        *_each(wall.pop("openings", ()), _opening),
        *_each(wall.pop("devices", ()), _device),
    ]
    wall = {**wall, "id": WALL_ID, "things": things}
    if "start" in data:
        wall["start"] = _start(data["start"])
    return {**kept, "version": 2, "walls": [wall]}


def _each(things: Any, change: Any) -> list[Any]:
    if not isinstance(things, list | tuple):
        return [things]
    return [change(dict(thing)) if isinstance(thing, Mapping) else thing for thing in things]


def _moved(thing: dict[str, Any], names: dict[str, str]) -> dict[str, Any]:
    return {names.get(name, name): value for name, value in thing.items()}


def _overhead(thing: dict[str, Any]) -> dict[str, Any]:
    return {"kind": "cabinet", **_moved(thing, {"x": "at", "bottom": "clear"})}


def _opening(thing: dict[str, Any]) -> dict[str, Any]:
    return {"kind": "window", **_moved(thing, {"x": "at"})}


def _device(thing: dict[str, Any]) -> dict[str, Any]:
    return {"kind": "outlet", **_moved(thing, {"x": "at", "y": "up"})}


def _start(start: Any) -> Any:
    """Version 1 could centre on an opening only; now any thing will do."""
    if not isinstance(start, Mapping) or not isinstance(start.get("across"), Mapping):
        return start
    across = _moved(dict(start["across"]), {"opening": "thing"})
    if across.get("on") == "opening":
        across["on"] = "thing"
    return {**start, "across": across}
