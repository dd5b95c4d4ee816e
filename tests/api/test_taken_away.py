"""Files out and in over HTTP: nothing is kept of what cannot be read."""

from typing import Any

import pytest
from fastapi.testclient import TestClient

from kitchens import demo
from pennant.core.plan import plan
from pennant.files.drawing_dxf import elevation_dxf
from pennant.files.export import TYPES
from pennant.files.job_json import write_job


def kept(client: TestClient, name: str = "Sorrel Yard") -> str:
    """A demo job that is kept; its id."""
    answer = client.post("/api/jobs/import", content=write_job(demo(name)))
    return str(answer.json()["id"])


def jobs(client: TestClient) -> int:
    """How many jobs there are."""
    return len(client.get("/api/jobs").json())


class TestOut:
    """Every format by its address."""

    @pytest.mark.parametrize("form", ["pdf", "svg", "dxf", "csv", "json"])
    def test_as(self, client: TestClient, form: Any) -> None:
        answer = client.get(f"/api/jobs/{kept(client)}/as/{form}")
        assert answer.status_code == 200
        assert answer.headers["content-type"].startswith(TYPES[form].split(";")[0])
        assert f'filename="sorrel-yard.{form}"' in answer.headers["content-disposition"]

    def test_papers_by_name(self, client: TestClient) -> None:
        papers = client.get("/api/papers").json()
        assert [one["paper"] for one in papers if not one["bound"]] == ["pole", "templates"]
        answer = client.get(f"/api/jobs/{kept(client)}/as/pdf?only=mixing&only=list&size=A4")
        assert answer.content.startswith(b"%PDF")

    def test_a_paper_that_is_none_is_refused(self, client: TestClient) -> None:
        answer = client.get(f"/api/jobs/{kept(client)}/as/pdf?only=poem")
        assert answer.status_code == 422
        assert answer.json()["errors"][0]["pointer"] == "/only"


class TestIn:
    """A drawing, a table, a zip."""

    def test_a_drawing(self, client: TestClient) -> None:
        job = demo("Sorrel Yard")
        surface = plan(job).kitchen.walls[0]
        text = elevation_dxf(surface, job.walls[0].length)
        answer = client.post("/api/jobs/import/dxf", content=text)
        assert answer.status_code == 201
        assert answer.json()["left_out"] == {}
        wall = answer.json()["state"]["view"]["job"]["walls"][0]
        assert wall["length"] == pytest.approx(2436)

    def test_measures(self, client: TestClient) -> None:
        table = "wall,length,top,line\nBack,96,30,outlet 12 up 9\n"
        answer = client.post("/api/jobs/import/csv?units=in", content=table)
        assert answer.json()["view"]["job"]["walls"][0]["name"] == "Back"

    @pytest.mark.parametrize(
        ("ending", "raw", "says"),
        [
            ("dxf", b"nothing", "no DXF"),
            ("csv", b"a,b", "row 1"),
            ("zip", b"PK", "no zip"),
            ("csv", b"wall,length,top,line\nA,96,30,outlet 12 upp 9\n", "upp"),
        ],
    )
    def test_what_cannot_be_read_keeps_nothing(
        self, client: TestClient, ending: str, raw: bytes, says: str
    ) -> None:
        before = jobs(client)
        answer = client.post(f"/api/jobs/import/{ending}", content=raw)
        assert answer.status_code == 422
        assert says in answer.text
        assert jobs(client) == before

    def test_a_job_goes_along_with_its_record(self, client: TestClient) -> None:
        id_ = kept(client)
        for number, event in enumerate(("cut", "set", "taken back")):
            body = {"key": f"a-key-of-{number}", "piece": "A1.2", "event": event}
            assert client.post(f"/api/jobs/{id_}/record", json=body).status_code == 200
        before = client.get(f"/api/jobs/{id_}/record").json()
        raw = client.get(f"/api/jobs/{id_}/as-zip").content
        other = client.post("/api/jobs/import/zip", content=raw).json()
        assert other["id"] != id_
        after = client.get(f"/api/jobs/{other['id']}/record").json()
        assert after["states"] == before["states"] == {"A1.2": "cut"}
