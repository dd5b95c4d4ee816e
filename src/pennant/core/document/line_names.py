"""Ids and names for lines that were written without, and what "the last thing" was."""

from collections.abc import Iterable

from pennant.core.document.measures import RESERVED, slug
from pennant.core.document.survey import Check, Device, Level, Mark, Round, Thing, Wall, Zone

_NO_PLACE = (Check, Level, Zone)
"""Lines that are not a thing one measures on from."""


def named(walls: tuple[Wall, ...]) -> tuple[Wall, ...]:
    """Return the walls with an id and a name on every line, and ``last`` put in full.

    "The last thing" is kept as the thing that it was, so that a line put in between later does
    not change what an earlier measure was taken from. Of several walls without a name of their own
    all but the first are numbered.
    """
    walls = tuple(_walls_named_apart(walls))
    taken = set(RESERVED) | {thing.id for wall in walls for thing in wall.things if thing.id}
    return tuple(
        wall.model_copy(update={"things": tuple(_named_apart(_each_named(wall.things, taken)))})
        for wall in walls
    )


def _walls_named_apart(walls: tuple[Wall, ...]) -> Iterable[Wall]:
    unnamed = Wall.model_fields["name"].default
    first = next((wall for wall in walls if wall.name == unnamed), None)
    for number, wall in enumerate(walls, 1):
        apart = wall.name != unnamed or wall is first
        yield wall if apart else wall.model_copy(update={"name": f"{unnamed} {number}"})


def _each_named(things: Iterable[Thing], taken: set[str]) -> Iterable[Thing]:
    for thing in things:
        changes = {}
        if not thing.id:
            changes["id"] = _free(thing.name or thing.kind, taken)
        if not thing.name:
            changes["name"] = spoken(changes.get("id") or thing.id)
        yield thing.model_copy(update=changes) if changes else thing


def _free(wanted: str, taken: set[str]) -> str:
    id_ = slug(wanted) or "thing"
    number, found = 2, id_
    while found in taken:
        found, number = f"{id_[:27]}-{number}", number + 1
    taken.add(found)
    return found


def spoken(id_: str) -> str:
    """Return the name that an id makes: ``cabinet-2`` is ``Cabinet 2``."""
    words = id_.replace("-", " ")
    return words[0].upper() + words[1:]


def _named_apart(things: Iterable[Thing]) -> Iterable[Thing]:
    last = "left"
    for thing in things:
        if isinstance(thing, Check):
            ends = {end: last for end in ("first", "second") if getattr(thing, end) == "last"}
            yield thing.model_copy(update=ends) if ends else thing
            continue
        if thing.at.taken_from == "last":
            at = thing.at.model_copy(update={"taken_from": last})
            thing = thing.model_copy(update={"at": at})
        yield thing
        if not isinstance(thing, _NO_PLACE):
            last = f"{thing.id}.{_far_side(thing)}"


def _far_side(thing: Thing) -> str:
    """One measures on from a thing's right side, or from the centre that was measured to."""
    to_centre = isinstance(thing, Mark | Round) or (
        isinstance(thing, Device) and thing.at.to == "centre"
    )
    return "centre" if to_centre else "right"
