"""Lengths as people write them on a tape or a pad, read and shown in one place.

Inside, every length is a float in millimetres. A bare number ("543") is in the job's own unit;
a fraction ("21 3/8") is always inches, because no one writes millimetres so.
"""

import re
from fractions import Fraction
from functools import lru_cache
from typing import Literal

Units = Literal["in", "mm"]
Step = Literal["1/16 in", "1/32 in", "1 mm", "0.5 mm"]

MM_PER_INCH = 25.4
STEP_MM: dict[str, float] = {
    "1/16 in": MM_PER_INCH / 16,
    "1/32 in": MM_PER_INCH / 32,
    "1 mm": 1.0,
    "0.5 mm": 0.5,
}
"""The steps a user can round to, in millimetres."""

_UNIT_MM = {
    "": None,
    '"': 25.4,
    "in": 25.4,
    "inch": 25.4,
    "inches": 25.4,
    "'": 304.8,
    "ft": 304.8,
    "foot": 304.8,
    "feet": 304.8,
    "mm": 1.0,
    "cm": 10.0,
    "m": 1000.0,
}
_VULGAR = {"½": "1/2", "¼": "1/4", "¾": "3/4", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8"}
_NUMBER = r"\d+(?:\.\d*)?|\.\d+"
_FEET = re.compile(rf"({_NUMBER})\s*(?:'|ft|foot|feet)\s*-?\s*(?=[\d.])(.+)")
_PLAIN = re.compile(rf"({_NUMBER})\s*([a-z\"']*)")
_FRACTION = re.compile(r"(?:(\d+)(?:\s+|\s*-\s*))?(\d+)\s*/\s*(\d+)\s*([a-z\"]*)")

LONGEST_TEXT = 40
"""Characters: more than any length that is written on a pad takes."""
EXAMPLES = {"in": "21 3/8, 21.375 or 543 mm", "mm": "543, 54.3 cm or 21 3/8 in"}
"""What a right answer looks like, by the job's unit; every refusal ends with it."""


class LengthError(ValueError):
    """A text that is no length. The message says what is wrong and what would be right."""

    def __init__(self, text: str, wrong: str, units: Units) -> None:
        self.text, self.wrong = text, wrong
        shown = text.strip()[:LONGEST_TEXT]
        super().__init__(f"{shown!r} {wrong}; write it like {EXAMPLES[units]}")


def parse_length(text: str, units: Units) -> float:
    """Read a length and return millimetres; raise `LengthError` for what is no length.

    A leading "-" makes it negative (whether that is sense is for the field to say). A trailing
    "+" or "-", as written for a strong or a weak mark on the tape, is read as the mark itself.

    >>> parse_length("21 3/8", "in"), parse_length("54.3cm", "in"), parse_length("543", "mm")
    (542.925, 543.0, 543.0)
    >>> parse_length("1' 9 3/8\\"", "mm")
    542.925
    """
    if len(text) > LONGEST_TEXT:
        raise LengthError(text, f"has {len(text):,} characters", units)
    body = _clean(text)
    if not body:
        raise LengthError(text, "is empty", units)
    sign = -1.0 if body[0] == "-" else 1.0
    body = body[1:].strip() if body[0] in "+-" else body
    body = re.sub(r"(?<=[\d\"'a-z])\s*[+-]$", "", body)
    return sign * _magnitude(text, body, units)


def _clean(text: str) -> str:
    body = text.strip().lower()
    for mark, plain in (
        ("″", '"'),
        ("”", '"'),
        ("“", '"'),
        ("''", '"'),
        ("′", "'"),
        ("’", "'"),
        ("−", "-"),
        ("–", "-"),
        ("⁄", "/"),
        ("\u00a0", " "),
    ):
        body = body.replace(mark, plain)
    for glyph, plain in _VULGAR.items():
        body = body.replace(glyph, f" {plain}")
    return body.strip()


def _magnitude(text: str, body: str, units: Units) -> float:
    if "," in body:
        body = _decimal_comma(text, body, units)
    if feet := _FEET.fullmatch(body):
        inches = _under_a_foot(text, feet[2], units)
        return float(feet[1]) * 304.8 + inches
    if fraction := _FRACTION.fullmatch(body):
        return _fraction(text, fraction, units)
    if plain := _PLAIN.fullmatch(body):
        factor = _UNIT_MM.get(plain[2].rstrip("."), -1.0)
        if factor == -1.0:
            raise LengthError(text, f"has a unit {plain[2]!r} that is not known here", units)
        return float(plain[1]) * (factor or (MM_PER_INCH if units == "in" else 1.0))
    raise LengthError(text, "is not a length", units)


def _decimal_comma(text: str, body: str, units: Units) -> str:
    if body.count(",") > 1:
        raise LengthError(text, "has more than one comma", units)
    if re.search(r"\d,\d{3}(?!\d)", body):
        # 1,200 is 1200 to one reader and 1.2 to another: guessing wrong spoils a wall.
        raise LengthError(text, "could be thousands or a decimal comma", units)
    return body.replace(",", ".")


def _under_a_foot(text: str, body: str, units: Units) -> float:
    if re.search(r"[a-z']", body.replace("inches", "").replace("inch", "").replace("in", "")):
        raise LengthError(text, "has feet followed by something other than inches", units)
    return _magnitude(text, body, "in")


def _fraction(text: str, match: re.Match[str], units: Units) -> float:
    whole, top, bottom, unit = int(match[1] or 0), int(match[2]), int(match[3]), match[4]
    if bottom == 0:
        raise LengthError(text, "divides by zero", units)
    if top >= bottom and whole:
        raise LengthError(text, f"has a fraction {top}/{bottom} that is not under 1", units)
    factor = _UNIT_MM.get(unit, -1.0) or MM_PER_INCH
    if factor < MM_PER_INCH or factor == _UNIT_MM["m"]:
        raise LengthError(text, f"has a fraction of {unit!r}; fractions are of inches", units)
    return float(Fraction(whole * bottom + top, bottom)) * factor


@lru_cache(maxsize=16384)
def show_length(mm: float, step: Step) -> str:
    """Show millimetres in the job's step, without a unit mark: ``21 3/8``, ``543``.

    A trailing "+" or "-" says that the true length is more or less than shown by at least a
    tenth of the step, which matters to a fit. What is less than half a step is said to be under it.

    >>> show_length(542.925, "1/16 in"), show_length(543, "1/16 in"), show_length(542.9, "1 mm")
    ('21 3/8', '21 3/8', '543-')
    """
    size = STEP_MM[step]
    count = round(abs(mm) / size)
    rest = abs(mm) - count * size
    mark = "" if abs(rest) < size / 10 else ("+" if rest > 0 else "-")
    if not count and mark:
        return f"under {show_length(size, step)}"
    if not step.endswith("in"):
        body = f"{count * size:g}"
    else:
        body = _inches(Fraction(count, int(step[2:4])))
    minus = "-" if mm < 0 and count else ""
    return f"{minus}{body}{mark}"


def _inches(value: Fraction) -> str:
    whole, part = divmod(value, 1)
    if not part:
        return str(whole)
    return f"{whole} {part}" if whole else str(part)


def show_with_unit(mm: float, step: Step) -> str:
    """Show a length with its unit: ``21 3/8 in`` or ``543 mm``."""
    return f"{show_length(mm, step)} {'in' if step.endswith('in') else 'mm'}"


@lru_cache(maxsize=16384)
def show_exact(mm: float, units: Units) -> str:
    """Show a length in full for a field that is edited: no rounding that a save would lose.

    Inches are a fraction where 1/64 holds them, else decimals.

    >>> show_exact(542.925, "in"), show_exact(543, "in"), show_exact(543.5, "mm")
    ('21 3/8', '21.378', '543.5')
    """
    if units == "mm":
        return _decimals(mm, 3)
    sixty_fourths = mm / MM_PER_INCH * 64
    if abs(sixty_fourths - round(sixty_fourths)) < 1e-6:
        text = _inches(Fraction(abs(round(sixty_fourths)), 64))
        return f"-{text}" if round(sixty_fourths) < 0 else text
    return _decimals(mm / MM_PER_INCH, 4)


def _decimals(value: float, places: int) -> str:
    return f"{value:.{places}f}".rstrip("0").rstrip(".")
