"""Deciding on a start: wishes in order, the best found, its slack, what would cure a finding."""

from desk import paper
from playwright.sync_api import Page, expect
from serving import Server
from test_wall import flag, saved

from kitchens import demo
from pennant.files.job_json import write_job


class TestWishes:
    """What matters to the client is put in order, and the board follows."""

    def test_order_and_switches(self, job: Page) -> None:
        paper(job, "Compare")
        wishes = job.get_by_role("region", name="What matters to the client")
        expect(wishes.get_by_text("Sheets begin in a corner")).to_have_count(0)
        expect(job.get_by_role("button", name="Best found").first).to_be_visible()
        job.get_by_label("Fewest cut pieces: more important").click()
        expect(wishes.get_by_role("listitem").nth(7)).to_contain_text("Fewest cut pieces")
        wishes.get_by_text("more to wish for").click()
        wishes.get_by_label("A full tile at the right end", exact=True).check()
        expect(wishes.get_by_role("listitem").nth(10)).to_contain_text("A full tile at the right")
        saved(job)
        job.get_by_role("button", name="Undo").click()
        expect(wishes.get_by_text("9 more to wish for")).to_be_visible()

    def test_the_best_found_is_planted(self, job: Page) -> None:
        before = flag(job)
        paper(job, "Compare")
        job.get_by_role("button", name="1. Best found").click()
        expect(job.get_by_text("✗ fix")).to_have_count(0)
        saved(job)
        assert flag(job) != before

    def test_what_is_looked_at_is_the_clients_to_say(self, job: Page) -> None:
        """A finding says how often it counts; at a thing that is looked at much it counts more."""
        paper(job, "Compare")
        job.get_by_role("button", name="Left cabinet, right side: ").first.click()
        expect(job.get_by_text("it counts twice when starts are compared")).to_be_visible()
        job.get_by_text("What is looked at most").click()
        places = job.get_by_label("A place that is looked at more or less")
        places.select_option("Left cabinet")
        expect(job.get_by_label("Left cabinet is looked at")).to_have_value("much")
        expect(job.get_by_text("it counts 4 times when starts are compared")).to_be_visible()
        saved(job)
        job.get_by_label("Left cabinet is looked at").select_option("as usual")
        expect(job.get_by_label("Left cabinet is looked at")).to_have_count(0)
        expect(job.get_by_text("it counts twice when starts are compared")).to_be_visible()
        job.get_by_role("button", name="Undo").click()
        expect(job.get_by_label("Left cabinet is looked at")).to_have_value("much")

    def test_a_wish_is_bound_to_a_place(self, job: Page) -> None:
        paper(job, "Compare")
        job.get_by_text("more to wish for").click()
        job.get_by_label("The smallest piece as large as can be", exact=True).check()
        job.get_by_label("Where: The smallest piece as large as can be").select_option("Window")
        saved(job)
        expect(job.get_by_role("button", name="Best found").first).to_be_visible()

    def test_another_start_is_laid_over(self, job: Page) -> None:
        paper(job, "Compare")
        job.get_by_label("Show over the current one, dashed").nth(1).check()
        expect(job.locator("[data-ghost]")).to_have_count(1)
        paper(job, "Start")
        expect(job.locator("[data-ghost]")).to_have_count(0)


class TestBestThree:
    """Whoever lays out is shown three starts, drawn, best first; the rest is one press away."""

    def test_one_is_used_and_all_are_shown(self, job: Page) -> None:
        three = job.get_by_role("region", name="Best starts")
        more = three.get_by_role("button", name="More, and what they are ranked by")
        expect(more).to_be_visible()
        expect(three.get_by_role("listitem")).to_have_count(3)
        before = flag(job)
        three.get_by_role("button", name="1. Best found").click()
        expect(three.get_by_role("button", name="1. Best found")).to_contain_text("planted")
        saved(job)
        assert flag(job) != before
        more.click()
        expect(job.get_by_role("region", name="What matters to the client")).to_be_visible()


