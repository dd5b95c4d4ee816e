"""Where to start: hand reckonings of what each school gives. Inches; tile 8 x 2 1/2, joint 1/8."""

import pytest

from kitchens import CABINET, IN, NO_GAPS, WINDOW, a_job, centred, gets, planned, sizes
from pennant.core.document.module import Module
from pennant.core.layout.start import equal_cut
from pennant.core.plan import plan
from pennant.core.search.best import best_found
from pennant.core.search.schools import schools_of
from pennant.core.search.starting import started
from pennant.core.survey.check import problems_of
from pennant.core.survey.kitchen import kitchen_of

HALF_MODULE = (8 + 1 / 8) / 2


class TestFullAtAnEnd:
    """A full tile at one end; the other end gets what is left."""

    def test_half_bond_beside_a_full_end_is_half_of_tile_less_joint(self) -> None:
        got = gets(planned(), "a:left")
        assert got[0] == pytest.approx(8)
        assert got[1] == pytest.approx((8 - 1 / 8) / 2)

    def test_the_far_end_gets_the_remainder(self) -> None:
        # 96 = 11 modules of 8 1/8 (89 3/8) and 6 5/8.
        assert gets(planned(), "a:right")[0] == pytest.approx(6 + 5 / 8)

    def test_full_at_the_right_is_the_mirror(self) -> None:
        made = planned(start={"across": {"kind": "full-right"}})
        assert gets(made, "a:right")[0] == pytest.approx(8)
        assert gets(made, "a:left")[0] == pytest.approx(6 + 5 / 8)

    def test_third_bond_has_three_kinds_of_course(self) -> None:
        module = 8 + 1 / 8
        got = gets(planned(bond=(1, 3)), "a:left")
        assert got[0] == pytest.approx(8)
        assert got[1] == pytest.approx(module / 3 - 1 / 8)
        assert got[2] == pytest.approx(2 * module / 3 - 1 / 8)
        assert got[3] == pytest.approx(8)

    def test_stack_has_one(self) -> None:
        assert sizes(planned(bond=(0, 1)), "a:left") == {8.0}

    def test_a_joint_on_the_line_leaves_a_full_tile(self) -> None:
        # 4 modules = 32 1/2: the joint ends just at the right end of the wall.
        assert gets(planned(length="32 1/2", bond=(0, 1)), "a:right")[0] == pytest.approx(8)


class TestToAndFro:
    """A bond that goes to and fro has two kinds of course, and every other one stands in line."""

    def test_a_third_bond_does_not_climb(self) -> None:
        module = 8 + 1 / 8
        pattern = {"bond": {"p": 1, "q": 3, "way": "back"}, "joint": "1/8"}
        got = gets(planned(pattern=pattern), "a:left")
        assert [got[0], got[2], got[4]] == pytest.approx([8, 8, 8])
        assert [got[1], got[3]] == pytest.approx([module / 3 - 1 / 8] * 2)

    def test_half_bond_is_the_same_either_way(self) -> None:
        boxes = [
            [
                piece.box
                for piece in planned(
                    pattern={"bond": {"p": 1, "q": 2, "way": way}, "joint": "1/8"}
                ).pieces
            ]
            for way in ("onward", "back")
        ]
        assert boxes[0] == boxes[1]


