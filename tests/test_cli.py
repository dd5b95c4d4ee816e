"""The command line: the same plan as everywhere, and errors that name the field."""

import json
import os
import re
import socket
import subprocess
import sys
from pathlib import Path

import jsonschema
import pytest

from kitchens import WINDOW, a_job
from pennant.api.certificate import CertificateUnreadable
from pennant.api.pairing import Listening
from pennant.api.serving import CannotListen, ForPhones, opened, opened_for_phones
from pennant.cli import main
from pennant.commands.of_the_server import opens
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.core.search.whole_kitchen import better_of
from pennant.demos import demo_jobs
from pennant.files.job_json import read_job, write_job
from pennant.store.database import Database
from pennant.store.jobs import Jobs
from pennant.words.names import Names
from pennant.words.rules import rules_page
from pennant.words.start import say_start

ROOT = Path(__file__).parents[1]


@pytest.fixture
def job_file(tmp_path: Path) -> Path:
    path = tmp_path / "job.json"
    path.write_text(write_job(a_job(openings=[WINDOW])), "utf-8")
    return path


class TestStart:
    """pennant start JOB.json -o OUT.json"""

    def test_it_writes_what_is_best_for_all_walls_and_says_how_each_begins(
        self, tmp_path: Path, capsys: pytest.CaptureFixture
    ) -> None:
        walls = [
            {
                "id": "a",
                "length": "33 7/8",
                "top": {"kind": "open", "height": "18"},
                "corner": {"kind": "inside", "laps": "next"},
            },
            {
                "id": "b",
                "length": "20 1/8",
                "top": {"kind": "open", "height": "18"},
                "right": {"kind": "open"},
                "start": {"up": {"kind": "carried"}},
            },
        ]
        job = a_job(walls=walls, tile=("4", "4"), bond=(0, 1))
        file, out = tmp_path / "job.json", tmp_path / "begun.json"
        file.write_text(write_job(job), "utf-8")
        assert main(["start", str(file), "-o", str(out)]) == 0
        said = capsys.readouterr()
        assert "Wall: " in said.out
        assert "Wall 2: " in said.out  # the second has no name of its own
        begun = read_job(out.read_text("utf-8"))
        assert better_of(begun, job) == begun
        names = Names(plan(begun).kitchen)
        for wall in begun.walls:
            assert f"  {wall.name}: {say_start(begun, names, wall.start)}\n" in said.err

    def test_a_wall_that_is_not_there_is_refused_by_the_names_of_those_that_are(
        self, job_file: Path, capsys: pytest.CaptureFixture
    ) -> None:
        assert main(["start", str(job_file), "--wall", "sink"]) == 1
        assert "there is no wall 'sink'" in capsys.readouterr().err


class TestDays:
    """pennant days JOB.json, and pennant export --as ics"""

    def test_for_a_person(self, job_file: Path, capsys: pytest.CaptureFixture) -> None:
        assert main(["days", str(job_file), "--from", "2031-03-17"]) == 0
        out = capsys.readouterr().out
        assert "Day 1, Mon 17 Mar" in out
        assert "The kitchen can be used again" in out

    def test_as_json_and_the_same_each_time(
        self, job_file: Path, capsys: pytest.CaptureFixture
    ) -> None:
        texts = []
        for _ in range(2):
            assert main(["days", str(job_file), "--json"]) == 0
            texts.append(capsys.readouterr().out)
        assert texts[0] == texts[1]
        said = json.loads(texts[0])
        assert said["days"][0]["name"] == "Day 1"
        ends = {
            one["id"]: max(done["end"] for done in one["done"] if done["part"] == "work")
            for one in said["steps"]
        }
        for one in said["steps"]:
            for before in one["follows"]:
                begins = min(done["start"] for done in one["done"])
                assert begins >= ends[before["step"]] + before["hours"] * 60

    def test_a_calendar_file_asks_for_a_date(
        self, job_file: Path, tmp_path: Path, capsys: pytest.CaptureFixture
    ) -> None:
        to = tmp_path / "days.ics"
        assert main(["export", str(job_file), "--as", "ics", "-o", str(to)]) == 1
        assert "/schedule/first" in capsys.readouterr().err
        assert not to.exists()
        command = ["export", str(job_file), "--as", "ics", "-o", str(to), "--from", "2031-03-17"]
        assert main(command) == 0
        assert to.read_bytes().startswith(b"BEGIN:VCALENDAR")


