"""The cut sheet in words: what to mark, with what to cut it, from which tile, and when."""

import math
from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence

from pennant.core.cuts.cut_list import CutGroup, CutList, Stage, cuts_of
from pennant.core.cuts.items import Stock
from pennant.core.cuts.marks import MarkLine, MarkRound, Marks
from pennant.core.cuts.sheets import sheet_plan
from pennant.core.document.job import Job
from pennant.core.document.lengths import STEP_MM, show_length, show_with_unit
from pennant.core.document.tiles import FIELD, tiles_of
from pennant.core.document.tooling import Tool
from pennant.core.document.values import Value
from pennant.core.geometry.clip import Ring
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS
from pennant.core.layout.sides import sides_of
from pennant.core.plan import Plan
from pennant.core.site.record import Again, Record, SiteEvent, again_for, dealt_otherwise
from pennant.words.chip_sheets import SheetsText, sheets_in_words
from pennant.words.counts import counted
from pennant.words.entries import say_pieces
from pennant.words.names import CUT_NAMES, Names, rows
from pennant.words.units import units_by_piece

STAGES: dict[Stage, str] = {
    "first": "Repeats: cut before setting begins",
    "as set": "As they are set, wall by wall and course by course",
    "on the wall": "Last: measure on the wall, then cut; sizes here are what to expect",
}
HOW: dict[Tool, str] = {
    "snap cutter": "score once, snap",
    "wet saw": "feed slowly; a notch's two sides first, then its back",
    "grinder": "outside the line, then to it",
    "jigsaw": "diamond blade, slowly, the tile clamped",
    "nippers": "small bites toward the line",
    "shears": "cut from the back",
}
CAUTIONS: dict[Tool, str] = {
    "snap cutter": "Snapped edges cut: gloves and eye protection.",
    "wet saw": "Wet saw: eye and ear protection, sleeves back, on a protected (GFCI) outlet.",
    "grinder": "Grinder: dry cutting makes silica dust. Outdoors or with extraction, with a "
    "respirator, eye and ear protection.",
    "jigsaw": "Jigsaw: eye and ear protection; dry cutting makes silica dust, so with extraction "
    "and a respirator.",
    "nippers": "Chips fly: eye protection.",
    "shears": "Cut edges are sharp: gloves.",
}
"""Said once on a sheet, for the tools that it uses."""
_SIDES = {"left": "right", "bottom": "top"}


class MarkText(Value):
    """One line to mark: ``size`` as it reads on the tape, and the whole of it in words.

    ``a`` and ``b`` are its ends in the tile, in mm from its lower left corner. Of a line that runs
    aslant ``at_a`` and ``at_b`` are how far they are from the tile's nearer corner, along its side.
    """

    a: tuple[float, float]
    b: tuple[float, float]
    size: str
    says: str
    at_a: str = ""
    at_b: str = ""
    round: bool = False


class FromText(Value):
    """The tile that a piece is cut from, by number, and the pieces that come from it too."""

    piece: str
    tile: int
    at: tuple[float, float, float, float]
    turned: bool
    others: tuple[str, ...]


class CutText(Value):
    """Like cuts as one makes them. ``outline`` is the piece in its tile, as it will sit, and
    ``shape`` the whole tile.
    """

    number: int
    title: str
    kind: str
    tool: str
    how: str
    stage: Stage
    width: float
    height: float
    outline: tuple[Ring, ...]
    shape: Ring
    marks: tuple[MarkText, ...]
    hides: str
    play: str
    risk: str
    pieces: tuple[str, ...]
    surfaces: tuple[str, ...]
    where: str
    tiles: tuple[FromText, ...]


class TileToCut(Value):
    """A tile that more than one piece is cut from, or that leaves an offcut worth keeping.

    Pieces are outlines and offcuts x0, y0, x1, y1, in mm from its lower left corner.
    """

    number: int
    of: str
    pieces: tuple[tuple[str, Ring, bool], ...]
    offcuts: tuple[tuple[float, float, float, float], ...]


class ToolText(Value):
    """What a tool has to do: how many cuts, how long, and the caution to say at it."""

    tool: str
    cuts: int
    says: str
    caution: str


class CutSheet(Value):
    """The whole sheet. ``stock`` says how many tiles it takes and that none can do with fewer."""

    stages: dict[Stage, str]
    cuts: tuple[CutText, ...]
    tiles: tuple[TileToCut, ...]
    tools: tuple[ToolText, ...]
    stock: str
    assumes: str
    sheets: tuple[SheetsText, ...] = ()


class AgainText(Value):
    """A broken piece, and what it is cut from again."""

    piece: str
    says: str


