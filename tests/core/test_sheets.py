"""Chips on sheets: which belong to which, how many sheets a wall takes, joints by the chip."""

import math
from collections import Counter
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError
from shapely import Polygon, affinity, union_all
from shapely.affinity import translate
from shapely.ops import unary_union

from examples import examples
from kitchens import a_job
from pennant.core.cuts.cut_list import cuts_of
from pennant.core.cuts.sheets import (
    SheetPlan,
    chips_of_a_sheet,
    repeats,
    sheet_plan,
    sheet_shapes,
    sheet_size,
)
from pennant.core.days.sections import spread_at_once
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused
from pennant.core.document.survey import Corner
from pennant.core.document.tile import Tile
from pennant.core.layout.lattice_of import lattice_of
from pennant.core.layout.tools import MINUTES
from pennant.core.plan import Plan, plan
from pennant.core.shade.shading import shading_of
from pennant.core.site.record import record_of
from pennant.words.chip_sheets import SheetPicture, sheets_in_words
from pennant.words.cuts import record_in_words
from pennant.words.enough import enough
from pennant.words.site import site_in_words

IN = 25.4


def mosaic(
    size: tuple[str, str],
    joint: str,
    sheet: tuple[int, int],
    pattern: dict[str, Any] | None = None,
    **more: Any,
) -> Job:
    """A wall of chips; without a pattern they are in line."""
    job = a_job(tile=size, joint=joint, things=[], **more).model_dump(mode="json")
    job["tile"]["sheet"] = {"across": sheet[0], "up": sheet[1]}
    laid = pattern or {"kind": "courses", "bond": {"p": 0, "q": 1}}
    job["pattern"] = {**laid, "joint": job["pattern"]["joint"]}
    return Job.model_validate(job)


def sheets(job: Job, made: Plan) -> SheetPlan:
    found = sheet_plan(job, made.pieces)
    assert found is not None
    return found


MOVE = st.floats(0, 3)
HERRINGBONE = {"kind": "herringbone", "diagonal": True}
PATTERNS: list[tuple[tuple[str, str], str, tuple[int, int], dict[str, Any] | None]] = [
    (("15/16", "15/16"), "1/16", (12, 12), None),
    (("1 7/8", "7/8"), "1/8", (6, 12), {"kind": "courses", "bond": {"p": 1, "q": 2}}),
    (("1.155", "1"), "1/16", (5, 5), {"kind": "hexagon"}),
    (("1.155", "1"), "1/16", (5, 5), {"kind": "hexagon", "points": "up"}),
    (("3", "1"), "1/16", (3, 6), HERRINGBONE),
    (("7/8", "7/8"), "1/8", (10, 5), {"kind": "rounds"}),
]


class TestAsBought:
    """A sheet is told by its own size, or by how often its pattern repeats on it."""

    def chips(self, shift: int = 0, **sheet: object) -> Job:
        """Chips of 7/8 in with joints of 1/8: they repeat every inch."""
        job = mosaic(("7/8", "7/8"), "1/8", (1, 2)).model_dump(mode="json")
        job["tile"]["sheet"] = sheet
        job["pattern"]["bond"] = {"p": shift, "q": 2 if shift else 1}
        return Job.model_validate(job)

    def sized(self, job: Job) -> tuple[int, int, int]:
        size = sheet_size(job.tile, job.pattern)
        assert size is not None
        return round(size.width / IN), round(size.height / IN), size.chips

    def test_what_was_not_told_is_a_usual_sheet(self) -> None:
        assert self.sized(self.chips()) == (12, 12, 144)

    def test_a_size_says_how_many_chips_there_are(self) -> None:
        assert self.sized(self.chips(width="10", height="6 1/8")) == (10, 6, 60)

    def test_what_was_counted_counts(self) -> None:
        assert self.sized(self.chips(across=5, up=4, width="10")) == (5, 4, 20)

    def test_rows_that_are_shifted_come_in_pairs(self) -> None:
        assert self.sized(self.chips(1, height="11 1/4"))[1] == 10

    def test_one_larger_than_anybody_lifts_is_asked_about(self) -> None:
        large, usual = (
            {one.rule for one in plan(self.chips(**sheet)).unsuited}
            for sheet in ({"across": 24, "up": 10}, {})
        )
        assert "sheet-large" in large
        assert "sheet-large" not in usual


