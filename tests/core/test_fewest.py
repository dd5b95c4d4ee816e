"""The fewest tiles: never more than the quick plan's, never fewer than there can be, each tile one
that can be cut.
"""

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from packing import faults
from packing import fewest as fewest_by_trying
from random_walls import jobs

from examples import examples
from kitchens import CABINET, WINDOW, a_job, demo
from pennant.core.cuts.cut_list import cuts_of
from pennant.core.cuts.fewest import fewest
from pennant.core.cuts.items import Item, WholeTile
from pennant.core.cuts.stock import stocked
from pennant.core.cuts.tiles import items_for, may_be_fewer, stock_for
from pennant.core.cuts.ways_to_cut import kinds_of, ways_by_cuts_across
from pennant.core.document.job import Job
from pennant.core.document.starts import FullLeft
from pennant.core.document.tiles import tiles_of
from pennant.core.plan import plan
from pennant.demos import demo_jobs

SIDES = {"l": "left", "r": "right", "b": "bottom", "t": "top"}


def item(name: str, width: float, height: float, needs: str) -> Item:
    """An item with its factory edges as letters: ltb is left, top and bottom."""
    return Item(name, width, height, frozenset(SIDES[one] for one in needs))  # type: ignore[misc]


class TestByHand:
    """What a tiler sees at the saw, and a rule by size alone does not."""

    def test_a_middle_piece_comes_from_between_two_ends(self) -> None:
        """Two ends of a tile and what lies between: three pieces from one tile."""
        sheet = WholeTile(300.0, 75.0, 2.0, 25.0, True)
        items = (item("a", 100, 75, "ltb"), item("b", 90, 75, "rtb"), item("m", 100, 75, "tb"))
        stock = fewest(items, sheet)
        assert (len(stock.tiles), stock.bound) == (1, 1)
        assert list(faults(stock, items)) == []

    def test_the_kerf_of_the_second_cut_counts(self) -> None:
        sheet = WholeTile(300.0, 75.0, 6.0, 25.0, True)
        items = (item("a", 100, 75, "ltb"), item("b", 90, 75, "rtb"), item("m", 100, 75, "tb"))
        assert len(fewest(items, sheet).tiles) == 2

    def test_four_corners_of_one_tile(self) -> None:
        sheet = WholeTile(200.0, 100.0, 0.0, 25.0, False)
        corners = zip(("lb", "rb", "lt", "rt"), (90, 110, 120, 80), strict=True)
        items = tuple(item(needs, width, 50, needs) for needs, width in corners)
        assert len(fewest(items, sheet).tiles) == 1
        # Of other heights on the right they would fit, but no cut goes right across between them.
        stepped = (items[0], item("rb", 110, 49, "rb"), items[2], item("rt", 80, 51, "rt"))
        assert len(fewest(stepped, sheet).tiles) == 2

    def test_where_a_tile_may_not_be_turned_two_left_ends_take_two(self) -> None:
        items = (item("a", 100, 75, "ltb"), item("b", 100, 75, "ltb"))
        assert len(fewest(items, WholeTile(300.0, 75.0, 0.0, 25.0, False)).tiles) == 2
        assert len(fewest(items, WholeTile(300.0, 75.0, 0.0, 25.0, True)).tiles) == 1


@st.composite
def handfuls(draw: st.DrawFn) -> tuple[tuple[Item, ...], WholeTile]:
    """A handful of pieces of every sort, and a tile."""
    kerf = draw(st.sampled_from([0.0, 2.0]))
    sheet = WholeTile(200.0, 100.0, kerf, 25.0, draw(st.booleans()))
    sizes = st.sampled_from([20.0, 45.0, 49.0, 62.0, 99.0, 118.0, 150.0])
    heights = st.sampled_from([15.0, 31.0, 48.0, 49.0, 60.0, 84.0])
    items = []
    for number in range(draw(st.integers(2, 6))):
        needs = draw(st.sampled_from(["ltb", "rtb", "tb", "lrb", "lrt", "lb", "rt", "b", "l", ""]))
        width = sheet.width if {"l", "r"} <= set(needs) else draw(sizes)
        height = sheet.height if {"t", "b"} <= set(needs) else draw(heights)
        items.append(item(f"p{number}", width, height, needs))
    return tuple(items), sheet


