"""A kitchen surveyed: by keys alone, at the desk and on the phone, with a meter, with mistakes."""

import re
import subprocess
import sys
from collections.abc import Iterator

import pytest
from desk import paper, step
from playwright.sync_api import Page, Route, expect
from serving import PHONE, Server
from test_wall import length_field, open_line, saved

from kitchens import sink_wall


def line(page: Page, text: str) -> None:
    """Type a line of the notebook and keep it; the next one takes its place."""
    field = page.get_by_label("New line")
    field.fill(text)
    field.press("Enter")
    expect(field).to_have_value("")


def asked(page: Page) -> str:
    """How many doubts are open, as the tab says."""
    name = page.get_by_role("tab", name="Remeasure").inner_text()
    return name.removeprefix("Remeasure").strip() or "0"


@pytest.fixture
def blank(home: Page) -> Page:
    """A new job in inches, its survey open."""
    home.get_by_role("link", name="New job").click()
    home.get_by_role("button", name="A plain wall in inches").click()
    expect(home.get_by_label("New line")).to_be_visible()
    return home


class TestNotebook:
    """The walk along the wall, a line a thing, drawn as it is typed."""

    def test_a_wall_is_surveyed_with_the_keyboard_alone(self, blank: Page) -> None:
        blank.get_by_label("New line").focus()
        for text in (
            "cabinet 0 wide 30 clear 14",
            "window 6 from last wide 24 sill 5 high 12",
            "outlet 10 1/2 from last up 8",
            "check 36 from window right to right",
        ):
            blank.keyboard.type(text)
            blank.keyboard.press("Enter")
            expect(blank.get_by_label("New line")).to_have_value("")
            expect(blank.get_by_label("New line")).to_be_focused()
        saved(blank)
        expect(blank.locator("[data-thing]")).to_have_count(2)
        assert asked(blank) == "0"
        blank.keyboard.press("ArrowUp")
        blank.keyboard.press("ArrowUp")
        expect(blank.get_by_label("Line 3, Outlet")).to_be_focused()
        expect(blank.get_by_label("Line 3, Outlet")).to_have_value(
            "outlet 10 1/2 from window right up 8"
        )
        blank.reload()
        expect(blank.locator("[data-thing]")).to_have_count(2)

    def test_a_late_no_to_half_a_line_does_not_hold_the_whole_one_back(self, blank: Page) -> None:
        held: list[Route] = []
        blank.route("**/api/view/changes*", lambda route: held.append(route))
        kept: list[Route] = []
        job = re.compile(r"/api/jobs/\w+$")
        blank.route(job, lambda route: kept.append(route))
        field = blank.get_by_label("New line")
        with blank.expect_request("**/api/view/changes*"):
            field.fill("window 6 wide 24 hi")
        field.fill("window 6 wide 24 sill 5 high 12")
        with blank.expect_request(job):
            field.press("Enter")
        held[0].continue_()
        expect(blank.get_by_role("alert")).to_be_visible()
        kept[0].continue_()
        expect(field).to_have_value("")
        expect(blank.get_by_label("Line 1, Window")).to_be_visible()

    def test_is_drawn_while_it_is_typed_and_kept_by_enter(self, blank: Page) -> None:
        field = blank.get_by_label("New line")
        field.fill("hood 30 wide 24 clear 12")
        expect(blank.locator('[data-thing="hood"]')).to_be_visible()
        field.press("Escape")
        expect(blank.locator('[data-thing="hood"]')).to_have_count(0)
        expect(field).to_have_value("")

    def test_a_window_that_goes_on_over_the_tile_keeps_clear_of_the_measures(
        self, blank: Page
    ) -> None:
        line(blank, "window 40 wide 24 sill 7 high 60")
        overall = blank.locator('[data-measure="/walls/0/length"]').first.bounding_box()
        window = blank.locator('[data-thing="window"]').bounding_box()
        step(blank, "Lay out")
        number = blank.locator('[data-edge="window:left"]').first.bounding_box()
        assert overall
        assert window
        assert number
        assert window["y"] > overall["y"] + overall["height"]
        assert number["y"] > window["y"]

    def test_what_cannot_be_read_is_told_under_the_line(self, blank: Page) -> None:
        field = blank.get_by_label("New line")
        field.fill("window 6 from fridge")
        expect(blank.get_by_role("alert")).to_contain_text("say which side of fridge")
        field.fill("window 6 wide 20 high 9")
        expect(blank.get_by_role("alert")).to_contain_text("sill is missing")
        field.fill("window 6 wide 20 high 9 sill 4")
        expect(blank.get_by_role("alert")).to_have_count(0)
        expect(blank.locator('[data-thing="window"]')).to_be_visible()

    def test_correcting_an_early_measure_moves_what_hangs_on_it(self, blank: Page) -> None:
        line(blank, "cabinet 0 wide 30 clear 14")
        line(blank, "hood 6 from last wide 24 clear 12")
        before = blank.locator('[data-thing="hood"]').bounding_box()
        cabinet = open_line(blank, "Cabinet")
        cabinet.fill("cabinet 0 wide 36 clear 14")
        cabinet.press("Enter")
        saved(blank)
        after = blank.locator('[data-thing="hood"]').bounding_box()
        assert before
        assert after
        assert after["x"] > before["x"] + 10
        expect(blank.get_by_label("Line 2, Hood")).to_have_value(
            "hood 6 from cabinet right wide 24 clear 12"
        )

    def test_each_number_is_also_on_the_drawing(self, job: Page) -> None:
        paper(job, "Notebook")
        open_line(job, "Outlet")
        job.locator('[data-measure="/walls/0/things/3/up/value"]').click()
        field = length_field(job, "/walls/0/things/3/up/value").first
        expect(field).to_be_focused()
        field.fill("11")
        field.press("Enter")
        expect(job.get_by_label("Line 4, Outlet")).to_have_value(re.compile("up 11 "))
        saved(job)


