"""A counter tiled with its wall: laid from above, built up, edged, its joints up the wall."""

import random
from typing import Any

import pytest
from by_clipping import shape
from hypothesis import given
from hypothesis import strategies as st
from shapely import box, union_all

from examples import examples
from kitchens import IN, a_job, demo
from pennant.core.days.facts import Facts
from pennant.core.days.sections import setting_sections
from pennant.core.document.job import Job
from pennant.core.document.notch import SQUARE_6_6, SQUARE_6_10, bed_of
from pennant.core.document.refusal import JobRefused
from pennant.core.document.tiles import FIELD
from pennant.core.laying.lay_kitchen import lay
from pennant.core.plan import Plan, plan
from pennant.core.search.counter_starts import counter_outcome, counter_starts, wishes_on_counter
from pennant.core.search.measured import left_by
from pennant.core.search.starting import started
from pennant.core.survey.counters import rise_of
from pennant.core.survey.kitchen import kitchen_of
from pennant.core.takes.edging import sealant_lengths
from pennant.words.counters import counters_in_words
from pennant.words.names import Names
from pennant.words.setting_out import setting_out_in_words
from pennant.words.start import say_counter_start

SQUARE = {"length": "6", "height": "6", "thickness": "3/8"}
STACK = {"kind": "courses", "joint": "1/8", "bond": {"p": 0, "q": 1}}
SINK = {
    "kind": "sink",
    "id": "sink",
    "name": "Sink",
    "at": "30",
    "width": "30",
    "front": "3",
    "depth": "16",
}
PLY = {"kind": "plywood", "name": "Plywood", "thickness": "3/4", "width": "48", "length": "96"}
BOARD = {"kind": "board", "name": "Board", "thickness": "1/2", "width": "36", "length": "60"}
EDGE = {"tile": {"length": "6", "height": "2", "thickness": "3/8"}, "on": "wood"}


def counter_with(**changes: Any) -> dict[str, Any]:
    own = {
        "id": "worktop",
        "name": "Worktop",
        "wall": "a",
        "width": "90",
        "depth": "25",
        "tile": SQUARE,
        "pattern": STACK,
    }
    return {**own, **changes}


def job_with(*counters: dict[str, Any], **changes: Any) -> Job:
    """A wall 90 x 20 in with the counter's own squares, and counters below it."""
    changes = {"tile": ("6", "6"), "bond": (0, 1), "length": "90", "top": "20", **changes}
    document = a_job(things=changes.pop("things", []), **changes).model_dump(mode="json")
    return Job.model_validate({**document, "counters": list(counters)})


def on(made: Plan, surface: str) -> list[Any]:
    return list(made.surface(surface).pieces)


def problem_of(*counters: dict[str, Any], **changes: Any) -> tuple[str, str]:
    with pytest.raises(JobRefused) as refused:
        plan(job_with(*counters, **changes))
    first = refused.value.problems[0]
    return first.pointer, first.message


