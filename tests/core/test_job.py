"""The job document reads what people write, and keeps what it has read."""

import pytest

from kitchens import a_job
from pennant.core.document.job import Job
from pennant.core.document.settings import Settings, meta


class TestUnits:
    """A number is millimetres; a string is as on a pad, in the job's unit."""

    @pytest.mark.parametrize(
        ("units", "length", "mm"),
        [
            ("in", "96", 2438.4),
            ("mm", "96", 96.0),
            ("in", 96, 96.0),
            ("mm", "8 in", 203.2),
            ("in", "2438.4 mm", 2438.4),
        ],
    )
    def test_of_a_length(self, units: str, length: object, mm: float) -> None:
        job = a_job(units=units, length=length, top="600 mm", tile=("6 in", "2 in"), joint="2 mm")
        assert job.walls[0].length == pytest.approx(mm)

    def test_settings_left_out_are_as_people_of_that_unit_know_them(self) -> None:
        assert a_job(units="mm", settings={}, length=2000, top=500).settings == Settings.of("mm")
        assert a_job(settings={}).settings.counter_gap == 3.175

    def test_showing_another_unit_moves_no_tile(self) -> None:
        inches = a_job(settings={})
        document = {**inches.model_dump(), "units": "mm", "step": "1 mm"}
        assert Job.model_validate(document).settings == inches.settings

    def test_one_job_s_unit_does_not_leak_into_the_next(self) -> None:
        a_job(units="mm", length=2000, top=500, tile=(200, 60), joint=3)
        assert a_job(length="10").walls[0].length == pytest.approx(254)


class TestRoundTrip:
    """What is written is what is read."""

    def test_json(self) -> None:
        job = a_job(settings={})
        assert Job.model_validate_json(job.model_dump_json()) == job


class TestSettings:
    """Every default has a unit and a reason, in both systems."""

    @pytest.mark.parametrize("name", sorted(Settings.model_fields))
    def test_is_declared_whole(self, name: str) -> None:
        declared = Settings.model_fields[name]
        assert meta(name)["unit"]
        assert declared.description.endswith(".")
        assert declared.default == meta(name)["in"]
        assert getattr(Settings.of("mm"), name) == meta(name)["mm"]


def test_a_side_of_a_thing_is_named_as_edges_are_or_with_a_dot() -> None:
    things = [
        {"kind": "window", "id": "window", "at": "30", "width": "20", "sill": "8", "height": "9"},
        {"kind": "mark", "id": "m", "at": {"value": "4", "taken_from": "window.right"}},
    ]
    one = a_job(things=things)
    things[1]["at"] = {"value": "4", "taken_from": "window:right"}
    assert a_job(things=things) == one
