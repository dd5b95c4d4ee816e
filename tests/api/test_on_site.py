"""The record over HTTP: kept once, put right by the server's clock, settled when the plan moves."""

import io
from datetime import UTC, datetime, timedelta
from fractions import Fraction
from typing import Any, ClassVar

import pytest
from fastapi.testclient import TestClient
from PIL import Image

from kitchens import WINDOW, a_job
from pennant.files.job_json import write_job
from pennant.store.record import AsItWas, Sent
from pennant.words import site as site_words


def kept(client: TestClient) -> dict[str, Any]:
    answer = client.post("/api/jobs/import", content=write_job(a_job(openings=[WINDOW])))
    return dict(answer.json())


def note(client: TestClient, id_: str, key: str, entry: dict[str, Any], **more: Any) -> Any:
    """What is answered to an entry."""
    body = {"key": key, "entry": entry, **more}
    answer = client.post(f"/api/jobs/{id_}/site", json=body)
    assert answer.status_code == 200, answer.text
    return answer.json()


def pieces(event: str, *ids: str) -> dict[str, Any]:
    return {"kind": "pieces", "event": event, "pieces": list(ids)}


class TestEntries:
    """Noted with one press, kept once, read back in words."""

    def test_a_course_at_once(self, client: TestClient) -> None:
        id_ = kept(client)["id"]
        course = client.get(f"/api/jobs/{id_}/site").json()["courses"][0]
        site = note(client, id_, "key-0001", pieces("set", *course["to_set"]))
        assert site["courses"][0]["to_set"] == []
        assert site["record"]["states"] == dict.fromkeys(course["pieces"], "set")
        (entry,) = site["entries"]
        assert entry["says"].endswith(f"({len(course['pieces'])}) set")

    def test_sent_again_it_is_one(self, client: TestClient) -> None:
        id_ = kept(client)["id"]
        for _ in range(2):
            site = note(
                client,
                id_,
                "key-0001",
                {"kind": "batch", "event": "mixed", "what": "adhesive", "lot": "L7"},
            )
        assert [one["says"] for one in site["entries"]] == ["Adhesive mixed, lot L7"]
        assert [one["runs"] for one in site["clocks"]] == ["pot life"]

    def test_another_under_the_same_key_is_told(self, client: TestClient) -> None:
        id_ = kept(client)["id"]
        note(client, id_, "key-0001", {"kind": "remark", "words": "Wall is damp"})
        body = {"key": "key-0001", "entry": {"kind": "remark", "words": "Wall is dry"}}
        assert client.post(f"/api/jobs/{id_}/site", json=body).status_code == 409

    def test_taken_back_by_its_key_before_its_number_is_known(self, client: TestClient) -> None:
        id_ = kept(client)["id"]
        note(client, id_, "key-0001", pieces("set", "A1.2"))
        site = note(client, id_, "key-0002", {"kind": "taken back"}, takes_back_key="key-0001")
        assert site["record"]["states"] == {}
        assert [(one["key"], one["gone"]) for one in site["entries"]] == [("key-0001", True)]

    def test_taken_off_is_to_be_set_again(self, client: TestClient) -> None:
        id_ = kept(client)["id"]
        note(client, id_, "key-0001", pieces("set", "A1.2"))
        site = note(client, id_, "key-0002", pieces("taken off", "A1.2"))
        assert site["record"]["states"] == {"A1.2": "cut"}

    def test_of_a_piece_that_the_plan_no_longer_has_it_is_kept_and_told(
        self, client: TestClient
    ) -> None:
        id_ = kept(client)["id"]
        site = note(client, id_, "key-0001", pieces("set", "Z9.9"))
        assert site["record"]["elsewhere"] == ["Z9.9, set"]

    def test_what_was_noted_in_the_older_way_is_there(self, client: TestClient) -> None:
        id_ = kept(client)["id"]
        body = {"key": "key-0001", "piece": "A1.2", "event": "cut"}
        client.post(f"/api/jobs/{id_}/record", json=body)
        site = client.get(f"/api/jobs/{id_}/site").json()
        assert [one["says"] for one in site["entries"]] == ["A1.2 cut"]

    def test_what_is_wrong_is_named(self, client: TestClient) -> None:
        id_ = kept(client)["id"]
        body = {"key": "key-0001", "entry": {"kind": "batch", "event": "mixed", "what": "paint"}}
        answer = client.post(f"/api/jobs/{id_}/site", json=body)
        assert answer.status_code == 422
        assert answer.json()["errors"][0]["pointer"].endswith("/what")


