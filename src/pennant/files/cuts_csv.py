"""The cuts as CSV: one line for every piece that is cut, in the order of cutting."""

from pennant.files.cells import written
from pennant.words.cuts import CutSheet

COLUMNS = ("cut", "piece", "kind", "tool", "when", "tile", "same tile", "marks", "goes to")


def cuts_csv(sheet: CutSheet) -> str:
    """Return the sheet as CSV (RFC 4180), lengths as they read on the tape."""
    return written(
        COLUMNS,
        (
            (
                cut.number,
                place.piece,
                cut.title,
                cut.tool,
                cut.stage,
                place.tile,
                " ".join(place.others),
                "; ".join(mark.says for mark in cut.marks),
                cut.hides,
            )
            for cut in sheet.cuts
            for place in cut.tiles
        ),
    )
