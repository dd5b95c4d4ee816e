"""The site file: opened from a phone's own files, with no server, no network, and less."""

import json
import random
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, expect
from serving import PHONE

from kitchens import demo
from pennant.cli import main
from pennant.core.plan import plan
from pennant.files.job_json import write_job
from pennant.words.cuts import cut_sheet
from pennant.words.regional import Voice


@pytest.fixture(scope="module")
def file(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """A site file of a job whose name would end a script, were it not escaped."""
    folder = tmp_path_factory.mktemp("file")
    job = demo("Sorrel Yard").model_copy(update={"name": "Sorrel </script><b>Yard"})
    (folder / "job.json").write_text(write_job(job))
    assert main(["site-file", str(folder / "job.json"), "-o", str(folder / "site.html")]) == 0
    return folder / "site.html"


@pytest.fixture
def away(browser: Browser) -> Iterator[BrowserContext]:
    """A phone without a network."""
    context = browser.new_context(viewport=PHONE, offline=True)  # type: ignore[arg-type]
    yield context
    context.close()


def part(page: Page, name: str) -> None:
    parts = page.get_by_role("navigation", name="Parts")
    parts.get_by_role("button", name=name, exact=True).click()


def given_back(page: Page) -> dict[str, Any]:
    with page.expect_download() as made:
        page.get_by_role("button", name="Give back").click()
    return dict(json.loads(Path(made.value.path()).read_text()))


class TestWithoutServer:
    """Steps, pieces, cuts, clocks and the record, from the file alone."""

    def test_it_asks_nobody_and_keeps_the_record(self, away: BrowserContext, file: Path) -> None:
        page = away.new_page()
        asked: list[str] = []
        troubles: list[str] = []
        page.on("request", lambda request: asked.append(request.url))
        page.on("console", lambda message: troubles.append(message.text))
        page.goto(file.as_uri())
        expect(page.get_by_role("heading", level=1)).to_contain_text("Sorrel </script><b>Yard")
        part(page, "Set")
        page.get_by_role("button", name="✓ Course 1 set").click()
        page.get_by_role("button", name="A batch of adhesive is mixed").click()
        page.reload()
        part(page, "Set")
        expect(page.get_by_role("button", name="✓ Course 2 set")).to_be_visible()
        expect(page.get_by_role("button", name="Adhesive in the bucket")).to_be_visible()
        said = given_back(page)
        assert [note["entry"]["kind"] for note in said["notes"]] == ["pieces", "batch"]
        assert {url.split(":")[0] for url in asked} <= {"file", "blob"}
        assert troubles == []

    def test_a_reading_is_noted_to_be_worked_out_at_the_desk(
        self, away: BrowserContext, file: Path
    ) -> None:
        page = away.new_page()
        page.goto(file.as_uri())
        part(page, "Check")
        page.get_by_label("From the set piece").fill("A1.1")
        page.get_by_label("To the wall, casing or side itself").fill("812")
        page.get_by_role("button", name="What does it mean?").click()
        expect(page.get_by_text("is worked out when the server is reached")).to_be_visible()
        page.get_by_role("button", name="Note the reading").click()
        (note,) = given_back(page)["notes"]
        assert note["entry"]["reading"]["value"] == "812"

    def test_where_nothing_can_be_kept_it_says_so_at_once(
        self, away: BrowserContext, file: Path
    ) -> None:
        page = away.new_page()
        page.add_init_script(
            "Object.defineProperty(window, 'localStorage', { get() { throw new Error('no') } })"
        )
        page.goto(file.as_uri())
        expect(page.get_by_role("alert")).to_contain_text("This viewer keeps nothing")
        part(page, "Set")
        page.get_by_role("button", name="✓ Course 1 set").click()
        expect(page.get_by_role("button", name="✓ Course 2 set")).to_be_visible()
        assert len(given_back(page)["notes"]) == 1

    def test_where_no_script_runs_every_cut_and_measure_is_there(
        self, browser: Browser, file: Path
    ) -> None:
        context = browser.new_context(java_script_enabled=False, offline=True)
        page = context.new_page()
        page.goto(file.as_uri())
        expect(page.get_by_text("This viewer runs no scripts")).to_be_visible()
        made = plan(demo("Sorrel Yard"))
        text = page.locator("#all").inner_text()
        for piece in made.pieces:
            assert piece.id in text
        for cut in cut_sheet(demo("Sorrel Yard"), made).cuts:
            assert f"Cut {cut.number}: {len(cut.pieces)} × {cut.title}" in text
            assert all(mark.says in text for mark in cut.marks)
        voice = Voice.of(demo("Sorrel Yard"))
        tools = cut_sheet(demo("Sorrel Yard"), made).tools
        assert all(voice(tool.caution) in text for tool in tools)
        context.close()


class TestGivenBack:
    """Read in at the desk it is the record that the phone showed."""

    def test_random_notes_settle_on_the_phone_as_they_do_at_the_desk(
        self, job: Page, away: BrowserContext, tmp_path: Path
    ) -> None:
        """The phone reckons states and clocks by itself; the server by its own rules."""
        id_ = job.url.split("/jobs/")[1].split("?")[0]
        base = job.url.split("/jobs/")[0]
        html = job.request.get(f"{base}/api/jobs/{id_}/site-file").text()
        path = tmp_path / "site.html"
        path.write_text(html)
        page = away.new_page()
        page.goto(path.as_uri())
        kit = json.loads(str(page.locator("#kit").text_content()))["kit"]
        pieces = [piece["id"] for wall in kit["surfaces"] for piece in wall["pieces"]][:12]
        notes = _random_notes(random.Random(7), pieces, 60)
        name = f"pennant-file-{kit['job']}-{kit['revision']}-{kit['digest']}"
        page.evaluate(
            "([name, notes]) => localStorage.setItem(name, notes)", [name, json.dumps(notes)]
        )
        page.reload()
        shown = {
            str(one.get_attribute("data-piece")): str(one.get_attribute("data-state"))
            for one in page.locator("[data-piece]").all()
        }
        clocks = page.get_by_role("region", name="Clocks").locator("li").all()
        running = sorted(str(one.get_attribute("aria-label")) for one in clocks)
        said = given_back(page)
        for _ in range(2):
            answer = job.request.post(f"{base}/api/jobs/{id_}/given-back", data=said)
            assert answer.ok, answer.text()
        found = answer.json()
        assert found["new"] == 0
        states = found["site"]["record"]["states"]
        assert {id_: states.get(id_, "to come") for id_ in shown} == shown
        assert sorted(one["name"] for one in found["site"]["clocks"]) == running
        page.close()


def _random_notes(rng: random.Random, pieces: list[str], many: int) -> list[dict[str, Any]]:
    """Notes of every kind that states and clocks hang on, a minute apart, some taken back."""
    notes: list[dict[str, Any]] = []
    for number in range(many):
        own = rng.sample(pieces, 3)
        keys = [note["key"] for note in notes if note["entry"]["kind"] == "section"]
        of = rng.choice(keys) if keys else None
        entry: dict[str, Any] = rng.choice(
            [
                {
                    "kind": "pieces",
                    "event": rng.choice(["cut", "set", "broken", "taken off"]),
                    "pieces": own,
                    "lot": "",
                },
                {
                    "kind": "batch",
                    "event": rng.choice(["mixed", "used up", "thrown away"]),
                    "what": rng.choice(["adhesive", "grout"]),
                    "lot": "",
                },
                {
                    "kind": "section",
                    "event": rng.choice(["spread", "grouted"]),
                    "number": number,
                    "pieces": own,
                },
                {
                    "kind": "section",
                    "number": 0,
                    "pieces": [],
                    "of": of,
                    "event": rng.choice(["scraped off", "wiped", "haze off", "polished"]),
                },
            ]
        )
        note = {
            "key": f"random-{number:04d}",
            "entry": entry,
            "said_at": f"2026-11-25T08:{number:02d}:00Z",
        }
        standing = {note["key"] for note in notes} - {one.get("takes_back_key") for one in notes}
        if notes and rng.random() < 0.15 and standing:
            note |= {
                "entry": {"kind": "taken back"},
                "takes_back_key": rng.choice(sorted(standing)),
            }
        notes.append(note)
    return notes
