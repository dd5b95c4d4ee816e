"""The sentence for each doubt about the survey: what, where, and what it may come from."""

from functools import cached_property

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_exact, show_with_unit
from pennant.core.document.survey import Check, Opening, Zone
from pennant.core.document.values import Value
from pennant.core.survey.closure import Cause
from pennant.core.survey.doubt import (
    Behind,
    CornerTwice,
    Depth,
    Doubt,
    FallingCounter,
    LeaningEnd,
    Misclosure,
    NarrowGap,
    NotSettled,
    OddHeight,
    Overlap,
    OverTheTop,
    PastEnd,
    ZonesMeet,
    ZoneState,
    ZoneStep,
)
from pennant.words.lines import lines_of
from pennant.words.measures import MeasureText, place_in_words
from pennant.words.names import Names


class DoubtText(Value):
    """A doubt in words. ``look`` are the measures that it may sit in."""

    id: str
    weight: str
    wall: str
    title: str
    detail: str
    causes: tuple[str, ...]
    look: tuple[MeasureText, ...]
    places: tuple[str, ...]
    aside: str | None


class SayDoubts:
    """Says the doubts of one job."""

    def __init__(self, job: Job, names: Names) -> None:
        self.job, self.names = job, names

    @cached_property
    def measures(self) -> dict[str, MeasureText]:
        """Every measure that was taken, by its pointer."""
        found: dict[str, MeasureText] = {}
        for number, wall in enumerate(self.job.walls):
            length = MeasureText(
                pointer=f"/walls/{number}/length", label="Overall", asks=f"{wall.name}: overall"
            )
            found[length.pointer] = length
            for line in lines_of(self.job, number):
                found |= {measure.pointer: measure for measure in line.measures}
        return found

    @cached_property
    def checks(self) -> dict[str, Check]:
        """The checks among the notes, by their ids."""
        things = (thing for wall in self.job.walls for thing in wall.things)
        return {thing.id: thing for thing in things if isinstance(thing, Check)}

    def say(self, doubt: Doubt) -> DoubtText:
        """Return a doubt in words, lengths in the job's step."""
        title, detail = self._words(doubt)
        look = tuple(self.measures[p] for p in doubt.pointers if p in self.measures)
        return DoubtText.model_construct(
            id=doubt.id,
            weight=doubt.weight,
            wall=doubt.wall,
            title=title,
            detail=detail,
            causes=tuple(dict.fromkeys(self._cause(cause) for cause in doubt.causes)),
            look=look,
            places=doubt.places,
            aside=doubt.aside,
        )

    def _words(self, doubt: Doubt) -> tuple[str, str]:
        """The words for a doubt of any rule: what, and what it means."""
        match doubt:
            case Misclosure():
                return self._misclosure(doubt)
            case PastEnd():
                return self._past_end(doubt)
            case Overlap():
                return self._overlap(doubt)
            case Behind():
                return self._behind(doubt)
            case NarrowGap():
                return self._narrow_gap(doubt)
            case OverTheTop():
                return self._over_the_top(doubt)
            case CornerTwice():
                return self._corner_twice(doubt)
            case OddHeight():
                return self._odd_height(doubt)
            case FallingCounter():
                return self._fall(doubt)
            case LeaningEnd():
                return self._lean(doubt)
            case Depth():
                return self._depth(doubt)
            case NotSettled():
                return self._unsettled(doubt)
            case ZoneState():
                return self._zone(doubt)
            case ZoneStep():
                return self._zone_step(doubt)
            case ZonesMeet():
                return self._zones_meet(doubt)

    def _len(self, mm: float) -> str:
        return show_with_unit(mm, self.job.step)

    def _name(self, doubt: Doubt, number: int = 0) -> str:
        place = doubt.places[number]
        if place in ("left", "right"):
            return f"the {place} end"
        return self.names.edge(place) if ":" in place else self._thing(place)

    def _thing(self, id_: str) -> str:
        for wall in self.job.walls:
            for thing in wall.things:
                if thing.id == id_:
                    ground = f" ({thing.made_of})" if isinstance(thing, Zone) else ""
                    return thing.name + ground
        return self.names.thing(id_)

    def _misclosure(self, doubt: Misclosure) -> tuple[str, str]:
        check = self.checks[doubt.places[0]]
        way = "long" if doubt.off > 0 else "short"
        called = {t.id: t.name for wall in self.job.walls for t in wall.things}
        between = f"{place_in_words(check.first, called)} to {place_in_words(check.second, called)}"
        reckoned = self._len(doubt.measured + doubt.off)
        return (
            f"The measures are {self._len(abs(doubt.off))} too {way}, {between}",
            f"They add up to {reckoned}; measured over all it is {self._len(doubt.measured)}.",
        )

    def _past_end(self, doubt: PastEnd) -> tuple[str, str]:
        return (
            f"{self._name(doubt)} runs {self._len(doubt.past)} past the {doubt.end} end",
            "Measure it again, and the wall's overall.",
        )

    def _overlap(self, doubt: Overlap) -> tuple[str, str]:
        up = f" and {self._len(doubt.up)} up" if doubt.up else ""
        return (
            f"{self._name(doubt, 1)} overlaps {self._name(doubt)} by {self._len(doubt.across)}{up}",
            "Two things cannot stand in one place; check both places and sizes.",
        )

    def _behind(self, doubt: Behind) -> tuple[str, str]:
        return (
            f"{self._name(doubt)} is behind {self._name(doubt, 1)}",
            "If it is inside the cabinet or the opening, leave it out; else measure it again.",
        )

    def _narrow_gap(self, doubt: NarrowGap) -> tuple[str, str]:
        return (
            f"Only {self._len(doubt.gap)} between {self._name(doubt)} and {self._name(doubt, 1)}",
            "No tile is laid in so narrow a gap: is there a filler, or was a measure rounded?",
        )

    def _over_the_top(self, doubt: OverTheTop) -> tuple[str, str]:
        return (
            f"{self._name(doubt)} is above the line where tile stops",
            f"By {self._len(doubt.above)}. Raise the line, or leave it out.",
        )

    def _corner_twice(self, doubt: CornerTwice) -> tuple[str, str]:
        one, other = self._name(doubt), self._name(doubt, 1)
        what = "counter" if doubt.line == "counter" else "top line"
        return (
            f"The {what} at the corner has two heights, {self._len(doubt.apart)} apart",
            f"{one} and {other} share that corner: measure it once more.",
        )

    def _odd_height(self, doubt: OddHeight) -> tuple[str, str]:
        by = {
            "inch": "exactly an inch",
            "tenth": f"{self._len(doubt.apart)}, a tenth of an inch",
            "centimetre": "exactly a centimetre",
            "decimetre": "exactly ten centimetres",
        }[doubt.slip]
        if len(doubt.places) == 1:
            return (f"{self._name(doubt)}: its two ends differ by {by}", "Was the tape misread?")
        return (
            f"{self._name(doubt)} and {self._name(doubt, 1)} differ in height by {by}",
            "Neighbours seldom do: was the tape misread?",
        )

    def _fall(self, doubt: FallingCounter) -> tuple[str, str]:
        high, low = self._len(doubt.high), self._len(doubt.low)
        where = (
            f"High point {high} along {self._name(doubt)}, low point {low} along "
            f"{self._name(doubt, 1)}."
        )
        limit = self._len(self.job.settings.max_edge_gap)
        if not doubt.scribed:
            how = (
                f"Up to {limit}: set the course level from the counter's high point; wedge the "
                "rest and seal."
            )
        else:
            how = (
                f"Over {limit}: a full tile stands at the low point and the first course is "
                "scribed to the counter."
            )
        return f"The counter falls {self._len(doubt.amount)}", f"{where} {how}"

    def _lean(self, doubt: LeaningEnd) -> tuple[str, str]:
        way = "right" if doubt.lean > 0 else "left"
        how = (
            "The end pieces are cut to a taper."
            if doubt.tapered
            else "The joint there takes it up."
        )
        name, amount = self._name(doubt), self._len(abs(doubt.lean))
        return f"{name} leans {amount} to the {way} at the top", how

    def _depth(self, doubt: Depth) -> tuple[str, str]:
        name = self._name(doubt)
        if doubt.stands == "proud":
            return (
                f"Tile stands {self._len(doubt.off)} proud of {name}",
                f"Tile and bed come to {self._len(doubt.out)}: the tile's edge shows there.",
            )
        return (
            f"{name} stands {self._len(doubt.off)} past the tile",
            f"Tile and bed come to {self._len(doubt.out)}: nothing of its edge shows.",
        )

    def _unsettled(self, doubt: NotSettled) -> tuple[str, str]:
        thing = next(t for w in self.job.walls for t in w.things if t.id == doubt.places[0])
        owed = thing.unsettled.owed_to if thing.unsettled else ""
        wide = self._len(doubt.width) if doubt.width else ""
        high = self._len(doubt.height) if doubt.height else ""
        size = f"{wide} × {high}" if wide else ""
        if size and isinstance(thing, Opening) and thing.stool:
            deep = f"{high} deep" if high else "its depth to be measured"
            size = f"a sill slab {wide} long, {deep}"
        hold = thing.unsettled.hold if thing.unsettled else 0.0
        lines = [
            f"Size to give to {owed}: {size}." if owed and size else "",
            f"Tile within {self._len(hold)} waits." if hold else "",
        ]
        return f"{thing.name} is not settled: {doubt.why}", " ".join(t for t in lines if t)

    def _zone(self, doubt: ZoneState) -> tuple[str, str]:
        name = self._name(doubt)
        title, detail = {
            "damp": ("is damp", "Find the water and let the wall dry before anything is set."),
            "loose": ("is loose", "Take it off: nothing holds better than what it is set on."),
            "greasy": (
                "is greasy",
                "Nothing holds on grease: when the wall is washed, wash and rinse it twice "
                "there, until water no longer beads.",
            ),
            "cracked": ("is cracked", "Bridge it, or put a movement joint over it."),
            "uneven": (
                f"has {self._len(doubt.flat or 0.0)} under a straightedge",
                "Patch it flat first, or tile edges stand proud of one another.",
            ),
            "over tile": (
                "keeps its old tile",
                "Only if it is sound and flat; it brings the new face further forward. "
                "Test old adhesive before sanding: it may hold asbestos.",
            ),
        }[doubt.state]
        return f"{name} {title}", detail

    def _zone_step(self, doubt: ZoneStep) -> tuple[str, str]:
        return (
            f"{self._name(doubt)} ends {self._len(doubt.at)} from the left, "
            f"{self._len(doubt.by)} proud of the wall beside it",
            "Tile cannot step: bring the wall beside it forward by as much, with board or patch, "
            "or take the old tile off.",
        )

    def _zones_meet(self, doubt: ZonesMeet) -> tuple[str, str]:
        return (
            f"{self._name(doubt)} meets {self._name(doubt, 1)} at {self._len(doubt.at)}",
            "Two grounds move differently: bridge the line, or keep a movement joint on it.",
        )

    def _cause(self, cause: Cause) -> str:
        unit = "in" if self.job.units == "in" else "mm"
        reads = f"{show_exact(cause.reads, self.job.units)} {unit}" if cause.reads else ""
        asks = self.measures[cause.pointer].asks if cause.pointer in self.measures else ""
        match cause.kind:
            case "whole-inches":
                inches = "an inch" if cause.count == 1 else f"{cause.count} inches"
                return f"Exactly {inches}: was the tape read at the wrong mark, or held at the 1?"
            case "other-side-of-the-mark":
                return f"{asks} would be {reads} if read from the other side of the inch mark"
            case "swapped-digits":
                return f"{asks} would be {reads} with two digits the other way round"
            case "like-digits":
                return f"{asks} would be {reads} with one digit misread"
            case "counted-twice":
                return f"{asks} is just as much: left out, or counted twice?"
            case "casing":
                sides = "one side" if cause.count == 1 else "both sides"
                return f"Just the casing of {self._thing(cause.thing)} on {sides}"
            case "other-end":
                return f"{asks}: was it taken from the other end of the wall?"
            case "trim":
                return "Just the face of the trim"
