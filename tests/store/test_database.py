"""The file: opened one way, migrated in order, safe from two writers and from a dead process."""

import os
import signal
import sqlite3
import subprocess
import sys
import threading
from concurrent.futures import ThreadPoolExecutor
from contextlib import closing
from pathlib import Path

import pytest

from kitchens import a_job
from pennant.core.document.job import Job
from pennant.store.database import BUSY_SECONDS, MOST_WAITING, Database, StoreError, restore
from pennant.store.jobs import EditionConflict, JobNotFound, Jobs


class TestPolicy:
    """Every connection is opened alike."""

    def test_pragmas(self, tmp_path: Path) -> None:
        with Database(tmp_path / "a.db").writing() as db:
            read = {
                name: db.execute(f"pragma {name}").fetchone()[0]
                for name in ("journal_mode", "synchronous", "foreign_keys", "busy_timeout")
            }
        assert read == {
            "journal_mode": "wal",
            "synchronous": 2,
            "foreign_keys": 1,
            "busy_timeout": pytest.approx(BUSY_SECONDS * 1000, rel=0.1),
        }

    def test_what_fails_is_rolled_back_whole(self, tmp_path: Path) -> None:
        database = Database(tmp_path / "a.db")
        jobs = Jobs(database)

        def half_done() -> None:
            with database.writing() as db:
                db.execute("insert into job values ('x', '', '', null, 1, 1)")
                db.execute("insert into revision values ('nobody', 1, null, '', '', '{}')")

        with pytest.raises(StoreError, match=r"could not write .*a\.db"):
            half_done()
        assert not jobs.any()

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
from pennant.core.survey.blank import blank_job
from pennant.store.database import Database
from pennant.store.jobs import Jobs
jobs = Jobs(Database(Path(sys.argv[1])))
job = blank_job("Job", "in")
stored = jobs.create(job)
for number in range(100000):
    wall = job.walls[0].model_copy(update={"length": 2000.0 + number})
    stored = jobs.change(stored.id, stored.edition, job.model_copy(update={"walls": (wall,)}), "Go")
    print(stored.id, wall.length, flush=True)
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
        kept = Job.model_validate_json(Jobs(Database(path)).get(id_).document)
        assert kept.walls[0].length >= float(length)
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

    def test_of_a_damaged_file_is_refused_and_leaves_nothing(self, tmp_path: Path) -> None:
        database = Database(tmp_path / "a.db")
        Jobs(database).create(a_job())
        with database.writing() as db:
            db.execute("pragma writable_schema = on")
            db.execute(
                "update sqlite_schema set rootpage = 99999 where name = 'revision_by_parent'"
            )
        with pytest.raises(StoreError, match=r"damaged|malformed"):
            database.backup(tmp_path / "copy.db")
        assert [path.name for path in tmp_path.glob("copy*")] == []


class TestRights:
    """What is kept is its owner's alone."""

    def test_file_folder_and_copy(self, tmp_path: Path) -> None:
        database = Database(tmp_path / "home" / "a.db")
        Jobs(database).create(a_job())
        database.backup(tmp_path / "home" / "copy.db")
        folder = tmp_path / "home"
        rights = {path.name: path.stat().st_mode & 0o777 for path in (folder, *folder.iterdir())}
        assert rights.pop("home") == 0o700
        assert set(rights.values()) == {0o600}

    def test_a_file_that_others_could_read_is_theirs_no_more(self, tmp_path: Path) -> None:
        Database(tmp_path / "a.db")
        (tmp_path / "a.db").chmod(0o644)
        Database(tmp_path / "a.db")
        assert (tmp_path / "a.db").stat().st_mode & 0o777 == 0o600


class TestOtherVersions:
    """A file of a newer version is left alone."""

    def test_a_newer_one_is_said_and_not_touched(self, tmp_path: Path) -> None:
        path = tmp_path / "a.db"
        with Database(path).writing() as db:
            db.execute("pragma user_version = 900")
        with pytest.raises(StoreError, match="newer version of Pennant"):
            Database(path)
        with sqlite3.connect(path) as db:
            assert db.execute("pragma user_version").fetchone()[0] == 900
        db.close()


READER = """
import os, sys
from pathlib import Path
import tempfile, shutil
from pennant.core.survey.blank import blank_job
from pennant.store.database import Database, StoreError
from pennant.store.jobs import Jobs
with tempfile.TemporaryDirectory() as folder:
    Database(Path(folder) / "any.db")  # so that all modules are loaded
if os.getuid() == 0:  # whom no rights hold back
    os.setgid(65534)
    os.setuid(65534)
jobs = Jobs(Database(Path(sys.argv[1])))
print(jobs.database.read_only, jobs.get(sys.argv[2]).document[:14])
try:
    jobs.create(blank_job("Job", "in"))
except StoreError as error:
    print(error)
"""


