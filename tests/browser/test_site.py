"""On the wall, on a phone: one press a course, clocks that last, readings, and nothing lost."""

import io
import json
import threading
import urllib.error
import urllib.request
from pathlib import Path
from typing import Any

import pytest
from PIL import Image
from playwright.sync_api import Page, expect
from serving import PHONE, Server

from kitchens import sink_wall
from pennant.files.job_json import write_job


@pytest.fixture
def wall(job: Page) -> Page:
    """The page that is used on the wall, on a phone."""
    job.set_viewport_size(PHONE)  # type: ignore[arg-type]
    job.goto(f"{job.url.split('?')[0]}/site")
    part(job, "Set")
    expect(job.get_by_role("button", name="✓ Course 1 set")).to_be_visible()
    return job


def part(page: Page, name: str) -> None:
    page.get_by_role("navigation", name="Parts").get_by_role(
        "button", name=name, exact=True
    ).click()


class TestNoting:
    """Entered by one press; an entry that was a mistake is taken back, and stays to be seen."""

    def test_a_course_and_its_taking_back(self, wall: Page) -> None:
        wall.get_by_role("button", name="✓ Course 1 set").click()
        expect(wall.get_by_role("button", name="✓ Course 2 set")).to_be_visible()
        expect(wall.locator("[data-piece='A1.1']")).to_have_attribute("data-state", "set")
        part(wall, "Record")
        wall.get_by_role("region", name="Record").get_by_role(
            "button", name="Take back: A1"
        ).click()
        expect(wall.locator("[data-gone='true']")).to_contain_text("set")
        part(wall, "Set")
        expect(wall.get_by_role("button", name="✓ Course 1 set")).to_be_visible()

    def test_a_piece_that_broke(self, wall: Page) -> None:
        wall.locator("[data-piece='A2.1']").click()
        wall.get_by_role("button", name="✗ Broken").click()
        expect(wall.locator("[data-piece='A2.1']")).to_have_attribute("data-state", "broken")
        wall.locator("[data-piece='A2.1']").click()
        expect(wall.get_by_text("Cut again: A2.1")).to_be_visible()

    def test_a_piece_is_found_by_the_code_on_it(self, wall: Page) -> None:
        """The whole wall is one press away, with what stands on it; a code brings a piece up."""
        wall.get_by_role("button", name="The whole wall").click()
        expect(wall.locator("[data-around='opening']")).to_be_visible()
        wall.get_by_label("Code of a piece").fill("99.1")
        wall.get_by_role("button", name="Find").click()
        expect(wall.get_by_role("alert")).to_contain_text("No piece 99.1 on this wall")
        wall.get_by_label("Code of a piece").fill("2.1")
        wall.get_by_role("button", name="Find").click()
        expect(wall.get_by_role("alert")).to_have_count(0)
        expect(wall.get_by_text("A2.1", exact=True).first).to_be_visible()
        expect(wall.get_by_role("button", name="✗ Broken")).to_be_visible()

    def test_a_photograph(self, wall: Page) -> None:
        out = io.BytesIO()
        Image.new("RGB", (40, 30), (90, 120, 110)).save(out, "PNG")
        part(wall, "Record")
        wall.get_by_label("In words").fill("Behind the window")
        wall.locator("input[type=file][capture]").set_input_files(
            {"name": "wall.png", "mimeType": "image/png", "buffer": out.getvalue()}
        )
        expect(wall.get_by_alt_text("Photograph: Behind the window")).to_be_visible()

    def test_a_photograph_waits_for_the_server(self, wall: Page) -> None:
        out = io.BytesIO()
        Image.new("RGB", (40, 30), (90, 120, 110)).save(out, "PNG")
        part(wall, "Record")
        wall.context.set_offline(True)
        wall.get_by_label("In words").fill("Under the hood")
        wall.locator("input[type=file][capture]").set_input_files(
            {"name": "hood.png", "mimeType": "image/png", "buffer": out.getvalue()}
        )
        expect(wall.get_by_text("1 note waits for the server")).to_be_visible()
        wall.context.set_offline(False)
        expect(wall.get_by_alt_text("Photograph: Under the hood")).to_be_visible()
        expect(wall.get_by_text("waits for the server")).to_have_count(0)


class TestClocks:
    """They count down, last over a closed page, and end by a press."""

    def test_a_batch(self, wall: Page) -> None:
        wall.get_by_role("button", name="A batch of adhesive is mixed").click()
        part(wall, "Now")
        clock = wall.get_by_label("Adhesive in the bucket")
        expect(clock.get_by_role("timer")).to_contain_text("h")
        expect(clock.get_by_role("timer")).to_be_visible()
        clock.get_by_role("button", name="Thrown away").click()
        expect(clock).to_be_hidden()

    def test_what_is_spread_until_it_is_set(self, wall: Page) -> None:
        wall.get_by_role("button", name="Section 1 is spread").click()
        part(wall, "Now")
        wall.get_by_label("Adhesive on the wall").get_by_role("button", name="All set").click()
        expect(wall.get_by_label("Adhesive sets behind the tile")).to_be_visible()
        part(wall, "Set")
        expect(wall.get_by_role("button", name="Section 2 is spread")).to_be_visible()


