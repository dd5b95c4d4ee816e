"""Cells of a CSV file that a spreadsheet must not take for a formula.

A text that begins with one of a few signs is reckoned by spreadsheets, whoever wrote it; an
apostrophe before it keeps it a text. Reading takes the apostrophe away again.
"""

import csv
import io
import re
from collections.abc import Iterable, Sequence
from typing import Any, NamedTuple

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


class NotATable(ValueError):
    """A file that no rows can be read from; the message says why."""


class Table(NamedTuple):
    """What a CSV file holds: the columns that its first line names, and the rows by those."""

    columns: tuple[str, ...]
    rows: list[dict[str | None, Any]]


def table_in(data: bytes) -> Table:
    """Return the table in a CSV file.

    Lines may end in CR, LF or both, as the spreadsheets of all systems write them. Raise
    `NotATable` for bytes that are no UTF-8, a quote that never ends, a cell that is too long.
    """
    try:
        text = data.decode("utf-8-sig").replace("\r\n", "\n").replace("\r", "\n")
        reader = csv.DictReader(io.StringIO(text), strict=True)
        rows: list[dict[str | None, Any]] = list(reader)
        return Table(tuple(reader.fieldnames or ()), rows)
    except UnicodeDecodeError as error:
        raise NotATable(f"is not UTF-8: save it as CSV in UTF-8 ({error.reason})") from error
    except csv.Error as error:
        raise NotATable(f"is no CSV file: {error}") from error
