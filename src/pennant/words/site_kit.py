"""What is taken to the site: the pieces and their places, cuts, lines, steps and clocks of a job.

With it a phone shows all that is needed there, and keeps the record, while no server is in reach.
"""

from collections.abc import Iterator, Mapping, Sequence
from typing import Literal

from pennant.core.cuts.units import Unit, units_of
from pennant.core.days.facts import Facts
from pennant.core.document.job import Job
from pennant.core.document.lengths import Units
from pennant.core.document.refusal import JobRefused
from pennant.core.document.tiles import tiles_of
from pennant.core.document.values import Value
from pennant.core.geometry.clip import Outline, ring_of
from pennant.core.geometry.rect import Rect
from pennant.core.laying.surface_plan import SurfacePlan
from pennant.core.layout.pieces import Piece
from pennant.core.plan import Plan
from pennant.core.site.clocks import Runs, lasting_of
from pennant.core.site.entries import Entry
from pennant.core.survey.placed import Surface
from pennant.drawing.kitchen import shape_of, slab_under
from pennant.words.counts import counted
from pennant.words.cuts import CutSheet, cut_sheet
from pennant.words.days import days_in_words
from pennant.words.days_values import CardText
from pennant.words.names import Names
from pennant.words.regional import Spoken, spoken_of
from pennant.words.setting_out import SettingOutText, setting_out_in_words
from pennant.words.site import CLOCKS, SiteText, site_in_words, who_says

BOXES = ("outlet", "switch")
SLAB_MM = 30.0
"""Millimetres: how thick the counter is drawn under the tile."""


class SitePiece(Value):
    """A piece as it is set: where it lies (mm on its wall), its place and its cut in words.

    ``label`` is its number on its own wall, ``A1.2`` without the wall's letter.
    ``cut`` is the number of its cut on the cut sheet, None for a whole tile.
    """

    id: str
    label: str
    box: Rect
    outline: Outline
    width: float
    height: float
    turn: float
    place: str
    cut: int | None
    colour: str


class SiteThing(Value):
    """What one sees around the tile: a window, a cabinet, a device, the counter; mm on its wall."""

    role: Literal["overhead", "opening", "counter", "device"]
    name: str
    outline: Outline


class SiteUnit(Value):
    """What one holds at once of tile that comes on sheets: a sheet or part of one, or the chips of
    it that are cut and set singly. It is set, cut and noted by one press.
    """

    id: str
    name: str
    place: str
    says: str
    pieces: tuple[str, ...]
    box: Rect


class SiteWall(Value):
    """A surface with its pieces and what stands around them.

    ``frame`` is x0, y0, x1, y1 around all pieces, in mm; what stands around them may reach past it.
    Of tile that is set one by one there are no ``units``.
    """

    surface: str
    name: str
    frame: tuple[float, float, float, float]
    pieces: tuple[SitePiece, ...]
    around: tuple[SiteThing, ...] = ()
    units: tuple[SiteUnit, ...] = ()


class Named(Value):
    """Something that can be chosen, by its name."""

    id: str
    name: str


class LastingText(Value):
    """How long a clock runs, in minutes, and what is said of it. ``until``: None is no end."""

    runs: Runs
    minutes: float
    until: float | None
    name: str
    next: str
    who: str


class SiteKit(Value):
    """All of a job that is needed on site, of one ``revision``.

    ``job`` is its id, empty where no server keeps it. ``digest`` tells the job from others and from
    its other revisions, also there. ``on_counters`` are pieces on counters that are tiled in a way
    of their own. ``cards`` are the steps of the days in their order, none where
    the days have no plan.
    """

    job: str
    name: str
    digest: str
    revision: int
    edition: int
    units: Units
    surfaces: tuple[SiteWall, ...]
    walls: tuple[Named, ...]
    boxes: tuple[Named, ...]
    cuts: CutSheet
    setting_out: tuple[SettingOutText, ...]
    cards: tuple[CardText, ...]
    lasting: tuple[LastingText, ...]
    on_counters: tuple[str, ...] = ()
    site: SiteText
    spoken: Spoken = Spoken(region="american")


class Edition(Value):
    """Which state of which job a kit is of; see `SiteKit`."""

    job: str = ""
    digest: str
    revision: int = 0
    edition: int = 0


def site_kit(
    job: Job,
    planned: Plan,
    of: Edition,
    entries: Sequence[Entry] = (),
    now: float = 0.0,
    doubts: Mapping[int, str] | None = None,
) -> SiteKit:
    """Return the kit of a job; ``now`` in minutes, ``doubts`` of entries' times by their ids."""
    sheet = cut_sheet(job, planned)
    names, facts = Names(planned.kitchen), Facts(job, planned)
    cut_of = {piece: cut.number for cut in sheet.cuts for piece in cut.pieces}
    return SiteKit.model_construct(
        job=of.job,
        name=job.name,
        digest=of.digest,
        revision=of.revision,
        edition=of.edition,
        units=job.units,
        surfaces=tuple(_surfaces(job, planned, names, cut_of)),
        walls=tuple(Named(id=one.id, name=names.thing(one.id)) for one in job.walls),
        boxes=tuple(
            Named(id=thing.id, name=thing.name)
            for surface in planned.kitchen.surfaces
            for thing in surface.things
            if thing.kind in BOXES
        ),
        cuts=sheet,
        setting_out=tuple(setting_out_in_words(job, planned)),
        cards=tuple(_cards(job, planned)),
        lasting=tuple(_lasting(facts)),
        on_counters=tuple(sorted(facts.on_counters)),
        site=site_in_words(job, planned, entries, now, doubts or {}, of.revision),
        spoken=spoken_of(job),
    )


