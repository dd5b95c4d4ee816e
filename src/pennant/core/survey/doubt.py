"""What a doubt about the survey is: one class for each rule, with the measures of that rule."""

from typing import Annotated, Literal

from pydantic import Field

from pennant.core.document.values import Value
from pennant.core.survey.closure import Cause

DoubtWeight = Literal["ask", "open", "note"]
WEIGHTS: tuple[DoubtWeight, ...] = ("ask", "open", "note")
"""A probable slip; something not settled yet; something to know."""


class _Doubt(Value):
    """What every doubt says.

    ``places`` are the things or edges that it is about, ``pointers`` the measures that it may sit
    in, ``causes`` slips that would explain it; ``aside`` is why it was set aside.
    """

    id: str
    weight: DoubtWeight
    wall: str
    places: tuple[str, ...] = ()
    pointers: tuple[str, ...] = ()
    causes: tuple[Cause, ...] = ()
    aside: str | None = None


class Misclosure(_Doubt):
    """Measures that add up to ``off`` mm more than the ``measured`` mm over all of them."""

    rule: Literal["misclosure"] = "misclosure"
    off: float
    measured: float


class PastEnd(_Doubt):
    """A thing that runs ``past`` mm beyond an end of its wall."""

    rule: Literal["past-end"] = "past-end"
    past: float
    end: Literal["left", "right"]


class Overlap(_Doubt):
    """Two things in one place, over ``across`` by ``up`` mm; ``up`` is 0 for gaps in a counter."""

    rule: Literal["overlap"] = "overlap"
    across: float
    up: float


class Behind(_Doubt):
    """A box behind something larger, over ``across`` by ``up`` mm; ``places`` name it first."""

    rule: Literal["behind"] = "behind"
    across: float
    up: float


class NarrowGap(_Doubt):
    """Neighbours ``gap`` mm apart, which is too narrow to be tiled."""

    rule: Literal["narrow-gap"] = "narrow-gap"
    gap: float


class OverTheTop(_Doubt):
    """A thing that begins ``above`` mm over the line where tile stops."""

    rule: Literal["over-the-top"] = "over-the-top"
    above: float


class CornerTwice(_Doubt):
    """The counter or the top line at a corner, with two heights ``apart`` mm from one another."""

    rule: Literal["corner-twice"] = "corner-twice"
    line: Literal["counter", "top"]
    apart: float


Slip = Literal["inch", "tenth", "centimetre", "decimetre"]


class OddHeight(_Doubt):
    """Heights of neighbours, or of a thing's two ends, that differ by ``apart`` mm: by one slip."""

    rule: Literal["odd-height"] = "odd-height"
    apart: float
    slip: Slip


class FallingCounter(_Doubt):
    """A counter that falls by ``amount`` mm.

    ``high`` and ``low`` are places along the two walls that ``places`` name.
    """

    rule: Literal["fall"] = "fall"
    amount: float
    high: float
    low: float
    scribed: bool


class LeaningEnd(_Doubt):
    """An end that is ``lean`` mm further right at the top; ``tapered`` if end pieces are cut so."""

    rule: Literal["lean"] = "lean"
    lean: float
    tapered: bool


class Depth(_Doubt):
    """A face that tile, ``out`` mm with its bed, stands ``off`` mm proud of, or behind."""

    rule: Literal["depth"] = "depth"
    stands: Literal["proud", "behind"]
    off: float
    out: float


class NotSettled(_Doubt):
    """A thing that is not settled, ``why``, and the size (mm) that is owed for it, where known."""

    rule: Literal["unsettled"] = "unsettled"
    why: str
    width: float | None = None
    height: float | None = None


WallState = Literal["damp", "greasy", "cracked", "loose", "uneven", "over tile"]


class ZoneState(_Doubt):
    """What is to be known of a stretch of a wall.

    ``flat`` mm are under a straightedge there; it stands ``over`` mm proud.
    """

    rule: Literal["zone"] = "zone"
    state: WallState
    flat: float | None = None
    over: float | None = None


class ZoneStep(_Doubt):
    """Old tile that stays and ends, ``at`` mm along, ``by`` mm proud of the wall beside it."""

    rule: Literal["zone-step"] = "zone-step"
    at: float
    by: float


class ZonesMeet(_Doubt):
    """Two grounds that meet ``at`` mm along a wall."""

    rule: Literal["zones-meet"] = "zones-meet"
    at: float


Doubt = Annotated[
    Misclosure
    | PastEnd
    | Overlap
    | Behind
    | NarrowGap
    | OverTheTop
    | CornerTwice
    | OddHeight
    | FallingCounter
    | LeaningEnd
    | Depth
    | NotSettled
    | ZoneState
    | ZoneStep
    | ZonesMeet,
    Field(discriminator="rule"),
]
"""One doubt."""
