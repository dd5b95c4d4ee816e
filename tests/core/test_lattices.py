"""Lattices: single tiles that repeat two ways, held against a slow second method and by hand."""

import math
from typing import Any

import by_clipping
import pytest
import shapely
from hypothesis import Phase, given
from hypothesis import strategies as st
from lattices_by_clipping import pattern_over
from packing import faults
from random_walls import jobs
from shapely import Polygon, affinity, union_all

from examples import examples
from kitchens import a_job
from pennant.core.cuts.items import item_of
from pennant.core.cuts.tiles import stock_for
from pennant.core.document.job import Job
from pennant.core.document.pattern import Herringbone, Pattern, Scallop, fan_heights
from pennant.core.document.refusal import JobRefused
from pennant.core.document.tile import Tile
from pennant.core.layout.lattice import Lattice
from pennant.core.layout.lattice_of import lattice_of
from pennant.core.layout.pieces import Piece
from pennant.core.plan import Plan, plan

FEW = examples(8)
JOINTS = st.sampled_from([1.5, 3.0, 4.75])
MM = 1e-3


@st.composite
def laid_otherwise(draw: st.DrawFn) -> tuple[dict[str, Any], dict[str, Any]]:
    """A tile and a lattice that it can be laid on, as a job file has them."""
    kind = draw(
        st.sampled_from(
            ["herringbone", "diagonal", "basketweave", "hexagon", "scallop", "columns", "rounds"]
        )
    )
    joint, height = draw(JOINTS), draw(st.floats(40, 110).map(lambda mm: round(mm, 2)))
    length = round(height * draw(st.floats(1.5, 3.5)), 2)
    pattern: dict[str, Any] = {"kind": kind, "joint": joint}
    if kind == "herringbone":
        pattern |= {
            "diagonal": draw(st.booleans()),
            "double": draw(st.booleans()),
            "hand": draw(st.sampled_from(["right", "left"])),
        }
    elif kind == "diagonal":
        pattern["hand"] = draw(st.sampled_from(["right", "left"]))
        length = draw(st.sampled_from([length, height]))
    elif kind == "basketweave":
        pattern["tiles"] = draw(st.integers(2, 4))
        length = pattern["tiles"] * height + (pattern["tiles"] - 1) * joint
    elif kind == "hexagon":
        pattern["points"] = draw(st.sampled_from(["sides", "up"]))
        length = height * draw(st.sampled_from([2 / math.sqrt(3), 1.5, 2.0]))
    elif kind == "rounds":
        length = height
    elif kind == "scallop":
        pattern["tips"] = draw(st.sampled_from(["up", "down"]))
        fan = Scallop(joint=joint)
        # A fan of the least height its width allows, or of the greatest, or between.
        low, high = fan_heights(Tile(length=height, height=height, thickness=8), fan)
        length, height = height, draw(st.sampled_from([low, (low + high) / 2, high]))
    else:
        pattern |= {"q": 3, "p": draw(st.integers(0, 2))}
    return {"length": length, "height": height, "thickness": 8}, pattern


@st.composite
def lattice_jobs(draw: st.DrawFn) -> Job:
    """A random wall whose tile lies on a lattice."""
    job = draw(jobs())
    tile, pattern = draw(laid_otherwise())
    document = {**job.model_dump(mode="json"), "tile": tile, "pattern": pattern}
    return Job.model_validate(document)


def the_lattice(job: Job) -> Lattice:
    found = lattice_of(job.tile, job.pattern)
    assert found is not None
    return found


