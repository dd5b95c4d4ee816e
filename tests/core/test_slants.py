"""Walls as they are: counters that fall, ends that lean, cabinets out of level. Inches."""

import pytest
from shapely import Polygon

from kitchens import IN, NO_GAPS, a_job, gets, planned
from pennant.core.document.job import Job
from pennant.core.plan import Plan, plan


def course(made: Plan, number: int) -> list:
    """The pieces of a course of the first wall, from the left."""
    found = [piece for piece in made.surfaces[0].pieces if piece.course == number]
    return sorted(found, key=lambda piece: piece.box.x0)


def balance(made: Plan) -> float:
    """What the areas leave over."""
    areas = made.areas
    parts = areas.pieces + areas.joints + areas.sealant + areas.clearance + areas.trim
    return areas.gross - parts


FALL = ("level 0 below 30", "level 96 below 30 3/8")


class TestCounterThatFalls:
    """A tile cannot grow: a small fall is wedged, a larger one is scribed from the low point."""

    def test_up_to_the_edge_gap_the_course_stays_level_at_the_high_point(self) -> None:
        made = planned(
            things=["level 0 below 30", "level 96 below 30 1/16"],
            settings={**NO_GAPS, "counter_gap": "1/8"},
        )
        assert {piece.kind for piece in course(made, 0)} == {"full", "crosscut"}
        assert {round(piece.box.y0 / IN, 4) for piece in course(made, 0)} == {1 / 8}

    def test_more_than_that_yields_no_invented_wedges(self) -> None:
        made = planned(things=list(FALL))
        first, second = course(made, 0), course(made, 1)
        assert (
            len(first) == 12
        )  # one course along the whole wall, not a second one under part of it
        assert {piece.kind for piece in second} <= {"full", "crosscut"}
        assert min(piece.height for piece in first) > 2 * IN

    def test_a_full_tile_stands_at_the_low_point(self) -> None:
        made = planned(things=list(FALL))
        last = course(made, 0)[-1]
        assert made.surfaces[0].pennant.tile_y == pytest.approx(-3 / 8 * IN)
        assert last.box.y0 == pytest.approx(-3 / 8 * IN)
        assert last.box.y1 == pytest.approx((2.5 - 3 / 8) * IN)

    def test_every_piece_fits_in_one_tile_and_has_its_taper(self) -> None:
        made = planned(things=list(FALL))
        for piece in made.surfaces[0].pieces:
            assert piece.width <= 8 * IN + 1e-6
            assert piece.height <= 2.5 * IN + 1e-6
        assert {piece.kind for piece in course(made, 0)} == {"taper"}

    def test_the_taper_is_the_counter_s_own(self) -> None:
        made = planned(things=list(FALL))
        piece = course(made, 0)[2]
        (bx, by), (ax, ay) = sorted(piece.outline[0], key=lambda point: point[1])[:2]
        assert (by - ay) / (bx - ax) == pytest.approx(-(3 / 8) / 96, rel=1e-3)

    def test_the_counter_s_edge_tells_the_least_and_the_greatest(self) -> None:
        made = planned(things=list(FALL))
        (reading,) = [r for r in made.edges if r.edge == "a:bottom"]
        (one,) = reading.gets
        assert one.size / IN == pytest.approx(2.5 - 3 / 8, abs=0.01)
        assert one.largest / IN == pytest.approx(2.5, abs=0.03)

    def test_a_low_point_in_the_middle(self) -> None:
        made = planned(things=["level 0 below 30", "level 40 below 30 1/2", "level 96 below 30"])
        assert made.surfaces[0].pennant.tile_y == pytest.approx(-IN / 2)
        assert balance(made) == pytest.approx(0, abs=1)

    def test_area_by_hand(self) -> None:
        made = planned(things=list(FALL))
        assert made.areas.gross == pytest.approx((96 * 30 + 96 * (3 / 8) / 2) * IN**2)
        assert balance(made) == pytest.approx(0, abs=1)


class TestCounterAsDrawn:
    """The counter is drawn where it runs: stretch by stretch, along its own line."""

    def test_between_the_range_and_the_ends(self) -> None:
        (made,) = planned(things=[*FALL, "range 30 wide 30 down 4"]).surfaces
        runs = [[(x / IN, y / IN) for x, y in stretch] for stretch in made.counter]
        ends = [x for run in runs for x in (run[0][0], run[-1][0])]
        assert ends == pytest.approx([0, 30, 60, 96])
        assert runs[0][-1][1] - runs[0][0][1] == pytest.approx(-3 / 8 * 30 / 96)
        assert runs[1][-1][1] - runs[0][0][1] == pytest.approx(-3 / 8)

    def test_none_under_a_return(self) -> None:
        window = "window 30 wide 24 sill 6 high 20 deep 4 returns left"
        made = planned(things=[window])
        assert [bool(one.counter) for one in made.surfaces] == [True, False]