class TestTimes:
    """A phone's clock may be wrong; the time that passed on it is right."""

    SAID = datetime(2026, 3, 17, 9, 0, tzinfo=UTC)

    def noted(self, client: TestClient, said: datetime, sent: datetime) -> tuple[float, str]:
        """How many minutes ago it counts as noted, and what is odd about its time."""
        site = note(
            client,
            kept(client)["id"],
            "key-0001",
            pieces("set", "A1.2"),
            said_at=said.isoformat(),
            sent_at=sent.isoformat(),
        )
        ago = datetime.now(UTC) - datetime.fromisoformat(site["entries"][0]["at"])
        return ago.total_seconds() / 60, site["entries"][0]["doubt"]

    def test_a_phone_that_is_a_day_slow(self, client: TestClient) -> None:
        now = datetime.now(UTC) - timedelta(days=1)
        ago, doubt = self.noted(client, now - timedelta(hours=3), now)
        assert 179 < ago < 182
        assert "24 h slow; its time is put right" in doubt

    def test_one_that_is_right(self, client: TestClient) -> None:
        now = datetime.now(UTC)
        ago, doubt = self.noted(client, now - timedelta(minutes=40), now)
        assert 39 < ago < 42
        assert doubt == ""

    def test_one_that_was_set_back_in_between(self, client: TestClient) -> None:
        ago, doubt = self.noted(client, self.SAID, self.SAID - timedelta(hours=1))
        assert ago < 2
        assert "cannot be right" in doubt


class TestRefit:
    """A reading, what it means, and one way taken."""

    def test_taken_and_kept(self, client: TestClient) -> None:
        state = kept(client)
        id_, plan = state["id"], state["view"]["plan"]
        row = [p for p in plan["surfaces"][0]["pieces"] if p["course"] == 0]
        done = [p["id"] for p in row[:3]]
        note(client, id_, "key-0001", pieces("set", *done))
        reading = {"kind": "left", "piece": done[-1], "side": "right", "value": "71 5/8"}
        said = client.post(f"/api/jobs/{id_}/refit", json={"units": "in", "reading": reading})
        assert said.status_code == 200, said.text
        ways = said.json()["ways"]
        assert ways[0]["kind"] == "last piece"
        way = next(one for one in ways if one["kind"] == "cut")
        words = way["noted"]["words"]
        body = {"edition": state["edition"], "job": way["job"], "label": words}
        state = client.put(f"/api/jobs/{id_}", json=body).json()
        site = client.get(f"/api/jobs/{id_}/site").json()
        assert site["record"]["states"] == dict.fromkeys(done, "set")
        assert site["record"]["elsewhere"] == []

    def test_a_course_that_drifted_leaves_the_job_and_tells_its_last_piece(
        self, client: TestClient
    ) -> None:
        """The size that was taken stands beside the piece at the saw, in the job's own unit."""
        state = kept(client)
        id_, plan = state["id"], state["view"]["plan"]
        row = [p for p in plan["surfaces"][0]["pieces"] if p["course"] == 0]
        note(client, id_, "key-0001", pieces("set", *(p["id"] for p in row[:3])))
        left = 96 * 25.4 - row[2]["box"][2] - 25.4 / 4
        reading = {"kind": "left", "piece": row[2]["id"], "side": "right", "value": left}
        (way, *_) = client.post(
            f"/api/jobs/{id_}/refit", json={"units": "in", "reading": reading}
        ).json()["ways"]
        assert (way["kind"], way["noted"]["piece"]) == ("last piece", row[-1]["id"])
        body = {"units": "in", "reading": reading, "way": way["kind"], "edition": state["edition"]}
        kit = client.post(f"/api/jobs/{id_}/refit/take", json=body).json()
        assert kit["edition"] == state["edition"]
        site = note(client, id_, "key-0002", way["noted"])
        size = (row[-1]["box"][2] - row[-1]["box"][0]) / 25.4 - 1 / 4
        told = site["record"]["measured"][row[-1]["id"]].split()
        whole, fraction = told[0], told[1] if told[1] != "in" else "0"
        assert int(whole) + float(Fraction(fraction.strip("+-"))) == pytest.approx(size, abs=1 / 32)

    def test_readings_that_grow_are_told_with_what_they_come_to(self, client: TestClient) -> None:
        """A sixteenth a course from the second on: at the top, the twelfth, eleven of them."""
        state = kept(client)
        id_, plan = state["id"], state["view"]["plan"]
        seconds = {p["course"]: p for p in plan["surfaces"][0]["pieces"] if p["id"].endswith(".2")}

        def height(course: int) -> dict[str, Any]:
            top = seconds[course]["box"][3] + course * 25.4 / 16
            return {"kind": "height", "piece": seconds[course]["id"], "value": top}

        for course in (0, 1):
            note(client, id_, f"key-000{course}", {"kind": "reading", "reading": height(course)})
        drifted = [
            client.post(
                f"/api/jobs/{id_}/refit", json={"units": "in", "reading": height(course)}
            ).json()["drift"]
            for course in (1, 2)
        ]
        assert drifted[0] == ""
        assert drifted[1].startswith(
            "3 heights grow by 1/16 in a course: course 12 comes out 11/16"
        )
        assert "from course 4 on 5/64 in narrower" in drifted[1]

    def test_one_that_cannot_be_is_told(self, client: TestClient) -> None:
        id_ = kept(client)["id"]
        reading = {"kind": "left", "piece": "A1.2", "side": "right", "value": "700"}
        said = client.post(f"/api/jobs/{id_}/refit", json={"units": "in", "reading": reading})
        assert said.status_code == 422
        assert "measure again" in said.text


