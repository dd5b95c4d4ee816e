"""What a stretch of wall can be made of."""

from typing import Literal, get_args

MadeOf = Literal[
    "painted board",
    "bare board",
    "skim",
    "plywood",
    "cement board",
    "old tile",
    "laminate",
    "masonry",
]
MADE_OF: tuple[MadeOf, ...] = get_args(MadeOf)
