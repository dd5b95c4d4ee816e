"""What can be noted on site, as it is said, and as it is read back from the record."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import Field

from pennant.core.document.survey import Name
from pennant.core.document.values import Distance, Value
from pennant.core.site.readings import Reading
from pennant.core.site.record import SiteEvent
from pennant.core.takes.quantity import Mixable

Key = Annotated[str, Field(min_length=8, max_length=80)]
"""Made by who notes it, one for each entry: what is sent twice is one."""
PieceId = Annotated[str, Field(min_length=1, max_length=40)]
Short = Annotated[str, Field(max_length=80)]
Kilograms = Annotated[float, Field(gt=0, le=1_000, allow_inf_nan=False)]
MOST_PIECES = 5_000
MOST_ENTRIES = 200_000
"""Of one record: a house noted piece by piece, several times over. A zip takes as many."""
MOST_PHOTOGRAPHS = 200
"""Of one job. A zip takes as many."""
EARLIEST_YEAR, LATEST_YEAR = 1971, 2999
"""Of every time in a record: what is outside is a slip, and some zones could not say it."""
LONGEST_REMARK = 400
"""Characters of anything that is said in words."""
Words = Annotated[str, Field(max_length=LONGEST_REMARK)]


class NotedPieces(Value):
    """Pieces were cut, set or broken, or taken off the wall: one, or a whole course at once."""

    kind: Literal["pieces"] = "pieces"
    event: Literal["cut", "set", "broken", "taken off"]
    pieces: tuple[PieceId, ...] = Field(min_length=1, max_length=MOST_PIECES)
    lot: Short = ""


class NotedBatch(Value):
    """A batch was mixed, used up, or what was left of it thrown away.

    ``powder`` in kg and ``water`` in litres, where they differ from the mixing card's; ``of`` is
    the key of the entry of a batch that it goes on from.
    """

    kind: Literal["batch"] = "batch"
    event: Literal["mixed", "used up", "thrown away"]
    what: Mixable
    lot: Short = ""
    powder: Kilograms | None = None
    water: Kilograms | None = None
    of: Key | None = None


class NotedSection(Value):
    """A section was spread, scraped off again, grouted, wiped, rid of its haze or polished."""

    kind: Literal["section"] = "section"
    event: Literal["spread", "scraped off", "grouted", "wiped", "haze off", "polished"]
    number: int = Field(default=0, ge=0, le=10_000)
    pieces: tuple[PieceId, ...] = Field(default=(), max_length=MOST_PIECES)
    of: Key | None = Field(default=None, description="The section's entry that it goes on from.")


class NotedStep(Value):
    """A step of the days is done, or is left out for a reason."""

    kind: Literal["step"] = "step"
    step: Name
    event: Literal["done", "left out"] = "done"
    words: Words = ""


class NotedBox(Value):
    """A box was opened."""

    kind: Literal["box"] = "box"
    name: Name
    lot: Short = ""
    shade: Short = ""
    broken: int = Field(default=0, ge=0, le=10_000, description="Tiles in it that came broken.")


class NotedCulls(Value):
    """Tiles were put aside: chipped, warped, off in shade. They go to the cuts."""

    kind: Literal["culls"] = "culls"
    tiles: int = Field(ge=1, le=10_000)
    words: Words = ""


class NotedReading(Value):
    """A reading was taken on the wall."""

    kind: Literal["reading"] = "reading"
    reading: Reading


class NotedRefit(Value):
    """What is still to come was planned again: which way was taken, in words.

    ``piece`` is the last piece that is cut to a reading, and ``size`` how wide.
    """

    kind: Literal["refit"] = "refit"
    words: Words = Field(min_length=1)
    piece: PieceId | None = None
    size: Distance = Field(default=0.0, description="Millimetres.")
    of: Key | None = Field(default=None, description="The entry of the reading.")


class NotedPhotograph(Value):
    """A photograph was taken; ``name`` was given by the server."""

    kind: Literal["photograph"] = "photograph"
    name: Annotated[str, Field(pattern=r"^[0-9a-f]{12}$")]
    words: Words = ""
    wall: Short = ""


class Remark(Value):
    """Something worth knowing later."""

    kind: Literal["remark"] = "remark"
    words: Words = Field(min_length=1)


class TakenBack(Value):
    """An entry was a mistake: both stay in the record."""

    kind: Literal["taken back"] = "taken back"


Note = Annotated[
    NotedPieces
    | NotedBatch
    | NotedSection
    | NotedStep
    | NotedBox
    | NotedCulls
    | NotedReading
    | NotedRefit
    | NotedPhotograph
    | Remark
    | TakenBack,
    Field(discriminator="kind"),
]


@dataclass(frozen=True)
class Entry:
    """An entry of the record. ``minute`` is counted from any fixed moment, the same for all.

    ``about`` are its pieces as they were, one event each.
    """

    id: int
    key: str
    minute: float
    said: Note
    about: tuple[SiteEvent, ...] = ()
    takes_back: int | None = None


def standing(entries: Sequence[Entry]) -> list[Entry]:
    """Return the entries that are not taken back, without those that take back."""
    gone = {one.takes_back for one in entries}
    return [one for one in entries if one.id not in gone and not isinstance(one.said, TakenBack)]


def events_of(entries: Sequence[Entry]) -> list[SiteEvent]:
    """Return the events about single pieces, in order, with those that take one back."""
    found: list[SiteEvent] = []
    for one in entries:
        if isinstance(one.said, TakenBack):
            found.append(SiteEvent(one.id, "", "taken back", takes_back=one.takes_back))
        elif isinstance(one.said, NotedPieces):
            found += one.about
    return found
