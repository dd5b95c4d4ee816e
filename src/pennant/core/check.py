"""What cannot be drawn: each refusal names the field, says what is wrong and what would be right.

Things that can be drawn but should not be built are findings, not refusals.
"""

from collections.abc import Iterable, Iterator

from pennant.core.field import WALL, box_rect, opening_rect, overhead_rect
from pennant.core.job import Centred, Device, FullCounter, Job, Opening, Overhead
from pennant.core.lengths import MM_PER_INCH, show_with_unit
from pennant.core.rect import Rect
from pennant.core.start import module_of
from pennant.core.tolerance import EPS
from pennant.core.values import Value

MOST_PIECES = 20_000
"""More pieces than any kitchen has; a mistyped tile would otherwise keep the machine busy."""
LEAST_TILE = 5.0
"""Millimetres: the side of the smallest chip sold, far under what anyone sets singly."""


class Problem(Value):
    """One thing that cannot be drawn. ``pointer`` is a JSON pointer into the job."""

    pointer: str
    message: str


class JobRefused(ValueError):
    """The job cannot be drawn. ``problems`` says why, field by field."""

    def __init__(self, problems: list[Problem]) -> None:
        self.problems = problems
        super().__init__("; ".join(f"{p.pointer}: {p.message}" for p in problems))


def refuse_if_wrong(job: Job) -> None:
    """Raise `JobRefused` with every problem found; return if there is none."""
    problems = list(problems_of(job))
    if problems:
        raise JobRefused(problems)


def problems_of(job: Job) -> Iterator[Problem]:
    """Yield what cannot be drawn; sizes first, because places mean nothing without them."""
    found = False
    for problem in (*_ids(job), *_sizes(job), *_places(job), *_start(job)):
        found = True
        yield problem
    if not found:
        yield from _overlaps(job)


def _ids(job: Job) -> Iterator[Problem]:
    seen = {WALL}
    for pointer, thing in _things(job):
        if thing.id in seen:
            yield Problem(
                pointer=f"{pointer}/id", message=f"{thing.id!r} is taken; give it an id of its own"
            )
        seen.add(thing.id)


def _things(job: Job) -> Iterator[tuple[str, Overhead | Opening | Device]]:
    wall = job.wall
    groups: tuple[tuple[str, Iterable[Overhead | Opening | Device]], ...] = (
        ("overheads", wall.overheads), ("openings", wall.openings), ("devices", wall.devices),
    )  # fmt: skip
    for group, things in groups:
        for number, thing in enumerate(things):
            yield f"/wall/{group}/{number}", thing


def _sizes(job: Job) -> Iterator[Problem]:
    for name in ("length", "height"):
        if getattr(job.tile, name) < LEAST_TILE:
            yield Problem(
                pointer=f"/tile/{name}",
                message=f"is under {_show(job, LEAST_TILE)}, smaller than any tile set singly",
            )
    if job.pattern.joint > min(job.tile.length, job.tile.height):
        yield Problem(
            pointer="/pattern/joint",
            message="is wider than the tile; a joint is usually 1/16 to 3/8 in (2 to 10 mm)",
        )
    module = module_of(job)
    count = (job.wall.length / module.across + 2) * (job.wall.top.height / module.up + 2)
    if count > MOST_PIECES:
        yield Problem(
            pointer="/tile/length",
            message=f"would need about {count:,.0f} pieces on this wall; Pennant draws up to "
            f"{MOST_PIECES:,}: check the sizes of tile and wall",
        )
    gaps = job.settings
    if job.wall.length <= 4 * max(gaps.corner_gap, gaps.trim_face, gaps.opening_gap, 0.25):
        yield Problem(pointer="/wall/length", message="leaves no room for tile between its ends")
    if job.wall.top.height <= gaps.counter_gap + max(gaps.trim_face, gaps.overhead_gap) + EPS:
        yield Problem(
            pointer="/wall/top/height", message="leaves no room for tile over the counter"
        )


