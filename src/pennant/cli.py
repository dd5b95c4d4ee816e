"""The pennant command: serve, demo, plan, cuts, materials, days, export, backup and more."""

import argparse
import asyncio
import contextlib
import gc
import hashlib
import json
import os
import sys
import tempfile
from collections.abc import Callable, Iterator
from datetime import UTC, date, datetime
from importlib import resources
from pathlib import Path
from typing import get_args

from pennant.api.app import make_app
from pennant.api.keeping import prepared
from pennant.api.pairing import Listening, Pairing
from pennant.api.phone_app import make_phone_app
from pennant.api.serving import ForPhones, is_loopback, opened, opened_for_phones, serve
from pennant.core.days.days import days_of
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused, NotReckoned
from pennant.core.plan import plan
from pennant.core.search.best import best_round, starts_of
from pennant.drawing.palette import page_css
from pennant.files.export import FORMS, NotThere, Wanted, exported
from pennant.files.job_json import NotAJobFile, digest_of, read_job, write_job
from pennant.files.papers import Imprint, Size
from pennant.files.site_file import NotBuilt, assets_of, site_file
from pennant.meter.protocol import PORT
from pennant.meter.simulator import Meter, MeterServer
from pennant.store.database import Database, StoreError, restore
from pennant.store.jobs import Jobs
from pennant.supplier.simulator import PORT as SUPPLIER_PORT
from pennant.supplier.simulator import Mood, Supplier
from pennant.words.cuts import cut_sheet, cuts_report
from pennant.words.dates import Dates
from pennant.words.days import days_report, say_days
from pennant.words.quantities import materials_report
from pennant.words.report import boards_report, report
from pennant.words.rules import rules_page
from pennant.words.site_kit import Edition, site_kit
from pennant.words.starts import board

PAGES = Path(__file__).parents[2] / "web" / "dist"
"""Where the web pages are built; in a checkout, beside the source."""


Command = Callable[[argparse.Namespace], int]

MOST_ON_BOARD = 8
"""Starts of each wall that are printed, the best first."""
COLLECT_AFTER = 50_000
"""Values made and not yet let go of, after which the youngest are looked over for cycles."""


