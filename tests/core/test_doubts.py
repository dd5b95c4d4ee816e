"""Doubts about the survey: each slip is seen, and a sound survey is left in peace. Inches."""

import re

import pytest

from kitchens import IN, a_job, demo
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.core.survey.closure import misread
from pennant.core.survey.doubt import CornerTwice, Doubt, FallingCounter
from pennant.words.sheet import sheet

CHAIN = (
    "cabinet 0 wide 30 1/4 clear 18",
    "window 6 5/16 from last wide 24 sill 6 high 20",
    'cabinet "End cabinet" 5 3/8 from last wide 30 1/16 clear 18',
    "check 65 7/16 from cabinet right to right",
)
"""30 1/4 + 6 5/16 + 24 + 5 3/8 + 30 1/16 = 96, of which 65 3/4 lies right of the cabinet."""


def doubts(*lines: object, **changes: object) -> list[Doubt]:
    """The doubts about a wall of 96 in with these lines."""
    return list(plan(a_job(things=list(lines), **changes)).doubts)


def rules(*lines: object, **changes: object) -> list[str]:
    return [doubt.rule for doubt in doubts(*lines, **changes)]


def the(rule: str, *lines: object, **changes: object) -> Doubt:
    """The one doubt of a rule."""
    (found,) = [doubt for doubt in doubts(*lines, **changes) if doubt.rule == rule]
    return found


class TestMisclosure:
    """A chain of partials is closed against what was measured over all."""

    def test_a_chain_that_closes_says_nothing(self) -> None:
        assert rules(*CHAIN[:3], "check 65 3/4 from cabinet right to right") == []

    def test_within_the_tolerance_says_nothing(self) -> None:
        assert rules(*CHAIN[:3], "check 65 11/16 from cabinet right to right") == []

    def test_half_an_inch_short_is_reported_as_half_an_inch_short_and_where(self) -> None:
        short = [line.replace("5 3/8 from last", "4 7/8 from last") for line in CHAIN[:3]]
        found = the("misclosure", *short, "check 59 7/16 from window left to end-cabinet right")
        assert found.off == pytest.approx(-0.5 * IN)
        assert found.measured == pytest.approx(59.4375 * IN)
        fields = [pointer.removeprefix("/walls/0/things/") for pointer in found.pointers]
        # The window's own place cancels out: the slip is in its width or in what comes after it.
        assert fields == ["1/width", "2/at/value", "2/width", "3/value"]

    def test_a_second_check_that_agrees_clears_what_it_covers(self) -> None:
        short = [line.replace("5 3/8 from last", "4 7/8 from last") for line in CHAIN[:3]]
        found = the(
            "misclosure",
            *short,
            "check 59 7/16 from window left to end-cabinet right",
            "check 24 from window left to window right",
            "check 30 1/16 from end-cabinet left to end-cabinet right",
        )
        assert found.pointers == ("/walls/0/things/2/at/value", "/walls/0/things/3/value")

    def test_heights_are_closed_as_well(self) -> None:
        found = the(
            "misclosure", "shelf 9 wide 9 clear 14 thick 1", "check 10 from shelf top to top"
        )
        assert found.off == pytest.approx(5 * IN)

    def test_a_check_that_measures_one_thing_twice(self) -> None:
        found = the("misclosure", "outlet 20 up 9", "check 20 1/2 from left to outlet centre")
        assert found.pointers == ("/walls/0/things/0/at/value", "/walls/0/things/1/value")


