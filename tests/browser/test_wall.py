"""The wall as a person uses it: measures typed, the start planted, edges and findings read."""

import re

from desk import paper, step
from playwright.sync_api import Locator, Page, Route, expect
from serving import PHONE

from kitchens import sink_wall
from pennant.core.plan import plan
from pennant.core.search.best import starts_of
from pennant.core.search.starting import started
from pennant.core.survey.kitchen import kitchen_of
from pennant.words.regional import in_words_of
from pennant.words.starts import board


def flag(page: Page) -> tuple[float, float]:
    """Where the pennant stands, in wall millimetres."""
    x, y = (page.get_by_test_id("pennant").get_attribute("data-pennant") or "").split()
    return float(x), float(y)


def moved_to(page: Page, x: float, y: float) -> None:
    """Wait until the pennant stands there (mm)."""
    page.wait_for_function(
        """([x, y]) => {
            const flag = document.querySelector("[data-pennant]");
            const at = flag?.dataset.pennant.split(" ");
            return flag && Math.abs(at[0] - x) < 0.1 && Math.abs(at[1] - y) < 0.1;
        }""",
        arg=[x, y],
        timeout=10_000,
    )


def saved(page: Page) -> None:
    expect(page.get_by_role("status")).to_have_text("Saved")


def open_line(page: Page, name: str) -> Locator:
    """Open a line of the notebook; returns it."""
    line = page.get_by_label(re.compile(rf"^Line \d+, {name}$"))
    line.focus()
    return line


def length_field(page: Page, pointer: str) -> Locator:
    return page.locator(f'input[data-pointer="{pointer}"]')


class TestDrawing:
    """The demo kitchen, drawn."""

    def test_every_piece_is_there(self, job: Page) -> None:
        expect(job.locator("[data-piece]")).to_have_count(len(plan(sink_wall()).pieces))

    def test_numbers_sit_on_the_drawing(self, job: Page) -> None:
        wall = job.get_by_role("region", name="The wall")
        for text in ("121 7/16", "34 3/8", "Left cabinet", "Window"):
            expect(wall.locator("text", has_text=text).first).to_be_visible()
        expect(job.locator('[data-edge="window:left"]').first).to_contain_text("6 1/16")
        expect(job.locator('[data-edge="a:left"]').first).to_contain_text("5 1/2")

    def test_a_piece_tells_its_size(self, job: Page) -> None:
        job.locator('[data-piece="A1.3"]').click()
        expect(job.get_by_text("Piece A1.3: 7 11/16 in × 2 13/16 in, full tile")).to_be_visible()

    def test_clicking_a_thing_leads_to_its_measure(self, job: Page) -> None:
        job.locator("svg text", has_text="Left cabinet").first.click()
        expect(length_field(job, "/walls/0/things/0/clear/value").first).to_be_visible()
        expect(job.locator('[data-measure="/walls/0/things/0/width"]').first).to_be_visible()


