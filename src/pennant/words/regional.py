"""American words go with inches and British ones with millimetres, from one table.

Sentences are written once, in whichever word came first; where they are read, on a page, on paper
or at a terminal, each word is put as the job's reader says it. A name that somebody gave stays as
it was typed. The pages apply the same table (``pennant regional`` prints it for them).
"""

import re
from collections.abc import Iterator
from functools import cache, lru_cache
from typing import Literal

from pennant.core.document.job import Job
from pennant.core.document.products import Products
from pennant.core.document.values import Value

Region = Literal["american", "british"]
REGIONS: tuple[Region, ...] = ("american", "british")

WORDS: tuple[tuple[str, str], ...] = (
    # American, British: a word or two, with whatever ending follows them.
    ("range hood", "cooker hood"),
    ("range", "cooker"),
    ("cooktop", "hob"),
    ("faucet", "tap"),
    ("counter", "worktop"),
    ("backsplash", "splashback"),
    ("outlet", "socket"),
    ("caulk", "sealant"),
    ("drywall", "plasterboard"),
    ("upper cabinet", "wall unit"),
    ("GFCI", "RCD"),
    ("color", "colour"),
    ("gray", "grey"),
    ("centerline", "centreline"),
    ("centered", "centred"),
    ("centering", "centring"),
    ("center", "centre"),
    ("millimeter", "millimetre"),
    ("square meter", "square metre"),
    ("liter", "litre"),
)
"""What a thing is called on either side; of two that share a word the first in the table wins."""

_PLAIN = re.compile(rf"(?:{'|'.join(word for pair in WORDS for word in pair)}| |gap|\d)+", re.I)
"""What the notebook calls a thing that nobody named: Outlet 2, Range gap."""
_BETWEEN_TAGS = re.compile(">([^<]+)<")
ENDINGS = "s|(?<!tap)ed|(?<!tap)ing|'s|less|ful"
"""What may follow a word of the table and stays as it is; taped and taping come of tape."""


def region_of(job: Job) -> Region:
    """Return whose words a job's reader has: as the job says, else by its unit."""
    if job.words != "by the unit":
        return job.words
    return "american" if job.units == "in" else "british"


@cache
def _pairs(region: Region) -> dict[str, str]:
    """What each word of the other side becomes; a word that is the same there is left out."""
    found: dict[str, str] = {}
    for american, british in WORDS:
        own, other = (american, british) if region == "american" else (british, american)
        found.setdefault(other.lower(), own)
    return found


@cache
def _pattern(region: Region) -> re.Pattern[str]:
    """Any word of the other side, the longest first."""
    words = sorted(_pairs(region), key=len, reverse=True)
    return re.compile(rf"\b({'|'.join(words)})({ENDINGS})?\b", re.IGNORECASE)


@lru_cache(maxsize=20_000)
def in_words_of(region: Region, text: str) -> str:
    """Return a text in the words of a region; capitals stay as they are.

    >>> in_words_of("american", "Grout colour; sockets on the worktop's centreline")
    "Grout color; outlets on the counter's centerline"
    >>> in_words_of("british", "Caulk between counter and tile")
    'Sealant between worktop and tile'
    """
    pairs = _pairs(region)
    return _pattern(region).sub(
        lambda found: _as_written(pairs[found[1].lower()], found[1]) + (found[2] or ""), text
    )


def _as_written(word: str, before: str) -> str:
    """A word with the capital of the one before it; abbreviations are their own."""
    return word[0].upper() + word[1:] if before[0].isupper() else word


class Spoken(Value):
    """Whose words a job is read in, and the names in it that stay as they were typed."""

    region: Region
    names: tuple[str, ...] = ()


def spoken_of(job: Job) -> Spoken:
    """Return how the texts of a job are spoken.

    A thing that is called by words of the table and a number, such as Outlet 2, has no name of its
    own.
    """
    names = _that_stay(tuple(_names_in(job)))
    return Spoken.model_construct(region=region_of(job), names=names)


@lru_cache(maxsize=64)
def _that_stay(names: tuple[str, ...]) -> tuple[str, ...]:
    """The names that the table would change, the longest first."""
    found = {
        name
        for name in names
        if any(in_words_of(region, name) != name for region in REGIONS)
        and not _PLAIN.fullmatch(name)
    }
    return tuple(sorted(found, key=lambda name: (-len(name), name)))


class Voice:
    """Puts texts about a job in its reader's words; names that were given stay."""

    def __init__(self, spoken: Spoken) -> None:
        self._region: Region = spoken.region
        own = "|".join(map(re.escape, spoken.names))
        self._own = re.compile(f"({own})") if own else None

    @classmethod
    def of(cls, job: Job) -> "Voice":
        """Return the voice of a job's reader."""
        return cls(spoken_of(job))

    def __call__(self, text: str) -> str:
        """Return a text in the reader's words."""
        if self._own is None:
            return in_words_of(self._region, text)
        # Every second part is a name: splitting keeps what it splits at.
        return "".join(
            part if number % 2 else in_words_of(self._region, part)
            for number, part in enumerate(self._own.split(text))
        )

    def in_page(self, page: str) -> str:
        """Return a page of HTML with the texts between its tags in the reader's words."""
        return _BETWEEN_TAGS.sub(lambda found: f">{self(found[1])}<", page)


def _names_in(job: Job) -> Iterator[str]:
    """Every name that a job's document gives: of itself, walls, things, tiles, products."""
    yield job.name
    for wall in job.walls:
        yield wall.name
        yield from (thing.name for thing in wall.things)
    yield job.tile.name
    for area in job.areas:
        yield from (area.name, area.tile.name)
    for counter in job.counters:
        yield from (counter.name, counter.tile.name)
        yield from (one.name for one in (*counter.layers, *counter.cut_outs))
    products = (getattr(job.products, field) for field in Products.model_fields)
    yield from (one.name for one in products if one is not None)
