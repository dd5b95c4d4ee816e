"""The steps of the work at the desk, each with where it stands in a few words."""

from collections.abc import Iterator, Sequence
from typing import Literal

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_length, show_with_unit
from pennant.core.document.pattern import Courses
from pennant.core.document.values import Value
from pennant.core.fixing.method_of import method_of
from pennant.core.plan import Plan
from pennant.core.survey.blank import NOT_CHOSEN
from pennant.words.counts import counted
from pennant.words.doubts import DoubtText
from pennant.words.findings import FindingText, still_open
from pennant.words.pattern import say_pattern

DeskStep = Literal["measure", "tile", "lay-out", "buy", "days", "cut", "set"]
LONGEST = 34
"""Characters of a state: what the row of steps has room for at a desk."""
FIRST = "choose a tile first"
"""What stands at steps that show nothing of worth without one."""
BONDS = {(0, 1): "stack bond", (1, 2): "half bond", (1, 3): "third bond"}
"""Short names of bonds, by the share of a piece that each course is moved."""


class StepState(Value):
    """A step of the work: where it stands, and whether anything in it is still to answer.

    What is open is a hint which step comes next; it keeps nobody from another.
    """

    step: DeskStep
    state: str
    open: bool


def desk_steps(
    job: Job,
    plan: Plan,
    doubts: Sequence[DoubtText],
    findings: Sequence[FindingText],
    sheets: int = 0,
) -> tuple[StepState, ...]:
    """Return the steps in the order of the work, by a job, its own plan, and what is said of it.

    ``sheets`` is how many are set, where the wall's tile comes on a backing.
    """
    to_set = counted(sheets, "sheet") if job.tile.sheet else counted(len(plan.pieces), "piece")
    return tuple(_steps(job, plan, doubts, findings, to_set))


def _steps(
    job: Job, plan: Plan, doubts: Sequence[DoubtText], findings: Sequence[FindingText], to_set: str
) -> Iterator[StepState]:
    asked = sum(one.weight != "note" and one.aside is None for one in doubts)
    yield _step("measure", _measured(job, asked), asked > 0)
    chosen = job.tile.name != NOT_CHOSEN
    yield _step("tile", tile_in_brief(job) if chosen else "no tile yet", not chosen)
    fix, decide = still_open(findings)
    yield _step("lay-out", _laid_out(job, fix, decide) if chosen else FIRST, chosen and fix > 0)
    missing = [name for name, product in _holding(job) if product is None]
    yield _step(
        "buy", f"no {' or '.join(missing)} chosen" if missing else "products chosen", bool(missing)
    )
    first = job.schedule.first
    yield _step("days", f"from {first}" if first else "no first day yet", first is None)
    yield _step("cut", counted(plan.cut, "cut") if chosen else FIRST, False)
    yield _step("set", to_set if chosen else FIRST, False)


def _step(step: DeskStep, state: str, is_open: bool) -> StepState:
    return StepState.model_construct(step=step, state=state, open=is_open)


def _measured(job: Job, asked: int) -> str:
    things = sum(len(wall.things) for wall in job.walls)
    what = counted(len(job.walls), "wall")
    if asked:
        return f"{what}, {asked} to remeasure"
    return f"{what}, {counted(things, 'thing')}" if things else what


def tile_in_brief(job: Job) -> str:
    """Return the tile's size and its pattern, the shorter name where both do not fit."""
    tile = job.tile
    size = f"{show_length(tile.length, job.step)} × {show_with_unit(tile.height, job.step)}"
    pattern = job.pattern
    how = say_pattern(pattern)
    if isinstance(pattern, Courses) and pattern.bond.way in ("onward", "back"):
        how = BONDS.get((pattern.bond.p, pattern.bond.q), how)
    says = f"{size}, {how}"
    return says if len(says) <= LONGEST else f"{size}, {how.split(',')[0].split(' ')[0]}"


def _laid_out(job: Job, fix: int, decide: int) -> str:
    counts = [f"{fix} to fix"] if fix else []
    counts += [f"{decide} to decide"] if decide else []
    if job.agreed is not None and not fix:
        return f"approved {job.agreed.on}"
    return ", ".join(counts) or "no cut breaks a rule"


def _holding(job: Job) -> Iterator[tuple[str, object]]:
    """What holds the tile and fills its joints, as far as this tile asks for it."""
    if method_of(job).own_glue:
        return
    yield "adhesive", job.products.mat or job.products.adhesive
    if job.pattern.joint > 0:
        yield "grout", job.products.grout
