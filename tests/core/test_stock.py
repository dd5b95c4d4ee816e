"""Tiles to buy: offcuts used again, factory edges where they are needed, and a bound beside it."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from packing import faults, fewest, fits
from random_walls import jobs

from examples import examples
from kitchens import demo, planned
from pennant.core.cuts.items import Item, Slant, WholeTile, item_of
from pennant.core.cuts.stock import offcut_for, pairs_of, stocked
from pennant.core.cuts.tiles import sheet_of, stock_for
from pennant.core.document.job import Job
from pennant.core.document.tiles import tiles_of
from pennant.core.plan import plan
from pennant.demos import demo_jobs

SHEET = WholeTile(8.0, 2.5, 0.0, 0.0, True)
SIDES = {"l": "left", "r": "right", "b": "bottom", "t": "top"}


def item(name: str, width: float, height: float, needs: str) -> Item:
    """An item with its factory edges as letters: ltb is left, top and bottom."""
    return Item(name, width, height, frozenset(SIDES[letter] for letter in needs))  # type: ignore[misc]


def tall(*widths: float, needs: str = "ltb") -> list[Item]:
    """End pieces of full height."""
    return [item(f"e{n}", width, 2.5, needs) for n, width in enumerate(widths)]


class TestEndPieces:
    """At most two a tile; fewest tiles = pieces - a maximum matching on a + b + kerf <= W."""

    @pytest.mark.parametrize(
        ("widths", "kerf", "tiles"),
        [
            ([4, 4], 0, 1),
            ([4, 4], 0.1, 2),
            ([1, 2, 6, 7], 0, 2),
            ([5, 5, 5], 0, 3),
            ([3, 3, 3], 0, 2),
            ([3.9375] * 8, 0.125, 4),
        ],
    )
    def test_by_hand(self, widths: list[float], kerf: float, tiles: int) -> None:
        stock = stocked(tuple(tall(*widths)), SHEET._replace(kerf=kerf))
        assert len(stock.tiles) == stock.bound == tiles

    @given(st.lists(st.sampled_from([0.5, 2.0, 3.1, 3.9, 4.1, 5.0, 7.2]), max_size=7))
    @examples(40)
    def test_pairs_against_trying_all(self, widths: list[float]) -> None:
        sheet = SHEET._replace(kerf=0.1)
        assert len(pairs_of(tall(*widths), "width", sheet)) == _most_pairs(widths, 8 - 0.1)

    @given(
        st.lists(st.sampled_from([0.5, 2.0, 3.9, 4.1, 5.0, 7.2]), max_size=4),
        st.lists(st.sampled_from([0.5, 2.0, 3.9, 4.1, 5.0, 7.2]), max_size=4),
    )
    @examples(40)
    def test_without_turning_a_pair_needs_both_ends(
        self, lefts: list[float], rights: list[float]
    ) -> None:
        sheet = SHEET._replace(turns=False)
        ones = [item(f"l{n}", width, 2.5, "ltb") for n, width in enumerate(lefts)]
        ones += [item(f"r{n}", width, 2.5, "rtb") for n, width in enumerate(rights)]
        found = len(pairs_of(ones, "width", sheet))
        assert found == _most_couples(lefts, rights, 8)
        assert len(stocked(tuple(ones), sheet).tiles) == len(ones) - found

    def test_rips_pair_along_the_height(self) -> None:
        rips = [item(f"r{n}", 8, height, "lrb") for n, height in enumerate((1.2, 1.3, 1.0))]
        assert len(stocked(tuple(rips), SHEET).tiles) == 2


def _most_pairs(lengths: list[float], room: float) -> int:
    if len(lengths) < 2:
        return 0
    first, *rest = lengths
    with_one = [
        1 + _most_pairs(rest[:i] + rest[i + 1 :], room)
        for i, other in enumerate(rest)
        if first + other <= room + 1e-9
    ]
    return max([_most_pairs(rest, room), *with_one])


def _most_couples(ones: list[float], others: list[float], room: float) -> int:
    if not ones:
        return 0
    first, *rest = ones
    with_one = [
        1 + _most_couples(rest, others[:i] + others[i + 1 :], room)
        for i, other in enumerate(others)
        if first + other <= room + 1e-9
    ]
    return max([_most_couples(rest, others, room), *with_one])


class TestFactoryEdges:
    """A piece's uncut sides are the tile's own; an offcut without them does not serve."""

    def test_four_corners_come_from_one_tile(self) -> None:
        corners = [item(needs, 3, 1, needs) for needs in ("lb", "lt", "rb", "rt")]
        assert len(stocked(tuple(corners), SHEET).tiles) == 1

    @pytest.mark.parametrize(("turns", "tiles"), [(True, 3), (False, 5)])
    def test_of_like_corners_a_tile_has_one_and_turned_round_another(
        self, turns: bool, tiles: int
    ) -> None:
        corners = [item(f"{n}", 1, 1, "lb") for n in range(5)]
        stock = stocked(tuple(corners), SHEET._replace(turns=turns))
        assert len(stock.tiles) == stock.bound == tiles

    def test_a_piece_between_two_jambs_comes_from_between_two_ends(self) -> None:
        items = (*tall(3, 3), item("between", 1.8, 2.5, "tb"))
        stock = stocked(items, SHEET)
        assert len(stock.tiles) == 1
        assert not list(faults(stock, items))

    def test_an_offcut_under_the_least_is_not_kept(self) -> None:
        items = (*tall(7.5), item("chip", 0.45, 0.45, ""))
        assert len(stocked(items, SHEET).tiles) == 1
        assert len(stocked(items, SHEET._replace(least_drop=0.6)).tiles) == 2

    def test_of_mosaic_smaller_offcuts_are_kept(self) -> None:
        # An offcut of 1 in is not kept of a large tile; of a 3/4 in chip all would be thrown away.
        chip = WholeTile(0.75, 0.75, 0.0, 1.0, True)
        halves = [item(f"h{n}", 0.3, 0.75, "ltb") for n in range(4)]
        assert len(stocked(tuple(halves), chip).tiles) == 2

    def test_a_broken_piece_is_cut_from_the_smallest_offcut_that_has_its_edges(self) -> None:
        stock = stocked(tuple(tall(5, 6)), SHEET)
        offcuts = [(tile.number, offcut) for tile in stock.tiles for offcut in tile.offcuts]
        found = offcut_for(item("again", 1.5, 2.5, "rtb"), offcuts, SHEET)
        assert found is not None
        assert found[1].width == 2
        assert offcut_for(item("again", 3.5, 2.5, "rtb"), offcuts, SHEET) is None


ITEMS = st.lists(
    st.tuples(
        st.sampled_from([1.0, 2.5, 3.9, 4.0, 5.5, 8.0]),
        st.sampled_from([0.6, 1.2, 1.3, 2.5]),
        st.sampled_from(["", "l", "b", "lb", "rt", "tb", "ltb", "rtb", "lrb", "lrt"]),
    ),
    min_size=1,
    max_size=5,
)


def real(sizes: list[tuple[float, float, str]]) -> tuple[Item, ...]:
    """Items of these sizes; one that has both edges of a pair is as large as the tile that way."""
    return tuple(
        item(
            f"i{n}",
            8.0 if {"l", "r"} <= {*needs} else min(width, 7.9),
            2.5 if {"t", "b"} <= {*needs} else min(height, 2.4),
            needs,
        )
        for n, (width, height, needs) in enumerate(sizes)
    )


class TestAgainstTryingAll:
    """Small cases against every way there is to share the pieces out."""

    @given(ITEMS, st.sampled_from([0.0, 0.1]), st.booleans())
    @examples(40)
    def test_never_fewer_than_possible_nor_under_the_bound(
        self, sizes: list[tuple[float, float, str]], kerf: float, turns: bool
    ) -> None:
        items, sheet = real(sizes), SHEET._replace(kerf=kerf, turns=turns)
        stock, least = stocked(items, sheet), fewest(items, sheet)
        assert not list(faults(stock, items))
        assert stock.bound <= least <= len(stock.tiles) <= least + 1

    def test_the_slow_search_knows_what_fits(self) -> None:
        assert fits(tuple(tall(4, 4)), SHEET)
        assert not fits(tuple(tall(4, 4)), SHEET._replace(kerf=0.1))
        assert not fits(tuple(tall(2, 2, 2)), SHEET)


class TestKitchens:
    """Whole plans, looked at by the independent checker."""

    @pytest.mark.parametrize("job", list(demo_jobs()), ids=lambda job: job.name)
    def test_the_demo_kitchens_can_be_cut_as_told(self, job: Job) -> None:
        made = plan(job)
        for of in tiles_of(job):
            own = [piece for piece in made.pieces if piece.of == of]
            stock = stock_for(job, made.pieces, of)
            assert not list(faults(stock, [item_of(piece, stock.sheet) for piece in own]))
            assert stock.bound <= len(stock.tiles)
            if tiles_of(job)[of].tile.sheet is None:  # a chip is never cut in two
                assert len(stock.tiles) < len({piece.tile for piece in own})

    @pytest.mark.parametrize(
        "job",
        [one for one in demo_jobs() if not one.areas and one.pattern.kind == "courses"],
        ids=lambda job: job.name,
    )
    def test_in_courses_the_bound_is_near(self, job: Job) -> None:
        stock = stock_for(job, plan(job).pieces)
        # Of a few large panels one more is many of a hundred.
        assert len(stock.tiles) <= max(stock.bound * 1.06, stock.bound + 4)

    @given(jobs(), st.booleans())
    @examples(25)
    def test_any_wall_can(self, job: Job, turns: bool) -> None:
        tile = job.tile.model_copy(update={"turns": turns, "material": "stone"})
        job = job.model_copy(update={"tile": tile})
        pieces = plan(job).pieces
        stock = stock_for(job, pieces)
        assert not list(faults(stock, [item_of(piece, stock.sheet) for piece in pieces]))
        assert stock.bound <= len(stock.tiles) <= len(pieces)

    def test_every_piece_names_its_tile(self) -> None:
        job = demo("Fennel Row")
        pieces = plan(job).pieces
        where = stock_for(job, pieces).places
        assert set(where) == {piece.id for piece in pieces}

    def test_a_snapped_cut_takes_nothing_and_a_sawn_one_the_blade(self) -> None:
        job = demo("Fennel Row")
        sawn = job.tile.model_copy(update={"material": "glass"})
        assert sheet_of(job).kerf == 0
        assert sheet_of(job.model_copy(update={"tile": sawn})).kerf == job.settings.kerf > 0

    def test_a_wall_of_whole_tiles_cuts_nothing(self) -> None:
        made = planned(length="32 3/8", top="10 3/8", bond=(0, 1))
        assert {piece.kind for piece in made.pieces} == {"full"}


class TestSlantedEnds:
    """Two slanted ends of one slant lie against one another, so their mean lengths count."""

    TILE = WholeTile(200.0, 50.0, 2.0, 25.0, True)

    def end(self, name: str, bottom: float, top: float) -> Item:
        needs = frozenset(("bottom", "top", "left"))
        area = (bottom + top) / 2 * 50
        return Item(name, max(bottom, top), 50.0, needs, Slant(bottom, top), area, 2)

    def test_two_of_a_kind_come_from_one_tile(self) -> None:
        # 120 and 70 long: side by side as rectangles 240, against one another 190 and a cut.
        stock = stocked((self.end("a", 120, 70), self.end("b", 120, 70)), self.TILE)
        assert len(stock.tiles) == 1
        assert not list(faults(stock, (self.end("a", 120, 70), self.end("b", 120, 70))))

    def test_a_saw_takes_more_along_a_slant(self) -> None:
        # At 45 degrees a blade of 2 takes 2.83 along the tile: 98.9 and 98.9 leave only 2.2.
        ends = (self.end("a", 123.9, 73.9), self.end("b", 123.9, 73.9))
        assert len(stocked(ends, self.TILE).tiles) == 2
        assert len(stocked(ends, self.TILE._replace(kerf=1.5)).tiles) == 1

    def test_of_two_hands_they_do_not_fit_together(self) -> None:
        stock = stocked((self.end("a", 120, 70), self.end("b", 70, 120)), self.TILE)
        assert len(stock.tiles) == 2
