"""What goes over the wire besides the core's own values."""

from datetime import date
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

from pennant.api.defects import log_defect
from pennant.core.document.agreement import AgreedItem
from pennant.core.document.job import Job
from pennant.core.document.lengths import Units
from pennant.core.document.refusal import NotReckoned, Problem, reckoning
from pennant.core.document.wishes import WishKind
from pennant.core.laying.lay_kitchen import laid_wall
from pennant.core.plan import Drawn, Plan, drawn, plan, with_quantities
from pennant.core.search.best import schools_first, starts_of
from pennant.core.search.slack import Slack, slack_of
from pennant.core.search.starting import started
from pennant.core.search.tiles_tried import NotTiled, TiledWith
from pennant.core.site.record import Event
from pennant.core.survey.blank import FirstAnswers
from pennant.core.survey.edits import Addable, Join
from pennant.drawing.kitchen import kitchen_drawing
from pennant.files.elevation_in import LAYER_KINDS
from pennant.files.papers import BOUND_PAPERS, PAPER_TITLES, PAPERS, WHAT_FOR
from pennant.files.picture_svg import picture_svg
from pennant.words.agree import Agreeing, agreeing
from pennant.words.days import days_in_words
from pennant.words.days_values import DaysText, Sections
from pennant.words.shades import ShadesText, shades_in_words
from pennant.words.sheet import Sheet, TakesSheet, drawn_sheet, takes_sheet
from pennant.words.start import say_slack
from pennant.words.starts import StartBoard, StartText, board
from pennant.words.tiles_tried import TileRow, tile_row

MOST_DRAWN = 12
"""Starts that the board shows: more than anyone lays side by side to choose from."""
MOST_AT_FIRST = 3
"""Starts that are shown beside one another while all are sought."""


class View(BaseModel):
    """A job in full, its plan, and all that is shown of them as text."""

    model_config = ConfigDict(frozen=True)

    job: Job
    plan: Plan
    sheet: Sheet


class JobState(BaseModel):
    """A kept job with its view. ``edition`` must be sent back with a change.

    A job that can no longer be read or planned has no view; ``trouble`` then says why.
    """

    id: str
    edition: int
    changed: str
    undo: str | None = Field(description="What an undo would take back; null if nothing.")
    redo: str | None = Field(description="What a redo would do again; null if nothing.")
    view: View | None
    trouble: list[Problem] = []


class BroughtIn(BaseModel):
    """A job that was read from a drawing, and the layers that were not understood, with how many
    outlines each has. ``kinds`` are what a layer can hold.
    """

    state: JobState
    left_out: dict[str, int]
    kinds: tuple[str, ...] = LAYER_KINDS


class JobCard(BaseModel):
    """A job as listed. ``summary`` is null until it has been worked out.

    A job without a drawing cannot be read or planned; its summary says why. Its name may be empty.
    """

    id: str
    edition: int
    name: str
    changed: str
    summary: str | None
    drawn: bool


class RevisionText(BaseModel):
    """One step of a job's history."""

    number: int
    label: str
    at: str
    present: bool


class GoTo(BaseModel):
    """The revision to go to, and the edition that it was asked on."""

    model_config = ConfigDict(extra="forbid")

    edition: int = Field(ge=0, le=2**62)
    number: int = Field(ge=1, le=1_000_000_000)


class NewJob(BaseModel):
    """A new job: under this name, with what is known of it; blank where nothing is.

    Without ``units`` the first answer tells them, by how it is typed.
    """

    model_config = ConfigDict(extra="forbid")

    name: str = Field(default="New kitchen", min_length=1, max_length=80)
    units: Units | None = None
    known: FirstAnswers | None = None


class ReadLength(BaseModel):
    """A length as it was read: its unit, and the same in full."""

    units: Units
    shown: str


class Change(BaseModel):
    """A changed job, the edition it was made on, and what was done, for the history."""

    model_config = ConfigDict(extra="forbid")

    edition: int = Field(ge=0, le=2**62)
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


class SlackText(BaseModel):
    """The slack of a start one way, and how much there is in words."""

    slack: Slack
    says: str


class WishText(BaseModel):
    """A wish as the client would say it, and the kinds of things that it can be bound to."""

    kind: WishKind
    says: str
    bound: list[str]


