"""What a supplier answers for a product: its price, and how many packs of which lot."""

from typing import Annotated, Literal

from pydantic import Field

from pennant.core.document.products import Amount, Price
from pennant.core.document.values import Value

OfferState = Literal["answered", "not carried", "slow", "down", "nonsense"]


class Lot(Value):
    """Packs of one lot."""

    lot: Annotated[str, Field(min_length=1, max_length=40)]
    packs: Annotated[int, Field(ge=0, le=1_000_000)]


class Offer(Value):
    """What the supplier says of a product."""

    name: str
    price: Price | None = None
    pack: Amount | None = Field(default=None, description="What is in a pack, as on its sheet.")
    lots: tuple[Lot, ...] = Field(default=(), max_length=200)


class Answer(Value):
    """What came of asking: the offer, or why there is none."""

    state: OfferState
    offer: Offer | None = None
