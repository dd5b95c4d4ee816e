"""Ways to cut one tile: every set that can be cut is found, each lies where it can be cut."""

from collections import Counter
from itertools import combinations, combinations_with_replacement

import pytest
from hypothesis import given
from hypothesis import strategies as st
from packing import HAIR, fits
from shapely import Polygon

from examples import examples
from kitchens import demo
from pennant.core.cuts.items import FromTile, Item, WholeTile
from pennant.core.cuts.stock import fixed, offcuts_beside, takes_all
from pennant.core.cuts.tiles import items_for
from pennant.core.cuts.ways_to_cut import (
    Kind,
    kinds_of,
    ways_by_cuts_across,
    ways_in_place,
)
from pennant.core.geometry.rect import Rect
from pennant.core.plan import plan

SIDES = {"l": "left", "r": "right", "b": "bottom", "t": "top"}
SHEET = WholeTile(200.0, 100.0, 2.0, 25.0, True)


def item(name: str, width: float, height: float, needs: str) -> Item:
    return Item(name, width, height, frozenset(SIDES[one] for one in needs))  # type: ignore[misc]


class TestKinds:
    """Pieces that are alike are one kind: one of them does as well as another."""

    def test_left_and_right_ends_are_alike_where_a_tile_may_be_turned(self) -> None:
        ends = [item("a", 60, 100, "ltb"), item("b", 60, 100, "rtb")]
        assert len(kinds_of(ends, SHEET)) == 1
        assert len(kinds_of(ends, SHEET._replace(turns=False))) == 2

    def test_the_same_size_with_other_edges_is_another_kind(self) -> None:
        pieces = [item("a", 60, 100, "ltb"), item("b", 60, 100, "tb")]
        assert len(kinds_of(pieces, SHEET)) == 2

    def test_the_largest_come_first(self) -> None:
        pieces = [item("a", 20, 20, "lb"), item("b", 120, 100, "ltb"), item("c", 60, 60, "lb")]
        assert [kind.items[0].id for kind in kinds_of(pieces, SHEET)] == ["b", "c", "a"]


@st.composite
def pieces(draw: st.DrawFn) -> tuple[list[Item], WholeTile]:
    kerf, turns = draw(st.sampled_from([0.0, 2.0])), draw(st.booleans())
    sheet = SHEET._replace(kerf=kerf, turns=turns)
    found = []
    for number in range(draw(st.integers(2, 5))):
        needs = draw(st.sampled_from(["ltb", "rtb", "tb", "lrb", "lb", "rt", "b", ""]))
        width = 200.0 if {"l", "r"} <= set(needs) else draw(st.sampled_from([38.0, 60.0, 98.0]))
        height = 100.0 if {"t", "b"} <= set(needs) else draw(st.sampled_from([31.0, 49.0, 66.0]))
        found.append(item(f"p{number}", width, height, needs))
    return found, sheet


class TestAcross:
    """By cuts right across: held against a slow search that tries every order and place."""

    @given(pieces())
    @examples(30)
    def test_every_set_that_can_be_cut_is_part_of_a_way(
        self, case: tuple[list[Item], WholeTile]
    ) -> None:
        own, sheet = case
        kinds = kinds_of(own, sheet)
        found = ways_by_cuts_across(kinds, sheet)
        assert found.all_of_them
        known = [Counter(way.kinds) for way in found.ways]
        for many in (1, 2, 3):
            for some in combinations_with_replacement(range(len(kinds)), many):
                wanted = Counter(some)
                if any(count > len(kinds[kind].items) for kind, count in wanted.items()):
                    continue
                chosen = tuple(
                    one for kind, count in wanted.items() for one in kinds[kind].items[:count]
                )
                if fits(chosen, sheet):
                    assert any(wanted <= one for one in known), some

    @given(pieces())
    @examples(30)
    def test_every_way_lies_in_its_tile_with_a_kerf_between(
        self, case: tuple[list[Item], WholeTile]
    ) -> None:
        own, sheet = case
        kinds = kinds_of(own, sheet)
        for way in ways_by_cuts_across(kinds, sheet).ways:
            for place in way.places:
                kind, at = kinds[place.kind], place.at
                assert at.width == pytest.approx(kind.width)
                assert at.height == pytest.approx(kind.height)
                assert min(at.x0, at.y0) >= -HAIR
                assert at.x1 <= sheet.width + HAIR
                assert at.y1 <= sheet.height + HAIR
            for one, other in combinations(way.places, 2):
                assert _gap(one.at, other.at) >= sheet.kerf - HAIR

    def test_nothing_more_can_be_added_to_a_way(self) -> None:
        own = [item(f"s{n}", 200.0, 20.0, "lr") for n in range(3)] + [item("e", 90, 100, "ltb")]
        kinds = kinds_of(own, SHEET)
        ways = {
            Counter(way.kinds)[_number(kinds, "s0")]
            for way in ways_by_cuts_across(kinds, SHEET).ways
        }
        assert ways == {0, 3}

    def test_a_piece_from_side_to_side_and_one_from_top_to_bottom_never_share(self) -> None:
        own = [item("rip", 200.0, 10.0, "lrb"), item("end", 10.0, 100.0, "ltb")]
        kinds = kinds_of(own, SHEET)
        assert all(len(way.kinds) == 1 for way in ways_by_cuts_across(kinds, SHEET).ways)


