"""A job with its record and its photographs as one zip, out and in.

It is read whole and checked before anything of it is kept.
"""

import io
import json
import lzma
import re
import struct
import zipfile
import zlib
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any

from pydantic import Field, TypeAdapter, ValidationError

from pennant.core.document.job import Job
from pennant.core.document.values import Value
from pennant.core.site.entries import (
    EARLIEST_YEAR,
    LATEST_YEAR,
    MOST_ENTRIES,
    MOST_PHOTOGRAPHS,
    Note,
    NotedPhotograph,
    NotedPieces,
    TakenBack,
)
from pennant.core.site.record import is_shape
from pennant.files.job_json import LARGEST, read_job, write_job
from pennant.files.photographs import Plain, plain_picture

JOB, RECORD = "job.json", "record.json"
LARGEST_RECORD = 20 * LARGEST
"""Bytes as unpacked: a house noted piece by piece, each with its outline."""
LARGEST_PICTURE = 2 * 2**20
LARGEST_ZIP = 120 * 2**20
"""Bytes: a job with all the photographs that it may have."""
_PICTURE = re.compile(r"^photographs/([0-9a-f]{12})\.jpg$")
DATE = (2000, 1, 1, 0, 0, 0)
"""Of every file in a bundle: the same job gives the same bytes."""


class NotABundle(ValueError):
    """A zip that no job can be read from; the message says why."""


_Rings = tuple[tuple[tuple[float, float], ...], ...]
_Box = tuple[float, float, float, float]


class BundledPiece(Value):
    """A piece as it was: its surface and outline, and the tile that it was cut from."""

    outline: tuple[str, _Rings] | None = None
    cut_from: tuple[int, bool, tuple[str, ...], tuple[_Box, ...]] | None = None


class BundledEntry(Value):
    """An entry of the record as it goes along. ``takes_back`` is the number of another, from 0."""

    key: str = Field(min_length=8, max_length=80)
    at: str = Field(max_length=40)
    said_at: str | None = Field(default=None, max_length=40)
    clock: str | None = Field(default=None, max_length=100)
    said: Note
    was: tuple[BundledPiece, ...] = ()
    takes_back: int | None = Field(default=None, ge=0, le=MOST_ENTRIES)


@dataclass(frozen=True)
class Bundle:
    """What a zip holds; photographs are by their names."""

    job: Job
    entries: tuple[BundledEntry, ...]
    photographs: Mapping[str, Plain] = field(default_factory=dict)


_ENTRIES = TypeAdapter(tuple[BundledEntry, ...])


