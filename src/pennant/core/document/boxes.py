"""Boxes and plates by the number of gangs: the usual sizes, to be measured over in each job."""

from pydantic import Field

from pennant.core.document.lengths import Units
from pennant.core.document.values import Length, Value


class BoxSize(Value):
    """The usual box and plate for a number of gangs, set upright."""

    gangs: int = Field(ge=1, le=4)
    box_width: Length = Field(ge=10, le=1_000)
    box_height: Length = Field(ge=10, le=1_000)
    plate_width: Length = Field(ge=10, le=1_000)
    plate_height: Length = Field(ge=10, le=1_000)


_IN = 25.4
BOX_SIZES: dict[Units, tuple[BoxSize, ...]] = {
    "in": tuple(
        BoxSize(
            gangs=n,
            box_width=(2.25 + 1.8125 * (n - 1)) * _IN,
            box_height=3.625 * _IN,
            plate_width=(2.75 + 1.8125 * (n - 1)) * _IN,
            plate_height=4.5 * _IN,
        )
        for n in (1, 2, 3, 4)
    ),
    "mm": tuple(
        BoxSize(
            gangs=n,
            box_width=68 + 71 * (n - 1),
            box_height=68,
            plate_width=86 + 71 * (n - 1),
            plate_height=86,
        )
        for n in (1, 2, 3, 4)
    ),
}
"""First sizes of boxes and plates by gangs; a job carries its own list, to be measured over."""
