"""What rules are called: by what they do, where the name of their field does not say it."""

_NAMES: dict[str, str] = {
    "max_edge_gap": "a line may run out by, and its joint takes it up",
    "close_within": "a chain of measures closes within",
    "set_within": "tile is set true within",
    "flat_within": "the wall is flat within",
    "saw_within": "cuts are alike within",
    "small_share": "a small piece is under",
    "seen_little": "where one hardly looks, an objection counts",
    "seen_usual": "in plain view, an objection counts",
    "seen_much": "where one looks first, an objection counts",
    "least_share": "a sliver of a lattice is under",
    "ledger_apart": "courses of ledger stone start shorter by",
    "edge_bed": "adhesive behind edge pieces on wood",
    "ledger_gap": "an open gap in ledger stone is wide",
    "uneven_difference": "sides of a window differ by more than",
    "uneven_ratio": "and by more than this share",
    "sill_overhang": "a sill slab stands out by",
    "extend_over": "box extenders from a build-up of",
    "sanded_from": "sanded grout from a joint of",
    "most_on_paint": "heaviest tile on paint",
    "most_on_glue": "heaviest tile on a mat or mastic",
    "mat_flat_within": "under a mat the wall is flat within",
    "shave_share": "a shaved tile loses at most",
    "joint_play": "a joint may be wider or narrower by",
    "plate_cover": "a plate reaches over its hole by",
    "least_leg": "a strip beside the box is at least",
    "least_drop": "an offcut is kept from",
    "break_cut": "straight cuts that break",
    "break_notched": "notches and holes that break",
    "break_thin": "thin legs break, times as often",
    "break_brittle": "glass and stone break, times as often",
    "break_bevelled": "bevelled tile goes wrong, times as often",
    "bed_rise": "adhesive rises into joints by",
    "pace": "pieces set in an hour",
    "dab": "a dab of adhesive",
    "dabs_each": "dabs a piece",
    "least_pot_life": "adhesive should live for",
    "batten_screw": "from screw to screw in a batten",
}


def rule_name(field: str) -> str:
    """Return what a setting or one of the times is called.

    >>> rule_name("close_within"), rule_name("counter_gap")
    ('a chain of measures closes within', 'counter gap')
    """
    return _NAMES.get(field, field.replace("_", " "))
