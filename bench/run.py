"""Measures Pennant, each as a ratio against the plain way of doing it in the same run.

``make bench``. Absolute times depend on the machine; the ratios are what to compare with the last
run, which docs/architecture.md keeps.
"""

import statistics
import sys
import tempfile
import time
from collections import Counter
from collections.abc import Callable, Sequence
from itertools import combinations
from pathlib import Path

ROOT = Path(__file__).parents[1]
sys.path[:0] = [str(ROOT / "tests" / part) for part in ("", "core", "browser")]

import by_clipping  # noqa: E402
import numpy as np  # noqa: E402
from hypothesis import HealthCheck, given, settings  # noqa: E402
from hypothesis.strategies import SearchStrategy  # noqa: E402
from lattices_by_clipping import pattern_over  # noqa: E402
from playwright.sync_api import Page, sync_playwright  # noqa: E402
from random_walls import fitted_jobs, jobs, kitchens, square_jobs  # noqa: E402
from scipy.optimize import Bounds, LinearConstraint, milp  # noqa: E402
from serving import CHROMIUM, DESK, FLAGS, Server  # noqa: E402
from test_planner import EIGHT_TO_FOUR, orders, placed_slowly, step  # noqa: E402

from kitchens import demo, sink_wall  # noqa: E402
from pennant.api.models import view_of  # noqa: E402
from pennant.cli import demo_jobs  # noqa: E402
from pennant.core.cuts.cut_list import cuts_of  # noqa: E402
from pennant.core.cuts.fewest import fewest  # noqa: E402
from pennant.core.cuts.stock import Item, Sheet, item_of, pairs_of, stocked  # noqa: E402
from pennant.core.cuts.tiles import items_for, sheet_of  # noqa: E402
from pennant.core.days.days import days_of  # noqa: E402
from pennant.core.days.planner import Ready, earliest  # noqa: E402
from pennant.core.document.job import Job  # noqa: E402
from pennant.core.document.module import module_of  # noqa: E402
from pennant.core.document.tiles import tiles_of  # noqa: E402
from pennant.core.layout.field_of import field_of  # noqa: E402
from pennant.core.layout.lattice_of import lattice_of  # noqa: E402
from pennant.core.plan import Plan, plan  # noqa: E402
from pennant.core.reading.laying import laid_of  # noqa: E402
from pennant.core.search.ranking import best_found  # noqa: E402
from pennant.core.shade.shading import shading_of  # noqa: E402
from pennant.core.survey.kitchen import kitchen_of  # noqa: E402
from pennant.files.job_json import write_job  # noqa: E402
from pennant.files.papers_pdf import papers_pdf  # noqa: E402
from pennant.words.dates import Dates  # noqa: E402

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
    """The wall with the tile at a third of its size: about ten times the pieces."""
    tile = job.tile.model_copy(
        update={"length": job.tile.length / 3.3, "height": job.tile.height / 3.3}
    )
    return job.model_copy(update={"tile": tile})


SIXTEENTH = 25.4 / 16
LINES = (
    "cabinet 0 wide 35 11/16 clear 19 9/16",
    "window 7 1/2 from last wide 34 3/8 sill 8 7/16 high 28 5/8",
    "cabinet 6 9/16 from last wide 37 5/16 clear 22 5/16", "outlet 22 3/16 up 10 9/16",
    "switch 22 13/16 from right up 11 1/4 2 gang",
)  # fmt: skip


def large_kitchen() -> Job:
    """A kitchen of 12 walls and 60 things, with the demo's tile."""
    document = demo("Fennel Row").model_dump(mode="json")
    document["name"] = "Large"
    document["walls"] = [
        {"id": f"wall-{n}", "name": f"Wall {n + 1}", "length": "121 7/16",
         "top": {"height": "42 3/4"}, "things": LINES}
        for n in range(12)
    ]  # fmt: skip
    return Job.model_validate(document)


def forget() -> None:
    """Keep nothing from the last plan."""
    for kept in (laid_of, field_of, stocked):
        kept.forget() if hasattr(kept, "forget") else kept.cache_clear()


def made_anew(job: Job) -> Plan:
    """The plan with nothing kept from the last one."""
    forget()
    return plan(job)


