"""Each step where it applies, its waits, its paces; laws of the days on random kitchens."""

from collections import Counter
from typing import Any

import pytest
from day_kitchens import (
    BED,
    COAT,
    LONGEST,
    MAT,
    OUTLET,
    a_kitchen,
    planned,
    rules_of,
    steps_for,
    waits,
    with_schedule,
    zone,
)
from hypothesis import HealthCheck, given, settings
from random_walls import kitchens, square_jobs

from kitchens import IN, a_job, demo
from pennant.core.days.days import days_of
from pennant.core.days.facts import Facts
from pennant.core.days.sections import (
    batch_life,
    grouting_sections,
    open_time_of,
    spread_at_once,
)
from pennant.core.days.step import Wait
from pennant.core.days.step_table import STEP_RULES, TABLE
from pennant.core.days.steps import steps_of
from pennant.core.document.job import Job
from pennant.core.document.lengths import parse_length
from pennant.core.document.tile import Ledger
from pennant.core.plan import plan
from pennant.core.site.clocks import lasting_of
from pennant.core.takes.mixing import pieces_an_hour
from pennant.words.dates import Dates
from pennant.words.fixing.step_words import step_words


class TestWhatIsDone:
    """A step is there where the survey, the tile or the ways ask for it."""

    @pytest.mark.parametrize(
        ("changes", "there", "not_there"),
        [
            (
                {},
                {"clear", "wash", "set-out", "set", "grout", "sealant", "hand-over"},
                {"power-off", "devices", "batten", "prime", "seal-face", "tile-off", "boards"},
            ),
            ({"things": [OUTLET]}, {"power-off", "devices"}, set()),
            (
                {"things": ["range 30 wide 30 down 2 courses"]},
                {"batten", "appliances"},
                {"gap-screws"},
            ),
            (
                {"things": ["range 30 wide 30 down 2 courses"], "ways": {"gap": "screws"}},
                {"gap-screws"},
                {"batten"},
            ),
            ({"things": [zone("painted board")]}, {"scuff", "prime"}, {"glue-coat"}),
            (
                {"things": [zone("painted board")], "ways": {"paint": "scuff"}},
                {"scuff"},
                {"prime", "glue-coat"},
            ),
            (
                {"things": [zone("painted board")], "ways": {"paint": "glue"}},
                {"glue-coat"},
                {"scuff", "prime"},
            ),
            ({"things": [zone("old tile", old_tile="off")]}, {"tile-off", "patch"}, {"scuff"}),
            (
                {"things": [zone("old tile")], "ways": {"old_tile": "off"}},
                {"tile-off", "patch"},
                {"scuff"},
            ),
            ({"things": [zone("old tile")]}, {"scuff", "prime"}, {"tile-off", "patch"}),
            ({"things": [zone("bare board", flat="1/2")]}, {"patch"}, {"prime"}),
            (
                {
                    "things": [zone("plywood")],
                    "products": {
                        "board": {
                            "name": "Board",
                            "width": "36",
                            "height": "60",
                            "thickness": "1/4",
                        }
                    },
                },
                {"boards", "board-joints"},
                {"prime"},
            ),
            ({"products": {"mat": MAT}}, {"mat"}, set()),
            ({"tile": {"porous": True}}, {"seal-face", "seal-before", "seal-grout"}, set()),
            (
                {"tile": {"porous": True}, "ways": {"sealed": "after"}},
                {"seal-grout"},
                {"seal-face", "seal-before"},
            ),
            (
                {"tile": {"porous": True}, "ways": {"sealed": "grout"}},
                {"seal-before", "seal-grout"},
                {"seal-face"},
            ),
            (
                {"tile": {"porous": True}, "ways": {"sealed": "setting"}},
                {"seal-face", "seal-grout"},
                {"seal-before"},
            ),
            ({"tile": {"material": "stick-on"}}, {"unpack", "set"}, {"grout", "touch-up"}),
        ],
    )
    def test_by_what_the_wall_is(
        self, changes: dict[str, Any], there: set[str], not_there: set[str]
    ) -> None:
        rules = rules_of(a_kitchen(**changes))
        assert there <= rules
        assert not rules & not_there

    @pytest.mark.parametrize(
        ("changes", "step", "doubt"),
        [
            (
                {"products": {"primer": COAT}, "things": [zone("bare board")]},
                "prime@1",
                "primer-not-asked",
            ),
            ({"products": {"sealer": COAT}}, "seal-grout@1", "sealer-not-asked"),
            (
                {"tile": {"material": "stick-on"}, "products": {"adhesive": BED}},
                "set@1",
                "adhesive-not-asked",
            ),
            ({"things": ["range 30 wide 30 down 2 courses"]}, "appliances", "two-people"),
        ],
    )
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
        tile = {
            "length": "18 in",
            "height": "6 in",
            "thickness": "1 in",
            "material": "stone",
            "ledger": {"interlock": "1 in", "thinnest": "1/2 in", "gaps": 3},
        }
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
        assert all(place[before] < place[rule.id] for rule in TABLE for before, _ in rule.follows)
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
            {
                "tile": {"material": "porcelain"},
                "things": [zone("bare board")],
                "products": {"primer": COAT},
            },
            {"tile": {"material": "porcelain", "length": 600, "height": 300}},
        ],
    )
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

    @pytest.mark.parametrize(
        ("last", "first", "second"),
        [
            ("sealer", "seal-grout", "sealant"),
            ("sealant", "sealant", "seal-grout"),
        ],
    )
    def test_sealer_and_sealant_by_the_jobs_own_school(
        self, last: str, first: str, second: str
    ) -> None:
        job = a_kitchen(tile={"porous": True}, ways={"last": last})
        steps = steps_for(job)
        later = steps.get(second) or steps[f"{second}@1"]
        assert first in {steps[one.step].rule for one in later.follows}

    def test_the_trial_of_grout_shows_its_dried_colour(self) -> None:
        assert waits(a_kitchen(), "grout@1")["grout-trial"].hours == 24


