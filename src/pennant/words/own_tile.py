"""What a job's own tile adds to how a step of the days is done."""

from collections.abc import Iterator

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.survey.boards import bed_behind


def own_tile(job: Job, rule: str | None) -> Iterator[str]:
    """Yield what the job's tile asks for besides, at one rule's step."""
    if job.tile.ledger is not None:
        yield from _ledger(job, rule)


def _ledger(job: Job, rule: str | None) -> Iterator[str]:
    """Panels of split stone: uneven in thickness, with ends that interlock."""
    ledger = job.tile.ledger
    assert ledger is not None
    bed = bed_behind(job)
    least, most = (_len(job, stone + bed) for stone in (ledger.thinnest, job.tile.thickness))
    match rule:
        case "boxes":
            yield "Sort the panels by thickness, and keep the flattest for the corners."
            if any(wall.corner is not None and wall.corner.kind == "inside" for wall in job.walls):
                yield (
                    f"In a corner one wall's stone laps the other's by {least} to {most}: lay "
                    "panels of like thickness aside for each course there."
                )
        case "cut-first":
            yield (
                "Where a course meets a corner or an end, cut the panel's interlocking end "
                f"straight first: it is {_len(job, ledger.interlock)} shorter then."
            )
            yield "A notch: its two sides from the face, then its back from behind."
        case "set":
            yield "Butter the back of every panel besides, into its hollows."
            yield "No spacers: each course stands on the one below, ends pushed tight."
        case "devices":
            yield (
                f"Stone and bed stand {least} to {most} before the wall. Two stacks of spacers a "
                "device, one at each screw, as high as the stone at that place, never higher."
            )
        case "clean-joints":
            yield "Only gaps that stay open between panels are filled, from a bag with a nozzle."


def _len(job: Job, mm: float) -> str:
    return show_with_unit(mm, job.step)
