"""The shades of a job: boxes checked as they came, and dealt, mixed or wall by wall."""

from collections import Counter
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field
from itertools import pairwise
from typing import Literal

from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused, Problem
from pennant.core.document.shades import OpenedBox, Shades
from pennant.core.plan import Plan
from pennant.core.shade.deal import Dealt, by_turns, counts_to_use, dealt, judged
from pennant.core.shade.wall_tiles import TilesToDeal, wall_of
from pennant.core.takes.quantity import MM2_PER_M2

BY_PIECE_FROM = 0.02
"""Square metres of a tile's face, about 4 x 8 in: larger ones are dealt one by one, smaller ones
from the boxes in rotation."""
MOST_DEALT = 600
"""Small tiles that are dealt one by one all the same; of more the boxes' rotation is enough."""
MOST_FACES = 6
"""Faces that are told apart: with so many, neighbours can always differ."""
LONGEST_ROTATION = 12
"""Boxes in a rotation before it comes round again: longer ones nobody keeps in mind."""

Trouble = Literal[
    "lots-differ",
    "not-the-lot",
    "short",
    "broken",
    "culls-over",
    "flat-short",
    "patches",
    "repeats",
    "not-one-shade",
]


@dataclass(frozen=True)
class ShadeNote:
    """Something that is said of the boxes or of the deal, with its numbers."""

    what: Trouble
    numbers: tuple[int, ...] = ()
    names: tuple[str, ...] = ()


@dataclass(frozen=True)
class Shading:
    """The deal. ``shades`` and ``box_after_box`` give a shade's number for each piece.

    ``faces`` gives the printed face of each piece, from 1, where the tile has several.
    ``takes`` are, tile by tile in the order of setting, the piece, its shade and the box that it is
    taken from; ``rotation`` is the order of boxes where tiles are small. ``walls`` says which shade
    a wall gets where shades are kept apart.
    """

    shades: dict[str, int]
    box_after_box: dict[str, int]
    by_piece: bool
    takes: tuple[tuple[str, int, str], ...]
    rotation: tuple[str, ...]
    walls: dict[str, int]
    faces: dict[str, int]
    culls: tuple[str, ...]
    flattest: tuple[str, ...]
    result: Dealt | None
    plain: Dealt | None
    notes: tuple[ShadeNote, ...]
    need: int
    there: int
    used: tuple[int, ...] = field(default=())


def shading_of(job: Job, plan: Plan, order: Sequence[str]) -> Shading:
    """Return how the opened boxes are dealt; ``order`` are the pieces as they are set.

    Raise `JobRefused` for boxes that cannot be read as they are, such as one opened twice.
    """
    shades = job.shades
    _refuse_if_wrong(shades)
    zones = () if shades.mixed else zones_of_shade(job)
    wall = wall_of(job, plan, order, zones)
    need, counts = len(wall.tiles), _counts(shades)
    notes = list(_arrived(job, plan, wall))
    large = job.tile.length * job.tile.height / MM2_PER_M2 >= BY_PIECE_FROM
    by_piece = large or job.tile.sheet is not None
    if sum(counts) < need:
        notes.append(ShadeNote("short", (need, sum(counts))))
        return Shading(
            {}, {}, by_piece, (), (), {}, {}, (), (), None, None, tuple(notes), need, sum(counts)
        )
    walls: dict[str, int] = {}
    result: Dealt | None = None
    if shades.mixed and (by_piece or need <= MOST_DEALT):
        stays = _stays(shades, wall)
        used = _used(need, counts, stays.values())
        result = dealt(wall, used, shades.most_alike, stays)
        numbers: Sequence[int] = result.shades
        if result.patches:
            notes.append(ShadeNote("patches", (len(result.patches), max(result.patches))))
        if result.repeats:
            notes.append(ShadeNote("repeats", (result.repeats,)))
    elif shades.mixed:
        # About what a rotation of boxes gives.
        numbers = by_turns(counts_to_use(need, counts))
    else:
        apart = wall_by_wall(job, wall, counts)
        if apart is None:
            notes.append(_not_one(wall, counts, shades))
            numbers = []
        else:
            walls = apart
            numbers = [apart[one.wall] for one in wall.tiles]
    after = _box_after_box(shades, need)
    culls, flattest = _culls(shades, wall), _flattest(shades, wall)
    return Shading(
        shades=_by_piece(wall, numbers),
        box_after_box=_by_piece(wall, after),
        by_piece=by_piece,
        takes=tuple(_takes(shades, wall, numbers)),
        rotation=rotation_of(shades.boxes),
        walls=walls,
        faces=faces_of(job, wall),
        culls=culls,
        flattest=flattest,
        result=result,
        plain=judged(wall, after, shades.most_alike),
        notes=tuple(notes),
        need=need,
        there=sum(counts),
        used=tuple(numbers.count(n) for n in range(len(counts))),
    )