class TestMeasures:
    """Typed as on a pad; the drawing answers each key, Enter keeps."""

    def test_in_every_notation(self, job: Page) -> None:
        paper(job, "Notebook")
        job.get_by_role("button", name="Remove Right cabinet").click()
        expect(job.locator('[data-thing="right-cabinet"]')).to_have_count(0)
        saved(job)
        field = length_field(job, "/walls/0/length")
        for text, shown in (
            ("110 3/8", "110 3/8"),
            ("112", "112"),
            ('110-3/8"', "110 3/8"),
            ("2850 mm", "112.2047"),
            ("9' 2 3/8\"", "110 3/8"),
            ("285cm", "112.2047"),
            ("110.375in", "110 3/8"),
        ):
            field.fill(text)
            field.press("Enter")
            expect(field).to_have_value(shown)
            saved(job)
        expect(job.get_by_role("region", name="The wall").get_by_text("121 7/16")).to_have_count(0)
        saved(job)
        job.reload()
        expect(length_field(job, "/walls/0/length")).to_have_value("110 3/8")

    def test_in_its_place_on_the_drawing(self, job: Page) -> None:
        job.locator('[data-measure="/walls/0/things/0/clear/value"]').first.click()
        field = length_field(job, "/walls/0/things/0/clear/value")
        expect(field).to_be_focused()
        field.fill("18 5/")
        expect(field).to_have_attribute("aria-invalid", "true")
        field.fill("18 5/16")
        edge = job.locator('[data-edge="left-cabinet:bottom"]').first
        expect(edge).to_contain_text("7/16")
        field.press("Enter")
        expect(field).to_have_count(0)
        saved(job)
        job.locator('[data-measure="/walls/0/length"]').click()
        length_field(job, "/walls/0/length").fill("3")
        job.keyboard.press("Escape")
        expect(job.locator('[data-measure="/walls/0/length"]')).to_have_text("121 7/16")

    def test_an_unseen_field_s_trouble_is_told_above_the_wall(self, job: Page) -> None:
        paper(job, "Notebook")
        open_line(job, "Window")
        length_field(job, "/walls/0/things/2/sill/value").fill("about 8")
        paper(job, "Start")
        expect(job.get_by_role("alert")).to_contain_text("Window: sill 'about 8' is not a length")
        job.get_by_role("button", name="Take it back").click()
        expect(job.get_by_role("alert")).to_have_count(0)

    def test_what_is_no_length_is_told_where_it_was_typed(self, job: Page) -> None:
        paper(job, "Notebook")
        open_line(job, "Window")
        field = length_field(job, "/walls/0/things/2/sill/value")
        field.fill("18/4/2")
        field.press("Enter")
        expect(job.get_by_role("alert")).to_contain_text("'18/4/2' is not a length; write it like")
        expect(field).to_have_attribute("aria-invalid", "true")
        expect(field).to_have_value("18/4/2")
        expect(job.locator("[data-piece]")).to_have_count(len(plan(sink_wall()).pieces))
        field.press("Escape")
        expect(field).to_have_value("8 7/16")
        expect(job.get_by_role("alert")).to_have_count(0)

    def test_things_are_added_and_removed(self, job: Page) -> None:
        paper(job, "Notebook")
        job.get_by_role("button", name="+ outlet").click()
        expect(job.get_by_label("Line 6, Outlet 1")).to_have_value(re.compile("^outlet "))
        job.get_by_role("button", name="Remove Window").click()
        expect(job.locator('[data-thing="window"]')).to_have_count(0)
        saved(job)
        job.get_by_role("button", name="Undo").click()
        expect(job.locator('[data-thing="window"]')).to_be_visible()

    def test_what_is_typed_while_a_thing_is_removed_is_not_lost(self, job: Page) -> None:
        paper(job, "Notebook")
        held: list[Route] = []
        job.route("**/api/edit/remove", lambda route: held.append(route), times=1)
        with job.expect_request("**/api/edit/remove"):
            job.get_by_role("button", name="Remove Right cabinet").click()
        field = length_field(job, "/walls/0/length")
        field.fill("120")
        held[0].continue_()
        field.press("Enter")
        expect(job.locator('[data-thing="right-cabinet"]')).to_have_count(0)
        saved(job)
        expect(field).to_have_value("120")

    def test_units(self, job: Page) -> None:
        job.get_by_label("Unit and rounding").select_option("1 mm")
        expect(job.get_by_role("region", name="The wall").get_by_text("3085-")).to_be_visible()
        saved(job)
        expect(job.get_by_role("button", name="Move right")).to_have_text("▶ 1 mm")


