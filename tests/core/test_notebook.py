"""A line of the notebook says a thing as one writes it on a pad, in any order of its words."""

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from examples import examples
from kitchens import IN, a_job, demo
from pennant.core.document.job import Job
from pennant.core.document.notebook import FIRST_WORDS, LineError, read_line
from pennant.core.document.survey import Opening, Zone
from pennant.core.plan import plan
from pennant.words.lines import write_line


def things(*lines: str, **changes: object) -> list:
    """The things on these lines."""
    return list(a_job(things=list(lines), **changes).walls[0].things)


class TestReading:
    """What a line says."""

    def test_a_window(self) -> None:
        (window,) = things('window "Over the sink" 7 1/2 wide 34 3/8 sill 8 7/16 high 28 5/8')
        assert isinstance(window, Opening)
        assert (window.id, window.name) == ("over-the-sink", "Over the sink")
        assert window.width == 34.375 * 25.4

    def test_in_any_order(self) -> None:
        words = ["wide 34 3/8", "sill 8", "at 7 1/2 from right", "high 28", "casing 2"]
        lines = [" ".join(["window", *words[turn:], *words[:turn]]) for turn in range(5)]
        assert len({things(line)[0] for line in lines}) == 1

    @pytest.mark.parametrize(
        ("line", "fields"),
        [
            (
                "outlet 14 from right up 10 9/16 2 gang by laser",
                {
                    "at": {"value": "14", "taken_from": "right"},
                    "gangs": 2,
                    "up": {"value": "10 9/16", "taken_with": "laser"},
                },
            ),
            (
                "cabinet 0 wide 1' 9 3/8\" clear 18 right 18 1/4",
                {
                    "width": "1' 9 3/8\"",
                    "clear": {"value": "18"},
                    "clear_right": {"value": "18 1/4"},
                },
            ),
            (
                "switch centre 14 from window left 9 from counter sideways",
                {
                    "at": {"value": "14", "to": "centre", "taken_from": "window.left"},
                    "up": {"value": "9", "taken_from": "counter"},
                    "turn": "sideways",
                },
            ),
            ("range 26 3/4 wide 30 down 2 courses", {"kind": "range-gap", "courses": 2}),
            (
                "hood 3 from cabinet 2 right wide 30 clear 20 mm",
                {
                    "at": {"value": "3", "taken_from": "cabinet-2.right"},
                    "clear": {"value": "20 mm"},
                },
            ),
            (
                "level 30 by laser below 31 5/16 by rule",
                {"at": {"value": "30", "taken_with": "laser"}, "taken_with": "rule"},
            ),
            (
                "zone 0 wide 40 painted board damp flat 3/16",
                {"made_of": "painted board", "damp": True, "flat": "3/16"},
            ),
            (
                "check 96 1/8 from cabinet right to right",
                {"first": "cabinet.right", "second": "right"},
            ),
            ("pot filler 30 up 20 dia 1", {"kind": "pot-filler", "diameter": "1"}),
            (
                "niche 9 wide 9 sill 9 high 9 deep 3 returns all",
                {"returns": ["left", "right", "top", "bottom"]},
            ),
            (
                'hood 9 wide 30 clear 20 unsettled "not here yet" owed "Kim" hold 2',
                {"unsettled": {"why": "not here yet", "owed_to": "Kim", "hold": "2"}},
            ),
        ],
    )
    def test_each_kind_of_word(self, line: str, fields: dict) -> None:
        found = read_line(line)
        assert {key: found[key] for key in fields} == fields


