"""The sentence for each finding: what it is, where, the rule and the setting behind it."""

from collections.abc import Sequence

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.document.settings import field_of
from pennant.core.document.values import Value
from pennant.core.document.wishes import Seen
from pennant.core.reading.finding import (
    CourseStep,
    CutEdge,
    Finding,
    Interlock,
    JointOff,
    PlateCover,
    PlateOverhang,
    RaggedEnd,
    Shaved,
    SmallPiece,
    ThinLeg,
    UnevenJambs,
)
from pennant.core.reading.seen import SeenWeights
from pennant.words.counts import counted
from pennant.words.names import Names, rows
from pennant.words.rule_names import rule_name


class FindingText(Value):
    """A finding in words. ``rule`` says the limit and the reason for it.

    ``seen`` says how much its place is looked at, and so how often it counts when starts are
    compared; empty where it must be cured wherever it is. ``accepted`` is who keeps it as it is.
    """

    id: str
    surface: str
    weight: str
    title: str
    detail: str
    rule: str
    setting: str | None
    setting_name: str
    pieces: tuple[str, ...]
    seen: str
    accepted: str | None = None


def say(
    job: Job, names: Names, surface: str, finding: Finding, weights: SeenWeights | None = None
) -> FindingText:
    """Return the finding in words, lengths in the job's step; ``weights`` tell how it is seen."""
    title, detail, limit = _Saying(job, names).words(finding)
    if names.several:
        detail = f"{names.thing(surface)}. {detail}"
    if finding.setting is not None:
        limit = f"{limit} {field_of(finding.setting).description}"
    return FindingText(
        id=finding.id,
        surface=surface,
        weight=finding.weight,
        title=title,
        detail=detail,
        rule=limit,
        setting=finding.setting,
        setting_name=rule_name(finding.setting) if finding.setting else "",
        pieces=finding.pieces,
        seen=_seen(finding, weights) if weights and finding.weight == "avoid" else "",
        accepted=next(
            (
                one.by
                for one in job.accepted
                if (one.surface, one.finding, one.says) == (surface, finding.id, title)
            ),
            None,
        ),
    )


def still_open(findings: Sequence[FindingText]) -> tuple[int, int]:
    """Return how many findings are to fix and how many to decide, without those that are kept."""
    left = [one.weight for one in findings if one.accepted is None]
    return left.count("never"), left.count("avoid")


_DEGREES: dict[Seen, str] = {
    "little": "Rarely noticed",
    "usual": "It is in plain view",
    "much": "It is looked at first",
}


def _seen(finding: Finding, weights: SeenWeights) -> str:
    times = weights.of(finding)
    counts = {0: "does not count", 1: "counts once", 2: "counts twice"}
    return (
        f"{_DEGREES[weights.degree_of(finding)]}: it {counts.get(times, f'counts {times} times')} "
        "when starts are compared."
    )


Words = tuple[str, str, str]
"""What it is, where and what to do about it, and the limit that it breaks."""

_PIECES = {"sliver": "sliver", "thin-top": "top piece", "small-piece": "small piece"}


