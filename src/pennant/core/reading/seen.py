"""How much each place is looked at, by which objections are weighed against one another.

A small piece beside the window is looked at for years, one in the shadow under a cabinet hardly
ever. So what is to be looked at counts by its place; what must be cured counts the same anywhere.
"""

from collections.abc import Iterable, Mapping

from pennant.core.document.job import Job
from pennant.core.document.settings import Settings
from pennant.core.document.wishes import Seen, SeenPlace
from pennant.core.layout.field import EdgeKind, Field
from pennant.core.reading.edges import EdgeReading
from pennant.core.reading.finding import Finding

DEGREES: tuple[Seen, ...] = ("little", "usual", "much")
"""From the least to the most."""
SEEN_AT: dict[EdgeKind, Seen] = {
    "jamb": "much",
    "sill": "much",
    "head": "much",
    "front": "much",
    "open-end": "much",
    "open-top": "much",
    "panel": "much",
    "counter-edge": "much",
    "overhead": "little",
    "corner": "little",
    "back": "little",
    "foot": "little",
    "gap-side": "little",
}
"""Kinds of edges that are looked at more than is usual, or less. An opening and an open end are
at the height of the eyes, with light on them; under a cabinet is shadow, and the counter is seen
more; what lies in a corner, behind an appliance or at a counter's back is out of the way."""


IN_VIEW: tuple[EdgeKind, ...] = (
    "open-end",
    "jamb",
    "sill",
    "head",
    "counter",
    "counter-edge",
    "raised",
    "ceiling",
    "open-top",
    "front",
    "panel",
    "frame",
    "side",
)
"""Kinds of edges at which a strip shows to whoever stands before the wall: the side of a cabinet is
at the height of the eyes, like a jamb. In a corner and behind an appliance a strip hides; so it
does under a cabinet without lights."""


def seen_at(kind: EdgeKind) -> Seen:
    """Return how much a kind of edge is looked at where nobody said otherwise."""
    return SEEN_AT.get(kind, "usual")


class SeenWeights:
    """How often an objection counts at each place of a surface, by what the client looks at."""

    def __init__(
        self,
        settings: Settings,
        seen: tuple[SeenPlace, ...],
        wall: str,
        kinds: Mapping[str, EdgeKind],
    ) -> None:
        """``wall`` is the wall that the surface is of, ``kinds`` what its edges are, by id."""
        self._times: dict[Seen, int] = {
            "little": settings.seen_little,
            "usual": settings.seen_usual,
            "much": settings.seen_much,
        }
        own = {one.at: one.seen for one in seen}
        self._wall = own.pop(wall, "usual")
        self._own, self._kinds = own, kinds

    @classmethod
    def on(cls, job: Job, field: Field) -> "SeenWeights":
        """Return how often an objection counts at each place of a field."""
        kinds = {edge.id: edge.kind for edge in field.edges}
        return cls(job.settings, job.seen, field.surface.of, kinds)

    @classmethod
    def of_readings(cls, job: Job, wall: str, readings: Iterable[EdgeReading]) -> "SeenWeights":
        """Return how often an objection counts at each edge of a surface of a wall as planned."""
        kinds = {reading.edge: reading.kind for reading in readings}
        return cls(job.settings, job.seen, wall, kinds)

    def degree(self, place: str) -> Seen:
        """Return how much a place is looked at: an edge (owner and side) or a thing, by its id.

        What the client said of the thing itself holds; else it goes by the kind of edge, a degree
        more or less where all of the wall is looked at much or little.
        """
        owner = place.partition(":")[0]
        # The inside of an opening is looked at as the opening is.
        for name in (owner, owner.partition(".")[0]):
            if name in self._own:
                return self._own[name]
        kind = self._kinds.get(place)
        usual = seen_at(kind) if kind else "usual"
        moved = DEGREES.index(usual) + DEGREES.index(self._wall) - 1
        return DEGREES[min(max(moved, 0), len(DEGREES) - 1)]

    def times(self, *places: str) -> int:
        """Return how often an objection at some places counts: as where it is seen most."""
        degrees = [self.degree(place) for place in places] or ["usual"]
        return max(self._times[degree] for degree in degrees)

    def in_view(self, finding: Finding) -> bool:
        """Return whether what must be fixed shows; what is no strip always does."""
        strip = finding.rule in ("sliver", "thin-top")
        return not strip or any(self.strip_shows(place) for place in finding.places)

    def strip_shows(self, place: str) -> bool:
        """Return whether a strip at an edge shows: see `IN_VIEW`.

        What the client looks at much shows, and what they hardly look at hides. Beside a box the
        plate covers it.
        """
        kind, degree = self._kinds.get(place), self.degree(place)
        if kind is None or degree == "little":
            return False
        return kind in IN_VIEW or (degree == "much" and kind != "box") or kind == "overhead"

    def degree_of(self, finding: Finding) -> Seen:
        """Return how much a finding is looked at: as its place that is seen most."""
        degrees = [self.degree(place) for place in finding.places]
        return max(degrees, key=DEGREES.index, default="usual")

    def of(self, finding: Finding) -> int:
        """Return how often a finding counts among what there is to look at."""
        return self.times(*finding.places)
