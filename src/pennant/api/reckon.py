"""Routes that work something out for a job and keep nothing."""

from collections.abc import AsyncIterator
from itertools import chain
from typing import Annotated, Any

from fastapi import APIRouter, Header, Query, Request, Response
from fastapi.responses import StreamingResponse
from starlette.concurrency import run_in_threadpool

from pennant.api.beside import Beside, BesideView, days_today, noted_of, papers_in
from pennant.api.fewest import FewestTiles, FoundFewest, keep_fewest
from pennant.api.kept import Products, Site
from pennant.api.models import (
    Addition,
    AgreePage,
    DaysPage,
    DrawnBoard,
    DrawnTileRow,
    Joining,
    MoreWall,
    PaperText,
    Removal,
    ShadesPage,
    SlackText,
    Starts,
    ThingWords,
    ToCure,
    View,
    WishText,
    agree_page,
    list_of_papers,
    shades_page,
    slack_in_words,
    view_of,
)
from pennant.api.searches import Searches
from pennant.api.view_changes import ViewChanges, ViewTakes, tags_in, view_changes
from pennant.core.document.job import Job
from pennant.core.document.notebook import words_of
from pennant.core.document.things import THINGS
from pennant.core.document.wishes import BINDABLE
from pennant.core.plan import Plan, drawn, plan
from pennant.core.survey.check import refuse_if_wrong
from pennant.core.survey.edits import (
    joined,
    wall_number,
    with_thing,
    with_wall,
    without_thing,
    without_wall,
)
from pennant.words.cures import CureText
from pennant.words.cuts import CutSheet, cut_sheet
from pennant.words.moves import MovesText, WishedText, wished_in_words
from pennant.words.setting_out import SettingOutText, setting_out_in_words
from pennant.words.sheet import SettingText, settings_list, times_list
from pennant.words.starts import WISHES

router = APIRouter(prefix="/api")


@router.post("/plan")
def make_plan(job: Job) -> Plan:
    """Return the plan of a job; nothing is kept."""
    return plan(job, "fewest")


@router.post("/view")
def make_view(job: Job) -> View:
    """Return the job, its plan and its words; nothing is kept."""
    return view_of(job)


class Lines(StreamingResponse):
    """JSON, a line at a time."""

    media_type = "application/x-ndjson"


@router.post(
    "/view/changes", response_model=ViewChanges | ViewTakes | BesideView, response_class=Lines
)
def make_view_changes(
    job: Job,
    products: Products,
    site: Site,
    pennant_has: Annotated[
        str,
        Header(max_length=20_000, description="Tags of surfaces that the asker has, with spaces."),
    ] = "",
    pennant_beside: Annotated[
        str, Header(max_length=200, description="Papers that lie beside the wall, with spaces.")
    ] = "",
    record_of: Annotated[str | None, Query(max_length=40)] = None,
) -> Lines:
    """Return the view without the surfaces that the asker has already; nothing is kept.

    A line of JSON with what is drawn comes first, then one with what the job takes, then one for
    each paper beside: cuts, methods, setting-out, days. ``record_of`` is as for the days.
    """
    beside = Beside(
        papers_in(pennant_beside),
        products.kept,
        lambda: noted_of(site, record_of),
    )
    lines = view_changes(job, tags_in(pennant_has), beside)
    first = next(lines)  # what cannot be drawn is an answer of its own
    return Lines(line + "\n" for line in chain((first,), lines))


@router.post("/fewest")
async def find_fewest(job: Job, request: Request) -> FewestTiles:
    """Find the fewest tiles of a job and keep how they are cut for its next view."""
    found = [FoundFewest.model_validate_json(one) async for one in _search(request, "fewest", job)]
    return await run_in_threadpool(keep_fewest, job, found)


@router.post("/starts", response_model=DrawnBoard)
async def compare_starts(asked: Starts, request: Request) -> Response:
    """Return a wall's best starts by every school, best first; nothing is kept.

    503 ``busy`` where too many searches wait already; so also below.
    """
    found = [one async for one in _search(request, "starts", asked.job, wall=asked.wall)]
    return Response(found[0], media_type="application/json")


@router.post("/starts/first", response_model=DrawnBoard)
async def compare_first_starts(asked: Starts, request: Request) -> Response:
    """Return the best of a few schools of a wall, to be shown while `/starts` seeks them all."""
    found = [one async for one in _search(request, "first-starts", asked.job, wall=asked.wall)]
    return Response(found[0], media_type="application/json")


@router.post("/best", response_class=Lines)
async def best_round(job: Job, request: Request) -> Lines:
    """Find the best start wall by wall: a line of JSON (a `RoundText`) after each, until stopped.

    Nothing is kept; what came last is the best so far.
    """
    return await _step_by_step(request, "best", job)


@router.post("/tiles", response_model=DrawnTileRow, response_class=Lines)
async def compare_tiles(job: Job, request: Request) -> Lines:
    """Lay the job with its own tile and each that it is being chosen from, at its best start: a
    line of JSON for each as it is found, until stopped. Nothing is kept.
    """
    return await _step_by_step(request, "tiles", job)


