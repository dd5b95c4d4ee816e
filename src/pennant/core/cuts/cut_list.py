"""The cuts: like pieces together, each with its marks, its tool, its tile and when it is cut."""

from collections import defaultdict
from collections.abc import Collection, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from types import MappingProxyType
from typing import Annotated, Literal, Protocol

from pydantic import Field as Described

from pennant.core.cuts.items import Stock
from pennant.core.cuts.marks import Marks, marks_of, narrowest_strip, turned
from pennant.core.cuts.sheets import saws_through, sheets_of
from pennant.core.cuts.tiles import Counted, stock_for
from pennant.core.document.job import Job
from pennant.core.document.settings import Settings
from pennant.core.document.tiles import FIELD, LaidTile, tiles_of
from pennant.core.document.tooling import Tool
from pennant.core.geometry.kept import Same, kept
from pennant.core.laying.surface_plan import LaidKitchen, SurfacePlan
from pennant.core.layout.cut_kind import HARD, CutKind
from pennant.core.layout.field import Side
from pennant.core.layout.lattice_of import may_turn, shape_of
from pennant.core.layout.pieces import Piece
from pennant.core.layout.tools import MINUTES, snaps, tool_for
from pennant.core.reading.edges import EdgeReading
from pennant.core.survey.placed import Kitchen

Stage = Literal["first", "as set", "on the wall"]
"""When it is cut: repeats first, the others as they are set, and last what the wall decides."""
REPEATS = 3
"""Like cuts from this many on are worth a stop on the saw, and are made before setting begins."""
_ENDS = ("corner", "side")
"""Edges at which the last gap is measured on the wall, where the fit closes."""
KEPT_GROUPS = 2_000
"""Groups of cuts that are kept: those of some twenty kitchens."""


@dataclass(frozen=True, slots=True)
class Hides:
    """Where a cut side of a piece comes to lie: at which edge of the plan."""

    side: Side
    edge: str


@dataclass(frozen=True, slots=True)
class CutGroup:
    """Like cuts. Marks and ``hides`` are those of the first piece, as it will sit.

    ``play`` is how far (mm) the cut may be off and still be covered: under a plate, in a joint of
    sealant. ``minutes`` are for all of them.
    """

    number: int
    kind: CutKind
    of: str
    marks: Marks
    pieces: tuple[str, ...]
    surfaces: tuple[str, ...]
    courses: tuple[int, ...]
    tool: Tool | None
    stage: Stage
    hides: tuple[Hides, ...]
    play: Annotated[float, Described(description="Millimetres.")]
    thin: bool
    minutes: float
    with_sheet: bool
    """Chips that are sawn through with their sheet, one line for all of it."""
    lines: float
    """How often a tool is set to it: once a piece, or their share of the lines of their sheets."""


@dataclass(frozen=True)
class CutList:
    """All cuts of a kitchen, in the order in which they are made, and the tiles they come from."""

    groups: tuple[CutGroup, ...]
    stocks: Mapping[str, Stock]

    @property
    def stock(self) -> Stock:
        """The wall's own tiles."""
        return self.stocks[FIELD]

    def minutes(self, tool: Tool) -> float:
        """How long the cuts of a tool take together."""
        return sum(group.minutes for group in self.groups if group.tool == tool)


class CountedKitchen(LaidKitchen, Protocol):
    """A kitchen that is laid, and says how its tiles are counted; a `Plan` is one."""

    @property
    def counted(self) -> Counted:
        """How its tiles are counted."""


def cuts_of(job: Job, planned: CountedKitchen) -> CutList:
    """Return the cuts of a job as it is laid."""
    tiles = tiles_of(job)
    pieces = [piece for surface in planned.surfaces for piece in surface.pieces]
    stocks = {of: stock_for(job, pieces, of, planned.counted) for of in tiles}
    surfaces = tuple(Same(one) for one in planned.surfaces)
    sawn = tuple(
        frozenset(sheet.cut) - frozenset(sheet.single)
        for of, (_, tile, _) in tiles.items()
        if tile.sheet is not None and saws_through(job, tile)
        for sheet in sheets_of(job, pieces, of)
    )
    groups = _groups_of(
        tuple(tiles.values()), job.settings, job.tools, planned.kitchen, surfaces, sawn
    )
    return CutList(groups, MappingProxyType(stocks))


