"""Nothing is lost: not by undoing, deleting, two tabs, a dead server or a closed browser."""

import json
import re
import sqlite3
from pathlib import Path

import pytest
from desk import paper
from playwright.sync_api import BrowserContext, Locator, Page, Request, Route, expect
from serving import Server
from test_wall import flag, length_field, moved_to, open_line, saved


def open_length(page: Page) -> Locator:
    """The field of the wall's overall length, on the survey."""
    paper(page, "Notebook")
    return length_field(page, "/walls/0/length")


def cards(page: Page) -> Locator:
    """The jobs on the home page."""
    return page.get_by_role("list", name="Jobs").get_by_role("listitem")


class TestJobs:
    """New, renamed, duplicated, deleted and brought back."""

    def test_a_new_job_from_blank(self, home: Page) -> None:
        home.get_by_role("link", name="New job").click()
        home.get_by_role("button", name="A plain wall in millimeters").click()
        name = home.get_by_label("Name of the job")
        expect(name).to_have_value("New kitchen")
        name.fill("Gull Lane, nook")
        name.press("Enter")
        field = length_field(home, "/walls/0/length")
        field.fill("1835")
        field.press("Tab")
        saved(home)
        home.reload()
        expect(length_field(home, "/walls/0/length")).to_have_value("1835")
        expect(home.get_by_label("Name of the job")).to_have_value("Gull Lane, nook")
        home.get_by_role("link", name="Pennant").click()
        expect(cards(home)).to_have_count(2)

    def test_duplicate_delete_and_undo(self, home: Page) -> None:
        home.get_by_role("button", name="Duplicate").first.click()
        expect(cards(home)).to_have_count(2)
        home.get_by_role("button", name="Delete Fennel Row, sink wall (copy)").click()
        expect(cards(home)).to_have_count(1)
        home.get_by_role("button", name="Undo").click()
        expect(cards(home)).to_have_count(2)

    @pytest.mark.own_server
    def test_shelves_and_finding(self, home: Page) -> None:
        home.get_by_role("button", name="Duplicate").click()
        expect(cards(home)).to_have_count(2)
        home.get_by_label("Find by name").fill("COPY")
        expect(cards(home)).to_have_count(1)
        home.get_by_role("button", name="Archive").click()
        expect(home.get_by_text("No job here is called")).to_be_visible()
        home.get_by_label("Find by name").fill("")
        home.get_by_role("button", name="Delete").click()
        expect(cards(home)).to_have_count(0)
        home.get_by_role("radio", name="Trash").click()
        home.reload()
        home.get_by_role("button", name="Bring back Fennel Row, sink wall").first.click()
        home.get_by_role("radio", name="Archive").click()
        home.get_by_role("button", name="Take up again Fennel Row, sink wall (copy)").click()
        home.get_by_role("radio", name="Current jobs").click()
        expect(cards(home)).to_have_count(2)


class TestFiles:
    """The job file goes out and comes back."""

    def test_export_and_import(self, job: Page, tmp_path: Path) -> None:
        job.get_by_role("button", name="Job").click()
        with job.expect_download() as download:
            job.get_by_role("menuitem", name="Export job file").click()
        path = tmp_path / "job.json"
        download.value.save_as(path)
        assert json.loads(path.read_text())["name"] == "Fennel Row, sink wall"
        job.get_by_role("link", name="Pennant").click()
        job.get_by_label("Job file").set_input_files(path)
        expect(job.get_by_label("Name of the job")).to_have_value("Fennel Row, sink wall")
        job.get_by_role("link", name="Pennant").click()
        expect(cards(job)).to_have_count(2)

    def test_a_broken_file_changes_nothing_and_says_why(self, home: Page, tmp_path: Path) -> None:
        path = tmp_path / "job.json"
        path.write_text('{"format": "pennant-job", "name": "Half a fi')
        home.get_by_label("Job file").set_input_files(path)
        expect(home.get_by_role("alert")).to_contain_text("Unterminated string")
        path.write_text('{"name": "No wall"}')
        home.get_by_label("Job file").set_input_files(path)
        expect(home.get_by_role("alert")).to_contain_text("/walls is missing")
        expect(cards(home)).to_have_count(1)


