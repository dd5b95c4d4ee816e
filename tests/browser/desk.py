"""The desk as a person goes through it: a step of the work, and a paper in it."""

import re

from playwright.sync_api import Page

STEP_OF = {
    "Notebook": "Measure",
    "Remeasure": "Measure",
    "Tile": "Tile",
    "Sample": "Tile",
    "Which tile?": "Tile",
    "Start": "Lay out",
    "Compare": "Lay out",
    "Rules": "Lay out",
    "Findings": "Lay out",
    "Edges": "Lay out",
    "Products": "Buy",
    "Materials": "Buy",
    "Hours": "Days",
    "Waits": "Days",
    "Days": "Days",
    "Tools": "Cut",
    "Cuts": "Cut",
    "Set out": "Set",
    "Record": "Set",
}
"""The step of the work that has each paper."""


def step(page: Page, name: str) -> None:
    """Open a step of the work by its name, from the row at a desk or the menu on a phone."""
    steps = page.get_by_role("navigation", name="Steps of the work")
    button = steps.get_by_role("button", name=re.compile(rf"^{name}\b"))
    if button.first.is_visible() and page.viewport_size["width"] >= 768:
        button.first.click()
    else:
        steps.get_by_role("button").last.click()
        page.get_by_role("menuitem", name=re.compile(rf"^{name}\b")).click()


def paper(page: Page, name: str) -> None:
    """Open a paper: its step, then its name where another lies on top."""
    step(page, STEP_OF[name])
    page.get_by_role("tab", name=re.compile(rf"^{name}\b")).click()
