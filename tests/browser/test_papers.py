"""Papers and files are made and handed over; what cannot be made says why."""

from pathlib import Path

from playwright.sync_api import Page, expect

from kitchens import demo
from pennant.core.plan import plan
from pennant.files.drawing_dxf import elevation_dxf


def papers(job: Page) -> None:
    """Open the papers of a job."""
    job.get_by_role("button", name="Job ▾").click()
    job.get_by_role("menuitem", name="Papers and files").click()
    expect(job.get_by_role("region", name="Papers")).to_be_visible()


class TestPapers:
    """One press a file."""

    def test_a_pdf_of_chosen_papers(self, job: Page) -> None:
        papers(job)
        job.get_by_label("Cut sheet").uncheck()
        with job.expect_download() as made:
            job.get_by_role("button", name="Make the PDF").click()
        assert Path(made.value.path()).read_bytes().startswith(b"%PDF")

    def test_the_days_that_cannot_be_planned_end_the_binding_with_the_reason(
        self, job: Page
    ) -> None:
        papers(job)
        broken = '{"says": "Cut sheet", "done": 3, "of": 8}\n{"failed": "no day is worked on"}\n'
        job.route("**/papers?*", lambda route: route.fulfill(body=broken))
        job.get_by_role("button", name="Make the PDF").click()
        expect(job.get_by_role("alert")).to_have_text("✗ PDF: no day is worked on")

    def test_a_calendar_without_a_first_day_says_what_is_missing(self, job: Page) -> None:
        papers(job)
        job.get_by_role("button", name="Calendar, iCalendar").click()
        expect(job.get_by_role("alert")).to_contain_text("write the first day")


class TestBroughtIn:
    """A drawn elevation becomes a wall that can be tiled."""

    def test_an_elevation(self, home: Page) -> None:
        kitchen = demo("Sorrel Yard")
        text = elevation_dxf(plan(kitchen).kitchen.walls[0], kitchen.walls[0].length)
        file = {"name": "wall.dxf", "mimeType": "image/vnd.dxf", "buffer": text.encode()}
        home.get_by_label("Job file").set_input_files(files=[file])  # type: ignore[list-item]
        expect(home.locator("svg[data-surface]")).to_be_visible()
        expect(home.get_by_label("Line 1, cabinet")).to_be_visible()

    def test_what_a_layer_holds_can_be_said(self, home: Page) -> None:
        kitchen = demo("Sorrel Yard")
        text = elevation_dxf(plan(kitchen).kitchen.walls[0], kitchen.walls[0].length)
        named = text.replace("WINDOW", "GLAZING").encode()
        file = {"name": "wall.dxf", "mimeType": "image/vnd.dxf", "buffer": named}
        home.get_by_label("Job file").set_input_files(files=[file])  # type: ignore[list-item]
        home.get_by_label("Layer GLAZING holds").select_option("window")
        home.get_by_role("button", name="Read it again so").click()
        expect(home.locator("svg[data-surface]")).to_be_visible()
        expect(home.get_by_role("region", name="The wall", exact=True)).to_contain_text("Window")
