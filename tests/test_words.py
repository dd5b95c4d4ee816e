"""Sentences for people: the same facts as in the plan, in the job's own unit."""

import json

import pytest

from kitchens import CABINET, IN, NO_GAPS, OUTLET, WINDOW, a_job, centred, demo
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.core.search import best
from pennant.core.search.best import starts_of
from pennant.core.survey.kitchen import kitchen_of
from pennant.words.dimensions import chain, overall
from pennant.words.names import Names, courses, courses_in_brief
from pennant.words.quantities import quantities_in_words
from pennant.words.report import report
from pennant.words.sheet import sheet, shown_lengths
from pennant.words.start import say_start
from pennant.words.starts import StartBoard, board


def said(job: Job) -> dict[str, str]:
    """Titles of the findings with their details."""
    return {f.title: f.detail for f in sheet(job, plan(job)).findings}


class TestNames:
    """Edges are called what an installer calls them."""

    @pytest.mark.parametrize(
        ("edge", "name"),
        [
            ("a:left", "Left corner"),
            ("a:right", "Open right end"),
            ("a:bottom", "Counter"),
            ("a:top", "Top line"),
            ("cabinet:bottom", "Under Cabinet"),
            ("cabinet:right", "Cabinet, right side"),
            ("window:left", "Window, left jamb"),
            ("window:bottom", "Under Window"),
            ("window:top", "Over Window"),
            ("outlet:left", "Outlet, left of the box"),
        ],
    )
    def test_of_edges(self, edge: str, name: str) -> None:
        job = a_job(right="open", overheads=[CABINET], openings=[WINDOW], devices=[OUTLET])
        assert Names(kitchen_of(job)).edge(edge) == name

    @pytest.mark.parametrize(
        ("numbers", "text"),
        [
            ([0], "course 1"),
            ([0, 1], "courses 1, 2"),
            ([0, 1, 2], "courses 1 to 3"),
            ([0, 2, 4, 6], "courses 1, 3 … 7"),
            ([0, 3, 4, 9], "courses 1, 4, 5, 10"),
        ],
    )
    def test_of_courses(self, numbers: list, text: str) -> None:
        assert courses(numbers) == text


class TestFindings:
    """Each says what, where and how many, with the rule and its reason."""

    def test_sliver(self) -> None:
        found = said(a_job(length="90", bond=(0, 1)))
        assert found["Right corner: 5/8 in sliver"] == "12 pieces in courses 1 to 12."

    def test_in_the_job_s_unit(self) -> None:
        job = a_job(length="90", bond=(0, 1), units="in")
        metric = Job.model_validate({**job.model_dump(), "units": "mm", "step": "1 mm"})
        assert "Right corner: 16- mm sliver" in said(metric)

    def test_uneven_jambs_with_both_sizes(self) -> None:
        start = centred("joint", "opening", opening="window", nudge="3/8")
        window = {**WINDOW, "width": "28 3/8"}
        found = said(a_job(openings=[window], bond=(0, 1), start=start))
        assert "Window: 1 5/8 in at one jamb, 2 3/8 in at the other" in found
        assert "32% of the larger" in found["Window: 1 5/8 in at one jamb, 2 3/8 in at the other"]

    def test_plates(self) -> None:
        found = said(a_job(devices=[{**OUTLET, "y": "2", "plate_width": "2"}]))
        assert "Plate of Outlet runs 7/16 in past the tile" in found
        assert "Plate of Outlet is 1/8 in short of covering its hole" in found

    def test_the_rule_comes_with_its_limit_and_reason(self) -> None:
        job = a_job(length="90", bond=(0, 1))
        (first, *_) = sheet(job, plan(job)).findings
        assert first.rule.startswith("At least 1 in. Nothing narrower is laid on purpose")
        assert first.setting == "least_piece"

    def test_a_sound_wall_has_none(self) -> None:
        job = a_job(length="97 1/2", top="10 3/8")
        assert sheet(job, plan(job)).summary.endswith("nothing to fix or decide")


