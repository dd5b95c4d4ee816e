"""What a client agrees to: how each wall is laid, and the pieces that somebody may object to.

What was agreed is kept in the job as it was said, so that it can be told what is otherwise now.
"""

from collections.abc import Iterator

from pydantic import Field

from pennant.core.document.agreement import AgreedItem
from pennant.core.document.counter import Counter
from pennant.core.document.job import Job
from pennant.core.document.lengths import show_length, show_with_unit
from pennant.core.document.pattern import Courses
from pennant.core.document.values import Value
from pennant.core.laying.surface_plan import SurfacePlan
from pennant.core.plan import Plan
from pennant.core.reading.finding import Finding
from pennant.core.survey.counters import counter_of, rise_of
from pennant.core.survey.placed import Surface
from pennant.words.corners import corners_in_words
from pennant.words.findings import say
from pennant.words.names import Names, rows
from pennant.words.pattern import say_pattern
from pennant.words.start import say_counter_start, say_start
from pennant.words.suits import joints_in_words

LESS_THAN = 0.5
"""Of a tile: a cut piece in view under a half is shown to the client, though it breaks no rule."""
OUT_OF_SIGHT = ("corner", "foot", "gap-side")
"""Edges whose pieces are not in plain view."""


class ToAgree(Value):
    """One thing to agree to. ``number`` marks its pieces in the wall's picture; 0 has none."""

    key: str
    number: int
    says: str
    detail: str
    pieces: tuple[str, ...] = ()
    said_before: str = Field(
        default="", description="In words that were used before: whoever agreed to these did so."
    )


class WallToAgree(Value):
    """A wall, or what is tiled inside one of its openings, and what is to be agreed about it."""

    surface: str
    name: str
    items: tuple[ToAgree, ...]


class Changed(Value):
    """What is otherwise than agreed: ``was`` or ``now`` is empty for what is new or gone."""

    key: str
    was: str
    now: str


class Agreeing(Value):
    """The page: the job as a whole, wall by wall, and what has changed since it was agreed."""

    whole: tuple[ToAgree, ...]
    walls: tuple[WallToAgree, ...]
    changed: tuple[Changed, ...]

    @property
    def items(self) -> tuple[AgreedItem, ...]:
        """All of it, as it is kept when the client agrees."""
        every = (*self.whole, *(item for wall in self.walls for item in wall.items))
        return tuple(AgreedItem(key=item.key, says=_kept(item)) for item in every)


def agreeing(job: Job, plan: Plan) -> Agreeing:
    """Return what is to be agreed about a job and its own plan."""
    names = Names(plan.kitchen)
    page = Agreeing(
        whole=tuple(_whole(job, names, plan)),
        walls=tuple(
            WallToAgree(
                surface=surface.id,
                name=surface.name,
                items=tuple(_numbered(_of_surface(job, names, surface, planned))),
            )
            for surface, planned in zip(plan.kitchen.surfaces, plan.surfaces, strict=True)
        ),
        changed=(),
    )
    return page.model_copy(update={"changed": tuple(_changed(job, page))})


def _kept(item: ToAgree) -> str:
    return (f"{item.says}. {item.detail}" if item.detail else item.says)[:400]


def _changed(job: Job, page: Agreeing) -> Iterator[Changed]:
    if job.agreed is None:
        return
    was = {item.key: item.says for item in job.agreed.items}
    now = {item.key: item.says for item in page.items}
    before = {item.key: item.said_before for item in page.whole if item.said_before}
    for key in dict.fromkeys((*was, *now)):
        if was.get(key) not in (now.get(key), before.get(key, now.get(key))):
            yield Changed(key=key, was=was.get(key, ""), now=now.get(key, ""))


