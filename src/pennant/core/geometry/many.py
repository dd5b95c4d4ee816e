"""Values of which a plan makes thousands for every key that is pressed."""

from dataclasses import dataclass
from typing import TypeVar, dataclass_transform

T = TypeVar("T")


@dataclass_transform(frozen_default=True)
def made_often(cls: type[T]) -> type[T]:
    """Return a class as a dataclass that type checkers hold to be frozen.

    At run time nothing stops one from being changed: to make one that is frozen there too takes
    five times as long, and that was a seventh of a plan of two thousand chips.
    """
    return dataclass(slots=True, unsafe_hash=True)(cls)
