"""Jobs over HTTP: kept, changed, raced for, put aside, taken out and brought in."""

import json
import re
from typing import Any, ClassVar

import pytest
from fastapi.testclient import TestClient

from kitchens import WINDOW, a_job
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.core.survey.blank import NOT_CHOSEN


def change(client: TestClient, kept: dict, **wall: object) -> object:
    job = kept["view"]["job"]
    job = {**job, "walls": [{**job["walls"][0], **wall}]}
    body = {"edition": kept["edition"], "label": "Changed the wall", "job": job}
    return client.put(f"/api/jobs/{kept['id']}", json=body)


class TestPlan:
    """A job in, its plan out; nothing is kept."""

    def test_is_the_core_s_own(self, client: TestClient) -> None:
        job = a_job(openings=[WINDOW], settings={})
        answer = client.post("/api/plan", json=json.loads(job.model_dump_json()))
        assert answer.status_code == 200
        assert answer.json() == json.loads(plan(job, "fewest").model_dump_json())
        assert client.get("/api/jobs").json() == []

    def test_starts_are_compared_and_drawn(self, client: TestClient) -> None:
        job = json.loads(a_job(openings=[WINDOW]).model_dump_json())
        board = client.post("/api/starts", json={"job": job, "wall": "a"}).json()
        assert len(board["starts"]) == min(12, board["compared"])
        for start in board["starts"]:
            assert start["svg"].startswith("<svg")
            assert start["why"] or start is board["starts"][-1]

    def test_a_few_starts_come_while_all_are_sought(self, client: TestClient) -> None:
        job = json.loads(a_job(openings=[WINDOW]).model_dump_json())
        asked = {"job": job, "wall": "a"}
        first = client.post("/api/starts/first", json=asked).json()
        every = client.post("/api/starts", json=asked).json()
        assert len(first["starts"]) == 3
        assert first["compared"] < every["compared"]
        assert first["unmet"] == []
        # Nothing is called the best while starts are still sought.
        assert not any(one["title"].startswith("Best found") for one in first["starts"])
        assert any(one["title"].startswith("Best found") for one in every["starts"])

    def test_the_best_of_every_wall_comes_step_by_step(self, client: TestClient) -> None:
        walls: list[dict[str, Any]] = [
            {"id": id_, "name": name, "length": length, "top": {"kind": "open", "height": "20"}}
            for id_, name, length in (("a", "Sink wall", "50"), ("b", "Hob wall", "40"))
        ]
        job = json.loads(a_job(walls=walls, tile=("14", "8")).model_dump_json())
        with client.stream("POST", "/api/best", json=job) as answer:
            steps = [json.loads(line) for line in answer.iter_lines()]
        assert [step["done"] for step in steps] == [1, 2, 3, 4]
        beginnings = ("All walls at once, ", "Sink wall: ", "Hob wall: ", "All walls at once, ")
        for step, says in zip(steps, beginnings, strict=True):
            assert step["says"].startswith(says)
        assert {step["of"] for step in steps} == {4}

    def test_tiles_come_row_by_row(self, client: TestClient) -> None:
        square = {"tile": {"length": "4", "height": "4", "thickness": "1/4", "name": "Square"}}
        job = json.loads(a_job(length="50", top="20").model_dump_json())
        with client.stream("POST", "/api/tiles", json={**job, "candidates": [square]}) as answer:
            rows = [json.loads(line) for line in answer.iter_lines()]
        assert [row["candidate"] for row in rows] == [None, 0]
        assert all(row["svg"].startswith("<svg") for row in rows)

    def test_where_no_tile_is_known_there_is_no_row(self, client: TestClient) -> None:
        job = json.loads(a_job(length="50", top="20").model_dump_json())
        job["tile"]["name"] = NOT_CHOSEN
        answer = client.post("/api/tiles", json=job)
        assert (answer.status_code, answer.text) == (200, "")

    def test_a_broken_job_has_no_best(self, client: TestClient) -> None:
        job = json.loads(a_job().model_dump_json())
        job["pattern"]["joint"] = 900
        answer = client.post("/api/best", json=job)
        assert answer.status_code == 422
        assert answer.json()["errors"][0]["pointer"] == "/pattern/joint"

    def test_what_to_agree_to_has_a_picture_of_each_wall(self, client: TestClient) -> None:
        job = json.loads(a_job(openings=[WINDOW]).model_dump_json())
        page = client.post("/api/agree", json=job).json()
        assert [one["surface"] for one in page["pictures"]] == ["a"]
        numbers = [item["number"] for item in page["page"]["walls"][0]["items"] if item["number"]]
        assert all(f">{number}</text>" in page["pictures"][0]["svg"] for number in numbers)

    def test_takes_lengths_as_written(self, client: TestClient) -> None:
        job = json.loads(a_job().model_dump_json())
        job["walls"][0]["length"] = "8'"
        view = client.post("/api/view", json=job).json()
        assert view["job"]["walls"][0]["length"] == pytest.approx(2438.4)
        assert view["sheet"]["lengths"]["/walls/0/length"]["exact"] == "96"


