"""Works out where everything stands from the measures as they were taken.

Every place is a walk over measures back to an end of its wall, so the order in which lines were
written does not matter, and each place can say which measures it rests on (its *path*).
"""

from dataclasses import dataclass
from itertools import pairwise
from typing import NamedTuple

from pennant.core.document.job import Job
from pennant.core.document.measures import Along, Up
from pennant.core.document.notebook import a_
from pennant.core.document.refusal import JobRefused, Problem
from pennant.core.document.survey import (
    AnyThing,
    Below,
    Block,
    Check,
    Device,
    Level,
    Mark,
    Opening,
    Overhead,
    Raised,
    Round,
    Wall,
    Zone,
)
from pennant.core.survey.placed import height_at

Placeable = Overhead | Opening | Device | Round | Block | Below | Raised | Level | Mark | Zone


class Place(NamedTuple):
    """A coordinate (mm) and the measures that it rests on, as pointers into the job."""

    at: float
    path: frozenset[str]


class Span(NamedTuple):
    """From one place to another: the sides of a thing."""

    low: Place
    high: Place

    @property
    def middle(self) -> Place:
        """Half way."""
        return Place((self.low.at + self.high.at) / 2, self.low.path | self.high.path)


@dataclass(frozen=True)
class Size:
    """A thing's extent one way and the pointers that it was read from."""

    mm: float
    path: frozenset[str] = frozenset()


