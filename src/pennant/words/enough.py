"""Whether tile lasts, in words, and by when more must be ordered."""

import math
from collections.abc import Sequence

from pennant.core.cuts.cut_list import CutList
from pennant.core.cuts.sheets import LaidSheet, sheet_plan
from pennant.core.days.days import last_set
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused
from pennant.core.document.tiles import FIELD
from pennant.core.document.values import Value
from pennant.core.plan import Plan
from pennant.core.site.enough import CUTS_FOR_A_CHANCE, Enough, enough_of
from pennant.core.site.entries import Entry, NotedBox, NotedCulls, events_of, standing
from pennant.core.site.record import PieceState, Record, again_for
from pennant.words.counts import counted, what_is_bought
from pennant.words.cuts import bought_of
from pennant.words.dates import Dates
from pennant.words.done import as_it_goes


class EnoughText(Value):
    """Whether tile lasts: in short, and how that is reckoned."""

    verdict: str
    says: str
    why: str


def enough(
    job: Job, planned: Plan, cuts: CutList, record: Record, entries: Sequence[Entry]
) -> Enough:
    """Return whether the wall's own tile lasts: tile by tile, or sheet by sheet."""
    kept = standing(entries)
    came_broken = sum(one.said.broken for one in kept if isinstance(one.said, NotedBox))
    culled = sum(one.said.tiles for one in kept if isinstance(one.said, NotedCulls))
    _, bought = bought_of(job, planned)
    there = bought - came_broken
    sheets = sheet_plan(job, planned.pieces)
    if sheets is not None:
        parts = {one.id for one in sheets.laid if one.kind == "part"}
        return enough_of(
            job, sheets.as_stock, parts, of_sheets(record, sheets.laid), (), there, culled
        )
    cut = {piece.id for piece in planned.pieces if piece.of == FIELD and piece.kind != "full"}
    again = again_for(record, events_of(entries), cuts.stock.sheet, planned.pieces)
    return enough_of(job, cuts.stock, cut, record, again, there, culled)


def of_sheets(record: Record, laid: Sequence[LaidSheet]) -> Record:
    """Return a record of sheets: one is begun when any chip of it is noted."""
    states: dict[str, PieceState] = {}
    for one in laid:
        own = [state for id_ in (*one.full, *one.cut) if (state := record.states.get(id_))]
        if own:
            states[one.id] = "set" if "set" in own else own[0]
    return Record(states, {}, (), {}, ())


def enough_in_words(job: Job, found: Enough, by: str = "") -> EnoughText:
    """Say whether tile lasts, and how that is reckoned; ``by`` is when more must be ordered."""
    what = f"{what_is_bought(job.tile)}s"
    says = f"{found.left} {what} left, {found.to_come} to come"
    if found.cuts:
        says += f" with {counted(found.cuts, 'cut')}"
    if found.cut_so_far:
        says += f", {found.broke} of {counted(found.cut_so_far, 'cut')} broke"
    says += f": {found.verdict}"
    if found.order:
        lot = f" of lot {job.tile.lot}" if job.tile.lot else ""
        says += f"; order {found.order} more{lot}{f' {by}' if by else ''}"
    if found.lasts is None:
        why = (
            f"{found.spare} over when all is cut; {found.expected:.1f} are expected to break by "
            f"the settings. A chance is told from {CUTS_FOR_A_CHANCE} cuts on."
        )
    else:
        why = (
            f"{found.spare} over when all is cut. "
            f"As {found.broke} of {found.cut_so_far} cuts broke, "
            f"{found.expected:.1f} tiles more are expected to break over the {found.cuts} cuts to "
            "come, those cut in place of broken ones among them; that no more than "
            f"{max(found.spare, 0)} do has a chance of {found.lasts:.0%}."
        )
    return EnoughText(verdict=found.verdict, says=says, why=why)


def order_by(job: Job, planned: Plan, entries: Sequence[Entry]) -> str:
    """Return by when more tile must be ordered: before the last setting, by the supplier's time."""
    lead = job.settings.tile_lead
    soon = f"the supplier takes {lead:g} days"
    rest = as_it_goes(job, planned, entries)
    try:
        dates = Dates.of(rest.schedule)
        last = last_set(rest, planned, dates)
    except JobRefused:
        return soon
    if last is None:
        return soon
    by = last - math.ceil(lead)
    on = dates.date_of(by)
    if on is None:
        return f"by day {max(by, 1)}: {soon}"
    return f"by {on:%A} {on.day} {on:%B}: {soon}"
