"""Every main view for those who do not see it or use no pointer: nothing serious is wrong."""

from pathlib import Path
from typing import Any

from desk import paper
from playwright.sync_api import Page, expect

AXE = (Path(__file__).parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js").read_text(
    "utf-8"
)
DESKS = [
    "step=measure",
    "step=tile",
    "step=lay-out",
    "step=lay-out&paper=Compare&answer=Edges",
    "step=lay-out&paper=Rules",
    "step=buy",
    "step=days",
    "step=days&paper=Waits",
    "step=cut",
    "step=set",
    "wall=all",
]
PAGES = [
    "agree",
    "cuts",
    "saw?n=1",
    "materials",
    "days",
    "shades",
    "papers",
    "wished",
    "which-tile",
    "site",
]


def faults(page: Page) -> list[str]:
    """What is seriously wrong with a page, each with where; hundreds of tiles are looked past."""
    page.evaluate(AXE)
    found: list[dict[str, Any]] = page.evaluate(
        "async () => (await axe.run({exclude: ['[data-piece]']}, {resultTypes: ['violations']}))"
        ".violations"
    )
    return [
        f"{one['id']}: {one['nodes'][0]['html'][:140]} ({len(one['nodes'])})"
        for one in found
        if one["impact"] in ("serious", "critical")
    ]


class TestAccess:
    """Contrast, names, roles, order."""

    def test_the_desk(self, job: Page) -> None:
        address = job.url.partition("?")[0]
        assert {
            search: found for search in DESKS if (found := self.opened(job, f"{address}?{search}"))
        } == {}

    def test_the_pages(self, job: Page) -> None:
        address = job.url.partition("?")[0]
        assert {
            page: found for page in PAGES if (found := self.opened(job, f"{address}/{page}"))
        } == {}

    @staticmethod
    def opened(page: Page, address: str) -> list[str]:
        """What is wrong with a page once all of it is there."""
        page.goto(address)
        expect(page.locator("main").first).to_be_visible()
        page.wait_for_load_state("networkidle")
        return faults(page)

    def test_home_and_shelf(self, home: Page) -> None:
        expect(home.get_by_role("button", name="Duplicate").first).to_be_visible()
        assert faults(home) == []
        home.get_by_role("link", name="Products").click()
        expect(home.get_by_role("region", name="Grouts")).to_be_visible()
        assert faults(home) == []

    def test_a_page_at_twice_its_size_still_works(self, job: Page) -> None:
        """At 200 % of a desk's screen nothing runs out of it sideways, and the tabs can be used."""
        job.set_viewport_size({"width": 640, "height": 400})
        width = job.evaluate("document.documentElement.scrollWidth")
        assert width <= 640
        paper(job, "Tile")
        expect(job.get_by_label("Thickness")).to_be_visible()
