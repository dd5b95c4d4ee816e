"""Tiles to choose from, as a table: read whole, or refused by line and column."""

import pytest

from kitchens import IN, a_job
from pennant.core.document.refusal import JobRefused
from pennant.files.candidates_csv import read_candidates


def test_what_is_left_out_is_like_the_jobs_own() -> None:
    text = "length,height\n5 7/8,5 7/8\n"
    (one,) = read_candidates(text.encode(), a_job())
    assert one.tile.name == "5 7/8 x 5 7/8"
    assert one.tile.length == pytest.approx(5.875 * IN)
    assert one.tile.thickness == a_job().tile.thickness
    assert (one.bonds, one.joints) == ((), ())


def test_several_bonds_and_joints_in_a_cell() -> None:
    text = "name,length,height,bond,joint,per_box,price\nLong,12,3,Half; third,1/16;1/8,30,44.5\n"
    (one,) = read_candidates(text.encode(), a_job())
    assert [(bond.p, bond.q) for bond in one.bonds] == [(1, 2), (1, 3)]
    assert one.joints == pytest.approx((IN / 16, IN / 8))
    assert (one.tile.per_box, one.tile.price) == (30, 44.5)


def test_millimetres_in_a_job_of_millimetres() -> None:
    job = a_job(units="mm", length="3000", top="800", tile=("200", "60"))
    (one,) = read_candidates(b"length,height\n150,75\n", job)
    assert (one.tile.length, one.tile.height) == (150, 75)


@pytest.mark.parametrize(
    ("text", "pointer", "says"),
    [
        ("length\n5\n", "/row/1", "names no column height"),
        ("length,height\n5,\n", "/row/2/height", ""),
        ("length,height\n4,4\nnine,4\n", "/row/3/length", ""),
        ("length,height,bond\n4,4,brick\n", "/row/2/bond", "write stack, half or third"),
        ("length,height,joint\n4,4,90 in\n", "/row/2/joint", ""),
        ("length,height,per_box\n4,4,none\n", "/row/2/per_box", ""),
        ("length,height\n" + "4,4\n" * 41, "/row/1", "at most 40"),
        ("\ud800".encode("utf-8", "surrogatepass").decode("latin-1"), "/row/1", ""),
    ],
)
def test_a_wrong_cell_is_named(text: str, pointer: str, says: str) -> None:
    with pytest.raises(JobRefused) as refused:
        read_candidates(text.encode(), a_job())
    first = refused.value.problems[0]
    assert first.pointer == pointer
    assert says in first.message