class TestInPlace:
    """Odd pieces keep their places in the tile: any that lie apart can share it."""

    def test_the_ends_of_a_herringbone(self) -> None:
        job = demo("Juniper Court")
        items, sheet = items_for(job, plan(job).pieces, "")
        kinds = kinds_of([one for one in items if not takes_all(one, sheet)], sheet)
        found = ways_in_place(kinds, sheet)
        assert found.all_of_them
        assert any(len(way.kinds) >= 2 for way in found.ways)
        for way in found.ways:
            shapes = [Polygon(place.ring) for place in way.places]
            for one, other in combinations(shapes, 2):
                assert one.intersection(other).area <= HAIR * sheet.width
            counts = Counter(way.kinds)
            assert all(many <= len(kinds[kind].items) for kind, many in counts.items())
            for place in way.places:
                assert fixed(kinds[place.kind].items[0]) or kinds[place.kind].ring

    def test_two_halves_of_a_diamond_and_no_third(self) -> None:
        """A square cut from corner to corner: its other half is the offcut, turned round."""
        half = ((0.0, 0.0), (100.0, 0.0), (0.0, 100.0))
        sheet = WholeTile(100.0, 100.0, 0.0, 25.0, True)
        halves = [
            Item(f"h{n}", 100.0, 100.0, frozenset({"left", "bottom"}), None, 5000.0, 1, half)
            for n in range(3)
        ]
        kinds = kinds_of(halves, sheet)
        ways = ways_in_place(kinds, sheet).ways
        assert max(len(way.kinds) for way in ways) == 2
        sawn = ways_in_place(kinds, sheet._replace(kerf=2.0)).ways
        assert max(len(way.kinds) for way in sawn) == 1


class TestOffcuts:
    """What is left of a tile beside its pieces, each a rectangle that can be cut free."""

    def test_beside_one_and_between_two(self) -> None:
        first = FromTile("a", Rect(0.0, 0.0, 60.0, 100.0), False)
        last = FromTile("b", Rect(150.0, 0.0, 200.0, 100.0), True)
        assert offcuts_beside([first], SHEET) == (Rect(62.0, 0.0, 200.0, 100.0),)
        (left,) = offcuts_beside([first, last], SHEET)
        assert left == Rect(62.0, 0.0, 148.0, 100.0)

    def test_too_small_to_keep(self) -> None:
        first = FromTile("a", Rect(0.0, 0.0, 100.0, 100.0), False)
        last = FromTile("b", Rect(120.0, 0.0, 200.0, 100.0), True)
        assert offcuts_beside([first, last], SHEET) == ()

    def test_over_a_low_piece(self) -> None:
        low = FromTile("a", Rect(0.0, 0.0, 200.0, 40.0), False)
        assert offcuts_beside([low], SHEET) == (Rect(0.0, 42.0, 200.0, 100.0),)


def _gap(one: Rect, other: Rect) -> float:
    """How far apart two rectangles are, level or plumb."""
    across = max(one.x0, other.x0) - min(one.x1, other.x1)
    up = max(one.y0, other.y0) - min(one.y1, other.y1)
    return max(across, up)


def _number(kinds: list[Kind], piece: str) -> int:
    return next(n for n, kind in enumerate(kinds) if piece in {one.id for one in kind.items})
