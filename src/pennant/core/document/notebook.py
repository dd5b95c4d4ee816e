"""Reads a line of the survey's notebook: the thing, where it is, its sizes.

    window "Over the sink" 7 1/2 from last wide 34 3/8 sill 8 7/16 high 28 5/8 casing 2 1/2
    outlet 14 from right up 10 9/16 2 gang by laser
    check 96 1/8 from cabinet right to right

The reader turns words into the fields of `survey` and leaves every length as the text that it was,
so that a length is read, and refused, in one place. Words may come in any order.
"""

import difflib
import itertools
import re
from collections.abc import Iterable, Mapping
from typing import Any, get_args

from pennant.core.document.lengths import MM_PER_INCH, parse_length
from pennant.core.document.measures import MeasuringTool, slug
from pennant.core.document.notebook_habits import (
    ABOVE_FLOOR,
    COUNTER_ABOVE_FLOOR,
    NUMBER,
    QUOTED,
    in_notebook_words,
)
from pennant.core.document.substrate import MADE_OF
from pennant.core.document.things import HEIGHT_WORDS, THINGS, height_word

FIRST_WORDS = {
    word: kind for kind, one in THINGS.items() if one.words for word in (kind, *one.also)
}
"""First words of a line and the thing that each means."""

_SIZES = {
    "wide": "width",
    "high": "height",
    "casing": "casing",
    "stool": "stool",
    "horn": "horn",
    "thick": "thick",
    "behind": "behind",
    "deep": "depth",
    "stands": "casing_depth",
    "dia": "diameter",
    "cover": "cover",
    "down": "down",
    "below": "below",
    "flat": "flat",
    "over": "over",
    "plate-wide": "plate_width",
    "plate-high": "plate_height",
}
_BOX_SIZES = {"wide": "box_width", "high": "box_height"}
_NAMED = {
    "sink": "Sink",
    "tap": "Tap",
    "faucet": "Tap",
    "gfci": "Outlet, protected",
    "rcd": "Outlet, protected",
    "stove": "Range",
}
"""First words that say what the thing is called as well."""
_GANGS = {"single": 1, "double": 2, "triple": 3, "twin": 2}
_STATES = ("damp", "greasy", "cracked", "loose")
_OLD_TILE = {"stays": "over", "off": "off"}
_SIDES = {"left": "left", "right": "right", "centre": "centre", "center": "centre"}
_ENDS = {
    "top": "top",
    "bottom": "bottom",
    "underside": "bottom",
    "centre": "centre",
    "center": "centre",
}
_MEASURED_TO = ("jamb", "casing", "box", "plate")
_TOOLS = get_args(MeasuringTool)
_UNITS = {"mm", "cm", "m", "in", "inch", "inches", "ft", "foot", "feet"}
_NUMBER = re.compile(r"[-+]?[\d.,½¼¾⅛⅜⅝⅞]")
_TOKEN = re.compile(rf"{QUOTED}|\S+")


class LineError(ValueError):
    """A line that cannot be read; the message says at which word and what would be right."""


def words_of(kind: str) -> tuple[str, ...]:
    """Return what can be said of a kind of thing: words before sizes, and of a zone its nature."""
    more = (*MADE_OF, *_STATES, *_OLD_TILE) if kind == "zone" else ()
    return (*THINGS[kind].words.split(), *more)


def read_if_line(value: Any) -> Any:
    """Return a thing's fields if it was given as a line, alone or with the id that it keeps."""
    if isinstance(value, str):
        return read_line(value)
    if isinstance(value, Mapping) and isinstance(value.get("line"), str):
        kept = {key: value[key] for key in value if key != "line"}
        return {**read_line(value["line"]), **kept}
    return value


def read_line(text: str) -> dict[str, Any]:
    """Return the fields of the thing on a line; raise `LineError` for what is none."""
    if len(text) > 400:
        raise LineError("the line is longer than any thing needs; put each thing on its own line")
    _ask_what_could_mean_two(text)
    try:
        return _read(text)
    except LineError as as_it_stands:
        # As people write it: read only where all of it can then be read.
        rewritten = in_notebook_words(text)
        try:
            return _read(rewritten)
        except LineError as error:
            # Said in the words of whoever wrote the line.
            known = rewritten.partition(" ")[0] in FIRST_WORDS
            own = all(word in text.lower() for word in re.findall(r"'(\w+)'", str(error)))
            raise (error if known and own else as_it_stands) from None