class TestASheet:
    """Its size follows from the chip, the joint and how often the pattern repeats."""

    def test_squares(self) -> None:
        job = mosaic(("15/16", "15/16"), "1/16", (12, 12))
        size = sheet_size(job.tile, job.pattern)
        assert size == pytest.approx((12 * IN, 12 * IN, 144))

    def test_herringbone_at_45_degrees(self) -> None:
        """It repeats sqrt 2 (L + j) across and sqrt 2 (w + j) up."""
        job = mosaic(("3", "1"), "1/16", (3, 6), HERRINGBONE)
        lattice = lattice_of(job.tile, job.pattern)
        assert lattice is not None
        across, up = repeats(lattice)
        assert across == pytest.approx(math.sqrt(2) * (3 + 1 / 16) * IN)
        assert up == pytest.approx(math.sqrt(2) * (1 + 1 / 16) * IN)

    @pytest.mark.parametrize(("joint", "share"), [("1/16", 0.922), ("1/8", 0.853)])
    def test_how_much_of_it_is_tile(self, joint: str, share: float) -> None:
        job = mosaic(("3", "1"), joint, (3, 6), HERRINGBONE)
        lattice = lattice_of(job.tile, job.pattern)
        assert lattice is not None
        assert 3 * IN * IN / lattice.cell_area == pytest.approx(share, abs=0.0005)

    @pytest.mark.parametrize(
        ("cell", "says"), [("12 x 9", (12, 9, "mesh")), ("5 × 6 paper", (5, 6, "paper"))]
    )
    def test_written_in_a_table(self, cell: str, says: tuple[int, int, str]) -> None:
        tile = Tile.model_validate({"length": 24, "height": 24, "thickness": 6, "sheet": cell})
        assert tile.sheet is not None
        assert (tile.sheet.across, tile.sheet.up, tile.sheet.backing) == says
        again = {**tile.model_dump(), "sheet": str(tile.sheet)}
        assert Tile.model_validate(again) == tile

    def test_no_sheet_at_all_is_said(self) -> None:
        with pytest.raises(ValidationError, match="write it as 12 x 12 mesh"):
            Tile.model_validate({"length": 24, "height": 24, "thickness": 6, "sheet": "a dozen"})

    def test_a_row_out_of_step_with_the_next_sheet_is_refused(self) -> None:
        half = {"kind": "courses", "bond": {"p": 1, "q": 2}}
        with pytest.raises(JobRefused, match="multiple of 2 rows"):
            plan(mosaic(("1 7/8", "7/8"), "1/8", (6, 11), half))

    def test_herringbone_that_stands_upright_repeats_only_on_a_slant(self) -> None:
        with pytest.raises(JobRefused, match="at 45 degrees"):
            plan(mosaic(("3", "1"), "1/16", (2, 2), {**HERRINGBONE, "diagonal": False}))

    def test_oblongs_on_the_slant_are_refused(self) -> None:
        with pytest.raises(JobRefused, match="only squares"):
            plan(mosaic(("3", "1"), "1/16", (2, 2), {"kind": "diagonal"}))
        plan(mosaic(("1", "1"), "1/16", (6, 6), {"kind": "diagonal"}))

    def test_shaving_to_fit_is_not_for_sheets(self) -> None:
        job = mosaic(("15/16", "15/16"), "1/16", (12, 12)).model_dump(mode="json")
        job["walls"][0]["start"] = {"across": {"kind": "fitted", "lines": ["a:left", "a:right"]}}
        with pytest.raises(JobRefused, match="fitted"):
            plan(Job.model_validate(job))


class TestPicture:
    """How a sheet lies: all its chips, and none over its edge by more than its zigzag."""

    @pytest.mark.parametrize(("size", "joint", "sheet", "pattern"), PATTERNS)
    def test_its_chips_are_those_that_it_holds(
        self,
        size: tuple[str, str],
        joint: str,
        sheet: tuple[int, int],
        pattern: dict[str, Any] | None,
    ) -> None:
        job = mosaic(size, joint, sheet, pattern)
        chips = [Polygon(ring) for ring in chips_of_a_sheet(job.tile, job.pattern)]
        whole = sheet_size(job.tile, job.pattern)
        assert whole is not None
        assert len(chips) == whole.chips
        assert unary_union(chips).area == pytest.approx(sum(chip.area for chip in chips))
        # Sheets side by side and one upon another: none of their chips lie in one another.
        next_one = [affinity.translate(chip, whole.width, 0) for chip in chips]
        over = [affinity.translate(chip, 0, whole.height) for chip in chips]
        every = [*chips, *next_one, *over]
        assert unary_union(every).area == pytest.approx(sum(chip.area for chip in every))


