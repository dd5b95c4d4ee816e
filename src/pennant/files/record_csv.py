"""The record of the site as CSV: every entry in order, also what was taken back."""

from collections.abc import Sequence

from pennant.core.document.job import Job
from pennant.core.plan import Plan
from pennant.core.site.entries import Entry, NotedPieces, TakenBack
from pennant.files.cells import written
from pennant.words.entries import say_entry
from pennant.words.moments import local
from pennant.words.names import Names

ENTRIES = ("number", "when", "kind", "what", "pieces", "taken back")


def record_csv(job: Job, plan: Plan, entries: Sequence[Entry]) -> str:
    """Return every entry, times by the kitchen's own clock."""
    names = Names(plan.kitchen)
    by_key = {one.key: one for one in entries}
    gone = {one.takes_back for one in entries}
    return written(
        ENTRIES,
        (
            (
                one.id,
                f"{local(one.minute, job):%Y-%m-%d %H:%M}",
                one.said.kind,
                say_entry(job, names, one.said, by_key),
                " ".join(one.said.pieces) if isinstance(one.said, NotedPieces) else "",
                "yes" if one.id in gone else "",
            )
            for one in entries
            if not isinstance(one.said, TakenBack)
        ),
    )
