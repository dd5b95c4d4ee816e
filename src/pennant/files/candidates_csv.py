"""Tiles to choose from as CSV: a line a tile, in columns by name.

``length`` and ``height`` must be there; ``name``, ``thickness``, ``bond`` (stack, half, third),
``joint``, ``per_box`` and ``price`` may be. Several bonds or joints in one cell have ; between
them. Lengths without a unit are of the job's. A file is read whole or not at all.
"""

from collections.abc import Mapping
from typing import Any

from pydantic import ValidationError

from pennant.core.document.candidates import MOST_CANDIDATES, Candidate
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused, Problem
from pennant.core.document.values import reading_in
from pennant.files.cells import NotATable, as_written, table_in
from pennant.files.job_json import problems_in

COLUMNS = ("name", "length", "height", "thickness", "bond", "joint", "per_box", "price")
BONDS: Mapping[str, tuple[int, int]] = {"stack": (0, 1), "half": (1, 2), "third": (1, 3)}
_OF_THE_TILE = ("name", "length", "height", "thickness", "per_box", "price")


def read_candidates(data: bytes, job: Job) -> tuple[Candidate, ...]:
    """Return the tiles in a CSV file, in what it leaves out like the job's own; raise `JobRefused`
    with every cell that is wrong, by its line and column.
    """
    try:
        columns, rows = table_in(data)
    except NotATable as error:
        raise JobRefused([Problem(pointer="/row/1", message=str(error))]) from error
    missing = [name for name in ("length", "height") if name not in columns]
    if missing:
        message = f"names no column {' and no '.join(missing)}; the columns are {COLUMNS}"
        raise JobRefused([Problem(pointer="/row/1", message=message)])
    if len(rows) > MOST_CANDIDATES:
        message = f"has {len(rows)} tiles; at most {MOST_CANDIDATES} are compared"
        raise JobRefused([Problem(pointer="/row/1", message=message)])
    problems: list[Problem] = []
    found = []
    for number, row in enumerate(rows, 2):
        cells = {name: as_written(str(row.get(name) or "")).strip() for name in COLUMNS}
        unknown = [one for one in _several(cells["bond"].lower()) if one not in BONDS]
        if unknown:
            message = f"is {unknown[0]!r}; write stack, half or third, with ; between several"
            problems.append(Problem(pointer=f"/row/{number}/bond", message=message))
            continue
        try:
            with reading_in(job.units):
                found.append(Candidate.model_validate(_written(cells, job)))
        except ValidationError as error:
            problems += [
                Problem(pointer=f"/row/{number}{_column(one.pointer)}", message=one.message)
                for one in problems_in(error.errors())
            ]
    if problems:
        raise JobRefused(problems)
    return tuple(found)


def _written(cells: Mapping[str, str], job: Job) -> dict[str, Any]:
    """A candidate as a job file writes it."""
    own = {"name": f"{cells['length']} x {cells['height']}", "thickness": job.tile.thickness}
    tile = own | {name: cells[name] for name in _OF_THE_TILE if cells[name]}
    bonds = [dict(zip("pq", BONDS[name], strict=True)) for name in _several(cells["bond"].lower())]
    return {"tile": tile, "bonds": bonds, "joints": _several(cells["joint"])}


def _several(cell: str) -> list[str]:
    return [one.strip() for one in cell.split(";") if one.strip()]


def _column(pointer: str) -> str:
    """The column of a problem in a candidate: ``/tile/length`` is ``/length``."""
    part = pointer.removeprefix("/tile").split("/")[1]
    return "/" + {"bonds": "bond", "joints": "joint"}.get(part, part)
