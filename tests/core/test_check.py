"""What cannot be drawn is refused: the field, what is wrong, what would be right."""

import pytest
from pydantic import ValidationError

from kitchens import OUTLET, WINDOW, a_job
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused
from pennant.core.plan import plan
from pennant.core.survey.check import problems_of


def refusals(**changes: object) -> dict[str, str]:
    """The message for each field that is refused."""
    return {problem.pointer: problem.message for problem in problems_of(a_job(**changes))}


class TestSizes:
    """Absurd sizes."""

    def test_a_tile_smaller_than_any(self) -> None:
        with pytest.raises(ValidationError) as caught:
            a_job(tile=("1 mm", "1 mm"))
        assert [error["loc"] for error in caught.value.errors()] == [
            ("tile", "length"),
            ("tile", "height"),
        ]

    def test_a_small_tile_on_a_long_wall(self) -> None:
        found = refusals(tile=("10 mm", "10 mm"), length="25 m")
        assert "would need about" in found["/tile/length"]
        assert "up to 20,000: check the sizes" in found["/tile/length"]

    def test_a_joint_wider_than_the_tile(self) -> None:
        assert "wider than the tile" in refusals(joint="3")["/pattern/joint"]

    def test_no_room_for_tile(self) -> None:
        assert "no room" in refusals(length="1/16", settings={})["/walls/0/length"]
        assert "no room" in refusals(top="1/8", settings={})["/walls/0/top/height"]

    @pytest.mark.parametrize(
        "length", [0, -5, float("nan"), float("inf"), 1e308, 30_001, "40 m", "", True, None, []]
    )
    def test_what_is_no_length_of_a_wall(self, length: object) -> None:
        with pytest.raises(ValidationError) as caught:
            a_job(length=length)
        assert caught.value.errors()[0]["loc"] == ("walls", 0, "length")


class TestThings:
    """What a thing cannot be drawn without."""

    def test_one_id_for_two(self) -> None:
        found = refusals(openings=[WINDOW], devices=[{**OUTLET, "id": "window"}])
        assert "is taken" in found["/walls/0/things/1/id"]

    @pytest.mark.parametrize("id_", ["left", "counter", "laser", "wall", "last"])
    def test_an_id_that_says_where_from(self, id_: str) -> None:
        assert "is taken" in refusals(devices=[{**OUTLET, "id": id_}])["/walls/0/things/0/id"]

    def test_a_shelf_without_its_thickness(self) -> None:
        assert (
            "thickness counts"
            in refusals(things=["shelf 10 wide 20 clear 15"])["/walls/0/things/0/thick"]
        )

    def test_casing_that_fills_its_window(self) -> None:
        found = refusals(things=["window 10 wide 20 sill 4 high 9 casing 5"])
        assert "at most 4 1/2 in" in found["/walls/0/things/0/casing"]

    def test_returns_need_a_depth_and_no_casing(self) -> None:
        found = refusals(things=["window 10 wide 20 sill 4 high 9 returns left"])
        assert "/walls/0/things/0/depth" in found
        found = refusals(things=["window 10 wide 20 sill 4 high 9 casing 1 deep 4 returns all"])
        assert "/walls/0/things/0/returns" in found

    def test_an_end_that_leans_out_of_all_reason(self) -> None:
        assert refusals(things=[], left_lean="30").keys() == {"/walls/0/left_lean"}

    def test_a_corner_with_no_next_wall(self) -> None:
        assert "last one" in refusals(things=[], corner={"kind": "inside"})["/walls/0/corner"]


