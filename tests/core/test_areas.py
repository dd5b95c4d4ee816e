"""Areas: a part of a wall with a tile, pattern, start and liner of its own."""

from typing import Any

import pytest
from by_clipping import shape
from shapely import box, union_all
from workings import steps, the

from kitchens import a_job, demo
from pennant.core.cuts.cut_list import cuts_of
from pennant.core.document.job import Job
from pennant.core.document.notch import bed_of, notch_for
from pennant.core.document.refusal import JobRefused
from pennant.core.laying.lay_kitchen import lay
from pennant.core.laying.surface_plan import joints_of
from pennant.core.plan import Plan, plan
from pennant.core.survey.kitchen import kitchen_of

TILE = {"length": 100, "height": 100, "thickness": 8}
LINER = {"tile": {"length": 200, "height": 20, "thickness": 10}}
PANEL = {
    "id": "panel",
    "wall": "a",
    "left": 400,
    "width": 500,
    "bottom": 80,
    "height": 260,
    "tile": TILE,
    "pattern": {"kind": "diagonal", "joint": 2},
}


def the_job(*areas: dict[str, Any]) -> Job:
    document = a_job().model_dump(mode="json")
    return Job.model_validate(
        {
            **document,
            "units": "mm",
            "areas": list(areas),
            "tile": {"length": 150, "height": 50, "thickness": 8},
            "pattern": {"kind": "courses", "joint": 2},
            "walls": [{"id": "a", "length": 1500, "top": {"height": 450}}],
        }
    )


def made_with(*areas: dict[str, Any]) -> Plan:
    return plan(the_job(*areas))


def of(made: Plan, name: str) -> list[Any]:
    return [piece for piece in made.pieces if piece.of == name]


class TestWhereItLies:
    """The area's tile fills its rectangle, a joint from the wall's."""

    def test_its_own_tile_inside_and_the_walls_a_joint_away(self) -> None:
        made = made_with(PANEL)
        inside = union_all([shape(piece) for piece in of(made, "panel")])
        outside = union_all([shape(piece) for piece in of(made, "")])
        assert box(400, 80, 900, 340).buffer(1e-6).covers(inside)
        assert inside.distance(outside) == pytest.approx(2)
        assert inside.bounds == pytest.approx((400, 80, 900, 340))

    @pytest.mark.parametrize("liner", [None, LINER, {**LINER, "corners": "butted"}])
    def test_areas_still_add_up(self, liner: dict[str, Any] | None) -> None:
        areas = made_with({**PANEL, "liner": liner}).areas
        parts = areas.pieces + areas.joints + areas.sealant + areas.clearance + areas.trim
        assert parts == pytest.approx(areas.gross, abs=1.0)

    def test_a_whole_wall_keeps_the_walls_own_gaps(self) -> None:
        whole = {**PANEL, "width": None, "bottom": None, "height": None}
        made, plain = made_with(whole), made_with()
        assert not of(made, "")
        assert made.areas.gross == plain.areas.gross
        assert made.areas.sealant == plain.areas.sealant

    def test_it_starts_from_its_own_middle(self) -> None:
        squares = [p for p in of(made_with(PANEL), "panel") if p.kind == "full"]
        middles = [(p.box.x0 + p.box.x1) / 2 for p in squares]
        assert any(middle == pytest.approx(650) for middle in middles)


class TestJoints:
    """Broken at the frame, or going on through it, by choice."""

    @pytest.mark.parametrize("joints", ["through", "broken"])
    def test_level_joints_are_the_walls_only_where_they_go_through(self, joints: str) -> None:
        tile = {"length": 150, "height": 50, "thickness": 8}
        area = {**PANEL, "tile": tile, "pattern": {"kind": "courses", "joint": 2}, "joints": joints}
        made = made_with(area)
        walls = {piece.box.y0 for piece in of(made, "") if piece.kind == "full"}
        areas = {piece.box.y0 for piece in of(made, "panel") if piece.kind == "full"}
        assert areas
        assert (areas <= walls) == (joints == "through")

    def test_in_a_lattice_of_one_tile_nothing_shows_but_the_frame(self) -> None:
        lattice = {"kind": "herringbone", "joint": 2}
        tile = {"length": 150, "height": 50, "thickness": 8}
        document = the_job({**PANEL, "tile": tile, "pattern": lattice, "joints": "through"})
        job = document.model_copy(update={"pattern": document.areas[0].pattern})
        made, plain = plan(job), plan(job.model_copy(update={"areas": ()}))
        whole = {piece.box for piece in plain.pieces if piece.kind == "full"}
        inside = [piece.box for piece in of(made, "panel") if piece.kind == "full"]
        assert inside
        assert set(inside) <= whole