def _surfaces(
    job: Job, planned: Plan, names: Names, cut_of: Mapping[str, int]
) -> Iterator[SiteWall]:
    tiles = tiles_of(job)
    for wall, surface in zip(planned.kitchen.surfaces, planned.surfaces, strict=True):
        by_course: dict[int, list[Piece]] = {}
        for piece in sorted(surface.pieces, key=lambda one: one.box.x0):
            by_course.setdefault(piece.course, []).append(piece)
        places = {
            piece.id: f"course {course + 1}, {_ordinal(nth)} of {len(row)} from the left"
            for course, row in by_course.items()
            for nth, piece in enumerate(row, 1)
        }
        yield SiteWall.model_construct(
            surface=surface.surface,
            name=names.thing(surface.surface),
            frame=surface.frame,
            pieces=tuple(
                SitePiece.model_construct(
                    id=piece.id,
                    label=piece.id.removeprefix(wall.code),
                    box=piece.box,
                    outline=piece.outline,
                    width=piece.width,
                    height=piece.height,
                    turn=piece.turn,
                    place=places[piece.id],
                    cut=cut_of.get(piece.id),
                    colour=tiles[piece.of].tile.colour,
                )
                for piece in surface.pieces
            ),
            around=tuple(_around(wall, surface)),
            units=tuple(_units(job, surface)),
        )


def _units(job: Job, planned: SurfacePlan) -> Iterator[SiteUnit]:
    """Each sheet with its place, and after it the chips that are cut and set singly."""
    rows: dict[tuple[str, int], dict[int, list[Unit]]] = {}
    for unit in units_of(job, planned.pieces):
        if unit.sheet is not None:
            tile = unit.sheet.id.rpartition("s")[0]
            row = rows.setdefault((tile, unit.row), {})
            row.setdefault(unit.sheet.column, []).append(unit)
    for (_, number), row in rows.items():
        for nth, column in enumerate(sorted(row), 1):
            place = f"row {number + 1} of sheets, {_ordinal(nth)} of {len(row)} from the left"
            for unit in row[column]:
                yield _unit(unit, place)


def _unit(unit: Unit, place: str) -> SiteUnit:
    many = counted(len(unit.pieces), "chip")
    assert unit.sheet is not None
    if unit.kind == "chips":
        name, says = f"{many} by sheet {unit.sheet.id}", "cut and set singly"
    else:
        name, sawn = f"Sheet {unit.id}", len(unit.pieces) - len(unit.sheet.full)
        says = "as it comes" if unit.kind == "sheet" else f"{many} of it"
        says = f"{says}, {sawn} sawn through" if sawn else says
    return SiteUnit.model_construct(
        id=unit.id, name=name, place=place, says=says, pieces=unit.pieces, box=unit.box
    )


def _around(wall: Surface, planned: SurfacePlan) -> Iterator[SiteThing]:
    """What one sees around the tile, as one stands before it."""
    if wall.bottom == "counter":
        slab = slab_under(wall, planned, SLAB_MM)
        yield SiteThing.model_construct(role="counter", name="Counter", outline=(slab,))
    for thing in wall.things:
        for shape in shape_of(thing, planned):
            yield SiteThing.model_construct(
                role="overhead" if shape.role == "overhead" else "opening",
                name=thing.name,
                outline=shape.rings,
            )
        if thing.kind in BOXES:
            outline = (ring_of(thing.box),)
            yield SiteThing.model_construct(role="device", name=thing.name, outline=outline)


def _ordinal(number: int) -> str:
    """Say a place in a row.

    >>> [_ordinal(number) for number in (1, 2, 3, 4, 11, 12, 21, 22)]
    ['1st', '2nd', '3rd', '4th', '11th', '12th', '21st', '22nd']
    """
    teens = number % 100 in (11, 12, 13)
    return f"{number}{'th' if teens else {1: 'st', 2: 'nd', 3: 'rd'}.get(number % 10, 'th')}"


def _cards(job: Job, planned: Plan) -> Iterator[CardText]:
    try:
        days = days_in_words(job, planned).days
    except JobRefused:
        return  # the days cannot be planned as they are; all else can be used
    for day in days:
        yield from day.cards


def _lasting(facts: Facts) -> Iterator[LastingText]:
    for runs, lasts in lasting_of(facts).items():
        name, then = CLOCKS[runs]
        yield LastingText(
            runs=runs,
            minutes=lasts.minutes,
            until=lasts.until,
            name=name,
            next=then,
            who=who_says(lasts.source),
        )