class TestCauses:
    """What a misclosure may come from: a slip that would make the chain close."""

    @pytest.mark.parametrize(
        ("read", "right", "kind"),
        [
            (20 + 7 / 16, 20 + 9 / 16, "other-side-of-the-mark"),
            (35.25, 53.25, "swapped-digits"),
            (46.5, 49.5, "like-digits"),
            (21.5, 27.5, "like-digits"),
            (20.5, 20.5, None),
            (35.25, 54.25, None),
            (9.0, 10.0, None),
        ],
    )
    def test_a_tape_misread(self, read: float, right: float, kind: str | None) -> None:
        assert misread(read * IN, right * IN, "in") == kind

    def test_in_millimetres(self) -> None:
        assert misread(354, 534, "mm") == "swapped-digits"
        assert misread(1196, 1199, "mm") == "like-digits"
        assert misread(354, 355, "mm") is None

    def cause(self, *lines: str) -> list[str]:
        return [cause.kind for cause in the("misclosure", *lines).causes]

    def test_a_whole_inch(self) -> None:
        assert "whole-inches" in self.cause("outlet 20 up 9", "check 21 from left to outlet centre")

    def test_the_wrong_side_of_the_mark_names_the_measure(self) -> None:
        wrong = [line.replace("6 5/16", "6 11/16") for line in CHAIN[:3]]
        found = the("misclosure", *wrong, "check 65 3/4 from cabinet right to end-cabinet right")
        (cause,) = [c for c in found.causes if c.kind == "other-side-of-the-mark"]
        assert cause.pointer == "/walls/0/things/1/at/value"
        assert cause.reads == pytest.approx(6.3125 * IN)

    def test_casing_that_was_forgotten(self) -> None:
        lines = (
            "window 30 wide 20 sill 6 high 9 to jamb casing 2 1/4",
            "check 20 from window left to window right",
        )
        assert "casing" in self.cause(*lines)

    def test_the_tape_hooked_to_the_other_end(self) -> None:
        lines = ("window 20 wide 24 sill 6 high 9", "check 52 from left to window left")
        assert "other-end" in self.cause(*lines)

    def test_a_partial_that_was_left_out(self) -> None:
        lines = (
            "cabinet 0 wide 30 clear 18",
            "hood 7 3/16 from last wide 20 clear 20",
            "check 20 from cabinet right to hood right",
        )
        assert "counted-twice" in self.cause(*lines)


class TestPlaces:
    """What cannot be where it was measured to be."""

    def test_past_the_end(self) -> None:
        found = the("past-end", "window 80 wide 24 sill 6 high 9")
        assert (found.past, found.end) == (pytest.approx(8 * IN), "right")
        assert the("past-end", "window -3 wide 24 sill 6 high 9").end == "left"

    def test_an_overlap_by_how_much(self) -> None:
        found = the("overlap", "window 30 wide 24 sill 6 high 20", "hood 50 wide 30 clear 20")
        assert (found.places, found.across, found.up) == (
            ("window", "hood"),
            pytest.approx(4 * IN),
            pytest.approx(6 * IN),
        )

    def test_side_by_side_is_no_overlap(self) -> None:
        assert rules("window 30 wide 24 sill 6 high 20", "hood 54 wide 30 clear 20") == []

    def test_two_gaps_in_the_counter(self) -> None:
        assert "overlap" in rules("range 10 wide 30 down 3", "floor 35 wide 30 down 9")

    def test_a_box_behind_a_cabinet(self) -> None:
        found = the("behind", "cabinet 20 wide 30 clear 18", "outlet 30 up 22")
        assert found.places == ("outlet", "cabinet")

    def test_a_gap_that_was_forgotten(self) -> None:
        found = the(
            "narrow-gap", "cabinet 0 wide 30 clear 18", "hood 3/8 from last wide 30 clear 20"
        )
        assert found.gap == pytest.approx(0.375 * IN)
        assert rules("cabinet 0 wide 30 clear 18", "hood 3 from last wide 30 clear 20") == []

    def test_an_end_that_the_start_moves_is_no_slip_of_the_tape(self) -> None:
        """A trim that goes a quarter further than a cabinet's side leaves no gap to ask about."""
        wall = {
            "id": "a",
            "length": "96",
            "top": {"kind": "ceiling", "height": "30"},
            "right": {"kind": "open"},
            "things": ["cabinet 0 from right wide 30 clear 18"],
            "start": {"right": "1/4"},
        }
        assert "narrow-gap" not in {one.rule for one in plan(a_job(walls=[wall])).doubts}

    def test_above_the_line_where_tile_stops(self) -> None:
        assert rules("cabinet 0 wide 30 clear 31") == ["over-the-top"]


class TestHeights:
    """Neighbours whose heights differ by what a misread tape makes of them."""

    @pytest.mark.parametrize(
        ("other", "what"),
        [("19", "inch"), ("18.3", "tenth"), ("18 1/16", None), ("18 3/8", None), ("22", None)],
    )
    def test_of_cabinets(self, other: str, what: str | None) -> None:
        found = doubts("cabinet 0 wide 30 clear 18", f"cabinet 30 wide 30 clear {other}")
        assert [d.slip for d in found] == ([what] if what else [])

    def test_of_one_cabinet_s_two_ends(self) -> None:
        found = the("odd-height", "cabinet 0 wide 30 clear 18 right 19")
        assert found.places == ("cabinet",)

    def test_of_outlets(self) -> None:
        assert rules("outlet 20 up 9", "outlet 60 up 10") == ["odd-height"]
        assert rules("outlet 20 up 9", "outlet 60 up 10 1/2") == []

    def test_in_millimetres(self) -> None:
        metric = {"units": "mm", "length": 2400, "top": 760, "tile": (200, 65), "joint": 3}
        lines = ("cabinet 0 wide 600 clear {}", "cabinet 600 wide 600 clear 450")
        for clear, expected in (("460", ["odd-height"]), ("550", ["odd-height"]), ("463", [])):
            assert rules(*[line.format(clear) for line in lines], **metric) == expected


