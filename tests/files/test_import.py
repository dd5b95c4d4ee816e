"""What can be brought in: a drawn elevation, a table of measures, a job with its record."""

import hashlib
import io
import json
import random
import zipfile
from typing import Any

import ezdxf
import pytest
from ezdxf.document import Drawing
from hypothesis import given
from PIL import Image
from random_walls import square_jobs

from examples import examples
from kitchens import a_job, demo
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused
from pennant.core.plan import plan
from pennant.core.survey.placed import Surface
from pennant.demos import demo_jobs
from pennant.files.bundle import BundledEntry, NotABundle, read_bundle, write_bundle
from pennant.files.drawing_dxf import THING_LAYERS, elevation_dxf
from pennant.files.elevation_in import DEEPEST, NotAnElevation, read_elevation, wall_in
from pennant.files.job_json import NotAJobFile, digest_before, digest_of, job_of_walls, write_job
from pennant.files.notebook_csv import measures_csv, units_in_csv, walls_in_csv
from pennant.files.photographs import plain_picture


def boxes(surface: Surface) -> dict[str, list[tuple[float, ...]]]:
    """Where the things of a wall stand, by kind, to a hundredth of a millimetre."""
    found: dict[str, list[tuple[float, ...]]] = {}
    for thing in surface.things:
        if thing.kind in THING_LAYERS:
            found.setdefault(thing.kind, []).append(tuple(round(v, 2) for v in thing.box))
    return {kind: sorted(own) for kind, own in found.items()}


def read_again(job: Job, number: int) -> Surface:
    """A wall of a job, drawn and read again."""
    surface = plan(job).kitchen.walls[number]
    found = wall_in(elevation_dxf(surface, job.walls[number].length), None, {})
    assert found.left_out == {}
    return plan(job_of_walls("Again", "mm", [found.wall])).kitchen.walls[0]


def drawing(unit: int = 4) -> Drawing:
    """An empty drawing in that unit."""
    document = ezdxf.new("R2010", units=unit)  # type: ignore[attr-defined]
    document.header["$INSUNITS"] = unit
    return document


def text_of(document: Drawing) -> str:
    out = io.StringIO()
    document.write(out)
    return out.getvalue()


def box(document: Drawing, layer: str, x: float, y: float, wide: float, high: float) -> None:
    """A closed rectangle on a layer."""
    ring = [(x, y), (x + wide, y), (x + wide, y + high), (x, y + high)]
    document.modelspace().add_lwpolyline(ring, close=True, dxfattribs={"layer": layer})


class TestElevation:
    """Drawn and read again it is the same wall."""

    def test_every_wall_of_the_demos(self) -> None:
        for job in demo_jobs():
            made = plan(job)
            for number, surface in enumerate(made.kitchen.walls):
                again = read_again(job, number)
                assert boxes(again) == boxes(surface)
                assert again.top_left == pytest.approx(surface.top_left, abs=0.01)

    @examples(15)
    @given(square_jobs())
    def test_random_walls(self, job: Job) -> None:
        assert boxes(read_again(job, 0)) == boxes(plan(job).kitchen.walls[0])

    def test_another_hands_drawing_in_inches(self) -> None:
        """By the layers' names; the wall's lower left corner is anywhere."""
        document = drawing(unit=1)
        box(document, "Wall", 100, 200, 96, 40)
        box(document, "window", 130, 209, 24, 20)
        box(document, "Cabinet", 100, 218, 24, 22)
        document.modelspace().add_circle((112, 205), 0.75, dxfattribs={"layer": "PIPE"})
        found = wall_in(text_of(document), None, {})
        assert found.wall["length"] == pytest.approx(96 * 25.4)
        kinds = [thing["kind"] for thing in found.wall["things"]]
        assert kinds == ["cabinet", "pipe", "window"]
        job = job_of_walls("Read", "in", [found.wall])
        (window,) = [t for t in plan(job).kitchen.walls[0].things if t.kind == "window"]
        assert window.box == pytest.approx((762, 228.6, 1371.6, 736.6))

    def test_what_is_not_understood_is_told_and_can_be_said(self) -> None:
        document = drawing()
        box(document, "WALL", 0, 0, 2000, 600)
        box(document, "A-GLAZ", 500, 200, 600, 300)
        plain = wall_in(text_of(document), None, {})
        assert plain.left_out == {"A-GLAZ": 1}
        said = wall_in(text_of(document), None, {"a-glaz": "window"})
        assert [thing["kind"] for thing in said.wall["things"]] == ["window"]

    def test_blocks_are_taken_apart(self) -> None:
        document = drawing()
        box(document, "WALL", 0, 0, 2000, 600)
        block = document.blocks.new("SOCKET")
        block.add_lwpolyline(
            [(0, 0), (60, 0), (60, 90), (0, 90)], close=True, dxfattribs={"layer": "OUTLET"}
        )
        document.modelspace().add_blockref("SOCKET", (300, 200))
        (outlet,) = wall_in(text_of(document), None, {}).wall["things"]
        assert outlet["at"]["value"] == pytest.approx(330)

    def test_a_drawing_without_a_unit_asks_for_it(self) -> None:
        document = drawing(unit=0)
        box(document, "WALL", 0, 0, 200, 60)
        with pytest.raises(NotAnElevation, match="says no unit") as refused:
            read_elevation(text_of(document))
        assert refused.value.pointer == "/units"
        found = read_elevation(text_of(document), "cm")
        assert found.wall["length"] == pytest.approx(2000)

    @pytest.mark.parametrize(
        ("text", "says"),
        [("no drawing at all", "no DXF"), ("0\nSECTION\n", "no DXF|no closed outline|no unit")],
    )
    def test_what_is_no_drawing(self, text: str, says: str) -> None:
        with pytest.raises(NotAnElevation, match=says):
            read_elevation(text)

    def test_blocks_nested_without_end(self) -> None:
        document = drawing()
        for depth in range(DEEPEST + 3):
            block = document.blocks.new(f"B{depth}")
            if depth:
                block.add_blockref(f"B{depth - 1}", (0, 0))
            else:
                block.add_circle((0, 0), 10)
        document.modelspace().add_blockref(f"B{DEEPEST + 2}", (0, 0))
        with pytest.raises(NotAnElevation, match="nests blocks"):
            read_elevation(text_of(document))


