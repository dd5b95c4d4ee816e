"""The site record is only ever added to, and a note that was acknowledged stays."""

from pathlib import Path

import pytest

from kitchens import a_job
from pennant.store.database import Database, StoreError
from pennant.store.jobs import JobNotFound, Jobs
from pennant.store.record import SiteRecord


@pytest.fixture
def database(tmp_path: Path) -> Database:
    return Database(tmp_path / "jobs.db")


@pytest.fixture
def job(database: Database) -> str:
    return Jobs(database).create(a_job()).id


class TestNotes:
    """Kept in order, each once, for good."""

    def test_in_the_order_in_which_they_were_kept(self, database: Database, job: str) -> None:
        record = SiteRecord(database)
        record.add(job, "key-0001", "A1.1", "cut")
        notes = record.add(job, "key-0002", "A1.2", "broken")
        assert [(one.piece, one.event) for one in notes] == [("A1.1", "cut"), ("A1.2", "broken")]

    def test_sent_twice_is_one_note(self, database: Database, job: str) -> None:
        record = SiteRecord(database)
        record.add(job, "key-0001", "A1.1", "broken")
        assert len(record.add(job, "key-0001", "A1.1", "broken")) == 1

    def test_another_process_reads_them(self, database: Database, job: str) -> None:
        SiteRecord(database).add(job, "key-0001", "A1.1", "cut")
        assert len(SiteRecord(Database(database.path)).notes(job)) == 1

    @pytest.mark.parametrize("change", ["update noted set piece = 'X'", "delete from noted"])
    def test_nothing_is_changed_or_taken_out(
        self, database: Database, job: str, change: str
    ) -> None:
        record = SiteRecord(database)
        record.add(job, "key-0001", "A1.1", "cut")
        with pytest.raises(StoreError, match="only ever added to"), database.writing() as db:
            db.execute(change)
        assert len(record.notes(job)) == 1

    def test_of_a_job_that_is_not_there(self, database: Database) -> None:
        with pytest.raises(JobNotFound):
            SiteRecord(database).add("none", "key-0001", "A1.1", "cut")