_SEVERAL = re.compile(
    r"\b(?:\d+|two|three|four|five|six) (?:outlets|switches|sockets)\b|\banother\b", re.I
)
_PAINTED_OR_BARE = re.compile(r"(drywall|sheetrock|plasterboard|plaster|board)\b(?! from)", re.I)
_FROM_A_CORNER = re.compile(r"\bfrom (?:the )?corner(?=,|$| (?:\d|up|sill|clear|wide|high))", re.I)


def _ask_what_could_mean_two(text: str) -> None:
    """Raise `LineError` with both readings for a line that could mean two things."""
    text = re.sub(QUOTED, "", text)
    if _SEVERAL.search(text):
        raise LineError("there is more than one thing on this line; write each on its own line")
    if _FROM_A_CORNER.search(text):
        raise LineError("from the left corner or the right one? Write 'from left' or 'from right'")
    if found := _PAINTED_OR_BARE.match(text.strip()):
        word = found[1].lower()
        raise LineError(f"is it painted? Write 'painted {word}', or 'bare {word}' where it is new")
    line = " ".join(text.lower().split())
    if re.match(r"wall \d", line):
        raise LineError(
            "the wall's own length, ends and top stand under the lines, in 'The wall itself'"
        )
    parts = line.replace(",", " |")
    if (found := ABOVE_FLOOR.search(parts)) and not COUNTER_ABOVE_FLOOR.search(parts):
        raise LineError(
            f"{found[1]} is above the floor: how high is the counter? Add its height, such as "
            f"'counter {found[1]} aff', or measure from the counter"
        )
    if found := re.fullmatch(rf"sink ({NUMBER})", line):
        raise LineError(
            f"is {found[1]} its width, or where its center is? Write 'sink center {found[1]}', or "
            f"leave the width to the counter's lines"
        )
    to_edges = re.search(r"\b(?:up (?:top|bottom)|to (?:plate|box))\b", line)
    from_a_side = re.match(rf"(outlet|switch|socket) (left|right) ((?>{NUMBER}))(?! from)", line)
    if (found := from_a_side) and not to_edges:
        thing, side, number = found.groups()
        raise LineError(
            f"is it {number} from the {side} end, or is its {side} side {number} from an end? "
            f"Write '{thing} {number} from {side}', or '{thing} {side} {number} from left'"
        )
    if found := re.fullmatch(rf"(?:range|stove|cooker) ({NUMBER}) wide ({NUMBER})", line):
        first, second = found.groups()
        if not _wider_than_any_range(second):
            return
        raise LineError(
            f"is it {first} wide and {second} from the left, or {second} wide? Write "
            f"'wide {first} {second} from left', or '{first} from left wide {second}'"
        )


def _wider_than_any_range(number: str) -> bool:
    """Whether no range is so wide; a bare number past any wall in feet is in millimetres."""
    inches = parse_length(number, "in") / MM_PER_INCH
    return (60 if inches < 200 else 1500) < inches


def _read(text: str) -> dict[str, Any]:
    words = [t if t.startswith('"') else t.lower() for t in _TOKEN.findall(text)]
    if not words:
        raise LineError("the line is empty; begin with a thing, such as: " + _some_kinds())
    first = words.pop(0)
    kind = FIRST_WORDS.get(first)
    if kind is None and words and f"{first}-{words[0]}" in FIRST_WORDS:
        kind = FIRST_WORDS[f"{first}-{words.pop(0)}"]
    if kind is None:
        meant = _meant(first, FIRST_WORDS)
        raise LineError(
            f"I do not know the thing {first!r};{meant} A line begins with one of: {_some_kinds()}"
        )
    fields = _Line(kind, words).read()
    if first in _NAMED:
        fields.setdefault("name", _NAMED[first])
    return fields


def _meant(word: str, known: Iterable[str]) -> str:
    """A question for the known word that is nearest; nothing where none is near."""
    near = difflib.get_close_matches(word, list(known), 1)
    return f" do you mean {near[0]!r}?" if near else ""


def a_(kind: str) -> str:
    """Return a kind of thing with its article: ``an outlet``, ``a window``."""
    return f"{'an' if kind[0] in 'aeiou' else 'a'} {kind}"


def _some_kinds() -> str:
    return ", ".join(sorted(set(FIRST_WORDS.values())))


