"""Commands that read a job file and print or write what follows from it."""

import argparse
import hashlib
import json
import sys
from datetime import UTC, date, datetime
from pathlib import Path

from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.files.job_json import digest_of, read_job, write_job
from pennant.words.regional import Voice

MOST_ON_BOARD = 8
"""Starts of each wall that are printed, the best first."""


def read(arguments: argparse.Namespace) -> Job:
    """Return the job of the file that is named, or of standard input."""
    text = sys.stdin.buffer.read() if arguments.job == "-" else Path(arguments.job).read_bytes()
    return read_job(text)


def run_plan(arguments: argparse.Namespace) -> int:
    """Print the plan of a job file. Return the exit status."""
    from pennant.words.report import report

    job = read(arguments)
    planned = plan(job, "fewest")
    print(
        planned.model_dump_json(indent=1)
        if arguments.json
        else Voice.of(job)(report(job, planned, working=arguments.working)),
        end="",
    )
    return 0


def run_cuts(arguments: argparse.Namespace) -> int:
    """Print the cut sheet. Return the exit status."""
    from pennant.words.cuts import cut_sheet, cuts_report

    job = read(arguments)
    planned = plan(job, "fewest")
    sheet = cut_sheet(job, planned)
    print(
        sheet.model_dump_json(indent=1)
        if arguments.json
        else Voice.of(job)(cuts_report(job, planned)),
        end="",
    )
    return 0


def run_materials(arguments: argparse.Namespace) -> int:
    """Print what a job takes. Return the exit status."""
    from pennant.words.quantities import materials_report

    job = read(arguments)
    planned = plan(job, "fewest")
    if arguments.json:
        lines = [line.model_dump(mode="json") for line in planned.quantities]
        print(json.dumps(lines, indent=1))
    else:
        print(Voice.of(job)(materials_report(job, planned)), end="")
    return 0


def run_start(arguments: argparse.Namespace) -> int:
    """Print the best start of each wall; write the job so begun. Return the exit status."""
    from pennant.core.search.best import best_round, starts_of
    from pennant.words.report import begun_report, boards_report
    from pennant.words.starts import board

    job = read(arguments)
    walls = [wall.id for wall in job.walls if arguments.wall in (None, wall.id)]
    if not walls:
        known = ", ".join(wall.id for wall in job.walls)
        print(f"pennant: there is no wall {arguments.wall!r}; there are {known}", file=sys.stderr)
        return 1
    boards = {wall: board(job, wall, starts_of(job, wall), MOST_ON_BOARD) for wall in walls}
    if arguments.json:
        print(json.dumps({wall: one.model_dump(mode="json") for wall, one in boards.items()}))
    else:
        print(Voice.of(job)(boards_report(job, boards)), end="")
    if arguments.to is not None:
        best = job
        for step in best_round(job):
            best = step.job
        arguments.to.write_text(write_job(best), "utf-8")
        # Walls that meet are begun together, so it need not be the first start of each by itself.
        print(f"wrote {arguments.to}, begun as is best for all walls together:", file=sys.stderr)
        print(Voice.of(job)(begun_report(best, plan(best))), end="", file=sys.stderr)
    return 0


def run_compare(arguments: argparse.Namespace) -> int:
    """Print the job laid with each tile that it is being chosen from. Return the exit status."""
    from pennant.core.search.tiles_tried import tiles_tried
    from pennant.files.candidates_csv import read_candidates
    from pennant.words.tiles_tried import tile_row, tiles_report

    job = read(arguments)
    if arguments.tiles is not None:
        more = read_candidates(arguments.tiles.read_bytes(), job)
        job = job.model_copy(update={"candidates": (*job.candidates, *more)})
    rows = (tile_row(one) for one in tiles_tried(job))
    if arguments.json:
        for row in rows:
            print(row.model_dump_json(), flush=True)
        return 0
    voice = Voice.of(job)
    for line in tiles_report(job, rows):
        print(voice(line), flush=True)
    return 0


def run_moves(arguments: argparse.Namespace) -> int:
    """Print what others could still move. Return the exit status."""
    from pennant.core.search.moves import moves_of, moves_together
    from pennant.words.moves import moves_in_words, moves_report

    job = read(arguments)
    moves = moves_of(job)
    said = moves_in_words(job, plan(job), moves, moves_together(job, moves))
    if arguments.json:
        print(said.model_dump_json(indent=1))
    else:
        print(Voice.of(job)(moves_report(said)), end="")
    return 0


def run_days(arguments: argparse.Namespace) -> int:
    """Print the days. Return the exit status."""
    from pennant.core.days.days import days_of
    from pennant.words.dates import Dates
    from pennant.words.days import say_days
    from pennant.words.days_report import days_report

    job = read(arguments)
    planned, dates = plan(job, "fewest"), Dates.of(job.schedule, arguments.first)
    days = days_of(job, planned, dates)
    words = say_days(job, planned, dates, days, date.today())
    if arguments.json:
        print(json.dumps({**words.model_dump(mode="json"), "steps": days.as_data()}, indent=1))
    else:
        print(Voice.of(job)(days_report(words)), end="")
    return 0


def run_export(arguments: argparse.Namespace) -> int:
    """Write a job in another format. Return the exit status."""
    from pennant.files.export import Wanted, exported
    from pennant.files.papers import Imprint

    job = read(arguments)
    stamp = hashlib.sha256(job.name.encode()).hexdigest()[:12]
    wanted = Wanted(
        arguments.form,
        tuple(arguments.only),
        arguments.first,
        arguments.size,
        stamp,
        Imprint(date=date.today().isoformat()),
    )
    arguments.to.write_bytes(exported(job, plan(job, "fewest"), wanted))
    print(f"wrote {arguments.to}")
    return 0


def run_site_file(arguments: argparse.Namespace) -> int:
    """Write a job as one page for a phone. Return the exit status."""
    from pennant.files.site_file import assets_of, site_file
    from pennant.words.site_kit import Edition, site_kit

    job, at = read(arguments), datetime.now(UTC)
    of = Edition(digest=digest_of(job))
    kit = site_kit(job, plan(job, "fewest"), of, (), at.timestamp() / 60)
    text = site_file(kit, at.isoformat(timespec="seconds"), assets_of(arguments.pages))
    arguments.to.write_text(text, "utf-8")
    print(f"wrote {arguments.to}")
    return 0