class TestPhotographs:
    """Kept with the job, plain, each once."""

    @staticmethod
    def picture() -> bytes:
        out = io.BytesIO()
        Image.new("RGB", (64, 48), (120, 130, 110)).save(out, "PNG")
        return out.getvalue()

    def send(self, client: TestClient, id_: str, raw: bytes, key: str = "key-0001") -> Any:
        return client.post(f"/api/jobs/{id_}/photographs?key={key}&words=Before", content=raw)

    def test_sent_twice_it_is_one(self, client: TestClient) -> None:
        id_ = kept(client)["id"]
        for _ in range(2):
            site = self.send(client, id_, self.picture()).json()
        (entry,) = site["entries"]
        assert entry["says"] == "Photograph: Before"
        raw = client.get(f"/api/jobs/{id_}/photographs/{entry['photograph']}.jpg")
        assert raw.headers["content-type"] == "image/jpeg"
        assert Image.open(io.BytesIO(raw.content)).size == (64, 48)

    def test_under_a_key_of_something_else_it_is_told(self, client: TestClient) -> None:
        id_ = kept(client)["id"]
        note(client, id_, "key-0001", {"kind": "remark", "words": "Wall is damp"})
        assert self.send(client, id_, self.picture()).status_code == 409

    def test_one_that_waited_has_the_time_it_was_taken(self, client: TestClient) -> None:
        """Taken an hour before it is sent, by a phone whose clock is a day behind."""
        id_ = kept(client)["id"]
        times = "said_at=2026-01-01T09:00:00Z&sent_at=2026-01-01T10:00:00Z"
        url = f"/api/jobs/{id_}/photographs?key=key-0001&words=Before&{times}"
        (entry,) = client.post(url, content=self.picture()).json()["entries"]
        ago = datetime.now(UTC) - datetime.fromisoformat(entry["at"])
        assert timedelta(minutes=59) < ago < timedelta(minutes=62)

    def test_of_another_job_it_is_not_shown(self, client: TestClient) -> None:
        id_ = kept(client)["id"]
        name = self.send(client, id_, self.picture()).json()["entries"][0]["photograph"]
        other = kept(client)["id"]
        assert client.get(f"/api/jobs/{other}/photographs/{name}.jpg").status_code == 404

    def test_what_is_none_is_refused_and_not_noted(self, client: TestClient) -> None:
        id_ = kept(client)["id"]
        answer = self.send(client, id_, b"no picture")
        assert answer.status_code == 422
        assert "no photograph" in answer.text
        assert client.get(f"/api/jobs/{id_}/site").json()["entries"] == []

    def test_it_goes_along_in_a_zip(self, client: TestClient) -> None:
        id_ = kept(client)["id"]
        self.send(client, id_, self.picture())
        raw = client.get(f"/api/jobs/{id_}/as-zip").content
        other = client.post("/api/jobs/import/zip", content=raw).json()["id"]
        (entry,) = client.get(f"/api/jobs/{other}/site").json()["entries"]
        path = f"/api/jobs/{other}/photographs/{entry['photograph']}.jpg"
        assert client.get(path).status_code == 200