class TestPages:
    """A page that cannot be fetched says so, and comes when it is asked for again."""

    def test_a_page_that_did_not_come(self, job: Page) -> None:
        failed = re.compile(r"/assets/MaterialsPage.*\.js$")
        job.route(failed, lambda route: route.abort())
        paper(job, "Materials")
        job.get_by_role("link", name="Shopping list").click()
        expect(job.get_by_role("alert")).to_contain_text("could not be opened")
        job.unroute(failed)
        job.get_by_role("button", name="Open it again").click()
        expect(job.get_by_role("heading", name="what it takes")).to_be_visible()


class TestTwoTabs:
    """The second tab to save is told, and both changes are safe."""

    def test_mine_goes_on_top_if_i_say_so(self, job: Page, context: BrowserContext) -> None:
        other = self.race(job, context)
        other.get_by_role("button", name="Mine, on top of it").click()
        saved(other)
        open_line(other, "Window")
        expect(length_field(other, "/walls/0/things/2/sill/value")).to_have_value("9")
        other.get_by_role("button", name="Undo").click()
        expect(length_field(other, "/walls/0/things/2/sill/value")).to_have_value("8")

    def test_or_the_other_stands(self, job: Page, context: BrowserContext) -> None:
        other = self.race(job, context)
        other.get_by_role("button", name="The other; drop mine").click()
        expect(length_field(other, "/walls/0/things/2/sill/value")).to_have_value("8")
        saved(other)

    def test_or_mine_becomes_a_copy(self, job: Page, context: BrowserContext) -> None:
        other = self.race(job, context)
        other.get_by_role("button", name="Keep mine as a copy").click()
        expect(other.get_by_label("Name of the job")).to_have_value("Fennel Row, sink wall (mine)")

    def race(self, job: Page, context: BrowserContext) -> Page:
        """Both tabs change the sill; the second is refused."""
        paper(job, "Notebook")
        other = context.new_page()
        other.goto(job.url)
        open_line(other, "Window")
        open_line(job, "Window")
        field = length_field(other, "/walls/0/things/2/sill/value")
        expect(field).to_have_value("8 7/16")
        field.fill("9")
        length_field(job, "/walls/0/things/2/sill/value").fill("8")
        length_field(job, "/walls/0/things/2/sill/value").press("Enter")
        saved(job)
        field.press("Enter")
        expect(other.get_by_role("alert")).to_contain_text("changed elsewhere")
        return other


@pytest.mark.own_server
class TestDeadServer:
    """The server is killed; what it acknowledged is there, and what it missed is kept here."""

    def test_comes_back_with_everything(self, job: Page, server: Server) -> None:
        x, y = flag(job)
        job.get_by_test_id("pennant").focus()
        job.keyboard.press("ArrowLeft")
        moved_to(job, x - 1.5875, y)
        saved(job)
        server.kill()
        server.start()
        job.reload()
        moved_to(job, x - 1.5875, y)
        job.get_by_role("button", name="Undo").click()
        moved_to(job, x, y)

    def test_a_change_it_missed_is_saved_when_it_is_back(self, job: Page, server: Server) -> None:
        paper(job, "Notebook")
        field = self.missed(job, server)
        server.start()
        saved(job)
        expect(field).to_have_value("9")

    def test_also_when_the_page_was_closed_meanwhile(
        self, job: Page, server: Server, context: BrowserContext
    ) -> None:
        paper(job, "Notebook")
        address = job.url
        self.missed(job, server)
        job.close()
        server.start()
        again = context.new_page()
        again.goto(address)
        open_line(again, "Window")
        expect(length_field(again, "/walls/0/things/2/sill/value")).to_have_value("9")
        saved(again)

    def missed(self, job: Page, server: Server) -> Locator:
        """A change of the sill that the killed server does not hear of; its field."""
        open_line(job, "Window")
        server.kill()
        field = length_field(job, "/walls/0/things/2/sill/value")
        field.fill("9")
        field.press("Enter")
        expect(job.get_by_role("status")).to_contain_text("does not answer")
        return field