class TestReadOnlyHome:
    """A home that may only be read can still be read, with what was written to it last."""

    def test_jobs_can_be_looked_at(self, tmp_path: Path) -> None:
        home = tmp_path / "home"
        database = Database(home / "a.db")
        with database.reading():  # keeps what is written in the log beside the file
            stored = Jobs(database).create(a_job())
            for path in home.iterdir():
                path.chmod(0o444)
            home.chmod(0o555)
            for folder in (tmp_path, *tmp_path.parents[:3]):
                if os.getuid() == 0 and folder != Path("/tmp"):
                    folder.chmod(folder.stat().st_mode | 0o055)
            said = subprocess.run(
                [sys.executable, "-c", READER, str(database.path), stored.id],
                capture_output=True,
                text=True,
                check=False,
            )
        home.chmod(0o755)
        assert said.stderr == ""
        first, second = said.stdout.splitlines()
        assert first == 'True {"format":"pen'
        assert "read-only" in second


class TestRestore:
    """A backup becomes the jobs again: whole, checked, and never over others without a word."""

    def backed_up(self, tmp_path: Path) -> tuple[Path, str]:
        database = Database(tmp_path / "jobs.db")
        id_ = Jobs(database).create(a_job(name="Nook"), "Started").id
        database.backup(tmp_path / "copy.db")
        return tmp_path / "copy.db", id_

    def test_into_an_empty_place(self, tmp_path: Path) -> None:
        copy, id_ = self.backed_up(tmp_path)
        assert restore(copy, tmp_path / "new" / "jobs.db") is None
        assert "Nook" in Jobs(Database(tmp_path / "new" / "jobs.db")).get(id_).document

    def test_never_over_jobs_without_a_word(self, tmp_path: Path) -> None:
        copy, _ = self.backed_up(tmp_path)
        with pytest.raises(StoreError, match="--replace"):
            restore(copy, tmp_path / "jobs.db")

    def test_what_was_there_is_put_aside_with_all_that_was_written_last(
        self, tmp_path: Path
    ) -> None:
        copy, _ = self.backed_up(tmp_path)
        later = Jobs(Database(tmp_path / "jobs.db")).create(a_job(name="Later"), "Started").id
        aside = restore(copy, tmp_path / "jobs.db", replace=True)
        assert aside is not None
        assert "Later" in Jobs(Database(aside)).get(later).document
        with pytest.raises(JobNotFound):
            Jobs(Database(tmp_path / "jobs.db")).get(later)

    @pytest.mark.parametrize("raw", [b"", b"no database at all", b"SQLite format 3\0" + b"x" * 900])
    def test_what_holds_no_jobs_is_refused_and_nothing_moved(
        self, tmp_path: Path, raw: bytes
    ) -> None:
        _, id_ = self.backed_up(tmp_path)
        (tmp_path / "other.db").write_bytes(raw)
        with pytest.raises(StoreError, match=r"other\.db|restore"):
            restore(tmp_path / "other.db", tmp_path / "jobs.db", replace=True)
        assert Jobs(Database(tmp_path / "jobs.db")).get(id_).edition == 1

    def test_an_upgrade_leaves_a_copy_of_what_was_there(self, tmp_path: Path) -> None:
        database = Database(tmp_path / "jobs.db")
        Jobs(database).create(a_job(), "Started")
        with closing(sqlite3.connect(tmp_path / "jobs.db")) as db:
            db.execute("drop table phone")
            db.execute("drop index site_entry_by_taken_back")
            db.execute("pragma user_version = 7")
        Database(tmp_path / "jobs.db")
        with closing(sqlite3.connect(tmp_path / "jobs-form-7.db")) as copy:
            assert copy.execute("pragma user_version").fetchone() == (7,)
            assert copy.execute("select count(*) from job").fetchone() == (1,)


class TestHeldFile:
    """Another program holds the file: writes give up together, and reads go on."""

    def test_writers_share_one_deadline_and_reads_pass(
        self, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
    ) -> None:
        monkeypatch.setattr("pennant.store.database.BUSY_SECONDS", 0.3)
        jobs = Jobs(Database(tmp_path / "jobs.db"))
        id_ = jobs.create(a_job(), "Started").id
        refused: list[str] = []

        def write() -> None:
            try:
                jobs.create(a_job(), "Started")
            except StoreError as error:
                refused.append(str(error))

        with closing(sqlite3.connect(tmp_path / "jobs.db", isolation_level=None)) as other:
            other.execute("begin immediate")
            threads = [threading.Thread(target=write) for _ in range(MOST_WAITING + 4)]
            for one in threads:
                one.start()
            assert jobs.get(id_).edition == 1
            for one in threads:
                one.join()
        assert len(refused) == len(threads)
        assert jobs.create(a_job(), "Started").edition == 1