class TestErrors:
    """RFC 9457 problem details that point at the field."""

    def test_a_text_that_is_no_length(self, client: TestClient, kept: dict) -> None:
        answer = change(client, kept, length="18/4/2")
        assert answer.status_code == 422
        assert answer.headers["content-type"] == "application/problem+json"
        (error,) = answer.json()["errors"]
        assert error["pointer"] == "/walls/0/length"
        assert "write it like 21 3/8" in error["message"]

    def test_what_cannot_be_drawn_is_not_kept(self, client: TestClient, kept: dict) -> None:
        answer = change(client, kept, things=["outlet 4 from hood left up 9"])
        (error,) = answer.json()["errors"]
        assert error["pointer"] == "/walls/0/things/0/at/taken_from"
        assert client.get(f"/api/jobs/{kept['id']}").json() == kept

    def test_a_start_points_past_its_union(self, client: TestClient) -> None:
        job = json.loads(a_job().model_dump_json())
        job["walls"][0]["start"]["across"] = {"kind": "full-left", "nudge": "x"}
        (error,) = client.post("/api/view", json=job).json()["errors"]
        assert error["pointer"] == "/walls/0/start/across/nudge"

    @pytest.mark.parametrize("number", ["NaN", "Infinity", "1e308", "-1", "true", "null"])
    def test_numbers_that_are_no_length(self, client: TestClient, number: str) -> None:
        text = a_job().model_dump_json().replace('"length":2438.3999999999996', '"length":@', 1)
        text = text.replace('"length":2438.4', '"length":@', 1).replace("@", number)
        answer = client.post(
            "/api/view", content=text, headers={"content-type": "application/json"}
        )
        assert answer.status_code == 422
        assert answer.json()["errors"][0]["pointer"] == "/walls/0/length"

    def test_not_json(self, client: TestClient) -> None:
        headers = {"content-type": "application/json"}
        answer = client.post("/api/view", content="{nonsense", headers=headers)
        assert answer.status_code == 422
        assert "not JSON" in answer.json()["errors"][0]["message"]

    @pytest.mark.parametrize("path", ["/api/jobs/none", "/api/none"])
    def test_nothing_there(self, client: TestClient, path: str) -> None:
        answer = client.get(path)
        assert (answer.status_code, answer.json()["status"]) == (404, 404)


class TestHistory:
    """Undo, redo and the lost race."""

    def test_undo_and_redo(self, client: TestClient, kept: dict) -> None:
        done = change(client, kept, length="80").json()
        assert done["undo"] == "Changed the wall"
        path = f"/api/jobs/{kept['id']}"
        back = client.post(f"{path}/undo", json={"edition": done["edition"]}).json()
        assert back["view"] == kept["view"]
        again = client.post(f"{path}/redo", json={"edition": back["edition"]}).json()
        assert again["view"] == done["view"]
        answer = client.post(f"{path}/redo", json={"edition": again["edition"]})
        assert (answer.status_code, answer.json()["type"]) == (409, "urn:pennant:nothing-to-do")

    def test_a_lost_race_tells_what_stands(self, client: TestClient, kept: dict) -> None:
        theirs = change(client, kept, length="80").json()
        answer = change(client, kept, length="90")
        assert answer.status_code == 409
        assert answer.json()["current"] == theirs