class TestCorners:
    """A corner is one line, whichever wall it was measured from."""

    def walls(self, left: str, right: str, top: str = "30") -> list[dict]:
        return [
            {
                "id": "a",
                "length": "60",
                "top": {"height": "30"},
                "corner": {"kind": "inside"},
                "things": [f"level 59 below {left}"],
            },
            {
                "id": "b",
                "length": "60",
                "top": {"height": top},
                "things": [f"level 1 below {right}"],
            },
        ]

    def test_measured_twice_with_one_answer(self) -> None:
        assert plan(a_job(walls=self.walls("31", "31"))).doubts == ()

    def test_measured_twice_with_two(self) -> None:
        found = plan(a_job(walls=self.walls("31", "31 1/4"))).doubts
        twice, fall = found
        assert isinstance(twice, CornerTwice)
        assert twice.line == "counter"
        assert isinstance(fall, FallingCounter)
        assert fall.scribed
        found = plan(a_job(walls=self.walls("31", "31", "30 1/2"))).doubts
        assert [d.id for d in found] == ["corner-twice@a@top"]

    def test_walls_of_different_heights_are_no_slip(self) -> None:
        assert plan(a_job(walls=self.walls("31", "31", "48"))).doubts == ()


class TestToKnow:
    """What is not wrong but matters later."""

    def test_a_fall_with_its_high_and_low_point(self) -> None:
        lines = ("level 0 below 30 1/16", "level 50 below 30", "level 96 below {}")
        small = the("fall", *[line.format("30 1/16") for line in lines])
        assert (small.scribed, small.amount) == (False, pytest.approx(IN / 16))
        large = the("fall", *[line.format("30 3/8") for line in lines])
        assert (large.scribed, large.amount) == (True, pytest.approx(IN * 3 / 8))
        assert (large.high, large.low) == pytest.approx((50 * IN, 96 * IN))

    def test_an_end_that_leans(self) -> None:
        assert not the("lean", left_lean="1/16").tapered
        assert the("lean", left_lean="1/4").tapered

    def test_what_tile_stands_proud_of(self) -> None:
        # Tile of 5/16 and its bed of 1/8 come to 7/16.
        bed = {"bed_thickness": "1/8"}
        found = the("depth", "upstand 0 wide 40 high 4 deep 1/4", settings=bed)
        assert (found.stands, found.off) == ("proud", pytest.approx(IN * 3 / 16))
        line = "window 30 wide 20 sill 6 high 9 casing 2 stands 3/4"
        assert the("depth", line, settings=bed).stands == "behind"

    def test_old_tile_that_stays_brings_the_face_forward_where_it_is(self) -> None:
        bed = {"bed_thickness": "1/8"}
        old = "zone 50 wide 46 old tile over 1/4"
        bare = the("depth", "upstand 0 wide 40 high 4 deep 1/4", old, settings=bed)
        over = the("depth", "upstand 52 wide 40 high 4 deep 1/4", old, settings=bed)
        off = the("depth", "upstand 52 wide 40 high 4 deep 1/4", f"{old} off", settings=bed)
        assert bare.off == off.off == pytest.approx(IN * 3 / 16)
        assert over.off == pytest.approx(IN * (3 / 16 + 1 / 4))

    def test_tile_cannot_step_where_old_tile_ends(self) -> None:
        (step,) = [
            one for one in doubts("zone 0 wide 40 old tile over 1/4") if one.rule == "zone-step"
        ]
        assert (step.by, step.at) == (pytest.approx(IN / 4), 40 * IN)
        for gone in (
            "zone 0 wide 96 old tile over 1/4",
            "zone 0 wide 40 old tile over 1/4 off",
            "zone 0 wide 40 old tile",
        ):
            assert not [one for one in doubts(gone) if one.rule == "zone-step"]
        goes_on = doubts("zone 0 wide 40 old tile over 1/4", "zone 40 wide 56 old tile over 1/4")
        assert not [one for one in goes_on if one.rule == "zone-step"]

    def test_what_is_not_settled_and_to_whom_a_size_is_owed(self) -> None:
        found = the("unsettled", 'hood 30 wide 30 clear 20 unsettled "on order" owed "Kim"')
        assert (found.weight, found.why) == ("open", "on order")
        assert (found.width, found.height) == pytest.approx((30 * IN, 10 * IN))

    def test_of_a_sill_the_slab_is_owed_horns_reveal_and_overhang(self) -> None:
        # 34 over the casing and 1 in of horn at each side; 4 deep, tile and bed 7/16, 3/4 over.
        line = "window 20 wide 34 sill 9 high 15 casing 2 stool 1 horn 1 deep 4"
        unsettled = 'unsettled "slab not cut" owed "Kim"'
        found = the("unsettled", f"{line} {unsettled}", settings={"bed_thickness": "1/8"})
        assert found.width == pytest.approx(36 * IN)
        assert found.height == pytest.approx((4 + 7 / 16 + 3 / 4) * IN)

    def test_tile_around_it_is_held_back(self) -> None:
        held = plan(
            a_job(things=['hood 30 wide 30 clear 20 unsettled "on order" hold 2'])
        ).surfaces[0]
        boxes = {piece.id: piece.box for piece in held.pieces}
        assert held.held
        for id_, box in boxes.items():
            near = box.y1 > 18 * IN and box.x1 > 28 * IN and box.x0 < 62 * IN
            assert (id_ in held.held) == near

    @pytest.mark.parametrize(
        ("said", "what", "weight"),
        [
            ("skim damp", "damp", "ask"),
            ("skim loose", "loose", "ask"),
            ("skim greasy", "greasy", "note"),
            ("skim cracked", "cracked", "note"),
            ("skim flat 3/16", "uneven", "note"),
            ("old tile over 1/4", "over tile", "note"),
        ],
    )
    def test_the_wall_itself(self, said: str, what: str, weight: str) -> None:
        found = the("zone", f"zone 0 wide 96 {said}")
        assert (found.state, found.weight) == (what, weight)
        assert rules("zone 0 wide 96 skim flat 1/16") == []

    def test_where_two_grounds_meet(self) -> None:
        found = the("zones-meet", "zone 0 wide 40 skim", "zone 40 wide 56 plywood")
        assert found.at == 40 * IN
        assert rules("zone 0 wide 40 skim", "zone 40 wide 56 skim") == []


