"""What is taken to the site: each piece with its place, each clock with its time, the site file."""

import base64
import hashlib
import json
import re
from pathlib import Path

import pytest

from kitchens import a_job, demo, sink_wall
from pennant.core.days.facts import Facts
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.core.site.clocks import clocks_of, lasting_of
from pennant.core.site.entries import Entry, NotedBatch, NotedPieces, NotedSection
from pennant.files.forms import NotBuilt
from pennant.files.site_file import Assets, assets_of, site_file
from pennant.words.site_kit import Edition, SiteKit, site_kit

ASSETS = Assets("console.log('</script><b>');", ".a::after { content: '</style>' }")
NOW = 1_000_000.0


def kit_of(job: Job) -> SiteKit:
    return site_kit(job, plan(job), Edition(digest="0" * 16), (), NOW)


class TestKit:
    """All that is needed, of one revision."""

    @pytest.mark.parametrize("name", ["Sorrel Yard", "Juniper Court", "Wren Passage"])
    def test_every_piece_has_its_own_place_and_its_cut(self, name: str) -> None:
        job = demo(name)
        made, kit = plan(job), kit_of(job)
        pieces = [(wall.surface, piece) for wall in kit.surfaces for piece in wall.pieces]
        assert [piece.id for _, piece in pieces] == [piece.id for piece in made.pieces]
        assert len({(wall, piece.place) for wall, piece in pieces}) == len(pieces)
        cut = {id_ for one in kit.cuts.cuts for id_ in one.pieces}
        assert {piece.id for _, piece in pieces if piece.cut} == cut
        for _, piece in pieces:
            if piece.cut:
                group = next(one for one in kit.cuts.cuts if one.number == piece.cut)
                assert piece.id in group.pieces

    def test_places_are_counted_from_the_left(self) -> None:
        (wall,) = kit_of(sink_wall()).surfaces
        row = [piece for piece in wall.pieces if piece.place.startswith("course 1,")]
        row.sort(key=lambda piece: piece.box[0])
        assert row[0].place == f"course 1, 1st of {len(row)} from the left"
        assert row[1].place == f"course 1, 2nd of {len(row)} from the left"

    def test_the_steps_are_there_with_their_cautions(self) -> None:
        kit = kit_of(demo("Fennel Row"))
        assert [card.number for card in kit.cards] == sorted(card.number for card in kit.cards)
        said = " ".join(one for card in kit.cards for one in card.cautions)
        assert "tester" in said.lower()

    def test_what_stands_around_the_tile_is_drawn_too(self) -> None:
        kit = kit_of(demo("Fennel Row"))
        sink, _ = kit.surfaces
        around = {(one.role, one.name) for one in sink.around}
        assert ("opening", "Window") in around
        assert ("overhead", "Left cabinet") in around
        assert ("counter", "Counter") in around
        devices = {name for role, name in around if role == "device"}
        assert devices == {box.name for box in kit.boxes} & devices
        assert devices

    def test_chips_are_held_by_the_sheet(self) -> None:
        """A wall 80 x 18 in of inch chips on sheets of a foot: seven sheets long, a row and a half
        of them high, so fourteen are set; every chip is on one of them, or set singly beside it.
        """
        chips = {
            "length": "15/16",
            "height": "15/16",
            "thickness": "1/4",
            "sheet": {"across": 12, "up": 12},
        }
        job = a_job(length="80", top="18", joint="1/16", bond=(0, 1), things=["outlet 12 up 9"])
        document = job.model_dump(mode="json", exclude_defaults=True)
        (wall,) = kit_of(Job.model_validate({**document, "tile": chips})).surfaces
        sheets = [unit for unit in wall.units if not unit.id.endswith("+")]
        assert len(sheets) == 14
        assert sheets[0].place == "row 1 of sheets, 1st of 7 from the left"
        held = [id_ for unit in wall.units for id_ in unit.pieces]
        assert sorted(held) == sorted(piece.id for piece in wall.pieces)

    @pytest.mark.parametrize("name", ["Sorrel Yard", "Teasel Court"])
    def test_every_piece_of_a_sheet_is_in_one_unit_and_others_in_none(self, name: str) -> None:
        job = demo(name)
        on_sheets = {piece.id for piece in plan(job).pieces} if job.tile.sheet else set[str]()
        held = [id_ for wall in kit_of(job).surfaces for unit in wall.units for id_ in unit.pieces]
        assert len(held) == len(set(held))
        assert set(held) == on_sheets

    def test_boxes_and_walls_by_their_names(self) -> None:
        kit = kit_of(demo("Fennel Row"))
        assert [wall.name for wall in kit.walls] == ["Sink wall", "Range wall"]
        assert len({box.id for box in kit.boxes}) == len(kit.boxes) > 0


