"""What was noted on site, each as one line."""

from collections.abc import Mapping, Sequence

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.site.entries import (
    Entry,
    Note,
    NotedBatch,
    NotedBox,
    NotedCulls,
    NotedPhotograph,
    NotedPieces,
    NotedReading,
    NotedRefit,
    NotedSection,
    NotedStep,
    TakenBack,
)
from pennant.core.site.readings import BoxMoved, Height, Joint, Lean, LeftToLine, Reading
from pennant.words.names import Names
from pennant.words.quantities import NAMES
from pennant.words.steps import STEP_WORDS


def say_entry(job: Job, names: Names, noted: Note, by_key: Mapping[str, Entry]) -> str:
    """Say what was noted, as one line."""
    if isinstance(noted, NotedPieces):
        lot = f", lot {noted.lot}" if noted.lot else ""
        return f"{say_pieces(noted.pieces)} {noted.event}{lot}"
    if isinstance(noted, NotedBatch):
        parts = [f"{NAMES[noted.what]} {noted.event}"]
        parts += [f"lot {noted.lot}"] if noted.lot else []
        parts += [f"{noted.powder:g} kg"] if noted.powder else []
        parts += [f"{noted.water:g} l of water"] if noted.water else []
        return ", ".join(parts)
    if isinstance(noted, NotedSection):
        before = by_key.get(noted.of or "")
        number = noted.number or getattr(before and before.said, "number", 0)
        return f"Section {number} {noted.event}" if number else f"Section {noted.event}"
    if isinstance(noted, NotedStep):
        words = next((w.name for id_, w in STEP_WORDS.items() if id_ == noted.step), noted.step)
        return f"{words}: {noted.event}" + (f", {noted.words}" if noted.words else "")
    if isinstance(noted, NotedBox):
        parts = [f"Box {noted.name} opened"]
        parts += [f"lot {noted.lot}"] if noted.lot else []
        parts += [noted.shade] if noted.shade else []
        parts += [f"{noted.broken} came broken"] if noted.broken else []
        return ", ".join(parts)
    if isinstance(noted, NotedCulls):
        tiles = "tile" if noted.tiles == 1 else "tiles"
        return f"{noted.tiles} {tiles} put aside for cuts" + (
            f": {noted.words}" if noted.words else ""
        )
    if isinstance(noted, NotedReading):
        return say_reading(job, names, noted.reading)
    if isinstance(noted, NotedRefit):
        return f"Planned again: {noted.words}"
    if isinstance(noted, NotedPhotograph):
        return f"Photograph{f': {noted.words}' if noted.words else ''}"
    return noted.words if not isinstance(noted, TakenBack) else "Taken back"


def say_pieces(pieces: Sequence[str]) -> str:
    """Name pieces: a few by their codes, many by the first and the last and how many.

    >>> say_pieces(["A1.1"]), say_pieces(["A1.1", "A1.2", "A1.3", "A1.4"])
    ('A1.1', 'A1.1 … A1.4 (4)')
    """
    if len(pieces) <= 3:
        return ", ".join(pieces)
    return f"{pieces[0]} … {pieces[-1]} ({len(pieces)})"


def say_reading(job: Job, names: Names, reading: Reading) -> str:
    """Say a reading as it was taken."""

    def shown(value: float) -> str:
        return show_with_unit(value, job.step)

    if isinstance(reading, LeftToLine):
        return f"Left from the {reading.side} of {reading.piece}: {shown(reading.value)}"
    if isinstance(reading, Height):
        return f"Top of {reading.piece} over the counter: {shown(reading.value)}"
    if isinstance(reading, Joint):
        return f"Joint between {reading.piece} and {reading.other}: {shown(reading.value)}"
    if isinstance(reading, Lean):
        known = reading.wall in names.surfaces
        end = (
            names.edge(f"{reading.wall}:{reading.side}")
            if known
            else (f"{reading.side.capitalize()} end of a wall that this job no longer has")
        )
        way = "right" if reading.value >= 0 else "left"
        return f"{end}: its top stands {shown(abs(reading.value))} to the {way} of its foot"
    assert isinstance(reading, BoxMoved)
    parts = []
    if reading.right:
        side = "right" if reading.right > 0 else "left"
        parts.append(f"{shown(abs(reading.right))} further {side}")
    if reading.up:
        parts.append(f"{shown(abs(reading.up))} {'higher' if reading.up > 0 else 'lower'}")
    known = reading.thing in names.things
    thing = names.thing(reading.thing) if known else "A box that this job no longer has"
    return f"{thing} stands {' and '.join(parts) or 'where it was measured'}"