def _refuse_if_wrong(shades: Shades) -> None:
    problems = []
    seen: dict[str, int] = {}
    for number, box in enumerate(shades.boxes):
        at = f"/shades/boxes/{number}"
        if box.name in seen:
            message = f"is opened twice: box {seen[box.name] + 1} is called so already"
            problems.append(Problem(pointer=f"{at}/name", message=message))
        seen.setdefault(box.name, number)
        if len(box.counts) > len(shades.names):
            message = (
                f"counts {len(box.counts)} shades, and only {len(shades.names)} are named: "
                f"{', '.join(shades.names)}"
            )
            problems.append(Problem(pointer=f"{at}/counts", message=message))
        if box.culls > sum(box.counts):
            message = f"are more than the {sum(box.counts)} tiles of the box"
            problems.append(Problem(pointer=f"{at}/culls", message=message))
    if len(set(shades.names)) < len(shades.names):
        problems.append(Problem(pointer="/shades/names", message="name one shade twice"))
    if problems:
        raise JobRefused(problems)


def _counts(shades: Shades) -> list[int]:
    """How many tiles there are of each shade."""
    return [
        sum(box.counts[n] for box in shades.boxes if n < len(box.counts))
        for n in range(len(shades.names))
    ]


def _arrived(job: Job, plan: Plan, wall: TilesToDeal) -> Iterator[ShadeNote]:
    """Boxes against the order: their lots, how many, what broke on the way."""
    boxes = job.shades.boxes
    lots = sorted({box.lot for box in boxes if box.lot})
    if job.tile.lot and any(lot != job.tile.lot for lot in lots):
        other = tuple(lot for lot in lots if lot != job.tile.lot)
        yield ShadeNote("not-the-lot", (), (job.tile.lot, *other))
    elif len(lots) > 1:
        yield ShadeNote("lots-differ", (), tuple(lots))
    broken = sum(box.broken for box in boxes)
    if broken:
        yield ShadeNote("broken", (broken, sum(map(sum, (box.counts for box in boxes))) + broken))
    culls, cut = sum(box.culls for box in boxes), sum(one.cut for one in wall.tiles)
    if culls > cut:
        yield ShadeNote("culls-over", (culls, cut))
    flat, corner = sum(box.flat for box in boxes), sum(one.corner for one in wall.tiles)
    if 0 < flat < corner:
        yield ShadeNote("flat-short", (flat, corner))


def _stays(shades: Shades, wall: TilesToDeal) -> dict[int, int]:
    """Tiles that are set already, with their shades; a shade that nobody named counts for none."""
    found = {}
    for number, one in enumerate(wall.tiles):
        for id_ in one.pieces:
            name = shades.stays.get(id_)
            if name in shades.names:
                found[number] = shades.names.index(name)
    return found


def _used(need: int, counts: Sequence[int], stays: Iterable[int]) -> list[int]:
    """How many of each shade are used: those that are set, and of what is left its share."""
    least = [0] * len(counts)
    for shade in stays:
        least[shade] += 1
    left = [max(have - few, 0) for have, few in zip(counts, least, strict=True)]
    more = counts_to_use(min(need - sum(least), sum(left)), left) if sum(left) else [0] * len(left)
    return [few + one for few, one in zip(least, more, strict=True)]


def zones_of_shade(job: Job) -> tuple[tuple[str, ...], ...]:
    """Return the walls between one inside corner, or end, and the next: these are of one shade."""
    zones: list[list[str]] = []
    for number, one in enumerate(job.walls):
        before = job.walls[number - 1].corner if number else None
        if before is not None and before.kind == "outside":
            zones[-1].append(one.id)
        else:
            zones.append([one.id])
    return tuple(tuple(zone) for zone in zones)


