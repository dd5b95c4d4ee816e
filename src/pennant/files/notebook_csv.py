"""Measures as CSV: a row a wall with its length and top, a row for each line of its notebook."""

import re
from typing import Any

from pennant.core.document.lengths import Units
from pennant.core.document.refusal import JobRefused, Problem
from pennant.files.cells import NotATable, as_written, table_in

COLUMNS = ("wall", "length", "top", "line")
MOST_ROWS = 2_000


def walls_in_csv(data: bytes, units: Units) -> list[dict[str, Any]]:
    """Return walls as a job file has them; raise `JobRefused` with the row that is wrong.

    ``units`` are those of lengths without one. ``wall`` names the wall of each row; ``length`` and
    ``top`` stand on its first one, ``line`` is a line as on a pad (``outlet 22 3/16 up 10 9/16``).
    """
    try:
        columns, rows = table_in(data)
    except NotATable as error:
        raise _wrong(1, str(error)) from error
    if set(columns) != set(COLUMNS):
        raise _wrong(1, f"must have the columns {', '.join(COLUMNS)}")
    walls: dict[str, dict[str, Any]] = {}
    for number, row in enumerate(rows, 2):
        if number > MOST_ROWS:
            raise _wrong(number, f"is more than the {MOST_ROWS:,} rows that are read")
        name, length, top, line = (as_written((row[column] or "").strip()) for column in COLUMNS)
        if not name:
            raise _wrong(number, "names no wall")
        if name not in walls:
            if not length or not top:
                raise _wrong(number, f"is the first of {name}: it needs its length and its top")
            own = re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-") or "drawn"
            walls[name] = {
                "id": f"{own}-{len(walls) + 1}", "name": name, "length": length,
                "top": {"kind": "open", "height": top}, "things": [],
            }  # fmt: skip
        elif length or top:
            raise _wrong(number, f"gives {name} another length or top: say them once")
        if line:
            walls[name]["things"].append(line)
    if not walls:
        raise _wrong(2, "is missing: there is no wall in the file")
    return list(walls.values())


def _wrong(row: int, message: str) -> JobRefused:
    return JobRefused([Problem(pointer=f"/rows/{row}", message=f"row {row} {message}")])
