"""A job with its record as one zip, out and in: read whole and checked before anything is kept."""

import io
import json
import zipfile
from collections.abc import Sequence
from dataclasses import dataclass

from pydantic import Field, TypeAdapter, ValidationError

from pennant.core.document.job import Job
from pennant.core.document.values import Value
from pennant.core.site.record import Event
from pennant.files.job_json import LARGEST, read_job, write_job

JOB, RECORD = "job.json", "record.json"
MOST_EVENTS = 20_000
DATE = (2000, 1, 1, 0, 0, 0)
"""Of every file in a bundle: the same job gives the same bytes."""


class NotABundle(ValueError):
    """A zip that no job can be read from; the message says why."""


_Rings = tuple[tuple[tuple[float, float], ...], ...]
_Box = tuple[float, float, float, float]


class BundledEvent(Value):
    """An event of the record as it goes along. ``takes_back`` is the number of another, from 0."""

    key: str = Field(min_length=8, max_length=80)
    at: str = Field(max_length=40)
    piece: str = Field(min_length=1, max_length=40)
    event: Event
    outline: tuple[str, _Rings] | None = None
    cut_from: tuple[int, bool, tuple[str, ...], tuple[_Box, ...]] | None = None
    takes_back: int | None = Field(default=None, ge=0, le=MOST_EVENTS)


@dataclass(frozen=True)
class Bundle:
    """What a zip holds."""

    job: Job
    events: tuple[BundledEvent, ...]


_EVENTS = TypeAdapter(tuple[BundledEvent, ...])


def write_bundle(job: Job, events: Sequence[BundledEvent]) -> bytes:
    """Return the job and its events as a zip."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as bundle:
        record = _EVENTS.dump_json(tuple(events), indent=1).decode()
        for name, text in ((JOB, write_job(job)), (RECORD, record)):
            bundle.writestr(zipfile.ZipInfo(name, DATE), text, zipfile.ZIP_DEFLATED)
    return out.getvalue()


def read_bundle(raw: bytes) -> Bundle:
    """Return what a zip holds; raise `NotABundle`, or what `read_job` raises.

    Only the two names that a bundle has are read, none as a path, and no more bytes than a job file
    may have, counted as they unpack.
    """
    try:
        with zipfile.ZipFile(io.BytesIO(raw)) as bundle:
            names = bundle.namelist()
            if sorted(names) != sorted({JOB, RECORD} & set(names)) or JOB not in names:
                raise NotABundle(f"must hold {JOB} and {RECORD}, and nothing else")
            job = read_job(_unpacked(bundle, JOB))
            record = _unpacked(bundle, RECORD) if RECORD in names else b"[]"
    except (zipfile.BadZipFile, EOFError, NotImplementedError, RuntimeError) as error:
        raise NotABundle("is no zip, or is damaged") from error
    try:
        events = _EVENTS.validate_python(json.loads(record))
    except (ValidationError, ValueError, RecursionError) as error:
        raise NotABundle(f"has a {RECORD} that is no record") from error
    if len(events) > MOST_EVENTS:
        raise NotABundle(f"holds more than {MOST_EVENTS:,} events")
    if len({one.key for one in events}) < len(events):
        raise NotABundle(f"holds one event twice in its {RECORD}")
    for number, one in enumerate(events):
        if one.takes_back is not None and one.takes_back >= number:
            raise NotABundle(f"takes back event {one.takes_back}, which is not before {number}")
    return Bundle(job, events)


def _unpacked(bundle: zipfile.ZipFile, name: str) -> bytes:
    """A file of a bundle, as far as a job file may be long."""
    with bundle.open(name) as file:
        raw = file.read(LARGEST + 1)
    if len(raw) > LARGEST:
        raise NotABundle(f"holds a {name} of more than {LARGEST:,} bytes")
    return raw
