"""Findings: each rule broken, and the same wall with the rule just kept."""

import pytest

from kitchens import CABINET, IN, NO_GAPS, OUTLET, WINDOW, centred, planned, rules
from pennant.core.plan import Plan
from pennant.core.reading.finding import Finding


def the(plan: Plan, rule: str) -> Finding:
    found = [finding for finding in plan.findings if finding.rule == rule]
    assert len(found) == 1
    return found[0]


class TestSliver:
    """Under 1 in is never laid on purpose, hidden or not."""

    def test_at_an_end(self) -> None:
        # Stack from the left: 90 = 11 modules (89 3/8) and 5/8.
        finding = the(planned(length="90", bond=(0, 1)), "sliver")
        assert finding.weight == "never"
        assert finding.size == pytest.approx(5 / 8 * IN)
        assert finding.least == pytest.approx(IN)
        assert finding.places == ("a:right",)
        assert len(finding.pieces) == 12

    def test_an_inch_is_kept(self) -> None:
        assert "sliver" not in rules(planned(length="90 3/8", bond=(0, 1)))

    def test_the_limit_is_the_job_s_own(self) -> None:
        settings = {**NO_GAPS, "least_piece": "1/2"}
        assert "sliver" not in rules(planned(length="90", bond=(0, 1), settings=settings))

    def test_a_tile_notched_round_a_corner_is_judged_by_the_whole_of_it(self) -> None:
        # The sill is at 6, the third course begins at 5 1/4: 3/4 is left under the window; a tile
        # that runs on past its corner at its full height and keeps half is no sliver.
        made = planned(openings=[WINDOW])
        finding = next(f for f in made.findings if f.places == ("window:bottom",))
        assert finding.rule == "sliver"
        assert finding.size == pytest.approx(3 / 4 * IN)
        notched = {p.id: p for p in made.pieces if p.kind == "notch"}
        tile = 8 * 2.5 * IN * IN
        kept_half = {i for i, piece in notched.items() if piece.area >= tile / 2}
        assert kept_half
        assert not kept_half & set(finding.pieces)

    def test_a_strip_between_two_lines_is_one_finding(self) -> None:
        # Half an inch between a corner and a window, seen from both.
        window = {**WINDOW, "x": "1/2", "sill": 0, "height": "30"}
        found = planned(openings=[window], bond=(0, 1)).findings
        assert [f.places for f in found if f.rule == "sliver"] == [("a:left", "window:left")]

    @pytest.mark.parametrize("bond", [(1, 2), (1, 3)])
    def test_in_every_course_of_a_bond_it_is_one_finding(self, bond: tuple[int, int]) -> None:
        # Half an inch between a corner and a window: each course gets it, wherever its joints lie.
        window = {**WINDOW, "x": "1/2", "sill": 0, "height": "30"}
        made = planned(openings=[window], bond=bond)
        (found,) = (f for f in made.findings if "a:left" in f.places and f.rule == "sliver")
        courses = {piece.course for piece in made.pieces if piece.box.x0 < IN / 2}
        assert found.courses == tuple(sorted(courses))
        assert len(found.pieces) == len(found.courses) > 2


class TestThinTop:
    """The top piece is at least 1 in."""

    def test_under_a_cabinet(self) -> None:
        # 16 1/4 = 6 modules (15 3/4) and 1/2.
        finding = the(planned(overheads=[{**CABINET, "bottom": "16 1/4"}]), "thin-top")
        assert finding.size == pytest.approx(IN / 2)
        assert finding.setting == "least_top_piece"

    def test_kept(self) -> None:
        assert "thin-top" not in rules(planned(overheads=[CABINET]))


class TestCutEdge:
    """A cut edge goes where it hides: at an open end or top without trim it would be seen."""

    def test_under_an_open_top_without_trim(self) -> None:
        # 30 in are 11 modules of 2 5/8 (28 7/8) and 1 1/8 in.
        finding = the(planned(), "cut-edge")
        assert (finding.places, finding.weight) == (("a:top",), "avoid")
        assert finding.smallest == pytest.approx(9 / 8 * IN)
        assert len(finding.pieces) == sum(p.course == 11 for p in planned().pieces)

    def test_trim_hides_it(self) -> None:
        assert "cut-edge" not in rules(planned(settings={**NO_GAPS, "trim_face": "1/8"}))

    def test_full_tiles_show_their_own_edge(self) -> None:
        # 8 courses of 2 1/2 and 7 joints of 1/8 are 20 7/8.
        assert "cut-edge" not in rules(planned(top="20 7/8"))

    def test_a_corner_hides_it_and_an_open_end_does_not(self) -> None:
        corner = planned(length="91", bond=(0, 1), top="20 7/8", right="corner")
        bare = planned(length="91", bond=(0, 1), top="20 7/8", right="open")
        assert "cut-edge" not in rules(corner)
        assert the(bare, "cut-edge").places == ("a:right",)