class TestStart:
    """Planting the pennant."""

    def test_schools(self, job: Page) -> None:
        made = plan(sink_wall())
        left, bottom, right, _ = made.surfaces[0].field
        _, y = flag(job)
        job.get_by_role("radio", name="Full at left end").click()
        moved_to(job, left, bottom)
        expect(job.locator('[data-edge="a:left"]').first).to_contain_text("7 11/16 full")
        job.get_by_role("radio", name="Full at right end").click()
        moved_to(job, right, bottom)
        expect(job.locator('[data-edge="a:right"]').first).to_contain_text("7 11/16 full")
        job.get_by_role("radio", name="Tile centered").click()
        window = kitchen_of(sink_wall()).surfaces[0].thing("window").box
        moved_to(job, (window.x0 + window.x1) / 2, y)
        job.get_by_label("Center of").select_option("wall")
        moved_to(job, (left + right) / 2, y)
        job.get_by_role("radio", name="Full at top").click()
        expect(job.locator('[data-edge="left-cabinet:bottom"]').first).to_contain_text(
            "2 13/16 full"
        )
        job.get_by_label("Under", exact=True).select_option("right-cabinet")
        expect(job.locator('[data-edge="right-cabinet:bottom"]').first).to_contain_text(
            "2 13/16 full"
        )
        job.get_by_role("radio", name="Equal cuts").click()
        # 22 5/16 less two gaps of 1/8 is 22 1/16: 6 full courses and 7 joints leave 2 x 2 5/32.
        for edge in ("a:bottom", "right-cabinet:bottom"):
            expect(job.locator(f'[data-edge="{edge}"]').first).to_contain_text("2 1/8+")
        saved(job)

    def test_a_point_that_is_clicked(self, job: Page) -> None:
        job.get_by_label("Center of").select_option("point")
        drawing = job.locator("svg[role=group]").bounding_box()
        assert drawing
        before = flag(job)
        job.mouse.click(drawing["x"] + drawing["width"] / 2 - 150, drawing["y"] + 250)
        expect(job.get_by_test_id("pennant")).not_to_have_attribute(
            "data-pennant", f"{before[0]:.1f} {before[1]:.1f}"
        )
        saved(job)
        expect(job.locator("[data-picked]")).to_have_count(0)
        typed = length_field(job, "/walls/0/start/across/x").input_value()
        assert re.fullmatch(r"\d+( \d+/\d+)?", typed)  # a mark on the tape

    def test_nudges_by_keys_add_up_to_one_step(self, job: Page) -> None:
        x, y = flag(job)
        job.get_by_test_id("pennant").focus()
        for _ in range(5):
            job.keyboard.press("ArrowRight")
        job.keyboard.press("ArrowUp")
        moved_to(job, x + 5 * 1.5875, y + 1.5875)
        saved(job)
        job.get_by_role("button", name="Undo").click()
        moved_to(job, x, y)
        job.keyboard.press("Control+Shift+z")
        moved_to(job, x + 5 * 1.5875, y + 1.5875)

    def test_a_drag_is_one_step_and_saves_only_at_its_end(self, job: Page) -> None:
        saves: list[str] = []
        job.on("request", lambda r: saves.append(r.url) if r.method == "PUT" else None)
        x, y = flag(job)
        box = job.get_by_test_id("pennant").bounding_box()
        assert box
        job.mouse.move(box["x"] + 12, box["y"] + 20)
        job.mouse.down()
        for way in range(1, 30, 4):
            job.mouse.move(box["x"] + 12 + way, box["y"] + 20)
        expect(job.get_by_test_id("pennant")).not_to_have_attribute(
            "data-pennant", f"{x:.1f} {y:.1f}"
        )
        assert saves == []
        job.mouse.up()
        saved(job)
        assert len(saves) == 1
        job.get_by_role("button", name="Undo").click()
        moved_to(job, x, y)

    def test_all_schools_are_compared_and_one_is_planted(self, job: Page) -> None:
        best = board(sink_wall(), "a", starts_of(sink_wall(), "a"), 1).starts[0]
        paper(job, "Compare")
        title = in_words_of("american", best.title)
        first = job.get_by_role("button", name=f"1. {title}")
        expect(first).to_contain_text("0 to fix")
        expect(job.get_by_role("button", pressed=True).last).to_contain_text("planted")
        first.click()
        saved(job)
        expect(first).to_contain_text("planted")
        expect(job.get_by_text("✗ fix")).to_have_count(0)
        made = plan(started(sink_wall(), "a", best.start)).surfaces[0]
        moved_to(job, made.pennant.x, made.pennant.y)

    def test_pattern(self, job: Page) -> None:
        def shows(sizes: int) -> None:
            """So many sizes stand at the left end, where one lays out."""
            step(job, "Lay out")
            expect(job.locator('[data-edge="a:left"]')).to_have_count(sizes)
            step(job, "Tile")

        paper(job, "Tile")
        job.get_by_role("radio", name="Stack").click()
        shows(1)
        job.get_by_role("radio", name="Third").click()
        shows(3)
        job.get_by_role("radio", name="Other").click()
        job.get_by_label("Parts").fill("2")
        job.get_by_label("Parts").press("Enter")
        expect(job.get_by_role("alert").first).to_contain_text("write p smaller than q")
        job.get_by_role("button", name="Take it back").click()
        job.get_by_role("radio", name="Standing").click()
        saved(job)
        shows(3)