def _how_many(groups: tuple[CutGroup, ...]) -> int:
    return len(groups)


@kept(KEPT_GROUPS, weigh=_how_many)
def _groups_of(
    tiles: tuple[LaidTile, ...],
    settings: Settings,
    tools: tuple[Tool, ...],
    kitchen: Kitchen,
    surfaces: tuple[Same[SurfacePlan], ...],
    sawn: tuple[frozenset[str], ...],
) -> tuple[CutGroup, ...]:
    """The groups of cuts in the order of cutting, kept for the steps that ask for them again.

    ``sawn`` are chips that are sawn through with their sheet, sheet by sheet.
    """
    cutting = _Cutting(tiles, settings, tools, kitchen, [one.it for one in surfaces], sawn)
    return tuple(cutting.groups())


class _Cutting:
    """Works the cuts out surface by surface, then puts like ones together."""

    def __init__(
        self,
        tiles: Iterable[LaidTile],
        settings: Settings,
        tools: tuple[Tool, ...],
        kitchen: Kitchen,
        surfaces: Sequence[SurfacePlan],
        sawn: Collection[frozenset[str]],
    ) -> None:
        self.tiles = {one.of: one for one in tiles}
        self.settings, self.tools = settings, tools
        self.kitchen, self.surfaces = kitchen, surfaces
        self.thin = {
            id_
            for surface in surfaces
            for finding in surface.findings
            if finding.rule == "thin-leg"
            for id_ in finding.pieces
        }
        self.lines = dict(_lines_each(surfaces, sawn))

    def groups(self) -> Iterator[CutGroup]:
        """Yield the groups in the order of cutting."""
        alike: dict[tuple[object, ...], list[tuple[Piece, Marks, Stage, SurfacePlan]]] = {}
        for surface in self.surfaces:
            closing = self._closing(surface)
            for piece in surface.pieces:
                if piece.kind == "full":
                    continue
                marks = self._marks(piece, surface)
                stage = self._stage(piece, surface, closing)
                with_sheet = piece.id in self.lines
                key = (*self._key(piece, marks), stage == "on the wall", with_sheet)
                alike.setdefault(key, []).append((piece, marks, stage, surface))
        found = [self._group(members) for members in alike.values()]
        order: list[Stage] = ["first", "as set", "on the wall"]
        found.sort(
            key=lambda one: (
                order.index(one.stage),
                -len(one.pieces) if one.stage == "first" else 0,
                one.surfaces,
                one.courses,
                one.pieces,
            )
        )
        for number, group in enumerate(found, 1):
            yield replace(group, number=number)

    def _marks(self, piece: Piece, surface: SurfacePlan) -> Marks:
        _, tile, pattern = self.tiles[piece.of]
        shape = shape_of(tile, pattern)
        things = self.kitchen.surface(surface.surface).things
        clearance = self.settings.box_clearance
        return marks_of(piece, shape, things, clearance)

    def _key(self, piece: Piece, marks: Marks) -> tuple[object, ...]:
        """The same for cuts that one setting of the saw makes, the tile turned round or not."""
        _, tile, pattern = self.tiles[piece.of]
        keys = [_shape(marks, self.settings)]
        if may_turn(tile, pattern):
            keys.append(_shape(turned(marks), self.settings))
        # A wedge and what is left of its tile have the same lines, and are not the same cut.
        by = self.settings.saw_within or 0.1
        size = (round(piece.width / by), round(piece.height / by))
        return (piece.of, piece.kind, *size, round(piece.area / 100), min(keys))

    def _closing(self, surface: SurfacePlan) -> set[str]:
        """Pieces at the ends where the fit closes: no kind of course has a full tile there."""
        own = [r for r in surface.edges if r.owner == surface.surface and r.kind in _ENDS]
        return {
            id_
            for reading in own
            if not any(gets.full for gets in reading.gets)
            for gets in reading.gets
            for id_ in gets.pieces
        }

    def _stage(self, piece: Piece, surface: SurfacePlan, closing: set[str]) -> Stage:
        held = piece.id in surface.held
        if held or piece.id in closing or piece.kind in ("taper", "curve"):
            return "on the wall"
        return "as set"

    def _group(self, members: Sequence[tuple[Piece, Marks, Stage, SurfacePlan]]) -> CutGroup:
        piece, marks, stage, surface = members[0]
        tile = self.tiles[piece.of].tile
        # Nippers take a chip of a sheet across its shorter side.
        side = (min if tile.sheet is not None else max)(tile.length, tile.height)
        snapped = snaps(piece.kind, tile.bevelled, narrowest_strip(marks))
        tool = tool_for(piece.kind, tile.material, self.tools, side, snapped=snapped)
        if stage != "on the wall" and len(members) >= REPEATS:
            stage = "first"
        lines = float(len(members))
        with_sheet = piece.id in self.lines
        if with_sheet:
            tool = tool if tile.material == "stick-on" else "wet saw"
            lines = sum(self.lines[one.id] for one, _, _, _ in members)
        thin = any(one.id in self.thin for one, _, _, _ in members)
        hides = tuple(_hides(piece, surface.edges))
        minutes = MINUTES.get((piece.kind, tool), MINUTES[piece.kind, None]) if tool else 0.0
        return CutGroup(
            number=0,
            kind=piece.kind,
            of=piece.of,
            marks=marks,
            pieces=tuple(one.id for one, _, _, _ in members),
            surfaces=tuple(dict.fromkeys(one.wall for one, _, _, _ in members)),
            courses=tuple(sorted({one.course for one, _, _, _ in members})),
            tool=tool,
            stage=stage,
            hides=hides,
            play=self._play(piece, surface, hides),
            thin=thin,
            minutes=minutes * lines,
            with_sheet=with_sheet,
            lines=lines,
        )

    def _play(self, piece: Piece, surface: SurfacePlan, hides: tuple[Hides, ...]) -> float:
        """How far a cut may be off: half the joint it faces, or what a plate has to spare."""
        settings = self.settings
        room = [settings.opening_gap / 2 for _ in hides]
        for thing in self.kitchen.surface(surface.surface).things:
            if thing.cover is None or piece.kind not in HARD:
                continue
            if thing.cover.overlaps(piece.box):
                hole = thing.box.grown(*[settings.box_clearance] * 4)
                reach = min(hole.x0 - thing.cover.x0, hole.y0 - thing.cover.y0)
                room.append(max(reach - settings.plate_cover, 0.0))
        return min(room, default=0.0)