class _Line:
    """One line being read, word by word."""

    def __init__(self, kind: str, words: list[str]) -> None:
        self.kind, self.words = kind, words
        self.fields: dict[str, Any] = {"kind": kind}
        self.measure: dict[str, Any] | None = None

    def read(self) -> dict[str, Any]:
        if self.kind == "check":
            self._check()
        while self.words:
            self._clause()
        return self.fields

    # --- words -----------------------------------------------------------------------------

    def _next(self, what: str) -> str:
        if not self.words:
            raise LineError(f"the line stops where {what} should follow")
        return self.words.pop(0)

    def _is_number(self) -> bool:
        return bool(self.words) and _NUMBER.match(self.words[0]) is not None

    def _length(self, after: str) -> str:
        if not self._is_number():
            found = f", not {self.words[0]!r}" if self.words else ""
            raise LineError(f"after {after!r} a length should follow{found}")
        taken = [self.words.pop(0)]
        while self.words and (
            self.words[0] in _UNITS
            or ("/" in self.words[0] and self._is_number())
            or (taken[-1][-1] in "'′" and self._is_number())
        ):
            taken.append(self.words.pop(0))
        return " ".join(taken)

    # --- clauses ---------------------------------------------------------------------------

    def _clause(self) -> None:
        word = self.words[0]
        if word.startswith('"'):
            self._put("name", self._next("a name").strip('"').strip())
        elif word.startswith("#"):
            self._put("id", self._next("an id")[1:])
        elif self._is_number():
            self._bare_number()
        elif word in HEIGHT_WORDS:
            self._upward(self._next(word))
        elif word == "at" or word in _SIDES:
            self._along(_SIDES.get(self._next(word)), word)
        elif word == "by":
            self._tool()
        elif word in ("unsettled", "owed", "hold"):
            self._unsettled(self._next(word))
        else:
            self._other(self._next("a word"))

    def _put(self, field: str, value: Any) -> None:
        if field in self.fields:
            raise LineError(f"{field.replace('_', ' ')!r} is said twice")
        self.fields[field] = value

    def _bare_number(self) -> None:
        """``2 gang``, or a measure whose reference says which way it runs."""
        if len(self.words) > 1 and self.words[1].startswith("gang") and self.words[0].isdigit():
            self._put("gangs", int(self.words.pop(0)))
            self.words.pop(0)
            return
        value = self._length(self.kind)
        measure: dict[str, Any] = {"value": value}
        upward = self._reference(measure)
        field = height_word(self.kind) if upward else "at"
        self.measure = measure
        self._put(field, measure)

    def _along(self, to: str | None, after: str) -> None:
        measure: dict[str, Any] = {"value": self._length(after)}
        if to:
            measure["to"] = to
        if self._reference(measure):
            raise LineError(f"{measure['taken_from']!r} is a height; say it with up, sill or clear")
        self.measure = measure
        self._put("at", measure)

    def _upward(self, word: str) -> None:
        if word not in THINGS[self.kind].words.split():
            raise LineError(f"{word!r} is not said of {a_(self.kind)}; {self._may_say()}")
        to = _ENDS.get(self.words[0]) if self.words else None
        if to:
            self.words.pop(0)
        measure: dict[str, Any] = {"value": self._length(word)}
        if to:
            measure["to"] = to
        if self._reference(measure) is False:
            raise LineError(
                f"{measure['taken_from']!r} is no height; take it from the counter, the laser, "
                "the top, or a thing's top or bottom"
            )
        self.measure = measure
        self._put(word, measure)
        if word == "clear" and len(self.words) > 1 and self.words[0] == "right":
            self.words.pop(0)
            other = {**measure, "value": self._length("clear … right")}
            if self._reference(other) is False:
                raise LineError("the clear height at the right end is no height")
            self._put("clear_right", other)
            self.measure = other

    def _reference(self, measure: dict[str, Any]) -> bool | None:
        """Read ``from …`` if it follows; True for a height, False for a place along, else None."""
        if not self.words or self.words[0] != "from":
            return None
        self.words.pop(0)
        ref = self._place()
        measure["taken_from"] = ref
        return is_height(ref)

    def _place(self) -> str:
        first = self._next("where it was taken from")
        if first == "the":
            first = self._next("where it was taken from")
        if first in ("left", "right", "last", "counter", "datum", "laser", "top"):
            if self.words and self.words[0] in ("end", "line", "thing"):
                self.words.pop(0)
            return first
        thing, dot, side = first.rpartition(".")
        if dot and side in {*_SIDES, *_ENDS}:  # as the job file writes it
            first = thing
            self.words.insert(0, side)
        label = [first]
        while self.words and self.words[0] not in {*_SIDES, *_ENDS}:
            label.append(self.words.pop(0))
        if not self.words:
            thing = " ".join(itertools.takewhile(lambda w: w not in HEIGHT_WORDS, label))
            raise LineError(f"say which side of {thing}: left, right, centre, top or bottom")
        side = self.words.pop(0)
        return f"{slug(' '.join(label))}.{_SIDES.get(side) or _ENDS[side]}"

    def _tool(self) -> None:
        self.words.pop(0)
        tool = self._next("a tool")
        if tool not in _TOOLS:
            meant = _meant(tool, _TOOLS)
            raise LineError(f"{tool!r} is no tool to measure with;{meant} say tape or laser")
        target = self.measure if self.measure is not None else self.fields
        if target is self.fields and self.kind not in ("check", "level"):
            raise LineError("'by' should follow a measure")
        target["taken_with"] = tool

    def _unsettled(self, word: str) -> None:
        unsettled = self.fields.setdefault("unsettled", {"why": "not settled yet"})
        if word == "hold":
            unsettled["hold"] = self._length(word)
        else:
            text = self._next(f"a text in quotes after {word!r}").strip('"').strip()
            unsettled["why" if word == "unsettled" else "owed_to"] = text

    def _other(self, word: str) -> None:
        known = THINGS[self.kind].words.split()
        if word in _SIZES and word in known:
            self._size(word, known)
        elif word in _GANGS and "gang" in known:
            self._put("gangs", _GANGS[word])
            if self.words and self.words[0].startswith("gang"):
                self.words.pop(0)
        elif word in ("course", "courses") and "down" in known:
            self._courses(word)
        elif word in ("sideways", "upright") and "sideways" in known:
            self._put("turn", word)
        elif word == "to" and "to" in known:
            said = self._next("what it was measured to")
            if said not in _MEASURED_TO:
                raise LineError(f"measured to {said!r}? say to {' or to '.join(_MEASURED_TO)}")
            self._put("measured_to", said)
        elif word == "legs-off" and "gang" in known:
            self._put("legs_off", True)
        elif word == "returns" and "returns" in known:
            self._sides("returns")
        elif word == "trim" and "trim" in known:
            self._sides("trim")
        elif self.kind == "zone" and self._zone(word):
            pass
        else:
            words = [*words_of(self.kind), *(["diameter"] if "dia" in known else [])]
            meant = _meant(word, words)
            raise LineError(f"{word!r} is not said of {a_(self.kind)};{meant} {self._may_say()}")

    def _courses(self, word: str) -> None:
        """``courses 1`` for ``down 1 course``."""
        if not self.words or not self.words[0].isdigit() or len(self.words[0]) > 3:
            raise LineError(f"after {word!r} how many should follow; or say: down 1 course")
        self._put("courses", int(self.words.pop(0)))

    def _may_say(self) -> str:
        return f"of it one can say: {', '.join(words_of(self.kind))}"

    def _size(self, word: str, known: list[str]) -> None:
        if word == "down" and len(self.words) > 1 and self.words[1].startswith("course"):
            self._put("courses", int(self.words.pop(0)) if self.words[0].isdigit() else -1)
            self.words.pop(0)
            return
        field = _BOX_SIZES.get(word) if "gang" in known else None
        self._put(field or _SIZES[word], self._length(word))
        if word == "below":
            self.measure = self.fields

    def _sides(self, field: str) -> None:
        sides = []
        while self.words and self.words[0] in ("left", "right", "top", "bottom", "all"):
            sides.append(self.words.pop(0))
        self._put(field, ["left", "right", "top", "bottom"] if "all" in sides else sides)

    def _zone(self, word: str) -> bool:
        if word in _OLD_TILE:
            self._put("old_tile", _OLD_TILE[word])
            return True
        if word in _STATES:
            self._put(word, True)
            return True
        two = f"{word} {self.words[0]}" if self.words else word
        found = next((substrate for substrate in MADE_OF if substrate in (word, two)), None)
        if found is None:
            return False
        if found == two and found != word:
            self.words.pop(0)
        self._put("made_of", found)
        return True

    def _check(self) -> None:
        self._put("value", self._length("check"))
        for field, word in (("first", "from"), ("second", "to")):
            if self._next(f"{word!r} and a place") != word:
                raise LineError("a check is written: check LENGTH from PLACE to PLACE")
            self._put(field, self._place())


def is_height(ref: str) -> bool:
    """Whether a reference is a height rather than a place along the wall."""
    return ref in ("counter", "datum", "laser", "top") or ref.endswith((".top", ".bottom"))
