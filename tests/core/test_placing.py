"""Where things stand, from measures as they were taken. Inches."""

import itertools

import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import examples
from kitchens import IN, a_job
from pennant.core.document.job import Job
from pennant.core.survey.kitchen import kitchen_of
from pennant.core.survey.placed import Placed, Surface


def wall(*things: object, **changes: object) -> Surface:
    """The wall with these lines, worked out."""
    return kitchen_of(a_job(things=list(things), **changes)).surfaces[0]


def sides(thing: Placed) -> tuple[float, float]:
    """Left and right side of a thing, in inches."""
    return round(thing.box.x0 / IN, 4), round(thing.box.x1 / IN, 4)


def heights(thing: Placed) -> tuple[float, float]:
    """Underside and top of a thing, in inches."""
    return round(thing.box.y0 / IN, 4), round(thing.box.y1 / IN, 4)


class TestAlong:
    """A measure runs away from what it was taken from, to the side that faces it."""

    @pytest.mark.parametrize(
        ("line", "expected"),
        [
            ("hood 10 wide 30 clear 20", (10, 40)),
            ("hood 10 from right wide 30 clear 20", (56, 86)),
            ("hood centre 40 wide 30 clear 20", (25, 55)),
            ("hood right 50 wide 30 clear 20", (20, 50)),
            ("hood left 50 from right wide 30 clear 20", (46, 76)),
            ("hood 6 from base right wide 30 clear 20", (30, 60)),
            ("hood 2 from base left wide 10 clear 20", (-6, 4)),
            ("hood 3 from base centre wide 10 clear 20", (18, 28)),
            ("hood -3 from base centre wide 10 clear 20", (2, 12)),
            ("hood -2 from base right wide 10 clear 20", (22, 32)),
        ],
    )
    def test_of_a_hood(self, line: str, expected: tuple) -> None:
        assert sides(wall('block "Base" 6 wide 18 up 2 high 3', line).thing("hood")) == expected

    def test_the_last_thing_is_the_one_on_the_line_before(self) -> None:
        found = wall(
            "cabinet 3 wide 20 clear 18",
            "level 40 below 30",
            "check 9 from left to right",
            "window 4 from last wide 24 sill 6 high 20",
        )
        assert sides(found.thing("window")) == (27, 51)

    def test_a_line_put_in_between_moves_nothing(self) -> None:
        job = a_job(
            things=["cabinet 3 wide 20 clear 18", "window 4 from last wide 24 sill 6 high 9"]
        )
        document = job.model_dump(mode="json")
        things = document["walls"][0]["things"]
        document["walls"][0]["things"] = [things[0], "outlet 90 up 8", things[1]]
        more = Job.model_validate(document)
        assert kitchen_of(more).surfaces[0].thing("window").box == (
            kitchen_of(job).surfaces[0].thing("window").box
        )

    def test_one_measures_on_from_a_box_s_centre_if_it_was_measured_to(self) -> None:
        found = wall("outlet 10 up 9", "switch 16 from last up 9")
        assert sides(found.thing("switch"))[0] == 26 - 2.25 / 2

    def test_casing_is_where_tile_stops(self) -> None:
        jamb = wall("window 30 wide 20 sill 8 high 12 to jamb casing 2 stands 3/4").thing("window")
        assert (sides(jamb), heights(jamb)) == ((28, 52), (6, 22))
        over = wall("window 30 wide 20 sill 8 high 12 casing 2").thing("window")
        assert (sides(over), over.jambs[0] / IN) == ((30, 50), 32)

    def test_a_sill_board_runs_past_the_casing(self) -> None:
        window = wall("window 30 wide 20 sill 8 high 12 stool 1 horn 3").thing("window")
        assert [round(side / IN, 4) for side in window.stool] == [27, 7, 53, 8]


