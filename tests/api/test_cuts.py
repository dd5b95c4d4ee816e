"""The cut sheet and the site record over HTTP."""

import csv
import io
import json

from fastapi.testclient import TestClient

from kitchens import WINDOW, a_job
from pennant.files.job_json import write_job


def kept(client: TestClient) -> str:
    """A job that is kept; its id."""
    answer = client.post("/api/jobs/import", content=write_job(a_job(openings=[WINDOW])))
    return str(answer.json()["id"])


def note(client: TestClient, id_: str, piece: str, event: str, key: str) -> dict:
    """Note something, and return the record."""
    body = {"key": key, "piece": piece, "event": event}
    answer = client.post(f"/api/jobs/{id_}/record", json=body)
    assert answer.status_code == 200
    return dict(answer.json())


class TestSheet:
    """Every cut once, with its tile."""

    def test_as_json(self, client: TestClient) -> None:
        job = json.loads(a_job(openings=[WINDOW]).model_dump_json())
        sheet = client.post("/api/cuts", json=job).json()
        for cut in sheet["cuts"]:
            assert [one["piece"] for one in cut["tiles"]] == cut["pieces"]
            assert cut["marks"]
        assert {tool["tool"] for tool in sheet["tools"]} == {"snap cutter", "wet saw"}

    def test_as_csv(self, client: TestClient) -> None:
        answer = client.get(f"/api/jobs/{kept(client)}/cuts.csv")
        assert answer.headers["content-type"].startswith("text/csv")
        rows = list(csv.DictReader(io.StringIO(answer.text)))
        job = json.loads(a_job(openings=[WINDOW]).model_dump_json())
        cuts = client.post("/api/cuts", json=job).json()["cuts"]
        assert len(rows) == sum(len(cut["pieces"]) for cut in cuts)
        assert rows[0]["marks"] == "; ".join(mark["says"] for mark in cuts[0]["marks"])

    def test_materials_as_csv(self, client: TestClient) -> None:
        answer = client.get(f"/api/jobs/{kept(client)}/materials.csv")
        rows = list(csv.DictReader(io.StringIO(answer.text)))
        assert [row["what"] for row in rows][:2] == ["Tile", "Boxes of tile: Tile"]

    def test_the_shelf_has_every_kind(self, client: TestClient) -> None:
        assert all(client.get("/api/shelf").json().values())


class TestRecord:
    """What is noted is kept before it is answered."""

    def test_cut_set_broken(self, client: TestClient) -> None:
        id_ = kept(client)
        before = client.get(f"/api/jobs/{id_}/record").json()
        record = note(client, id_, "A1.12", "cut", "key-00001")
        assert record["states"] == {"A1.12": "cut"}
        record = note(client, id_, "A1.12", "broken", "key-00002")
        assert record["again"] == [{"piece": "A1.12", "says": "A1.12: from a new tile"}]
        counts = [int(one["left"].split()[0]) for one in (before, record)]
        assert counts[1] == counts[0] - 1
        assert client.get(f"/api/jobs/{id_}/record").json() == record

    def test_sent_twice_is_noted_once(self, client: TestClient) -> None:
        id_ = kept(client)
        for _ in range(2):
            record = note(client, id_, "A1.12", "broken", "key-00003")
        assert len(record["again"]) == 1

    def test_a_piece_that_is_not_in_the_plan(self, client: TestClient) -> None:
        body = {"key": "key-00004", "piece": "Z9.9", "event": "cut"}
        answer = client.post(f"/api/jobs/{kept(client)}/record", json=body)
        assert answer.status_code == 422
        assert "no piece of this plan" in answer.json()["errors"][0]["message"]
