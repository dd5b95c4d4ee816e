"""What a site file gave back, read in: once, on its own revision, whatever clock the phone had."""

from datetime import UTC, datetime, timedelta
from typing import Any

from fastapi.testclient import TestClient

from kitchens import WINDOW, a_job
from pennant.files.job_json import digest_of, read_job, write_job

NOW = datetime.now(UTC)


def kept(client: TestClient) -> dict[str, Any]:
    answer = client.post("/api/jobs/import", content=write_job(a_job(openings=[WINDOW])))
    return dict(answer.json())


def file_of(client: TestClient, id_: str, *notes: dict[str, Any], **more: Any) -> dict[str, Any]:
    """What a site file that was made two hours ago gives back now."""
    kit = client.get(f"/api/jobs/{id_}/site-kit").json()
    return {
        "form": "pennant site notes",
        "version": 1,
        "name": kit["name"],
        "job": kit["job"],
        "revision": kit["revision"],
        "digest": kit["digest"],
        "units": "in",
        "made_at": (NOW - timedelta(hours=2)).isoformat(),
        "given_at": NOW.isoformat(),
        "notes": list(notes),
        **more,
    }


def note(key: str, entry: dict[str, Any], hours_ago: float = 1, **more: Any) -> dict[str, Any]:
    return {
        "key": key,
        "entry": entry,
        "said_at": (NOW - timedelta(hours=hours_ago)).isoformat(),
        **more,
    }


def pieces(event: str, *ids: str) -> dict[str, Any]:
    return {"kind": "pieces", "event": event, "pieces": list(ids)}


def read_in(client: TestClient, id_: str, given: dict[str, Any]) -> Any:
    answer = client.post(f"/api/jobs/{id_}/given-back", json=given)
    assert answer.status_code == 200, answer.text
    return answer.json()


class TestReadIn:
    """Nothing lost, nothing twice."""

    def test_read_in_twice_it_is_once(self, client: TestClient) -> None:
        id_ = kept(client)["id"]
        given = file_of(
            client,
            id_,
            note("key-0001", pieces("set", "A1.1")),
            note("key-0002", pieces("broken", "A1.2")),
            note("key-0003", {"kind": "taken back"}, takes_back_key="key-0002"),
        )
        first, again = read_in(client, id_, given), read_in(client, id_, given)
        assert (first["new"], again["new"], again["known"]) == (3, 0, 3)
        assert again["site"]["record"]["states"] == {"A1.1": "set"}
        assert len(again["site"]["entries"]) == 2

    def test_what_cannot_be_read_stays_in_words(self, client: TestClient) -> None:
        left = {"kind": "left", "piece": "A1.1", "side": "right", "value": "abc"}
        reading = {"kind": "reading", "reading": left}
        id_ = kept(client)["id"]
        given = file_of(
            client, id_, note("key-0001", reading), note("key-0002", pieces("set", "A1.1"))
        )
        site = read_in(client, id_, given)["site"]
        assert [one["kind"] for one in site["entries"]] == ["pieces", "remark"]
        assert '"value": "abc"' in site["entries"][1]["says"]

    def test_of_another_job_it_is_refused_and_says_of_which(self, client: TestClient) -> None:
        id_ = kept(client)["id"]
        given = file_of(client, id_, name="Fern House", job="0123456789ab", digest="0" * 16)
        answer = client.post(f"/api/jobs/{id_}/given-back", json=given)
        assert answer.status_code == 422
        assert "'Fern House'" in answer.json()["errors"][0]["message"]

    def test_made_of_the_job_file_it_is_known_by_its_text(self, client: TestClient) -> None:
        state = kept(client)
        digest = digest_of(read_job(client.get(f"/api/jobs/{state['id']}/as/json").content))
        given = file_of(
            client,
            state["id"],
            note("key-0001", pieces("set", "A1.1")),
            job="",
            revision=0,
            digest=digest,
        )
        assert read_in(client, state["id"], given)["new"] == 1

    def test_walls_that_were_once_called_alike_make_no_other_job(self, client: TestClient) -> None:
        """Two walls without a name are told apart now; a site file made before knew no number."""
        wall = {"length": "48", "top": {"kind": "open", "height": "18"}}
        job = a_job(walls=[{"id": "a", **wall}, {"id": "b", **wall}])
        alike = [one.model_copy(update={"name": "Wall"}) for one in job.walls]
        before = job.model_copy(update={"walls": tuple(alike)})
        id_ = client.app.state.jobs.create(before).id  # type: ignore[attr-defined]
        read = read_job(client.get(f"/api/jobs/{id_}/as/json").content)
        assert [one.name for one in read.walls] == ["Wall", "Wall 2"]
        assert digest_of(read) != digest_of(before)
        given = file_of(
            client,
            id_,
            note("key-0001", pieces("set", "A1.1")),
            job="",
            revision=0,
            digest=digest_of(before),
        )
        assert read_in(client, id_, given)["new"] == 1


