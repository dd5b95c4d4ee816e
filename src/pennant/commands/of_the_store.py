"""Commands for the file of jobs: copied, and brought back."""

import argparse
import sys

from pennant.store.database import Database, restore


def run_backup(arguments: argparse.Namespace) -> int:
    """Copy the jobs, also while they are in use. Return the exit status."""
    if not arguments.data.exists():
        print(f"pennant: there are no jobs at {arguments.data}", file=sys.stderr)
        return 1
    Database(arguments.data).backup(arguments.to)
    print(f"copied {arguments.data} to {arguments.to}")
    return 0


def run_restore(arguments: argparse.Namespace) -> int:
    """Bring a copy back as the jobs. Return the exit status."""
    aside = restore(arguments.source, arguments.data, replace=arguments.replace)
    Database(arguments.data)  # brought to the newest form now, so that what is wrong shows here
    print(f"restored {arguments.source} to {arguments.data}")
    if aside is not None:
        print(f"the jobs that were there are in {aside}")
    return 0