def main(argv: list[str] | None = None) -> int:
    """Run one command and return its exit status: 0 done, 1 refused, 2 misused."""
    arguments = _parser().parse_args(argv)
    try:
        return int(arguments.run(arguments))
    except JobRefused as error:
        for found in error.problems:
            print(f"pennant: {found.pointer or '/'} {found.message}", file=sys.stderr)
        if isinstance(error, NotReckoned):
            print(f"pennant: the cause was {error.__cause__!r}", file=sys.stderr)
    except (NotAJobFile, NotBuilt, NotThere, StoreError, OSError) as error:
        print(f"pennant: {error}", file=sys.stderr)
    except Exception as error:
        print(f"pennant: a fault in Pennant: {error!r}", file=sys.stderr)
    return 1


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="pennant", description=__doc__)
    commands = parser.add_subparsers(required=True, metavar="COMMAND")

    servers: tuple[tuple[str, Command, str], ...] = (
        ("serve", _serve, "start the application"),
        ("demo", _demo, "start the application with a made-up kitchen"),
    )
    for name, run, text in servers:
        server = commands.add_parser(name, help=text)
        server.add_argument("--data", type=Path, default=_home() / f"{name}.db", help="the file")
        server.add_argument("--host", default="127.0.0.1", help="what to listen on")
        server.add_argument("--port", type=int, default=8765)
        server.add_argument(
            "--supplier-port", type=int, default=SUPPLIER_PORT, help="where a supplier answers"
        )
        server.add_argument("--meter-port", type=int, default=PORT, help="where a meter answers")
        server.add_argument(
            "--cold", action="store_true",
            help="keep no process ready for searches: the first one takes some seconds longer",
        )  # fmt: skip
        server.add_argument(
            "--lan", nargs="?", const="", metavar="ADDRESS",
            help="let paired phones in this network reach the site's pages, at this address",
        )  # fmt: skip
        server.add_argument("--lan-port", type=int, default=8766, help="where phones are served")
        server.add_argument(
            "--lan-plain", action="store_true",
            help="without encryption: whoever listens in the network can read what is sent",
        )  # fmt: skip
        server.add_argument("--lan-cert", type=Path, help="a certificate of your own (PEM)")
        server.add_argument("--lan-key", type=Path, help="its key (PEM)")
        server.set_defaults(run=run)

    meter = commands.add_parser("meter", help="start a simulated laser distance meter")
    meter.add_argument("--port", type=int, default=PORT)
    meter.add_argument("--seed", type=int, default=None, help="for the same shots every time")
    meter.set_defaults(run=_meter)

    supplier = commands.add_parser("supplier", help="start a simulated supplier")
    supplier.add_argument("--port", type=int, default=SUPPLIER_PORT)
    supplier.add_argument(
        "--mood", choices=get_args(Mood), default="well", help="how it answers today"
    )
    supplier.set_defaults(run=_supplier)

    planner = commands.add_parser("plan", help="print the plan of a job file")
    planner.add_argument("job", help="a job file, or - for standard input")
    planner.add_argument("--json", action="store_true", help="the whole plan as JSON")
    planner.add_argument("--working", action="store_true", help="with how each number was reckoned")
    planner.set_defaults(run=_plan)

    cutter = commands.add_parser("cuts", help="print the cut sheet of a job file")
    cutter.add_argument("job", help="a job file, or - for standard input")
    cutter.add_argument("--json", action="store_true", help="the whole sheet as JSON")
    cutter.set_defaults(run=_cuts)

    shopper = commands.add_parser("materials", help="print what a job file takes")
    shopper.add_argument("job", help="a job file, or - for standard input")
    shopper.add_argument("--json", action="store_true", help="every line with its working, as JSON")
    shopper.set_defaults(run=_materials)

    starter = commands.add_parser("start", help="find the best start of a job file's walls")
    starter.add_argument("job", help="a job file, or - for standard input")
    starter.add_argument("--wall", help="the board of one wall, by its id; else of every wall")
    starter.add_argument("--json", action="store_true", help="the boards as JSON")
    starter.add_argument("-o", dest="to", type=Path, metavar="OUT.json",
                         help="write the job with the best starts planted")  # fmt: skip
    starter.set_defaults(run=_start)

    planned = commands.add_parser("days", help="print the days that a job file takes")
    planned.add_argument("job", help="a job file, or - for standard input")
    planned.add_argument("--from", dest="first", type=_day, metavar="DATE",
                         help="the first day, 2026-03-17; else days are counted")  # fmt: skip
    planned.add_argument("--json", action="store_true", help="all that is said, as JSON")
    planned.set_defaults(run=_days)

    exporter = commands.add_parser("export", help="write a job file in another format")
    exporter.add_argument("job", help="a job file, or - for standard input")
    exporter.add_argument("--as", dest="form", choices=FORMS, required=True, help="which")
    exporter.add_argument("-o", dest="to", type=Path, required=True, metavar="FILE")
    exporter.add_argument("--from", dest="first", type=_day, metavar="DATE",
                          help="the first day, where the job says none")  # fmt: skip
    exporter.add_argument("--only", action="append", default=[], metavar="PART",
                          help="a paper, a table or a wall; may be given again")  # fmt: skip
    exporter.add_argument("--size", choices=get_args(Size), help="the paper's size")
    exporter.set_defaults(run=_export)

    for_site = commands.add_parser("site-file", help="write a job as one page for a phone")
    for_site.add_argument("job", help="a job file, or - for standard input")
    for_site.add_argument("-o", dest="to", type=Path, required=True, metavar="FILE")
    for_site.set_defaults(run=_site_file)

    backup = commands.add_parser("backup", help="copy the jobs, also while they are in use")
    backup.add_argument("to", type=Path, help="a file that does not exist yet")
    backup.add_argument("--data", type=Path, default=_home() / "serve.db")
    backup.set_defaults(run=_backup)
    restoring = commands.add_parser("restore", help="bring a copy back as the jobs")
    restoring.add_argument("source", type=Path, metavar="FILE", help="a copy made by backup")
    restoring.add_argument("--data", type=Path, default=_home() / "serve.db")
    restoring.add_argument(
        "--replace", action="store_true", help="put the jobs that are there aside first"
    )
    restoring.set_defaults(run=_restore)

    printers: tuple[tuple[str, Command, str], ...] = (
        ("schema", _schema, "print the JSON Schema of a job file"),
        ("openapi", _openapi, "print the OpenAPI document"),
        ("palette", _palette, "print the colours of the pages as a style sheet"),
        ("rules", _rules, "print every default with its unit and reason"),
    )
    for name, run, text in printers:
        commands.add_parser(name, help=text).set_defaults(run=run)
    return parser


def _home() -> Path:
    """Where data lives: $PENNANT_HOME, else the usual place for a user's data."""
    if home := os.environ.get("PENNANT_HOME"):
        return Path(home)
    share = os.environ.get("XDG_DATA_HOME") or str(Path.home() / ".local" / "share")
    return Path(share) / "pennant"


def _serve(arguments: argparse.Namespace) -> int:
    return _run(Database(arguments.data), arguments)


