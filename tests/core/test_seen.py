"""How much each place is looked at, and how often an objection there counts."""

from typing import get_args

import pytest

from kitchens import CABINET, OUTLET, WINDOW, a_job
from pennant.core.document.job import Job
from pennant.core.document.wishes import SeenPlace, Wish
from pennant.core.laying.lay_kitchen import lay
from pennant.core.laying.surface_plan import Laid
from pennant.core.layout.field import EdgeKind
from pennant.core.plan import plan
from pennant.core.reading.seen import SEEN_AT, SeenWeights, seen_at
from pennant.core.search.best import best_found
from pennant.core.search.ranking import measured_of
from pennant.core.search.starting import started
from pennant.core.survey.kitchen import kitchen_of

JOB = a_job(right="open", overheads=[CABINET], openings=[WINDOW], devices=[OUTLET])


def laid_of(job: Job) -> list[Laid]:
    """All that is laid of a job."""
    return list(lay(job, kitchen_of(job)))


def on(job: Job) -> SeenWeights:
    """How often objections count on the first wall."""
    return SeenWeights.on(job, laid_of(job)[0].field)


def seen(job: Job, **places: str) -> Job:
    """The job of a client who looks at some places much or little."""
    said = tuple(SeenPlace.model_validate({"at": at, "seen": how}) for at, how in places.items())
    return job.model_copy(update={"seen": said})


class TestDegree:
    """Beside a window one looks first; under a cabinet and in a corner hardly ever."""

    @pytest.mark.parametrize(
        ("place", "degree"),
        [
            ("window:left", "much"),
            ("window:bottom", "much"),
            ("a:right", "much"),
            ("a:bottom", "usual"),
            ("outlet:left", "usual"),
            ("cabinet:bottom", "little"),
            ("a:left", "little"),
        ],
    )
    def test_by_the_kind_of_place(self, place: str, degree: str) -> None:
        assert on(JOB).degree(place) == degree

    def test_what_is_said_of_a_thing_holds(self) -> None:
        weights = on(seen(JOB, cabinet="much", window="little"))
        assert weights.degree("cabinet:bottom") == "much"
        assert weights.degree("window:left") == "little"
        assert weights.degree("a:bottom") == "usual"

    def test_inside_an_opening_as_at_the_opening(self) -> None:
        """The returns of a window, and its sill board, are looked at as it is."""
        weights = on(seen(JOB, window="little"))
        assert weights.degree("window.left:front") == "little"
        assert weights.degree("window.stool:top") == "little"

    def test_of_a_wall_all_places_are_a_degree_more(self) -> None:
        weights = on(seen(JOB, a="much"))
        assert weights.degree("cabinet:bottom") == "usual"
        assert weights.degree("a:bottom") == "much"
        assert weights.degree("window:left") == "much"

    def test_or_a_degree_less(self) -> None:
        weights = on(seen(JOB, a="little", cabinet="much"))
        assert weights.degree("a:left") == "little"
        assert weights.degree("window:left") == "usual"
        assert weights.degree("cabinet:bottom") == "much"

    def test_every_kind_named_is_a_kind_of_edge(self) -> None:
        assert set(SEEN_AT) <= set(get_args(EdgeKind))
        assert seen_at("counter") == "usual"


class TestStrip:
    """Where a strip of tile shows: a tiler moves the start for it, or lets it hide."""

    @pytest.mark.parametrize(
        ("place", "shows"),
        [
            ("a:right", True),
            ("window:right", True),
            ("a:bottom", True),
            # At the height of the eyes, like a jamb.
            ("cabinet:right", True),
            ("cabinet:bottom", False),
            ("a:left", False),
            ("outlet:left", False),
        ],
    )
    def test_by_the_kind_of_place(self, place: str, shows: bool) -> None:
        assert on(JOB).strip_shows(place) == shows

    def test_lights_under_a_cabinet_show_it(self) -> None:
        assert on(seen(JOB, cabinet="usual")).strip_shows("cabinet:bottom")


