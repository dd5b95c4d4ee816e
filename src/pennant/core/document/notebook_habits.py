"""The habits of people who note measures, rewritten as the notebook has them.

Somebody writes ``Upper cabinet, 36 wide, 12 off left, 18 1/2 above the counter``; the notebook says
``cabinet wide 36 12 from left clear 18 1/2``. Only what can mean one thing is rewritten. What could
mean two is asked about, and a word that nobody knows stays, for the reader to name.
"""

import re
from collections.abc import Callable

from pennant.core.document.lengths import parse_length
from pennant.core.document.things import height_word
from pennant.core.document.values import units_being_read

QUOTED = r'(?<!\S)"[^"]*"'
"""A name in double quotes: a word that begins with a quote, not an inch mark after a number."""
_MARK = r"\s?(?:mm|cm|m|inches|inch|in|ft)\b"
NUMBER = rf"(?:\d+\s?'\s?)?\d+(?:[.,]\d+)?(?:[ -]\d+/\d+|/\d+)?(?:{_MARK})?"
"""A length as it is written on a pad: ``21 3/8``, ``3' 4 1/2``, ``47cm``."""
_COUNTER = r"(?:the )?(?:counter ?top|counter|worktop)"
_DOUBLE = r"(?:double|dbl|twin|2g|2 ?gang)"
_KINDS: tuple[tuple[str, str], ...] = (
    (r"(?:upper|wall) (?:cabinets?|cupboards?|units?)|uppers?|cabs?|cabinets", "cabinet"),
    (r"(?:range|cooker|extractor|vent) hoods?", "hood"),
    (r"(?:range|cooker|stove)[ -]gap", "range-gap"),
    (rf"{_DOUBLE} (?:outlet|socket|skt|receptacle)", "outlet double"),
    (rf"{_DOUBLE} (?:light )?(?:switch|sw)", "switch double"),
    (r"duplex(?: outlet| receptacle)?", "outlet single"),
    (r"skt|outlets?|sockets?", "outlet"),
    (r"light ?switch|sw|switch", "switch"),
    (r"win|windows?", "window"),
    (r"(?:granite|quartz|stone|marble|tile) (?:splash|upstand)", "upstand"),
    (r"painted (?:drywall|sheetrock|plasterboard|plaster|board|wall)", "zone painted board"),
    (r"(?:bare|new|unpainted|primed) (?:drywall|sheetrock|plasterboard|board)", "zone bare board"),
    (r"(?:old|existing) tiles?", "zone old tile"),
    (r"(?:tile )?backer board|cement board", "zone cement board"),
    (r"(?:bare )?(?:brick|brickwork|blockwork|concrete|masonry)", "zone masonry"),
    (r"skim(?:med)?(?: coat)?|(?:new |bare )plaster", "zone skim"),
    (r"plywood|ply", "zone plywood"),
    (r"laminate", "zone laminate"),
)
"""First words of people, and the notebook's own."""
_SMALL = {
    "one": 1,
    "two": 2,
    "three": 3,
    "four": 4,
    "five": 5,
    "six": 6,
    "seven": 7,
    "eight": 8,
    "nine": 9,
    "ten": 10,
    "eleven": 11,
    "twelve": 12,
    "thirteen": 13,
    "fourteen": 14,
    "fifteen": 15,
    "sixteen": 16,
    "seventeen": 17,
    "eighteen": 18,
    "nineteen": 19,
}
_TENS = {
    "twenty": 20,
    "thirty": 30,
    "forty": 40,
    "fifty": 50,
    "sixty": 60,
    "seventy": 70,
    "eighty": 80,
    "ninety": 90,
}
_PARTS = {
    "half": "1/2",
    "quarter": "1/4",
    "eighth": "1/8",
    "sixteenth": "1/16",
    "quarters": "/4",
    "eighths": "/8",
    "sixteenths": "/16",
}


