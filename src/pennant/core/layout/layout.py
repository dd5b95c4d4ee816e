"""The layout: where the pennant's tile stands and how courses or a lattice run out from it."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from pennant.core.document.module import Module, module_for
from pennant.core.document.pattern import MOST_SHORTENED, Bond, Courses, Pattern
from pennant.core.document.settings import Settings
from pennant.core.document.starts import Eased, Fitted, FullTop, Start, WholeCourses
from pennant.core.document.tile import Tile
from pennant.core.geometry.clip import Point
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.layout.field import Edge, Field
from pennant.core.layout.fit import FittedSpan, slipped, spans_between
from pennant.core.layout.lattice import Lattice
from pennant.core.layout.lattice_of import lattice_of
from pennant.core.layout.start import Carries, Plant, lattice_plant_of, plant_of


@dataclass(frozen=True)
class BorderRow:
    """A course of another tile, ``after`` courses from the pennant's, counting that one.

    It lies above them, or beneath where setting out hangs ``down`` from the top.
    """

    after: int
    down: bool
    module: Module

    def beyond(self, row: int) -> int:
        """Return which way a row is moved by the border's height: 1 up, -1 down, 0 not at all."""
        if self.down:
            return -1 if row <= -self.after else 0
        return 1 if row >= self.after else 0

    def under(self, row: int) -> bool:
        """Whether the border lies right beneath a row."""
        return row == (1 - self.after if self.down else self.after)