class TestSmallPiece:
    """Under a quarter of the tile is avoided in view; hidden in a corner it passes."""

    def test_in_view_at_an_open_end(self) -> None:
        # 91 = 11 modules and 1 5/8, which is less than 2.
        finding = the(planned(length="91", bond=(0, 1), right="open"), "small-piece")
        assert finding.weight == "avoid"
        assert finding.least == pytest.approx(2 * IN)

    def test_hidden_in_a_corner(self) -> None:
        assert "small-piece" not in rules(planned(length="91", bond=(0, 1), right="corner"))

    def test_a_quarter_exactly_is_kept(self) -> None:
        assert "small-piece" not in rules(planned(length="91 3/8", bond=(0, 1), right="open"))


class TestUnevenJambs:
    """Seen when the difference is large both in size and against the larger piece."""

    def test_third_bond_leans_and_is_told(self) -> None:
        made = planned(
            openings=[{**WINDOW, "width": "27"}],
            bond=(1, 3),
            start=centred("tile", "opening", opening="window"),
        )
        found = [f for f in made.findings if f.rule == "uneven-jambs"]
        assert found
        assert all(f.larger - f.smaller > IN / 2 and f.share > 0.2 for f in found)

    def test_half_bond_on_the_centre_is_even(self) -> None:
        start = centred("tile", "opening", opening="window")
        assert "uneven-jambs" not in rules(planned(openings=[WINDOW], start=start))

    @pytest.mark.parametrize(
        ("width", "nudge", "told"),
        [
            # Joint-centred, each jamb of a 28 3/8 window cuts a tile so that 2 in of its 8 show;
            # a nudge of n makes one 2 + n and the other 2 - n.
            ("28 3/8", "1/4", False),  # they differ by 1/2 in: not over the limit
            ("28 3/8", "3/8", True),  # 3/4 in of 2 3/8: a third
            ("18 3/8", "3/8", False),  # 3/4 in of 7 3/8: a tenth
        ],
    )
    def test_one_inch_of_three_is_seen_one_of_ten_is_not(
        self, width: str, nudge: str, told: bool
    ) -> None:
        start = centred("joint", "opening", opening="window", nudge=nudge)
        made = planned(openings=[{**WINDOW, "width": width}], bond=(0, 1), start=start)
        assert ("uneven-jambs" in rules(made)) == told


class TestThinLeg:
    """A thin leg of tile between a box and the tile's edge snaps while it is cut."""

    def outlet_at(self, x: str) -> Plan:
        return planned(devices=[{**OUTLET, "x": x}], bond=(0, 1))

    def test_beside_the_tile_s_edge(self) -> None:
        # The box is 2 1/4 wide; its left side 1/4 in from the joint after the first tile.
        made = self.outlet_at("9 1/2")
        legs = [f for f in made.findings if f.rule == "thin-leg"]
        assert {f.places for f in legs} >= {("outlet:left",)}
        assert min(f.leg for f in legs if f.places == ("outlet:left",)) == pytest.approx(IN / 4)

    def test_neighbours_over_a_box_are_one_finding(self) -> None:
        # A joint down the middle, the box's foot 1/4 in over the course's: both tiles keep that.
        # The second course begins at 2 5/8; the box is 3 5/8 tall, so its centre is at 4 11/16.
        made = planned(devices=[{**OUTLET, "x": "8 1/16", "y": "4 11/16"}], bond=(0, 1))
        finding = next(f for f in made.findings if f.places == ("outlet:bottom",))
        assert finding.leg == pytest.approx(IN / 4)
        assert len(finding.pieces) == 2

    def test_a_joint_down_the_middle_leaves_good_legs(self) -> None:
        made = self.outlet_at("8 1/16")
        assert not [f for f in made.findings if f.places in (("outlet:left",), ("outlet:right",))]


