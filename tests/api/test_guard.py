"""The machine is safe from the web: foreign hosts, cross-site writes, huge bodies."""

import pytest
from fastapi.testclient import TestClient

from pennant.files.job_json import LARGEST


class TestHosts:
    """Pennant answers only to this machine's own names."""

    @pytest.mark.parametrize("host", ["127.0.0.1:8765", "localhost", "localhost:1", "[::1]:8765"])
    def test_own_names(self, client: TestClient, host: str) -> None:
        assert client.get("/api/jobs", headers={"host": host}).status_code == 200

    @pytest.mark.parametrize("host", ["kitchen.example", "127.0.0.1.example:8765", "[::2]:1", ""])
    def test_foreign_names(self, client: TestClient, host: str) -> None:
        answer = client.get("/api/jobs", headers={"host": host})
        assert (answer.status_code, answer.json()["type"]) == (421, "urn:pennant:foreign-host")


class TestCrossSite:
    """Another site may not change jobs from a visitor's browser."""

    @pytest.mark.parametrize(
        "headers",
        [{"origin": "http://kitchen.example"}, {"origin": "null"},
         {"origin": "http://127.0.0.1:9999"}, {"sec-fetch-site": "cross-site"},
         {"sec-fetch-site": "same-site"}],
    )  # fmt: skip
    def test_writes_are_refused(self, client: TestClient, headers: dict) -> None:
        answer = client.post("/api/jobs", json={}, headers=headers)
        assert (answer.status_code, answer.json()["type"]) == (403, "urn:pennant:cross-site")
        assert client.get("/api/jobs").json() == []

    @pytest.mark.parametrize(
        "headers", [{}, {"origin": "http://127.0.0.1:8765", "sec-fetch-site": "same-origin"}]
    )
    def test_own_writes_are_not(self, client: TestClient, headers: dict) -> None:
        assert client.post("/api/jobs", json={}, headers=headers).status_code == 201


class TestBodies:
    """At most 5 MB are read."""

    def test_declared(self, client: TestClient) -> None:
        answer = client.post("/api/jobs/import", content=b" " * (LARGEST + 1))
        assert answer.status_code == 413
        assert "5,000,000 bytes" in answer.json()["detail"]


class TestPages:
    """Every answer tells the browser to stay here."""

    def test_policy(self, client: TestClient) -> None:
        for answer in (client.get("/api/jobs"), client.get("/api/none")):
            policy = answer.headers["content-security-policy"]
            assert "default-src 'self'" in policy
            assert "http" not in policy
            assert answer.headers["x-content-type-options"] == "nosniff"
