"""Tiles that are being chosen from: each with the bonds and joints that it may be laid in."""

from collections.abc import Iterator
from typing import Annotated

from pydantic import Field

from pennant.core.document.pattern import Bond
from pennant.core.document.tile import WIDEST_JOINT, Tile
from pennant.core.document.values import Distance, Value

MOST_CANDIDATES = 40
MOST_OF_EACH = 4
"""Bonds, and joints, of one tile: more than these nobody weighs against one another."""

CandidateJoint = Annotated[Distance, Field(le=WIDEST_JOINT)]


class Candidate(Value):
    """A tile that the job may be laid with instead of its own.

    Without ``bonds`` it is laid in the job's own pattern, without ``joints`` with its own joint.
    Its lugs, if it has any, leave no narrower joint than theirs.
    """

    tile: Tile
    bonds: tuple[Bond, ...] = Field(default=(), max_length=MOST_OF_EACH)
    joints: tuple[CandidateJoint, ...] = Field(
        default=(), max_length=MOST_OF_EACH, description="As wide as there are spacers."
    )

    def ways(self) -> Iterator[tuple[Bond | None, float | None]]:
        """Yield each bond with each joint; None is the job's own."""
        for bond in self.bonds or (None,):
            for joint in self.joints or (None,):
                yield bond, joint


Candidates = Annotated[tuple[Candidate, ...], Field(max_length=MOST_CANDIDATES)]
