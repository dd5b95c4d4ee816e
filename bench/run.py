"""Measures Pennant, each as a ratio against the plain way of doing it in the same run.

``make bench``. Absolute times depend on the machine; the ratios are compared with the last run's,
which ``make bench KEEP=--keep`` keeps in last.json and in docs/architecture.md. Names of benches
after it run only those: ``bench/run.py keys fewest``.
"""

import math
import statistics
import subprocess
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
from pennant.api.collecting import collect_seldom  # noqa: E402
from pennant.api.models import view_of  # noqa: E402
from pennant.core.cuts.cut_list import cuts_of  # noqa: E402
from pennant.core.cuts.fewest import fewest  # noqa: E402
from pennant.core.cuts.items import Item, WholeTile, item_of  # noqa: E402
from pennant.core.cuts.stock import pairs_of, stocked  # noqa: E402
from pennant.core.cuts.tiles import items_for, sheet_of  # noqa: E402
from pennant.core.days.days import days_of  # noqa: E402
from pennant.core.days.planner import Ready, earliest  # noqa: E402
from pennant.core.document.job import Job  # noqa: E402
from pennant.core.document.module import module_of  # noqa: E402
from pennant.core.document.survey import Corner  # noqa: E402
from pennant.core.document.tiles import tiles_of  # noqa: E402
from pennant.core.laying.lay_kitchen import laid_wall  # noqa: E402
from pennant.core.laying.lay_surface import laid_of  # noqa: E402
from pennant.core.layout.field_of import field_of  # noqa: E402
from pennant.core.layout.lattice_of import lattice_of  # noqa: E402
from pennant.core.plan import Plan, plan  # noqa: E402
from pennant.core.search.best import best_found, best_round  # noqa: E402
from pennant.core.search.lattice_clipping import Clipping  # noqa: E402
from pennant.core.search.lattice_sieve import Judge  # noqa: E402
from pennant.core.search.starting import started, wishes_of  # noqa: E402
from pennant.core.search.whole_kitchen import best_of_kitchen  # noqa: E402
from pennant.core.shade.shading import shading_of  # noqa: E402
from pennant.core.survey.kitchen import kitchen_of  # noqa: E402
from pennant.demos import demo_jobs  # noqa: E402
from pennant.files.job_json import write_job  # noqa: E402
from pennant.files.papers_pdf import papers_pdf  # noqa: E402
from pennant.words.dates import Dates  # noqa: E402
from table import Table  # noqa: E402
from table import milliseconds_said as ms  # noqa: E402

KEY_TO_DRAWING = """() => new Promise((done) => {
    const flag = document.querySelector("[data-pennant]");
    let pressed = 0;
    const noted = () => { pressed = performance.now(); };
    window.addEventListener("keydown", noted, { once: true, capture: true });
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
    "cabinet 6 9/16 from last wide 37 5/16 clear 22 5/16",
    "outlet 22 3/16 up 10 9/16",
    "switch 22 13/16 from right up 11 1/4 2 gang",
)


def large_kitchen() -> Job:
    """A kitchen of 12 walls and 60 things, with the demo's tile."""
    document = demo("Fennel Row").model_dump(mode="json")
    document["name"] = "Large"
    document["walls"] = [
        {
            "id": f"wall-{n}",
            "name": f"Wall {n + 1}",
            "length": "121 7/16",
            "top": {"height": "42 3/4"},
            "things": LINES,
        }
        for n in range(12)
    ]
    return Job.model_validate(document)


def forget() -> None:
    """Keep nothing from the last plan."""
    for kept in (laid_of, field_of, stocked):
        kept.forget() if hasattr(kept, "forget") else kept.cache_clear()


def made_anew(job: Job) -> Plan:
    """The plan with nothing kept from the last one."""
    forget()
    return plan(job)


def bench_plan(table: Table) -> None:
    """One plan against clipping every tile with shapely."""
    job = sink_wall()
    made = made_anew(job)
    own, plain, ratio = side_by_side(
        lambda: made_anew(job),
        lambda: by_clipping.pieces_by_clipping(job, made, by_clipping.field_by_union(job)),
    )
    table.row("one plan of one wall", ms(own), note=f"{len(made.pieces)} pieces, with quantities")
    table.row(
        "its pieces alone, by clipping every tile with shapely",
        ms(plain),
        ratio,
        "times as long",
        more=True,
    )
    large = ten_times_longer(job)
    pieces = len(plan(large).pieces) / len(made.pieces)
    _, more, ratio = side_by_side(lambda: made_anew(job), lambda: made_anew(large))
    table.row(
        "one plan with more pieces",
        ms(more),
        ratio,
        "times as long",
        note=f"{pieces:.1f} times the pieces",
    )
    _, view, ratio = side_by_side(
        lambda: made_anew(job), lambda: (forget(), view_of(job).model_dump_json())
    )
    table.row("plan, words and JSON of one wall", ms(view), ratio, "times the plan")