class TestSetAside:
    """A doubt is set aside with a word why; it stays in the job, and says it was."""

    def test_with_its_reason(self) -> None:
        lines = ("outlet 20 up 9", "outlet 60 up 10")
        (open_,) = doubts(*lines)
        aside = [{"doubt": open_.id, "why": "the range side is meant to be higher"}]
        (told,) = doubts(*lines, set_aside=aside)
        assert told.model_copy(update={"aside": None}) == open_
        assert told.aside == aside[0]["why"]


WRONG = [
    ("Fennel Row", r"(window \d.*)wide 34 3/8", r"\1wide 33 3/8", "misclosure", "an inch"),
    ("Alder Wharf", r"wide 912", "wide 921", "misclosure", "two digits the other way round"),
    (
        "Tern Cottage",
        r"range-gap 11 5/16",
        "range-gap 11 11/16",
        "misclosure",
        "the other side of the inch mark",
    ),
]


class TestDemos:
    """A deliberately wrong measure in each demo kitchen is caught and explained."""

    @pytest.mark.parametrize(("name", "pattern", "to", "rule", "explained"), WRONG)
    def test_one_wrong_measure(
        self, name: str, pattern: str, to: str, rule: str, explained: str
    ) -> None:
        sound = demo(name)
        document = sound.model_dump(mode="json")
        changed = 0
        for wall, book in zip(document["walls"], sheet(sound, plan(sound)).notebooks, strict=True):
            lines = [re.subn(pattern, to, line.text) for line in book.lines]
            changed += sum(count for _, count in lines)
            wall["things"] = [
                {"id": line.id, "line": text}
                for line, (text, _) in zip(book.lines, lines, strict=True)
            ]
        assert changed == 1
        job = Job.model_validate(document)
        asked = [doubt for doubt in sheet(job, plan(job)).doubts if doubt.weight == "ask"]
        assert [doubt.id.split("@")[0] for doubt in asked] == [rule]
        assert any(explained in cause for cause in asked[0].causes)
        assert asked[0].look
