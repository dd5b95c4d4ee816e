"""Starts compared: all schools, each planned in full, the better ones first."""

from itertools import pairwise
from random import Random

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from random_walls import square_jobs

from examples import examples
from kitchens import CABINET, WINDOW, a_job, demo
from pennant.core.document.job import Job
from pennant.core.document.module import module_of
from pennant.core.document.starts import Centred, FullCounter, FullLeft, Start
from pennant.core.document.wishes import ALL, BANDS, USUAL_WISHES, Wish, WishKind
from pennant.core.laying.lay_kitchen import lay
from pennant.core.plan import plan
from pennant.core.search import ranking as comparing
from pennant.core.search.best import best_found
from pennant.core.search.measured import Measured, left_by
from pennant.core.search.priorities import window_short
from pennant.core.search.ranking import Outcome, measured_of
from pennant.core.search.schools import schools_of
from pennant.core.search.sieve import SIEVED, Search
from pennant.core.search.starting import started, wishes_of
from pennant.core.search.wall_starts import WallStarts
from pennant.core.survey.kitchen import kitchen_of

JOB = a_job(right="open", overheads=[CABINET], openings=[WINDOW])


def every(job: Job) -> list[Start]:
    """All starts of the first wall."""
    return list(schools_of(job.walls[0], joined=False))


def free(job: Job) -> list[Start]:
    """Those starts that fit nothing: no tile is shaved and no joint drawn."""
    fitting = ("fitted", "whole-courses")
    return [s for s in every(job) if s.across.kind not in fitting and s.up.kind not in fitting]


def compare(job: Job, starts: list[Start]) -> list[Outcome]:
    """The starts of the first wall, compared."""
    return comparing.compare(job, kitchen_of(job), "a", starts)


def measured(job: Job, start: Start) -> Measured:
    """What one start comes to, planned by itself."""
    tried = started(job, "a", start)
    return measured_of(tried, "a", list(lay(tried, kitchen_of(tried))))


def stands(job: Job, one: Measured, other: Measured) -> bool:
    """Whether no wish puts a start behind another."""
    return one in left_by(wishes_of(job), [one, other], lambda measured: measured)


def wishing(job: Job, *kinds: WishKind) -> Job:
    """The job of a client who wishes for these, in this order, and nothing else."""
    return job.model_copy(update={"wishes": tuple(Wish(kind=kind) for kind in kinds)})


class TestSchools:
    """Both ends, both ways of centring on everything, and each way up to everything overhead."""

    def test_all_are_tried(self) -> None:
        starts = every(JOB)
        ends_and_centres, ups, at_the_window, whole = 6, 5, 2 + 2 + 1 + 1, 2
        assert len(starts) == ends_and_centres * ups + at_the_window + whole
        assert len({start.model_dump_json() for start in starts}) == len(starts)
        assert Start(across=Centred(what="joint", on="thing", thing="window")) in starts


class TestRanking:
    """The first wish in which two starts differ decides."""

    def test_the_better_comes_first(self) -> None:
        outcomes = compare(JOB, every(JOB))
        assert len(outcomes) > 10
        assert all(stands(JOB, one.measured, next_.measured) for one, next_ in pairwise(outcomes))
        best = outcomes[0].measured
        assert all(stands(JOB, best, one.measured) for one in outcomes)

    def test_what_is_claimed_is_what_the_plan_has(self) -> None:
        for claimed in compare(JOB, every(JOB)):
            made = plan(started(JOB, "a", claimed.start))
            one = claimed.measured
            assert (one.never, one.avoid) == (made.never, len(made.findings) - made.never)
            assert (one.cut, one.tiles) == (made.cut, made.quantities[0].amount)
            assert one.smallest == min(g.size for reading in made.edges for g in reading.gets)
            assert one.hard == sum(p.kind in ("notch", "curve", "hole") for p in made.pieces)

    def test_the_wish_that_decided_is_named(self) -> None:
        outcomes = compare(JOB, every(JOB))
        for better, worse in pairwise(outcomes):
            if better.decided_by is None:
                continue
            wish = Wish(kind=better.decided_by)
            own, other = better.measured.of(wish), worse.measured.of(wish)
            assert better.figures == pytest.approx((own, other), abs=1e-5)
            assert other > own + BANDS[wish.kind]
        assert any(one.decided_by for one in outcomes)
        assert outcomes[-1].decided_by is None

    def test_swapping_two_wishes_changes_the_winner_and_the_reason(self) -> None:
        # 96 in is no whole number of modules: in stack bond only one end gets a full tile.
        job = a_job(bond=(0, 1), openings=[WINDOW])
        one, other = (
            compare(wishing(job, *order), free(job))
            for order in (("full-left", "full-right"), ("full-right", "full-left"))
        )
        assert one[0].measured.full_left == 0 < one[0].measured.full_right
        assert other[0].measured.full_right == 0 < other[0].measured.full_left
        assert {o.decided_by for o in one} != {o.decided_by for o in other}

    def test_a_wish_switched_off_does_not_count(self) -> None:
        off = JOB.model_copy(update={"wishes": (Wish(kind="cut", on=False), Wish(kind="tiles"))})
        assert [wish.kind for wish in wishes_of(off)] == ["tiles"]