class TestLaid:
    """From the front back to the wall, beside the sink and behind it."""

    def test_full_rows_from_the_front_and_the_cut_at_the_wall(self) -> None:
        # 25 in: four rows of 6 1/8 come to 24 1/2, and 1/2 is left at the wall.
        made = plan(job_with(counter_with()))
        readings = {one.edge: one for one in made.surface("worktop").edges}
        assert readings["worktop:bottom"].gets[0].full
        assert readings["worktop:top"].gets[0].size == pytest.approx(IN / 2)

    def test_a_joint_on_the_middle_of_the_sink(self) -> None:
        start = {"across": {"kind": "centred", "what": "joint", "on": "thing", "thing": "sink"}}
        made = plan(job_with(counter_with(cut_outs=[SINK], start=start)))
        # Behind the sink a joint lies on its middle.
        lefts = {round(piece.box.x0, 3) for piece in on(made, "worktop")}
        assert round(45 * IN + IN / 16, 3) in lefts

    def test_nothing_lies_in_the_sink_and_nothing_hangs_over(self) -> None:
        made = plan(job_with(counter_with(cut_outs=[SINK])))
        tiled = union_all([shape(piece) for piece in on(made, "worktop")])
        hole = box(30 * IN, 3 * IN, 60 * IN, 19 * IN)
        assert tiled.intersection(hole).area == pytest.approx(0, abs=1e-6)
        assert box(0, 0, 90 * IN, 25 * IN).buffer(1e-6).covers(tiled)

    @given(st.integers(0, 10**6))
    @examples(60)
    def test_any_counter_is_tiled_wherever_it_can_be_and_adds_up(self, seed: int) -> None:
        job = random_counter(random.Random(seed))
        made = plan(job)
        by_hand = tiles_by_clipping(job)
        assert union_all([shape(piece) for piece in on(made, "worktop")]).symmetric_difference(
            union_all(by_hand)
        ).area == pytest.approx(0, abs=0.5)
        for surface in made.surfaces:
            a = surface.areas
            parts = a.pieces + a.joints + a.sealant + a.clearance + a.trim
            assert parts == pytest.approx(a.gross, abs=1.0)

    def test_edge_pieces_stand_in_line_with_the_counters_joints(self) -> None:
        made = plan(job_with(counter_with(front=EDGE, right="open")))
        fronts = {round(piece.box.x0, 3) for piece in on(made, "worktop.front")}
        lefts = {round(piece.box.x0, 3) for piece in on(made, "worktop")}
        assert fronts == lefts
        backs = {round(piece.box.x0, 3) for piece in on(made, "worktop.right")}
        assert backs == {round(piece.box.y0, 3) for piece in on(made, "worktop")}

    def test_the_left_edge_is_seen_from_the_left(self) -> None:
        # There the front edge is at the right: its first whole piece ends where the counter's does.
        made = plan(job_with(counter_with(front=EDGE, left="open")))
        ends = {
            round(25 * IN - piece.box.x1, 3)
            for piece in on(made, "worktop.left")
            if piece.kind == "full"
        }
        assert ends == {
            round(piece.box.y0, 3) for piece in on(made, "worktop") if piece.kind == "full"
        }

    def test_a_leg_of_an_edge_piece_takes_room_from_the_tile(self) -> None:
        made = plan(job_with(counter_with(front={**EDGE, "over": "1"})))
        assert min(piece.box.y0 for piece in on(made, "worktop")) == pytest.approx(IN)


def random_counter(random: random.Random) -> Job:
    """A counter in millimetres with a sink, begun somewhere."""
    width, depth = random.uniform(900, 3_000), random.uniform(400, 800)
    wide, deep = random.uniform(300, 700), random.uniform(250, depth - 120)
    sink = {
        "kind": "sink",
        "id": "sink",
        "at": random.uniform(20, width - wide - 20),
        "width": wide,
        "front": random.uniform(20, depth - deep - 20),
        "depth": deep,
        "rim": random.choice([0, 12]),
    }
    p, q = random.choice([(0, 1), (1, 2), (1, 3)])
    own = counter_with(
        width=width,
        depth=depth,
        cut_outs=[sink],
        tile={"length": random.uniform(90, 320), "height": random.uniform(60, 320), "thickness": 9},
        pattern={"kind": "courses", "joint": random.uniform(1.5, 5), "bond": {"p": p, "q": q}},
        start={
            "across": {"kind": "full-left", "nudge": random.uniform(-200, 200)},
            "up": {"kind": "full-counter", "nudge": random.uniform(-150, 0)},
        },
        left=random.choice(["wall", "side", "open"]),
        front=random.choice([None, EDGE]),
    )
    return job_with(
        own,
        length=width,
        settings={
            "counter_gap": 3,
            "corner_gap": 3,
            "opening_gap": 3,
            "trim_face": 4,
            "box_clearance": 2,
        },
    )


def tiles_by_clipping(job: Job) -> list[Any]:
    """Every tile of a great grid from the same start, clipped to the counter less its sink."""
    counter, s = job.counters[0], job.settings
    sink = counter.cut_outs[0]
    edged = counter.front is not None
    left = {
        "wall": s.corner_gap,
        "side": s.opening_gap,
        "open": s.counter_gap if edged else s.trim_face,
    }[counter.left]
    front = s.counter_gap if edged else s.trim_face
    field = box(left, front, counter.width - s.corner_gap, counter.depth - s.counter_gap)
    gap = s.box_clearance if sink.rim else s.opening_gap
    hole = box(sink.at, sink.front, sink.at + sink.width, sink.front + sink.depth)
    field = field.difference(hole.buffer(gap, join_style="mitre"))
    joint, tile = counter.pattern.joint, counter.tile
    across, up = tile.length + joint, tile.height + joint
    bond = counter.pattern.bond
    x = left + counter.start.across.nudge
    y = front + counter.start.up.nudge
    found = []
    for row in range(-3, int(counter.depth / up) + 4):
        shift = row * bond.p / bond.q * across
        for column in range(-8, int(counter.width / across) + 8):
            # A bond runs on for ever: its rows are brought back by whole tiles.
            x0 = x + (shift % across) + column * across
            y0 = y + row * up
            piece = box(x0, y0, x0 + tile.length, y0 + tile.height).intersection(field)
            if piece.area > 0:
                found.append(piece)
    return found