class TestAsPeopleWrite:
    """A line as somebody scribbles it is read where it can mean one thing only."""

    @pytest.mark.parametrize(
        ("line", "same"),
        [
            (
                "Wall cabinet, 33 wide, 14 1/2 off left, 17 7/8 above the counter",
                "cabinet 14 1/2 from left wide 33 clear 17 7/8",
            ),
            (
                "bottom of upper 445 mm up, 900 mm w, 1210 mm from lhs",
                "cabinet 1210 mm from left wide 900 mm clear 445 mm",
            ),
            (
                "cab 30 1/4 wide 8 3/8 from left, 19 clear at left end 18 5/8 at right",
                "cabinet 8 3/8 from left wide 30 1/4 clear 19 right 18 5/8",
            ),
            (
                "upper 2' 6\" wide, starts 4' 1 1/4\" from the left, 17 above counter",
                "cabinet 4' 1 1/4 from left wide 2' 6 clear 17",
            ),
            (
                "Outlet, 28 5/8 from the left wall to its center, 9 1/4 above the counter",
                "outlet 28 5/8 from left up 9 1/4",
            ),
            (
                "twin socket 11 1/8 fr R to c/l, 9 7/8 up",
                "outlet double 11 1/8 from right up 9 7/8",
            ),
            (
                "socket 4 1/4 from window.right up 3 from hood.top",
                "socket 4 1/4 from window right up 3 from hood top",
            ),
            (
                "dbl switch 4 1/4 right of window to ctr, 10 up",
                "switch double 4 1/4 from window right up 10",
            ),
            (
                "window starts thirty seven and a half from the left, twenty nine wide, "
                "thirty one and three quarters high, sill six above the counter",
                "window 37 1/2 from left wide 29 high 31 3/4 sill 6",
            ),
            (
                "window opening 31 1/4 x 36 5/8, trim 2 1/4 all round, left jamb 40 from left, "
                "sill 8 1/2",
                "window 40 to jamb wide 31 1/4 high 36 5/8 casing 2 1/4 sill 8 1/2",
            ),
            ("win 30w x 33h @ 22, sill 7", "window 22 wide 30 high 33 sill 7"),
            (
                "range hood 30 wide ctr on range, 26 up",
                "hood centre 0 from range centre wide 30 clear 26",
            ),
            (
                "shelf 20 w, 7/8 thk, btm 14 up, 60 off left",
                "shelf 60 from left wide 20 thick 7/8 clear 14",
            ),
            (
                "niche 10 wide, 20 high, bottom 9 above the counter, left side 70 from left",
                "niche 70 from left wide 10 high 20 sill 9",
            ),
        ],
    )
    def test_reads_as_the_notebook_has_it(self, line: str, same: str) -> None:
        before = ["range 60 wide 30"]
        if same.startswith("switch"):
            before.append("window 2 wide 9 high 9 sill 9")
        one, other = (things(*before, text)[-1] for text in (line, same))
        assert one == other

    @pytest.mark.parametrize(
        ("line", "asked"),
        [
            ("window 38 from corner, 30 x 40, sill 9", "from the left corner or the right one"),
            ("range 30 wide 71 1/4", "30 wide and 71 1/4 from the left, or 71 1/4 wide"),
            ("outlet 5 3/4 from window, 9 up", "which side of window: left"),
            ("outlet left 12 1/8 up 10", "from the left end, or is its left side"),
            ("sink 31", "its width, or where its center is"),
            ("2 outlets 30 apart, first 12 from left", "more than one thing on this line"),
            ("outlet 30 up 9, another at 50", "more than one thing on this line"),
        ],
    )
    def test_what_could_mean_two_things_is_asked_with_both(self, line: str, asked: str) -> None:
        with pytest.raises(LineError, match=asked):
            read_line(line)

    @pytest.mark.parametrize(
        ("line", "near"),
        [
            ("cabnit 30 wide 30 clear 18", "cabinet"),
            ("windw 30 wide 30", "window"),
            ("pipe 30 up 7 diametre 1", "diameter"),
            ("cabinet 0 wide 30 claer 18", "clear"),
            ("outlet 30 up 9 by lazer", "laser"),
        ],
    )
    def test_a_slip_of_the_pen_names_the_word_that_is_near(self, line: str, near: str) -> None:
        with pytest.raises(LineError, match=f"do you mean '{near}'"):
            read_line(line)

    @pytest.mark.parametrize(
        "line", ["outlet 30 to center", "outlet 30 up 9 to the fridge", "cabinet 3 wide 30"]
    )
    def test_a_measure_that_is_missing_is_never_made_up(self, line: str) -> None:
        with pytest.raises((LineError, ValueError)):
            things(line)


