"""A counter tiled with its wall, at the desk: added, surveyed, begun, its joints carried up."""

import re

from desk import paper
from playwright.sync_api import Page, expect
from test_wall import saved


def tiled(job: Page) -> None:
    """Tile the counter under the wall on show."""
    paper(job, "Notebook")
    job.get_by_role("button", name="Tile the counter").click()
    saved(job)
    expect(job.locator("[data-surface='counter-1']")).to_be_visible()


def typed(job: Page, label: str, value: str, nth: int = 0) -> None:
    field = job.get_by_label(label, exact=True).nth(nth)
    field.fill(value)
    field.press("Enter")


class TestCounter:
    """It is on show by itself, and all papers are its own then."""

    def test_a_sink_is_let_in_and_one_that_is_too_large_is_said_at_its_field(
        self, job: Page
    ) -> None:
        tiled(job)
        whole = job.locator("[data-piece]").count()
        job.get_by_role("button", name="+ sink").click()
        saved(job)
        expect(job.locator("[data-thing='counter-1-sink']")).to_be_visible()
        assert job.locator("[data-piece]").count() < whole
        typed(job, "Deep", "40")
        expect(job.get_by_text("is larger than its counter").first).to_be_visible()
        typed(job, "Deep", "15")
        saved(job)
        expect(job.get_by_text("is larger than its counter")).to_have_count(0)

    def test_layers_and_edge_pieces_say_what_they_come_to(self, job: Page) -> None:
        tiled(job)
        job.get_by_role("button", name="+ plywood").click()
        job.get_by_label("edge pieces along the front").check()
        saved(job)
        expect(job.get_by_text("over what is there now")).to_be_visible()
        expect(job.get_by_role("button", name="Counter, front edge")).to_be_visible()
        paper(job, "Materials")
        expect(job.get_by_text("Sheets under a counter: Plywood")).to_be_visible()

    def test_it_begins_where_it_is_told_and_keys_move_it(self, job: Page) -> None:
        tiled(job)
        paper(job, "Start")
        job.get_by_role("radio", name="Full at right end").click()
        saved(job)
        drawing = job.locator("[data-surface='counter-1']")
        expect(drawing).to_have_attribute("aria-label", _has("full tile at the right end"))
        job.keyboard.press("Escape")
        job.locator("[data-pennant]").focus()
        job.keyboard.press("ArrowLeft")
        saved(job)
        expect(drawing).to_have_attribute("aria-label", _has("moved 1/16 in left"))
        paper(job, "Set out")
        expect(job.get_by_text("Row 1, front edge")).to_be_visible()

    def test_its_joints_go_on_up_the_wall_and_it_can_be_taken_out(self, job: Page) -> None:
        tiled(job)
        wall = job.get_by_role("navigation", name="Walls").get_by_role("button").nth(1)
        wall.click()
        paper(job, "Start")
        job.get_by_role("radio", name="Joints up from the counter").click()
        saved(job)
        expect(job.locator("[data-surface]").first).to_have_attribute(
            "aria-label", _has("joints carried up from Counter")
        )
        # On a lattice no joints go on up: the wall begins at its end then, and can be told again.
        paper(job, "Notebook")
        job.get_by_role("button", name="Counter", exact=True).click()
        paper(job, "Tile")
        job.get_by_role("radio", name="Diagonal").click()
        saved(job)
        job.get_by_role("button", name="Undo").click()
        saved(job)
        paper(job, "Notebook")
        job.get_by_role("button", name="Take this counter out").click()
        saved(job)
        # The wall begins at its end again, and nothing names what is gone.
        paper(job, "Start")
        expect(job.get_by_role("radio", name="Full at left end")).to_be_checked()
        expect(job.get_by_role("radio", name="Joints up from the counter")).to_have_count(0)


def _has(text: str) -> re.Pattern[str]:
    return re.compile(re.escape(text))