class TestDoubts:
    """Mistakes are caught while the tape is still in hand."""

    def test_a_chain_that_does_not_close_says_where_and_why(self, job: Page) -> None:
        paper(job, "Notebook")
        line(job, "check 44 3/8 from window right to right")
        paper(job, "Remeasure")
        doubts = job.get_by_role("tabpanel").last
        expect(doubts).to_contain_text("1/2 in too short, Window, right to the right end")
        job.get_by_role("button", name="Window: width").click()
        expect(length_field(job, "/walls/0/things/2/width")).to_be_focused()

    def test_one_is_set_aside_with_a_word_why(self, job: Page) -> None:
        paper(job, "Notebook")
        line(job, "hood 36 wide 6 clear 20")
        paper(job, "Remeasure")
        expect(job.get_by_text("Only 5/16 in between Left cabinet and Hood")).to_be_visible()
        job.get_by_role("button", name="Set aside…").click()
        job.get_by_label("Why it may stand").fill("a filler comes there")
        job.get_by_role("button", name="Set aside", exact=True).click()
        saved(job)
        job.get_by_text("1 set aside").click()
        expect(job.get_by_text("a filler comes there")).to_be_visible()
        job.get_by_role("button", name="Take up again").click()
        expect(job.get_by_role("button", name="Set aside…")).to_be_visible()


