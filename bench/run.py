"""Measures Pennant, each as a ratio against the plain way of doing it in the same run.

``make bench``. Absolute times depend on the machine; the ratios are what to compare with the last
run, which docs/architecture.md keeps.
"""

import statistics
import sys
import tempfile
import time
from collections.abc import Callable
from pathlib import Path

ROOT = Path(__file__).parents[1]
sys.path[:0] = [str(ROOT / "tests" / "core"), str(ROOT / "tests" / "browser")]

import by_clipping  # noqa: E402
from playwright.sync_api import Page, sync_playwright  # noqa: E402
from serving import CHROMIUM, DESK, FLAGS, Server  # noqa: E402

from pennant.api.models import view_of  # noqa: E402
from pennant.cli import demo_job  # noqa: E402
from pennant.core.job import Job  # noqa: E402
from pennant.core.plan import plan  # noqa: E402

KEY_TO_DRAWING = """() => new Promise((done) => {
    const flag = document.querySelector("[data-pennant]");
    let pressed = 0;
    window.addEventListener("keydown", () => { pressed = performance.now(); }, { once: true });
    new MutationObserver((_, observer) => {
        observer.disconnect();
        requestAnimationFrame(() => setTimeout(() => done(performance.now() - pressed)));
    }).observe(flag, { attributes: true, attributeFilter: ["data-pennant"] });
})"""
"""From a key's arrival in the page until the frame with the new drawing has been painted."""


def milliseconds(work: Callable[[], object], times: int) -> float:
    """The median time of some runs."""
    taken = []
    for _ in range(times):
        start = time.perf_counter()
        work()
        taken.append((time.perf_counter() - start) * 1000)
    return statistics.median(taken)


def side_by_side(own: Callable[[], object], plain: Callable[[], object]) -> tuple[float, ...]:
    """Median times of both and of their ratio, turn about: a machine that slows down slows both."""
    rounds = [(milliseconds(own, 5), milliseconds(plain, 3)) for _ in range(12)][2:]
    return (
        statistics.median(mine for mine, _ in rounds),
        statistics.median(other for _, other in rounds),
        statistics.median(other / mine for mine, other in rounds),
    )


def ten_times_longer(job: Job) -> Job:
    """The demo's wall with the tile at a third of its size: about ten times the pieces."""
    tile = job.tile.model_copy(
        update={"length": job.tile.length / 3.3, "height": job.tile.height / 3.3}
    )
    return job.model_copy(update={"tile": tile})


def bench_plan() -> None:
    """One plan against clipping every tile with shapely."""
    job = demo_job()
    made = plan(job)
    field = by_clipping.field_by_union(job)
    own, plain, ratio = side_by_side(
        lambda: plan(job), lambda: by_clipping.pieces_by_clipping(job, made, field)
    )
    print(f"one plan of the demo                 {own:8.1f} ms   {len(made.pieces)} pieces")
    print(f"  clipping every tile with shapely   {plain:8.1f} ms   {ratio:.1f} times as long")
    large = ten_times_longer(job)
    pieces = len(plan(large).pieces) / len(made.pieces)
    _, more, ratio = side_by_side(lambda: plan(job), lambda: plan(large))
    print(f"one plan with {pieces:.1f} times the pieces   {more:8.1f} ms   {ratio:.1f} times")
    _, view, ratio = side_by_side(lambda: plan(job), lambda: view_of(job).model_dump_json())
    print(f"plan, words and JSON of the demo     {view:8.1f} ms   {ratio:.1f} times the plan")


def bench_key() -> None:
    """A key press to the new drawing, in Chromium, with the server beside it."""
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        server = Server(Path(folder) / "demo.db")
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        page = browser.new_page(viewport=DESK)
        page.goto(server.url)
        page.get_by_role("link", name="sink wall").click()
        page.get_by_test_id("pennant").focus()
        taken = [_one_key(page, key) for key in ["ArrowRight", "ArrowLeft"] * 15][5:]
        browser.close()
        server.kill()
    middle, slow = statistics.median(taken), sorted(taken)[int(len(taken) * 0.9)]
    print(f"key press to new drawing             {middle:8.1f} ms   {middle / 100:.2f} of 100 ms")
    print(f"  nine of ten within                 {slow:8.1f} ms   {slow / 100:.2f} of 100 ms")


def _one_key(page: Page, key: str) -> float:
    measured = page.evaluate_handle(f"() => ({{ wait: ({KEY_TO_DRAWING})() }})")
    page.keyboard.press(key)
    return float(measured.evaluate("(held) => held.wait"))


if __name__ == "__main__":
    bench_plan()
    bench_key()
