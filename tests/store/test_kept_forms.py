"""What earlier versions kept is read by this one: stores, outboxes, what site files gave back.

``tests/kept`` holds them as they were written, and what was in them. A new form of the store adds
its own beside them; none is ever changed.
"""

import json
import sqlite3
from contextlib import closing
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient

from pennant.api.app import make_app
from pennant.store.database import Database, newest_form

KEPT = Path(__file__).parents[1] / "kept"
FORMS = sorted(KEPT.glob("store_form_*.sql"))


def opened(form: Path, folder: Path) -> tuple[TestClient, str]:
    """An application over a file as a version left it, and the id of its job."""
    file = folder / "jobs.db"
    with closing(sqlite3.connect(file)) as there:
        there.executescript(form.read_text("utf-8"))
    client = TestClient(make_app(Database(file), None), base_url="http://127.0.0.1")
    (card,) = client.get("/api/jobs").json()
    return client, card["id"]


def said(form: Path) -> dict[str, Any]:
    """What was in it."""
    found: dict[str, Any] = json.loads(form.with_suffix(".json").read_text("utf-8"))
    return found


class TestStores:
    """A file of jobs of every form that there was."""

    def test_the_newest_form_is_among_them(self) -> None:
        assert max(said(form)["form"] for form in FORMS) == newest_form()

    @pytest.mark.parametrize("form", FORMS, ids=lambda form: form.stem)
    def test_the_record_says_what_it_said(self, form: Path, tmp_path: Path) -> None:
        client, id_ = opened(form, tmp_path)
        was, site = said(form), client.get(f"/api/jobs/{id_}/site").json()
        assert site["record"]["states"] == was["states"]
        assert [one["key"] for one in site["entries"]] == was["keys"]
        assert [one["kind"] for one in site["entries"]] == was["kinds"]
        assert site["record"]["elsewhere"] == []
        (name,) = [
            one["entry"]["name"] for one in site["standing"] if one["entry"]["kind"] == "photograph"
        ]
        picture = client.get(f"/api/jobs/{id_}/photographs/{name}.jpg")
        assert picture.content.startswith(b"\xff\xd8")

    @pytest.mark.parametrize("form", FORMS, ids=lambda form: form.stem)
    def test_every_revision_can_be_gone_back_to(self, form: Path, tmp_path: Path) -> None:
        client, id_ = opened(form, tmp_path)
        labels = [one["label"] for one in client.get(f"/api/jobs/{id_}/history").json()]
        assert sorted(labels) == sorted(said(form)["revisions"])
        state = client.get(f"/api/jobs/{id_}").json()
        for _ in labels[1:]:
            body = {"edition": state["edition"]}
            state = client.post(f"/api/jobs/{id_}/undo", json=body).json()
            assert state["view"]["plan"]["surfaces"]
        assert not state["undo"]

    @pytest.mark.parametrize("form", FORMS, ids=lambda form: form.stem)
    def test_own_products_are_there_and_a_zip_comes_in_again(
        self, form: Path, tmp_path: Path
    ) -> None:
        client, id_ = opened(form, tmp_path)
        own = client.get("/api/shelf/own").json()
        names = {kind: [one["name"] for one in found] for kind, found in own.items() if found}
        assert names == said(form)["own"]
        packed = client.get(f"/api/jobs/{id_}/as-zip").content
        again = client.post("/api/jobs/import/zip", content=packed)
        assert again.status_code == 201, again.text
        site = client.get(f"/api/jobs/{again.json()['id']}/site").json()
        assert site["record"]["states"] == said(form)["states"]


class TestOutboxes:
    """Notes that waited in a browser through an upgrade."""

    @pytest.mark.parametrize("box", sorted(KEPT.glob("outbox_*.json")), ids=lambda box: box.stem)
    def test_each_is_taken(self, box: Path, tmp_path: Path) -> None:
        client, id_ = opened(FORMS[-1], tmp_path)
        notes = json.loads(box.read_text("utf-8"))
        for one in notes:
            body = {**one, "units": "in", "sent_at": "2026-12-01T17:00:00+00:00"}
            answer = client.post(f"/api/jobs/{id_}/site", json=body)
            assert answer.status_code == 200, answer.text
        kept = {one["key"] for one in client.get(f"/api/jobs/{id_}/site").json()["entries"]}
        assert {one["key"] for one in notes if one["entry"]["kind"] != "taken back"} <= kept


class TestSiteFiles:
    """What a site file gave back, of every version that wrote one."""

    @pytest.mark.parametrize(
        "notes", sorted(KEPT.glob("site_notes_*.json")), ids=lambda notes: notes.stem
    )
    def test_every_note_comes_in(self, notes: Path, tmp_path: Path) -> None:
        client, id_ = opened(FORMS[-1], tmp_path)
        given = json.loads(notes.read_text("utf-8"))
        answer = client.post(f"/api/jobs/{id_}/given-back", json=given).json()
        assert (answer["new"], answer["known"]) == (len(given["notes"]), 0)
        kinds = [one["kind"] for one in answer["site"]["entries"]]
        assert kinds.count("remark") == 2  # one was there, one came: none stayed as mere words
