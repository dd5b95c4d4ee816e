"""All starts together: ends that float, wishes bound to a place, wishes that cannot be met."""

from itertools import pairwise
from typing import Any

import pytest

from kitchens import IN, NO_GAPS, WINDOW, a_job, demo
from pennant.core.document.job import Job
from pennant.core.document.starts import FullAt, FullRight, Start, WholeCourses
from pennant.core.document.wishes import Wish
from pennant.core.plan import plan
from pennant.core.search.best import best_found, best_round, every_start, unmet, visits
from pennant.core.search.starting import started
from pennant.core.search.whole_kitchen import better_of
from pennant.core.survey.check import problems_of
from pennant.core.survey.kitchen import kitchen_of


def floating(**start: Any) -> Job:
    """A wall of 96 in whose open right end may go 4 in further or stop 1 in short."""
    wall = {
        "id": "a",
        "length": "96",
        "top": {"kind": "open", "height": "21"},
        "start": start,
        "right": {"kind": "open", "ahead": "4", "back": "1"},
    }
    return a_job(walls=[wall], bond=(0, 1))


def wishing(job: Job, *wishes: Wish) -> Job:
    """The job of a client who wishes for these."""
    return job.model_copy(update={"wishes": wishes})


class TestFloatingEnds:
    """An end that the survey lets float is a variable too."""

    def test_it_is_moved_to_where_tiles_are_full(self) -> None:
        # 96 is 11 modules and 6 5/8: 1 3/8 further the last tile is full, or with the first one set
        # a hair off the corner, so that both still are when the line is struck a little off.
        job = wishing(floating(), Wish(kind="full-left"), Wish(kind="full-right"))
        best = every_start(job, kitchen_of(job), "a", 100).outcomes[0]
        assert best.measured.full_left == best.measured.full_right == 0
        assert 1.3749 <= best.start.right / IN <= 1.4376
        (surface,) = plan(started(job, "a", best.start)).surfaces
        assert max(piece.box.x1 for piece in surface.pieces) == pytest.approx(surface.frame[2])

    def test_a_trim_floats_a_quarter_of_an_inch_unless_it_is_fixed(self) -> None:
        """11 modules and a full tile are 97 3/8 less the trim: an eighth past the line."""

        def right(**end: str) -> float:
            wall = {
                "id": "a",
                "length": "97 1/4",
                "top": {"kind": "open", "height": "21"},
                "left": {"kind": "open", "ahead": 0, "back": 0},
                "right": {"kind": "open", **end},
            }
            job = a_job(walls=[wall], bond=(0, 1))
            *_, last = best_round(job)
            return last.job.walls[0].start.right / IN

        assert right() == pytest.approx(0.125, abs=1e-3)
        assert right(ahead="0", back="0") == 0

    def test_the_wall_is_drawn_to_there(self) -> None:
        assert plan(floating(right="2")).surfaces[0].frame[2] / IN == pytest.approx(98)
        assert plan(floating(right="-1")).surfaces[0].frame[2] / IN == pytest.approx(95)

    @pytest.mark.parametrize(("by", "right"), [("4", True), ("4 1/8", False), ("-1 1/8", False)])
    def test_only_within_its_limits(self, by: str, right: bool) -> None:
        wrong = [problem.pointer for problem in problems_of(floating(right=by))]
        assert wrong == ([] if right else ["/walls/0/start/right"])

    def test_a_line_that_does_not_float_stays(self) -> None:
        (problem,) = problems_of(floating(top="1"))
        assert problem.pointer == "/walls/0/start/top"
        assert "does not let" in problem.message


class TestWholeCoursesByTheirJoints:
    """Joints drawn so that whole courses fill the height are sought at every place across."""

    def job(self, **start: Any) -> Job:
        wall = {
            "id": "a",
            "length": "103 1/4",
            "top": {"kind": "ceiling", "height": "46 1/4"},
            "left": {"kind": "corner"},
            "right": {"kind": "open"},
            "start": start,
            "things": [
                "cabinet 0 wide 33 clear 18",
                "window 40 1/2 wide 28 3/4 sill 7 3/4 high 31",
                "cabinet 4 from right wide 23 1/2 clear 18",
            ],
        }
        return a_job(walls=[wall], tile=("5 7/8", "2 15/16"), bond=(1, 2))

    def test_the_best_is_the_same_whatever_is_planted(self) -> None:
        # 15 courses of 2 15/16 and 14 joints of 5/32 are 46 1/4; the joint chosen is 1/8.
        # A full tile stands at the trim, which goes a quarter further.
        planted = [
            {},
            {"across": {"kind": "full-left", "nudge": "1 5/8"}, "up": {"kind": "whole-courses"}},
            {"across": {"kind": "centred", "what": "joint", "on": "wall"}},
        ]
        found = [
            best_found(job, kitchen_of(job), "a").start
            for job in (self.job(**start) for start in planted)
        ]
        assert found[0] == found[1] == found[2]
        assert (found[0].across, found[0].up) == (FullRight(), WholeCourses())
        assert found[0].right == pytest.approx(IN / 4)

    def test_joints_that_would_be_drawn_too_far_are_not_offered(self) -> None:
        job = self.job()
        tight = job.settings.model_copy(update={"joint_play": 0.1})
        job = job.model_copy(update={"settings": tight})
        assert not isinstance(best_found(job, kitchen_of(job), "a").start.up, WholeCourses)


