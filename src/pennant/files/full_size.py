"""Sheets of full size: a story pole to hold to the wall, and templates to lay on a tile.

A page holds as much as it can; what goes on is marked to be joined. Each page has a line to check
the printer by: a page that was scaled to fit is worse than none.
"""

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from html import escape

from reportlab.lib.colors import HexColor
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import inch, mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, KeepTogether, Paragraph, Spacer

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_length
from pennant.core.geometry.clip import Ring
from pennant.core.laying.setting_out import setting_out_of
from pennant.core.plan import Plan
from pennant.drawing.palette import PAGE, PRINT
from pennant.files.paper_fonts import FIGURES, TEXT, printable
from pennant.words.cuts import CutText, cut_sheet
from pennant.words.names import rows
from pennant.words.regional import Voice
from pennant.words.setting_out import setting_out_in_words

ODD = ("notch", "curve", "hole", "taper", "angled")
"""Kinds of cut that a template helps with; straight ones are marked by two figures."""
STRIP = 58 * mm
"""Width of a strip of the pole; as many as fit lie side by side on a page."""
CHECKED_MM, CHECKED_INCHES = 100, 4
_INK, _SOFT, _CHALK = HexColor(PAGE["pencil"]), HexColor(PRINT["thin"]), HexColor(PAGE["chalk"])


@dataclass(frozen=True)
class Tick:
    """A line across the pole: how far along it (mm), and what stands beside it."""

    at: float
    says: str


class ScaleLine(Flowable):  # type: ignore[misc]
    """A line of known length, to check the printer by."""

    def __init__(self, inches: bool) -> None:
        super().__init__()
        self.length = CHECKED_INCHES * inch if inches else CHECKED_MM * mm
        self.says = f"{CHECKED_INCHES} in" if inches else f"{CHECKED_MM} mm"

    def wrap(self, *_: float) -> tuple[float, float]:
        """Return the room that it takes."""
        return self.length, 20

    def draw(self) -> None:
        """Draw the line with its ends."""
        canvas: Canvas = self.canv
        canvas.setStrokeColor(_INK)
        canvas.line(0, 6, self.length, 6)
        for x in (0, self.length):
            canvas.line(x, 2, x, 10)
        canvas.setFont(TEXT, 8)
        canvas.drawString(
            self.length + 4,
            3,
            printable(f"must measure {self.says} exactly; else print at 100 %, not scaled to fit"),
        )


class DrawnBlock(Flowable):  # type: ignore[misc]
    """A block of a page that a function draws into."""

    def __init__(self, width: float, height: float, draw: Callable[[Canvas], None]) -> None:
        super().__init__()
        self.width, self.height, self._drawn = width, height, draw

    def wrap(self, *_: float) -> tuple[float, float]:
        """Return the room that it takes."""
        return self.width, self.height

    def draw(self) -> None:
        """Draw it."""
        self.canv.saveState()
        self._drawn(self.canv)
        self.canv.restoreState()


def pole_pages(
    job: Job, plan: Plan, room: tuple[float, float], style: ParagraphStyle
) -> Iterator[Flowable]:
    """Yield each wall's story poles, upright and along, at full size on pages of so much room."""
    every = {words.surface: words for words in setting_out_in_words(job, plan)}
    voice = Voice.of(job)
    for surface in plan.kitchen.walls:
        words = every[surface.id]
        upright = [
            Tick(line.y, voice(f"{line.what}: {line.reads}"))
            for line in words.heights
            if line.y is not None
        ]
        along = [
            Tick(at, f"{show_length(at, job.step)}, {rows(job, joints.courses)}")
            for joints in setting_out_of(job, plan.kitchen, plan.surface(surface.id)).joints
            for at in joints.at
        ]
        for title, ticks in (
            ("upright, from the datum", upright),
            ("along, from the left end", along),
        ):
            if ticks:
                yield from _pole(job, f"{surface.name}, {title}", ticks, room, style)


