"""The unit in hand: what one lifts, spreads for, sets and notes at once.

That is a sheet of chips, or what stays on the backing of one that is cut; the chips of a sheet that
are cut and set one by one; and of other tile each piece. Whoever counts what is handled asks for
units; joints, grout and what an edge gets go by the piece.
"""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from pennant.core.cuts.sheets import LaidSheet, sheets_of
from pennant.core.document.job import Job
from pennant.core.document.tiles import tiles_of
from pennant.core.geometry.rect import Rect
from pennant.core.layout.pieces import Piece

UnitKind = Literal["piece", "sheet", "part sheet", "chips"]


@dataclass(frozen=True)
class Unit:
    """What is handled at once. ``row`` is its course, or its course of sheets, on its surface.

    ``box`` lies on the wall, ``area`` is that of the pieces' faces in mm2; ``sheet`` is the sheet
    that it is, or that its chips belong to.
    """

    id: str
    kind: UnitKind
    surface: str
    row: int
    box: Rect
    area: float
    pieces: tuple[str, ...]
    sheet: LaidSheet | None = None

    @property
    def middle(self) -> float:
        """Where its middle lies along the wall (mm)."""
        return (self.box.x0 + self.box.x1) / 2


def units_of(job: Job, pieces: Sequence[Piece]) -> list[Unit]:
    """Return what is handled of some pieces: all sheets of a tile, then tile that is set singly."""
    found: list[Unit] = []
    on_sheets: set[str] = set()
    areas = {piece.id: piece.area for piece in pieces}
    for of, laid in tiles_of(job).items():
        if laid.tile.sheet is not None:
            on_sheets.add(of)
            for sheet in sheets_of(job, pieces, of):
                found += _of_sheet(sheet, areas)
    found += [
        Unit(one.id, "piece", one.wall, one.course, one.box, one.area, (one.id,))
        for one in pieces
        if one.of not in on_sheets
    ]
    return found


def _of_sheet(sheet: LaidSheet, areas: dict[str, float]) -> Iterator[Unit]:
    """What stays on its backing, and after it the chips that are cut and set one by one."""
    single = set(sheet.single)
    on_backing = (*sheet.full, *(id_ for id_ in sheet.cut if id_ not in single))
    if on_backing:
        kind: UnitKind = "sheet" if sheet.kind == "whole" else "part sheet"
        area = sum(areas[id_] for id_ in on_backing)
        yield Unit(sheet.id, kind, sheet.surface, sheet.row, sheet.kept, area, on_backing, sheet)
    if sheet.single:
        area = sum(areas[id_] for id_ in sheet.single)
        yield Unit(
            f"{sheet.id}+", "chips", sheet.surface, sheet.row, sheet.room, area, sheet.single, sheet
        )


def only(
    units: Sequence[Unit], pieces: Sequence[Piece], meant: Callable[[str], bool]
) -> list[Unit]:
    """Return the units with those of their pieces alone that are ``meant``; none that has none."""
    areas = {piece.id: piece.area for piece in pieces}
    found = []
    for unit in units:
        own = tuple(id_ for id_ in unit.pieces if meant(id_))
        if len(own) == len(unit.pieces):
            found.append(unit)
        elif own:
            found.append(replace(unit, pieces=own, area=sum(areas[id_] for id_ in own)))
    return found