def slow_pieces(job: Job, made: Plan) -> list[Polygon]:
    """The pieces by clipping every tile of a great lattice with the field."""
    field = by_clipping.field_by_union(job)
    flag, figure = made.surfaces[0].pennant, the_lattice(job).figure
    x, y = flag.tile_x - figure.x0, flag.tile_y - figure.y0
    left, low, right, high = field.bounds
    room = (left - x, low - y, right - x, high - y)
    tiles = [affinity.translate(tile, x, y) for tile in pattern_over(job.tile, job.pattern, room)]  # type: ignore[arg-type]
    shapely.prepare(field)
    met = [tile for tile in tiles if field.intersects(tile)]
    left_of = shapely.get_parts(shapely.intersection(met, field, grid_size=1e-6))
    return [p for p in left_of if isinstance(p, Polygon) and not small(p, job)]


def small(polygon: Polygon, job: Job) -> bool:
    """Whether a piece is a crumb that stays joint."""
    left, low, right, high = polygon.bounds
    return by_clipping.is_crumb(polygon) or max(right - left, high - low) < job.settings.least_cut


class TestAgainstClipping:
    """What the core lays is what clipping every tile of the pattern comes to."""

    @given(lattice_jobs())
    @examples(12, phases=(Phase.generate,))
    def test_pieces_are_those_of_the_slow_way(self, job: Job) -> None:
        made = plan(job)
        quick = [by_clipping.shape(piece) for piece in made.pieces]
        quick = [polygon for polygon in quick if not by_clipping.is_crumb(polygon)]
        slow = slow_pieces(job, made)
        off = union_all(quick).symmetric_difference(union_all(slow)).area
        if job.pattern.kind == "scallop":
            # Rounds are cut as straight sides, the slow way's shorter than the core's.
            assert off < 0.01 * sum(polygon.area for polygon in slow)
            return
        assert off < 1.0
        assert len(quick) == len(slow)

    @given(lattice_jobs())
    @FEW
    def test_areas_add_up(self, job: Job) -> None:
        areas = plan(job).areas
        parts = areas.pieces + areas.joints + areas.sealant + areas.clearance + areas.trim
        assert parts == pytest.approx(areas.gross, abs=1.0)

    @given(laid_otherwise())
    @FEW
    def test_cells_fill_the_wall_and_tiles_keep_their_joint(
        self, laid: tuple[dict[str, Any], dict[str, Any]]
    ) -> None:
        job = a_lattice_job(*laid)
        lattice = the_lattice(job)
        cells = sum(Polygon(unit.cell).area for unit in lattice.units)
        assert cells == pytest.approx(lattice.cell_area * len(lattice.units))
        # A tile wider than the figure all round, so that all its neighbours are there.
        wide = job.tile.length
        tiles = [
            affinity.translate(Polygon(lattice.outlines[number]), x, y)
            for number, x, y in lattice.over(lattice.figure.grown(wide, wide, wide, wide), 0, 0)
        ]
        first = min(tiles, key=lambda one: one.centroid.distance(union_all(tiles).centroid))
        gaps = sorted(first.distance(other) for other in tiles if other is not first)
        joint = job.pattern.joint
        if job.pattern.kind == "basketweave":
            joint = min(
                joint,
                (job.tile.length - job.pattern.tiles * job.tile.height) / (job.pattern.tiles - 1),
            )
        if isinstance(job.pattern, Scallop):
            low, high = fan_heights(job.tile, job.pattern)
            # Half the joint beside a fan whose point runs right down, all of it beside the least.
            least, most = joint / 2, joint
            assert least - 0.05 <= gaps[0] <= most + 0.05
            joint = gaps[0]
            assert low - 1 <= job.tile.height <= high + 1
        assert gaps[0] == pytest.approx(joint, abs=0.05)


