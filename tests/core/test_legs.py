"""Legs of tile beside holes, and strips that a hole splits off. Millimetres; joint 2, no gaps."""

from typing import Any

import pytest

from pennant.core.document.job import Job
from pennant.core.plan import Plan, plan
from pennant.core.reading.finding import Finding

CLEARANCE = 3.0


def wall(*things: dict[str, Any], tile: tuple[float, float] = (250, 120), **start: Any) -> Plan:
    """A wall of 1200 x 480 in stack bond, begun full in its lower left corner."""
    return plan(
        Job.model_validate(
            {
                "name": "Wall",
                "units": "mm",
                "tile": {"length": tile[0], "height": tile[1], "thickness": 8},
                "pattern": {"joint": 2, "bond": {"p": 0, "q": 1}},
                "settings": {
                    "counter_gap": 0,
                    "corner_gap": 0,
                    "overhead_gap": 0,
                    "opening_gap": 0,
                    "box_clearance": CLEARANCE,
                    "least_leg": 12,
                    "least_piece": 25,
                },
                "walls": [
                    {
                        "id": "a",
                        "length": 1200,
                        "top": {"kind": "ceiling", "height": 480},
                        "things": list(things),
                        "start": start,
                    }
                ],
            }
        )
    )


def box(left: float, bottom: float, width: float = 60, height: float = 60) -> dict[str, Any]:
    """An outlet by the sides of its box."""
    return {
        "kind": "outlet",
        "id": "box",
        "at": {"value": left, "to": "left"},
        "up": {"value": bottom, "to": "bottom"},
        "box_width": width,
        "box_height": height,
        "plate_width": width + 30,
        "plate_height": height + 30,
    }


def legs(made: Plan, rule: str = "thin-leg") -> dict[str, float]:
    """The findings of a rule by their side, with the size."""
    found: list[Finding] = [one for one in made.findings if one.rule == rule]
    return {one.places[0]: one.measure for one in found}


class TestLeg:
    """Tile between a hole and whatever ends the piece, measured on the piece itself."""

    def test_to_the_tile_s_own_edge(self) -> None:
        # The second tile begins at 252: 262 less 3 of clearance leaves 7.
        assert legs(wall(box(262, 30)))["box:left"] == pytest.approx(7)

    def test_to_a_sill_over_the_box(self) -> None:
        # The tile of the second course reaches from 122 to 242; a window's sill at 200 ends it, 8
        # over the hole, while the tile's own edge would be 42 further.
        window = {
            "kind": "hatch",
            "id": "hatch",
            "at": 500,
            "width": 300,
            "sill": 200,
            "height": 200,
        }
        assert legs(wall(window, box(560, 129)))["box:top"] == pytest.approx(200 - 189 - CLEARANCE)

    def test_beside_a_bare_pipe(self) -> None:
        # A pipe of 30 at 282: its clearance ends at 264, 12 from the tile's edge at 252 but for 1.
        pipe = {"kind": "pipe", "id": "pipe", "at": 281, "up": 60, "diameter": 30}
        assert legs(wall(pipe))["pipe:left"] == pytest.approx(281 - 15 - CLEARANCE - 252, abs=0.1)
        assert legs(wall({**pipe, "at": 300})) == {}

    def test_a_nick_is_no_leg(self) -> None:
        # The hole reaches 2 over the joint into the next course, less than its clearance: what
        # stands beside that nick is not a leg that could snap.
        made = wall(box(258, 63, height=58))
        assert {side for side in legs(made) if side == "box:left"} == {"box:left"}
        above = [one for one in made.findings if one.rule == "thin-leg"]
        assert all(piece.startswith("A1.") for one in above for piece in one.pieces)


class TestStripSplitOff:
    """A strip that a hole splits off a tile is a piece like another, and may be too small."""

    def test_narrower_than_anything_laid_on_purpose(self) -> None:
        # A box taller than the course takes it from 270 on, less 3: a strip of 15 is left.
        made = wall(box(270, -10, height=150))
        assert legs(made, "sliver")["box:left"] == pytest.approx(15)
        assert "box:left" not in legs(made)

    def test_a_wide_one_is_good(self) -> None:
        assert "box:left" not in legs(wall(box(290, -10, height=150)), "sliver")
