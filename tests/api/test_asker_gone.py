"""A write that waits for another program is given up when its sender goes; the next one is kept."""

import json
import socket
import sqlite3
import threading
from collections.abc import Iterator
from contextlib import closing
from pathlib import Path

import pytest

from kitchens import a_job
from on_a_port import on_a_port
from pennant.api.app import make_app
from pennant.store.database import Database
from pennant.store.jobs import Jobs
from pennant.store.record import SiteRecord


@pytest.fixture
def database(tmp_path: Path) -> Database:
    return Database(tmp_path / "jobs.db")


@pytest.fixture
def port(database: Database) -> Iterator[int]:
    with on_a_port(make_app(database, None)) as port:
        yield port


def noting(job: str, key: str) -> bytes:
    """A request that notes a remark."""
    body = json.dumps({"key": key, "entry": {"kind": "remark", "words": key}}).encode()
    head = (
        f"POST /api/jobs/{job}/site HTTP/1.1\r\nhost: localhost\r\n"
        f"content-type: application/json\r\ncontent-length: {len(body)}\r\n\r\n"
    )
    return head.encode() + body


def waits(database: Database) -> bool:
    """Whether a write stands at the file."""
    return database._turns._busy


def test_what_nobody_waits_for_is_not_written(database: Database, port: int) -> None:
    job = Jobs(database).create(a_job(), "Started").id
    pause = threading.Event()
    with closing(sqlite3.connect(database.path, isolation_level=None)) as other:
        other.execute("begin immediate")
        with socket.create_connection(("127.0.0.1", port)) as goes:
            goes.sendall(noting(job, "goes away"))
            while not waits(database):
                pause.wait(0.01)
        while waits(database):  # it hears of it, and lets the next one through
            pause.wait(0.01)
        with socket.create_connection(("127.0.0.1", port), timeout=30) as stays:
            stays.sendall(noting(job, "stays here"))
            while not waits(database):
                pause.wait(0.01)
            other.execute("rollback")
            assert stays.recv(100).startswith(b"HTTP/1.1 200")
    assert [one.key for one in SiteRecord(database).entries(job)] == ["stays here"]
