"""An order checked with the supplier: what can be had, in one lot, and at what price."""

from collections.abc import Callable, Iterator

from pennant.core.document.job import Job
from pennant.core.document.offer import Answer, Lot, OfferState
from pennant.core.document.products import PRODUCT_OF
from pennant.core.document.values import Value
from pennant.core.plan import Plan
from pennant.core.takes.quantity import LineId
from pennant.words.quantities import chosen_for, line_name, tile_for

IN_ONE_LOT: tuple[LineId, ...] = ("boxes", "border-boxes", "grout")
"""Lines whose packs must be of one lot, or their colours differ on the wall."""
_STATES: dict[OfferState, str] = {
    "answered": "",
    "not carried": "the supplier does not carry it",
    "slow": "the supplier has not answered in time; ask again",
    "down": "the supplier cannot be reached; ask again later",
    "nonsense": "the supplier's answer makes no sense; ring them up",
}


class OrderLine(Value):
    """One line of the order: whether it can be had as wanted, and what is said of it."""

    id: str
    what: str
    wanted: int
    fine: bool
    state: OfferState
    says: str
    price: float | None = None


def checked(job: Job, planned: Plan, ask: Callable[[str], Answer]) -> Iterator[OrderLine]:
    """Yield every line that has a product and is still to get, as the supplier answers for it.

    When it cannot be reached it is not asked again for the lines that follow.
    """
    gone: Answer | None = None
    for line in planned.quantities:
        name, wanted = chosen_for(job, line.id), round(line.to_get)
        if name is None or wanted <= 0:
            continue
        answer = gone or ask(name)
        if answer.state in ("slow", "down"):
            gone = answer
        lot = job.tile.lot if line.id == "boxes" else ""
        yield _line(line.id, name, wanted, answer, lot, _pack(job, line.id))


def _pack(job: Job, line: str) -> float | None:
    """What is in a pack by the sheet that the order was reckoned with."""
    tile = tile_for(job, line)
    if tile is not None:
        return tile.per_box
    return getattr(getattr(job.products, PRODUCT_OF.get(line, ""), None), "pack", None)


def _line(
    id_: str, name: str, wanted: int, answer: Answer, lot: str, pack: float | None
) -> OrderLine:
    what = f"{line_name(id_)}: {name}"
    if answer.offer is None:
        return OrderLine(
            id=id_,
            what=what,
            wanted=wanted,
            fine=False,
            state=answer.state,
            says=_STATES[answer.state],
        )
    lots = sorted(answer.offer.lots, key=lambda one: (one.lot != lot, -one.packs, one.lot))
    if lot and (not lots or lots[0].lot != lot):
        lots = [Lot(lot=lot, packs=0), *lots]
    most, every = lots[0].packs if lots else 0, sum(lot.packs for lot in lots)
    enough = most if id_.partition("@")[0] in IN_ONE_LOT else every
    if wanted <= enough:
        of_lot = f" of lot {lots[0].lot}" if id_.partition("@")[0] in IN_ONE_LOT else ""
        says, fine = f"{wanted}{of_lot} can be had", True
    elif wanted <= every:
        short = wanted - most
        says, fine = f"short of {short} in one lot: {most} of lot {lots[0].lot}", False
    else:
        says, fine = f"only {every} in stock, {wanted - every} short", False
    if answer.offer.pack is not None and pack is not None and answer.offer.pack != pack:
        says += f"; in packs of {answer.offer.pack:g}, where the sheet says {pack:g}: reckon anew"
        fine = False
    return OrderLine(
        id=id_,
        what=what,
        wanted=wanted,
        fine=fine,
        state="answered",
        says=says,
        price=answer.offer.price,
    )