class TestMeasuring:
    """A reading, what it means, and one key that takes a way."""

    def test_the_end_is_nearer_than_it_was_surveyed(self, wall: Page) -> None:
        wall.locator("[data-piece='A1.2']").click()
        wall.get_by_role("button", name="✓ Set").click()
        expect(wall.locator("[data-piece='A1.2']")).to_have_attribute("data-state", "set")
        wall.locator("[data-piece='A1.2']").click()
        wall.get_by_role("button", name="Measure from here").click()
        box = wall.get_by_label("To the wall, casing or side itself")
        box.fill("500")
        wall.get_by_role("button", name="What does it mean?").click()
        expect(wall.get_by_role("alert")).to_contain_text("measure again")
        planned = wall.get_by_role("alert").inner_text().split("off the ")[1].split(" in")[0]
        whole = int(planned.split(" ")[0].rstrip("+-"))
        box.fill(str(whole - 1))
        wall.get_by_role("button", name="What does it mean?").click()
        drifted = wall.get_by_role("article", name="Cut this course's last tile to fit")
        expect(drifted).to_contain_text("the courses to come as planned")
        way = wall.get_by_role("article", name="Cut every course to come to it")
        expect(way).to_contain_text("No piece that is cut already is touched")
        way.get_by_role("button", name="Apply").click()
        expect(wall.get_by_text("The cut sheet follows it")).to_be_visible()
        part(wall, "Record")
        expect(
            wall.locator("li", has_text="Planned again: Cut every course to come to it")
        ).to_be_visible()
        expect(wall.locator("[data-piece='A1.2']")).to_have_attribute("data-state", "set")


class TestNothingLost:
    """The server away, or killed while two note at once."""

    @pytest.mark.own_server
    def test_notes_wait_for_the_server_and_are_kept_once(self, wall: Page, server: Server) -> None:
        wall.get_by_role("button", name="A batch of adhesive is mixed").click()
        expect(wall.get_by_role("button", name="Take back: Adhesive mixed")).to_be_visible()
        expect(wall.get_by_text("note waits for the server")).to_be_hidden()
        server.kill()
        wall.get_by_role("button", name="✓ Course 1 set").click()
        expect(wall.get_by_text("1 note waits for the server")).to_be_visible()
        server.start()
        expect(wall.get_by_text("1 note waits for the server")).to_be_hidden()
        expect(wall.locator("[data-piece='A1.1']")).to_have_attribute("data-state", "set")
        id_ = wall.url.split("/jobs/")[1].split("/")[0]
        site = wall.request.get(f"{server.url}/api/jobs/{id_}/site").json()
        assert len(site["entries"]) == 2
        assert "pot life" in {clock["runs"] for clock in site["clocks"]}

    def test_killed_while_two_note(self, tmp_path: Path) -> None:
        """Each sends again until it is answered; what was answered is there, and there once."""
        with Server(tmp_path / "two.db") as server:
            job = _post(f"{server.url}/api/jobs/import", write_job(sink_wall()).encode())["id"]
            acknowledged: list[str] = []
            ended = threading.Event()

            def sender(name: str) -> None:
                for number in range(8):
                    key = f"{name}-{number:04d}"
                    entry = {"kind": "remark", "words": key}
                    body = json.dumps({"key": key, "entry": entry}).encode()
                    while not ended.is_set():
                        try:
                            _post(f"{server.url}/api/jobs/{job}/site", body)
                        except (OSError, urllib.error.URLError, ConnectionError):
                            continue
                        acknowledged.append(key)
                        break

            senders = [threading.Thread(target=sender, args=(name,)) for name in ("cuts", "sets")]
            for one in senders:
                one.start()
            for _ in range(2):
                reached = len(acknowledged)
                while len(acknowledged) < min(reached + 4, 16) and any(
                    one.is_alive() for one in senders
                ):
                    senders[0].join(0.02)
                server.kill()
                server.start()
            for one in senders:
                one.join(60)
            ended.set()
            site = _get(f"{server.url}/api/jobs/{job}/site")
            kept = [entry["says"] for entry in site["entries"]]
        assert sorted(kept) == sorted(acknowledged)
        assert len(set(kept)) == len(kept) == 16


def _post(url: str, body: bytes) -> Any:
    headers = {"content-type": "application/json"}
    request = urllib.request.Request(url, body, headers)
    with urllib.request.urlopen(request, timeout=20) as answer:
        return json.load(answer)


def _get(url: str) -> Any:
    with urllib.request.urlopen(url, timeout=20) as answer:
        return json.load(answer)
