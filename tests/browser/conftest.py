"""A server of the built application, and pages of real Chromium on it."""

from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, Request, expect, sync_playwright
from serving import CHROMIUM, DESK, FLAGS, Server

from kitchens import sink_wall
from pennant.files.job_json import write_job
from pennant.store.database import Database

expect.set_options(timeout=45_000)  # a search may take so long while others run beside it


@pytest.fixture(scope="session")
def shared_server(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Server]:
    server = Server(tmp_path_factory.mktemp("shared") / "demo.db")
    yield server
    server.kill()


@pytest.fixture
def server(
    shared_server: Server, request: pytest.FixtureRequest, tmp_path: Path
) -> Iterator[Server]:
    """A running server. Marked ``own_server``, a test gets one that it may kill."""
    if request.node.get_closest_marker("own_server") is None:
        yield shared_server
        return
    # The demo's jobs are planned once, for the shared server, and copied.
    Database(shared_server.data).backup(tmp_path / "demo.db")
    server = Server(tmp_path / "demo.db")
    yield server
    server.kill()


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        yield browser
        browser.close()


@pytest.fixture(scope="session")
def shared_context(browser: Browser) -> Iterator[BrowserContext]:
    # What a service worker keeps would hide what the server does; it has tests of its own.
    context = browser.new_context(viewport=DESK, service_workers="block")
    context.set_default_timeout(60_000)
    yield context
    context.close()


@pytest.fixture
def context(shared_context: BrowserContext) -> Iterator[BrowserContext]:
    """A browser that has the scripts at hand already, and remembers nothing of another test."""
    yield shared_context
    for page in shared_context.pages:
        page.evaluate("try { localStorage.clear() } catch {}")
        page.close()


@pytest.fixture
def page(context: BrowserContext, server: Server) -> Iterator[Page]:
    """A page of a server that has one job alone.

    Whatever the test does, no request may leave the machine and no script may fail.
    """
    page = context.new_page()
    elsewhere: list[str] = []
    failures: list[str] = []

    def watch(request: Request) -> None:
        if not request.url.startswith((server.url, "data:", "blob:")):
            elsewhere.append(request.url)

    context.on("request", watch)
    page.on("pageerror", lambda error: failures.append(str(error)))
    for card in page.request.get(f"{server.url}/api/jobs").json():
        page.request.delete(f"{server.url}/api/jobs/{card['id']}")
    page.request.post(f"{server.url}/api/jobs/import", data=write_job(sink_wall()))
    yield page
    context.remove_listener("request", watch)
    assert elsewhere == []
    assert failures == []


@pytest.fixture
def home(page: Page, server: Server) -> Page:
    """The home page, with one job alone."""
    page.goto(server.url)
    return page


@pytest.fixture
def job(page: Page, server: Server) -> Page:
    """The job, opened."""
    (card,) = page.request.get(f"{server.url}/api/jobs").json()
    page.goto(f"{server.url}/jobs/{card['id']}")
    expect(page.get_by_test_id("pennant")).to_be_visible()
    return page
