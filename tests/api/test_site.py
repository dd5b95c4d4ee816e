"""What was noted stays true: a later plan moves no note to another piece."""

import json

from fastapi.testclient import TestClient

from kitchens import WINDOW, a_job, demo
from pennant.files.job_json import write_job


def kept(client: TestClient) -> dict:
    answer = client.post("/api/jobs/import", content=write_job(a_job(openings=[WINDOW])))
    return dict(answer.json())


def note(client: TestClient, id_: str, **said: object) -> dict:
    answer = client.post(f"/api/jobs/{id_}/record", json=said)
    assert answer.status_code == 200
    return dict(answer.json())


def moved(client: TestClient, state: dict, nudge: float) -> dict:
    """The job with its start moved (mm), kept."""
    job = json.loads(json.dumps(state["view"]["job"]))
    job["walls"][0]["start"]["across"]["nudge"] = nudge
    body = {"edition": state["edition"], "job": job}
    return dict(client.put(f"/api/jobs/{state['id']}", json=body).json())


class TestAnotherPlan:
    """Notes count for the pieces that they were made about."""

    def test_a_piece_of_another_size_was_not_set(self, client: TestClient) -> None:
        state = kept(client)
        cut = next(p for p in state["view"]["plan"]["surfaces"][0]["pieces"] if p["cut_sides"])
        path = f"/api/jobs/{state['id']}"
        record = note(client, state["id"], key="key-0001", piece=cut["id"], event="set")
        assert record["states"] == {cut["id"]: "set"}
        state = moved(client, state, 40.0)
        record = client.get(f"{path}/record").json()
        assert record["states"] == {}
        assert record["elsewhere"] == [f"{cut['id']}, set"]
        client.post(f"{path}/undo", json={"edition": state["edition"]})
        assert client.get(f"{path}/record").json()["states"] == {cut["id"]: "set"}

    def test_its_tile_stays_the_one_that_it_was_cut_from(self, client: TestClient) -> None:
        state = kept(client)
        sheet = client.post("/api/cuts", json=state["view"]["job"]).json()
        piece = sheet["cuts"][0]["tiles"][0]
        record = note(client, state["id"], key="key-0001", piece=piece["piece"], event="cut")
        assert record["tiles"] == {piece["piece"]: f"cut from tile {piece['tile']}"}

    def test_what_is_taken_back_is_named(self, client: TestClient) -> None:
        state = kept(client)
        note(client, state["id"], key="key-0001", piece="A1.2", event="cut")
        first = note(client, state["id"], key="key-0002", piece="A1.2", event="set")["last"]["A1.2"]
        for key in ("key-0003", "key-0004"):  # the second is of what is taken back already
            record = note(
                client, state["id"], key=key, piece="A1.2", event="taken back", takes_back=first
            )
            assert record["states"] == {"A1.2": "cut"}

    def test_one_key_for_two_things_is_refused(self, client: TestClient) -> None:
        id_ = kept(client)["id"]
        note(client, id_, key="key-0001", piece="A1.2", event="cut")
        body = {"key": "key-0001", "piece": "A1.3", "event": "cut"}
        answer = client.post(f"/api/jobs/{id_}/record", json=body)
        assert (answer.status_code, answer.json()["type"]) == (409, "urn:pennant:key-taken")


class TestOlderNotes:
    """Notes of the older form come over with the piece that they were made about."""

    def test_by_the_plan_of_their_own_revision(self, client: TestClient) -> None:
        state = kept(client)
        cut = next(p for p in state["view"]["plan"]["surfaces"][0]["pieces"] if p["cut_sides"])
        with client.app.state.jobs.database.writing() as db:
            for key, piece in (("old-0001", cut["id"]), ("old-0002", "Z9.9")):
                db.execute(
                    "insert into noted (job_id, key, at, piece, event)"
                    " select id, ?, changed, ?, 'set' from job",
                    (key, piece),
                )
        moved(client, state, 40.0)
        record = client.get(f"/api/jobs/{state['id']}/record").json()
        assert record["states"] == {}
        assert record["elsewhere"] == [f"{cut['id']}, set", "Z9.9, set"]


class TestOtherTiles:
    """Pieces of an area and of its liner are noted like any other, and cut from their own tiles."""

    def test_a_piece_of_each_tile_is_cut_and_broken(self, client: TestClient) -> None:
        answer = client.post("/api/jobs/import", content=write_job(demo("Juniper Court")))
        state = dict(answer.json())
        pieces = state["view"]["plan"]["surfaces"][0]["pieces"]
        names = [
            next(p["id"] for p in pieces if p["of"] == of and p["kind"] != "full")
            for of in ("", "panel", "panel.liner")
        ]
        for number, name in enumerate(names):
            record = note(client, state["id"], key=f"key-000{number}", piece=name, event="cut")
        assert record["states"] == dict.fromkeys(names, "cut")
        record = note(client, state["id"], key="key-0009", piece=names[0], event="broken")
        assert [one["piece"] for one in record["again"]] == [names[0]]


class TestEarlierVersion:
    """A browser that was left open sends what it had: the job as version 2 wrote it."""

    def test_is_planned_and_kept(self, client: TestClient) -> None:
        state = kept(client)
        job = state["view"]["job"] | {"version": 2, "name": "As it lay there"}
        job["pattern"] = {k: v for k, v in job["pattern"].items() if k != "kind"}
        del job["areas"]
        assert client.post("/api/view", json=job).status_code == 200
        answer = client.put(
            f"/api/jobs/{state['id']}", json={"edition": state["edition"], "job": job}
        )
        assert answer.status_code == 200
        assert answer.json()["view"]["job"]["version"] == 3
