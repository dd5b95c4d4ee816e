"""What can be taken away: papers, drawings and tables, each held against the plan itself."""

import csv
import io
import math
import re
import zlib
from base64 import a85decode
from datetime import date
from itertools import combinations
from xml.etree import ElementTree

import ezdxf
import pytest
from ezdxf.document import Drawing
from shapely import Polygon
from shapely.ops import unary_union

from kitchens import a_job, demo
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused
from pennant.core.laying.setting_out import setting_out_of
from pennant.core.plan import plan
from pennant.demos import demo_jobs
from pennant.files.cut_flow import CutFlow
from pennant.files.drawing_dxf import templates_dxf
from pennant.files.export import Wanted, exported, parts_of
from pennant.files.forms import FORMS, NotThere
from pennant.files.full_size import ODD, odd_cuts
from pennant.files.paper_fonts import printable
from pennant.files.papers import PAPERS, Imprint, Paper
from pennant.files.papers_pdf import bound, papers_pdf
from pennant.words.cuts import cut_sheet

POINTS_PER_MM = 72 / 25.4


def pages(pdf: bytes) -> int:
    """How many pages a PDF has."""
    return len(re.findall(rb"/Type /Page\b", pdf))


def drawn(pdf: bytes) -> str:
    """The drawing commands of all pages."""
    streams = re.findall(rb"stream\r?\n(.*?)endstream", pdf, re.S)
    found = []
    for stream in streams:
        try:
            found.append(
                zlib.decompress(
                    a85decode(stream.strip(), adobe=False)
                    if stream.strip().endswith(b"~>") is False
                    else a85decode(b"<~" + stream.strip(), adobe=True)
                )
            )
        except (ValueError, zlib.error):
            continue
    return b"\n".join(found).decode("latin-1")


def read(text: str) -> Drawing:
    """A DXF drawing, read again."""
    return ezdxf.read(io.StringIO(text))  # type: ignore[attr-defined]


class TestPapers:
    """Chosen and bound; each page says whose it is."""

    @pytest.mark.parametrize("paper", PAPERS)
    def test_each_by_itself(self, paper: Paper) -> None:
        job = demo("Sorrel Yard")
        pdf = papers_pdf(job, plan(job), (paper,))
        assert pdf.startswith(b"%PDF-")
        assert pages(pdf) >= 1
        assert b"Barlow" in pdf

    @pytest.mark.parametrize("name", ["Sorrel Yard", "Juniper Court"])
    def test_all_of_them_bound(self, name: str) -> None:
        job = demo(name)
        assert pages(papers_pdf(job, plan(job))) >= 8

    def test_each_paper_is_told_before_it_is_made(self) -> None:
        job = demo("Sorrel Yard")
        *told, pdf = bound(job, plan(job), ("list", "cuts"))
        said = [(one.says, one.done, one.of) for one in told if not isinstance(one, bytes)]
        assert said == [("Cut sheet", 0, 2), ("Shopping list", 1, 2), ("Binding", 2, 2)]
        assert pdf == papers_pdf(job, plan(job), ("list", "cuts"))

    def test_the_same_papers_each_time(self) -> None:
        job = demo("Sorrel Yard")
        assert papers_pdf(job, plan(job), ("list",)) == papers_pdf(job, plan(job), ("list",))

    def test_words_that_look_like_markup_stay_words(self) -> None:
        job = demo("Sorrel Yard").model_copy(update={"name": "<b>Sorrel & </font> Yard"})
        wall = job.walls[0].model_copy(update={"name": "Long <i> & wall"})
        job = job.model_copy(update={"walls": (wall, *job.walls[1:])})
        assert pages(papers_pdf(job, plan(job), PAPERS, imprint=Imprint("<r>", "&"))) > 10

    def test_signs_that_a_font_lacks_become_others(self) -> None:
        assert printable("△ 45° ½ 卫") == "! 45° ½ ?"

    @pytest.mark.parametrize(("size", "box"), [("A4", "595.2756 841.8898"), ("Letter", "612 792")])
    def test_on_either_size_of_paper(self, size: str, box: str) -> None:
        job = demo("Sorrel Yard")
        pdf = exported(job, plan(job), Wanted("pdf", ("mixing",), size=size))  # type: ignore[arg-type]
        assert f"/MediaBox [ 0 0 {box} ]".encode() in pdf


