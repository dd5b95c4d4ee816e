"""Which steps of the days the record says are done: noted as such, or all of their pieces."""

from collections.abc import Collection, Mapping, Sequence
from typing import NamedTuple

from pennant.core.days.step import Step
from pennant.core.days.step_table import SETTING
from pennant.core.site.entries import Entry, NotedPieces, NotedSection, NotedStep, standing


class DoneStep(NamedTuple):
    """A step that is done, or left out with a word; ``minute`` as the entries' own."""

    step: str
    minute: float
    left_out: str = ""


def done_steps(steps: Sequence[Step], entries: Sequence[Entry]) -> list[DoneStep]:
    """Return the steps that the record says are done, in the order of the steps.

    A step of setting is done when every piece of it is set, one of grouting when all are grouted.
    """
    kept = standing(entries)
    noted = {one.said.step: one for one in kept if isinstance(one.said, NotedStep)}
    put, grouted = _when(kept, "set"), _when(kept, "grouted")
    found = []
    for step in steps:
        base = step.id.partition("@")[0]
        entry = noted.get(step.id) or noted.get(base)
        if entry is not None and isinstance(entry.said, NotedStep):
            left_out = (entry.said.words or "left out") if entry.said.event == "left out" else ""
            found.append(DoneStep(step.id, entry.minute, left_out))
            continue
        times = grouted if step.phase == "grout" else put if step.phase == "set" else {}
        if step.pieces and step.rule in (*SETTING, "set-held", "grout"):
            ends = [times.get(piece) for piece in step.pieces]
            if all(end is not None for end in ends):
                found.append(DoneStep(step.id, max(end for end in ends if end is not None)))
    return found


def passed_steps(
    steps: Sequence[Step], done: Collection[str], states: Mapping[str, str]
) -> frozenset[str]:
    """Return the steps that must be behind whoever works, because what comes after them has begun.

    Nobody notes that the room is cleared once tile is on the wall. Power is another matter: that
    it is off and tested is noted, or asked for until it is.
    """
    begun = {
        one.id
        for one in steps
        if one.id in done
        or (one.phase == "set" and any(states.get(piece) == "set" for piece in one.pieces))
    }
    by_id = {one.id: one for one in steps}
    found: set[str] = set()
    ahead = [before.step for id_ in begun for before in by_id[id_].follows]
    while ahead:
        id_ = ahead.pop()
        if id_ in found or id_ not in by_id:
            continue
        found.add(id_)
        ahead += [before.step for before in by_id[id_].follows]
    return frozenset(
        id_ for id_ in found if not by_id[id_].pieces and "power" not in by_id[id_].cautions
    )


def _when(kept: Sequence[Entry], event: str) -> dict[str, float]:
    """When each piece was last set, or grouted; one that broke or was taken off is not."""
    found: dict[str, float] = {}
    for one in kept:
        noted = one.said
        if isinstance(noted, NotedPieces) and event == "set":
            for piece in noted.pieces:
                if noted.event == "set":
                    found[piece] = one.minute
                elif noted.event in ("broken", "taken off"):
                    found.pop(piece, None)
        elif isinstance(noted, NotedSection) and noted.event == event:
            found |= dict.fromkeys(noted.pieces, one.minute)
    return found
