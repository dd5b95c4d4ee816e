"""Thin boards over stretches of wall that tile does not hold on, and how far forward all comes."""

from pennant.core.document.job import Job
from pennant.core.document.notch import bed_of
from pennant.core.document.survey import Wall, Zone, zones_of
from pennant.core.fixing.method_of import comb_of
from pennant.core.geometry.tolerance import EPS
from pennant.core.survey.placing import places_of

BOARDED = ("plywood", "laminate")
"""What moves, or gives no hold: boarded over where a board is chosen."""


def bed_behind(job: Job) -> float:
    """How thick adhesive is behind the set tile, in mm: as measured, or what the comb leaves.

    Panels that stick by themselves have none.
    """
    if job.tile.material == "stick-on":
        return 0.0
    if job.settings.bed_thickness > 0:
        return job.settings.bed_thickness
    return bed_of(comb_of(job, job.tile)) + job.settings.keyed_coat


def build_up(job: Job) -> float:
    """How far tile and its bed, or the mat in its place, bring a wall's face forward, in mm."""
    mat = job.products.mat
    return job.tile.thickness + (bed_behind(job) if mat is None else mat.thickness)


def keeps_old_tile(job: Job, zone: Zone) -> bool:
    """Whether a stretch of old tile is tiled over: as is said of it, else as the job goes."""
    return zone.made_of == "old tile" and (zone.old_tile or job.ways.old_tile) == "over"


def loses_old_tile(job: Job, zone: Zone) -> bool:
    """Whether a stretch of old tile comes off."""
    return zone.made_of == "old tile" and not keeps_old_tile(job, zone)


def old_tile_at(job: Job, wall: str, low: float, high: float) -> float:
    """How thick the old tile is that stays between two places along a wall, in mm."""
    kept = [
        zone
        for at, zone in zones_of(job.walls)
        if at.id == wall and zone.over > EPS and keeps_old_tile(job, zone)
    ]
    if not kept:
        return 0.0
    along = next(places for places in places_of(job) if places.wall.id == wall).along
    return max(
        (
            zone.over
            for zone in kept
            if along(zone.id).low.at <= high + EPS and along(zone.id).high.at >= low - EPS
        ),
        default=0.0,
    )


def old_tile_at_trim(job: Job) -> float:
    """How thick the old tile is whose edge the trim of an open end covers as well, in mm."""
    return max(
        (
            old_tile_at(job, wall.id, at, at)
            for wall in job.walls
            for end, at in ((wall.left, 0.0), (wall.right, wall.length))
            if end.kind == "open"
        ),
        default=0.0,
    )


def asks_for_board(job: Job, zone: Zone) -> bool:
    """Whether a stretch of wall is better boarded over, for what it is made of or what it bears."""
    heavy = (job.tile.weight or 0.0) > job.settings.most_on_paint
    return zone.made_of in BOARDED or (heavy and zone.made_of == "painted board")


def boarded(job: Job) -> list[tuple[Wall, Zone]]:
    """Return the stretches that get a board; none where no board is chosen."""
    if job.products.board is None:
        return []
    return [(wall, zone) for wall, zone in zones_of(job.walls) if asks_for_board(job, zone)]


def is_patched(job: Job, zone: Zone) -> bool:
    """Whether a stretch is patched flat first: it is wavier than tile takes, or than the bed may
    fill by the adhesive's sheet.
    """
    adhesive = job.products.adhesive
    most = adhesive.most_bed if adhesive is not None and job.products.mat is None else None
    thick = most is not None and bed_behind(job) + zone.flat > most + EPS
    return zone.flat > job.settings.flat_within + EPS or (thick and zone.flat > EPS)


def forward_at(job: Job, wall: str, low: float, high: float) -> float:
    """How far a wall's face comes forward between two places along it, in mm: tile, what holds it,
    its board, and old tile that stays.
    """
    board = job.products.board
    on_board = board is not None and any(at.id == wall for at, _ in boarded(job))
    forward = build_up(job) + (board.thickness if board is not None and on_board else 0.0)
    return forward + old_tile_at(job, wall, low, high)


def forward_at_end(job: Job, wall: Wall, side: str) -> float:
    """How far the face comes forward at the ``left`` or ``right`` end of a wall, in mm."""
    at = 0.0 if side == "left" else wall.length
    return forward_at(job, wall.id, at, at)