class WallPlaces:
    """The places along and up one wall. Raises `JobRefused` for what leads nowhere."""

    def __init__(self, job: Job, number: int, laser: float | None) -> None:
        self.job, self.wall, self.laser = job, job.walls[number], laser
        self.root = f"/walls/{number}"
        self.index = {thing.id: n for n, thing in enumerate(self.wall.things)}
        self._along: dict[str, Span] = {}
        self._up: dict[str, Span] = {}
        self._open: list[tuple[str, str]] = []
        self.levelled = any(isinstance(thing, Level) for thing in self.wall.things)
        self.told_by_corner = False
        self.counter = self._counter()

    def take_level(self, height: float) -> None:
        """Take the counter's height at a corner from the wall that shares it.

        For a wall whose own counter was not measured: a corner has one height.
        """
        self.told_by_corner = True
        self.counter = ((0.0, height), (self.wall.length, height))

    def pointer(self, id_: str) -> str:
        """Return the pointer of a thing's line."""
        return f"{self.root}/things/{self.index[id_]}"

    def along(self, id_: str) -> Span:
        """Return the sides of a thing along the wall, as tile meets them."""
        if id_ not in self._along:
            thing = self._thing(id_)
            if isinstance(thing, Check):
                raise _refused(self.pointer(id_), "a check has no place of its own")
            with_width = self._width(thing)
            self._enter(id_, "at")
            span = self._set(thing.at, f"{self.pointer(id_)}/at/value", with_width)
            self._open.pop()
            edge = _casing(thing) if self._to_jamb(thing) else 0.0
            self._along[id_] = Span(
                Place(span.low.at - edge, span.low.path), Place(span.high.at + edge, span.high.path)
            )
        return self._along[id_]

    def up(self, id_: str) -> Span:
        """Return the underside and top of a thing, at its middle."""
        if id_ not in self._up:
            thing = self._thing(id_)
            self._enter(id_, "up")
            self._up[id_] = self._heights(thing)
            self._open.pop()
        return self._up[id_]

    def place(self, ref: str, at: str) -> Place:
        """Return where a reference along the wall is; ``at`` is the pointer that names it."""
        if ref == "left":
            return Place(0.0, frozenset())
        if ref == "right":
            return Place(self.wall.length, frozenset({f"{self.root}/length"}))
        id_, side = self._owner(ref, at)
        span = self.along(id_)
        return {"left": span.low, "right": span.high, "centre": span.middle}[side]

    def height(self, ref: str, at: str, x: float) -> Place:
        """Return how high a reference is; the counter and the top line, at a place along."""
        if ref == "counter":
            return Place(self.counter_at(x), frozenset())
        if ref == "datum":
            return Place(0.0, frozenset())
        if ref == "top":
            return Place(self.top_at(x), frozenset({f"{self.root}/top/height"}))
        if ref == "laser":
            if self.laser is None:
                raise _refused(
                    at,
                    "no counter height below the laser is known yet; add a line "
                    "such as: level 30 below 31 5/16",
                )
            return Place(self.laser, frozenset())
        id_, side = self._owner(ref, at)
        span = self.up(id_)
        return {"bottom": span.low, "top": span.high, "centre": span.middle}[side]

    def underside(self, thing: Overhead, x: float, *, right: bool) -> Place:
        """Return the height of an overhead's lower edge at one of its ends."""
        field = "clear_right" if right and thing.clear_right else "clear"
        return self._upward(getattr(thing, field), f"{self.pointer(thing.id)}/{field}", x).at_low(
            Size(0.0)
        )

    def taken_along(self, thing: Placeable) -> tuple[float, float]:
        """Return from where to where a thing's measure along the wall was taken."""
        base = self.place(thing.at.taken_from, "").at
        leftward = thing.at.leftward
        return base, base - thing.at.value if leftward else base + thing.at.value

    def taken_up(self, thing: Placeable, field: str, x: float) -> tuple[float, float]:
        """Return from where to where a thing's measure up the wall was taken, at a place along."""
        up: Up = getattr(thing, field)
        return self.height(up.taken_from, "", x).at, self._upward(up, "", x).place.at

    def counter_at(self, x: float) -> float:
        """Return the counter's height over the datum."""
        return height_at(self.counter, x)

    def top_at(self, x: float) -> float:
        """Return the height of the line where tile stops."""
        top = self.wall.top
        right = top.height if top.height_right is None else top.height_right
        return top.height + (right - top.height) * min(max(x / self.wall.length, 0.0), 1.0)

    # --- one thing ---------------------------------------------------------------------------

    def _thing(self, id_: str) -> AnyThing:
        return self.wall.things[self.index[id_]]

    def _owner(self, ref: str, at: str) -> tuple[str, str]:
        id_, _, side = ref.partition(".")
        if id_ not in self.index:
            known = ", ".join(sorted(self.index)) or "nothing yet"
            raise _refused(at, f"names {id_!r}, which is not on this wall; on it: {known}")
        if isinstance(self._thing(id_), Check | Zone):
            raise _refused(
                at,
                f"cannot be taken from {a_(self._thing(id_).kind)}; take it from a "
                "thing, an end or the counter",
            )
        return id_, side

    def _enter(self, id_: str, way: str) -> None:
        if (id_, way) in self._open:
            ring = [one for one, _ in self._open[self._open.index((id_, way)) :]]
            names = ", ".join(self._thing(one).name for one in dict.fromkeys(ring))
            raise _refused(
                f"{self.pointer(id_)}/{'at' if way == 'at' else 'up'}",
                f"is taken from itself by way of {names}; take one of them from an end",
            )
        self._open.append((id_, way))

    def _set(self, at: Along, pointer: str, width: Size) -> Span:
        base = self.place(at.taken_from, pointer.removesuffix("/value") + "/taken_from")
        leftward = at.leftward
        centre = at.taken_from.endswith(".centre")
        point = base.at - at.value if leftward else base.at + at.value
        to = at.to
        if to == "near":
            to = "right" if leftward or (centre and at.value < 0) else "left"
        path = base.path | {pointer}
        share = {"left": 0.0, "centre": 0.5, "right": 1.0}[to]
        # A side is reached by the width only where the measure was not to that side itself.
        low = Place(point - share * width.mm, path | width.path if share else path)
        high = Place(point + (1 - share) * width.mm, path | width.path if share < 1 else path)
        return Span(low, high)

    def _upward(self, up: Up, pointer: str, x: float) -> "_Height":
        base = self.height(up.taken_from, f"{pointer}/taken_from", x)
        downward = up.downward
        point = base.at - up.value if downward else base.at + up.value
        to = up.to if up.to != "near" else ("top" if downward else "bottom")
        return _Height(Place(point, base.path | {f"{pointer}/value"}), to)

    def _heights(self, thing: AnyThing) -> Span:
        pointer = self.pointer(thing.id)
        x = self.along(thing.id).middle.at if not isinstance(thing, Check) else 0.0
        match thing:
            case Overhead():
                left = self.underside(thing, self.along(thing.id).low.at, right=False)
                right = self.underside(thing, self.along(thing.id).high.at, right=True)
                low = Place((left.at + right.at) / 2, left.path | right.path)
                thick = thing.thick if thing.kind == "shelf" and thing.thick else None
                high = low.at + thick if thick else max(self.top_at(x), low.at)
                return Span(low, Place(high, low.path))
            case Opening():
                height = Size(thing.height, frozenset({f"{pointer}/height"}))
                found = self._upward(thing.sill, f"{pointer}/sill", x)
                if thing.sill.to in ("near", "bottom"):
                    found = _Height(found.place, "bottom")
                span = found.span(height)
                edge = _casing(thing) if self._to_jamb(thing) else 0.0
                foot = 0.0 if thing.stool else edge
                return Span(
                    Place(span.low.at - foot, span.low.path),
                    Place(span.high.at + edge, span.high.path),
                )
            case Device() | Round() | Block():
                return self._upward(thing.up, f"{pointer}/up", x).span(self._height(thing))
            case Raised():
                foot_at = self.counter_at(x)
                return Span(
                    Place(foot_at, frozenset()),
                    Place(foot_at + thing.height, frozenset({f"{pointer}/height"})),
                )
            case _:
                raise _refused(pointer, f"{a_(thing.kind)} has no height to measure from")

    def _to_jamb(self, thing: AnyThing) -> bool:
        return isinstance(thing, Opening) and thing.measured_to == "jamb"

    def _width(self, thing: Placeable) -> Size:
        pointer = self.pointer(thing.id)
        match thing:
            case Device():
                box, plate = box_of(self.job, thing), plate_of(self.job, thing)
                return Size((plate if thing.measured_to == "plate" else box)[0])
            case Round():
                return Size(thing.diameter, frozenset({f"{pointer}/diameter"}))
            case Level() | Mark():
                return Size(0.0)
            case _:
                return Size(thing.width, frozenset({f"{pointer}/width"}))

    def _height(self, thing: Device | Round | Block) -> Size:
        match thing:
            case Device():
                box, plate = box_of(self.job, thing), plate_of(self.job, thing)
                return Size((plate if thing.measured_to == "plate" else box)[1])
            case Round():
                return Size(thing.diameter)
            case Block():
                return Size(thing.height, frozenset({f"{self.pointer(thing.id)}/height"}))

    def _counter(self) -> tuple[tuple[float, float], ...]:
        """The counter's line over the datum; level at it where no height was taken."""
        points = {
            round(self.along(thing.id).low.at, 6): (self.laser or 0.0) - thing.below
            for thing in self.wall.things
            if isinstance(thing, Level)
        }
        ends = sorted(points.items()) or [(0.0, 0.0)]
        return (
            (min(0.0, ends[0][0]), ends[0][1]),
            *ends,
            (max(self.wall.length, ends[-1][0]), ends[-1][1]),
        )


