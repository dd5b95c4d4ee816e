"""The papers that go along, chosen and bound into one PDF: each page says whose job it is, and of
which day and revision.
"""

import io
from collections.abc import Callable, Iterator, Sequence
from functools import cached_property
from html import escape
from typing import Any

from reportlab.lib import colors
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import (
    CondPageBreak,
    Flowable,
    Image,
    KeepTogether,
    PageBreak,
    Paragraph,
    SimpleDocTemplate,
    Spacer,
    Table,
    TableStyle,
)

from pennant.core.document.job import Job
from pennant.core.plan import Plan
from pennant.core.site.entries import NotedPhotograph, standing
from pennant.drawing.kitchen import kitchen_drawing
from pennant.drawing.palette import PAGE
from pennant.files.cut_flow import CutFlow
from pennant.files.forms import Size
from pennant.files.full_size import pole_pages, template_pages
from pennant.files.paper_fonts import BOLD, FIGURES, TEXT, printable, registered
from pennant.files.papers import (
    BOUND_PAPERS,
    NO_IMPRINT,
    NOTHING_KEPT,
    PAPER_TITLES,
    PAPERS,
    Imprint,
    Making,
    Paper,
    SitePapers,
)
from pennant.files.picture_flow import PictureFlow
from pennant.words.agree import agreeing
from pennant.words.cuts import CutText, cut_sheet
from pennant.words.days import days_in_words
from pennant.words.days_values import DaysText
from pennant.words.entries import say_pieces
from pennant.words.hand_over import hand_over
from pennant.words.quantities import GROUP_NAMES, quantities_in_words, totals
from pennant.words.regional import Voice
from pennant.words.setting_out import StruckLine, setting_out_in_words
from pennant.words.sheet import sheet

SIZES: dict[Size, tuple[float, float]] = {"A4": A4, "Letter": LETTER}
MOST_PRINTED = 12
"""Photographs on the hand-over page, the last ones: more is an album."""
MARGIN = 15 * mm
CUT_COLUMNS = (0.8, 6, 7)
"""Shares of the page's width: a cut's number, its drawing, its words."""
CUT_HIGH = 90
"""Points: no cut is drawn higher."""
MOST_TICKS = 40
"""Boxes to tick for the pieces of one cut."""
ROOM_UNDER_HEADING = 70
"""Points: a heading with less room under it goes on to the next page."""


def papers_pdf(
    job: Job,
    plan: Plan,
    only: Sequence[Paper] = BOUND_PAPERS,
    size: Size | None = None,
    imprint: Imprint = NO_IMPRINT,
    kept: SitePapers = NOTHING_KEPT,
) -> bytes:
    """Return the chosen papers as one PDF: what `bound` comes to, with the same arguments."""
    *_, last = bound(job, plan, only, size, imprint, kept)
    assert isinstance(last, bytes)
    return last


def bound(
    job: Job,
    plan: Plan,
    only: Sequence[Paper] = BOUND_PAPERS,
    size: Size | None = None,
    imprint: Imprint = NO_IMPRINT,
    kept: SitePapers = NOTHING_KEPT,
) -> Iterator[Making | bytes]:
    """Yield each step of making the chosen papers as it begins, and at last all as one PDF.

    ``size`` is A4 for a job in mm, Letter in inches. ``kept`` is what the site gave: the record and
    its photographs, for the hand-over.

    Raise `JobRefused` where the days cannot be planned.
    """
    registered()
    page = SIZES[size or ("Letter" if job.units == "in" else "A4")]
    binder = _Binder(job, plan, page, kept)
    story: list[Flowable] = []
    chosen = [paper for paper in PAPERS if paper in only]
    for done, paper in enumerate(chosen):
        yield Making(PAPER_TITLES[paper], done, len(chosen))
        story += [*([PageBreak()] if story else []), *binder.paper(paper)]
    yield Making("Binding", len(chosen), len(chosen))
    out = io.BytesIO()
    document = SimpleDocTemplate(
        out,
        pagesize=page,
        leftMargin=MARGIN,
        rightMargin=MARGIN,
        topMargin=MARGIN,
        bottomMargin=MARGIN + 5 * mm,
        title=job.name,
        creator="Pennant",
        invariant=1,
    )

    def foot(canvas: Canvas, document: Any) -> None:
        canvas.saveState()
        canvas.setFont(TEXT, 8)
        canvas.setFillColor(colors.HexColor(PAGE["pencil-soft"]))
        lines = [job.name, imprint.revision, imprint.date, f"page {document.page}"]
        canvas.drawString(MARGIN, MARGIN, printable("  ·  ".join(filter(None, lines))))
        canvas.restoreState()

    document.build(story, onFirstPage=foot, onLaterPages=foot)
    yield out.getvalue()


