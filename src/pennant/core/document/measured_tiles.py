"""Ten tiles measured: what one finds out about a tile before it is set out by."""

from typing import Annotated, Self

from pydantic import Field, model_validator

from pennant.core.document.values import EMPTY_IS_NONE, Distance, Length, Value

TEN = 10


Maybe = Annotated[Length | None, EMPTY_IS_NONE]
MaybeNone = Annotated[Distance | None, EMPTY_IS_NONE]


class MeasuredTiles(Value):
    """Some tiles out of several boxes, laid in a row and measured one by one.

    ``row`` is from the first tile's edge to the last one's, over the joints between them.
    """

    count: int = Field(default=TEN, ge=2, le=100)
    row: Maybe = None
    joint: MaybeNone = Field(default=None, description="Between them; without it the job's.")
    longest: Maybe = None
    shortest: Maybe = None
    thickest: Maybe = None
    thinnest: Maybe = None
    bow: MaybeNone = Field(
        default=None, description="How far a tile's middle stands over its ends, on a straightedge."
    )

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        for least, most in (("shortest", "longest"), ("thinnest", "thickest")):
            low, high = getattr(self, least), getattr(self, most)
            if low is not None and high is not None and low > high:
                raise ValueError(f"the {least} is more than the {most}; exchange them")
        return self
