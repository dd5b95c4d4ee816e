"""Commands that serve: the application, with or without phones, and what prints of it."""

import argparse
import gc
import json
import sys
import tempfile
from pathlib import Path

from pennant.api.app import make_app
from pennant.api.keeping import prepared
from pennant.api.pairing import Listening, Pairing
from pennant.api.phone_app import make_phone_app
from pennant.api.serving import ForPhones, is_loopback, opened, opened_for_phones, serve
from pennant.demos import demo_jobs
from pennant.store.database import Database
from pennant.store.jobs import Jobs

COLLECT_AFTER = 50_000
"""Values made and not yet let go of, after which the youngest are looked over for cycles."""


def run_serve(arguments: argparse.Namespace) -> int:
    """Start the application. Return the exit status."""
    return _run(Database(arguments.data), arguments)


def run_demo(arguments: argparse.Namespace) -> int:
    """Start the application with made-up kitchens. Return the exit status."""
    database = Database(arguments.data)
    jobs = Jobs(database)
    if not jobs.any():
        for job in demo_jobs():
            jobs.create(job, "Demo", prepared(job).overview)
    return _run(database, arguments)


def run_openapi(_: argparse.Namespace) -> int:
    """Print the OpenAPI document. Return the exit status."""
    # The document depends on the routes alone, but an application has a database.
    with tempfile.TemporaryDirectory() as folder:
        app = make_app(Database(Path(folder) / "none.db"), None)
    print(json.dumps(app.openapi(), indent=2))
    return 0


def _run(database: Database, arguments: argparse.Namespace) -> int:
    if not (arguments.pages / "index.html").exists():
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
    served = [
        (
            make_app(
                database,
                arguments.pages,
                meter_port=arguments.meter_port,
                supplier_port=arguments.supplier_port,
                pairing=pairing,
                warm=not arguments.cold,
            ),
            desk,
        )
    ]
    phones = ""
    if arguments.lan is not None:
        asked = ForPhones(
            arguments.lan,
            arguments.lan_port,
            arguments.lan_plain,
            arguments.lan_cert,
            arguments.lan_key,
        )
        on, pairing.listening, host = opened_for_phones(asked, arguments.data.parent)
        served.append((make_phone_app(database, arguments.pages, pairing, host), on))
        phones = opens(pairing.listening)
    print(f"Pennant is at http://{arguments.host}:{arguments.port}/", flush=True)
    if database.read_only:
        print(f"{database.path} is read-only: jobs can be looked at, nothing is kept", flush=True)
    print(f"Jobs are kept in {database.path}; stop with Ctrl-C", flush=True)
    print(phones, end="", flush=True)
    _collect_seldom()
    serve(*served)
    return 0


def opens(on: Listening) -> str:
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