def bench_kitchen(table: Table) -> None:
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
    table.row(f"{walls} walls with {things} things, opened", ms(opened))
    table.row("the same with one wall changed", ms(changed), 1 / ratio, "of opening")


GRID_TRIED = 6
"""Places of the grid that are clipped, to reckon what all of them take."""


def bench_search(table: Table) -> None:
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
    times = ratio / GRID_TRIED * places
    table.row("the best start of one wall", ms(own))
    table.row(
        "a 1/16 in grid both ways by clipping",
        ms(whole),
        times,
        "times as long",
        more=True,
        note=f"{places} places, reckoned from {GRID_TRIED} of them",
    )


def bench_lattice(table: Table) -> None:
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
    table.row("one plan of a herringbone", ms(own), note=f"{len(made.pieces)} pieces")
    table.row(
        "its pieces alone, by clipping every tile of the lattice",
        ms(plain),
        ratio,
        "times as long",
        more=True,
    )
    cell = lattice.cell_area * len(lattice.units)
    places = round(cell / SIXTEENTH**2)
    found, whole = (
        milliseconds(lambda: (forget(), best_found(job, kitchen, "a")), 3),
        plain * places,
    )
    table.row("the best start of a herringbone", ms(found))
    table.row(
        "a 1/16 in grid over its cell by clipping",
        ms(whole),
        whole / found,
        "times as long",
        more=True,
        note=f"{places} places, reckoned from one",
    )
    better, tried = better_places(job)
    table.row(
        "places of a 1/8 in grid with less to cure or to avoid",
        str(better),
        better / tried,
        f"of {tried}",
    )


def better_places(job: Job) -> tuple[int, int]:
    """At how many places of a grid over its cell a lattice comes out better than at the best that
    was found, and how many places there are.
    """
    kitchen, wishes = kitchen_of(job), wishes_of(job)
    best = best_found(job, kitchen, "a")
    found = laid_wall(started(job, "a", best.start), kitchen, "a")
    lattice = found.layout.lattice
    assert lattice is not None
    judge = Judge(Clipping(lattice, found.field, job.settings), wishes)
    by = job.settings.set_within
    limit = judge.at_worst(found.layout.origin, by)[0][:2]
    (ax, ay), (bx, by_up) = lattice.steps
    inner, step = found.field.inner, 2 * SIXTEENTH
    places = [
        (inner.x0 + s * ax + t * bx, inner.y0 + s * ay + t * by_up)
        for s in np.arange(0, 1, step / math.hypot(ax, ay))
        for t in np.arange(0, 1, step / math.hypot(bx, by_up))
    ]
    better = sum(
        judge.at_worst(place, by)[0][:2] < limit for place in places if judge.key(place)[:2] < limit
    )
    return better, len(places)


def in_herringbone(job: Job) -> Job:
    """The same kitchen with its tile in herringbone at 45 degrees."""
    document = job.model_dump(mode="json")
    document["pattern"] = {"kind": "herringbone", "joint": document["pattern"]["joint"]}
    for wall in document["walls"]:
        wall["start"] |= {"across": {"kind": "full-left"}, "up": {"kind": "full-counter"}}
    return Job.model_validate(document)


def bench_search_of_many_walls(table: Table) -> None:
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
    rounds = [
        (milliseconds(lambda: found(single), 1), milliseconds(lambda: found(ten), 1))
        for _ in range(3)
    ]
    ratio = statistics.median(more / (10 * own) for own, more in rounds)
    table.row("the best starts of ten walls", ms(rounds[-1][1]), ratio, "of ten times one")
    joined = ten.model_copy(
        update={
            "walls": tuple(
                wall.model_copy(update={"corner": Corner() if n < 9 else None})
                for n, wall in enumerate(ten.walls)
            )
        }
    )
    at_once = {
        name: milliseconds(lambda job=job: best_of_kitchen(job), 1)
        for name, job in (("one", single), ("apart", ten), ("joined", joined))
    }
    for name in ("apart", "joined"):
        table.row(
            f"the best start of ten walls {name}, all at once",
            ms(at_once[name]),
            at_once[name] / (10 * at_once["one"]),
            "of ten times one",
        )
    whole = demo("Fennel Row")
    own = milliseconds(lambda: best_of_kitchen(whole), 3)
    steps = milliseconds(lambda: list(best_round(whole)), 1)
    table.row("the best start of the demo, all walls at once", ms(own))
    table.row("the same wall after wall, by every school", ms(steps), steps / own, "times as long")