class TestRoundTheRoom:
    """On several walls sheets go one way round, so that no zigzag has to meet itself in view."""

    def test_only_where_there_are_several_walls(self) -> None:
        one = mosaic(("3", "1"), "1/16", (3, 6), HERRINGBONE)
        wall = one.walls[0].model_copy(update={"corner": Corner(kind="inside")})
        two = one.model_copy(
            update={"walls": (wall, one.walls[0].model_copy(update={"id": "b", "name": "Other"}))}
        )
        says = [
            any(
                "one way round the room" in line
                for said in sheets_in_words(job, plan(job))
                for line in said.lies
            )
            for job in (one, two)
        ]
        assert says == [False, True]


class TestPictures:
    """Sheets as they lie wherever their edges show it: one turned round is seen to be wrong."""

    def pictures(self, job: Job) -> dict[str, SheetPicture]:
        (said,) = sheets_in_words(job, plan(job))
        return {picture.name: picture for picture in said.pictures}

    def test_one_turned_round_breaks_the_zigzag(self) -> None:
        job = mosaic(("3", "1"), "1/16", (3, 6), HERRINGBONE)
        found = self.pictures(job)
        own = [Polygon(ring) for ring in found["A sheet, its top up"].chips]
        wide = found["A sheet, its top up"].width
        beside = [translate(chip, wide) for chip in own]
        turned = [Polygon(r) for r in found["The right one turned round"].chips[len(own) :]]
        # As it came it goes on without a gap or an overlap; turned, chips lie on chips.
        assert union_all([*own, *beside]).area == pytest.approx(2 * sum(c.area for c in own))
        assert union_all([*own, *turned]).area < 2 * sum(c.area for c in own) - 100

    def test_at_every_end_and_round_every_corner(self) -> None:
        job = mosaic(("3", "1"), "1/16", (3, 6), HERRINGBONE)
        wall = job.walls[0].model_copy(update={"name": "First", "corner": Corner(kind="inside")})
        two = job.model_copy(
            update={"walls": (wall, job.walls[0].model_copy(update={"id": "b", "name": "Second"}))}
        )
        found = self.pictures(two)
        assert list(found)[2:] == ["First, left end", "First to Second", "Second, right end"]
        corner = found["First to Second"]
        assert corner.fold == pytest.approx(corner.width / 2)
        middles = [sum(x for x, _ in ring) / len(ring) for ring in corner.chips]
        assert min(middles) < corner.fold < max(middles)

    def test_squares_look_alike_either_way_up(self) -> None:
        job = mosaic(("15/16", "15/16"), "1/16", (12, 12))
        assert list(self.pictures(job)) == ["A sheet, its top up"]


class TestCutOuts:
    """The backing is the template: the hole is drawn on it from the sheet's own points."""

    def test_a_box_in_the_first_sheet(self) -> None:
        # The box, 2 1/4 x 3 5/8 in, has its middle 6 in from the corner in which the sheet begins
        # and 6 in over the counter; there is no clearance.
        job = mosaic(("15/16", "15/16"), "1/16", (12, 12), length="36", top="24")
        job = Job.model_validate(
            job.model_dump()
            | {"walls": [job.walls[0].model_dump() | {"things": ["outlet 6 up 6"]}]}
        )
        (said,) = sheets_in_words(job, plan(job))
        cut = next(part.says for part in said.parts if part.says.count("draw the hole"))
        assert "2 1/4 in wide and 3 5/8 in high" in cut
        assert "4 7/8 in from its left edge" in cut
        assert "4 3/16 in from its bottom edge" in cut


