"""A view for who has most of it already: only what has changed is put into JSON and sent.

Each surface's plan and words carry a *tag*, a digest of what they are. Who asks names the tags that
it has, and gets the others in full. What is kept of a surface is kept as it goes over the wire.
"""

import json
from hashlib import blake2b
from typing import NamedTuple

from pydantic import BaseModel, ConfigDict

from pennant.api.models import view_of
from pennant.core.document.job import Job
from pennant.core.geometry.kept import Same, kept
from pennant.core.plan import Plan
from pennant.core.reading.laying import SurfacePlan
from pennant.words.sheet import Sheet, SurfaceSheet

KEPT_BYTES = 64 * 1024 * 1024
"""Of JSON: some 150,000 pieces."""
TAG_BYTES = 9
MOST_TAGS = 400
"""Surfaces that a job can have, and more."""


class SurfaceView(BaseModel):
    """The plan and the words of one surface, or its tag alone where the asker has them."""

    model_config = ConfigDict(frozen=True)

    tag: str
    plan: SurfacePlan | None = None
    sheet: SurfaceSheet | None = None


class ViewChanges(BaseModel):
    """A view whose surfaces lie apart: ``plan.surfaces`` and ``sheet.surfaces`` are empty."""

    model_config = ConfigDict(frozen=True)

    job: Job
    plan: Plan
    sheet: Sheet
    surfaces: tuple[SurfaceView, ...]


class _Written(NamedTuple):
    """A surface as it goes over the wire, and its tag."""

    tag: str
    text: str


def _bytes(written: _Written) -> int:
    return len(written.text)


@kept(KEPT_BYTES, _bytes)
def _written(made: Same[SurfacePlan], said: Same[SurfaceSheet]) -> _Written:
    plan_, sheet_ = made.it.model_dump_json(), said.it.model_dump_json()
    tag = blake2b(f"{plan_}{sheet_}".encode(), digest_size=TAG_BYTES).hexdigest()
    return _Written(tag, f'{{"tag":"{tag}","plan":{plan_},"sheet":{sheet_}}}')


def view_changes(job: Job, has: frozenset[str]) -> str:
    """Return a `ViewChanges` as JSON, without the surfaces whose tags the asker ``has``.

    Raise `JobRefused` where the job cannot be drawn.
    """
    view = view_of(job)
    every = [
        _written(Same(one), Same(words))
        for one, words in zip(view.plan.surfaces, view.sheet.surfaces, strict=True)
    ]
    rest = ViewChanges.model_construct(
        job=job, plan=view.plan.model_copy(update={"surfaces": ()}),
        sheet=view.sheet.model_copy(update={"surfaces": ()}), surfaces=(),
    )  # fmt: skip
    parts = (json.dumps({"tag": one.tag}) if one.tag in has else one.text for one in every)
    return f'{rest.model_dump_json(exclude={"surfaces"})[:-1]},"surfaces":[{",".join(parts)}]}}'


def tags_in(header: str) -> frozenset[str]:
    """Return the tags that a header names, as many as count."""
    return frozenset(header.split()[:MOST_TAGS])