class TestJointsUpTheWall:
    """The counter's joints go on up the wall, or the wall has a start of its own."""

    def carried(self, **changes: Any) -> Job:
        start = {"across": {"kind": "from-counter", "counter": "worktop"}}
        begun = {"across": {"kind": "full-right"}}
        own = counter_with(start=begun, **changes)
        document = job_with(own).model_dump(mode="json")
        document["walls"][0]["start"] = start
        return Job.model_validate(document)

    def test_they_stand_over_one_another(self) -> None:
        made = plan(self.carried())
        joints = {round(piece.box.x0, 3) for piece in on(made, "a")}
        assert joints == {round(piece.box.x0, 3) for piece in on(made, "worktop")}

    def test_the_wall_moves_with_the_counter(self) -> None:
        job = self.carried()
        own = job.counters[0].start
        across = own.across.model_copy(update={"nudge": -20.0})
        moved = started(job, "worktop", own.model_copy(update={"across": across}))
        before, after = plan(job).surface("a").pennant, plan(moved).surface("a").pennant
        assert after.tile_x - before.tile_x == pytest.approx(-20)

    def test_tiles_of_half_the_size_meet_every_other_joint(self) -> None:
        # 12 1/8 and its joint are two of 6 and theirs.
        big = {"length": "12 1/8", "height": "12", "thickness": "3/8"}
        made = plan(self.carried(tile=big))
        joints = {round(piece.box.x0, 3) for piece in on(made, "a")}
        assert {round(piece.box.x0, 3) for piece in on(made, "worktop")} < joints

    def test_other_modules_are_refused_and_said(self) -> None:
        with pytest.raises(JobRefused) as refused:
            plan(self.carried(tile={**SQUARE, "length": "7"}))
        problem = refused.value.problems[0]
        assert problem.pointer == "/walls/0/start/across/counter"
        assert "every 7 1/8 in" in problem.message
        assert "every 6 1/8 in" in problem.message

    def test_a_counter_of_another_wall_is_none(self) -> None:
        document = self.carried().model_dump(mode="json")
        document["walls"][0]["start"]["across"]["counter"] = "other"
        with pytest.raises(JobRefused) as refused:
            plan(Job.model_validate(document))
        assert "no tiled counter of this wall" in refused.value.problems[0].message


class TestBuiltUp:
    """Plywood, board, bed and tile lift the counter's face."""

    def test_rises_by_its_layers_its_bed_and_its_tile(self) -> None:
        job = job_with(counter_with(layers=[PLY, BOARD]))
        # 6 in square: 36 square inches are more than 8 x 4, so combed with 6x10.
        bed = bed_of(SQUARE_6_10) + job.settings.keyed_coat
        assert rise_of(job, job.counters[0]) == pytest.approx((0.75 + 0.5 + 0.375) * IN + bed)

    def test_heights_taken_before_it_was_built_start_the_wall_on_its_face(self) -> None:
        finished = job_with(counter_with(layers=[PLY]))
        bare = job_with(counter_with(layers=[PLY], heights="bare"))
        before, after = (plan(job).surface("a") for job in (finished, bare))
        rise = rise_of(bare, bare.counters[0])
        assert after.pennant.tile_y - before.pennant.tile_y == pytest.approx(rise)
        assert after.frame[3] == pytest.approx(before.frame[3])  # what hangs stays where it hung

    def test_counters_of_one_run_must_build_up_alike_then(self) -> None:
        two = [
            counter_with(width="40", heights="bare", layers=[PLY]),
            counter_with(id="other", at="50", width="40", heights="bare"),
        ]
        pointer, message = problem_of(*two)
        assert pointer == "/counters/1/heights"
        assert "finished" in message

    def test_sheets_are_ripped_to_its_depth(self) -> None:
        # 25 in deep, 90 long: of 48 x 96 one strip of 96 does it; of 36 x 60 two strips of 36
        # across come to 72 a sheet, so two sheets.
        amounts = {
            one.id: one.amount
            for one in plan(job_with(counter_with(layers=[PLY, BOARD]))).quantities
        }
        assert (amounts["layers@worktop.1"], amounts["layers@worktop.2"]) == (1, 2)

    def test_a_sheet_narrower_than_the_counter_goes_by_area(self) -> None:
        narrow = {**BOARD, "width": "24", "length": "24"}
        amounts = {
            one.id: one.amount for one in plan(job_with(counter_with(layers=[narrow]))).quantities
        }
        # 90 x 25 in and a tenth, of 24 x 24 in: 4.3.
        assert amounts["layers@worktop.1"] == 5

    def test_says_what_it_comes_to(self) -> None:
        (said,) = counters_in_words(
            job_with(counter_with(layers=[PLY], front=EDGE, heights="bare"))
        )
        assert "plywood 3/4 in" in said.builds_up
        assert "begins on it" in said.builds_up
        assert "the pieces hang" in said.edge