RANDOM_KITCHENS = 50
"""Of each of four kinds."""


def bench_fewest(table: Table) -> None:
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
    table.row(
        f"the fewest tiles of {len(every)} kitchens",
        ms(usual),
        (len(took) - within) / len(took),
        "not within 1 of the bound",
        note=f"of {len(took)}, at most {max(apart)} apart and {max(took):.1f} s",
    )
    table.row(
        "tiles in all", f"{quick[1]:,}", quick[1] / quick[0], f"of the quick plan's {quick[0]:,}"
    )


def random_jobs(strategy: SearchStrategy[Job], many: int) -> list[Job]:
    """The same examples of a strategy at every run."""
    found: list[Job] = []

    @settings(
        max_examples=many,
        derandomize=True,
        database=None,
        deadline=None,
        suppress_health_check=list(HealthCheck),
    )
    @given(strategy)
    def collect(job: Job) -> None:
        found.append(job)

    collect()
    return found[:many]


def first_fit(items: Sequence[Item], sheet: WholeTile) -> int:
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


def by_integer_program(items: Sequence[Item], sheet: WholeTile) -> int:
    """The most pairs of end pieces that share a tile, by an integer program."""
    widths = [item.width for item in items]
    pairs = [
        (a, b)
        for a, b in combinations(range(len(widths)), 2)
        if widths[a] + widths[b] + sheet.kerf <= sheet.width + 1e-5
    ]
    if not pairs:
        return 0
    once = np.zeros((len(widths), len(pairs)))
    for column, (a, b) in enumerate(pairs):
        once[a, column] = once[b, column] = 1
    found = milp(
        -np.ones(len(pairs)),
        integrality=np.ones(len(pairs)),
        bounds=Bounds(0, 1),
        constraints=LinearConstraint(once, ub=1),
    )
    return round(-found.fun)


def bench_cuts(table: Table) -> None:
    """The cuts and their tiles with the plan, and the tiles against plainer ways of sharing."""
    job = demo("Fennel Row")
    _, with_cuts, ratio = side_by_side(lambda: made_anew(job), lambda: cuts_of(job, made_anew(job)))
    table.row("plan, cuts and tiles of the demo", ms(with_cuts), ratio, "times the plan")
    pieces = plan(job).pieces
    sheet = sheet_of(job)
    items = tuple(item_of(piece, sheet) for piece in pieces)
    many = tuple(item._replace(id=f"{n}.{item.id}") for n in range(10) for item in items)
    _, ten, ratio = side_by_side(
        lambda: (stocked.cache_clear(), stocked(items, sheet)),
        lambda: (stocked.cache_clear(), stocked(many, sheet)),
    )
    table.row("tiles for ten times the demo's pieces", ms(ten), ratio, "times as long")
    cut = [item for item in items if len(item.needs) < 4]
    used = stocked(items, sheet)
    plainly = len(items) - len(cut) + first_fit(cut, sheet)
    table.row(
        "tiles used in the demo",
        str(len(used.tiles)),
        len(used.tiles) / plainly,
        f"of first fit's {plainly}",
        note=f"no reuse {len(items)}",
    )
    ends = [item for item in cut if len(item.needs) == 3 and item.height >= sheet.height - 1e-5]
    own, plain, ratio = side_by_side(
        lambda: pairs_of(ends, "width", sheet), lambda: by_integer_program(ends, sheet)
    )
    same = len(pairs_of(ends, "width", sheet)), by_integer_program(ends, sheet)
    table.row("end pieces paired", ms(own), note=f"{same[0]} pairs")
    table.row(
        "the same by an integer program",
        ms(plain),
        ratio,
        "times as long",
        more=True,
        note=f"{same[1]} pairs",
    )


def bench_days(table: Table) -> None:
    """The days beside the plan; their planner beside trying every order of a small job; papers."""
    job = demo("Fennel Row")
    made, dates = plan(job), Dates.of(job.schedule)
    own, days, ratio = side_by_side(lambda: made_anew(job), lambda: days_of(job, made, dates))
    table.row("the days of the demo, with all changes tried", ms(days), ratio, "times the plan")
    steps = [
        step(f"s{n}", 30 + 10 * (n % 4), *([(f"s{n - 2}", 9.0)] if n > 1 else [])) for n in range(7)
    ]
    known = Ready(EIGHT_TO_FOUR, 1)
    own, plainly, ratio = side_by_side(
        lambda: earliest(steps, known),
        lambda: min(placed_slowly(order, EIGHT_TO_FOUR, 1) for order in orders(steps)),
    )
    table.row("seven steps planned", ms(own))
    table.row("the same by trying every order", ms(plainly), ratio, "times as long", more=True)
    stone = demo("Sorrel Yard")
    laid = plan(stone)
    order = [piece.id for piece in laid.pieces]
    deal = milliseconds(lambda: shading_of(stone, laid, order), 3)
    table.row("72 stone tiles dealt by shade", ms(deal))
    papers = milliseconds(lambda: papers_pdf(job, made), 3)
    table.row("all papers of the demo as PDF", ms(papers))