def bench_plan() -> None:
    """One plan against clipping every tile with shapely."""
    job = sink_wall()
    made = made_anew(job)
    own, plain, ratio = side_by_side(
        lambda: made_anew(job),
        lambda: by_clipping.pieces_by_clipping(job, made, by_clipping.field_by_union(job)),
    )
    print(f"one plan of one wall                 {own:8.1f} ms   {len(made.pieces)} pieces")
    print(f"  clipping every tile with shapely   {plain:8.1f} ms   {ratio:.1f} times as long")
    large = ten_times_longer(job)
    pieces = len(plan(large).pieces) / len(made.pieces)
    _, more, ratio = side_by_side(lambda: made_anew(job), lambda: made_anew(large))
    print(f"one plan with {pieces:.1f} times the pieces   {more:8.1f} ms   {ratio:.1f} times")
    _, view, ratio = side_by_side(
        lambda: made_anew(job), lambda: (forget(), view_of(job).model_dump_json())
    )
    print(f"plan, words and JSON of one wall     {view:8.1f} ms   {ratio:.1f} times the plan")


def bench_kitchen() -> None:
    """A kitchen of 12 walls: opened, and one wall changed, against planning all of it."""
    job, count = large_kitchen(), 0
    walls, things = len(job.walls), sum(len(wall.things) for wall in job.walls)

    def one_wall_changed() -> None:
        nonlocal count
        count += 1
        wall = job.walls[0].model_copy(update={"length": job.walls[0].length + count / 100})
        view_of(job.model_copy(update={"walls": (wall, *job.walls[1:])})).model_dump_json()

    changed, opened, ratio = side_by_side(
        one_wall_changed, lambda: (forget(), view_of(job).model_dump_json())
    )
    print(f"{walls} walls, {things} things, opened         {opened:8.1f} ms")
    print(f"  one wall of them changed           {changed:8.1f} ms   {1 / ratio:.2f} of opening")


GRID_TRIED = 6
"""Places of the grid that are clipped, to reckon what all of them take."""


def bench_search() -> None:
    """The best start found, against clipping every place of a 1/16 in grid both ways."""
    job = sink_wall()
    kitchen, made, module = kitchen_of(job), plan(job), module_of(job)
    places = int(module.across / SIXTEENTH) * int(module.up / SIXTEENTH)
    field = by_clipping.field_by_union(job)

    def some_places() -> None:
        for _ in range(GRID_TRIED):
            by_clipping.pieces_by_clipping(job, made, field)

    own, some, ratio = side_by_side(lambda: (forget(), best_found(job, kitchen, "a")), some_places)
    whole = some / GRID_TRIED * places
    print(f"best start of one wall found         {own:8.1f} ms")
    times = ratio / GRID_TRIED * places
    print(f"  a 1/16 in grid by clipping       {whole:10.0f} ms   {times:.0f} times as long")
    print(f"  ({places} places, reckoned from {GRID_TRIED} of them)")


def bench_lattice() -> None:
    """A herringbone: laid, and its best start, each against clipping every tile of a lattice."""
    job = in_herringbone(sink_wall())
    kitchen, made = kitchen_of(job), plan(job)
    lattice = lattice_of(job.tile, job.pattern)
    assert lattice is not None
    field = by_clipping.field_by_union(job)
    left, low, right, high = field.bounds

    def clipped() -> None:
        for tile in pattern_over(job.tile, job.pattern, (0, 0, right - left, high - low)):
            tile.intersection(field, grid_size=1e-6)

    own, plain, ratio = side_by_side(lambda: made_anew(job), clipped)
    print(f"one plan of a herringbone            {own:8.1f} ms   {len(made.pieces)} pieces")
    print(f"  clipping every tile with shapely   {plain:8.1f} ms   {ratio:.1f} times as long")
    cell = lattice.cell_area * len(lattice.units)
    places = round(cell / SIXTEENTH**2)
    found, whole = (
        milliseconds(lambda: (forget(), best_found(job, kitchen, "a")), 3),
        plain * places,
    )
    print(f"best start of a herringbone          {found:8.1f} ms")
    print(
        f"  a 1/16 in grid by clipping       {whole:10.0f} ms   {whole / found:.0f} times as long"
    )
    print(f"  ({places} places over the lattice's cell, reckoned from one of them)")


def in_herringbone(job: Job) -> Job:
    """The same kitchen with its tile in herringbone at 45 degrees."""
    document = job.model_dump(mode="json")
    document["pattern"] = {"kind": "herringbone", "joint": document["pattern"]["joint"]}
    for wall in document["walls"]:
        wall["start"] |= {"across": {"kind": "full-left"}, "up": {"kind": "full-counter"}}
    return Job.model_validate(document)


