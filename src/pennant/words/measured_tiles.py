"""What measured tiles say, in words."""

from collections.abc import Iterator

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_exact, show_with_unit
from pennant.core.document.values import Value
from pennant.core.takes.measured_tiles import Drift, MeasuredReading, measured_reading

SAME_LENGTH = 0.05
"""Millimetres: a measured size nearer than this is the size that the job has."""
_BONDS = {(0, 1): "stack bond", (1, 3): "a third bond", (1, 2): "a half bond"}


class MeasuredText(Value):
    """What follows from the measured tiles, a sentence each.

    ``length`` is the size to set out by, as it is written in a field, where it is another than the
    job's; else empty.
    """

    says: tuple[str, ...]
    length: str


def measured_in_words(job: Job) -> MeasuredText | None:
    """Return what the measured tiles of a job say; None where none were measured."""
    found = measured_reading(job)
    if found is None:
        return None
    other = found.length is not None and abs(found.length - job.tile.length) > SAME_LENGTH
    exact = show_exact(found.length, job.units) if other and found.length is not None else ""
    return MeasuredText.model_construct(says=tuple(_says(job, found)), length=exact)


def _says(job: Job, found: MeasuredReading) -> Iterator[str]:
    def size(mm: float) -> str:
        return show_with_unit(mm, job.step)

    names = {wall.id: wall.name for wall in job.walls}
    if found.length is not None:
        joint = size(job.pattern.joint)
        module = size(found.length + job.pattern.joint)
        yield f"On average a tile is {size(found.length)} long; with a joint of {joint}, {module}."
        worst = found.furthest
        if worst is not None and abs(worst.by) > job.settings.set_within:
            yield _drift(worst, names, size(abs(worst.by)), size(job.tile.length))
    if found.spread is not None and found.hides is not None:
        times = f"{job.settings.joint_hides:g} times that, {size(found.hides)}"
        yield f"They differ by {size(found.spread)}. A joint of {times}, hides it."
        if job.pattern.joint < found.hides and found.hides_sorted is not None:
            enough = job.pattern.joint >= found.hides_sorted
            yield (
                "Sorted into two sizes they would go with the joint that you have."
                if enough
                else f"Sorted into two sizes they would still want {size(found.hides_sorted)}."
            )
        worst = max(found.drifts, key=lambda one: one.most, default=None)
        if worst is not None and worst.most > job.settings.set_within:
            yield (
                f"On {names[worst.wall]} a row of the longest ends {size(worst.most)} past a row "
                "of the shortest: mix the boxes, and ease the joints by the story pole's marks."
            )
    if found.uneven is not None and found.uneven > 0:
        uneven = size(found.uneven)
        yield f"They differ by {uneven} in thickness: the bed takes that up, tile by tile."
    if found.lips:
        # Bonds that come to the same on the tape are named together.
        alike: dict[str, list[str]] = {}
        for one in found.lips:
            alike.setdefault(size(one.mm), []).append(_BONDS[one.p, one.q])
        each = ", ".join(f"{' and '.join(bonds)} {mm}" for mm, bonds in alike.items())
        yield f"An end stands out from a neighbour's bow by: {each}."


def _drift(worst: Drift, names: dict[str, str], by: str, typed: str) -> str:
    further = "further" if worst.by > 0 else "shorter"
    return (
        f"The job says {typed}: on {names[worst.wall]} a row of {worst.tiles} tiles would end {by} "
        f"{further} than it is drawn."
    )
