"""The fonts of the papers, which ship with the application, and signs that they do not have."""

from functools import cache
from importlib import resources

from reportlab.lib.fonts import addMapping
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont

TEXT, BOLD, FIGURES = "Barlow", "Barlow-Bold", "Barlow-Condensed"
_FILES = {TEXT: "barlow.ttf", BOLD: "barlow-bold.ttf", FIGURES: "barlow-condensed.ttf"}
_SIGNS = {
    "△": "!",
    "⚠": "!",
    "✗": "x",
    "✓": "+",
    "→": ">",
    "←": "<",
    "☾": "",
    "☐": "[ ]",
    "▾": "",
    "≥": "at least ",
    "≤": "at most ",
}


@cache
def registered() -> dict[str, frozenset[int]]:
    """Make the fonts known, once; return the characters that each has."""
    found = {}
    folder = resources.files("pennant") / "files" / "fonts"
    for name, file in _FILES.items():
        with resources.as_file(folder / file) as path:
            font = TTFont(name, str(path))
        pdfmetrics.registerFont(font)
        found[name] = frozenset(font.face.charToGlyph)
    addMapping(TEXT, 0, 0, TEXT)
    addMapping(TEXT, 1, 0, BOLD)
    return found


def printable(text: str, font: str = TEXT) -> str:
    """Return a text in characters that a font has: others become a sign like them, or ``?``."""
    has = registered()[font]
    return "".join(
        char if ord(char) in has else _SIGNS.get(char, "?") for char in text.replace("\t", " ")
    )
