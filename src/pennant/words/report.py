"""The plan as text for a terminal or a printout."""

from collections.abc import Iterator, Mapping

from pennant.core.document.job import Job
from pennant.core.fixing.method_of import method_of
from pennant.core.plan import Plan
from pennant.core.takes.working import Working
from pennant.words.names import Names
from pennant.words.sheet import sheet
from pennant.words.start import say_start
from pennant.words.starts import StartBoard


def report(job: Job, plan: Plan, *, working: bool = False) -> str:
    """Return the plan for a person: start, edges, findings, quantities, with their ``working``."""
    return "\n".join(_lines(job, plan, working)) + "\n"


def boards_report(job: Job, boards: Mapping[str, StartBoard]) -> str:
    """Return the starts of each wall, by its id, best first, for a person at a terminal."""
    return "\n".join(_board_lines(job, boards)) + "\n"


def _board_lines(job: Job, boards: Mapping[str, StartBoard]) -> Iterator[str]:
    for wall, board in boards.items():
        yield f"{job.wall(wall).name}: {board.compared} starts of schools compared"
        for number, start in enumerate(board.starts, 1):
            yield f"  {number}. {start.title}" + (" (planted)" if start.planted else "")
            yield f"     {start.gives}"
            if start.why:
                yield f"     {start.why}"
        for unmet in board.unmet:
            yield f"  - {unmet}"


def begun_report(job: Job, plan: Plan) -> str:
    """Return where the tile of each wall begins, for a person at a terminal."""
    names = Names(plan.kitchen)
    lines = [f"  {wall.name}: {say_start(job, names, wall.start)}" for wall in job.walls]
    return "\n".join(lines) + "\n"


def _lines(job: Job, plan: Plan, working: bool) -> Iterator[str]:
    words = sheet(job, plan)
    yield job.name
    yield f"Plan: {words.summary}"
    for surface in words.surfaces:
        yield ""
        yield f"{surface.name}: {surface.summary}"
        yield f"  Start: {surface.start}"
        for edge in surface.edges:
            yield f"  {edge.name}"
            for gets in edge.gets:
                yield f"    {gets.size:>10}  {gets.note}, {gets.courses}"
    yield ""
    yield "Measurements to check" if words.doubts else "Measurements to check: none"
    for doubt in words.doubts:
        mark = {"ask": " ?", "open": " …", "note": " i"}[doubt.weight]
        yield f"  {mark} {doubt.title}. {doubt.detail}".rstrip()
        for cause in doubt.causes:
            yield f"       {cause}"
        if doubt.aside:
            yield f"       set aside: {doubt.aside}"
    yield ""
    yield "Findings" if words.findings else "Findings: none"
    for finding in words.findings:
        kept = f" Kept as it is: {finding.accepted}." if finding.accepted else ""
        mark = "ok" if kept else "!!" if finding.weight == "never" else " !"
        yield f"  {mark} {finding.title}. {finding.detail}{kept}"
        yield f"       {finding.rule}"
    if words.unsuited:
        yield ""
        yield "Compatibility"
        for one in words.unsuited:
            mark = "!!" if one.weight == "never" else " !"
            yield f"  {mark} {one.title}. {one.why} {one.cure}"
    yield ""
    yield "Materials"
    lines = {line.id: line for line in plan.quantities}
    for spoken in words.quantities:
        yield f"  {spoken.name}: {spoken.amount}" + (f" ({spoken.gist})" if spoken.gist else "")
        if working:
            yield from _working(lines[spoken.id].working, "      ")
    yield ""
    yield from _cautions(job)


def _cautions(job: Job) -> Iterator[str]:
    """What to take care of: power where there are devices, dust where tile is cut by a tool."""
    if any(thing.kind in ("outlet", "switch") for wall in job.walls for thing in wall.things):
        yield "Breaker off, and every device tested dead, before a plate or a screw is touched."
    if not method_of(job).by_tool:
        yield "Knives and shears: cut away from you, gloves on. Local codes decide."
    else:
        yield "Cut wet or with extraction; respirator, eye and ear protection. Local codes decide."


def _working(working: Working, indent: str) -> Iterator[str]:
    source = f"  [{working.source}]" if working.source else f"  ({working.op})"
    yield f"{indent}{working.label}: {working.value:.6g} {working.unit}{source}"
    for term in working.terms:
        yield from _working(term, indent + "  ")