class TestCentred:
    """Equal pieces both sides, which may be equally bad."""

    @pytest.mark.parametrize("what", ["tile", "joint"])
    @pytest.mark.parametrize("bond", [(0, 1), (1, 2)])
    def test_gives_both_jambs_the_same_course_by_course(self, what: str, bond: tuple) -> None:
        made = planned(
            openings=[WINDOW], bond=bond, start=centred(what, "opening", opening="window")
        )
        left, right = gets(made, "window:left"), gets(made, "window:right")
        assert left.keys() == right.keys()
        assert [left[c] for c in left] == pytest.approx([right[c] for c in left])

    def test_in_half_bond_tile_and_joint_give_the_same_pair_exchanged(self) -> None:
        on_tile = planned(openings=[WINDOW], start=centred("tile", "opening", opening="window"))
        on_joint = planned(openings=[WINDOW], start=centred("joint", "opening", opening="window"))
        assert sizes(on_tile, "window:left") == sizes(on_joint, "window:left")
        a, b = gets(on_tile, "window:left"), gets(on_joint, "window:left")
        assert a[4] == pytest.approx(b[5])
        assert a[5] == pytest.approx(b[4])

    def test_the_pair_by_hand(self) -> None:
        # From the centre of a 24 in window to its jamb is 12. A tile on the centre reaches 4, a
        # joint more is 4 1/8, and the next tile 12 1/8: 1/8 of it is past the jamb, of 8.
        made = planned(openings=[WINDOW], start=centred("tile", "opening", opening="window"))
        assert gets(made, "window:left")[4] == pytest.approx(1 / 8)
        # Half a module on, the tile that the jamb cuts reaches past it by 1/8 + 4 1/16.
        assert gets(made, "window:left")[5] == pytest.approx(1 / 8 + HALF_MODULE)

    def test_third_bond_leans(self) -> None:
        made = planned(
            openings=[WINDOW], bond=(1, 3), start=centred("tile", "opening", opening="window")
        )
        left, right = gets(made, "window:left"), gets(made, "window:right")
        assert left[3] == pytest.approx(right[3])
        assert left[4] == pytest.approx(right[5])
        assert left[4] != pytest.approx(right[4])

    def test_on_the_wall_means_on_what_is_tiled(self) -> None:
        # Trim takes 1/8 at the open end, sealant nothing here: the middle moves by 1/16.
        settings = {**NO_GAPS, "trim_face": "1/8"}
        made = planned(right="open", settings=settings, start=centred("joint"), bond=(0, 1))
        assert made.surfaces[0].pennant.x == pytest.approx((48 - 1 / 16) * IN)
        assert gets(made, "a:left")[0] == pytest.approx(gets(made, "a:right")[0])

    def test_on_a_point(self) -> None:
        made = planned(start=centred("tile", "point", x="40"), bond=(0, 1))
        assert made.surfaces[0].pennant.tile_x == pytest.approx(36 * IN)

    def test_a_nudge_moves_it_on(self) -> None:
        start = {"across": {"kind": "full-left", "nudge": "-1/16"}}
        assert gets(planned(start=start), "a:left")[0] == pytest.approx(8 - 1 / 16)


class TestBottomToTop:
    """The starting course. Clear height 18 in, module 2 5/8."""

    def test_full_at_the_counter_leaves_the_top_piece(self) -> None:
        # 6 modules are 15 3/4; 18 - 15 3/4 = 2 1/4.
        made = planned(overheads=[CABINET])
        assert sizes(made, "a:bottom") == {2.5}
        assert sizes(made, "cabinet:bottom") == {2.25}

    def test_full_under_the_cabinet_leaves_the_bottom_piece(self) -> None:
        made = planned(overheads=[CABINET], start={"up": {"kind": "full-top", "under": "cabinet"}})
        assert sizes(made, "cabinet:bottom") == {2.5}
        assert sizes(made, "a:bottom") == {2.25}

    def test_equal_cuts(self) -> None:
        # 5 full courses and 6 joints are 13 1/4; half of the other 4 3/4 is 2 3/8.
        made = planned(
            overheads=[CABINET], start={"up": {"kind": "equal-cuts", "under": "cabinet"}}
        )
        assert sizes(made, "cabinet:bottom") == {2.375}
        assert sizes(made, "a:bottom") == {2.375}

    def test_equal_cuts_that_come_out_whole_are_whole(self) -> None:
        clear = 7 * 2.5 + 6 / 8
        assert equal_cut(clear, Module(8, 2.5, 1 / 8, 1 / 8)) == pytest.approx(2.5)

    @pytest.mark.parametrize("clear", [0.1, 0.2, 1.0, 2.6, 2.7, 5.0, 17.0, 17.9, 18.0, 18.9])
    def test_equal_cuts_fill_the_height_with_whole_courses_between(self, clear: float) -> None:
        module = Module(8, 2.5, 1 / 8, 1 / 8)
        cut = equal_cut(clear, module)
        courses = (clear - 2 * cut - module.joint) / module.up
        if clear <= module.joint:
            assert cut == 0, "there is room for a joint, and no tile"
        else:
            assert cut > 0
            assert courses == pytest.approx(round(courses), abs=1e-9)
            assert cut <= module.height + 1e-9

    def test_the_gap_over_the_counter_comes_first(self) -> None:
        made = planned(settings={**NO_GAPS, "counter_gap": "1/8"})
        assert made.surfaces[0].pennant.tile_y == pytest.approx(IN / 8)

    def test_a_lower_course_appears_without_turning_the_bond_over(self) -> None:
        before = planned()
        after = planned(start={"up": {"kind": "full-counter", "nudge": "1"}})
        assert gets(before, "a:left")[0] == pytest.approx(8)
        assert gets(after, "a:left")[1] == pytest.approx(8)