class TestPlan:
    """pennant plan JOB.json"""

    def test_for_a_person(self, job_file: Path, capsys: pytest.CaptureFixture) -> None:
        assert main(["plan", str(job_file)]) == 0
        out = capsys.readouterr().out
        assert out.startswith("A wall\nPlan: ")
        assert "Start: full tile at the left end" in out
        assert "Under Window: 3/4 in sliver" in out

    def test_as_json(self, job_file: Path, capsys: pytest.CaptureFixture) -> None:
        assert main(["plan", str(job_file), "--json"]) == 0
        made = json.loads(capsys.readouterr().out)
        assert made == json.loads(plan(read_job(job_file.read_bytes()), "fewest").model_dump_json())

    def test_the_same_in_another_process(self, job_file: Path) -> None:
        command = [sys.executable, "-m", "pennant", "plan", str(job_file), "--json"]
        texts = [
            subprocess.run(
                command,
                capture_output=True,
                text=True,
                check=True,
                env={**os.environ, "PYTHONHASHSEED": seed},
            ).stdout
            for seed in ("1", "2")
        ]
        assert texts[0] == texts[1]
        assert len(texts[0]) > 1000

    def test_a_plan_waits_for_no_library_that_it_does_not_use(self, job_file: Path) -> None:
        """Neither the web framework nor what writes PDF, DXF and calendars."""
        asks = (
            "import sys; from pennant.cli import main; main(['plan', sys.argv[1]]);"
            "print({'fastapi', 'uvicorn', 'reportlab', 'ezdxf', 'icalendar'} & set(sys.modules))"
        )
        said = subprocess.run(
            [sys.executable, "-c", asks, str(job_file)], capture_output=True, text=True, check=True
        ).stdout
        assert said.splitlines()[-1] == "set()"

    def test_cuts_for_a_person(self, job_file: Path, capsys: pytest.CaptureFixture) -> None:
        assert main(["cuts", str(job_file)]) == 0
        text = capsys.readouterr().out
        for part in ("no plan can do with fewer", "snap cutter: ", "mark ", " of tile "):
            assert part in text

    def test_materials(self, job_file: Path, capsys: pytest.CaptureFixture) -> None:
        assert main(["materials", str(job_file)]) == 0
        assert "Boxes of tile" in capsys.readouterr().out
        assert main(["materials", str(job_file), "--json"]) == 0
        lines = json.loads(capsys.readouterr().out)
        made = plan(read_job(job_file.read_text()))
        assert [line["id"] for line in lines] == [one.id for one in made.quantities]

    def test_cuts_as_json(self, job_file: Path, capsys: pytest.CaptureFixture) -> None:
        assert main(["cuts", str(job_file), "--json"]) == 0
        sheet = json.loads(capsys.readouterr().out)
        made = plan(read_job(job_file.read_text()))
        told = [piece for cut in sheet["cuts"] for piece in cut["pieces"]]
        assert sorted(told) == sorted(p.id for p in made.pieces if p.kind != "full")

    def test_a_file_that_cannot_be_drawn(
        self, tmp_path: Path, capsys: pytest.CaptureFixture
    ) -> None:
        bad = tmp_path / "bad.json"
        bad.write_text(write_job(a_job(joint="3")))
        assert main(["plan", str(bad)]) == 1
        assert "/pattern/joint is wider than the tile" in capsys.readouterr().err

    @pytest.mark.parametrize(("text", "said"), [("{", "is not JSON"), ("{}", "/name is missing")])
    def test_a_broken_file(
        self, tmp_path: Path, text: str, said: str, capsys: pytest.CaptureFixture
    ) -> None:
        (tmp_path / "bad.json").write_text(text)
        assert main(["plan", str(tmp_path / "bad.json")]) == 1
        assert said in capsys.readouterr().err

    def test_no_such_file(self, capsys: pytest.CaptureFixture) -> None:
        assert main(["plan", "/none.json"]) == 1
        assert "No such file" in capsys.readouterr().err