class TestTakes:
    """Its tile is bought, bedded and grouted as its own."""

    def test_each_tile_has_its_own_boxes(self) -> None:
        lines = {one.id for one in plan(job_with(counter_with(front=EDGE))).quantities}
        assert {"boxes", "boxes@worktop", "boxes@worktop.edge"} <= lines

    def test_edge_pieces_on_wood_hold_by_an_adhesive_that_gives(self) -> None:
        on_wood = job_with(counter_with(front=EDGE))
        on_board = job_with(counter_with(front={**EDGE, "on": "board"}))
        glued, bedded = (
            {one.id: one for one in plan(job).quantities} for job in (on_wood, on_board)
        )
        assert "edge-adhesive" not in bedded
        # 90 x 2 in at 1.5 litres a m2 are 174 ml: one cartridge.
        assert glued["edge-adhesive"].amount == 1
        assert glued["adhesive-water"].amount < bedded["adhesive-water"].amount

    def test_board_lies_in_a_bed(self) -> None:
        without = job_with(counter_with(layers=[PLY]))
        with_board = job_with(counter_with(layers=[BOARD]))
        less, more = (
            {one.id: one.amount for one in plan(job).quantities}["adhesive-water"]
            for job in (without, with_board)
        )
        s = without.settings
        litres = 90 * 25 * IN * IN / 1e6 * (bed_of(SQUARE_6_6) + s.keyed_coat)
        water = litres * s.adhesive_density * (1 + s.adhesive_waste) * s.adhesive_water
        assert more - less == pytest.approx(water)

    def test_the_bead_at_the_wall_is_run_once(self) -> None:
        job = job_with(counter_with(), settings={"counter_gap": 3})
        found = sealant_lengths([one.whole for one in lay(job, kitchen_of(job))])
        assert found["counter", 3] == pytest.approx(90 * IN)
        assert not any(kind == "back" for kind, _ in found)

    def test_an_edge_in_view_has_a_bead_behind_its_pieces_and_else_a_trim(self) -> None:
        def takes(**changes: Any) -> dict[str, float]:
            job = job_with(
                counter_with(right="open", **changes), settings={"counter_gap": 3, "trim_face": 3}
            )
            kitchen = kitchen_of(job)
            own = [one.whole for one in lay(job, kitchen) if one.plan.surface == "worktop"]
            found = sealant_lengths(own)
            return {kind: length for (kind, _), length in found.items()}

        assert takes(front=EDGE)["counter-edge"] == pytest.approx((90 + 25) * IN, abs=10)
        assert "counter-edge" not in takes()

    def test_walls_alone_are_washed_primed_and_sheeted(self) -> None:
        with_counter, without = job_with(counter_with()), job_with()
        walls = [Facts(job, plan(job)).area.value for job in (with_counter, without)]
        assert walls[0] == pytest.approx(walls[1])

    def test_what_is_open_pored_is_sealed_and_nothing_else(self) -> None:
        sealer = {"sealer": {"name": "S", "pack": 1, "cover": 10}}
        own = counter_with(tile={**SQUARE, "porous": True})
        line = next(
            one for one in plan(job_with(own, products=sealer)).quantities if one.id == "sealer"
        )
        # Before it is set, before grout and after it.
        litres = line.working.terms[0].terms[0]
        assert litres.value == pytest.approx(3 * 90 * 25 * IN * IN / 1e6 / 10)


