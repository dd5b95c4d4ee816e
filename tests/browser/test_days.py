"""The days: the strip, the cards, what others set, what has been done."""

import re

from desk import paper
from playwright.sync_api import Page, expect
from test_wall import saved


def days(job: Page) -> None:
    """Open the days of a job."""
    paper(job, "Days")
    job.get_by_role("link", name="Day by day").click()
    expect(job.get_by_role("region", name="Day 1")).to_be_visible()


class TestDays:
    """A card for every step, planned again with every change of when."""

    def test_cards_and_strip(self, job: Page) -> None:
        days(job)
        expect(job.get_by_role("img", name=re.compile("The days to scale"))).to_be_visible()
        power = job.get_by_role("listitem").filter(has_text="Power off and tested")
        expect(power.first).to_contain_text("prove the tester")
        how = job.get_by_text("Wipe", exact=False)
        assert how.count() > 0
        job.get_by_label("How it is done").uncheck()
        expect(job.get_by_role("img", name=re.compile("notched comb"))).to_have_count(0)

    def test_two_people_and_hours_that_are_none(self, job: Page) -> None:
        days(job)
        job.get_by_text("Hours, people").click()
        job.get_by_role("radio", name="two").click()
        saved(job)
        expect(job.get_by_text("two of you").first).to_be_visible()
        monday = job.get_by_label("Mon", exact=True)
        monday.fill("9:00-9:00")
        monday.press("Enter")
        expect(job.get_by_role("alert").filter(has_text="ends when it begins")).to_be_visible()

    def test_a_visit_that_comes_too_soon_is_said(self, job: Page) -> None:
        days(job)
        job.get_by_text("Hours, people").click()
        job.get_by_role("button", name="The electrician comes").click()
        expect(job.get_by_role("alert")).to_contain_text("agree on that day or a later one")

    def test_what_is_done_is_planned_no_more_and_can_be_taken_back(self, job: Page) -> None:
        days(job)
        job.get_by_role("button", name="Done: Clear and protect").click()
        expect(job.get_by_role("button", name="Done: Clear and protect")).to_have_count(0)
        job.get_by_text("Done so far: 1").click()
        job.get_by_role("button", name="Not done").click()
        expect(job.get_by_role("button", name="Done: Clear and protect")).to_be_visible()
        saved(job)

    def test_the_shopping_list_says_by_when(self, job: Page) -> None:
        paper(job, "Materials")
        job.get_by_role("link", name="Shopping list").click()
        expect(job.locator('[data-line="sealant"]')).to_contain_text(re.compile(r"needed day \d+"))

    def test_the_client_sees_when_the_kitchen_can_be_used(self, job: Page) -> None:
        job.get_by_role("button", name="Job ▾").click()
        job.get_by_role("menuitem", name="Show to the client").click()
        expect(job.get_by_role("region", name="The days")).to_contain_text("can be used again")

    def test_a_day_off_is_passed_over(self, job: Page) -> None:
        days(job)
        job.get_by_text("Hours, people").click()
        job.get_by_role("button", name="A day off").click()
        expect(job.get_by_label("Day off 1")).to_have_value("day 2")
        expect(job.get_by_role("region", name="Day 2", exact=True)).to_have_count(0)
        job.get_by_role("button", name="Work on day 2").click()
        expect(job.get_by_role("region", name="Day 2", exact=True)).to_be_visible()
