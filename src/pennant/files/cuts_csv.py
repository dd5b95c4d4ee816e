"""The cuts as CSV: one line for every piece that is cut, in the order of cutting."""

import csv
import io

from pennant.files.cells import defused
from pennant.words.cuts import CutSheet

COLUMNS = ("cut", "piece", "kind", "tool", "when", "tile", "same tile", "marks", "goes to")


def cuts_csv(sheet: CutSheet) -> str:
    """Return the sheet as CSV (RFC 4180), lengths as they read on the tape."""
    text = io.StringIO()
    writer = csv.writer(text)
    writer.writerow(COLUMNS)
    for cut in sheet.cuts:
        for place in cut.tiles:
            writer.writerow(map(defused, (
                cut.number, place.piece, cut.title, cut.tool, cut.stage, place.tile,
                " ".join(place.others), "; ".join(mark.says for mark in cut.marks), cut.hides,
            )))  # fmt: skip
    return text.getvalue()