class TestOnAStoneSplash:
    """Where an upstand runs along the counter, the courses are seen to stand on it."""

    def best(self, high: str, top: str, wide: str = "96 1/2") -> tuple[float, float, Start]:
        """What the splash and the ceiling get (in) of a tile of 2 15/16, and the start."""
        wall = {
            "id": "a",
            "length": "96 1/2",
            "top": {"kind": "ceiling", "height": top},
            "right": {"kind": "open"},
            "things": [f'upstand "Splash" 0 wide {wide} high {high} deep 3/4'],
        }
        job = a_job(walls=[wall], tile=("5 7/8", "2 15/16"), bond=(1, 2))
        start = best_found(job, kitchen_of(job), "a").start
        readings = {one.edge: one for one in plan(started(job, "a", start)).edges}
        return (
            min(gets.size for gets in readings["splash:top"].gets) / IN,
            min(gets.size for gets in readings["a:top"].gets) / IN,
            start,
        )

    def test_a_whole_course_stands_on_it_and_the_cut_is_under_the_ceiling(self) -> None:
        # 18 in less 4 are four courses of 3 1/16 and 1 3/4, which is more than the least there.
        splash, top, _ = self.best("4", "18")
        assert splash == pytest.approx(2.9375)
        assert top == pytest.approx(1.75, abs=0.07)

    def test_where_that_leaves_a_strip_the_cuts_are_equal(self) -> None:
        # 16 1/8 in are five courses and 13/16: under an inch, so both get half of what is left.
        splash, top, start = self.best("3 7/8", "20")
        assert start.up.kind in ("full-on", "full-top")  # the counter is behind the splash
        assert splash == pytest.approx(top, abs=0.07)
        assert splash + top == pytest.approx(0.8125 + 2.9375, abs=0.07)

    def test_a_short_ledge_decides_nothing(self) -> None:
        """A tap ledge of 20 in: the wall's counter gets the whole course."""
        _, _, start = self.best("1 3/4", "20", wide="20")
        assert start.up.kind != "full-on"


class TestBoundToAPlace:
    """A wish for one window or one wall is measured there only."""

    def test_smallest_at_the_window(self) -> None:
        job = wishing(a_job(openings=[WINDOW]), Wish(kind="smallest", at="window"))
        found = every_start(job, kitchen_of(job), "a", 200).outcomes[0]
        sizes = [
            gets.size
            for reading in plan(started(job, "a", found.start)).edges
            if reading.owner == "window"
            for gets in reading.gets
        ]
        assert found.measured.of(job.wishes[0]) == -min(sizes)

    def test_a_joint_or_tile_on_a_centreline(self) -> None:
        job = wishing(a_job(openings=[WINDOW]), Wish(kind="centred", at="window"))
        best = every_start(job, kitchen_of(job), "a", 200).outcomes[0]
        assert best.measured.of(job.wishes[0]) == pytest.approx(0, abs=0.8)
        off = started(job, "a", Start())
        now = next(
            one
            for one in every_start(off, kitchen_of(off), "a", 200).outcomes
            if one.start == Start()
        )
        # The window's middle is at 42: 5 modules are 40 5/8, and half a module either way 44 11/16.
        assert now.measured.of(job.wishes[0]) / IN == pytest.approx(42 - 40.5625)


class TestUnmet:
    """What the best start falls short of is said, with what comes nearest."""

    def test_full_at_both_ends_of_a_wall_that_is_no_whole_number(self) -> None:
        job = wishing(a_job(bond=(0, 1)), Wish(kind="full-left"), Wish(kind="full-right"))
        kitchen = kitchen_of(job)
        free = every_start(job, kitchen, "a", 200)
        # Joints drawn over the whole wall would do it; without them one of the two gives way.
        short = list(unmet(job, kitchen, "a", free))
        assert all(one.reached <= one.best for one in short)
        assert {one.wish.kind for one in short} <= {"full-right"}

    def test_all_met_is_nothing_to_say(self) -> None:
        job = wishing(a_job(bond=(0, 1)), Wish(kind="full-left"))
        kitchen = kitchen_of(job)
        assert not list(unmet(job, kitchen, "wall", every_start(job, kitchen, "a", 200)))


def round_a_corner() -> Job:
    """Two short walls that meet in a corner, with a window and a box."""
    walls = [
        {
            "id": "a",
            "length": "45 1/2",
            "top": {"kind": "open", "height": "18 3/4"},
            "things": ["window 9 wide 17 sill 6 high 20"],
            "corner": {"kind": "inside"},
        },
        {
            "id": "b",
            "length": "33 1/4",
            "top": {"kind": "open", "height": "18 3/4"},
            "things": ["outlet 12 up 9"],
        },
    ]
    return a_job(walls=walls)


