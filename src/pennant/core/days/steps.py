"""The steps of a job, of the rules in the table: each with its minutes, and what it follows."""

import math
from collections.abc import Collection, Iterator, Mapping, Sequence

from pennant.core.days.facts import Facts
from pennant.core.days.own_steps import with_own
from pennant.core.days.sections import at_first, batches, grouting_sections, setting_sections
from pennant.core.days.step import Caution, Follows, Return, Step, StepId, Wait
from pennant.core.days.step_rules import (
    StepRule,
    WaitOf,
    adhesive_for,
    held_in,
    sealant_cured,
    sealer_dries,
)
from pennant.core.days.step_table import (
    BY_ADHESIVE,
    COATS,
    CUTTING,
    HELD,
    HELD_FIRST,
    ONCE_MORE,
    PACED,
    SAWING,
    SETTING,
    STEP_RULES,
    TABLE,
)
from pennant.core.document.times import Times
from pennant.core.fixing.method_of import method_of
from pennant.core.takes.quantity import time_of
from pennant.core.takes.working import Working, given, step

HAZE_MAY_WAIT = 30
"""Minutes that the film may stay on longer: it still comes off with a damp cloth."""
GAPS_MINUTES = 30
"""Minutes: the few gaps of split stone are filled from a bag."""


def steps_of(facts: Facts, longest: int) -> list[Step]:
    """Return the steps of a job, in the order of the table, each with what it follows.

    ``longest`` is the longest working day, in minutes: no batch is mixed that it cannot hold.
    What is held back holds back nothing else: the work after setting is done with the rest, and
    once more for it.
    """
    rest, waiting = facts.parts
    found = [
        one
        for rule in TABLE
        for own in ((rest, waiting) if rule.id in ONCE_MORE else (facts,))
        if own is not None and rule.applies(own)
        for one in _steps_for(rule, own, longest)
    ]
    order = _Order(facts, found)
    found = [one.model_copy(update={"follows": order.before(one)}) for one in found]
    return with_own(found, facts.job)


def _steps_for(rule: StepRule, facts: Facts, longest: int) -> Iterator[Step]:
    if rule.id in ("set-counter", "set", "set-last", "set-held"):
        yield from _setting(rule, facts, longest)
    elif rule.id in COATS:
        product = COATS[rule.id][0](facts)
        for number in range(1, (product.coats if product is not None else 1) + 1):
            yield _step(rule, facts, rule.takes(facts), id=f"{rule.id}@{number}")
    elif rule.id == "set-edges":
        pieces = tuple(sorted(facts.glued))
        yield _step(rule, facts, rule.takes(facts), pieces=pieces)
    elif rule.id == "grout":
        yield from _grouting(rule, facts)
    else:
        yield _step(rule, facts, rule.takes(facts))


def _step(rule: StepRule, facts: Facts, working: Working, **more: object) -> Step:
    loud = rule.loud(facts)
    # Devices are an electrician's work where one is to come.
    others = rule.id == "devices" and "electrician" in facts.outside
    held = facts.for_held
    if rule.id not in PACED:
        working = facts.at_hand(working)
    plain: dict[str, object] = {
        "id": rule.id,
        "rule": rule.id,
        "phase": rule.phase,
        "minutes": math.ceil(working.value - 1e-9),
        "working": working,
        "hands": 0 if others else rule.hands,
        "who": "electrician" if others else rule.who,
        "needs": _there(rule, facts),
        "unbroken": rule.unbroken,
        "loud": loud,
        "sawing": loud and rule.id in SAWING,
        "shakes": rule.shakes,
        "on": rule.on if rule.on in facts.outside else None,
        "cautions": _cautions(rule, facts),
        "doubt": rule.doubt(facts),
        "held": held,
    }
    plain |= more
    if held:
        base, mark, number = str(plain["id"]).partition("@")
        plain["id"] = f"{base}{HELD}{mark}{number}"
    return Step.model_validate(plain)


def _there(rule: StepRule, facts: Facts) -> tuple[str, ...]:
    """The lines that a step needs, as far as the job takes them: of areas and counters as well."""
    needs = (_adhesive_of(rule, facts) if need == "adhesive" else need for need in rule.needs)
    return tuple(line for need in needs for line in facts.lines if line.partition("@")[0] == need)


def _adhesive_of(rule: StepRule, facts: Facts) -> str:
    """The line of the adhesive that a step takes. On a mat or by its own glue a wall takes none:
    what the list has is for counters alone.
    """
    method = method_of(held_in(facts.job, rule.id)).id
    if rule.id in BY_ADHESIVE and method in ("mat", "own glue"):
        return ""
    return adhesive_for(rule.id, facts.lines)


