"""A small drawing of a job as SVG: walls, tiles, what stands on them, and the pennants."""

import math
from collections.abc import Collection, Iterator, Sequence
from html import escape

from pennant.core.clip import Outline, Ring
from pennant.core.job import Job
from pennant.core.pieces import Piece
from pennant.core.placed import Surface, between
from pennant.core.plan import Plan, SurfacePlan
from pennant.core.rect import Rect

_STYLE = (
    ".j{fill:#d9d5cb}.t{stroke:none}.c{fill-opacity:.72}"
    ".o{fill:#c9b79c;stroke:#5c5346;stroke-width:4}.w{fill:#e3ebee;stroke:#5c5346;stroke-width:4}"
    ".k{fill:#5c5346}.b{fill:#c4432b!important;fill-opacity:1}"
)


RING = 0.75
"""Radius of a label's ring, of the size of its letters."""
GAP = 240.0
"""Millimetres between walls that stand apart; joined ones meet at their fold."""


def drawing_svg(
    job: Job, plan: Plan, only: str | None = None, marks: Sequence[tuple[str, Collection[str]]] = ()
) -> str:
    """Return the walls unrolled to scale, 1 unit a millimetre, as a standalone SVG document.

    ``only`` draws one surface alone. Pieces that must be cured are red. ``marks`` are labels with
    the pieces that they stand for, which are outlined.
    """
    walls = [one for one in plan.kitchen.surfaces
             if only == one.id or (only is None and one.id == one.of)]  # fmt: skip
    made = [plan.surface(wall.id) for wall in walls]
    low = min(one.frame[1] for one in made)
    high = max(one.frame[3] for one in made)
    slab = (high - low) * 0.05
    parts, x = [], 0.0
    for wall, one in zip(walls, made, strict=True):
        parts.append(f'<g transform="translate({x - one.frame[0]:.1f} 0)">')
        parts += _wall(wall, one, high, slab)
        parts += _marks(one, marks, high)
        parts.append("</g>")
        x += one.frame[2] - one.frame[0]
        joined = wall.right in ("lapped", "laps", "folded")
        if wall is not walls[-1]:
            x += 0 if joined else GAP
            if joined:
                parts.append(_fold(x, high - low, slab))
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" '
        f'viewBox="0 0 {x:g} {high - low + slab:g}">'
        f"<title>{escape(job.name)}</title><style>{_STYLE}.t{{fill:{job.tile.colour}}}"
        f".j{{fill:{job.products.grout.colour if job.products.grout else '#d9d5cb'}}}"
        f".d{{fill:{job.pattern.border.tile.colour if job.pattern.border else 'none'}}}</style>"
        f"{''.join(parts)}</svg>"
    )


def _wall(wall: Surface, made: SurfacePlan, top: float, slab: float) -> Iterator[str]:
    bad = {p for finding in made.findings if finding.weight == "never" for p in finding.pieces}
    yield _rect(Rect(*made.field), top, "j")
    yield f'<path class="k" d="{_path((_under(wall, made, slab),), top)}"/>'
    for piece in made.pieces:
        yield f'<path class="{_class(piece, bad)}" d="{_path(piece.outline, top)}"/>'
    for thing in wall.things:
        if thing.kind in ("cabinet", "hood", "shelf", "upstand", "ledge"):
            yield f'<path class="o" d="{_path((thing.outline,), top)}"/>'
        elif thing.kind in ("window", "hatch", "niche"):
            yield _rect(thing.box.meet(Rect(*made.frame)), top, "w")
    yield _flag(made.pennant.x, top - made.pennant.y, (made.frame[3] - made.frame[1]) / 5)