class TestTakenAlong:
    """The record in papers and tables, in the days, and for the next job."""

    def noted(self, client: TestClient) -> str:
        id_ = str(kept(client)["id"])
        site = client.get(f"/api/jobs/{id_}/site").json()
        note(
            client,
            id_,
            "key-0001",
            {"kind": "batch", "event": "mixed", "what": "adhesive", "lot": "K4"},
        )
        note(client, id_, "key-0002", pieces("set", *site["courses"][0]["to_set"]))
        return id_

    def test_as_a_table(self, client: TestClient) -> None:
        id_ = self.noted(client)
        table = client.get(f"/api/jobs/{id_}/as/csv", params={"only": "record"}).text
        first, second = table.splitlines()[1:]
        assert "Adhesive mixed, lot K4" in first
        assert second.split(",")[2] == "pieces"

    def test_on_the_hand_over(self, client: TestClient) -> None:
        id_ = self.noted(client)
        TestPhotographs().send(client, id_, TestPhotographs.picture(), key="key-0003")
        without = client.get(f"/api/jobs/{kept(client)['id']}/as/pdf", params={"only": "hand-over"})
        answer = client.get(f"/api/jobs/{id_}/as/pdf", params={"only": "hand-over"})
        assert answer.content.startswith(b"%PDF")
        assert answer.content.count(b"/Image") > without.content.count(b"/Image")

    def test_the_days_are_planned_from_what_is_done(self, client: TestClient) -> None:
        state = kept(client)
        id_, job = state["id"], state["view"]["job"]
        before = client.post("/api/days", json=job).json()["days"]
        note(client, id_, "key-0001", {"kind": "step", "step": "clear", "event": "done"})
        after = client.post("/api/days", json=job, params={"record_of": id_}).json()["days"]
        assert [one["step"] for one in after["done"]] == ["clear"]
        assert before["done"] == []

    def test_of_a_job_that_is_not_there(self, client: TestClient) -> None:
        job = kept(client)["view"]["job"]
        answer = client.post("/api/days", json=job, params={"record_of": "nowhere"})
        assert answer.status_code == 404

    def test_for_the_next_job_nothing_is_told_from_a_little(self, client: TestClient) -> None:
        self.noted(client)
        assert client.get("/api/own-rules").json() == []


class TestTooMuch:
    """Bodies are read up to what each may be."""

    def test_a_photograph_larger_than_a_job_may_be(self, client: TestClient) -> None:
        id_ = kept(client)["id"]
        raw = TestPhotographs.picture() + b"\0" * 6_000_000
        assert TestPhotographs().send(client, id_, raw).status_code == 201
        answer = client.post("/api/jobs/import", content=b"{" + b" " * 6_000_000)
        assert answer.status_code == 413