def _cautions(rule: StepRule, facts: Facts) -> tuple[Caution, ...]:
    """What a step is warned of, where it bites in this kitchen."""
    cement = method_of(held_in(facts.job, rule.id)).cement
    paint = any(zone.made_of == "painted board" for zone in facts.zones)
    beside: dict[Caution, bool] = {
        "gas": facts.appliances > 0,
        "lifting": facts.appliances > 0,
        "lead": paint,
        "saw-outlet": facts.sawn,
        "heat": facts.appliances > 0,
        "falling": facts.gaps > 0,
        "cement": rule.id not in BY_ADHESIVE or cement,
        "dust": rule.id not in CUTTING or facts.dusty,
        "buckets": rule.id not in BY_ADHESIVE or cement,
    }
    return tuple(one for one in rule.cautions if beside.get(one, True))


def _setting(rule: StepRule, facts: Facts, longest: int) -> Iterator[Step]:
    """A step a batch: what is mixed, set and used up before it stiffens."""
    job = held_in(facts.job, rule.id)
    mixing = math.ceil(job.times.mix_each) if method_of(job).cement else 0
    own, cutting_of = _pieces_and_cuts(rule, facts)
    sections = setting_sections(job, facts.plan, cutting_of, own.__contains__)
    people = job.schedule.people
    for batch in batches(job, sections, max(longest - mixing, 1)):
        slow = at_first(job) if batch.number == 1 and rule.id in ("set", "set-counter") else 1.0
        pieces = sum(len(one.pieces) for one in batch.sections)
        setting = step(
            "quotient",
            "setting",
            "minutes",
            given("setting", batch.setting, "minutes", "pace"),
            given("of the pace", slow, "times", "times.slow_start"),
        )
        cutting = given("cutting meanwhile", batch.cutting, "minutes", "cut list")
        mix = given("mixing", mixing, "minutes", "times.mix_each")
        before = given("cut before it is mixed", batch.cut_before, "minutes", "cut list")
        longer = max(setting, cutting, key=lambda one: one.value)
        hands = (longer,) if people > 1 else (setting, cutting)
        parts = (before, mix, *hands) if batch.cut_before > 0 else (mix, *hands)
        working = step("sum", f"{pieces} pieces", "minutes", *parts)
        loud = batch.cutting + batch.cut_before > 0 and facts.sawn
        yield _step(
            rule,
            facts,
            working,
            id=f"{rule.id}@{batch.number}",
            # Nothing is mixed yet while cuts take longer than a day: they are broken off.
            unbroken=working.value <= longest,
            loud=loud,
            sawing=loud,
            pieces=tuple(id_ for one in batch.sections for id_ in one.pieces),
            sections=tuple(one.pieces for one in batch.sections),
            area=batch.area,
            hands=2 if people > 1 and batch.cutting > 0 else 1,
            needs=_there(rule, facts) if batch.number == 1 else (),
        )


def _pieces_and_cuts(rule: StepRule, facts: Facts) -> tuple[frozenset[str], Mapping[str, float]]:
    """The pieces that a step sets, and the minutes of the cuts that are made as they are set."""
    match rule.id:
        case "set-last":
            return facts.set_last, facts.last_minutes
        case "set-held":
            return facts.held, facts.last_minutes
        case "set-counter":
            # Its ends are measured and cut in the same run: there is no wall to wait for.
            ends = {id_: facts.last_minutes[id_] for id_ in facts.measured_on_counters}
            return facts.on_counters, {**facts.cut_minutes, **ends}
        case _ if facts.only_measured:
            return facts.set_first, facts.last_minutes
        case _:
            return facts.set_first, facts.cut_minutes


def _grouting(rule: StepRule, facts: Facts) -> Iterator[Step]:
    """A step a section, and what one comes back for: the haze, the polish."""
    times = facts.job.times
    ready = facts.job.products.grout is not None and facts.job.products.grout.kind == "ready-mixed"
    if facts.only_gaps:
        pieces = tuple(piece.id for piece in facts.plan.pieces if facts.meant(piece.id))
        filling = given("gaps filled from a bag", GAPS_MINUTES, "minutes", "plan")
        yield _step(rule, facts, filling, id="grout@1", unbroken=True, pieces=pieces)
        return
    for section in grouting_sections(facts.job, facts.plan, facts.meant):
        mix = given("mixing", 0 if ready else times.mix_grout, "minutes", "times.mix_grout")
        if facts.pointed:
            filled = given("filled from a bag", section.minutes, "minutes", "times.point_pace")
            working = step("sum", "pointing", "minutes", mix, filled)
            returns: tuple[Return, ...] = (_strike(times),)
        else:
            spread = given("spread and wiped", section.minutes, "minutes", "settings.grout_pace")
            firm = time_of(times, "ready_wipe_after" if ready else "wipe_after")
            working = step("sum", "grouting", "minutes", mix, spread, firm)
            returns = (_haze(times, math.ceil(working.value)), _polish(times))
        yield _step(
            rule,
            facts,
            working,
            id=f"grout@{section.number}",
            unbroken=True,
            returns=returns,
            pieces=section.pieces,
            area=section.area,
            needs=_there(rule, facts) if section.number == 1 else (),
        )


