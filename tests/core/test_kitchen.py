"""Walls that join at corners, and the surfaces inside openings. Inches; tile 8 x 2 1/2 x 5/16."""

from typing import Any

import pytest

from kitchens import IN, NO_GAPS, a_job, demo
from pennant.core.document.job import Job
from pennant.core.layout.field_of import field_of
from pennant.core.plan import Plan, plan
from pennant.core.survey.boards import build_up
from pennant.core.survey.kitchen import kitchen_of
from pennant.core.takes.edging import sealant_lengths

BED = {**NO_GAPS, "bed_thickness": "1/8", "corner_gap": "1/8"}
TILE_AND_BED = 5 / 16 + 1 / 8


def corner(kind: str = "inside", laps: str = "next", **changes: Any) -> Job:
    """Two walls, 60 and 40 in, that join."""
    one = {
        "id": "a",
        "length": "60",
        "top": {"height": "30"},
        "corner": {"kind": kind, "laps": laps},
    }
    two = {"id": "b", "length": "40", "top": {"height": "30"}}
    two |= changes.pop("second", {})
    one |= changes.pop("first", {})
    return a_job(walls=[one, two], settings=BED, **changes)


def ends(made: Plan, surface: str) -> tuple[float, float]:
    """From where to where tile runs, in inches."""
    x0, _, x1, _ = made.surface(surface).field
    return round(x0 / IN, 4), round(x1 / IN, 4)


class TestInsideCorner:
    """The wall tiled first runs into the corner; the other laps it, and its field is shorter."""

    def test_the_second_wall_begins_at_the_first_one_s_tile(self) -> None:
        made = plan(corner())
        assert ends(made, "a")[1] == 60 - 1 / 8
        assert ends(made, "b")[0] == TILE_AND_BED + 1 / 8

    def test_which_wall_laps_is_a_choice(self) -> None:
        made = plan(corner(laps="this"))
        assert ends(made, "a")[1] == 60 - TILE_AND_BED - 1 / 8
        assert ends(made, "b")[0] == 1 / 8

    def test_its_bead_of_sealant_is_counted_once(self) -> None:
        job = corner()
        fields = [field_of(surface, job.settings) for surface in kitchen_of(job).surfaces]
        ((_, width), length) = next(
            one for one in sealant_lengths(fields).items() if one[0][0] == "corner"
        )
        # The left end of the first wall, the shared corner, and the right end of the second.
        assert (length / IN, width / IN) == pytest.approx((3 * 30, 1 / 8))

    def test_courses_are_carried_round_at_their_heights(self) -> None:
        start = {"up": {"kind": "full-counter", "nudge": "3/4"}}
        job = corner(first={"start": start}, second={"start": {"up": {"kind": "carried"}}})
        made = plan(job)
        tops = [
            {round(p.box.y1 / IN, 4) for p in made.surface(id_).pieces if p.kind == "full"}
            for id_ in ("a", "b")
        ]
        assert tops[0] == tops[1]


class TestOutsideCorner:
    """The wall tiled second runs on over the edge of the first one's tile."""

    def test_runs_past_the_corner(self) -> None:
        made = plan(corner("outside"))
        assert ends(made, "a")[1] == 60 - 1 / 8
        assert ends(made, "b")[0] == -TILE_AND_BED


class TestCounterRoundACorner:
    """A corner has one height: a wall without heights of its own takes its neighbour's."""

    LEVELS = ("level 0 below 30", "level 60 below 30 3/8")

    def test_from_the_wall_before(self) -> None:
        job = corner(first={"things": list(self.LEVELS)})
        one, two = kitchen_of(job).walls
        assert two.counter_at(0) == one.counter_at(60 * IN) == pytest.approx(-3 / 8 * IN)

    def test_from_the_wall_after(self) -> None:
        job = corner(second={"things": ["level 0 below 30 1/4", "level 40 below 30"]})
        assert kitchen_of(job).walls[0].counter_at(60 * IN) == pytest.approx(-IN / 4)

    def test_a_wall_with_heights_of_its_own_keeps_them(self) -> None:
        job = corner(first={"things": list(self.LEVELS)}, second={"things": ["level 9 below 30"]})
        assert kitchen_of(job).walls[1].counter_at(0) == 0

    def test_not_from_a_wall_that_stands_alone(self) -> None:
        job = corner(first={"things": list(self.LEVELS), "corner": None})
        assert kitchen_of(job).walls[1].counter_at(0) == 0