class TestGone:
    """What is noted can always be read again, also when what it was about is gone."""

    LEAN: ClassVar = {
        "kind": "reading",
        "reading": {"kind": "lean", "wall": "b", "side": "left", "value": "1/8 in"},
    }
    BOX: ClassVar = {
        "kind": "reading",
        "reading": {"kind": "box", "thing": "outlet", "right": "1/4 in"},
    }

    def two_walls(self, client: TestClient) -> dict[str, Any]:
        walls = [
            {
                "id": id_,
                "length": "60",
                "top": {"kind": "open", "height": "20"},
                "things": ["outlet 20 up 9"] if id_ == "b" else [],
            }
            for id_ in ("a", "b")
        ]
        answer = client.post("/api/jobs/import", content=write_job(a_job(walls=walls)))
        return dict(answer.json())

    def without_the_second(self, client: TestClient, state: dict[str, Any]) -> None:
        job = state["view"]["job"] | {"walls": state["view"]["job"]["walls"][:1]}
        body = {"edition": state["edition"], "job": job, "label": "One wall"}
        answer = client.put(f"/api/jobs/{state['id']}", json=body)
        assert answer.status_code == 200, answer.text

    @pytest.mark.parametrize(
        ("entry", "says"),
        [(LEAN, "a wall that this job no longer has"), (BOX, "A box that this job no longer has")],
    )
    def test_a_reading_of_what_was_taken_away_is_told_as_such(
        self, client: TestClient, entry: dict[str, Any], says: str
    ) -> None:
        state = self.two_walls(client)
        id_ = state["id"]
        box = state["view"]["job"]["walls"][1]["things"][0]["id"]
        if "thing" in entry["reading"]:
            entry = {**entry, "reading": {**entry["reading"], "thing": box}}
        note(client, id_, "key-0001", entry)
        self.without_the_second(client, state)
        site = note(client, id_, "key-0002", {"kind": "remark", "words": "damp"})
        assert says in site["entries"][1]["says"]
        for path in ("site", "site-kit", "as-zip", "as/csv?only=record", "as/pdf?only=hand-over"):
            assert client.get(f"/api/jobs/{id_}/{path}").status_code == 200, path

    def test_a_photograph_that_is_not_there_closes_no_paper(self, client: TestClient) -> None:
        id_ = kept(client)["id"]
        photo = {"kind": "photograph", "name": "0123456789ab", "words": "left jamb"}
        note(client, id_, "key-0001", photo)
        for path in ("site", "site-kit", "as/pdf?only=hand-over"):
            assert client.get(f"/api/jobs/{id_}/{path}").status_code == 200, path
        zipped = client.get(f"/api/jobs/{id_}/as-zip").content
        again = client.post("/api/jobs/import/zip", content=zipped).json()["id"]
        (entry,) = client.get(f"/api/jobs/{again}/site").json()["entries"]
        assert "left jamb" in entry["says"]

    @pytest.mark.parametrize(
        "sent",
        [
            Sent("key-0001", {"kind": "no such kind", "words": "x"}),
            Sent(
                "key-0001",
                {"kind": "pieces", "event": "set", "pieces": ["A1.1"]},
                was=(AsItWas(["a", []], None),),
            ),
            Sent(
                "key-0001",
                {"kind": "pieces", "event": "set", "pieces": ["A1.1"]},
                was=(AsItWas(7, [1]),),
            ),
            Sent("key-0001", {"kind": "pieces", "event": "set", "pieces": ["A1.1", "A1.2"]}),
            Sent(
                "key-0001",
                {"kind": "remark", "words": "x"},
                clock="x y",
                said_at="2026-03-17T09:00:00+00:00",
            ),
            Sent("key-0001", {"kind": "remark", "words": "x"}, at="9999-12-31T23:59:00-12:00"),
            Sent("key-0001", {"kind": "remark", "words": "x"}, said_at="0001-01-01T00:00:00+14:00"),
            Sent(
                "key-0001",
                {"kind": "batch", "event": "mixed", "what": "adhesive"},
                said_at="no time",
            ),
        ],
    )
    def test_what_is_kept_and_odd_hides_no_other_entry(
        self, client: TestClient, sent: Sent
    ) -> None:
        id_ = kept(client)["id"]
        client.app.state.record.bring(id_, [sent])  # type: ignore[attr-defined]
        site = note(client, id_, "key-0002", {"kind": "remark", "words": "damp"})
        assert {one["key"] for one in site["entries"]} == {"key-0001", "key-0002"}
        for path in ("site-kit", "as/csv?only=record", "as/pdf?only=hand-over"):
            assert client.get(f"/api/jobs/{id_}/{path}").status_code == 200, path
        zipped = client.get(f"/api/jobs/{id_}/as-zip").content
        again = client.post("/api/jobs/import/zip", content=zipped)
        assert again.status_code == 201, again.text

    def test_one_that_a_rule_fails_at_is_told_as_a_remark(
        self, client: TestClient, monkeypatch: pytest.MonkeyPatch
    ) -> None:
        """A defect of one entry's telling: the others are told, and the clocks run."""
        id_ = kept(client)["id"]
        note(client, id_, "key-0001", {"kind": "batch", "event": "mixed", "what": "adhesive"})
        note(client, id_, "key-0002", {"kind": "culls", "tiles": 3})
        note(client, id_, "key-0003", {"kind": "remark", "words": "damp"})
        plain = site_words.say_entry

        def fails(job: Any, names: Any, noted: Any, by_key: Any) -> str:
            if noted.kind == "culls":
                raise KeyError("set")
            return plain(job, names, noted, by_key)

        monkeypatch.setattr(site_words, "say_entry", fails)
        site = client.get(f"/api/jobs/{id_}/site").json()
        assert [one["says"][:18] for one in site["entries"]] == [
            "damp",
            "Could not be read:",
            "Adhesive mixed",
        ]
        assert [one["runs"] for one in site["clocks"]] == ["pot life"]

    def test_what_cannot_be_answered_is_not_kept(
        self, client: TestClient, monkeypatch: pytest.MonkeyPatch
    ) -> None:
        """Who is refused sends again: so what is refused must not be kept as well."""
        id_ = kept(client)["id"]

        def fails(*_: Any) -> None:
            raise KeyError("set")

        with monkeypatch.context() as patched:
            patched.setattr(site_words, "clocks_of", fails)
            body = {"key": "key-0001", "entry": {"kind": "remark", "words": "damp"}}
            assert client.post(f"/api/jobs/{id_}/site", json=body).status_code == 422
        assert client.get(f"/api/jobs/{id_}/site").json()["entries"] == []