class TestDone:
    """Layers first, then the edge, the counter, and the wall that stands over it."""

    def test_edges_then_the_counter_then_the_wall(self) -> None:
        job = job_with(counter_with(front={**EDGE, "on": "board"}))
        sections = setting_sections(job, plan(job), {}, lambda _: True)
        assert list(dict.fromkeys(one.surface for one in sections)) == [
            "worktop.front",
            "worktop",
            "a",
        ]

    def test_pieces_on_wood_are_a_step_of_their_own(self) -> None:
        job = job_with(counter_with(front=EDGE))
        facts = Facts(job, plan(job))
        assert facts.glued == {piece.id for piece in on(facts.plan, "worktop.front")}

    def test_is_set_out_from_its_front_and_the_walls_left_end(self) -> None:
        job = job_with(counter_with())
        said = {one.surface: one for one in setting_out_in_words(job, plan(job))}["worktop"]
        assert [line.what for line in said.heights[:2]] == [
            "Row 1, front edge",
            "Row 2, front edge",
        ]
        assert said.heights[1].reads == "6 1/8 in"


class TestBestStart:
    """Every start compared: none is better, and the front row is whole."""

    @pytest.mark.parametrize("seed", range(2))
    def test_none_of_many_random_starts_is_better(self, seed: int) -> None:
        chance = random.Random(seed)
        at = chance.uniform(200, 1400)
        # 27 in: four rows and 2 1/2 in at the wall.
        own = counter_with(cut_outs=[{**SINK, "at": at}], depth="27")
        job = job_with(own, settings={})
        kitchen = kitchen_of(job)
        outcomes, found = counter_starts(job, kitchen, "worktop")
        assert outcomes[0].measured.whole_counter == pytest.approx(0)
        wishes = wishes_on_counter(job)
        for _ in range(25):
            nudge = chance.uniform(0, 6.125 * IN)
            start = found.start.model_copy(
                update={"across": found.start.across.model_copy(update={"nudge": nudge})}
            )
            tried = counter_outcome(job, kitchen, "worktop", start)
            best = outcomes[0].measured
            left = left_by(wishes, [best, tried.measured], lambda measured: measured)
            assert best in left

    def test_is_said_as_one_looks_down_on_it(self) -> None:
        job = demo("Sallow End")
        said = say_counter_start(job, Names(kitchen_of(job)), job.counters[0].start)
        assert said == "joint centred on Sink; full row at the front"


class TestRefused:
    """What cannot be drawn, with what would be right."""

    def test_a_sink_larger_than_its_counter(self) -> None:
        pointer, message = problem_of(counter_with(cut_outs=[{**SINK, "depth": "30", "front": 0}]))
        assert pointer == "/counters/0/cut_outs/0/depth"
        assert "larger than its counter, which is 25 in deep" in message

    def test_a_sink_that_reaches_into_the_wall(self) -> None:
        pointer, message = problem_of(counter_with(cut_outs=[{**SINK, "front": "12"}]))
        assert pointer == "/counters/0/cut_outs/0/front"
        assert "3 in into the wall" in message

    def test_a_sink_beside_its_counter(self) -> None:
        pointer, _ = problem_of(counter_with(cut_outs=[{**SINK, "at": "70"}]))
        assert pointer == "/counters/0/cut_outs/0/at"

    def test_a_counter_longer_than_its_wall(self) -> None:
        pointer, message = problem_of(counter_with(width="94"))
        assert (pointer, "4 in past the right end" in message) == ("/counters/0/width", True)

    def test_two_counters_on_one_another(self) -> None:
        pointer, message = problem_of(
            counter_with(width="50"), counter_with(id="other", at="40", width="50")
        )
        assert (pointer, "lies on Worktop" in message) == ("/counters/1/at", True)

    def test_an_id_that_is_taken(self) -> None:
        pointer, _ = problem_of(counter_with(id="a"))
        assert pointer == "/counters/0/id"

    def test_a_start_that_only_walls_have(self) -> None:
        pointer, _ = problem_of(counter_with(start={"across": {"kind": "folded"}}))
        assert pointer == "/counters/0/start/across"

    def test_split_stone_to_stand_on(self) -> None:
        stone = {**SQUARE, "ledger": {"interlock": "1", "thinnest": "1/4"}}
        pointer, _ = problem_of(counter_with(tile=stone, pattern={**STACK, "joint": 0}))
        assert pointer == "/counters/0/tile/ledger"

    def test_a_border_between_its_rows(self) -> None:
        border = {"tile": {"length": "6", "height": "1", "thickness": "3/8"}, "after": 1}
        pointer, _ = problem_of(counter_with(pattern={**STACK, "border": border}))
        assert pointer == "/counters/0/pattern/border"


def test_the_wall_is_laid_as_it_was_without_a_counter() -> None:
    with_counter, without = plan(job_with(counter_with())), plan(job_with())
    assert with_counter.surface("a") == without.surface("a")
    assert {piece.of for piece in on(with_counter, "a")} == {FIELD}
