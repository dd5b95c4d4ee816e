"""Is there enough tile? What is there against what is still to come, and against what breaks.

Before some cuts have been made on the job what breaks is judged by the settings; after that by the
job's own cuts: of n made b broke, and k break before m pieces are whole with the chance that
follows from that alone (the law of succession with Jeffreys' half a cut to either side, a beta
negative binomial). What is cut in place of a broken piece can break as well.
"""

import math
from collections.abc import Collection, Sequence
from dataclasses import dataclass
from typing import Literal

from pennant.core.cuts.items import Stock
from pennant.core.document.job import Job
from pennant.core.site.record import Again, Record

Verdict = Literal["short", "tight", "enough"]
CUTS_FOR_A_CHANCE = 20
"""Cuts that must have been made before a chance is told: under that it would be a guess."""
SURE_ENOUGH = 0.95
"""Chance that what is there lasts, from which on it is called enough."""
HALF = 0.5
"""Jeffreys' prior: half a cut that broke and half a cut that did not."""
MOST_FOR_A_PIECE = 20
"""Tiles broken for each piece: past that the way of cutting is wrong, not the number of tiles."""


@dataclass(frozen=True)
class Enough:
    """``there`` are whole tiles bought, ``left`` those that no piece has been cut or set from.

    ``to_come`` tiles are still to be taken for pieces, of them ``cuts`` pieces are to be cut;
    ``spare`` is what is over then. Of ``cut_so_far`` pieces ``broke`` broke. ``lasts`` is the
    chance that the spare tiles last, None before there is something to tell it from. ``expected``
    is how many are expected to break, ``order`` how many tiles more would make it sure enough.
    """

    verdict: Verdict
    there: int
    left: int
    to_come: int
    cuts: int
    spare: int
    cut_so_far: int
    broke: int
    expected: float
    lasts: float | None
    order: int


def enough_of(
    job: Job,
    stock: Stock,
    cut: Collection[str],
    record: Record,
    again: Sequence[Again],
    there: int,
    culled: int = 0,
) -> Enough:
    """Return whether the tile lasts. ``there`` are the tiles bought, ``culled`` those put aside.

    ``cut`` are the pieces that are not whole tiles. A culled tile still makes cuts, so it counts as
    there as long as cuts are to come.
    """
    begun = [tile for tile in stock.tiles if any(c.piece in record.states for c in tile.cuts)]
    to_come = len(stock.tiles) - len(begun)
    anew = sum(one.tile is None for one in again)
    spoilt = [id_ for id_ in record.broken if id_ in cut]
    cut_so_far = sum(record.states.get(id_) in ("cut", "set") for id_ in cut) + len(spoilt)
    to_cut = [id_ for id_ in cut if record.states.get(id_) not in ("cut", "set")]
    unusable = max(0, culled - len(to_cut))
    left = there - len(begun) - anew - unusable
    spare = left - to_come
    broke, cuts = len(spoilt), len(to_cut)
    share = job.settings.break_cut
    if cut_so_far >= CUTS_FOR_A_CHANCE:
        share = (broke + HALF) / (cut_so_far + 2 * HALF)
        lasts = chance_at_most(spare, cuts, broke, cut_so_far)
        order = max(0, most_that_break(SURE_ENOUGH, cuts, broke, cut_so_far) - spare)
        verdict: Verdict = "short" if spare < 0 else "enough" if order == 0 else "tight"
        return Enough(
            verdict,
            there,
            left,
            to_come,
            cuts,
            spare,
            cut_so_far,
            broke,
            _breaking(cuts, share),
            lasts,
            order,
        )
    # A plain judgement: what the settings say breaks, or what broke so far if that is more.
    seen = broke / cut_so_far if cut_so_far >= CUTS_FOR_A_CHANCE // 4 else 0.0
    expected = _breaking(cuts, max(share, seen))
    order = max(0, math.ceil(expected) - spare)
    verdict = "short" if spare < 0 else "tight" if order else "enough"
    return Enough(
        verdict, there, left, to_come, cuts, spare, cut_so_far, broke, expected, None, order
    )


def _breaking(cuts: int, share: float) -> float:
    """Return how many break before so many pieces are whole, where each cut breaks with a share."""
    most = cuts * MOST_FOR_A_PIECE
    return min(cuts * share / (1 - share), most) if share < 1 else most


def chance_at_most(most: int, coming: int, broke: int, cut_so_far: int) -> float:
    """Return the chance that at most so many break before ``coming`` pieces are whole.

    ``broke`` of ``cut_so_far`` did. P(k) = C(m + k - 1, k) B(a + k, b + m) / B(a, b) with
    a = broke + 1/2 and b = cut_so_far - broke + 1/2: the beta negative binomial law.
    """
    if coming == 0:
        return 1.0 if most >= 0 else 0.0
    return min(1.0, math.fsum(_chance_of(k, coming, broke, cut_so_far) for k in range(most + 1)))


def most_that_break(chance: float, coming: int, broke: int, cut_so_far: int) -> int:
    """Return the least number that no more break than, with that chance."""
    most, so_far = 0, 0.0
    while coming and most < coming * MOST_FOR_A_PIECE:
        so_far += _chance_of(most, coming, broke, cut_so_far)
        if so_far >= chance:
            break
        most += 1
    return most


def _chance_of(k: int, coming: int, broke: int, cut_so_far: int) -> float:
    """The chance that just ``k`` break before ``coming`` pieces are whole."""
    a, b = broke + HALF, cut_so_far - broke + HALF

    def beta(x: float, y: float) -> float:
        return math.lgamma(x) + math.lgamma(y) - math.lgamma(x + y)

    ways = math.lgamma(coming + k) - math.lgamma(k + 1) - math.lgamma(coming)
    return math.exp(ways + beta(a + k, b + coming) - beta(a, b))
