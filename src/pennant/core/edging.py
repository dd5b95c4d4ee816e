"""What goes along edges and under tiles while they set: sealant, trim, spacers, wedges, battens."""

from collections.abc import Iterator, Sequence

from pennant.core.field import Field
from pennant.core.job import Job
from pennant.core.pieces import Piece
from pennant.core.placed import NO_COUNTER
from pennant.core.quantity import (
    MM_PER_M,
    Quantity,
    by_sheet,
    line,
    metres,
    of_job,
    packs,
    setting,
    with_waste,
)
from pennant.core.settings import Settings
from pennant.core.sticks import Run, sticks_for
from pennant.core.tolerance import EPS
from pennant.core.working import Working, given, step

WEDGES_EACH = given("wedges a piece", 2, "wedges", "plan")


def edging(job: Job, fields: Sequence[Field], pieces: Sequence[Piece]) -> Iterator[Quantity]:
    """Yield sealant, trim, spacers, wedges and battens for the fields of the whole kitchen."""
    settings = job.settings
    sealant = job.products.sealant
    yield line("sealant", "edges", _sealant(job, fields), price=sealant.price if sealant else None)
    if runs := trim_runs(fields, settings.trim_face):
        yield _trim(job, runs)
    if job.tile.material == "stick-on":
        return
    if job.pattern.joint > EPS:
        need = step("product", "spacers", "spacers", given("pieces", len(pieces), "pieces", "plan"),
                    setting(settings, "spacers_each"))  # fmt: skip
        yield line("spacers", "setting", packs(need, "bags", setting(settings, "spacer_pack")))
    lowest = [piece for piece in pieces if piece.course == 0]
    wedges = step("product", "wedges", "wedges", WEDGES_EACH,
                  given("pieces of first courses", len(lowest), "pieces", "plan"))  # fmt: skip
    yield line("wedges", "setting", packs(wedges, "bags", setting(settings, "wedge_pack")))
    yield from _batten(job, fields)


def sealant_lengths(fields: Sequence[Field]) -> dict[str, tuple[float, float]]:
    """Return, for each kind of edge that gets sealant, its (length, gap width) in mm.

    A corner that two walls share is one bead, as long as the longer of its two sides.
    """
    found: dict[str, tuple[float, float]] = {}
    corner: float | None = None
    for field in fields:
        for (owner, side), (length, gap) in field.contacts.items():
            if gap.fills != "sealant" or length <= 0 or gap.width <= 0:
                continue
            if owner == field.surface.id and side == "left" and corner is not None:
                length, corner = max(length - corner, 0.0), None
            found[gap.edge] = (found.get(gap.edge, (0.0, 0.0))[0] + length, gap.width)
        if field.surface.id == field.surface.of:
            shared = field.surface.right in ("lapped", "laps")
            corner = field.contacts[field.surface.id, "right"][0] if shared else None
    return found


def _sealant(job: Job, fields: Sequence[Field]) -> Working:
    """Each length x width of its gap x depth of bead. A m by mm by mm is a millilitre."""
    beads = []
    settings: Settings = job.settings
    depth = setting(settings, "bead_depth")
    for edge, (length, width) in sorted(sealant_lengths(fields).items()):
        gap = given(f"gap at {edge}", width, "mm", "settings")
        run = metres(f"length at {edge}", length)
        beads.append(step("product", f"bead at {edge}", "ml", run, gap, depth))
    need = with_waste(step("sum", "beads", "ml", *beads), settings, "sealant_waste")
    return packs(need, "cartridges", by_sheet(job.products.sealant, "pack", settings, "cartridge"))


def trim_runs(fields: Sequence[Field], face: float) -> list[Run]:
    """Return every run of trim; two that meet at a corner are mitred, a face longer each."""
    runs = []
    for field in fields:
        own = [(key, length) for key, (length, gap) in field.contacts.items()
               if gap.fills == "trim" and gap.width > EPS and length > EPS]  # fmt: skip
        sides = {(owner, side) for (owner, side), _ in own}
        for (owner, side), length in own:
            beside = ("bottom", "top") if side in ("left", "right") else ("left", "right")
            mitres = sum((owner, other) in sides for other in beside)
            runs.append(Run(f"{owner}:{side}", length + mitres * face))
    return runs


def _trim(job: Job, runs: Sequence[Run]) -> Quantity:
    """Sticks by a cutting plan; beside it what length alone would say."""
    trim = job.products.trim
    stick = by_sheet(trim, "stick", job.settings, "trim_stick")
    sticks = sticks_for(runs, stick.value, job.settings.trim_kerf)
    lengths = step("sum", "runs", "m", *(metres(f"run at {run.edge}", run.length) for run in runs))
    length = step("quotient", "a stick", "m", stick, of_job(MM_PER_M, "mm a m", "plan"))
    working = given("sticks", len(sticks), "sticks", "cutting plan")
    return line(
        "trim", "edges", working, beside=packs(lengths, "sticks", length),
        price=trim.price if trim else None, sticks=tuple(sticks),
    )  # fmt: skip


def _batten(job: Job, fields: Sequence[Field]) -> Iterator[Quantity]:
    """A batten across each stretch without counter, screwed at intervals and at both ends."""
    spans = [
        metres(f"batten at {thing.id}", thing.box.x1 - thing.box.x0)
        for field in fields
        for thing in field.surface.things
        if thing.kind in NO_COUNTER
    ]
    if not spans:
        return
    length = step("sum", "batten", "m", *spans)
    yield line("batten", "setting", length)
    apart = step("quotient", "from screw to screw", "m", setting(job.settings, "batten_screw"),
                 given("mm in a m", MM_PER_M, "mm a m", "plan"))  # fmt: skip
    between = step("quotient", "spaces", "screws", length, apart)
    whole = step("round-up", "spaces, whole", "screws", between)
    ends = given("one more for each batten", len(spans), "screws", "plan")
    yield line("batten-screws", "setting", step("sum", "screws", "screws", whole, ends))