def _marks(
    made: SurfacePlan, marks: Sequence[tuple[str, Collection[str]]], top: float
) -> Iterator[str]:
    """Outlines of the pieces of each mark, and over all of them each label in a ring of its own."""
    pieces = {piece.id: piece for piece in made.pieces}
    x0, y0, x1, y1 = made.frame
    size = min((y1 - y0) / 16, (x1 - x0) / 2)
    meant = [(label, [pieces[id_] for id_ in ids if id_ in pieces]) for label, ids in marks]
    for piece in dict.fromkeys(piece.id for _, own in meant for piece in own):
        yield (f'<path d="{_path(pieces[piece].outline, top)}" fill="#1f5a93" fill-opacity=".25" '
               f'stroke="#1f5a93" stroke-width="{size / 8:.1f}"/>')  # fmt: skip
    rings: list[tuple[float, float]] = []
    for label, own in meant:
        if own:
            x, y = ring_at(own, rings, Rect(x0, y0, x1, y1), size * RING)
            rings.append((x, y))
            y = top - y
            yield (f'<circle cx="{x:.1f}" cy="{y:.1f}" r="{size * RING:.1f}" fill="#fbf9f3" '
                   f'stroke="#1f5a93" stroke-width="{size / 8:.1f}"/><text x="{x:.1f}" '
                   f'y="{y + size * 0.36:.1f}" font-size="{size:.1f}" text-anchor="middle" '
                   f'font-family="sans-serif" fill="#1f5a93">{escape(label)}</text>')  # fmt: skip


def ring_at(
    pieces: Sequence[Piece], taken: Sequence[tuple[float, float]], frame: Rect, radius: float
) -> tuple[float, float]:
    """Return where a label's ring goes: on the largest of its pieces that no ring is on yet.

    Where they all have one, it goes up or down from the largest, as near as there is room.
    """

    def inside(x: float, y: float) -> tuple[float, float]:
        return (min(max(x, frame.x0 + radius), frame.x1 - radius),
                min(max(y, frame.y0 + radius), frame.y1 - radius))  # fmt: skip

    def free(place: tuple[float, float]) -> bool:
        return all(math.dist(place, other) >= 2 * radius for other in taken)

    boxes = [piece.box for piece in sorted(pieces, key=lambda piece: -piece.area)]
    centres = [inside((box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2) for box in boxes]
    x, y = centres[0]
    beside = [inside(x, y + way * step * radius) for step in range(1, 40) for way in (-1, 1)]
    return next((place for place in (*centres, *beside) if free(place)), centres[0])


def _under(wall: Surface, made: SurfacePlan, slab: float) -> Ring:
    """The counter as a slab under its own line."""
    x0, y0, x1, _ = made.frame
    return ((x0, y0 - slab), (x1, y0 - slab), *between(wall.counter, x0, x1)[::-1])


def _fold(x: float, height: float, slab: float) -> str:
    return (
        f'<line x1="{x:.1f}" y1="0" x2="{x:.1f}" y2="{height + slab:.1f}" stroke="#2a2b2b" '
        'stroke-width="8" stroke-dasharray="40 20"/>'
    )


def _class(piece: Piece, bad: set[str]) -> str:
    return (
        ("t d" if piece.border else "t")
        + ("" if piece.kind == "full" else " c")
        + (" b" if piece.id in bad else "")
    )


def _flag(x: float, y: float, size: float) -> str:
    points = f"{x:.1f},{y - size:.1f} {x + size * 0.7:.1f},{y - size * 0.8:.1f} "
    return (
        f'<g class="f"><line x1="{x:.1f}" y1="{y:.1f}" x2="{x:.1f}" y2="{y - size:.1f}" '
        f'stroke="#2a2b2b" stroke-width="{size / 14:.1f}"/>'
        f'<polygon fill="#c4432b" points="{points}{x:.1f},{y - size * 0.58:.1f}"/></g>'
    )


def _rect(rect: Rect, top: float, name: str) -> str:
    return (
        f'<rect class="{name}" x="{rect.x0:.1f}" y="{top - rect.y1:.1f}" '
        f'width="{rect.width:.1f}" height="{rect.height:.1f}"/>'
    )


def _path(outline: Outline, top: float) -> str:
    return "".join(
        "M" + "L".join(f"{x:.1f} {top - y:.1f}" for x, y in ring) + "Z" for ring in outline
    )
