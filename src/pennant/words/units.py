"""What is handled, counted in words: sheets and the chips that are set singly, else pieces."""

from collections.abc import Mapping, Sequence

from pennant.core.cuts.units import Unit, units_of
from pennant.core.document.job import Job
from pennant.core.plan import Plan
from pennant.words.counts import counted


def units_by_piece(job: Job, planned: Plan) -> dict[str, Unit]:
    """Return the unit of each piece that is handled with others; tile set singly has none."""
    return {
        id_: unit
        for surface in planned.surfaces
        for unit in units_of(job, surface.pieces)
        for id_ in unit.pieces
        if unit.kind != "piece"
    }


def counted_units(units: Mapping[str, Unit], pieces: Sequence[str]) -> str:
    """Return how much some pieces are as one handles them: ``2 sheets and 12 chips``.

    A sheet of which only some chips are meant counts whole: it is lifted at once.
    """
    own = [units[id_] for id_ in pieces if id_ in units]
    chips = sum(unit.kind == "chips" for unit in own)
    sheets = len({unit.id for unit in own if unit.kind != "chips"})
    counts = (sheets, "sheet"), (chips, "chip"), (len(pieces) - len(own), "piece")
    return " and ".join(counted(count, what) for count, what in counts if count)
