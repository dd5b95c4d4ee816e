"""The shopping list as CSV: one line for everything, grouped as a shop is."""

import csv
import io

from pennant.core.document.job import Job
from pennant.core.plan import Plan
from pennant.files.cells import defused
from pennant.words.quantities import GROUPS, said_quantities

COLUMNS = ("group", "what", "to have", "to get", "note", "left over", "kg", "cost")


def materials_csv(job: Job, plan: Plan) -> str:
    """Return the list as CSV (RFC 4180)."""
    text = io.StringIO()
    writer = csv.writer(text)
    writer.writerow(COLUMNS)
    for one in said_quantities(job, plan):
        cost = "" if one.cost is None else f"{one.cost:.2f}"
        weight = "" if one.weight is None else f"{one.weight:.2f}"
        cells = (GROUPS[one.group], one.name, one.amount, one.to_get, one.gist, one.left, weight,
                 cost)  # fmt: skip
        writer.writerow(map(defused, cells))
    return text.getvalue()
