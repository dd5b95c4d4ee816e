"""The table of things that the survey notes: what kinds there are, and what is true of each.

Who asks something of a kind (whether tile ends beside it, whether two can stand in one place, what
is said of it in the notebook) asks this table, so that a kind that is new is a row here.
"""

from typing import Literal, NamedTuple

Form = Literal[
    "hanging",
    "opening",
    "box",
    "round",
    "block",
    "gap",
    "raised",
    "cut-out",
    "mark",
    "level",
    "zone",
    "check",
]
"""What tile makes of a thing: it ends under it, around it, beside it, above it, or goes on."""
HangingKind = Literal["cabinet", "hood", "shelf"]
OpeningKind = Literal["window", "hatch", "niche"]
BoxKind = Literal["outlet", "switch"]
RoundKind = Literal["pipe", "pot-filler", "vent"]
BlockKind = Literal["bracket", "block"]
GapKind = Literal["range-gap", "floor"]
RaisedKind = Literal["upstand", "ledge"]
CutOutKind = Literal["sink", "hob"]
KindOfThing = (
    HangingKind
    | OpeningKind
    | BoxKind
    | RoundKind
    | BlockKind
    | GapKind
    | RaisedKind
    | CutOutKind
    | Literal["hole", "mark", "level", "zone", "check"]
)


class ThingKind(NamedTuple):
    """What is true of a kind of thing.

    ``words`` are what can be said of it in the notebook, ``also`` first words of a line that mean
    it too. ``small_box`` is one that may be hidden behind something larger by mistake. A start or a
    wish may be ``centred`` on it; the smallest piece may be ``judged`` at it.
    """

    form: Form
    words: str = ""
    also: tuple[str, ...] = ()
    small_box: bool = False
    centred: bool = False
    judged: bool = False


_HANGING = "at wide clear behind deep trim"
_HOLE = "at wide sill high to casing stands stool horn deep returns trim"
_BOX = "at up to gang sideways wide high plate-wide plate-high legs-off"
_PIPE = "at up dia cover"
_BLOCK = "at wide up high deep"
_RAISED = "at wide high deep trim"

THINGS: dict[str, ThingKind] = {
    "cabinet": ThingKind("hanging", _HANGING, ("cupboard",), centred=True, judged=True),
    "hood": ThingKind("hanging", _HANGING, ("microwave", "extractor"), centred=True, judged=True),
    "shelf": ThingKind("hanging", f"{_HANGING} thick", judged=True),
    "window": ThingKind("opening", _HOLE, centred=True, judged=True),
    "hatch": ThingKind("opening", _HOLE, ("pass-through", "opening"), centred=True, judged=True),
    "niche": ThingKind("opening", _HOLE, centred=True, judged=True),
    "outlet": ThingKind("box", _BOX, ("socket", "receptacle", "gfci", "rcd"), small_box=True),
    "switch": ThingKind("box", _BOX, ("light",), small_box=True),
    "pipe": ThingKind("round", _PIPE, small_box=True),
    "pot-filler": ThingKind("round", _PIPE, ("potfiller",), small_box=True),
    "vent": ThingKind("round", _PIPE),
    "bracket": ThingKind("block", _BLOCK),
    "block": ThingKind("block", _BLOCK),
    "range-gap": ThingKind(
        "gap", "at wide down", ("range", "gap", "stove", "cooker"), centred=True, judged=True
    ),
    "floor": ThingKind("gap", "at wide down"),
    "upstand": ThingKind("raised", _RAISED, judged=True),
    "ledge": ThingKind("raised", _RAISED, judged=True),
    "level": ThingKind("level", "at below"),
    "mark": ThingKind("mark", "at", ("sink", "tap", "faucet"), centred=True),
    "zone": ThingKind("zone", "at wide flat over"),
    "check": ThingKind("check", "from to"),
    "sink": ThingKind("cut-out"),
    "hob": ThingKind("cut-out"),
    "hole": ThingKind("round"),
}
"""Every kind of thing. What has no words stands on a counter, which is not noted by lines."""

HEIGHT_WORDS = ("up", "clear", "sill")
"""The words by which a line says how high a thing stands or hangs."""
SOLID: tuple[Form, ...] = ("hanging", "opening", "box", "round", "block", "raised")
"""Things of which no two can stand in one place."""
FACED: tuple[Form, ...] = ("opening", "raised")
"""Things whose face tile ends beside: their casing, or their top edge."""
DRAWN: tuple[Form, ...] = (*SOLID, "gap")
"""Things that an elevation shows."""


def form_of(kind: str) -> Form:
    """Return what tile makes of a thing of a kind; raise KeyError if there is no such kind."""
    return THINGS[kind].form


def height_word(kind: str) -> str:
    """Return the word by which a line says how high a kind of thing stands: `up` where it has none.

    >>> height_word("cabinet"), height_word("window"), height_word("outlet"), height_word("?")
    ('clear', 'sill', 'up', 'up')
    """
    known = THINGS[kind].words.split() if kind in THINGS else []
    return next((word for word in HEIGHT_WORDS if word in known), "up")


def kinds_of(*forms: Form) -> tuple[str, ...]:
    """Return the kinds of things of some forms that are noted on walls, in the table's order."""
    return tuple(kind for kind, one in THINGS.items() if one.words and one.form in forms)