def _demo(arguments: argparse.Namespace) -> int:
    database = Database(arguments.data)
    jobs = Jobs(database)
    if not jobs.any():
        for job in demo_jobs():
            jobs.create(job, "Demo", prepared(job).overview)
    return _run(database, arguments)


DEMOS = (
    "tern-nook", "wren-passage", "sorrel-yard", "alder-wharf", "juniper-court", "fennel-row",
    "teasel-court", "scree-mews", "larkfield-row", "sallow-end",
)  # fmt: skip
"""The made-up kitchens, the last one first on the page of jobs."""


def demo_jobs() -> Iterator[Job]:
    """Yield the made-up kitchens that the demo opens with."""
    folder = resources.files("pennant") / "demo"
    for name in DEMOS:
        yield read_job((folder / f"{name}.json").read_text("utf-8"))


def _run(database: Database, arguments: argparse.Namespace) -> int:
    if not (PAGES / "index.html").exists():
        print("pennant: the web pages are not built; run `make build`", file=sys.stderr)
        return 1
    if not is_loopback(arguments.host):
        print(
            f"pennant: {arguments.host} can be reached from other machines, and whoever reaches "
            "Pennant there could read and change every job; it listens on this machine alone "
            "(--host 127.0.0.1)",
            file=sys.stderr,
        )
        return 2
    pairing = Pairing()
    desk = opened(arguments.host, arguments.port)
    served = [(
        make_app(
            database, PAGES, meter_port=arguments.meter_port,
            supplier_port=arguments.supplier_port, pairing=pairing, warm=not arguments.cold,
        ), desk,
    )]  # fmt: skip
    phones = ""
    if arguments.lan is not None:
        asked = ForPhones(
            arguments.lan, arguments.lan_port, arguments.lan_plain, arguments.lan_cert,
            arguments.lan_key,
        )  # fmt: skip
        on, pairing.listening, host = opened_for_phones(asked, arguments.data.parent)
        served.append((make_phone_app(database, PAGES, pairing, host), on))
        phones = _opens(pairing.listening)
    print(f"Pennant is at http://{arguments.host}:{arguments.port}/", flush=True)
    if database.read_only:
        print(f"{database.path} is read-only: jobs can be looked at, nothing is kept", flush=True)
    print(f"Jobs are kept in {database.path}; stop with Ctrl-C", flush=True)
    print(phones, end="", flush=True)
    _collect_seldom()
    serve(*served)
    return 0


def _opens(on: Listening) -> str:
    """What serving phones opens, said plainly."""
    says = (
        f"Phones reach it at {on.address}: anyone on this network can see the sign-in page. A "
        "phone sees nothing until it is paired by a code shown at the desk, then the site's pages "
        "of the jobs it was given, until it is unpaired; never the desk's pages.\n"
    )
    if on.fingerprint is None:
        return says + (
            "Without encryption (--lan-plain): whoever listens in this network can read what is "
            "sent and take a phone's place. Use it in a network that is yours alone, if at all.\n"
        )
    return says + (
        "A phone will warn of the certificate, because nobody else vouches for it: go on where its "
        f"SHA-256 is {on.fingerprint}\n"
    )


def _collect_seldom() -> None:
    """Keep the collector of cycles from going over everything while a key waits for its drawing.

    A plan is thousands of values that hold no cycles and are let go of by themselves; a collection
    of all that is kept took longer than the plan.
    """
    gc.collect()
    gc.freeze()
    gc.set_threshold(COLLECT_AFTER, 20, 100)


def _meter(arguments: argparse.Namespace) -> int:
    with contextlib.suppress(KeyboardInterrupt):
        asyncio.run(_shooting(MeterServer(Meter(arguments.seed)), arguments.port))
    return 0


def _supplier(arguments: argparse.Namespace) -> int:
    server = Supplier(arguments.port, arguments.mood)
    print(f"A simulated supplier answers at 127.0.0.1:{server.port}; Ctrl-C closes it.", flush=True)
    with contextlib.suppress(KeyboardInterrupt):
        server.run()
    return 0


async def _shooting(server: MeterServer, port: int) -> None:
    """Serve, and let whoever sits at the terminal aim and shoot: a length in mm and Enter."""
    async with await server.serve("127.0.0.1", port):
        print(f"A simulated meter answers at 127.0.0.1:{port}; Ctrl-C switches it off.", flush=True)
        print("Type what it is aimed at, in mm, and Enter; Enter alone shoots again.", flush=True)
        while line := await asyncio.to_thread(sys.stdin.readline):
            if line.strip():
                await server.hear(f"AIM {line}")
            await server.hear("SHOOT")
        await asyncio.Event().wait()


def _read(arguments: argparse.Namespace) -> Job:
    text = sys.stdin.buffer.read() if arguments.job == "-" else Path(arguments.job).read_bytes()
    return read_job(text)


