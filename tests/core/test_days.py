"""The steps of the work and their days: each rule as a case, and laws on random kitchens."""

from collections import Counter
from datetime import date
from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from random_walls import kitchens, square_jobs

from kitchens import a_job, demo
from pennant.core.days.days import Days, days_of
from pennant.core.days.facts import Facts
from pennant.core.days.sections import batch_life, open_time_of, spread_at_once
from pennant.core.days.step import Step, Wait
from pennant.core.days.step_table import STEP_RULES, TABLE
from pennant.core.days.steps import steps_of
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused
from pennant.core.document.tile import Ledger
from pennant.core.plan import plan
from pennant.core.takes.mixing import pieces_an_hour
from pennant.words.dates import Dates
from pennant.words.fixing import step_words

COAT = {"name": "Coat", "pack": 1, "cover": 8}
BED = {"name": "Bed", "pack": 10}
MAT = {"name": "Mat", "width": "12", "roll": "180"}
OUTLET = {"kind": "outlet", "id": "o", "at": "20", "up": "9"}
LONGEST = 510


def zone(made_of: str, **more: Any) -> dict[str, Any]:
    """A stretch of wall."""
    return {"kind": "zone", "id": "z", "at": "0", "width": "60", "made_of": made_of, **more}


def a_kitchen(tile: dict[str, Any] | None = None, **changes: Any) -> Job:
    """A wall 96 x 30 in, with what its tile is made of besides."""
    job = a_job(things=changes.pop("things", []), settings={}, **changes)
    if tile is None:
        return job
    return job.model_copy(update={"tile": job.tile.model_copy(update=tile)})


def steps_for(job: Job) -> dict[str, Step]:
    """The steps of a job."""
    return {one.id: one for one in steps_of(Facts(job, plan(job)), LONGEST)}


def rules_of(job: Job) -> set[str]:
    """Which steps a job has."""
    return {str(one.rule) for one in steps_for(job).values()}


def waits(job: Job, step: str) -> dict[str, Wait]:
    """What a step waits for, by the rule of the step that it waits after."""
    steps = steps_for(job)
    return {
        str(steps[one.step].rule): one.wait for one in steps[step].follows if one.wait is not None
    }


def planned(job: Job, **more: Any) -> Days:
    """The days of a job."""
    return days_of(job, plan(job), Dates.of(job.schedule), **more)


def with_schedule(job: Job, **changes: Any) -> Job:
    """The job with other hours, people or dates."""
    return Job.model_validate({**job.model_dump(mode="json"), "schedule": changes})


