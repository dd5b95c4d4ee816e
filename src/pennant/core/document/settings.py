"""Every default of the job, with its unit and its reason, in one place.

A job carries its settings written out in full, so that a later change of a default, or of the
unit shown, never moves a tile in a job that exists. `docs/rules.md` is generated from this file.
"""

from typing import Any

from pydantic.fields import FieldInfo

from pennant.core.document.declared import declared, length, number
from pennant.core.document.lengths import Units
from pennant.core.document.values import Distance, Length, Value

STAGGER_APART = 0.2
"""Of a module: joints of a staggered course keep this far from those in the course below, or two
of them read as one crooked joint."""


class Settings(Value):
    """What a job goes by where nobody measured or chose otherwise."""

    counter_gap: Distance = length(
        1 / 8,
        3,
        "Movement joint over the counter: held open by wedges, filled with sealant, so "
        "that the counter can move without cracking grout.",
    )
    overhead_gap: Distance = length(
        1 / 8,
        3,
        "Joint under a cabinet, hood or ceiling: lets the last piece be slid in and "
        "takes a cabinet that is not quite level.",
    )
    max_edge_gap: Distance = length(
        1 / 8,
        3,
        "A counter, cabinet or end that runs out by no more than this is taken up by its joint "
        "(wedges and sealant); more is scribed, because a gap that opens further cannot be filled.",
    )
    bed_thickness: Distance = length(
        0,
        0,
        "Adhesive behind the set tile, where it was measured; 0 goes by the comb and the keyed "
        "coat, because a litre a m2 is a mm. With the tile it brings the wall's face forward, laps "
        "the next wall at a corner and stands proud of casings.",
    )
    close_within: Distance = length(
        1 / 8,
        3,
        "A chain of measures that closes on its overall within this is good; a worse one is shown "
        "with where it may sit. A tape in two pairs of hands does no better.",
        most=500.0,
    )
    set_within: Distance = length(
        1 / 16,
        1.5,
        "How true a tile is set: a start counts for what it is worth with everything off by this "
        "much either way, because one that is only good to a hair is no good.",
    )
    flat_within: Distance = length(
        1 / 8,
        3,
        "Gap under a straightedge up to which the bed takes up the wall; more is patched first, or "
        "tile edges stand proud of one another.",
        most=500.0,
    )
    corner_gap: Distance = length(
        1 / 8, 3, "Change of plane at an inside corner: sealant, never grout."
    )
    opening_gap: Distance = length(
        1 / 8,
        3,
        "Joint to a window's jamb, sill and head, to casing and to cabinet sides: two "
        "materials that move differently.",
    )
    trim_face: Distance = length(
        1 / 8,
        3,
        "Face of the trim in view at an open end or open top; it takes this much from the field.",
        most=50.0,
    )
    box_clearance: Distance = length(
        1 / 16,
        2,
        "Room cut around a box, so that the device can be set without forcing the tile; a common "
        "plate covers little more.",
    )
    plate_cover: Distance = length(
        3 / 16,
        5,
        "How far a plate must reach over the hole on every side, or the cut shows.",
        most=50.0,
    )
    least_piece: Distance = length(
        1,
        25,
        "Nothing narrower is laid on purpose: it cannot be cut cleanly or held, and it "
        "is the first thing seen.",
        most=500.0,
    )
    least_cut: Distance = length(
        1 / 8,
        3,
        "What is smaller than this both ways is no piece that anyone cuts: the joint fills it.",
        most=25.0,
    )
    least_top_piece: Distance = length(
        1, 25, "The least top piece under a cabinet: thinner reads as a mistake.", most=500.0
    )
    small_share: float = number(
        0.25,
        "of a tile",
        "A piece in view under a quarter of the tile is avoided: it looks left "
        "over. Hidden in an inside corner it passes.",
        most=1,
    )
    least_share: float = number(
        0.33,
        "of a tile",
        "On a lattice (herringbone, hexagon ...) every edge leaves pieces of many sizes. Under a "
        "third of the tile's least width, or under the least piece if that is less, is a sliver.",
        most=1,
    )
    least_leg: Distance = length(
        1 / 2,
        12,
        "A strip of tile between a box and the tile's edge thinner than this snaps while "
        "it is being cut.",
        most=500.0,
    )
    ledger_apart: Distance = length(
        4,
        100,
        "Of ledger stone each course starts shorter by this than the one below, and no end comes "
        "nearer to one below: nearer ones read as a crack that runs up the stone.",
        most=1_000.0,
    )
    ledger_gap: Distance = length(
        1 / 8,
        3,
        "A gap that stays open between panels of ledger stone is about so wide; it is filled from "
        "a bag, and nothing else is grouted there.",
        most=50.0,
    )
    uneven_difference: Distance = length(
        1 / 2,
        12,
        "Pieces at the two jambs of an opening that differ by less are not seen.",
        most=500.0,
    )
    uneven_ratio: float = number(
        0.2,
        "of the larger",
        "The difference is judged against the larger piece: 1 in of 3 is seen, 1 in of 10 is not.",
        most=1,
    )
    seen_little: int = number(
        1,
        "times",
        "How often an objection counts where one hardly looks: under a cabinet, in an inside "
        "corner, behind an appliance.",
        most=20,
    )
    seen_usual: int = number(
        2, "times", "How often an objection counts at the counter and in plain view.", most=20
    )
    seen_much: int = number(
        4,
        "times",
        "How often an objection counts where one looks first: beside a window, at an open end. Two "
        "at the counter are no worse than one there.",
        most=20,
    )
    shave_share: float = number(
        0.0625,
        "of a tile",
        "A tile shaved by no more than this passes for a full one beside its neighbours.",
        most=1,
    )
    joint_play: Distance = length(
        1 / 32,
        0.8,
        "A joint this much wider or narrower than chosen is not seen, and over many of them it "
        "moves the end by a good deal.",
    )
    kerf: Distance = length(
        3 / 32,
        2,
        "The blade's width: what a sawn cut takes away. A snapped cut takes nothing.",
    )
    least_drop: Distance = length(
        1,
        25,
        "An offcut smaller than this either way is not kept: nothing is laid that small.",
        most=500.0,
    )
    saw_within: Distance = length(
        1 / 32,
        0.8,
        "Cuts that differ by less are one cut, made together: a saw's fence does no better.",
    )
    break_cut: float = number(
        0.05, "of cut pieces", "Straight cuts lost at the snap cutter or saw.", most=1
    )
    break_notched: float = number(
        0.15, "of notched and holed pieces", "Notches and holes lost: inside corners crack.", most=1
    )
    break_thin: float = number(
        2,
        "times as many",
        "A leg thinner than the least snaps twice as often while it is cut.",
        most=10,
    )
    break_brittle: float = number(
        1.5, "times as many", "Glass and stone chip and crack more than fired clay.", most=10
    )
    break_bevelled: float = number(
        1.5,
        "times as many",
        "A bevelled face does not lie flat under the cutter: straight cuts run off the line.",
        most=10,
    )
    spare_tiles: float = number(
        4, "tiles", "Kept by the client for a later repair, from the same lot.", most=1000
    )
    spare_sheets: float = number(
        1, "sheets", "Kept for repairs, where tile comes on sheets.", most=100
    )
    tile_lead: float = number(
        3, "days", "How long a supplier takes for a box more of the same lot.", most=120
    )
    rule_of_thumb: float = number(
        0.10,
        "over the area",
        "The plain reckoning shown beside the plan's own: area and a tenth.",
        most=1,
    )
    bed_rise: Distance = length(
        1 / 16,
        1.5,
        "How far adhesive rises into the joints; grout fills the rest of the thickness.",
    )
    sanded_from: Distance = length(
        1 / 8,
        3,
        "Joints this wide or wider take a sanded grout, narrower ones an unsanded one: without "
        "sand a wide joint shrinks and cracks, with it a narrow one does not fill.",
    )
    joint_hides: float = number(
        3,
        "times",
        "A joint so many times as wide as tiles differ in length hides it: in a narrower one the "
        "eye follows the joint to and fro. It is the usual rule of tile standards.",
        most=20,
    )
    lip_most: Distance = length(
        1 / 32,
        0.8,
        "A tile's end that stands out from its neighbour by more is felt, and throws a shadow "
        "under cabinet lights.",
    )
    most_on_paint: float = number(
        20, "kg a m2", "Heavier tile pulls the paint off the board behind it.", most=500
    )
    most_on_glue: float = number(
        20,
        "kg a m2",
        "Heavier tile creeps down a mat or a mastic before it holds; a mat's own sheet wins.",
        most=500,
    )
    mat_flat_within: Distance = length(
        1 / 16, 1.5, "A mat has no bed to take up the wall: tile follows it, edge over edge."
    )
    board_waste: float = number(
        0.1, "of the board", "What is sawn off boards at ends, boxes and openings.", most=1
    )
    board_screws: float = number(
        30, "screws a m2", "A screw every 8 in (200 mm) either way, and along the edges.", most=500
    )
    grout_water: float = number(
        0.22, "litres a kg", "Water for grout powder; the sheet on the bag wins.", most=2
    )
    grout_life: float = number(
        30, "minutes", "How long mixed grout can be worked into joints.", least=1, most=600
    )
    grout_pace: float = number(
        2,
        "m2 an hour",
        "Wall that one person grouts and wipes the first time.",
        least=0.01,
        most=50,
    )
    pot_life: float = number(
        90,
        "minutes",
        "How long mixed thinset can be spread; the sheet on the bag wins.",
        least=1,
        most=600,
    )
    quick_pot_life: float = number(
        25,
        "minutes",
        "How long quick-set thinset can be spread where its bag does not say.",
        least=1,
        most=120,
    )
    least_pot_life: float = number(
        30,
        "minutes",
        "Adhesive that stiffens sooner is mixed by the cupful, and most is lost.",
        least=1,
        most=600,
    )
    adhesive_water: float = number(
        0.28, "litres a kg", "Water for thinset powder; the sheet on the bag wins.", most=2
    )
    pace: float = number(
        20,
        "pieces an hour",
        "Pieces that two hands set, cuts being ready; slower at first.",
        least=0.1,
        most=500,
    )
    dabs_each: float = number(
        5,
        "a square foot",
        "Dabs of construction adhesive behind each piece, two at least: of a "
        "square foot the corners and the middle.",
        most=50,
    )
    dab: float = number(
        4, "ml", "A dab the size of a hazelnut, pressed flat; it must not reach the edge.", most=100
    )
    back_butter: float = number(
        1.0,
        "litres a square metre",
        "Adhesive on the back as well, of stone and of tile over 4 x 8 in: no hollows behind it.",
        most=10,
    )
    coat_cover: float = number(
        8,
        "m2 a litre",
        "A coat of primer or sealer; the sheet on the tin wins.",
        least=0.1,
        most=100,
    )
    coat_pack: float = number(1, "litres", "A usual tin of primer or sealer.", least=0.01, most=100)
    trim_stick: Length = length(96, 2500, "A usual stick of trim.", least=100.0, most=10_000.0)
    trim_kerf: Distance = length(1 / 8, 3, "What a cut through trim takes, with its dressing.")
    spacers_each: float = number(
        2, "a piece", "Spacers standing on a leg: one beside and one under each piece.", most=10
    )
    spacer_pack: float = number(200, "spacers", "A usual bag.", least=1, most=10_000)
    wedge_pack: float = number(100, "wedges", "A usual bag.", least=1, most=10_000)
    batten_screw: Length = length(
        12,
        300,
        "From screw to screw along a batten that carries a course.",
        least=20.0,
        most=2_000.0,
    )
    sill_overhang: Distance = length(
        3 / 4,
        20,
        "How far a sill slab stands out before the tile's face, so that water drips clear of it.",
        most=200.0,
    )
    extend_over: Distance = length(
        1 / 4,
        6,
        "Tile and bed that bring the wall forward by more than this leave a box too deep.",
    )
    sheet_width: Length = length(
        39, 1000, "Sheeting over the counter, from the wall forward.", least=50.0, most=5_000.0
    )
    grout_density: float = number(
        1.6,
        "kg of powder a litre filled",
        "A usual cement grout; the sheet on the bag wins.",
        least=0.1,
        most=5,
    )
    grout_waste: float = number(
        0.10, "of the grout", "What stays in the bucket, on the float and in the sponge.", most=1
    )
    grout_pack: float = number(5, "kg", "A usual small bag.", least=0.1, most=100)
    keyed_coat: float = number(
        0.5,
        "litres a square metre",
        "Adhesive pressed into the wall with the flat side before combing.",
        most=10,
    )
    bared_coat: float = number(
        1.5,
        "litres a square metre",
        "Patch over a wall whose old tile came off: a skim of about 1/16 in fills what it left.",
        most=20,
    )
    adhesive_waste: float = number(
        0.10, "of the adhesive", "What stays in the bucket and is cleaned from the joints.", most=1
    )
    adhesive_density: float = number(
        1.3,
        "kg of powder a mixed litre",
        "A usual thinset; the sheet on the bag wins.",
        least=0.1,
        most=5,
    )
    adhesive_pack: float = number(10, "kg", "A usual half bag.", least=0.1, most=100)
    bead_depth: Length = length(
        1 / 4,
        6,
        "Depth of a sealant bead behind its face; its width is the gap's own.",
        least=0.5,
        most=50.0,
    )
    edge_bed: float = number(
        1.5,
        "litres a square metre",
        "Adhesive that gives, behind edge pieces on wood: two beads a piece, pressed flat.",
        most=10,
    )
    cartridge: float = number(300, "ml", "A usual cartridge of sealant.", least=10, most=5000)
    sealant_waste: float = number(
        0.15, "of the sealant", "What is tooled off and what stays in the nozzle.", most=1
    )

    @classmethod
    def of(cls, units: Units) -> "Settings":
        """Return the defaults as people of that unit know them: 1/8 in, or 3 mm."""
        return cls(**{name: meta(name)[units] for name in cls.model_fields})


def field_of(name: str) -> FieldInfo:
    """Return the declaration of a setting; raise KeyError for a name that is none."""
    return Settings.model_fields[name]


def meta(name: str) -> dict[str, Any]:
    """Return a setting's ``unit`` and its default for each system of units, ``in`` and ``mm``."""
    return declared(Settings, name)
