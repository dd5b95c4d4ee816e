"""The sheet: all that is shown of a job and its plan as text, made once for every reader of it."""

from collections.abc import Hashable, Iterable, Iterator, Mapping, Sequence
from functools import cache
from typing import NamedTuple

from pennant.core.cuts.tiles import may_be_fewer
from pennant.core.document.declared import declared
from pennant.core.document.job import Job
from pennant.core.document.lengths import STEP_MM, Step, Units, show_exact, show_length
from pennant.core.document.settings import Settings, meta
from pennant.core.document.survey import Wall
from pennant.core.document.tiles import LaidTile, tiles_of
from pennant.core.document.times import Times
from pennant.core.document.values import Value, lengths_in
from pennant.core.geometry.kept import Same, kept
from pennant.core.geometry.tolerance import SAME_SIZE
from pennant.core.laying.surface_plan import SurfacePlan
from pennant.core.plan import Plan
from pennant.core.reading.edges import EdgeReading, Gets
from pennant.core.reading.finding import Finding, Weight
from pennant.core.reading.seen import SeenWeights
from pennant.core.survey.counters import counter_of
from pennant.core.survey.placed import Surface
from pennant.drawing.kitchen import roles_of
from pennant.drawing.shapes import Role
from pennant.words.chip_sheets import SheetPlace, sheet_places
from pennant.words.corners import CornerText, corners_in_words
from pennant.words.counters import CounterText, counters_in_words
from pennant.words.desk_steps import StepState, desk_steps
from pennant.words.dimensions import Dimension, chain, overall
from pennant.words.doubts import DoubtText, SayDoubts
from pennant.words.findings import FindingText, say, still_open
from pennant.words.lines import LineText, lines_of
from pennant.words.measured_tiles import MeasuredText, measured_in_words
from pennant.words.moves import count_wished
from pennant.words.names import CUT_NAMES, Names, courses_in_brief, extents, rows
from pennant.words.quantities import (
    GROUP_NAMES,
    QuantityText,
    Totals,
    quantities_in_words,
    totals,
)
from pennant.words.regional import Spoken, spoken_of
from pennant.words.rule_names import rule_name
from pennant.words.start import say_counter_start, say_start
from pennant.words.suits import UnsuitedText, joints_in_words, unsuited_in_words
from pennant.words.ways import QuestionText, ways_in_words


class ShownLength(Value):
    """A length of the job: in full for a field, and rounded to the job's step for the drawing."""

    exact: str
    shown: str


class GetsText(Value):
    """One answer at an edge, in words; ``brief`` are its courses as short as can be."""

    size: str
    note: str
    verdict: Weight | None
    courses: str
    brief: str
    pieces: tuple[str, ...]


class EdgeText(Value):
    """An edge and what it gets, in words."""

    edge: str
    name: str
    gets: tuple[GetsText, ...]


class SettingText(Value):
    """A setting: its name in words, its reason and its unit."""

    name: str
    label: str
    why: str
    unit: str


class SurfaceSheet(Value):
    """What is shown of one surface as text; ``roles`` are what its pieces are drawn by."""

    surface: str
    name: str
    pieces: dict[str, str]
    roles: dict[Role, tuple[str, ...]]
    edges: tuple[EdgeText, ...]
    overall: Dimension
    chain: tuple[Dimension, ...]
    start: str
    summary: str
    sheets: tuple[SheetPlace, ...] = ()


class Notebook(Value):
    """The lines of one wall."""

    wall: str
    lines: tuple[LineText, ...]


class TakesSheet(Value):
    """What is shown of what a job takes; it comes after the drawing, which does not need it."""

    quantities: tuple[QuantityText, ...]
    totals: Totals
    groups: dict[str, str]
    unsuited: tuple[UnsuitedText, ...]
    joints: str
    ways: tuple[QuestionText, ...]
    may_be_fewer: bool


class Sheet(TakesSheet):
    """Everything shown as text. Lengths are keyed by JSON pointer into the job."""

    lengths: dict[str, ShownLength]
    surfaces: tuple[SurfaceSheet, ...]
    notebooks: tuple[Notebook, ...]
    findings: tuple[FindingText, ...]
    doubts: tuple[DoubtText, ...]
    corners: tuple[CornerText, ...]
    step: str
    step_mm: float
    summary: str
    counters: tuple[CounterText, ...] = ()
    steps: tuple[StepState, ...] = ()
    spoken: Spoken
    measured: MeasuredText | None = None
    wished: int = 0


def sheet(job: Job, plan: Plan) -> Sheet:
    """Return the sheet of a job and its own plan."""
    return drawn_sheet(job, plan).model_copy(update=dict(takes_sheet(job, plan)))