class TestReferences:
    """A measure is taken from something that is there."""

    def test_from_a_thing_that_is_not(self) -> None:
        found = refusals(things=["outlet 4 from hood right up 9", "window 30 wide 9 sill 4 high 9"])
        assert "on it: outlet, window" in found["/walls/0/things/0/at/taken_from"]

    def test_in_a_ring(self) -> None:
        found = refusals(
            things=[
                "outlet 4 from switch right up 9",
                "switch 5 from pipe left up 9",
                "pipe 6 from outlet left up 9 dia 1",
            ]
        )
        (pointer, message), *_ = found.items()
        assert pointer == "/walls/0/things/0/at"
        assert "by way of Outlet, Switch, Pipe" in message

    def test_from_itself(self) -> None:
        assert (
            "from itself"
            in refusals(things=["outlet 4 from outlet left up 9"])["/walls/0/things/0/at"]
        )

    def test_from_a_laser_line_of_unknown_height(self) -> None:
        found = refusals(things=["outlet 4 up 9 from laser"])
        assert "level 30 below" in found["/walls/0/things/0/up/taken_from"]

    def test_from_a_check_or_a_zone(self) -> None:
        found = refusals(things=["zone 0 wide 9 skim", "outlet 4 from zone right up 9"])
        assert "cannot be taken from a zone" in found["/walls/0/things/1/at/taken_from"]

    def test_a_height_from_what_has_none(self) -> None:
        found = refusals(things=["range 10 wide 30 down 3", "outlet 4 up 9 from range-gap top"])
        assert "has no height" in found["/walls/0/things/0"]

    def test_a_device_of_gangs_that_the_list_has_not(self) -> None:
        found = refusals(things=["outlet 20 up 9 3 gang"], boxes=[])
        assert "none of 3 gangs" in found["/walls/0/things/0/box_width"]


class TestStart:
    """A start names things that exist."""

    @pytest.mark.parametrize(
        ("start", "pointer"),
        [
            (
                {"across": {"kind": "centred", "on": "opening", "opening": "none"}},
                "/walls/0/start/across/thing",
            ),
            ({"across": {"kind": "centred", "on": "opening"}}, "/walls/0/start/across/thing"),
            ({"across": {"kind": "centred", "on": "point"}}, "/walls/0/start/across/x"),
            ({"across": {"kind": "centred", "on": "point", "x": "97"}}, "/walls/0/start/across/x"),
            ({"up": {"kind": "full-top", "under": "none"}}, "/walls/0/start/up/under"),
            ({"up": {"kind": "carried"}}, "/walls/0/start/up/kind"),
        ],
    )
    def test_or_is_refused(self, start: dict, pointer: str) -> None:
        assert refusals(start=start).keys() == {pointer}

    @pytest.mark.parametrize("bond", [(2, 2), (3, 2), (-1, 2), (0, 0), (1, 13)])
    def test_a_bond_is_less_than_a_tile(self, bond: tuple) -> None:
        with pytest.raises(ValidationError):
            a_job(bond=bond)


class TestRefusing:
    """A plan is made of a whole job or not at all."""

    def test_every_problem_is_told_at_once(self) -> None:
        job = a_job(start={"across": {"kind": "centred", "on": "point"}}, joint="3")
        with pytest.raises(JobRefused) as caught:
            plan(job)
        assert {p.pointer for p in caught.value.problems} == {
            "/pattern/joint",
            "/walls/0/start/across/x",
        }

    def test_an_unknown_field_is_not_silently_dropped(self) -> None:
        document = a_job().model_dump()
        document["walls"][0]["colour"] = "blue"
        with pytest.raises(ValidationError, match="Extra inputs"):
            Job.model_validate(document)


class TestWishes:
    """A wish that is bound to a place names one that is there."""

    def test_of_nothing(self) -> None:
        job = a_job(openings=[WINDOW], wishes=[{"kind": "even", "at": "windo"}])
        (problem,) = problems_of(job)
        assert problem.pointer == "/wishes/0/at"
        assert "'windo'" in problem.message

    def test_of_a_thing_or_a_wall(self) -> None:
        wishes = [{"kind": "even", "at": "window"}, {"kind": "smallest", "at": "a"}]
        assert not list(problems_of(a_job(openings=[WINDOW], wishes=wishes)))

    def test_what_is_looked_at_is_there_and_named_once(self) -> None:
        places = [{"at": at, "seen": "much"} for at in ("window", "a", "widow", "a")]
        wrong = list(problems_of(a_job(openings=[WINDOW], seen=places)))
        assert [problem.pointer for problem in wrong] == ["/seen/2/at", "/seen/3/at"]
        assert "no wall or thing" in wrong[0].message
        assert "a second time" in wrong[1].message