class TestEndThatLeans:
    """End pieces taper as they will on the wall; a little is taken up by the joint."""

    def test_a_little_is_taken_straight_at_the_innermost_point(self) -> None:
        made = planned(things=[], left_lean="1/16")
        at_end = {p.box.x0 for p in made.surfaces[0].pieces if p.box.x0 < 50}
        assert {round(x / IN, 4) for x in at_end} == {1 / 16}

    def test_more_tapers_and_nothing_outgrows_its_tile(self) -> None:
        made = planned(things=[], left_lean="1/2")
        ends = [course(made, number)[0] for number in range(11)]
        assert all(piece.kind == "taper" for piece in ends[1:])
        assert max(piece.width for piece in ends) <= 8 * IN + 1e-6
        assert made.areas.gross == pytest.approx((96 - 0.25) * 30 * IN**2)

    def test_the_edge_tells_the_least_of_each_kind_of_course(self) -> None:
        found = gets(planned(things=[], left_lean="1/2", bond=(0, 1)), "a:left")
        assert min(found.values()) == pytest.approx(7.5, abs=0.05)


class TestOverheadOutOfLevel:
    """A cabinet with two clear heights; a top line with two."""

    def test_its_underside_is_its_own_line(self) -> None:
        made = planned(things=["cabinet 0 wide 40 clear 18 right 19"])
        (reading,) = [r for r in made.edges if r.edge == "cabinet:bottom"]
        assert {one.largest is not None for one in reading.gets} == {True}
        assert balance(made) == pytest.approx(0, abs=1)

    def test_a_little_is_taken_at_its_low_end(self) -> None:
        made = planned(things=["cabinet 0 wide 40 clear 18 1/16 right 18"], bond=(0, 1))
        highest = max(p.box.y1 for p in made.surfaces[0].pieces if p.box.x1 < 39 * IN)
        assert highest == pytest.approx(18 * IN)

    def test_a_full_course_hangs_from_the_high_end(self) -> None:
        start = {"up": {"kind": "full-top", "under": "cabinet"}}
        made = planned(things=["cabinet 0 wide 40 clear 18 right 19"], start=start)
        flag = made.surfaces[0].pennant
        assert flag.tile_y + 2.5 * IN == pytest.approx(19 * IN)

    def test_a_sloping_ceiling(self) -> None:
        wall = {
            "id": "a",
            "length": "96",
            "top": {"kind": "ceiling", "height": "30", "height_right": "31"},
        }
        made = planned(walls=[wall])
        assert made.areas.gross == pytest.approx(96 * 30.5 * IN**2)
        assert balance(made) == pytest.approx(0, abs=1)


class TestRound:
    """A pipe is cut around with its clearance; where it has a collar, edges judge without it."""

    def test_the_hole_is_round_and_no_smaller_than_the_pipe(self) -> None:
        made = planned(
            things=["pipe 44 up 9 dia 1 cover 2"], settings={**NO_GAPS, "box_clearance": "1/8"}
        )
        cut = [p for p in made.surfaces[0].pieces if p.kind in ("hole", "curve")]
        assert cut
        pipe = Polygon([(44 * IN, 9 * IN)] * 3).centroid.buffer(0.62 * IN)
        for piece in cut:
            shell, *holes = piece.outline
            assert Polygon(shell, holes).intersection(pipe).area < 1e-3

    def test_area_by_hand(self) -> None:
        made = planned(things=["pipe 44 up 9 dia 4 cover 6"])
        # A polygon of 48 sides around a circle of 2 in: 48 tan(pi / 48) r squared.
        assert 96 * 30 - made.areas.gross / IN**2 == pytest.approx(4 * 3.14609, abs=1e-3)


class TestRangeGap:
    """Tile goes on below the counter line behind the appliance."""

    def test_by_a_measure(self) -> None:
        made = planned(things=["range 30 wide 30 down 4"])
        assert made.areas.gross == pytest.approx((96 * 30 + 30 * 4) * IN**2)
        assert min(p.box.y0 for p in made.surfaces[0].pieces) == pytest.approx(-4 * IN)
        assert balance(made) == pytest.approx(0, abs=1)

    def test_by_whole_courses_hung_from_the_full_one_at_the_counter(self) -> None:
        made = planned(things=["range 30 wide 30 down 2 courses"], bond=(0, 1))
        below = [p for p in made.surfaces[0].pieces if p.box.y1 <= 0]
        assert {round(p.height / IN, 4) for p in below} == {2.5}
        assert {round(p.box.y0 / IN, 4) for p in below} == {-2.625, -5.25}

    def test_its_pieces_are_hidden_and_may_be_small(self) -> None:
        made = planned(things=["range 30 wide 30 down 2"], bond=(0, 1))
        assert all(
            "range-gap" not in place
            for f in made.findings
            if f.rule == "small-piece"
            for place in f.places
        )


