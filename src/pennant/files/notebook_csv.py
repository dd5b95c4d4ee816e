"""Measures as CSV: a row a wall with its length and top, a row for each line of its notebook.

A person needs to write no more than the four columns ``wall``, ``length``, ``top`` and ``line``.
What else is known of a wall (its ends, leans, corners, what may still move) has columns of its own,
and goes out with them, so that the same kitchen comes back.
"""

import re
from collections.abc import Iterator, Mapping
from typing import Any

from pennant.core.document.job import Job
from pennant.core.document.lengths import Units, show_exact
from pennant.core.document.refusal import JobRefused, Problem
from pennant.files.cells import NotATable, as_written, table_in, written
from pennant.words.lines import lines_of

COLUMNS = ("wall", "length", "top", "line")
"""Those that a file must have."""
MORE: dict[str, tuple[str, ...]] = {
    "id": ("id",),
    "top is": ("top", "kind"),
    "top right": ("top", "height_right"),
    "top up": ("top", "ahead"),
    "top down": ("top", "back"),
    "left": ("left", "kind"),
    "left deep": ("left", "depth"),
    "left out": ("left", "ahead"),
    "left in": ("left", "back"),
    "left leans": ("left_lean",),
    "right": ("right", "kind"),
    "right deep": ("right", "depth"),
    "right out": ("right", "ahead"),
    "right in": ("right", "back"),
    "right leans": ("right_lean",),
    "corner": ("corner", "kind"),
    "laps": ("corner", "laps"),
}
"""Those that a file may have, each with where it stands in a wall of a job file."""
UNITS = "units"
"""A column for the unit of lengths without one; it counts before what is asked for."""
MOST_ROWS = 2_000


def measures_csv(job: Job) -> str:
    """Return the measures of a job: every wall, and every line of its notebook, as taken."""
    columns = (*COLUMNS, *MORE, UNITS)
    return written(columns, ([row.get(name, "") for name in columns] for row in _rows(job)))


def _rows(job: Job) -> Iterator[dict[str, str]]:
    for number, wall in enumerate(job.walls):
        known = wall.model_dump(mode="json", exclude_none=True)
        more = {name: _cell(known, path, job.units) for name, path in MORE.items()}
        yield {
            "wall": wall.name,
            "length": show_exact(wall.length, job.units),
            "line": "",
            "top": show_exact(wall.top.height, job.units),
            **more,
            UNITS: job.units,
        }
        for line in lines_of(job, number):
            yield {"wall": wall.name, "id": wall.id, "line": line.text}


def _cell(known: Mapping[str, Any], path: tuple[str, ...], units: Units) -> str:
    found: Any = known
    for key in path:
        found = found.get(key) if isinstance(found, Mapping) else None
    return show_exact(found, units) if isinstance(found, int | float) else str(found or "")


def units_in_csv(data: bytes) -> Units | None:
    """Return the unit that a file says its lengths are in; None where it says none."""
    try:
        _, rows = table_in(data)
    except NotATable:
        return None
    said = next(((row.get(UNITS) or "").strip() for row in rows), "")
    return said if said in ("in", "mm") else None  # type: ignore[return-value]


def walls_in_csv(data: bytes, units: Units) -> list[dict[str, Any]]:
    """Return walls as a job file has them; raise `JobRefused` with the row that is wrong.

    ``units`` are those of lengths without one. ``wall`` names the wall of each row, and ``id``
    tells walls of one name apart; ``length`` and ``top`` stand on its first one, ``line`` is a line
    as on a pad (``outlet 22 3/16 up 10 9/16``).
    """
    try:
        columns, rows = table_in(data)
    except NotATable as error:
        raise _wrong(1, str(error)) from error
    if not set(COLUMNS) <= set(columns) <= {*COLUMNS, *MORE, UNITS}:
        may = ", ".join((*MORE, UNITS))
        raise _wrong(1, f"must have the columns {', '.join(COLUMNS)}; it may have {may}")
    walls: dict[str, dict[str, Any]] = {}
    for number, row in enumerate(rows, 2):
        if number > MOST_ROWS:
            raise _wrong(number, f"is more than the {MOST_ROWS:,} rows that are read")
        cells = {name: as_written((row.get(name) or "").strip()) for name in columns}
        name, length, top, line = (cells[column] for column in COLUMNS)
        if not name:
            raise _wrong(number, "names no wall")
        key = cells.get("id") or name
        if key not in walls:
            if not length or not top:
                raise _wrong(number, f"is the first of {name}: it needs its length and its top")
            walls[key] = _wall(name, len(walls) + 1, cells)
        elif length or top:
            raise _wrong(number, f"gives {name} another length or top: say them once")
        if line:
            walls[key]["things"].append(line)
    if not walls:
        raise _wrong(2, "is missing: there is no wall in the file")
    return list(walls.values())


def _wall(name: str, number: int, cells: Mapping[str, str]) -> dict[str, Any]:
    """A wall as a job file has it, from the cells of its first row."""
    own = re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-") or "drawn"
    wall: dict[str, Any] = {
        "id": f"{own}-{number}",
        "name": name,
        "length": cells["length"],
        "top": {"kind": "open", "height": cells["top"]},
        "things": [],
    }
    for column, path in MORE.items():
        if not (cell := cells.get(column, "")):
            continue
        holder = wall
        for key in path[:-1]:
            holder = holder.setdefault(key, {})
        holder[path[-1]] = cell
    return wall


def _wrong(row: int, message: str) -> JobRefused:
    return JobRefused([Problem(pointer=f"/rows/{row}", message=f"row {row} {message}")])