def bench_search_of_many_walls() -> None:
    """The best starts of ten walls, one after another, against those of one."""
    many = demo("Fennel Row").model_dump(mode="json")
    wall = {"top": {"height": "42 3/4"}, "things": LINES, "length": "121 7/16"}
    many["walls"] = [{**wall, "id": f"w{n}", "name": f"Wall {n}"} for n in range(10)]
    ten = Job.model_validate(many)

    def found(job: Job) -> None:
        forget()
        kitchen = kitchen_of(job)
        for each in job.walls:
            best_found(job, kitchen, each.id)

    single = ten.model_copy(update={"walls": ten.walls[:1]})
    rounds = [(milliseconds(lambda: found(single), 1), milliseconds(lambda: found(ten), 1))
              for _ in range(3)]  # fmt: skip
    ratio = statistics.median(more / (10 * own) for own, more in rounds)
    print(f"best starts of ten walls             {rounds[-1][1]:8.1f} ms   "
          f"{ratio:.2f} of ten times one")  # fmt: skip


RANDOM_KITCHENS = 50
"""Of each of four kinds."""


def bench_fewest() -> None:
    """The fewest tiles of the demos and of random kitchens, against the quick plan."""
    every = list(demo_jobs())
    for strategy in (square_jobs(), jobs(), fitted_jobs(), kitchens()):
        every += random_jobs(strategy, RANDOM_KITCHENS)
    apart, quick, took = Counter[int](), [0, 0], []
    for job in every:
        pieces = plan(job).pieces
        for of, one in tiles_of(job).items():
            items, sheet = items_for(job, pieces, of)
            if one.tile.sheet is None and items:
                fewest.forget()
                begun = time.perf_counter()
                found = fewest(items, sheet)
                took.append(time.perf_counter() - begun)
                apart[len(found.tiles) - found.bound] += 1
                quick[0] += len(stocked(items, sheet).tiles)
                quick[1] += len(found.tiles)
    within = sum(many for gap, many in apart.items() if gap <= 1)
    usual = statistics.median(took) * 1000
    print(f"fewest tiles of {len(every)} kitchens        {usual:8.1f} ms   "
          f"{max(took):.2f} s at most; {within} of {len(took)} within 1 of the bound, at most "
          f"{max(apart)} apart")  # fmt: skip
    print(f"  in all                             {quick[1]:8d}      quick plan {quick[0]}")


def random_jobs(strategy: SearchStrategy[Job], many: int) -> list[Job]:
    """The same examples of a strategy at every run."""
    found: list[Job] = []

    @settings(max_examples=many, derandomize=True, database=None, deadline=None,
              suppress_health_check=list(HealthCheck))  # fmt: skip
    @given(strategy)
    def collect(job: Job) -> None:
        found.append(job)

    collect()
    return found[:many]


def first_fit(items: Sequence[Item], sheet: Sheet) -> int:
    """Tiles that plain first fit takes: end pieces in the order of setting, each beside another if
    it fits there, every other piece from a tile of its own.
    """
    room: list[float] = []
    others = 0
    for item in items:
        if len(item.needs) == 3 and item.height >= sheet.height - 1e-5:
            need = item.width + sheet.kerf
            place = next((n for n, left in enumerate(room) if left >= need), None)
            if place is None:
                room.append(sheet.width - item.width)
            else:
                room[place] = -1.0
        else:
            others += 1
    return len(room) + others


def by_integer_program(items: Sequence[Item], sheet: Sheet) -> int:
    """The most pairs of end pieces that share a tile, by an integer program."""
    widths = [item.width for item in items]
    pairs = [(a, b) for a, b in combinations(range(len(widths)), 2)
             if widths[a] + widths[b] + sheet.kerf <= sheet.width + 1e-5]  # fmt: skip
    if not pairs:
        return 0
    once = np.zeros((len(widths), len(pairs)))
    for column, (a, b) in enumerate(pairs):
        once[a, column] = once[b, column] = 1
    found = milp(-np.ones(len(pairs)), integrality=np.ones(len(pairs)), bounds=Bounds(0, 1),
                 constraints=LinearConstraint(once, ub=1))  # fmt: skip
    return round(-found.fun)


