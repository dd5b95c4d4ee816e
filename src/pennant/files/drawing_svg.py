"""A small drawing of a job as SVG: the wall, its tiles, what stands on it, and the pennant."""

from html import escape

from pennant.core.clip import Outline
from pennant.core.field import opening_rect, overhead_rect
from pennant.core.job import Job
from pennant.core.pieces import Piece
from pennant.core.plan import Plan
from pennant.core.rect import Rect

_STYLE = (
    ".j{fill:#d9d5cb}.t{stroke:none}.c{fill-opacity:.72}"
    ".o{fill:#c9b79c;stroke:#5c5346;stroke-width:4}.w{fill:#e3ebee;stroke:#5c5346;stroke-width:4}"
    ".k{fill:#5c5346}.b{fill:#c4432b!important;fill-opacity:1}"
)


def drawing_svg(job: Job, plan: Plan) -> str:
    """Return the wall to scale, 1 unit a millimetre, as a standalone SVG document.

    Pieces that must be cured are red.
    """
    bad = {p for finding in plan.findings if finding.weight == "never" for p in finding.pieces}
    x0, _, x1, y1 = plan.frame
    slab = y1 * 0.05
    parts = [_rect(Rect(*plan.field), y1, "j")]
    parts += [
        f'<path class="{_class(piece, bad)}" d="{_path(piece.outline, y1)}"/>'
        for piece in plan.pieces
    ]
    parts += [_rect(overhead_rect(o, job.wall), y1, "o") for o in job.wall.overheads]
    parts += [_rect(opening_rect(o).meet(Rect(*plan.frame)), y1, "w") for o in job.wall.openings]
    parts.append(_rect(Rect(x0, -slab, x1, 0), y1, "k"))
    parts.append(_flag(plan.pennant.x, y1 - plan.pennant.y, y1 / 5))
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="{x0:g} 0 {x1 - x0:g} {y1 + slab:g}">'
        f"<title>{escape(job.name)}</title><style>{_STYLE}.t{{fill:{job.tile.colour}}}</style>"
        f"{''.join(parts)}</svg>"
    )


def _class(piece: Piece, bad: set[str]) -> str:
    return "t" + ("" if piece.kind == "full" else " c") + (" b" if piece.id in bad else "")


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
