"""The user's own products: kept, replaced by name, read from and written to CSV."""

from pathlib import Path

import pytest

from pennant.core.document.products import Grout
from pennant.core.document.refusal import JobRefused
from pennant.core.document.shelf import EXAMPLES, PRODUCT_KINDS, Shelf, with_kept
from pennant.files.shelf_csv import read_shelf, write_shelf
from pennant.store.database import Database
from pennant.store.shelf import ProductShelf

OWN = Grout(name="Own, oat", kind="fine", pack=3, joint_least=2.0)


@pytest.fixture
def shelf(tmp_path: Path) -> ProductShelf:
    return ProductShelf(Database(tmp_path / "jobs.db"))


class TestKept:
    """By kind and name."""

    def test_put_replaced_and_taken_off(self, shelf: ProductShelf) -> None:
        shelf.put(Shelf(grout=(OWN,)))
        shelf.put(Shelf(grout=(OWN.model_copy(update={"pack": 4.0}),)))
        assert [one.pack for one in shelf.kept().grout] == [4.0]
        shelf.take_off("grout", OWN.name)
        assert shelf.kept() == Shelf()

    def test_one_s_own_hides_an_example_of_its_name(self) -> None:
        name = EXAMPLES.grout[0].name
        both = with_kept(EXAMPLES, Shelf(grout=(OWN.model_copy(update={"name": name}),)))
        assert [one.pack for one in both.grout if one.name == name] == [3]
        assert len(both.grout) == len(EXAMPLES.grout)
        assert both.tile == EXAMPLES.tile


class TestCsv:
    """Out and in again; a wrong line is named, and nothing of the file is read."""

    def test_round_trip(self) -> None:
        assert read_shelf(write_shelf(EXAMPLES).encode()) == EXAMPLES
        assert all(getattr(EXAMPLES, kind) for kind in PRODUCT_KINDS)

    def test_lengths_as_on_a_pad(self) -> None:
        text = "shelf,name,height,stick\ntrim,Own,3/8 in,2450\n"
        (trim,) = read_shelf(text.encode()).trim
        assert (trim.height, trim.stick) == (pytest.approx(9.525), 2450)

    @pytest.mark.parametrize(
        ("text", "pointer", "says"),
        [
            ("shelf,name,pack\ngrout,Own,much\n", "/row/2/pack", "number"),
            ("shelf,name,pack\npaint,Own,3\n", "/row/2/shelf", "write one of tile"),
            ("shelf,name,pack\ngrout,A,3\ngrout,,3\n", "/row/3/name", ""),
            ("shelf,name,pack,height\ngrout,Own,3,9\n", "/row/2/height", ""),
            ("name,pack\nOwn,3\n", "/row/1", "no column named shelf"),
            ("", "/row/1", "no column named shelf"),
        ],
    )
    def test_what_is_wrong_is_said(self, text: str, pointer: str, says: str) -> None:
        with pytest.raises(JobRefused) as refused:
            read_shelf(text.encode())
        (problem,) = refused.value.problems
        assert problem.pointer == pointer
        assert says in problem.message

    def test_all_wrong_lines_at_once(self) -> None:
        text = "shelf,name,pack\ngrout,A,-1\ngrout,B,3\nsealant,C,none\n"
        with pytest.raises(JobRefused) as refused:
            read_shelf(text.encode())
        assert [one.pointer for one in refused.value.problems] == ["/row/2/pack", "/row/4/pack"]

    def test_no_csv_at_all(self) -> None:
        with pytest.raises(JobRefused):
            read_shelf(b"\xff\xfe\x00")