class ThingWords(BaseModel):
    """A thing that a notebook's line can begin with, and what can be said of it."""

    kind: str
    words: list[str]


class Removal(BaseModel):
    """A job, and the id of the thing, or of the wall, to take out of it."""

    model_config = ConfigDict(extra="forbid")

    job: Job
    id: str


class Noted(BaseModel):
    """Something noted on site about a piece. ``key`` is made by who notes it, one for each note.

    A taken-back may name the event that it takes back by its id; else it is the piece's last.
    """

    model_config = ConfigDict(extra="forbid")

    key: str = Field(min_length=8, max_length=80)
    piece: str = Field(min_length=1, max_length=40)
    event: Event
    takes_back: int | None = Field(default=None, ge=1, le=2**62)


class WrittenSheet(BaseModel):
    """A product's sheet as it was written; ``instead_of`` is its name before, if it had one."""

    model_config = ConfigDict(extra="forbid")

    cells: dict[Annotated[str, Field(max_length=40)], Annotated[str, Field(max_length=400)]]
    instead_of: str | None = None


class EditionAsked(BaseModel):
    """The edition that an undo or a redo was asked on."""

    model_config = ConfigDict(extra="forbid")

    edition: int = Field(ge=0, le=2**62)


class DrawnStart(StartText):
    """A start on the board with its drawing, a standalone SVG document."""

    svg: str


class DrawnBoard(BaseModel):
    """The best starts, drawn, out of how many that lay tiles differently."""

    compared: int
    both_ways: bool
    starts: list[DrawnStart]
    unmet: list[str]


class AgreePicture(BaseModel):
    """A surface's picture with the numbered pieces, a standalone SVG document."""

    surface: str
    svg: str


class AgreePage(BaseModel):
    """What a client is shown to agree to, with pictures; ``items`` is what is kept if they do."""

    page: Agreeing
    pictures: list[AgreePicture]
    items: list[AgreedItem]


class SectionPicture(BaseModel):
    """A wall with its sections of setting or of grouting numbered, a standalone SVG document."""

    surface: str
    name: str
    work: Literal["set", "grout"]
    svg: str


class DaysPage(BaseModel):
    """The days of a job, and the walls with their sections."""

    days: DaysText
    pictures: list[SectionPicture]


class PaperText(BaseModel):
    """A paper: what it is, what for, and whether it is bound where nothing is chosen."""

    paper: str
    title: str
    what_for: str
    bound: bool


def list_of_papers() -> list[PaperText]:
    """Return every paper, in the order in which they are bound."""
    return [
        PaperText(
            paper=one, title=PAPER_TITLES[one], what_for=WHAT_FOR[one], bound=one in BOUND_PAPERS
        )
        for one in PAPERS
    ]


class ShadePicture(BaseModel):
    """A wall in its shades, as they are dealt or as they come box after box."""

    surface: str
    name: str
    how: Literal["dealt", "box after box"]
    svg: str


class ShadesPage(BaseModel):
    """The opened boxes dealt, and the walls in their shades."""

    shades: ShadesText
    pictures: list[ShadePicture]


def shades_page(job: Job) -> ShadesPage:
    """Return how the opened boxes are dealt; raise `JobRefused` for boxes that cannot be read."""
    planned = plan(job, "fewest")
    with reckoning("the shades"):
        words = shades_in_words(job, planned)
    pictures = []
    hows: tuple[tuple[Literal["dealt", "box after box"], dict[str, str]], ...] = (
        ("dealt", words.shades),
        ("box after box", words.box_after_box),
    )
    for surface in planned.surfaces:
        for how, shades in hows:
            own = {
                piece.id: words.colours[shades[piece.id]]
                for piece in surface.pieces
                if piece.id in shades
            }
            if own:
                picture = kitchen_drawing(job, planned, only=surface.surface, tints=own)
                pictures.append(
                    ShadePicture.model_construct(
                        surface=surface.surface,
                        how=how,
                        svg=picture_svg(picture),
                        name=planned.kitchen.surface(surface.surface).name,
                    )
                )
    return ShadesPage.model_construct(shades=words, pictures=pictures)