def takes_sheet(job: Job, plan: Plan) -> TakesSheet:
    """Return what is said of what a job takes; its plan must have its quantities."""
    names = Names(plan.kitchen)
    quantities = tuple(quantities_in_words(job, plan))
    return TakesSheet.model_construct(
        quantities=quantities,
        totals=totals(job, quantities),
        groups={str(group): title for group, title in GROUP_NAMES.items()},
        unsuited=tuple(unsuited_in_words(job, names, plan)),
        joints=joints_in_words(job, names, plan),
        ways=tuple(ways_in_words(job)),
        may_be_fewer=may_be_fewer(job, plan.pieces),
    )


def drawn_sheet(job: Job, plan: Plan) -> Sheet:
    """Return all of a sheet that is shown with the drawing; what the job takes is still empty."""
    names = Names(plan.kitchen)
    say_doubts = SayDoubts(job, names)
    doubts = tuple(say_doubts.say(doubt) for doubt in plan.doubts)
    found = (
        say(job, names, one.surface, finding, weights)
        for surface, one in zip(plan.kitchen.surfaces, plan.surfaces, strict=True)
        for weights in [SeenWeights.of_readings(job, surface.of, one.edges)]
        for finding in one.findings
    )
    findings = tuple(sorted(found, key=_turn))
    surfaces = tuple(
        _surface(job, names, surface, one)
        for surface, one in zip(plan.kitchen.surfaces, plan.surfaces, strict=True)
    )
    return Sheet.model_construct(
        lengths=dict(shown_lengths(job)),
        surfaces=surfaces,
        notebooks=tuple(
            Notebook.model_construct(wall=wall.id, lines=lines_of(job, number))
            for number, wall in enumerate(job.walls)
        ),
        findings=findings,
        doubts=doubts,
        corners=tuple(corners_in_words(job, names, plan.corners)),
        quantities=(),
        totals=totals(job, ()),
        groups={},
        unsuited=(),
        joints="",
        ways=(),
        may_be_fewer=False,
        step=job.step,
        spoken=spoken_of(job),
        measured=measured_in_words(job),
        wished=count_wished(job),
        step_mm=STEP_MM[job.step],
        summary=summary(plan, findings),
        counters=tuple(counters_in_words(job)),
        steps=desk_steps(job, plan, doubts, findings, sum(len(one.sheets) for one in surfaces)),
    )


KEPT_PIECES, KEPT_SURFACES = 60_000, 100
"""As many as there are plans of surfaces kept."""


class _Facts(NamedTuple):
    """What is said of a surface besides its plan: all that its words depend on."""

    surface: Surface
    start: str
    overall: Dimension
    chain: tuple[Dimension, ...]
    step: Step
    small_share: float
    in_courses: bool
    areas: tuple[tuple[str, str], ...]
    tiles: tuple[LaidTile, ...]
    sheets: str


def _surface(job: Job, names: Names, surface: Surface, plan: SurfacePlan) -> SurfaceSheet:
    facts = _Facts(
        surface,
        _start(job, names, surface),
        overall(job, surface),
        chain(job, surface),
        job.step,
        job.settings.small_share,
        job.in_courses,
        tuple(names.areas.items()),
        tuple(tiles_of(job).values()),
        job.ways.sheets,
    )
    return surface_in_words(Same(plan), facts, _Job(job, names))


class _Job(NamedTuple):
    """The job itself, for what is said of it; `_Facts` tells two apart, so all are alike here."""

    job: Job
    names: Names

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Job)

    def __hash__(self) -> int:
        return 0


def _weight(shown: SurfaceSheet) -> int:
    return len(shown.pieces) + 50


@kept(KEPT_PIECES, _weight, at_least=KEPT_SURFACES)
def surface_in_words(kept_plan: Same[SurfacePlan], facts: _Facts, of: _Job) -> SurfaceSheet:
    """What is said of a surface; kept, as its plan is, until a change touches it."""
    plan, (job, names) = kept_plan.it, of
    held, sizes = set(plan.held), _Sizes(job)
    roles = roles_of(plan)
    cut = len(roles["cut"])
    return SurfaceSheet.model_construct(
        surface=facts.surface.id,
        name=facts.surface.name,
        pieces={
            p.id: f"{sizes[p.width, p.height]}, {CUT_NAMES[p.kind]}"
            + (", waits" if p.id in held else "")
            for p in plan.pieces
        },
        roles=roles,
        edges=tuple(_edge(job, names, reading, plan.findings) for reading in plan.edges),
        overall=facts.overall,
        chain=facts.chain,
        start=facts.start,
        summary=f"{len(plan.pieces) - cut} full and {cut} cut pieces"
        + (f"; {len(plan.held)} wait" if plan.held else ""),
        sheets=sheet_places(job, plan.pieces),
    )


class _Sizes(dict[tuple[float, float], str]):
    """Sizes of pieces in words; many are of one size."""

    def __init__(self, job: Job) -> None:
        self.job = job

    def __missing__(self, size: tuple[float, float]) -> str:
        text = self[size] = extents(self.job, *size)
        return text


def _start(job: Job, names: Names, surface: Surface) -> str:
    """How a surface is begun."""
    if surface.id == surface.of:
        return say_start(job, names, job.wall(surface.id).start)
    counter = counter_of(job, surface.id)
    if counter is None:
        return "as the wall goes on"
    if surface.id == counter.id:
        return say_counter_start(job, names, counter.start)
    return "joints in line with the counter's"


