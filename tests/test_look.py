"""Colours stand in one place, for the pages, pictures and papers; docs/look.md says why."""

import re
from pathlib import Path
from typing import get_args

from kitchens import a_job, plan
from pennant.core.document.things import DRAWN, THINGS
from pennant.drawing import palette
from pennant.drawing.kitchen import kitchen_drawing, roles_of
from pennant.drawing.shapes import Role
from pennant.files.picture_svg import picture_svg

ROOT = Path(__file__).parents[1]
COLOUR = re.compile(r"#[0-9a-fA-F]{6}\b")


def test_the_pages_style_sheet_is_made_of_the_palette() -> None:
    kept = (ROOT / "web/src/palette.css").read_text("utf-8")
    assert kept == palette.page_css(), "run `make api-types`"


def test_no_drawing_has_a_colour_of_its_own() -> None:
    drawings = [*(ROOT / "web/src/drawing").glob("*.ts*"), *(ROOT / "web/src/parts").glob("*.ts*")]
    writers = (ROOT / "src/pennant/files").glob("*.py")
    assert len(drawings) > 20
    own = {
        path.name: found
        for path in (*drawings, *writers)
        if (found := COLOUR.findall(path.read_text("utf-8")))
    }
    assert own == {}


def test_what_look_md_says_of_a_colour_is_so() -> None:
    rows = re.findall(r"^\| ([\w-]+) \| `(#\w+)`", (ROOT / "docs/look.md").read_text("utf-8"), re.M)
    assert len(rows) == 7
    assert {name: palette.PAGE[name] for name, _ in rows} == dict(rows)


def test_everything_that_stands_in_sight_has_a_colour() -> None:
    # Boxes and round holes are drawn by their plates and collars; a gap by what stands in it.
    forms = {*DRAWN, "cut-out"} - {"box", "round", "gap"}
    own = {kind for kind, one in THINGS.items() if one.form in forms}
    assert set(palette.THING_COLOURS) == own


def test_a_thing_on_the_client_s_picture_is_as_on_the_page() -> None:
    job = a_job(things=["cabinet 0 wide 30 clear 18", "window 40 wide 20 sill 6 high 12"])
    svg = picture_svg(kitchen_drawing(job, plan(job)))
    for kind, role in (("cabinet", "overhead"), ("window", "opening")):
        assert f'class="{role}" style="fill:{palette.THING_COLOURS[kind]}"' in svg


def test_a_piece_is_drawn_by_its_roles() -> None:
    # 90 in of 8 in tiles in line: the last of each course is 5/8 in wide, and to be cured.
    job = a_job(length="90", bond=(0, 1), things=["outlet 20 up 10"])
    made = plan(job).surfaces[0]
    roles = roles_of(made)
    kinds = {piece.id: piece.kind for piece in made.pieces}
    assert set(roles) <= set(get_args(Role))
    assert {id_ for id_, kind in kinds.items() if kind != "full"} == set(roles["cut"])
    bad = {id_ for one in made.findings if one.weight == "never" for id_ in one.pieces}
    assert bad
    assert bad == set(roles["objection"])
    assert roles["waits"] == ()
