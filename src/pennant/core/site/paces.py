"""What the record says of pace and breakage: this job's own, beside what was reckoned with."""

from collections import Counter, defaultdict
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass

from pennant.core.layout.cut_kind import CutKind
from pennant.core.site.entries import Entry, NotedBatch, NotedPieces, standing
from pennant.core.takes.quantity import Mixable

LONGEST_GAP = 90.0
"""Minutes between two entries: after a longer one nobody was at it all the time."""
LEAST_EACH = 0.15
"""Minutes a piece, 9 s: nobody sets or cuts one sooner, so what is noted sooner was noted later."""
LEAST_PIECES = 10
"""Pieces whose time is known, before a pace is told."""


@dataclass(frozen=True)
class Pace:
    """Of one kind of piece: how many were set (or cut) in how many minutes."""

    kind: CutKind
    pieces: int
    minutes: float

    @property
    def an_hour(self) -> float:
        """Pieces an hour."""
        return self.pieces / self.minutes * 60


@dataclass(frozen=True)
class Breakage:
    """Of one kind of cut: how many were made, and how many of those broke."""

    kind: CutKind
    cuts: int
    broke: int


@dataclass(frozen=True)
class Used:
    """Batches of adhesive or grout: how many were mixed, and kg of powder where it was weighed."""

    what: Mixable
    batches: int
    powder: float


@dataclass(frozen=True)
class Paces:
    """All that a record says. ``setting`` and ``cutting`` are by kind of piece."""

    setting: tuple[Pace, ...]
    cutting: tuple[Pace, ...]
    breakage: tuple[Breakage, ...]
    used: tuple[Used, ...]

    @property
    def set_an_hour(self) -> float | None:
        """Pieces set in an hour, all kinds together; None as long as too few are known."""
        pieces = sum(one.pieces for one in self.setting)
        minutes = sum(one.minutes for one in self.setting)
        return pieces / minutes * 60 if pieces >= LEAST_PIECES and minutes > 0 else None

    @property
    def broke_share(self) -> tuple[int, int]:
        """How many cuts broke, of how many."""
        cuts_made, broke = sum(b.cuts for b in self.breakage), sum(b.broke for b in self.breakage)
        return broke, cuts_made


def paces_of(entries: Sequence[Entry], kinds: Mapping[str, CutKind]) -> Paces:
    """Return what a record says; ``kinds`` is the kind of each piece of the plan.

    Pieces noted together take the minutes since the entry before, shared evenly among them.
    """
    kept = standing(entries)
    spent: dict[str, dict[CutKind, list[float]]] = {
        "set": defaultdict(list),
        "cut": defaultdict(list),
    }
    cuts_made: Counter[CutKind] = Counter()
    broke: Counter[CutKind] = Counter()
    for before, one in zip([None, *kept], kept, strict=False):
        noted = one.said
        if not isinstance(noted, NotedPieces):
            continue
        known = [kinds[piece] for piece in noted.pieces if piece in kinds]
        cut = [kind for kind in known if kind != "full"]
        if noted.event == "cut":
            cuts_made.update(cut)
        elif noted.event == "broken":
            cuts_made.update(cut)
            broke.update(cut)
        gap = one.minute - before.minute if before is not None else 0.0
        each = gap / len(known) if known else 0.0
        if noted.event in spent and each >= LEAST_EACH and gap <= LONGEST_GAP:
            for kind in known:
                spent[noted.event][kind].append(each)
    return Paces(
        tuple(_paces(spent["set"])),
        tuple(_paces(spent["cut"])),
        tuple(Breakage(kind, cuts_made[kind], broke[kind]) for kind in sorted(cuts_made)),
        tuple(_used(kept)),
    )


def _paces(spent: Mapping[CutKind, Sequence[float]]) -> Iterator[Pace]:
    for kind in sorted(spent):
        yield Pace(kind, len(spent[kind]), sum(spent[kind]))


def _used(kept: Iterable[Entry]) -> Iterator[Used]:
    batches: Counter[Mixable] = Counter()
    powder: dict[Mixable, float] = defaultdict(float)
    for one in kept:
        if isinstance(one.said, NotedBatch) and one.said.event == "mixed":
            batches[one.said.what] += 1
            powder[one.said.what] += one.said.powder or 0.0
    for what in sorted(batches):
        yield Used(what, batches[what], powder[what])
