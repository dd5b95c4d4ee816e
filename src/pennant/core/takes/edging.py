"""What goes along edges and under tiles while they set: sealant, trim, spacers, wedges, battens."""

import math
from collections.abc import Iterator, Sequence

from pennant.core.cuts.sheets import SheetPlan
from pennant.core.document.job import Job
from pennant.core.document.pattern import Courses, has_finished_top
from pennant.core.document.settings import Settings
from pennant.core.fixing.method_of import method_of
from pennant.core.geometry.clip import Point
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.layout.field import Field
from pennant.core.layout.pieces import Piece
from pennant.core.takes.quantity import (
    MM_PER_M,
    Quantity,
    by_sheet,
    by_the_pack,
    in_metres,
    line,
    metres,
    packs,
    setting,
    with_waste,
)
from pennant.core.takes.sticks import TrimRun, sticks_for
from pennant.core.takes.working import Working, given, step

WEDGES_EACH = given("wedges a piece", 2, "wedges", "plan")


def edging(
    job: Job,
    fields: Sequence[Field],
    pieces: Sequence[Piece],
    on_counter: int,
    sheets: SheetPlan | None = None,
) -> Iterator[Quantity]:
    """Yield sealant, trim, spacers, wedges and battens for the fields of the whole kitchen.

    ``on_counter`` is how many pieces stand on the counter, each on wedges of its own. Of chips on
    ``sheets`` only those stand on spacers.
    """
    settings = job.settings
    products = job.products
    if not seals_tight(job):
        bead = sum(sealant_lengths(fields).values()) / MM_PER_M
        sealant = _sealant(job, fields)
        yield line("sealant", "edges", sealant, product=products.sealant, run=tidy(bead))
    if runs := trim_of(job, fields):
        yield _trim(job, runs)
    if not method_of(job).spaced:
        return
    if job.pattern.joint > max(EPS, job.tile.lugs + EPS):
        each = _spacers_each(job)
        need = step("product", "spacers", "spacers", _spaced(pieces, sheets), each)
        pack = by_sheet(products.spacers, "pack", settings, "spacer_pack")
        yield line(
            "spacers",
            "setting",
            packs(need, "bags", pack),
            product=products.spacers,
            each=each.value,
        )
    standing = given("pieces on the counter", on_counter, "pieces", "plan")
    if sheets is not None:
        # A sheet hangs together: it stands on wedges as one tile does.
        lowest: dict[str, int] = {}
        for laid in sheets.laid:
            lowest[laid.surface] = min(lowest.get(laid.surface, laid.row), laid.row)
        many = sum(laid.row == lowest[laid.surface] for laid in sheets.laid)
        standing = given("sheets on the counter", many, "sheets", "plan")
    wedges = step("product", "wedges", "wedges", WEDGES_EACH, standing)
    pack = by_sheet(products.wedges, "pack", settings, "wedge_pack")
    yield line("wedges", "setting", packs(wedges, "bags", pack), product=products.wedges)
    yield from _batten(job, fields)
    if job.ways.gap == "screws":
        yield from _under_tiles(job, fields, pieces)


def seals_tight(job: Job) -> bool:
    """Return whether nothing is sealed: panels that stick by themselves sit tight all round.

    Who wants a bead where water runs in chooses a sealant.
    """
    return not method_of(job).spaced and job.products.sealant is None


def _spaced(pieces: Sequence[Piece], sheets: SheetPlan | None) -> Working:
    """What stands on spacers: every piece; of chips on a backing, the sheets alone."""
    if sheets is None:
        return given("pieces", len(pieces), "pieces", "plan")
    return given("sheets", len(sheets.laid), "sheets", "plan")


def _spacers_each(job: Job) -> Working:
    """Standing on a leg, as set; flat, one wherever joints cross: where courses are shifted, an
    upright joint ends at another place than the next course's begins.
    """
    if job.ways.spacers == "leg":
        return setting(job.settings, "spacers_each")
    pattern = job.pattern
    if isinstance(pattern, Courses):
        stacked = pattern.bond.p == 0 and not pattern.bond.by_rule
    else:
        stacked = pattern.kind == "diagonal"
    crossings = 1 if stacked else 2
    return given("crossings of joints", crossings, "a piece", "plan")


