"""The notebook's lines as one would write them: what `core.notebook` reads, written back."""

from collections.abc import Iterator

from pennant.core.document.job import Job
from pennant.core.document.lengths import Units, show_exact
from pennant.core.document.line_names import spoken
from pennant.core.document.measures import Along, Up, slug
from pennant.core.document.survey import (
    AnyThing,
    Below,
    Block,
    Check,
    Device,
    Level,
    Opening,
    Overhead,
    Raised,
    Round,
    Zone,
)
from pennant.core.document.values import Value
from pennant.core.geometry.kept import kept
from pennant.words.counts import counted
from pennant.words.measures import MeasureText, measures_of


class LineText(Value):
    """A line of a wall's notebook, as text, with its measures one by one."""

    id: str
    pointer: str
    kind: str
    name: str
    text: str
    measures: tuple[MeasureText, ...]


def lines_of(job: Job, number: int) -> tuple[LineText, ...]:
    """Return the lines of a wall's notebook."""
    return _lines(job.walls[number].things, f"/walls/{number}/things", job.units)


KEPT_LINES = 5_000
"""A dozen kitchens with all their walls."""


def _count(lines: tuple[LineText, ...]) -> int:
    return len(lines)


@kept(KEPT_LINES, _count)
def _lines(things: tuple[AnyThing, ...], pointer: str, units: Units) -> tuple[LineText, ...]:
    names = {thing.id: thing.name for thing in things}
    return tuple(
        LineText.model_construct(
            id=thing.id,
            pointer=f"{pointer}/{place}",
            kind=thing.kind,
            name=thing.name,
            text=write_line(thing, units),
            measures=tuple(measures_of(thing, f"{pointer}/{place}", names)),
        )
        for place, thing in enumerate(things)
    )


def write_line(thing: AnyThing, units: Units) -> str:
    """Return a thing as a line of the notebook; reading it gives the same thing."""
    return " ".join(_words(thing, units))


def _words(thing: AnyThing, units: Units) -> Iterator[str]:
    yield thing.kind
    usual = thing.name == spoken(thing.id) and thing.id.rstrip("-0123456789") == thing.kind
    if not usual:
        yield f'"{thing.name}"'
    if slug(thing.name) != thing.id:
        yield f"#{thing.id}"
    if isinstance(thing, Check):
        yield f"{_len(thing.value, units)} from {_place(thing.first)} to {_place(thing.second)}"
        yield from _with(thing.taken_with, "tape")
    else:
        yield from _along(thing.at, units, type(thing).model_fields["at"].annotation)
    yield from _rest(thing, units)
    if thing.unsettled:
        yield f'unsettled "{thing.unsettled.why}"'
        if thing.unsettled.owed_to:
            yield f'owed "{thing.unsettled.owed_to}"'
        if thing.unsettled.hold:
            yield f"hold {_len(thing.unsettled.hold, units)}"


def _len(mm: float, units: Units) -> str:
    return show_exact(mm, units)


def _along(at: Along, units: Units, usual: object) -> Iterator[str]:
    usual_to = usual.model_fields["to"].default if isinstance(usual, type) else "near"  # type: ignore[attr-defined]
    if at.to == usual_to:
        yield _len(at.value, units)
    elif at.to == "near":
        yield f"at {_len(at.value, units)}"
    else:
        yield f"{at.to} {_len(at.value, units)}"
    # "outlet left 40" alone could mean two things.
    if at.taken_from != "left" or at.to in ("left", "right"):
        yield f"from {_place(at.taken_from)}"
    yield from _with(at.taken_with, "tape")


def _up(word: str, up: Up, units: Units, usual: str) -> Iterator[str]:
    yield word if up.to == usual else f"{word} {up.to}"
    yield _len(up.value, units)
    if up.taken_from != "counter":
        yield f"from {_place(up.taken_from)}"
    yield from _with(up.taken_with, "tape")


def _place(ref: str) -> str:
    id_, _, side = ref.partition(".")
    return f"{id_} {side}" if side else ref


def _with(tool: str, usual: str) -> Iterator[str]:
    if tool != usual:
        yield f"by {tool}"


def _sizes(thing: AnyThing, units: Units, **fields: str) -> Iterator[str]:
    for field, word in fields.items():
        value = getattr(thing, field)
        if value:
            yield f"{word} {_len(value, units)}"


def _rest(thing: AnyThing, units: Units) -> Iterator[str]:
    match thing:
        case Overhead():
            yield from _sizes(thing, units, width="wide")
            yield from _up("clear", thing.clear, units, "near")
            if thing.clear_right:
                yield f"right {_len(thing.clear_right.value, units)}"
                if thing.clear_right.taken_from != thing.clear.taken_from:
                    yield f"from {_place(thing.clear_right.taken_from)}"
                yield from _with(thing.clear_right.taken_with, thing.clear.taken_with)
            yield from _sizes(thing, units, thick="thick", behind="behind", depth="deep")
            yield from _trim(thing.trim)
        case Opening():
            yield from _sizes(thing, units, width="wide")
            yield from _up("sill", thing.sill, units, "near")
            yield from _sizes(thing, units, height="high")
            if thing.measured_to == "jamb":
                yield "to jamb"
            yield from _sizes(
                thing,
                units,
                casing="casing",
                casing_depth="stands",
                stool="stool",
                horn="horn",
                depth="deep",
            )
            if thing.returns:
                yield "returns " + " ".join(thing.returns)
            yield from _trim(thing.trim)
        case Device():
            yield from _up("up", thing.up, units, "centre")
            if thing.gangs > 1:
                yield f"{thing.gangs} gang"
            if thing.turn == "sideways":
                yield "sideways"
            if thing.measured_to == "plate":
                yield "to plate"
            yield from _sizes(
                thing,
                units,
                box_width="wide",
                box_height="high",
                plate_width="plate-wide",
                plate_height="plate-high",
            )
            if thing.legs_off:
                yield "legs-off"
        case Round():
            yield from _up("up", thing.up, units, "centre")
            yield from _sizes(thing, units, diameter="dia", cover="cover")
        case Block():
            yield from _sizes(thing, units, width="wide")
            yield from _up("up", thing.up, units, "near")
            yield from _sizes(thing, units, height="high", depth="deep")
        case Below():
            yield from _sizes(thing, units, width="wide", down="down")
            if thing.courses:
                yield f"down {counted(thing.courses, 'course')}"
        case Raised():
            yield from _sizes(thing, units, width="wide", height="high", depth="deep")
            yield from _trim(thing.trim)
        case Level():
            yield f"below {_len(thing.below, units)}"
            yield from _with(thing.taken_with, "rule")
        case Zone():
            yield from _sizes(thing, units, width="wide")
            yield thing.made_of
            yield from (s for s in ("damp", "greasy", "cracked", "loose") if getattr(thing, s))
            yield from _sizes(thing, units, flat="flat", over="over")
            if thing.old_tile is not None:
                yield "stays" if thing.old_tile == "over" else "off"
        case _:
            return


def _trim(sides: tuple[str, ...]) -> Iterator[str]:
    """The sides at which tile ends in a trim."""
    if sides:
        yield "trim " + " ".join(sides)