def bench_cuts() -> None:
    """The cuts and their tiles with the plan, and the tiles against plainer ways of sharing."""
    job = demo("Fennel Row")
    _, with_cuts, ratio = side_by_side(lambda: made_anew(job), lambda: cuts_of(job, made_anew(job)))
    print(f"plan, cuts and tiles of the demo     {with_cuts:8.1f} ms   {ratio:.2f} times the plan")
    pieces = plan(job).pieces
    sheet = sheet_of(job)
    items = tuple(item_of(piece, sheet) for piece in pieces)
    many = tuple(item._replace(id=f"{n}.{item.id}") for n in range(10) for item in items)
    _, ten, ratio = side_by_side(
        lambda: (stocked.cache_clear(), stocked(items, sheet)),
        lambda: (stocked.cache_clear(), stocked(many, sheet)),
    )
    print(f"tiles for ten times the pieces       {ten:8.1f} ms   {ratio:.1f} times")
    cut = [item for item in items if len(item.needs) < 4]
    used = stocked(items, sheet)
    plainly = len(items) - len(cut) + first_fit(cut, sheet)
    print(f"tiles used                           {len(used.tiles):8d}      "
          f"bound {used.bound}, first fit {plainly}, no reuse {len(items)}")  # fmt: skip
    ends = [item for item in cut if len(item.needs) == 3 and item.height >= sheet.height - 1e-5]
    own, plain, ratio = side_by_side(
        lambda: pairs_of(ends, "width", sheet), lambda: by_integer_program(ends, sheet)
    )
    same = len(pairs_of(ends, "width", sheet)), by_integer_program(ends, sheet)
    print(f"end pieces paired                    {own:8.2f} ms   {same[0]} pairs")
    print(f"  by an integer program              {plain:8.2f} ms   {same[1]} pairs, "
          f"{ratio:.0f} times as long")  # fmt: skip


def bench_days() -> None:
    """The days beside the plan; their planner beside trying every order of a small job; papers."""
    job = demo("Fennel Row")
    made, dates = plan(job), Dates.of(job.schedule)
    own, days, ratio = side_by_side(lambda: made_anew(job), lambda: days_of(job, made, dates))
    print(f"the days of the demo, with changes   {days:8.1f} ms   {ratio:.1f} times the plan")
    steps = [
        step(f"s{n}", 30 + 10 * (n % 4), *([(f"s{n - 2}", 9.0)] if n > 1 else [])) for n in range(7)
    ]
    known = Ready(EIGHT_TO_FOUR, 1)
    own, plainly, ratio = side_by_side(
        lambda: earliest(steps, known),
        lambda: min(placed_slowly(order, EIGHT_TO_FOUR, 1) for order in orders(steps)),
    )
    print(f"seven steps planned                  {own:8.2f} ms")
    print(f"  by trying every order              {plainly:8.1f} ms   {ratio:.0f} times as long")
    stone = demo("Sorrel Yard")
    laid = plan(stone)
    order = [piece.id for piece in laid.pieces]
    deal = milliseconds(lambda: shading_of(stone, laid, order), 3)
    print(f"72 stone tiles dealt by shade        {deal:8.1f} ms")
    papers = milliseconds(lambda: papers_pdf(job, made), 3)
    print(f"all papers of the demo as PDF        {papers:8.1f} ms")


def bench_keys() -> None:
    """A key press to the new drawing, in Chromium, with the server beside it."""
    with (
        tempfile.TemporaryDirectory() as folder,
        Server(Path(folder) / "demo.db") as server,
        sync_playwright() as playwright,
    ):
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        page = browser.new_page(viewport=DESK)
        page.request.post(
            f"{server.url}/api/jobs/import", data=write_job(large_kitchen())
        )  # fmt: skip
        for name, text in (("Fennel Row", "the demo"), ("Juniper Court", "a lattice"),
                           ("Large", "12 walls")):  # fmt: skip
            page.goto(server.url)
            page.get_by_role("link", name=name).click()
            page.get_by_test_id("pennant").focus()
            taken = [_one_key(page, key) for key in ["ArrowRight", "ArrowLeft"] * 15][5:]
            middle, slow = statistics.median(taken), sorted(taken)[int(len(taken) * 0.9)]
            print(f"key press to new drawing, {text:10} {middle:8.1f} ms   "
                  f"{middle / 100:.2f} of 100 ms; nine of ten within {slow:.0f} ms")  # fmt: skip
        browser.close()


def _one_key(page: Page, key: str) -> float:
    measured = page.evaluate_handle(f"() => ({{ wait: ({KEY_TO_DRAWING})() }})")
    page.keyboard.press(key)
    return float(measured.evaluate("(held) => held.wait"))


if __name__ == "__main__":
    bench_plan()
    bench_kitchen()
    bench_search()
    bench_lattice()
    bench_search_of_many_walls()
    bench_cuts()
    bench_fewest()
    bench_days()
    bench_keys()
