"""Job documents spoilt field by field: what a slip, another program or a broken file could hold.

A mutation keeps the document JSON. The same random generator gives the same document.
"""

import copy
import random
from collections.abc import Iterator
from typing import Any

NUMBERS = (
    0,
    -1,
    1,
    0.5,
    1e-9,
    1e-4,
    0.01,
    0.1,
    3,
    24,
    90,
    1000,
    29_999.9,
    30_000,
    1e6,
    1e15,
    1e308,
    -1e-9,
    10**400,
    2**63,
)
TEXTS = (
    "",
    " ",
    "0",
    "21 3/8",
    "1/0",
    "9" * 400,
    "1e400",
    "nan",
    "left",
    "right",
    "last",
    "top",
    "window.left",
    "a:left",
    "a",
    "=1+1",
    "</script>",
    "\u0000",
    "\ud83d\ude00",
    "x" * 5000,
)
LINES = (
    "cabinet 0 wide 96 clear 0",
    "check 43 7/8 from windo right to right",
    "check 40 from left to right",
    "zone 0 wide 40 masonry",
    "window 20 wide 24 sill 4 high 20",
    "niche 30 wide 12 sill 6 high 10 deep 3 returns all",
    "pipe 20 up 8 dia 4 cover 6",
    "range 10 wide 30 down 2 courses",
    "level 10 below 31",
    "level 90 below 33",
    "hood 30 wide 30 clear 40 behind 30",
    "outlet 12 from right up 9 2 gang",
    "mark 33",
    "shelf 10 wide 30 clear 9 thick 1",
    "upstand 0 wide 40 high 3",
    "floor 0 wide 96 down 20",
    "cabinet 4 from last wide 30 clear 10 right 18",
    "outlet 3 from window right up 4 from top",
    "bracket 40 wide 3 up 4 high 3",
    "switch 12 up 40",
    "cabinet",
)
OTHERS: tuple[Any, ...] = (None, True, False, [], {}, [[]], {"kind": "none"})


def fields_of(value: Any, path: tuple[str | int, ...] = ()) -> Iterator[tuple[str | int, ...]]:
    """Yield the path of every field and item of a document."""
    inner = (
        value.items()
        if isinstance(value, dict)
        else (enumerate(value) if isinstance(value, list) else ())
    )
    for key, item in inner:
        yield (*path, key)
        yield from fields_of(item, (*path, key))


def mutated(document: dict[str, Any], chance: random.Random, changes: int = 1) -> dict[str, Any]:
    """Return a copy of a document with so many fields spoilt."""
    made = copy.deepcopy(document)
    for _ in range(changes):
        kinds: dict[tuple[str, ...], list[tuple[str | int, ...]]] = {}
        for path in fields_of(made):
            kinds.setdefault(tuple(key for key in path if isinstance(key, str)), []).append(path)
        # By kind of field, or a long list of devices would hide every other.
        _spoil(made, chance.choice(kinds[chance.choice(list(kinds))]), chance)
    return made


def _spoil(made: Any, path: tuple[str | int, ...], chance: random.Random) -> None:
    holder = made
    for key in path[:-1]:
        holder = holder[key]
    key, now = path[-1], holder[path[-1]]
    if isinstance(now, list) and key == "things" and chance.random() < 0.7:
        now.insert(chance.randint(0, len(now)), chance.choice(LINES))
        return
    roll = chance.random()
    if isinstance(now, float) and roll < 0.35:
        holder[key] = now * chance.choice((0.01, 0.1, 0.5, 0.99, 1.01, 2, 10, -1))
    elif isinstance(now, str) and roll < 0.2:
        holder[key] = now[: len(now) // 2]
    elif isinstance(now, list) and now and roll < 0.3:
        now.append(copy.deepcopy(chance.choice(now)))
    elif roll < 0.75:
        holder[key] = chance.choice(NUMBERS)
    elif roll < 0.9:
        holder[key] = chance.choice(TEXTS)
    elif roll < 0.97:
        holder[key] = chance.choice(OTHERS)
    elif isinstance(holder, dict):
        del holder[key]
