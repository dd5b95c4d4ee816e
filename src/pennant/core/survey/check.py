"""What cannot be drawn: each refusal names the field, says what is wrong and what would be right.

Things that can be drawn but may be a slip are doubts (`doubts`); what can be drawn but should not
be built is a finding.
"""

from collections.abc import Iterator

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.document.measures import RESERVED
from pennant.core.document.module import module_for
from pennant.core.document.pattern import (
    MOST_SHORTENED,
    Courses,
    Diagonal,
    Herringbone,
    Pattern,
    Scallop,
    misfit,
    rows_of,
)
from pennant.core.document.refusal import JobRefused, Problem
from pennant.core.document.starts import (
    FOR_COURSES,
    FOR_LATTICES,
    Carried,
    Centred,
    EqualCuts,
    Fitted,
    Folded,
    FullAt,
    FullOn,
    FullTop,
    WholeCourses,
)
from pennant.core.document.survey import Mark, Opening, Overhead, Standing, Wall, stands_under_tile
from pennant.core.document.tile import Tile
from pennant.core.document.tiles import tiles_of
from pennant.core.geometry.clip import is_square
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS
from pennant.core.survey.areas import problems_with_areas
from pennant.core.survey.counter_check import problems_with_counters
from pennant.core.survey.counters import tile_on
from pennant.core.survey.kitchen import floats_of, joined_before, kitchen_of
from pennant.core.survey.placed import Kitchen, heights_of
from pennant.core.survey.placing import WallPlaces, places_of

MOST_PIECES = 20_000
"""More pieces than any kitchen has; a mistyped tile would otherwise keep the machine busy."""
MOST_CLIPPED = 10_000
"""Times that a tile may meet a slanted or round thing, each of which is a cut of polygons. A wall
of chips with a sloping cabinet over all of it has a tenth of that."""
MOST_MET = 100_000
"""Times that a tile may meet any thing: things heaped upon one another, as no wall has them."""
MOST_LEAN = 0.25
"""Of a wall's length or height: an end further out of plumb is a slip of the tape. Less than a
half, so that two ends that lean inward never meet under the top line."""


def refuse_if_wrong(job: Job) -> tuple[Kitchen, list[WallPlaces]]:
    """Return the survey worked out, with its places; raise `JobRefused` with every problem."""
    problems = [*_pattern(job), *_before_placing(job)]
    if problems:
        raise JobRefused(problems)
    places = places_of(job)
    kitchen = kitchen_of(job, places)
    problems = [*_room(job, kitchen), *problems_with_areas(job, kitchen)]
    if problems:
        raise JobRefused(problems)
    return kitchen, places


def problems_of(job: Job) -> Iterator[Problem]:
    """Yield what cannot be drawn."""
    try:
        refuse_if_wrong(job)
    except JobRefused as refused:
        yield from refused.problems


def _before_placing(job: Job) -> Iterator[Problem]:
    yield from _ids(job)
    yield from _tile(job)
    yield from _wishes(job)
    yield from problems_with_counters(job)
    for number, wall in enumerate(job.walls):
        root = f"/walls/{number}"
        yield from _things(job, root, wall)
        yield from _start(job, root, wall, number)
        yield from _leans(job, root, wall)
    if job.walls[-1].corner is not None:
        yield Problem(
            pointer=f"/walls/{len(job.walls) - 1}/corner",
            message="joins a next wall, but this is the last one; add a wall or leave it out",
        )


def _leans(job: Job, root: str, wall: Wall) -> Iterator[Problem]:
    most = MOST_LEAN * min(wall.length, wall.top.height)
    for side in ("left_lean", "right_lean"):
        if abs(getattr(wall, side)) > most:
            yield Problem(
                pointer=f"{root}/{side}",
                message=f"leans further than any wall does; at most {_show(job, most)} here",
            )


def _ids(job: Job) -> Iterator[Problem]:
    seen: set[str] = set()
    for number, wall in enumerate(job.walls):
        named = [(f"/walls/{number}", wall.id)]
        named += [(f"/walls/{number}/things/{n}", t.id) for n, t in enumerate(wall.things)]
        for pointer, id_ in named:
            if id_ in seen or id_ in RESERVED:
                yield Problem(
                    pointer=f"{pointer}/id", message=f"{id_!r} is taken; give it an id of its own"
                )
            seen.add(id_)