class _Saying:
    """Says the findings of one job."""

    def __init__(self, job: Job, names: Names) -> None:
        self.job, self.names = job, names

    def words(self, finding: Finding) -> Words:
        """Return the words for a finding of any rule."""
        match finding:
            case SmallPiece():
                return self._small(finding)
            case UnevenJambs():
                return self._uneven(finding)
            case ThinLeg():
                return self._leg(finding)
            case PlateOverhang():
                return self._overhang(finding)
            case PlateCover():
                return self._cover(finding)
            case Shaved():
                return self._shaved(finding)
            case JointOff():
                return self._joint_off(finding)
            case CutEdge():
                return self._cut_edge(finding)
            case CourseStep():
                return self._step(finding)
            case RaggedEnd():
                return self._ragged(finding)
            case Interlock():
                return self._interlock(finding)

    def _len(self, mm: float) -> str:
        return show_with_unit(mm, self.job.step)

    def _where(self, finding: Finding) -> str:
        return " and ".join(self.names.edge(place) for place in finding.places)

    def _rows(self, finding: Finding) -> str:
        return rows(self.job, finding.courses)

    def _small(self, finding: SmallPiece) -> Words:
        least = self._len(finding.least)
        limit = {
            "sliver": f"At least {least}.",
            "thin-top": f"At least {least} under anything overhead.",
            "small-piece": f"In view, at least {least}: {self.job.settings.small_share:.0%} of the "
            "tile.",
        }[finding.rule]
        return (
            f"{self._where(finding)}: {self._len(finding.size)} {_PIECES[finding.rule]}",
            f"{_count(finding)} in {self._rows(finding)}.",
            limit,
        )

    def _uneven(self, finding: UnevenJambs) -> Words:
        name = self.names.edge(finding.places[0]).rsplit(",", 1)[0]
        smaller, larger = finding.smaller, finding.larger
        return (
            f"{name}: {self._len(smaller)} at one jamb, {self._len(larger)} at the other",
            f"In {self._rows(finding)}; they differ by {self._len(larger - smaller)}, "
            f"{finding.share:.0%} of the larger.",
            f"Seen when they differ by over {self._len(finding.limit)} and over "
            f"{self.job.settings.uneven_ratio:.0%}.",
        )

    def _leg(self, finding: ThinLeg) -> Words:
        return (
            f"{self._where(finding)}: {self._len(finding.leg)} strip beside the box",
            f"{_count(finding)} in {self._rows(finding)}.",
            f"At least {self._len(finding.least)}.",
        )

    def _overhang(self, finding: PlateOverhang) -> Words:
        device, edge = (self.names.edge(place) for place in finding.places)
        return (
            f"Plate of {device} runs {self._len(finding.past)} past the tile",
            f"At: {edge}. Move the box, take a smaller plate, or carry the tile further.",
            "A plate must land on tile all around.",
        )

    def _cover(self, finding: PlateCover) -> Words:
        reach = (
            f"reaches only {self._len(finding.cover)} over its hole"
            if finding.cover > 0
            else f"is {self._len(-finding.cover)} short of covering its hole"
        )
        return (
            f"Plate of {self.names.edge(finding.places[0])} {reach}",
            "Take a larger plate, or cut closer to the box.",
            f"At least {self._len(finding.least)} on every side.",
        )

    def _shaved(self, finding: Shaved) -> Words:
        cure = (
            " beside bevelled or glazed ones: draw the joints instead, or start elsewhere."
            if self.job.tile.bevelled
            else ": ease it, and turn it away from the light."
        )
        return (
            f"{len(finding.pieces)} tiles shaved by {self._len(finding.each)} to fit",
            f"In {self._rows(finding)}; their cut edge shows in a joint{cure}",
            f"Passes for full up to {self._len(finding.limit)}.",
        )

    def _joint_off(self, finding: JointOff) -> Words:
        limit = f"A joint may differ by up to {self._len(finding.limit)}."
        if finding.wanted <= 0:
            return (
                "No joint is narrow enough to fit these lines",
                "Shave tiles instead, or fit between other lines.",
                limit,
            )
        return (
            f"Joints would have to be {self._len(finding.wanted)} to fit, not "
            f"{self._len(finding.joint)}",
            "Shave tiles instead, or take another number of courses or another tile.",
            limit,
        )

    def _cut_edge(self, finding: CutEdge) -> Words:
        return (
            f"{self._where(finding)}: cut edges in view, and no trim",
            f"{_count(finding)} in {self._rows(finding)}: a trim, tiles with a finished edge, "
            "or full tiles there.",
            "A cut edge goes where it hides.",
        )

    def _step(self, finding: CourseStep) -> Words:
        return (
            f"Courses meet {self._len(finding.step)} out of line in the corner",
            "Carry the courses on from the wall before, or plant both starts at one height.",
            f"Courses that meet in a corner line up within {self._len(finding.within)}.",
        )

    def _ragged(self, finding: RaggedEnd) -> Words:
        return (
            f"{self._where(finding)} is ragged by {self._len(finding.short)}",
            f"In {self._rows(finding)} a tile ends a joint short of the line that the others "
            "reach: move the end, or the start, until all are flush.",
            f"The line of an open end is one line, within {self._len(finding.within)}.",
        )

    def _interlock(self, finding: Interlock) -> Words:
        longest = self._len(finding.longest)
        return (
            f"{self._where(finding)}: a panel of {self._len(finding.length)} has no straight end",
            f"In {self._rows(finding)}: its interlocking end is cut off there, and what is left "
            f"is {longest} long at most. Shift the start, or piece it from two.",
            f"At an end a panel, cut straight, is at most {longest} long.",
        )


def _count(finding: Finding) -> str:
    number = len(finding.pieces)
    return counted(number, "piece")
