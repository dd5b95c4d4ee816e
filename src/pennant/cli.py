"""The pennant command: serve, demo, plan, cuts, materials, days, export, backup and more.

What a command needs is imported when it is run: a plan is printed without waiting for the web
framework, or for the libraries that write PDF and DXF.
"""

import argparse
import os
import sys
from collections.abc import Callable
from datetime import date
from importlib import import_module
from pathlib import Path

from pennant.core.document.refusal import JobRefused, NotReckoned
from pennant.files.forms import FORMS, SIZES, NotBuilt, NotThere
from pennant.files.job_json import NotAJobFile
from pennant.meter.protocol import PORT
from pennant.store.database import StoreError
from pennant.supplier.moods import MOODS
from pennant.supplier.moods import PORT as SUPPLIER_PORT

_CHECKOUT = Path(__file__).parents[2] / "web" / "dist"
PAGES = Path(__file__).parent / "pages" if not _CHECKOUT.exists() else _CHECKOUT
"""Where the web pages are: in a checkout where they are built, else in the package itself."""


Command = Callable[[argparse.Namespace], int]


def main(argv: list[str] | None = None) -> int:
    """Run one command and return its exit status: 0 done, 1 refused, 2 misused."""
    arguments = _parser().parse_args(argv)
    arguments.pages = PAGES
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


