"""The fewest tiles, found in a process of its own and kept here for the views that follow."""

import base64
import pickle

from pydantic import BaseModel

from pennant.core.cuts.fewest import fewest
from pennant.core.cuts.items import Stock
from pennant.core.cuts.tiles import counted_apart, items_for
from pennant.core.document.job import Job
from pennant.core.plan import drawn


class FoundFewest(BaseModel):
    """The fewest tiles for pieces of one tile, as the searching process hands them over.

    ``stock`` is a pickle in base64: both processes are of one program, and nobody else writes it.
    """

    of: str
    stock: str


class FewestTiles(BaseModel):
    """How many tiles the pieces come from, and how few any plan could do with."""

    tiles: int
    bound: int


def found_fewest(job: Job) -> list[FoundFewest]:
    """Return the fewest tiles of each of a job's."""
    found = []
    for of, items, sheet in counted_apart(job, drawn(job).plan.pieces):
        stock = pickle.dumps(fewest(items, sheet))
        found.append(FoundFewest(of=of, stock=base64.b64encode(stock).decode()))
    return found


def keep_fewest(job: Job, found: list[FoundFewest]) -> FewestTiles:
    """Keep what was found for the views of the same pieces."""
    pieces, stocks = drawn(job).plan.pieces, []
    for one in found:
        stock: Stock = pickle.loads(base64.b64decode(one.stock))
        fewest.remember(stock, *items_for(job, pieces, one.of))
        stocks.append(stock)
    return FewestTiles(
        tiles=sum(len(one.tiles) for one in stocks), bound=sum(one.bound for one in stocks)
    )
