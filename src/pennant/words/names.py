"""What things are called on the drawing and in sentences."""

from collections.abc import Iterable

from pennant.core.field import WALL
from pennant.core.job import Job
from pennant.core.lengths import show_with_unit
from pennant.core.pieces import Kind, Piece

KINDS: dict[Kind, str] = {
    "full": "full tile", "crosscut": "crosscut", "rip": "rip", "both": "crosscut and rip",
    "notch": "notched", "hole": "with a hole",
}  # fmt: skip

_WALL_EDGES = {
    "corner": "{side} corner", "open-end": "open {side} end", "side": "{side} end",
    "counter": "Counter", "ceiling": "Ceiling", "open-top": "Top line",
}  # fmt: skip
_THING_EDGES = {
    "overhead": "Under {name}", "side": "{name}, {side} side", "jamb": "{name}, {side} jamb",
    "sill": "Under {name}", "head": "Over {name}", "box": "{name}, {side} of the box",
}  # fmt: skip


def things(job: Job) -> dict[str, str]:
    """Return the name of every thing on the wall by its id."""
    wall = job.wall
    return {
        **{overhead.id: overhead.name for overhead in wall.overheads},
        **{opening.id: opening.name for opening in wall.openings},
        **{device.id: device.name for device in wall.devices},
    }


def edge_name(job: Job, edge: str) -> str:
    """Return the name of an edge from its id, or of a thing from its own."""
    owner, _, side = edge.partition(":")
    if owner == WALL:
        ends = {"left": job.wall.left.kind, "right": job.wall.right.kind}
        kinds = {"corner": "corner", "open": "open-end", "casing": "side", "cabinet": "side"}
        top = {"open": "open-top", "ceiling": "ceiling"}[job.wall.top.kind]
        kind = kinds[ends[side]] if side in ends else {"bottom": "counter", "top": top}[side]
        text = _WALL_EDGES[kind].format(side=side)
        return text[0].upper() + text[1:]
    name = things(job)[owner]
    if not side:
        return name
    return _THING_EDGES[_thing_edge(job, owner, side)].format(name=name, side=side)


def _thing_edge(job: Job, owner: str, side: str) -> str:
    if any(device.id == owner for device in job.wall.devices):
        return "box"
    if any(opening.id == owner for opening in job.wall.openings):
        return {"bottom": "sill", "top": "head"}.get(side, "jamb")
    return "overhead" if side == "bottom" else "side"


def courses(numbers: Iterable[int]) -> str:
    """Say courses as people count them, from 1: ``course 3``, ``courses 1, 3, 5``, ``4 to 9``.

    >>> courses([0, 2, 4]), courses([2]), courses([3, 4, 5, 6])
    ('courses 1, 3, 5', 'course 3', 'courses 4 to 7')
    """
    counted = sorted({number + 1 for number in numbers})
    if len(counted) == 1:
        return f"course {counted[0]}"
    if len(counted) > 2 and counted[-1] - counted[0] == len(counted) - 1:
        return f"courses {counted[0]} to {counted[-1]}"
    if len(counted) > 3 and counted == list(range(counted[0], counted[-1] + 1, 2)):
        return f"courses {counted[0]}, {counted[1]} … {counted[-1]}"
    return "courses " + ", ".join(str(number) for number in counted)


def piece_size(job: Job, piece: Piece) -> str:
    """Say a piece's greatest extents, width first: ``5 3/4" x 2 13/16"``."""
    return f"{show_with_unit(piece.width, job.step)} × {show_with_unit(piece.height, job.step)}"
