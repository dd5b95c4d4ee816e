"""What a finding is: one class for each rule that can be broken, with the measures of that rule.

A finding says what, where, how big, against which limit and by which setting; the sentence is made
elsewhere.
"""

from typing import Annotated, ClassVar, Literal

from pydantic import Field

from pennant.core.document.values import Value

Weight = Literal["never", "avoid"]
"""What must be cured, and what is to be looked at."""


class _Finding(Value):
    """What every finding says. ``setting`` is the one that its limit comes from.

    ``measured_by`` names the measure that findings of one weight are put in order by: mm, the
    smallest first.
    """

    id: str
    weight: Weight
    places: tuple[str, ...]
    pieces: tuple[str, ...] = ()
    courses: tuple[int, ...] = ()
    setting: str | None = None

    measured_by: ClassVar[str]

    @property
    def measure(self) -> float:
        """How large it is, in mm."""
        return float(getattr(self, self.measured_by))


class SmallPiece(_Finding):
    """Pieces of one size at an edge that are smaller than the least. Sizes are mm."""

    rule: Literal["sliver", "thin-top", "small-piece"]
    size: float
    least: float
    measured_by = "size"


class UnevenJambs(_Finding):
    """Pieces on the two sides of an opening that are seen to differ. Sizes are mm.

    ``share`` is their difference as a share of the larger; ``limit`` what they may differ by.
    """

    rule: Literal["uneven-jambs"] = "uneven-jambs"
    smaller: float
    larger: float
    share: float
    limit: float
    measured_by = "smaller"


class ThinLeg(_Finding):
    """Tile between a hole and the edge of the piece that it is cut from, ``leg`` mm wide."""

    rule: Literal["thin-leg"] = "thin-leg"
    leg: float
    least: float
    measured_by = "leg"


class PlateOverhang(_Finding):
    """A device's plate that runs ``past`` mm beyond what is tiled.

    ``places`` are the device and the edge.
    """

    rule: Literal["plate-overhang"] = "plate-overhang"
    past: float
    measured_by = "past"


class PlateCover(_Finding):
    """A plate that laps its hole by ``cover`` mm only; below nothing where it leaves a gap."""

    rule: Literal["plate-cover"] = "plate-cover"
    cover: float
    least: float
    measured_by = "cover"


class Shaved(_Finding):
    """Tiles that lose ``each`` mm so that they fit between two lines."""

    rule: Literal["shaved"] = "shaved"
    each: float
    limit: float
    measured_by = "each"


class JointOff(_Finding):
    """Joints that would be ``wanted`` mm, where ``joint`` is chosen and may differ by ``limit``."""

    rule: Literal["joint-off"] = "joint-off"
    wanted: float
    joint: float
    limit: float
    measured_by = "wanted"


class CutEdge(_Finding):
    """Cut edges in view at an open edge without trim; ``smallest`` is the least piece, in mm."""

    rule: Literal["cut-edge"] = "cut-edge"
    smallest: float
    measured_by = "smallest"


class CourseStep(_Finding):
    """Courses of two walls that miss one another in their corner by ``step`` mm."""

    rule: Literal["course-step"] = "course-step"
    step: float
    within: float
    measured_by = "step"


class RaggedEnd(_Finding):
    """An open end that some courses reach and others miss by ``short`` mm."""

    rule: Literal["ragged-end"] = "ragged-end"
    short: float
    within: float
    measured_by = "short"


class Interlock(_Finding):
    """A panel of ``length`` mm at an end that cuts off its interlocking end.

    Cut straight it is ``longest`` mm at most.
    """

    rule: Literal["interlock"] = "interlock"
    length: float
    longest: float
    measured_by = "length"


Finding = Annotated[
    SmallPiece
    | UnevenJambs
    | ThinLeg
    | PlateOverhang
    | PlateCover
    | Shaved
    | JointOff
    | CutEdge
    | CourseStep
    | RaggedEnd
    | Interlock,
    Field(discriminator="rule"),
]
"""One objection."""


def worst_first(finding: Finding) -> tuple[bool, float, str]:
    """Return what a surface's findings are sorted by: what must be cured first, then by size."""
    return finding.weight != "never", finding.measure, finding.id
