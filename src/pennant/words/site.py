"""What is said on site: where work stands, what runs, what was noted, and whether tile lasts."""

from collections.abc import Iterator, Mapping, Sequence
from datetime import UTC, datetime

from pennant.core.cuts.cut_list import CutList, cuts_of
from pennant.core.cuts.stock import item_of
from pennant.core.days.days import setting_sections_of
from pennant.core.days.sections import grouting_sections
from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.document.refusal import JobRefused
from pennant.core.document.tiles import FIELD
from pennant.core.document.values import Value
from pennant.core.layout.pieces import Piece
from pennant.core.plan import Plan
from pennant.core.site.clocks import Clock, Runs, clocks_of
from pennant.core.site.enough import CUTS_FOR_A_CHANCE, Enough, enough_of
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
    events_of,
    standing,
)
from pennant.core.site.paces import Paces, paces_of
from pennant.core.site.readings import BoxMoved, Height, Joint, Lean, Left, Reading
from pennant.core.site.record import Record, again_of, record_of
from pennant.core.takes.mixing import pieces_an_hour
from pennant.words.cuts import SaidRecord, bought_of, said_record
from pennant.words.dates import Dates
from pennant.words.names import KINDS, Names
from pennant.words.quantities import MixCard, mix_cards
from pennant.words.steps import STEPS

MOST_SHOWN = 200
"""Entries that are shown, the latest first; the record holds all."""

