"""How long things take and how long they wait, where no data sheet and no record says otherwise.

Paces are guesses, shown to the half hour; waits are the trade's own, and a product's sheet wins.
"""

from typing import Any

from pennant.core.document.declared import declared, length, number
from pennant.core.document.values import Length, Value


class Times(Value):
    """Waits in hours or minutes, and the paces of work."""

    washed_dry: float = number(
        1, "hours", "A washed wall dries before anything is put on it.", most=72
    )
    patch_dry: float = number(
        12, "hours", "Patch is dry through in 2 to 24 h; it is sanded and primed after.", most=240
    )
    primer_dry: float = number(2, "hours", "A coat of primer, 1 to 3 h.", most=72)
    glue_dry: float = number(
        4, "hours", "A diluted glue coat must be dry through, or the bed draws it up.", most=72
    )
    board_joints_set: float = number(
        12, "hours", "Tape bedded over the joints of boards sets overnight.", most=72
    )
    unpacked: float = number(
        24, "hours", "Panels with glue of their own come to the room's warmth first.", most=72
    )
    trial_dry: float = number(
        24, "hours", "Grout is tried on two spare tiles, and its colour is the dried one.", most=240
    )
    sealer_dry: float = number(2, "hours", "A coat of sealer, from minutes to 2 days.", most=96)
    dense_set: float = number(
        72,
        "hours",
        "Ready-mixed adhesive dries only by giving its water away: behind glazed or "
        "dense tile, or over a primer, it takes this long.",
        most=500,
    )
    wipe_after: float = number(
        12,
        "minutes",
        "Grout firms for 10 to 15 minutes before it is wiped the first time.",
        most=120,
    )
    ready_wipe_after: float = number(
        5,
        "minutes",
        "Ready-mixed grout is wiped early: it sags on a wall, and its film is hard to take off.",
        most=120,
    )
    haze_after: float = number(
        30,
        "minutes",
        "The film of grout on the tile is wiped off once it has dried to a haze.",
        most=240,
    )
    polish_after: float = number(3, "hours", "Grouted tile is polished with a dry cloth.", most=12)
    polish_within: float = number(
        4, "hours", "Later the haze has to be scrubbed off.", least=0.1, most=24
    )
    pinholes_after: float = number(
        16, "hours", "Pinholes show next day, and are touched up then.", most=72
    )
    water_after: float = number(24, "hours", "No water on new grout for this long.", most=240)
    sealer_after: float = number(
        48, "hours", "Grout is dry enough to be sealed after 24 to 72 h.", most=500
    )
    sealant_after: float = number(24, "hours", "Sealant goes on dry grout only.", most=500)
    sealant_dry: float = number(
        24, "hours", "Sealant has cured through before it gets wet.", most=240
    )
    open_time: float = number(
        20,
        "minutes",
        "How long spread adhesive takes tile before it skins: touch it.",
        least=3,
        most=180,
    )
    ready_batch: float = number(
        120,
        "minutes",
        "Set at a stretch from a tub of ready-mixed adhesive, lid off.",
        least=10,
        most=600,
    )
    spread_band: Length = length(
        39,
        1000,
        "Along the wall, what is spread at once: about a metre, an arm's reach.",
        least=100.0,
        most=5_000.0,
    )
    grout_section: float = number(
        1, "m2", "What is grouted before it is wiped: about a square metre.", least=0.1, most=10
    )
    first_kitchen: float = number(
        0.67,
        "of the pace",
        "Whoever sets tile for the first time: two thirds as quick.",
        least=0.1,
        most=2,
    )
    every_week: float = number(
        3,
        "of the pace",
        "Whoever sets tile every week: some sixty 3 x 6 in tiles an hour, the cuts being ready.",
        least=0.1,
        most=5,
    )
    practised_work: float = number(
        0.5,
        "of the time",
        "Whoever tiles every week clears, sets out and cuts in half the time.",
        least=0.1,
        most=1,
    )
    pace_varies: float = number(
        0.25,
        "of the pace",
        "How much quicker or slower than planned people set and grout: by it "
        "the days are said as so many to so many.",
        least=0,
        most=2,
    )
    slow_start: float = number(
        0.7,
        "of the pace",
        "The first batch of a job, until the hand is in and the courses are "
        "true; not of who tiles every week.",
        least=0.1,
        most=1,
    )
    herringbone_pace: float = number(
        0.33,
        "of the pace",
        "Herringbone: a third of a half bond, every piece both ways.",
        least=0.05,
        most=2,
    )
    lattice_pace: float = number(
        0.5, "of the pace", "Other patterns that do not run in courses.", least=0.05, most=2
    )
    clear_room: float = number(30, "minutes", "Empty the counter, take appliances out.", most=480)
    protect_each: float = number(
        6, "minutes a m", "Sheeting over the counter, and tape along it.", most=120
    )
    prove_dead: float = number(
        10, "minutes", "Find the breakers, prove the tester before and after.", most=120
    )
    device_off: float = number(
        6, "minutes a device", "Prove it dead, take the plate off, ease it forward.", most=60
    )
    device_on: float = number(
        12, "minutes a device", "Bring it out on spacers, longer screws, the plate.", most=120
    )
    scrape_off: float = number(
        20, "minutes", "Old sealant, loose texture and splashes off.", most=480
    )
    tile_off_pace: float = number(
        1.5, "m2 an hour", "Old tile off the wall, and the rubble carried out.", least=0.1, most=50
    )
    wash_pace: float = number(10, "m2 an hour", "Wash with degreaser, rinse.", least=0.1, most=100)
    scuff_pace: float = number(8, "m2 an hour", "Scuff through the shine.", least=0.1, most=100)
    coat_pace: float = number(
        14, "m2 an hour", "A coat of primer or sealer by roller or cloth.", least=0.1, most=100
    )
    patch_pace: float = number(
        5, "m2 an hour", "Fill the hollows of a stretch and strike it off.", least=0.1, most=50
    )
    board_pace: float = number(3, "m2 an hour", "Cut, screw and tape boards.", least=0.1, most=50)
    mat_pace: float = number(
        4,
        "m2 an hour",
        "Hang a mat in strips, cut it out at boxes, press it on.",
        least=0.1,
        most=50,
    )
    boxes_each: float = number(
        4,
        "minutes a box",
        "Open it, compare lots and shades, lay chipped tiles aside.",
        most=60,
    )
    dry_lay: float = number(20, "minutes", "Lay a few courses out dry and look.", most=240)
    strike_each: float = number(
        20,
        "minutes a wall",
        "Strike the datum, the start line and the heights of the courses.",
        most=240,
    )
    batten_each: float = number(20, "minutes each", "Cut a batten and screw it on level.", most=120)
    trim_each: float = number(
        10, "minutes a run", "Cut trim to length, mitre or bend it, try it dry.", most=120
    )
    mix_each: float = number(10, "minutes a batch", "Weigh, mix, let it stand, mix again.", most=60)
    mix_grout: float = number(
        5,
        "minutes a batch",
        "A small batch of grout, stirred by hand, stood and stirred again.",
        most=60,
    )
    scrape_pace: float = number(
        3,
        "m2 an hour",
        "Spacers out, adhesive scraped from the joints, faces wiped.",
        least=0.1,
        most=50,
    )
    haze_each: float = number(5, "minutes a section", "Wipe the haze off.", most=60)
    polish_each: float = number(6, "minutes a section", "Polish.", most=60)
    point_pace: float = number(
        1,
        "m2 an hour",
        "Brick's wide joints, filled from a bag: half as fast as with a float.",
        least=0.01,
        most=20,
    )
    strike_after: float = number(
        30,
        "minutes",
        "Joints filled from a bag are struck when a thumb leaves its print.",
        most=240,
    )
    strike_joints: float = number(
        12, "minutes a section", "Strike the joints, brush the crumbs off.", most=120
    )
    scrub_each: float = number(
        12,
        "minutes a section",
        "Polish on the next day, where the day's hours are over before: the film has hardened.",
        most=120,
    )
    sealant_pace: float = number(
        8, "m an hour", "Mask, lay the bead, tool it, take the tape off.", least=0.1, most=100
    )
    appliances_back: float = number(40, "minutes", "Appliances slid back, and tried.", most=480)
    touch_up: float = number(20, "minutes", "Pinholes in the grout, marks on the wall.", most=240)
    hand_over: float = number(
        30, "minutes", "Sheeting off; spare tile, leftovers, lots and care noted.", most=240
    )


def time_meta(name: str) -> dict[str, Any]:
    """Return the unit and the limits of one of the times; raise KeyError for a name that is none.

    Its reason is the field's description.
    """
    return declared(Times, name)
