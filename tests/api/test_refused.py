"""Refused means not kept, and one job that cannot be planned closes no other."""

import json
import logging

import pytest
from fastapi.testclient import TestClient

from kitchens import a_job
from pennant.api import models
from pennant.api.keeping import OverviewFiller, planner_version
from pennant.core import plan as planning
from pennant.store.overviews import Overviews

LINES = (
    "check 43 7/8 from windo right to right",
    "check 20 from zone left to right",
    "check 20 from check left to right",
)


def with_line(kept: dict, line: str) -> dict:
    job = json.loads(json.dumps(kept["view"]["job"]))
    job["walls"][0]["things"].append(line)
    return {"edition": kept["edition"], "label": "Added", "job": job}


def spoil(client: TestClient, id_: str, document: str) -> None:
    """Put another text where a job's present revision was, as a damaged disk would."""
    with client.app.state.jobs.database.writing() as db:
        db.execute("update revision set document = ? where job_id = ?", (document, id_))
        db.execute("delete from overview where job_id = ?", (id_,))


class TestNotKept:
    """What cannot be planned is refused before anything is written."""

    @pytest.mark.parametrize("line", LINES)
    def test_a_line_that_leads_nowhere(self, client: TestClient, kept: dict, line: str) -> None:
        answer = client.put(f"/api/jobs/{kept['id']}", json=with_line(kept, line))
        assert answer.status_code == 422
        assert answer.json()["errors"][0]["pointer"].startswith("/walls/0/things/0")
        assert client.get(f"/api/jobs/{kept['id']}").json() == kept
        right = with_line(kept, "check 43 7/8 from left to right")
        assert client.put(f"/api/jobs/{kept['id']}", json=right).status_code == 200

    @pytest.mark.parametrize(
        "setting",
        [
            "spacer_pack",
            "pace",
            "pot_life",
            "grout_density",
            "coat_cover",
            "adhesive_pack",
            "trim_stick",
        ],
    )
    def test_nothing_that_is_divided_by_is_nothing(
        self, client: TestClient, kept: dict, setting: str
    ) -> None:
        job = {**kept["view"]["job"], "settings": {setting: 0}}
        body = {"edition": kept["edition"], "job": job}
        answer = client.put(f"/api/jobs/{kept['id']}", json=body)
        assert answer.status_code == 422
        (error,) = answer.json()["errors"]
        assert error["pointer"] == f"/settings/{setting}"
        assert "at least" in error["message"]
        assert client.get(f"/api/jobs/{kept['id']}").json()["edition"] == kept["edition"]

    def test_a_defect_of_the_planner_s_own(
        self,
        client: TestClient,
        kept: dict,
        monkeypatch: pytest.MonkeyPatch,
        caplog: pytest.LogCaptureFixture,
    ) -> None:
        def fails(*_: object) -> None:
            raise ZeroDivisionError("by zero")

        monkeypatch.setattr(planning, "doubts_of", fails)
        body = with_line(kept, "check 43 7/8 from left to right")
        with caplog.at_level(logging.ERROR):
            answer = client.put(f"/api/jobs/{kept['id']}", json=body)
        assert answer.status_code == 422
        assert (
            "what is doubtful in the survey could not be reckoned"
            in answer.json()["errors"][0]["message"]
        )
        assert "ZeroDivisionError" in caplog.text
        monkeypatch.undo()
        assert client.get(f"/api/jobs/{kept['id']}").json() == kept

    def test_what_can_be_drawn_is_kept_though_its_materials_cannot_be_told(
        self,
        client: TestClient,
        kept: dict,
        monkeypatch: pytest.MonkeyPatch,
        caplog: pytest.LogCaptureFixture,
    ) -> None:
        """What was measured is kept; the page of the part that fails says so, and no other."""

        def fails(*_: object) -> None:
            raise ZeroDivisionError("by zero")

        monkeypatch.setattr(planning, "quantities_of", fails)
        body = with_line(kept, "check 43 7/8 from left to right")
        with caplog.at_level(logging.ERROR):
            answer = client.put(f"/api/jobs/{kept['id']}", json=body)
        assert answer.status_code == 200, answer.text
        assert answer.json()["edition"] == kept["edition"] + 1
        assert answer.json()["view"]["plan"]["surfaces"]
        assert "ZeroDivisionError" in caplog.text


UNREADABLE = ("torn {", '{"version": 4, "name": "Of tomorrow"}', '{"name": "Nook", "walls": []}')


