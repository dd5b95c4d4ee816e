"""What was noted on site, each as one line."""

from collections.abc import Mapping, Sequence

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.site.entries import (
    Entry,
    NotedBatch,
    NotedBox,
    NotedCulls,
    NotedPhotograph,
    NotedPieces,
    NotedReading,
    NotedRefit,
    NotedSection,
    NotedStep,
    Said,
    TakenBack,
)
from pennant.core.site.readings import BoxMoved, Height, Joint, Lean, LeftToLine, Reading
from pennant.words.names import Names
from pennant.words.steps import STEP_WORDS


def say_entry(job: Job, names: Names, said: Said, by_key: Mapping[str, Entry]) -> str:
    """Say what was noted, as one line."""
    if isinstance(said, NotedPieces):
        lot = f", lot {said.lot}" if said.lot else ""
        return f"{say_pieces(said.pieces)} {said.event}{lot}"
    if isinstance(said, NotedBatch):
        parts = [f"{said.what.capitalize()} {said.event}"]
        parts += [f"lot {said.lot}"] if said.lot else []
        parts += [f"{said.powder:g} kg"] if said.powder else []
        parts += [f"{said.water:g} l of water"] if said.water else []
        return ", ".join(parts)
    if isinstance(said, NotedSection):
        before = by_key.get(said.of or "")
        number = said.number or getattr(before and before.said, "number", 0)
        return f"Section {number} {said.event}" if number else f"Section {said.event}"
    if isinstance(said, NotedStep):
        words = next((w.name for id_, w in STEP_WORDS.items() if id_ == said.step), said.step)
        return f"{words}: {said.event}" + (f", {said.words}" if said.words else "")
    if isinstance(said, NotedBox):
        parts = [f"Box {said.name} opened"]
        parts += [f"lot {said.lot}"] if said.lot else []
        parts += [said.shade] if said.shade else []
        parts += [f"{said.broken} came broken"] if said.broken else []
        return ", ".join(parts)
    if isinstance(said, NotedCulls):
        tiles = "tile" if said.tiles == 1 else "tiles"
        return f"{said.tiles} {tiles} put aside for cuts" + (
            f": {said.words}" if said.words else ""
        )
    if isinstance(said, NotedReading):
        return say_reading(job, names, said.reading)
    if isinstance(said, NotedRefit):
        return f"Planned again: {said.words}"
    if isinstance(said, NotedPhotograph):
        return f"Photograph{f': {said.words}' if said.words else ''}"
    return said.words if not isinstance(said, TakenBack) else "Taken back"


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
        end = names.edge(f"{reading.wall}:{reading.side}")
        way = "right" if reading.value >= 0 else "left"
        return f"{end}: its top stands {shown(abs(reading.value))} to the {way} of its foot"
    assert isinstance(reading, BoxMoved)
    parts = []
    if reading.right:
        side = "right" if reading.right > 0 else "left"
        parts.append(f"{shown(abs(reading.right))} further {side}")
    if reading.up:
        parts.append(f"{shown(abs(reading.up))} {'higher' if reading.up > 0 else 'lower'}")
    return f"{names.thing(reading.thing)} stands {' and '.join(parts) or 'where it was measured'}"