class TestWhatIsDone:
    """A step is there where the survey, the tile or the ways ask for it."""

    @pytest.mark.parametrize(
        ("changes", "there", "not_there"),
        [
            ({}, {"clear", "wash", "set-out", "set", "grout", "sealant", "hand-over"},
             {"power-off", "devices", "batten", "prime", "seal-face", "tile-off", "boards"}),
            ({"things": [OUTLET]}, {"power-off", "devices"}, set()),
            ({"things": ["range 30 wide 30 down 2 courses"]}, {"batten", "appliances"},
             {"gap-screws"}),
            ({"things": ["range 30 wide 30 down 2 courses"], "ways": {"gap": "screws"}},
             {"gap-screws"}, {"batten"}),
            ({"things": [zone("painted board")]}, {"scuff", "prime"}, {"glue-coat"}),
            ({"things": [zone("painted board")], "ways": {"paint": "scuff"}}, {"scuff"},
             {"prime", "glue-coat"}),
            ({"things": [zone("painted board")], "ways": {"paint": "glue"}}, {"glue-coat"},
             {"scuff", "prime"}),
            ({"things": [zone("old tile", old_tile="off")]}, {"tile-off", "patch"}, {"scuff"}),
            ({"things": [zone("old tile")], "ways": {"old_tile": "off"}}, {"tile-off", "patch"},
             {"scuff"}),
            ({"things": [zone("old tile")]}, {"scuff", "prime"}, {"tile-off", "patch"}),
            ({"things": [zone("bare board", flat="1/2")]}, {"patch"}, {"prime"}),
            ({"things": [zone("plywood")], "products": {"board": {
                "name": "Board", "width": "36", "height": "60", "thickness": "1/4"}}},
             {"boards", "board-joints"}, {"prime"}),
            ({"products": {"mat": MAT}}, {"mat"}, set()),
            ({"tile": {"porous": True}}, {"seal-face", "seal-before", "seal-grout"}, set()),
            ({"tile": {"porous": True}, "ways": {"sealed": "after"}}, {"seal-grout"},
             {"seal-face", "seal-before"}),
            ({"tile": {"porous": True}, "ways": {"sealed": "grout"}},
             {"seal-before", "seal-grout"}, {"seal-face"}),
            ({"tile": {"porous": True}, "ways": {"sealed": "setting"}},
             {"seal-face", "seal-grout"}, {"seal-before"}),
            ({"tile": {"material": "stick-on"}}, {"unpack", "set"}, {"grout", "touch-up"}),
        ],
    )  # fmt: skip
    def test_by_what_the_wall_is(
        self, changes: dict[str, Any], there: set[str], not_there: set[str]
    ) -> None:
        rules = rules_of(a_kitchen(**changes))
        assert there <= rules
        assert not rules & not_there

    @pytest.mark.parametrize(
        ("changes", "step", "doubt"),
        [
            ({"products": {"primer": COAT}, "things": [zone("bare board")]}, "prime@1",
             "primer-not-asked"),
            ({"products": {"sealer": COAT}}, "seal-grout@1", "sealer-not-asked"),
            ({"tile": {"material": "stick-on"}, "products": {"adhesive": BED}}, "set@1",
             "adhesive-not-asked"),
            ({"things": ["range 30 wide 30 down 2 courses"]}, "appliances", "two-people"),
        ],
    )  # fmt: skip
    def test_what_is_chosen_is_never_dropped_in_silence(
        self, changes: dict[str, Any], step: str, doubt: str
    ) -> None:
        assert steps_for(a_kitchen(**changes))[step].doubt == doubt

    def test_each_coat_is_a_step_and_dries_before_the_next(self) -> None:
        primer = {**COAT, "coats": 2, "dry_hours": 3}
        steps = steps_for(a_kitchen(things=[zone("painted board")], products={"primer": primer}))
        (before,) = steps["prime@2"].follows
        assert before.step == "prime@1"
        assert before.wait == Wait(hours=3, what="dry", source="sheet: Coat")

    def test_what_does_not_apply_hands_on_what_it_follows(self) -> None:
        """Without scraping and without grout the sealant still comes after the tile."""
        sealant = {"name": "Sealant", "pack": 300}
        steps = steps_for(a_kitchen(tile={"material": "stick-on"}, products={"sealant": sealant}))
        assert "clean-joints" not in steps
        assert {one.step for one in steps["sealant"].follows} & {"set@1", "set-last@1"}

    def test_panels_that_stick_by_themselves_ask_for_little(self) -> None:
        """No comb, no primer that no sheet asks for, no spacers to pull, nothing to seal."""
        job = a_kitchen(tile={"material": "stick-on"})
        steps = steps_for(job)
        assert not {"prime", "clean-joints", "sealant", "grout@1"} & steps.keys()
        assert "cement" not in steps["set@1"].cautions
        assert "comb" not in " ".join(step_words(job, "set").how)

    def test_a_mat_leaves_nothing_in_the_joints(self) -> None:
        steps = steps_for(a_kitchen(products={"mat": MAT}))
        assert "clean-joints" not in steps
        assert {one.step for one in steps["grout@1"].follows} & {"set@1", "set-last@1"}

    def test_a_mat_whose_sheet_names_old_tile_is_hung_on_it_as_it_is(self) -> None:
        zone = {"id": "z", "kind": "zone", "at": "0", "width": "96", "made_of": "old tile"}
        for named, there in ((("old tile",), set()), ((), {"scuff", "prime@1"})):
            mat = {**MAT, "goes_on": list(named)}
            job = a_kitchen(things=[zone], products={"mat": mat}, ways={"old_tile": "over"})
            assert {"scuff", "prime@1"} & steps_for(job).keys() == there

    @pytest.mark.parametrize(("kind", "told"), [("thinset", True), ("mastic", False)])
    def test_cement_is_warned_of_where_there_is_cement(self, kind: str, told: bool) -> None:
        steps = steps_for(a_kitchen(products={"adhesive": {**BED, "kind": kind}}))
        assert ("cement" in steps["set@1"].cautions) == told
        assert "cement" in steps["grout@1"].cautions

    def test_gaps_of_split_stone_are_filled_from_a_bag(self) -> None:
        tile = {"length": "18 in", "height": "6 in", "thickness": "1 in", "material": "stone",
                "ledger": {"interlock": "1 in", "thinnest": "1/2 in", "gaps": 3}}  # fmt: skip
        bond = {"way": "shortened", "seed": 1}
        document = a_kitchen().model_dump(mode="json")
        document |= {"tile": tile, "pattern": {"kind": "courses", "joint": 0, "bond": bond}}
        job = Job.model_validate(document)
        steps = steps_for(job)
        assert "grout-trial" not in steps
        assert steps["grout@1"].minutes == 30
        assert steps["grout@1"].returns == ()
        assert step_words(job, "grout").name == "Fill the gaps that stay open"

    def test_every_rule_follows_rules_that_stand_before_it(self) -> None:
        place = {rule.id: number for number, rule in enumerate(TABLE)}
        assert all(
            place[before] < place[rule.id] for rule in TABLE for before, _ in rule.follows
        )  # fmt: skip
        assert len(STEP_RULES) == len(TABLE)