class TestMeasures:
    """Each wish is a quantity of the plan, by hand. Inches; tile 8 x 2 1/2, joint 1/8."""

    def test_a_full_tile_at_an_end(self) -> None:
        # 96 = 11 modules of 8 1/8 and 6 5/8; half a module on, 2 9/16.
        found = measured(a_job(), Start())
        assert found.full_left == 0
        assert found.full_right / 25.4 == pytest.approx(8 - 6.625)

    def test_whole_courses(self) -> None:
        # 30 = 11 courses of 2 5/8 (28 7/8) and 1 1/8.
        found = measured(a_job(), Start())
        assert found.whole_counter == 0
        assert found.whole_top / 25.4 == pytest.approx(2.5 - 1.125)

    def test_even_sides_of_a_window(self) -> None:
        start = Start(across=Centred(what="joint", on="thing", thing="window", nudge=9.525))
        window = {**WINDOW, "width": "28 3/8"}
        found = measured(a_job(openings=[window], bond=(0, 1)), start)
        assert found.even / 25.4 == pytest.approx(3 / 4)

    @pytest.mark.parametrize("kind", ALL)
    def test_lower_is_better_met(self, kind: WishKind) -> None:
        best = compare(wishing(JOB, kind), every(JOB))[0]
        worst = compare(wishing(JOB, kind), every(JOB))[-1]
        wish = Wish(kind=kind)
        assert best.measured.of(wish) <= worst.measured.of(wish)


def bordered(after: int, length: str) -> Job:
    """The wall with a border course of tiles so long."""
    tile = {"length": length, "height": "1", "thickness": "5/16"}
    pattern = {"joint": "1/8", "border": {"after": after, "tile": tile}}
    return Job.model_validate({**JOB.model_dump(mode="json"), "pattern": pattern})


BORDERED = (bordered(3, "8"), bordered(2, "11"), bordered(1, "5 1/2"))


