"""The site record is only ever added to, and an event that was acknowledged stays what it was."""

import json
import sqlite3
from dataclasses import replace
from pathlib import Path

import pytest

from kitchens import a_job
from pennant.store.bringing import bring_job
from pennant.store.database import Database, StoreError
from pennant.store.jobs import JobNotFound, Jobs
from pennant.store.overview import Overview
from pennant.store.photographs import NewPicture, Photographs, TooManyPhotographs
from pennant.store.record import (
    TAKEN_BACK,
    AsItWas,
    KeyTaken,
    Sent,
    SiteRecord,
    StoredEntry,
    said_of,
)

WAS = AsItWas(["a", [[[0.0, 0.0], [10.0, 0.0], [10.0, 5.0]]]], [3, False, ["A1.1"], []])


@pytest.fixture
def database(tmp_path: Path) -> Database:
    return Database(tmp_path / "jobs.db")


@pytest.fixture
def job(database: Database) -> str:
    return Jobs(database).create(a_job()).id


def add(
    database: Database, job: str, key: str, piece: str, event: str, back: int | None = None
) -> list[StoredEntry]:
    if event == TAKEN_BACK:
        sent = Sent(key, {"kind": TAKEN_BACK}, takes_back=back)
    else:
        sent = Sent(key, said_of(event, piece), was=(WAS,))
    return SiteRecord(database).add(job, sent)


def said(entries: list[StoredEntry]) -> list[tuple[str, str]]:
    """Of each entry about a piece, which and what."""
    return [(*one.said["pieces"], one.said["event"]) for one in entries]


class TestEvents:
    """Kept in order, each once, for good, with the piece as it was."""

    def test_in_the_order_in_which_they_were_kept(self, database: Database, job: str) -> None:
        add(database, job, "key-0001", "A1.1", "cut")
        events = add(database, job, "key-0002", "A1.2", "broken")
        assert said(events) == [("A1.1", "cut"), ("A1.2", "broken")]
        assert [(one.revision, one.was) for one in events] == [(1, (WAS,)), (1, (WAS,))]

    def test_sent_twice_is_one_event(self, database: Database, job: str) -> None:
        add(database, job, "key-0001", "A1.1", "broken")
        assert len(add(database, job, "key-0001", "A1.1", "broken")) == 1

    def test_one_key_for_two_things_is_refused_and_not_dropped(
        self, database: Database, job: str
    ) -> None:
        add(database, job, "key-0001", "A1.1", "cut")
        with pytest.raises(KeyTaken, match=r"A1\.1 cut"):
            add(database, job, "key-0001", "A1.2", "cut")

    def test_a_full_record_takes_no_more_and_says_which_were_left_out(
        self, database: Database, job: str, monkeypatch: pytest.MonkeyPatch
    ) -> None:
        monkeypatch.setattr("pennant.store.record.MOST_ENTRIES", 3)
        add(database, job, "key-0001", "A1.1", "cut")
        each = [Sent(f"key-000{n}", said_of("cut", f"A1.{n}")) for n in (1, 2, 3, 4, 5)]
        kept, left_out = SiteRecord(database).add_each(job, each)
        assert [one.key for one in kept] == ["key-0001", "key-0002", "key-0003"]
        assert left_out == ["this record has 3 entries, and takes no more"] * 2

    def test_a_key_counts_within_its_job(self, database: Database, job: str) -> None:
        other = Jobs(database).create(a_job()).id
        add(database, job, "key-0001", "A1.1", "cut")
        assert len(add(database, other, "key-0001", "A1.9", "set")) == 1

    def test_another_process_reads_them(self, database: Database, job: str) -> None:
        add(database, job, "key-0001", "A1.1", "cut")
        assert len(SiteRecord(Database(database.path)).entries(job)) == 1

    @pytest.mark.parametrize(
        "change", ["update site_entry set kind = 'X'", "delete from site_entry"]
    )
    def test_nothing_is_changed_or_taken_out(
        self, database: Database, job: str, change: str
    ) -> None:
        add(database, job, "key-0001", "A1.1", "cut")
        with pytest.raises(StoreError, match="only ever added to"), database.writing() as db:
            db.execute(change)
        assert len(SiteRecord(database).entries(job)) == 1

    def test_of_a_job_that_is_not_there(self, database: Database) -> None:
        with pytest.raises(JobNotFound):
            add(database, "none", "key-0001", "A1.1", "cut")


