"""What is said on site: where work stands, what runs, what was noted, and whether tile lasts."""

import math
from collections.abc import Collection, Iterator, Mapping, Sequence

from pennant.core.cuts.cut_list import cuts_of
from pennant.core.cuts.units import units_of
from pennant.core.days.days import steps_in
from pennant.core.days.facts import Facts
from pennant.core.days.mixed import Mixed, mixed_in
from pennant.core.days.sections import grouting_sections
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused
from pennant.core.document.values import Value
from pennant.core.fixing.method_of import buys_for_counters
from pennant.core.plan import Plan
from pennant.core.site.clocks import POT_LIFE, Clock, Runs, clocks_of
from pennant.core.site.done import done_steps, passed_steps
from pennant.core.site.entries import (
    Entry,
    Note,
    NotedPhotograph,
    NotedPieces,
    NotedSection,
    TakenBack,
    events_of,
    standing,
)
from pennant.core.site.paces import Paces, paces_of
from pennant.core.site.record import Finder, record_of
from pennant.core.takes.mixing import pieces_an_hour
from pennant.core.takes.quantity import MM2_PER_M2
from pennant.words.counts import counted
from pennant.words.cuts import RecordText, record_in_words
from pennant.words.dates import Dates
from pennant.words.enough import EnoughText, enough, enough_in_words, order_by
from pennant.words.entries import say_entry
from pennant.words.fixing.step_words import name_of
from pennant.words.moments import moment
from pennant.words.names import CUT_NAMES, Names
from pennant.words.quantities import NAMES, MixCard, mix_cards
from pennant.words.refit import measured_sizes
from pennant.words.units import units_by_piece

MOST_SHOWN = 200
"""Entries that are shown, the latest first; the record holds all."""
LEAST_TOLD = 5
"""Pieces of a kind whose time is known, before it is told."""

_STIFF = "Throw away what is left: never wet it again. Out of the bucket, never down the sink."
_SKINNED = (
    "Touch it: where nothing sticks to the finger it has skinned. Scrape it off, spread anew."
)
CLOCKS: dict[Runs, tuple[str, str]] = {
    "pot life": ("Adhesive in the bucket", _STIFF),
    "counter pot life": ("Adhesive for the counter, in the bucket", _STIFF),
    "grout life": ("Grout in the bucket", "Throw away what is left: never wet it again."),
    "open time": ("Adhesive on the wall", _SKINNED),
    "counter open time": ("Adhesive on the counter", _SKINNED),
    "first wipe": ("Grout, to be wiped", "Wipe across the joints with a sponge wrung well out."),
    "haze": ("Grout, haze", "Wipe the haze off with a damp cloth turned often."),
    "polish": (
        "Grout, to be polished",
        "Polish with a dry cloth; later it must be scrubbed.",
    ),
    "bed sets": ("Adhesive sets behind the tile", "Spacers out, joints scraped; grout may begin."),
    "grout cures": ("Grout cures: no water on it", "The wall may get wet again."),
    "grout dries": ("Grout dries", "Sealant may go on, if the joints are dry to the foot."),
}
"""What each clock is of, and what is done when it has run out."""


class ClockText(Value):
    """A clock. Times are ISO 8601, UTC; ``next`` is what is done when it has run out."""

    entry: str
    runs: Runs
    name: str
    of: str
    starts: str
    ends: str
    until: str | None
    next: str
    who: str
    pieces: tuple[str, ...]


class CourseText(Value):
    """A course of a wall: its pieces, those that are not set yet, and what a press notes."""

    wall: str
    name: str
    number: int
    pieces: tuple[str, ...]
    to_set: tuple[str, ...]


class SectionText(Value):
    """What is spread or grouted at once. ``to_do`` are its pieces that are not set yet."""

    number: int
    name: str
    wall: str
    pieces: tuple[str, ...]
    to_do: tuple[str, ...]


class EntryText(Value):
    """An entry of the record in words. ``doubt`` is what is odd about its time, if anything."""

    id: int
    key: str
    at: str
    says: str
    kind: str
    gone: bool
    doubt: str
    photograph: str


class StandingNote(Value):
    """An entry that is not taken back, as data, its pieces by their codes in today's plan.

    With these, and with how long clocks run, what was noted since can be settled where no server
    is in reach. ``at`` is by the server's clock.
    """

    key: str
    at: str
    entry: Note


class StepText(Value):
    """A step of the days that can be noted as done."""

    step: str
    name: str
    done: bool


class SiteText(Value):
    """Where the work stands. ``now`` is the server's time, which clocks are counted from.

    ``revision`` is that of the job whose pieces these are.
    """

    now: str
    revision: int
    record: RecordText
    clocks: tuple[ClockText, ...]
    courses: tuple[CourseText, ...]
    sections: tuple[SectionText, ...]
    grouting: tuple[SectionText, ...]
    cards: tuple[MixCard, ...]
    entries: tuple[EntryText, ...]
    enough: EnoughText
    paces: tuple[str, ...]
    steps: tuple[StepText, ...]
    standing: tuple[StandingNote, ...]