class TestEachPiece:
    """A piece knows its tile: what it has of the tile's own sides, and what was cut."""

    @given(lattice_jobs())
    @FEW
    def test_it_lies_in_its_tile(self, job: Job) -> None:
        shape = Polygon(the_lattice(job).shape).buffer(MM)
        for piece in plan(job).pieces:
            inside = piece.placement.outline_in_tile(piece.outline)
            assert shape.covers(Polygon(inside[0]))

    @given(lattice_jobs())
    @examples(4)
    def test_its_factory_sides_are_those_on_the_tiles_own(self, job: Job) -> None:
        shape = the_lattice(job).shape
        for piece in plan(job).pieces:
            inside = Polygon(piece.placement.outline_in_tile(piece.outline)[0])
            sides = enumerate(zip(shape, (*shape[1:], shape[0]), strict=True))
            lengths = {
                number: inside.exterior.intersection(_thin(a, b)).length for number, (a, b) in sides
            }
            kept = set(piece.kept or ())
            assert {number for number, length in lengths.items() if length > 2 * HAIR} <= kept
            # Of a hair at a side's end nothing is measured here; the piece then has its neighbour.
            for number in kept:
                near = (number, (number + 1) % len(shape), number - 1 if number else len(shape) - 1)
                assert any(lengths[one] > HAIR for one in near)

    @given(lattice_jobs())
    @FEW
    def test_a_full_one_is_a_whole_tile(self, job: Job) -> None:
        whole = Polygon(the_lattice(job).shape).area
        for piece in plan(job).pieces:
            if piece.kind == "full":
                assert piece.area == pytest.approx(whole, abs=0.05)
            else:
                assert piece.area < whole


def _thin(a: tuple[float, float], b: tuple[float, float]) -> Polygon:
    """A strip a hair wide along a side, a hair short of its ends."""
    from shapely import LineString

    line = LineString([a, b])
    short = line.segmentize(line.length)
    cut = LineString([short.interpolate(1e-3), short.interpolate(line.length - 1e-3)])
    return cut.buffer(1e-4, cap_style="flat")


HAIR = 0.01
"""Millimetres: less of a side is neither here nor there; a round has many sides, each of a few."""
A_WALL = {"id": "a", "length": 1500, "top": {"height": 450}}


def a_lattice_job(tile: dict[str, Any], pattern: dict[str, Any], **start: Any) -> Job:
    """A plain wall, 1500 x 450 mm, whose edges keep no gap."""
    document = a_job().model_dump(mode="json")
    return Job.model_validate(
        {
            **document,
            "units": "mm",
            "tile": {"thickness": 8, **tile},
            "pattern": pattern,
            "walls": [{**A_WALL, "start": start}],
        }
    )


def a_plan(tile: dict[str, Any], pattern: dict[str, Any], **start: Any) -> Plan:
    return plan(a_lattice_job(tile, pattern, **start))


def mirror(pieces: tuple[Piece, ...], length: float) -> list[Polygon]:
    return [
        affinity.translate(affinity.scale(by_clipping.shape(p), -1, 1, origin=(0, 0)), length, 0)
        for p in pieces
    ]


class TestHands:
    """A mirrored herringbone is the other hand's."""

    @pytest.mark.parametrize("diagonal", [True, False])
    def test_started_at_the_other_end_the_other_hand_is_its_mirror_image(
        self, diagonal: bool
    ) -> None:
        tile = {"length": 150, "height": 47}
        right, left = (
            a_plan(
                tile,
                {"kind": "herringbone", "joint": 3, "diagonal": diagonal, "hand": hand},
                across={"kind": across},
            )
            for hand, across in (("right", "full-left"), ("left", "full-right"))
        )
        ours = union_all(mirror(right.pieces, 1500))
        theirs = union_all([by_clipping.shape(piece) for piece in left.pieces])
        assert ours.symmetric_difference(theirs).area < 1.0
        assert len(right.pieces) == len(left.pieces)