MEMORY = """
import resource, sys
from pennant.api.collecting import collect_seldom
from pennant.core.document.job import Job
from pennant.core.plan import plan

def held():
    return int(open("/proc/self/statm").read().split()[1]) * resource.getpagesize() / 1e6

collect_seldom()
job = Job.model_validate_json(sys.stdin.read())
for number in range(int(sys.argv[1])):
    wall = job.walls[0].model_copy(update={"length": job.walls[0].length + number / 50})
    plan(job.model_copy(update={"walls": (wall,)}))
    if number == int(sys.argv[1]) // 5:
        early = held()
print(early, held())
"""
PLANS = 10_000


def bench_memory(table: Table) -> None:
    """What a process holds after very many different plans, against a fifth of them."""
    document = demo("Fennel Row").model_dump(mode="json")
    wall = {"id": "a", "length": "48", "top": {"height": "18"}, "things": [LINES[3]]}
    small = Job.model_validate({**document, "walls": [wall], "wishes": []})
    done = subprocess.run(
        [sys.executable, "-c", MEMORY, str(PLANS)],
        input=small.model_dump_json(),
        capture_output=True,
        text=True,
        check=True,
    )
    early, late = map(float, done.stdout.split())
    table.row(
        f"memory after {PLANS:,} different plans",
        f"{late:.0f} MB",
        late / early,
        "of what a fifth of them took",
    )


def bench_keys(table: Table) -> None:
    """A key press to the new drawing, in Chromium, with the server beside it."""
    with (
        tempfile.TemporaryDirectory() as folder,
        Server(Path(folder) / "demo.db") as server,
        sync_playwright() as playwright,
    ):
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        page = browser.new_page(viewport=DESK)
        for job in (large_kitchen(), chips_over(1), chips_over(5)):
            page.request.post(f"{server.url}/api/jobs/import", data=write_job(job))
        for name, text, aim in (
            ("Fennel Row", "the demo", 33),
            ("Juniper Court", "a lattice with a panel", 66),
            ("Large", "12 walls", 66),
            ("Chips over 1", "2,000 chips", 100),
            ("Chips over 5", "10,000 chips", 300),
        ):
            page.goto(server.url)
            page.get_by_role("link", name=name).click()
            page.get_by_test_id("pennant").focus()
            # Always on to a place that was not planned before.
            key = "ArrowUp" if name == "Chips over 5" else "ArrowRight"
            taken = [_one_key(page, key) for _ in range(25)][5:]
            middle, slow = statistics.median(taken), sorted(taken)[int(len(taken) * 0.9)]
            table.row(
                f"key press to new drawing in {text}",
                ms(middle),
                middle / aim,
                f"of {aim} ms",
                note=f"nine of ten within {slow:.0f} ms",
            )
        browser.close()


def chips_over(count: int) -> Job:
    """So many walls alike, each of 2,059 chips of herringbone on sheets."""
    document = demo("Wren Passage").model_dump(mode="json")
    walls = [
        {
            "id": f"wall-{n}",
            "name": f"Wall {n}",
            "length": "108",
            "top": {"kind": "ceiling", "height": "54"},
            "things": [
                f'window "Window {n}" 30 wide 30 sill 8 high 30',
                f'outlet "Outlet {n}" centre 14 up 10',
                f'outlet "Plug {n}" centre 80 up 10',
            ],
        }
        for n in range(count)
    ]
    changed = {"walls": walls, "wishes": [], "name": f"Chips over {count}"}
    return Job.model_validate({**document, **changed})


def _one_key(page: Page, key: str) -> float:
    measured = page.evaluate_handle(f"() => ({{ wait: ({KEY_TO_DRAWING})() }})")
    page.keyboard.press(key)
    return float(measured.evaluate("(held) => held.wait"))


BENCHES: tuple[Callable[[Table], None], ...] = (
    bench_plan,
    bench_kitchen,
    bench_search,
    bench_lattice,
    bench_search_of_many_walls,
    bench_cuts,
    bench_fewest,
    bench_days,
    bench_memory,
    bench_keys,
)

if __name__ == "__main__":
    collect_seldom()  # as the server does
    chosen = {f"bench_{name}" for name in sys.argv[1:] if not name.startswith("-")}
    table = Table()
    for bench in BENCHES:
        if not chosen or bench.__name__ in chosen:
            bench(table)
    table.end()
