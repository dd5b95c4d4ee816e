"""Kitchens judged as a tiler would: what every right start has, whatever is planted."""

from typing import Any

import pytest

from kitchens import IN, a_job
from pennant.core.document.job import Job
from pennant.core.document.starts import FullCounter, FullLeft, Start
from pennant.core.plan import Plan, plan
from pennant.core.search.best import best_found, best_round
from pennant.core.search.starting import started
from pennant.core.survey.kitchen import kitchen_of

FIXED = {"ahead": "0", "back": "0"}
"""An end whose line is said to be fixed."""
OPEN = {"kind": "open", **FIXED}


def kitchen(length: str, top: str, *things: str, **more: Any) -> Job:
    """One wall with the usual gaps: an eighth at counter, cabinets and trim, none in a corner."""
    ceiling = more.pop("ceiling", True)
    wall = {
        "id": "a",
        "length": length,
        "things": list(things),
        "top": {"kind": "ceiling" if ceiling else "open", "height": top},
        "left": more.pop("left", {"kind": "corner"}),
        "right": more.pop("right", {"kind": "corner"}),
    }
    return a_job(walls=[wall], settings={}, **more)


def found(job: Job) -> Plan:
    """The kitchen begun as it is found, after something else was planted."""
    odd = Start(across=FullLeft(nudge=31.0), up=FullCounter(nudge=-17.0))
    for wall in job.walls:
        job = started(job, wall.id, odd)
    *_, last = best_round(job)
    return plan(last.job)


def sizes(made: Plan, edge: str) -> list[float]:
    """What an edge gets, in inches, the smallest first."""
    (reading,) = [one for one in made.edges if one.edge == edge]
    return sorted({round(gets.size / IN, 2) for gets in reading.gets})


class TestTheCounterAndTheTop:
    """A whole course stands on the counter if what is left over it is enough for its place."""

    def test_an_inch_and_a_half_under_a_cabinet_is_enough(self) -> None:
        """18 1/4 less two gaps are 18: five courses of 3 1/4 and joints leave 1 1/8 of a tile."""
        made = found(kitchen("70", "40", "cabinet 0 wide 70 clear 18 1/4", tile=("6", "3 1/4")))
        assert sizes(made, "a:bottom") == [3.25]
        (under,) = {e.edge for e in made.edges if e.kind == "overhead"}
        assert sizes(made, under) == [1.12]

    def test_a_strip_under_a_cabinet_makes_equal_cuts(self) -> None:
        """17 5/8: five courses leave a half of an inch, which neither gap nor joints take up."""
        made = found(kitchen("70", "40", "cabinet 0 wide 70 clear 17 5/8", tile=("6", "3 1/4")))
        (under,) = {e.edge for e in made.edges if e.kind == "overhead"}
        (bottom,), (top,) = sizes(made, "a:bottom"), sizes(made, under)
        assert bottom == pytest.approx(top, abs=0.05)
        assert bottom > 1

    def test_along_a_ceiling_it_takes_a_quarter_of_the_tile_as_well(self) -> None:
        """Three courses of 7 in leave an inch and three eighths, under a quarter of the tile."""
        made = found(kitchen("90", "23", tile=("12", "7"), bond=(0, 1)))
        (bottom,), (top,) = sizes(made, "a:bottom"), sizes(made, "a:top")
        assert bottom == pytest.approx(top, abs=0.05)

    def test_the_same_strip_is_enough_where_the_tile_is_low(self) -> None:
        made = found(kitchen("90", "12 1/4", tile=("8", "2 1/2"), bond=(0, 1)))
        assert sizes(made, "a:bottom") == [2.5]
        assert sizes(made, "a:top")[0] >= 1

    def test_a_leg_below_a_box_lifts_no_course(self) -> None:
        """A whole course leaves 3/8 in under the box; the plate covers it."""
        job = kitchen(
            "60", "40", "cabinet 0 wide 60 clear 18 1/2", "outlet 25 up 8 3/8", tile=("7", "3")
        )
        assert sizes(found(job), "a:bottom") == [3.0]

    def test_the_counters_gap_takes_up_an_eighth(self) -> None:
        """Four courses of 4 3/8 with joints and gaps are 18 1/8; the cabinet hangs at 18 1/4."""
        job = kitchen("60", "40", "cabinet 0 wide 60 clear 18 1/4", tile=("8", "4 3/8"))
        made = found(job)
        (under,) = {e.edge for e in made.edges if e.kind == "overhead"}
        assert sizes(made, "a:bottom") == sizes(made, under) == [4.38]