class TestFitted:
    """Fitted between two lines, what it costs is found; what gives is a choice."""

    def test_end_tiles_or_joints(self, job: Page) -> None:
        job.get_by_role("radio", name="Trimmed to fit between edges").click()
        expect(job.get_by_text("tiles shaved by")).to_be_visible()
        job.get_by_role("radio", name="Draw the joints").click()
        expect(job.get_by_text("tiles shaved by")).to_have_count(0)
        saved(job)


class TestAgree:
    """The page that a client is shown; a later change says what it changed since."""

    def test_agreed_and_then_changed(self, job: Page) -> None:
        job.get_by_role("button", name="Job ▾").click()
        job.get_by_role("menuitem", name="Show to the client").click()
        expect(job.get_by_role("img", name="with the numbered pieces")).to_be_visible()
        job.get_by_label("Agreed by").fill("Made-up Client")
        job.get_by_role("button", name="Agreed, as it is now").click()
        expect(job.get_by_text("Nothing has changed since.")).to_be_visible()
        job.get_by_role("link", name="Back to the wall").click()
        job.get_by_role("radio", name="Full at right end").click()
        saved(job)
        job.get_by_role("button", name="Job ▾").click()
        job.get_by_role("menuitem", name="Approved by the client").click()
        expect(job.get_by_text("changed since:")).to_be_visible()
        expect(job.get_by_text("now: Start: full tile at the right end")).to_be_visible()


class TestSlack:
    """The strip shows where the start may go; a click goes there."""

    def test_a_click_moves_the_start(self, job: Page) -> None:
        x, _ = flag(job)
        strip = job.get_by_test_id("slack-across")
        expect(strip).to_be_visible()
        strip.click(position={"x": 30, "y": 10})
        saved(job)
        assert flag(job)[0] < x - 20


class TestCures:
    """Cures were tried by planning; one press takes one, Undo takes it back."""

    def test_one_is_tried_and_taken_back(self, job: Page) -> None:
        job.get_by_role("button", name="1/8 in sliver").click()
        cures = job.get_by_role("list", name="What would fix it")
        expect(cures).to_contain_text("then 0 to fix")
        cures.get_by_role("button", name="Try").first.click()
        expect(job.get_by_text("✗ fix")).to_have_count(0)
        saved(job)
        job.get_by_role("button", name="Undo").click()
        expect(job.get_by_text("✗ fix").first).to_be_visible()


class TestSettingOut:
    """The lines to strike, listed and chalked on the wall."""

    def test_list_and_drawing(self, job: Page) -> None:
        paper(job, "Set out")
        papers = job.get_by_role("tabpanel").first
        expect(papers).to_contain_text("Start line, from the left end")
        expect(papers).to_contain_text("Course 2, lower edge")
        expect(job.locator("svg", has_text="from the left end").first).to_be_visible()
        expect(job.locator('[data-edge="a:left"]')).to_have_count(0)
        paper(job, "Edges")
        expect(job.locator('[data-edge="a:left"]').first).to_be_visible()


def test_a_niche_that_is_not_built_yet_is_wished_higher(page: Page, server: Server) -> None:
    """The smallest move is wished into the survey, printed for who builds it, and taken back."""
    card = page.request.post(
        f"{server.url}/api/jobs/import", data=write_job(demo("Tern Cottage"))
    ).json()
    page.goto(f"{server.url}/jobs/{card['id']}")
    expect(page.get_by_test_id("pennant")).to_be_visible()
    paper(page, "Findings")
    expect(page.get_by_text("✗ fix").first).to_be_visible()
    page.get_by_role("button", name="Find the smallest moves").click()
    moves = page.get_by_role("list", name="Moves").get_by_role("listitem")
    expect(moves.first).to_contain_text("Niche 7/16 in up: then 0 to fix", timeout=120_000)
    moves.first.get_by_role("button", name="Wish for it").click()
    expect(page.get_by_text("✗ fix")).to_have_count(0)
    saved(page)
    page.get_by_role("link", name="Print for the other trades: 1").click()
    told = page.get_by_role("region", name="the carpenter").get_by_role("listitem")
    expect(told).to_contain_text("its lower edge 14 7/16 in above the counter")
    page.get_by_role("link", name="Back to the wall").click()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("✗ fix").first).to_be_visible()