class TestWalls:
    """Walls are added round corners, shown one at a time or all unrolled."""

    def test_a_second_wall_round_an_inside_corner(self, job: Page) -> None:
        job.get_by_role("button", name="+ Wall").click()
        job.get_by_role("menuitem", name="round an inside corner").click()
        expect(job.locator('svg[data-surface="wall-a"]')).to_be_visible()
        expect(job.get_by_role("radio", name="Same heights as the last wall")).to_be_checked()
        saved(job)
        job.get_by_role("button", name="All walls").click()
        expect(job.locator("[data-wall]")).to_have_count(2)
        expect(job.get_by_text("inside corner").first).to_be_visible()
        job.get_by_label("Show Sink wall large").press("Enter")
        expect(job.locator('svg[data-surface="a"]')).to_be_visible()
        paper(job, "Notebook")
        job.get_by_label("Which wall laps").select_option("this")
        saved(job)
        job.get_by_label("Corner with the next wall").select_option("none")
        expect(job.get_by_label("Right end", exact=True)).to_be_visible()
        job.get_by_role("button", name="B Wall 2").click()
        job.get_by_role("button", name="Remove this wall").click()
        expect(job.get_by_role("button", name="B Wall 2")).to_have_count(0)
        saved(job)

    def test_a_finding_shows_the_wall_that_it_is_on(self, job: Page) -> None:
        job.get_by_role("button", name="+ Wall").click()
        job.get_by_role("menuitem", name="standing alone").click()
        expect(job.locator('svg[data-surface="wall-a"]')).to_be_visible()
        job.get_by_role("button", name="1/8 in sliver").click()
        expect(job.locator('svg[data-surface="a"]')).to_be_visible()
        expect(job.locator("[data-picked]").first).to_be_visible()

    def test_a_tiled_return_is_a_surface_of_its_own(self, job: Page) -> None:
        paper(job, "Notebook")
        window = open_line(job, "Window")
        window.fill(f"{window.input_value()} deep 4 returns left right")
        window.press("Enter")
        job.get_by_role("button", name="Aa Window, left return").click()
        expect(job.locator('svg[data-surface="window.left"]')).to_be_visible()
        expect(job.get_by_test_id("pennant")).to_have_count(0)
        saved(job)


class TestPhone:
    """390 x 844: one number at a time, with keys of its own, the wall always in view."""

    def test_measured_one_at_a_time(self, job: Page) -> None:
        job.set_viewport_size(PHONE)
        paper(job, "Notebook")
        job.get_by_role("button", name="Measure one at a time").click()
        keys = job.get_by_test_id("tape-keys")
        expect(keys).to_contain_text("1 of")
        for _ in range(3):
            keys.get_by_role("button", name="Next").click()
        expect(keys).to_contain_text("Left cabinet: width")
        for key in ("3", "6", "1/16"):
            keys.get_by_role("button", name=key, exact=True).click()
        expect(keys).to_contain_text("36 1/16")
        keys.get_by_role("button", name="Rub out").click()
        keys.get_by_role("button", name="3/8", exact=True).click()
        expect(job.locator("svg[role=group]")).to_be_in_viewport()
        assert job.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
        keys.get_by_role("button", name="Next").click()
        saved(job)
        expect(job.get_by_label("Line 1, Left cabinet")).to_have_value(re.compile("wide 36 3/8"))


class TestMeter:
    """A laser meter's readings land in the field that has the focus."""

    @pytest.fixture
    def meter(self, server: Server) -> Iterator[None]:
        command = [
            sys.executable,
            "-m",
            "pennant",
            "meter",
            "--seed",
            "1",
            "--port",
            str(server.meter_port),
        ]
        with subprocess.Popen(
            command, stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True
        ) as process:
            assert process.stdout
            assert "answers at" in process.stdout.readline()
            yield
            process.kill()

    @pytest.mark.usefixtures("meter")
    def test_a_reading_lands_and_is_taken_back(self, job: Page) -> None:
        paper(job, "Notebook")
        job.get_by_role("button", name="Laser meter").click()
        strip = job.get_by_role("region", name="Laser meter")
        expect(strip).to_contain_text("Meter ready")
        expect(strip).to_contain_text("Click into a length")
        open_line(job, "Left cabinet")
        field = length_field(job, "/walls/0/things/0/at/value")
        before = field.input_value()
        length_field(job, "/walls/0/things/0/width").focus()
        expect(strip).to_contain_text("Left cabinet: width")
        strip.get_by_role("button", name="Shoot").click()
        expect(strip).to_contain_text("mm → Left cabinet: width")
        saved(job)
        shot = length_field(job, "/walls/0/things/0/width")
        expect(shot).not_to_have_value("35 11/16")
        strip.get_by_role("button", name="Take it back").click()
        expect(shot).to_have_value("35 11/16")
        assert field.input_value() == before

    def test_one_that_is_off_is_said_so(self, job: Page) -> None:
        job.get_by_role("button", name="Laser meter").click()
        strip = job.get_by_role("region", name="Laser meter")
        expect(strip).to_contain_text("no meter answers")
        expect(strip.get_by_role("button", name="Shoot")).to_be_disabled()


