"""What laying a surface comes to: its pieces, edges and findings, and how it is laid."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Annotated, Protocol

from pydantic import Field as Described

from pennant.core.document.values import Value
from pennant.core.geometry.clip import Line
from pennant.core.layout.field import Field
from pennant.core.layout.layout import Layout
from pennant.core.layout.pieces import Piece
from pennant.core.reading.edges import EdgeReading
from pennant.core.reading.finding import Finding
from pennant.core.survey.placed import Kitchen


class Areas(Value):
    """The balance: gross = pieces + joints + sealant + clearance + trim. Square millimetres."""

    gross: float
    pieces: float
    joints: float
    sealant: float
    clearance: float
    trim: float


class Flag(Value):
    """Where the pennant stands, and the full tile that it stands for (lower left corner)."""

    x: float
    y: float
    tile_x: float
    tile_y: float


class SurfacePlan(Value):
    """What one wall, or one return or back of an opening, comes to."""

    surface: str
    pennant: Flag
    frame: Annotated[tuple[float, float, float, float], Described(description="x0, y0, x1, y1")]
    field: Annotated[
        tuple[float, float, float, float],
        Described(description="x0, y0, x1, y1 around all that may be tiled."),
    ]
    counter: Annotated[
        tuple[Line, ...],
        Described(description="Stretches of counter between its gaps, each from left to right."),
    ]
    areas: Areas
    pieces: tuple[Piece, ...]
    edges: tuple[EdgeReading, ...]
    findings: tuple[Finding, ...]
    held: Annotated[
        tuple[str, ...], Described(description="Pieces that wait for what is not settled yet.")
    ] = ()


class LaidKitchen(Protocol):
    """A kitchen of which every surface has been laid; a `Plan` is one."""

    @property
    def kitchen(self) -> Kitchen:
        """The survey worked out."""

    @property
    def surfaces(self) -> tuple[SurfacePlan, ...]:
        """The plan of each surface, in the order of the kitchen's."""


@dataclass(frozen=True)
class Laid:
    """A surface planned: its field, how it is laid, its plan, and its joints by tile in mm2.

    ``field`` is what the wall's own tile covers, ``whole`` that with the areas in it. An area's
    joints are with its own tile those that part it from the wall's.
    """

    field: Field
    whole: Field
    layout: Layout
    plan: SurfacePlan
    joints: Mapping[str, float]


def thin_pieces(laid: Iterable[Laid]) -> set[str]:
    """Return the pieces with a leg of tile so thin that it may snap."""
    return {
        id_
        for one in laid
        for finding in one.plan.findings
        if finding.rule == "thin-leg"
        for id_ in finding.pieces
    }


def joints_of(laid: Iterable[Laid]) -> dict[str, float]:
    """Return the area of all joints (mm2) by the tile that they lie between."""
    found: dict[str, float] = {}
    for one in laid:
        for of, area in one.joints.items():
            found[of] = found.get(of, 0.0) + area
    return found


def on_counter(laid: Iterable[Laid]) -> int:
    """Return how many pieces stand on the counter, or on an upstand or ledge, whatever course they
    are of.
    """
    return len(
        {
            id_
            for one in laid
            for reading in one.plan.edges
            if reading.kind == "counter" or (reading.kind == "raised" and reading.side == "top")
            for gets in reading.gets
            for id_ in gets.pieces
        }
    )