class TestHowLongItWaits:
    """The data sheet wins; else the kind of adhesive, else the job's own times."""

    @pytest.mark.parametrize(
        ("products", "hours", "source"),
        [
            ({}, 24, "kind: thinset"),
            ({"adhesive": {**BED, "kind": "quick thinset"}}, 3, "kind: quick thinset"),
            ({"adhesive": {**BED, "kind": "construction"}}, 12, "kind: construction"),
            ({"adhesive": {**BED, "kind": "mastic"}}, 36, "kind: mastic"),
            ({"adhesive": {**BED, "set_hours": 17}}, 17, "sheet: Bed"),
        ],
    )
    def test_the_bed_before_grout(
        self, products: dict[str, Any], hours: float, source: str
    ) -> None:
        wait = waits(a_kitchen(products=products), "clean-joints")["set"]
        assert (wait.hours, wait.source) == (hours, source)

    @pytest.mark.parametrize(
        "changes",
        [
            {"tile": {"material": "porcelain"}, "things": [zone("painted board")]},
            {"tile": {"material": "glass"}, "things": [zone("old tile")]},
            {"tile": {"material": "porcelain"}, "things": [zone("bare board")],
             "products": {"primer": COAT}},
            {"tile": {"material": "porcelain", "length": 600, "height": 300}},
        ],
    )  # fmt: skip
    def test_ready_mixed_that_cannot_give_its_water_away_takes_three_days(
        self, changes: dict[str, Any]
    ) -> None:
        products = {"adhesive": {**BED, "kind": "mastic"}, **changes.get("products", {})}
        job = a_kitchen(**{**changes, "products": products})
        assert waits(job, "clean-joints")["set"].hours == 72
        assert steps_for(job)["set@1"].doubt == "slow-drying"

    @pytest.mark.parametrize(
        "changes",
        [
            {"tile": {"material": "ceramic"}, "things": [zone("painted board")]},
            {"tile": {"material": "ceramic"}, "things": [zone("old tile")]},
            {"tile": {"material": "porcelain"}, "things": [zone("bare board")]},
        ],
    )
    def test_where_one_face_drinks_it_waits_as_its_kind_does(self, changes: dict[str, Any]) -> None:
        job = a_kitchen(products={"adhesive": {**BED, "kind": "mastic"}}, **changes)
        assert waits(job, "clean-joints")["set"].hours == 36
        assert steps_for(job)["set@1"].doubt is None

    def test_a_primer_that_is_chosen_is_on_the_list_and_in_the_days(self) -> None:
        """Also where nothing noted asks for it: what a step needs has a line."""
        job = a_kitchen(products={"primer": COAT}, things=[zone("bare board")])
        (line,) = [one for one in plan(job).quantities if one.id == "primer"]
        assert line.amount >= 1
        assert "primer" in steps_for(job)["prime@1"].needs

    def test_a_mat_holds_at_once(self) -> None:
        found = waits(a_kitchen(products={"mat": MAT}), "grout@1")
        assert not any(wait is not None and wait.what == "set" for wait in found.values())

    def test_grout_before_sealant_and_before_the_sealer(self) -> None:
        grout = {"name": "Grout", "pack": 5, "set_hours": 60}
        job = a_kitchen(tile={"porous": True}, products={"grout": grout, "sealer": COAT})
        assert waits(job, "seal-grout@1")["grout"] == Wait(
            hours=60, what="dry", source="sheet: Grout"
        )
        assert waits(job, "sealant")["grout"].hours == 24

    def test_the_sealer_does_not_hold_up_what_it_is_not_there_for(self) -> None:
        """The 60 h before sealing say nothing where nothing is sealed."""
        grout = {"name": "Grout", "pack": 5, "set_hours": 60}
        assert waits(a_kitchen(products={"grout": grout}), "sealant")["grout"].hours == 24

    @pytest.mark.parametrize(("last", "first", "second"), [
        ("sealer", "seal-grout", "sealant"), ("sealant", "sealant", "seal-grout"),
    ])  # fmt: skip
    def test_sealer_and_sealant_by_the_jobs_own_school(
        self, last: str, first: str, second: str
    ) -> None:
        job = a_kitchen(tile={"porous": True}, ways={"last": last})
        steps = steps_for(job)
        later = steps.get(second) or steps[f"{second}@1"]
        assert first in {steps[one.step].rule for one in later.follows}

    def test_the_trial_of_grout_shows_its_dried_colour(self) -> None:
        assert waits(a_kitchen(), "grout@1")["grout-trial"].hours == 24


