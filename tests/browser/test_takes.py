"""What it takes: products, what does not go together, the shopping list."""

import re

from desk import paper
from playwright.sync_api import Locator, Page, expect
from serving import Server
from test_wall import length_field, saved

from kitchens import demo


class TestProducts:
    """A product is chosen beside the wall; what speaks against it is said, with a cure."""

    def test_chosen_and_judged(self, job: Page) -> None:
        paper(job, "Products")
        job.get_by_label("Grout", exact=True).select_option("Millrace plain, chalk")
        together = job.get_by_role("region", name="Compatibility")
        expect(together).to_contain_text("Unsanded grout in a joint of 1/8 in")
        job.get_by_label("Grout", exact=True).select_option("Millrace sanded, slate")
        expect(together).not_to_contain_text("Unsanded")
        expect(job.get_by_text("contrast: every uneven joint shows")).to_be_visible()
        saved(job)

    def test_a_mat_takes_the_place_of_adhesive(self, job: Page) -> None:
        paper(job, "Products")
        job.get_by_label("Adhesive").select_option("Clingfold mat")
        paper(job, "Materials")
        expect(job.get_by_role("button", name="Mat: Clingfold mat")).to_be_visible()
        expect(job.get_by_role("button", name="Adhesive", exact=True)).to_have_count(0)
        job.get_by_text("The strips, as they hang").click()
        expect(job.get_by_text(re.compile(r"in by .* in, Sink wall")).first).to_be_visible()

    def test_where_schools_differ_both_are_offered(self, job: Page) -> None:
        paper(job, "Products")
        school = job.get_by_role("group", name="Spacers")
        expect(school.get_by_label("standing on a leg (usual)")).to_be_checked()
        school.get_by_label("flat where joints cross").check()
        saved(job)
        paper(job, "Materials")
        expect(job.get_by_role("button", name=re.compile("^Spacers"))).to_contain_text(
            "where joints cross"
        )


class TestBeside:
    """What lies open comes with the wall's view: a key asks once, whatever is looked at."""

    def test_cuts_come_in_the_same_answer(self, job: Page) -> None:
        paper(job, "Cuts")
        cuts = job.get_by_role("tabpanel").last
        expect(cuts).to_contain_text("no plan can do with fewer")
        self.alone(job, cuts, "119")

    def test_the_comparison_of_products_comes_in_the_same_answer(self, job: Page) -> None:
        paper(job, "Products")
        job.get_by_text("What could hold it and fill its joints, side by side").click()
        self.alone(job, job.get_by_role("row", name=re.compile("Slatebed white")), "60")

    @staticmethod
    def alone(page: Page, shown: Locator, length: str) -> None:
        """Type another length: what is shown follows, and no paper is asked for by itself.

        A view that another one cuts short may leave a paper to be asked for, so there is only one:
        nothing is saved before, and no view is made anew with fewer tiles.
        """
        page.route("**/api/fewest", lambda route: route.abort())
        page.wait_for_load_state("networkidle")
        before = shown.inner_text()
        asked: list[str] = []
        page.on("request", lambda request: asked.append(request.url.split("/api/")[-1]))
        page.locator('[data-measure="/walls/0/length"]').click()
        length_field(page, "/walls/0/length").fill(length)
        expect(shown).not_to_have_text(before)
        page.wait_for_load_state("networkidle")
        assert any(one.startswith("view/changes") for one in asked)
        assert {one for one in asked if one in ("cuts", "methods", "setting-out", "days")} == set()
        page.keyboard.press("Enter")
        saved(page)


class TestShoppingList:
    """Grouped as a shop is; what is in hand is ticked off and stays ticked."""

    def test_ticks_stay(self, job: Page) -> None:
        paper(job, "Materials")
        job.get_by_role("link", name="Shopping list").click()
        expect(job.get_by_role("region", name="Mixing card")).to_contain_text("Powder")
        gloves = job.get_by_label("Gloves is in hand")
        gloves.click()
        expect(gloves).to_be_checked()
        expect(job.locator('[data-line="gloves"]')).to_contain_text("0 pairs")
        job.wait_for_load_state("networkidle")
        job.reload()
        expect(gloves).to_be_checked()

    def test_the_arithmetic_is_one_key_away(self, job: Page) -> None:
        paper(job, "Materials")
        job.get_by_role("button", name="Wedges").press("Enter")
        expect(job.get_by_text("pieces on the counter")).to_be_visible()


