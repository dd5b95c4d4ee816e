"""Clocks: what runs out on site, when, and what is done then.

A clock follows from the record and from the data sheets alone, so that it survives a closed page
and a restarted server. It runs from the entry that started it until one that ends it.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from pennant.core.days.facts import Facts
from pennant.core.days.sections import open_time_of
from pennant.core.days.step_rules import bed_sets, counter_sets, grout_cures, grout_for_sealant
from pennant.core.document.job import Job
from pennant.core.document.refusal import reckoning
from pennant.core.fixing.method_of import counter_job
from pennant.core.plan import Plan
from pennant.core.site.entries import Entry, NotedBatch, NotedPieces, NotedSection, standing
from pennant.core.takes.mixing import pot_life_of
from pennant.core.takes.quantity import Mixable, by_sheet

HOUR = 60.0
Runs = Literal[
    "pot life",
    "counter pot life",
    "grout life",
    "open time",
    "counter open time",
    "first wipe",
    "haze",
    "polish",
    "bed sets",
    "grout cures",
    "grout dries",
]


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


@dataclass(frozen=True)
class Lasts:
    """How long a clock runs (minutes), until when acting helps after its start (None: no end), and
    who says so.
    """

    minutes: float
    source: str
    until: float | None = None


Lasting = Mapping[Runs, Lasts]
"""How long each clock runs; what has nothing to wait for is not in it."""


def lasting_of(facts: Facts) -> Lasting:
    """Return how long each clock of a job runs, by its data sheets, else by the rules."""
    job = facts.job
    times, grout, adhesive = job.times, job.products.grout, job.products.adhesive
    bucket, mixed = pot_life_of(job), by_sheet(grout, "pot_life", job.settings, "grout_life")
    by_its_sheet = adhesive is not None and adhesive.open_time is not None
    ready = grout is not None and grout.kind == "ready-mixed"
    bed, cures, dries = bed_sets(facts), grout_cures(facts), grout_for_sealant(facts)
    found: dict[Runs, Lasts] = {
        "pot life": Lasts(bucket.value, bucket.source or ""),
        "grout life": Lasts(mixed.value, mixed.source or ""),
        "open time": Lasts(
            open_time_of(job),
            f"sheet: {adhesive.name}" if adhesive and by_its_sheet else "times.open_time",
        ),
        "first wipe": Lasts(
            times.ready_wipe_after if ready else times.wipe_after,
            f"times.{'ready_wipe_after' if ready else 'wipe_after'}",
        ),
        "haze": Lasts(times.haze_after, "times.haze_after"),
        "polish": Lasts(
            times.polish_after * HOUR, "times.polish_after", times.polish_within * HOUR
        ),
        "grout cures": Lasts(cures.minutes, cures.source),
        "grout dries": Lasts(dries.minutes, dries.source),
    }
    if facts.only_gaps or facts.pointed:
        # Nothing was spread over the faces: there is nothing to wipe off them.
        for runs in ("first wipe", "haze", "polish"):
            del found[runs]
    if facts.on_counters:
        there = counter_job(job)
        life, own = pot_life_of(there), there.products.adhesive
        sheet = f"sheet: {own.name}" if own and own.open_time is not None else "times.open_time"
        found["counter pot life"] = Lasts(life.value, life.source or "")
        found["counter open time"] = Lasts(open_time_of(there), sheet)
    # Grout waits for whichever sets last.
    sets = [wait for wait in (bed, facts.on_counters and counter_sets(facts)) if wait]
    if sets:
        longest = max(sets, key=lambda wait: wait.hours)
        found["bed sets"] = Lasts(longest.minutes, longest.source)
    return found


POT_LIFE: Mapping[Mixable, Runs] = {
    "adhesive": "pot life",
    "counter-adhesive": "counter pot life",
    "grout": "grout life",
}
"""The clock of a batch, by what is mixed."""


def clocks_of(job: Job, plan: Plan, entries: Sequence[Entry]) -> list[Clock]:
    """Return the clocks that run, also those that have run out and wait for somebody."""
    kept = standing(entries)
    with reckoning("the clocks"):
        facts = Facts(job, plan)
        lasting = lasting_of(facts)
        found = [
            *_batches(lasting, kept),
            *_sections(lasting, kept, facts.on_counters),
            *_cures(lasting, kept),
        ]
    return sorted(found, key=lambda clock: (clock.ends, clock.entry))


def _clock(
    lasting: Lasting,
    runs: Runs,
    entry: Entry,
    begins: float,
    number: int = 0,
    pieces: tuple[str, ...] = (),
) -> Clock:
    lasts = lasting[runs]
    until = None if lasts.until is None else begins + lasts.until
    return Clock(
        runs, entry.key, begins, begins + lasts.minutes, until, lasts.source, number, pieces
    )


def _batches(lasting: Lasting, kept: Sequence[Entry]) -> Iterator[Clock]:
    """A batch runs until it is used up or thrown away, or the next of its kind is mixed."""
    for place, one in enumerate(kept):
        noted = one.said
        if not isinstance(noted, NotedBatch) or noted.event != "mixed":
            continue
        later = (other.said for other in kept[place + 1 :])
        if any(_ends_batch(one.key, noted, other) for other in later):
            continue
        # An adhesive that the job does not take any more stiffens as the walls' does.
        runs = POT_LIFE[noted.what]
        yield _clock(lasting, runs if runs in lasting else "pot life", one, one.minute)


def _ends_batch(key: str, batch: NotedBatch, other: object) -> bool:
    if not isinstance(other, NotedBatch) or other.what != batch.what:
        return False
    return other.event == "mixed" or other.of in (None, key)


def _sections(lasting: Lasting, kept: Sequence[Entry], below: frozenset[str]) -> Iterator[Clock]:
    """Sections that are spread and those that are grouted; ``below`` are pieces on counters."""
    for place, one in enumerate(kept):
        noted = one.said
        if not isinstance(noted, NotedSection):
            continue
        later = kept[place + 1 :]
        if noted.event == "spread":
            left = _not_set(noted.pieces, later)
            scraped = any(_goes_on(other, one.key, "scraped off") for other in later)
            if left and not scraped:
                runs: Runs = "counter open time" if below.issuperset(left) else "open time"
                yield _clock(lasting, runs, one, one.minute, noted.number, left)
        elif noted.event == "grouted":
            yield from _wiping(lasting, one, noted, later)


def _not_set(pieces: Sequence[str], later: Sequence[Entry]) -> tuple[str, ...]:
    done = {
        piece
        for other in later
        if isinstance(other.said, NotedPieces) and other.said.event == "set"
        for piece in other.said.pieces
    }
    return tuple(piece for piece in pieces if piece not in done)


def _goes_on(other: Entry, key: str, *events: str) -> bool:
    noted = other.said
    return isinstance(noted, NotedSection) and noted.event in events and noted.of == key


def _wiping(
    lasting: Lasting, grouted: Entry, noted: NotedSection, later: Sequence[Entry]
) -> Iterator[Clock]:
    """Wiped, then rid of its haze, then polished: each is due so long after what it follows."""

    def at(event: str) -> float | None:
        return next((one.minute for one in later if _goes_on(one, grouted.key, event)), None)

    def clock(runs: Runs, begins: float) -> Clock:
        return _clock(lasting, runs, grouted, begins, noted.number, noted.pieces)

    wiped, hazed = at("wiped"), at("haze off")
    if at("polished") is not None or "first wipe" not in lasting:
        return
    if wiped is None and hazed is None:
        yield clock("first wipe", grouted.minute)
        return
    if hazed is None and wiped is not None:
        yield clock("haze", wiped)
    yield clock("polish", grouted.minute)


def _cures(lasting: Lasting, kept: Sequence[Entry]) -> Iterator[Clock]:
    """The bed sets from the last piece set on; grout cures from the last section on."""
    grouted = [
        one for one in kept if isinstance(one.said, NotedSection) and one.said.event == "grouted"
    ]
    put = [one for one in kept if isinstance(one.said, NotedPieces) and one.said.event == "set"]
    if put and not grouted and "bed sets" in lasting:
        yield _clock(lasting, "bed sets", put[-1], put[-1].minute)
    if grouted:
        yield _clock(lasting, "grout cures", grouted[-1], grouted[-1].minute)
        yield _clock(lasting, "grout dries", grouted[-1], grouted[-1].minute)
