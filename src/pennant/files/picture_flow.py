"""A picture as part of a page: the shapes of the SVG writer as vectors, for grey prints too."""

from reportlab.lib.colors import Color, HexColor, white
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable

from pennant.drawing.kitchen import RING
from pennant.drawing.palette import PAGE, PRINT
from pennant.drawing.shapes import Picture, Role, Shape
from pennant.files.paper_fonts import FIGURES, printable

INK, THIN = HexColor(PAGE["pencil"]), HexColor(PRINT["thin"])
_LINES: frozenset[Role] = frozenset({"fold", "staff"})
LEAST_LINE = 0.3
"""Points: thinner lines do not print."""


class PictureFlow(Flowable):  # type: ignore[misc]
    """A picture scaled to a width and at most a height (points)."""

    def __init__(self, picture: Picture, width: float, height: float) -> None:
        super().__init__()
        self.picture = picture
        self.k = min(width / max(picture.width, 1.0), height / max(picture.height, 1.0))
        self.width, self.height = picture.width * self.k, picture.height * self.k

    def wrap(self, *_: float) -> tuple[float, float]:
        """Return the room that it takes."""
        return self.width, self.height

    def draw(self) -> None:
        """Draw every shape, then the labels in their rings."""
        canvas: Canvas = self.canv
        canvas.saveState()
        canvas.setLineWidth(LEAST_LINE)
        canvas.setStrokeColor(INK)
        for shape in self.picture.shapes:
            self._shape(canvas, shape)
        for label in self.picture.labels:
            x, y, size = label.at[0] * self.k, label.at[1] * self.k, label.size * self.k
            canvas.setFillColor(white)
            if label.ringed:
                canvas.circle(x, y, size * RING, stroke=1, fill=1)
            canvas.setFillColor(INK)
            canvas.setFont(FIGURES, max(size, 4.0))
            canvas.drawCentredString(x, y - size * 0.34, printable(label.text, FIGURES))
        canvas.restoreState()

    def _shape(self, canvas: Canvas, shape: Shape) -> None:
        path = canvas.beginPath()
        for ring in shape.rings:
            for number, (x, y) in enumerate(ring):
                (path.lineTo if number else path.moveTo)(x * self.k, y * self.k)
            if shape.role not in _LINES:
                path.close()
        if shape.role in _LINES:
            canvas.drawPath(path, stroke=1, fill=0)
            return
        canvas.setFillColor(self._fill(shape))
        canvas.setStrokeColor(THIN if shape.role in ("tile", "cut") else INK)
        canvas.drawPath(path, stroke=1, fill=1, fillMode=0)

    def _fill(self, shape: Shape) -> Color:
        colours = self.picture.colours
        if shape.role in ("tile", "cut"):
            own = HexColor(colours.others.get(shape.of, colours.tile))
            # A cut piece is paler, so that it can be told apart on a grey print too.
            share = 0.35 if shape.role == "cut" else 0.75
            return Color(*(1 - share * (1 - part) for part in own.rgb()))
        if shape.role == "joints":
            return HexColor(colours.joints)
        return HexColor(PRINT.get(shape.role, PAGE["paper"]))
