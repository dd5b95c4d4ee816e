"""What goes over the wire besides the core's own values."""

from pydantic import BaseModel, ConfigDict, Field

from pennant.core.compare import started
from pennant.core.job import Job
from pennant.core.lengths import Units
from pennant.core.plan import Plan, plan
from pennant.core.play import Play, play_of
from pennant.core.things import Addable, Join
from pennant.core.wish import Kind
from pennant.files.drawing_svg import drawing_svg
from pennant.store.jobs import StoredJob
from pennant.words.sheet import Sheet, sheet
from pennant.words.start import say_play
from pennant.words.starts import SaidStart, board

MOST_DRAWN = 12
"""Starts that the board shows: more than anyone lays side by side to choose from."""


class View(BaseModel):
    """A job in full, its plan, and all that is shown of them as text."""

    model_config = ConfigDict(frozen=True)

    job: Job
    plan: Plan
    sheet: Sheet


class JobState(BaseModel):
    """A kept job with its view. ``edition`` must be sent back with a change."""

    id: str
    edition: int
    changed: str
    undo: str | None = Field(description="What an undo would take back; null if nothing.")
    redo: str | None = Field(description="What a redo would do again; null if nothing.")
    view: View


class JobCard(BaseModel):
    """A job as listed."""

    id: str
    edition: int
    name: str
    changed: str
    summary: str


class NewJob(BaseModel):
    """A new job: blank under this name and unit."""

    model_config = ConfigDict(extra="forbid")

    name: str = Field(default="New kitchen", min_length=1, max_length=80)
    units: Units = "in"


class Change(BaseModel):
    """A changed job, the edition it was made on, and what was done, for the history."""

    model_config = ConfigDict(extra="forbid")

    edition: int
    label: str = Field(default="Changed", min_length=1, max_length=120)
    job: Job


class Addition(BaseModel):
    """A job, and what to add to its wall."""

    model_config = ConfigDict(extra="forbid")

    job: Job
    wall: str
    kind: Addable


class MoreWall(BaseModel):
    """A job, and how one wall more joins on at its right."""

    model_config = ConfigDict(extra="forbid")

    job: Job
    join: Join


class Joining(BaseModel):
    """A job, and how one of its walls joins on to the next."""

    model_config = ConfigDict(extra="forbid")

    job: Job
    wall: str
    join: Join


class Starts(BaseModel):
    """A job, and the wall whose starts to compare."""

    model_config = ConfigDict(extra="forbid")

    job: Job
    wall: str


class ToCure(BaseModel):
    """A job, and the finding on one of its surfaces that is to be cured."""

    model_config = ConfigDict(extra="forbid")

    job: Job
    surface: str
    finding: str


class SaidPlay(BaseModel):
    """The play of a start one way, and how much there is in words."""

    play: Play
    says: str


class SaidWish(BaseModel):
    """A wish as the client would say it."""

    kind: Kind
    says: str


class ThingWords(BaseModel):
    """A thing that a notebook's line can begin with, and what can be said of it."""

    kind: str
    words: list[str]


class Removal(BaseModel):
    """A job, and the id of the thing, or of the wall, to take out of it."""

    model_config = ConfigDict(extra="forbid")

    job: Job
    id: str


class Edition(BaseModel):
    """The edition that an undo or a redo was asked on."""

    model_config = ConfigDict(extra="forbid")

    edition: int


class DrawnStart(SaidStart):
    """A start on the board with its drawing, a standalone SVG document."""

    svg: str


class DrawnBoard(BaseModel):
    """The best starts, drawn, out of how many that lay tiles differently."""

    compared: int
    both_ways: bool
    starts: list[DrawnStart]


def said_play(job: Job, wall: str) -> list[SaidPlay]:
    """Return the play of a wall's start, across and up."""
    made = plan(job)
    flag = made.surface(wall).pennant
    found = play_of(job, made.kitchen.surface(wall), (flag.tile_x, flag.tile_y))
    return [SaidPlay(play=one, says=say_play(job, one)) for one in found]


def board_of(job: Job, wall: str) -> DrawnBoard:
    """Return a wall's best starts; raise `JobRefused` where the job cannot be drawn."""
    found = board(job, wall, MOST_DRAWN)
    drawn = []
    for said in found.starts:
        tried = started(job, wall, said.start)
        svg = drawing_svg(tried, plan(tried), only=wall)
        drawn.append(DrawnStart.model_construct(**dict(said), svg=svg))
    return DrawnBoard.model_construct(
        compared=found.compared, both_ways=found.both_ways, starts=drawn
    )


def view_of(job: Job) -> View:
    """Return the view; raise `JobRefused` where the job cannot be drawn."""
    made = plan(job)
    return View.model_construct(job=job, plan=made, sheet=sheet(job, made))


def job_state(stored: StoredJob) -> JobState:
    """Return a kept job with its view."""
    return JobState.model_construct(
        id=stored.id, edition=stored.edition, changed=stored.changed, undo=stored.undo,
        redo=stored.redo, view=view_of(stored.job),
    )  # fmt: skip
