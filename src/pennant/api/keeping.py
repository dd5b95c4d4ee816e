"""Planned, then kept: a change is kept only once its plan, its words and its drawing are made.

The planning is done before the file is locked, so that one writer's plan makes no other wait.
"""

import hashlib
import logging
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from threading import Event, Thread

from pennant import core, drawing, words
from pennant.api.defects import log_defect
from pennant.api.models import JobState, View, view_of
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused, Problem
from pennant.drawing.kitchen import kitchen_drawing
from pennant.files.job_json import NotAJobFile, read_job
from pennant.store.database import StoreError
from pennant.store.jobs import Jobs, StoredJob
from pennant.store.overview import Overview
from pennant.store.overviews import Overviews

log = logging.getLogger("pennant")

AT_A_TIME = 4
"""Overviews worked out between two looks at the file, while whoever types goes first."""
REST = 0.05
"""Seconds of rest after each: about as long as one takes."""


@cache
def planner_version() -> str:
    """Return what tells one planner from another: a digest of the sources that make a plan."""
    digest = hashlib.sha256()
    for package in (core, drawing, words):
        for file in sorted(Path(package.__path__[0]).rglob("*.py")):
            digest.update(file.read_bytes())
    return digest.hexdigest()[:16]


@dataclass(frozen=True)
class Prepared:
    """A job that has been planned, worded and drawn, and so can be kept."""

    view: View
    overview: Overview

    @property
    def job(self) -> Job:
        """The job itself."""
        return self.view.job


def prepared(job: Job) -> Prepared:
    """Return a job made ready to be kept; raise `JobRefused` where anything of it cannot be."""
    return _prepared(view_of(job))


def _prepared(view: View) -> Prepared:
    picture = kitchen_drawing(view.job, view.plan)
    overview = Overview(planner_version(), view.job.name, view.sheet.summary, picture.as_data())
    return Prepared(view, overview)


def state_of(stored: StoredJob, view: View | None = None) -> JobState:
    """Return a kept job with its view, if it has one.

    A job that can no longer be read or planned is told with what is wrong: it can still be undone,
    saved as a file and put away.
    """
    trouble: list[Problem] = []
    if view is None:
        try:
            view = view_of(read_job(stored.document))
        except (JobRefused, NotAJobFile) as error:
            trouble = troubles(error, stored.id)
    return JobState.model_construct(
        id=stored.id,
        edition=stored.edition,
        changed=stored.changed,
        undo=stored.undo,
        redo=stored.redo,
        view=view,
        trouble=trouble,
    )


def troubles(error: JobRefused | NotAJobFile, id_: str) -> list[Problem]:
    """Return what is wrong with a kept job; a defect of Pennant's is logged with the job's id."""
    log_defect(f"job {id_}", error)
    if isinstance(error, JobRefused):
        return error.problems
    return [Problem(pointer="", message=f"cannot be read: {error}")]


def overview_of(id_: str, document: str) -> Overview:
    """Return the overview of a kept revision, also of one that cannot be read or planned."""
    try:
        return prepared(read_job(document)).overview
    except (JobRefused, NotAJobFile) as error:
        found = troubles(error, id_)
        says = "; ".join(f"{one.pointer} {one.message}".strip() for one in found)
        return Overview(planner_version(), "", f"Cannot be drawn: {says}"[:400], None)


class OverviewFiller:
    """Works out, in the background and a few at a time, the overviews that are missing or old."""

    def __init__(self, overviews: Overviews) -> None:
        self.overviews = overviews
        self._stop = Event()
        self._thread = Thread(target=self._run, name="overviews", daemon=True)

    def start(self) -> None:
        """Begin; it ends by itself when none is missing."""
        self._thread.start()

    def stop(self) -> None:
        """End it between two overviews."""
        self._stop.set()
        if self._thread.is_alive():
            self._thread.join()

    def _run(self) -> None:
        try:
            while self.fill() and not self._stop.is_set():
                pass
        except StoreError as error:  # the list shows what there is; the next start tries again
            log.warning("overviews: %s", error)

    def fill(self) -> int:
        """Work out a few; return how many."""
        missing = self.overviews.missing(planner_version(), AT_A_TIME)
        for done, (id_, number, document) in enumerate(missing):
            if self._stop.wait(REST):
                return done
            self.overviews.keep(id_, number, overview_of(id_, document))
        return len(missing)


def changed(jobs: Jobs, id_: str, edition: int, job: Job, label: str) -> JobState:
    """Plan a change, and only then keep it; raise `JobRefused`, `EditionConflict`."""
    ready = prepared(job)
    return state_of(jobs.change(id_, edition, ready.job, label, ready.overview), ready.view)


def created(jobs: Jobs, job: Job, label: str) -> JobState:
    """Plan a new job, and only then keep it; raise `JobRefused`."""
    ready = prepared(job)
    return state_of(jobs.create(ready.job, label, ready.overview), ready.view)