class TestDocuments:
    """What is written down is true."""

    def test_the_example_in_the_docs_can_be_planned(self) -> None:
        text = (ROOT / "docs/job-file.md").read_text("utf-8")
        (example,) = re.findall(r"```json\n(.*?)```", text, re.DOTALL)
        job = read_job(example)
        assert job.settings.spare_tiles == 6
        assert plan(job).pieces
        assert read_job(write_job(job)) == job

    def test_the_schema_accepts_examples_and_exports(
        self, capsys: pytest.CaptureFixture, job_file: Path
    ) -> None:
        assert main(["schema"]) == 0
        schema = json.loads(capsys.readouterr().out)
        text = (ROOT / "docs/job-file.md").read_text("utf-8")
        (example,) = re.findall(r"```json\n(.*?)```", text, re.DOTALL)
        validator = jsonschema.Draft202012Validator(schema)
        validator.check_schema(schema)
        for document in (example, job_file.read_text(), *map(write_job, demo_jobs())):
            validator.validate(json.loads(document))
        broken = {**json.loads(example), "tile": {"length": []}}
        with pytest.raises(jsonschema.ValidationError):
            validator.validate(broken)

    def test_the_rules_are_listed_as_they_are(self) -> None:
        assert (ROOT / "docs/rules.md").read_text("utf-8") == rules_page()

    def test_pictures_are_linked_from_the_readme(self) -> None:
        readme = (ROOT / "README.md").read_text("utf-8")
        pictures = sorted((ROOT / "docs/screenshots").glob("*.png"))
        assert pictures
        assert all(f"docs/screenshots/{picture.name}" in readme for picture in pictures)


class TestDemo:
    """The demo kitchens are sound data."""

    @pytest.mark.parametrize("job", list(demo_jobs()), ids=lambda job: job.name)
    def test_can_be_drawn_and_asks_for_nothing_to_be_measured_again(self, job: Job) -> None:
        made = plan(job)
        assert made.pieces
        assert [d.id for d in made.doubts if d.weight == "ask"] == []

    def test_show_what_a_plan_is_for(self) -> None:
        kinds = {reading.kind for job in demo_jobs() for reading in plan(job).edges}
        assert kinds >= {
            "corner",
            "open-end",
            "counter",
            "overhead",
            "jamb",
            "sill",
            "head",
            "foot",
            "raised",
            "front",
            "frame",
            "ceiling",
            "around",
        }


class TestServe:
    """pennant serve, pennant demo"""

    def test_a_port_that_is_taken(self, tmp_path: Path, capsys: pytest.CaptureFixture) -> None:
        with socket.create_server(("127.0.0.1", 0)) as taken:
            port = str(taken.getsockname()[1])
            assert main(["demo", "--data", str(tmp_path / "a.db"), "--port", port]) == 1
        said = capsys.readouterr()
        assert f"cannot listen on 127.0.0.1:{port}" in said.err
        assert "Pennant is at" not in said.out


class TestBackup:
    """pennant backup FILE"""

    def test_copies_the_jobs(self, tmp_path: Path, capsys: pytest.CaptureFixture) -> None:
        data, copy = tmp_path / "jobs.db", tmp_path / "copy.db"
        stored = Jobs(Database(data)).create(a_job())
        assert main(["backup", str(copy), "--data", str(data)]) == 0
        assert Jobs(Database(copy)).get(stored.id) == stored
        assert main(["backup", str(copy), "--data", str(data)]) == 1
        assert "the file exists" in capsys.readouterr().err

    def test_of_nothing(self, tmp_path: Path) -> None:
        arguments = ["backup", str(tmp_path / "copy.db"), "--data", str(tmp_path / "none.db")]
        assert main(arguments) == 1


class TestListening:
    """Nothing is served to other machines."""

    @pytest.mark.parametrize("host", ["0.0.0.0", "::", "192.0.2.7", "no-such-host.invalid"])
    def test_only_on_this_machine(
        self,
        host: str,
        tmp_path: Path,
        monkeypatch: pytest.MonkeyPatch,
        capsys: pytest.CaptureFixture,
    ) -> None:
        (tmp_path / "index.html").write_text("")
        monkeypatch.setattr("pennant.cli.PAGES", tmp_path)
        assert main(["serve", "--host", host, "--data", str(tmp_path / "a.db")]) == 2
        assert "listens on this machine alone" in capsys.readouterr().err


