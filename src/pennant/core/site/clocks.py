"""Clocks: what runs out on site, when, and what is done then.

A clock follows from the record and from the data sheets alone, so that it survives a closed page
and a restarted server. It runs from the entry that started it until one that ends it.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

from pennant.core.days.facts import Facts
from pennant.core.days.sections import open_time_of
from pennant.core.days.step import Wait
from pennant.core.days.steps import bed_sets, grout_cures, grout_for_sealant
from pennant.core.document.job import Job
from pennant.core.document.refusal import reckoning
from pennant.core.plan import Plan
from pennant.core.site.entries import Entry, NotedBatch, NotedPieces, NotedSection, standing
from pennant.core.takes.mixing import pot_life_of
from pennant.core.takes.quantity import by_sheet

HOUR = 60.0
Runs = Literal[
    "pot life", "grout life", "open time", "first wipe", "haze", "polish", "bed sets",
    "grout cures", "grout dries",
]  # fmt: skip


@dataclass(frozen=True)
class Clock:
    """What runs. ``entry`` is the key of the entry that started it; minutes as the entries' own.

    ``ends`` is when to act, ``until`` until when that helps (None: no end). ``source`` is who says
    how long: ``sheet: NAME``, ``times.NAME``, ``settings.NAME`` or ``kind: NAME``. ``pieces`` are
    those it is about, by their codes when it was started.
    """

    runs: Runs
    entry: str
    starts: float
    ends: float
    until: float | None
    source: str
    number: int = 0
    pieces: tuple[str, ...] = ()


def clocks_of(job: Job, plan: Plan, entries: Sequence[Entry]) -> list[Clock]:
    """Return the clocks that run, also those that have run out and wait for somebody."""
    kept = standing(entries)
    with reckoning("the clocks"):
        found = [*_batches(job, kept), *_sections(job, kept), *_cures(job, plan, kept)]
    return sorted(found, key=lambda clock: (clock.ends, clock.entry))


def _batches(job: Job, kept: Sequence[Entry]) -> Iterator[Clock]:
    """A batch runs until it is used up or thrown away, or the next of its kind is mixed."""
    for place, one in enumerate(kept):
        said = one.said
        if not isinstance(said, NotedBatch) or said.event != "mixed":
            continue
        later = (other.said for other in kept[place + 1 :])
        if any(_ends_batch(one.key, said, other) for other in later):
            continue
        if said.what == "grout":
            life = by_sheet(job.products.grout, "pot_life", job.settings, "grout_life")
        else:
            life = pot_life_of(job)
        runs: Runs = "grout life" if said.what == "grout" else "pot life"
        yield Clock(runs, one.key, one.minute, one.minute + life.value, None, life.source or "")


def _ends_batch(key: str, batch: NotedBatch, other: object) -> bool:
    if not isinstance(other, NotedBatch) or other.what != batch.what:
        return False
    return other.event == "mixed" or other.of in (None, key)


def _sections(job: Job, kept: Sequence[Entry]) -> Iterator[Clock]:
    for place, one in enumerate(kept):
        said = one.said
        if not isinstance(said, NotedSection):
            continue
        later = kept[place + 1 :]
        if said.event == "spread":
            left = _not_set(said.pieces, later)
            scraped = any(_goes_on(other, one.key, "scraped off") for other in later)
            if left and not scraped:
                product = job.products.adhesive
                by_its_sheet = product is not None and product.open_time is not None
                source = f"sheet: {product.name}" if product and by_its_sheet else "times.open_time"
                yield Clock("open time", one.key, one.minute, one.minute + open_time_of(job), None,
                            source, said.number, left)  # fmt: skip
        elif said.event == "grouted":
            yield from _wiping(job, one, said, later)


def _not_set(pieces: Sequence[str], later: Sequence[Entry]) -> tuple[str, ...]:
    done = {
        piece for other in later
        if isinstance(other.said, NotedPieces) and other.said.event == "set"
        for piece in other.said.pieces
    }  # fmt: skip
    return tuple(piece for piece in pieces if piece not in done)


def _goes_on(other: Entry, key: str, *events: str) -> bool:
    said = other.said
    return isinstance(said, NotedSection) and said.event in events and said.of == key


def _wiping(
    job: Job, grouted: Entry, said: NotedSection, later: Sequence[Entry]
) -> Iterator[Clock]:  # fmt: skip
    """Wiped, then rid of its haze, then polished: each is due so long after what it follows."""
    times, product = job.times, job.products.grout
    ready = product is not None and product.kind == "ready-mixed"
    field = "ready_wipe_after" if ready else "wipe_after"
    after = times.ready_wipe_after if ready else times.wipe_after

    def at(*events: str) -> float | None:
        return next((one.minute for one in later if _goes_on(one, grouted.key, *events)), None)

    def clock(runs: Runs, begins: float, minutes: float, until: float | None, who: str) -> Clock:
        return Clock(runs, grouted.key, begins, begins + minutes, until, who, said.number,
                     said.pieces)  # fmt: skip

    wiped, hazed, polished = at("wiped"), at("haze off"), at("polished")
    if polished is not None:
        return
    if wiped is None and hazed is None:
        yield clock("first wipe", grouted.minute, after, None, f"times.{field}")
        return
    if hazed is None and wiped is not None:
        yield clock("haze", wiped, times.haze_after, None, "times.haze_after")
    last = grouted.minute
    yield clock(
        "polish",
        last,
        times.polish_after * HOUR,
        last + times.polish_within * HOUR,
        "times.polish_after",
    )


def _cures(job: Job, plan: Plan, kept: Sequence[Entry]) -> Iterator[Clock]:
    """The bed sets from the last piece set on; grout cures from the last section on."""
    facts = Facts(job, plan)
    grouted = [one for one in kept if isinstance(one.said, NotedSection)
               and one.said.event == "grouted"]  # fmt: skip
    put = [one for one in kept if isinstance(one.said, NotedPieces) and one.said.event == "set"]
    if put and not grouted and (bed := bed_sets(facts)) is not None:
        yield _cure("bed sets", put[-1], bed)
    if grouted:
        yield _cure("grout cures", grouted[-1], grout_cures(facts))
        yield _cure("grout dries", grouted[-1], grout_for_sealant(facts))


def _cure(runs: Runs, entry: Entry, wait: Wait) -> Clock:
    return Clock(runs, entry.key, entry.minute, entry.minute + wait.minutes, None, wait.source)