class TestUp:
    """Heights: from the counter beneath, from the level line, from the laser, from the top."""

    @pytest.mark.parametrize(
        ("line", "expected"),
        [
            ("block 40 wide 5 up 9 high 4", (9, 13)),
            ("block 40 wide 5 up top 9 high 4", (5, 9)),
            ("block 40 wide 5 up centre 9 high 4", (7, 11)),
            ("block 40 wide 5 up 9 from top high 4", (17, 21)),
            ("block 40 wide 5 up 6 from base top high 4", (11, 15)),
            ("block 40 wide 5 up 1 from base bottom high 1", (0, 1)),
        ],
    )
    def test_of_a_block(self, line: str, expected: tuple) -> None:
        assert heights(wall('block "Base" 6 wide 18 up 2 high 3', line).thing("block")) == expected

    def test_from_the_laser_line(self) -> None:
        # The counter's high point is 30 below the line; 18 below it is 12 above that point.
        found = wall(
            "level 0 below 30", "level 96 below 30 1/2", "block 40 wide 5 up 18 from laser high 4"
        )
        assert heights(found.thing("block")) == (8, 12)

    def test_from_the_counter_is_from_the_counter_there(self) -> None:
        found = wall("level 0 below 30", "level 96 below 31", "outlet 48 up 10")
        low, high = heights(found.thing("outlet"))
        assert (low + high) / 2 == pytest.approx(9.5, abs=1e-3)

    def test_each_end_of_an_overhead_has_its_own(self) -> None:
        cabinet = wall(
            "level 0 below 30", "level 96 below 31", "cabinet 24 wide 48 clear 18 right 18 1/2"
        ).thing("cabinet")
        (_, left), (_, right), *_ = cabinet.outline
        assert (left / IN, right / IN) == pytest.approx((18 - 0.25, 18.5 - 0.75))

    def test_sideways(self) -> None:
        outlet = wall("outlet 40 up 10 sideways").thing("outlet")
        assert outlet.box.width == pytest.approx(3.625 * IN)
        assert outlet.cover.width == pytest.approx(4.5 * IN)

    def test_measured_to_the_plate_s_edge(self) -> None:
        outlet = wall("outlet left 40 up bottom 10 2 gang to plate").thing("outlet")
        assert outlet.cover[:2] == pytest.approx((40 * IN, 10 * IN))
        assert outlet.box.x0 > 40 * IN


class TestAnyOrder:
    """What was typed in any order and from any reference gives the same geometry."""

    LINES = (
        "cabinet 3 wide 20 clear 18",
        "window 4 from cabinet right wide 24 sill 6 high 20",
        "hood 5 from window right wide 18 clear 19",
        "outlet 6 from hood left up 9",
        "switch 7 from outlet centre up 3 from cabinet bottom",
    )

    @given(st.permutations(LINES))
    @examples(20)
    def test_of_the_lines(self, lines: list) -> None:
        straight, mixed = wall(*self.LINES), wall(*lines)
        for thing in straight.things:
            assert mixed.thing(thing.id).box == pytest.approx(thing.box)

    @given(
        st.floats(0, 60),
        st.floats(1, 30),
        st.sampled_from(["left", "right", "base.left", "base.right", "base.centre"]),
        st.sampled_from(["left", "right", "centre"]),
    )
    @examples(60)
    def test_of_the_reference(self, at: float, width: float, ref: str, to: str) -> None:
        """The same hood, measured from somewhere else to another of its sides."""
        base = 'block "Base" 6 wide 18 up 2 high 3'
        origin = {"left": 0, "right": 96, "base.left": 6, "base.right": 24, "base.centre": 15}[ref]
        side = at + {"left": 0, "right": width, "centre": width / 2}[to]
        value = (origin - side if ref in ("right", "base.left") else side - origin) * IN
        hood = {
            "kind": "hood",
            "at": {"value": value, "taken_from": ref, "to": to},
            "width": width * IN,
            "clear": "20",
        }
        x0, x1 = wall(base, hood).thing("hood").box[::2]
        assert (x0, x1) == pytest.approx((at * IN, (at + width) * IN), abs=1e-6)


class TestCorrecting:
    """Correcting an early partial moves what hangs on it, and nothing else."""

    def test_the_chain_follows(self) -> None:
        lines = [
            "cabinet {} wide 20 clear 18",
            "window 4 from last wide 24 sill 6 high 20",
            "hood 5 from last wide 18 clear 19",
            "outlet 6 from right up 9",
        ]
        before, after = (wall(*[line.format(first) for line in lines]) for first in ("3", "3 1/2"))
        moved = [
            round((after.thing(id_).box.x0 - before.thing(id_).box.x0) / IN, 4)
            for id_ in ("cabinet", "window", "hood", "outlet")
        ]
        assert moved == [0.5, 0.5, 0.5, 0]


class TestMarks:
    """A centreline is a place that a start can be centred on and others measured from."""

    def test_is_a_place(self) -> None:
        found = wall('mark "Sink" 40', "outlet 12 from sink centre up 9")
        assert sides(found.thing("sink")) == (40, 40)
        assert sum(sides(found.thing("outlet"))) / 2 == 52

    def test_every_pair_of_references_agrees(self) -> None:
        for a, b in itertools.permutations(("left", "right"), 2):
            found = wall(
                "mark 40",
                f"hood 6 from mark {a} wide 9 clear 20",
                f"shelf 6 from mark {b} wide 9 clear 9 thick 1",
            )
            assert sides(found.thing("hood")) != sides(found.thing("shelf"))
