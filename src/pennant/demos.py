"""The made-up kitchens that the demo opens with."""

from collections.abc import Iterator
from importlib import resources

from pennant.core.document.job import Job
from pennant.files.job_json import read_job

DEMOS = (
    "tern-nook",
    "wren-passage",
    "sorrel-yard",
    "alder-wharf",
    "juniper-court",
    "fennel-row",
    "teasel-court",
    "scree-mews",
    "larkfield-row",
    "sallow-end",
)
"""The made-up kitchens, the last one first on the page of jobs."""


def demo_jobs() -> Iterator[Job]:
    """Yield the made-up kitchens that the demo opens with."""
    folder = resources.files("pennant") / "demo"
    for name in DEMOS:
        yield read_job((folder / f"{name}.json").read_text("utf-8"))