class TestRefusing:
    """A line that cannot be read says at which word, and what would be right."""

    @pytest.mark.parametrize(
        ("line", "said"),
        [
            ("", "the line is empty"),
            ("tip 30", "the thing 'tip'"),
            ("window wide", "after 'wide' a length should follow"),
            ("window 30 wide tall", "not 'tall'"),
            ("window 30 wide 9 wide 8", "said twice"),
            ("outlet 30 sill 9", "'sill' is not said of an outlet; of it one can say"),
            ("outlet 30 from window", "say which side of window"),
            ("outlet 30 from", "stops where"),
            ("outlet at 30 from counter", "is a height"),
            ("outlet 30 up 9 from window left", "is no height"),
            ("check 30 to right", "a check is written"),
            ("outlet by laser", "should follow"),
            ("x" * 401, "longer than any thing needs"),
        ],
    )
    def test_says_what_is_wrong(self, line: str, said: str) -> None:
        with pytest.raises(LineError, match=said):
            read_line(line)

    @pytest.mark.parametrize("line", ["window 30", "cabinet 1 wide 2", "outlet up 3", "level 3"])
    def test_what_is_missing_is_named_by_its_field(self, line: str) -> None:
        with pytest.raises(ValueError, match="Field required"):
            things(line)


class TestNames:
    """A line without a name gets one, and keeps its id whatever is written into it."""

    def test_by_kind_and_number(self) -> None:
        found = things("outlet 9 up 9", "outlet 20 up 9", 'outlet "Kettle" 30 up 9')
        assert [(t.id, t.name) for t in found] == [
            ("outlet", "Outlet"),
            ("outlet-2", "Outlet 2"),
            ("kettle", "Kettle"),
        ]

    def test_an_id_is_kept_when_the_line_is_written_anew(self) -> None:
        job = a_job(things=["outlet 9 up 9", "switch 4 from outlet right up 9"])
        document = job.model_dump(mode="json")
        document["walls"][0]["things"][0] = {"id": "outlet", "line": 'outlet "Kettle" 12 up 9'}
        changed = Job.model_validate(document)
        assert changed.walls[0].things[0].name == "Kettle"
        assert changed.walls[0].things[1] == job.walls[0].things[1]

    def test_two_walls_share_no_id(self) -> None:
        wall = {"length": "96", "top": {"height": "30"}, "things": ["outlet 9 up 9"]}
        job = a_job(walls=[{"id": "a", **wall}, {"id": "b", **wall}])
        assert [w.things[0].id for w in job.walls] == ["outlet", "outlet-2"]


class TestWriting:
    """What is written of a thing reads as that thing."""

    @pytest.mark.parametrize("name", ["Fennel Row", "Alder Wharf", "Tern Cottage"])
    def test_the_demo_kitchens(self, name: str) -> None:
        job = demo(name)
        document = job.model_dump(mode="json")
        for wall, there in zip(document["walls"], job.walls, strict=True):
            wall["things"] = [
                {"id": thing.id, "line": write_line(thing, job.units)} for thing in there.things
            ]
        again = Job.model_validate(document)
        for wall, there in zip(again.walls, job.walls, strict=True):
            assert [write_line(thing, job.units) for thing in wall.things] == [
                write_line(thing, job.units) for thing in there.things
            ]
        for mine, theirs in zip(plan(again).surfaces, plan(job).surfaces, strict=True):
            assert [piece.box for piece in mine.pieces] == [
                pytest.approx(piece.box, abs=1e-5) for piece in theirs.pieces
            ]

    LINES = st.builds(
        "{} {} {}{}".format,
        st.sampled_from(
            [
                "cabinet wide 20 clear 18 right 18 1/4 behind 1 deep 12",
                "hood wide 30 clear 4 from top",
                "shelf wide 20 clear 14 thick 1 deep 7",
                "range wide 30 down 2 courses",
                "window wide 20 sill 8 high 9 to jamb casing 2 stands 3/4 stool 1 horn 1/2",
                "niche wide 12 sill 8 high 9 deep 3 returns left top",
                "window wide 12 sill 8 high 9 trim left right bottom",
                "upstand wide 9 high 4 trim top",
                "floor wide 9 down 4",
                "outlet up 9 3 gang sideways to plate legs-off",
                "switch up top 9 wide 2 high 3 plate-wide 4",
                "pipe up 9 dia 1 cover 2",
                "bracket wide 1 up 9 high 4 deep 3",
                "level below 30 by laser",
                "upstand wide 40 high 4 deep 3/4",
                "mark",
                "zone wide 40 skim damp loose flat 1/4 over 1/4",
                "zone wide 9 old tile over 3/8 off",
            ]
        ),
        st.sampled_from(
            [
                "at 3 5/16",
                "3",
                "centre 12 from right by laser",
                "left 40 from left",
                "-2 from right",
            ]
        ),
        st.sampled_from(["", '"Some name"', '#other-id "Name"']),
        st.sampled_from(["", ' unsettled "why" owed "Kim" hold 1', ' unsettled "later"']),
    )

    @given(LINES)
    @examples(150)
    def test_any_line(self, line: str) -> None:
        (thing,) = things(line)
        (again,) = things(write_line(thing, "in"))
        assert again == thing

    def test_in_a_metric_job(self) -> None:
        (thing,) = things(
            "outlet 412 up 121", units="mm", length=2000, top=500, tile=(200, 60), joint=3
        )
        assert write_line(thing, "mm") == "outlet 412 up 121"