class TestWeighed:
    """What is to be looked at counts by its place; what must be cured counts the same anywhere."""

    def test_each_by_the_place_that_is_seen_most(self) -> None:
        weights, settings = on(JOB), JOB.settings
        assert weights.times("a:left", "window:left") == settings.seen_much == 4
        assert weights.times("a:bottom") == settings.seen_usual == 2
        assert weights.times("cabinet:bottom") == settings.seen_little == 1

    def test_of_a_plan_by_adding_up(self) -> None:
        """Reckoned again from the findings of the plan, with the degrees written out."""
        laid = laid_of(JOB)
        times = {
            "window": 4,
            "a:right": 4,
            "a:bottom": 2,
            "outlet": 2,
            "cabinet": 1,
            "a:left": 1,
            "a:top": 4,
        }
        expected = sum(
            max(times.get(at, times.get(at.partition(":")[0], 0)) for at in finding.places)
            for finding in plan(JOB).surfaces[0].findings
            if finding.weight == "avoid"
        )
        assert measured_of(JOB, "a", laid, tiles=0).weighed == expected > 0

    def test_what_must_be_cured_counts_once_anywhere(self) -> None:
        little = seen(JOB, a="little", window="little", cabinet="little")
        before, after = (measured_of(job, "a", laid_of(job), tiles=0) for job in (JOB, little))
        assert (before.never, before.avoid) == (after.never, after.avoid)
        assert before.weighed > after.weighed > 0

    def test_a_place_that_does_not_count_makes_no_difference(self) -> None:
        settings = JOB.settings.model_copy(
            update={"seen_little": 0, "seen_usual": 0, "seen_much": 0}
        )
        job = JOB.model_copy(update={"settings": settings})
        measured = measured_of(job, "a", laid_of(job), tiles=0)
        assert measured.avoid > measured.weighed == 0


class TestStrips:
    """A strip that must be fixed hides where one looks little."""

    @pytest.mark.parametrize(
        ("things", "shows"),
        [
            (["upstand 0 wide 96 high 4 deep 3/4"], True),  # on a stone splash, before the eyes
            (["cabinet 0 wide 96 clear 16 3/8"], False),
        ],
    )
    def test_by_what_it_lies_at(self, things: list[str], shows: bool) -> None:
        # 6 courses of 2 5/8 are 15 3/4 and leave 5/8 under the cabinet. Lowered by 1/2 the second
        # course ends at 4 5/8: 5/8 over the splash.
        start = {"up": {"kind": "full-counter", "nudge": "-1/2"}} if shows else {}
        job = a_job(things=things, start=start)
        strips = [f for f in plan(job).findings if f.rule in ("sliver", "thin-top")]
        (laid,) = lay(job, kitchen_of(job))
        weights = SeenWeights.of_readings(job, "a", laid.plan.edges)
        at = {place for one in strips for place in one.places}
        (place,) = at & {"upstand:top", "cabinet:bottom"}
        assert weights.strip_shows(place) == shows


class TestBestStart:
    """The best start by what weighs least."""

    WISHES = (Wish(kind="never"), Wish(kind="avoid"))

    def at_the_window(self, **places: str) -> int:
        """How many objections the best start leaves at the window of a wall."""
        window = {**WINDOW, "x": "30", "width": "26"}
        job = a_job(right="open", overheads=[CABINET], openings=[window], settings={})
        (wall,) = job.walls
        fixed = wall.right.model_copy(update={"ahead": 0.0, "back": 0.0})
        job = job.model_copy(update={"walls": (wall.model_copy(update={"right": fixed}),)})
        job = seen(job.model_copy(update={"wishes": self.WISHES}), **places)
        best = best_found(job, kitchen_of(job), "a")
        assert best.measured.never == 0
        (made,) = plan(started(job, "a", best.start)).surfaces
        return sum(any(at.startswith("window") for at in one.places) for one in made.findings)

    def test_it_leaves_less_where_the_client_looks(self) -> None:
        """None at the window where that is looked at, one where the cabinet is instead."""
        assert self.at_the_window(window="much", cabinet="little") == 0
        assert self.at_the_window(window="little", cabinet="much") == 1
