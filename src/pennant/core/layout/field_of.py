"""The field of a surface, built from what stands on it: keep-outs, edges, gaps, areas, contacts."""

import math
from collections.abc import Iterable, Iterator

import shapely
from shapely import LineString, Polygon

from pennant.core.document.settings import Settings
from pennant.core.geometry.clip import Line, Point, Ring, ring_area, ring_of
from pennant.core.geometry.kept import kept
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS, GRID
from pennant.core.layout.field import (
    CORNERS_OF_A_ROUND,
    SIDES,
    Contact,
    Edge,
    EdgeKind,
    Field,
    Gap,
    GapKind,
    KeepOut,
    Side,
    side_line,
)
from pennant.core.survey.placed import (
    Placed,
    Surface,
    around,
    between,
    counter_gaps,
    uncovered,
)

KEPT = 200
"""Fields kept from one plan to the next: a large kitchen's, with its returns."""


_ENDS: dict[str, tuple[EdgeKind, GapKind, str]] = {
    "corner": ("corner", "sealant", "corner_gap"),
    "lapped": ("corner", "sealant", "corner_gap"),
    "met": ("side", "sealant", "corner_gap"),
    "laps": ("corner", "sealant", "corner_gap"),
    "folded": ("open-end", "trim", "trim_face"),
    "outside": ("open-end", "trim", "trim_face"),
    "open": ("open-end", "trim", "trim_face"),
    "casing": ("side", "sealant", "opening_gap"),
    "cabinet": ("side", "sealant", "opening_gap"),
    "frame": ("frame", "sealant", "opening_gap"),
    "front": ("front", "trim", "trim_face"),
    # A bead at the counter's edge; at its back the wall's own bead covers the gap.
    "edged": ("counter-edge", "sealant", "counter_gap"),
    "back": ("back", "clearance", "counter_gap"),
}


@kept(KEPT, lambda _: 1)
def field_of(surface: Surface, settings: Settings) -> Field:
    """Return the field of a surface; starts that are compared share it."""
    return _Building(surface, settings).field()


