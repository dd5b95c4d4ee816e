"""Patterns and areas at the desk: chosen, refused where the tile does not fit, drawn and cut."""

from desk import paper
from playwright.sync_api import Page, expect
from serving import Server
from test_wall import saved

from kitchens import a_job
from pennant.core.document.tile import ChipSheet


class TestPattern:
    """Another pattern is one choice; what it does not have is begun anew."""

    def test_herringbone_is_drawn_turned(self, job: Page) -> None:
        paper(job, "Tile")
        job.get_by_role("radio", name="Herringbone").click()
        saved(job)
        outlines = job.locator("[data-piece]").evaluate_all(
            "(paths) => paths.map((path) => path.getAttribute('d'))"
        )
        slanted = [d for d in outlines if len({p.split(" ")[0] for p in d[1:-1].split("L")}) == 4]
        assert len(slanted) > 50
        job.get_by_role("radio", name="Level and upright").click()
        saved(job)
        paper(job, "Start")
        expect(job.get_by_role("radio", name="Cut flat at counter")).to_be_visible()
        expect(job.get_by_role("radio", name="Trimmed to fit between edges")).to_have_count(0)

    def test_a_fitted_start_begins_at_the_end(self, job: Page) -> None:
        job.get_by_role("radio", name="Trimmed to fit between edges").click()
        saved(job)
        paper(job, "Tile")
        job.get_by_role("radio", name="Diagonal").click()
        saved(job)
        paper(job, "Start")
        expect(job.get_by_role("radio", name="Full at left end")).to_be_checked()

    def test_a_tile_that_does_not_fit_is_said_at_its_field(self, job: Page) -> None:
        paper(job, "Tile")
        job.get_by_role("radio", name="Scallops").click()
        expect(job.get_by_text("is not that of a fan").first).to_be_visible()
        # The drawing stays as it was, and a tile that fits brings the pattern that was chosen.
        tile = job.get_by_role("region", name="Tile", exact=True)
        tile.get_by_label("Height").fill("7 1/2")
        tile.get_by_label("Height").press("Enter")
        saved(job)
        expect(job.get_by_text("is not that of a fan")).to_have_count(0)
        expect(job.get_by_role("radio", name="Scallops")).to_be_checked()


class TestLedgerStone:
    """Panels whose ends interlock: chosen by one tick, or with the tile from the shelf."""

    def test_a_tick_lays_it_without_joints(self, job: Page) -> None:
        paper(job, "Tile")
        job.get_by_label("panels of ledger stone").check()
        saved(job)
        expect(job.get_by_label("Joint between tiles")).to_have_value("0")
        expect(job.get_by_label("Ends interlock by")).to_have_value("2")
        job.get_by_label("Thinnest stone").fill("3")
        job.get_by_label("Thinnest stone").press("Enter")
        expect(job.get_by_text("is more than that of the thickest").first).to_be_visible()

    def test_from_the_shelf_each_course_starts_shorter(self, job: Page) -> None:
        paper(job, "Tile")
        job.get_by_label("Tile from the shelf").select_option("Scree Hollow split slate")
        saved(job)
        expect(job.get_by_role("radio", name="Shorter starts")).to_be_checked()
        first = job.locator("[data-piece]").evaluate_all("(all) => all.length")
        job.get_by_role("button", name="Arrange again").click()
        saved(job)
        expect(job.get_by_label("Order no.")).to_have_value("2")
        assert first > 4


class TestFinishedTop:
    """Whole fans whose tips end on the line."""

    def test_no_tile_is_cut_for_the_line(self, job: Page) -> None:
        paper(job, "Tile")
        tile = job.get_by_role("region", name="Tile", exact=True)
        for label, text in (("Length", "4"), ("Height", "3 7/8")):
            tile.get_by_label(label).fill(text)
            tile.get_by_label(label).press("Enter")
        job.get_by_role("radio", name="Scallops").click()
        saved(job)
        job.get_by_role("radio", name="Whole, tips on the line").click()
        saved(job)
        paper(job, "Start")
        expect(job.get_by_role("radio", name="Full at top")).to_be_checked()


class TestArea:
    """An area has a tile and a pattern of its own."""

    def test_a_panel_is_added_and_taken_out(self, job: Page) -> None:
        paper(job, "Tile")
        job.get_by_role("button", name="Add an area").click()
        saved(job)
        expect(job.locator('[data-piece^="A1-"]').first).to_be_attached()
        job.get_by_label("a liner all round").click()
        saved(job)
        expect(job.locator('[data-piece^="A1-L"]').first).to_be_attached()
        paper(job, "Materials")
        expect(job.get_by_role("button", name="Boxes of tile: Liner")).to_be_visible()
        paper(job, "Tile")
        job.get_by_role("button", name="Remove").click()
        saved(job)
        expect(job.locator('[data-piece^="A1-"]')).to_have_count(0)


class TestSheets:
    """Chips on a backing: how many there are, and what is said of sheets."""

    def test_counted_by_the_sheet(self, job: Page) -> None:
        paper(job, "Tile")
        job.get_by_label("chips on sheets").check()
        paper(job, "Cuts")
        cuts = job.get_by_role("tabpanel").last
        # Repeats of 7 13/16 by 2 15/16 in: two by four come nearest to a usual sheet.
        expect(cuts).to_contain_text("Sheets of 8 chips")
        expect(cuts).to_contain_text("course 1 of sheets: top edges at")
        paper(job, "Tile")
        up = job.get_by_label("Chips up a sheet")
        up.fill("9")
        up.press("Enter")
        expect(job.get_by_text("a sheet is a multiple of 2 rows high")).to_be_visible()
        up.fill("8")
        up.press("Enter")
        saved(job)
        paper(job, "Cuts")
        expect(cuts).to_contain_text("Sheets of 16 chips")

    def test_one_chip_of_a_crowd_is_picked(self, page: Page, server: Server) -> None:
        """Thousands of chips are drawn by their shade, and each is told all the same."""
        job = a_job(length="96", top="18", tile=("7/8", "7/8"), joint="1/16", bond=(0, 1))
        chips = ChipSheet(across=12, up=12)
        job = job.model_copy(update={"tile": job.tile.model_copy(update={"sheet": chips})})
        made = page.request.post(f"{server.url}/api/jobs/import", data=job.model_dump_json())
        page.goto(f"{server.url}/jobs/{made.json()['id']}")
        expect(page.get_by_test_id("pennant")).to_be_visible()
        expect(page.locator("[data-piece]")).to_have_count(0)
        page.locator("svg[data-surface]").click(position={"x": 620, "y": 230})
        expect(page.locator("[data-picked]")).to_have_count(1)
        expect(page.get_by_text("Piece A")).to_be_visible()