class TestTakingBack:
    """An entry is taken back by another, which names it."""

    @pytest.mark.parametrize("named", [{"takes_back_key": "key-0009"}, {"takes_back": 77}, {}])
    def test_what_is_not_there_is_named(self, client: TestClient, named: dict[str, Any]) -> None:
        id_ = kept(client)["id"]
        body = {"key": "key-0001", "entry": {"kind": "taken back"}, **named}
        answer = client.post(f"/api/jobs/{id_}/site", json=body)
        assert answer.status_code == 422
        assert "note what is taken back first" in answer.json()["errors"][0]["message"]
        assert client.get(f"/api/jobs/{id_}/site").json()["entries"] == []

    def test_a_remark_takes_nothing_back(self, client: TestClient) -> None:
        id_ = kept(client)["id"]
        note(client, id_, "key-0001", pieces("set", "A1.2"))
        first = client.get(f"/api/jobs/{id_}/site").json()["entries"][0]["id"]
        site = note(client, id_, "key-0002", {"kind": "remark", "words": "damp"}, takes_back=first)
        assert [one["gone"] for one in site["entries"]] == [False, False]


class TestHostilePictures:
    """A picture that would fill the memory is refused, and keeps nothing."""

    @pytest.mark.parametrize("form", ["WEBP", "PNG"])
    def test_more_pixels_than_are_read(self, client: TestClient, form: str) -> None:
        id_ = kept(client)["id"]
        out = io.BytesIO()
        Image.new("L", (9000, 9000)).save(out, form, lossless=True)
        answer = TestPhotographs().send(client, id_, out.getvalue())
        assert answer.status_code == 422
        assert "million pixels" in answer.json()["errors"][0]["message"]
        assert client.get(f"/api/jobs/{id_}/site").json()["entries"] == []
