"""Joints taken up in setting: what is set stays, what is beyond moves by a share a joint."""

import itertools

import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import examples
from kitchens import a_job
from pennant.core.document.job import Job
from pennant.core.document.module import Module
from pennant.core.document.starts import Eased, Start
from pennant.core.layout.ease import eased_tiles, joints_beyond, moved_along, moved_up
from pennant.core.layout.pieces import Piece
from pennant.core.plan import Plan, plan

MODULE = Module(200.0, 60.0, 3.0, 3.0)
STEP = MODULE.across


def tiles(*eased: Eased, first: float = 0.0) -> list[tuple[float, float]]:
    """Where the tiles of a course lie, 0 to 2 m."""
    return [tile for _, tile in eased_tiles(first, MODULE, eased, 0.0, 2000.0)]


def with_eased(*eased: Eased) -> Job:
    """A wall whose joints are taken up so."""
    job = a_job(length="84", top="24")
    wall = job.walls[0].model_copy(update={"start": Start(eased=eased)})
    return job.model_copy(update={"walls": (wall,)})


def course(made: Plan, number: int) -> list[Piece]:
    own = [piece for piece in made.pieces if piece.course == number]
    return sorted(own, key=lambda piece: piece.box.x0)


class TestJoints:
    """Counted from the set edge to the tile."""

    @pytest.mark.parametrize(
        ("at", "joints"), [(0.0, 0), (-203.0, 0), (403.0, 0), (406.0, 1), (609.0, 2), (507.5, 1)]
    )
    def test_beyond_an_edge(self, at: float, joints: int) -> None:
        assert joints_beyond(403.0, at, STEP) == joints

    def test_to_the_left_as_to_the_right(self) -> None:
        """A course mirrored about nothing moves the other way."""
        right = Eased(way="right", past=403.0, by=0.5)
        left = Eased(way="left", past=-403.0, by=0.5)
        for column in range(-6, 6):
            at = column * STEP
            mirrored = -(at + MODULE.width)
            moved = moved_along(at, MODULE.width, STEP, [right]) - at
            assert moved_along(mirrored, MODULE.width, STEP, [left]) - mirrored == -moved


class TestAlong:
    """Tiles of a course, cells in mid-joint."""

    def test_nothing_eased_is_the_course_as_it_is(self) -> None:
        plain = tiles(Eased(way="right", past=5000.0, by=1.0))
        assert plain == [(n * STEP, n * STEP + 200.0) for n in range(len(plain))]

    def test_each_joint_beyond_is_wider(self) -> None:
        found = tiles(Eased(way="right", past=403.0, by=0.5))
        gaps = [b[0] - a[1] for a, b in itertools.pairwise(found)]
        assert gaps[:1] == [3.0]
        assert gaps[1:] == pytest.approx([3.5] * len(gaps[1:]))

    def test_only_so_many_joints_give(self) -> None:
        found = tiles(Eased(way="right", past=200.0, by=1.0, joints=2))
        gaps = [b[0] - a[1] for a, b in itertools.pairwise(found)]
        assert gaps == pytest.approx([4.0, 4.0] + [3.0] * (len(gaps) - 2))

    def test_tiles_keep_their_size(self) -> None:
        found = tiles(Eased(way="right", past=403.0, by=-0.7), first=-60.0)
        assert {round(b - a, 6) for a, b in found} == {200.0}

    def test_cells_fill_the_course_without_a_gap(self) -> None:
        eased = (Eased(way="right", past=403.0, by=0.4), Eased(way="left", past=0.0, by=-0.3))
        cells = [cell for cell, _ in eased_tiles(0.0, MODULE, eased, 0.0, 2000.0)]
        assert all(a[1] == pytest.approx(b[0]) for a, b in itertools.pairwise(cells))
        assert cells[0][0] <= 0.0
        assert cells[-1][1] >= 2000.0


class TestUp:
    """Courses over a set one."""

    def test_what_is_set_stays(self) -> None:
        assert moved_up(63.0, MODULE, [Eased(way="up", past=123.0, by=1.0)])[0] == 63.0

    def test_a_course_that_stands_too_high_carries_the_others(self) -> None:
        raised = Eased(way="up", past=123.0, by=2.0, joints=1)
        heights = [moved_up(63.0 * n, MODULE, [raised])[0] - 63.0 * n for n in range(6)]
        assert heights == [0.0, 0.0, 2.0, 2.0, 2.0, 2.0]

    def test_the_joint_that_gave_is_the_one_over_the_set_course(self) -> None:
        raised = Eased(way="up", past=123.0, by=2.0, joints=1)
        assert moved_up(63.0, MODULE, [raised])[1:] == (0.0, 2.0)
        assert moved_up(126.0, MODULE, [raised])[1:] == (2.0, 0.0)

    def test_and_the_joints_above_bring_it_back(self) -> None:
        raised = Eased(way="up", past=123.0, by=2.0, joints=1)
        back = Eased(way="up", past=123.0, by=-0.5, joints=4)
        assert moved_up(63.0 * 5, MODULE, [raised, back])[0] == pytest.approx(63.0 * 5)


class TestOnTheWall:
    """In a plan: pieces, ends and areas."""

    def test_the_last_piece_takes_what_the_joints_do(self) -> None:
        plain = course(plan(a_job(length="84", top="24")), 0)
        eased = Eased(way="right", past=plain[1].box.x1, by=0.4)
        moved = course(plan(with_eased(eased)), 0)
        assert [p.box for p in moved[:2]] == [p.box for p in plain[:2]]
        assert moved[-1].width == pytest.approx(plain[-1].width - 0.4 * (len(plain) - 2))

    @examples(15)
    @given(
        st.sampled_from(["left", "right", "up"]),
        st.floats(-2.5, 2.5),
        st.floats(50, 1500),
        st.integers(0, 5),
    )
    def test_areas_add_up(self, way: str, by: float, past: float, joints: int) -> None:
        high = past / 4 if way == "up" else past
        eased = Eased.model_validate({"way": way, "past": high, "by": by, "joints": joints})
        total = plan(with_eased(eased)).areas
        parts = total.pieces + total.joints + total.sealant + total.clearance + total.trim
        assert parts == pytest.approx(total.gross, abs=2.0)
        assert total.joints > 0

    def test_kept_in_the_job_file(self) -> None:
        job = with_eased(Eased(way="up", past=200.0, by=-0.25, joints=3))
        assert Job.model_validate_json(job.model_dump_json()) == job