class TestVersion1:
    """A job file of version 1 opens as the same wall."""

    def test_looks_the_same(self, job: Page) -> None:
        names = [thing.name for thing in sink_wall().walls[0].things]
        paper(job, "Notebook")
        for number, name in enumerate(names, 1):
            expect(job.get_by_label(f"Line {number}, {name}", exact=True)).to_be_visible()


class TestNewJob:
    """What is known is asked first, one question at a time, by keyboard alone."""

    def test_six_answers_make_a_wall(self, home: Page) -> None:
        home.get_by_role("link", name="New job").click()
        home.get_by_label("How long is the wall").fill("118 3/4")
        expect(home.get_by_text("read as 118 3/4 in")).to_be_visible()
        home.keyboard.press("Enter")
        home.get_by_label("How high does tile go").fill("17 1/2")
        home.keyboard.press("Enter")
        expect(home.get_by_role("heading", name="What is above the tile?")).to_be_visible()
        home.keyboard.press("Enter")
        home.get_by_label("a tall cabinet").check()
        home.get_by_role("button", name="Next").click()
        home.get_by_role("button", name="Next").click()
        home.get_by_label("Length", exact=True).fill("9")
        home.get_by_label("Height", exact=True).fill("2 x")
        home.keyboard.press("Enter")
        expect(home.get_by_role("alert")).to_contain_text("write it like")
        home.get_by_label("Height", exact=True).fill("2 3/4")
        home.keyboard.press("Enter")
        expect(length_field(home, "/walls/0/length")).to_have_value("118 3/4")
        expect(home.get_by_label("Left end", exact=True)).to_have_value("cabinet")
        steps = home.get_by_role("navigation", name="Steps of the work")
        expect(steps.get_by_role("button", name="Tile")).to_contain_text("9 × 2 3/4 in, half bond")

    def test_a_tile_that_is_not_known_yet_is_what_comes_next(self, home: Page) -> None:
        home.get_by_role("link", name="New job").click()
        home.get_by_label("How long is the wall").fill("3040")
        for _ in range(5):
            home.get_by_role("button", name="Next").click()
        home.get_by_role("button", name="I don’t know the tile yet").click()
        steps = home.get_by_role("navigation", name="Steps of the work")
        tile = steps.get_by_role("button", name=re.compile("^Tile"))
        expect(tile).to_contain_text("no tile yet")
        expect(tile).to_contain_text("next")
        expect(length_field(home, "/walls/0/length")).to_have_value("3040")

    def test_the_first_length_tells_the_unit_of_the_others(self, home: Page) -> None:
        home.get_by_role("link", name="New job").click()
        home.get_by_label("How long is the wall").fill("3040")
        expect(home.get_by_text("read as 3040 mm")).to_be_visible()
        for _ in range(5):
            home.get_by_role("button", name="Next").click()
        home.get_by_label("Length", exact=True).fill("200")
        expect(home.get_by_text("read as 200 mm")).to_be_visible()
        home.get_by_label("Height", exact=True).fill("65")
        expect(home.get_by_text("read as 65 mm")).to_be_visible()
        home.keyboard.press("Enter")
        steps = home.get_by_role("navigation", name="Steps of the work")
        expect(steps.get_by_role("button", name="Tile")).to_contain_text("200 × 65 mm")