class TestTakenBack:
    """A taken-back names the event that it takes back."""

    def test_the_one_that_was_named(self, database: Database, job: str) -> None:
        add(database, job, "key-0001", "A1.1", "cut")
        (first, _) = add(database, job, "key-0002", "A1.1", "set")
        events = add(database, job, "key-0003", "A1.1", "taken back", first.id)
        assert events[-1].takes_back == first.id

    def test_twice_or_of_nothing_changes_nothing(self, database: Database, job: str) -> None:
        (first,) = add(database, job, "key-0001", "A1.1", "cut")
        add(database, job, "key-0002", "A1.1", "taken back", first.id)
        assert len(add(database, job, "key-0003", "A1.1", "taken back", first.id)) == 2
        assert len(add(database, job, "key-0004", "A1.1", "taken back", 99)) == 2


class TestOlderNotes:
    """Notes of the older form come over once, each with the piece of its own revision."""

    def test_are_copied_in_order_and_only_once(self, database: Database, job: str) -> None:
        with database.writing() as db:
            for number, event in enumerate(("cut", "set", "taken back"), 1):
                db.execute(
                    "insert into noted (job_id, key, at, piece, event)"
                    " values (?, ?, '2999-01-01', 'A1.1', ?)",
                    (job, f"old-{number}", event),
                )
        record = SiteRecord(database)
        for _ in range(2):
            record.copy_old(job, record.old_notes(job), lambda note: WAS)
        first, second, back = record.entries(job)
        assert said([first, second]) == [("A1.1", "cut"), ("A1.1", "set")]
        assert (back.kind, back.takes_back) == (TAKEN_BACK, second.id)
        assert (first.was, record.old_notes(job)) == ((WAS,), [])

    def test_belong_to_the_revision_that_stood_at_their_time(
        self, database: Database, job: str
    ) -> None:
        jobs = Jobs(database)
        jobs.change(job, 1, a_job(length="91"), "Longer")
        jobs.undo(job, 2)
        with database.writing() as db:
            for edition, at in ((1, "2026-01-01"), (2, "2026-01-03"), (3, "2026-01-05")):
                db.execute("update head_move set at = ? where edition = ?", (at, edition))
            for day in ("02", "04", "06"):
                db.execute(
                    "insert into noted (job_id, key, at, piece, event)"
                    f" values (?, 'old-{day}', '2026-01-{day}', 'A1.1', 'cut')",
                    (job,),
                )
        notes = SiteRecord(database).old_notes(job)
        assert [one.revision for one in notes] == [1, 2, 1]


class TestOlderFiles:
    """A file of the form before holds events of one piece each; they come over as they were."""

    def test_events_come_over_with_their_numbers(self, tmp_path: Path) -> None:
        path = tmp_path / "jobs.db"
        job = Jobs(Database(path)).create(a_job()).id
        with sqlite3.connect(path, isolation_level=None) as db:
            for thing in ("table site_entry", "table photograph", "table phone"):
                db.execute(f"drop {thing}")
            outline, cut_from = json.dumps(WAS.outline), json.dumps(WAS.cut_from)
            for event, back in (("cut", None), ("taken back", 1), ("set", None)):
                db.execute(
                    "insert into site_event (job_id, key, at, piece, event, revision, outline,"
                    " cut_from, takes_back) values (?, ?, '2026-03-17', 'A1.1', ?, 1, ?, ?, ?)",
                    (job, f"key-{event}", event, outline, cut_from, back),
                )
            db.execute("pragma user_version = 6")
        db.close()
        first, back, last = SiteRecord(Database(path)).entries(job)
        assert said([first, last]) == [("A1.1", "cut"), ("A1.1", "set")]
        assert (first.was, last.was) == ((WAS,), (WAS,))
        assert (back.kind, back.takes_back, first.id) == (TAKEN_BACK, first.id, 1)