class TestJobs:
    """The list, copies, and putting aside."""

    def test_listed_with_a_summary(self, client: TestClient, kept: dict) -> None:
        (card,) = client.get("/api/jobs").json()
        assert (card["id"], card["name"]) == (kept["id"], "Nook")
        assert "full and" in card["summary"]

    def test_duplicate_delete_restore(self, client: TestClient, kept: dict) -> None:
        path = f"/api/jobs/{kept['id']}"
        copy = client.post(f"{path}/duplicate").json()
        assert copy["view"]["job"]["name"] == "Nook (copy)"
        assert client.delete(path).status_code == 204
        assert [card["id"] for card in client.get("/api/jobs").json()] == [copy["id"]]
        assert client.get(path).status_code == 404
        assert client.post(f"{path}/restore").json() == kept

    def test_shelves(self, client: TestClient, kept: dict) -> None:
        path = f"/api/jobs/{kept['id']}"

        def ids(shelf: str) -> list[str]:
            return [card["id"] for card in client.get(f"/api/jobs?folder={shelf}").json()]

        assert client.post(f"{path}/archive").status_code == 204
        assert (ids("in-hand"), ids("archive")) == ([], [kept["id"]])
        assert client.post(f"{path}/take-up").json() == kept
        client.delete(path)
        assert (ids("in-hand"), ids("trash")) == ([], [kept["id"]])
        assert client.get(f"{path}/drawing.svg").status_code == 200
        assert client.get("/api/jobs?folder=attic").status_code == 422

    def test_a_drawing_of_each(self, client: TestClient, kept: dict) -> None:
        answer = client.get(f"/api/jobs/{kept['id']}/drawing.svg")
        assert answer.headers["content-type"] == "image/svg+xml"
        (surface,) = kept["view"]["plan"]["surfaces"]
        drawn = re.findall(r'class="(?:tile|cut|objection)"', answer.text)
        assert len(drawn) == len(surface["pieces"])

    def test_things_are_added_and_taken_away(self, client: TestClient, kept: dict) -> None:
        job = kept["view"]["job"]
        body = {"job": job, "wall": "wall-a", "kind": "window"}
        more = client.post("/api/edit/add", json=body).json()
        (window,) = more["walls"][0]["things"]
        less = client.post("/api/edit/remove", json={"job": more, "id": window["id"]}).json()
        assert less == job

    def test_walls_are_added_joined_and_taken_away(self, client: TestClient, kept: dict) -> None:
        job = kept["view"]["job"]
        more = client.post("/api/edit/add-wall", json={"job": job, "join": "outside"}).json()
        assert [wall["corner"] and wall["corner"]["kind"] for wall in more["walls"]] == [
            "outside",
            None,
        ]
        body = {"job": more, "wall": "wall-a", "join": "none"}
        apart = client.post("/api/edit/join", json=body).json()
        assert [wall["corner"] for wall in apart["walls"]] == [None, None]
        body = {"job": more, "id": more["walls"][1]["id"]}
        assert client.post("/api/edit/remove-wall", json=body).json() == job
        answer = client.post("/api/edit/remove-wall", json={"job": job, "id": "wall-a"})
        assert "is the only one" in answer.json()["errors"][0]["message"]

    def test_what_a_line_can_say(self, client: TestClient) -> None:
        words = {one["kind"]: one["words"] for one in client.get("/api/notebook").json()}
        assert "sill" in words["window"]
        assert "sill" not in words["outlet"]

    def test_settings_have_reasons(self, client: TestClient) -> None:
        assert all(setting["why"] for setting in client.get("/api/settings").json())


class TestFiles:
    """A job file out is the same job in."""

    def test_round_trip(self, client: TestClient, kept: dict) -> None:
        answer = client.get(f"/api/jobs/{kept['id']}/export")
        assert answer.headers["content-disposition"] == 'attachment; filename="nook.json"'
        back = client.post("/api/jobs/import", content=answer.content)
        assert back.status_code == 201
        assert back.json()["view"] == kept["view"]
        assert Job.model_validate_json(answer.content)

    @pytest.mark.parametrize(
        ("content", "detail"),
        [
            (b"", "not JSON: Expecting value at line 1"),
            (b"{\n 3", "line 2, column 2"),
            (b"\xff\xfe{}", "not UTF-8"),
            (b'{"name": NaN}', "the number NaN"),
            (b"[" * 100_000, "nested too deeply"),
        ],
    )
    def test_what_is_no_job_file(self, client: TestClient, content: bytes, detail: str) -> None:
        answer = client.post("/api/jobs/import", content=content)
        assert answer.status_code == 400
        assert detail in answer.json()["detail"]
        assert client.get("/api/jobs").json() == []

    def test_a_file_that_cannot_be_drawn(self, client: TestClient) -> None:
        text = a_job(joint="3").model_dump_json()
        answer = client.post("/api/jobs/import", content=text)
        assert answer.json()["errors"][0]["pointer"] == "/pattern/joint"
        assert client.get("/api/jobs").json() == []

    @pytest.mark.parametrize(
        "content", [b"[]", b"3", b'{"version": 2}', b'{"version": 1, "wall": 3}']
    )
    def test_json_that_is_no_job(self, client: TestClient, content: bytes) -> None:
        assert client.post("/api/jobs/import", content=content).status_code == 422