def write_bundle(
    job: Job, entries: Sequence[BundledEntry], photographs: Mapping[str, bytes] | None = None
) -> bytes:
    """Return the job, its entries and its photographs (JPEG, by name) as a zip."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as bundle:
        record = _ENTRIES.dump_json(tuple(entries), exclude_none=True).decode()
        for name, text in ((JOB, write_job(job)), (RECORD, record)):
            bundle.writestr(zipfile.ZipInfo(name, DATE), text, zipfile.ZIP_DEFLATED)
        for name, picture in sorted((photographs or {}).items()):
            bundle.writestr(zipfile.ZipInfo(f"photographs/{name}.jpg", DATE), picture)
    return out.getvalue()


DAMAGED = (
    zipfile.BadZipFile,
    zlib.error,
    lzma.LZMAError,
    struct.error,
    EOFError,
    KeyError,
    NotImplementedError,
    RuntimeError,
    UnicodeDecodeError,
)
"""What reading a zip raises whose bytes are not as they were written."""


def read_bundle(raw: bytes) -> Bundle:
    """Return what a zip holds; raise `NotABundle`, or what `read_job` raises.

    Only names that a bundle has are read, none as a path, and no more bytes than a job file, a
    record or a photograph may have, counted as they unpack.
    """
    try:
        with zipfile.ZipFile(io.BytesIO(raw)) as bundle:
            names = bundle.namelist()
            pictures = [found for name in names if (found := _PICTURE.match(name))]
            known = sorted({JOB, RECORD, *(found[0] for found in pictures)} & set(names))
            if sorted(names) != known or JOB not in names or len(pictures) > MOST_PHOTOGRAPHS:
                raise NotABundle(f"must hold {JOB}, {RECORD} and photographs, and nothing else")
            job = read_job(_unpacked(bundle, JOB, LARGEST))
            record = _unpacked(bundle, RECORD, LARGEST_RECORD) if RECORD in names else b"[]"
            photographs = {found[1]: _picture(bundle, found[0]) for found in pictures}
    except DAMAGED as error:
        raise NotABundle("is no zip, or is damaged") from error
    try:
        entries = _ENTRIES.validate_python([_as_entry(one) for one in json.loads(record)])
    except (ValidationError, ValueError, TypeError, RecursionError) as error:
        raise NotABundle(f"has a {RECORD} that is no record") from error
    if len(entries) > MOST_ENTRIES:
        raise NotABundle(f"holds more than {MOST_ENTRIES:,} entries")
    if len({one.key for one in entries}) < len(entries):
        raise NotABundle(f"holds one entry twice in its {RECORD}")
    for number, one in enumerate(entries):
        check_entry(number, one, photographs)
    return Bundle(job, entries, photographs)


def check_entry(number: int, one: BundledEntry, photographs: Collection[str]) -> None:
    """Refuse an entry that cannot be kept as it stands; raise `NotABundle`.

    ``number`` is its place in the record, from 0; ``photographs`` are the names of those there.
    """
    if one.takes_back is not None and one.takes_back >= number:
        raise NotABundle(f"takes back entry {one.takes_back}, which is not before {number}")
    if isinstance(one.said, TakenBack) != (one.takes_back is not None):
        raise NotABundle(f"takes back nothing in entry {number}, or by an entry of another kind")
    if isinstance(one.said, NotedPieces) and len(one.was) != len(one.said.pieces):
        raise NotABundle(f"does not say of every piece of entry {number} how it was")
    if isinstance(one.said, NotedPhotograph) and one.said.name not in photographs:
        raise NotABundle(f"lacks the photograph of entry {number}")
    clock = (one.clock or "").split()
    if len(clock) > 2:
        raise NotABundle(f"has a clock in entry {number} that says more than two times")
    for at in (one.at, one.said_at, *clock):
        try:
            year = datetime.fromisoformat(at or one.at).year
        except ValueError:
            raise NotABundle(f"has a time in entry {number} that is none") from None
        if not EARLIEST_YEAR <= year <= LATEST_YEAR:
            raise NotABundle(
                f"has a time in entry {number} outside the years {EARLIEST_YEAR} to {LATEST_YEAR}"
            )
    for was in one.was:
        if was.outline is not None and not is_shape(was.outline[1]):
            raise NotABundle(f"has an outline in entry {number} that is no shape")


def _as_entry(one: Any) -> Any:
    """An entry in the form of before, of one piece each, as it is written now."""
    if not isinstance(one, Mapping) or "piece" not in one:
        return one
    rest = {name: one[name] for name in ("key", "at", "takes_back") if name in one}
    if one.get("event") == "taken back":
        return {**rest, "said": {"kind": "taken back"}}
    noted = {"kind": "pieces", "event": one.get("event"), "pieces": [one["piece"]]}
    was = {name: one.get(name) for name in ("outline", "cut_from")}
    return {**rest, "said": noted, "was": [was]}


def _picture(bundle: zipfile.ZipFile, name: str) -> Plain:
    """A photograph of a bundle, made plain anew."""
    try:
        return plain_picture(_unpacked(bundle, name, LARGEST_PICTURE))
    except NotABundle:
        raise
    except ValueError as error:
        raise NotABundle(f"holds a photograph that {error}") from error


def _unpacked(bundle: zipfile.ZipFile, name: str, most: int) -> bytes:
    """A file of a bundle, as far as it may be long."""
    try:
        with bundle.open(name) as file:
            raw = file.read(most + 1)
    except (*DAMAGED, ValueError, OSError) as error:
        raise NotABundle("is no zip, or is damaged") from error
    if len(raw) > most:
        raise NotABundle(f"holds a {name} of more than {most:,} bytes")
    return raw