class TestLiner:
    """A liner runs round inside the frame; the area's tile keeps a joint from it."""

    @pytest.mark.parametrize("corners", ["mitred", "butted"])
    def test_takes_its_room_from_the_area(self, corners: str) -> None:
        made = made_with({**PANEL, "liner": {**LINER, "corners": corners}})
        liner = union_all([shape(piece) for piece in of(made, "panel.liner")])
        inside = union_all([shape(piece) for piece in of(made, "panel")])
        assert liner.bounds == pytest.approx((400, 80, 900, 340))
        assert inside.bounds == pytest.approx((422, 102, 878, 318))
        assert liner.distance(inside) == pytest.approx(2, abs=1e-6)

    def test_mitred_ends_meet_at_45_degrees_with_a_joint(self) -> None:
        made = made_with({**PANEL, "liner": LINER})
        pieces = of(made, "panel.liner")
        mitred = [piece for piece in pieces if piece.kind == "angled"]
        assert len(mitred) == 8
        # Foot and head are 500 long: of 200, one whole and two cuts; the sides 260: two each.
        assert len(pieces) == 3 + 3 + 2 + 2
        foot, side = (shape(p) for p in mitred if p.box.x0 < 420 and p.box.y0 < 120)
        assert foot.distance(side) == pytest.approx(2, abs=1e-3)

    def test_butted_sides_stand_between_foot_and_head(self) -> None:
        made = made_with({**PANEL, "liner": {**LINER, "corners": "butted"}})
        pieces = of(made, "panel.liner")
        assert not [piece for piece in pieces if piece.kind == "angled"]
        sides = [piece for piece in pieces if piece.box.height > piece.box.width]
        assert min(p.box.y0 for p in sides) == pytest.approx(102)
        assert max(p.box.y1 for p in sides) == pytest.approx(318)


class TestWhatItTakes:
    """Tiles, boxes and cuts go by the tile that they are of."""

    def test_each_tile_has_its_own_boxes(self) -> None:
        made = plan(demo("Juniper Court"))
        amounts = {line.id: line.amount for line in made.quantities}
        assert {"boxes", "boxes@panel", "boxes@panel.liner"} <= set(amounts)
        assert amounts["tiles@panel"] >= len([p for p in of(made, "panel") if p.kind == "full"])

    def test_every_piece_is_cut_from_its_own_tile(self) -> None:
        job = demo("Juniper Court")
        made = plan(job)
        for name, stock in cuts_of(job, made).stocks.items():
            assert set(stock.places) == {piece.id for piece in of(made, name)}

    def test_a_thicker_tiles_joints_are_deeper_to_fill(self) -> None:
        thick = {**PANEL, "tile": {**TILE, "thickness": 12}}
        job = the_job(thick)
        made, laid = plan(job), list(lay(job, kitchen_of(job)))
        rise = job.settings.bed_rise
        joints = joints_of(laid)
        by_hand = (joints[""] * (8 - rise) + joints["panel"] * (12 - rise)) / 1e6
        assert joints["panel"] > 0
        assert steps(the(made, "grout").working)["to fill"] == pytest.approx(by_hand, rel=1e-4)

    def test_a_larger_tile_is_bedded_thicker(self) -> None:
        large = {
            **PANEL,
            "tile": {"length": 495, "height": 255, "thickness": 8},
            "pattern": {"kind": "courses", "joint": 2},
        }
        job = the_job(large)
        made = plan(job)
        own = sum(piece.area for piece in made.pieces if piece.of == "panel")
        own += joints_of(lay(job, kitchen_of(job)))["panel"]
        whole = 1500 * 450 - own - (made.areas.sealant + made.areas.clearance + made.areas.trim)
        small, big = (
            bed_of(notch_for(*size)) + job.settings.keyed_coat for size in ((150, 50), (495, 255))
        )
        by_hand = (whole * small + own * (big + job.settings.back_butter)) / 1e6
        assert big > small
        assert steps(the(made, "adhesive").working)["mixed"] == pytest.approx(by_hand, rel=1e-6)


class TestWhatCannotBe:
    """Each refusal names the field of the area."""

    @pytest.mark.parametrize(
        ("areas", "pointer", "says"),
        [
            ([{**PANEL, "left": 1200}], "/areas/0/left", "past the right end"),
            ([{**PANEL, "height": 600}], "/areas/0/height", "past the top"),
            ([PANEL, {**PANEL, "id": "other", "left": 800}], "/areas/1/left", "lies on Panel"),
            ([{**PANEL, "wall": "b"}], "/areas/0/wall", "names no wall"),
            ([{**PANEL, "centre": "hood"}], "/areas/0/centre", "names nothing on that wall"),
            ([PANEL, {**PANEL, "left": 950}], "/areas/1/id", "id of another area"),
            ([{**PANEL, "width": 40, "liner": LINER}], "/areas/0/width", "less than half a tile"),
            (
                [{**PANEL, "pattern": {"kind": "hexagon", "joint": 2}}],
                "/areas/0/tile/length",
                "too short for a hexagon",
            ),
        ],
    )
    def test_says_which_and_what_is_wrong(
        self, areas: list[dict[str, Any]], pointer: str, says: str
    ) -> None:
        with pytest.raises(JobRefused) as refused:
            made_with(*areas)
        found = {problem.pointer: problem.message for problem in refused.value.problems}
        assert says in found[pointer]


class TestRefusedOfItsTile:
    """What an area's own tile and pattern cannot be."""

    def test_a_border_is_an_area_of_its_own(self) -> None:
        border = {"tile": {**TILE, "height": 20}, "after": 1}
        courses = {"kind": "courses", "joint": 2, "border": border}
        with pytest.raises(JobRefused, match="area of its own"):
            made_with({**PANEL, "pattern": courses})

    def test_chips_by_the_ten_thousand_are_counted_before_they_are_laid(self) -> None:
        tiny = {**TILE, "length": 5, "height": 5}
        squares = {"kind": "courses", "joint": 0.1}
        # 500 x 260 mm of 5.1 mm modules are 5,000; four such areas with the wall are too many.
        four = [
            {
                **PANEL,
                "id": f"p{n}",
                "left": 10 + n * 370,
                "width": 360,
                "tile": tiny,
                "bottom": 3,
                "height": 440,
                "pattern": squares,
            }
            for n in range(4)
        ]
        with pytest.raises(JobRefused, match="pieces in this kitchen"):
            made_with(*four)