def _wishes(job: Job) -> Iterator[Problem]:
    """What is said of a place names a wall or a thing that is there, and each once."""
    known = {wall.id for wall in job.walls} | {t.id for wall in job.walls for t in wall.things}
    for number, wish in enumerate(job.wishes):
        if wish.at and wish.at not in known:
            yield Problem(
                pointer=f"/wishes/{number}/at",
                message=f"names {wish.at!r}, which is no wall or thing of this kitchen; choose "
                "one, or leave it out to wish for it everywhere",
            )
    named: set[str] = set()
    for number, one in enumerate(job.seen):
        message = ""
        if one.at not in known:
            message = f"names {one.at!r}, which is no wall or thing of this kitchen; choose one"
        elif one.at in named:
            message = f"names {one.at!r} a second time; say once how much it is looked at"
        if message:
            yield Problem(pointer=f"/seen/{number}/at", message=message)
        named.add(one.at)


def _tile(job: Job) -> Iterator[Problem]:
    if job.pattern.joint > min(job.tile.length, job.tile.height):
        yield Problem(
            pointer="/pattern/joint",
            message="is wider than the tile; a joint is usually 1/16 to 3/8 in (2 to 10 mm)",
        )


def _things(job: Job, root: str, wall: Wall) -> Iterator[Problem]:
    for number, thing in enumerate(wall.things):
        pointer = f"{root}/things/{number}"
        if isinstance(thing, Overhead) and thing.kind == "shelf" and thing.thick is None:
            yield Problem(
                pointer=f"{pointer}/thick",
                message="is missing: tile goes on above a shelf, so its thickness counts",
            )
        if isinstance(thing, Opening):
            edge = 2 * thing.casing
            over_casing = thing.measured_to == "casing"
            if over_casing and edge and min(thing.width, thing.height) <= edge:
                yield Problem(
                    pointer=f"{pointer}/casing",
                    message=f"leaves no opening between it; at most "
                    f"{_show(job, min(thing.width, thing.height) / 2)}",
                )
            if thing.returns and thing.depth is None:
                yield Problem(
                    pointer=f"{pointer}/depth",
                    message="is missing: a tiled return needs the depth of the reveal",
                )
            if thing.returns and thing.casing:
                yield Problem(
                    pointer=f"{pointer}/returns",
                    message="cannot be tiled behind casing; leave the casing out, or the returns",
                )


def _start(job: Job, root: str, wall: Wall, number: int) -> Iterator[Problem]:
    across, up = wall.start.across, wall.start.up
    if isinstance(across, Centred):
        standing = {t.id for t in wall.things if isinstance(t, (*Standing, Mark))}
        if across.on == "thing" and across.thing not in standing:
            yield Problem(
                pointer=f"{root}/start/across/thing",
                message="names no thing of this wall; choose one, or centre on the wall",
            )
        if across.on == "point":
            if across.x is None:
                yield Problem(
                    pointer=f"{root}/start/across/x",
                    message="is missing; give the point to centre on",
                )
            elif across.x > wall.length:
                yield Problem(
                    pointer=f"{root}/start/across/x",
                    message=f"is past the wall's end at {_show(job, wall.length)}",
                )
    yield from _lines(job, root, wall)
    yield from _floats(job, root, wall, number)
    if isinstance(across, Folded) and not joined_before(job.walls, number):
        yield Problem(
            pointer=f"{root}/start/across/kind",
            message="carries a tile round from a wall before, but none joins on; choose another",
        )
    overheads = {t.id for t in wall.things if isinstance(t, Overhead)}
    if (
        isinstance(up, FullTop | EqualCuts | WholeCourses)
        and up.under is not None
        and up.under not in overheads
    ):
        yield Problem(
            pointer=f"{root}/start/up/under",
            message="names no cabinet, hood or shelf of this wall; choose one, or the top line",
        )
    if isinstance(up, FullOn) and up.on not in {t.id for t in wall.things if stands_under_tile(t)}:
        yield Problem(
            pointer=f"{root}/start/up/on",
            message="names no upstand, ledge or shelf of this wall that tile goes on above; choose "
            "another, or the counter",
        )
    if isinstance(up, Carried) and not joined_before(job.walls, number):
        yield Problem(
            pointer=f"{root}/start/up/kind",
            message="carries on from a wall before, but none joins on; choose another",
        )


def _lines(job: Job, root: str, wall: Wall) -> Iterator[Problem]:
    """The lines that a start names must be sides of the wall itself or of things on it."""
    across = wall.start.across
    if isinstance(across, FullAt):
        named = [(f"{root}/start/across/line", across.line)]
    elif isinstance(across, Fitted):
        named = [(f"{root}/start/across/lines/{n}", line) for n, line in enumerate(across.lines)]
    else:
        return
    owners = {wall.id} | {t.id for t in wall.things if isinstance(t, Standing)}
    for pointer, line in named:
        if line.rpartition(":")[0] not in owners:
            yield Problem(
                pointer=pointer,
                message="names no side of this wall or of a thing on it; choose one, "
                "such as a jamb or an end",
            )
    if isinstance(across, Fitted) and len(set(across.lines)) < len(across.lines):
        yield Problem(
            pointer=f"{root}/start/across/lines", message="names a line twice; name each once"
        )