class TestPlates:
    """A plate lands on tile all around and reaches over its hole."""

    def test_over_the_counter_line(self) -> None:
        finding = the(planned(devices=[{**OUTLET, "y": "2"}]), "plate-overhang")
        assert finding.places == ("outlet", "a:bottom")
        assert finding.past == pytest.approx((4.875 / 2 - 2) * IN)

    def test_over_a_window_s_edge(self) -> None:
        # The window begins at 30; the plate's right side is at 29 + 1 9/16.
        finding = the(
            planned(openings=[WINDOW], devices=[{**OUTLET, "x": "28 3/4", "y": "12"}]),
            "plate-overhang",
        )
        assert finding.places == ("outlet", "window:left")
        assert finding.past == pytest.approx((28.75 + 1.5625 - 30) * IN)

    def test_that_does_not_reach_over_the_hole(self) -> None:
        # Box 2 1/4 and 1/8 clearance each side: the hole is 2 1/2; a 2 3/4 plate covers 1/8.
        settings = {**NO_GAPS, "box_clearance": "1/8"}
        finding = the(
            planned(devices=[{**OUTLET, "plate_width": "2 3/4"}], settings=settings), "plate-cover"
        )
        assert finding.cover == pytest.approx(IN / 8)
        assert finding.least == pytest.approx(3 / 16 * IN)
        assert finding.pieces

    def test_a_good_plate_is_not_mentioned(self) -> None:
        made = planned(devices=[{**OUTLET, "x": "12", "y": "9 1/8"}])
        assert not [f for f in made.findings if f.rule.startswith("plate")]


class TestOrder:
    """What must be cured comes first, the smallest first, always in the same order."""

    def test_worst_first(self) -> None:
        made = planned(length="90", bond=(0, 1), devices=[{**OUTLET, "x": "9 1/2"}])
        weights = [finding.weight for finding in made.findings]
        assert weights == sorted(weights, key=["never", "avoid"].index)

    def test_every_piece_named_is_in_the_plan(self) -> None:
        made = planned(length="90", overheads=[CABINET], openings=[WINDOW], devices=[OUTLET])
        known = {piece.id for piece in made.pieces}
        assert all(set(finding.pieces) <= known for finding in made.findings)
        assert len({finding.id for finding in made.findings}) == len(made.findings)


class TestCrumbs:
    """A piece thinner than any saw's line is an answer like another, whatever is allowed."""

    def test_of_a_long_tile_where_nothing_is_too_small(self) -> None:
        # 12 modules of 8 1/8 in are 97 1/2: a wall that is longer by 2 millionths ends in a crumb.
        length = "97.500002"
        made = planned(
            length=length, right="open", bond=(0, 1), settings={**NO_GAPS, "least_piece": 0}
        )
        assert min(piece.width for piece in made.pieces) == pytest.approx(5.08e-5, rel=0.1)


class TestBehindARange:
    """What stands below the counter is behind the appliance: it need not be cured."""

    def test_a_strip_there_is_looked_at_only(self) -> None:
        # Three courses of 2 5/8 down to 7 7/8: a quarter inch of a fourth is left at the foot.
        gap = {"kind": "range-gap", "id": "range", "at": "20", "width": "30", "down": "8 1/4"}
        made = planned(things=[gap], bond=(0, 1))
        (foot,) = [f for f in made.findings if "range:bottom" in f.places]
        assert (foot.rule, foot.weight) == ("sliver", "avoid")
        assert foot.size / IN == pytest.approx(1 / 4, abs=1e-4)


class TestRaggedEnd:
    """The line of an open end is one line."""

    def test_a_full_tile_a_joint_short_of_halves(self) -> None:
        # Half bond from the left, 8 1/8 to a module: at 97 1/2 a course ends in a joint, its
        # neighbours in halves that reach the line.
        (found,) = [
            f for f in planned(length="97 1/2", right="open").findings if f.rule == "ragged-end"
        ]
        assert found.short / IN == pytest.approx(1 / 8)

    def test_flush_at_the_full_tile(self) -> None:
        made = planned(length="97 3/8", right="open")
        assert "ragged-end" not in {f.rule for f in made.findings}

    def test_in_a_corner_the_joint_takes_it(self) -> None:
        assert "ragged-end" not in {f.rule for f in planned(length="97 1/2").findings}


class TestCabinetAtTheTopLine:
    """A cabinet that hangs down just to the top line is not above it, and no trim runs under it."""

    def test_the_line_beside_it_has_trim(self) -> None:
        cabinet = {"kind": "cabinet", "id": "c", "at": "0", "width": "30", "clear": "24"}
        settings = {**NO_GAPS, "trim_face": "1/8"}
        made = planned(top="24", things=[cabinet], settings=settings)
        assert "over-the-top" not in {doubt.rule for doubt in made.doubts}
        (trim,) = [line for line in made.quantities if line.id == "trim"]
        runs = [run.length / IN for stick in trim.sticks for run in stick.runs]
        assert runs == [pytest.approx(96 - 30)]
