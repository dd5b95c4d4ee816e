"""The job document: the survey of a kitchen, the tile, the pattern, and what the plan goes by.

All lengths are millimetres. This is format version 3; `docs/job-file.md` shows it whole, and
`migrate` brings earlier ones up to it.
"""

from collections.abc import Mapping
from functools import cache
from typing import Annotated, Any, Literal, Self

from pydantic import Field, ModelWrapValidatorHandler, model_validator

from pennant.core.document.agreement import AcceptedFinding, Agreement, Aside
from pennant.core.document.areas import Area, Areas
from pennant.core.document.boxes import BOX_SIZES, BoxSize
from pennant.core.document.candidates import Candidates
from pennant.core.document.counter import Counter, Counters
from pennant.core.document.lengths import Step, Units
from pennant.core.document.line_names import named
from pennant.core.document.methods import Ways
from pennant.core.document.migrate import as_version_3
from pennant.core.document.pattern import Border, Courses, Pattern
from pennant.core.document.products import Products
from pennant.core.document.schedule import Schedule
from pennant.core.document.settings import Settings
from pennant.core.document.shades import Shades
from pennant.core.document.survey import Name, Wall
from pennant.core.document.tile import Tile
from pennant.core.document.times import Times
from pennant.core.document.tooling import USUAL_TOOLS, Tool
from pennant.core.document.values import Value, reading_in
from pennant.core.document.wishes import SeenPlace, Wish, usual_wishes

InHand = Annotated[float, Field(ge=0, le=100_000, allow_inf_nan=False)]


@cache
def _usual_settings(units: Units) -> Mapping[str, Any]:
    return Settings.of(units).model_dump()


class Job(Value):
    """The whole job, as one document."""

    format: Literal["pennant-job"] = "pennant-job"
    version: Literal[3] = 3
    name: Name
    units: Units = "in"
    step: Step = Field(default="1/16 in", description="What shown lengths are rounded to.")
    words: Literal["by the unit", "american", "british"] = Field(
        default="by the unit",
        description="American words (outlet, faucet) or British ones (socket, tap); inches bring "
        "the first and millimetres the second.",
    )
    walls: tuple[Wall, ...] = Field(min_length=1, max_length=24)
    tile: Tile
    pattern: Pattern
    areas: Areas = ()
    candidates: Candidates = Field(
        default=(), description="Tiles that are being chosen from, each laid in its place."
    )
    counters: Counters = ()
    boxes: tuple[BoxSize, ...] = Field(default=BOX_SIZES["in"], max_length=4)
    wishes: tuple[Wish, ...] = Field(
        default=usual_wishes(), max_length=20, description="What matters to the client, in order."
    )
    seen: tuple[SeenPlace, ...] = Field(
        default=(), max_length=200, description="What is looked at more or less than is usual."
    )
    tools: tuple[Tool, ...] = Field(
        default=USUAL_TOOLS, max_length=8, description="What is at hand."
    )
    set_aside: tuple[Aside, ...] = Field(default=(), max_length=200)
    accepted: tuple[AcceptedFinding, ...] = Field(
        default=(), max_length=200, description="Findings that are kept as they are."
    )
    products: Products = Products()
    in_hand: dict[Annotated[str, Field(max_length=40)], InHand] = Field(
        default_factory=dict, max_length=60, description="What is there already, by line."
    )
    agreed: Agreement | None = None
    ways: Ways = Ways()
    schedule: Schedule = Schedule()
    times: Times = Times()
    shades: Shades = Shades()
    settings: Settings = Settings()

    @model_validator(mode="wrap")
    @classmethod
    def _read_in_own_units(cls, data: Any, handler: ModelWrapValidatorHandler[Self]) -> Self:
        """Bare numbers in strings, and settings left out, are in the job's own unit."""
        if not isinstance(data, Mapping):
            return handler(data)
        data = as_version_3(data)
        units: Units = "mm" if data.get("units") == "mm" else "in"
        filled = {"step": "1 mm" if units == "mm" else "1/16 in", "boxes": BOX_SIZES[units], **data}
        given = data.get("settings", {})
        if isinstance(given, Mapping):
            filled["settings"] = {**_usual_settings(units), **given}
        with reading_in(units):
            job = handler(filled)
        return job.model_copy(update={"walls": named(job.walls)})

    @property
    def in_courses(self) -> bool:
        """Whether its tile runs in courses; chips on sheets lie on a lattice, in any pattern."""
        return isinstance(self.pattern, Courses) and self.tile.sheet is None

    @property
    def border(self) -> Border | None:
        """The border between its courses, if there is one."""
        return self.pattern.border if isinstance(self.pattern, Courses) else None

    def area(self, id_: str) -> Area:
        """Return an area by its id; raise KeyError if there is none."""
        return {area.id: area for area in self.areas}[id_]

    def counter(self, id_: str) -> Counter:
        """Return a counter by its id; raise KeyError if there is none."""
        return {counter.id: counter for counter in self.counters}[id_]

    def wall(self, id_: str) -> Wall:
        """Return a wall by its id; raise KeyError if there is none."""
        return {wall.id: wall for wall in self.walls}[id_]