CLOCKS: dict[Runs, tuple[str, str]] = {
    "pot life": (
        "Adhesive in the bucket",
        "Throw away what is left: never wet it again. Out of the bucket, never down the sink.",
    ),
    "grout life": ("Grout in the bucket", "Throw away what is left: never wet it again."),
    "open time": (
        "Adhesive on the wall",
        "Touch it: where nothing sticks to the finger it has skinned. Scrape it off, spread anew.",
    ),
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


class SaidClock(Value):
    """A clock. Times are ISO 8601, UTC; ``then`` is what is done when it has run out."""

    entry: str
    runs: Runs
    name: str
    of: str
    starts: str
    ends: str
    until: str | None
    then: str
    who: str
    pieces: tuple[str, ...]


class SaidCourse(Value):
    """A course of a wall: its pieces, those that are not set yet, and what a press notes."""

    wall: str
    name: str
    number: int
    pieces: tuple[str, ...]
    to_set: tuple[str, ...]


class SaidSection(Value):
    """What is spread or grouted at once. ``to_do`` are its pieces that are not set yet."""

    number: int
    name: str
    wall: str
    pieces: tuple[str, ...]
    to_do: tuple[str, ...]


class SaidEntry(Value):
    """An entry of the record in words. ``doubt`` is what is odd about its time, if anything."""

    id: int
    key: str
    at: str
    says: str
    kind: str
    gone: bool
    doubt: str
    photograph: str


class SaidStep(Value):
    """A step of the days that can be noted as done."""

    step: str
    name: str
    done: bool


class SaidEnough(Value):
    """Whether tile lasts: in short, and how that is reckoned."""

    verdict: str
    says: str
    why: str


class SaidSite(Value):
    """Where the work stands. ``now`` is the server's time, which clocks are counted from."""

    now: str
    record: SaidRecord
    clocks: tuple[SaidClock, ...]
    courses: tuple[SaidCourse, ...]
    sections: tuple[SaidSection, ...]
    grouting: tuple[SaidSection, ...]
    cards: tuple[MixCard, ...]
    entries: tuple[SaidEntry, ...]
    enough: SaidEnough
    paces: tuple[str, ...]
    steps: tuple[SaidStep, ...]


def moment(minute: float) -> str:
    """Return a moment (minutes from 1970) as ISO 8601, UTC."""
    return datetime.fromtimestamp(minute * 60, UTC).isoformat(timespec="seconds")


def minute_of(iso: str) -> float:
    """Return an ISO 8601 moment as minutes from 1970."""
    at = datetime.fromisoformat(iso)
    return (at if at.tzinfo else at.replace(tzinfo=UTC)).timestamp() / 60


def said_site(
    job: Job, made: Plan, entries: Sequence[Entry], now: float, doubts: Mapping[int, str]
) -> SaidSite:
    """Return where the work stands, from the record; ``doubts`` are of entries' times, by id."""
    return _Site(job, made, entries, doubts).said(now)


class _Site:
    """Says the record of one job."""

    def __init__(
        self, job: Job, made: Plan, entries: Sequence[Entry], doubts: Mapping[int, str]
    ) -> None:
        self.job, self.made, self.entries, self.doubts = job, made, entries, doubts
        self.names = Names(made.kitchen)
        self.events = events_of(entries)
        self.record = record_of(self.events, made.pieces, job.settings.set_within)
        self.cuts = cuts_of(job, made)
        self.pieces = {piece.id: piece for piece in made.pieces}

    def said(self, now: float) -> SaidSite:
        """All of it."""
        return SaidSite.model_construct(
            now=moment(now), record=said_record(self.job, self.made, self.record, self.events),
            clocks=tuple(self._clocks()), courses=tuple(self._courses()),
            sections=tuple(self._sections()), grouting=tuple(self._grouting()),
            cards=tuple(mix_cards(self.job, self.made)), entries=tuple(self._entries()),
            enough=self._enough(), paces=tuple(self._paces()), steps=tuple(self._steps()),
        )  # fmt: skip

    def _clocks(self) -> Iterator[SaidClock]:
        for clock in clocks_of(self.job, self.made, self.entries):
            name, then = CLOCKS[clock.runs]
            yield SaidClock(
                entry=clock.entry, runs=clock.runs, name=name, of=self._of(clock),
                starts=moment(clock.starts), ends=moment(clock.ends),
                until=None if clock.until is None else moment(clock.until), then=then,
                who=_who(clock.source), pieces=clock.pieces,
            )  # fmt: skip

    def _of(self, clock: Clock) -> str:
        walls = list(dict.fromkeys(
            self.pieces[id_].wall for id_ in clock.pieces if id_ in self.pieces
        ))  # fmt: skip
        parts = [f"section {clock.number}" if clock.number else ""]
        if self.names.several:
            parts += [self.names.thing(wall) for wall in walls]
        return ", ".join(part for part in parts if part)

    def _courses(self) -> Iterator[SaidCourse]:
        for surface in self.made.surfaces:
            by_course: dict[int, list[Piece]] = {}
            for piece in surface.pieces:
                by_course.setdefault(piece.course, []).append(piece)
            for number in sorted(by_course):
                own = tuple(piece.id for piece in by_course[number])
                yield SaidCourse(
                    wall=surface.surface, name=self.names.thing(surface.surface),
                    number=number + 1, pieces=own, to_set=self._not_set(own),
                )  # fmt: skip

    def _not_set(self, pieces: Sequence[str]) -> tuple[str, ...]:
        return tuple(id_ for id_ in pieces if self.record.states.get(id_) != "set")

    def _sections(self) -> Iterator[SaidSection]:
        try:
            found = setting_sections_of(self.job, self.made, Dates.of(self.job.schedule))
        except JobRefused:
            found = []  # the days cannot be planned as they are; courses can be noted all the same
        for number, pieces in enumerate(found, 1):
            yield self._section(number, pieces, self._not_set(pieces))

    def _section(self, number: int, pieces: Sequence[str], to_do: tuple[str, ...]) -> SaidSection:
        wall = self.pieces[pieces[0]].wall
        courses = sorted({self.pieces[id_].course + 1 for id_ in pieces})
        rows = f"course {courses[0]}"
        if len(courses) > 1:
            rows = f"courses {courses[0]} to {courses[-1]}"
        name = f"{self.names.thing(wall)}, {rows}"
        return SaidSection(number=number, name=name, wall=wall, pieces=tuple(pieces), to_do=to_do)

    def _grouting(self) -> Iterator[SaidSection]:
        grouted = {
            id_ for one in standing(self.entries)
            if isinstance(one.said, NotedSection) and one.said.event == "grouted"
            for id_ in one.said.pieces
        }  # fmt: skip
        for section in grouting_sections(self.job, self.made):
            to_do = tuple(id_ for id_ in section.pieces if id_ not in grouted)
            yield self._section(section.number, section.pieces, to_do)

    def _entries(self) -> Iterator[SaidEntry]:
        gone = {one.takes_back for one in self.entries}
        by_key = {one.key: one for one in self.entries}
        shown = [one for one in self.entries if not isinstance(one.said, TakenBack)]
        for one in reversed(shown[-MOST_SHOWN:]):
            said = one.said
            yield SaidEntry(
                id=one.id, key=one.key, at=moment(one.minute), kind=said.kind,
                says=say_entry(self.job, self.names, said, by_key), gone=one.id in gone,
                doubt=self.doubts.get(one.id, ""),
                photograph=said.name if isinstance(said, NotedPhotograph) else "",
            )  # fmt: skip

    def _enough(self) -> SaidEnough:
        return said_enough(enough(self.job, self.made, self.cuts, self.record, self.entries))

    def _paces(self) -> Iterator[str]:
        kinds = {piece.id: piece.kind for piece in self.made.pieces}
        yield from say_paces(self.job, paces_of(self.entries, kinds))

    def _steps(self) -> Iterator[SaidStep]:
        done = {one.step for one in self.job.schedule.done} | {
            one.said.step for one in standing(self.entries) if isinstance(one.said, NotedStep)
        }
        for id_, words in STEPS.items():
            yield SaidStep(step=id_, name=words.name, done=id_ in done)


def enough(
    job: Job, made: Plan, cuts: CutList, record: Record, entries: Sequence[Entry]
) -> Enough:  # fmt: skip
    """Return whether the wall's own tile lasts."""
    items = {
        piece.id: item_of(piece, cuts.stock.sheet) for piece in made.pieces if piece.of == FIELD
    }
    again = again_of(record, events_of(entries), cuts.stock.sheet, items)
    kept = standing(entries)
    came_broken = sum(one.said.broken for one in kept if isinstance(one.said, NotedBox))
    culled = sum(one.said.tiles for one in kept if isinstance(one.said, NotedCulls))
    _, bought = bought_of(job, made)
    return enough_of(job, cuts.stock, record, again, bought - came_broken, culled)


def said_enough(found: Enough) -> SaidEnough:
    """Say whether tile lasts, and how that is reckoned."""
    says = f"{found.left} tiles left, {found.to_come} to come"
    if found.cuts:
        says += f" with {found.cuts} cuts"
    if found.made:
        says += f", {found.broke} of {found.made} broke"
    verdicts = {"short": "short", "tight": "tight", "enough": "enough"}
    says += f": {verdicts[found.verdict]}"
    if found.order:
        says += f"; order {found.order} more"
    if found.lasts is None:
        why = (
            f"{found.spare} over when all is cut; {found.expected:.1f} are expected to break by "
            f"the settings. A chance is told from {CUTS_FOR_A_CHANCE} cuts on."
        )
    else:
        why = (
            f"{found.spare} over when all is cut. As {found.broke} of {found.made} cuts broke, "
            f"{found.expected:.1f} of the {found.cuts} to come are expected to; that no more than "
            f"{max(found.spare, 0)} do has a chance of {found.lasts:.0%}."
        )
    return SaidEnough(verdict=found.verdict, says=says, why=why)


def say_paces(job: Job, found: Paces) -> Iterator[str]:
    """Yield what the record says of pace, breakage and what was mixed, beside what was reckoned."""
    reckoned = pieces_an_hour(job).value
    if (own := found.set_an_hour) is not None:
        yield f"Set so far: {own:.0f} pieces an hour; reckoned with {reckoned:.0f}"
    for pace in found.cutting:
        if pace.pieces >= 5:
            each = pace.minutes / pace.pieces
            yield f"Cut, {KINDS[pace.kind]}: {each:.1f} minutes each over {pace.pieces}"
    for one in found.breakage:
        if one.broke:
            yield f"Broke, {KINDS[one.kind]}: {one.broke} of {one.made}"
    for used in found.used:
        batches = "batch" if used.batches == 1 else "batches"
        weighed = f", {used.powder:g} kg of powder" if used.powder else ""
        yield f"{used.what.capitalize()}: {used.batches} {batches} mixed{weighed}"


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
        words = next((w.name for id_, w in STEPS.items() if id_ == said.step), said.step)
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

    if isinstance(reading, Left):
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


def _who(source: str) -> str:
    """Who says how long a clock runs."""
    if source.startswith("sheet: "):
        return f"by the sheet of {source[7:]}"
    return f"usual for {source[6:]}" if source.startswith("kind: ") else "from the rules"