def _pole(
    job: Job, title: str, ticks: Sequence[Tick], room: tuple[float, float], style: ParagraphStyle
) -> Iterator[Flowable]:
    """A pole in strips, each as long as a page is high, joined at their letters."""
    width, height = room
    strip = height - 60
    low = min(0.0, *(tick.at for tick in ticks))
    high = max(tick.at for tick in ticks) + 10
    count = max(1, math.ceil((high - low) * mm / strip))
    each = int(width // STRIP)
    for first in range(0, count, each):
        here = range(first, min(first + each, count))

        def draw(canvas: Canvas, here: Sequence[int] = here) -> None:
            for place, number in enumerate(here):
                _strip(
                    canvas, place * STRIP, number, count, low + number * strip / mm, strip, ticks
                )

        head = Paragraph(escape(printable(title)), style)
        yield KeepTogether([head, ScaleLine(job.units == "in"), DrawnBlock(width, strip, draw)])


def _strip(
    canvas: Canvas,
    x: float,
    number: int,
    count: int,
    low: float,
    height: float,
    ticks: Sequence[Tick],
) -> None:
    """One strip of a pole: its edge, its ticks, and the letters at which it is joined."""
    canvas.setStrokeColor(_SOFT)
    canvas.rect(x, 0, STRIP - 4, height, stroke=1, fill=0)
    canvas.setFont(FIGURES, 11)
    canvas.setFillColor(_CHALK)
    if number:
        canvas.drawString(x + STRIP - 26, 3, f"join {_letter(number)}")
    if number + 1 < count:
        canvas.drawString(x + STRIP - 26, height - 10, f"join {_letter(number + 1)}")
    canvas.setStrokeColor(_INK)
    canvas.setFillColor(_INK)
    canvas.setFont(TEXT, 8)
    last = -20.0
    for tick in sorted(ticks, key=lambda one: one.at):
        y = (tick.at - low) * mm
        if 0 <= y <= height:
            canvas.line(x, y, x + 14, y)
            if y - last >= 7:
                canvas.drawString(x + 16, y - 2, printable(tick.says)[:44])
                last = y


def _letter(number: int) -> str:
    """A, B ... Z, then AA: what is written at a join."""
    first, second = divmod(number - 1, 26)
    return (chr(64 + first) if first else "") + chr(65 + second)


def odd_cuts(job: Job, plan: Plan) -> list[CutText]:
    """Return the cuts that a template helps with."""
    return [cut for cut in cut_sheet(job, plan).cuts if cut.kind in ODD]


def template_pages(
    job: Job, plan: Plan, room: tuple[float, float], style: ParagraphStyle
) -> Iterator[Flowable]:
    """Yield a template of each odd cut at full size: what stays, on the tile as it will sit."""
    width, height = room
    found = odd_cuts(job, plan)
    if not found:
        yield Paragraph("No odd cut: every piece is marked by two figures.", style)
    for cut in found:
        across = max(1, math.ceil(cut.width * mm / width))
        up = max(1, math.ceil(cut.height * mm / (height - 70)))
        wide, tall = cut.width * mm / across, cut.height * mm / up
        for row in range(up):
            for column in range(across):
                part = (
                    f", part {column + 1} of {across}, {row + 1} of {up} up"
                    if (across * up > 1)
                    else ""
                )
                head = f"Cut {cut.number}: {cut.title}; {', '.join(cut.pieces[:8])}{part}"

                def draw(
                    canvas: Canvas,
                    cut: CutText = cut,
                    x: float = column * wide,
                    y: float = row * tall,
                    size: tuple[float, float] = (wide, tall),
                ) -> None:
                    _template(canvas, cut, x, y, size)

                yield KeepTogether(
                    [
                        Paragraph(escape(printable(head)), style),
                        ScaleLine(job.units == "in"),
                        DrawnBlock(wide, tall, draw),
                        Spacer(1, 10),
                    ]
                )


def _template(canvas: Canvas, cut: CutText, x: float, y: float, size: tuple[float, float]) -> None:
    """The part of a template that one page holds; the tile dashed, what stays solid and tinted."""
    clip = canvas.beginPath()
    clip.rect(-1, -1, size[0] + 2, size[1] + 2)
    canvas.clipPath(clip, stroke=0, fill=0)
    canvas.translate(-x, -y)
    canvas.setStrokeColor(_SOFT)
    canvas.setDash(4, 3)
    _outline(canvas, (cut.shape,), fill=False)
    canvas.setDash()
    canvas.setStrokeColor(_INK)
    canvas.setFillColor(HexColor(PRINT["sheet"]))
    _outline(canvas, cut.outline, fill=True)
    canvas.setFillColor(_INK)
    canvas.setFont(FIGURES, 12)
    canvas.drawCentredString(
        cut.width * mm / 2, cut.height * mm - 14, f"cut {cut.number}, this side up"
    )


def _outline(canvas: Canvas, rings: Sequence[Ring], *, fill: bool) -> None:
    path = canvas.beginPath()
    for ring in rings:
        for number, (x, y) in enumerate(ring):
            (path.lineTo if number else path.moveTo)(x * mm, y * mm)
        path.close()
    canvas.drawPath(path, stroke=1, fill=int(fill), fillMode=0)