def _haze(times: Times, minutes: int) -> Return:
    """The film that is wiped off: after the next section, spread in as many minutes, hazes over."""
    haze = round(times.haze_after)
    return Return(
        what="haze",
        least=min(max(haze, minutes), haze + HAZE_MAY_WAIT),
        most=haze + HAZE_MAY_WAIT,
        minutes=round(times.haze_each),
    )


def _strike(times: Times) -> Return:
    least = round(times.strike_after)
    return Return(what="strike", least=least, most=3 * least, minutes=round(times.strike_joints))


def _polish(times: Times) -> Return:
    """Polishing a section on the day that it is grouted; after a short day's hours on the next.

    Who works in the evening has no three hours left after grouting; the film is rubbed off next
    time, which takes longer.
    """
    least = round(times.polish_after * 60)
    return Return(
        what="polish",
        least=least,
        most=max(round(times.polish_within * 60), least) + 60,
        minutes=round(times.polish_each),
        next_day=round(times.scrub_each),
    )


class _Order:
    """What each of some steps follows. A rule that comes to no step hands on what it follows."""

    def __init__(self, facts: Facts, steps: Sequence[Step]) -> None:
        self.facts = facts
        self.last = {one.rule: one.id for one in steps if not one.held}
        self.last_held = {one.rule: one.id for one in steps if one.held}

    def before(self, one: Step) -> tuple[Follows, ...]:
        """What a step follows, with the longest of the waits that it is told of for each."""
        assert one.rule is not None
        base, _, number = one.id.partition("@")
        if number and number != "1":
            # Batches, sections and coats follow one another; the first what comes before.
            dries = COATS[one.rule][1](self.facts) if one.rule in COATS else None
            return (Follows(step=f"{base}@{int(number) - 1}", wait=dries),)
        found: dict[str, Wait | None] = {}
        for name, wait in self._named(one):
            old = found.get(name)
            if name not in found or (wait is not None and (old is None or wait.hours > old.hours)):
                found[name] = wait
        return tuple(Follows(step=name, wait=wait) for name, wait in found.items())

    def _named(self, one: Step) -> Iterator[tuple[str, Wait | None]]:
        """The last step of each rule that a step follows, in the part of the work it belongs to."""
        assert one.rule is not None
        rest = {id_: name for id_, name in self.last.items() if id_ is not None}
        held = {id_: name for id_, name in self.last_held.items() if id_ is not None}
        if one.held:
            # It waits for what was held back to be set, and not for the setting of the rest.
            yield from self._resolved(one.rule, _without(rest, SETTING) | held, SETTING)
        elif held and one.rule in ONCE_MORE:
            yield from self._resolved(one.rule, _without(rest, HELD_FIRST), HELD_FIRST)
        else:
            yield from self._resolved(one.rule, rest, ())
            if one.rule == "hand-over":
                yield from self._resolved(one.rule, rest | held, ())

    def _resolved(
        self, id_: StepId, names: Mapping[StepId, str], seen: Collection[StepId]
    ) -> Iterator[tuple[str, Wait | None]]:
        """What a step follows of the steps that there are: a missing one hands on what it follows.

        It hands on no wait: that was for what would have been done.
        """
        for before, order in _order_at_the_end(id_, self.facts):
            if before in names:
                yield names[before], order(self.facts) if order else None
            elif before not in seen:
                for further, _ in self._resolved(before, names, {*seen, before}):
                    yield further, None


def _without(names: Mapping[StepId, str], ids: Collection[StepId]) -> dict[StepId, str]:
    return {id_: name for id_, name in names.items() if id_ not in ids}


def _order_at_the_end(id_: StepId, facts: Facts) -> Sequence[tuple[StepId, WaitOf | None]]:
    """A rule's own order, and whether the sealer or the sealant goes first."""
    plain = STEP_RULES[id_].follows
    if facts.job.ways.last == "sealer" and id_ == "sealant":
        return (*plain, ("seal-grout", sealer_dries))
    if facts.job.ways.last == "sealant" and id_ == "seal-grout":
        return (*plain, ("sealant", sealant_cured))
    return plain
