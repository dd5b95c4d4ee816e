"""Shades dealt: against every way on small walls, what a deal must keep, and boxes as they came."""

import itertools
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import examples
from kitchens import a_job, demo
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused
from pennant.core.document.shades import OpenedBox
from pennant.core.plan import plan
from pennant.core.shade.deal import ALIKE_AT_A_STEP, cost_of, counts_to_use, dealt, judged
from pennant.core.shade.shading import Shading, rotation_of, shading_of
from pennant.core.shade.wall_tiles import TilesToDeal, WallTile, wall_of
from pennant.core.site.record import record_of
from pennant.words.cuts import record_in_words
from pennant.words.shades import colours_of, shades_in_words


def box(name: str, *counts: int, **more: Any) -> dict[str, Any]:
    """An opened box."""
    return {"name": name, "counts": list(counts), **more}


def with_boxes(job: Job, *boxes: dict[str, Any], **more: Any) -> Job:
    """The job with these boxes opened."""
    document = {**job.model_dump(mode="json"), "shades": {"boxes": list(boxes), **more}}
    return Job.model_validate(document)


def shaded(job: Job) -> Shading:
    """How a job's boxes are dealt, set in the order of the plan."""
    made = plan(job)
    return shading_of(job, made, [piece.id for piece in made.pieces])


def a_row(many: int) -> TilesToDeal:
    """Tiles side by side in one row; each step from one to the next is alike."""
    tiles = tuple(WallTile((f"A1.{n}",), False, False, "a", n) for n in range(many))
    beside = tuple(frozenset({n - 1, n + 1} & set(range(many))) for n in range(many))
    steps = tuple(tuple((n, n + by) for n in range(many - by)) for by in (1, 2) if many - by >= 3)
    return TilesToDeal(tiles, beside, steps, (tuple(range(many)),))


def a_block(columns: int, rows: int) -> TilesToDeal:
    """Tiles in a stack bond."""
    places = [(x, y) for y in range(rows) for x in range(columns)]
    at = {place: n for n, place in enumerate(places)}
    beside = tuple(
        frozenset(
            at[near] for near in ((x - 1, y), (x + 1, y), (x, y - 1), (x, y + 1)) if near in at
        )
        for x, y in places
    )
    tiles = tuple(WallTile((f"A{y}.{x}",), False, False, "a", n) for n, (x, y) in enumerate(places))
    return TilesToDeal(tiles, beside, (), (tuple(range(len(places))),))


