"""The days of a job in words: a card for each day, the strip of time, and what holds up what."""

from collections.abc import Iterator, Sequence
from datetime import date
from itertools import groupby

from pennant.core.days.calendar import Window
from pennant.core.days.days import Clash, Days, Shorter, UseOf, days_of
from pennant.core.days.mixed import mixed_in
from pennant.core.days.planner import Stint
from pennant.core.days.step import Step, Wait
from pennant.core.days.step_rules import held_in
from pennant.core.days.step_table import COATS, HELD
from pennant.core.document.job import Job
from pennant.core.document.products import Coating
from pennant.core.document.schedule import Dated
from pennant.core.fixing.method_of import method_of
from pennant.core.plan import Plan
from pennant.words.counts import counted
from pennant.words.dates import Dates
from pennant.words.days_values import (
    BlockText,
    CardText,
    DaysText,
    DayText,
    DoneText,
    NeedText,
    TimeText,
    UseText,
    WaitingText,
)
from pennant.words.fixing.step_words import (
    method_adds,
    name_of,
    step_words,
    stop_for_the_night,
    where_held,
)
from pennant.words.names import Names
from pennant.words.own_tile import own_tile
from pennant.words.quantities import mix_cards, quantities_in_words
from pennant.words.steps import CAUTIONS, DOUBTS, PHASE_NAMES, WAITS, WHO
from pennant.words.units import counted_units, units_by_piece
from pennant.words.weights import SQUARE_FEET, volume, weight

OUTSIDE: dict[Dated, str] = {
    "tile": "the tile",
    "counter": "the counter",
    "hood": "the hood",
    "electrician": "the electrician",
    "plumber": "the plumber",
    "saw": "the hired saw",
}
USES: dict[UseOf, str] = {
    "sockets": "outlets and switches",
    "light": "the counter, dry and with care",
    "water": "the sink, and wiping the wall",
    "cooking": "cooking",
}
CHANGED: dict[str, str] = {
    "quick-adhesive": "quick-set adhesive, in batches of {life:.0f} minutes",
    "two people": "a second pair of hands, one sets while the other cuts",
    "saturdays": "working on Saturdays",
    "longer days": "two hours longer each day",
}


def days_in_words(
    job: Job, plan: Plan, first: date | None = None, today: date | None = None
) -> DaysText:
    """Return the days of a job in words; raise `JobRefused` where they cannot be planned.

    ``first`` stands in for the schedule's own first day; ``today`` is for saying what is past.
    """
    dates = Dates.of(job.schedule, first)
    return say_days(job, plan, dates, days_of(job, plan, dates), today)


def say_days(job: Job, plan: Plan, dates: Dates, days: Days, today: date | None = None) -> DaysText:
    """Return days that are planned already in words."""
    return _Words(job, plan, dates, days).words(today)


def lasts(minutes: float) -> str:
    """Say how long something takes: paces are guesses, so to the half hour from one hour on."""
    if minutes <= 0:
        return ""
    if minutes < 55:
        return f"about {max(5, round(minutes / 5) * 5)} min"
    halves = max(2, round(minutes / 30))
    whole, half = divmod(halves, 2)
    return f"about {whole}{' 1/2' if half else ''} h"


def hours_of(wait: Wait) -> str:
    """Say how long a wait is."""
    if wait.hours < 1:
        return f"{wait.hours * 60:g} min"
    return f"{wait.hours:g} h" if wait.hours < 72 else f"{wait.hours / 24:g} days"


def says_who(wait: Wait) -> str:
    """Say where a wait comes from."""
    if wait.source.startswith("sheet: "):
        return f"by the sheet of {wait.source[7:]}"
    if wait.source.startswith("kind: "):
        return f"usual for {wait.source[6:]}"
    return "as the job says" if wait.source == "schedule" else "from the rules"


