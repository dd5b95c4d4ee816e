"""What is left with the client: what was laid, with what, what is spare, how it is cared for."""

from collections.abc import Iterable, Iterator, Sequence

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.document.tiles import FIELD, tiles_of
from pennant.core.plan import Plan
from pennant.core.site.clocks import POT_LIFE, clocks_of
from pennant.core.site.entries import (
    Entry,
    NotedBatch,
    NotedBox,
    NotedPieces,
    NotedRefit,
    Remark,
    standing,
)
from pennant.core.takes.preparation import porous_tiles
from pennant.words.counts import counted
from pennant.words.days_values import UseText
from pennant.words.moments import local
from pennant.words.pattern import say_pattern
from pennant.words.quantities import NAMES

CARE = (
    "Wipe with water and a mild soap; nothing that scours, no vinegar on stone or on fresh grout.",
    "Look along the sealant at counter and corners once a year: where it lets go, it is cut out "
    "and drawn anew.",
)
CARE_POROUS = (
    "The tile is open-pored: wipe oil and wine off at once, and seal it again when a drop of water "
    "darkens it."
)


def hand_over(
    job: Job, plan: Plan, uses: Iterable[UseText], entries: Sequence[Entry] = ()
) -> Iterator[tuple[str, list[str]]]:
    """Yield each part of the page with its lines; ``uses`` are what the days say of them.

    ``entries`` are those of the record: lots, dates of cure, what was changed and why.
    """
    kept = standing(entries)
    yield "What was laid", list(_laid(job, plan, kept))
    products = job.products
    named = [
        ("Adhesive", products.adhesive),
        ("Mat", products.mat),
        ("Grout", products.grout),
        ("Sealant", products.sealant),
        ("Trim", products.trim),
        ("Primer", products.primer),
        ("Sealer", products.sealer),
    ]
    with_what = [f"{title}: {one.name}" for title, one in named if one is not None]
    with_what += list(_mixed(job, kept))
    if with_what:
        yield "With what", with_what
    if dates := list(_dates(job, plan, entries)):
        yield "When", dates
    if changes := list(_changes(job, kept)):
        yield "What was changed in laying, and why", changes
    spare = job.settings.spare_tiles
    yield (
        "Spare",
        [
            f"{spare:g} tiles of the same lot are left for a later repair, and what is over of "
            "grout and sealant. Stored at: ______________________________"
        ],
    )
    if again := [f"{use.what}: {use.when}" for use in uses]:
        yield "Used again", again
    yield "Care", [*CARE, *([CARE_POROUS] if porous_tiles(job) else [])]
    if job.agreed is not None:
        yield "Agreed", [f"by {job.agreed.by} on {job.agreed.on}"]


def _mixed(job: Job, kept: Sequence[Entry]) -> Iterator[str]:
    """The batches that were mixed, and of which lots."""
    for what in POT_LIFE:
        mixed = [
            one.said
            for one in kept
            if isinstance(one.said, NotedBatch)
            and one.said.event == "mixed"
            and one.said.what == what
        ]
        if mixed:
            lots = sorted({one.lot for one in mixed if one.lot})
            of = f", lot {', '.join(lots)}" if lots else ""
            yield f"{NAMES[what]}: {counted(len(mixed), 'batch', 'batches')}{of}"


def _dates(job: Job, plan: Plan, entries: Sequence[Entry]) -> Iterator[str]:
    """When the last tile was set, and until when what is still curing cures."""
    put = [
        one
        for one in standing(entries)
        if isinstance(one.said, NotedPieces) and one.said.event == "set"
    ]
    if put:
        yield f"Last tile set: {local(put[-1].minute, job):%Y-%m-%d}"
    for clock in clocks_of(job, plan, entries):
        if clock.runs == "grout cures":
            yield f"Grouted: {local(clock.starts, job):%Y-%m-%d %H:%M}"
            yield f"No water on the grout before {local(clock.ends, job):%Y-%m-%d %H:%M}"


def _changes(job: Job, kept: Sequence[Entry]) -> Iterator[str]:
    """What was planned again on the wall, and what was said of it."""
    for one in kept:
        if isinstance(one.said, NotedRefit | Remark):
            yield f"{local(one.minute, job):%Y-%m-%d}: {one.said.words}"


def _laid(job: Job, plan: Plan, kept: Sequence[Entry]) -> Iterator[str]:
    lots = sorted(
        {box.lot for box in job.shades.boxes if box.lot}
        | {one.said.lot for one in kept if isinstance(one.said, NotedBox) and one.said.lot}
    )
    for of, tile, _ in tiles_of(job).values():
        size = f"{show_with_unit(tile.length, job.step)} × {show_with_unit(tile.height, job.step)}"
        lot = tile.lot if of != FIELD or not lots else ", ".join(lots)
        yield f"{tile.name}, {size}, {tile.material}{f', lot {lot}' if lot else ''}"
    yield say_pattern(job.pattern).capitalize()
    yield f"{len(plan.pieces)} pieces, {plan.cut} of them cut"
