"""Jobs are kept as revisions; nothing that was acknowledged is ever lost."""

from pathlib import Path

import pytest

from kitchens import a_job
from pennant.store.database import Database
from pennant.store.jobs import EditionConflict, JobNotFound, Jobs, NothingToDo, StoredJob


@pytest.fixture
def jobs(tmp_path: Path) -> Jobs:
    return Jobs(Database(tmp_path / "jobs.db"))


def changed(jobs: Jobs, stored: StoredJob, length: str) -> StoredJob:
    return jobs.change(stored.id, stored.edition, a_job(length=length), f"Length {length}")


class TestHistory:
    """Every change is a revision; undo and redo walk along them."""

    def test_undo_and_redo(self, jobs: Jobs) -> None:
        first = jobs.create(a_job(length="90"))
        second = changed(jobs, first, "91")
        third = changed(jobs, second, "92")
        assert (third.undo, third.redo) == ("Length 92", None)
        back = jobs.undo(first.id, third.edition)
        assert back.job == second.job
        assert (back.undo, back.redo) == ("Length 91", "Length 92")
        back = jobs.undo(first.id, back.edition)
        assert (back.job, back.undo) == (first.job, None)
        again = jobs.redo(first.id, jobs.redo(first.id, back.edition).edition)
        assert again.job == third.job

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
        assert jobs.redo(stored.id, stored.edition).job == a_job(length="92")

    def test_a_change_that_changes_nothing_is_no_step(self, jobs: Jobs) -> None:
        stored = jobs.create(a_job())
        assert jobs.change(stored.id, stored.edition, a_job(), "Nothing").edition == stored.edition


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
        assert {job.id for job in jobs.all()} == {first.id, second.id}
        changed(jobs, first, "91")
        assert jobs.all()[0].id == first.id

    def test_a_copy_has_a_history_of_its_own(self, jobs: Jobs) -> None:
        stored = changed(jobs, jobs.create(a_job(name="Nook")), "91")
        copy = jobs.duplicate(stored.id)
        assert copy.job.name.endswith("(copy)")
        assert (copy.undo, copy.job.walls) == (None, stored.job.walls)
        assert len(jobs.duplicate(jobs.create(a_job(name="x" * 80)).id).job.name) == 80

    def test_a_deleted_job_can_be_brought_back_whole(self, jobs: Jobs) -> None:
        stored = changed(jobs, jobs.create(a_job()), "91")
        jobs.delete(stored.id)
        assert jobs.all() == []
        with pytest.raises(JobNotFound):
            jobs.get(stored.id)
        with pytest.raises(JobNotFound):
            jobs.delete(stored.id)
        assert jobs.restore(stored.id) == stored

    def test_shelves(self, jobs: Jobs) -> None:
        stored = changed(jobs, jobs.create(a_job()), "91")
        jobs.archive(stored.id)
        assert (jobs.all(), jobs.all("archive"), jobs.all("trash")) == ([], [stored], [])
        jobs.delete(stored.id)
        assert (jobs.all("archive"), jobs.all("trash")) == ([], [stored])
        jobs.restore(stored.id)  # to where it was
        assert jobs.all("archive") == [stored]
        assert jobs.take_up(stored.id) == stored
        assert jobs.all() == [stored]

    def test_what_was_never_there(self, jobs: Jobs) -> None:
        for ask in (
            jobs.get,
            jobs.delete,
            jobs.restore,
            jobs.duplicate,
            jobs.archive,
            jobs.take_up,
        ):
            with pytest.raises(JobNotFound):
                ask("none")
