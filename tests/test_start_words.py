"""The board of starts, and how much what there is to look at weighs, in words."""

import pytest

from kitchens import CABINET, OUTLET, WINDOW, a_job
from pennant.core.document.job import Job
from pennant.core.document.wishes import SeenPlace, Wish
from pennant.core.plan import plan
from pennant.core.search.best import every_start
from pennant.core.survey.kitchen import kitchen_of
from pennant.words.names import Names
from pennant.words.sheet import sheet
from pennant.words.start import say_start
from pennant.words.starts import StartBoard, board

JOB = a_job(right="open", overheads=[CABINET], openings=[WINDOW], devices=[OUTLET])


def findings(job: Job, **weight: str) -> list[tuple[str, str]]:
    """Title and how much it is seen, of the findings of a weight."""
    (wanted,) = weight.values()
    return [(one.title, one.seen) for one in sheet(job, plan(job)).findings if one.weight == wanted]


def board_of(job: Job) -> StartBoard:
    """The board of the first wall."""
    compared = every_start(job, kitchen_of(job), "a", len(plan(job).pieces))
    return board(job, "a", compared, 5)


class TestSeen:
    """Beside what there is to look at stands how much its place counts."""

    def test_beside_a_window_four_times(self) -> None:
        (said,) = {seen for title, seen in findings(JOB, weight="avoid") if "jamb" in title}
        assert said == "It is looked at first: it counts 4 times when starts are compared."

    def test_as_the_client_says(self) -> None:
        little = JOB.model_copy(update={"seen": (SeenPlace(at="window", seen="little"),)})
        (said,) = {seen for title, seen in findings(little, weight="avoid") if "jamb" in title}
        assert said == "Rarely noticed: it counts once when starts are compared."

    def test_what_must_be_cured_says_nothing_of_it(self) -> None:
        never = findings(JOB, weight="never")
        assert never
        assert {seen for _, seen in never} == {""}


class TestBoard:
    """A start says what there is to fix and to decide, and which wish put it before the next."""

    WISHES = (Wish(kind="never"), Wish(kind="avoid"))

    def test_the_best_and_what_it_is_better_in(self) -> None:
        starts = board_of(JOB.model_copy(update={"wishes": self.WISHES})).starts
        assert all(" to fix, " in one.gives and " to decide;" in one.gives for one in starts)
        whys = {one.why.partition(":")[0] for one in starts}
        assert "Less to object to, counted by place" in whys

    def test_the_two_figures_that_were_compared_are_told(self) -> None:
        job = JOB.model_copy(update={"wishes": (Wish(kind="cut"),)})
        starts = board_of(job).starts
        cut = [int(one.gives.split(" cut")[0].split("; ")[-1]) for one in starts]
        place = next(n for n, many in enumerate(cut) if many > cut[0]) - 1
        assert starts[place].why == f"Fewer cut pieces: {cut[0]}, the next has {cut[place + 1]}"

    def test_what_is_left_of_a_wish_for_nothing_to_object_to(self) -> None:
        """An open end without trim shows its cut edges wherever the tiles begin."""
        job = JOB.model_copy(
            update={
                "wishes": self.WISHES,
                "settings": JOB.settings.model_copy(update={"trim_face": 0.0}),
            }
        )
        said = [one for one in board_of(job).unmet if one.startswith("Nothing to fix or decide")]
        assert len(said) == 1
        assert "stays at" in said[0]
        assert "falls short" not in said[0]


class TestMoved:
    """A start that is moved by whole courses says so: nobody strikes a line 148 mm down."""

    @pytest.mark.parametrize(
        ("nudge", "says"),
        [
            ("-1/4", "full course at the counter, moved 1/4 in down"),
            ("-2 3/8", "full course at the counter, moved 1/4 in up, and 1 course down"),
            ("5 3/8", "full course at the counter, moved 1/8 in up, and 2 courses up"),
            # Just a course down says all in one figure.
            ("-2 5/8", "full course at the counter, moved 2 5/8 in down"),
        ],
    )
    def test_up_and_down(self, nudge: str, says: str) -> None:
        job = a_job(start={"up": {"kind": "full-counter", "nudge": nudge}})
        names = Names(plan(job).kitchen)
        assert say_start(job, names, job.walls[0].start).endswith(says)