class RecordText(Value):
    """Where the pieces stand, in counts, and what is cut again. ``left`` is the stock in words.

    ``last`` is for each piece the event that says where it stands, to be taken back by its id.
    ``tiles`` says of pieces that their tile is another than the plan's. ``elsewhere`` are pieces
    noted that lie nowhere in today's plan, ``measured`` what those are cut to whose gap was
    measured on the wall.
    """

    states: dict[str, str]
    last: dict[str, int]
    done: str
    again: tuple[AgainText, ...]
    left: str
    tiles: dict[str, str]
    elsewhere: tuple[str, ...]
    measured: dict[str, str]


def cut_sheet(job: Job, planned: Plan) -> CutSheet:
    """Return the cut sheet of a job and its own plan."""
    found, names = cuts_of(job, planned), Names(planned.kitchen)
    sheets = tuple(sheets_in_words(job, planned))
    return CutSheet(
        stages=STAGES,
        cuts=tuple(_in_words(job, names, found, group) for group in found.groups),
        tiles=tuple(_tiles(found)),
        tools=tuple(_tools(job, found)),
        stock=_stock(job, found, sheets),
        assumes="Counted with each cut right across, tiles turned round by half at most, and "
        "nothing cut out of the scrap of a notch.",
        sheets=sheets,
    )


def _tiles(found: CutList) -> Iterator[TileToCut]:
    for of, stock in found.stocks.items():
        for tile in stock.tiles:
            if len(tile.cuts) > 1 or tile.offcuts:
                yield TileToCut(
                    number=tile.number,
                    of=of,
                    pieces=tuple((one.piece, one.outline, one.turned) for one in tile.cuts),
                    offcuts=tuple(tuple(offcut) for offcut in tile.offcuts),
                )


def _stock(job: Job, found: CutList, sheets: Sequence[SheetsText]) -> str:
    of_sheets = {one.of: f"{one.in_short}." for one in sheets}
    says = of_sheets.get(FIELD) or _count(found.stock, proved=job.in_courses)
    for of, one in tiles_of(job).items():
        if of != FIELD:
            own = of_sheets.get(of) or _count(found.stocks[of], proved=job.in_courses)
            says += f" {one.tile.name}: {own}"
    return says


def _count(stock: Stock, *, proved: bool) -> str:
    """How many tiles, and what is proved of that.

    The proof takes a piece that touches all sides of its tile to need a tile of its own. Of slanted
    pieces a corner may be free for another, so on a lattice nothing is claimed.
    """
    tiles = len(stock.tiles)
    if not proved and len(stock.tiles) > stock.whole:
        return f"{tiles} tiles, the fewest found."
    if tiles == stock.bound:
        return f"{tiles} tiles; no plan can do with fewer."
    return f"{tiles} tiles; no plan can do with fewer than {stock.bound}."


def _tools(job: Job, found: CutList) -> Iterator[ToolText]:
    lines: dict[Tool, float] = defaultdict(float)
    for group in found.groups:
        if group.tool:
            lines[group.tool] += group.lines
    for tool, sum_ in sorted(lines.items(), key=lambda one: -one[1]):
        count = round(sum_)
        minutes = found.minutes(tool)
        time = f"about {minutes:.0f} min" if minutes < 90 else f"about {minutes / 60:.1f} h"
        missing = "" if tool in job.tools else "; not among your tools: borrow or hire"
        hire = "; gathered, so that a hired one is needed once" if tool == "wet saw" else ""
        yield ToolText(
            tool=tool,
            cuts=count,
            says=f"{counted(count, 'cut')}, {time}{hire}{missing}",
            caution=CAUTIONS[tool],
        )


def _in_words(job: Job, names: Names, found: CutList, group: CutGroup) -> CutText:
    marks = group.marks
    stock = found.stocks[group.of]
    walls = " and ".join(names.thing(one) for one in group.surfaces)
    return CutText(
        number=group.number,
        kind=group.kind,
        title=f"{CUT_NAMES[group.kind]}{', with its sheet' if group.with_sheet else ''}",
        tool=group.tool or "",
        how=HOW[group.tool] if group.tool else "",
        stage=group.stage,
        width=marks.width,
        height=marks.height,
        outline=marks.outline,
        shape=marks.shape,
        marks=(
            *(_line(job, one, marks) for one in marks.lines),
            *(_round(job, one) for one in marks.rounds),
        ),
        hides=", ".join(dict.fromkeys(names.edge(one.edge) for one in group.hides)),
        play=f"{show_with_unit(group.play, job.step)} off stays hidden"
        if group.play >= STEP_MM[job.step] / 2
        else "",
        risk="thin leg: it may snap; cut it slowly" if group.thin else "",
        pieces=group.pieces,
        surfaces=group.surfaces,
        where=f"{walls}, {rows(job, group.courses)}",
        tiles=tuple(_from(stock, group.pieces)),
    )