class TestWords:
    """Whatever the application offers to say can be read."""

    @pytest.mark.parametrize("kind", sorted(set(FIRST_WORDS.values())))
    def test_every_kind_is_known(self, kind: str) -> None:
        line = "check 9 from left to right" if kind == "check" else f"{kind} 9"
        assert read_line(line)["kind"] == kind


class TestEitherSide:
    """British words are read as American ones are: a page that says cooker gap takes it back."""

    @pytest.mark.parametrize(
        ("american", "british"),
        [
            ("range gap 30 wide 30", "cooker gap 30 wide 30"),
            ("outlet 12 up 8", "socket 12 up 8"),
            ("upper cabinet 0 wide 36 clear 18", "wall unit 0 wide 36 clear 18"),
            ("range hood 20 wide 30 clear 24", "cooker hood 20 wide 30 clear 24"),
        ],
    )
    def test_is_the_same_thing(self, american: str, british: str) -> None:
        assert read_line(american) == read_line(british)


class TestWhatPeopleWrite:
    """Read what is meant where it is one thing; else say the word that is known."""

    @pytest.mark.parametrize(
        ("line", "fields"),
        [
            ("sink center 42", {"kind": "mark", "name": "Sink"}),
            ("stove 30 wide 30 down 2", {"kind": "range-gap", "name": "Range"}),
            ("gfci 20 up 9", {"kind": "outlet", "name": "Outlet, protected"}),
            ("outlet 20 up 9 double", {"kind": "outlet", "gangs": 2}),
            ("outlet 20 up 9 double gang", {"kind": "outlet", "gangs": 2}),
            ("range 30 wide 30 courses 1", {"kind": "range-gap", "courses": 1}),
            ("range 30 wide 30 down 1 course", {"kind": "range-gap", "courses": 1}),
            ("cupboard 0 wide 30 clear 18", {"kind": "cabinet"}),
        ],
    )
    def test_is_read(self, line: str, fields: dict) -> None:
        read = read_line(line)
        assert {name: read.get(name) for name in fields} == fields

    def test_a_word_nearly_known_is_named(self) -> None:
        with pytest.raises(LineError, match="do you mean 'wide'"):
            read_line("window 20 wid 24 sill 4 high 20")

    def test_courses_without_a_number(self) -> None:
        with pytest.raises(LineError, match="down 1 course"):
            read_line("range 30 wide 30 courses some")


