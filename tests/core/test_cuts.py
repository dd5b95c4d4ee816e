"""Cuts: marks from the tile's own edges, like cuts together, tools, order. Inches; 8 x 2 1/2."""

from fractions import Fraction
from typing import Any

import pytest
from hypothesis import given
from random_walls import jobs
from shapely import Polygon, box

from examples import examples
from kitchens import CABINET, IN, NO_GAPS, OUTLET, WINDOW, a_job, demo
from pennant.core.cuts.cut_list import REPEATS, CutGroup, CutList, cuts_of
from pennant.core.cuts.marks import marks_of, turned
from pennant.core.document.job import Job
from pennant.core.document.module import module_of
from pennant.core.document.tooling import Material, Tool
from pennant.core.layout.lattice_of import shape_of
from pennant.core.layout.pieces import around_piece
from pennant.core.layout.tools import breaking, snaps, straight_kerf, tool_for
from pennant.core.plan import plan
from pennant.demos import demo_jobs


def cutting(**changes: Any) -> CutList:
    """The cuts of a wall."""
    job = a_job(**changes)
    return cuts_of(job, plan(job))


def group(found: CutList, piece: str) -> CutGroup:
    """The cut that a piece belongs to."""
    return next(one for one in found.groups if piece in one.pieces)


def read(one: CutGroup) -> list[tuple[str, float]]:
    """Its marks: from which edge, and how far, in inches."""
    return [(line.measured_from, line.ends[0] / IN) for line in one.marks.lines]


class TestMarks:
    """Distances from the tile's own factory edges to each line, as the tile will sit."""

    def test_a_crosscut_is_marked_from_the_edge_that_stays(self) -> None:
        # 96 = 11 modules and 6 5/8: the last piece keeps its left edge.
        assert read(group(cutting(bond=(0, 1)), "A1.12")) == [("left", pytest.approx(6.625))]

    def test_a_rip(self) -> None:
        # 30 = 11 courses and 1 1/8.
        assert read(group(cutting(bond=(0, 1)), "A12.1")) == [("bottom", pytest.approx(1.125))]

    def test_an_l_notch(self) -> None:
        cabinet = {**CABINET, "width": "20", "bottom": "18"}
        found = group(cutting(bond=(0, 1), overheads=[cabinet], openings=[]), "A7.3")
        # The tile from 16 1/4 to 24 1/4, its foot at 15 3/4: the cabinet takes 3 3/4 by 1/4.
        assert found.kind == "notch"
        assert read(found) == [("top", pytest.approx(0.25)), ("left", pytest.approx(3.75))]
        top, left = found.marks.lines
        assert (top.from_low, top.from_high) == (None, pytest.approx(3.75 * IN))
        assert (left.from_low, left.from_high) == (pytest.approx(2.25 * IN), None)

    def test_clearance_around_a_box_is_in_the_lines(self) -> None:
        plain = cutting(devices=[OUTLET], bond=(0, 1))
        wider = cutting(devices=[OUTLET], bond=(0, 1), settings={**NO_GAPS, "box_clearance": "1/8"})
        uprights = [
            sorted(line.a[0] / IN for line in group(found, "A3.2").marks.lines if line.upright)
            for found in (plain, wider)
        ]
        assert uprights[1] == pytest.approx([uprights[0][0] - 1 / 8, uprights[0][1] + 1 / 8])

    def test_a_taper_is_marked_at_both_ends(self) -> None:
        found = cutting(things=["check"][:0], right_lean="1")
        tapers = [one for one in found.groups if one.kind == "taper"]
        assert tapers
        for one in tapers:
            assert any(not line.straight for line in one.marks.lines)
            assert one.stage == "on the wall"

    def test_a_notch_is_sawn_sides_first_and_its_back_last(self) -> None:
        found = cutting(devices=[OUTLET], bond=(0, 1))
        notched = [one for one in found.groups if one.kind == "notch" and len(one.marks.lines) == 3]
        for one in notched:
            last = one.marks.lines[-1]
            inner = [
                0 < p[0] < one.marks.width and 0 < p[1] < one.marks.height for p in (last.a, last.b)
            ]
            assert inner == [True, True]

    @given(jobs())
    @examples(25)
    def test_cut_along_the_lines_the_piece_is_what_stays(self, job: Job) -> None:
        made = plan(job)
        module = module_of(job)
        width, height = module.width, module.height
        for piece in made.pieces:
            marks = marks_of(piece, shape_of(job.tile, job.pattern), (), 0.0)
            tile, stays = box(0, 0, width, height), Polygon(marks.outline[0], marks.outline[1:])
            assert tile.buffer(1e-3).covers(stays)
            assert stays.area == pytest.approx(piece.area, abs=0.05)
            assert (len(marks.lines) == 0) == (piece.kind == "full")

    def test_turned_twice_is_as_it_was(self) -> None:
        for one in cuts_of(demo("Fennel Row"), plan(demo("Fennel Row"))).groups:
            again = turned(turned(one.marks))
            assert again.lines == one.marks.lines
            assert again.outline == one.marks.outline