class TestAgainstTryingAll:
    """Small cases against every way to share them out; what is said to be the fewest is."""

    @given(handfuls())
    @examples(80)
    def test_never_more_than_by_trying(self, case: tuple[tuple[Item, ...], WholeTile]) -> None:
        items, sheet = case
        found = fewest(items, sheet)
        assert list(faults(found, items)) == []
        assert found.bound <= len(found.tiles) <= fewest_by_trying(items, sheet)

    @given(handfuls())
    @examples(30)
    def test_with_all_ways_known_it_is_proved(
        self, case: tuple[tuple[Item, ...], WholeTile]
    ) -> None:
        items, sheet = case
        rest = [one for one in items if len(one.needs) < 4]
        assume(ways_by_cuts_across(kinds_of(rest, sheet), sheet).all_of_them)
        found = fewest(items, sheet)
        assert len(found.tiles) == found.bound


class TestKitchens:
    """Whole jobs: within one of the bound, each tile looked at by an independent checker."""

    @pytest.mark.parametrize("name", [job.name.split(",")[0] for job in demo_jobs()])
    def test_the_demos_are_proved(self, name: str) -> None:
        job = demo(name)
        cut = {piece.of for piece in plan(job).pieces if piece.kind != "full"}
        singly = {of for of, one in tiles_of(job).items() if one.tile.sheet is None}
        assert set(self._held(job)) == cut & singly

    def test_two_slanted_ends_from_one_tile(self) -> None:
        """So far along, ends of herringbone share tiles: no cut goes right across between them."""
        job = demo("Juniper Court")
        start = job.walls[0].start.model_copy(update={"across": FullLeft(nudge=2.1)})
        job = job.model_copy(
            update={"walls": (job.walls[0].model_copy(update={"start": start}), *job.walls[1:])}
        )
        items, sheet = items_for(job, plan(job).pieces, "")
        stock = fewest(items, sheet)
        assert list(faults(stock, items)) == []
        assert stock.bound <= len(stock.tiles) <= len(stocked(items, sheet).tiles)
        assert any(
            len(tile.cuts) > 1 and any(cut.cut is not None for cut in tile.cuts)
            for tile in stock.tiles
        )

    @given(jobs())
    @examples(12)
    def test_random_walls(self, job: Job) -> None:
        assume(self._held(job))

    def _held(self, job: Job) -> list[str]:
        """Hold the tiles of a job against their bound; returns those that were."""
        pieces, held = plan(job).pieces, []
        for of, one in tiles_of(job).items():
            items, sheet = items_for(job, pieces, of)
            if one.tile.sheet is None and items:
                quick, found = stocked(items, sheet), fewest(items, sheet)
                assert list(faults(found, items)) == []
                assert quick.bound <= found.bound <= len(found.tiles) <= len(quick.tiles)
                assert len(found.tiles) - found.bound <= 1
                held.append(of)
        return held

    @pytest.mark.parametrize("points", ["up", "sides"])
    def test_hexagons_keep_their_places(self, points: str) -> None:
        """A hexagon is cut where it lies, so pieces that would have the same part of it need one
        each; an upper and a lower half come from one.
        """
        tile = {"length": 110, "height": 95.263, "thickness": 8}
        pattern = {"kind": "hexagon", "joint": 2, "points": points}
        document = a_job(overheads=[CABINET], openings=[WINDOW]).model_dump(mode="json")
        assert self._held(Job.model_validate({**document, "tile": tile, "pattern": pattern}))

    def test_the_fewest_of_the_herringbone_are_known_to_be(self) -> None:
        """Halves cut aslant lie against one another in more ways than by their lengths."""
        job = demo("Juniper Court")
        stock = cuts_of(job, plan(job, "fewest")).stock
        assert len(stock.tiles) == stock.bound
        assert len(stock.tiles) < len(cuts_of(job, plan(job)).stock.tiles)


class TestCounted:
    """A key shows the quick count, or the fewest where it is known; the papers the fewest."""

    def test_known_once_it_was_found_and_only_then(self) -> None:
        job = demo("Alder Wharf")
        fewest.forget()
        quick = plan(job, "known")
        assert may_be_fewer(job, quick.pieces)
        assert quick.quantities == plan(job).quantities
        best = plan(job, "fewest")
        assert not may_be_fewer(job, quick.pieces)
        assert plan(job, "known").quantities == best.quantities
        assert len(stock_for(job, best.pieces, counted="fewest").tiles) < len(
            stock_for(job, best.pieces).tiles
        )

    def test_the_same_each_time(self) -> None:
        job = demo("Sorrel Yard")
        items = items_for(job, plan(job).pieces, "")
        first = fewest(*items)
        fewest.forget()
        assert fewest(*items) == first
