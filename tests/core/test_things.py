"""The table of things says what is true of every kind that the survey can note."""

from typing import get_args

from kitchens import a_job, plan
from pennant.core.document.notebook import FIRST_WORDS
from pennant.core.document.survey import AnyThing, stands_under_tile
from pennant.core.document.things import SOLID, THINGS, form_of, kinds_of
from pennant.core.survey.edits import Addable
from pennant.core.survey.placed import Placed

LINES = (
    "cabinet 0 wide 30 clear 18",
    "shelf 32 wide 10 clear 20 thick 1",
    "window 44 wide 20 sill 6 high 12",
    "outlet 70 up 10",
    "pipe 75 up 10 dia 1",
    "range-gap 78 wide 10 down 3",
    "upstand 90 wide 6 high 4",
    "mark 40",
)


def noted() -> set[str]:
    """The kinds that a job file can hold on a wall."""
    return {
        kind for one in get_args(AnyThing) for kind in get_args(one.model_fields["kind"].annotation)
    }


def test_every_kind_that_a_file_can_hold_is_in_the_table_and_no_other() -> None:
    assert noted() == {kind for kind, one in THINGS.items() if one.words}
    assert {form_of(kind) for kind in THINGS} >= set(SOLID)


def test_a_kind_begins_a_line_by_its_name_and_what_else_it_is_called() -> None:
    assert {FIRST_WORDS[kind] for kind in noted()} == noted()
    called = [word for kind, one in THINGS.items() if one.words for word in (kind, *one.also)]
    assert sorted(called) == sorted(FIRST_WORDS), "a word means two things"
    assert FIRST_WORDS["socket"] == "outlet"
    assert FIRST_WORDS["sink"] == "mark", "on a wall a sink is its centreline"


def test_what_can_be_added_by_a_click_can_be_noted() -> None:
    assert set(get_args(Addable)) <= noted()


def test_a_thing_that_stands_says_what_tile_makes_of_it() -> None:
    job = a_job(things=list(LINES))
    stands: dict[str, Placed] = {one.kind: one for one in plan(job).kitchen.surfaces[0].things}
    assert {kind: one.form for kind, one in stands.items()} == {
        "cabinet": "hanging",
        "shelf": "hanging",
        "window": "opening",
        "outlet": "box",
        "pipe": "round",
        "range-gap": "gap",
        "upstand": "raised",
        "mark": "mark",
    }
    assert {kind for kind, one in stands.items() if one.under_tile} == {"shelf", "upstand"}
    assert [stands_under_tile(one) for one in job.walls[0].things if one.kind == "cabinet"] == [
        False
    ]


def test_kinds_of_a_form_are_those_that_walls_have() -> None:
    assert kinds_of("opening") == ("window", "hatch", "niche")
    assert kinds_of("cut-out") == (), "counters alone have them"