class _Binder:
    """Makes each paper of one job."""

    def __init__(self, job: Job, plan: Plan, page: tuple[float, float], kept: SitePapers) -> None:
        self.job, self.plan, self.kept = job, plan, kept
        self.voice = Voice.of(job)
        self.width, self.height = page[0] - 2 * MARGIN, page[1] - 2 * MARGIN - 8 * mm
        self.plain = ParagraphStyle("plain", fontName=TEXT, fontSize=9.5, leading=12.5)
        self.small = ParagraphStyle(
            "small",
            parent=self.plain,
            fontSize=8.2,
            leading=10.5,
            textColor=colors.HexColor(PAGE["pencil-soft"]),
        )
        self.head = ParagraphStyle("head", fontName=FIGURES, fontSize=18, leading=22)
        self.part = ParagraphStyle("part", fontName=FIGURES, fontSize=13, leading=16, spaceBefore=8)
        self.figure = ParagraphStyle("figure", parent=self.plain, fontName=FIGURES, fontSize=11)

    def paper(self, paper: Paper) -> Iterator[Flowable]:
        """One paper, from its title on."""
        makers: dict[Paper, Callable[[], Iterator[Flowable]]] = {
            "wall": self._wall,
            "setting-out": self._setting_out,
            "client": self._client,
            "cuts": self._cuts,
            "list": self._list,
            "mixing": self._mixing,
            "days": self._days,
            "hand-over": self._hand_over,
            "pole": self._pole,
            "templates": self._templates,
        }
        yield self._text(PAPER_TITLES[paper], self.head)
        yield from makers[paper]()

    def _text(self, text: str, style: ParagraphStyle | None = None) -> Paragraph:
        """The job's own words are escaped: the library reads markup."""
        style = style or self.plain
        return Paragraph(escape(printable(self.voice(text), style.fontName)), style)

    def _heading(self, text: str) -> Iterator[Flowable]:
        """A heading that does not stand alone at the foot of a page."""
        yield CondPageBreak(ROOM_UNDER_HEADING)
        yield self._text(text, self.part)

    def _row(self, *cells: str, bold: bool = False) -> list[Paragraph]:
        first = ParagraphStyle("bold", parent=self.plain, fontName=BOLD) if bold else self.plain
        return [self._text(cell, first if not n else self.plain) for n, cell in enumerate(cells)]

    def _table(self, rows: Sequence[Sequence[Any]], *shares: float) -> Table:
        widths = [self.width * share / sum(shares) for share in shares]
        table = Table(rows, colWidths=widths, repeatRows=0)
        table.setStyle(
            TableStyle(
                [
                    ("VALIGN", (0, 0), (-1, -1), "TOP"),
                    ("TOPPADDING", (0, 0), (-1, -1), 1.5),
                    ("BOTTOMPADDING", (0, 0), (-1, -1), 1.5),
                    ("LEFTPADDING", (0, 0), (-1, -1), 2),
                    ("LINEBELOW", (0, 0), (-1, -1), 0.3, colors.HexColor(PAGE["rule"])),
                ]
            )
        )
        return table

    def _wall(self) -> Iterator[Flowable]:
        words = sheet(self.job, self.plan)
        for surface in words.surfaces:
            picture = kitchen_drawing(self.job, self.plan, only=surface.surface)
            yield KeepTogether(
                [
                    self._text(surface.name, self.part),
                    self._text(f"Start: {surface.start}; {surface.summary}", self.small),
                    Spacer(1, 3),
                    PictureFlow(picture, self.width, self.height * 0.34),
                ]
            )
            rows = [
                self._row(edge.name, gets.size, gets.note, gets.courses)
                for edge in surface.edges
                for gets in edge.gets
            ]
            if rows:
                yield Spacer(1, 4)
                yield self._table(rows, 4, 3, 3, 4)
        if words.findings:
            yield from self._heading("To look at")
            for finding in words.findings:
                yield self._text(f"{finding.title}. {finding.detail}")

    def _setting_out(self) -> Iterator[Flowable]:
        names = {surface.id: surface.name for surface in self.plan.kitchen.surfaces}
        for words in setting_out_in_words(self.job, self.plan):
            yield from self._heading(names[words.surface])
            yield self._text(words.begin, self.small)
            lines: tuple[StruckLine, ...] = (
                *words.start,
                *words.heights,
                *words.joints,
                *words.trims,
                *words.diagonals,
                *words.areas,
            )
            rows = [self._row(one.what, one.reads, one.note) for one in lines]
            if rows:
                yield self._table(rows, 4, 4, 4)

    def _client(self) -> Iterator[Flowable]:
        page = agreeing(self.job, self.plan)
        for item in page.whole:
            yield self._text(item.says)
        for wall in page.walls:
            marks = [(str(item.number), item.pieces) for item in wall.items if item.number]
            picture = kitchen_drawing(self.job, self.plan, only=wall.surface, marks=marks)
            yield KeepTogether(
                [
                    self._text(wall.name, self.part),
                    PictureFlow(picture, self.width, self.height * 0.3),
                    Spacer(1, 4),
                ]
            )
            rows = [
                self._row(str(item.number or ""), item.says, item.detail) for item in wall.items
            ]
            if rows:
                yield self._table(rows, 0.6, 6, 6)
        yield Spacer(1, 30)
        yield self._text("Agreed: ______________________________    Date: ______________")

    def _cuts(self) -> Iterator[Flowable]:
        found = cut_sheet(self.job, self.plan)
        yield self._text(f"{found.stock.rstrip('.')}. {found.assumes}", self.small)
        for tool in found.tools:
            yield self._text(f"{tool.says}. {tool.caution}", self.small)
        for one in found.sheets:
            yield from self._heading("Sheets")
            for says in (*one.lies, *one.levels):
                yield self._text(f"{says}.")
            rows = [
                self._row(part.id, part.where, part.says, part.taken_from, bold=True)
                for part in one.parts
            ]
            if rows:
                head = self._row("sheet", "wall", "what is cut of it", "from")
                yield self._table([head, *rows], 1, 2, 7, 2)
        for stage, title in found.stages.items():
            for by in dict.fromkeys(cut.tool for cut in found.cuts if cut.stage == stage):
                own = [cut for cut in found.cuts if (cut.stage, cut.tool) == (stage, by)]
                yield from self._heading(f"{title} ({by})")
                yield self._table([self._cut(cut) for cut in own], *CUT_COLUMNS)

    def _cut(self, cut: CutText) -> list[Flowable | list[Flowable]]:
        """A box to tick for each piece, the cut drawn in its tile, and what there is to know."""
        wide = self.width * CUT_COLUMNS[1] / sum(CUT_COLUMNS) - 4
        about = filter(None, (cut.where, cut.hides, cut.play, cut.risk))
        tiles = ", ".join(str(place.tile) for place in cut.tiles)
        return [
            [self._text(str(cut.number), self.part)],
            [CutFlow(cut, wide, CUT_HIGH)],
            [
                self._text(f"{len(cut.pieces)} × {cut.title}", self.figure),
                *(self._text(mark.says) for mark in cut.marks),
                self._text("; ".join(about), self.small),
                self._text(f"{say_pieces(cut.pieces)} from tile {tiles}", self.small),
                self._text("☐ " * min(len(cut.pieces), MOST_TICKS)),
            ],
        ]

    def _list(self) -> Iterator[Flowable]:
        lines = list(quantities_in_words(self.job, self.plan))
        for group, title in GROUP_NAMES.items():
            rows = [
                self._row(
                    "☐" if line.buy else "",
                    line.name,
                    line.to_get,
                    "; ".join(filter(None, (line.gist, line.left))),
                    line.weighs,
                    f"{line.cost:.2f}" if line.cost else "",
                )
                for line in lines
                if line.group == group
            ]
            if rows:
                yield from self._heading(title)
                yield self._table(rows, 0.6, 4.2, 2.6, 4.6, 2.1, 1.2)
        whole = totals(self.job, lines)
        if whole.cost or whole.weight:
            yield Spacer(1, 4)
            yield self._text(
                f"Still to get, as far as known: {whole.weighs}, {whole.cost:.2f}",
                self.figure,
            )

    def _mixing(self) -> Iterator[Flowable]:
        for mix in self._days_in_words.mixing:
            yield from self._heading(mix.what)
            yield self._table(
                [
                    self._row("Powder", mix.powder),
                    self._row("Water", mix.water),
                    self._row("Makes about", mix.makes),
                    self._row("Use within", mix.minutes),
                    self._row("Covers", mix.covers),
                    self._row("In all", mix.batches),
                ],
                1,
                5,
            )
        yield Spacer(1, 6)
        yield self._text(
            "Cement burns skin: gloves, goggles, wash at once. Powder is dust: pour it low, with a "
            "respirator. Wash water never goes down the sink.",
            self.small,
        )

    @cached_property
    def _days_in_words(self) -> DaysText:
        """The days, planned once for all papers that tell of them."""
        return days_in_words(self.job, self.plan)

    def _days(self) -> Iterator[Flowable]:
        words = self._days_in_words
        yield self._text(words.headline, self.figure)
        yield self._text(words.proof, self.small)
        for clash in words.clashes:
            yield self._text(f"△ {clash}")
        for day in words.days:
            if not day.cards:
                continue
            yield from self._heading(f"{day.name} {day.date}".strip())
            for card in day.cards:
                lines = [
                    self._text(f"☐ {card.at}   {card.name}   {card.lasts}", self.figure),
                    *(self._text(line) for line in card.how),
                ]
                if card.ready:
                    lines.append(self._text(f"Have ready: {'; '.join(card.ready)}", self.small))
                lines += [self._text(f"{one.at}  {one.says}", self.small) for one in card.times]
                if card.stop:
                    lines.append(self._text(card.stop))
                if card.right:
                    lines.append(self._text(f"Done when: {card.right}", self.small))
                lines += [self._text(f"⚠ {one}") for one in card.cautions]
                yield KeepTogether([*lines, Spacer(1, 5)])

    def _hand_over(self) -> Iterator[Flowable]:
        uses = self._days_in_words.uses
        for title, lines in hand_over(self.job, self.plan, uses, self.kept.entries):
            yield from self._heading(title)
            for line in lines:
                yield self._text(line)
        yield from self._photographs()
        yield Spacer(1, 24)
        yield self._text("Handed over: ______________________________    Date: ______________")

    def _photographs(self) -> Iterator[Flowable]:
        """The photographs of the record, with what was said of each."""
        noted = [
            one.said
            for one in standing(self.kept.entries)
            if isinstance(one.said, NotedPhotograph) and one.said.name in self.kept.photographs
        ]
        if noted:
            yield from self._heading("Photographs")
        for one in noted[-MOST_PRINTED:]:
            picture = Image(io.BytesIO(self.kept.photographs[one.name]))
            by = min(self.width * 0.6 / picture.imageWidth, 80 * mm / picture.imageHeight)
            picture.drawWidth, picture.drawHeight = (
                picture.imageWidth * by,
                picture.imageHeight * by,
            )
            yield KeepTogether([picture, self._text(one.words, self.small), Spacer(1, 4)])

    def _pole(self) -> Iterator[Flowable]:
        yield from pole_pages(self.job, self.plan, (self.width, self.height), self.small)

    def _templates(self) -> Iterator[Flowable]:
        yield from template_pages(self.job, self.plan, (self.width, self.height), self.small)