class TestHowMany:
    """Whole sheets, parts of sheets two or more to a sheet, and single chips."""

    def test_a_wall_by_hand(self) -> None:
        """84 x 17 1/2 in, sheets of 12 in: 7 whole, and 7 strips of five rows, two to a sheet.

        17 rows stand 17 in high with their joints: half a chip is left over them.
        """
        job = mosaic(("15/16", "15/16"), "1/16", (12, 12), length="84", top="17 1/2")
        made = plan(job)
        found = sheets(job, made)
        assert (found.whole, found.for_parts) == (7, 4)
        strips = [one for one in found.laid if one.kind == "part" and one.full]
        assert [len(one.full) for one in strips] == [60] * 7
        assert found.singles == 84
        assert found.taken == 11
        top = [piece for piece in made.pieces if piece.kind != "full"]
        assert {round(piece.height / IN, 3) for piece in top} == {0.5}

    def test_bought_by_the_box_of_sheets(self) -> None:
        job = mosaic(("15/16", "15/16"), "1/16", (12, 12), length="84", top="17 1/2")
        job = job.model_copy(update={"tile": job.tile.model_copy(update={"per_box": 5})})
        lines = {line.id: line for line in plan(job).quantities}
        assert lines["tiles"].unit == "sheets"
        assert lines["tiles"].amount == 11 + math.ceil(7 * job.settings.break_cut + 1)
        assert lines["boxes"].amount == 3

    def test_sawn_through_the_strip_stays_on_its_backing(self) -> None:
        """A wall 18 1/2 in high: strips of six rows and a half, and no chip is cut singly."""
        job = mosaic(("15/16", "15/16"), "1/16", (12, 12), length="84", top="18 1/2")
        sawn = job.model_copy(update={"ways": job.ways.model_copy(update={"sheets": "sawn"})})
        found = sheets(sawn, plan(sawn))
        assert found.singles == 0
        assert sheets(job, plan(job)).singles == 84
        assert {round(one.kept.height / IN, 2) for one in found.laid if one.kind == "part"} == {6.5}

    @pytest.mark.parametrize(("chip", "singly"), [("1 15/16", 0), ("15/16", 84)])
    def test_large_chips_are_sawn_with_their_sheet_where_nobody_chose(
        self, chip: str, singly: int
    ) -> None:
        """A strip of half a chip along the top: two-inch chips stay on their backing."""
        apart = (6, 6) if singly == 0 else (12, 12)
        top = "19" if singly == 0 else "18 1/2"
        job = mosaic((chip, chip), "1/16", apart, length="84", top=top)
        assert job.ways.sheets == "size"
        assert sheets(job, plan(job)).singles == singly
        nipped = job.model_copy(update={"ways": job.ways.model_copy(update={"sheets": "knife"})})
        assert sheets(nipped, plan(nipped)).singles > 0

    def test_a_line_through_a_sheet_is_one_cut_at_the_saw(self) -> None:
        """Seven sheets of two-inch chips along the top, half a chip over: seven lines, and not one
        for each of 42 chips. Nipped one by one they are 42.
        """
        job = mosaic(("1 15/16", "1 15/16"), "1/16", (6, 6), length="84", top="19")
        made = plan(job)
        cuts = cuts_of(job, made)
        assert {(group.tool, group.with_sheet) for group in cuts.groups} == {("wet saw", True)}
        assert sum(len(group.pieces) for group in cuts.groups) == 42
        assert sum(group.lines for group in cuts.groups) == pytest.approx(7)
        a_line = MINUTES["crosscut", None]
        assert cuts.minutes("wet saw") == pytest.approx(7 * a_line)
        nipped = job.model_copy(update={"ways": job.ways.model_copy(update={"sheets": "knife"})})
        assert sum(group.lines for group in cuts_of(nipped, plan(nipped)).groups) == 42

    def test_what_goes_around_a_box_is_cut_singly_all_the_same(self) -> None:
        job = mosaic(("15/16", "15/16"), "1/16", (12, 12), length="48", top="24")
        document = job.model_dump(mode="json")
        document["walls"][0]["things"] = ["outlet 20 up 10"]
        document["ways"] = {"sheets": "sawn"}
        job = Job.model_validate(document)
        made = plan(job)
        odd = {piece.tile for piece in made.pieces if piece.kind in ("notch", "hole")}
        assert odd
        assert sheets(job, made).singles >= len(odd)

    def test_never_under_what_the_chips_need(self) -> None:
        job = mosaic(("15/16", "15/16"), "1/16", (12, 12), length="77", top="19")
        made = plan(job)
        found = sheets(job, made)
        assert found.bound <= found.taken