class TestDefects:
    """No traceback reaches a person."""

    def test_is_one_line(
        self, job_file: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture
    ) -> None:
        def fails(*_: object) -> None:
            raise KeyError("lost")

        monkeypatch.setattr("pennant.core.plan.quantities_of", fails)
        assert main(["plan", str(job_file)]) == 1
        first, second = capsys.readouterr().err.splitlines()
        assert "what the job takes could not be reckoned" in first
        assert second == "pennant: the cause was KeyError('lost')"


class TestPhones:
    """What is opened is said, and what cannot be is said before anything listens."""

    def test_serving_the_network_instead_of_phones_is_refused(
        self, capsys: pytest.CaptureFixture[str], tmp_path: Path
    ) -> None:
        assert main(["serve", "--data", str(tmp_path / "a.db"), "--host", "0.0.0.0"]) != 0
        said = capsys.readouterr().err
        assert "can be reached from other machines" in said or "not built" in said

    def test_what_is_opened_is_said_plainly(self) -> None:
        said = opens(Listening("https://192.168.7.9:8766", "AB:CD"))
        assert "https://192.168.7.9:8766" in said
        assert "AB:CD" in said
        assert "never the desk's pages" in said
        plain = opens(Listening("http://192.168.7.9:8766", None))
        assert "Without encryption" in plain

    def test_a_certificate_that_is_none_is_said(self, tmp_path: Path) -> None:
        (tmp_path / "mine.pem").write_text("no certificate")
        asked = ForPhones("127.0.0.2", 0, False, tmp_path / "mine.pem", tmp_path / "mine.key")
        with pytest.raises(CertificateUnreadable, match=r"mine\.pem is no certificate"):
            opened_for_phones(asked, tmp_path)

    def test_a_port_that_is_taken_is_said_with_what_to_do(self) -> None:
        first = opened("127.0.0.1", 0)
        with pytest.raises(CannotListen, match="choose another port"):
            opened("127.0.0.1", first.listening.getsockname()[1])
        first.listening.close()


class TestMoves:
    """What others could still move, and the job as each move leaves it."""

    def test_a_shelf_that_is_not_hung_yet(
        self, tmp_path: Path, capsys: pytest.CaptureFixture[str]
    ) -> None:
        shelf = {"kind": "shelf", "id": "s", "at": "8", "width": "24", "clear": "11", "thick": "1"}
        job = tmp_path / "job.json"
        hung = a_job(
            length="40",
            bond=(0, 1),
            settings={},
            things=[{**shelf, "unsettled": {"why": "not hung yet"}}],
        )
        job.write_text(write_job(hung), "utf-8")
        assert main(["moves", str(job)]) == 0
        assert "in down: then" in capsys.readouterr().out
        assert main(["moves", str(job), "--json"]) == 0
        first = json.loads(capsys.readouterr().out)["moves"][0]
        (moved,) = first["job"]["walls"][0]["things"]
        assert moved["unsettled"]["why"].startswith("wished: ")


class TestCompare:
    """Which tile: the job laid with each that it is being chosen from."""

    def test_a_row_for_the_jobs_own_tile_and_each_of_a_table(
        self, tmp_path: Path, capsys: pytest.CaptureFixture[str]
    ) -> None:
        job, tiles = tmp_path / "job.json", tmp_path / "tiles.csv"
        job.write_text(write_job(a_job(length="48")), "utf-8")
        tiles.write_text("name,length,height,bond\nSquare,4,4,stack;half\n", "utf-8")
        assert main(["compare", str(job), "--tiles", str(tiles)]) == 0
        printed = capsys.readouterr().out
        assert "Tile (the job's own): 8 × 2 1/2 in, half bond, joint 1/8 in" in printed
        assert "Square: 4 × 4 in, stack bond, joint 1/8 in" in printed
        assert "Square: 4 × 4 in, half bond, joint 1/8 in" in printed
        assert main(["compare", str(job), "--tiles", str(tiles), "--json"]) == 0
        rows = [json.loads(line) for line in capsys.readouterr().out.splitlines()]
        assert [row["candidate"] for row in rows] == [None, 0, 0]