class TestBegun:
    """A job begins with what is known; its unit follows from how the first answer is typed."""

    KNOWN: ClassVar[dict[str, str]] = {
        "length": "118 3/4",
        "height": "53 1/8",
        "above": "ceiling",
        "left": "cabinet",
        "right": "outside",
        "tile_length": "9",
        "tile_height": "2 3/4",
    }

    @staticmethod
    def begun(client: TestClient, **known: str) -> dict[str, Any]:
        answer = client.post("/api/jobs", json={"known": known})
        assert answer.status_code == 201, answer.json()
        job: dict[str, Any] = answer.json()["view"]["job"]
        return job

    def test_with_every_answer(self, client: TestClient) -> None:
        job = self.begun(client, **self.KNOWN)
        (wall,) = job["walls"]
        assert job["units"] == "in"
        assert wall["length"] == pytest.approx(118.75 * 25.4)
        assert (wall["top"]["kind"], wall["top"]["height"]) == ("ceiling", pytest.approx(1349.375))
        assert (wall["left"]["kind"], wall["right"]["kind"]) == ("cabinet", "outside")
        assert job["tile"]["length"] == pytest.approx(228.6)
        assert job["tile"]["height"] == pytest.approx(69.85)

    @pytest.mark.parametrize(
        ("length", "units", "mm"),
        [
            ("3020", "mm", 3020),
            ("119", "in", 3022.6),
            ("9' 11", "in", 3022.6),
            ("302 cm", "mm", 3020),
            ("3.02m", "mm", 3020),
            ("119 1/2", "in", 3035.3),
        ],
    )
    def test_the_unit_is_the_one_that_is_typed(
        self, client: TestClient, length: str, units: str, mm: float
    ) -> None:
        job = self.begun(client, length=length)
        assert (job["units"], job["walls"][0]["length"]) == (units, pytest.approx(mm))
        assert client.get("/api/length", params={"text": length}).json()["units"] == units

    def test_a_tile_that_is_not_known_yet_is_asked_for_and_a_square_one_needs_one_side(
        self, client: TestClient
    ) -> None:
        answer = client.post("/api/jobs", json={"known": {"length": "100"}}).json()
        steps = {one["step"]: one for one in answer["view"]["sheet"]["steps"]}
        assert (steps["tile"]["state"], steps["tile"]["open"]) == ("no tile yet", True)
        assert {steps[step]["state"] for step in ("lay-out", "cut", "set")} == {
            "choose a tile first"
        }
        assert self.begun(client, tile_height="65 mm")["units"] == "mm"
        square = self.begun(client, length="100", tile_length="6")["tile"]
        assert square["length"] == square["height"] == pytest.approx(152.4)

    @pytest.mark.parametrize(
        ("field", "typed"), [("length", "abut 96"), ("height", "18 or so"), ("tile_height", "-3")]
    )
    def test_an_answer_that_is_no_length_is_refused_by_its_field(
        self, client: TestClient, field: str, typed: str
    ) -> None:
        answer = client.post("/api/jobs", json={"known": {**self.KNOWN, field: typed}})
        assert answer.status_code == 422
        assert [one["pointer"] for one in answer.json()["errors"]] == [f"/{field}"]
        assert client.get("/api/jobs").json() == []

    def test_what_is_being_typed_is_no_length_yet(self, client: TestClient) -> None:
        assert client.get("/api/length", params={"text": "12 3/"}).status_code == 422
        read = client.get("/api/length", params={"text": "2.4 m"}).json()
        assert read == {"units": "mm", "shown": "2400 mm"}