class _Words:
    """Says the days of one job."""

    def __init__(self, job: Job, plan: Plan, dates: Dates, days: Days) -> None:
        self.job, self.plan, self.dates, self.days = job, plan, dates, days
        self.names, self.units = Names(plan.kitchen), units_by_piece(job, plan)
        self.steps = {one.id: one for one in days.steps}
        self.mixed = mixed_in(job, plan, days.steps)
        self.lines = {one.id: one for one in quantities_in_words(job, plan)}
        self.cal = days.calendar
        self.numbers: dict[Stint, int] = {}
        self.chain = dict(days.chain)

    def words(self, today: date | None) -> DaysText:
        """All of it."""
        cards = list(self._cards())
        return DaysText(
            headline=self._headline(),
            hire=self._hire(),
            proof=self._proof(),
            chain=tuple(self._chain()),
            shorter=tuple(_shorter(one) for one in self.days.shorter),
            clashes=tuple(self._clashes(today)),
            days=tuple(self._days(cards)),
            uses=tuple(self._uses()),
            needs=tuple(self._needs()),
            done=tuple(self._done()),
            sections=tuple(self._sections("set")),
            grouting=tuple(self._sections("grout")),
            mixing=tuple(mix_cards(self.job, self.plan, self.mixed.values())),
        )

    def _headline(self) -> str:
        visits = len(self.days.visits)
        if not visits:
            return "All is done."
        left = " more" if self.job.schedule.done else ""
        least, most = self.days.worked
        many = f"{visits}" if least == most else f"{least} to {most}"
        on = f"{many}{left} working {'day' if most == 1 else 'days'}"
        if least < most:
            on += f", planned for {visits}"
        rest = self.days.rest_day
        apart = rest is not None and rest < self.days.last_day
        all_but = (
            "" if rest is None or not apart else f"; all but what is held back on {self.day(rest)}"
        )
        return f"{on}{all_but}; done on {self.day(self.days.last_day)}"

    def _hire(self) -> str:
        """What a hired saw costs, by the days that it is hired for."""
        saw = next((one for one in self.job.schedule.outside if one.what == "saw"), None)
        if saw is None or saw.price is None:
            return ""
        many = max(self.dates.day(saw.until or saw.on) - self.dates.day(saw.on) + 1, 1)
        days = counted(many, "day")
        return f"The saw is hired for {days} at {saw.price:.2f}: {many * saw.price:.2f}."

    def _proof(self) -> str:
        """How good it is: what no plan can beat, and which waits say so."""
        waits = [one.wait for one in self.days.bound_waits if one.wait is not None]
        spelled = ", ".join(
            f"{self._short(one.step)} {hours_of(one.wait)}"
            for one in self.days.bound_waits
            if one.wait is not None
        )
        why = f": the work, and the waits after {spelled}" if waits else ""
        if self.days.table.proved:
            return f"No plan with these hours is done on an earlier day{why}."
        least = self.day(self.days.table.bound)
        return (
            f"The shortest that was found. No plan is done before {least}{why}; whether one is "
            "done by then is not proved."
        )

    def _short(self, id_: str) -> str:
        step = self.steps.get(id_)
        if step is None:
            return id_
        words = step_words(self.job, step.rule) if step.rule is not None else None
        if words is not None and words.short:
            return where_held(words.short, step)
        return name_of(self.job, step).lower()

    def _chain(self) -> Iterator[str]:
        """What holds up what, like steps together."""
        links = self.days.chain
        for name, group in groupby(links, key=lambda link: self._short(link[0])):
            own = list(group)
            wait = own[0][1].wait if own[0][1] is not None else None
            step = own[0][1].step if own[0][1] is not None else ""
            if wait is not None and wait.hours > 0:
                yield (
                    f"{name}, {hours_of(wait)} after {self._short(step)} "
                    f"({WAITS[wait.what]}; {says_who(wait)})"
                )
            else:
                yield name

    def _clashes(self, today: date | None) -> Iterator[str]:
        first = self.dates.first
        if first is not None and today is not None and first < today and not self.job.schedule.done:
            yield (
                f"The first day, {_date(first)}, is past. The nearest that can be is "
                f"{_date(today)}, or say what has been done."
            )
        for clash in self.days.clashes:
            yield self._clash(clash)

    def _clash(self, clash: Clash) -> str:
        planned, wished = self.day(clash.planned), self.day(clash.day)
        match clash.rule:
            case "not-ready":
                who = OUTSIDE[clash.what]  # type: ignore[index]
                with_whom = next(
                    (
                        f" with {one.agreed_with}"
                        for one in self.job.schedule.outside
                        if one.what == clash.what and one.agreed_with
                    ),
                    "",
                )
                return (
                    f"{who.capitalize()} is agreed{with_whom} for {wished}, and the wall is ready "
                    f"for it on {planned} at the earliest: agree on that day or a later one."
                )
            case "hire-over":
                return (
                    f"The saw is hired until {wished}, and there is sawing on {planned}: hire it "
                    "that long, or cut what is left by hand."
                )
            case "water-late":
                return (
                    f"Water was wanted again by {wished}; the wall may get wet from {planned} on. "
                    "Until then use the tap with care, or begin earlier."
                )
            case "too-late":
                more = "; " + self._what_gains() if self.days.shorter else ""
                return f"It was to be done by {wished}; the nearest that can be is {planned}{more}."
            case "no-date":
                return (
                    "Some tile is held back, and nothing says when it can be set: it is planned "
                    "right after the rest. Add under Hours, people, dates the day on which the "
                    "hood, or what it waits for, comes."
                )
            case "not-awaited":
                return (
                    f"The hood comes on {wished}, and no tile is held back for it: all of it is "
                    "planned without waiting. Should some wait, write beside the hood in the "
                    "notebook how much round it is held back, such as hold 3 in."
                )
            case "unknown-step":
                return f"No step of this job is called {clash.what}: it holds up nothing."
            case "done-before":
                return (
                    f"{self._called(clash.what)} is noted as done, and {self._called(clash.before)}"
                    ", which comes before it, is not. Note that as done too, or take the first "
                    "note back."
                )
            case "unknown-done":
                return (
                    f"{clash.what} was noted as done, and is no step of this plan any more: the "
                    "plan of the tile has changed. What it was is kept."
                )

    def _called(self, id_: str) -> str:
        """A step by its name, with its number where there are several."""
        step = self.steps.get(id_)
        if step is None:
            return id_
        base, _, number = id_.partition("@")
        several = step.rule not in COATS and f"{base}@2" in self.steps
        return f"{self._name(step)}, {number}" if several else self._name(step)

    def _what_gains(self) -> str:
        return "; ".join(_shorter(one) for one in self.days.shorter)

    def _uses(self) -> Iterator[UseText]:
        for use in self.days.uses:
            why = ""
            if use.wait is not None:
                why = f"{hours_of(use.wait)} of curing, {says_who(use.wait)}"
            yield UseText(what=USES[use.what], when=self.when(use.minute), why=why)

    def _needs(self) -> Iterator[NeedText]:
        """The day of the first step that takes each line."""
        first: dict[str, int] = {}
        for step in self.days.steps:
            at = self.days.start_of(step.id)
            if at is None:
                continue
            for id_ in step.needs:
                first[id_] = min(first.get(id_, at), at)
        begin = min((one.start for one in self.days.table.stints), default=0)
        for id_, line in self.lines.items():
            if not line.buy:
                continue
            at = first.get(id_)
            if at is None and line.group == "tile":
                at = first.get("boxes")
            yield NeedText(id=id_, by=self.day(self.cal.day_of(begin if at is None else at)))

    def _done(self) -> Iterator[DoneText]:
        for one in self.job.schedule.done:
            step = self.steps.get(one.step)
            name = self._name(step) if step is not None else one.step
            how = f"left out: {one.left_out}" if one.left_out else "done"
            yield DoneText(step=one.step, says=f"{name}: {how}, {one.on} {one.at}")

    def _sections(self, base: str) -> Iterator[tuple[str, tuple[str, ...]]]:
        """Numbered as they come: what is spread for at once, or grouted at once."""
        number = 0
        for step in self.days.steps:
            if base == "set" and step.sections:
                for pieces in step.sections:
                    number += 1
                    yield str(number), pieces
            elif base == "grout" and step.rule == "grout":
                number += 1
                yield str(number), step.pieces

    # Days and times

    def day(self, number: int) -> str:
        """Return what a day is called."""
        on = self.dates.date_of(number)
        return f"day {number}" if on is None else _date(on)

    def clock(self, minute: int) -> str:
        """Return the time of day of a minute, to five minutes, by the kitchen's clock."""
        minute = round(minute / 5) * 5
        moment = self.dates.moment(minute)
        if moment is not None:
            return f"{moment.hour}:{moment.minute:02d}"
        of_day = minute - self.cal.midnights[self.cal.day_of(minute) - 1]
        return f"{of_day // 60}:{of_day % 60:02d}"

    def when(self, minute: int) -> str:
        """Return a day and a time, to the half hour: it hangs on paces."""
        up = -(-minute // 30) * 30
        return f"{self.day(self.cal.day_of(up))}, {self.clock(up)}"

    def _of_day(self, minute: int, day: int) -> int:
        return minute - self.cal.midnights[day - 1]

    # The strip and the cards

    def _days(self, cards: Sequence[tuple[int, CardText]]) -> Iterator[DayText]:
        stints = self.days.table.stints
        waits = list(self._waits())
        last = max([one[1] for one in waits] + [one.end for one in stints], default=0)
        work: dict[int, list[Window]] = {}
        for one in self.cal.work:
            work.setdefault(self.cal.day_of(one.start), []).append(one)
        begin = self.cal.day_of(min((one.start for one in stints), default=0))
        for day in range(begin, self.cal.day_until(last) + 1):
            low = self.cal.midnights[day - 1]
            high = self.cal.first_minute(day + 1)
            on = self.dates.date_of(day)
            yield DayText(
                number=day,
                name=f"Day {day}",
                date=_date(on) if on else "",
                work=tuple((one.start - low, one.end - low) for one in work.get(day, ())),
                blocks=tuple(self._blocks(day)),
                waits=tuple(
                    WaitingText(
                        start=max(start, low) - low,
                        end=min(end, high) - low,
                        lane=lane,
                        says=says,
                        holds=holds,
                    )
                    for start, end, lane, says, holds in waits
                    if start < high and end > low
                ),
                cards=tuple(card for at, card in cards if at == day),
            )

    def _blocks(self, day: int) -> Iterator[BlockText]:
        for run in self._runs(day):
            step = self.steps[run[0].step]
            yield BlockText(
                number=self.numbers[run[0]],
                start=self._of_day(run[0].start, day),
                end=self._of_day(run[-1].end, day),
                name=self._name(step),
                phase=step.phase,
                part=run[0].part,
                holds=any(one.step in self.chain and one.part == "work" for one in run),
            )

    def _runs(self, day: int) -> Iterator[list[Stint]]:
        """Stints of one day: those of one rule that follow on each other together."""
        run: list[Stint] = []
        for one in self.days.table.stints:
            if self.cal.day_of(one.start) != day:
                continue
            if run and not self._goes_on(run[-1], one):
                yield run
                run = []
            run.append(one)
        if run:
            yield run

    def _goes_on(self, before: Stint, one: Stint) -> bool:
        same = _of_card(before.step) == _of_card(one.step) and before.part == one.part
        return same and one.start == before.end

    def _waits(self) -> Iterator[tuple[int, int, int, str, bool]]:
        """Waits that were waited out: from a step's end to what it held up; the longest of each."""
        ends = self.days.table.ends
        longest: dict[tuple[str, str], tuple[int, int, str, bool]] = {}
        for step in self.days.steps:
            for before in step.follows:
                if before.wait is None or before.step not in ends or before.wait.minutes <= 0:
                    continue
                start = ends[before.step]
                end = start + before.wait.minutes
                key = (_base(before.step), before.wait.what)
                says = (
                    f"{self._short(before.step)} {WAITS[before.wait.what]}, "
                    f"{hours_of(before.wait)}, {says_who(before.wait)}"
                )
                holds = self.chain.get(step.id) == before
                if key not in longest or (holds, end) > (longest[key][3], longest[key][1]):
                    longest[key] = (start, end, says, holds)
        lanes: list[int] = []
        for start, end, says, holds in sorted(longest.values()):
            lane = next((n for n, until in enumerate(lanes) if until <= start), len(lanes))
            lanes[lane : lane + 1] = [end]
            yield start, end, lane, says, holds

    def _cards(self) -> Iterator[tuple[int, CardText]]:
        """A card for each rule on each day, in the order of the day."""
        days = sorted({self.cal.day_of(one.start) for one in self.days.table.stints})
        number = 0
        for day in days:
            seen: dict[str, list[Stint]] = {}
            for one in self.days.table.stints:
                if self.cal.day_of(one.start) == day:
                    seen.setdefault(_of_card(one.step), []).append(one)
            for own in seen.values():
                number += 1
                self.numbers |= dict.fromkeys(own, number)
                yield day, self._card(number, own, day)

    def _card(self, number: int, own: Sequence[Stint], day: int) -> CardText:
        step = self.steps[own[0].step]
        ids = tuple(dict.fromkeys(one.step for one in own))
        minutes = sum(one.end - one.start for one in own)
        words = step_words(self.job, step.rule) if step.rule is not None else None
        several = len(own) > 1 and "@" in own[0].step
        begins = [id_ for id_ in ids if self.days.start_of(id_) == _first(own, id_)]
        needs = dict.fromkeys(
            line for id_ in begins for line in self.steps[id_].needs if line in self.lines
        )
        pieces = tuple(id_ for one in ids for id_ in self.steps[one].pieces)
        at, ends = self.clock(own[0].start), self.clock(max(one.end for one in own))
        return CardText(
            number=number,
            steps=ids,
            name=self._name(step),
            phase=PHASE_NAMES[step.phase],
            at=at if ends == at or not minutes else f"{at} – {ends}",
            ends=ends,
            lasts=lasts(minutes),
            who=self._who(step, minutes),
            how=(*(words.how if words else ()), *self._more(step)),
            sketch=words.sketch if words else None,
            right=words.right if words else "",
            ready=tuple(self._ready(list(needs), ids)),
            cautions=tuple(CAUTIONS[one] for one in step.cautions),
            doubt=DOUBTS[step.doubt] if step.doubt is not None else "",
            times=tuple(self._times(own)) if several or step.sections else (),
            stop=self._stop(own, day),
            pieces=pieces,
        )

    def _name(self, step: Step) -> str:
        name = name_of(self.job, step)
        base, _, number = step.id.partition("@")
        if step.rule in COATS and f"{base}@2" in self.steps:
            return f"{name}, coat {number}"
        return name

    def _who(self, step: Step, minutes: int) -> str:
        if step.who != "anyone":
            return WHO[step.who]
        return "two of you" if step.hands > 1 and minutes else ""

    def _more(self, step: Step) -> Iterator[str]:
        """What this job's own way adds to how it is done."""
        products = self.job.products
        yield from method_adds(self.job, step.rule)
        yield from own_tile(self.job, step.rule)
        if step.rule == "grout" and self.days.rest_day is not None:
            yield (
                "The same product, measured with the same water as before: hold a dried sample to "
                "the joints that are there."
                if step.held
                else "Stop at a corner, or scrape the last joint clean where tile is held "
                "back. Write "
                "down the grout's batch number and its water: the strip must dry to this colour."
            )
        if step.rule == "seal-grout" and self.job.ways.last == "sealant":
            yield "Sealant is in already and cured: keep the sealer off it."
        if step.rule in COATS:
            product: Coating | None = products.primer if step.rule == "prime" else products.sealer
            if product is not None and product.dry_hours is not None:
                yield f"{product.name}: dry in {product.dry_hours:g} h."

    def _ready(self, needs: Sequence[str], ids: Sequence[str]) -> Iterator[str]:
        """What to have ready: lines of the list, and what is mixed."""
        for id_ in needs:
            line = self.lines[id_]
            yield f"{line.name}, {line.amount}"
        cut = [one for id_ in ids for one in self.steps[id_].pieces]
        if cut and self.steps[ids[0]].sections:
            yield f"{self._full_and_cut(cut)}, in the order of the sections"

    def _times(self, own: Sequence[Stint]) -> Iterator[TimeText]:
        """Each batch or section with its time, and each coming back to one."""
        for one in own:
            step = self.steps[one.step]
            number = one.step.partition("@")[2]
            if one.part != "work":
                yield TimeText(
                    at=self.clock(one.start),
                    says=f"section {number}: {_BACK[one.part]}",
                    steps=(one.step,),
                )
            elif step.rule == "grout":
                yield TimeText(
                    at=self.clock(one.start),
                    pieces=step.pieces,
                    steps=(one.step,),
                    says=f"section {number}, {self._square(step.area)}{self._mix(step)}",
                )
            elif step.sections:
                yield TimeText(
                    at=self.clock(one.start),
                    says=self._batch(step, number),
                    pieces=step.pieces,
                    steps=(one.step,),
                )

    def _full_and_cut(self, pieces: Sequence[str]) -> str:
        """What is laid out ready: sheets and chips, or full and cut pieces."""
        if any(id_ in self.units for id_ in pieces):
            return counted_units(self.units, pieces)
        kinds = {piece.id: piece.kind for piece in self.plan.pieces}
        cut = sum(kinds.get(id_, "full") != "full" for id_ in pieces)
        return f"{len(pieces) - cut} full and {counted(cut, 'cut piece')}"

    def _batch(self, step: Step, number: str) -> str:
        sections = len(step.sections)
        count = counted_units(self.units, step.pieces)
        pieces = f"{count}, {f'{sections} sections' if sections > 1 else 'spread once'}"
        method = method_of(held_in(self.job, step.rule))
        if not method.skins:
            return f"part {number}: {count}"
        if not method.cement:
            return f"part {number}: {pieces}"
        return f"batch {number}: {pieces}{self._mix(step)}"

    def _mix(self, step: Step) -> str:
        """What is mixed for a batch or a section; nothing where it is ready-mixed."""
        if (mixed := self.mixed.get(step.id)) is None:
            return ""
        units = self.job.units
        return f"; {weight(mixed.powder, units)} of powder, {volume(mixed.water, units)} of water"

    def _square(self, m2: float) -> str:
        return f"{m2 * SQUARE_FEET:.0f} sq ft" if self.job.units == "in" else f"{m2:.1f} m²"

    def _stop(self, own: Sequence[Stint], day: int) -> str:
        """Where one stops for the night, and how the edge is left."""
        step = self.steps[own[-1].step]
        base = _base(step.id)
        if not step.sections:
            return ""
        later = [
            one
            for one in self.days.table.stints
            if _base(one.step) == base and self.cal.day_of(one.start) > day
        ]
        if not later:
            return ""
        return stop_for_the_night(held_in(self.job, step.rule))


_BACK = {
    "haze": "wipe the haze off",
    "polish": "polish with a dry cloth",
    "strike": "strike the joints, brush the crumbs off",
    "scrub": "rub off what film is left with a damp cloth, then polish dry",
}


def _first(own: Sequence[Stint], id_: str) -> int:
    return next(one.start for one in own if one.step == id_)


def _of_card(id_: str) -> str:
    """What stands on one card: batches and sections of a day together, each coat by itself."""
    return id_ if _base(id_).removesuffix(HELD) in COATS else _base(id_)


def _base(id_: str) -> str:
    return id_.partition("@")[0]


def _shorter(one: Shorter) -> str:
    days = f"{counted(one.days, 'day')} sooner"
    return f"{days} with {CHANGED[one.change].format(life=one.batch_minutes)}"


def _date(on: date) -> str:
    return f"{on:%a} {on.day} {on:%b}"