class TestFullSize:
    """A millimetre on the wall is a millimetre on the paper."""

    def test_the_line_to_check_the_printer_by(self) -> None:
        job = demo("Sorrel Yard")
        commands = drawn(papers_pdf(job, plan(job), ("templates",)))
        lengths = {
            round(math.hypot(float(c) - float(a), float(d) - float(b)) / POINTS_PER_MM, 2)
            for a, b, c, d in re.findall(r"n ([\d.]+) ([\d.]+) m ([\d.]+) ([\d.]+) l S", commands)
        }
        assert 100.0 in lengths

    def test_every_joint_of_the_plan_is_on_the_pole(self) -> None:
        job = demo("Sorrel Yard")
        made = plan(job)
        ticks = sum(
            len(joints.at)
            for surface in made.kitchen.walls
            for joints in setting_out_of(job, made.kitchen, made.surface(surface.id)).joints
        )
        commands = drawn(papers_pdf(job, made, ("pole",)))
        # Each tick is a line of 14 points from the strip's edge.
        marks = [
            (float(a), float(c))
            for a, b, c, d in re.findall(r"n ([\d.]+) ([\d.]+) m ([\d.]+) ([\d.]+) l S", commands)
            if b == d
        ]
        assert sum(abs(c - a - 14) < 0.01 for a, c in marks) >= ticks

    def test_templates_are_the_pieces_own_outlines(self) -> None:
        job = demo("Fennel Row")
        cuts = odd_cuts(job, plan(job))
        assert cuts
        assert {cut.kind for cut in cuts} <= set(ODD)
        space = read(templates_dxf(cuts)).modelspace()
        found = space.query('LWPOLYLINE[layer=="CUT"]')
        drawn = [value for x, y, *_ in found[0].get_points() for value in (x, y)]
        assert drawn == pytest.approx([v for p in cuts[0].outline[0] for v in p], abs=1e-6)

    def test_as_svg_they_have_true_size(self) -> None:
        job = demo("Fennel Row")
        svg = exported(job, plan(job), Wanted("svg", ("templates",))).decode()
        root = ElementTree.fromstring(svg)
        width = float(root.attrib["width"].removesuffix("mm"))
        assert root.attrib["viewBox"].split()[2] == f"{width:g}"
        assert len(list(root.iter("{http://www.w3.org/2000/svg}text"))) == len(
            odd_cuts(job, plan(job))
        )


def test_a_wall_as_svg_measures_as_much_as_the_wall() -> None:
    """Read by its own units, a full tile is as long as the tile."""
    job = demo("Fennel Row")
    made = plan(job)
    root = ElementTree.fromstring(exported(job, made, Wanted("svg", ())).decode())
    width, height = (float(root.attrib[name].removesuffix("mm")) for name in ("width", "height"))
    _, _, wide, high = (float(part) for part in root.attrib["viewBox"].split())
    assert (wide, high) == pytest.approx((width, height))
    full = next(piece for piece in made.pieces if piece.kind == "full")
    paths = [
        path.attrib["d"]
        for path in root.iter("{http://www.w3.org/2000/svg}path")
        if path.attrib.get("class") == "tile"
    ]
    spans = [
        max(xs) - min(xs)
        for d in paths
        if (xs := [float(point.split()[0]) for point in d.strip("MZ").split("L")])
    ]
    assert any(span == pytest.approx(full.width, abs=0.1) for span in spans)


class TestCutSheet:
    """Each kind of cut is drawn in its tile, with the figures of its lines."""

    @pytest.mark.parametrize("name", ["Fennel Row", "Alder Wharf", "Larkfield Row"])
    def test_every_size_stands_beside_its_cut_and_on_no_other(self, name: str) -> None:
        job = demo(name)
        for cut in cut_sheet(job, plan(job)).cuts:
            drawn = CutFlow(cut, 200, 90)
            figures = drawn.figures()
            sizes = {printable(mark.size) for mark in cut.marks if not (mark.at_a and mark.at_b)}
            assert sizes <= {figure.says for figure in figures}
            assert not [a for a, b in combinations(figures, 2) if a.meets(b)]
            wide, high = drawn.wrap()
            assert wide <= 200
            assert high <= 90 + 1e-6

    def test_no_cut_is_said_to_be_off_by_nothing(self) -> None:
        for name in ("Fennel Row", "Alder Wharf"):
            job = demo(name)
            assert not [
                one.play for one in cut_sheet(job, plan(job)).cuts if one.play.startswith("0 ")
            ]