def _whole(job: Job, names: Names, plan: Plan) -> Iterator[ToAgree]:
    tile, pattern = job.tile, job.pattern
    size = f"{show_length(tile.length, job.step)} × {show_with_unit(tile.height, job.step)}"
    lies = f", {pattern.lay}" if isinstance(pattern, Courses) else ""
    on_sheets = ", on sheets" if tile.sheet is not None else ""
    yield _plain("tile", f"Tile: {tile.name}, {size}{lies}{on_sheets}")
    joint, how = show_with_unit(pattern.joint, job.step), say_pattern(pattern)
    yield _plain("pattern", f"{how[0].upper()}{how[1:]}; joints of {joint}")
    if job.border:
        count = job.border.after
        after = f"after {count} {'course' if count == 1 else 'courses'}"
        yield _plain("border", f"A border of {job.border.tile.name} {after}")
    for area in job.areas:
        size = f"{show_length(area.tile.length, job.step)} × "
        size += show_with_unit(area.tile.height, job.step)
        says = f"{area.name}: {area.tile.name}, {size}, {say_pattern(area.pattern)}"
        if area.liner:
            says += f"; {area.liner.tile.name} all round, {area.liner.corners}"
        yield _plain(f"area:{area.id}", says)
    for counter in job.counters:
        yield _plain(f"counter:{counter.id}", _say_counter(job, counter))
    if job.products.grout:
        looks = joints_in_words(job, names, plan)
        yield _plain("grout", f"Grout: {job.products.grout.name}; {looks}")
    if job.products.trim:
        yield _plain("trim", f"Trim at open ends: {job.products.trim.name}")
    for corner in corners_in_words(job, names, plan.corners):
        says = "; ".join(
            f"{pair.courses}: {pair.left} beside {pair.right}; {pair.to_client}"
            for pair in corner.pairs
        )
        before = "; ".join(
            f"{pair.courses}: {pair.left} and {pair.right}, {pair.says}" for pair in corner.pairs
        )
        item = _plain(f"corner:{corner.left}", f"Corner, {corner.name}: {says}")
        yield item.model_copy(update={"said_before": f"Corner, {corner.name}: {before}"[:400]})


def _say_counter(job: Job, counter: Counter) -> str:
    """A tiled counter: its tile, its pattern, how far it builds up, what is along its edge."""
    size = f"{show_length(counter.tile.length, job.step)} × "
    size += show_with_unit(counter.tile.height, job.step)
    says = f"{counter.name}: {counter.tile.name}, {size}, {say_pattern(counter.pattern)}"
    if counter.front is not None:
        says += f"; {counter.front.tile.name} along its edge"
    return f"{says}; {show_with_unit(rise_of(job, counter), job.step)} higher than now"


def _plain(key: str, says: str) -> ToAgree:
    return ToAgree(key=key, number=0, says=says, detail="")


def _numbered(items: Iterator[ToAgree]) -> Iterator[ToAgree]:
    number = 0
    for item in items:
        number += bool(item.pieces)
        yield item.model_copy(update={"number": number if item.pieces else 0})


def _of_surface(
    job: Job, names: Names, surface: Surface, planned: SurfacePlan
) -> Iterator[ToAgree]:
    if surface.id == surface.of:
        start = say_start(job, names, job.wall(surface.id).start)
        yield _plain(f"start:{surface.id}", f"Start: {start}")
    elif (counter := counter_of(job, surface.id)) and counter.id == surface.id:
        start = say_counter_start(job, names, counter.start)
        yield _plain(f"start:{surface.id}", f"Start: {start}")
    for finding in planned.findings:
        words = say(job, names, surface.id, finding)
        yield ToAgree(
            key=_key(surface, finding),
            number=0,
            says=words.title,
            detail=words.detail.removeprefix(f"{surface.name}. "),
            pieces=finding.pieces,
        )
    listed = {finding.pieces for finding in planned.findings}
    for reading in planned.edges:
        if reading.kind in OUT_OF_SIGHT:
            continue
        shown = list(enumerate(reading.gets))
        if not job.in_courses or reading.owner.partition(".")[0] in names.areas:
            # A lattice leaves pieces of many sizes at every edge: the smallest speaks for them.
            shown = [min(shown, key=lambda one: one[1].size)]
        for order, gets in shown:
            if gets.under(LESS_THAN, job.pattern.joint) and gets.pieces not in listed:
                where = names.edge(reading.edge)
                yield ToAgree(
                    key=f"edge:{surface.id}:{reading.edge}:{order}",
                    number=0,
                    says=f"{where}: {show_with_unit(gets.size, job.step)}, under half a tile",
                    detail=f"In {rows(job, gets.courses)}",
                    pieces=gets.pieces,
                )


def _key(surface: Surface, finding: Finding) -> str:
    """The same for the same objection at the same place, whatever its size."""
    first = finding.courses[0] if finding.courses else 0
    return f"{finding.rule}:{surface.id}:{'+'.join(finding.places)}:{first}"
