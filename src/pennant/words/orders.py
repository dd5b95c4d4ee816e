"""An order checked with the supplier: what can be had, in one lot, and at what price."""

from collections.abc import Callable, Iterator

from pennant.core.job import Job
from pennant.core.offer import Answer, State
from pennant.core.plan import Plan
from pennant.core.quantity import LineId
from pennant.core.values import Value
from pennant.words.quantities import NAMES

IN_ONE_LOT: tuple[LineId, ...] = ("boxes", "border-boxes", "grout")
"""Lines whose packs must be of one lot, or their colours differ on the wall."""
_STATES: dict[State, str] = {
    "answered": "", "not carried": "the supplier does not carry it",
    "slow": "the supplier has not answered in time; ask again",
    "down": "the supplier cannot be reached; ask again later",
    "nonsense": "the supplier's answer makes no sense; ring them up",
}  # fmt: skip


class OrderLine(Value):
    """One line of the order: whether it can be had as wanted, and what is said of it."""

    id: str
    what: str
    wanted: int
    fine: bool
    state: State
    says: str
    price: float | None = None


def checked(job: Job, made: Plan, ask: Callable[[str], Answer]) -> Iterator[OrderLine]:
    """Yield every line that has a product and is still to get, as the supplier answers for it.

    When it cannot be reached it is not asked again for the lines that follow.
    """
    products = job.products
    named: dict[LineId, str | None] = {
        "boxes": job.tile.name,
        "border-boxes": job.pattern.border.tile.name if job.pattern.border else None,
        "adhesive": products.adhesive.name if products.adhesive else None,
        "grout": products.grout.name if products.grout else None,
        "sealant": products.sealant.name if products.sealant else None,
        "primer": products.primer.name if products.primer else None,
        "sealer": products.sealer.name if products.sealer else None,
        "trim": products.trim.name if products.trim else None,
    }
    gone: Answer | None = None
    for line in made.quantities:
        name, wanted = named.get(line.id), round(line.to_get)
        if name is None or wanted <= 0:
            continue
        answer = gone or ask(name)
        if answer.state in ("slow", "down"):
            gone = answer
        yield _line(line.id, name, wanted, answer)


def _line(id_: LineId, name: str, wanted: int, answer: Answer) -> OrderLine:
    what = f"{NAMES[id_]}: {name}"
    if answer.offer is None:
        return OrderLine(id=id_, what=what, wanted=wanted, fine=False, state=answer.state,
                         says=_STATES[answer.state])  # fmt: skip
    lots = sorted(answer.offer.lots, key=lambda lot: (-lot.packs, lot.lot))
    most, every = lots[0].packs if lots else 0, sum(lot.packs for lot in lots)
    enough = most if id_ in IN_ONE_LOT else every
    if wanted <= enough:
        lot = f" of lot {lots[0].lot}" if id_ in IN_ONE_LOT else ""
        says, fine = f"{wanted}{lot} can be had", True
    elif wanted <= every:
        short = wanted - most
        says, fine = f"short of {short} in one lot: {most} of lot {lots[0].lot}", False
    else:
        says, fine = f"only {every} in stock, {wanted - every} short", False
    return OrderLine(id=id_, what=what, wanted=wanted, fine=fine, state="answered", says=says,
                     price=answer.offer.price)  # fmt: skip
