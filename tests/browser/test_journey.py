"""One kitchen from an empty page to hand-over: how many presses it takes, and every number the same
wherever it is read.
"""

import csv
import io
import json
import re
import subprocess
import sys
from pathlib import Path
from typing import Any

from playwright.sync_api import Page, expect
from serving import Server
from test_wall import saved

PHONE = {"width": 390, "height": 844}
MOST_PRESSES = 60
LINES = (
    "window 48 wide 33 3/4 sill 6 1/8 high 30",
    "upper cabinet 0 wide 36 clear 18 1/4",
    "upper cabinet 93 wide 27 clear 18 1/4",
    "outlet 14 1/4 up 8",
    "outlet 40 up 8",
    "switch double 100 1/2 up 9 1/8",
)
"""A window, two cabinets and three devices, as one writes them down."""


class Presses:
    """A person at the page, who counts what they press; what is typed is not counted."""

    def __init__(self, page: Page) -> None:
        self.page = page
        self.count = 0

    def on(self, role: Any, name: str | re.Pattern[str], within: str = "") -> None:
        """Press something by its name, in a region if one is named."""
        room = self.page.get_by_role("region", name=within) if within else self.page
        exact = isinstance(name, str)
        (
            room.get_by_role(role, name=name, exact=True)
            if exact
            else room.get_by_role(role, name=name)
        ).first.click()
        self.count += 1

    def typed(self, label: str, text: str, *, enter: bool = True) -> None:
        """Type into a field, and press Enter."""
        field = self.page.get_by_label(label, exact=label != "How")
        field.fill(text)
        if enter:
            field.press("Enter")
            self.count += 1


def test_from_an_empty_page_to_hand_over(home: Page, server: Server, tmp_path: Path) -> None:
    hand = Presses(home)
    planned_by_hand(hand)
    assert hand.count <= MOST_PRESSES
    id_ = home.url.split("/jobs/")[1].split("/")[0].split("?")[0]
    shown = shown_at_the_desk(home)
    assert shown == by_command_line(home, server, id_, tmp_path)
    assert shown == on_paper(home, server, id_)
    assert {name: shown[name] for name in ("cut", "pieces")} == on_the_phone(home, server, id_)
    handed_over(home, server, id_)


def planned_by_hand(hand: Presses) -> None:
    """Measure, choose a tile and a start, and print the cut sheet."""
    page = hand.page
    hand.on("link", "New job")
    page.get_by_label("How long is the wall").fill("120")
    page.keyboard.press("Enter")
    page.get_by_label("How high does tile go").fill("40")
    page.keyboard.press("Enter")
    hand.count += 2
    for _ in range(3):
        hand.on("button", "Next")
    page.get_by_label("Length", exact=True).fill("7 7/8")
    hand.typed("Height", "2 7/8")
    for text in LINES:
        hand.typed("New line", text)
        expect(page.get_by_label("New line")).to_have_value("")
    hand.on("button", re.compile("^Lay out"))
    hand.on("button", re.compile("^1. "), within="Best starts")
    saved(page)
    hand.on("button", re.compile(r"^Cut\b"))
    hand.on("link", "Print")
    with page.expect_download() as made:
        hand.on("button", "Make the PDF")
    assert Path(made.value.path()).read_bytes().startswith(b"%PDF")
    page.go_back()


def shown_at_the_desk(page: Page) -> dict[str, int]:
    """Pieces, cuts, tiles and boxes, as the steps and the list say them."""
    steps = page.get_by_role("navigation", name="Steps of the work")

    def number(step: str) -> int:
        says = steps.get_by_role("button", name=re.compile(rf"^{step}\b")).inner_text()
        return int(re.search(r"(\d+) (?:cut|piece)", says)[1])  # type: ignore[index]

    found = {"cut": number("Cut"), "pieces": number("Set")}
    steps.get_by_role("button", name=re.compile(r"^Buy\b")).click()
    listed = page.get_by_role("tabpanel").last
    expect(listed).to_contain_text("Boxes of tile")
    text = listed.inner_text()
    found["boxes"] = int(re.search(r"(\d+) box", text)[1])  # type: ignore[index]
    found["tiles"] = int(re.search(r"(\d+) tiles\b", text)[1])  # type: ignore[index]
    return found


def by_command_line(page: Page, server: Server, id_: str, tmp_path: Path) -> dict[str, int]:
    """The same of the job file that is exported, planned in another process."""
    file = tmp_path / "job.json"
    file.write_bytes(page.request.get(f"{server.url}/api/jobs/{id_}/export").body())
    ran = subprocess.run(
        [sys.executable, "-m", "pennant", "plan", str(file), "--json"],
        capture_output=True,
        check=True,
    )
    made = json.loads(ran.stdout)
    pieces = [piece for surface in made["surfaces"] for piece in surface["pieces"]]
    lines = {line["id"]: line["amount"] for line in made["quantities"]}
    return {
        "cut": sum(piece["kind"] != "full" for piece in pieces),
        "pieces": len(pieces),
        "boxes": round(lines["boxes"]),
        "tiles": round(lines["tiles"]),
    }


def on_paper(page: Page, server: Server, id_: str) -> dict[str, int]:
    """The same of the tables that go out."""

    def table(name: str) -> list[dict[str, str]]:
        text = page.request.get(f"{server.url}/api/jobs/{id_}/as/csv?only={name}").text()
        return list(csv.DictReader(io.StringIO(text.lstrip("\ufeff"))))

    pieces, lines = (
        table("pieces"),
        {row["what"].partition(":")[0]: row["to have"] for row in table("list")},
    )
    return {
        "cut": sum(row["kind"] != "full tile" for row in pieces),
        "pieces": len(pieces),
        "boxes": int(lines["Boxes of tile"].split()[0]),
        "tiles": int(lines["Tile"].split()[0]),
    }


def on_the_phone(page: Page, server: Server, id_: str) -> dict[str, int]:
    kit = page.request.get(f"{server.url}/api/jobs/{id_}/site-kit").json()
    pieces = [piece for wall in kit["surfaces"] for piece in wall["pieces"]]
    return {"cut": sum(piece["cut"] is not None for piece in pieces), "pieces": len(pieces)}


def handed_over(page: Page, server: Server, id_: str) -> None:
    """On the phone every course is set by one press; then all of it is, at the desk too."""
    page.set_viewport_size(PHONE)  # type: ignore[arg-type]
    page.goto(f"{server.url}/jobs/{id_}/site")
    page.get_by_role("navigation", name="Parts").get_by_role("button", name="Set").click()
    kit = page.request.get(f"{server.url}/api/jobs/{id_}/site-kit").json()
    courses = [one["number"] for one in kit["site"]["courses"]]
    for number in courses:
        page.get_by_role("button", name=f"✓ Course {number} set").click()
    every = len(kit["surfaces"][0]["pieces"])
    expect(page.get_by_text(f"0 cut, {every} set of {every} pieces")).to_be_visible()
    expect(page.get_by_text("waits for the server")).to_have_count(0)
    record = page.request.get(f"{server.url}/api/jobs/{id_}/site").json()["record"]
    assert set(record["states"].values()) == {"set"}
