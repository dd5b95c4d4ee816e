"""The cuts: beside the wall, on a sheet, and at the saw on a phone."""

from desk import paper
from playwright.sync_api import Page, expect
from serving import Server

from kitchens import demo


class TestBesideTheWall:
    """A piece picked on the wall opens its marks; a cut shows its places."""

    def test_both_ways(self, job: Page) -> None:
        paper(job, "Cuts")
        cuts = job.get_by_role("tabpanel").last
        expect(cuts).to_contain_text("no plan can do with fewer")
        cuts.get_by_title("Show these pieces on the wall").first.click()
        assert job.locator("[data-picked]").count() > 1
        job.locator('[data-piece="A1.1"]').click()
        expect(cuts.locator("li.bg-chalk-pale")).to_contain_text("A1.1")


class TestSheet:
    """One page to print, filtered by tool."""

    def test_filters(self, job: Page) -> None:
        paper(job, "Cuts")
        job.get_by_role("link", name="Cut sheet").click()
        expect(job.get_by_role("heading", name="cut sheet")).to_be_visible()
        rows = job.locator("[data-cut]")
        expect(rows.first).to_be_visible()
        every = rows.count()
        job.get_by_label("Tool").select_option("wet saw")
        expect(rows.filter(has_text="notched").first).to_be_visible()
        expect(rows.filter(has_text="snap cutter")).to_have_count(0)
        assert rows.count() < every

    def test_rows_of_a_panel_are_found_with_the_walls(self, page: Page, server: Server) -> None:
        sent = demo("Juniper Court").model_dump_json()
        made = page.request.post(f"{server.url}/api/jobs/import", data=sent).json()
        page.goto(f"{server.url}/jobs/{made['id']}/cuts")
        choices = page.get_by_label("Course", exact=True).locator("option")
        expect(choices.nth(1)).to_have_text("course 1")
        page.get_by_label("Course", exact=True).select_option("9")
        expect(page.get_by_text("A1-9.1").first).to_be_visible()
        expect(page.get_by_text("A1-8.1")).to_have_count(0)


class TestAtTheSaw:
    """One cut at a time; a broken piece asks for another."""

    def test_tick_off(self, job: Page) -> None:
        job.set_viewport_size({"width": 390, "height": 844})
        paper(job, "Cuts")
        job.get_by_role("link", name="At the saw").click()
        expect(job.get_by_text("Cut 1 of")).to_be_visible()
        expect(job.get_by_text("whole tiles left over")).to_be_visible()
        job.get_by_text("Piece by piece").click()
        first = job.locator("[data-state]").first
        first.get_by_role("button", name="✓ Cut").click()
        expect(first).to_have_attribute("data-state", "cut")
        first.get_by_role("button", name="✗ Broken").click()
        expect(job.get_by_role("status")).to_contain_text("Cut again: ")
        job.reload()
        job.get_by_text("Piece by piece").click()
        expect(first).to_have_attribute("data-state", "broken")
        first.get_by_role("button", name="Take back").click()
        expect(first).to_have_attribute("data-state", "cut")
        # The rest of the stack by one press; then the next cut comes up.
        job.get_by_role("button", name="✓ All").click()
        expect(job.get_by_text("Cut 2 of")).to_be_visible()
        job.get_by_role("button", name="Back").click()
        expect(job.get_by_role("button", name="✓ All")).to_have_count(0)
        job.get_by_role("button", name="Next").click()
        expect(job.get_by_text("Cut 2 of")).to_be_visible()