class TestUnreadable:
    """A kept job that can no longer be read or planned is shown as such; the others are as ever."""

    @pytest.mark.parametrize("document", UNREADABLE)
    def test_is_listed_with_what_is_wrong(
        self, client: TestClient, kept: dict, document: str
    ) -> None:
        other = client.post("/api/jobs", json={"name": "Other"}).json()
        spoil(client, kept["id"], document)
        filler = OverviewFiller(Overviews(client.app.state.jobs.database))
        while filler.fill():
            pass
        for shelf in ("in-hand", "archive", "trash"):
            cards = {one["id"]: one for one in client.get(f"/api/jobs?folder={shelf}").json()}
            card = cards[kept["id"]]
            assert (card["drawn"], bool(card["summary"])) == (False, True)
            assert client.get(f"/api/jobs/{kept['id']}/drawing.svg").status_code == 404
            client.post(f"/api/jobs/{kept['id']}/archive")
            if shelf == "archive":
                client.delete(f"/api/jobs/{kept['id']}")
        assert client.get(f"/api/jobs/{other['id']}").json() == other

    @pytest.mark.parametrize("document", UNREADABLE)
    def test_opens_without_a_plan_and_can_be_gone_back_from(
        self, client: TestClient, kept: dict, document: str
    ) -> None:
        path = f"/api/jobs/{kept['id']}"
        body = with_line(kept, "check 43 7/8 from left to right")
        client.put(path, json=body)
        with client.app.state.jobs.database.writing() as db:
            db.execute("update revision set document = ? where number = 2", (document,))
        state = client.get(path).json()
        assert state["view"] is None
        assert state["trouble"]
        assert client.get(f"{path}/export").text == document
        steps = client.get(f"{path}/history").json()
        assert [one["present"] for one in steps] == [True, False]
        back = client.post(f"{path}/undo", json={"edition": state["edition"]}).json()
        assert back["view"] == kept["view"]
        forth = client.post(f"{path}/redo", json={"edition": back["edition"]}).json()
        assert forth["view"] is None
        gone = client.post(f"{path}/go-to", json={"edition": forth["edition"], "number": 1}).json()
        assert gone["view"] == kept["view"]

    def test_a_conflict_is_told_whatever_stands(self, client: TestClient, kept: dict) -> None:
        spoil(client, kept["id"], "torn")
        body = {"edition": 0, "job": kept["view"]["job"]}
        answer = client.put(f"/api/jobs/{kept['id']}", json=body)
        assert answer.status_code == 409
        assert answer.json()["current"]["view"] is None
        over = {"edition": kept["edition"], "job": kept["view"]["job"]}
        assert client.put(f"/api/jobs/{kept['id']}", json=over).json()["view"] == kept["view"]

    def test_a_newer_version_is_said_in_words(self, client: TestClient, kept: dict) -> None:
        spoil(client, kept["id"], UNREADABLE[1])
        (trouble,) = client.get(f"/api/jobs/{kept['id']}").json()["trouble"]
        assert "newer version of Pennant" in trouble["message"]


class TestList:
    """The list is a list: what it shows was worked out when the job was kept."""

    def test_nothing_is_planned_for_it(
        self, client: TestClient, kept: dict, monkeypatch: pytest.MonkeyPatch
    ) -> None:
        def fails(*_: object) -> None:
            raise AssertionError("planned")

        monkeypatch.setattr(models, "plan", fails)
        (card,) = client.get("/api/jobs").json()
        assert card["summary"] == kept["view"]["sheet"]["summary"]
        assert card["name"] == "Nook"
        assert client.get(f"/api/jobs/{kept['id']}/drawing.svg").status_code == 200

    def test_what_an_older_planner_made_is_made_anew(self, client: TestClient, kept: dict) -> None:
        overviews = Overviews(client.app.state.jobs.database)
        with overviews.database.writing() as db:
            db.execute("update overview set planner = 'older', summary = 'as it was'")
        assert client.get("/api/jobs").json()[0]["summary"] == "as it was"
        filler = OverviewFiller(overviews)
        while filler.fill():
            pass
        assert client.get("/api/jobs").json()[0]["summary"] == kept["view"]["sheet"]["summary"]
        assert overviews.of_head(kept["id"]).planner == planner_version()


class TestWork:
    """Work that no kitchen asks for is refused before it is done."""

    def test_things_heaped_upon_one_another(self, client: TestClient) -> None:
        job = json.loads(a_job(tile=("12", "12")).model_dump_json())
        job["walls"][0]["things"] = [
            f"vent {5 + n / 8} up {5 + n / 10} dia 40 cover 41" for n in range(80)
        ]
        job["tile"] |= {"length": "1/2", "height": "1/2"}
        answer = client.post("/api/view", json=job)
        assert answer.status_code == 422
        assert "upon one another" in answer.json()["errors"][0]["message"]

    def test_a_border_of_crumbs(self, client: TestClient) -> None:
        job = json.loads(a_job().model_dump_json())
        job["pattern"]["border"] = {"tile": {"length": 0.1, "height": 0.1, "thickness": 8}}
        answer = client.post("/api/view", json=job)
        assert "at least 5 mm (3/16+ in)" in answer.json()["errors"][0]["message"]

    @pytest.mark.parametrize("text", ["9" * 4_000_000, "1/" + "9" * 5000, "9" * 400])
    def test_a_length_of_many_figures(self, client: TestClient, text: str) -> None:
        job = json.loads(a_job().model_dump_json())
        job["walls"][0]["length"] = text
        answer = client.post("/api/view", json=job)
        assert answer.status_code == 422
        assert "characters; write it like" in answer.json()["errors"][0]["message"]

    def test_a_file_with_a_whole_number_of_many_figures(self, client: TestClient) -> None:
        text = '{"name": "Nook", "version": ' + "9" * 5000 + "}"
        answer = client.post("/api/jobs/import", content=text)
        assert (answer.status_code, answer.json()["type"]) == (400, "urn:pennant:not-a-job-file")
