"""Corners in words: what both fronts get, and how far they are from one tile."""

from collections.abc import Iterable, Iterator

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.document.values import Value
from pennant.core.laying.corners import CornerReading, Pair
from pennant.words.names import Names, courses

SAME = 0.8
"""Millimetres: half a sixteenth, as in the wish; less is one tile to the eye."""


class PairText(Value):
    """One answer of a corner in words."""

    courses: str
    left: str
    right: str
    says: str
    to_client: str
    pieces: tuple[str, ...]


class CornerText(Value):
    """A corner in words: what each kind of course gets on both walls."""

    left: str
    right: str
    name: str
    note: str
    pairs: tuple[PairText, ...]


def corners_in_words(
    job: Job, names: Names, corners: Iterable[CornerReading]
) -> Iterator[CornerText]:
    """Yield every corner between two tiled walls in words."""
    for corner in corners:
        yield CornerText(
            left=corner.left,
            right=corner.right,
            name=f"{names.thing(corner.left)} to {names.thing(corner.right)}",
            note=_note(job, names, corner),
            pairs=tuple(
                PairText(
                    courses=courses(pair.courses),
                    left=show_with_unit(pair.left, job.step),
                    right=show_with_unit(pair.right, job.step),
                    says=_together(job, pair),
                    to_client=_to_client(job, pair),
                    pieces=pair.pieces,
                )
                for pair in corner.pairs
            ),
        )


def _note(job: Job, names: Names, corner: CornerReading) -> str:
    first = names.thing(corner.first)
    if corner.kind == "outside":
        return f"{first} is tiled first; the other runs out over its edge."
    hidden = show_with_unit(corner.hidden, job.step)
    return f"{first} is tiled first; the other's tile covers {hidden} of its end pieces."


def _together(job: Job, pair: Pair) -> str:
    """What two pieces in a corner come to, for somebody who looks at the pattern."""
    much = show_with_unit(abs(pair.apart), job.step)
    if pair.left > pair.whole - SAME:
        if abs(pair.apart) <= SAME:
            return "a full tile on either side"
        return f"a full tile, and a piece {much} short of one"
    if abs(pair.apart) <= SAME:
        return "one tile, folded round"
    return f"together {much} {'more' if pair.apart > 0 else 'less'} than one tile"


def _to_client(job: Job, pair: Pair) -> str:
    """The same for somebody who has never laid a tile."""
    if pair.left > pair.whole - SAME and abs(pair.apart) <= SAME:
        return "whole tiles meet in the corner"
    if abs(pair.apart) <= SAME:
        return "the pattern goes on round the corner, as if one tile were folded"
    much = show_with_unit(abs(pair.apart), job.step)
    return f"the pattern does not quite go on round the corner: it is off by {much}"
