"""The table that `make bench` prints: what was measured, its ratio, and last time's beside it."""

import json
import sys
from pathlib import Path
from typing import NamedTuple

ROOT = Path(__file__).parents[1]
LAST = ROOT / "bench" / "last.json"
DOCUMENT = ROOT / "docs" / "architecture.md"
BEGIN, END = "<!-- bench: begin -->", "<!-- bench: end -->"
WORSE = 1.25
"""So many times last time's ratio is worse: what is less is the machine's own noise."""


class Row(NamedTuple):
    """One line. ``ratio`` is what is compared with last time's: the larger the better if ``more``.

    ``of`` says what the ratio is of, ``note`` is what else was seen.
    """

    what: str
    measured: str
    ratio: float | None
    of: str
    more: bool
    note: str


class Table:
    """Rows as they are measured, printed one by one."""

    def __init__(self) -> None:
        self.rows: list[Row] = []
        self.last: dict[str, float] = json.loads(LAST.read_text()) if LAST.exists() else {}
        print(f"{'what':58} {'measured':>12} {'ratio':>8} {'last':>8}")

    def row(
        self,
        what: str,
        measured: str,
        ratio: float | None = None,
        of: str = "",
        *,
        more: bool = False,
        note: str = "",
    ) -> None:
        """Add a line and print it, with last time's ratio and whether it got worse."""
        row = Row(what, measured, ratio, of, more, note)
        self.rows.append(row)
        now = "" if ratio is None else f"{ratio:.2f}"
        before = f"{self.last[what]:.2f}" if what in self.last else ""
        worse = "  WORSE" if self.is_worse(row) else ""
        said = "; ".join(part for part in (of, note) if part)
        print(f"{what:58} {measured:>12} {now:>8} {before:>8}  {said}{worse}", flush=True)

    def is_worse(self, row: Row) -> bool:
        """Return whether a ratio is clearly worse than last time's."""
        last = self.last.get(row.what)
        if last is None or row.ratio is None:
            return False
        return row.ratio * WORSE < last if row.more else row.ratio > last * WORSE

    def end(self) -> None:
        """Say what got worse; with ``--keep`` the figures become last time's, also in the docs."""
        worse = [row.what for row in self.rows if self.is_worse(row)]
        print(f"worse than last time: {'; '.join(worse) or 'nothing'}")
        if "--keep" in sys.argv:
            ratios = {row.what: round(row.ratio, 3) for row in self.rows if row.ratio is not None}
            LAST.write_text(json.dumps(self.last | ratios, indent=1, sort_keys=True) + "\n")
            DOCUMENT.write_text(_with_rows(DOCUMENT.read_text(), self.rows))


def _with_rows(text: str, rows: list[Row]) -> str:
    """The document with these rows between its two marks; those not measured now stay."""
    before, _, rest = text.partition(BEGIN)
    kept, _, after = rest.partition(END)
    lines = {line.split("|")[1].strip(): line for line in kept.split("\n") if "|" in line}
    for row in rows:
        ratio = "" if row.ratio is None else f"{_short(row.ratio)} {row.of}"
        said = "; ".join(part for part in (ratio.strip(), row.note) if part)
        lines[row.what] = f"| {row.what} | {row.measured} | {said} |"
    return f"{before}{BEGIN}\n" + "\n".join(lines.values()) + f"\n{END}{after}"


def _short(ratio: float) -> str:
    return f"{ratio:,.0f}" if ratio >= 20 else f"{ratio:.2g}" if ratio >= 1 else f"{ratio:.2f}"


def milliseconds_said(value: float) -> str:
    """Return a time as it is read: 0.12 ms, 40 ms, 16.5 s."""
    if value >= 3000:
        return f"{value / 1000:,.1f} s"
    return f"{value:.0f} ms" if value >= 10 else f"{value:.2f} ms"