class TestPointing:
    """Brick's wide joints are filled from a bag and struck; a float would foul its face."""

    def brick(self, joint: str) -> Job:
        job = a_kitchen(tile={"material": "brick", "porous": True})
        pattern = job.pattern.model_copy(update={"joint": parse_length(joint, "in")})
        return job.model_copy(update={"pattern": pattern})

    @pytest.mark.parametrize(
        ("joint", "comes_back"), [("3/8", {"strike"}), ("1/8", {"haze", "polish"})]
    )
    def test_what_one_comes_back_for(self, joint: str, comes_back: set[str]) -> None:
        steps = steps_for(self.brick(joint))
        assert {back.what for back in steps["grout@1"].returns} == comes_back
        assert ("touch-up" in steps) is (joint == "1/8")

    def test_it_goes_at_its_own_pace(self) -> None:
        job = self.brick("3/8")
        sections = grouting_sections(job, plan(job))
        for section in sections:
            assert section.minutes == pytest.approx(section.area / job.times.point_pace * 60)

    def test_its_card_knows_no_float_and_no_haze(self) -> None:
        words = step_words(self.brick("3/8"), "grout")
        said = " ".join(words.how)
        assert "jointer" in said
        assert "haze" not in said
        assert words.sketch != "float"

    def test_nothing_is_to_be_wiped_off_on_site(self) -> None:
        job = self.brick("3/8")
        assert not {"first wipe", "haze", "polish"} & lasting_of(Facts(job, plan(job))).keys()
        usual = self.brick("1/8")
        assert {"first wipe", "haze", "polish"} <= lasting_of(Facts(usual, plan(usual))).keys()