class TestByHand:
    """Sizes that a tiler reckons on a pad."""

    def test_herringbone_at_45_repeats_by_its_module(self) -> None:
        lattice = lattice_of(
            Tile(length=200, height=60, thickness=8), Herringbone(joint=2, diagonal=True)
        )
        assert lattice is not None
        steps = sorted(math.dist((0, 0), step) for step in lattice.steps)
        assert steps == pytest.approx([math.sqrt(2) * 62, math.sqrt(2) * 202])
        # One step runs straight up the wall and the other along it.
        assert min(abs(value) for value in lattice.steps[0]) == pytest.approx(0, abs=1e-9)
        assert min(abs(value) for value in lattice.steps[1]) == pytest.approx(0, abs=1e-9)

    def test_a_square_on_its_corner_is_its_diagonal_high(self) -> None:
        made = a_plan({"length": 100, "height": 100}, {"kind": "diagonal", "joint": 2})
        box = next(piece.box for piece in made.pieces if piece.kind == "full")
        assert box.height == pytest.approx(100 * math.sqrt(2), abs=1e-5)

    def test_hexagons_cut_through_the_middle_of_a_row_are_halves(self) -> None:
        made = a_plan(
            {"length": 100, "height": 100 * math.sqrt(3) / 2},
            {"kind": "hexagon", "joint": 2, "points": "up"},
            up={"kind": "flat-counter"},
        )
        counter = next(reading for reading in made.edges if reading.kind == "counter")
        assert {gets.size for gets in counter.gets if len(gets.pieces) > 3} == {50.0}

    def test_a_column_shifted_by_half_meets_the_counter_with_half_a_module(self) -> None:
        made = a_plan({"length": 200, "height": 60}, {"kind": "columns", "joint": 2})
        counter = next(reading for reading in made.edges if reading.kind == "counter")
        sizes = sorted({gets.size for gets in counter.gets})
        # The shifted tile has 101 mm under its foot, so the one beneath it ends 99 mm up.
        assert sizes == pytest.approx([99.0, 200.0])

    @pytest.mark.parametrize("hand", ["left", "right"])
    @pytest.mark.parametrize("side", ["left", "right"])
    def test_a_full_tile_of_a_herringbone_touches_the_end_it_is_full_at(
        self, side: str, hand: str
    ) -> None:
        made = a_plan(
            {"length": 150, "height": 60},
            {"kind": "herringbone", "joint": 2, "hand": hand},
            across={"kind": f"full-{side}"},
        )
        x0, _, x1, _ = made.surfaces[0].field
        full = [piece.box for piece in made.pieces if piece.kind == "full"]
        ends = [box.x1 if side == "right" else box.x0 for box in full]
        assert min(abs(end - (x1 if side == "right" else x0)) for end in ends) < 0.01

    def test_the_point_of_a_herringbone_stands_on_the_centreline(self) -> None:
        made = a_plan(
            {"length": 150, "height": 50},
            {"kind": "herringbone", "joint": 3},
            across={"kind": "centred", "what": "tile", "on": "point", "x": 700},
        )
        tips = [
            max(piece.outline[0], key=lambda p: p[1])[0]
            for piece in made.pieces
            if piece.kind == "full" and piece.turn == 135
        ]
        assert any(tip == pytest.approx(700, abs=1e-4) for tip in tips)


