"""The file: opened one way, migrated in order, safe from two writers and from a dead process."""

import os
import signal
import sqlite3
import subprocess
import sys
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

import pytest

from kitchens import a_job
from pennant.store.database import Database, StoreError
from pennant.store.jobs import EditionConflict, Jobs


class TestPolicy:
    """Every connection is opened alike."""

    def test_pragmas(self, tmp_path: Path) -> None:
        with Database(tmp_path / "a.db").writing() as db:
            read = {
                name: db.execute(f"pragma {name}").fetchone()[0]
                for name in ("journal_mode", "synchronous", "foreign_keys", "busy_timeout")
            }
        assert read == {"journal_mode": "wal", "synchronous": 2, "foreign_keys": 1,
                        "busy_timeout": 5000}  # fmt: skip

    def test_what_fails_is_rolled_back_whole(self, tmp_path: Path) -> None:
        database = Database(tmp_path / "a.db")
        jobs = Jobs(database)

        def half_done() -> None:
            with database.writing() as db:
                db.execute("insert into job values ('x', '', '', null, 1, 1)")
                db.execute("insert into revision values ('nobody', 1, null, '', '', '{}')")

        with pytest.raises(StoreError, match=r"could not write .*a\.db"):
            half_done()
        assert jobs.all() == []

    def test_a_file_that_is_no_database(self, tmp_path: Path) -> None:
        (tmp_path / "a.db").write_text("these are my notes, not a database at all" * 100)
        with pytest.raises(StoreError, match="not a database"):
            Database(tmp_path / "a.db")

    def test_opening_again_migrates_nothing_twice(self, tmp_path: Path) -> None:
        stored = Jobs(Database(tmp_path / "a.db")).create(a_job())
        assert Jobs(Database(tmp_path / "a.db")).get(stored.id) == stored


class TestThreads:
    """Any thread may read and write; of many changes on one edition exactly one is taken."""

    def test_one_winner(self, tmp_path: Path) -> None:
        jobs = Jobs(Database(tmp_path / "a.db"))
        stored = jobs.create(a_job())

        def attempt(number: int) -> bool:
            try:
                jobs.change(stored.id, stored.edition, a_job(length=f"{80 + number}"), "Race")
            except EditionConflict:
                return False
            return True

        with ThreadPoolExecutor(8) as pool:
            assert sum(pool.map(attempt, range(16))) == 1
        assert jobs.get(stored.id).edition == stored.edition + 1


WRITER = """
import sys
from pathlib import Path
from pennant.core.blank import blank_job
from pennant.store.database import Database
from pennant.store.jobs import Jobs
jobs = Jobs(Database(Path(sys.argv[1])))
stored = jobs.create(blank_job("Job", "in"))
for number in range(100000):
    wall = stored.job.walls[0].model_copy(update={"length": 2000.0 + number})
    job = stored.job.model_copy(update={"walls": (wall,)})
    stored = jobs.change(stored.id, stored.edition, job, "Go")
    print(stored.id, stored.job.walls[0].length, flush=True)
"""


class TestKilled:
    """Whatever was acknowledged before the process was killed is there afterwards."""

    def test_in_the_middle_of_writing(self, tmp_path: Path) -> None:
        path = tmp_path / "a.db"
        with subprocess.Popen(
            [sys.executable, "-c", WRITER, str(path)], stdout=subprocess.PIPE, text=True
        ) as writer:
            assert writer.stdout is not None
            acknowledged = [writer.stdout.readline() for _ in range(5)][-1]
            os.kill(writer.pid, signal.SIGKILL)
            acknowledged = (writer.stdout.readlines() or [acknowledged])[-1]
        id_, length = acknowledged.split()
        kept = Jobs(Database(path)).get(id_)
        assert kept.job.walls[0].length >= float(length)
        with sqlite3.connect(path) as db:
            assert db.execute("pragma integrity_check").fetchone()[0] == "ok"
        db.close()


class TestBackup:
    """A copy while others go on working."""

    def test_holds_what_was_kept(self, tmp_path: Path) -> None:
        database = Database(tmp_path / "a.db")
        stored = Jobs(database).create(a_job())
        with database.reading():
            database.backup(tmp_path / "copy.db")
        assert Jobs(Database(tmp_path / "copy.db")).get(stored.id) == stored

    def test_never_over_a_file(self, tmp_path: Path) -> None:
        (tmp_path / "copy.db").write_text("mine")
        with pytest.raises(StoreError, match="the file exists"):
            Database(tmp_path / "a.db").backup(tmp_path / "copy.db")
        assert (tmp_path / "copy.db").read_text() == "mine"