class TestStandingAlone:
    """Walls that do not join know nothing of one another."""

    def test_each_is_planned_as_if_it_were_alone(self) -> None:
        walls = [
            {"id": id_, "length": length, "top": {"height": "30"}}
            for id_, length in (("a", "60"), ("b", "40"))
        ]
        both = plan(a_job(walls=walls))
        for wall in walls:
            alone = plan(a_job(walls=[wall])).surfaces[0]
            there = both.surface(wall["id"])
            assert [p.box for p in alone.pieces] == [p.box for p in there.pieces]

    def test_the_kitchen_is_the_sum_of_its_walls(self) -> None:
        made = plan(demo("Alder Wharf"))
        for name in type(made.areas).model_fields:
            total = sum(getattr(one.areas, name) for one in made.surfaces)
            assert getattr(made.areas, name) == pytest.approx(total, abs=1e-3)


class TestNames:
    """A piece's id says its wall, course and place, and no two are alike."""

    @pytest.mark.parametrize("name", ["Fennel Row", "Alder Wharf", "Tern Cottage"])
    def test_of_pieces(self, name: str) -> None:
        made = plan(demo(name))
        ids = [piece.id for piece in made.pieces]
        assert len(set(ids)) == len(ids)
        code = {surface.id: surface.code for surface in made.kitchen.surfaces}
        for piece in made.pieces:
            assert piece.id.startswith(f"{code[piece.wall]}{piece.course + 1}.")


RETURNS = {"things": ["window 30 wide 24 sill 6 high 20 deep 4 returns left right bottom"]}


class TestReturns:
    """Tile that turns into an opening gets surfaces of its own."""

    def test_each_side_is_a_surface_as_deep_as_the_reveal(self) -> None:
        job = a_job(**RETURNS)
        kitchen = kitchen_of(job)
        sizes = {
            s.id: (round((s.x1 - s.x0) / IN, 4), round((s.top_left - s.counter[0][1]) / IN, 4))
            for s in kitchen.surfaces[1:]
        }
        # The jambs stand on the sill's tile and its bed.
        high = round(20 - build_up(job) / IN, 4)
        assert sizes == {
            "window.left": (4, high),
            "window.right": (4, high),
            "window.bottom": (24, 4),
        }

    def test_jambs_stand_between_sill_and_head_and_all_of_it_against_the_back(self) -> None:
        job = a_job(things=["niche 30 wide 12 sill 10 high 9 deep 3 returns all"])
        kitchen, build = kitchen_of(job), build_up(job) / IN
        assert build > 0.3125  # the tile, and a bed behind it
        sizes = {
            s.id: ((s.x1 - s.x0) / IN, (s.top_left - s.counter[0][1]) / IN)
            for s in kitchen.surfaces[1:]
        }
        for side in ("left", "right"):
            assert sizes[f"niche.{side}"] == pytest.approx((3 - build, 9 - 2 * build))
        for side in ("top", "bottom"):
            assert sizes[f"niche.{side}"] == pytest.approx((12, 3 - build))
        assert sizes["niche.back"] == pytest.approx((12, 9))

    def test_what_is_no_deeper_than_the_tile_on_its_back_has_no_sides(self) -> None:
        made = plan(a_job(things=["niche 30 wide 12 sill 10 high 9 deep 3/8 returns all"]))
        assert [surface.surface for surface in made.surfaces] == ["a", "niche.back"]

    def test_courses_go_on_from_the_wall(self) -> None:
        made = plan(a_job(**RETURNS))
        module = 2.625 * IN
        wall, side = made.surfaces[0].pennant, made.surface("window.left").pennant
        steps = (side.tile_y - wall.tile_y) / module
        assert steps == pytest.approx(round(steps))

    def test_joints_go_on_over_the_sill(self) -> None:
        made = plan(a_job(**RETURNS))
        assert made.surface("window.bottom").pennant.tile_x == made.surfaces[0].pennant.tile_x

    @pytest.mark.parametrize("up", ["0", "2 5/8", "5 1/4"])
    def test_they_are_those_of_the_course_that_the_sill_and_the_head_cut(self, up: str) -> None:
        """Whichever course the pennant stands in: three kinds of course have joints elsewhere."""
        line = "window 30 wide 24 sill 6 high 20 deep 4 returns top bottom"
        made = plan(
            a_job(things=[line], bond=(1, 3), start={"up": {"kind": "full-counter", "nudge": up}})
        )

        def joints(surface: str, at: float) -> set[float]:
            """Left edges of tiles (in) between the jambs that meet a height."""
            boxes = [piece.box for piece in made.surface(surface).pieces]
            return {
                round(box.x0 / IN, 3)
                for box in boxes
                if box.y0 < at * IN < box.y1 and 31 < box.x0 / IN < 53
            }

        wall = made.surfaces[0].surface
        for side, at in (("bottom", 5.9), ("top", 26.1)):
            inside = made.surface(f"window.{side}").frame
            assert joints(f"window.{side}", (inside[1] + inside[3]) / 2 / IN) == joints(wall, at)

    @pytest.mark.parametrize(("deep", "sizes"), [("4", {4.0}), ("8", {8.0}), ("9", {0.875, 4.938})])
    def test_a_jamb_no_deeper_than_a_tile_gets_one_piece_a_course(
        self, deep: str, sizes: set[float]
    ) -> None:
        # An 8 in tile in half bond: 9 in leave 7/8 behind a joint, or 4 15/16 behind the half tile.
        line = f"window 30 wide 24 sill 6 high 20 deep {deep} returns left right"
        made = plan(a_job(things=[line]))
        for side in ("left", "right"):
            own = made.surface(f"window.{side}").pieces
            back = [piece for piece in own if abs(piece.box.x1 - float(deep) * IN) < 1]
            if side == "right":
                back = [piece for piece in own if piece.box.x0 < 1]
            assert {round(piece.width / IN, 3) for piece in back} == sizes

    def test_a_full_tile_stands_at_the_front(self) -> None:
        made = plan(a_job(**RETURNS, tile=("3", "2 1/2"), bond=(0, 1)))
        front = [p.width for p in made.surface("window.left").pieces if p.box.x0 < 1]
        assert {round(width / IN, 3) for width in front} == {3.0}

    def test_a_niche_has_a_back(self) -> None:
        line = "niche 30 wide 12 sill 10 high 9 deep 3 returns all"
        made = plan(a_job(things=[line]))
        assert [s.surface for s in made.surfaces] == [
            "a",
            "niche.left",
            "niche.right",
            "niche.top",
            "niche.bottom",
            "niche.back",
        ]
        assert made.surface("niche.back").areas.gross == pytest.approx(12 * 9 * IN**2)

    def test_tile_is_counted_for_all_of_them(self) -> None:
        plain = a_job(things=["window 30 wide 24 sill 6 high 20"])
        tiles = [plan(job).quantities[0].amount for job in (a_job(**RETURNS), plain)]
        assert tiles[0] > tiles[1]