class TestCutsAndPeople:
    """When cuts are made is a school; two people cut and set at once."""

    @staticmethod
    def _minutes(job: Job) -> tuple[float, float]:
        facts = Facts(job, plan(job))
        return facts.first_cuts.value, sum(facts.cut_minutes.values())

    def test_by_school(self) -> None:
        demo_job = demo("Fennel Row")

        def cut(way: str) -> tuple[float, float]:
            ways = demo_job.ways.model_copy(update={"cuts": way})
            return self._minutes(demo_job.model_copy(update={"ways": ways}))

        before, meanwhile = cut("repeats")
        assert before > 0
        assert meanwhile > 0
        assert cut("all") == (pytest.approx(before + meanwhile), 0)
        assert cut("as set") == (0, pytest.approx(before + meanwhile))

    def test_a_hired_saw_has_its_cuts_gathered(self) -> None:
        job = with_schedule(demo("Fennel Row"), outside=[{"what": "saw", "on": "day 3"}])
        before, meanwhile = self._minutes(job)
        assert before > 0
        assert meanwhile == 0
        days = planned(job)
        sawn = [one.start for one in days.table.stints if days.step(one.step).sawing]
        assert min(days.calendar.day_of(at) for at in sawn) == 3

    def test_a_saw_that_is_back_too_soon_is_said(self) -> None:
        job = with_schedule(demo("Fennel Row"), outside=[{"what": "saw", "on": "day 1"}])
        (clash,) = [one for one in planned(job).clashes if one.rule == "hire-over"]
        assert clash.day == 1
        assert clash.planned > 1

    def test_two_people_are_done_no_later(self) -> None:
        job = demo("Fennel Row")
        assert planned(with_schedule(job, people=2)).last_day <= planned(job).last_day

    def test_who_does_it_every_week_sets_a_small_wall_in_an_afternoon(self) -> None:
        """12 sq ft of 3 x 6 after a morning's preparation; whoever does it first takes days."""
        job = a_job(length="96", top="18", tile=("6", "3"), things=[], settings={})
        often, first = (planned(with_schedule(job, skill=one))
                        for one in ("every week", "first kitchen"))  # fmt: skip
        assert {often.calendar.day_until(often.table.ends[one.id])
                for one in often.steps if one.phase == "set"} == {1}  # fmt: skip
        assert first.calendar.day_until(first.table.ends["set-last@1"]) > 1
        fast, slow = (pieces_an_hour(with_schedule(job, skill=one)).value
                      for one in ("every week", "first kitchen"))  # fmt: skip
        assert fast > 50
        assert slow < 15

    def test_a_practised_hand_grouts_a_small_wall_on_new_board_the_next_day(self) -> None:
        """12 sq ft of 3 x 6: set on day 1, grouted and polished on day 2, caulked on day 3."""
        days = planned(with_schedule(on_board("bare board"), skill="every week"))

        def days_of(*rules: str) -> set[int]:
            return {
                days.calendar.day_until(days.table.ends[one.id])
                for one in days.steps if one.rule in rules
            }  # fmt: skip

        assert days_of("set", "set-last") == {1}
        assert days_of("clean-joints", "grout") == {2}
        assert days_of("sealant", "hand-over") == {3}

    def test_new_board_is_not_washed_and_what_is_old_of_a_wall_is(self) -> None:
        new, half, old = (
            {one.rule: one for one in planned(job).steps}
            for job in (on_board("cement board"), on_board("skim", "48"), on_board("masonry"))
        )
        assert not {"wash", "scrape-off"} & set(new)
        assert half["wash"].working.value == pytest.approx(old["wash"].working.value / 2, rel=0.02)

    def test_half_the_time_is_of_handwork_not_of_what_dries(self) -> None:
        job = on_board("masonry")
        often, usual = (
            {one.id: one for one in planned(with_schedule(job, skill=skill)).steps}
            for skill in ("every week", "a few done")
        )
        assert often["clear"].working.value == pytest.approx(usual["clear"].working.value / 2)
        assert often["grout@1"].minutes == usual["grout@1"].minutes
        assert often["grout@1"].returns == usual["grout@1"].returns