def _from(stock: Stock, pieces: tuple[str, ...]) -> Iterator[FromText]:
    where = stock.places
    for piece in pieces:
        number, cut = where[piece]
        others = tuple(c.piece for c in stock.tiles[number - 1].cuts if c.piece != piece)
        at: Rect = cut.at
        yield FromText(
            piece=piece,
            tile=number,
            at=(at.x0, at.y0, at.x1, at.y1),
            turned=cut.turned,
            others=others,
        )


def _line(job: Job, line: MarkLine, marks: Marks) -> MarkText:
    a, b = (show_length(end, job.step) for end in line.ends)
    low = "bottom" if line.upright else "left"
    edge = f"from the {line.measured_from} edge"
    if a == b:
        size, says = a, f"{a} {edge}"
    else:
        begin, end = (_place(job, point, marks) for point in (line.a, line.b))
        return MarkText(
            a=line.a,
            b=line.b,
            size=f"{a} to {b}",
            says=f"from {begin} to {end}",
            at_a=_along(job, line.a, marks),
            at_b=_along(job, line.b, marks),
        )
    if line.from_low is not None and line.from_high is not None:
        first, last = (show_length(at, job.step) for at in (line.from_low, line.from_high))
        says += f", between {first} and {last} from the {low}"
    elif line.from_low is not None:
        says += f", beginning {show_length(line.from_low, job.step)} from the {low}"
    elif line.from_high is not None:
        says += f", as far as {show_length(line.from_high, job.step)} from the {low}"
    return MarkText(a=line.a, b=line.b, size=size, says=says)


def _place(job: Job, point: tuple[float, float], marks: Marks) -> str:
    """Where a point is, as a tape finds it: along one of the tile's own edges, or from two."""
    x, y = point
    if len(marks.shape) != 4:
        return _on_side(job, point, marks)
    for at, far, edge, along, corner in (
        (x, 0.0, "left", y, "bottom"),
        (x, marks.width, "right", y, "bottom"),
        (y, 0.0, "bottom", x, "left"),
        (y, marks.height, "top", x, "left"),
    ):
        if abs(at - far) <= EPS:
            whole = marks.height if corner == "bottom" else marks.width
            if along > whole / 2 + EPS:
                along, corner = whole - along, "top" if corner == "bottom" else "right"
            return f"{show_length(along, job.step)} from the {corner} on the {edge} edge"
    left, up = (show_length(distance, job.step) for distance in point)
    return f"the point {left} from the left and {up} from the bottom"


def _along(job: Job, point: tuple[float, float], marks: Marks) -> str:
    """How far along the tile's side a slanted line begins or ends; "" where it is on none."""
    shape = marks.shape
    (number,) = sides_of([(point, point)], shape)
    if number is None:
        return ""
    return show_length(
        min(math.dist(point, shape[number]), math.dist(point, shape[(number + 1) % len(shape)])),
        job.step,
    )


_HEXAGON = ("lower", "lower right", "upper right", "upper", "upper left", "lower left")
"""The sides of a hexagon with its points to the sides, in the order of its outline."""


def _on_side(job: Job, point: tuple[float, float], marks: Marks) -> str:
    """Where a point is on a tile that is no oblong: along one of its sides, from the lower end or
    the left one; else from the left and bottom of the box around it.
    """
    shape = marks.shape
    (number,) = sides_of([(point, point)], shape)
    if number is None or len(shape) != len(_HEXAGON):
        left, up = (show_length(distance, job.step) for distance in point)
        return f"the point {left} from the left and {up} from the bottom of the tile"
    ends = shape[number], shape[(number + 1) % len(shape)]
    level = abs(ends[0][1] - ends[1][1]) <= EPS
    first = min(ends) if level else min(ends, key=lambda end: end[1])
    along = show_length(math.dist(first, point), job.step)
    return f"{along} from the {'left' if level else 'lower'} end of the {_HEXAGON[number]} side"


def _round(job: Job, mark: MarkRound) -> MarkText:
    across = show_length(2 * mark.radius, job.step)
    return MarkText(
        a=(mark.x - mark.radius, mark.y),
        b=(mark.x + mark.radius, mark.y),
        size=f"⌀ {across}",
        round=True,
        says=f"round of {across}, its middle {_over(job, mark.x, 'left')} and "
        f"{_over(job, mark.y, 'bottom')}",
    )


