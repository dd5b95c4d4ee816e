"""The sentence for each finding: what it is, where, the rule and the setting behind it."""

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.document.settings import field_of
from pennant.core.document.values import Value
from pennant.core.reading.findings import Finding, Rule
from pennant.words.names import Names, rows
from pennant.words.rule_names import rule_name


class SaidFinding(Value):
    """A finding in words. ``rule`` says the limit and the reason for it."""

    id: str
    surface: str
    weight: str
    title: str
    detail: str
    rule: str
    setting: str | None
    setting_name: str
    pieces: tuple[str, ...]


def say(job: Job, names: Names, surface: str, finding: Finding) -> SaidFinding:
    """Return the finding in words, lengths in the job's step."""
    title, detail = _SAY[finding.rule](job, names, finding)
    if names.several:
        detail = f"{names.thing(surface)}. {detail}"
    return SaidFinding(
        id=finding.id, surface=surface, weight=finding.weight, title=title, detail=detail,
        rule=_rule(job, finding), setting=finding.setting,
        setting_name=rule_name(finding.setting) if finding.setting else "", pieces=finding.pieces,
    )  # fmt: skip


def _len(job: Job, mm: float) -> str:
    return show_with_unit(mm, job.step)


def _where(names: Names, finding: Finding) -> str:
    return " and ".join(names.edge(place) for place in finding.places)


def _count(finding: Finding) -> str:
    number = len(finding.pieces)
    return f"{number} {'piece' if number == 1 else 'pieces'}"


_PIECES = {"sliver": "sliver", "thin-top": "top piece", "small-piece": "small piece"}


def _piece(job: Job, names: Names, finding: Finding) -> tuple[str, str]:
    return (
        f"{_where(names, finding)}: {_len(job, finding.size)} {_PIECES[finding.rule]}",
        f"{_count(finding)} in {rows(job, finding.courses)}.",
    )


def _uneven(job: Job, names: Names, finding: Finding) -> tuple[str, str]:
    name = names.edge(finding.places[0]).rsplit(",", 1)[0]
    other = finding.other or 0.0
    return (
        f"{name}: {_len(job, finding.size)} at one jamb, {_len(job, other)} at the other",
        f"In {rows(job, finding.courses)}; they differ by {_len(job, other - finding.size)}, "
        f"{finding.ratio or 0:.0%} of the larger.",
    )


def _leg(job: Job, names: Names, finding: Finding) -> tuple[str, str]:
    return (
        f"{_where(names, finding)}: {_len(job, finding.size)} leg of tile",
        f"{_count(finding)} in {rows(job, finding.courses)}.",
    )


def _overhang(job: Job, names: Names, finding: Finding) -> tuple[str, str]:
    device, edge = (names.edge(place) for place in finding.places)
    return (
        f"Plate of {device} runs {_len(job, finding.size)} past the tile",
        f"At: {edge}. Move the box, take a smaller plate, or carry the tile further.",
    )


def _cover(job: Job, names: Names, finding: Finding) -> tuple[str, str]:
    reach = (
        f"reaches only {_len(job, finding.size)} over its hole"
        if finding.size > 0
        else f"is {_len(job, -finding.size)} short of covering its hole"
    )
    return (
        f"Plate of {names.edge(finding.places[0])} {reach}",
        "Take a larger plate, or cut closer to the box.",
    )


def _shaved(job: Job, names: Names, finding: Finding) -> tuple[str, str]:
    return (
        f"{len(finding.pieces)} tiles shaved by {_len(job, finding.size)} to fit",
        f"In {rows(job, finding.courses)}; their cut edge shows in a joint"
        + (
            " beside bevelled or glazed ones: draw the joints instead, or start elsewhere."
            if job.tile.bevelled
            else ": ease it, and turn it away from the light."
        ),
    )


def _joint_off(job: Job, names: Names, finding: Finding) -> tuple[str, str]:
    if finding.size <= 0:
        return (
            "No joint is narrow enough to fit these lines",
            "Shave tiles instead, or fit between other lines.",
        )
    return (
        f"Joints would have to be {_len(job, finding.size)} to fit, not "
        f"{_len(job, finding.other or 0.0)}",
        "Shave tiles instead, or take another number of courses or another tile.",
    )


def _cut_edge(job: Job, names: Names, finding: Finding) -> tuple[str, str]:
    return (
        f"{_where(names, finding)}: cut edges in view, and no trim",
        f"{_count(finding)} in {rows(job, finding.courses)}: a trim, tiles with a finished edge, "
        "or full tiles there.",
    )


def _step(job: Job, names: Names, finding: Finding) -> tuple[str, str]:
    return (
        f"Courses meet {_len(job, finding.size)} out of line in the corner",
        "Carry the courses on from the wall before, or plant both starts at one height.",
    )


def _ragged(job: Job, names: Names, finding: Finding) -> tuple[str, str]:
    return (
        f"{_where(names, finding)} is ragged by {_len(job, finding.size)}",
        f"In {rows(job, finding.courses)} a tile ends a joint short of the line that the others "
        "reach: move the end, or the start, until all are flush.",
    )


def _interlock(job: Job, names: Names, finding: Finding) -> tuple[str, str]:
    return (
        f"{_where(names, finding)}: a panel of {_len(job, finding.size)} has no straight end",
        f"In {rows(job, finding.courses)}: its interlocking end is cut off there, and what is left "
        f"is {_len(job, finding.limit)} long at most. Shift the start, or piece it from two.",
    )


_SAY = {
    "interlock": _interlock,
    "ragged-end": _ragged, "cut-edge": _cut_edge, "course-step": _step,
    "shaved": _shaved, "joint-off": _joint_off,
    "sliver": _piece, "thin-top": _piece, "small-piece": _piece, "uneven-jambs": _uneven,
    "thin-leg": _leg, "plate-overhang": _overhang, "plate-cover": _cover,
}  # fmt: skip

_LIMIT: dict[Rule, str] = {
    "sliver": "At least {limit}.", "thin-top": "At least {limit} under anything overhead.",
    "small-piece": "In view, at least {limit}: {share:.0%} of the tile.",
    "uneven-jambs": "Seen when they differ by over {limit} and over {ratio:.0%}.",
    "thin-leg": "At least {limit}.", "plate-cover": "At least {limit} on every side.",
    "shaved": "Passes for full up to {limit}.",
    "joint-off": "A joint may differ by up to {limit}.",
    "cut-edge": "A cut edge goes where it hides.",
    "interlock": "At an end a panel, cut straight, is at most {limit} long.",
    "ragged-end": "The line of an open end is one line, within {limit}.",
    "course-step": "Courses that meet in a corner line up within {limit}.",
    "plate-overhang": "A plate must land on tile all around.",
}  # fmt: skip


def _rule(job: Job, finding: Finding) -> str:
    limit = _LIMIT[finding.rule].format(
        limit=_len(job, finding.limit), share=job.settings.small_share,
        ratio=job.settings.uneven_ratio,
    )  # fmt: skip
    if finding.setting is None:
        return limit
    return f"{limit} {field_of(finding.setting).description}"
