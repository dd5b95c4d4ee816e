"""What it takes: products, what does not go together, the shopping list."""

from playwright.sync_api import Page, expect
from test_wall import paper, saved


class TestProducts:
    """A product is chosen beside the wall; what speaks against it is said, with a cure."""

    def test_chosen_and_judged(self, job: Page) -> None:
        paper(job, "Products")
        job.get_by_label("Grout", exact=True).select_option("Millrace plain, chalk")
        together = job.get_by_role("region", name="What goes together")
        expect(together).to_contain_text("Unsanded grout in a joint of 1/8 in")
        job.get_by_label("Grout", exact=True).select_option("Millrace sanded, slate")
        expect(together).not_to_contain_text("Unsanded")
        expect(job.get_by_text("contrast: every uneven joint shows")).to_be_visible()
        saved(job)


class TestShoppingList:
    """Grouped as a shop is; what is in hand is ticked off and stays ticked."""

    def test_ticks_stay(self, job: Page) -> None:
        paper(job, "It takes")
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
        paper(job, "It takes")
        job.get_by_role("button", name="Wedges").press("Enter")
        expect(job.get_by_text("pieces of first courses")).to_be_visible()


class TestShelf:
    """One's own products, read from a CSV; a wrong line is named and nothing is kept."""

    def test_read_a_csv(self, home: Page) -> None:
        home.get_by_role("link", name="The shelf").click()
        expect(home.get_by_role("region", name="Grouts")).to_contain_text("Millrace")
        read = home.locator("input[type=file]")
        bad = {"name": "a.csv", "mimeType": "text/csv",
               "buffer": b"shelf,name,pack\ngrout,Own oat,none\n"}  # fmt: skip
        read.set_input_files(files=[bad])
        expect(home.get_by_role("alert")).to_contain_text("line 2, pack")
        read.set_input_files(files=[{**bad, "buffer": b"shelf,name,pack\ngrout,Own oat,3\n"}])
        expect(home.get_by_role("region", name="Grouts")).to_contain_text("Own oat")
        home.get_by_label("Take Own oat off the shelf").click()
        expect(home.get_by_text("Own oat")).to_have_count(0)