class TestRound:
    """Wall by wall, each judged with what was chosen before; every step is a whole job."""

    def test_no_step_is_worse_than_the_one_before(self) -> None:
        job = round_a_corner()
        jobs = [job]
        for step in best_round(job):
            jobs.append(step.job)
            assert step.of == len(visits(job)) + 2  # all at once, before and after
        assert all(better_of(later, one) is later for one, later in pairwise(jobs))

    def test_where_corners_matter_the_first_wall_is_sought_again(self) -> None:
        job = wishing(round_a_corner(), Wish(kind="never"), Wish(kind="corner"))
        steps = list(best_round(job))
        assert [step.of for step in steps] == [5] * 5
        jobs = [step.job for step in steps]
        assert all(better_of(later, one) is later for one, later in pairwise(jobs))

    def test_walls_that_stand_apart_are_sought_once(self) -> None:
        job = wishing(demo("Fennel Row"), Wish(kind="corner"))
        walls = tuple(wall.model_copy(update={"corner": None}) for wall in job.walls)
        assert visits(job) == [0, 1, 0]
        assert visits(job.model_copy(update={"walls": walls})) == [0, 1]
        alone = wishing(demo("Fennel Row"), Wish(kind="never"))
        assert visits(alone) == [0, 1]

    def test_a_start_at_a_line_is_kept_when_it_is_best(self) -> None:
        job = wishing(a_job(openings=[WINDOW]), Wish(kind="full-left"))
        kept = started(job, "a", Start(across=FullAt(line="a:left")))
        *_, step = best_round(kept)
        made = plan(step.job)
        (end,) = [r for r in made.edges if r.edge == "a:left"]
        assert any(gets.full for gets in end.gets)


class TestBottomCourse:
    """Full at the counter where a piece along the ceiling is an inch and a quarter of the tile."""

    def bottom(self, clear: str) -> float:
        wall = {
            "id": "a",
            "length": "80",
            "top": {"kind": "ceiling", "height": clear},
            "things": [],
        }
        job = a_job(walls=[wall], tile=("6", "6"), bond=(0, 1))
        best = every_start(job, kitchen_of(job), "a", 60).outcomes[0]
        made = plan(
            job.model_copy(
                update={"walls": (job.walls[0].model_copy(update={"start": best.start}),)}
            )
        )
        return min(piece.height for piece in made.pieces if piece.course == 0) / IN

    @pytest.mark.parametrize("clear", ["20", "20 1/2", "22"])
    def test_full_where_the_top_piece_is_good(self, clear: str) -> None:
        # Three courses of 6 1/8 are 18 3/8: 1 5/8, 2 1/8 and 3 5/8 are left over them.
        assert self.bottom(clear) == pytest.approx(6)

    @pytest.mark.parametrize("clear", ["18 7/8", "19 1/4"])
    def test_cut_where_it_would_be_a_strip(self, clear: str) -> None:
        # A half or seven eighths of an inch would be left: equal cuts instead, of half of it all.
        clear_height = {"18 7/8": 18.875, "19 1/4": 19.25}[clear]
        equal = (clear_height - 2 * 6 - 3 * 0.125) / 2
        assert self.bottom(clear) == pytest.approx(equal, abs=0.05)


class TestToleranceOfSetting:
    """Setting is off by a sixteenth here and there; no piece is invented for that."""

    def test_courses_that_fit_exactly_stay_whole(self) -> None:
        """Panels without joints: three courses and the two gaps are just the height."""
        wall = {"id": "a", "length": "70", "top": {"kind": "ceiling", "height": "16 1/4"}}
        gaps = {"counter_gap": "1/8 in", "overhead_gap": "1/8 in"}
        job = a_job(
            walls=[wall], bond=(0, 1), joint="0", tile=("13", "5 1/3"), settings={**NO_GAPS, **gaps}
        )
        best = best_found(job, kitchen_of(job), "a")
        assert (best.measured.counter, best.measured.never) == (0, 0)
        assert best.measured.cut == 3  # the end's alone

    def test_nothing_is_lifted_by_a_hair(self) -> None:
        """A start that is within what one can see of the best is as good, and stays."""
        job = a_job(openings=[WINDOW])
        *_, found = best_round(job)
        (wall,) = found.job.walls
        near = wall.start.model_copy(
            update={"up": wall.start.up.model_copy(update={"nudge": wall.start.up.nudge + 0.4})}
        )
        planted = started(job, "a", near)
        assert better_of(planted, found.job) is planted


class TestOnTheTape:
    """A best start is moved by whole steps of the tape, where that costs nothing."""

    def test_a_sixteenth_is_what_one_can_strike(self) -> None:
        job = a_job(openings=[WINDOW])
        found = best_found(job, kitchen_of(job), "a")
        for nudge in (found.start.across.nudge, found.start.up.nudge):
            assert nudge / IN * 16 == pytest.approx(round(nudge / IN * 16), abs=1e-6)