class _Building:
    """Collects what stands on a surface, what tile keeps out of, and the edges in between."""

    def __init__(self, surface: Surface, settings: Settings) -> None:
        self.surface, self.settings = surface, settings
        self.solids: list[Ring] = []
        self.keep_outs: list[KeepOut] = []
        self.edges: list[Edge] = []
        self.trims: list[Ring] = []
        self.gaps = self._gaps()
        self.play = settings.max_edge_gap

    def field(self) -> Field:
        surface = self.surface
        counter = self._counter_line()
        gapped = any(thing.form == "gap" for thing in surface.things)
        heights = [y for _, y in counter]
        # A level counter that lies lower than the run's high point takes wedges like a falling one.
        on_foot = surface.foot is None or abs(surface.foot - min(heights)) <= EPS
        level = max(heights) - min(heights) <= EPS and not gapped and on_foot
        low = min([*heights, *(t.box.y0 for t in surface.things if t.form == "gap")])
        top_left, top_right = surface.top_left, surface.top_right
        high = max(top_left, top_right)
        left, right = self._end("left", low, high), self._end("right", low, high)
        xs = [x for x, _ in (*left, *right)]
        self.frame = Rect(min(xs), low, max(xs), high)
        line_left = self._upright_edge("left", left)
        line_right = self._upright_edge("right", right)
        line_top = self._top_edge(top_left, top_right)
        gap = self.gaps["bottom"].width
        self.inner = Rect(
            min(x for x, _ in line_left),
            low + gap if level else low,
            max(x for x, _ in line_right),
            max(y for _, y in line_top),
        )
        foot = low + gap
        if level:
            self._level_foot()
        else:
            foot = self._counter(counter)
        self._wedges(line_left, line_right, line_top, left, right)
        for thing in surface.things:
            self._thing(thing)
        return self._measured(foot)

    # --- the surface's own sides ---------------------------------------------------------------

    def _gaps(self) -> dict[Side, Gap]:
        s, settings = self.surface, self.settings

        def end(kind: str) -> Gap:
            if kind == "edge":
                return Gap("mitre", "clearance", 0.0)  # edge pieces end on one another
            edge, fills, setting = _ENDS[kind]
            return Gap(edge, fills, getattr(settings, setting))

        if s.top in ("open", "tips"):
            # Finished tips end on the line itself, and no trim hides them.
            face = settings.trim_face if s.top == "open" else 0.0
            top = Gap("open-top", "trim", face)
        elif s.top == "ceiling":
            top = Gap("ceiling", "sealant", settings.overhead_gap)
        else:
            top = end(s.top)
        counter = Gap("counter", "sealant", settings.counter_gap)
        bottom = counter if s.bottom == "counter" else end(s.bottom)
        return {"left": end(s.left), "right": end(s.right), "bottom": bottom, "top": top}

    def _counter_line(self) -> Line:
        """The counter as it is; level where its fall is nothing."""
        s = self.surface
        return between(s.counter, min(s.x0, 0.0), max(s.x1, s.x0 + EPS))

    def _end(self, side: Side, low: float, high: float) -> Line:
        """An end's own line from the bottom up, leaning as surveyed (from the datum to the top)."""
        s = self.surface
        x, lean, top = (
            (s.x0, s.left_lean, s.top_left) if side == "left" else (s.x1, s.right_lean, s.top_right)
        )
        run = lean / top if top > EPS else 0.0
        return ((x + run * low, low), (x + run * high, high))

    def _upright_edge(self, side: Side, face: Line) -> Line:
        gap, inward = self.gaps[side], 1 if side == "left" else -1
        (xa, ya), (xb, yb) = face
        if abs(xa - xb) <= self.play + EPS:
            xa = xb = max(xa, xb) if side == "left" else min(xa, xb)
        line = ((xa + inward * gap.width, ya), (xb + inward * gap.width, yb))
        self._add(self.surface.id, side, gap, line, face, inward)
        return line

    def _top_edge(self, left: float, right: float) -> Line:
        s, gap = self.surface, self.gaps["top"]
        face = ((self.frame.x0, left), (self.frame.x1, right))
        if abs(left - right) <= self.play + EPS:
            left = right = min(left, right)
        line = ((self.frame.x0, left - gap.width), (self.frame.x1, right - gap.width))
        self._add(s.id, "top", gap, line, face, -1)
        return line

    def _level_foot(self) -> None:
        frame, gap = self.frame, self.gaps["bottom"]
        line = ((frame.x0, self.inner.y0), (frame.x1, self.inner.y0))
        face = ((frame.x0, frame.y0), (frame.x1, frame.y0))
        self._add(self.surface.id, "bottom", gap, line, face, 1)

    def _counter(self, counter: Line) -> float:
        """The counter, stretch by stretch between its gaps; returns where a full course stands."""
        s, gap, frame = self.surface, self.gaps["bottom"], self.frame
        below = [thing for thing in s.things if thing.form == "gap"]
        spans = counter_gaps(below)
        stretches = uncovered(s.x0, s.x1, spans)
        feet = []
        for number, (x0, x1) in enumerate(stretches):
            face = between(counter, x0, x1)
            line = face if s.foot is None else ((x0, s.foot), (x1, s.foot))
            line = tuple((x, y + gap.width) for x, y in line)
            owner = s.id if number == 0 else f"{s.id}.{number + 1}"
            self._add(owner, "bottom", gap, line, face, 1)
            # Toward a gap in the counter tile keeps off the counter's end as it does off its top;
            # at an end of the wall the counter runs on, however the end leans.
            a = x0 - gap.width if x0 > s.x0 + EPS else min(frame.x0, x0) - 1.0
            b = x1 + gap.width if x1 < s.x1 - EPS else max(frame.x1, x1) + 1.0
            down = frame.y0 - 1.0
            self._keep_out(
                owner, ((a, down), (b, down), (b, line[-1][1]), *line[::-1], (a, line[0][1]))
            )
            c, d = x0 if x0 > s.x0 + EPS else a, x1 if x1 < s.x1 - EPS else b
            self.solids.append(
                ((c, down), (d, down), (d, face[-1][1]), *face[::-1], (c, face[0][1]))
            )
            feet += [y for _, y in line]
        for thing in below:
            self._below(thing, frame, feet)
        if not feet:
            return frame.y0
        return min(feet)

    def _below(self, thing: Placed, frame: Rect, feet: list[float]) -> None:
        """A gap in the counter: its foot, and the counter's two ends beside it."""
        x0, y0, x1, _ = thing.box
        foot = Gap("foot", "sealant", 0.0)
        line = ((x0, y0), (x1, y0))
        self._add(thing.id, "bottom", foot, line, line, 1)
        if y0 > frame.y0 + EPS:
            deep = Rect(x0, frame.y0 - 1, x1, y0)
            self._keep_out(thing.id, ring_of(deep))
            self.solids.append(ring_of(deep))
        side = self.gaps["bottom"]
        ends: tuple[tuple[Side, float, int], ...] = (("left", x0, 1), ("right", x1, -1))
        for way, x, out in ends:
            if self.surface.x0 + EPS < x < self.surface.x1 - EPS:
                high = self.surface.counter_at(x)
                edge_line = ((x + out * side.width, y0), (x + out * side.width, high))
                self._add(
                    thing.id,
                    way,
                    Gap("gap-side", side.fills, side.width),
                    edge_line,
                    ((x, y0), (x, high)),
                    out,
                )

    def _wedges(self, left: Line, right: Line, top: Line, face_l: Line, face_r: Line) -> None:
        """Keep tile out of what lies between slanted ends or top and the rectangle around them."""
        frame, s = self.frame, self.surface
        for line, face, far in ((left, face_l, -1.0), (right, face_r, 1.0)):
            outer = (frame.x0 if far < 0 else frame.x1) + far
            if line[0][0] != line[1][0]:
                self._keep_out(s.id, _strip(_longer(line), outer))
            if face[0][0] != face[1][0]:
                self.solids.append(_strip(_longer(face), outer))
        if top[0][1] != top[1][1]:
            self._keep_out(s.id, (*top, (frame.x1, frame.y1 + 1), (frame.x0, frame.y1 + 1)))
        if s.top_left != s.top_right:
            self.solids.append(
                (
                    (frame.x0, s.top_left),
                    (frame.x1, s.top_right),
                    (frame.x1, frame.y1 + 1),
                    (frame.x0, frame.y1 + 1),
                )
            )

    # --- things --------------------------------------------------------------------------------

    def _asked(self, thing: Placed, gaps: dict[Side, Gap]) -> dict[Side, Gap]:
        """The gaps of a thing, with trim at the sides where it was asked for."""
        face = self.settings.trim_face
        return {
            side: Gap(gap.edge, "trim", face) if side in thing.trim else gap
            for side, gap in gaps.items()
        }

    def _thing(self, thing: Placed) -> None:
        settings, form = self.settings, thing.form
        side = Gap("side", "sealant", settings.opening_gap)
        if form in ("mark", "gap"):
            return
        if form == "hanging":
            under = Gap("overhead", "sealant", settings.overhead_gap)
            self._slab(thing, side, under, Gap("side", "sealant", settings.overhead_gap))
        elif form == "raised":
            over = Gap("raised", "sealant", settings.counter_gap)
            self._slab(thing, side, Gap("raised", "sealant", 0.0), over)
        elif form == "opening":
            self._opening(thing)
        elif thing.round:
            self._round(thing)
        else:
            hidden = thing.cover is not None
            gap = (
                Gap("box", "clearance", settings.box_clearance)
                if hidden
                else Gap("around", "sealant", settings.opening_gap)
            )
            self._rect(thing.id, thing.box, dict.fromkeys(SIDES, gap), hidden=hidden)

    def _opening(self, thing: Placed) -> None:
        gap = self.settings.opening_gap
        front = Gap("front", "trim", self.settings.trim_face)
        kinds: dict[Side, EdgeKind] = {
            "left": "jamb",
            "right": "jamb",
            "bottom": "sill",
            "top": "head",
        }
        gaps = {
            side: front if side in thing.returns else Gap(kind, "sealant", gap)
            for side, kind in kinds.items()
        }
        self._rect(thing.id, thing.box, self._asked(thing, gaps))
        if thing.stool:
            around_ = Gap("around", "sealant", gap)
            under = {**dict.fromkeys(SIDES, around_), "bottom": Gap("sill", "sealant", gap)}
            self._rect(f"{thing.id}.stool", thing.stool, under)

    def _rect(self, owner: str, rect: Rect, gaps: dict[Side, Gap], *, hidden: bool = False) -> None:
        left, right, bottom, top = (gaps[side].width for side in SIDES)
        block = rect.grown(left, bottom, right, top)
        self.solids.append(ring_of(rect))
        self._keep_out(owner, ring_of(block), hidden=hidden)
        for side in SIDES:
            line, face = side_line(ring_of(block), side), side_line(ring_of(rect), side)
            inward = -1 if side in ("left", "bottom") else 1
            self._add(owner, side, gaps[side], line, face, inward)

    def _slab(self, thing: Placed, side: Gap, bottom: Gap, top: Gap) -> None:
        """A thing whose lower and upper lines may slope: an overhead, or a thing on the counter."""
        gaps = self._asked(thing, {"left": side, "right": side, "bottom": bottom, "top": top})
        bottom, top = gaps["bottom"], gaps["top"]
        (x0, low_l), (x1, low_r), (_, high_r), (_, high_l) = thing.outline
        face_low, face_high = (low_l, low_r), (high_l, high_r)
        if abs(low_l - low_r) <= self.play + EPS:
            low_l = low_r = min(low_l, low_r)
        if abs(high_l - high_r) <= self.play + EPS:
            high_l = high_r = max(high_l, high_r)
        low_l, low_r = low_l + thing.behind, low_r + thing.behind
        a, b = x0 - gaps["left"].width, x1 + gaps["right"].width
        solid = _between_lines(
            (x0, face_low[0] + thing.behind),
            (x1, face_low[1] + thing.behind),
            (x1, face_high[1]),
            (x0, face_high[0]),
        )
        ring = _between_lines(
            (a, low_l - bottom.width),
            (b, low_r - bottom.width),
            (b, high_r + top.width),
            (a, high_l + top.width),
        )
        if solid is None or ring is None:
            return  # tile runs up behind all of it
        self.solids.append(solid)
        self._keep_out(thing.id, ring)
        for way, gap in gaps.items():
            inward = -1 if way in ("left", "bottom") else 1
            self._add(thing.id, way, gap, side_line(ring, way), side_line(solid, way), inward)

    def _round(self, thing: Placed) -> None:
        x, y, radius = thing.round or (0.0, 0.0, 0.0)
        gap = self.settings.box_clearance
        hidden = thing.cover is not None
        fills: GapKind = "clearance" if hidden else "sealant"
        ring = circle(x, y, radius + gap)
        self.solids.append(circle(x, y, radius))
        self._keep_out(thing.id, ring, hidden=hidden)
        box = thing.box
        face = ((box.x0, y), (box.x0, y))
        self._add(thing.id, "left", Gap("box" if hidden else "around", fills, gap), face, face, -1)

    # --- collecting ----------------------------------------------------------------------------

    def _keep_out(self, owner: str, ring: Ring, *, hidden: bool = False) -> None:
        box = around(ring)
        # A level counter between two gaps has more corners than four, and is a rectangle still.
        square = abs(ring_area(ring)) >= box.area * (1 - 1e-9)
        self.keep_outs.append(KeepOut(owner, ring_of(box) if square else ring, box, square, hidden))

    def _add(self, owner: str, side: Side, gap: Gap, line: Line, face: Line, inward: int) -> None:
        self.edges.append(Edge(owner, side, gap, line, face, inward))
        if gap.fills == "trim" and gap.width > EPS:
            self.trims.append((*face, *line[::-1]))

    def _measured(self, foot: float) -> Field:
        """Areas and lengths. Where gaps overlap, trim outranks sealant and sealant clearance."""
        frame, inner = shapely.box(*self.frame), shapely.box(*self.inner)
        solid = _all(Polygon(ring) for ring in self.solids)
        gross = _less(frame, solid)
        open_ = _less(inner, _all(keep.polygon for keep in self.keep_outs if not keep.hidden))
        holes = _all(keep.polygon for keep in self.keep_outs if keep.hidden)
        tiled = _less(open_, _all([holes, solid]))
        at_edges = _less(gross, open_)
        strips = [strip for ring in self.trims if (strip := Polygon(ring)).is_valid]
        trim = shapely.intersection(at_edges, _all(strips), grid_size=GRID).area
        rest = gross.area - at_edges.area - tiled.area
        areas: dict[GapKind, float] = {
            "trim": float(trim),
            "sealant": float(at_edges.area - trim),
            "clearance": float(max(rest, 0.0)),
        }
        return Field(
            surface=self.surface,
            frame=self.frame,
            inner=self.inner,
            foot=foot,
            keep_outs=tuple(self.keep_outs),
            edges=tuple(e for e in self.edges if e.kind != "box" and len(set(e.line)) > 1),
            gross_area=float(gross.area),
            area=float(tiled.area),
            gap_areas=areas,
            contacts=dict(self._contacts(gross)),
            tiled=tiled,
        )

    def _uncovered(self, top: LineString) -> LineString:
        """An open top line without what a cabinet that hangs down to it covers: no trim is seen."""
        hung = [
            shapely.box(thing.box.x0, thing.box.y0 - 1, thing.box.x1, thing.box.y0 + 1)
            for thing in self.surface.things
            if thing.form == "hanging" and thing.box.height <= EPS
        ]
        return shapely.difference(top, shapely.union_all(hung)) if hung else top

    def _contacts(self, gross: Polygon) -> Iterator[tuple[tuple[str, Side], Contact]]:
        """Lengths along which open wall meets each edge: the line a hair inside, within it."""
        for edge in self.edges:
            runs: tuple[tuple[Point, Point], ...] = ()
            if edge.gap.edge == "around" and len(set(edge.face)) == 1:
                thing = self.surface.thing(edge.owner)
                length = math.tau * (thing.round or (0, 0, 0.0))[2]
            elif edge.gap.fills == "clearance" or len(set(edge.face)) == 1:
                continue
            else:
                hair = 2 * EPS * edge.inward
                dx, dy = (hair, 0.0) if edge.upright else (0.0, hair)
                line = LineString([(x + dx, y + dy) for x, y in edge.face])
                if edge.kind == "open-top":
                    line = self._uncovered(line)
                met = shapely.line_merge(shapely.intersection(gross, line))
                length = float(met.length)
                runs = tuple(
                    sorted(_run(part, edge) for part in shapely.get_parts(met) if part.length > EPS)
                )
            yield (edge.owner, edge.side), Contact(length, edge.gap, runs)