class TestDrawings:
    """DXF has true millimetres, a layer for each role, and every piece."""

    def test_every_piece_is_there_at_its_size(self) -> None:
        job = a_job(length="24 1/4", top="7 3/4", bond=(0, 1), joint="1/8")
        made = plan(job)
        document = read(exported(job, made, Wanted("dxf")).decode())
        assert document.units == 4
        tiles = document.modelspace().query('LWPOLYLINE[layer=="TILE"]')
        assert len(tiles) == sum(piece.kind == "full" for piece in made.pieces)
        xs = [x for x, *_ in tiles[0].get_points()]
        assert max(xs) - min(xs) == pytest.approx(8 * 25.4)

    @pytest.mark.parametrize("name", ["Alder Wharf", "Sallow End"])
    def test_reveals_and_edges_of_counters_are_there_too(self, name: str) -> None:
        """Every piece of the plan once, wherever it is, and none on another."""
        job = demo(name)
        made = plan(job)
        space = read(exported(job, made, Wanted("dxf")).decode()).modelspace()
        rings = [
            Polygon([(x, y) for x, y, *_ in one.get_points()])
            for layer in ("TILE", "CUT", "OBJECTION")
            for one in space.query(f'LWPOLYLINE[layer=="{layer}"]')
        ]
        outlines = sum(len(piece.outline) for piece in made.pieces)
        assert len(rings) == outlines
        shells = [
            ring
            for ring in rings
            if not any(other is not ring and other.contains(ring) for other in rings)
        ]
        assert unary_union(shells).area == pytest.approx(
            sum(Polygon(piece.outline[0]).area for piece in made.pieces), rel=1e-6
        )

    def test_every_demo_reads_again_without_a_fault(self) -> None:
        for job in demo_jobs():
            document = read(exported(job, plan(job), Wanted("dxf")).decode())
            assert not document.audit().errors


class TestTables:
    """Tables have a row a thing, and no cell is a formula."""

    def test_a_row_a_piece(self) -> None:
        job = demo("Fennel Row")
        made = plan(job)
        rows = list(csv.DictReader(io.StringIO(exported(job, made, Wanted("csv")).decode())))
        assert [row["piece"] for row in rows] == [piece.id for piece in made.pieces]

    def test_a_name_that_is_a_formula_is_defused(self) -> None:
        plain = a_job()
        wall = plain.walls[0].model_copy(update={"name": "=1+1"})
        job = plain.model_copy(update={"walls": (wall,)})
        text = exported(job, plan(job), Wanted("csv", ("pieces",))).decode()
        assert "'=1+1" in text

    @pytest.mark.parametrize("part", ["cuts", "list", "days"])
    def test_the_others(self, part: str) -> None:
        job = demo("Sorrel Yard")
        text = exported(job, plan(job), Wanted("csv", (part,))).decode()
        assert len(list(csv.reader(io.StringIO(text)))) > 5


class TestParts:
    """What a format does not have is said with what it has."""

    @pytest.mark.parametrize("form", FORMS)
    def test_every_part_can_be_had(self, form: str) -> None:
        job = demo("Sorrel Yard")
        made = plan(job)
        for part in parts_of(form, made):  # type: ignore[arg-type]
            wanted = Wanted(form, (part,), date(2031, 3, 17))  # type: ignore[arg-type]
            assert exported(job, made, wanted)

    def test_a_part_that_is_none(self) -> None:
        job: Job = a_job()
        with pytest.raises(NotThere, match="there is no story as pdf: there are wall, setting-out"):
            exported(job, plan(job), Wanted("pdf", ("story",)))

    def test_a_calendar_without_a_day(self) -> None:
        job: Job = a_job(settings={})
        with pytest.raises(JobRefused, match="/schedule/first"):
            exported(job, plan(job), Wanted("ics"))
