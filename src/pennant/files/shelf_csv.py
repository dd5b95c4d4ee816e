"""The shelf as CSV: one line a product, in columns by name; what a kind does not have stays empty.

Lengths are as written on a pad with their unit (3/8 in); bare numbers are millimetres. Several
values in one cell have ; between them. A file is read whole or not at all: every line that is wrong
is named with its column and what would be right.
"""

import csv
import io
from collections.abc import Mapping
from typing import Any

from pydantic import ValidationError

from pennant.core.document.refusal import JobRefused, Problem
from pennant.core.document.shelf import (
    MODELS,
    OF_A_JOB,
    PRODUCT_KINDS,
    Shelf,
    ShelfKind,
    Stocked,
)
from pennant.core.document.values import reading_in
from pennant.files.cells import NotATable, as_written, defused, table_in
from pennant.files.job_json import problems_in
from pennant.words.products import cells_of

FIELDS = tuple(
    dict.fromkeys(
        name for kind in PRODUCT_KINDS for name in MODELS[kind].model_fields if name not in OF_A_JOB
    )
)
COLUMNS = ("shelf", *FIELDS)
MOST_LINES = 5000


def write_shelf(shelf: Shelf) -> str:
    """Return a shelf as CSV (RFC 4180)."""
    text = io.StringIO()
    writer = csv.DictWriter(text, COLUMNS, restval="")
    writer.writeheader()
    for kind in PRODUCT_KINDS:
        for one in shelf.of(kind):
            cells = {name: defused(cell) for name, cell in cells_of(one).items()}
            writer.writerow({"shelf": kind, **cells})
    return text.getvalue()


def read_product(kind: ShelfKind, cells: Mapping[str, str], at: str) -> Stocked:
    """Return the product that a sheet's cells say; raise `JobRefused` with every one that is wrong.

    ``at`` is the JSON pointer of the cells.
    """
    given = {name: value.strip() for name, value in cells.items() if value and value.strip()}
    if "name" not in given:
        raise JobRefused([Problem(pointer=f"{at}/name", message="is missing")])
    try:
        with reading_in("mm"):
            return MODELS[kind].model_validate(given)
    except ValidationError as error:
        problems = problems_in(error.errors())
        raise JobRefused(
            [Problem(pointer=f"{at}{one.pointer}", message=one.message) for one in problems]
        ) from error


def read_shelf(data: bytes) -> Shelf:
    """Return the products in a CSV file; raise `JobRefused` with every line that is wrong."""
    try:
        _, rows = table_in(data)
    except NotATable as error:
        raise JobRefused([Problem(pointer="/row/1", message=str(error))]) from error
    problems: list[Problem] = []
    if not rows or "shelf" not in (rows[0] or {}):
        message = f"has no column named shelf; the first line names the columns: {COLUMNS}"
        raise JobRefused([Problem(pointer="/row/1", message=message)])
    if len(rows) > MOST_LINES:
        message = f"has {len(rows)} lines; at most {MOST_LINES} are read at once"
        raise JobRefused([Problem(pointer="/row/1", message=message)])
    found: dict[str, list[Any]] = {kind: [] for kind in PRODUCT_KINDS}
    for number, row in enumerate(rows, 2):
        kind = (row.pop("shelf") or "").strip()
        if kind not in MODELS:
            message = f"is {kind!r}; write one of {', '.join(PRODUCT_KINDS)}"
            problems.append(Problem(pointer=f"/row/{number}/shelf", message=message))
            continue
        cells = {
            str(name): as_written(str(value)) for name, value in row.items() if value is not None
        }
        try:
            found[kind].append(read_product(kind, cells, f"/row/{number}"))
        except JobRefused as refused:
            problems += refused.problems
    if problems:
        raise JobRefused(problems)
    return Shelf.model_validate({kind: tuple(own) for kind, own in found.items()})
