"""The plan: everything that follows from a job. Same job, same plan, bit for bit."""

from itertools import chain
from typing import NamedTuple

from pennant.core.cuts.tiles import Counted
from pennant.core.document.job import Job
from pennant.core.document.refusal import reckoning
from pennant.core.document.values import Value
from pennant.core.geometry.tolerance import tidy
from pennant.core.laying.corners import CornerReading, corners_of
from pennant.core.laying.lay_kitchen import lay
from pennant.core.laying.surface_plan import (
    Areas,
    Laid,
    SurfacePlan,
    joints_of,
    on_counter,
    thin_pieces,
)
from pennant.core.laying.whole_courses import with_whole_courses
from pennant.core.layout.pieces import Piece
from pennant.core.reading.edges import EdgeReading
from pennant.core.reading.finding import Finding
from pennant.core.survey.check import refuse_if_wrong
from pennant.core.survey.doubt import Doubt
from pennant.core.survey.doubts import doubts_of
from pennant.core.survey.placed import Kitchen
from pennant.core.takes.quantities import quantities_of
from pennant.core.takes.quantity import Quantity
from pennant.core.takes.suitability import Unsuited, unsuited


class Plan(Value):
    """What a job comes to. ``surfaces`` are in the order of the kitchen's.

    ``counted`` says how its tiles are counted.
    """

    kitchen: Kitchen
    surfaces: tuple[SurfacePlan, ...]
    areas: Areas
    corners: tuple[CornerReading, ...]
    doubts: tuple[Doubt, ...]
    quantities: tuple[Quantity, ...]
    unsuited: tuple[Unsuited, ...]
    counted: Counted = "quick"

    @property
    def pieces(self) -> tuple[Piece, ...]:
        """The pieces of all surfaces."""
        return tuple(chain.from_iterable(surface.pieces for surface in self.surfaces))

    @property
    def edges(self) -> tuple[EdgeReading, ...]:
        """The edges of all surfaces."""
        return tuple(chain.from_iterable(surface.edges for surface in self.surfaces))

    @property
    def findings(self) -> tuple[Finding, ...]:
        """The findings of all surfaces, what must be cured first."""
        found = chain.from_iterable(surface.findings for surface in self.surfaces)
        return tuple(sorted(found, key=lambda finding: finding.weight != "never"))

    @property
    def cut(self) -> int:
        """How many pieces are not full tiles."""
        return sum(piece.kind != "full" for surface in self.surfaces for piece in surface.pieces)

    @property
    def never(self) -> int:
        """How many findings must be cured."""
        return sum(finding.weight == "never" for finding in self.findings)

    def surface(self, id_: str) -> SurfacePlan:
        """Return the plan of a surface by its id; raise KeyError if there is none."""
        return {one.surface: one for one in self.surfaces}[id_]


class Drawn(NamedTuple):
    """A plan before it is reckoned what it takes: its quantities are still empty."""

    plan: Plan
    laid: tuple[Laid, ...]


def plan(job: Job, counted: Counted = "quick") -> Plan:
    """Return the plan of a job, its tiles counted so; raise `JobRefused` where it cannot be drawn.

    With ``known`` the tiles of the same job may be fewer another time, when they have been found.
    """
    return with_quantities(job, drawn(job), counted)


def drawn(job: Job) -> Drawn:
    """Return all of a plan that is drawn; raise `JobRefused` where it cannot be."""
    with reckoning("the survey"):
        kitchen, places = refuse_if_wrong(job)
        kitchen = with_whole_courses(job, kitchen)
    laid = tuple(lay(job, kitchen))
    with reckoning("what meets in the corners"):
        corners = tuple(corners_of(job, laid))
    with reckoning("what is doubtful in the survey"):
        doubts = tuple(doubts_of(job, kitchen, places))
    laid_wall = Plan.model_construct(
        kitchen=kitchen,
        surfaces=tuple(one.plan for one in laid),
        areas=_total([one.plan.areas for one in laid]),
        corners=corners,
        doubts=doubts,
        quantities=(),
        unsuited=(),
        counted="quick",
    )
    return Drawn(laid_wall, laid)


def with_quantities(job: Job, drawn_: Drawn, counted: Counted = "quick") -> Plan:
    """Return the plan with what the job takes; raise `JobRefused` where that cannot be reckoned."""
    drawing, laid = drawn_
    with reckoning("what the job takes"):
        quantities = quantities_of(
            job,
            [one.whole for one in laid],
            [piece for one in laid for piece in one.plan.pieces],
            joints_of(laid),
            thin_pieces(laid),
            on_counter(laid),
            counted,
        )
    with reckoning("what goes with what"):
        unfit = tuple(unsuited(job))
    return drawing.model_copy(
        update={"quantities": quantities, "unsuited": unfit, "counted": counted}
    )


def _total(areas: list[Areas]) -> Areas:
    return Areas(
        **{name: tidy(sum(getattr(one, name) for one in areas)) for name in Areas.model_fields}
    )
