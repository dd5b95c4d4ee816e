"""The site record: where pieces stand, and what a broken one is cut from again."""

from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from kitchens import sink_wall
from pennant.core.cuts.items import Item, WholeTile
from pennant.core.cuts.stock import stocked
from pennant.core.geometry.clip import ring_of
from pennant.core.geometry.rect import Rect
from pennant.core.plan import plan
from pennant.core.site.record import (
    CutTile,
    Event,
    Record,
    SiteEvent,
    Spot,
    again_of,
    cut_tiles,
    dealt_otherwise,
    record_of,
    spot_of,
)

SHEET = WholeTile(8.0, 2.5, 0.0, 0.0, True)
ENDS = frozenset(("left", "top", "bottom"))
SIXTEENTH = 25.4 / 16
PIECES = plan(sink_wall()).pieces[:3]
FIRST, SECOND, _ = PIECES


def end(name: str, width: float) -> Item:
    """An end piece of full height."""
    return Item(name, width, 2.5, ENDS)


def noted(*said: tuple[str, Event]) -> list[SiteEvent]:
    """Events about pieces as they lie, each taken back being of the last that stands."""
    spots = {piece.id: spot_of(piece) for piece in PIECES}
    events: list[SiteEvent] = []
    standing: dict[str, list[int]] = {}
    for number, (piece, event) in enumerate(said, 1):
        own = standing.setdefault(piece, [])
        if event == "taken back":
            back = own.pop() if own else None
            events.append(SiteEvent(number, piece, event, spots[piece], takes_back=back))
        else:
            own.append(number)
            events.append(SiteEvent(number, piece, event, spots[piece]))
    return events


def record(*said: tuple[str, Event]) -> Record:
    return record_of(noted(*said), PIECES, SIXTEENTH)


class TestStates:
    """The last event that stands says where a piece is."""

    def test_cut_then_set(self) -> None:
        found = record((FIRST.id, "cut"), (FIRST.id, "set"), (SECOND.id, "cut"))
        assert found.states == {FIRST.id: "set", SECOND.id: "cut"}
        assert found.last == {FIRST.id: 2, SECOND.id: 3}
        assert (found.count("set"), found.count("cut")) == (1, 1)

    def test_taken_back(self) -> None:
        once = [(FIRST.id, "cut"), (FIRST.id, "set"), (FIRST.id, "taken back")]
        assert record(*once).states == {FIRST.id: "cut"}
        assert record(*once, (FIRST.id, "taken back")).states == {}

    def test_broken_and_cut_again_still_broke_once(self) -> None:
        found = record((FIRST.id, "cut"), (FIRST.id, "broken"), (FIRST.id, "cut"))
        assert found.states == {FIRST.id: "cut"}
        assert found.broken == (FIRST.id,)

    def test_broken_by_mistake(self) -> None:
        found = record((FIRST.id, "broken"), (FIRST.id, "taken back"))
        assert (found.states, found.broken) == ({}, ())

    @given(
        st.lists(
            st.tuples(
                st.sampled_from([FIRST.id, SECOND.id]),
                st.sampled_from(["cut", "set", "broken", "taken back"]),
            )
        )
    )
    def test_taking_all_back_leaves_nothing(self, said: list) -> None:
        back = [(piece, "taken back") for piece in (FIRST.id, SECOND.id) for _ in said]
        found = record(*said, *back)
        assert (found.states, found.broken) == ({}, ())


class TestAnotherPlan:
    """An event counts for the piece that lies where its own lay, whatever it is called now."""

    def test_a_piece_called_otherwise_now(self) -> None:
        renamed = [replace(piece, id=f"B{n}") for n, piece in enumerate(PIECES)]
        found = record_of(noted((FIRST.id, "set")), renamed, SIXTEENTH)
        assert found.states == {"B0": "set"}

    def test_a_piece_of_another_size_by_the_same_code_was_not_set(self) -> None:
        narrower = FIRST.box._replace(x1=FIRST.box.x1 - 80)
        cut = replace(
            FIRST,
            box=narrower,
            outline=(ring_of(narrower),),
            width=narrower.width,
            area=narrower.area,
        )
        found = record_of(noted((FIRST.id, "set")), [cut], SIXTEENTH)
        assert found.states == {}
        assert [one.piece for one in found.elsewhere] == [FIRST.id]

    def test_a_piece_moved_by_a_hair_is_the_same(self) -> None:
        moved = FIRST.box._replace(x0=FIRST.box.x0 + 1, x1=FIRST.box.x1 + 1)
        found = record_of(
            noted((FIRST.id, "set")),
            [replace(FIRST, box=moved, outline=(ring_of(moved),))],
            SIXTEENTH,
        )
        assert found.states == {FIRST.id: "set"}

    def test_a_notch_that_came_since_makes_it_another(self) -> None:
        x0, y0, x1, y1 = FIRST.box
        side, deep = (x1 - x0) / 4, (y1 - y0) / 4
        ring = (
            (x0, y0),
            (x1, y0),
            (x1, y1),
            (x1 - side, y1),
            (x1 - side, y1 - deep),
            (x0 + side, y1 - deep),
            (x0 + side, y1),
            (x0, y1),
        )
        notched = replace(FIRST, outline=(ring,), area=FIRST.area - 2 * side * deep)
        assert record_of(noted((FIRST.id, "set")), [notched], SIXTEENTH).states == {}

    def test_what_no_plan_had_is_kept_apart(self) -> None:
        found = record_of([SiteEvent(1, "Z9.9", "cut")], PIECES, SIXTEENTH)
        assert (found.states, len(found.elsewhere)) == ({}, 1)