def _lines_each(
    surfaces: Sequence[SurfacePlan], sawn: Collection[frozenset[str]]
) -> Iterator[tuple[str, float]]:
    """Each chip that is sawn through with its sheet, and its share of the sheet's lines: one for
    each edge that the sheet ends short at.
    """
    if not sawn:
        return
    edges: dict[str, set[str]] = defaultdict(set)
    for surface in surfaces:
        for reading in surface.edges:
            short = (gets for gets in reading.gets if not gets.full)
            for id_ in (id_ for gets in short for id_ in gets.pieces):
                edges[id_].add(reading.edge)
    for sheet in sawn:
        lines = max(len(set[str]().union(*(edges[id_] for id_ in sheet))), 1)
        for id_ in sheet:
            yield id_, lines / len(sheet)


def _shape(marks: Marks, settings: Settings) -> tuple[object, ...]:
    """The marks to the saw's own tolerance."""
    by = settings.saw_within or 0.1

    def about(value: float | None) -> int:
        return -1 if value is None else round(value / by)

    lines = sorted(
        (
            line.measured_from,
            *(about(end) for end in line.ends),
            about(line.from_low),
            about(line.from_high),
        )
        for line in marks.lines
    )
    return (
        tuple(lines),
        tuple(sorted((about(r.x), about(r.y), about(r.radius)) for r in marks.rounds)),
    )


def _hides(piece: Piece, readings: Iterable[EdgeReading]) -> Iterator[Hides]:
    """The edges that a piece's cut sides lie at."""
    facing: dict[Side, Side] = {"left": "right", "right": "left", "bottom": "top", "top": "bottom"}
    for reading in readings:
        if any(piece.id in gets.pieces for gets in reading.gets):
            own = reading.owner == piece.wall or reading.owner.startswith(f"{piece.wall}.")
            side = reading.side if own else facing[reading.side]
            of_lattice = piece.kept is not None and piece.kind != "full"
            if side in piece.cut_sides or piece.kind in ("notch", "taper", "curve") or of_lattice:
                yield Hides(side, reading.edge)