class TestKeeping:
    """The plan of a wall that a change did not touch is not made again, and is the same."""

    def test_a_change_of_one_wall_leaves_the_other(self) -> None:
        job = demo("Fennel Row")
        before = plan(job)
        document = job.model_dump(mode="json")
        document["walls"][1]["length"] += 25.4
        after = plan(Job.model_validate(document))
        assert after.surfaces[0] is before.surfaces[0]
        assert after.surfaces[1] != before.surfaces[1]


class TestLowerCounterNextDoor:
    """A run's courses are level: where a counter lies lower, its joint opens, within its play."""

    def test_a_level_counter_under_the_run_s_high_point(self) -> None:
        # The first wall falls by 2 mm to the corner; the second counter is level with that.
        made = plan(
            Job.model_validate(
                {
                    "name": "Run",
                    "units": "mm",
                    "pattern": {"joint": 2, "bond": {"p": 0, "q": 1}},
                    "tile": {"length": 190, "height": 95, "thickness": 8},
                    "walls": [
                        {
                            "id": "a",
                            "length": 1100,
                            "top": {"kind": "ceiling", "height": 505},
                            "corner": {"kind": "inside", "laps": "next"},
                            "things": ["level 0 below 810", "level 1100 below 812"],
                        },
                        {
                            "id": "b",
                            "length": 900,
                            "top": {"kind": "ceiling", "height": 505},
                            "start": {"up": {"kind": "carried"}},
                        },
                    ],
                }
            )
        )
        assert {round(p.height, 3) for p in made.pieces if p.course == 0} == {95}
        feet = {p.wall: p.box.y0 for p in made.pieces if p.course == 0}
        assert feet["a"] == pytest.approx(feet["b"])


class TestSmallPieceAtAnOutsideCorner:
    """The end of the wall tiled first is seen round an outside corner, not in an inside one."""

    @pytest.mark.parametrize(("kind", "seen"), [("outside", True), ("inside", False)])
    def test_in_view(self, kind: str, seen: bool) -> None:
        # 1050 = 5 modules of 202 and 40 less the corner's gap: under a quarter of 200.
        made = plan(
            Job.model_validate(
                {
                    "name": "Corner",
                    "units": "mm",
                    "pattern": {"joint": 2, "bond": {"p": 0, "q": 1}},
                    "tile": {"length": 200, "height": 100, "thickness": 8},
                    "walls": [
                        {
                            "id": "a",
                            "length": 1050,
                            "top": {"kind": "ceiling", "height": 505},
                            "corner": {"kind": kind, "laps": "next"},
                        },
                        {"id": "b", "length": 900, "top": {"kind": "ceiling", "height": 505}},
                    ],
                }
            )
        )
        small = [f for f in made.surfaces[0].findings if f.rule == "small-piece"]
        assert bool(small) == seen
