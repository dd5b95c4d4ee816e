"""The papers that can be bound: what each is and for what; `papers_pdf` writes them."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal, get_args

from pennant.core.site.entries import Entry

Paper = Literal[
    "wall",
    "setting-out",
    "client",
    "cuts",
    "list",
    "mixing",
    "days",
    "hand-over",
    "pole",
    "templates",
]
PAPERS: tuple[Paper, ...] = get_args(Paper)
"""In the order in which they are bound."""
BOUND_PAPERS: tuple[Paper, ...] = tuple(one for one in PAPERS if one not in ("pole", "templates"))
"""What is bound where nothing is chosen: the sheets of full size are many."""
PAPER_TITLES: dict[Paper, str] = {
    "wall": "The wall, and what every edge gets",
    "setting-out": "Setting out",
    "client": "Your tile layout, for approval",
    "cuts": "Cut sheet",
    "list": "Shopping list",
    "mixing": "Mixing card",
    "days": "The days",
    "hand-over": "Hand-over",
    "pole": "Story pole, full size",
    "templates": "Templates of odd cuts, full size",
}
WHAT_FOR: dict[Paper, str] = {
    "wall": "to look at",
    "setting-out": "in the van, and taped to the wall",
    "client": "with a place to sign",
    "cuts": "at the saw",
    "list": "to the shop",
    "mixing": "by the bucket",
    "days": "a card for each step",
    "hand-over": "left with the client",
    "pole": "to be joined and held to the wall",
    "templates": "to be laid on the tile",
}


@dataclass(frozen=True)
class Imprint:
    """What stands on every page besides the job's name: ``revision`` and ``date`` as shown."""

    revision: str = ""
    date: str = ""


@dataclass(frozen=True)
class SitePapers:
    """What the site gave: the entries of the record, and the photographs (JPEG) by their names."""

    entries: tuple[Entry, ...] = ()
    photographs: Mapping[str, bytes] = field(default_factory=dict)


@dataclass(frozen=True)
class Making:
    """A step of making the papers: what is being made, after how many, of how many papers."""

    says: str
    done: int
    of: int


NO_IMPRINT = Imprint()
NOTHING_KEPT = SitePapers()
