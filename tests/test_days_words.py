"""The days in words: every step has its own, and cautions stand where they bite."""

from datetime import date
from typing import Any, get_args

import pytest

from kitchens import a_job, demo
from pennant.core.days.step import Caution, DoubtRule, Phase, StepId, Wait, WaitFor, Who
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.words.days import days_in_words, hours_of, lasts, says_who
from pennant.words.days_report import days_report
from pennant.words.days_values import DaysText
from pennant.words.fixing.step_words import method_adds
from pennant.words.own_tile import own_tile
from pennant.words.steps import CAUTIONS, DOUBTS, PHASE_NAMES, STEP_WORDS, WAITS, WHO

RANGE = "range 30 wide 30 down 2 courses"
OUTLET = "outlet 12 up 9"
PAINTED = {"kind": "zone", "id": "z", "at": "0", "width": "60", "made_of": "painted board"}


def said(job: Job | None = None, first: date | None = None, **schedule: Any) -> DaysText:
    """What is said of the days of a job."""
    job = job or a_job(things=[OUTLET], settings={})
    job = Job.model_validate({**job.model_dump(mode="json"), "schedule": schedule})
    return days_in_words(job, plan(job), first)


class TestTables:
    """Nothing that the core can say is without words."""

    @pytest.mark.parametrize("step", get_args(StepId))
    def test_every_step(self, step: StepId) -> None:
        words = STEP_WORDS[step]
        assert words.name
        assert words.right
        assert 1 <= len(words.how) <= 3

    def test_every_caution_doubt_wait_phase_and_trade(self) -> None:
        assert set(CAUTIONS) == set(get_args(Caution))
        assert set(DOUBTS) == set(get_args(DoubtRule))
        assert set(WAITS) == set(get_args(WaitFor))
        assert set(PHASE_NAMES) == set(get_args(Phase))
        assert set(WHO) == set(get_args(Who))


class TestHowLong:
    """Paces are guesses and shown to the half hour; waits as they are said."""

    @pytest.mark.parametrize(
        ("minutes", "says"),
        [
            (0, ""),
            (3, "about 5 min"),
            (42, "about 40 min"),
            (58, "about 1 h"),
            (74, "about 1 h"),
            (76, "about 1 1/2 h"),
            (425, "about 7 h"),
        ],
    )
    def test_work(self, minutes: float, says: str) -> None:
        assert lasts(minutes) == says

    @pytest.mark.parametrize(
        ("hours", "source", "long", "who"),
        [
            (0.25, "times.x", "15 min", "from the rules"),
            (24, "sheet: Bed", "24 h", "by the sheet of Bed"),
            (72, "kind: mastic", "3 days", "usual for mastic"),
            (60, "schedule", "60 h", "as the job says"),
        ],
    )
    def test_waits(self, hours: float, source: str, long: str, who: str) -> None:
        wait = Wait(hours=hours, what="dry", source=source)
        assert (hours_of(wait), says_who(wait)) == (long, who)


class TestCautions:
    """Once, at the step where they bite, and only where they do."""

    def _cards(self, *things: Any) -> str:
        return days_report(said(a_job(things=list(things), settings={})))

    def test_power_where_there_are_devices(self) -> None:
        assert "prove the tester" in self._cards(OUTLET)
        assert "prove the tester" not in self._cards()

    def test_gas_and_lifting_where_a_range_stands(self) -> None:
        assert "leak-tested by qualified people" in self._cards(RANGE)
        assert "Gas" not in self._cards(OUTLET)

    def test_lead_where_paint_is_scraped(self) -> None:
        assert "Old paint may hold lead" in self._cards(PAINTED)
        assert "lead" not in self._cards({**PAINTED, "made_of": "skim"})

    def test_hidden_pipes_before_the_battens_screws(self) -> None:
        assert "cables and pipes behind the board" in self._cards(RANGE)

    def test_cement_and_its_water(self) -> None:
        assert "Cement burns skin" in self._cards()
        assert "never goes down the sink" in self._cards()


class TestCards:
    """What to have ready, when to stop, and what is mixed."""

    def test_where_to_stop_for_the_night(self) -> None:
        days = said(demo("Fennel Row"))
        cards = [card for day in days.days for card in day.cards if card.name == "Set tile"]
        assert len(cards) > 1
        assert all("Stop here for the night" in card.stop for card in cards[:-1])
        assert cards[-1].stop == ""

    def test_full_and_cut_pieces_add_up_to_the_plans(self) -> None:
        job = demo("Fennel Row")
        days = said(job)
        pieces = [
            id_
            for day in days.days
            for card in day.cards
            for id_ in card.pieces
            if not card.name.startswith("Grout")
        ]
        assert sorted(pieces) == sorted(piece.id for piece in plan(job).pieces)

    def test_each_coat_is_named(self) -> None:
        primer = {"name": "P", "pack": 1, "cover": 8, "coats": 2}
        job = a_job(things=[PAINTED], settings={}, products={"primer": primer})
        names = {card.name for day in said(job).days for card in day.cards}
        assert {"Prime, coat 1", "Prime, coat 2"} <= names

    def test_everything_that_is_bought_says_by_when(self) -> None:
        job = demo("Fennel Row")
        bought = {"boxes", "adhesive", "grout", "sealant", "primer", "trim"}
        by = {need.id: need.by for need in said(job).needs}
        assert bought <= set(by)
        order = [int(by[id_].split()[1]) for id_ in ("boxes", "adhesive", "sealant")]
        assert order == sorted(order)