def _cuts(arguments: argparse.Namespace) -> int:
    job = _read(arguments)
    planned = plan(job, "fewest")
    sheet = cut_sheet(job, planned)
    print(sheet.model_dump_json(indent=1) if arguments.json else cuts_report(job, planned), end="")
    return 0


def _materials(arguments: argparse.Namespace) -> int:
    job = _read(arguments)
    planned = plan(job, "fewest")
    if arguments.json:
        lines = [line.model_dump(mode="json") for line in planned.quantities]
        print(json.dumps(lines, indent=1))
    else:
        print(materials_report(job, planned), end="")
    return 0


def _day(text: str) -> date:
    try:
        return date.fromisoformat(text)
    except ValueError:
        raise argparse.ArgumentTypeError(f"{text!r} is no date; write it as 2026-03-17") from None


def _start(arguments: argparse.Namespace) -> int:
    job = _read(arguments)
    walls = [wall.id for wall in job.walls if arguments.wall in (None, wall.id)]
    if not walls:
        known = ", ".join(wall.id for wall in job.walls)
        print(f"pennant: there is no wall {arguments.wall!r}; there are {known}", file=sys.stderr)
        return 1
    boards = {wall: board(job, wall, starts_of(job, wall), MOST_ON_BOARD) for wall in walls}
    if arguments.json:
        print(json.dumps({wall: one.model_dump(mode="json") for wall, one in boards.items()}))
    else:
        print(boards_report(job, boards), end="")
    if arguments.to is not None:
        best = job
        for step in best_round(job):
            best = step.job
        arguments.to.write_text(write_job(best), "utf-8")
        print(f"wrote {arguments.to}", file=sys.stderr)
    return 0


def _days(arguments: argparse.Namespace) -> int:
    job = _read(arguments)
    planned, dates = plan(job, "fewest"), Dates.of(job.schedule, arguments.first)
    days = days_of(job, planned, dates)
    words = say_days(job, planned, dates, days, date.today())
    if arguments.json:
        print(json.dumps({**words.model_dump(mode="json"), "steps": days.as_data()}, indent=1))
    else:
        print(days_report(words), end="")
    return 0


def _export(arguments: argparse.Namespace) -> int:
    job = _read(arguments)
    stamp = hashlib.sha256(job.name.encode()).hexdigest()[:12]
    wanted = Wanted(
        arguments.form, tuple(arguments.only), arguments.first, arguments.size, stamp,
        Imprint(date=date.today().isoformat()),
    )  # fmt: skip
    arguments.to.write_bytes(exported(job, plan(job, "fewest"), wanted))
    print(f"wrote {arguments.to}")
    return 0


def _site_file(arguments: argparse.Namespace) -> int:
    job, at = _read(arguments), datetime.now(UTC)
    of = Edition(digest=digest_of(job))
    kit = site_kit(job, plan(job, "fewest"), of, (), at.timestamp() / 60)
    text = site_file(kit, at.isoformat(timespec="seconds"), assets_of(PAGES))
    arguments.to.write_text(text, "utf-8")
    print(f"wrote {arguments.to}")
    return 0


def _plan(arguments: argparse.Namespace) -> int:
    job = _read(arguments)
    planned = plan(job, "fewest")
    print(
        planned.model_dump_json(indent=1)
        if arguments.json
        else report(job, planned, working=arguments.working),
        end="",
    )
    return 0


def _backup(arguments: argparse.Namespace) -> int:
    if not arguments.data.exists():
        print(f"pennant: there are no jobs at {arguments.data}", file=sys.stderr)
        return 1
    Database(arguments.data).backup(arguments.to)
    print(f"copied {arguments.data} to {arguments.to}")
    return 0


def _restore(arguments: argparse.Namespace) -> int:
    aside = restore(arguments.source, arguments.data, replace=arguments.replace)
    Database(arguments.data)  # brought to the newest form now, so that what is wrong shows here
    print(f"restored {arguments.source} to {arguments.data}")
    if aside is not None:
        print(f"the jobs that were there are in {aside}")
    return 0


def _schema(_: argparse.Namespace) -> int:
    print(json.dumps(Job.model_json_schema(), indent=2))
    return 0


def _palette(_: argparse.Namespace) -> int:
    print(page_css(), end="")
    return 0


def _openapi(_: argparse.Namespace) -> int:
    # The document depends on the routes alone, but an application has a database.
    with tempfile.TemporaryDirectory() as folder:
        app = make_app(Database(Path(folder) / "none.db"), None)
    print(json.dumps(app.openapi(), indent=2))
    return 0


def _rules(_: argparse.Namespace) -> int:
    print(rules_page(), end="")
    return 0
