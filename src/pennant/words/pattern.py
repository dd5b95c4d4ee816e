"""What a pattern is called."""

from pennant.core.document.pattern import (
    Basketweave,
    Columns,
    Courses,
    Diagonal,
    Herringbone,
    Hexagon,
    Pattern,
    Rounds,
)

_HANDS = {"right": "climbing to the right", "left": "climbing to the left"}


def say_pattern(pattern: Pattern) -> str:
    """Return a pattern in words: ``courses shifted 1/2``, ``herringbone at 45°``."""
    match pattern:
        case Courses():
            return f"courses {_bond(pattern)}"
        case Herringbone():
            double = "double " if pattern.double else ""
            way = "at 45°" if pattern.diagonal else "upright"
            return f"{double}herringbone {way}, {_HANDS[pattern.hand]}"
        case Diagonal():
            return f"diagonal, {_HANDS[pattern.hand]}"
        case Basketweave():
            return f"basketweave, {pattern.tiles} tiles in a block"
        case Hexagon():
            return f"hexagons, points {'up' if pattern.points == 'up' else 'to the sides'}"
        case Rounds():
            return "rounds, each row in the hollows of the one below"
        case Columns():
            shift = f"shifted {pattern.p}/{pattern.q} by turns" if pattern.p else "in line"
            return f"standing columns {shift}"
        case _:
            ends = ", tips finished" if pattern.top == "finished" else ""
            return f"scallops, round ends {pattern.tips}{ends}"


def _bond(pattern: Courses) -> str:
    bond = pattern.bond
    return {
        "staggered": f"staggered, no. {bond.seed}",
        "shortened": f"each course starts shorter, no. {bond.seed}",
        "back": f"shifted {bond.p}/{bond.q} to and fro",
        "onward": f"shifted {bond.p}/{bond.q}" if bond.p else "stack",
    }[bond.way]