class TestHowTheyLie:
    """Which way up, at which levels, and where a part is cut."""

    def test_herringbone_goes_down_between_its_tips(self) -> None:
        """(L + j) / sqrt 2 deep."""
        job = mosaic(("3", "1"), "1/16", (3, 6), HERRINGBONE, length="60", top="40")
        lattice = lattice_of(job.tile, job.pattern)
        assert lattice is not None
        made = plan(job)
        (shape,) = sheet_shapes(sheets(job, made), made.pieces, lattice).values()
        assert (shape.tips - shape.valleys) / IN == pytest.approx(
            (3 + 1 / 16) / math.sqrt(2), abs=0.06
        )

    @pytest.mark.parametrize(
        ("size", "joint", "sheet", "pattern"),
        [
            *PATTERNS,
            (("3", "1"), "1/16", (2, 3), {**HERRINGBONE, "double": True}),
            (
                ("1 7/8", "7/8"),
                "1/8",
                (6, 12),
                {"kind": "courses", "bond": {"p": 1, "q": 2, "way": "back"}},
            ),
            (("2", "15/16"), "1/8", (3, 3), {"kind": "basketweave"}),
            (("2", "7/8"), "1/8", (3, 3), {"kind": "columns"}),
        ],
    )
    def test_each_sheet_reaches_as_far_as_one_that_is_whole(
        self, size: Any, joint: str, sheet: Any, pattern: dict[str, Any] | None
    ) -> None:
        job = mosaic(size, joint, sheet, pattern, length="90", top="60")
        lattice = lattice_of(job.tile, job.pattern)
        assert lattice is not None
        made = plan(job)
        found = sheets(job, made)
        (shape,) = sheet_shapes(found, made.pieces, lattice).values()
        whole = next(one for one in found.laid if one.kind == "whole")
        x, y = whole.room.x0, whole.room.y0
        assert shape.points == pytest.approx(whole.kept.grown(x, y, -x, -y), abs=0.1)

    def test_said_with_its_orientation_and_its_parts(self) -> None:
        job = mosaic(("3", "1"), "1/16", (3, 6), HERRINGBONE, length="60", top="40")
        (said,) = sheets_in_words(job, plan(job))
        assert "zigzag" in said.lies[0]
        assert said.levels[0].startswith("course 1 of sheets: tips at ")
        assert all("chips" in part.says or "chip is" in part.says for part in said.parts)

    def test_a_strip_is_measured_from_the_sheets_own_edges(self) -> None:
        """Five rows of twelve stay: seven modules down from the top, to the sheet's last chip."""
        job = mosaic(("15/16", "15/16"), "1/16", (12, 12), length="84", top="17 1/2")
        (said,) = sheets_in_words(job, plan(job))
        assert "60 chips stay on their backing; cut the backing 7 in from its top edge" in (
            said.parts[0].says
        )


class TestByTheChip:
    """Joints, grout and what is too small go by the chip; bed, spacers and pace by the sheet."""

    def test_grout_fills_the_joints_of_the_chips(self) -> None:
        job = mosaic(("15/16", "15/16"), "1/16", (12, 12))
        made = plan(job)
        share = made.areas.joints / (made.areas.joints + made.areas.pieces)
        assert share == pytest.approx(1 - (15 / 16) ** 2, abs=0.01)

    def test_half_a_chip_is_not_too_small_though_it_is_under_an_inch(self) -> None:
        job = mosaic(("15/16", "15/16"), "1/16", (12, 12), length="84 1/2", top="18")
        assert not [f for f in plan(job).findings if f.weight == "never"]

    def test_chips_of_stone_are_nipped_and_a_sheet_is_spread_for_at_once(self) -> None:
        job = mosaic(("2 3/4", "7/8"), "1/16", (3, 9), HERRINGBONE, length="60", top="30")
        stone = job.tile.model_copy(update={"material": "stone"})
        job = job.model_copy(update={"tile": stone})
        assert {group.tool for group in cuts_of(job, plan(job)).groups} == {"nippers"}
        assert spread_at_once(job) >= 54

    def test_spacers_stand_between_sheets_alone(self) -> None:
        job = mosaic(("15/16", "15/16"), "1/16", (12, 12), length="84", top="18")
        (line,) = (line for line in plan(job).quantities if line.id == "spacers")
        assert line.amount == 1

    def test_thick_stone_takes_more_than_a_v(self) -> None:
        plain = mosaic(("15/16", "15/16"), "1/16", (12, 12))
        stone = plain.tile.model_copy(update={"material": "stone", "thickness": 9.5})
        thick = plain.model_copy(update={"tile": stone})

        def mixed(job: Job) -> float:
            return next(line.amount for line in plan(job).quantities if line.id == "adhesive-water")

        assert mixed(thick) > 1.5 * mixed(plain)