class TestProtecting:
    """The whole counter is covered, also where a splash stands on it, but no gap in it."""

    @pytest.mark.parametrize(
        ("thing", "inches"),
        [
            (None, 96),
            (
                {
                    "kind": "upstand",
                    "id": "u",
                    "at": "0",
                    "width": "96",
                    "height": "4",
                    "depth": "3/4",
                },
                96,
            ),
            ({"kind": "range-gap", "id": "r", "at": "30", "width": "30"}, 66),
        ],
    )
    def test_by_the_metre_of_counter(self, thing: dict[str, Any] | None, inches: float) -> None:
        job = a_kitchen(things=[thing] if thing else [])
        working = steps_for(job)["clear"].working
        expected = job.times.clear_room + inches * IN / 1000 * job.times.protect_each
        assert working.value == pytest.approx(expected)


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
        often, first = (
            planned(with_schedule(job, skill=one)) for one in ("every week", "first kitchen")
        )
        assert {
            often.calendar.day_until(often.table.ends[one.id])
            for one in often.steps
            if one.phase == "set"
        } == {1}
        assert first.calendar.day_until(first.table.ends["set-last@1"]) > 1
        fast, slow = (
            pieces_an_hour(with_schedule(job, skill=one)).value
            for one in ("every week", "first kitchen")
        )
        assert fast > 50
        assert slow < 15

    def test_a_practised_hand_grouts_a_small_wall_on_new_board_the_next_day(self) -> None:
        """12 sq ft of 3 x 6: set on day 1, grouted and polished on day 2, caulked on day 3."""
        days = planned(with_schedule(on_board("bare board"), skill="every week"))

        def days_of(*rules: str) -> set[int]:
            return {
                days.calendar.day_until(days.table.ends[one.id])
                for one in days.steps
                if one.rule in rules
            }

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
            rules_of(a_kitchen(things=[zone("laminate")], products={"mat": {**MAT, "goes_on": on}}))
            for on in (["laminate"], [])
        )
        assert {"scuff", "prime"}.isdisjoint(named)
        assert "prime" in other

    def test_the_gaps_of_split_stone_are_filled_and_not_floated(self) -> None:
        tile = {
            "length": 600.0,
            "height": 150.0,
            "material": "stone",
            "ledger": Ledger(interlock=50, thinnest=7, gaps=6),
        }
        steps = steps_for(a_kitchen(tile, joint="0", bond=(0, 1)))
        assert steps["grout@1"].minutes == 30
        assert steps["grout@1"].returns == ()
        assert "touch-up" not in steps
        assert steps["clean-joints"].minutes <= 20


QUIET = settings(max_examples=8, deadline=None, suppress_health_check=[HealthCheck.too_slow])


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
        assert (
            sum(min(one.hands, job.schedule.people) for one in stints if one.start <= at < one.end)
            <= job.schedule.people
        )
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
        for one in days.steps
        for before in one.follows
        if before.wait is not None
        and before.wait.what == "set"
        and str(steps[before.step].rule).startswith("set")
    ]
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
        ["zone"],
        ["zone-2"],
    )
    assert {"tile-off", "scuff", "patch"} <= rules_of(made)
    part = [one.minutes for one in steps_for(made).values() if one.rule == "tile-off"]
    everywhere = a_kitchen(things=[f"{on} off", off])
    whole = [one.minutes for one in steps_for(everywhere).values() if one.rule == "tile-off"]
    assert part[0] == pytest.approx(whole[0] * 60 / 96, abs=1.5)


class TestRange:
    """Days are said as people work: some quicker, some slower than the pace that is planned."""

    def test_the_plan_lies_between_the_quickest_and_the_slowest(self) -> None:
        days = planned(demo("Juniper Court"))
        least, most = days.worked
        assert least <= len(days.visits) <= most
        assert least < most

    def test_where_the_pace_does_not_vary_there_is_one_number(self) -> None:
        job = demo("Juniper Court")
        same = job.model_copy(update={"times": job.times.model_copy(update={"pace_varies": 0.0})})
        days = planned(same)
        assert days.worked == (len(days.visits), len(days.visits))
