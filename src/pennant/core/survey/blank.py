"""A blank job: a small plain wall and an ordinary tile, to be measured over."""

from typing import Any

from pennant.core.document.job import Job
from pennant.core.document.lengths import Units


def blank_job(name: str, units: Units) -> Job:
    """Return a job to start from, in round sizes of its unit."""
    sizes: dict[Units, dict[str, Any]] = {
        "in": {"length": "96", "top": "18", "tile": ("8", "2 1/2", "5/16"), "joint": "1/8"},
        "mm": {"length": "2400", "top": "460", "tile": ("200", "65", "8"), "joint": "3"},
    }
    size = sizes[units]
    along, up, thick = size["tile"]
    wall = {
        "id": "wall-a", "name": "Wall 1", "length": size["length"],
        "top": {"kind": "open", "height": size["top"]}, "left": {"kind": "corner"},
        "right": {"kind": "open"},
    }  # fmt: skip
    return Job.model_validate({
        "name": name, "units": units, "walls": [wall],
        "tile": {"length": along, "height": up, "thickness": thick},
        "pattern": {"joint": size["joint"]},
    })  # fmt: skip
