"""Which steps are behind whoever works, though nobody noted them."""

from kitchens import a_job
from pennant.core.days.days import steps_in
from pennant.core.days.step import Step
from pennant.core.plan import plan
from pennant.core.site.done import passed_steps
from pennant.words.dates import Dates


def steps() -> list[Step]:
    """Of a wall with an outlet."""
    job = a_job(things=["outlet 30 up 11"], settings={})
    return steps_in(job, plan(job), Dates.of(job.schedule, None))


class TestPassed:
    """What comes before work that has begun is not asked for any more."""

    def test_the_room_is_clear_once_tile_is_on_the_wall(self) -> None:
        every = steps()
        first = next(one for one in every if one.id == "set@1").pieces[0]
        passed = passed_steps(every, (), {first: "set"})
        assert {"clear", "scrape-off", "wash", "boxes", "set-out"} <= passed
        assert passed.isdisjoint({"set@1", "clean-joints", "grout@1", "hand-over"})

    def test_that_the_power_is_off_is_asked_for_until_it_is_noted(self) -> None:
        every = steps()
        first = next(one for one in every if one.id == "set@1").pieces[0]
        assert "power-off" not in passed_steps(every, (), {first: "set"})

    def test_tile_that_is_not_set_is_not_passed_over(self) -> None:
        every = steps()
        last = next(one for one in every if one.id == "set-last@1").pieces[0]
        assert not any(id_.startswith("set@") for id_ in passed_steps(every, (), {last: "set"}))

    def test_nothing_is_passed_before_anything_is_done(self) -> None:
        assert passed_steps(steps(), (), {}) == frozenset()

    def test_a_step_noted_as_done_passes_what_it_follows(self) -> None:
        assert "clear" in passed_steps(steps(), {"wash"}, {})