class TestWhatCannotBeLaid:
    """A lattice that would gape or overlap, and starts that it does not have."""

    @pytest.mark.parametrize(
        ("tile", "pattern", "field", "says"),
        [
            (
                {"length": 150, "height": 40},
                {"kind": "basketweave", "joint": 3},
                "/tile/length",
                "gape or overlap",
            ),
            (
                {"length": 90, "height": 80},
                {"kind": "rounds", "joint": 3},
                "/tile/height",
                "both ways",
            ),
            (
                {"length": 90, "height": 100},
                {"kind": "hexagon", "joint": 3},
                "/tile/length",
                "4 9/16- in",
            ),
            (
                {"length": 100, "height": 150},
                {"kind": "scallop", "joint": 3},
                "/tile/height",
                "a fan 3 15/16 in wide",
            ),
            (
                {"length": 100, "height": 100},
                {"kind": "herringbone", "joint": 3},
                "/tile/length",
                "more than the tile's height",
            ),
        ],
    )
    def test_says_which_size_and_what_would_be_right(
        self, tile: dict[str, Any], pattern: dict[str, Any], field: str, says: str
    ) -> None:
        with pytest.raises(JobRefused) as refused:
            a_plan(tile, pattern)
        assert [problem.pointer for problem in refused.value.problems] == [field]
        assert says in refused.value.problems[0].message

    @pytest.mark.parametrize(
        ("pattern", "start", "field"),
        [
            ({"kind": "herringbone", "joint": 3}, {"up": {"kind": "whole-courses"}}, "up"),
            (
                {"kind": "herringbone", "joint": 3},
                {"across": {"kind": "fitted", "lines": ["a:left", "a:right"]}},
                "across",
            ),
            ({"kind": "courses", "joint": 3}, {"up": {"kind": "flat-counter"}}, "up"),
        ],
    )
    def test_a_start_of_the_other_kind_is_refused_at_its_field(
        self, pattern: dict[str, Any], start: dict[str, Any], field: str
    ) -> None:
        with pytest.raises(JobRefused) as refused:
            a_plan({"length": 150, "height": 50}, pattern, **start)
        assert refused.value.problems[0].pointer == f"/walls/0/start/{field}"


def test_every_pattern_has_its_own_file() -> None:
    """A newcomer finds a pattern by its name."""
    import typing

    from pennant.core.layout import patterns

    kinds = {member.__name__.lower() for member in typing.get_args(typing.get_args(Pattern)[0])}
    files = {path.stem for path in __import__("pathlib").Path(patterns.__path__[0]).glob("*.py")}
    assert kinds - {"courses"} == files - {"__init__"}


class TestTilesToBuy:
    """Every piece of a lattice comes from a tile, and none hangs over it or on another."""

    @given(lattice_jobs(), st.booleans())
    @FEW
    def test_any_wall_can_be_cut_as_told(self, job: Job, saw: bool) -> None:
        if saw:
            tile = job.tile.model_copy(update={"material": "stone"})
            job = job.model_copy(update={"tile": tile})
        pieces = plan(job).pieces
        stock = stock_for(job, pieces)
        assert not list(faults(stock, [item_of(piece, stock.sheet) for piece in pieces]))
        assert stock.bound <= len(stock.tiles) <= len(pieces)

    def test_two_corners_of_a_square_come_from_one_tile(self) -> None:
        # Squares on their corner, cut through their middle at the counter: halves, two from a tile.
        made = a_plan(
            {"length": 100, "height": 100},
            {"kind": "diagonal", "joint": 2},
            up={"kind": "flat-counter"},
        )
        counter = next(reading for reading in made.edges if reading.kind == "counter")
        halves = [
            p
            for p in made.pieces
            if any(p.id in gets.pieces for gets in counter.gets)
            and p.area == pytest.approx(5000, abs=1)
        ]
        assert len(halves) > 6
        job = a_lattice_job({"length": 100, "height": 100}, {"kind": "diagonal", "joint": 2})
        assert len(stock_for(job, halves).tiles) == -(-len(halves) // 2)


class TestRoundSides:
    """A tile that is not cut is a full one where its round side touches a line."""

    @pytest.mark.parametrize(
        ("tile", "pattern"),
        [
            ({"length": 60, "height": 60}, {"kind": "rounds", "joint": 3}),
            ({"length": 80, "height": 78}, {"kind": "scallop", "joint": 3}),
        ],
    )
    def test_at_an_end(self, tile: dict[str, Any], pattern: dict[str, Any]) -> None:
        made = a_plan({**tile, "thickness": 8}, pattern, across={"kind": "full-left"})
        (reading,) = (one for one in made.surfaces[0].edges if one.edge.endswith(":left"))
        kinds = {piece.id: piece.kind for piece in made.pieces}
        for gets in reading.gets:
            assert gets.full == all(kinds[id_] == "full" for id_ in gets.pieces)
        assert any(gets.full for gets in reading.gets)