class TestOnTheCounter:
    """An upstand lifts the tile; behind a cabinet that stands off the wall, tile runs up."""

    def test_an_upstand(self) -> None:
        made = planned(
            things=["upstand 0 wide 40 high 4 deep 3/4"], settings={**NO_GAPS, "counter_gap": "1/8"}
        )
        over = [p for p in made.surfaces[0].pieces if p.box.x1 < 39 * IN]
        assert min(p.box.y0 for p in over) == pytest.approx((4 + 1 / 8) * IN)
        assert made.areas.gross == pytest.approx((96 * 30 - 40 * 4) * IN**2)

    def test_tile_runs_up_behind_a_cabinet(self) -> None:
        made = planned(things=["cabinet 0 wide 40 clear 18 behind 2"])
        under = [p for p in made.surfaces[0].pieces if p.box.x1 < 39 * IN]
        assert max(p.box.y1 for p in under) == pytest.approx(20 * IN)

    def test_tile_goes_on_above_a_shelf(self) -> None:
        made = planned(things=["shelf 20 wide 30 clear 14 thick 1"])
        assert made.areas.gross == pytest.approx((96 * 30 - 30) * IN**2)
        assert {"shelf:top", "shelf:bottom"} <= {r.edge for r in made.edges}


class TestTaperToNothing:
    """A piece that tapers to nothing is told by its thin end."""

    def test_at_an_end_that_leans_across_a_tile_s_edge(self) -> None:
        # The end leans 2 in over 30; where it crosses a joint's line a tile tapers to nothing.
        made = planned(length="98", right_lean="-2", top="30", bond=(0, 1), things=[])
        (right,) = [one for one in made.edges if one.edge == "a:right"]
        # Its side is two in thirty off the line, so all but a hundredth of its rise is left out.
        assert min(gets.size for gets in right.gets) < 0.1
        assert "sliver" in {one.rule for one in made.findings if "a:right" in one.places}


class TestBehindPastTheTop:
    """Tile runs up behind a cabinet as far as it is said, but not past the line where it stops."""

    def job(self, behind: str, right: str = "14 1/2") -> Job:
        return a_job(
            things=[
                {
                    "kind": "cabinet",
                    "id": "cab",
                    "at": "10",
                    "width": "30",
                    "clear": "14 1/4",
                    "clear_right": right,
                    "behind": behind,
                }
            ],
            top="16 1/4",
        )

    def test_at_one_end_only(self) -> None:
        # 14 1/4 + 1 7/8 is under 16 1/4, 14 1/2 + 1 7/8 is over it: a wedge of cabinet is left.
        made = plan(self.job("1 7/8"))
        wedge = 0.5 * (0.125 / 0.25) * 30 * 0.125
        gross = 96 * 16.25 - wedge
        assert made.areas.gross / IN**2 == pytest.approx(gross)
        assert made.areas.gross == pytest.approx(
            sum((made.areas.pieces, made.areas.joints, made.areas.sealant, made.areas.trim))
        )

    def test_at_both_ends_the_cabinet_hides_tile_only(self) -> None:
        behind = plan(self.job("4"))
        assert behind.areas.gross / IN**2 == pytest.approx(96 * 16.25)
        assert not [one for one in behind.edges if one.owner == "cab"]


class TestCrumbs:
    """What is smaller than any saw cuts, both ways, is no piece: the joint fills it."""

    def test_is_joint_and_the_balance_holds(self) -> None:
        # A round that nearly covers a tile's corner leaves a crumb of it.
        pipe = {"kind": "pipe", "id": "pipe", "at": "9 1/2", "up": "3 1/2", "diameter": "3"}
        found = [
            plan(a_job(things=[pipe], bond=(0, 1), settings={**NO_GAPS, "least_cut": least}))
            for least in ("0", "1/2")
        ]
        smallest = [min(max(p.width, p.height) for p in made.pieces) / IN for made in found]
        assert smallest[0] < 1 / 2 <= smallest[1]
        lost = found[0].areas.pieces - found[1].areas.pieces
        assert lost > 0
        assert found[1].areas.joints - found[0].areas.joints == pytest.approx(lost)


def test_a_nick_above_a_sloping_underside_is_no_place_to_measure_at() -> None:
    # Beside the block the tile goes on up for 3/32 in beyond where the cabinet's corner cuts it.
    made = plan(
        a_job(
            things=[
                "cabinet 10 wide 12 clear 15 right 14 1/4",
                "block 18 wide 2 1/2 up 11 high 3 3/8",
            ]
        )
    )
    (reading,) = [one for one in made.surfaces[0].edges if one.edge == "block:right"]
    pieces = {piece.id: piece for piece in made.pieces}
    for one in reading.gets:
        for id_ in one.pieces:
            assert one.size == pytest.approx(pieces[id_].box.x1 - reading.at, abs=1e-3)