def in_notebook_words(text: str) -> str:
    """Return a line as the notebook has it; what is in double quotes stays as it is.

    >>> in_notebook_words("Upper cabinet, 36 wide, 12 off left, 18 1/2 above the counter")
    'cabinet wide 36 12 from left clear 18 1/2'
    >>> in_notebook_words("dbl outlet 32 1/4 to ctr, 10 5/8 up")
    'outlet double 32 1/4 up 10 5/8'
    """
    names: list[str] = []

    def masked(found: re.Match[str]) -> str:
        names.append(found[0])
        return f"\x00{len(names) - 1}\x00"

    line = re.sub(QUOTED, masked, text)
    for step in _STEPS:
        line = step(line)
    line = re.sub(r"\s+", " ", line.replace("|", " ")).strip()
    return re.sub(r"\x00(\d+)\x00", lambda found: names[int(found[1])], line)


def _plain(line: str) -> str:
    """Lower case, inch marks off, a bar for each comma, numbers that are spelt in digits."""
    line = line.lower().replace("×", " x ").replace("–", "-")
    line = re.sub(r"(?<=\d)\s*(?:\"|”|″|“|'')", " ", line)
    line = re.sub(r"[,;:](?!\d)|(?<!\d)[,;:]", " | ", line.replace("|", " "))
    line = re.sub(r"\.+(?=\s|$)", " ", line)
    return _spelt(re.sub(r"\s+", " ", line).strip())


def _spelt(line: str) -> str:
    """Numbers in words as digits: ``thirty nine and a half`` is ``39 1/2``."""
    words, found = line.split(), list[str]()
    while words:
        word = words.pop(0)
        tens, _, unit = word.partition("-")
        if tens in _TENS or word in _SMALL:
            value = _SMALL.get(word, 0) or _TENS[tens] + _SMALL.get(unit, 0)
            if word in _TENS and words and _SMALL.get(words[0], 10) < 10:
                value += _SMALL[words.pop(0)]
            found.append(str(value))
            if words[:2] in (["and", "a"], ["and", "an"]) and words[2:3] and words[2] in _PARTS:
                found.append(_PARTS[words[2]])
                del words[:3]
            elif words[:1] == ["and"] and words[2:3] and words[2] in _PARTS:
                found.append(f"{_SMALL.get(words[1], words[1])}{_PARTS[words[2]]}")
                del words[:3]
        else:
            found.append(word)
    return " ".join(found)


def _kind_first(line: str) -> str:
    """The kind of thing first, in the notebook's word."""
    for pattern, kind in _KINDS:
        if re.match(rf"(?:{pattern})\b", line):
            return re.sub(rf"^(?:{pattern})\b", kind, line)
    under = re.match(rf"(?:bottom|btm|underside) of (.*?) ({NUMBER}) up\b(.*)$", line)
    if under:
        return _kind_first(f"{under[1]} clear {under[2]}{under[3]}")
    if re.match(r"\d|sill |w |h ", line):
        for pattern, kind in _KINDS:
            found = re.search(rf"\b(?:{pattern})\b", line)
            if found:
                rest = f"{line[: found.start()]} {line[found.end() :]}".strip()
                return f"{kind} {rest}"
    return line


def _from_sides(line: str) -> str:
    """``off L``, ``from the left wall``, ``fr R``: the notebook's ``from left``."""
    for side, words in (("left", "left|l|lhs"), ("right", "right|r|rhs")):
        line = re.sub(
            rf"\b(?:from|fr|fm|off) (?:the )?(?:{words})\b(?! (?:of|side of))"
            r"(?: hand)?(?: (?:wall|end|corner|side|edge))?",
            f"from {side}",
            line,
        )
    line = re.sub(
        rf"({NUMBER}) (?:to the )?(left|right) of ([\w -]+?)(?= to c|$| \d| up| clear| \|)",
        r"\1 from \3 \2",
        line,
    )
    line = re.sub(r"\bfrom the (?=\w)", "from ", line)
    line = re.sub(r"\b(?:starts?|begins?)(?: at)? (?=\d)", "", line)
    line = re.sub(rf"\bleft (?:side|edge) (?={NUMBER} from)", "", line)
    return re.sub(rf"\bleft jamb ({NUMBER} from (?:left|right))", r"\1 to jamb", line)