class TestAgain:
    """A broken piece asks for another: an offcut is looked for first."""

    ITEMS = (end(PIECES[0].id, 5.0), end(PIECES[1].id, 6.5), end(PIECES[2].id, 2.0))
    STOCK = stocked(ITEMS, SHEET)
    BY_ID = {one.id: one for one in ITEMS}  # noqa: RUF012
    SHORT = {**BY_ID, PIECES[2].id: end(PIECES[2].id, 1.25)}  # noqa: RUF012

    def events(self, *said: tuple[str, Event]) -> list[SiteEvent]:
        return [
            one._replace(tile=cut_tiles(self.STOCK, border=False)[one.piece])
            for one in noted(*said)
        ]

    def again(self, *said: tuple[str, Event], items: dict) -> list:
        events = self.events(*said)
        return again_of(record_of(events, PIECES, SIXTEENTH), events, SHEET, items)

    def test_from_an_offcut_of_a_tile_that_is_cut(self) -> None:
        # The first and third share a tile of 8 and leave 1; the second leaves 1 1/2: no offcut is
        # long enough for the third.
        said = [(one.id, "cut") for one in self.ITEMS]
        (again,) = self.again(*said, (PIECES[2].id, "broken"), items=self.BY_ID)
        assert again.tile is None
        (again,) = self.again(*said, (PIECES[2].id, "broken"), items=self.SHORT)
        assert again.offcut is not None
        assert again.offcut.width == 1.5

    def test_a_tile_not_cut_yet_has_no_offcut(self) -> None:
        (again,) = self.again((PIECES[2].id, "broken"), items=self.SHORT)
        assert again.tile is None

    def test_nor_has_one_of_which_only_a_part_is_cut(self) -> None:
        # The first and the third share a tile; only the first is cut. Were its offcut offered now,
        # the third would have to be cut out of turn.
        long = tuple(
            end(piece.id, width) for piece, width in zip(PIECES, (4.0, 6.5, 2.0), strict=True)
        )
        stock = stocked(long, SHEET)
        pair = next(tile for tile in stock.tiles if len(tile.cuts) == 2)
        assert pair.offcuts
        one, other = (cut.piece for cut in pair.cuts)
        tile = cut_tiles(stock, border=False)[one]
        half = [SiteEvent(1, one, "cut", None, tile)]
        broken = Record({}, {}, (SECOND.id,), {}, ())
        between = frozenset(("top", "bottom"))  # what stands between two jambs
        items = {SECOND.id: Item(SECOND.id, 1.5, 2.5, between)}
        assert again_of(broken, half, SHEET, items)[0].tile is None
        whole = [*half, SiteEvent(2, other, "cut", None, tile)]
        assert again_of(broken, whole, SHEET, items)[0].tile == pair.number

    def test_an_offcut_serves_once(self) -> None:
        said = [(one.id, "cut") for one in self.ITEMS]
        last = PIECES[2].id
        found = self.again(
            *said, (last, "broken"), (last, "cut"), (last, "broken"), items=self.SHORT
        )
        assert [one.tile is None for one in found] == [False, True]


class TestDealtOtherwise:
    """A tile that was cut is not dealt again by a later plan."""

    def test_the_partner_of_a_piece_cut_from_another_tile_takes_a_new_one(self) -> None:
        stock = stocked(TestAgain.ITEMS, SHEET)
        partners = next(tile for tile in stock.tiles if len(tile.cuts) == 2)
        first, other = (cut.piece for cut in partners.cuts)
        then = CutTile(7, False, (first, "A9.9"), (Rect(0.0, 0.0, 1.0, 2.5),))
        spot = next(spot_of(piece) for piece in PIECES if piece.id == first)
        cut = SiteEvent(1, first, "cut", Spot(*spot), then)
        assert dealt_otherwise(record_of([cut], PIECES, SIXTEENTH), stock) == [other]

    def test_as_it_was_dealt_nothing_changes(self) -> None:
        stock = stocked(TestAgain.ITEMS, SHEET)
        event = TestAgain().events((PIECES[0].id, "cut"))
        assert dealt_otherwise(record_of(event, PIECES, SIXTEENTH), stock) == []