def _over(job: Job, at: float, side: str) -> str:
    shown = show_length(abs(at), job.step)
    return f"{shown} from the {side} edge" if at >= 0 else f"{shown} outside the {side} edge"


def record_in_words(
    job: Job,
    planned: Plan,
    record: Record,
    events: Sequence[SiteEvent],
    measured: Mapping[str, str],
) -> RecordText:
    """Return where the pieces of a job stand, and what broken ones are cut from again.

    ``measured`` is what pieces are cut to whose gap was measured on the wall.
    """
    found = cuts_of(job, planned)
    again = again_for(record, events, found.stock.sheet, planned.pieces)
    moved = dealt_otherwise(record, found.stock)
    fresh = sum(one.tile is None for one in again) + len(moved)
    boxes, bought = bought_of(job, planned)
    sheets = sheet_plan(job, planned.pieces)
    what = "tiles" if sheets is None else "sheets"
    # Chips that broke come off what is left of sheets that are begun.
    taken = len(found.stock.tiles) + fresh if sheets is None else sheets.taken
    left = bought - taken
    in_boxes, holds = counted(boxes, "box", "boxes"), "holds" if boxes == 1 else "hold"
    done = _set_so_far(job, planned, record)
    if broken := len(record.broken):
        done += f"; {broken} broken"
    return RecordText(
        states=dict(record.states),
        last=dict(record.last),
        done=done,
        again=tuple(AgainText(piece=one.piece, says=_again(job, one)) for one in again),
        left=f"{left} whole {what} left over of {bought} in {in_boxes}"
        if left >= 0
        else f"{-left} {what} short of what {in_boxes} {holds}: get another box",
        tiles={piece: f"cut from tile {tile.number}" for piece, tile in record.tiles.items()}
        | dict.fromkeys(moved, "a tile of its own: the plan's is cut already"),
        elsewhere=tuple(f"{one.piece}, {one.event}" for one in record.elsewhere),
        measured=dict(measured),
    )


def _set_so_far(job: Job, planned: Plan, record: Record) -> str:
    """What is cut and set, by what one handles; of sheets those of which all chips are set."""
    sheets = {
        unit.id: unit for unit in units_by_piece(job, planned).values() if unit.kind != "chips"
    }
    if not sheets:
        pieces = len(planned.pieces)
        return f"{record.count('cut')} cut, {record.count('set')} set of {pieces} pieces"
    done = sum(
        all(record.states.get(id_) == "set" for id_ in unit.pieces) for unit in sheets.values()
    )
    return f"{done} of {counted(len(sheets), 'sheet')} set"


def bought_of(job: Job, planned: Plan) -> tuple[int, int]:
    """Return how many boxes of the wall's tile there are, and how many tiles are in them.

    What came is counted where boxes were opened: as they were, less what broke on the way.
    """
    if job.shades.boxes:
        return len(job.shades.boxes), sum(sum(box.counts) for box in job.shades.boxes)
    boxes = round(next(line.amount for line in planned.quantities if line.id == "boxes"))
    return boxes, boxes * job.tile.per_box


def _again(job: Job, again: Again) -> str:
    if again.offcut is None:
        return f"{again.piece}: from a new tile"
    width, height = (show_length(mm, job.step) for mm in (again.offcut.width, again.offcut.height))
    size = f"{width} × {height}"
    return f"{again.piece}: from the offcut of tile {again.tile}, {size}"


def cuts_report(job: Job, planned: Plan) -> str:
    """Return the cut sheet for a person at a terminal."""
    sheet = cut_sheet(job, planned)
    lines = [sheet.stock, sheet.assumes, ""]
    for tool in sheet.tools:
        lines += [f"{tool.tool}: {tool.says}", f"  ! {tool.caution}"]
    for one in sheet.sheets:
        lines += ["", "Sheets", *(f"  ! {says}" for says in one.lies)]
        lines += [f"  {says}" for says in one.levels]
        lines += [
            f"  {part.id}, {part.where}, {part.taken_from}: {part.says}" for part in one.parts
        ]
    by_stage: Mapping[Stage, str] = sheet.stages
    for stage, title in by_stage.items():
        here = [cut for cut in sheet.cuts if cut.stage == stage]
        if not here:
            continue
        lines += ["", title]
        for cut in here:
            lines.append(f"  {len(cut.pieces)} × {cut.title}, {cut.tool}; {cut.where}")
            lines += [f"      mark {mark.says}" for mark in cut.marks]
            # A chip comes off a sheet, whose part is said above.
            each = (f"{t.piece} of tile {t.tile}" for t in cut.tiles)
            lines.append(f"      {say_pieces(cut.pieces) if sheet.sheets else ', '.join(each)}")
    return "\n".join(lines) + "\n"