class TestStanding:
    """A standing tile runs its short side along the course."""

    def test_module(self) -> None:
        made = planned(lay="standing", bond=(0, 1))
        assert gets(made, "a:left")[0] == pytest.approx(2.5)
        assert gets(made, "a:bottom")[0] == pytest.approx(8)

    def test_cutting_its_length_is_a_crosscut(self) -> None:
        made = planned(lay="standing", bond=(0, 1))
        tops = [piece for piece in made.pieces if piece.cut_sides == ("top",)]
        assert {piece.kind for piece in tops} == {"crosscut"}


class TestOnAnUpstand:
    """A course that stands on an upstand along the whole wall, or on a shelf, is a school too."""

    UPSTAND = "upstand 0 wide 96 high 4 1/4 deep 3/4"

    def test_the_first_course_over_it_is_full(self) -> None:
        made = planned(things=[self.UPSTAND], start={"up": {"kind": "full-on", "on": "upstand"}})
        assert set(gets(made, "upstand:top").values()) == {2.5}
        counter = planned(things=[self.UPSTAND])
        # Courses of 2 5/8 from the counter: 5 1/4 less the upstand's 4 1/4 and the joint.
        assert next(iter(gets(counter, "upstand:top").values())) == pytest.approx(7 / 8)

    def test_it_is_among_the_schools(self) -> None:
        job = a_job(things=[self.UPSTAND, "shelf 20 wide 30 clear 14 thick 1", "mark 9"])
        ons = {s.up.on for s in schools_of(job.walls[0], joined=False) if s.up.kind == "full-on"}
        assert ons == {"upstand", "shelf"}

    def test_it_names_what_tile_can_stand_on(self) -> None:
        (problem,) = problems_of(
            a_job(
                things=["mark 9"],
                start={
                    "up": {"kind": "full-on", "on": "mark"},
                },
            )
        )
        assert problem.pointer == "/walls/0/start/up/on"

    def test_the_counter_before_it_is_still_covered(self) -> None:
        lines = {line.id: line.amount for line in planned(things=[self.UPSTAND]).quantities}
        plain = {line.id: line.amount for line in planned().quantities}
        assert lines["sheeting"] == plain["sheeting"]


class TestDownByWholeCourses:
    """Behind a range tile goes down by whole courses below the counter's own, never by a rip."""

    @pytest.mark.parametrize(
        "up",
        [
            {"kind": "full-counter"},
            {"kind": "full-counter", "nudge": "3/4"},
            {"kind": "full-counter", "nudge": "-1"},
            {"kind": "full-top"},
            {"kind": "equal-cuts"},
        ],
    )
    @pytest.mark.parametrize("courses", [1, 2])
    def test_the_lowest_is_a_full_tile(self, up: dict[str, str], courses: int) -> None:
        made = planned(things=[f"range 30 wide 30 down {courses} course"], start={"up": up})
        foot = gets(made, "range-gap:bottom")
        assert set(foot.values()) == {2.5}
        (reading,) = [one for one in made.edges if one.edge == "range-gap:bottom"]
        counter = min(
            piece.box.y0 + (piece.height - 2.5 * IN if "bottom" in piece.cut_sides else 0)
            for piece in made.pieces
            if piece.box.y1 > 0.2 * IN and piece.box.x0 < 20 * IN
        )
        assert counter - reading.at == pytest.approx(courses * (2.5 + 1 / 8) * IN)

    def test_the_best_start_says_what_its_plan_has(self) -> None:
        job = a_job(things=["range 30 wide 30 down 1 course"])
        best = best_found(job, kitchen_of(job), "a")
        made = plan(started(job, "a", best.start))
        assert (best.measured.never, best.measured.cut) == (made.never, made.cut)