class TestSheet:
    """All that is shown."""

    def test_every_length_of_the_job_is_shown(self) -> None:
        job = a_job(openings=[WINDOW], settings={})
        lengths = dict(shown_lengths(job))
        assert lengths["/walls/0/things/0/width"].exact == "24"
        assert lengths["/settings/counter_gap"].shown == "1/8"
        assert "/settings/grout_density" not in lengths

    def test_dimensions_close_on_the_overall(self) -> None:
        job = a_job(overheads=[CABINET], openings=[WINDOW])
        surface = kitchen_of(job).surfaces[0]
        runs = chain(job, surface)
        assert [run.text for run in runs] == ["24", "6", "24", "42"]
        assert sum(run.x1 - run.x0 for run in runs) == pytest.approx(overall(job, surface).x1)

    def test_an_edge_says_what_is_wrong_with_what_it_gets(self) -> None:
        job = a_job(length="90", bond=(0, 1))
        edge = next(e for e in sheet(job, plan(job)).surfaces[0].edges if e.edge == "a:right")
        assert [(g.size, g.verdict) for g in edge.gets] == [("5/8", "never")]

    def test_quantities_by_what_people_know_them_by(self) -> None:
        settings = {**NO_GAPS, "counter_gap": "1/8", "corner_gap": "1/8"}
        job = a_job(length="32 3/8", top="10 3/8", bond=(0, 1), settings=settings)
        gists = {q.id: (q.amount, q.gist) for q in sheet(job, plan(job)).quantities}
        assert gists["tiles"][1].startswith("9 full and 7 cut pieces")
        # Seven cut pieces of seven tiles, a twentieth of which breaks, and four spare: 5 more.
        assert gists["boxes"] == (
            "1 box",
            "25 tiles: 16 used, 1 for breakage, 4 to keep; 25 in a box, all of one lot",
        )
        assert gists["adhesive"][1] == "1.8 lb (800 g) with a 6x6 notch"
        assert gists["sealant"][1].startswith("4.4 ft of bead")  # 32 3/8 and twice 10 3/8

    @pytest.mark.parametrize(
        ("start", "text"),
        [
            ({}, "full tile at the left end; full course at the counter"),
            (
                {"across": {"kind": "full-right", "nudge": "-1/16"}},
                "full tile at the right end, moved 1/16 in left; full course at the counter",
            ),
            (
                {
                    **centred("joint", "opening", opening="window"),
                    "up": {"kind": "equal-cuts", "under": "cabinet", "nudge": "1/4"},
                },
                "joint centred on Window; equal cuts at counter and Cabinet, moved 1/4 in up",
            ),
            (
                {**centred("tile", "point", x="20 1/2"), "up": {"kind": "full-top"}},
                "tile centred on 20 1/2 in from the left end; full course under the top line",
            ),
        ],
    )
    def test_start(self, start: dict, text: str) -> None:
        job = a_job(overheads=[CABINET], openings=[WINDOW], start=start)
        assert say_start(job, Names(kitchen_of(job)), job.walls[0].start) == text


def board_of_a(job: Job, most: int) -> StartBoard:
    return board(job, "a", starts_of(job, "a"), most)


class TestWhatAnEdgeGets:
    """Sizes that nobody would tell apart are one answer."""

    @pytest.mark.parametrize("name", ["Juniper Court", "Alder Wharf", "Teasel Court"])
    def test_no_two_answers_read_alike_and_no_piece_is_left_out(self, name: str) -> None:
        job = demo(name)
        made = plan(job)
        read = {one.edge: one for surface in made.surfaces for one in surface.edges}
        for surface in sheet(job, made).surfaces:
            for edge in surface.edges:
                says = [(one.size, one.note, one.verdict) for one in edge.gets]
                assert len(set(says)) == len(says)
                pieces = [piece for one in read[edge.edge].gets for piece in one.pieces]
                assert sorted(piece for one in edge.gets for piece in one.pieces) == sorted(pieces)


