"""Trim from sticks: the fewest there can be, every run cut once, joints only where they must be."""

from collections.abc import Sequence
from itertools import combinations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import examples
from kitchens import IN, NO_GAPS, a_job, planned
from pennant.core.layout.field_of import field_of
from pennant.core.takes.edging import trim_runs
from pennant.core.takes.sticks import TrimRun, sticks_for


def runs(*lengths: float) -> list[TrimRun]:
    """Runs of these lengths."""
    return [TrimRun(f"r{n}", length) for n, length in enumerate(lengths)]


def fewest(lengths: Sequence[float], stick: float, kerf: float) -> int:
    """The fewest sticks, by trying every set of lengths for the first one."""
    if not lengths:
        return 0
    first, rest = lengths[0], lengths[1:]
    best = len(lengths)
    for count in range(len(rest) + 1):
        for chosen in combinations(range(len(rest)), count):
            cut = [first, *(rest[n] for n in chosen)]
            if sum(cut) + kerf * len(cut) <= stick + kerf * 1 + 1e-9 or (
                len(cut) == 1 and first <= stick
            ):
                left = [length for n, length in enumerate(rest) if n not in chosen]
                best = min(best, 1 + fewest(left, stick, kerf))
    return best


class TestSticks:
    """Against trying all ways, and by hand."""

    @given(st.lists(st.integers(5, 90), max_size=7), st.sampled_from([0, 1]))
    @examples(40)
    def test_the_fewest(self, lengths: list[int], kerf: int) -> None:
        found = sticks_for(runs(*lengths), 100, kerf)
        told = sorted(run.length for stick in found for run in stick.runs)
        assert told == sorted(lengths)
        for stick in found:
            used = sum(run.length for run in stick.runs) + kerf * (len(stick.runs) - 1)
            assert used <= 100
            assert stick.left == pytest.approx(100 - used)
        assert len(found) == fewest(lengths, 100, kerf)

    def test_a_run_as_long_as_a_stick_is_not_cut(self) -> None:
        assert [stick.left for stick in sticks_for(runs(100, 40), 100, 3)] == [0, 60]

    def test_two_runs_and_the_saw_between_them(self) -> None:
        assert len(sticks_for(runs(60, 37), 100, 3)) == 1
        assert len(sticks_for(runs(60, 37.1), 100, 3)) == 2

    def test_first_fit_would_take_one_more(self) -> None:
        # Longest first: 44 + 44, 30 + 30 + 30, 22 + 22 + 22 + 22 ... and yet three sticks hold all.
        lengths = (48, 48, 32, 32, 32, 36, 36, 32)
        assert len(sticks_for(runs(*lengths), 100, 0)) == fewest(lengths, 100, 0)

    def test_a_run_longer_than_a_stick_has_one_joint(self) -> None:
        found = sticks_for(runs(130), 100, 0)
        assert [run.length for stick in found for run in stick.runs] == [100, 30]

    def test_many_runs_still_answer(self) -> None:
        found = sticks_for(runs(*[33.0] * 60), 100, 0)
        assert len(found) == 20


class TestRuns:
    """Every open end and open top of the field; two that meet are mitred."""

    def test_an_open_end_and_an_open_top_meet(self) -> None:
        settings_ = {**NO_GAPS, "trim_face": "1/8"}
        made = planned(left="open", right="corner", settings=settings_)
        field = field_of(made.kitchen.surfaces[0], a_job(settings=settings_).settings)
        found = {run.edge: run.length / IN for run in trim_runs([field], IN / 8)}
        assert found == {
            # The long points of the mitre lie where the wall's own lines meet.
            "a:left": pytest.approx(30),
            "a:top": pytest.approx(96),
        }

    def runs(self, *things: dict, face: str = "1/8", **changes: object) -> list[tuple[str, float]]:
        settings_ = {**NO_GAPS, "trim_face": face}
        made = planned(things=list(things), settings=settings_, **changes)
        job_settings = a_job(settings=settings_).settings
        fields = [field_of(surface, job_settings) for surface in made.kitchen.surfaces]
        return sorted((run.edge, round(run.length / IN, 3)) for run in trim_runs(fields, IN / 8))

    def test_a_run_ends_where_tile_goes_on(self) -> None:
        # Two windows stand over the top line: three runs, not one of their length together.
        windows = [
            {
                "kind": "window",
                "id": f"w{n}",
                "at": str(20 + 40 * n),
                "width": "16",
                "sill": "10",
                "height": "30",
            }
            for n in range(2)
        ]
        tops = [length for edge, length in self.runs(*windows) if edge == "a:top"]
        assert tops == [20, 20, 24]

    def test_a_lone_end_is_cut_square(self) -> None:
        assert self.runs() == [("a:top", 96)]

    def test_the_arris_of_a_tiled_reveal_gets_one(self) -> None:
        hatch = {
            "kind": "hatch",
            "id": "h",
            "at": "30",
            "width": "24",
            "sill": "6",
            "height": "12",
            "depth": "5",
            "returns": ["left", "right", "top", "bottom"],
        }
        found = self.runs(hatch, top="28")
        around = [length for edge, length in found if edge.startswith("h:")]
        assert around == pytest.approx([24.25, 12.25, 12.25, 24.25])
        assert not [edge for edge, _ in found if edge.startswith("h.")]

    def test_trim_is_asked_for_at_any_side_of_a_thing(self) -> None:
        # A bare window, trimmed at both jambs and its sill: the sill's ends are mitred.
        window = {
            "kind": "window",
            "id": "w",
            "at": "30",
            "width": "24",
            "sill": "6",
            "height": "12",
            "trim": ["left", "right", "bottom"],
        }
        found = [run for run in self.runs(window, top="28") if run[0].startswith("w:")]
        assert found == [("w:bottom", 24.25), ("w:left", 12.125), ("w:right", 12.125)]

    def test_bent_round_corners_it_is_one_piece_as_long_as_its_legs(self) -> None:
        window = {
            "kind": "window",
            "id": "w",
            "at": "30",
            "width": "24",
            "sill": "6",
            "height": "12",
            "trim": ["left", "right", "bottom"],
        }
        settings_ = {**NO_GAPS, "trim_face": "1/8"}
        made = planned(things=[window], top="28", settings=settings_)
        fields = [field_of(made.kitchen.surfaces[0], a_job(settings=settings_).settings)]
        legs = 12.125 + 24.25 + 12.125
        (one,) = [run for run in trim_runs(fields, IN / 8, 96 * IN) if "w:" in run.edge]
        assert sorted(one.edge.split("+")) == ["w:bottom", "w:left", "w:right"]
        assert one.length / IN == pytest.approx(legs)
        # A stick of 40 in reaches round one corner only.
        short = [run for run in trim_runs(fields, IN / 8, 40 * IN) if "w:" in run.edge]
        assert sorted(round(run.length / IN, 3) for run in short) == [12.125, 36.375]