def _all(shapes: Iterable[Polygon]) -> Polygon:
    """All shapes together; those of no area (a cabinet that ends at the top line) left out."""
    sound = (s if s.is_valid else shapely.make_valid(s) for s in shapes if s.area > 0)
    return shapely.union_all(list(sound), grid_size=GRID)


def _run(part: LineString, edge: Edge) -> tuple[Point, Point]:
    """A stretch of an edge by its ends, up or to the right."""
    (x0, y0), (x1, y1) = part.coords[0], part.coords[-1]
    ends = sorted(
        [(float(x0), float(y0)), (float(x1), float(y1))],
        key=lambda point: point[1 if edge.upright else 0],
    )
    return ends[0], ends[1]


def _less(shape: Polygon, away: Polygon) -> Polygon:
    return shapely.difference(shape, away, grid_size=GRID)


def _between_lines(a: Point, b: Point, c: Point, d: Point) -> Ring | None:
    """What lies between a lower line from a to b and an upper one from d to c; None if nothing.

    Where they cross, it begins or ends there: a cabinet whose underside slopes may hang behind its
    top line at one end, when tile runs up behind it.
    """
    left, right = d[1] - a[1], c[1] - b[1]
    if left >= 0 and right >= 0:
        return (a, b, c, d)
    if left <= 0 and right <= 0:
        return None
    share = left / (left - right)
    cross = (a[0] + share * (b[0] - a[0]), a[1] + share * (b[1] - a[1]))
    return (cross, b, c, cross) if left < 0 else (a, cross, cross, d)


def circle(x: float, y: float, radius: float) -> Ring:
    """Return a polygon around a circle: nothing of the circle lies outside it."""
    out = radius / math.cos(math.pi / CORNERS_OF_A_ROUND)
    turns = (math.tau * (n + 0.5) / CORNERS_OF_A_ROUND for n in range(CORNERS_OF_A_ROUND))
    return tuple((x + out * math.cos(t), y + out * math.sin(t)) for t in turns)


def _longer(line: Line) -> Line:
    """A line up the wall, carried on a little past both of its ends."""
    (xa, ya), (xb, yb) = line
    run = (xb - xa) / (yb - ya) if yb > ya else 0.0
    return ((xa - run, ya - 1.0), (xb + run, yb + 1.0))


def _strip(line: Line, outer: float) -> Ring:
    """What lies between a line up the wall and an upright at ``outer``."""
    (xa, ya), (xb, yb) = line
    return ((outer, ya), (xa, ya), (xb, yb), (outer, yb))