def site_in_words(
    job: Job,
    planned: Plan,
    entries: Sequence[Entry],
    now: float,
    doubts: Mapping[int, str],
    revision: int = 0,
) -> SiteText:
    """Return where the work stands, from the record; ``doubts`` are of entries' times, by id."""
    return _Site(job, planned, entries, doubts).words(now, revision)


class _Site:
    """Says the record of one job."""

    def __init__(
        self, job: Job, planned: Plan, entries: Sequence[Entry], doubts: Mapping[int, str]
    ) -> None:
        self.job, self.planned, self.entries, self.doubts = job, planned, entries, doubts
        self.names = Names(planned.kitchen)
        self.events = events_of(entries)
        self.record = record_of(self.events, planned.pieces, job.settings.set_within)
        self.cuts = cuts_of(job, planned)
        self.pieces = {piece.id: piece for piece in planned.pieces}
        self.units = units_by_piece(job, planned)
        self.clocks = clocks_of(job, planned, entries)
        try:
            self.plan_steps = steps_in(job, planned, Dates.of(job.schedule))
        except JobRefused:
            self.plan_steps = []  # the days cannot be planned as they are; all else can be noted

    def words(self, now: float, revision: int) -> SiteText:
        """All of it."""
        return SiteText.model_construct(
            now=moment(now),
            revision=revision,
            record=record_in_words(
                self.job,
                self.planned,
                self.record,
                self.events,
                measured_sizes(self.job, self.planned, self.entries),
            ),
            clocks=tuple(self._clocks()),
            courses=tuple(self._courses()),
            sections=tuple(self._sections()),
            grouting=tuple(self._grouting()),
            cards=tuple(mix_cards(self.job, self.planned, self._mixed())),
            entries=tuple(self._entries()),
            enough=self._enough(),
            paces=tuple(self._paces()),
            steps=tuple(self._steps()),
            standing=tuple(self._standing()),
        )

    def _mixed(self) -> Collection[Mixed]:
        return mixed_in(self.job, self.planned, self.plan_steps).values()

    def _clocks(self) -> Iterator[ClockText]:
        for clock in self.clocks:
            name, then = CLOCKS[clock.runs]
            yield ClockText(
                entry=clock.entry,
                runs=clock.runs,
                name=name,
                of=self._of(clock),
                starts=moment(clock.starts),
                ends=moment(clock.ends),
                until=None if clock.until is None else moment(clock.until),
                next=then,
                who=who_says(clock.source),
                pieces=clock.pieces,
            )

    def _of(self, clock: Clock) -> str:
        walls = list(
            dict.fromkeys(self.pieces[id_].wall for id_ in clock.pieces if id_ in self.pieces)
        )
        parts = [f"section {clock.number}" if clock.number else ""]
        if self.names.several:
            parts += [self.names.thing(wall) for wall in walls]
        return ", ".join(part for part in parts if part)

    def _courses(self) -> Iterator[CourseText]:
        for surface in self.planned.surfaces:
            # Chips are set by the sheet: a course of those is noted at once.
            by_row: dict[int, list[str]] = {}
            for unit in units_of(self.job, surface.pieces):
                by_row.setdefault(unit.row, []).extend(unit.pieces)
            for number in sorted(by_row):
                own = tuple(by_row[number])
                yield CourseText(
                    wall=surface.surface,
                    name=self.names.thing(surface.surface),
                    number=number + 1,
                    pieces=own,
                    to_set=self._not_set(own),
                )

    def _not_set(self, pieces: Sequence[str]) -> tuple[str, ...]:
        return tuple(id_ for id_ in pieces if self.record.states.get(id_) != "set")

    def _sections(self) -> Iterator[SectionText]:
        found = [section for step in self.plan_steps for section in step.sections]
        for number, pieces in enumerate(found, 1):
            yield self._section(number, pieces, self._not_set(pieces))

    def _section(self, number: int, pieces: Sequence[str], to_do: tuple[str, ...]) -> SectionText:
        wall = self.pieces[pieces[0]].wall
        on_sheets = pieces[0] in self.units
        numbers = sorted(
            {
                (self.units[id_].row if id_ in self.units else self.pieces[id_].course) + 1
                for id_ in pieces
            }
        )
        row = "row" if on_sheets else "course"
        rows = f"{row} {numbers[0]}"
        if len(numbers) > 1:
            rows = f"{row}s {numbers[0]} to {numbers[-1]}"
        name = f"{self.names.thing(wall)}, {rows}{' of sheets' if on_sheets else ''}"
        return SectionText(number=number, name=name, wall=wall, pieces=tuple(pieces), to_do=to_do)

    def _grouting(self) -> Iterator[SectionText]:
        grouted = {
            id_
            for one in standing(self.entries)
            if isinstance(one.said, NotedSection) and one.said.event == "grouted"
            for id_ in one.said.pieces
        }
        for section in grouting_sections(self.job, self.planned):
            to_do = tuple(id_ for id_ in section.pieces if id_ not in grouted)
            yield self._section(section.number, section.pieces, to_do)

    def _entries(self) -> Iterator[EntryText]:
        gone = {one.takes_back for one in self.entries}
        by_key = {one.key: one for one in self.entries}
        shown = [one for one in self.entries if not isinstance(one.said, TakenBack)]
        for one in reversed(shown[-MOST_SHOWN:]):
            noted = one.said
            yield EntryText(
                id=one.id,
                key=one.key,
                at=moment(one.minute),
                kind=noted.kind,
                says=say_entry(self.job, self.names, noted, by_key),
                gone=one.id in gone,
                doubt=self.doubts.get(one.id, ""),
                photograph=noted.name if isinstance(noted, NotedPhotograph) else "",
            )

    def _standing(self) -> Iterator[StandingNote]:
        find = Finder(self.planned.pieces, self.job.settings.set_within)
        for one in standing(self.entries):
            noted = one.said
            if isinstance(noted, NotedPieces):
                found = tuple(filter(None, map(find.piece, one.about)))
                if not found:
                    continue
                if found != noted.pieces:
                    noted = noted.model_copy(update={"pieces": found})
            yield StandingNote.model_construct(key=one.key, at=moment(one.minute), entry=noted)

    def _enough(self) -> EnoughText:
        found = enough(self.job, self.planned, self.cuts, self.record, self.entries)
        by = order_by(self.job, self.planned, self.entries) if found.order else ""
        return enough_in_words(self.job, found, by)

    def _paces(self) -> Iterator[str]:
        kinds = {piece.id: piece.kind for piece in self.planned.pieces}
        found = paces_of(self.entries, kinds)
        yield from say_paces(self.job, found)
        yield from self._batches(found)

    def _batches(self, found: Paces) -> Iterator[str]:
        """How many batches were mixed for what is set, and so about how many are still to come."""
        facts = Facts(self.job, self.planned)
        below = facts.on_counters if buys_for_counters(self.job) else frozenset[str]()
        for used in found.used:
            batches = counted(used.batches, "batch", "batches")
            says = f"{NAMES[used.what]}: {batches} mixed"
            says += f", {used.powder:g} kg of powder weighed" if used.powder else ""
            on = used.what == "counter-adhesive"
            own = [piece for piece in self.pieces.values() if (piece.id in below) == on]
            put = sum(p.area for p in own if self.record.states.get(p.id) == "set")
            left = sum(piece.area for piece in own) - put
            # What a batch is good for is known when it is gone.
            in_the_bucket = any(clock.runs == POT_LIFE[used.what] for clock in self.clocks)
            if used.what != "grout" and put > 0 and left > 0 and not in_the_bucket:
                more = math.ceil(left / (put / used.batches) - 1e-9)
                says += f" for {put / MM2_PER_M2:.1f} m²; at that about {more} more to come"
            yield says

    def _steps(self) -> Iterator[StepText]:
        done = {one.step for one in self.job.schedule.done} | {
            one.step for one in done_steps(self.plan_steps, self.entries)
        }
        done |= passed_steps(self.plan_steps, done, self.record.states)
        for step in self.plan_steps:
            base, _, number = step.id.partition("@")
            name = name_of(self.job, step)
            several = number and f"{base}@2" in {one.id for one in self.plan_steps}
            yield StepText(
                step=step.id, name=f"{name}, {number}" if several else name, done=step.id in done
            )


def say_paces(job: Job, found: Paces) -> Iterator[str]:
    """Yield what the record says of pace and breakage, beside what was reckoned with."""
    reckoned = pieces_an_hour(job).value
    if (own := found.set_an_hour) is not None:
        yield (
            f"Set so far: {own:.0f} pieces an hour; reckoned with {reckoned:.0f}. The days to come "
            "are planned by it"
        )
    for what, paces in (("Set", found.setting), ("Cut", found.cutting)):
        for pace in paces:
            if pace.pieces >= LEAST_TOLD:
                each = pace.minutes / pace.pieces
                yield f"{what}, {CUT_NAMES[pace.kind]}: {each:.1f} minutes each over {pace.pieces}"
    for one in found.breakage:
        if one.broke:
            yield f"Broke, {CUT_NAMES[one.kind]}: {one.broke} of {one.cuts}"


def who_says(source: str) -> str:
    """Who says how long a clock runs."""
    if source.startswith("sheet: "):
        return f"by the sheet of {source[7:]}"
    return f"usual for {source[6:]}" if source.startswith("kind: ") else "from the rules"
