"""Job files of earlier versions are read as they were meant, and are version 3 from then on."""

import json
from pathlib import Path

import pytest

from kitchens import IN, sink_wall
from pennant.core.document.job import Job
from pennant.core.document.migrate import as_version_3
from pennant.core.plan import plan
from pennant.files.job_json import read_job, write_job
from pennant.store.database import Database
from pennant.store.jobs import Jobs
from pennant.words.agree import agreeing

FILE = Path(__file__).parents[1] / "sink_wall_version_1.json"


class TestFile:
    """The sink wall, as version 1 wrote it."""

    def test_everything_stands_where_it_stood(self) -> None:
        wall = plan(sink_wall()).kitchen.surfaces[0]
        places = {
            thing.id: tuple(round(side / IN, 4) for side in thing.box) for thing in wall.things
        }
        assert places == {
            "left-cabinet": (0, 19.5625, 35.6875, 42.75),
            "right-cabinet": (84.125, 22.3125, 121.4375, 42.75),
            "window": (43.1875, 8.4375, 77.5625, 37.0625),
            "outlet": (21.0625, 8.75, 23.3125, 12.375),
            "switches": (96.5938, 9.4375, 100.6562, 13.0625),
        }

    def test_the_plan_is_what_it_was(self) -> None:
        # As version 1 reckoned it: 66 full and 84 cut pieces, and these areas in mm2.
        # The file leaves its settings out; room around a box was an eighth of an inch then.
        job = sink_wall()
        then = job.settings.model_copy(update={"box_clearance": 25.4 / 8})
        made = plan(job.model_copy(update={"settings": then}))
        assert (len(made.pieces), made.cut) == (150, 84)
        assert made.areas.gross == pytest.approx(1673872.660312)
        assert made.areas.pieces == pytest.approx(1545354.772198)
        assert made.areas.trim == pytest.approx(5705.63375)
        amounts = {q.id: q.amount for q in made.quantities}
        # As then, but for the tiles: they were 139 before notches and rips used offcuts as well.
        kept = [amounts[one] for one in ("tiles", "boxes", "grout", "adhesive", "sealant")]
        assert kept == [129, 4, 1, 1, 1]
        assert [f.rule for f in made.findings] == ["sliver", "thin-leg", "small-piece"]

    def test_the_start_is_centred_on_the_same_window(self) -> None:
        across = sink_wall().walls[0].start.across
        assert (across.on, across.thing) == ("thing", "window")

    def test_it_is_written_as_version_3_and_read_as_the_same_job(self) -> None:
        text = write_job(sink_wall())
        assert json.loads(text)["version"] == 3
        assert read_job(text) == sink_wall()


VERSION_2 = Path(__file__).parents[1] / "row_version_2.json"


class TestVersion2:
    """A kitchen as version 2 wrote it, with all that people had decided."""

    def test_what_was_agreed_set_aside_and_in_hand_is_still_so(self) -> None:
        was, job = json.loads(VERSION_2.read_text("utf-8")), read_job(VERSION_2.read_bytes())
        assert was["version"] == 2
        assert "kind" not in was["pattern"]
        assert job.agreed is not None
        assert [item.key for item in job.agreed.items] == [i["key"] for i in was["agreed"]["items"]]
        made = plan(job)
        # Each id that was decided upon is still one that the plan has.
        assert {aside.doubt for aside in job.set_aside} <= {doubt.id for doubt in made.doubts}
        assert set(job.in_hand) <= {line.id for line in made.quantities}
        # And the client's page asks about nothing that it had not asked about then, but for the
        # niche's jambs: since then they stand between its sill and its head, and are shorter.
        known = {item.key for item in job.agreed.items}
        new = {one.key for one in agreeing(job, made).changed} - known
        assert {key.split(":")[1] for key in new} <= {"niche.left", "niche.right"}

    def test_which_line_an_end_follows_is_read_over(self) -> None:
        # Nothing was ever reckoned by it, and a file that says it is still a job file.
        ends = [
            wall[side]
            for wall in json.loads(VERSION_2.read_text("utf-8"))["walls"]
            for side in ("left", "right")
        ]
        assert any(end.get("follows") for end in ends)
        written = json.loads(write_job(read_job(VERSION_2.read_bytes())))
        assert all(
            "follows" not in wall[side] for wall in written["walls"] for side in ("left", "right")
        )

    def test_it_is_read_the_same_again_and_again(self) -> None:
        text = write_job(read_job(VERSION_2.read_bytes()))
        assert json.loads(text)["version"] == 3
        assert write_job(read_job(text)) == text


class TestRevisions:
    """A job that was kept before the format changed opens as it was."""

    def test_from_the_database(self, tmp_path: Path) -> None:
        database = Database(tmp_path / "a.db")
        stored = Jobs(database).create(sink_wall())
        with database.writing() as db:
            db.execute("update revision set document = ?", (FILE.read_text("utf-8"),))
        assert read_job(Jobs(database).get(stored.id).document) == sink_wall()


class TestOthers:
    """What is not of version 1's shape is left for the reader to refuse by its field."""

    @pytest.mark.parametrize(
        "document",
        [
            {},
            {"version": 3, "walls": []},
            {"version": 1},
            {"version": 1, "wall": []},
            {"version": 4, "wall": {}},
            {"version": 3, "pattern": 7},
        ],
    )
    def test_is_passed_on_unchanged(self, document: dict) -> None:
        assert as_version_3(document) == document

    @pytest.mark.parametrize("wall", [{"overheads": 3}, {"devices": [7]}, {"openings": [[]]}])
    def test_a_broken_one_is_refused_and_not_a_crash(self, wall: dict) -> None:
        with pytest.raises(ValueError, match="validation error"):
            Job.model_validate({"version": 1, "name": "x", "wall": wall})
