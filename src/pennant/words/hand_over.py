"""What is left with the client: what was laid, with what, what is spare, how it is cared for."""

from collections.abc import Iterable, Iterator

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.document.tiles import FIELD, tiles_of
from pennant.core.plan import Plan
from pennant.words.days_values import SaidUse
from pennant.words.pattern import say_pattern

CARE = (
    "Wipe with water and a mild soap; nothing that scours, no vinegar on stone or on fresh grout.",
    "Look along the sealant at counter and corners once a year: where it lets go, it is cut out "
    "and drawn anew.",
)
CARE_POROUS = (
    "The tile is open-pored: wipe oil and wine off at once, and seal it again when a drop of water "
    "darkens it."
)


def hand_over(job: Job, plan: Plan, uses: Iterable[SaidUse]) -> Iterator[tuple[str, list[str]]]:
    """Yield each part of the page with its lines; ``uses`` are what the days say of them."""
    yield "What was laid", list(_laid(job, plan))
    products = job.products
    named = [
        ("Adhesive", products.adhesive), ("Mat", products.mat), ("Grout", products.grout),
        ("Sealant", products.sealant), ("Trim", products.trim), ("Primer", products.primer),
        ("Sealer", products.sealer),
    ]  # fmt: skip
    with_what = [f"{title}: {one.name}" for title, one in named if one is not None]
    if with_what:
        yield "With what", with_what
    spare = job.settings.spare_tiles
    yield (
        "Spare",
        [
            f"{spare:g} tiles of the same lot are left for a later repair, and what is over of "
            "grout and sealant. They lie: ______________________________"
        ],
    )
    if again := [f"{use.what}: {use.when}" for use in uses]:
        yield "Used again", again
    yield "Care", [*CARE, *([CARE_POROUS] if job.tile.porous else [])]
    if job.agreed is not None:
        yield "Agreed", [f"by {job.agreed.by} on {job.agreed.on}"]


def _laid(job: Job, plan: Plan) -> Iterator[str]:
    lots = sorted({box.lot for box in job.shades.boxes if box.lot})
    for of, tile, _ in tiles_of(job).values():
        size = f"{show_with_unit(tile.length, job.step)} × {show_with_unit(tile.height, job.step)}"
        lot = tile.lot if of != FIELD or not lots else ", ".join(lots)
        yield f"{tile.name}, {size}, {tile.material}{f', lot {lot}' if lot else ''}"
    yield say_pattern(job.pattern).capitalize()
    yield f"{len(plan.pieces)} pieces, {plan.cut} of them cut"