def _centres(line: str) -> str:
    """``to its center``, ``to c/l``: of a box that is where it is measured anyhow."""
    kind = line.partition(" ")[0]
    centre = r"(?:to )?(?:the |its )?(?:c/l|ctr|cl|center ?line|centre ?line|center|centre)"
    line = re.sub(
        r"\b(?:c/l|ctr|center|centre)(?:ed|d)? on (?:the )?([\w-]+)",
        r"centre 0 from \1 centre",
        line,
    )
    line = re.sub(rf"\b(?:c/l|ctr|center) (?={NUMBER})", "centre ", line)
    if kind in ("outlet", "switch", "pipe", "pot-filler", "vent", "mark", "sink"):
        line = re.sub(rf"({NUMBER}(?: from \S+(?: (?!to\b)\S+)?)?) {centre}(?!\S)", r"\1", line)
    return line


def _heights(line: str) -> str:
    """``10 3/4 above the counter``, ``18 up``, ``bottom 18 above counter``, ``458 clr``."""
    word = height_word(line.partition(" ")[0])
    line = re.sub(
        rf"\b(sill|bottom|btm|underside) ({NUMBER}) (?:above|over|off) {_COUNTER}",
        lambda m: f"{'sill' if m[1] == 'sill' else word} {m[2]}",
        line,
    )
    line = re.sub(rf"\b(?:bottom|btm|underside) ({NUMBER}) up\b", rf"{word} \1", line)
    line = re.sub(rf"({NUMBER}) (?:above|over|off) {_COUNTER}", rf"{word} \1", line)
    line = re.sub(
        rf"({NUMBER}) (?:clear|clr)(?: at (?:the )?left(?: end)?)? ({NUMBER}) at "
        r"(?:the )?right(?: end)?",
        r"clear \1 right \2",
        line,
    )
    if word == "clear":
        line = re.sub(rf"({NUMBER}) (?:clear|clr)\b(?! {NUMBER})", r"clear \1", line)
        line = re.sub(rf"\bup ({NUMBER})", r"clear \1", line)
    line = re.sub(r"\bclr\b", "clear", line)
    # A number before and one after: the word belongs to the one after, as the notebook has it.
    return re.sub(rf"({NUMBER}) up\b(?! {NUMBER})", rf"{word} \1", line)


def _sizes(line: str) -> str:
    """``36 wide``, ``35 3/4w``, ``41h``, ``37 x 41``, ``2 3/4 casing all round``."""
    if height_word(line.partition(" ")[0]) == "sill":
        line = re.sub(rf"(?:opening )?({NUMBER}) ?w? x ({NUMBER}) ?h?\b", r"wide \1 high \2", line)
        line = re.sub(rf"\b(?:trim|casing) ({NUMBER}) all r?a?round", r"casing \1", line)
    line = re.sub(r"\bdiameter\b", "dia", line)
    for word, said in (
        ("wide", "wide|w|width"),
        ("high", "tall|high|h|height"),
        ("thick", "thick|thk"),
    ):
        line = re.sub(
            rf"({NUMBER}) ?(?:{said})\b(?! ?(?>{NUMBER})(?! from| off| x))", rf"{word} \1", line
        )
        line = re.sub(rf"\b(?:{said}) (?={NUMBER})", f"{word} ", line)
    line = re.sub(rf"\b0 to ({NUMBER}) (from left)", r"0 \2 wide \1", line)
    return re.sub(r"@ ?", "at ", line)


_AFF = r"(?:aff|a\.f\.f\.?|above (?:the )?(?:finished )?floor)"
COUNTER_ABOVE_FLOOR = re.compile(rf"\|? ?{_COUNTER}(?: (?:is|at))? ({NUMBER}) {_AFF}(?= |$)", re.I)
ABOVE_FLOOR = re.compile(rf"({NUMBER}) {_AFF}(?= |$)", re.I)


def _from_the_floor(line: str) -> str:
    """Heights above the floor as heights above the counter, where the line says its height."""
    counter = COUNTER_ABOVE_FLOOR.search(line)
    if counter is None:
        return line
    units = units_being_read()
    floor = parse_length(counter[1], units)

    def above(found: re.Match[str]) -> str:
        return f"{parse_length(found[1], units) - floor:g}mm above counter"

    return ABOVE_FLOOR.sub(above, COUNTER_ABOVE_FLOOR.sub("", line))


_STEPS: tuple[Callable[[str], str], ...] = (
    _plain,
    _kind_first,
    _from_the_floor,
    _from_sides,
    _centres,
    _heights,
    _sizes,
)