def days_page(job: Job, today: date, planned: Plan) -> DaysPage:
    """Return the days of a job and its plan; raise `JobRefused` where they cannot be planned."""
    with reckoning("the days"):
        words = days_in_words(job, planned, today=today)
    pictures = []
    works: tuple[tuple[Literal["set", "grout"], Sections], ...] = (
        ("set", words.sections),
        ("grout", words.grouting),
    )
    for work, sections in works:
        for surface in planned.surfaces:
            here = {piece.id for piece in surface.pieces}
            own = [(label, ids) for label, ids in sections if not here.isdisjoint(ids)]
            if own:
                picture = kitchen_drawing(job, planned, only=surface.surface, sections=own)
                pictures.append(
                    SectionPicture.model_construct(
                        surface=surface.surface,
                        work=work,
                        svg=picture_svg(picture),
                        name=planned.kitchen.surface(surface.surface).name,
                    )
                )
    return DaysPage.model_construct(days=words, pictures=pictures)


def agree_page(job: Job) -> AgreePage:
    """Return the page that a client agrees to; raise `JobRefused` for what cannot be drawn."""
    planned = plan(job)
    page = agreeing(job, planned)
    pictures = [
        AgreePicture(
            surface=wall.surface,
            svg=picture_svg(
                kitchen_drawing(
                    job,
                    planned,
                    only=wall.surface,
                    marks=[(str(item.number), item.pieces) for item in wall.items if item.number],
                )
            ),
        )
        for wall in page.walls
    ]
    return AgreePage(page=page, pictures=pictures, items=list(page.items))


def slack_in_words(job: Job, wall: str) -> list[SlackText]:
    """Return the slack of a wall's start, across and up."""
    planned = drawn(job).plan
    found = slack_of(laid_wall(job, planned.kitchen, wall), job.settings)
    return [SlackText(slack=one, says=say_slack(job, one)) for one in found]


def first_board_of(job: Job, wall: str) -> DrawnBoard:
    """Return the best of a few schools of a wall, while all starts are sought; raise `JobRefused`
    where the job cannot be drawn.
    """
    compared = schools_first(job, wall)
    return _drawn_board(job, wall, board(job, wall, compared, MOST_AT_FIRST, sought_all=False))


class DrawnTileRow(TileRow):
    """A tile's row with a small drawing of the first wall; none where it cannot be laid."""

    svg: str = ""


def drawn_tile_row(tried: TiledWith | NotTiled) -> DrawnTileRow:
    """Return the row of a tile that was tried, with its drawing."""
    row, job = tile_row(tried), tried.job
    svg = ""
    if isinstance(tried, TiledWith):
        svg = picture_svg(kitchen_drawing(job, tried.plan, only=job.walls[0].id))
    return DrawnTileRow.model_construct(**dict(row), svg=svg)


def board_of(job: Job, wall: str) -> DrawnBoard:
    """Return a wall's best starts; raise `JobRefused` where the job cannot be drawn."""
    return _drawn_board(job, wall, board(job, wall, starts_of(job, wall), MOST_DRAWN))


def _drawn_board(job: Job, wall: str, found: StartBoard) -> DrawnBoard:
    starts = []
    for words in found.starts:
        tried = started(job, wall, words.start)
        svg = picture_svg(kitchen_drawing(tried, drawn(tried).plan, only=wall))
        starts.append(DrawnStart.model_construct(**dict(words), svg=svg))
    return DrawnBoard.model_construct(
        compared=found.compared,
        both_ways=found.both_ways,
        starts=starts,
        unmet=list(found.unmet),
    )


def takes_of(job: Job, drawing: Drawn) -> tuple[Plan, TakesSheet]:
    """Return the plan with what the job takes, and that in words; raise `JobRefused`."""
    whole = with_quantities(job, drawing, "known")
    with reckoning("what is said of the plan"):
        return whole, takes_sheet(job, whole)


def view_of(job: Job) -> View:
    """Return the view; raise `JobRefused` where the job cannot be drawn."""
    drawing = drawn(job)
    planned, takes = drawing.plan, {}
    try:
        planned, said = takes_of(job, drawing)
        takes = dict(said)
    except NotReckoned as error:
        # A job that can be drawn can be kept: its materials say on their own page what is wrong.
        log_defect(f"what the job {job.name!r} takes", error)
    with reckoning("what is said of the plan"):
        shown = drawn_sheet(job, planned).model_copy(update=takes)
    return View.model_construct(job=job, plan=planned, sheet=shown)
