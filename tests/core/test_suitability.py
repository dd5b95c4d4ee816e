"""What goes with what: every rule is seen to pass and to fail, and each says why."""

from typing import Any

import pytest

from kitchens import IN, a_job
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.core.takes.suitability import SUITS, unsuited
from pennant.words.names import Names
from pennant.words.suits import SAID, SHOWN_BY_CONTRAST, joints_in_words, unsuited_in_words

THINSET = {"name": "T", "kind": "thinset", "shade": "white", "pack": 10}
SANDED = {"name": "S", "kind": "sanded", "colour": "#e0d8c8", "pack": 5}
COAT = {"name": "C", "pack": 1, "cover": 8}
MAT = {"name": "M", "width": "12", "roll": "180"}
BOARD = {"name": "B", "width": "36", "height": "60", "thickness": "1/4"}
ZONE = {"kind": "zone", "id": "zone", "at": "0", "width": "40"}

SQUARE = {"length": "6", "height": "6", "thickness": "5/16"}
PLY = {"name": "Ply", "thickness": "3/4"}
COUNTER = {
    "id": "worktop",
    "wall": "a",
    "width": "60",
    "depth": "25",
    "tile": SQUARE,
    "pattern": {"kind": "courses", "joint": "1/8"},
}
# rule: what breaks it, and what of that cures it.
CASES: dict[str, tuple[dict[str, Any], dict[str, Any]]] = {
    "sanded-scratches": (
        {"tile": {"scratches": True}, "grout": SANDED},
        {"grout": {**SANDED, "kind": "fine"}},
    ),
    "unsanded-wide": ({"grout": {**SANDED, "kind": "unsanded"}}, {"joint": "1/16"}),
    "joint-range": (
        {"grout": {**SANDED, "joint_least": "1/4"}},
        {"grout": {**SANDED, "joint_least": "1/8", "joint_most": "1/8"}},
    ),
    "joint-under-lugs": ({"tile": {"lugs": "3/16"}}, {"tile": {"lugs": "1/8"}}),
    "sizes-differ": (
        {"tile": {"measured": {"longest": "8 1/16", "shortest": "8"}}},
        {"tile": {"measured": {"longest": "8 1/32", "shortest": "8"}}},
    ),
    "bow-shows": ({"tile": {"measured": {"bow": "1/16"}}}, {"tile": {"measured": {"bow": "1/32"}}}),
    "size-drifts": (
        {"tile": {"measured": {"row": "81 7/16"}}},
        {"tile": {"measured": {"row": "81 1/8"}}},
    ),
    "mastic-tile": (
        {
            "tile": {"material": "porcelain", "length": 600, "height": 300},
            "adhesive": {**THINSET, "kind": "mastic"},
        },
        {"tile": {"material": "porcelain", "length": 200, "height": 100}},
    ),
    "mastic-see-through": (
        {"tile": {"see_through": True}, "adhesive": {**THINSET, "kind": "mastic"}},
        {"adhesive": THINSET},
    ),
    "mastic-heavy": (
        {"tile": {"weight": 27}, "adhesive": {**THINSET, "kind": "mastic"}},
        {"tile": {"weight": 19}},
    ),
    "mastic-wet": (
        {"zone": {"damp": True}, "adhesive": {**THINSET, "kind": "mastic"}},
        {"zone": {"damp": False}},
    ),
    "see-through-grey": (
        {"tile": {"see_through": True}, "adhesive": {**THINSET, "shade": "grey"}},
        {"adhesive": THINSET},
    ),
    "porous-unsealed": ({"tile": {"porous": True}}, {"sealer": COAT}),
    "porous-grey": (
        {
            "tile": {"porous": True, "colour": "#f0f0f0"},
            "sealer": COAT,
            "adhesive": {**THINSET, "shade": "grey"},
        },
        {"adhesive": THINSET},
    ),
    "shade-of-grout": (
        {"adhesive": {**THINSET, "shade": "grey"}, "grout": SANDED},
        {"adhesive": THINSET},
    ),
    "trim-low": (
        {"trim": {"name": "P", "height": "5/16", "stick": "96"}},
        {"trim": {"name": "P", "height": "3/8", "stick": "96"}},
    ),
    "trim-proud": (
        {"trim": {"name": "P", "height": "1/2", "stick": "96"}},
        {"trim": {"name": "P", "height": "3/8", "stick": "96"}},
    ),
    "dabs-heavy": (
        {"tile": {"weight": 35}, "adhesive": {**THINSET, "kind": "construction"}},
        {"tile": {"weight": 12}},
    ),
    "dabs-see-through": (
        {"tile": {"see_through": True}, "adhesive": {**THINSET, "kind": "construction"}},
        {"adhesive": THINSET},
    ),
    "mastic-marble": (
        {
            "tile": {"material": "stone", "finish": "polished", "colour": "#f2f0ea"},
            "adhesive": {**THINSET, "kind": "mastic"},
        },
        {"adhesive": THINSET},
    ),
    "stick-on-damp": (
        {"tile": {"material": "stick-on"}, "zone": {"damp": True}},
        {"zone": {"damp": False}},
    ),
    "stick-on-wavy": (
        {"tile": {"material": "stick-on"}, "zone": {"flat": "1/4"}},
        {"zone": {"flat": 0}},
    ),
    "sanded-narrow": ({"grout": SANDED, "joint": "1/16"}, {"joint": "1/8"}),
    "heavy-on-paint": (
        {"tile": {"weight": 35}, "zone": {"made_of": "painted board"}},
        {"tile": {"weight": 15}},
    ),
    "heavy-on-laminate": (
        {"tile": {"weight": 35}, "zone": {"made_of": "laminate"}},
        {"zone": {"made_of": "painted board"}},
    ),
    "paint-unprimed": ({"zone": {"made_of": "painted board"}}, {"primer": COAT}),
    "plywood": ({"zone": {"made_of": "plywood"}}, {"zone": {"made_of": "cement board"}}),
    "old-tile-unprimed": ({"zone": {"made_of": "old tile"}}, {"primer": COAT}),
    "laminate": ({"zone": {"made_of": "laminate"}}, {"zone": {"made_of": "skim"}}),
    "loose": ({"zone": {"loose": True}}, {"zone": {"loose": False}}),
    "cracked": ({"zone": {"cracked": True}}, {"zone": {"cracked": False}}),
    "not-on-sheet": (
        {"zone": {"made_of": "masonry"}, "adhesive": {**THINSET, "not_on": "masonry; laminate"}},
        {"zone": {"made_of": "bare board"}},
    ),
    "paint-scuffed": (
        {"zone": {"made_of": "painted board"}, "ways": {"paint": "scuff"}},
        {"ways": {"paint": "primer"}},
    ),
    "glue-coat": (
        {"zone": {"made_of": "painted board"}, "ways": {"paint": "glue"}},
        {"zone": {"made_of": "skim"}},
    ),
    "mat-wavy": ({"mat": MAT, "zone": {"flat": "1/8"}}, {"zone": {"flat": "1/16"}}),
    "mat-damp": ({"mat": MAT, "zone": {"damp": True}}, {"mat": None}),
    "mat-not-on-sheet": (
        {"mat": {**MAT, "not_on": "masonry; laminate"}, "zone": {"made_of": "masonry"}},
        {"zone": {"made_of": "skim"}},
    ),
    "mat-heavy": ({"mat": MAT, "tile": {"weight": 21}}, {"mat": {**MAT, "most_weight": 22}}),
    "mat-see-through": (
        {"mat": MAT, "tile": {"see_through": True}},
        {"tile": {"see_through": False}},
    ),
    "sealed-late": (
        {"tile": {"porous": True}, "sealer": COAT, "ways": {"sealed": "after"}},
        {"ways": {"sealed": "before"}},
    ),
    "sealant-colour": (
        {"grout": SANDED, "sealant": {"name": "K", "pack": 300, "colour": "#303030"}},
        {"sealant": {"name": "K", "pack": 300}},
    ),
    "quick-too-quick": (
        {"adhesive": {**THINSET, "pot_life": 15}},
        {"adhesive": {**THINSET, "pot_life": 60}},
    ),
    "counter-mastic": (
        {"counters": [COUNTER], "adhesive": {**THINSET, "kind": "mastic"}},
        {"adhesive": THINSET},
    ),
    "counter-plywood": (
        {"counters": [{**COUNTER, "layers": [PLY]}]},
        {"counters": [{**COUNTER, "layers": [PLY, {**PLY, "kind": "board"}]}]},
    ),
    # 3/4 and its bed of 1/8, and tile of 5/16: 1 1/4 in to hide.
    "edge-low": (
        {
            "counters": [
                {
                    **COUNTER,
                    "layers": [{**PLY, "kind": "board"}],
                    "front": {"tile": {**SQUARE, "height": "1"}},
                }
            ]
        },
        {
            "counters": [
                {
                    **COUNTER,
                    "layers": [{**PLY, "kind": "board"}],
                    "front": {"tile": {**SQUARE, "height": "1 1/2"}},
                }
            ]
        },
    ),
    # Five of 8 1/8 in along a sheet are more than anybody lifts.
    "sheet-large": (
        {"tile": {"sheet": {"across": 5, "up": 4}}},
        {"tile": {"sheet": {"across": 2, "up": 4}}},
    ),
    "glass-brittle-notch": (
        {"tile": {"material": "glass"}, "tools": ["snap cutter"]},
        {"tools": ["wet saw"]},
    ),
}