class TestGroups:
    """Like cuts are made together."""

    def test_every_cut_piece_is_in_one_group(self) -> None:
        for job in demo_jobs():
            made = plan(job)
            told = [id_ for one in cuts_of(job, made).groups for id_ in one.pieces]
            assert sorted(told) == sorted(p.id for p in made.pieces if p.kind != "full")

    def test_a_half_at_either_end_is_one_cut_when_the_tile_may_be_turned(self) -> None:
        # Half bond over whole modules: four halves at each end.
        found = cutting(length="32 3/8", top="20 7/8")
        assert [len(one.pieces) for one in found.groups] == [8]
        tile = {"length": "8", "height": "2 1/2", "thickness": "5/16", "turns": False}
        job = a_job(length="32 3/8", top="20 7/8").model_dump(mode="json")
        printed = Job.model_validate({**job, "tile": tile})
        found = cuts_of(printed, plan(printed))
        assert [len(one.pieces) for one in found.groups] == [4, 4]

    def test_repeats_come_first_and_what_the_wall_decides_last(self) -> None:
        for job in demo_jobs():
            stages = [one.stage for one in cuts_of(job, plan(job)).groups]
            order = ["first", "as set", "on the wall"]
            assert stages == sorted(stages, key=order.index)

    def test_repeats_are_three_or_more(self) -> None:
        every = cuts_of(demo("Fennel Row"), plan(demo("Fennel Row"))).groups
        before = [one for one in every if one.stage != "on the wall"]
        assert {one.stage for one in before} == {"first", "as set"}
        assert all((one.stage == "first") == (len(one.pieces) >= REPEATS) for one in before)

    def test_the_end_where_the_fit_closes_is_measured_on_the_wall(self) -> None:
        found = cutting(bond=(0, 1))
        assert group(found, "A1.12").stage == "on the wall"
        assert group(found, "A12.2").stage == "first"

    def test_what_waits_is_cut_last(self) -> None:
        unsettled = {"why": "hood not there yet", "hold": "1"}
        cabinet = {
            "kind": "hood",
            "id": "hood",
            "at": "20",
            "width": "30",
            "clear": "17",
            "unsettled": unsettled,
        }
        job = a_job(things=[cabinet])
        made = plan(job)
        held = {id_ for one in made.surfaces for id_ in one.held}
        cut = {p.id for p in made.pieces if p.kind != "full"}
        for one in cuts_of(job, made).groups:
            if held & set(one.pieces) & cut:
                assert one.stage == "on the wall"

    def test_where_the_cut_edge_goes(self) -> None:
        found = group(cutting(bond=(0, 1), openings=[WINDOW]), "A3.4")
        assert ("right", "window:left") in {(one.side, one.edge) for one in found.hides}