class TestOwnTile:
    """What a job's own tile and wall ask for besides."""

    @staticmethod
    def lines(rule: str, *things: Any, products: Any = None, **tile: Any) -> str:
        """What is said besides, at a step."""
        document = a_job(things=list(things)).model_dump(mode="json")
        document["tile"] |= tile
        document["products"] |= products or {}
        job = Job.model_validate(document)
        return " ".join([*method_adds(job, rule), *own_tile(job, rule)])

    @pytest.mark.parametrize(
        "tile",
        [
            {"material": "stone"},
            {"material": "brick"},
            {"porous": True},
            {"sheet": {"across": 4, "up": 4}},
        ],
    )
    def test_what_drinks_is_damped_before_grout(self, tile: dict[str, Any]) -> None:
        assert "Damp the faces" in self.lines("grout", **tile)
        assert "Damp" not in self.lines("grout", material="glass")

    def test_masonry_is_damped_under_cement_alone(self) -> None:
        wall = "zone 0 from left wide 96 masonry"
        assert "Damp the bare masonry" in self.lines("set", wall)
        assert "Damp" not in self.lines("set", "zone 0 from left wide 96 cement board")
        ready = {"adhesive": {"name": "Tub", "kind": "mastic", "pack": 5}}
        assert "Damp the bare" not in self.lines("set", wall, products=ready)

    def test_sheets_are_pressed_with_a_float(self) -> None:
        assert "grout float" in self.lines("set", sheet={"across": 4, "up": 4})
        assert "grout float" not in self.lines("set")

    def test_heavy_stone_on_a_mat_keeps_its_spacers(self) -> None:
        mat = {"mat": {"name": "Mat", "width": "10", "roll": "30 ft", "thickness": "1/8"}}
        assert "droops 1/16 to 1/8 in" in self.lines("set", products=mat, material="stone")
        assert "Take spacers out" in self.lines("set", products=mat)


class TestStrip:
    """Blocks lie in their day, and a wait over midnight goes on in the next."""

    def test_waits_are_cut_at_midnight_only(self) -> None:
        days = said()
        for before, after in zip(days.days, days.days[1:], strict=False):
            open_ = {wait.says for wait in before.waits if wait.end == 24 * 60}
            begun = {wait.says for wait in after.waits if wait.start == 0}
            assert open_ == begun

    def test_blocks_lie_in_the_hours_of_work(self) -> None:
        for day in said(demo("Fennel Row")).days:
            for block in day.blocks:
                assert any(first <= block.start < block.end <= last for first, last in day.work)


class TestClashes:
    """What cannot be met is said with the nearest that can."""

    def test_done_by_names_the_day_and_what_would_help(self) -> None:
        hood, clash = said(demo("Fennel Row"), wish="done by", by="day 3").clashes
        assert "held back" in hood
        assert clash.startswith("It was to be done by day 3; the nearest that can be is day ")
        assert "sooner with" in clash

    def test_a_visit_names_whom_it_was_agreed_with(self) -> None:
        outside = [{"what": "electrician", "on": "2031-03-18", "agreed_with": "Sparks"}]
        (clash,) = said(first=date(2031, 3, 17), outside=outside).clashes
        assert "agreed with Sparks for Tue 18 Mar" in clash

    def test_days_are_dated_where_the_first_one_is(self) -> None:
        days = said(first=date(2031, 3, 17))
        assert days.days[0].date == "Mon 17 Mar"
        assert "done on" in days.headline

    def test_a_hired_saw_says_what_it_costs(self) -> None:
        saw = {"what": "saw", "on": "day 2", "until": "day 4", "price": 35}
        assert said(outside=[saw]).hire == "The saw is hired for 3 days at 35.00: 105.00."
        assert said(outside=[{**saw, "price": ""}]).hire == ""


def test_what_is_done_once_more_says_where() -> None:
    """The strip that was held back has cards of its own, told apart from the rest's by name."""
    days = said(demo("Fennel Row"), outside=[{"what": "hood", "on": "day 30"}])
    names = [card.name for day in days.days for card in day.cards]
    assert {"Grout", "Grout, where tile was held back"} <= set(names)
    assert "; all but what is held back on day " in days.headline
    (main,) = [card for day in days.days for card in day.cards if card.name == "Grout"]
    assert any("batch number" in line for line in main.how)
