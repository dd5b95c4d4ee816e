"""A cut as part of a page: its tile to scale, what stays of it, and the figures of its lines."""

from collections.abc import Iterator
from typing import NamedTuple

from reportlab.lib.colors import HexColor, white
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable

from pennant.core.geometry.clip import Point, Ring
from pennant.drawing.palette import PAGE, PRINT
from pennant.files.paper_fonts import FIGURES, printable
from pennant.words.cuts import CutText, MarkText

INK, THIN = HexColor(PAGE["pencil"]), HexColor(PRINT["thin"])
STAYS = HexColor(PAGE["rule"])
FIGURE = 11
"""Points: figures that one reads at arm's length, with the sheet taped up beside the saw."""
SIDE, OVER = 34, 14
"""Points beside the tile and above it, for the figures."""


class Figure(NamedTuple):
    """A figure beside a cut: the lower left of its text and how wide that is, in points."""

    x: float
    y: float
    wide: float
    says: str

    def meets(self, other: "Figure") -> bool:
        """Return whether two figures would lie on one another."""
        beside = self.x >= other.x + other.wide + 2 or other.x >= self.x + self.wide + 2
        return not beside and abs(self.y - other.y) < FIGURE


class CutFlow(Flowable):  # type: ignore[misc]
    """One cut within a width and a height (points): the tile dashed, the piece tinted."""

    def __init__(self, cut: CutText, width: float, height: float) -> None:
        super().__init__()
        self.cut = cut
        self.k = min((width - 2 * SIDE) / cut.width, (height - 2 * OVER) / cut.height)
        self.width, self.height = width, cut.height * self.k + 2 * OVER

    def wrap(self, *_: float) -> tuple[float, float]:
        """Return the room that it takes."""
        return self.width, self.height

    def draw(self) -> None:
        """Draw the tile, the piece in it, the lines to mark and their figures."""
        canvas: Canvas = self.canv
        canvas.saveState()
        canvas.translate((self.width - self.cut.width * self.k) / 2, OVER)
        canvas.setStrokeColor(THIN)
        canvas.setLineWidth(0.5)
        canvas.setDash(3, 2)
        canvas.setFillColor(white)
        canvas.drawPath(self._path(canvas, (self.cut.shape,)), stroke=1, fill=1)
        canvas.setDash()
        canvas.setFillColor(STAYS)
        canvas.setStrokeColor(INK)
        canvas.setLineWidth(0.8)
        canvas.drawPath(self._path(canvas, self.cut.outline), stroke=1, fill=1, fillMode=0)
        canvas.setFillColor(INK)
        canvas.setLineWidth(1.6)
        for mark in self.cut.marks:
            if not mark.round:
                canvas.line(*(v * self.k for v in (*mark.a, *mark.b)))
        canvas.setFont(FIGURES, FIGURE)
        for figure in self.figures():
            canvas.drawString(figure.x, figure.y, figure.says)
        canvas.restoreState()

    def figures(self) -> list["Figure"]:
        """Return every figure where it stands, moved along where it would lie on another."""
        found: list[Figure] = []
        for x, y, anchor, text in self._figures():
            says = printable(text, FIGURES)
            wide = float(stringWidth(says, FIGURES, FIGURE))
            figure = Figure(x - wide * (1 - anchor) / 2, y, wide, says)
            while any(figure.meets(other) for other in found):
                step = (4.0, 0.0) if anchor == 0 else (0.0, 4.0)
                figure = figure._replace(x=figure.x + step[0], y=figure.y + step[1])
            found.append(figure)
        return found

    def _path(self, canvas: Canvas, rings: tuple[Ring, ...]) -> object:
        path = canvas.beginPath()
        for ring in rings:
            for number, (x, y) in enumerate(ring):
                (path.lineTo if number else path.moveTo)(x * self.k, y * self.k)
            path.close()
        return path

    def _figures(self) -> Iterator[tuple[float, float, int, str]]:
        """Where each figure stands, in points: beside the edge that its line meets. The anchor is
        0 for its middle, -1 where it ends there and 1 where it begins there.
        """
        for mark in self.cut.marks:
            ends = [(at, text) for at, text in ((mark.a, mark.at_a), (mark.b, mark.at_b)) if text]
            for at, text in ends:
                yield self._beside(at, text)
            if len(ends) < 2:
                yield self._of_line(mark)

    def _beside(self, at: Point, text: str) -> tuple[float, float, int, str]:
        """Beside the end of a slanted line."""
        cut, k = self.cut, self.k
        if at[1] < cut.height / 4:
            return at[0] * k, -FIGURE, 0, text
        if at[1] > cut.height * 3 / 4:
            return at[0] * k, cut.height * k + 3, 0, text
        return (
            (-4, at[1] * k - 4, -1, text)
            if at[0] < cut.width / 2
            else (cut.width * k + 4, at[1] * k - 4, 1, text)
        )

    def _of_line(self, mark: MarkText) -> tuple[float, float, int, str]:
        """Above or below an upright line, beside a level one."""
        cut, k = self.cut, self.k
        x, y = (mark.a[0] + mark.b[0]) / 2, (mark.a[1] + mark.b[1]) / 2
        if mark.round or abs(mark.a[0] - mark.b[0]) < abs(mark.a[1] - mark.b[1]):
            return x * k, cut.height * k + 3 if y > cut.height / 2 else -FIGURE, 0, mark.size
        if x > cut.width / 2:
            return cut.width * k + 4, y * k - 4, 1, mark.size
        return -4, y * k - 4, -1, mark.size
