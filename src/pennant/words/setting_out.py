"""The setting-out of a wall in words: what to strike, in the order in which one strikes it."""

from collections.abc import Callable, Iterator, Sequence

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_length, show_with_unit
from pennant.core.document.values import Value
from pennant.core.laying.setting_out import SettingOut, setting_out_of
from pennant.core.plan import Plan
from pennant.core.survey.placed import PlacedArea, Surface
from pennant.words.names import courses


class StruckLine(Value):
    """One line to strike: what it is, and its distances as they read on the tape.

    ``x`` or ``y`` is where it lies on the wall, in mm; ``to`` are a diagonal's two ends.
    """

    what: str
    reads: str
    note: str = ""
    x: float | None = None
    y: float | None = None
    to: tuple[float, float, float, float] | None = None


class SettingOutText(Value):
    """The lines of one wall."""

    surface: str
    begin: str
    start: tuple[StruckLine, ...]
    heights: tuple[StruckLine, ...]
    joints: tuple[StruckLine, ...]
    trims: tuple[StruckLine, ...]
    diagonals: tuple[StruckLine, ...] = ()
    areas: tuple[StruckLine, ...] = ()


def setting_out_in_words(job: Job, plan: Plan) -> Iterator[SettingOutText]:
    """Yield the setting-out of every wall of a plan, and of every tiled counter."""
    for counter in job.counters:
        surface = plan.kitchen.surface(counter.id)
        found = setting_out_of(job, plan.kitchen, plan.surface(surface.id))
        words = _in_words(job, surface, found, ())
        yield words.model_copy(
            update={
                "begin": words.begin.replace("on the wall", "on the counter"),
                "start": tuple(_on_counter(line) for line in words.start),
                "heights": tuple(_on_counter(line) for line in words.heights),
            }
        )
    for surface in plan.kitchen.walls:
        found = setting_out_of(job, plan.kitchen, plan.surface(surface.id))
        areas = [area for area in plan.kitchen.areas if area.wall == surface.id]
        yield _in_words(job, surface, found, areas)


_FROM_ABOVE = {
    "Course": "Row",
    "lower edge": "front edge",
    "lowest points": "points nearest to the front",
    "from the left end": "from the wall's left end",
    "from the right end": "from the counter's right end",
    "over the level line": "from the front edge",
}
"""What is said of a wall, as it is said of a counter that one looks down on."""


def _on_counter(line: StruckLine) -> StruckLine:
    what = line.what
    for wall, counter in _FROM_ABOVE.items():
        what = what.replace(wall, counter)
    return line.model_copy(update={"what": what})


def _in_words(
    job: Job, surface: Surface, found: SettingOut, areas: Sequence[PlacedArea]
) -> SettingOutText:
    def at(mm: float) -> str:
        return show_with_unit(mm, job.step)

    heights = [
        StruckLine(
            what=f"Row {line.course + 1}, lowest points"
            if found.level is not None
            else f"Course {line.course + 1}, lower edge",
            reads=at(line.over_datum),
            y=line.over_datum,
            note=_from_laser(job, line.below_laser),
        )
        for line in found.courses
    ]
    joints = [
        StruckLine(
            what=courses(kind.courses).capitalize(),
            reads=", ".join(show_length(x, job.step) for x in kind.at),
            x=kind.at[0] if kind.at else None,
        )
        for kind in found.joints
    ]
    trims = [
        StruckLine(
            what=f"{'Top' if line.side == 'top' else f'{line.side.capitalize()} end'}: tile to",
            reads=at(line.at),
            note="over the counter line" if line.side == "top" else "from the left end",
            x=None if line.side == "top" else line.at,
            y=line.at if line.side == "top" else None,
        )
        for line in found.trims
    ]
    return SettingOutText(
        surface=surface.id,
        begin=_begin(found),
        start=(
            StruckLine(
                what="Start line, from the left end",
                reads=at(found.start),
                x=found.start,
                note="plumb through the middle of a tile or point"
                if found.level is not None
                else "",
            ),
            StruckLine(what="The same, from the right end", reads=at(found.from_right)),
            *(
                [
                    StruckLine(
                        what="Line of points, over the level line",
                        reads=at(found.level),
                        y=found.level,
                        note="points of tiles lie on it",
                    )
                ]
                if found.level is not None
                else []
            ),
        ),
        heights=tuple(heights),
        joints=tuple(joints),
        trims=tuple(trims),
        diagonals=tuple(_diagonals(at, found)),
        areas=tuple(line for area in areas for line in _frame(at, area, found)),
    )


def _diagonals(at: Callable[[float], str], found: SettingOut) -> Iterator[StruckLine]:
    """The two diagonals, by where they leave the wall: two points to strike a line between."""
    for line, way in zip(
        found.diagonals, ("rising to the right", "rising to the left"), strict=False
    ):
        (x0, y0), (x1, y1) = line.low, line.high
        yield StruckLine(
            what=f"At 45°, {way}",
            reads=f"{at(x0)} along, {at(y0)} up; {at(x1)} along, {at(y1)} up",
            note="from the left end and the level line",
            to=(x0, y0, x1, y1),
        )


def _frame(at: Callable[[float], str], area: PlacedArea, found: SettingOut) -> Iterator[StruckLine]:
    """The frame of an area, as far as it lies on the wall: from the left end and over the datum."""
    box, length = area.box, found.start + found.from_right
    if box.x0 > 0 and box.x1 < length:
        yield StruckLine(
            what=f"{area.name}, left and right",
            reads=f"{at(box.x0)} and {at(box.x1)}",
            note="from the left end",
        )
    yield StruckLine(
        what=f"{area.name}, foot and head",
        reads=f"{at(box.y0)} and {at(box.y1)}",
        note="over the level line",
    )


def _from_laser(job: Job, below: float | None) -> str:
    """Where a line is from the laser's; nothing where no laser's height was taken."""
    if below is None:
        return ""
    where = "below" if below >= 0 else "over"
    return f"{show_with_unit(abs(below), job.step)} {where} the laser"


def _begin(found: SettingOut) -> str:
    """Where setting begins: at the line that is hard; it closes where there is play."""
    for end, other in (("left", "right"), ("right", "left")):
        if end in found.floats and other not in found.floats:
            return (
                f"Begin at the {other} end, whose line is fixed; the {end} end may still move, and "
                "the fit closes there."
            )
    if found.full_left and not found.full_right:
        return "Begin at the left end, where full tiles stand; the fit closes at the right."
    if found.full_right and not found.full_left:
        return "Begin at the right end, where full tiles stand; the fit closes at the left."
    if found.full_left and found.full_right:
        return "Full tiles stand at both ends: begin at either, and watch the joints to the other."
    return (
        "Begin at the start line and work both ways; the last piece at each end is measured on "
        "the wall."
    )
