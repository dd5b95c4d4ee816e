"""Boxes are opened by keys, and dealt at once."""

from playwright.sync_api import Page, expect
from test_wall import saved


class TestShades:
    """A line a box; what is wrong with one is said, and nothing is lost."""

    def test_boxes_opened_and_dealt(self, job: Page) -> None:
        job.get_by_role("button", name="Job ▾").click()
        job.get_by_role("menuitem", name="Boxes and shades").click()
        for number in ("1", "2"):
            job.get_by_role("button", name="Open a box").click()
            expect(job.get_by_label(f"Box {number}, light")).to_be_focused()
            for shade, count in (("light", "120"), ("middle", "90"), ("dark", "30")):
                field = job.get_by_label(f"Box {number}, {shade}")
                field.fill(count)
                field.press("Enter")
        dealt = job.get_by_role("region", name="Blended")
        expect(dealt).to_contain_text("Blended:")
        expect(job.get_by_role("img", name="dealt").first).to_be_visible()
        saved(job)
        name = job.get_by_label("Box 2", exact=True)
        name.fill("1")
        name.press("Enter")
        expect(job.get_by_role("alert").filter(has_text="opened twice")).to_be_visible()
        job.reload()
        expect(job.get_by_label("Box 1, light").first).to_have_value("120")