def _floats(job: Job, root: str, wall: Wall, number: int) -> Iterator[Problem]:
    """An end or top is taken within what the survey lets it float."""
    floats = floats_of(wall)
    joins = {
        "left": joined_before(job.walls, number),
        "right": wall.corner is not None and number < len(job.walls) - 1,
        "top": False,
    }
    for side in ("left", "right", "top"):
        moved = getattr(wall.start, side) * (-1 if side == "left" else 1)
        short, past = floats.get(side, (0.0, 0.0))
        if joins[side]:
            short = past = 0.0
        if not -short - EPS <= moved <= past + EPS:
            yield Problem(
                pointer=f"{root}/start/{side}",
                message=f"may float from {_show(job, short)} short of its line to "
                f"{_show(job, past)} past it"
                if short or past
                else "is moved, but the survey does not let this line float",
            )


def _pattern(job: Job) -> Iterator[Problem]:
    """Whether the tile can be laid in its pattern, and every start planted in it."""
    laid = [("", job.tile, job.pattern)]
    laid += [(f"/areas/{n}", area.tile, area.pattern) for n, area in enumerate(job.areas)]
    laid += [(f"/counters/{n}", one.tile, one.pattern) for n, one in enumerate(job.counters)]
    starts = [(f"/walls/{n}", w.start, job.pattern, job.tile) for n, w in enumerate(job.walls)]
    starts += [(f"/areas/{n}", a.start, a.pattern, a.tile) for n, a in enumerate(job.areas)]
    for root, tile, pattern in laid:
        found = misfit(tile, pattern, job.settings.joint_play, lambda mm: _show(job, mm))
        if found is not None:
            yield Problem(pointer=f"{root}/tile/{found.field}", message=found.message)
        yield from _sheet(root, tile, pattern)
        yield from _ledger(job, root, tile, pattern)
        if root and isinstance(pattern, Courses) and pattern.border is not None:
            message = "runs in the wall's own courses only; lay it as an area of its own"
            yield Problem(pointer=f"{root}/pattern/border", message=message)
        if isinstance(pattern, Scallop) and pattern.top == "finished":
            if root:
                message = "is for the wall's own tile: cut an area's fans to its frame"
                yield Problem(pointer=f"{root}/pattern/top", message=message)
            if pattern.tips == "down":
                message = "has points at the top, not tips: turn the round ends up"
                yield Problem(pointer=f"{root}/pattern/tips", message=message)
    for root, start, pattern, tile in starts:
        courses = isinstance(pattern, Courses) and tile.sheet is None
        for way in ("across", "up"):
            kind = getattr(start, way).kind
            if courses and kind in FOR_LATTICES:
                yield Problem(
                    pointer=f"{root}/start/{way}",
                    message="cuts points off flat, and courses have none; plant a full course on "
                    "the counter, or equal cuts",
                )
            if not courses and kind in FOR_COURSES:
                yield Problem(
                    pointer=f"{root}/start/{way}",
                    message=f"is for courses: a {pattern.kind} is not fitted by its tiles or "
                    "joints; plant it at an end, a line or a centre, on the counter or under "
                    "an overhead",
                )


def _sheet(root: str, tile: Tile, pattern: Pattern) -> Iterator[Problem]:
    """Whether chips can come on a sheet in this pattern, so that one goes on from the next."""
    if tile.sheet is None:
        return
    if isinstance(pattern, Herringbone) and not pattern.diagonal:
        message = "stands upright and repeats only on a slant; on sheets it is at 45 degrees"
        yield Problem(pointer=f"{root}/pattern/diagonal", message=message)
    if isinstance(pattern, Diagonal) and abs(tile.length - tile.height) > EPS:
        message = "repeats only on a slant: on sheets laid diagonally there are only squares"
        yield Problem(pointer=f"{root}/tile/length", message=message)
    if not isinstance(pattern, Courses):
        return
    bond = pattern.bond
    if bond.by_rule:
        message = "is shifted by rule, and no sheet is made so; take a bond that repeats"
        yield Problem(pointer=f"{root}/pattern/bond", message=message)
    elif (tile.sheet.up or 0) % rows_of(bond):
        rows = rows_of(bond)
        yield Problem(
            pointer=f"{root}/tile/sheet/up",
            message="leaves a row out of step with the next sheet: with rows shifted "
            f"{bond.p}/{bond.q} a sheet is a multiple of {rows} rows high",
        )
    if pattern.border is not None:
        message = "cannot run between rows of chips: lay it as an area of its own"
        yield Problem(pointer=f"{root}/pattern/border", message=message)