class TestTools:
    """By material and shape, and by what there is."""

    @pytest.mark.parametrize(
        ("kind", "material", "have", "tool"),
        [
            ("crosscut", "ceramic", ("snap cutter", "wet saw"), "snap cutter"),
            ("crosscut", "glass", ("snap cutter", "wet saw"), "wet saw"),
            ("notch", "ceramic", ("snap cutter", "wet saw"), "wet saw"),
            ("notch", "ceramic", ("snap cutter", "nippers"), "nippers"),
            ("notch", "stone", ("snap cutter", "nippers"), "wet saw"),
            ("notch", "brick", ("wet saw", "jigsaw"), "jigsaw"),
            ("crosscut", "brick", ("wet saw", "jigsaw"), "wet saw"),
            ("hole", "porcelain", ("snap cutter", "grinder"), "grinder"),
            ("crosscut", "stick-on", ("snap cutter",), "shears"),
            ("full", "ceramic", ("snap cutter",), None),
        ],
    )
    def test_which(self, kind: Any, material: Material, have: tuple[Tool, ...], tool: Any) -> None:
        assert tool_for(kind, material, have) == tool

    @pytest.mark.parametrize(
        ("material", "side", "tool"),
        [
            ("stone", 25, "nippers"),
            ("ceramic", 38, "nippers"),
            ("stone", 60, "wet saw"),
            ("glass", 25, "wet saw"),
        ],
    )
    def test_small_chips_are_nipped(self, material: Material, side: float, tool: Tool) -> None:
        assert tool_for("crosscut", material, ("wet saw", "nippers"), side) == tool

    @pytest.mark.parametrize(
        ("kind", "bevelled", "narrowest", "snapped"),
        [
            ("crosscut", False, 25.0, True),
            ("rip", False, 25.0, True),
            ("rip", False, 12.0, False),  # 7/16 in taken off along the edge, or kept of it
            ("taper", False, 6.0, False),
            ("crosscut", True, 25.0, True),
            ("rip", True, 25.0, False),
            ("both", True, 25.0, False),
        ],
    )
    def test_narrow_strips_and_bevels_are_sawn(
        self, kind: Any, bevelled: bool, narrowest: float, snapped: bool
    ) -> None:
        assert snaps(kind, bevelled, narrowest) is snapped
        tool = tool_for(kind, "porcelain", ("snap cutter", "wet saw"), snapped=snapped)
        assert tool == ("snap cutter" if snapped else "wet saw")

    @pytest.mark.parametrize(
        ("width", "tool"), [("3/8", "wet saw"), ("4", "snap cutter"), ("7 5/8", "wet saw")]
    )
    def test_the_strip_that_is_kept_or_cut_off_decides(self, width: str, tool: Tool) -> None:
        """Three whole tiles of 8 in with their joints, then a piece so wide."""
        wide = 24.375 + sum(Fraction(part) for part in width.split())
        job = a_job(length=f"{float(wide)} in", top="7 3/4", bond=(0, 1))
        groups = cuts_of(job, plan(job)).groups
        assert {(one.kind, one.tool) for one in groups} == {("crosscut", tool)}

    def test_minutes_are_those_of_all_its_cuts(self) -> None:
        found = cuts_of(demo("Fennel Row"), plan(demo("Fennel Row")))
        tools = {one.tool for one in found.groups if one.tool}
        assert sum(found.minutes(tool) for tool in tools) == pytest.approx(
            sum(one.minutes for one in found.groups)
        )

    @pytest.mark.parametrize(
        ("kind", "brittle", "thin", "settings"),
        [
            ("full", True, True, ()),
            ("crosscut", False, False, ("break_cut",)),
            ("rip", True, False, ("break_cut", "break_brittle")),
            ("notch", False, True, ("break_notched", "break_thin")),
            ("hole", True, True, ("break_notched", "break_thin", "break_brittle")),
        ],
    )
    def test_the_share_that_breaks_is_a_product_of(
        self, kind: Any, brittle: bool, thin: bool, settings: tuple[str, ...]
    ) -> None:
        assert breaking(kind, brittle, thin) == settings

    @pytest.mark.parametrize(
        ("have", "taken"),
        [(("snap cutter", "wet saw"), 0), (("wet saw",), 1 / 8), (("grinder",), 1 / 8)],
    )
    def test_a_snap_takes_nothing_and_a_blade_its_width(
        self, have: tuple[Tool, ...], taken: float
    ) -> None:
        go = a_job(settings={"kerf": "1/8"}).settings
        assert straight_kerf("ceramic", have, go) / IN == pytest.approx(taken)


class TestPlay:
    """How far a cut may be off and still be covered."""

    def test_a_plate_covers_what_it_has_to_spare(self) -> None:
        # A plate of 3 1/8 over a hole of 2 1/4 and 1/8 all round reaches 5/16 over each side, of
        # which 3/16 must stay.
        wide = {
            "box_width": "2 1/4",
            "box_height": "3 5/8",
            "plate_width": "3 1/8",
            "plate_height": "4 7/8",
        }
        rules = {**NO_GAPS, "box_clearance": "1/8", "plate_cover": "3/16"}
        found = cutting(devices=[{**OUTLET, **wide}], bond=(0, 1), settings=rules)
        plays = [one.play / IN for one in found.groups if one.kind in ("notch", "hole")]
        assert plays
        assert plays == pytest.approx([1 / 8] * len(plays))

    def test_a_joint_of_sealant_covers_half_its_width(self) -> None:
        found = cutting(bond=(0, 1), settings={**NO_GAPS, "opening_gap": "1/4"})
        assert group(found, "A1.12").play / IN == pytest.approx(1 / 8)


class TestMeasuredFrom:
    """A mark is taken from a factory edge: from the one that stays, or from the nearer of two."""

    @pytest.mark.parametrize("job", [*demo_jobs()], ids=lambda job: job.name)
    def test_every_mark_of_a_kitchen(self, job: Job) -> None:
        made = plan(job)
        pieces = {piece.id: piece for piece in made.pieces}
        opposite = {"left": "right", "right": "left", "bottom": "top", "top": "bottom"}
        for one in cuts_of(job, made).groups:
            cut_sides = pieces[one.pieces[0]].cut_sides
            size = {"left": one.marks.width, "bottom": one.marks.height}
            for line in one.marks.lines:
                other = opposite[line.measured_from]
                if line.measured_from in cut_sides:
                    assert other in cut_sides
                elif other not in cut_sides:
                    whole = size.get(line.measured_from) or size[other]
                    assert sum(line.ends) / 2 <= whole / 2 + 0.01


def test_a_piece_that_no_outline_holds_is_as_it_is_without_its_box() -> None:
    piece = (((0.0, 0.0), (10.0, 0.0), (10.0, 5.0), (0.0, 5.0)),)
    larger = (((0.0, 0.0), (20.0, 0.0), (20.0, 9.0), (0.0, 9.0)),)
    short = (((0.0, 0.0), (9.9, 0.0), (9.9, 5.0), (0.0, 5.0)),)
    assert around_piece(piece, [larger, short]) == larger
    assert around_piece(piece, [short]) == piece