def _turn(finding: FindingText) -> tuple[bool, bool]:
    """What is to fix stands before what is to decide, and what is kept as it is comes last."""
    return finding.accepted is not None, finding.weight != "never"


def summary(plan: Plan, findings: Sequence[FindingText]) -> str:
    """Say the plan in one line."""
    full = len(plan.pieces) - plan.cut
    fix, decide = still_open(findings)
    verdict = f"{fix} to fix, {decide} to decide" if fix + decide else "nothing to fix or decide"
    return f"{full} full and {plan.cut} cut pieces; {verdict}"


def shown_lengths(job: Job) -> Iterator[tuple[str, ShownLength]]:
    """Yield every length of the job with its JSON pointer."""
    for number, wall in enumerate(job.walls):
        yield from _of_wall(wall, number, job.units, job.step)
    for name in Job.model_fields:
        part, at = getattr(job, name), f"/{name}"
        if name in NOT_KEPT:
            yield from _lengths(part, at, job.units, job.step)
        elif name != "walls":
            yield from _of_part(part, at, job.units, job.step)


def _lengths(part: object, at: str, units: Units, step: Step) -> Iterator[tuple[str, ShownLength]]:
    for pointer, mm in lengths_in(part, at):
        if pointer not in _no_lengths():
            yield (
                pointer,
                ShownLength.model_construct(
                    exact=show_exact(mm, units), shown=show_length(mm, step)
                ),
            )


KEPT_LENGTHS = 20_000
"""A dozen kitchens with all their walls."""
NOT_KEPT = ("in_hand", "shades")
"""Parts of a job that hold what can be changed in place, by which nothing can be kept."""


def _count(lengths: tuple[tuple[str, ShownLength], ...]) -> int:
    return len(lengths)


@kept(KEPT_LENGTHS, _count)
def _of_wall(
    wall: Wall, number: int, units: Units, step: Step
) -> tuple[tuple[str, ShownLength], ...]:
    """The lengths of one wall, which most changes leave as it was."""
    return tuple(_lengths(wall, f"/walls/{number}", units, step))


@kept(KEPT_LENGTHS, _count)
def _of_part(
    part: Hashable, at: str, units: Units, step: Step
) -> tuple[tuple[str, ShownLength], ...]:
    """The lengths of another part of the job, which most changes leave as well."""
    return tuple(_lengths(part, at, units, step))


@cache
def _no_lengths() -> frozenset[str]:
    """The pointers of settings that are numbers of something else."""
    return frozenset(f"/settings/{n}" for n in Settings.model_fields if meta(n)["unit"] != "mm")


def _edge(job: Job, names: Names, reading: EdgeReading, findings: Iterable[Finding]) -> EdgeText:
    here = {f.pieces: f.weight for f in findings if reading.edge in f.places}
    gets = tuple(_gets(job, reading.gets, here))
    return EdgeText.model_construct(edge=reading.edge, name=names.edge(reading.edge), gets=gets)


def _gets(
    job: Job, answers: Iterable[Gets], verdicts: Mapping[tuple[str, ...], Weight]
) -> Iterator[GetsText]:
    """What an edge gets; sizes that nobody would tell apart are one answer."""
    alike: dict[tuple[str, str, Weight | None], list[Gets]] = {}
    for one in answers:
        size = show_length(one.size, job.step)
        size += f" to {show_length(one.largest, job.step)}" if one.largest else ""
        alike.setdefault((size, _how_much(job, one), verdicts.get(one.pieces)), []).append(one)
    for (size, note, verdict), own in alike.items():
        courses = tuple(sorted({course for one in own for course in one.courses}))
        yield GetsText.model_construct(
            size=size,
            note=note,
            verdict=verdict,
            courses=rows(job, courses),
            brief=courses_in_brief(job, courses),
            pieces=tuple(piece for one in own for piece in one.pieces),
        )


def _how_much(job: Job, gets: Gets) -> str:
    """How much of its tile a piece is, in words."""
    if gets.full:
        return "full"
    if gets.notched:
        return "notched, half or more"
    if gets.size < job.settings.small_share * gets.whole - SAME_SIZE:
        return "under a quarter" if job.settings.small_share == 0.25 else "small"
    return "under half" if gets.under(0.5, job.pattern.joint) else "half or more"


def settings_list() -> tuple[SettingText, ...]:
    """Return every setting in words, in the order of their declaration."""
    return _declared_in(Settings)


def times_list() -> tuple[SettingText, ...]:
    """Return every wait and pace in words, in the order of their declaration."""
    return _declared_in(Times)


def _declared_in(model: type[Value]) -> tuple[SettingText, ...]:
    return tuple(
        SettingText(
            name=name,
            label=rule_name(name),
            why=field.description or "",
            unit=str(declared(model, name)["unit"]),
        )
        for name, field in model.model_fields.items()
    )