class TestShelf:
    """One's own products, read from a CSV; a wrong line is named and nothing is kept."""

    def test_read_a_csv(self, home: Page) -> None:
        home.get_by_role("link", name="Products").click()
        expect(home.get_by_role("region", name="Grouts")).to_contain_text("Millrace")
        read = home.locator("input[type=file]")
        bad = {
            "name": "a.csv",
            "mimeType": "text/csv",
            "buffer": b"shelf,name,pack\ngrout,Own oat,none\n",
        }
        read.set_input_files(files=[bad])
        expect(home.get_by_role("alert")).to_contain_text("line 2, pack")
        read.set_input_files(files=[{**bad, "buffer": b"shelf,name,pack\ngrout,Own oat,3\n"}])
        expect(home.get_by_role("region", name="Grouts")).to_contain_text("Own oat")
        home.get_by_label("Take Own oat off the shelf").click()
        expect(home.get_by_role("region", name="Grouts")).not_to_contain_text("Own oat")

    def test_a_sheet_is_written_in_its_place(self, home: Page) -> None:
        home.get_by_role("link", name="Products").click()
        home.get_by_role("button", name="+ a trim").click()
        sheet = home.get_by_role("form", name="New: a trim")
        sheet.get_by_label("Name").fill("Own 3/8 profile")
        sheet.get_by_label("Height").fill("tall")
        sheet.get_by_label("Stick").fill("7 ft")
        sheet.get_by_role("button", name="Keep").click()
        expect(sheet.get_by_role("alert")).to_contain_text("tall")
        sheet.get_by_label("Height").fill("3/8 in")
        sheet.get_by_role("button", name="Keep").click()
        trims = home.get_by_role("region", name="Trims")
        expect(trims).to_contain_text("stick 84 in")
        trims.get_by_role("button", name="Own 3/8 profile", exact=True).click()
        home.get_by_label("Name").fill("Own 3/8")
        home.get_by_role("button", name="Keep on the shelf").click()
        expect(trims.get_by_role("button", name="Own 3/8", exact=True)).to_be_visible()
        expect(home.get_by_text("Own 3/8 profile", exact=True)).to_have_count(0)
        home.get_by_label("Take Own 3/8 off the shelf").click()
        expect(home.get_by_role("status")).to_contain_text("Own 3/8 is off the shelf")
        expect(trims).not_to_contain_text("Own")


class TestFewest:
    """The count is the quick plan's until the fewest are found; then it stays the better one."""

    def test_it_says_that_it_counts_and_then_what_it_found(
        self, page: Page, server: Server
    ) -> None:
        made = page.request.post(
            f"{server.url}/api/jobs/import", data=demo("Alder Wharf").model_dump_json()
        ).json()
        page.goto(f"{server.url}/jobs/{made['id']}/materials")
        counting = page.get_by_text("being counted again")
        expect(counting).to_be_visible()
        line = page.get_by_role("listitem").filter(has_text="full and").first
        quick = line.inner_text()
        expect(counting).to_be_hidden(timeout=60_000)
        best = line.inner_text()
        assert _tiles(best) < _tiles(quick)
        page.reload()
        expect(line).to_contain_text(f"{_tiles(best)} tiles")
        expect(counting).to_be_hidden()


def _tiles(line: str) -> int:
    """How many tiles a line of the list says."""
    return int(line.split(" tiles")[0].split()[-1])


class TestWhichTile:
    """Tiles that are being chosen from are laid side by side; one is taken with its start."""

    def test_written_down_compared_taken_and_undone(self, job: Page) -> None:
        paper(job, "Which tile?")
        choosing = job.get_by_role("region", name="Tiles to choose from")
        choosing.get_by_role("button", name="Add a tile").click()
        for label, says in (("Length", "5 7/8"), ("Height", "5 7/8")):
            field = choosing.get_by_label(label, exact=True)
            field.fill(says)
            field.press("Enter")
        choosing.get_by_label("stack bond").check()
        saved(job)
        job.get_by_role("button", name="Compare them").click()
        side = job.get_by_role("region", name="Side by side")
        expect(side.get_by_role("button", name="Use this")).to_have_count(2)
        row = side.get_by_role("rowgroup").filter(has_text="5 7/8 × 5 7/8 in, stack bond")
        row.get_by_role("button", name="Use this").click()
        expect(length_field(job, "/tile/length")).to_have_value("5 7/8")
        saved(job)
        job.get_by_role("button", name="Undo").click()
        expect(length_field(job, "/tile/length")).not_to_have_value("5 7/8")

        job.get_by_role("link", name="On a page, to print").click()
        expect(job.get_by_role("heading", name="which tile?")).to_be_visible()
        job.get_by_role("button", name="Compare them").click()
        expect(side.get_by_role("button", name="Use this")).to_have_count(2)
        job.emulate_media(media="print")
        expect(side.get_by_role("rowgroup").filter(has_text="stack bond")).to_be_visible()
        expect(side.get_by_role("button", name="Use this")).to_have_count(0)
        job.emulate_media(media="screen")

    def test_a_wrong_size_is_refused_at_its_field(self, job: Page) -> None:
        paper(job, "Which tile?")
        choosing = job.get_by_role("region", name="Tiles to choose from")
        choosing.get_by_role("button", name="Add a tile").click()
        field = choosing.get_by_label("Length", exact=True)
        field.fill("0")
        field.press("Enter")
        expect(choosing.get_by_role("alert")).to_be_visible()