HAIR = 0.003
"""Millimetres: what a length in inches loses as text, where it is no fraction of 64."""


def same(one: Any, other: Any) -> bool:
    """Whether two walls say the same, but for a hair and for what was decided on them."""
    if isinstance(one, dict):
        keys = one.keys() - {"start", "found"}
        return keys == other.keys() - {"start", "found"} and all(
            same(one[key], other[key]) for key in keys
        )
    if isinstance(one, list):
        return len(one) == len(other) and all(map(same, one, other))
    if isinstance(one, float):
        return abs(one - other) <= HAIR
    return bool(one == other)


def same_walls(one: Job, other: Job) -> bool:
    return same(*(job.model_dump(mode="json")["walls"] for job in (one, other)))


class TestMeasures:
    """A row a wall, and a row for each line as on a pad."""

    TABLE = (
        "wall,length,top,line\nSink wall,96,30,window 30 wide 24 sill 6 high 20\n"
        "Sink wall,,,outlet 12 up 9\nSide wall,40 1/2,30,\n"
    )

    def test_walls_and_their_lines(self) -> None:
        job = job_of_walls("Measured", "in", walls_in_csv(self.TABLE.encode(), "in"))
        assert [wall.name for wall in job.walls] == ["Sink wall", "Side wall"]
        assert [thing.kind for thing in job.walls[0].things] == ["window", "outlet"]
        assert job.walls[1].length == pytest.approx(40.5 * 25.4)

    @pytest.mark.parametrize(
        ("table", "says"),
        [
            ("a,b\n", "row 1 must have the columns"),
            ("wall,length,top,line\nA,,,outlet 12 up 9\n", "row 2 is the first of A"),
            ("wall,length,top,line\n,9,9,\n", "row 2 names no wall"),
            ("wall,length,top,line\nA,96,30,\nA,97,,\n", "row 3 gives A another length"),
            ("wall,length,top,line\n", "there is no wall"),
        ],
    )
    def test_the_row_that_is_wrong_is_named(self, table: str, says: str) -> None:
        with pytest.raises(JobRefused, match=says):
            walls_in_csv(table.encode(), "in")

    @pytest.mark.parametrize("job", list(demo_jobs()), ids=lambda job: job.name)
    def test_what_goes_out_comes_back_the_same_kitchen(self, job: Job) -> None:
        """Every wall, its ends and corners, every thing and every measure, as taken."""
        data = measures_csv(job).encode()
        units = units_in_csv(data)
        assert units == job.units
        back = job_of_walls("Back", units, walls_in_csv(data, units))
        assert same_walls(back, job)

    @given(square_jobs())
    @examples(25)
    def test_so_does_any_other(self, job: Job) -> None:
        data = measures_csv(job).encode()
        back = job_of_walls("Back", job.units, walls_in_csv(data, job.units))
        assert same_walls(back, job)

    def test_two_walls_of_one_name_stay_two(self) -> None:
        walls = [
            {
                "id": id_,
                "name": "Wall",
                "length": length,
                "top": {"height": "20"},
                "things": [f"outlet {at} up 9"],
            }
            for id_, length, at in (("a", "60", 20), ("b", "40", 11))
        ]
        job = a_job(walls=walls)
        back = walls_in_csv(measures_csv(job).encode(), "in")
        assert [(one["id"], len(one["things"])) for one in back] == [("a", 1), ("b", 1)]

    @pytest.mark.parametrize("ends", ["\r", "\r\n"])
    def test_lines_may_end_as_any_system_ends_them(self, ends: str) -> None:
        table = self.TABLE.replace("\n", ends).encode()
        assert walls_in_csv(table, "in") == walls_in_csv(self.TABLE.encode(), "in")

    @pytest.mark.parametrize(
        ("data", "says"),
        [
            (b"wall,length,top,line\nK\xfcche,96,30,\n", "not UTF-8"),
            (b'wall,length,top,line\n"A,96,30,\n', "no CSV file"),
            (b"wall,length,top,line\n" + b"A" * 140_000 + b",96,30,\n", "no CSV file"),
        ],
    )
    def test_what_cannot_be_read_is_refused_not_guessed(self, data: bytes, says: str) -> None:
        with pytest.raises(JobRefused, match=says):
            walls_in_csv(data, "in")


