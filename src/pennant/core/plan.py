"""The plan: everything that follows from a job. Same job, same plan, bit for bit."""

from typing import Annotated

from pydantic import Field as Described

from pennant.core.check import refuse_if_wrong
from pennant.core.courses import courses_over
from pennant.core.edges import EdgeReading, read_edges
from pennant.core.field import WALL, Field, GapKind, field_of
from pennant.core.findings import Finding, find
from pennant.core.job import Job
from pennant.core.pieces import Piece, pieces_of
from pennant.core.quantities import Quantity, quantities_of
from pennant.core.start import module_of, plant_of
from pennant.core.tolerance import tidy
from pennant.core.values import Value


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


class Plan(Value):
    """What a job comes to."""

    wall: str
    pennant: Flag
    frame: Annotated[tuple[float, float, float, float], Described(description="x0, y0, x1, y1")]
    field: Annotated[
        tuple[float, float, float, float],
        Described(description="x0, y0, x1, y1 of the wall inside its end, counter and top gaps."),
    ]
    areas: Areas
    pieces: tuple[Piece, ...]
    edges: tuple[EdgeReading, ...]
    findings: tuple[Finding, ...]
    quantities: tuple[Quantity, ...]

    @property
    def cut(self) -> int:
        """How many pieces are not full tiles."""
        return sum(piece.kind != "full" for piece in self.pieces)

    @property
    def never(self) -> int:
        """How many findings must be cured."""
        return sum(finding.weight == "never" for finding in self.findings)


def plan(job: Job) -> Plan:
    """Return the plan of a job; raise `JobRefused` where it cannot be drawn."""
    refuse_if_wrong(job)
    field = field_of(job)
    module, plant = module_of(job), plant_of(job, field)
    courses = courses_over(field.inner, plant, job.pattern.bond, module)
    cutting = pieces_of(WALL, field, courses)
    pieces, joints = cutting.pieces, cutting.joint_area
    readings = read_edges(field, cutting, module)
    return Plan.model_construct(
        wall=WALL,
        pennant=Flag(x=plant.flag_x, y=plant.flag_y, tile_x=plant.x, tile_y=plant.y),
        frame=field.frame,
        field=(tidy(field.inner.x0), tidy(field.inner.y0), tidy(field.inner.x1),
               tidy(field.inner.y1)),
        areas=_areas(field, pieces, joints),
        pieces=tuple(pieces),
        edges=tuple(readings),
        findings=tuple(find(job, field, pieces, readings)),
        quantities=quantities_of(job, field, pieces, joints),
    )  # fmt: skip


def _areas(field: Field, pieces: list[Piece], joints: float) -> Areas:
    gap: dict[GapKind, float] = field.gap_areas
    return Areas(
        gross=tidy(field.gross_area), pieces=tidy(sum(piece.area for piece in pieces)),
        joints=tidy(joints), sealant=tidy(gap["sealant"]), clearance=tidy(gap["clearance"]),
        trim=tidy(gap["trim"]),
    )  # fmt: skip
