"""The site record: where pieces stand, and what a broken one is cut from again."""

from hypothesis import given
from hypothesis import strategies as st

from pennant.core.record import Note, again_of, record_of
from pennant.core.stock import Item, Sheet, stocked

SHEET = Sheet(8.0, 2.5, 0.0, 0.0, True)
ENDS = frozenset(("left", "top", "bottom"))


def end(name: str, width: float) -> Item:
    """An end piece of full height."""
    return Item(name, width, 2.5, ENDS)


class TestStates:
    """The last note that stands says where a piece is."""

    def test_cut_then_set(self) -> None:
        record = record_of([Note("A1", "cut"), Note("A1", "set"), Note("A2", "cut")])
        assert record.states == {"A1": "set", "A2": "cut"}
        assert (record.count("set"), record.count("cut")) == (1, 1)

    def test_taken_back(self) -> None:
        notes = [Note("A1", "cut"), Note("A1", "set"), Note("A1", "taken back")]
        assert record_of(notes).states == {"A1": "cut"}
        assert record_of([*notes, Note("A1", "taken back")]).states == {}

    def test_broken_and_cut_again_still_broke_once(self) -> None:
        record = record_of([Note("A1", "cut"), Note("A1", "broken"), Note("A1", "cut")])
        assert record.states == {"A1": "cut"}
        assert record.broken == ("A1",)

    def test_broken_by_mistake(self) -> None:
        record = record_of([Note("A1", "broken"), Note("A1", "taken back")])
        assert (record.states, record.broken) == ({}, ())

    @given(st.lists(st.tuples(st.sampled_from("AB"), st.sampled_from(
        ["cut", "set", "broken", "taken back"]))))  # fmt: skip
    def test_taking_all_back_leaves_nothing(self, notes: list) -> None:
        all_ = [Note(*note) for note in notes]
        back = [Note(piece, "taken back") for piece in "AB" for _ in all_]
        record = record_of([*all_, *back])
        assert (record.states, record.broken) == ({}, ())


class TestAgain:
    """A broken piece asks for another: a drop is looked for first."""

    ITEMS = (end("A1", 5.0), end("A2", 6.5), end("A3", 2.0))
    STOCK = stocked(ITEMS, SHEET)
    BY_ID = {one.id: one for one in ITEMS}  # noqa: RUF012

    def test_from_a_drop_of_a_tile_that_is_cut(self) -> None:
        # A1 and A3 share a tile of 8 and leave 1; A2 leaves 1 1/2: no drop is long enough for A3.
        notes = [Note(one.id, "cut") for one in self.ITEMS]
        (again,) = again_of(record_of([*notes, Note("A3", "broken")]), self.STOCK, self.BY_ID)
        assert again.tile is None
        short = {**self.BY_ID, "A3": end("A3", 1.25)}
        (again,) = again_of(record_of([*notes, Note("A3", "broken")]), self.STOCK, short)
        assert again.drop is not None
        assert again.drop.width == 1.5

    def test_a_tile_not_cut_yet_has_no_drop(self) -> None:
        short = {**self.BY_ID, "A3": end("A3", 1.25)}
        (again,) = again_of(record_of([Note("A3", "broken")]), self.STOCK, short)
        assert again.tile is None

    def test_a_drop_serves_once(self) -> None:
        short = {**self.BY_ID, "A3": end("A3", 1.25)}
        notes = [Note(one.id, "cut") for one in self.ITEMS]
        twice = [*notes, Note("A3", "broken"), Note("A3", "cut"), Note("A3", "broken")]
        found = again_of(record_of(twice), self.STOCK, short)
        assert [one.tile is None for one in found] == [False, True]
