"""What a job's own tile adds to how a step of the days is done."""

from collections.abc import Iterator

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.document.pattern import has_finished_top
from pennant.core.document.survey import zones_of
from pennant.core.fixing.method_of import method_of
from pennant.core.survey.boards import bed_behind
from pennant.core.takes.mixing import is_pointed


def own_tile(job: Job, rule: str | None) -> Iterator[str]:
    """Yield what the job's tile asks for besides, at one rule's step."""
    if job.tile.ledger is not None:
        yield from _ledger(job, rule)
    if has_finished_top(job.pattern):
        yield from _finished(job, rule)
    if job.tile.sheet is not None:
        yield from _sheets(rule)
    yield from _thirsty(job, rule)


def _sheets(rule: str | None) -> Iterator[str]:
    """Chips on a backing: pressed as one, and lifted as one where too much was spread."""
    match rule:
        case "set" | "set-last":
            yield (
                "Press each sheet flat with a grout float. Where adhesive comes up through the "
                "joints, lift the sheet and spread thinner."
            )


def _thirsty(job: Job, rule: str | None) -> Iterator[str]:
    """Faces and walls that draw water: out of the grout, out of the bed."""
    drinks = (
        job.tile.sheet is not None or job.tile.porous or job.tile.material in ("stone", "brick")
    )
    match rule:
        case "grout" if is_pointed(job):
            yield "Damp the joints with a brush first: brick draws the water out of them."
        case "grout" if drinks and job.tile.ledger is None:
            yield "Damp the faces with a wrung-out sponge first: they draw the grout's water."
        case "set" if method_of(job).cement and _on(job, "masonry"):
            yield "Damp the bare masonry first, without a shine of water: it draws the bed's water."


def _on(job: Job, made_of: str) -> bool:
    return any(zone.made_of == made_of for _, zone in zones_of(job.walls))


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
            yield "Butter its hollows as well."
        case "devices":
            yield (
                f"Stone and bed stand {least} to {most} before the wall. Two stacks of spacers a "
                "device, one at each screw, as high as the stone at that place, never higher."
            )
        case "clean-joints":
            yield "Only gaps that stay open between panels are filled, from a bag with a nozzle."


def _finished(job: Job, rule: str | None) -> Iterator[str]:
    """Fans whose tips end on a line, with paint above."""
    batten = job.ways.tips == "batten"
    match rule:
        case "set-out":
            yield (
                "Strike the line that the tips end on, level, and count the rows down from it: "
                "the cuts go to the counter."
            )
        case "batten" if batten:
            yield "Its top edge where the points of the lowest full row stand, counted from above."
        case "set" if batten:
            yield (
                "Begin on the batten and set upward: the last row's tips end on the line. The cut "
                "row goes in last, when the batten is off."
            )
        case "set":
            yield (
                "Begin at the line and work down. Each fan hangs: non-slump adhesive, and tape "
                "from tile to tile until it holds."
            )
        case "hand-over":
            yield "The wall is painted down to the tips; no trim and no cut edge is there."


def _len(job: Job, mm: float) -> str:
    return show_with_unit(mm, job.step)