class TestLasting:
    """How long clocks run is told beforehand, as they then run."""

    def test_each_clock_runs_as_long_as_was_told(self) -> None:
        job = demo("Fennel Row")
        made = plan(job)
        lasting = lasting_of(Facts(job, made))
        first = made.pieces[0].id
        said = [
            NotedBatch(event="mixed", what="adhesive"),
            NotedBatch(event="mixed", what="grout"),
            NotedSection(event="spread", number=1, pieces=(first,)),
            NotedPieces(event="set", pieces=(made.pieces[1].id,)),
        ]
        entries = [Entry(n, f"key-{n:04d}", NOW + n, one) for n, one in enumerate(said)]
        found = {clock.runs: clock for clock in clocks_of(job, made, entries)}
        assert set(found) == {"pot life", "grout life", "open time", "bed sets"}
        for runs, clock in found.items():
            assert clock.ends - clock.starts == lasting[runs].minutes
            assert clock.source == lasting[runs].source

    def test_grout_in_its_order(self) -> None:
        lasting = lasting_of(Facts(demo("Fennel Row"), plan(demo("Fennel Row"))))
        steps = [lasting[runs].minutes for runs in ("first wipe", "haze", "polish", "grout cures")]
        assert steps == sorted(steps)
        assert lasting["polish"].until is not None
        assert lasting["polish"].until > lasting["polish"].minutes

    def test_what_has_nothing_to_set_has_no_clock_for_it(self) -> None:
        mat = {"name": "Stickfast", "width": 300, "roll": 3000}
        job = a_job(products={"mat": mat})
        assert "bed sets" not in lasting_of(Facts(job, plan(job)))
        assert "bed sets" in lasting_of(Facts(a_job(), plan(a_job())))


class TestFile:
    """One page that asks nobody for anything, whatever the job's words are."""

    def page(self, job: Job) -> str:
        return site_file(kit_of(job), "2026-03-17T08:00:00+00:00", ASSETS)

    def test_the_policy_allows_what_is_in_it_and_nothing_else(self) -> None:
        page = self.page(sink_wall())
        (policy,) = re.findall(r'http-equiv="Content-Security-Policy" content="([^"]+)"', page)
        script = page.rsplit("<script>", 1)[1].split("</script>")[0]
        style = page.split("<style>", 1)[1].split("</style>")[0]
        for kind, text in (("script", script), ("style", style)):
            digest = base64.b64encode(hashlib.sha256(text.encode()).digest()).decode()
            assert f"{kind}-src 'sha256-{digest}'" in policy
        assert policy.startswith("default-src 'none'")
        assert "unsafe" not in policy

    def test_what_would_end_its_script_or_style_is_escaped(self) -> None:
        page = self.page(sink_wall())
        assert page.count("</script>") == 2
        assert page.count("</style>") == 1

    def test_a_name_stays_a_name(self) -> None:
        name = "</script><script>alert(1)</script><!-- & \u2028"
        page = self.page(sink_wall().model_copy(update={"name": name}))
        assert page.count("<script") == 2
        data = page.split('id="kit">', 1)[1].split("</script>")[0]
        assert json.loads(data)["kit"]["name"] == name
        assert "&lt;/script&gt;&lt;script&gt;alert(1)" in page

    def test_no_address_of_anybody(self) -> None:
        page = self.page(demo("Fennel Row"))
        assert not re.search(r'(src|href)="', page)
        assert "://" not in page.replace("http-equiv", "")

    def test_no_style_is_written_on_an_element(self) -> None:
        """The policy would turn it away."""
        assert ' style="' not in self.page(demo("Juniper Court"))

    def test_every_line_to_strike_and_every_mark_is_text(self) -> None:
        job = demo("Sorrel Yard")
        kit, page = kit_of(job), self.page(demo("Sorrel Yard"))
        for said in kit.setting_out:
            for line in (*said.start, *said.heights):
                assert line.reads.replace("'", "&#x27;").replace('"', "&quot;") in page
        for cut in kit.cuts.cuts:
            assert f"Cut {cut.number}:" in page

    def test_unbuilt_pages_are_said(self, tmp_path: Path) -> None:
        with pytest.raises(NotBuilt, match="make build"):
            assets_of(tmp_path)
