"""Cells of a CSV file that a spreadsheet must not take for a formula.

A text that begins with one of a few signs is reckoned by spreadsheets, whoever wrote it; an
apostrophe before it keeps it a text. Reading takes the apostrophe away again.
"""

import csv
import io
import re
from collections.abc import Iterable, Sequence

_FORMULA = re.compile(r"[=+\-@\t\r]")
_NUMBER = re.compile(r"[+-]?\d+(\.\d+)?")


def defused(cell: object) -> object:
    """Return a cell as it may stand in a file; numbers stay numbers.

    >>> defused("=1+1"), defused("-5"), defused("- 5"), defused(7)
    ("'=1+1", '-5', "'- 5", 7)
    """
    if isinstance(cell, str) and _FORMULA.match(cell) and not _NUMBER.fullmatch(cell):
        return f"'{cell}"
    return cell


def as_written(cell: str) -> str:
    """Return a cell as it was before it was defused.

    >>> as_written("'=1+1"), as_written("'tis oak")
    ('=1+1', "'tis oak")
    """
    return cell[1:] if cell.startswith("'") and _FORMULA.match(cell[1:]) else cell


def written(columns: Sequence[str], rows: Iterable[Sequence[object]]) -> str:
    """Return a table as CSV (RFC 4180), its columns' names first, every cell defused."""
    text = io.StringIO()
    writer = csv.writer(text)
    writer.writerow(columns)
    for row in rows:
        writer.writerow(map(defused, row))
    return text.getvalue()
