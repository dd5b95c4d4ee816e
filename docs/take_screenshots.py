"""Takes the pictures in docs/screenshots/ anew, from the demo data. ``make screenshots``."""

import sys
import tempfile
from pathlib import Path

ROOT = Path(__file__).parents[1]
sys.path.insert(0, str(ROOT / "tests" / "browser"))

from playwright.sync_api import Browser, Page, sync_playwright  # noqa: E402
from serving import CHROMIUM, DESK, FLAGS, PHONE, Server  # noqa: E402

PICTURES = ROOT / "docs" / "screenshots"


def opened(browser: Browser, server: Server, size: dict[str, int]) -> Page:
    """The demo job on a screen of that size."""
    page = browser.new_page(viewport=size)  # type: ignore[arg-type]
    page.goto(server.url)
    page.get_by_role("link", name="sink wall").click()
    page.get_by_test_id("pennant").wait_for()
    page.evaluate("document.fonts.ready")
    return page


def take(page: Page, name: str) -> None:
    """One picture; the pointer is out of the way."""
    page.mouse.move(1, 1)
    page.screenshot(path=PICTURES / f"{name}.png")


def main() -> None:
    """Every main view once."""
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        server = Server(Path(folder) / "demo.db")
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        page = opened(browser, server, DESK)
        page.get_by_role("button", name="1/8 in sliver").click()
        take(page, "start-and-findings")
        page.get_by_role("tab", name="Compare").click()
        page.get_by_text("planted").wait_for()
        page.wait_for_function("[...document.images].every((image) => image.complete)")
        take(page, "compare")
        page.get_by_role("tab", name="Measures").click()
        page.get_by_role("tab", name="Edges").click()
        take(page, "measures-and-edges")
        page.get_by_role("tab", name="Tile").click()
        page.get_by_role("tab", name="It takes").click()
        page.get_by_role("button", name="Grout").click()
        take(page, "tile-and-what-it-takes")
        page.get_by_role("tab", name="Rules").click()
        take(page, "rules")
        take(opened(browser, server, PHONE), "phone")
        page.get_by_role("link", name="Pennant").click()
        page.get_by_role("button", name="Duplicate").wait_for()
        page.wait_for_function("[...document.images].every((image) => image.complete)")
        take(page, "jobs")
        browser.close()
        server.kill()


if __name__ == "__main__":
    main()
