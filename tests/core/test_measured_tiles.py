"""Ten tiles measured: each figure by hand."""

from typing import Any

import pytest

from kitchens import IN, a_job
from pennant.core.document.job import Job
from pennant.core.takes.measured_tiles import MeasuredReading, measured_reading
from pennant.core.takes.suitability import unsuited
from pennant.words.measured_tiles import measured_in_words


def measured(tile: dict[str, Any] | None = None, **changes: Any) -> Job:
    """A wall 96 in long with tile of 8 in and joints of 1/8, some of it measured."""
    job = a_job(**changes)
    document = job.model_dump(mode="json", exclude_defaults=True)
    document["tile"] = {**document["tile"], "measured": tile}
    return Job.model_validate(document)


def read(**tile: Any) -> MeasuredReading:
    found = measured_reading(measured(tile))
    assert found is not None
    return found


def rules_of(job: Job) -> set[str]:
    return {str(one.rule) for one in unsuited(job)}


class TestReading:
    """What the measures come to."""

    def test_ten_in_a_row_less_nine_joints(self) -> None:
        """80 3/4 in with nine joints of 1/8: (80 3/4 - 1 1/8) / 10 = 7 61/64 and a bit less."""
        row = (80.75 - 9 / 8) / 10
        assert read(row="80 3/4").length == pytest.approx(row * IN)

    def test_a_row_laid_with_other_spacers(self) -> None:
        assert read(row="80 9/16", joint="1/16").length == pytest.approx(8 * IN)

    def test_three_times_the_difference_hides_it(self) -> None:
        found = read(longest="8 1/16", shortest="7 15/16")
        assert found.spread == pytest.approx(IN / 8)
        assert found.hides == pytest.approx(3 * IN / 8)
        assert found.hides_sorted == pytest.approx(3 * IN / 16)

    def test_a_wall_of_them_drifts_tile_by_tile(self) -> None:
        """96 in take 96 / 8 1/8 = 11.8, so 12 tiles, each 1/32 in longer: 3/8 in."""
        (drift,) = read(row="81 7/16", longest="8 1/16", shortest="8").drifts
        assert drift.tiles == 12
        assert drift.by == pytest.approx(12 / 32 * IN)
        assert drift.most == pytest.approx(12 / 16 * IN)

    def test_an_end_against_a_bow(self) -> None:
        """Stack puts ends beside ends; half a tile on, all of the bow; at a third 8/9 of it."""
        lips = {(one.p, one.q): one.mm for one in read(bow="1/16").lips}
        assert lips == pytest.approx(
            {
                (0, 1): 0.0,
                (1, 3): IN / 16 * 8 / 9,
                (1, 2): IN / 16,
            }
        )

    def test_what_was_not_measured_says_nothing(self) -> None:
        found = read()
        assert (found.length, found.spread, found.drifts, found.lips) == (None, None, (), ())
        assert measured_reading(a_job()) is None


class TestFindings:
    """What does not go together with the tile as it measures."""

    def test_a_joint_narrower_than_hides_the_difference(self) -> None:
        differ = {"longest": "8 1/16", "shortest": "8"}
        assert "sizes-differ" in rules_of(measured(differ, joint="1/8"))
        assert "sizes-differ" not in rules_of(measured(differ, joint="3/16"))

    def test_bonds_that_come_to_the_same_are_named_together(self) -> None:
        said = measured_in_words(measured({"bow": "1/64"}, bond=(1, 2)))
        assert said is not None
        (bow,) = [one for one in said.says if "bow" in one]
        assert bow.count("under 1/16 in") == 1
        assert " and " in bow

    def test_bowed_tile_in_half_bond(self) -> None:
        bowed = {"bow": "1/16"}
        assert "bow-shows" in rules_of(measured(bowed, bond=(1, 2)))
        assert "bow-shows" not in rules_of(measured(bowed, bond=(0, 1)))
        assert "bow-shows" not in rules_of(measured({"bow": "1/32"}, bond=(1, 2)))

    def test_a_size_that_is_not_the_jobs_until_it_is_taken(self) -> None:
        job = measured({"row": "81 7/16"})
        assert "size-drifts" in rules_of(job)
        said = measured_in_words(job)
        assert said is not None
        assert said.length == "8 1/32"
        tile = job.tile.model_copy(update={"length": (8 + 1 / 32) * IN})
        taken = job.model_copy(update={"tile": tile})
        assert "size-drifts" not in rules_of(taken)
        said = measured_in_words(taken)
        assert said is not None
        assert said.length == ""

    @pytest.mark.parametrize(
        ("wrong", "says"),
        [
            ({"longest": "7", "shortest": "8"}, "the shortest is more than the longest"),
            ({"thickest": "1/4", "thinnest": "5/16"}, "the thinnest is more than the thickest"),
            ({"count": 1}, "greater than or equal to 2"),
        ],
    )
    def test_measures_that_cannot_be_are_refused(self, wrong: dict[str, Any], says: str) -> None:
        with pytest.raises(ValueError, match=says):
            measured(wrong)


class TestSaid:
    """In sentences that somebody who has never set out can follow."""

    def test_sorting_pays_where_half_the_difference_is_hidden(self) -> None:
        job = measured({"longest": "8 1/16", "shortest": "8"}, joint="1/8")
        said = measured_in_words(job)
        assert said is not None
        assert said.says[:2] == (
            "They differ by 1/16 in. A joint of 3 times that, 3/16 in, hides it.",
            "Sorted into two sizes they would go with the joint that you have.",
        )