def job_with(facts: dict[str, Any]) -> Job:
    """A job with these facts; of the wall one stretch is told."""
    facts = dict(facts)
    tile = {"length": "8", "height": "2 1/2", "thickness": "5/16", **facts.pop("tile", {})}
    things = [{**ZONE, "made_of": "bare board", **facts.pop("zone")}] if "zone" in facts else []
    joint = facts.pop("joint", "1/8")
    tools = {"tools": facts.pop("tools")} if "tools" in facts else {}
    ways = facts.pop("ways", {})
    tools |= {"counters": facts.pop("counters")} if "counters" in facts else {}
    job = a_job(things=things, joint=joint, settings={}, products=facts, ways=ways, **tools)
    document = job.model_dump(mode="json")
    return Job.model_validate({**document, "tile": tile})


class TestTable:
    """Each refusal with a reason; each rule broken by its case and by nothing else of it."""

    def test_every_rule_has_a_case_and_words(self) -> None:
        assert {suit.rule for suit in SUITS} == set(CASES) == set(SAID)

    @pytest.mark.parametrize("rule", CASES)
    def test_is_broken_and_is_cured(self, rule: str) -> None:
        wrong, cure = CASES[rule]
        assert rule in {one.rule for one in unsuited(job_with(wrong))}
        right = {**wrong, **cure}
        assert rule not in {one.rule for one in unsuited(job_with(right))}

    @pytest.mark.parametrize("rule", CASES)
    def test_is_said_with_its_reason_and_its_cure(self, rule: str) -> None:
        job = job_with(CASES[rule][0])
        made = plan(job)
        said = {one.rule: one for one in unsuited_in_words(job, Names(made.kitchen), made)}
        assert all((said[rule].title, said[rule].why, said[rule].cure))
        assert "{" not in said[rule].title + said[rule].why + said[rule].cure

    def test_contrast_is_said_with_the_uneven_spots_of_the_plan(self) -> None:
        dark = {**SANDED, "colour": "#303030"}
        window = {
            "kind": "window",
            "id": "w",
            "name": "Sash",
            "at": "31",
            "width": "24",
            "sill": "5 1/8",
            "height": "20",
        }
        job = a_job(things=[window], settings={}, products={"grout": dark})
        made = plan(job)
        uneven = [f for f in made.findings if f.rule in SHOWN_BY_CONTRAST]
        said = joints_in_words(job, Names(made.kitchen), made)
        assert uneven
        assert said.startswith("contrast")
        assert "Sash" in said
        plain = a_job(settings={}, products={"grout": {**SANDED, "colour": "#b9cbbd"}})
        made = plan(plain)
        assert (
            joints_in_words(plain, Names(made.kitchen), made) == "Grout matches: joints hardly show"
        )

    def test_a_stretch_of_wall_is_named(self) -> None:
        (found,) = unsuited(job_with({"zone": {"loose": True}}))
        assert (found.wall, found.zone, found.weight) == ("a", "zone", "never")

    def test_nothing_chosen_speaks_against_nothing(self) -> None:
        assert not list(unsuited(a_job(settings={})))

    @pytest.mark.parametrize("wall", ["plywood", "laminate"])
    def test_a_board_or_a_sheet_that_allows_it_cures_what_tile_does_not_hold_on(
        self, wall: str
    ) -> None:
        zone = {"zone": {"made_of": wall}}
        assert wall in {one.rule for one in unsuited(job_with(zone))}
        assert not list(unsuited(job_with({**zone, "board": BOARD})))
        allowed = {**zone, "adhesive": {**THINSET, "goes_on": wall}}
        assert not list(unsuited(job_with(allowed)))

    def test_a_board_takes_what_is_too_heavy_for_paint(self) -> None:
        heavy = {"tile": {"weight": 35}, "zone": {"made_of": "painted board"}}
        rules = {one.rule for one in unsuited(job_with({**heavy, "board": BOARD}))}
        assert not rules & {"heavy-on-paint", "paint-unprimed"}

    def test_old_tile_that_comes_off_wants_no_primer(self) -> None:
        off = {"zone": {"made_of": "old tile"}, "ways": {"old_tile": "off"}}
        assert not list(unsuited(job_with(off)))

    def test_a_quick_batch_that_sets_a_handful_is_for_the_last_pieces(self) -> None:
        """Of 8 x 2 1/2 in two hands set 20 an hour in half bond, and a third of it in herringbone:
        in 25 minutes 8 and 2.
        """
        quick = {"adhesive": {**THINSET, "kind": "quick thinset"}}
        assert not list(unsuited(job_with(quick)))
        document = job_with(quick).model_dump(mode="json")
        document["tile"] |= {"length": 200, "height": 50}
        document["pattern"] = {"kind": "herringbone", "joint": 2}
        (one,) = unsuited(Job.model_validate(document))
        assert (one.rule, one.weight) == ("quick-too-quick", "avoid")

    def test_a_polished_face_scratches(self) -> None:
        job = job_with({"tile": {"finish": "polished"}, "grout": SANDED})
        assert [one.rule for one in unsuited(job)] == ["sanded-scratches"]

    def test_an_adhesive_behind_a_mat_counts_for_nothing(self) -> None:
        quick = {**THINSET, "pot_life": 15}
        assert not list(unsuited(job_with({"adhesive": quick, "mat": MAT})))

    def test_schools_differ_at_exactly_an_eighth(self) -> None:
        unsanded = {"grout": {**SANDED, "kind": "unsanded"}, "joint": "1/8"}
        assert not list(unsuited(job_with({**unsanded, "ways": {"eighth": "unsanded"}})))

    def test_sanded_at_exactly_an_eighth(self) -> None:
        # 1/8 in takes sanded grout; a hair less takes unsanded.
        unsanded = {"grout": {**SANDED, "kind": "unsanded"}}
        broken = [one.rule for one in unsuited(job_with({**unsanded, "joint": "1/8"}))]
        assert broken == ["unsanded-wide"]
        thin = job_with({**unsanded, "joint": IN / 8 - 0.1})
        assert not list(unsuited(thin))


def test_trim_at_an_end_of_old_tile_covers_its_edge_too() -> None:
    # Tile 5/16 over old tile of 1/4: 9/16 and a millimetre.
    end = {
        "right": "open",
        "things": [{**ZONE, "at": "0", "width": "96", "made_of": "old tile", "over": "1/4"}],
    }
    for height, low in (("3/8", True), ("5/8", False)):
        products = {"trim": {"name": "P", "height": height, "stick": "96"}}
        rules = {one.rule for one in unsuited(a_job(products=products, settings={}, **end))}
        assert ("trim-low" in rules) == low