def on_board(made_of: str, width: str = "96") -> Job:
    """A wall of 12 sq ft in 3 x 6 in tile, from its left end on so wide of this."""
    zone = {"kind": "zone", "id": "z", "at": "0", "width": width, "made_of": made_of}
    return a_job(length="96", top="18", tile=("6", "3"), things=[zone], settings={})


class TestWhatOthersSet:
    """Dates from outside hold the work up, and what cannot be met is said with what can."""

    def test_nothing_is_laid_out_before_the_tile_is_there(self) -> None:
        job = with_schedule(a_kitchen(), outside=[{"what": "tile", "on": "day 3"}])
        days = planned(job)
        assert days.calendar.day_of(days.start_of("boxes") or 0) == 3

    def test_an_electrician_who_comes_too_soon(self) -> None:
        job = with_schedule(
            a_kitchen(things=[OUTLET]), outside=[{"what": "electrician", "on": "day 2"}]
        )
        (clash,) = planned(job).clashes
        assert (clash.rule, clash.what, clash.day) == ("not-ready", "electrician", 2)
        assert clash.planned > 2

    def test_a_wish_that_cannot_be_met(self) -> None:
        job = with_schedule(a_kitchen(), wish="done by", by="day 2")
        days = planned(job)
        (clash,) = days.clashes
        assert (clash.rule, clash.day, clash.planned) == ("too-late", 2, days.last_day)

    @pytest.mark.parametrize("length", ["2", "5", "7 1/4"])
    def test_a_wall_one_piece_wide_is_measured_cut_and_set(self, length: str) -> None:
        """All its pieces are cut to what the wall shows: they are one step of setting."""
        job = a_job(length=length, top="18", tile=("16", "4"))
        days = planned(job)
        assert [one.id for one in days.steps if one.rule in ("set", "set-last")] == ["set@1"]
        placed = {piece.id for piece in plan(job).pieces}
        assert set(days.step("set@1").pieces) == placed
        assert days.start_of("grout@1") is not None

    def test_water_again_by(self) -> None:
        job = with_schedule(a_kitchen(), water_by="day 2")
        assert "water-late" in {one.rule for one in planned(job).clashes}

    def test_nobody_works_through_the_break(self) -> None:
        hours = ["8:00-12:00, 13:00-16:30"] * 5 + ["", ""]
        days = planned(with_schedule(a_kitchen(), hours=hours))
        for one in days.table.stints:
            start, end = one.start % 1440, one.end % 1440
            assert 480 <= start <= end <= 720 or 780 <= start <= end <= 990

    def test_no_noise_after_noon(self) -> None:
        job = with_schedule(demo("Fennel Row"), loud_from="9:00", loud_until="12:00")
        days = planned(job)
        loud = [one for one in days.table.stints if days.step(one.step).loud]
        assert loud
        assert all(one.start % 1440 >= 540 and one.end % 1440 <= 720 for one in loud)

    def test_what_waits_for_the_hood_is_set_when_it_has_come(self) -> None:
        job = with_schedule(demo("Fennel Row"), outside=[{"what": "hood", "on": "day 9"}])
        days = planned(job)
        assert days.calendar.day_of(days.start_of("set-held@1") or 0) >= 9


class TestByMethod:
    """Each method of fixing has its own steps, and none of another's."""

    PAINT = zone("painted board")

    def stuck(self, **more: Any) -> Job:
        tile = {"material": "stick-on", "thickness": 3.0}
        return a_kitchen(tile, things=[self.PAINT], joint="0", **more)

    def test_own_glue_goes_on_clean_paint(self) -> None:
        """No scuffing, no primer, nothing to scrape; a night's warming, and then an afternoon."""
        steps = steps_for(self.stuck())
        assert {"scuff", "prime", "clean-joints", "grout@1", "sealant"}.isdisjoint(steps)
        assert steps["wash"].needs == ("sponges", "buckets")
        assert waits(self.stuck(), "set@1")["unpack"].hours == 24

    def test_dabs_are_put_on_scuffed_paint(self) -> None:
        assert "scuff" in steps_for(self.stuck(ways={"stuck": "dabs"}))

    def test_a_mat_goes_on_what_its_sheet_names(self) -> None:
        named, other = (
            rules_of(a_kitchen(things=[self.PAINT], products={"mat": {**MAT, "goes_on": on}}))
            for on in (["painted board"], [])
        )
        assert {"scuff", "prime"}.isdisjoint(named)
        assert "prime" in other

    def test_the_gaps_of_split_stone_are_filled_and_not_floated(self) -> None:
        tile = {"length": 600.0, "height": 150.0, "material": "stone",
                "ledger": Ledger(interlock=50, thinnest=7, gaps=6)}  # fmt: skip
        steps = steps_for(a_kitchen(tile, joint="0", bond=(0, 1)))
        assert steps["grout@1"].minutes == 30
        assert steps["grout@1"].returns == ()
        assert "touch-up" not in steps
        assert steps["clean-joints"].minutes <= 20


