"""A view without what the asker has: the same view, of what is sent and what is here."""

import json
from typing import Any

import pytest
from fastapi.testclient import TestClient

from kitchens import demo
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.words.sheet import sheet, surface_in_words


def asked(client: TestClient, job: dict[str, Any], has: str = "") -> dict[str, Any]:
    """What is drawn, and under ``takes`` what came after it."""
    answer = client.post("/api/view/changes", json=job, headers={"pennant-has": has})
    assert answer.status_code == 200
    first, takes = map(json.loads, answer.text.splitlines())
    return {**first, "takes": takes}


def tags(changes: dict[str, Any]) -> str:
    return " ".join(one["tag"] for one in changes["surfaces"])


def pieces_of(sent: dict[str, Any]) -> list[dict[str, Any]]:
    """Pieces whole, of what many have in common and what each has for itself."""
    found = []
    for place, id_, tile, course, outline, tile_at in sent["rows"]:
        xs, ys = zip(*outline[0], strict=True)
        own = {
            "id": id_,
            "tile": tile or id_,
            "course": course,
            "outline": outline,
            "tile_at": tile_at,
            "box": [min(xs), min(ys), max(xs), max(ys)],
        }
        found.append({**sent["alike"][place], **own})
    return found


def together(changes: dict[str, Any], before: dict[str, Any]) -> dict[str, Any]:
    """The view whole, of two answers."""
    known = {one["tag"]: one for one in before["surfaces"] if one.get("plan")}
    sent = [one if one.get("plan") else known[one["tag"]] for one in changes["surfaces"]]
    own = [{**one, "plan": {**one["plan"], "pieces": pieces_of(one["pieces"])}} for one in sent]
    parts = {
        part: {**changes[part], **changes["takes"][part], "surfaces": [one[part] for one in own]}
        for part in ("plan", "sheet")
    }
    return {"job": changes["job"], **parts}


def nudged(job: dict[str, Any], wall: int, by: float) -> dict[str, Any]:
    walls = [dict(one) for one in job["walls"]]
    start = walls[wall]["start"]
    walls[wall]["start"] = {**start, "across": {**start["across"], "nudge": by}}
    return {**job, "walls": walls}


def test_who_has_nothing_gets_the_whole_view(client: TestClient) -> None:
    job = demo("Fennel Row").model_dump(mode="json")
    changes = asked(client, job)
    assert together(changes, changes) == client.post("/api/view", json=job).json()


def test_only_the_walls_that_a_change_touched_are_sent(client: TestClient) -> None:
    job = demo("Alder Wharf").model_dump(mode="json")
    first = asked(client, job)
    moved = nudged(job, len(job["walls"]) - 1, 3.0)
    next_ = asked(client, moved, tags(first))
    sent = [one for one in next_["surfaces"] if one.get("plan")]
    # The wall, and the sill inside its window.
    assert [one["plan"]["surface"] for one in sent] == ["window-wall", "window.bottom"]
    assert together(next_, first) == client.post("/api/view", json=moved).json()


def test_words_alone_that_change_are_sent_with_their_wall(client: TestClient) -> None:
    # The same tiles, said in millimetres; nothing that is shown of a wall may be of before.
    job = demo("Tern Cottage").model_dump(mode="json")
    first = asked(client, job)
    said_otherwise = {**job, "step": "1/32 in"}
    next_ = asked(client, said_otherwise, tags(first))
    assert together(next_, first) == client.post("/api/view", json=said_otherwise).json()
    renamed = {**job, "walls": [{**job["walls"][0], "name": "Another name"}, *job["walls"][1:]]}
    next_ = asked(client, renamed, tags(first))
    assert together(next_, first) == client.post("/api/view", json=renamed).json()


CHANGES: dict[str, Any] = {
    "units": {"units": "mm", "step": "1 mm"},
    "a finer step": {"step": "1/32 in"},
    "what is small": {"settings": {"small_share": 0.4}},
    "the tile's name": {"tile": {"name": "Another"}},
    "a wall's name": {"walls": {"name": "Another wall"}},
    "a wall's length": {"walls": {"length": 4_321.0}},
    "how sheets are cut": {"ways": {"sheets": "sawn"}},
    "repeats on a sheet": {"tile": {"sheet": {"across": 2, "up": 9, "backing": "mesh"}}},
}
KITCHENS = ("Tern Cottage", "Wren Passage", "Juniper Court", "Sallow End")


@pytest.mark.parametrize(
    ("name", "change"),
    [
        (name, change)
        for name in KITCHENS
        for change in CHANGES
        # From a counter only joints of single tiles go on up the wall.
        if (name, change) != ("Sallow End", "repeats on a sheet")
    ],
)
def test_what_is_kept_of_words_is_what_would_be_said_anew(name: str, change: str) -> None:
    job = demo(name)
    sheet(job, plan(job))
    document = job.model_dump(mode="json")
    for field, to in CHANGES[change].items():
        if field == "walls":
            document["walls"][0] |= to
        elif isinstance(to, dict):
            document[field] |= to
        else:
            document[field] = to
    changed = Job.model_validate(document)
    made = plan(changed)
    kept = sheet(changed, made)
    surface_in_words.forget()
    assert kept == sheet(changed, made)


def test_a_job_that_cannot_be_drawn_is_refused_as_ever(client: TestClient) -> None:
    job = demo("Tern Cottage").model_dump(mode="json")
    job["tile"]["length"] = -1
    answer = client.post("/api/view/changes", json=job, headers={"pennant-has": "x y z"})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["pointer"] == "/tile/length"


class TestBeside:
    """Papers that lie beside the wall come with its view, each in a line of its own."""

    EVERY = ("cuts", "setting-out", "methods", "days")

    @staticmethod
    def papers(client: TestClient, job: dict[str, Any], names: str) -> dict[str, Any]:
        answer = client.post(
            "/api/view/changes", json=job, headers={"pennant-beside": names}
        ).text.splitlines()
        lines = [json.loads(line) for line in answer[2:]]
        return {one["paper"]: one for one in lines}

    def test_they_say_what_their_own_routes_say(self, client: TestClient) -> None:
        job = demo("Tern Cottage").model_dump(mode="json")
        beside = self.papers(client, job, " ".join(self.EVERY))
        assert set(beside) == set(self.EVERY)
        for paper in self.EVERY:
            assert beside[paper]["refused"] == []
            assert beside[paper]["answer"] == client.post(f"/api/{paper}", json=job).json()

    def test_what_is_not_looked_at_is_not_reckoned(self, client: TestClient) -> None:
        job = demo("Tern Cottage").model_dump(mode="json")
        assert set(self.papers(client, job, "cuts attic")) == {"cuts"}
        assert self.papers(client, job, "") == {}

    def test_one_that_fails_keeps_no_other_back(
        self, client: TestClient, monkeypatch: pytest.MonkeyPatch
    ) -> None:
        def broken(*_: object) -> None:
            raise ZeroDivisionError

        monkeypatch.setattr("pennant.api.beside.cut_sheet", broken)
        job = demo("Tern Cottage").model_dump(mode="json")
        beside = self.papers(client, job, "cuts methods")
        assert beside["cuts"]["answer"] is None
        assert "could not be reckoned" in beside["cuts"]["refused"][0]["message"]
        assert beside["methods"]["answer"]