@dataclass(frozen=True)
class Layout:
    """How one surface is laid. ``bed_wanted`` is the joint that whole courses would need (mm).

    ``bevelled`` says that a cut edge can be told from the tile's own in a joint. On a ``lattice``
    there are no courses, and bond, spans, border and ``eased`` say nothing. Whoever wants to know
    how rows lie, what a tile's figure measures or what joints can take up asks the properties here,
    which answer for both.
    """

    plant: Plant
    module: Module
    bond: Bond
    spans: tuple[FittedSpan, ...] = ()
    border: BorderRow | None = None
    bed_wanted: float | None = None
    bevelled: bool = False
    lattice: Lattice | None = None
    eased: tuple[Eased, ...] = ()

    @property
    def origin(self) -> Point:
        """Where a lattice's origin lies: the plant is the corner of its figure."""
        figure = self.lattice.figure if self.lattice else Rect(0.0, 0.0, 0.0, 0.0)
        return self.plant.x - figure.x0, self.plant.y - figure.y0

    @property
    def in_courses(self) -> bool:
        """Whether tiles lie in level courses of their own height."""
        return self.lattice is None

    @property
    def eases(self) -> bool:
        """Whether the upright joints of a course can be made wider or narrower as it is set."""
        return self.in_courses and not self.spans

    @property
    def rows(self) -> float:
        """From a row's lower edge to the next one's, in mm."""
        return self.module.up if self.lattice is None else self.lattice.rows

    @property
    def least_width(self) -> float | None:
        """The least width of a tile (mm) by which its pieces are judged, where every edge cuts
        pieces of many sizes; None in courses, where each piece is told by its own tile.
        """
        return None if self.lattice is None else self.lattice.least_width

    @property
    def figure_width(self) -> float:
        """How wide the tile is (mm) that the pennant stands for."""
        return self.module.width if self.lattice is None else self.lattice.figure.width

    def rows_off(self, other: "Layout", height: float) -> float | None:
        """Return how far its rows are off those of another layout (mm), at most over a ``height``;
        None where one lies in courses and the other does not.
        """
        if self.in_courses != other.in_courses:
            return None
        low, other_low = self._row_begins, other._row_begins
        off = (low - other_low) % self.rows
        apart = abs(self.module.bed - other.module.bed) if self.in_courses else 0.0
        return max(min(off, self.rows - off), apart * height / self.rows)

    @property
    def _row_begins(self) -> float:
        """The height of the row that the others are counted from."""
        return self.plant.y if self.in_courses else self.origin[1]

    def past(self, x: float) -> float:
        """Return how far the tile of the pennant's course that is at ``x`` reaches past its left
        edge to it (mm), a whole tile where it ends there. A lattice goes on as if both walls were
        one: how far ``x`` is from its figure.
        """
        if not self.in_courses:
            return x - self.plant.x
        over = (x - self.right_lattice) % self.module.across
        return self.module.width if over <= EPS else over

    def same_place(self) -> tuple[object, ...]:
        """Return what is alike for all plants of one layout, whichever tile the pennant stands for.

        A row up is a shift to the right, so a start is brought down to its lowest row first; rows
        that are not all alike (staggered, or with a border) are told apart.
        """
        if self.lattice is not None:
            first, second = self.lattice.within(*self.origin)
            return round(first, 5) % 1.0, round(second, 5) % 1.0, 0, ()
        module, bond, plant = self.module, self.bond, self.plant
        alike = not bond.by_rule and self.border is None
        rows = int((plant.y + EPS) // module.up) if alike else 0
        steps = rows % 2 if bond.way == "back" else rows
        x = (plant.x - steps * bond.p / bond.q * module.across * alike + EPS) % module.across
        y = (plant.y + EPS) % module.up if alike else plant.y
        return round(x * 1000), round(y * 1000), round(module.bed * 1000), self.spans

    @property
    def right_lattice(self) -> float:
        """Left edge of a tile of the pennant's course as the layout runs right of every span."""
        return self.plant.x - (slipped(self.spans, self.spans[-1].high) if self.spans else 0.0)


def layout_of(
    start: Start,
    field: Field,
    tile: Tile,
    pattern: Pattern,
    settings: Settings,
    carries: Carries,
    kerf: float,
) -> Layout:
    """Return how a surface is laid from a start; ``carries`` is what goes on from the one before.

    ``kerf`` is what a straight cut takes away (mm). A line that the field does not have is passed
    over.
    """
    module, wanted = module_for(tile, pattern), None
    lines = lines_of(start, field)
    line = lines[0] if lines else None
    lattice = lattice_of(tile, pattern)
    if lattice is not None:
        plant = lattice_plant_of(start, field, lattice, line, carries, kerf)
        return Layout(plant, module, Bond(p=0, q=1), bevelled=tile.bevelled, lattice=lattice)
    assert isinstance(pattern, Courses)
    if isinstance(start.up, WholeCourses):
        clear = field.top_under(start.up.under) - field.foot
        wanted = whole_bed(clear, module)
        play = settings.joint_play
        bed = min(max(wanted, module.joint - play, 0.0), module.joint + play)
        module = replace(module, bed=tidy(bed))
    spans: tuple[FittedSpan, ...] = ()
    if isinstance(start.across, Fitted):
        spans = spans_between(lines, module, start.across.how, settings.joint_play)
    border = None
    if pattern.border is not None:
        other = module_for(pattern.border.tile, pattern)
        own = replace(other, joint=module.joint, bed=module.bed)
        border = BorderRow(pattern.border.after, isinstance(start.up, FullTop), own)
    plant = plant_of(start, field, module, line, carries, kerf)
    bond = pattern.bond
    if bond.way == "shortened":
        share = min(settings.ledger_apart / module.across, MOST_SHORTENED)
        bond = bond.model_copy(update={"apart": share})
    return Layout(plant, module, bond, spans, border, wanted, tile.bevelled, eased=start.eased)


def lines_of(start: Start, field: Field) -> Sequence[Edge]:
    """Return the upright lines that a start names, as far as the field has them."""
    across = start.across
    if across.kind == "full-at":
        names: tuple[str, ...] = (across.line,)
    elif across.kind == "fitted":
        names = across.lines
    else:
        return ()
    edges = {edge.id: edge for edge in field.edges if edge.upright}
    return [edges[name] for name in names if name in edges]


def whole_bed(clear: float, module: Module) -> float:
    """Return the joint between courses (mm) with which whole courses fill a clear height.

    Of all numbers of courses the one whose joint is nearest the chosen one:
    n h + (n - 1) joint = clear. A height with room for one course only keeps the joint as it is.
    """
    most = int((clear + EPS) // module.height)
    near = int((clear + module.bed) // module.up)  # as many as fit with the joint as it is
    joints = [
        (clear - count * module.height) / (count - 1)
        for count in range(max(2, near - 1), min(near + 2, most) + 1)
    ]
    return min(joints, key=lambda joint: abs(joint - module.joint), default=module.joint)