class TestTheEnds:
    """Full, or full and half, at the open end; what is too small hides in the corner."""

    def test_full_and_half_at_the_one_open_end(self) -> None:
        made = found(kitchen("67 5/8", "20", left=OPEN, tile=("8", "2 1/2")))
        assert sizes(made, "a:left") == [3.94, 8.0]

    def test_the_one_sliver_there_is_goes_into_the_corner(self) -> None:
        """51 1/4 less the trim is 51 1/8: full at the right leaves 2 3/8 and, shifted, 6 7/16."""
        made = found(kitchen("49 1/2", "20", right=OPEN, tile=("8", "2 1/2")))
        assert sizes(made, "a:right") == [3.94, 8.0]
        assert sizes(made, "a:left")[0] < 1

    def test_two_like_ends_with_nothing_between_get_equal_pieces(self) -> None:
        """60 less two trims: seven tiles of 8 and joints are 56 3/4, three inches more."""
        made = found(kitchen("60", "20", left=OPEN, right=OPEN, tile=("8", "2 1/2"), bond=(0, 1)))
        assert sizes(made, "a:left") == pytest.approx(sizes(made, "a:right"), abs=0.02)
        assert sizes(made, "a:left")[0] >= 4

    def test_full_at_one_of_two_where_equal_pieces_would_be_under_half(self) -> None:
        """A half bond has no equal pieces of half a tile or more: one end is full and half."""
        made = found(kitchen("62 1/2", "20", left=OPEN, right=OPEN, tile=("8", "2 1/2")))
        assert sizes(made, "a:left") == [3.94, 8.0]

    def test_a_line_that_floats_makes_both_ends_full(self) -> None:
        """Seven tiles and six joints are 56 3/4: the right trim goes back half an inch."""
        right = {"kind": "open", "ahead": "3/4", "back": "3/4"}
        made = found(kitchen("57 1/2", "20", left=OPEN, right=right, bond=(0, 1)))
        assert sizes(made, "a:left") == sizes(made, "a:right") == [8.0]


class TestTheWindow:
    """Both sides alike, and that comes before the ends."""

    def test_alike_by_centring(self) -> None:
        made = found(
            kitchen("83", "34", "window 30 1/2 wide 22 3/4 sill 6 high 20", left=OPEN, bond=(0, 1))
        )
        left, right = sizes(made, "window:left"), sizes(made, "window:right")
        assert left == pytest.approx(right, abs=0.06)
        assert left[0] >= 2

    def test_joints_on_both_jambs_where_shaving_is_not_seen(self) -> None:
        """Five modules of 8 1/8 are 40 5/8, 3/8 too many: 3/16 off each end tile."""
        made = found(kitchen("97", "34", "window 29 wide 40 sill 6 high 20", bond=(0, 1)))
        for edge in ("window:left", "window:right"):
            assert sizes(made, edge) == [8.0]

    def test_a_centre_that_the_client_names_comes_before_the_end(self) -> None:
        wishes = [{"kind": "centred", "at": "sink"}, {"kind": "fix-seen"}, {"kind": "ends"}]
        job = kitchen("80", "20", 'mark "Sink" 33 1/4', left=OPEN, bond=(0, 1), wishes=wishes)
        made = found(job)
        middles = [(p.box.x0 + p.box.x1) / 2 for p in made.pieces if p.kind == "full"]
        module = (8 + 1 / 8) * IN
        offs = [
            abs((middle - 33.25 * IN + module / 4) % (module / 2) - module / 4)
            for middle in middles
        ]
        assert max(offs) < 1.6


class TestEqualIsEqual:
    """What nobody can see or set is no difference, and the easiest to strike is taken."""

    def test_exact_courses_and_full_tiles_stay(self) -> None:
        job = kitchen("68", "15 1/4", tile=("13", "5"), joint="0", bond=(0, 1))
        made = found(job)
        assert sizes(made, "a:bottom") == sizes(made, "a:top") == [5.0]
        assert made.cut == 3

    @pytest.mark.parametrize("nudge", [0.4, -0.4])
    def test_a_planted_start_within_a_hair_moves_nothing(self, nudge: float) -> None:
        job = kitchen("80", "40", "cabinet 0 wide 80 clear 18", right=OPEN)
        best = best_found(job, kitchen_of(job), "a").start
        across = best.across.model_copy(update={"nudge": best.across.nudge + nudge})
        near = best.model_copy(update={"across": across})
        planted = started(job, "a", near)
        *_, last = best_round(planted)
        assert plan(last.job).cut <= plan(planted).cut

    def test_a_start_is_said_by_the_nearest_school(self) -> None:
        """Never as one that is moved by a module, or by nearly a course."""
        job = kitchen("70", "40", "cabinet 0 wide 70 clear 17 5/8", tile=("6", "3 1/4"))
        best = best_found(job, kitchen_of(job), "a").start
        assert (best.up.kind, best.up.nudge) == ("equal-cuts", 0)
        assert abs(best.across.nudge) < 1 * IN


class TestTwoWalls:
    """Walls that join share their courses: the one whose top is in view decides."""

    def test_the_other_walls_top_decides(self) -> None:
        """Alone the first would stand whole; on the second that leaves 7/8 in along the ceiling."""
        cabinet = "cabinet 0 wide 60 clear 19 3/4"
        walls = [
            {
                "id": "a",
                "length": "60",
                "top": {"kind": "ceiling", "height": "40"},
                "things": [cabinet],
                "left": OPEN,
                "corner": {"kind": "inside"},
            },
            {"id": "b", "length": "50", "top": {"kind": "ceiling", "height": "26 1/2"}},
        ]
        made = found(a_job(walls=walls, settings={}, tile=("6", "3 1/2"), bond=(0, 1)))
        (bottom,), (top,) = sizes(made, "b:bottom"), sizes(made, "b:top")
        assert bottom == pytest.approx(top, abs=0.07)
        assert sizes(made, "a:bottom") == [pytest.approx(bottom, abs=0.05)]
        assert sizes(made, "a:left") == [6.0]
