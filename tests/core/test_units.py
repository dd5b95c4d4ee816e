"""The unit in hand: a sheet, the chips that are set singly, or a piece."""

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import examples
from kitchens import a_job, demo
from pennant.core.cuts.sheets import sheets_of
from pennant.core.cuts.units import Unit, only, units_of
from pennant.core.days.sections import setting_sections
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.core.takes.mixing import pieces_an_hour
from pennant.words.counts import counted
from pennant.words.units import counted_units, units_by_piece

BOX = 'outlet "Outlet" 20 up 9'


def inch_chips(length: str, top: str, things: list[str], **sheet: Any) -> Job:
    """A wall of inch chips, twelve by twelve on a sheet."""
    job = a_job(length=length, tile=("15/16", "15/16"), joint="1/16", things=things)
    data = job.model_dump(mode="json")
    data["tile"]["sheet"] = {"across": 12, "up": 12, **sheet}
    data["pattern"] = {**data["pattern"], "bond": {"p": 0, "q": 1}}
    data["walls"][0]["top"]["height"] = top
    return Job.model_validate(data)


def shared_out(units: list[Unit]) -> list[str]:
    """Every piece of every unit."""
    return sorted(id_ for unit in units for id_ in unit.pieces)


class TestSharedOut:
    """Each piece is handled in one unit, and the units' faces are the pieces'."""

    @examples(30)
    @given(st.integers(300, 1200), st.integers(180, 500), st.booleans())
    def test_sheets_and_their_single_chips(self, length: int, top: int, boxed: bool) -> None:
        things = [BOX] if boxed and length > 600 else []
        job = inch_chips(f"{length} mm", f"{top} mm", things)
        pieces = plan(job).surfaces[0].pieces
        units = units_of(job, pieces)
        assert shared_out(units) == sorted(piece.id for piece in pieces)
        assert sum(unit.area for unit in units) == pytest.approx(sum(one.area for one in pieces))

    @pytest.mark.parametrize("name", ["Fennel Row", "Larkfield Row", "Scree Mews"])
    def test_other_tile_is_handled_by_the_piece(self, name: str) -> None:
        job = demo(name)
        for surface in plan(job).surfaces:
            units = units_of(job, surface.pieces)
            assert [unit.pieces for unit in units] == [(one.id,) for one in surface.pieces]

    def test_of_some_pieces_the_units_that_have_any(self) -> None:
        job = inch_chips("30", "13", [])
        pieces = plan(job).surfaces[0].pieces
        first = units_of(job, pieces)[0]
        part = set(first.pieces[:5])
        (found,) = only(units_of(job, pieces), pieces, part.__contains__)
        assert (found.id, set(found.pieces)) == (first.id, part)
        assert found.area == pytest.approx(first.area * 5 / len(first.pieces))


class TestSections:
    """What is spread and set at once are whole sheets, from the start line on."""

    def test_no_sheet_is_parted(self) -> None:
        """80 x 18 in, ten square feet: eleven or twelve sheets, in sections of one to three."""
        job = inch_chips("80", "18", [])
        made = plan(job)
        sections = setting_sections(job, made, {}, lambda _: True)
        of = {id_: unit.id for unit in units_of(job, made.pieces) for id_ in unit.pieces}
        for unit in set(of.values()):
            assert len([one for one in sections if unit in {of[id_] for id_ in one.pieces}]) == 1
        assert sum(len(one.pieces) for one in sections) == len(made.pieces)
        sheets = [{of[id_].rstrip("+") for id_ in one.pieces} for one in sections]
        assert max(len(one) for one in sheets) <= 3
        assert "As1" in sheets[0]

    def test_a_chip_set_by_itself_takes_as_long_as_a_tile_of_its_size(self) -> None:
        """A sheet of 144 is one move; a row of cut chips is buttered and set one by one."""
        job = inch_chips("24", "12 3/4", [])  # two sheets, and a row of 24 cut chips over them
        made = plan(job)
        sections = setting_sections(job, made, {}, lambda _: True)
        by_sheet, singly = pieces_an_hour(job).value, pieces_an_hour(job, singly=True).value
        expected = 60 * (2 * 144 / by_sheet + 24 / singly)
        assert sum(one.minutes for one in sections) == pytest.approx(expected)
        assert by_sheet > 5 * singly

    def test_single_chips_are_set_with_their_sheet_or_next(self) -> None:
        job = inch_chips("40", "18", [])
        made = plan(job)
        sections = setting_sections(job, made, {}, lambda _: True)
        at = {id_: number for number, one in enumerate(sections) for id_ in one.pieces}
        for sheet in sheets_of(job, made.pieces):
            for chip in sheet.single:
                assert 0 <= at[chip] - at[sheet.full[0]] <= 1


class TestWords:
    """Counted as one handles them, in the singular and the plural."""

    def test_sheets_and_chips(self) -> None:
        job = inch_chips("24", "12", [])
        made = plan(job)
        units = units_by_piece(job, made)
        assert counted_units(units, [piece.id for piece in made.pieces]) == "2 sheets"
        assert counted_units(units, [made.pieces[0].id]) == "1 sheet"

    def test_pieces_where_tile_is_set_singly(self) -> None:
        job = a_job()
        made = plan(job)
        assert units_by_piece(job, made) == {}
        assert counted_units({}, [made.pieces[0].id]) == "1 piece"

    def test_a_plural_of_its_own(self) -> None:
        assert [counted(n, "box", "boxes") for n in (0, 1, 2)] == ["0 boxes", "1 box", "2 boxes"]