class TestHeldBack:
    """What is held back is set, grouted and sealed when it can be; nothing else waits for it."""

    HOOD = 'hood "Canopy" 30 wide 34 clear 16 hold 4'

    def kitchen(self, *more: str, on: str | None = "day 15") -> Job:
        job = a_kitchen(things=[self.HOOD, *more])
        return with_schedule(job, outside=[{"what": "hood", "on": on}] if on else [])

    def test_the_rest_is_done_on_the_day_it_would_be_without_it(self) -> None:
        days, without = planned(self.kitchen()), planned(a_kitchen(things=[self.HOOD[:-7]]))
        assert days.rest_day is not None
        assert days.rest_day <= without.last_day < 15
        assert days.last_day > 15

    def test_every_piece_is_grouted_once(self) -> None:
        job = self.kitchen()
        days, laid = planned(job), plan(job)
        grouted = Counter(
            piece for one in days.steps if one.rule == "grout" for piece in one.pieces
        )
        assert grouted == Counter(piece.id for piece in laid.pieces)
        (strip,) = [one for one in days.steps if one.rule == "grout" and one.held]
        assert set(strip.pieces) == set(laid.surfaces[0].held)

    def test_only_the_strip_waits_for_the_day_it_can_be_set(self) -> None:
        days = planned(self.kitchen())
        first = {one.id: days.calendar.day_of(days.start_of(one.id) or 0) for one in days.steps}
        later = {id_.partition("@")[0] for id_, day in first.items() if day >= 15}
        assert later == {"hood-comes", "set-held", "clean-joints-held", "grout-held",
                         "touch-up-held", "sealant-held", "hand-over"}  # fmt: skip

    def test_an_outlet_in_the_strip_gets_its_plate_after_it(self) -> None:
        apart, within = "outlet 12 from left up 4", "outlet 45 from left up 10"
        days = planned(self.kitchen(apart, within))
        plates, held = days.start_of("devices"), days.start_of("devices-held")
        assert plates is not None
        assert held is not None
        assert plates < (days.start_of("hood-comes") or 0)
        assert held >= days.table.ends["grout-held@1"]

    def test_all_of_it_held_back_is_one_run_of_the_work(self) -> None:
        job = a_kitchen(things=['hood "Canopy" 30 wide 34 clear 16 hold 90'])
        assert not any(one.held for one in planned(job).steps)

    def test_without_a_date_one_is_asked_for(self) -> None:
        days = planned(self.kitchen(on=None))
        assert [one.rule for one in days.clashes] == ["no-date"]

    def test_the_counter_can_be_used_meanwhile(self) -> None:
        days = planned(self.kitchen())
        used = {use.what: days.calendar.day_until(use.minute) for use in days.uses}
        assert used["light"] < 15
        assert used["water"] < 15

    def test_a_range_goes_back_with_the_plates(self) -> None:
        """It wets nothing: it does not wait until the sealant has cured."""
        days = planned(a_kitchen(things=["range 30 wide 30"]))
        assert (days.start_of("appliances") or 0) < days.table.ends["sealant"] + 24 * 60