class TestDeal:
    """No patch larger than the most alike, nothing to follow, each square metre its share."""

    def test_three_alike_are_none_too_many_and_four_are(self) -> None:
        row = a_row(6)
        three, four = judged(row, (0, 0, 0, 1, 1, 1), 3), judged(row, (0, 0, 0, 0, 1, 1), 3)
        assert three.patches == ()
        assert four.patches == (4,)

    def test_a_chequerboard_is_followed(self) -> None:
        """Two kinds dealt in turn: at every second tile the same comes again."""
        row = a_row(12)
        turns = judged(row, tuple(n % 2 for n in range(12)), 3)
        assert turns.repeats == 1
        assert turns.cost > dealt(row, [6, 6], 3, {}).cost

    def test_what_is_set_stays(self) -> None:
        block = a_block(6, 4)
        stays = {0: 1, 1: 1, 7: 0}
        found = dealt(block, [12, 12], 3, stays)
        assert all(found.shades[tile] == shade for tile, shade in stays.items())

    @examples(40)
    @given(st.integers(2, 4), st.integers(1, 2), st.integers(1, 3), st.data())
    def test_of_small_walls_every_way_was_tried(
        self, columns: int, rows: int, most: int, data: st.DataObject
    ) -> None:
        wall = a_block(columns, rows)
        first = data.draw(st.integers(0, columns * rows))
        used = [first, columns * rows - first]
        found = dealt(wall, used, most, {})
        every = set(itertools.permutations([0] * used[0] + [1] * used[1]))
        assert found.whole
        assert found.cost == min(cost_of(wall, shades, most) for shades in every)

    @examples(12)
    @given(st.integers(5, 8), st.integers(3, 5), st.data())
    def test_a_larger_wall_is_dealt_better_than_by_turns(
        self, columns: int, rows: int, data: st.DataObject
    ) -> None:
        wall, many = a_block(columns, rows), columns * rows
        second = data.draw(st.integers(many // 5, many // 2))
        third = data.draw(st.integers(0, (many - second) // 2))
        used = [many - second - third, second, third]
        found = dealt(wall, used, 3, {})
        assert [found.shades.count(n) for n in range(3)] == used
        plain = [n for n, count in enumerate(used) for _ in range(count)]
        assert found.cost <= cost_of(wall, plain, 3)
        assert found.cost == cost_of(wall, found.shades, 3)
        assert found == dealt(wall, used, 3, {})

    @pytest.mark.parametrize("tiles", range(1, 21))
    def test_every_deal_comes_to_an_end(self, tiles: int) -> None:
        """Also with just as many tiles as are tried as partners, and nothing worth moving."""
        for seed in range(15):
            wall = a_block(tiles, 1 + seed % 2)
            many, kinds = tiles * (1 + seed % 2), 1 + seed % 4
            used = [many // kinds + (n < many % kinds) for n in range(kinds)]
            found = dealt(wall, used, 1 + seed % 3, {})
            assert [found.shades.count(n) for n in range(kinds)] == used

    @given(st.integers(0, 300), st.lists(st.integers(0, 200), min_size=2, max_size=5))
    def test_of_each_shade_its_share_and_never_more_than_there_is(
        self, tiles: int, there: list[int]
    ) -> None:
        tiles = min(tiles, sum(there))
        if not sum(there):
            return
        used = counts_to_use(tiles, there)
        assert sum(used) == tiles
        for one, have in zip(used, there, strict=True):
            assert one <= have
            assert abs(one - tiles * have / sum(there)) < 1


class TestOnTheWall:
    """Dealt over a plan's own tiles."""

    def test_every_piece_and_pieces_of_one_tile_alike(self) -> None:
        job = demo("Sorrel Yard")
        made = plan(job)
        found = shaded(job)
        assert set(found.shades) == {piece.id for piece in made.pieces}
        wall = wall_of(job, made, [])
        for tile in wall.tiles:
            assert len({found.shades[id_] for id_ in tile.pieces}) == 1

    def test_no_box_gives_more_than_it_holds(self) -> None:
        job = demo("Sorrel Yard")
        found = shaded(job)
        for one in job.shades.boxes:
            for shade, count in enumerate(one.counts):
                taken = sum((s, b) == (shade, one.name) for _, s, b in found.takes)
                assert taken <= count

    def test_only_what_shares_a_joint_lies_side_by_side(self) -> None:
        """In a stack bond of three by three the middle tile has four beside it."""
        job = a_job(length="24 1/4", top="7 3/4", bond=(0, 1), joint="1/8")
        made = plan(job)
        wall = wall_of(job, made, [])
        assert sorted(len(one) for one in wall.beside) == [2, 2, 2, 2, 3, 3, 3, 3, 4]

    def test_box_after_box_is_worse(self) -> None:
        found = shaded(demo("Sorrel Yard"))
        assert found.result is not None
        assert found.plain is not None
        assert found.result.patches == ()
        assert max(found.plain.patches) > 3

    def test_a_box_more_is_dealt_around_what_is_set(self) -> None:
        job = demo("Sorrel Yard")
        before = shaded(job)
        names = job.shades.names
        stays = {id_: names[shade] for id_, shade in list(before.shades.items())[:20]}
        more = OpenedBox(name="7", counts=(0, 0, 9))
        shades = job.shades.model_copy(update={"stays": stays, "boxes": (*job.shades.boxes, more)})
        after = shaded(job.model_copy(update={"shades": shades}))
        assert all(after.shades[id_] == names.index(name) for id_, name in stays.items())
        assert after.there == before.there + 9

    def test_culls_go_to_cuts_and_the_flattest_to_corners(self) -> None:
        job = demo("Sorrel Yard")
        kinds = {piece.id: piece.kind for piece in plan(job).pieces}
        found = shaded(job)
        assert len(found.culls) == 3
        assert all(kinds[id_] != "full" for id_ in found.culls)
        assert len(found.flattest) == 6


class TestFaces:
    """Printed faces never lie side by side."""

    def test_no_two_alike_share_a_joint(self) -> None:
        plain = demo("Sorrel Yard")
        job = plain.model_copy(update={"tile": plain.tile.model_copy(update={"faces": 5})})
        faces = shaded(job).faces
        wall = wall_of(job, plan(job), [])
        of = [faces[tile.pieces[0]] for tile in wall.tiles]
        assert set(of) == {1, 2, 3, 4, 5}
        assert all(of[one] != of[other] for one in range(len(of)) for other in wall.beside[one])

    def test_a_tile_of_one_face_has_none(self) -> None:
        assert shaded(demo("Sorrel Yard")).faces == {}


class TestApart:
    """One shade a wall, changed at an inside corner only, where there is enough of each."""

    def test_each_wall_one_shade(self) -> None:
        job = demo("Fennel Row")
        found = shaded(
            with_boxes(job, box("1", 200, 0), box("2", 0, 200), names=["a", "b"], mixed=False)
        )
        assert set(found.walls) == {"sink-wall", "range-wall"}
        by_wall = {"A": found.walls["sink-wall"], "B": found.walls["range-wall"]}
        assert all(shade == by_wall[id_[0]] for id_, shade in found.shades.items())

    def test_one_shade_for_all_where_there_is_enough(self) -> None:
        job = demo("Fennel Row")
        found = shaded(with_boxes(job, box("1", 300, 100), names=["a", "b"], mixed=False))
        assert set(found.walls.values()) == {0}

    def test_walls_at_an_outside_corner_are_seen_together(self) -> None:
        job = demo("Tern Cottage")
        need = shaded(with_boxes(job, box("1", 900, 0), names=["a", "b"])).need
        found = shaded(
            with_boxes(job, box("1", need // 2 + 9, need // 2 + 9), names=["a", "b"], mixed=False)
        )
        assert found.walls == {}
        assert [one.what for one in found.notes] == ["not-one-shade"]


class TestBoxes:
    """Boxes are checked as they come."""

    @pytest.mark.parametrize(
        ("boxes", "told"),
        [
            ([box("1", 400, 0, 0, lot="A"), box("2", 9, 0, 0, lot="B")], "lots-differ"),
            ([box("1", 400, 0, 0, broken=2)], "broken"),
            ([box("1", 5, 5, 5)], "short"),
            ([box("1", 400, 0, 0, flat=1)], "flat-short"),
            ([box("1", 400, 0, 0, culls=300)], "culls-over"),
        ],
    )
    def test_what_is_said_of_them(self, boxes: list[dict[str, Any]], told: str) -> None:
        found = shaded(with_boxes(demo("Fennel Row"), *boxes))
        assert told in {one.what for one in found.notes}

    def test_another_lot_than_was_ordered(self) -> None:
        job = demo("Sorrel Yard")
        boxes = [{**one.model_dump(mode="json"), "lot": "X-1"} for one in job.shades.boxes]
        (told,) = [one for one in shaded(with_boxes(job, *boxes)).notes if "lot" in one.what]
        assert (told.what, told.names) == ("not-the-lot", ("Q-204", "X-1"))

    @pytest.mark.parametrize(
        ("boxes", "pointer", "says"),
        [
            ([box("1", 9, 0, 0), box("1", 8, 0, 0)], "/shades/boxes/1/name", "opened twice"),
            ([box("1", 9, 0, 0, 4)], "/shades/boxes/0/counts", "only 3 are named"),
            ([box("1", 9, 0, 0, culls=10)], "/shades/boxes/0/culls", "more than the 9 tiles"),
        ],
    )
    def test_what_cannot_be_is_refused_at_its_line(
        self, boxes: list[dict[str, Any]], pointer: str, says: str
    ) -> None:
        with pytest.raises(JobRefused) as error:
            shaded(with_boxes(a_job(), *boxes))
        (problem,) = error.value.problems
        assert problem.pointer == pointer
        assert says in problem.message

    @pytest.mark.parametrize(
        ("held", "turns"),
        [
            ((30, 30, 30), {"1": 1, "2": 1, "3": 1}),
            ((30, 10), {"1": 3, "2": 1}),
            ((20, 30), {"1": 2, "2": 3}),
        ],
    )
    def test_boxes_by_turns_as_often_as_they_hold_tiles(
        self, held: tuple[int, ...], turns: dict[str, int]
    ) -> None:
        boxes = [OpenedBox(name=str(n), counts=(count,)) for n, count in enumerate(held, 1)]
        rotation = rotation_of(boxes)
        assert {name: rotation.count(name) for name in rotation} == turns


class TestWords:
    """What is said of a deal, and how it is drawn."""

    def test_the_deal_is_said_section_by_section(self) -> None:
        job = demo("Sorrel Yard")
        said = shades_in_words(job, plan(job))
        assert "no more than 3 alike together" in said.headline
        assert "the largest of" in said.beside
        assert [one.section for one in said.takes] == [
            str(n) for n in range(1, len(said.takes) + 1)
        ]

    def test_shades_are_drawn_from_light_to_dark(self) -> None:
        colours = list(colours_of(demo("Sorrel Yard")).values())
        bright = [sum(int(one[at : at + 2], 16) for at in (1, 3, 5)) for one in colours]
        assert bright == sorted(bright, reverse=True)
        assert len(set(colours)) == 3


def test_alike_at_a_step_is_less_than_all() -> None:
    """One tile out of turn must not hide a chequerboard."""
    assert 0.5 < ALIKE_AT_A_STEP < 1


def test_the_record_draws_from_the_boxes_as_they_came() -> None:
    """What is left is counted from what was in the boxes, not from what was ordered."""
    job = demo("Sorrel Yard")
    made = plan(job)
    said = record_in_words(job, made, record_of([], made.pieces, job.settings.set_within), [], {})
    assert f"of {shaded(job).there} in 6 boxes" in said.left