def _later(command: str) -> Command:
    """A command of ``pennant.commands``, ``MODULE.FUNCTION``, imported when it is run."""
    module, _, name = command.partition(".")

    def run(arguments: argparse.Namespace) -> int:
        found: Command = getattr(import_module(f"pennant.commands.{module}"), name)
        return found(arguments)

    return run


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="pennant", description=__doc__)
    commands = parser.add_subparsers(required=True, metavar="COMMAND")

    servers: tuple[tuple[str, Command, str], ...] = (
        ("serve", _later("of_the_server.run_serve"), "start the application"),
        (
            "demo",
            _later("of_the_server.run_demo"),
            "start the application with a made-up kitchen",
        ),
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
            "--cold",
            action="store_true",
            help="keep no process ready for searches: the first one takes some seconds longer",
        )
        server.add_argument(
            "--lan",
            nargs="?",
            const="",
            metavar="ADDRESS",
            help="let paired phones in this network reach the site's pages, at this address",
        )
        server.add_argument("--lan-port", type=int, default=8766, help="where phones are served")
        server.add_argument(
            "--lan-plain",
            action="store_true",
            help="without encryption: whoever listens in the network can read what is sent",
        )
        server.add_argument("--lan-cert", type=Path, help="a certificate of your own (PEM)")
        server.add_argument("--lan-key", type=Path, help="its key (PEM)")
        server.set_defaults(run=run)

    meter = commands.add_parser("meter", help="start a simulated laser distance meter")
    meter.add_argument("--port", type=int, default=PORT)
    meter.add_argument("--seed", type=int, default=None, help="for the same shots every time")
    meter.set_defaults(run=_later("simulated.run_meter"))

    supplier = commands.add_parser("supplier", help="start a simulated supplier")
    supplier.add_argument("--port", type=int, default=SUPPLIER_PORT)
    supplier.add_argument("--mood", choices=MOODS, default="well", help="how it answers today")
    supplier.set_defaults(run=_later("simulated.run_supplier"))

    planner = commands.add_parser("plan", help="print the plan of a job file")
    planner.add_argument("job", help="a job file, or - for standard input")
    planner.add_argument("--json", action="store_true", help="the whole plan as JSON")
    planner.add_argument("--working", action="store_true", help="with how each number was reckoned")
    planner.set_defaults(run=_later("of_a_job.run_plan"))

    cutter = commands.add_parser("cuts", help="print the cut sheet of a job file")
    cutter.add_argument("job", help="a job file, or - for standard input")
    cutter.add_argument("--json", action="store_true", help="the whole sheet as JSON")
    cutter.set_defaults(run=_later("of_a_job.run_cuts"))

    shopper = commands.add_parser("materials", help="print what a job file takes")
    shopper.add_argument("job", help="a job file, or - for standard input")
    shopper.add_argument("--json", action="store_true", help="every line with its working, as JSON")
    shopper.set_defaults(run=_later("of_a_job.run_materials"))

    starter = commands.add_parser("start", help="find the best start of a job file's walls")
    starter.add_argument("job", help="a job file, or - for standard input")
    starter.add_argument("--wall", help="the board of one wall, by its id; else of every wall")
    starter.add_argument("--json", action="store_true", help="the boards as JSON")
    starter.add_argument(
        "-o",
        dest="to",
        type=Path,
        metavar="OUT.json",
        help="write the job with the best starts planted",
    )
    starter.set_defaults(run=_later("of_a_job.run_start"))

    comparer = commands.add_parser(
        "compare", help="lay a job with every tile that it is being chosen from"
    )
    comparer.add_argument("job", help="a job file, or - for standard input")
    comparer.add_argument(
        "--tiles",
        type=Path,
        metavar="TILES.csv",
        help="more tiles, a line each: name, length, height, joint, bond, per_box, price",
    )
    comparer.add_argument("--json", action="store_true", help="a line of JSON for each")
    comparer.set_defaults(run=_later("of_a_job.run_compare"))

    mover = commands.add_parser("moves", help="print what others could still move, and what for")
    mover.add_argument("job", help="a job file, or - for standard input")
    mover.add_argument("--json", action="store_true", help="with the job as each move leaves it")
    mover.set_defaults(run=_later("of_a_job.run_moves"))

    planned = commands.add_parser("days", help="print the days that a job file takes")
    planned.add_argument("job", help="a job file, or - for standard input")
    planned.add_argument(
        "--from",
        dest="first",
        type=_day,
        metavar="DATE",
        help="the first day, 2026-03-17; else days are counted",
    )
    planned.add_argument("--json", action="store_true", help="all that is said, as JSON")
    planned.set_defaults(run=_later("of_a_job.run_days"))

    exporter = commands.add_parser("export", help="write a job file in another format")
    exporter.add_argument("job", help="a job file, or - for standard input")
    exporter.add_argument("--as", dest="form", choices=FORMS, required=True, help="which")
    exporter.add_argument("-o", dest="to", type=Path, required=True, metavar="FILE")
    exporter.add_argument(
        "--from",
        dest="first",
        type=_day,
        metavar="DATE",
        help="the first day, where the job says none",
    )
    exporter.add_argument(
        "--only",
        action="append",
        default=[],
        metavar="PART",
        help="a paper, a table or a wall; may be given again",
    )
    exporter.add_argument("--size", choices=SIZES, help="the paper's size")
    exporter.set_defaults(run=_later("of_a_job.run_export"))

    for_site = commands.add_parser("site-file", help="write a job as one page for a phone")
    for_site.add_argument("job", help="a job file, or - for standard input")
    for_site.add_argument("-o", dest="to", type=Path, required=True, metavar="FILE")
    for_site.set_defaults(run=_later("of_a_job.run_site_file"))

    backup = commands.add_parser("backup", help="copy the jobs, also while they are in use")
    backup.add_argument("to", type=Path, help="a file that does not exist yet")
    backup.add_argument("--data", type=Path, default=_home() / "serve.db")
    backup.set_defaults(run=_later("of_the_store.run_backup"))
    restoring = commands.add_parser("restore", help="bring a copy back as the jobs")
    restoring.add_argument("source", type=Path, metavar="FILE", help="a copy made by backup")
    restoring.add_argument("--data", type=Path, default=_home() / "serve.db")
    restoring.add_argument(
        "--replace", action="store_true", help="put the jobs that are there aside first"
    )
    restoring.set_defaults(run=_later("of_the_store.run_restore"))

    printers: tuple[tuple[str, Command, str], ...] = (
        ("schema", _later("printed.run_schema"), "print the JSON Schema of a job file"),
        ("openapi", _later("of_the_server.run_openapi"), "print the OpenAPI document"),
        (
            "palette",
            _later("printed.run_palette"),
            "print the colours of the pages as CSS",
        ),
        ("regional", _later("printed.run_regional"), "print American and British words as JSON"),
        ("rules", _later("printed.run_rules"), "print every default with its unit and reason"),
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


def _day(text: str) -> date:
    try:
        return date.fromisoformat(text)
    except ValueError:
        raise argparse.ArgumentTypeError(f"{text!r} is no date; write it as 2026-03-17") from None
