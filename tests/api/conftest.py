"""An application over an empty database, and a client that a browser on this machine would be."""

from collections.abc import Iterator
from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from pennant.api.app import make_app
from pennant.store.database import Database


@pytest.fixture
def client(tmp_path: Path) -> Iterator[TestClient]:
    app = make_app(Database(tmp_path / "jobs.db"), None)
    with TestClient(app, base_url="http://127.0.0.1:8765") as client:
        yield client


@pytest.fixture
def kept(client: TestClient) -> dict:
    """A blank job as the server keeps it."""
    return client.post("/api/jobs", json={"name": "Nook"}).json()