class TestBoard:
    """The board of starts."""

    def test_says_each_start_and_why_it_is_before_the_next(self) -> None:
        job = a_job(openings=[WINDOW], right="open")
        found = board_of_a(job, 4)
        assert len(found.starts) == 4 < found.compared
        first = found.starts[0]
        assert first.title[0].isupper()
        assert "to fix" in first.gives
        assert all("next" in said.why for said in found.starts)
        assert board_of_a(job, 99).starts[-1].why == ""

    def test_a_very_large_job_changes_one_direction_at_a_time(
        self, monkeypatch: pytest.MonkeyPatch
    ) -> None:
        with monkeypatch.context() as slow:
            slow.setattr(best, "MOST_PIECES_TRIED", 1000)
            found = board_of_a(a_job(openings=[WINDOW]), 3)
        assert not found.both_ways
        assert found.compared <= 1 + (2 + 4 + 2 + 2 + 1 + 1) + 4
        assert board_of_a(a_job(openings=[WINDOW]), 3).both_ways

    def test_marks_the_planted_one(self) -> None:
        job = a_job(openings=[WINDOW])
        planted = [said for said in board_of_a(job, 99).starts if said.planted]
        assert [said.start for said in planted] == [job.walls[0].start]


class TestReport:
    """The plan for a person at a terminal."""

    def test_says_it_all(self) -> None:
        job = a_job(overheads=[CABINET], openings=[WINDOW], devices=[OUTLET], settings={})
        text = report(job, plan(job), working=True)
        assert "tiles in the plan" not in report(job, plan(job))
        parts = ("Wall: ", "Window, left jamb", "Materials", "tiles in the plan")
        for part in (*parts, "[settings.spare_tiles]", "Breaker off", "respirator"):
            assert part in text

    def test_agrees_with_the_plan(self) -> None:
        job = a_job(openings=[WINDOW])
        made = plan(job)
        full = sum(piece.kind == "full" for piece in made.pieces)
        assert f"{full} full and {len(made.pieces) - full} cut pieces" in report(job, made)
        assert json.loads(made.model_dump_json())["areas"]["gross"] == pytest.approx(
            (96 * 30 - 24 * 20) * IN**2
        )


class TestRows:
    """Courses of a lattice are rows."""

    def test_in_findings_and_edges(self) -> None:
        job = demo("Juniper Court")
        said = sheet(job, plan(job)).findings
        assert not any("course" in finding.detail for finding in said)
        assert any("row" in finding.detail for finding in said)


class TestCoursesInBrief:
    """Beside a number on the wall there is room for a few signs."""

    @pytest.mark.parametrize(
        ("numbers", "says"),
        [
            ([2], "c3"),
            ([0, 2], "c1,3"),
            ([3, 4, 5, 6], "c4–7"),
            ([2, 4, 6, 8], "c3,5…9"),
            ([0, 1, 3, 4, 6, 7, 9, 10, 12], "c1,2…13"),
        ],
    )
    def test_of_courses(self, numbers: list[int], says: str) -> None:
        assert courses_in_brief(a_job(), numbers) == says

    def test_on_a_lattice_they_are_rows(self) -> None:
        assert courses_in_brief(demo("Juniper Court"), [0, 1, 2]) == "r1–3"


def test_what_nothing_is_in_hand_of_is_to_get_whole() -> None:
    """A line says the same amount twice, so that no page tells of stock that is not there."""
    job = demo("Fennel Row")
    lines = {str(line.id): line for line in quantities_in_words(job, plan(job))}
    assert not {"adhesive-batches", "grout-batches"} & lines.keys()  # the days know how many
    in_hand = {str(line) for line in job.in_hand}
    assert [id_ for id_, line in lines.items() if line.amount != line.to_get] == [
        id_ for id_ in lines if id_ in in_hand
    ]
