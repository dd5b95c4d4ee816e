"""Every piece of a plan as CSV, and every step of its days."""

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_length
from pennant.core.plan import Plan
from pennant.files.cells import written
from pennant.words.days_values import DaysText
from pennant.words.names import CUT_NAMES, Names

PIECES = ("piece", "wall", "course", "kind", "width", "height", "left", "bottom", "tile")
STEP_COLUMNS = ("day", "date", "from to", "step", "lasts", "who", "have ready", "done when")


def pieces_csv(job: Job, plan: Plan) -> str:
    """Return every piece with its size and place, lengths as they read on the tape."""
    names = Names(plan.kitchen)

    def shown(mm: float) -> str:
        return show_length(mm, job.step)

    return written(
        PIECES,
        (
            (
                one.id,
                names.thing(one.wall),
                one.course + 1,
                CUT_NAMES[one.kind],
                shown(one.width),
                shown(one.height),
                shown(one.box.x0),
                shown(one.box.y0),
                one.tile,
            )
            for one in plan.pieces
        ),
    )


def days_csv(words: DaysText) -> str:
    """Return every step of the days."""
    return written(
        STEP_COLUMNS,
        (
            (
                day.number,
                day.date,
                card.at,
                card.name,
                card.lasts,
                card.who,
                "; ".join(card.ready),
                card.right,
            )
            for day in words.days
            for card in day.cards
        ),
    )