class TestPlannedAgain:
    """Settled on the revision that it was noted on."""

    def test_what_lies_where_it_lay_counts_and_the_rest_is_told_apart(
        self, client: TestClient
    ) -> None:
        state = kept(client)
        id_, job = state["id"], state["view"]["job"]
        given = file_of(client, id_, note("key-0001", pieces("set", "A1.1", "A1.2")))
        job["walls"][0]["start"]["across"]["nudge"] = 30
        change = {"edition": state["edition"], "label": "Moved", "job": job}
        assert client.put(f"/api/jobs/{id_}", json=change).status_code == 200
        said = read_in(client, id_, given)
        assert said["site"]["record"]["elsewhere"] == ["A1.1, set", "A1.2, set"]
        assert "planned again" in said["says"][0]

    def test_a_revision_that_never_was_is_taken_for_the_present_one(
        self, client: TestClient
    ) -> None:
        id_ = kept(client)["id"]
        body = {"key": "key-0001", "entry": pieces("set", "A1.1"), "revision": 99}
        site = client.post(f"/api/jobs/{id_}/site", json=body).json()
        assert site["record"]["states"] == {"A1.1": "set"}


class TestClocks:
    """The phone's clock counts while it can be right."""

    def ago(self, client: TestClient, said: timedelta, given: timedelta) -> tuple[float, str]:
        """How many minutes ago a note is put that was said and given back so long from now by the
        phone's clock, and what is odd about it.
        """
        id_, now = kept(client)["id"], datetime.now(UTC)
        entry = {"kind": "remark", "words": "Damp"}
        one = {"key": "key-0001", "entry": entry, "said_at": (now + said).isoformat()}
        file = file_of(
            client,
            id_,
            one,
            given_at=(now + given).isoformat(),
            made_at=(now - timedelta(hours=2)).isoformat(),
        )
        (entry,) = read_in(client, id_, file)["site"]["entries"]
        put = now - datetime.fromisoformat(entry["at"])
        return put.total_seconds() / 60, entry["doubt"]

    def test_noted_an_hour_ago_and_given_back_half_an_hour_ago(self, client: TestClient) -> None:
        half, hour = timedelta(minutes=30), timedelta(hours=1)
        minutes, doubt = self.ago(client, -hour, -half)
        assert abs(minutes - 60) < 1
        assert doubt == ""

    def test_a_day_fast_what_passed_on_it_counts(self, client: TestClient) -> None:
        day, hour = timedelta(days=1), timedelta(hours=1)
        minutes, doubt = self.ago(client, day - hour, day)
        assert abs(minutes - 60) < 1
        assert doubt == "noted by a clock that is 24 h fast; its time is put right"

    def test_a_day_slow_likewise(self, client: TestClient) -> None:
        day, hour = timedelta(days=1), timedelta(hours=1)
        minutes, doubt = self.ago(client, -day - hour, -day)
        assert abs(minutes - 60) < 1
        assert "24 h slow" in doubt


class TestTakingAWay:
    """A way to go on is the server's to take: the job is changed as it was shown."""

    def test_taken_once_and_refused_when_the_job_has_moved_on(self, client: TestClient) -> None:
        state = kept(client)
        id_ = state["id"]
        client.post(
            f"/api/jobs/{id_}/site", json={"key": "key-0001", "entry": pieces("set", "A1.1")}
        )
        asked = {"reading": {"kind": "left", "piece": "A1.1", "side": "right", "value": 500}}
        # To the end of the wall it is 12 mm less than planned.
        (wall,) = client.get(f"/api/jobs/{id_}/site-kit").json()["surfaces"]
        first = next(piece for piece in wall["pieces"] if piece["id"] == "A1.1")
        asked["reading"]["value"] = wall["frame"][2] - first["box"][2] - 12
        ways = client.post(f"/api/jobs/{id_}/refit", json=asked).json()["ways"]
        way = next(one for one in ways if one["kind"] == "cut")
        taken = {**asked, "way": way["kind"], "edition": state["edition"]}
        kit = client.post(f"/api/jobs/{id_}/refit/take", json=taken).json()
        assert kit["edition"] == state["edition"] + 1
        assert client.get(f"/api/jobs/{id_}").json()["view"]["job"] == way["job"]
        again = client.post(f"/api/jobs/{id_}/refit/take", json=taken)
        assert again.status_code in (409, 422)
