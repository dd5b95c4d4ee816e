"""Takes the pictures in docs/screenshots/ anew, from the demo data. ``make screenshots``."""

import sys
import tempfile
from pathlib import Path

ROOT = Path(__file__).parents[1]
sys.path.insert(0, str(ROOT / "tests" / "browser"))

from desk import paper  # noqa: E402
from playwright.sync_api import Browser, Page, sync_playwright  # noqa: E402
from serving import CHROMIUM, DESK, FLAGS, PHONE, Server  # noqa: E402

PICTURES = ROOT / "docs" / "screenshots"


def opened(browser: Browser, server: Server, size: dict[str, int], name: str) -> Page:
    """A demo job on a screen of that size."""
    page = browser.new_page(viewport=size)  # type: ignore[arg-type]
    page.goto(server.url)
    page.get_by_role("link", name=name).click()
    page.get_by_test_id("pennant").wait_for()
    page.evaluate("document.fonts.ready")
    return page


def take(page: Page, name: str) -> None:
    """One picture; the pointer is out of the way."""
    page.mouse.move(1, 1)
    page.screenshot(path=PICTURES / f"{name}.png")


def pictured(page: Page) -> None:
    """Wait until every drawing on the page is there."""
    for image in page.locator("img").all():
        image.evaluate("(image) => image.decode()")


def tiles_to_choose_from(page: Page) -> None:
    """Write two tiles down and lay them beside the job's own."""
    paper(page, "Which tile?")
    room = page.get_by_role("region", name="Tiles to choose from")
    for number, (length, height) in enumerate((("5 7/8", "5 7/8"), ("11 3/4", "2 15/16"))):
        room.get_by_role("button", name="Add a tile").click()
        fields = room.get_by_role("group").nth(number)
        for label, size in (("Length", length), ("Height", height)):
            fields.get_by_label(label, exact=True).fill(size)
            fields.get_by_label(label, exact=True).press("Enter")
    page.get_by_role("button", name="Compare them").click()
    side = page.get_by_role("region", name="Side by side")
    side.get_by_role("button", name="Use this").nth(2).wait_for()
    side.get_by_role("button", name="Compare them").wait_for()
    side.evaluate("(one) => one.scrollIntoView()")
    pictured(page)


def main() -> None:
    """Every main view once."""
    with (
        tempfile.TemporaryDirectory() as folder,
        Server(Path(folder) / "demo.db") as server,
        sync_playwright() as playwright,
    ):
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        page = opened(browser, server, DESK, "Fennel Row")
        page.get_by_test_id("slack-across").wait_for()
        page.get_by_role("button", name="Right end: ").first.click()
        page.get_by_role("button", name="More, and what they are ranked by").wait_for()
        page.get_by_role("button", name="Try").last.scroll_into_view_if_needed()
        take(page, "start-and-findings")
        page.get_by_role("button", name="All walls").click()
        page.locator("[data-wall]").first.wait_for()
        take(page, "all-walls")
        page.get_by_role("button", name="B Range wall").click()
        paper(page, "Compare")
        page.get_by_text("ranked by the wishes").wait_for()
        page.locator("button:has(img)").nth(1).scroll_into_view_if_needed()
        pictured(page)
        take(page, "compare")
        tiles_to_choose_from(page)
        take(page, "which-tile")
        paper(page, "Products")
        page.get_by_label("Grout", exact=True).select_option("Millrace plain, chalk")
        page.get_by_text("Unsanded grout in a joint").wait_for()
        page.get_by_role("button", name="Wedges").click()
        take(page, "products-and-materials")
        paper(page, "Cuts")
        page.locator("[data-cut]").first.wait_for()
        page.get_by_role("link", name="Cut sheet").click()
        page.locator("[data-cut]").first.wait_for()
        take(page, "cut-sheet")
        page.goto(page.url.replace("/cuts", "/materials"))
        page.get_by_text("Mixing card").wait_for()
        take(page, "materials")
        page.goto(page.url.replace("/materials", "/agree"))
        page.get_by_role("img").first.wait_for()
        pictured(page)
        take(page, "agree")
        page.goto(page.url.replace("/agree", "/days"))
        page.locator("#card-1").wait_for()
        take(page, "days")
        page.goto(page.url.replace("/days", "/agree"))
        saw = browser.new_page(viewport=PHONE)  # type: ignore[arg-type]
        saw.goto(page.url.replace("/agree", "/saw?n=17"))
        saw.get_by_text("Cut 17 of").wait_for()
        take(saw, "saw")
        saw.goto(page.url.replace("/agree", "/site"))
        parts = saw.get_by_role("navigation", name="Parts")
        parts.get_by_role("button", name="Set", exact=True).click()
        saw.get_by_role("button", name="✓ Course 1 set").click()
        saw.get_by_role("button", name="A batch of adhesive is mixed").click()
        saw.get_by_role("button", name="is spread").click()
        saw.get_by_role("button", name="Adhesive on the wall").wait_for()
        saw.locator("[data-piece='A1.17'][data-state='set']").wait_for()
        saw.evaluate("scrollTo(0, 330)")
        take(saw, "on-the-wall")
        page.goto(f"{server.url}/shelf")
        page.get_by_role("button", name="Tubwell mastic").click()
        page.get_by_role("form", name="Sheet of Tubwell mastic").wait_for()
        take(page, "shelf")
        page = opened(browser, server, DESK, "Sallow End")
        page.get_by_role("button", name="Aa Sink counter", exact=True).click()
        paper(page, "Set out")
        page.get_by_text("Row 3, front edge").wait_for()
        take(page, "counter-and-setting-out")
        page = opened(browser, server, DESK, "Juniper Court")
        paper(page, "Set out")
        page.get_by_text("At 45°, rising to the right").wait_for()
        take(page, "lattice-and-area")
        page = opened(browser, server, DESK, "Sorrel Yard")
        page.goto(page.url.partition("?")[0] + "/shades")
        page.get_by_role("region", name="From which box").wait_for()
        pictured(page)
        page.get_by_role("region", name="Boxes").evaluate("(one) => one.scrollIntoView()")
        take(page, "shades")
        page = opened(browser, server, DESK, "Alder Wharf")
        paper(page, "Notebook")
        line = page.get_by_label("Line 6, Shelf")
        line.focus()
        line.fill(line.input_value().replace("912", "921"))
        page.get_by_text("two digits").first.wait_for()
        take(page, "survey-and-doubts")
        phone = opened(browser, server, PHONE, "Fennel Row")
        take(phone, "phone")
        paper(phone, "Notebook")
        phone.get_by_role("button", name="Measure one at a time").click()
        for _ in range(3):
            phone.get_by_test_id("tape-keys").get_by_role("button", name="Next").click()
        phone.get_by_test_id("tape-keys").get_by_text("Left cabinet: width").wait_for()
        take(phone, "phone-measuring")
        page.goto(server.url)
        page.get_by_role("button", name="Duplicate").first.wait_for()
        pictured(page)
        take(page, "jobs")
        browser.close()


if __name__ == "__main__":
    main()