class TestPhotographs:
    """They lie in the same file as the jobs."""

    PICTURE = NewPicture(b"a picture", (4, 3))

    def test_every_backup_has_them(self, database: Database, job: str, tmp_path: Path) -> None:
        Photographs(database).note(job, 1, "key-0001", "", self.PICTURE)
        (entry,) = SiteRecord(database).entries(job)
        database.backup(tmp_path / "copy.db")
        copy = Photographs(Database(tmp_path / "copy.db")).get(job, entry.said["name"])
        assert (copy.picture, copy.width, copy.height) == (b"a picture", 4, 3)

    def test_sent_again_it_is_one_picture_and_one_entry(self, database: Database, job: str) -> None:
        for _ in range(8):
            Photographs(database).note(job, 1, "key-0001", "", self.PICTURE)
        assert len(SiteRecord(database).entries(job)) == 1
        with database.reading() as db:
            assert db.execute("select count(*) from photograph").fetchone()[0] == 1

    def test_no_entry_without_its_picture_and_no_picture_without_its_entry(
        self, database: Database, job: str
    ) -> None:
        Photographs(database).note(job, 1, "key-0001", "", self.PICTURE)
        SiteRecord(database).add(job, Sent("key-0002", {"kind": "remark", "words": "damp"}))
        with pytest.raises(KeyTaken):
            Photographs(database).note(job, 99, "key-0002", "", self.PICTURE)
        with database.reading() as db:
            assert db.execute("select count(*) from photograph").fetchone()[0] == 1

    @pytest.mark.parametrize("limit", ["MOST_PHOTOGRAPHS", "MOST_BYTES"])
    def test_no_more_than_so_many_of_one_job(
        self, database: Database, job: str, monkeypatch: pytest.MonkeyPatch, limit: str
    ) -> None:
        Photographs(database).note(job, 1, "key-0001", "", self.PICTURE)
        monkeypatch.setattr(f"pennant.store.photographs.{limit}", 1)
        with pytest.raises(TooManyPhotographs, match="has 1 photographs"):
            Photographs(database).note(job, 1, "key-0002", "", self.PICTURE)
        assert len(SiteRecord(database).entries(job)) == 1

    def test_of_a_job_that_is_not_there(self, database: Database) -> None:
        with pytest.raises(JobNotFound):
            Photographs(database).note("none", 1, "key-0001", "", self.PICTURE)


class TestBroughtIn:
    """A job from a zip: with its record and its pictures, or not at all."""

    ENTRY = Sent("key-0001", {"kind": "photograph", "name": "0" * 12, "words": ""}, at="2026-03-17")

    def test_whole(self, database: Database) -> None:
        picture = {"0" * 12: NewPicture(b"a picture", (4, 3))}
        stored = bring_job(database, a_job(), Overview("p", "n", "s", None), picture, [self.ENTRY])
        (entry,) = SiteRecord(database).entries(stored.id)
        assert Photographs(database).get(stored.id, entry.said["name"]).picture == b"a picture"

    def test_or_nothing(self, database: Database) -> None:
        bad = replace(self.ENTRY, key="key-0002", takes_back=7)
        picture = {"0" * 12: NewPicture(b"a picture", (4, 3))}
        with pytest.raises(IndexError):
            bring_job(database, a_job(), Overview("p", "n", "s", None), picture, [self.ENTRY, bad])
        with database.reading() as db:
            counts = [
                db.execute(f"select count(*) from {table}").fetchone()[0]
                for table in ("job", "photograph", "site_entry")
            ]
        assert counts == [0, 0, 0]
