"""Mat from the roll: level strips from the foot of the field up, ripped where less is needed.

A mat may be butted anywhere, so a strip may be cut from the ends of two rolls, and what is ripped
off one strip may serve another that is lower than the rest. How much comes off the roll is
therefore a length: that of the strips at full width, and that of the low ones laid side by side.
"""

from collections.abc import Iterable, Iterator, Sequence
from itertools import pairwise
from typing import NamedTuple

from pennant.core.document.things import Form
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS
from pennant.core.layout.field import Field, KeepOut
from pennant.core.layout.pieces import Piece
from pennant.core.survey.placed import Placed, Surface

CUT_OUT: tuple[Form, ...] = ("box", "round", "block")
"""What tile goes all round."""


class Strip(NamedTuple):
    """A strip on one surface, in mm: where it begins, how long it is and how high it must be."""

    surface: str
    x: float
    y: float
    length: float
    height: float


def strips_for(
    fields: Sequence[Field], pieces: Iterable[Piece], width: float, joint: float
) -> list[Strip]:
    """Return the strips of a roll ``width`` mm wide that lie behind every piece, lowest first.

    They run on behind a ``joint`` (mm) between pieces.
    """
    found: list[Strip] = []
    by_surface: dict[str, list[Piece]] = {}
    for piece in pieces:
        by_surface.setdefault(piece.wall, []).append(piece)
    for field in fields:
        own = by_surface.get(field.surface.id, [])
        if own:
            found += _on(field, own, width, joint)
    return found


def _on(field: Field, pieces: Sequence[Piece], width: float, joint: float) -> Iterator[Strip]:
    """The strips of one surface. The first stands on the counter; others hang beneath it.

    A strip runs on behind whatever tile goes all round, which is cut out of it: a box, a pipe, a
    block, none of them larger than the roll is wide.
    """
    behind = [piece.box for piece in pieces]
    behind += [
        keep.box.meet(field.inner) for keep in field.keep_outs if _cut_out(field, keep, width)
    ]
    low = min(piece.box.y0 for piece in pieces)
    high = max(piece.box.y1 for piece in pieces)
    foot = max(field.foot, low)
    below = -int(-(foot - low - EPS) // width)
    bottom = foot - below * width
    while bottom < high - EPS:
        yield from _band(field.surface.id, behind, (bottom, bottom + width), joint)
        bottom += width


def _cut_out(field: Field, keep: KeepOut, width: float) -> bool:
    if keep.hidden:
        return True
    form = next((t.form for t in field.surface.things if t.id == keep.owner), None)
    return form in CUT_OUT and max(keep.box.width, keep.box.height) <= width + EPS


def _band(
    surface: str, behind: Sequence[Rect], band: tuple[float, float], joint: float
) -> Iterator[Strip]:
    """One band: from left to right, a strip wherever another height is needed behind the pieces."""
    bottom, top = band
    inside = [box for box in behind if box.y0 < top - EPS and box.y1 > bottom + EPS]
    xs = sorted({x for box in inside for x in (box.x0, box.x1)})
    parts: list[_Part] = []
    for x0, x1 in pairwise(xs):
        # A stretch no wider than a joint is as high as what stands on either side of it.
        aside = joint if x1 - x0 <= joint + EPS else 0.0
        over = [b for b in inside if b.x0 < x1 + aside - EPS and b.x1 > x0 - aside + EPS]
        if not over:
            continue
        low = max(min(box.y0 for box in over), bottom)
        high = min(max(box.y1 for box in over), top)
        before = parts[-1] if parts else _Part(x0 - 1, x0 - 1, low, high)
        alike = abs(before.low - low) <= EPS and abs(before.high - high) <= EPS
        if alike and x0 - before.x1 <= EPS:
            parts[-1] = before._replace(x1=x1)
        else:
            parts.append(_Part(x0, x1, low, high))
    for part in parts:
        yield Strip(surface, part.x0, part.low, part.x1 - part.x0, part.high - part.low)


class _Part(NamedTuple):
    """A stretch of a band: from where to where, and how high it is needed."""

    x0: float
    x1: float
    low: float
    high: float


def cut_outs(strip: Strip, surface: Surface, clearance: float) -> Iterator[tuple[Placed, Rect]]:
    """Yield what a strip is cut out for, with each hole from the strip's lower left.

    ``clearance`` (mm) is left round it, as it is in the tile.
    """
    room = Rect(strip.x, strip.y, strip.x + strip.length, strip.y + strip.height)
    yield from surface.holes_in(room, clearance, CUT_OUT)


def off_the_roll(strips: Iterable[Strip], width: float) -> tuple[float, float]:
    """Return the lengths (mm) that come off the roll: for strips of full width, for all lower ones.

    The lower ones, the highest first, go beside one another wherever their heights fit the width.
    """
    full, low = 0.0, []
    for strip in strips:
        if strip.height >= width - EPS:
            full += strip.length
        else:
            low.append(strip)
    low.sort(key=lambda strip: (-strip.height, strip.surface, strip.x))
    beside: list[list[float]] = []  # [width still free, for so much of the length]
    for strip in low:
        length = strip.length
        for place in list(beside):
            free, run = place
            if length <= EPS:
                break
            if strip.height > free + EPS:
                continue
            taken = min(run, length)
            place[0], place[1] = free - strip.height, taken
            if run - taken > EPS:
                beside.append([free, run - taken])
            length -= taken
        if length > EPS:
            beside.append([width - strip.height, length])
    return full, sum(run for _, run in beside)
