"""Lines of the notebook that stand for several things, or lean on the line above.

Somebody writes ``3 outlets 32 OC, first 18 1/2 from left, 10 1/4 up``, or ``next upper 27 3/4 w
tight against it, same height``. Such a line becomes the things that it means where all of it can be
read; else it stays as it is, for the reader to say what is missing.
"""

import re
from collections.abc import Iterable, Iterator, Mapping
from typing import Any

from pennant.core.document.lengths import LengthError, parse_length
from pennant.core.document.notebook import LineError, read_if_line, read_line
from pennant.core.document.notebook_habits import NUMBER
from pennant.core.document.values import units_being_read

MOST_AT_ONCE = 12
"""Things of one line: a wall has no more outlets in a row."""
_WHOLE = re.compile(
    r"(?:,? ?(?:along|over|on) )?(?:,? ?the )?(?:,? ?whole|,? ?entire|,? ?full)"
    r" (?:length of the )?wall\b",
    re.I,
)
_SPLASH = re.compile(
    rf"(?:granite|quartz|stone|marble) (?:back)?(?:splash|upstand),? (?P<high>{NUMBER})"
    r"(?: (?:high|tall|up))?",
    re.I,
)
"""A splash of which only its height is said runs along the whole wall."""
_EVERY = re.compile(
    rf"(?P<count>\d+) (?P<kind>[a-z ]+?)(?:es|s)? (?P<apart>{NUMBER})"
    rf" (?:o\.?c\.?|on cent(?:er|re)s?|apart),? first (?:one )?(?:at )?(?P<first>{NUMBER})"
    r"(?P<rest>.*)",
    re.I,
)
_ANOTHER = re.compile(
    rf"(?P<one>.+?),? (?:and )?another (?:one )?(?:at )?(?P<at>{NUMBER})(?:,? same height)?", re.I
)
_NEXT = re.compile(
    r"next (?P<rest>.+?),? (?:tight |hard |right )?(?:against|next to) (?:it|that|the last)"
    r"(?P<same>,? same height)?",
    re.I,
)
_HEIGHTS = ("clear", "up", "sill")


def with_several(things: Iterable[Any], length: Any) -> list[Any]:
    """Return a wall's things, each line that means several as the things that it means.

    ``length`` is the wall's, as it was written; ``things`` are lines, or data as it was read.
    """
    found: list[Any] = []
    for one in things:
        if isinstance(one, str):
            found += _meant(one, found, length)
        elif isinstance(one, Mapping) and isinstance(one.get("line"), str):
            kept = {key: one[key] for key in one if key != "line"}
            first, *others = _meant(one["line"], found, length)
            found += [{"line": first, **kept} if isinstance(first, str) else {**first, **kept}]
            found += others
        else:
            found.append(one)
    return found


def _meant(line: str, before: list[Any], length: Any) -> list[Any]:
    """The things that a line means, as lines or as data; the line itself where it is one thing."""
    text = " ".join(line.split())
    try:
        what = _WHOLE.sub("", text).strip(" ,")
        wide = length if isinstance(length, str) or length is None else f"{length:g}mm"
        if wide is not None and (found := _SPLASH.fullmatch(what)):
            return [f"upstand 0 from left wide {wide} high {found['high']}"]
        if what and _WHOLE.search(text) and wide is not None:
            return [f"{what} 0 from left wide {wide}"]
        if found := _EVERY.fullmatch(text):
            return list(_every(found))
        if found := _ANOTHER.fullmatch(text):
            return [found["one"], _moved(found["one"], found["at"])]
        if found := _NEXT.fullmatch(text):
            return [_beside(found, before)]
    except (LineError, LengthError):
        pass
    return [line]


def _every(found: re.Match[str]) -> Iterator[str]:
    """So many of a kind, at even distances from the first."""
    units = units_being_read()
    count = int(found["count"])
    if not 2 <= count <= MOST_AT_ONCE:
        raise LineError("so many things stand on no wall")
    first, apart = (parse_length(found[name], units) for name in ("first", "apart"))
    for number in range(count):
        line = f"{found['kind']} {first + number * apart:g}mm{found['rest']}"
        read_line(line)
        yield line


def _moved(line: str, to: str) -> dict[str, Any]:
    """The same thing once more, elsewhere along the wall."""
    read = read_line(line)
    if not isinstance(read.get("at"), Mapping):
        raise LineError("where the first one is has not been said")
    without = {key: value for key, value in read.items() if key not in ("id", "name")}
    return {**without, "at": {**read["at"], "value": to}}


def _beside(found: re.Match[str], before: list[Any]) -> dict[str, Any]:
    """A thing that begins where the last one ends, as high as that if it says so."""
    read = read_line(f"{found['rest']} 0 from last")
    if not found["same"]:
        return read
    last = read_if_line(before[-1]) if before else None
    heights = {key: last[key] for key in _HEIGHTS if isinstance(last, Mapping) and key in last}
    if not heights:
        raise LineError("the thing before has no height of its own")
    return {**read, **heights}