def wall_by_wall(job: Job, wall: TilesToDeal, counts: Sequence[int]) -> dict[str, int] | None:
    """Return one shade for each wall, changed at inside corners only, and as seldom as can be;
    None where no shade is enough.

    Walls that meet at an outside corner are of one shade: there both are seen at once.
    """
    zones = zones_of_shade(job)
    needs = [sum(tile.wall in zone for tile in wall.tiles) for zone in zones]
    best: tuple[int, list[int]] | None = None

    def go(left: list[int], given: list[int]) -> None:
        nonlocal best
        changes = sum(a != b for a, b in pairwise(given))
        if best is not None and changes >= best[0]:
            return
        if len(given) == len(zones):
            best = changes, given
            return
        need = needs[len(given)]
        # The shade of the wall before first, then the one of which most is left.
        order = sorted(range(len(left)), key=lambda s: (s != (given or [-1])[-1], -left[s], s))
        for shade in order:
            if left[shade] >= need:
                rest = [have - need * (n == shade) for n, have in enumerate(left)]
                go(rest, [*given, shade])

    go(list(counts), [])
    if best is None:
        return None
    return {id_: shade for zone, shade in zip(zones, best[1], strict=True) for id_ in zone}


def _not_one(wall: TilesToDeal, counts: Sequence[int], shades: Shades) -> ShadeNote:
    """Which wall wants most, and of which shade there is most."""
    needs = Counter(tile.wall for tile in wall.tiles)
    most = max(needs, key=lambda id_: (needs[id_], id_))
    shade = max(range(len(counts)), key=lambda n: counts[n])
    return ShadeNote("not-one-shade", (needs[most], counts[shade]), (most, shades.names[shade]))


def _by_piece(wall: TilesToDeal, numbers: Sequence[int]) -> dict[str, int]:
    return {
        id_: number for one, number in zip(wall.tiles, numbers, strict=False) for id_ in one.pieces
    }


def _box_after_box(shades: Shades, need: int) -> list[int]:
    """The shades that come of it where one box is emptied after another."""
    found = [
        number
        for box in shades.boxes
        for number, count in enumerate(box.counts)
        for _ in range(count)
    ]
    return found[:need]


def _takes(
    shades: Shades, wall: TilesToDeal, numbers: Sequence[int]
) -> Iterator[tuple[str, int, str]]:
    """From which box each tile is taken: of its shade, the one of which most is left."""
    left = {(box.name, n): count for box in shades.boxes for n, count in enumerate(box.counts)}
    for tile, shade in zip(wall.tiles, numbers, strict=False):
        boxes = [box.name for box in shades.boxes if left.get((box.name, shade), 0) > 0]
        box = max(boxes, key=lambda name: left[name, shade], default="")
        if box:
            left[box, shade] -= 1
        yield tile.pieces[0], shade, box


def rotation_of(boxes: Sequence[OpenedBox]) -> tuple[str, ...]:
    """Return in which order tiles are taken from the boxes, over and over: each as often as it
    holds tiles, as evenly as that can be.
    """
    held = [sum(box.counts) for box in boxes]
    total = sum(held)
    if not total:
        return ()

    def off(turns: int) -> tuple[float, int]:
        """How far a rotation of so many turns is from what the boxes hold."""
        shares = zip(counts_to_use(turns, held), held, strict=True)
        return round(sum(abs(one / turns - have / total) for one, have in shares), 3), turns

    turns = min(range(1, max(LONGEST_ROTATION, len(boxes)) + 1), key=off)
    return tuple(boxes[turn].name for turn in by_turns(counts_to_use(turns, held)))


def faces_of(job: Job, wall: TilesToDeal) -> dict[str, int]:
    """Return the printed face of each piece, from 1, no two alike side by side where that can be.

    Nothing for a tile of one face, or where every tile is taken as it comes.
    """
    count, many = job.tile.faces, len(wall.tiles)
    if count < 2 or many > MOST_DEALT:
        return {}
    few = min(count, MOST_FACES)
    used = [many // few + (n < many % few) for n in range(few)]
    return {id_: one + 1 for id_, one in _by_piece(wall, dealt(wall, used, 1, {}).shades).items()}


def _culls(shades: Shades, wall: TilesToDeal) -> tuple[str, ...]:
    """The cut tiles that culls are used for, the first that are set."""
    many = sum(box.culls for box in shades.boxes)
    return tuple(one.pieces[0] for one in wall.tiles if one.cut)[:many]


def _flattest(shades: Shades, wall: TilesToDeal) -> tuple[str, ...]:
    """The tiles at inside corners that the flattest are kept for."""
    many = sum(box.flat for box in shades.boxes)
    return tuple(one.pieces[0] for one in wall.tiles if one.corner)[:many]