def _places(job: Job) -> Iterator[Problem]:
    """Everything must lie on the wall. The message gives the largest value that would do."""
    length, top = job.wall.length, job.wall.top.height
    for pointer, thing in _things(job):
        if not isinstance(thing, Device) and thing.x + thing.width > length + EPS:
            yield _past_end(job, pointer, thing.name, thing.x, thing.width)
    for number, overhead in enumerate(job.wall.overheads):
        if overhead.bottom > top + EPS:
            yield Problem(
                pointer=f"/wall/overheads/{number}/bottom",
                message=f"is above the line where tile stops, {_show(job, top)}; "
                "lower it, raise the top, or leave it out",
            )
    for number, opening in enumerate(job.wall.openings):
        if opening.sill >= top - EPS:
            yield Problem(
                pointer=f"/wall/openings/{number}/sill",
                message=f"is above the line where tile stops, {_show(job, top)}",
            )
    frame = Rect(0, 0, length, top)
    for number, device in enumerate(job.wall.devices):
        yield from _device(job, f"/wall/devices/{number}", device, frame)


def _device(job: Job, pointer: str, device: Device, frame: Rect) -> Iterator[Problem]:
    box = box_rect(device)
    for field, low, high, far in (
        ("x", box.x0, box.x1, frame.x1), ("y", box.y0, box.y1, frame.y1),
    ):  # fmt: skip
        if low < -EPS or high > far + EPS:
            half = (high - low) / 2
            yield Problem(
                pointer=f"{pointer}/{field}",
                message=f"puts the box of {device.name} off the wall; its centre can be from "
                f"{_show(job, half)} to {_show(job, far - half)}",
            )


def _past_end(job: Job, pointer: str, name: str, x: float, width: float) -> Problem:
    length = job.wall.length
    if x >= length:
        field, most = "x", max(length - width, 0.0)
    else:
        field, most = "width", length - x
    message = (
        f"takes {name} to {_show(job, x + width)}, past the wall's end at "
        f"{_show(job, length)}; it can be at most {_show(job, most)}"
    )
    value = x if field == "x" else width
    if job.units == "in" and value > length and value / MM_PER_INCH <= length:
        message += f" (was {value / MM_PER_INCH:g} mm meant? then write the mm)"
    return Problem(pointer=f"{pointer}/{field}", message=message)


def _overlaps(job: Job) -> Iterator[Problem]:
    """Two things cannot stand in one place. The later one is named, with what it runs into."""
    placed: list[tuple[str, Rect]] = []
    for pointer, thing in _things(job):
        rect = _rect_of(thing, job)
        for name, other in placed:
            if rect.overlaps(other):
                common = rect.meet(other)
                yield Problem(
                    pointer=f"{pointer}/x",
                    message=f"{thing.name} overlaps {name} by {_show(job, common.width)} across "
                    f"and {_show(job, common.height)} up; check the two places and sizes",
                )
                break
        placed.append((thing.name, rect))


def _rect_of(thing: Overhead | Opening | Device, job: Job) -> Rect:
    if isinstance(thing, Overhead):
        return overhead_rect(thing, job.wall)
    return opening_rect(thing) if isinstance(thing, Opening) else box_rect(thing)


def _start(job: Job) -> Iterator[Problem]:
    across, up = job.start.across, job.start.up
    if isinstance(across, Centred):
        if across.on == "opening" and across.opening not in {o.id for o in job.wall.openings}:
            yield Problem(
                pointer="/start/across/opening",
                message="names no opening of this wall; choose one, or centre on the wall",
            )
        if across.on == "point":
            if across.x is None:
                yield Problem(
                    pointer="/start/across/x", message="is missing; give the point to centre on"
                )
            elif across.x > job.wall.length:
                yield Problem(
                    pointer="/start/across/x",
                    message=f"is past the wall's end at {_show(job, job.wall.length)}",
                )
    if not isinstance(up, FullCounter) and up.under is not None:
        if up.under not in {o.id for o in job.wall.overheads}:
            yield Problem(
                pointer="/start/up/under",
                message="names no cabinet or hood of this wall; choose one, or the top line",
            )


def _show(job: Job, mm: float) -> str:
    return show_with_unit(mm, job.step)