class _Height(NamedTuple):
    """A height and which side of the thing it is."""

    place: Place
    to: str

    def at_low(self, size: Size) -> Place:
        return self.span(size).low if self.to != "top" or size.mm else self.place

    def span(self, size: Size) -> Span:
        share = {"bottom": 0.0, "centre": 0.5, "top": 1.0}[self.to]
        at, path = self.place
        return Span(
            Place(at - share * size.mm, path | size.path if share else path),
            Place(at + (1 - share) * size.mm, path | size.path if share < 1 else path),
        )


def places_of(job: Job) -> list[WallPlaces]:
    """Return the places of every wall, the laser line's height worked out from all of them."""
    laser = laser_of(job.walls)
    every = [WallPlaces(job, number, laser) for number in range(len(job.walls))]
    for one, other in pairwise(every):
        if (
            one.wall.corner is not None
            and not other.levelled
            and (one.levelled or one.told_by_corner)
        ):
            other.take_level(one.counter_at(one.wall.length))
    for one, other in reversed(list(pairwise(every))):
        unknown = not one.levelled and not one.told_by_corner
        if one.wall.corner is not None and unknown and (other.levelled or other.told_by_corner):
            one.take_level(other.counter_at(0.0))
    return every


def laser_of(walls: tuple[Wall, ...]) -> float | None:
    """Return the laser line's height over the datum, which is the counter's highest point."""
    below = [t.below for wall in walls for t in wall.things if isinstance(t, Level)]
    return min(below) if below else None


def box_of(job: Job, device: Device) -> tuple[float, float]:
    """Return width and height of a device's box as it sits: its own, or from the job's list."""
    return _sized(job, device, "box")


def plate_of(job: Job, device: Device) -> tuple[float, float]:
    """Return width and height of a device's plate as it sits."""
    return _sized(job, device, "plate")


def _sized(job: Job, device: Device, what: str) -> tuple[float, float]:
    usual = next((size for size in job.boxes if size.gangs == device.gangs), None)
    both = []
    for side in ("width", "height"):
        own = getattr(device, f"{what}_{side}")
        if own is None and usual is None:
            number = next(n for n, wall in enumerate(job.walls) if device in wall.things)
            line = job.walls[number].things.index(device)
            raise _refused(
                f"/walls/{number}/things/{line}/{what}_{side}",
                f"is missing, and the list of boxes has none of {device.gangs} gangs",
            )
        both.append(own if own is not None else getattr(usual, f"{what}_{side}"))
    width, height = both
    return (height, width) if device.turn == "sideways" else (width, height)


def _casing(thing: AnyThing) -> float:
    return thing.casing if isinstance(thing, Opening) else 0.0


def _refused(pointer: str, message: str) -> JobRefused:
    return JobRefused([Problem(pointer=pointer, message=message)])