class TestAnswers:
    """Findings, edges and quantities."""

    def test_a_finding_shows_its_pieces(self, job: Page) -> None:
        finding = next(f for f in plan(sink_wall()).findings if f.rule == "sliver")
        job.get_by_role("button", name="1/8 in sliver").click()
        expect(job.locator("[data-picked]")).to_have_count(len(finding.pieces))
        expect(job.get_by_text("Nothing narrower is laid on purpose")).to_be_visible()
        job.get_by_role("button", name="1/8 in sliver").click()
        expect(job.locator("[data-picked]")).to_have_count(0)

    def test_an_edge_shows_its_pieces(self, job: Page) -> None:
        paper(job, "Edges")
        job.get_by_role("row", name="Window, left jamb").get_by_role("button").click()
        expect(job.locator("[data-picked]").first).to_be_visible()

    def test_a_quantity_opens_its_working(self, job: Page) -> None:
        paper(job, "Materials")
        job.get_by_role("button", name="Grout 1 bag").click()
        expect(job.get_by_text("depth to fill").first).to_be_visible()
        expect(job.get_by_text("from the rules").first).to_be_visible()

    def test_a_rule_can_be_changed_for_this_job(self, job: Page) -> None:
        paper(job, "Rules")
        field = length_field(job, "/settings/least_piece")
        field.fill("1/16")
        field.press("Enter")
        expect(job.get_by_role("button", name="1/8 in sliver")).to_have_count(0)


class TestPhone:
    """390 x 844: the wall stays in view, nothing is wider than the screen."""

    def test_fits(self, job: Page) -> None:
        job.set_viewport_size(PHONE)
        job.reload()
        for name in ("Compare", "Tile", "Notebook", "Rules", "Start"):
            paper(job, name)
            wide = job.evaluate("document.documentElement.scrollWidth")
            assert wide <= 390, name
        expect(job.get_by_test_id("pennant")).to_be_in_viewport()
        job.get_by_role("button", name="Move up").scroll_into_view_if_needed()
        expect(job.locator("svg[role=group]")).to_be_in_viewport()


class TestKept:
    """A finding that the client keeps as it is leaves the count, and can be opened again."""

    def test_kept_with_who_says_so(self, job: Page) -> None:
        steps = job.get_by_role("navigation", name="Steps of the work")
        expect(steps.get_by_role("button", name="Lay out")).to_contain_text("1 to fix")
        job.get_by_role("button", name="1/8 in sliver").click()
        job.get_by_role("button", name="Keep it…").click()
        job.get_by_label("Who says so").fill("the client")
        job.get_by_role("button", name="Keep it", exact=True).click()
        saved(job)
        expect(steps.get_by_role("button", name="Lay out")).not_to_contain_text("to fix")
        expect(job.get_by_role("button", name="1/8 in sliver")).to_contain_text("✓ kept")
        job.get_by_role("button", name="Open again").click()
        expect(steps.get_by_role("button", name="Lay out")).to_contain_text("1 to fix")

    def test_its_rule_is_one_press_away(self, job: Page) -> None:
        job.get_by_role("button", name="1/8 in sliver").click()
        job.get_by_role("button", name="Change the rule: least piece").click()
        expect(length_field(job, "/settings/least_piece")).to_be_focused()


class TestSteps:
    """The row of steps, by mouse and by keys; older addresses lead to the papers they named."""

    def test_keys_go_from_step_to_step(self, job: Page) -> None:
        chosen = job.locator('[aria-current="step"]')
        expect(chosen).to_contain_text("Lay out")
        job.keyboard.press("]")
        expect(chosen).to_contain_text("Buy")
        job.keyboard.press("[")
        job.keyboard.press("[")
        expect(chosen).to_contain_text("Tile")
        job.go_back()
        expect(chosen).to_contain_text("Lay out")

    def test_an_older_address_opens_its_paper(self, job: Page) -> None:
        address = job.url.partition("?")[0]
        job.goto(f"{address}?paper=Survey&answer=Cuts")
        expect(job.get_by_role("tab", name="Notebook")).to_be_visible()
        job.goto(f"{address}?answer=Set%20out")
        expect(job.get_by_role("tab", name="Set out")).to_be_visible()

    def test_the_wall_is_made_higher_and_stays_so(self, job: Page) -> None:
        bar = job.get_by_role("separator", name="Height of the wall")
        wall = job.get_by_role("region", name="The wall", exact=True)
        before = wall.bounding_box()
        bar.press("ArrowDown")
        after = wall.bounding_box()
        assert before
        assert after
        assert abs(after["height"] - before["height"] - 24) < 1
        job.reload()
        expect(job.get_by_test_id("pennant")).to_be_visible()
        again = wall.bounding_box()
        assert again
        assert again["height"] == after["height"]
        bar.dblclick()
        usual = wall.bounding_box()
        assert usual
        assert abs(usual["height"] - before["height"]) < 1