def sealant_lengths(fields: Sequence[Field]) -> dict[tuple[str, float], float]:
    """Return the lengths that get sealant, in mm, by the kind of edge and the width of its gap.

    A corner that two walls share is one bead, as long as the longer of its two sides.
    """
    found: dict[tuple[str, float], float] = {}
    corner: float | None = None
    for field in fields:
        for (owner, side), (length, gap, _) in field.contacts.items():
            if gap.fills != "sealant" or length <= 0 or gap.width <= 0:
                continue
            on_wall = field.surface.id == field.surface.of
            if on_wall and owner == field.surface.id and side == "left" and corner is not None:
                length, corner = max(length - corner, 0.0), None
            found[gap.edge, gap.width] = found.get((gap.edge, gap.width), 0.0) + length
        if field.surface.id == field.surface.of:
            shared = field.surface.right in ("lapped", "met", "laps")
            corner = field.contacts[field.surface.id, "right"].length if shared else None
    return found


def _sealant(job: Job, fields: Sequence[Field]) -> Working:
    """Each length x width of its gap x depth of bead. A m by mm by mm is a millilitre."""
    beads = []
    settings: Settings = job.settings
    depth = setting(settings, "bead_depth")
    for (edge, width), length in sorted(sealant_lengths(fields).items()):
        at = f"{edge}, {width:g} mm wide"
        gap = given(f"gap at {at}", width, "mm", "settings")
        run = metres(f"length at {at}", length)
        beads.append(step("product", f"bead at {at}", "ml", run, gap, depth))
    need = with_waste(step("sum", "beads", "ml", *beads), settings, "sealant_waste")
    return packs(need, "cartridges", by_sheet(job.products.sealant, "pack", settings, "cartridge"))


def trim_runs(fields: Sequence[Field], face: float, bent_up_to: float = 0.0) -> list[TrimRun]:
    """Return every run of trim, each a piece of its own: it ends where tile goes on.

    Two that meet at a corner are mitred, a lone end is cut square. Runs lie on the lines that tile
    stops at: round a thing a mitre's long point is a face beyond its corner, while at a corner that
    tile fills from within the lines meet where the long points do. Where trim
    is bent round corners, legs that come to ``bent_up_to`` (mm) at most are one piece. The arris of
    a tiled reveal has one trim, that of the wall.
    """
    runs = []
    for field in fields:
        inside = field.surface.id != field.surface.of
        own = [
            (f"{owner}:{side}", side in ("left", "right"), run)
            for (owner, side), (_, gap, parts) in field.contacts.items()
            if gap.fills == "trim" and gap.width > EPS and not (inside and gap.edge == "front")
            for run in parts
        ]
        legs = []
        for edge, upright, ends in own:
            owner = edge.rsplit(":", 1)[0]
            others = [
                other
                for by, way, other in own
                if way != upright and by.rsplit(":", 1)[0] == owner != field.surface.id
            ]
            mitres = sum(any(_meet(end, other, face) for other in others) for end in ends)
            legs.append(TrimRun(edge, math.dist(*ends) + mitres * face))
        runs += _bent(legs, own, face, bent_up_to) if bent_up_to else legs
    return runs


def _bent(
    legs: list[TrimRun], own: list[tuple[str, bool, tuple[Point, Point]]], face: float, most: float
) -> list[TrimRun]:
    """Legs that meet at a corner as one piece, as far as a stick reaches."""
    piece = list(range(len(legs)))
    length = {n: leg.length for n, leg in enumerate(legs)}
    used: set[tuple[int, int]] = set()
    for n, (_, upright, ends) in enumerate(own):
        for at, end in enumerate(ends):
            for m, (_, way, other) in enumerate(own):
                beside = 0 if _meet(end, (other[0], other[0]), face) else 1
                free = (n, at) not in used and (m, beside) not in used
                a, b = piece[n], piece[m]
                if way == upright or a == b or not free or not _meet(end, other, face):
                    continue
                if length[a] + length[b] <= most + EPS:
                    used |= {(n, at), (m, beside)}
                    length[a] += length.pop(b)
                    piece = [a if one == b else one for one in piece]
    return [
        TrimRun("+".join(leg.edge for leg, one in zip(legs, piece, strict=True) if one == n), whole)
        for n, whole in length.items()
    ]


