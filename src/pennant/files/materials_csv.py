"""The shopping list as CSV: one line for everything, grouped as a shop is."""

from pennant.core.document.job import Job
from pennant.core.plan import Plan
from pennant.files.cells import written
from pennant.words.quantities import GROUP_NAMES, quantities_in_words

COLUMNS = ("group", "what", "to have", "to get", "note", "left over", "kg", "cost")


def materials_csv(job: Job, plan: Plan) -> str:
    """Return the list as CSV (RFC 4180)."""
    return written(
        COLUMNS,
        (
            (
                GROUP_NAMES[one.group],
                one.name,
                one.amount,
                one.to_get,
                one.gist,
                one.left,
                "" if one.weight is None else f"{one.weight:.2f}",
                "" if one.cost is None else f"{one.cost:.2f}",
            )
            for one in quantities_in_words(job, plan)
        ),
    )