class TestDamaged:
    """A zip whose bytes are not as they were written is refused, whatever the damage does."""

    def test_it_is_a_zip_that_is_read_or_it_is_refused(self) -> None:
        whole = write_bundle(a_job(length="40", top="18"), [], {})
        dice, read = random.Random(5), 0
        for _ in range(1_500):
            made = bytearray(whole)
            for _ in range(dice.choice((1, 1, 3, 20))):
                # What stands last says where the files are: half of the damage is there.
                at = dice.choice((dice.randrange(len(made)), len(made) - 1 - dice.randrange(200)))
                made[at] = dice.randrange(256)
            try:
                read_bundle(bytes(made[: dice.choice((len(made), len(made), len(made) // 2))]))
            except (NotABundle, NotAJobFile, JobRefused):
                continue
            read += 1
        assert read < 400  # a date or a mark of the system may change, and all the same it is read


def zipped(**files: bytes) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as bundle:
        for name, raw in files.items():
            bundle.writestr(name.replace("__", "/").replace("_json", ".json"), raw)
    return out.getvalue()


def photograph(width: int, height: int, *, turned: int = 1, text: str = "") -> bytes:
    """A photograph as a camera writes it, with its make and how it was held."""
    exif = Image.Exif()
    exif[0x0112], exif[0x010F] = turned, text or "Maker"
    out = io.BytesIO()
    Image.new("RGB", (width, height), (90, 120, 110)).save(out, "JPEG", exif=exif)
    return out.getvalue()


class TestPhotograph:
    """Made plain: upright, smaller, nothing of the camera."""

    def test_turned_upright(self) -> None:
        assert plain_picture(photograph(80, 60, turned=6)).size == (60, 80)

    def test_made_smaller(self) -> None:
        assert plain_picture(photograph(3200, 2400)).size == (1600, 1200)

    def test_nothing_that_the_camera_wrote_is_kept(self) -> None:
        raw = photograph(80, 60, text="where it was taken")
        assert b"where it was taken" in raw
        assert b"where it was taken" not in plain_picture(raw).jpeg

    @pytest.mark.parametrize("raw", [b"", b"GIF89a", b"%PDF-1.7", photograph(80, 60)[:300]])
    def test_what_is_none(self, raw: bytes) -> None:
        with pytest.raises(ValueError, match="no photograph"):
            plain_picture(raw)


class TestBundle:
    """A job with its record, out and in; anything else is refused whole."""

    ENTRIES = tuple(
        BundledEntry.model_validate(one)
        for one in (
            {
                "key": "abcdefgh1",
                "at": "2031-03-17T09:00:00Z",
                "was": [{}],
                "said": {"kind": "pieces", "event": "set", "pieces": ["A1.1"]},
            },
            {
                "key": "abcdefgh2",
                "at": "2031-03-17T09:05:00Z",
                "takes_back": 0,
                "said": {"kind": "taken back"},
            },
        )
    )

    def test_out_and_in_again(self) -> None:
        job = demo("Sorrel Yard")
        bundle = read_bundle(write_bundle(job, self.ENTRIES))
        assert bundle.job == job
        assert bundle.entries == self.ENTRIES
        assert write_bundle(job, self.ENTRIES) == write_bundle(job, self.ENTRIES)

    def test_a_record_as_it_was_written_before(self) -> None:
        record = [
            {
                "key": "abcdefgh1",
                "at": "2031-03-17T09:00:00Z",
                "piece": "A1.1",
                "event": "set",
                "outline": None,
                "cut_from": None,
                "takes_back": None,
            },
            {
                "key": "abcdefgh2",
                "at": "2031-03-17T09:05:00Z",
                "piece": "A1.1",
                "event": "taken back",
                "outline": None,
                "cut_from": None,
                "takes_back": 0,
            },
        ]
        job = write_job(demo("Sorrel Yard")).encode()
        raw = zipped(job_json=job, record_json=json.dumps(record).encode())
        assert read_bundle(raw).entries == self.ENTRIES

    def test_photographs_go_along_without_what_the_camera_wrote(self) -> None:
        entry = BundledEntry.model_validate(
            {
                "key": "abcdefgh1",
                "at": "2031-03-17T09:00:00Z",
                "said": {"kind": "photograph", "name": "0123456789ab"},
            }
        )
        bundle = read_bundle(
            write_bundle(demo("Sorrel Yard"), (entry,), {"0123456789ab": photograph(80, 60)})
        )
        picture = Image.open(io.BytesIO(bundle.photographs["0123456789ab"].jpeg))
        assert picture.size == (80, 60)
        assert not picture.getexif()
        with pytest.raises(NotABundle, match="lacks the photograph"):
            read_bundle(write_bundle(demo("Sorrel Yard"), (entry,)))

    @pytest.mark.parametrize(
        ("raw", "says"),
        [
            (b"PK no zip", "no zip"),
            (zipped(record_json=b"[]"), "must hold job.json"),
            (zipped(job_json=b"{}", other__job_json=b"{}"), "and nothing else"),
            (zipped(job_json=b"{}", **{"..__x": b""}), "and nothing else"),
            (zipped(job_json=b" " * 6_000_000), "of more than 5,000,000 bytes"),
        ],
    )
    def test_what_is_none(self, raw: bytes, says: str) -> None:
        with pytest.raises(NotABundle, match=says):
            read_bundle(raw)

    def test_a_job_that_is_refused_says_what_is_wrong_with_it(self) -> None:
        with pytest.raises(JobRefused, match="/tile"):
            read_bundle(zipped(job_json=b'{"format": "pennant-job", "version": 3}'))

    def test_an_entry_that_is_there_twice(self) -> None:
        with pytest.raises(NotABundle, match="one entry twice"):
            read_bundle(write_bundle(demo("Sorrel Yard"), (self.ENTRIES[0], self.ENTRIES[0])))

    @pytest.mark.parametrize(
        "record",
        [
            b"{",
            b'[{"key": 1}]',
            b"[[]]",
            b'[{"key": "abcdefgh1", "at": "", "piece": "A1.1", '
            b'"event": "set", "outline": "nowhere"}]',
        ],
    )
    def test_a_record_that_is_none(self, record: bytes) -> None:
        job: Any = demo("Sorrel Yard")
        raw = zipped(job_json=json.dumps(job.model_dump(mode="json")).encode(), record_json=record)
        with pytest.raises(NotABundle, match="no record"):
            read_bundle(raw)


class TestDigest:
    """A job is told by what was said of it, whatever a version knows besides."""

    @pytest.mark.parametrize("job", list(demo_jobs()), ids=lambda job: job.name)
    def test_what_stands_at_its_default_does_not_count(self, job: Job) -> None:
        written = job.model_dump(mode="json")
        older = {**written, "settings": {}}
        for added in ("accepted", "times", "seen"):
            if not older[added] or added == "times":
                del older[added]
        same = Job.model_validate({**older, "settings": written["settings"]})
        assert digest_of(same) == digest_of(job)
        for changed in (
            {"settings": written["settings"] | {"spare_tiles": 9}},
            {"name": "Another"},
            {"times": {"clear_room": 31}},
            {"units": "mm" if job.units == "in" else "in"},
        ):
            assert digest_of(Job.model_validate({**written, **changed})) != digest_of(job)

    def test_starts_of_two_kinds_are_two_jobs(self) -> None:
        """Neither has anything but its kind."""
        starts = ({"across": {"kind": kind}} for kind in ("full-left", "full-right"))
        one, other = (a_job(start=start) for start in starts)
        assert digest_of(one) != digest_of(other)

    def test_an_earlier_version_s_is_known_by_the_document_it_kept(self) -> None:
        job = demo("Fennel Row")
        before = hashlib.sha256(write_job(job).encode()).hexdigest()[:16]
        assert digest_before(job.model_dump_json()) == before
