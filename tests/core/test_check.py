"""What cannot be drawn is refused: the field, what is wrong, what would be right."""

import pytest
from pydantic import ValidationError

from kitchens import CABINET, OUTLET, WINDOW, a_job
from pennant.core.check import JobRefused, problems_of
from pennant.core.job import Job
from pennant.core.plan import plan


def refusals(**changes: object) -> dict[str, str]:
    """The message for each field that is refused."""
    return {problem.pointer: problem.message for problem in problems_of(a_job(**changes))}


class TestSizes:
    """Absurd sizes."""

    def test_a_tiny_tile_on_a_long_wall(self) -> None:
        found = refusals(tile=("1 mm", "1 mm"), length="25 m")
        assert "smaller than any tile" in found["/tile/height"]
        assert "up to 20,000: check the sizes" in found["/tile/length"]

    def test_a_small_tile_on_a_long_wall(self) -> None:
        assert (
            "would need about" in refusals(tile=("10 mm", "10 mm"), length="25 m")["/tile/length"]
        )

    def test_a_joint_wider_than_the_tile(self) -> None:
        assert "wider than the tile" in refusals(joint="3")["/pattern/joint"]

    def test_no_room_for_tile(self) -> None:
        assert "no room" in refusals(length="1/16", settings={})["/wall/length"]
        assert "no room" in refusals(top="1/8", settings={})["/wall/top/height"]

    @pytest.mark.parametrize(
        "length", [0, -5, float("nan"), float("inf"), 1e308, 30_001, "40 m", "", True, None, []]
    )
    def test_what_is_no_length_of_a_wall(self, length: object) -> None:
        with pytest.raises(ValidationError) as caught:
            a_job(length=length)
        assert caught.value.errors()[0]["loc"] == ("wall", "length")


class TestPlaces:
    """Everything lies on the wall; the message gives the largest value that would do."""

    def test_a_window_wider_than_its_wall(self) -> None:
        found = refusals(openings=[{**WINDOW, "width": "200"}])
        assert "it can be at most 66 in" in found["/wall/openings/0/width"]

    def test_millimetres_typed_in_an_inch_job(self) -> None:
        found = refusals(openings=[{**WINDOW, "width": "600"}])
        assert "was 600 mm meant?" in found["/wall/openings/0/width"]

    def test_a_cabinet_past_the_end(self) -> None:
        assert (
            "at most 72 in" in refusals(overheads=[{**CABINET, "x": "120"}])["/wall/overheads/0/x"]
        )

    def test_a_cabinet_above_the_tile(self) -> None:
        found = refusals(overheads=[{**CABINET, "bottom": "31"}])
        assert "30 in" in found["/wall/overheads/0/bottom"]

    def test_a_window_above_the_tile(self) -> None:
        assert refusals(openings=[{**WINDOW, "sill": "30"}]).keys() == {"/wall/openings/0/sill"}

    def test_a_box_off_the_wall(self) -> None:
        found = refusals(devices=[{**OUTLET, "x": "1", "y": "29"}])
        assert "from 1 1/8 in to 94 7/8 in" in found["/wall/devices/0/x"]
        assert "/wall/devices/0/y" in found


class TestOverlaps:
    """Two things cannot stand in one place."""

    def test_openings(self) -> None:
        found = refusals(openings=[WINDOW, {**WINDOW, "id": "two", "name": "Two", "x": "50"}])
        assert "Two overlaps Window by 4 in across and 20 in up" in found["/wall/openings/1/x"]

    def test_a_box_in_a_window(self) -> None:
        found = refusals(openings=[WINDOW], devices=[{**OUTLET, "x": "40"}])
        assert "Outlet overlaps Window" in found["/wall/devices/0/x"]

    def test_side_by_side_is_no_overlap(self) -> None:
        assert refusals(openings=[WINDOW, {**WINDOW, "id": "two", "x": "54"}]) == {}

    def test_one_id_for_two(self) -> None:
        found = refusals(openings=[WINDOW], devices=[{**OUTLET, "id": "window"}])
        assert "is taken" in found["/wall/devices/0/id"]
        assert "/wall/devices/0/id" in refusals(devices=[{**OUTLET, "id": "wall"}])


class TestStart:
    """A start names things that exist."""

    @pytest.mark.parametrize(
        ("start", "pointer"),
        [
            ({"across": {"kind": "centred", "on": "opening", "opening": "none"}},
             "/start/across/opening"),
            ({"across": {"kind": "centred", "on": "opening"}}, "/start/across/opening"),
            ({"across": {"kind": "centred", "on": "point"}}, "/start/across/x"),
            ({"across": {"kind": "centred", "on": "point", "x": "97"}}, "/start/across/x"),
            ({"up": {"kind": "full-top", "under": "none"}}, "/start/up/under"),
        ],
    )  # fmt: skip
    def test_or_is_refused(self, start: dict, pointer: str) -> None:
        assert refusals(start=start).keys() == {pointer}

    @pytest.mark.parametrize("bond", [(2, 2), (3, 2), (-1, 2), (0, 0), (1, 13)])
    def test_a_bond_is_less_than_a_tile(self, bond: tuple) -> None:
        with pytest.raises(ValidationError):
            a_job(bond=bond)


class TestRefusing:
    """A plan is made of a whole job or not at all."""

    def test_every_problem_is_told_at_once(self) -> None:
        job = a_job(openings=[{**WINDOW, "x": "90"}], joint="3")
        with pytest.raises(JobRefused) as caught:
            plan(job)
        assert {p.pointer for p in caught.value.problems} == {
            "/pattern/joint", "/wall/openings/0/width",
        }  # fmt: skip

    def test_an_unknown_field_is_not_silently_dropped(self) -> None:
        document = a_job().model_dump()
        document["wall"]["colour"] = "blue"
        with pytest.raises(ValidationError, match="Extra inputs"):
            Job.model_validate(document)
