"""Jobs are kept as revisions; nothing that was acknowledged is ever lost."""

from pathlib import Path

import pytest

from kitchens import a_job
from pennant.core.document.job import Job
from pennant.store.database import Database
from pennant.store.jobs import (
    EditionConflict,
    Folder,
    JobNotFound,
    Jobs,
    NothingToDo,
    StoredJob,
)
from pennant.store.overviews import Overviews


@pytest.fixture
def jobs(tmp_path: Path) -> Jobs:
    return Jobs(Database(tmp_path / "jobs.db"))


def changed(jobs: Jobs, stored: StoredJob, length: str) -> StoredJob:
    return jobs.change(stored.id, stored.edition, a_job(length=length), f"Length {length}")


def read(stored: StoredJob) -> Job:
    return Job.model_validate_json(stored.document)


def on(jobs: Jobs, folder: Folder = "in-hand") -> list[str]:
    return [one.id for one in Overviews(jobs.database).listed(folder)]


class TestHistory:
    """Every change is a revision; undo and redo walk along them."""

    def test_undo_and_redo(self, jobs: Jobs) -> None:
        first = jobs.create(a_job(length="90"))
        second = changed(jobs, first, "91")
        third = changed(jobs, second, "92")
        assert (third.undo, third.redo) == ("Length 92", None)
        back = jobs.undo(first.id, third.edition)
        assert back.document == second.document
        assert (back.undo, back.redo) == ("Length 91", "Length 92")
        back = jobs.undo(first.id, back.edition)
        assert (back.document, back.undo) == (first.document, None)
        again = jobs.redo(first.id, jobs.redo(first.id, back.edition).edition)
        assert again.document == third.document

    def test_at_the_ends_there_is_nothing_to_do(self, jobs: Jobs) -> None:
        stored = jobs.create(a_job())
        with pytest.raises(NothingToDo):
            jobs.undo(stored.id, stored.edition)
        with pytest.raises(NothingToDo):
            jobs.redo(stored.id, stored.edition)

    def test_a_change_after_an_undo_is_what_redo_then_finds(self, jobs: Jobs) -> None:
        stored = changed(jobs, jobs.create(a_job()), "91")
        stored = changed(jobs, jobs.undo(stored.id, stored.edition), "92")
        stored = jobs.undo(stored.id, stored.edition)
        assert read(jobs.redo(stored.id, stored.edition)) == a_job(length="92")

    def test_a_change_that_changes_nothing_is_no_step(self, jobs: Jobs) -> None:
        stored = jobs.create(a_job())
        assert jobs.change(stored.id, stored.edition, a_job(), "Nothing").edition == stored.edition

    def test_any_revision_can_be_gone_to_and_gone_back_from(self, jobs: Jobs) -> None:
        first = jobs.create(a_job(length="90"))
        third = changed(jobs, changed(jobs, first, "91"), "92")
        back = jobs.go_to(first.id, third.edition, 1)
        assert back.document == first.document
        assert [(one.number, one.present) for one in jobs.history(first.id)] == [
            (3, False),
            (2, False),
            (1, True),
        ]
        assert jobs.go_to(first.id, back.edition, 3).document == third.document
        with pytest.raises(JobNotFound):
            jobs.go_to(first.id, back.edition + 1, 4)

    def test_every_move_leaves_a_trace(self, jobs: Jobs) -> None:
        stored = changed(jobs, jobs.create(a_job()), "91")
        jobs.undo(stored.id, stored.edition)
        with jobs.database.reading() as db:
            moves = db.execute("select edition, number from head_move order by edition").fetchall()
        assert [tuple(move) for move in moves] == [(1, 1), (2, 2), (3, 1)]


class TestUnreadable:
    """A text that can no longer be read keeps nobody from the other jobs, nor from its history."""

    def test_can_be_listed_undone_and_put_away(self, jobs: Jobs) -> None:
        other = jobs.create(a_job(name="Other"))
        stored = changed(jobs, jobs.create(a_job(name="Nook")), "91")
        with jobs.database.writing() as db:
            db.execute(
                "update revision set document = 'torn' where job_id = ? and number = 2",
                (stored.id,),
            )
        assert set(on(jobs)) == {stored.id, other.id}
        assert jobs.get(stored.id).document == "torn"
        back = jobs.undo(stored.id, stored.edition)
        assert read(back).name == "Nook"
        changed(jobs, jobs.redo(stored.id, back.edition), "92")
        jobs.delete(stored.id)
        assert on(jobs, "trash") == [stored.id]


class TestLostRace:
    """Two tabs: the second to save is refused, and told what stands."""

    def test_is_refused_with_the_current_state(self, jobs: Jobs) -> None:
        stored = jobs.create(a_job())
        theirs = changed(jobs, stored, "91")
        with pytest.raises(EditionConflict) as caught:
            changed(jobs, stored, "92")
        assert caught.value.current == theirs
        assert jobs.get(stored.id) == theirs

    def test_an_undo_elsewhere_counts_as_moving_on(self, jobs: Jobs) -> None:
        stored = changed(jobs, jobs.create(a_job()), "91")
        back = jobs.undo(stored.id, stored.edition)
        jobs.redo(stored.id, back.edition)  # the same document, but not the same edition
        with pytest.raises(EditionConflict):
            changed(jobs, stored, "92")


class TestJobs:
    """Many jobs."""

    def test_the_last_changed_comes_first(self, jobs: Jobs) -> None:
        first, second = jobs.create(a_job(name="One")), jobs.create(a_job(name="Two"))
        assert set(on(jobs)) == {first.id, second.id}
        changed(jobs, first, "91")
        assert on(jobs)[0] == first.id

    def test_a_deleted_job_can_be_brought_back_whole(self, jobs: Jobs) -> None:
        stored = changed(jobs, jobs.create(a_job()), "91")
        jobs.delete(stored.id)
        assert on(jobs) == []
        with pytest.raises(JobNotFound):
            jobs.get(stored.id)
        with pytest.raises(JobNotFound):
            jobs.delete(stored.id)
        assert jobs.restore(stored.id) == stored

    def test_shelves(self, jobs: Jobs) -> None:
        stored = changed(jobs, jobs.create(a_job()), "91")
        jobs.archive(stored.id)
        assert (on(jobs), on(jobs, "archive"), on(jobs, "trash")) == ([], [stored.id], [])
        jobs.delete(stored.id)
        assert (on(jobs, "archive"), on(jobs, "trash")) == ([], [stored.id])
        jobs.restore(stored.id)  # to where it was
        assert on(jobs, "archive") == [stored.id]
        assert jobs.take_up(stored.id) == stored
        assert on(jobs) == [stored.id]

    def test_what_was_never_there(self, jobs: Jobs) -> None:
        for ask in (
            jobs.get,
            jobs.delete,
            jobs.restore,
            jobs.history,
            jobs.archive,
            jobs.take_up,
        ):
            with pytest.raises(JobNotFound):
                ask("none")
