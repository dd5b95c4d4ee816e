"""Shades over HTTP: dealt, drawn, and refused at the line that is wrong."""

import json
from typing import Any

from fastapi.testclient import TestClient

from kitchens import demo
from pennant.core.document.job import Job


def asked(client: TestClient, job: Job) -> Any:
    """The page of the shades."""
    return client.post("/api/shades", json=json.loads(job.model_dump_json()))


class TestPage:
    """Every wall as it is dealt, and beside it what box after box would give."""

    def test_dealt_and_drawn(self, client: TestClient) -> None:
        page = asked(client, demo("Sorrel Yard")).json()
        walls = {(one["surface"], one["how"]) for one in page["pictures"]}
        assert walls == {
            (wall, how) for wall in ("long-wall", "end-wall") for how in ("dealt", "box after box")
        }
        colours = set(page["shades"]["colours"].values())
        assert all(colour in page["pictures"][0]["svg"] for colour in colours)

    def test_a_box_opened_twice_is_refused(self, client: TestClient) -> None:
        job = demo("Sorrel Yard")
        shades = job.shades.model_copy(update={"boxes": (job.shades.boxes[0],) * 2})
        answer = asked(client, job.model_copy(update={"shades": shades}))
        assert answer.status_code == 422
        assert answer.json()["errors"][0]["pointer"] == "/shades/boxes/1/name"

    def test_nothing_is_lost_by_boxes_that_do_not_suffice(self, client: TestClient) -> None:
        job = demo("Sorrel Yard")
        shades = job.shades.model_copy(update={"boxes": job.shades.boxes[:2]})
        said = asked(client, job.model_copy(update={"shades": shades})).json()["shades"]
        assert "open another" in said["headline"]