class TestNotKept:
    """What is refused is said and not kept; what may pass is tried again."""

    def test_the_right_line_can_be_typed_after_a_wrong_one(self, job: Page) -> None:
        paper(job, "Notebook")
        line = job.get_by_label("New line")
        line.fill("check 43 7/8 from windo right to right")
        with job.expect_response(lambda answer: answer.request.method == "PUT") as refused:
            line.press("Enter")
        assert refused.value.status == 422
        expect(job.get_by_text("names 'windo', which is not on this wall")).to_be_visible()
        line.fill("check 43 7/8 from left to right")
        with job.expect_response(lambda answer: answer.request.method == "PUT") as kept:
            line.press("Enter")
        assert kept.value.status == 200
        job.reload()
        expect(job.get_by_label("Line 6, Check")).to_be_visible()
        expect(job.get_by_text("names 'windo'")).to_have_count(0)

    def test_a_defect_is_not_sent_again_and_again(self, job: Page) -> None:
        sent: list[str] = []

        def fails(route: Route) -> None:
            sent.append(route.request.url)
            body = {
                "type": "urn:pennant:defect",
                "title": "This request is refused",
                "status": 500,
                "detail": "a fault in Pennant",
            }
            route.fulfill(status=500, json=body, content_type="application/problem+json")

        field = open_length(job)
        job.clock.install()
        job.route(re.compile(r"/api/jobs/[0-9a-f]+$"), fails)
        field.fill("95")
        field.press("Tab")
        expect(job.get_by_role("alert")).to_contain_text("a fault in Pennant")
        job.clock.fast_forward(10_000)
        assert len(sent) == 1
        job.unroute_all()

    @pytest.mark.own_server
    def test_a_job_that_cannot_be_planned_offers_its_history(
        self, job: Page, server: Server
    ) -> None:
        field = open_length(job)
        field.fill("95")
        field.press("Tab")
        saved(job)
        with sqlite3.connect(server.data) as db:
            db.execute("update revision set document = 'torn' where number = 2")
        db.close()
        job.reload()
        expect(job.get_by_role("heading", name="This job cannot be drawn")).to_be_visible()
        job.get_by_role("button", name="Go back to this").click()
        expect(job.locator("svg[data-surface]")).to_be_visible()


class TestTabs:
    """Six tabs on the meter leave connections for the rest."""

    def test_share_one_stream(self, home: Page, context: BrowserContext) -> None:
        streaming: set[Page] = set()

        def watch(request: Request) -> None:
            if request.url.endswith("/api/meter/readings"):
                streaming.add(request.frame.page)

        context.on("request", watch)
        link = home.get_by_role("link", name="sink wall").get_attribute("href")
        for _ in range(7):
            page = context.new_page()
            page.goto(f"{home.url.rstrip('/')}{link}")
            page.get_by_role("button", name="Laser meter").click()
            expect(page.get_by_test_id("pennant")).to_be_visible()
        context.remove_listener("request", watch)
        assert len(streaming) == 1


class TestSilentServer:
    """A server that does not answer: said, tried again, and said no more when it answers."""

    @pytest.mark.own_server
    def test_what_is_typed_meanwhile_is_drawn_when_it_is_back(
        self, job: Page, server: Server
    ) -> None:
        field = open_length(job)
        server.kill()
        field.fill("95")
        expect(job.get_by_role("status")).to_contain_text("trying again")
        server.start()
        expect(job.get_by_role("status")).to_have_text("Not saved yet")
        field.press("Tab")
        saved(job)

    @pytest.mark.own_server
    def test_a_copy_that_was_not_made_is_said(self, home: Page, server: Server) -> None:
        expect(cards(home)).to_have_count(1)
        server.kill()
        home.get_by_role("button", name="Duplicate").first.click()
        expect(home.get_by_role("alert")).to_contain_text("was not duplicated")
        server.start()
        home.get_by_role("button", name="Duplicate").first.click()
        expect(cards(home)).to_have_count(2)


class TestTyping:
    """Ctrl+Z in a field takes typing back, not the last step that was kept."""

    def test_takes_back_what_was_typed(self, job: Page) -> None:
        field = open_length(job)
        was = field.input_value()
        field.press("End")
        field.press_sequentially("1")
        expect(field).to_have_value(f"{was}1")
        field.press("ControlOrMeta+z")
        expect(field).to_have_value(was)
        expect(job.get_by_role("button", name="Redo")).to_be_disabled()