class TestAgain:
    """Planned again from any moment: what is done stays, what slipped moves what hangs on it."""

    def test_what_slipped_moves_what_hangs_on_it(self) -> None:
        job = a_kitchen()
        plain = planned(job)
        done = [{"step": one, "on": "day 3", "at": "15:00"} for one in
                ("boxes", "grout-trial", "clear", "scrape-off", "wash")]  # fmt: skip
        later = planned(with_schedule(job, done=done))
        assert later.last_day > plain.last_day
        assert {one.step for one in later.table.stints}.isdisjoint(one["step"] for one in done)
        assert min(one.start for one in later.table.stints) >= 2 * 1440 + 15 * 60

    def test_grout_before_the_tile_is_asked_about(self) -> None:
        done = [{"step": "grout@1", "on": "day 3", "at": "15:00"}]
        days = planned(with_schedule(a_kitchen(), done=done))
        (clash,) = days.clashes
        assert (clash.rule, clash.what) == ("done-before", "grout@1")
        assert clash.before.startswith("set")

    def test_a_wash_that_nobody_noted_is_not_asked_about(self) -> None:
        done = [{"step": "set@1", "on": "day 1", "at": "15:00"}]
        assert planned(with_schedule(a_kitchen(), done=done)).clashes == ()

    def test_a_step_that_the_plan_has_no_more_is_told(self) -> None:
        done = [{"step": "set@99", "on": "day 1", "at": "9:00"}]
        (clash,) = planned(with_schedule(a_kitchen(), done=done)).clashes
        assert (clash.rule, clash.what) == ("unknown-done", "set@99")


class TestRefused:
    """What cannot be planned says which field, and what would be right."""

    @pytest.mark.parametrize(
        ("schedule", "pointer", "says"),
        [
            ({"hours": [""] * 7}, "/schedule/hours", "no working time"),
            ({"hours": ["8:00-8:20"] * 7}, "/schedule/hours", "make a day longer"),
            (
                {"own_steps": [{"name": "Painter", "follows": ["grout"], "before": ["set"]}]},
                "/schedule/own_steps/0",
                "goes round in a ring",
            ),
            ({"off": ["2026-03-17"]}, "/schedule/off/0", "say the first day"),
            ({"zone": "Nowhere/None", "first": "2026-03-17"}, "/schedule/zone", "no time zone"),
        ],
    )
    def test_with_what_would_be_right(
        self, schedule: dict[str, Any], pointer: str, says: str
    ) -> None:
        with pytest.raises(JobRefused) as error:
            planned(with_schedule(a_kitchen(), **schedule))
        (problem,) = error.value.problems
        assert problem.pointer == pointer
        assert says in problem.message

    @pytest.mark.parametrize(
        ("field", "value"),
        [("hours", ["9:00-9:00", *[""] * 6]),
         ("hours", ["8:00-12:00, 11:00-16:00", *[""] * 6]), ("hours", ["soon", *[""] * 6]),
         ("first", "2026-02-29"), ("first", "tomorrow"), ("loud_until", "25:00"),
         ("by", "day 0"), ("people", 3)],
    )  # fmt: skip
    def test_what_is_no_hour_and_no_date(self, field: str, value: Any) -> None:
        with pytest.raises(ValueError, match=field):
            with_schedule(a_kitchen(), **{field: value})

    def test_a_job_owners_own_step_has_its_place(self) -> None:
        own = {"name": "Painter", "minutes": 200, "follows": ["grout"], "before": ["sealant"],
               "wait_hours": 6}  # fmt: skip
        days = planned(with_schedule(a_kitchen(), own_steps=[own]))
        ends = days.table.ends
        assert (days.start_of("sealant") or 0) >= ends["Painter"] + 360
        assert (days.start_of("Painter") or 0) >= max(
            end for id_, end in ends.items() if id_.startswith("grout@")
        )


class TestDates:
    """Dates, weekdays and clocks are put on at the edge."""

    def test_a_weekend_is_passed_over(self) -> None:
        job = with_schedule(a_kitchen(), first="2026-03-20")  # a Friday
        days = planned(job)
        assert not {2, 3} & {days.calendar.day_of(one.start) for one in days.table.stints}

    def test_a_day_of_23_hours_still_waits_24(self) -> None:
        """Clocks are put forward in the night to 29 March 2026: what sets 24 h is ready later."""
        schedule = {"first": "2026-03-28", "zone": "Europe/Berlin", "hours": ["8:00-16:00"] * 7}
        dates = Dates.of(with_schedule(a_kitchen(), **schedule).schedule)
        calendar = dates.calendar(with_schedule(a_kitchen(), **schedule).schedule)
        assert calendar.midnights[2] - calendar.midnights[1] == 23 * 60
        first, second = calendar.work[0], calendar.work[1]
        assert second.start - first.start == 23 * 60
        moment = dates.moment(first.start + 24 * 60)
        assert moment is not None
        assert (moment.day, moment.hour) == (29, 9)

    def test_over_the_end_of_a_month_and_of_a_year(self) -> None:
        dates = Dates(date(2027, 12, 30))
        assert dates.day("2028-01-02") == 4
        assert dates.date_of(4) == date(2028, 1, 2)

    def test_without_a_date_days_are_counted(self) -> None:
        dates = Dates(None)
        assert dates.day("day 5") == 5
        assert dates.moment(600) is None