def _ledger(job: Job, root: str, tile: Tile, pattern: Pattern) -> Iterator[Problem]:
    """Whether panels of ledger stone can be laid so."""
    if isinstance(pattern, Courses) and pattern.bond.way == "shortened":
        least, length = job.settings.ledger_apart, module_for(tile, pattern).across
        if least > MOST_SHORTENED * length + EPS:
            message = (
                f"shortens each course by {_show(job, least)}, and tiles of {_show(job, length)} "
                f"have room for four starts at most {_show(job, MOST_SHORTENED * length)} apart: "
                "take a longer tile, another bond, or let ends come nearer in the rules"
            )
            yield Problem(pointer=f"{root}/pattern/bond", message=message)
    if tile.ledger is None:
        return
    at = f"{root}/tile/ledger"
    if tile.ledger.thinnest > tile.thickness + EPS:
        message = (
            f"is more than that of the thickest, {_show(job, tile.thickness)}: "
            "the tile's thickness is that of its thickest stone"
        )
        yield Problem(pointer=f"{at}/thinnest", message=message)
    if tile.ledger.interlock > tile.length / 2:
        message = f"is more than half the panel, which is {_show(job, tile.length)} long"
        yield Problem(pointer=f"{at}/interlock", message=message)
    if tile.sheet is not None:
        message = "is of single chips: ledger stone comes on panels, not on sheets"
        yield Problem(pointer=f"{root}/tile/sheet", message=message)
    if not isinstance(pattern, Courses) or pattern.lay != "lying":
        message = "is for single tiles: panels of ledger stone lie in level courses"
        yield Problem(pointer=f"{root}/pattern", message=message)
    elif pattern.joint > EPS:
        message = "must be 0: panels of ledger stone stand one upon another, without joints"
        yield Problem(pointer=f"{root}/pattern/joint", message=message)


def _room(job: Job, kitchen: Kitchen) -> Iterator[Problem]:
    gaps, tiles = job.settings, tiles_of(job)
    root = {wall.id: f"/walls/{number}" for number, wall in enumerate(job.walls)}
    widest = 4 * max(gaps.corner_gap, gaps.trim_face, gaps.opening_gap, 0.25)
    count = met = clipped = 0.0
    border = job.border
    for surface in kitchen.surfaces:
        low, high = heights_of(surface)
        _, tile, pattern = tiles[tile_on(job, surface.id)]
        module = module_for(tile, pattern)
        count += ((surface.x1 - surface.x0) / module.across + 2) * ((high - low) / module.up + 2)
        if border is not None and surface.id == surface.of:
            count += (surface.x1 - surface.x0) / (border.tile.length + job.pattern.joint) + 2
        for thing in surface.things:
            box = thing.box.meet(Rect(surface.x0, low, surface.x1, high))
            if not box.empty():
                many = (box.width / module.across + 2) * (box.height / module.up + 2)
                met += many
                clipped += many if thing.round or not is_square(thing.outline) else 0.0
        if surface.id != surface.of:
            continue
        if surface.x1 - surface.x0 <= widest:
            yield Problem(
                pointer=f"{root[surface.of]}/length",
                message="leaves no room for tile between its ends",
            )
        least = min(surface.top_left, surface.top_right)
        highest = max(y for _, y in surface.counter)
        if least <= highest + gaps.counter_gap + max(gaps.trim_face, gaps.overhead_gap) + EPS:
            yield Problem(
                pointer=f"{root[surface.of]}/top/height",
                message="leaves no room for tile over the counter",
            )
    for area in kitchen.areas:
        module = module_for(tiles[area.id].tile, tiles[area.id].pattern)
        count += (area.box.width / module.across + 2) * (area.box.height / module.up + 2)
    if max(met / MOST_MET, clipped / MOST_CLIPPED) > 1:
        yield Problem(
            pointer="/walls",
            message="has so many things upon one another that tile cannot be laid around them; "
            "take out lines that were written twice, or check the sizes of what is round or slopes",
        )
    if count > MOST_PIECES:
        yield Problem(
            pointer="/tile/length",
            message=f"would need about {count:,.0f} pieces in this kitchen; Pennant draws up to "
            f"{MOST_PIECES:,}: check the sizes of tile and walls",
        )


def _show(job: Job, mm: float) -> str:
    return show_with_unit(mm, job.step)