@examples(12)
@given(st.sampled_from(PATTERNS), st.floats(24, 50), st.floats(15, 26), MOVE, MOVE)
def test_sheets_share_the_chips_out(
    kind: tuple[Any, ...], length: float, top: float, x: float, y: float
) -> None:
    """On any wall and from any start: each chip on one sheet, none on two, and areas add up."""
    size, joint, sheet, pattern = kind
    job = mosaic(size, joint, sheet, pattern, length=f"{length:.3f}", top=f"{top:.3f}")
    wall = job.walls[0].model_dump(mode="json")
    wall["start"] = {
        "across": {"kind": "full-left", "nudge": x * IN},
        "up": {"kind": "full-counter", "nudge": -y * IN},
    }
    wall["things"] = ["outlet 12 up 7"]
    job = Job.model_validate({**job.model_dump(mode="json"), "walls": [wall]})
    made = plan(job)
    found = sheets(job, made)
    on = Counter(id_ for one in found.laid for id_ in (*one.full, *one.cut))
    assert set(on.values()) == {1}
    assert set(on) == {piece.id for piece in made.pieces}
    tiles = {piece.id: piece.tile for piece in made.pieces}
    for one in found.laid:
        here = {tiles[id_] for id_ in (*one.full, *one.cut)}
        assert len(here) + one.missing == found.size.chips
        assert one.missing >= 0
    total = made.areas
    parts = total.pieces + total.joints + total.sealant + total.clearance + total.trim
    assert parts == pytest.approx(total.gross, abs=2.0)
    assert found.bound <= found.taken


class TestByTheSheet:
    """Boxes hold sheets: they are dealt, counted and noted by the sheet."""

    def with_boxes(self, counts: list[int]) -> Job:
        job = mosaic(("15/16", "15/16"), "1/16", (12, 12), length="84", top="24")
        document = job.model_dump(mode="json")
        document["shades"] = {"names": ["pale", "deep"], "boxes": [{"name": "1", "counts": counts}]}
        return Job.model_validate(document)

    def test_dealt_sheet_by_sheet(self) -> None:
        job = self.with_boxes([9, 9])
        made = plan(job)
        found = shading_of(job, made, [piece.id for piece in made.pieces])
        assert (found.need, found.by_piece) == (14, True)
        laid = sheets(job, made).laid
        for one in laid:
            assert len({found.shades[id_] for id_ in one.full}) == 1

    def test_left_and_to_come_are_sheets(self) -> None:
        job = self.with_boxes([9, 9])
        made = plan(job)
        cuts, record = cuts_of(job, made), record_of([], made.pieces, 1.0)
        found = enough(job, made, cuts, record, [])
        assert (found.left, found.to_come, found.spare, found.cuts) == (18, 14, 4, 0)
        said = record_in_words(job, made, record, [], {})
        assert said.left == "4 whole sheets left over of 18 in 1 box"
        assert said.done == "0 of 14 sheets set"

    def test_a_course_of_sheets_is_noted_at_once(self) -> None:
        job = self.with_boxes([9, 9])
        made = plan(job)
        site = site_in_words(job, made, [], 29_000_000, {})
        assert [len(course.pieces) for course in site.courses] == [7 * 144, 7 * 144]

    def test_a_section_is_told_by_its_rows_of_sheets(self) -> None:
        """A row of sheets is no course of chips: there are two, and not twenty-four."""
        job = self.with_boxes([9, 9])
        site = site_in_words(job, plan(job), [], 29_000_000, {})
        names = {section.name.partition(", ")[2] for section in site.sections}
        assert names == {"row 1 of sheets", "row 2 of sheets"}

    @pytest.mark.parametrize(
        ("pattern", "edge"),
        [
            ({"kind": "courses", "bond": {"p": 0, "q": 1}}, "its right edge"),
            ({"kind": "courses", "bond": {"p": 1, "q": 2}}, "the chips that reach furthest right"),
            (HERRINGBONE, "its points on the right"),
        ],
    )
    def test_an_edge_is_called_what_it_is(self, pattern: dict[str, Any], edge: str) -> None:
        """Square chips have no points; only a zigzag has."""
        job = mosaic(("3", "1"), "1/16", (3, 6), pattern, length="62", top="40")
        (said,) = sheets_in_words(job, plan(job))
        assert any(edge in part.says for part in said.parts)
        assert all(
            "0 in from" not in f" {part.says}".replace("10 in from", "") for part in said.parts
        )