QUIET = settings(max_examples=8, deadline=None,
                 suppress_health_check=[HealthCheck.too_slow])  # fmt: skip


@QUIET
@given(kitchens())
def test_laws_of_the_days_on_random_kitchens(job: Job) -> None:
    """What holds of every plan of days, whatever the kitchen."""
    made = plan(job)
    days = days_of(job, made, Dates.of(job.schedule))
    stints = days.table.stints
    steps = {one.id: one for one in days.steps}
    begins = {one.step: one.start for one in reversed(stints) if one.part == "work"}
    # Each piece is set once, and grouted once.
    for base in ("set", "grout"):
        count = Counter(
            id_ for one in days.steps if str(one.rule).startswith(base) for id_ in one.pieces
        )
        pieces = {piece.id for piece in made.pieces}
        grouted = any(one.rule == "grout" for one in days.steps)
        if base == "set" or grouted:
            assert set(count) == pieces
            assert set(count.values()) <= {1}
    # No step before what it follows, and its wait.
    for one in days.steps:
        for before in one.follows:
            wait = before.wait.minutes if before.wait else 0
            assert begins[one.id] >= days.table.ends[before.step] + wait
    # In working hours, and by the hands that there are.
    for one in stints:
        if one.end > one.start:
            assert any(w.start <= one.start and one.end <= w.end for w in days.calendar.work)
    for at in {one.start for one in stints}:
        assert sum(
            min(one.hands, job.schedule.people) for one in stints if one.start <= at < one.end
        ) <= job.schedule.people  # fmt: skip
    # What is spread is set before it skins, and a batch before it stiffens.
    minute = 60 / pieces_an_hour(job).value
    for one in days.steps:
        for section in one.sections:
            assert len(section) <= spread_at_once(job)
            assert len(section) == 1 or len(section) * minute <= open_time_of(job) + 1e-6
        if len(one.sections) > 1:
            assert one.minutes <= batch_life(job) + job.times.mix_each + 1
    # Nothing shakes the wall while tile sets.
    beds = [
        (begins[one.id], days.table.ends[before.step] + before.wait.minutes)
        for one in days.steps for before in one.follows
        if before.wait is not None and before.wait.what == "set"
        and str(steps[before.step].rule).startswith("set")
    ]  # fmt: skip
    last_set = max((end for _, end in beds), default=0)
    first_set = min((start for id_, start in begins.items() if id_ == "set@1"), default=0)
    for one in stints:
        if steps[one.step].shakes and one.start > first_set:
            assert one.start >= last_set
    # Planned again it is the same.
    assert days_of(job, made, Dates.of(job.schedule)).table == days.table


@QUIET
@given(square_jobs())
def test_sections_run_from_the_pennant_to_either_end(job: Job) -> None:
    """Within a band each side goes outward: what is set next lies on no set tile's far side."""
    made = plan(job)
    steps = steps_of(Facts(job, made), LONGEST)
    pieces = {piece.id: piece for piece in made.pieces}
    hard = made.surfaces[0].pennant.x
    last: dict[tuple[int, bool], float] = {}
    for one in steps:
        if one.rule != "set":
            continue
        for section in one.sections:
            own = [pieces[id_] for id_ in section]
            middles = [abs((piece.box.x0 + piece.box.x1) / 2 - hard) for piece in own]
            side = (own[0].course, (own[0].box.x0 + own[0].box.x1) / 2 >= hard)
            assert max(middles) >= last.get(side, 0.0) - 1e-6
            last[side] = max(middles)


def test_part_of_the_old_tile_may_come_off_and_the_rest_stay() -> None:
    on, off = "zone 0 wide 36 old tile over 1/4", "zone 36 wide 60 old tile over 1/4 off"
    facts = Facts(made := a_kitchen(things=[on, off]), plan(made))
    assert ([one.id for one in facts.old_tile_on], [one.id for one in facts.old_tile_off]) == (
        ["zone"], ["zone-2"],
    )  # fmt: skip
    assert {"tile-off", "scuff", "patch"} <= rules_of(made)
    part = [one.minutes for one in steps_for(made).values() if one.rule == "tile-off"]
    everywhere = a_kitchen(things=[f"{on} off", off])
    whole = [one.minutes for one in steps_for(everywhere).values() if one.rule == "tile-off"]
    assert part[0] == pytest.approx(whole[0] * 60 / 96, abs=1.5)