class TestLinesThatMeanSeveral:
    """A line that stands for several things, or leans on the one above, becomes what it means."""

    @staticmethod
    def of(*lines: str) -> list[dict[str, Any]]:
        """What stands on a wall 130 in long, by what is not as usual; lengths in mm."""
        job = a_job(length="130", top="50", things=list(lines))
        return [
            one.model_dump(exclude_defaults=True, exclude={"id", "name", "kind"})
            for one in job.walls[0].things
        ]

    def test_outlets_at_even_distances(self) -> None:
        found = self.of("3 outlets 28 OC, first 14 1/2 from left, 9 3/4 up")
        assert [one["at"]["value"] / IN for one in found] == pytest.approx([14.5, 42.5, 70.5])
        assert [one["up"]["value"] / IN for one in found] == pytest.approx([9.75] * 3)

    def test_from_the_right_they_go_on_to_the_left(self) -> None:
        found = self.of("2 switches 20 apart, first 12 from right, 10 up")
        assert [one["at"]["taken_from"] for one in found] == ["right", "right"]
        assert [one["at"]["value"] / IN for one in found] == pytest.approx([12, 32])

    def test_another_one_elsewhere(self) -> None:
        first, second = self.of("dbl outlet 21 3/8 to ctr 10 1/4 up, another at 64 same height")
        assert second["at"]["value"] == pytest.approx(64 * IN)
        assert {**second, "at": first["at"]} == first

    def test_the_next_cabinet_begins_where_the_last_one_ends(self) -> None:
        first, second = self.of(
            'cabinet "One" 0 wide 30 1/2 clear 17 3/4',
            "next upper 24 w tight against it, same height",
        )
        assert second["at"]["taken_from"] == "one.right"
        assert second["clear"] == first["clear"]
        assert second["width"] == pytest.approx(24 * IN)

    @pytest.mark.parametrize(
        ("line", "made_of"),
        [
            ("old tile, whole wall", "old tile"),
            ("cement board along the whole wall", "cement board"),
            ("bare drywall, entire wall", "bare board"),
        ],
    )
    def test_the_whole_wall_is_as_long_as_it_is(self, line: str, made_of: str) -> None:
        (found,) = self.of(line)
        assert found == {"at": {"value": 0}, "width": pytest.approx(130 * IN), "made_of": made_of}

    @pytest.mark.parametrize(
        "line",
        [
            "granite splash 4",
            "Quartz splash, 4 high",
            "stone backsplash 4 whole wall",
            "marble upstand 4 high along the whole wall",
        ],
    )
    def test_a_splash_runs_along_the_wall(self, line: str) -> None:
        (found,) = self.of(line)
        assert found == {
            "at": {"value": 0},
            "width": pytest.approx(130 * IN),
            "height": pytest.approx(4 * IN),
        }

    def test_a_splash_of_its_own_length_begins_where_it_is_said(self) -> None:
        (found,) = self.of("granite splash 12 from left wide 40 high 4")
        assert found["at"]["value"] == pytest.approx(12 * IN)
        assert found["width"] == pytest.approx(40 * IN)

    def test_the_wall_is_as_long_in_a_file_that_says_it_in_millimetres(self) -> None:
        job = a_job(length=3302, top="50", things=["painted plaster, whole wall"])
        (zone,) = job.walls[0].things
        assert isinstance(zone, Zone)
        assert zone.width == pytest.approx(3302)

    def test_above_the_floor_less_the_counter(self) -> None:
        (found,) = self.of("outlet 46 1/8 AFF, counter 36 1/4 AFF, 19 to c/l")
        assert found["up"]["value"] == pytest.approx(9.875 * IN)

    @pytest.mark.parametrize(
        ("line", "asks"),
        [
            ("outlet 46 1/8 AFF, 19 to c/l", "how high is the counter"),
            ("drywall, whole wall", "is it painted"),
            ("wall 128 to the corner", "The wall itself"),
            ("3 outlets, first at 12", "more than one thing"),
            ("next upper 24 w tight against it, same height", "'next'"),
        ],
    )
    def test_what_is_missing_is_asked_for(self, line: str, asks: str) -> None:
        with pytest.raises(ValidationError, match=asks):
            self.of(line)

    def test_a_line_that_is_changed_keeps_its_id_on_the_first(self) -> None:
        line = {"line": "2 outlets 30 OC, first 20 from left, 10 up", "id": "sockets", "name": "O"}
        job = a_job(length="130", top="50", things=[line])
        first, second = job.walls[0].things
        assert first.id == "sockets"
        assert second.id not in ("", "sockets")
