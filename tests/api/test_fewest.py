"""The fewest tiles, asked for by a page: found in another process, and known to the next view."""

import json
from collections.abc import Iterator

import pytest
from fastapi.testclient import TestClient

from kitchens import demo
from pennant.core.cuts.cut_list import cuts_of
from pennant.core.cuts.fewest import fewest
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.words.cuts import cut_sheet


@pytest.fixture(autouse=True)
def nothing_known() -> Iterator[None]:
    fewest.forget()
    yield
    fewest.forget()


def sent(job: Job) -> dict[str, object]:
    return dict(json.loads(job.model_dump_json()))


class TestFound:
    """A number that was bettered never comes back."""

    def test_a_view_has_the_quick_count_until_the_better_is_known(self, client: TestClient) -> None:
        job = demo("Alder Wharf")
        first = client.post("/api/view", json=sent(job)).json()
        assert first["sheet"]["may_be_fewer"]
        found = client.post("/api/fewest", json=sent(job)).json()
        assert found["tiles"] == found["bound"]
        after = client.post("/api/view", json=sent(job)).json()
        assert not after["sheet"]["may_be_fewer"]
        quick, best = (
            next(one["amount"] for one in view["plan"]["quantities"] if one["id"] == "tiles")
            for view in (first, after)
        )
        assert best < quick

    def test_the_cut_sheet_and_the_record_go_by_the_same_tiles(self, client: TestClient) -> None:
        job = demo("Alder Wharf")
        stock = cuts_of(job, plan(job, "fewest")).stock
        sheet = client.post("/api/cuts", json=sent(job)).json()
        assert sheet["stock"].startswith(f"{len(stock.tiles)} tiles; no plan can do with fewer.")
        id_ = client.post("/api/jobs/import", content=job.model_dump_json()).json()["id"]
        kit = client.get(f"/api/jobs/{id_}/site-kit").json()
        assert kit["cuts"]["stock"] == sheet["stock"]
        said = cut_sheet(job, plan(job, "fewest"))
        tiles = [[place.model_dump(mode="json") for place in cut.tiles] for cut in said.cuts]
        assert [one["tiles"] for one in kit["cuts"]["cuts"]] == tiles

    def test_nothing_is_open_where_the_quick_plan_is_proved(self, client: TestClient) -> None:
        job = demo("Sorrel Yard").model_copy(update={"areas": ()})
        client.post("/api/fewest", json=sent(job))
        assert not client.post("/api/view", json=sent(job)).json()["sheet"]["may_be_fewer"]

    def test_a_job_that_cannot_be_drawn_is_refused(self, client: TestClient) -> None:
        broken = sent(demo("Sorrel Yard"))
        broken["walls"] = []
        assert client.post("/api/fewest", json=broken).status_code == 422