class TestBestFound:
    """Of all starts there are, none ranks above the one that the search finds."""

    LINES = USUAL_WISHES[: USUAL_WISHES.index("fix-hidden")]
    """The wishes for what stands at a line, which are reckoned to the hair."""
    WISHES: tuple[tuple[WishKind, ...], ...] = (
        LINES,
        ("never", "avoid", "smallest", "cut", "tiles"),
        ("full-right", "never", "smallest"),
        ("whole-top", "even", "never"),
    )

    def tried(self, job: Job, places: list[tuple[float, float]]) -> None:
        """No start at some places puts the best behind."""
        best = best_found(job, kitchen_of(job), "a")
        for x, y in places:
            start = Start(across=FullLeft(nudge=x), up=FullCounter(nudge=y))
            assert stands(job, best.measured, measured(job, start)), (x, y)

    @pytest.mark.parametrize("wishes", WISHES)
    def test_no_random_start_and_no_grid_is_better(self, wishes: tuple) -> None:
        job, turn = wishing(JOB, *wishes), Random(11)
        best = best_found(job, kitchen_of(job), "a")
        places = [(turn.uniform(0, 206.4), turn.uniform(-66, 0)) for _ in range(60)]
        around = (best.start.across.nudge, best.start.up.nudge)
        places += [(around[0] + dx, around[1] + dy) for dx in (-3, 0, 3) for dy in (-2, 0, 2)]
        self.tried(job, places)

    @given(square_jobs(), st.sampled_from(WISHES), st.integers(0, 99))
    @examples(6)
    def test_nor_on_other_walls_with_other_tiles(self, job: Job, wishes: tuple, seed: int) -> None:
        job, turn = wishing(job, *wishes), Random(seed)
        module = module_of(job)
        self.tried(
            job, [(turn.uniform(0, module.across), turn.uniform(-module.up, 0)) for _ in range(25)]
        )

    @pytest.mark.parametrize("job", BORDERED, ids=["same", "longer", "first"])
    def test_nor_with_a_border_course(self, job: Job) -> None:
        job, turn = wishing(job, "never", "avoid", "smallest"), Random(3)
        self.tried(job, [(turn.uniform(0, 4 * 206.4), turn.uniform(-66.6, 0)) for _ in range(60)])

    def test_no_school_is_better(self) -> None:
        best = best_found(JOB, kitchen_of(JOB), "a")
        assert all(stands(JOB, best.measured, measured(JOB, start)) for start in free(JOB))

    @pytest.mark.parametrize("across", [0.0, 37.0, -61.5])
    def test_it_is_the_same_whatever_is_planted(self, across: float) -> None:
        start = Start(across=FullLeft(nudge=across), up=FullCounter(nudge=-across / 3))
        planted = started(JOB, "a", start)
        best = best_found(planted, kitchen_of(planted), "a")
        assert best == best_found(JOB, kitchen_of(JOB), "a")

    def test_a_wall_that_carries_its_courses_on_keeps_their_heights(self) -> None:
        job = demo("Fennel Row")
        best = best_found(job, kitchen_of(job), "range-wall")
        assert best.start.up.kind == "carried"
        heights = [
            plan(one).surface("range-wall").pennant.tile_y
            for one in (job, started(job, "range-wall", best.start))
        ]
        assert heights[0] == heights[1]

    def test_it_claims_what_its_own_plan_has(self) -> None:
        best = best_found(JOB, kitchen_of(JOB), "a")
        assert best.measured == measured(JOB, best.start)

    @pytest.mark.parametrize("job", [JOB, *BORDERED], ids=["plain", "same", "longer", "first"])
    def test_the_sieve_reckons_sizes_as_the_plan_reads_them(self, job: Job) -> None:
        """At any start the smallest piece by the sieve is the smallest that the plan reads."""
        turn = Random(5)
        (laid,) = lay(job, kitchen_of(job))
        field, border = laid.field, laid.layout.border
        search = Search(field, module_of(job), job.pattern.bond, job.settings, border=border)
        for _ in range(40):
            x, y = turn.uniform(0, 206.4 * search.repeats), turn.uniform(0, 66.6)
            groups, boxed = search.pattern(y)
            across = search.across_scores(np.array([x]), groups=groups, boxed=boxed)
            row = SIEVED.index("smallest")
            smallest = -max(across[row][0], search.up_scores(np.array([y]))[row][0])
            start = Start(
                across=FullLeft(nudge=x - field.inner.x0), up=FullCounter(nudge=y - field.foot)
            )
            assert measured(job, start).smallest == pytest.approx(smallest, abs=0.02)

    @pytest.mark.parametrize("seed", range(8))
    def test_the_sieve_counts_what_must_be_fixed_as_the_plan_finds_it(self, seed: int) -> None:
        """Pieces of one size at an edge are one finding, whatever stands at their other ends."""
        turn = Random(seed)
        wall = {
            "id": "a",
            "length": f"{turn.randint(80, 110)} 5/8",
            "top": {"kind": "ceiling", "height": str(turn.randint(30, 40))},
            "left": {"kind": "corner"},
            "right": {"kind": "corner"},
            "things": [
                f"cabinet 0 wide {turn.randint(14, 24)} clear {turn.randint(15, 19)}",
                f"window {turn.randint(30, 36)} wide 28 sill {turn.randint(4, 8)} high 19",
                f"outlet {turn.randint(6, 12)} up 9",
            ],
        }
        job = a_job(walls=[wall], tile=("5 7/8", "2 15/16"), bond=turn.choice([(0, 1), (1, 3)]))
        (laid,) = lay(job, kitchen_of(job))
        search = WallStarts(0, laid, job, wishes_of(job)).search
        kinds: list[WishKind] = ["fix-seen", "fix-hidden"]
        for _ in range(12):
            x, y = turn.uniform(0, 152), search.foot - turn.uniform(0, 77)
            (row,) = search.rows(np.array([x]), np.array([y]), kinds)
            start = Start(
                across=FullLeft(nudge=x - laid.field.inner.x0),
                up=FullCounter(nudge=y - search.foot),
            )
            one = measured(job, start)
            assert row[:, 0].tolist() == [one.fix_seen, one.fix_hidden]