def trim_of(job: Job, fields: Sequence[Field]) -> list[TrimRun]:
    """Return every run of trim of a job, bent round corners where it goes so."""
    stick = by_sheet(job.products.trim, "stick", job.settings, "trim_stick").value
    return trim_runs(fields, job.settings.trim_face, stick if job.ways.trim == "bent" else 0.0)


def _meet(end: Point, other: tuple[Point, Point], face: float) -> bool:
    """Whether a run ends where another does: nearer than the width of their faces."""
    return any(max(abs(end[0] - x), abs(end[1] - y)) <= face + 0.1 for x, y in other)


def _trim(job: Job, runs: Sequence[TrimRun]) -> Quantity:
    """Sticks by a cutting plan; beside it what length alone would say."""
    trim = job.products.trim
    stick = by_sheet(trim, "stick", job.settings, "trim_stick")
    sticks = sticks_for(runs, stick.value, job.settings.trim_kerf)
    lengths = step("sum", "runs", "m", *(metres(f"run at {run.edge}", run.length) for run in runs))
    length = in_metres("a stick", stick)
    working = given("sticks", len(sticks), "sticks", "cutting plan")
    return line(
        "trim",
        "edges",
        working,
        beside=packs(lengths, "sticks", length),
        product=trim,
        sticks=tuple(sticks),
    )


def _batten(job: Job, fields: Sequence[Field]) -> Iterator[Quantity]:
    """A batten across each stretch without counter, and one along each wall whose rows are set
    upward under finished tips; screwed at intervals and at both ends.
    """
    spans = [
        metres(f"batten at {thing.id}", thing.box.x1 - thing.box.x0)
        for field in fields
        for thing in field.surface.things
        if thing.form == "gap" and job.ways.gap == "batten"
    ]
    if has_finished_top(job.pattern) and job.ways.tips == "batten":
        spans += [
            metres(f"batten along {field.surface.id}", field.inner.x1 - field.inner.x0)
            for field in fields
            if field.finished is not None
        ]
    if not spans:
        return
    length = step("sum", "batten", "m", *spans)
    yield by_the_pack("batten", "setting", length, job.products.batten, "lengths")
    apart = in_metres("from screw to screw", setting(job.settings, "batten_screw"))
    whole = [
        step(
            "round-up", "spaces, whole", "screws", step("quotient", "spaces", "screws", span, apart)
        )
        for span in spans
    ]
    ends = given("one more for each batten", len(spans), "screws", "plan")
    screws = step("sum", "screws", "screws", *whole, ends)
    yield by_the_pack("batten-screws", "setting", screws, job.products.screws)


def _under_tiles(job: Job, fields: Sequence[Field], pieces: Sequence[Piece]) -> Iterator[Quantity]:
    """Two screws under each lowest tile over a gap: in place of a batten, out when it has set."""
    count = 0
    for field in fields:
        own = [piece.box for piece in pieces if piece.wall == field.surface.id]
        for gap in (thing.box for thing in field.surface.things if thing.form == "gap"):
            over = [box for box in own if box.x0 < gap.x1 - EPS and box.x1 > gap.x0 + EPS]
            low = min((box.y0 for box in over), default=0.0)
            count += sum(box.y0 <= low + EPS for box in over)
    if count:
        two = given("under each", 2, "screws", "plan")
        tiles = given("lowest tiles over a gap", count, "tiles", "plan")
        screws = step("product", "screws", "screws", tiles, two)
        yield by_the_pack("gap-screws", "setting", screws, job.products.screws)