async def _step_by_step(request: Request, search: str, job: Job) -> Lines:
    """The results of a search, a line each."""
    await run_in_threadpool(refuse_if_wrong, job)
    steps = _search(request, search, job)
    # What goes wrong before the first step is an answer of its own; there may be no step at all.
    first = await anext(steps, None)

    async def lines() -> AsyncIterator[str]:
        if first is not None:
            yield first + "\n"
        async for step in steps:
            yield step + "\n"

    return Lines(lines())


def _search(request: Request, search: str, job: Job, **asked: Any) -> AsyncIterator[str]:
    searches: Searches = request.app.state.searches
    question = {"search": search, "job": job.model_dump(mode="json"), **asked}
    return searches.results(question, request.is_disconnected)


@router.post("/days")
def plan_days(
    job: Job, site: Site, record_of: Annotated[str | None, Query(max_length=40)] = None
) -> DaysPage:
    """Return the days that a job takes, and its sections on the wall; nothing is kept.

    ``record_of`` is the id of the kept job whose record says which steps are done.
    """
    planned = plan(job, "fewest")
    return days_today(job, planned, noted_of(site, record_of))


@router.post("/shades")
def deal_shades(job: Job) -> ShadesPage:
    """Return how a job's opened boxes are dealt over its walls; nothing is kept."""
    return shades_page(job)


@router.get("/papers")
def list_papers() -> list[PaperText]:
    """Return the papers that can be bound into one PDF."""
    return list_of_papers()


@router.get("/times")
def list_times() -> list[SettingText]:
    """Return every wait and pace in words, in the order of their declaration."""
    return list(times_list())


@router.post("/agree")
def show_to_agree(job: Job) -> AgreePage:
    """Return what a client is shown to agree to, and what has changed since; nothing is kept."""
    return agree_page(job)


@router.post("/edit/add")
def add_thing(addition: Addition) -> Job:
    """Return the job with one thing more in a free place; nothing is kept."""
    return with_thing(addition.job, addition.wall, addition.kind)


@router.post("/edit/remove")
def remove_thing(removal: Removal) -> Job:
    """Return the job without a thing and without what leaned on it; nothing is kept."""
    return without_thing(removal.job, removal.id)


@router.post("/edit/add-wall")
def add_wall(more: MoreWall) -> Job:
    """Return the job with one wall more; nothing is kept."""
    return with_wall(more.job, more.join)


@router.post("/edit/remove-wall")
def remove_wall(removal: Removal) -> Job:
    """Return the job without a wall; nothing is kept."""
    return without_wall(removal.job, removal.id)


@router.post("/edit/join")
def join_walls(joining: Joining) -> Job:
    """Return the job with a wall joined to the next one, or no longer; nothing is kept."""
    return joined(joining.job, joining.wall, joining.join)


@router.get("/notebook")
def notebook_words() -> list[ThingWords]:
    """Return what a line of the notebook can begin with and what can be said of it."""
    return [
        ThingWords(kind=kind, words=list(words_of(kind)))
        for kind, one in THINGS.items()
        if one.words
    ]


@router.post("/cures", response_model=list[CureText])
async def find_cures(asked: ToCure, request: Request) -> Response:
    """Return what would cure a finding, each tried by planning it; nothing is kept."""
    named = {"surface": asked.surface, "finding": asked.finding}
    found = [one async for one in _search(request, "cures", asked.job, **named)]
    return Response(f"[{','.join(found)}]", media_type="application/json")


@router.post("/moves", response_model=MovesText)
async def find_moves(job: Job, request: Request) -> Response:
    """Return what others could still move so that less is to fix; nothing is kept."""
    found = [one async for one in _search(request, "moves", job)]
    return Response(found[0], media_type="application/json")


@router.post("/wished")
def show_wished(job: Job) -> list[WishedText]:
    """Return what is wished of other trades and not measured since; nothing is kept."""
    return list(wished_in_words(job))


@router.post("/slack")
def show_slack(asked: Starts) -> list[SlackText]:
    """Return how much slack the start of a wall or counter has, both ways; nothing is kept."""
    if all(counter.id != asked.wall for counter in asked.job.counters):
        wall_number(asked.job, asked.wall)
    return slack_in_words(asked.job, asked.wall)


@router.post("/setting-out")
def set_out(job: Job) -> list[SettingOutText]:
    """Return the lines to strike on every wall of a job; nothing is kept."""
    return list(setting_out_in_words(job, drawn(job).plan))


@router.get("/wishes")
def list_wishes() -> list[WishText]:
    """Return every wish in words."""
    return [
        WishText(kind=kind, says=says, bound=list(BINDABLE.get(kind, ())))
        for kind, says in WISHES.items()
    ]


@router.get("/settings")
def list_settings() -> tuple[SettingText, ...]:
    """Return every setting with its reason."""
    return settings_list()


@router.post("/cuts")
def list_cuts(job: Job) -> CutSheet:
    """Return the cut sheet of a job; nothing is kept."""
    return cut_sheet(job, plan(job, "fewest"))