class TestSameLayout:
    """Two starts that lay the same tiles are one."""

    @pytest.mark.parametrize("bond", [(0, 1), (1, 2), (1, 3)])
    def test_full_at_both_ends_of_a_wall_of_whole_modules(self, bond: tuple) -> None:
        job = a_job(length="97 3/8", bond=bond)  # 12 modules less a joint
        starts = [s for s in free(job) if s.across.kind != "centred"]
        assert len(starts) == 6
        pieces = {_pieces(job, start) for start in starts}
        assert len(compare(job, starts)) == len(pieces)

    def test_a_start_a_whole_number_of_courses_up(self) -> None:
        # 8 courses of 2 1/2 and 7 joints: full at the counter is full at the top.
        job = a_job(top="20 7/8", bond=(0, 1))
        assert len(compare(job, [s for s in free(job) if s.across.kind == "full-left"])) == 1


def _pieces(job: Job, start: Start) -> frozenset[tuple[float, ...]]:
    made = plan(started(job, "a", start))
    return frozenset(tuple(round(v, 3) for v in piece.box) for piece in made.pieces)


class TestJoined:
    """A wall that another joins on to can carry its courses on; only its own start is tried."""

    def test_carried_is_one_of_the_schools(self) -> None:
        wall = JOB.walls[0]
        alone, joined = (list(schools_of(wall, joined=j)) for j in (False, True))
        assert {s.up.kind for s in joined} - {s.up.kind for s in alone} == {"carried"}

    def test_the_other_wall_stays(self) -> None:
        job = demo("Fennel Row")
        starts = list(schools_of(job.walls[1], joined=True))[:6]
        for found in comparing.compare(job, kitchen_of(job), "range-wall", starts):
            tried = plan(started(job, "range-wall", found.start))
            assert tried.surface("sink-wall") == plan(job).surface("sink-wall")
            assert tried.never == found.measured.never

    def test_a_whole_course_that_leaves_a_strip_on_the_next_wall_is_none(self) -> None:
        """Tile 2 1/2 in, joint 1/8: six courses are 15 5/8 in, so 16 1/4 in leave 1/2 in of tile
        under the hood round the corner, and an inch is asked for there.
        """

        def counter(hood: str) -> float:
            walls = [
                {
                    "id": "a",
                    "length": "48",
                    "top": {"kind": "open", "height": "21"},
                    "corner": {"kind": "inside"},
                },
                {
                    "id": "b",
                    "length": "40",
                    "top": {"kind": "open", "height": "21"},
                    "things": [f"hood 5 wide 30 clear {hood}"],
                    "start": {"up": {"kind": "carried"}},
                },
            ]
            job = a_job(walls=walls, tile=("8", "2 1/2"))
            return measured(job, job.walls[0].start).counter

        assert counter("18 1/4") == 0.0
        assert counter("16 1/4") > 0.0


class TestWindow:
    """How far the sides of a window are from alike, of a tile 200 mm long."""

    @pytest.mark.parametrize(
        ("left", "right", "short"),
        [
            (120.0, 120.0, 0.0),
            (120.0, 112.0, 8.0),
            # Under a quarter is too small, however alike.
            (30.0, 30.0, 20.0),
            # A quarter apart is plainly apart: half a tile is no worse.
            (60.0, 110.0, 50.0),
            (60.0, 160.0, 50.0),
        ],
    )
    def test_by_hand(self, left: float, right: float, short: float) -> None:
        found = window_short(200.0, 0.25, [(np.array([left]), np.array([right]))])
        assert found == pytest.approx([short])
