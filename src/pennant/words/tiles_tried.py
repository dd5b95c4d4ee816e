"""Which tile, in words: a row for each tile that was tried, and their table for a terminal."""

from collections.abc import Iterable, Iterator

from pennant.core.days.days import days_worked
from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.document.pattern import Pattern
from pennant.core.document.refusal import JobRefused
from pennant.core.document.starts import Start
from pennant.core.document.tile import Tile
from pennant.core.document.values import Value
from pennant.core.plan import Plan
from pennant.core.reading.edges import EdgeReading
from pennant.core.search.tiles_tried import NotTiled, TiledWith
from pennant.words.counts import counted, what_is_bought
from pennant.words.dates import Dates
from pennant.words.desk_steps import tile_in_brief
from pennant.words.names import Names
from pennant.words.quantities import quantities_in_words, totals
from pennant.words.start import say_start


class TileTaken(Value):
    """What a job takes over with a row: tile, pattern and each wall's start."""

    tile: Tile
    pattern: Pattern
    starts: dict[str, Start]


class TileRow(Value):
    """A tile in one bond and joint, at its best start. ``candidate`` is None for the job's own.

    Where it cannot be laid ``refused`` says why, and the figures are None. ``smallest`` is in mm;
    ``cost`` is None where nothing of the list has a price, ``days`` where they cannot be planned.
    """

    candidate: int | None
    name: str
    laid: str
    why: str
    refused: str = ""
    to_fix: int | None = None
    to_decide: int | None = None
    smallest: float | None = None
    smallest_says: str = ""
    cut: int | None = None
    tiles: int | None = None
    boxes: int | None = None
    days: int | None = None
    cost: float | None = None
    takes: TileTaken | None = None


def tile_row(tried: TiledWith | NotTiled) -> TileRow:
    """Return a tile's row."""
    job = tried.job
    if isinstance(tried, NotTiled):
        return TileRow(
            candidate=tried.candidate,
            name=job.tile.name,
            laid=_laid(job),
            why="",
            refused="; ".join(one.message for one in tried.refused.problems),
        )
    plan = tried.plan
    weights = [finding.weight for finding in plan.findings]
    smallest, where = _smallest(plan)
    lines = {line.id: line for line in plan.quantities}
    cost = totals(job, quantities_in_words(job, plan)).cost
    return TileRow(
        candidate=tried.candidate,
        name=job.tile.name,
        laid=_laid(job),
        why=_why(job, plan, where),
        to_fix=weights.count("never"),
        to_decide=weights.count("avoid"),
        smallest=smallest,
        smallest_says=show_with_unit(smallest, job.step),
        cut=plan.cut,
        tiles=round(lines["tiles"].amount),
        boxes=round(lines["boxes"].amount),
        days=_days(job, plan),
        cost=cost or None,
        takes=TileTaken(
            tile=job.tile,
            pattern=job.pattern,
            starts={wall.id: wall.start for wall in job.walls},
        ),
    )


def tiles_report(job: Job, rows: Iterable[TileRow]) -> Iterator[str]:
    """Yield the lines of the table for a person at a terminal, each row as it comes."""
    yield f"{job.name}: which tile"
    for row in rows:
        own = " (the job's own)" if row.candidate is None else ""
        yield f"  {row.name}{own}: {row.laid}"
        if row.refused:
            yield f"     cannot be laid: {row.refused}"
            continue
        cost = "" if row.cost is None else f"; {row.cost:.2f}"
        days = "" if row.days is None else f"; {counted(row.days, 'day')}"
        bought = what_is_bought(row.takes.tile) if row.takes is not None else "tile"
        yield (
            f"     {row.to_fix} to fix, {row.to_decide} to decide; smallest piece "
            f"{row.smallest_says}; {row.cut} cut; {counted(row.tiles or 0, bought)}, "
            f"{counted(row.boxes or 0, 'box', 'boxes')}{days}{cost}"
        )
        yield f"     {row.why}"


def _laid(job: Job) -> str:
    return f"{tile_in_brief(job)}, joint {show_with_unit(job.pattern.joint, job.step)}"


def _why(job: Job, plan: Plan, where: EdgeReading | None) -> str:
    """Where it starts on the first wall, and where the smallest piece is."""
    names = Names(plan.kitchen)
    says = say_start(job, names, job.walls[0].start)
    worst = f"; smallest piece: {names.edge(where.edge)}" if where is not None else ""
    return f"{says[0].upper()}{says[1:]}{worst}"


def _smallest(plan: Plan) -> tuple[float, EdgeReading | None]:
    """The smallest piece at any edge (mm), as the board of starts has it, and where that is."""
    found = [
        (gets.size, number, reading)
        for number, reading in enumerate(plan.edges)
        for gets in reading.gets
        if not gets.notched
    ]
    if not found:
        return 0.0, None
    size, _, reading = min(found, key=lambda one: one[:2])
    return size, reading


def _days(job: Job, plan: Plan) -> int | None:
    try:
        return days_worked(job, plan, Dates.of(job.schedule))
    except JobRefused:
        return None
