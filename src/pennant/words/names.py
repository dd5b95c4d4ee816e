"""What things are called on the drawing and in sentences."""

from collections.abc import Iterable

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.document.things import Form
from pennant.core.geometry.tolerance import EPS
from pennant.core.layout.cut_kind import CutKind
from pennant.core.layout.pieces import Piece
from pennant.core.survey.placed import Kitchen, Placed, Surface

CUT_NAMES: dict[CutKind, str] = {
    "full": "full tile",
    "crosscut": "crosscut",
    "rip": "rip",
    "both": "crosscut and rip",
    "angled": "cut at an angle",
    "taper": "tapered",
    "notch": "notched",
    "curve": "cut round",
    "hole": "with a hole",
}

_ENDS = {
    "corner": "{side} corner",
    "lapped": "{side} corner",
    "met": "{side} corner",
    "laps": "{side} corner",
    "folded": "outside corner, {side}",
    "outside": "outside corner, {side}",
    "open": "open {side} end",
    "casing": "{side} end",
    "cabinet": "{side} end",
    "front": "front edge",
    "frame": "inner edge",
    "edged": "{side} edge",
    "edge": "{side} end",
}
_TOPS = {
    "open": "Top line",
    "tips": "Top line",
    "ceiling": "Ceiling",
    "corner": "Head",
    "frame": "Inner edge",
    "back": "At the wall",
    "edge": "Upper edge",
}
_FEET = {
    "counter": "Counter",
    "corner": "Foot",
    "front": "Front edge",
    "open": "Front edge",
    "edged": "Front edge",
    "edge": "Lower edge",
}
_OPENINGS = {"left": "left jamb", "right": "right jamb"}


class Names:
    """The names of a kitchen's walls, things and edges."""

    def __init__(self, kitchen: Kitchen) -> None:
        self.surfaces = {surface.id: surface for surface in kitchen.surfaces}
        self.things: dict[str, Placed] = {
            thing.id: thing for surface in kitchen.surfaces for thing in surface.things
        }
        self.areas = {area.id: area.name for area in kitchen.areas}
        self.several = len(kitchen.surfaces) > 1

    def thing(self, id_: str) -> str:
        """Return the name of a thing, an area or a wall."""
        if id_ in self.areas:
            return self.areas[id_]
        if id_ in self.things:
            return self.things[id_].name
        return self.surfaces[id_].name if id_ in self.surfaces else id_

    def edge(self, edge: str) -> str:
        """Return the name of an edge from its id, or of a thing from its own."""
        owner, _, side = edge.partition(":")
        if owner in self.surfaces:
            return self.surfaces[owner].name if not side else _own(self.surfaces[owner], side)
        if owner in self.areas:
            return f"{self.areas[owner]}, {side}" if side else self.areas[owner]
        base, _, part = owner.partition(".")
        if base in self.areas:
            return f"{self.areas[base]}, inside {side}" if side else self.areas[base]
        if base in self.surfaces:
            return self._stretch(self.surfaces[base], int(part))
        name = self.thing(base) if part != "stool" else f"{self.thing(base)} sill"
        if not side:
            return name
        return self._of_thing(self.things[base].form, part, name, side)

    def _stretch(self, surface: Surface, number: int) -> str:
        """A further stretch of counter, by the gap that it begins at."""
        gaps = sorted(
            (thing for thing in surface.things if thing.form == "gap"),
            key=lambda thing: thing.box.x0,
        )
        ended = [thing for thing in gaps if thing.box.x0 > surface.x0 + EPS]
        return f"Counter, right of {ended[number - 2].name}"

    def _of_thing(self, form: Form, part: str, name: str, side: str) -> str:
        if part == "stool":
            return {"top": f"Over {name}", "bottom": f"Under {name}"}.get(side, f"{name}, {side}")
        if form == "opening":
            return {"bottom": f"Under {name}", "top": f"Over {name}"}.get(
                side, f"{name}, {_OPENINGS.get(side, side)}"
            )
        if form == "hanging":
            return {"bottom": f"Under {name}", "top": f"Over {name}"}.get(
                side, f"{name}, {side} side"
            )
        if form == "gap":
            return f"Foot of {name}" if side == "bottom" else f"{name}, {side} side"
        if form == "raised":
            return f"Over {name}" if side == "top" else f"{name}, {side} side"
        if form == "box":
            return f"{name}, {side} of the box"
        return f"{name}, {side}"


def _own(surface: Surface, side: str) -> str:
    if side in ("left", "right"):
        kind = surface.left if side == "left" else surface.right
        text = _ENDS[kind].format(side=side)
    elif side == "top":
        text = _TOPS[surface.top]
    else:
        text = _FEET.get(surface.bottom, "Foot")
    return text[0].upper() + text[1:]


MOST_NAMED = 8
"""Courses without an order that are named one by one."""


def courses(numbers: Iterable[int]) -> str:
    """Say courses as people count them, from 1: ``course 3``, ``courses 1, 3, 5``, ``4 to 9``.

    >>> courses([0, 2, 4]), courses([2]), courses([3, 4, 5, 6])
    ('courses 1, 3, 5', 'course 3', 'courses 4 to 7')
    """
    counted = sorted({number + 1 for number in numbers})
    total = f", {len(counted)} in all" if _in_short(counted) else ""
    return (
        f"course{'' if len(counted) == 1 else 's'} {_listed(counted, ', ', ' to ', ' … ')}{total}"
    )


def courses_in_brief(job: Job, numbers: Iterable[int]) -> str:
    """Say courses as short as can be, beside a number on the wall: ``c3,5…9``, ``r4–9``."""
    counted = sorted({number + 1 for number in numbers})
    return ("c" if job.in_courses else "r") + _listed(counted, ",", "–", "…")


def _listed(counted: list[int], comma: str, to: str, gap: str) -> str:
    """Numbers in order, those that follow one another as a stretch, every other one as a step."""
    if not counted:
        return ""
    first, last = counted[0], counted[-1]
    if len(counted) > 2 and last - first == len(counted) - 1:
        return f"{first}{to}{last}"
    stepped = len(counted) > 3 and counted == list(range(first, last + 1, 2))
    if stepped or _in_short(counted):
        return f"{first}{comma}{counted[1]}{gap}{last}"
    return comma.join(str(number) for number in counted)


def _in_short(counted: list[int]) -> bool:
    """Whether courses are too many to be named one by one, and follow no order."""
    if len(counted) <= MOST_NAMED:
        return False
    first, last = counted[0], counted[-1]
    ordered = last - first == len(counted) - 1 or counted == list(range(first, last + 1, 2))
    return not ordered


def rows(job: Job, numbers: Iterable[int]) -> str:
    """Say courses as people count them; on a lattice they are rows."""
    text = courses(numbers)
    return text if job.in_courses else text.replace("course", "row")


def piece_size(job: Job, piece: Piece) -> str:
    """Say a piece's greatest extents, width first: ``5 3/4" x 2 13/16"``."""
    return extents(job, piece.width, piece.height)


def extents(job: Job, width: float, height: float) -> str:
    """Say a width and a height in mm."""
    return f"{show_with_unit(width, job.step)} × {show_with_unit(height, job.step)}"
