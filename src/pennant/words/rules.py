"""docs/rules.md, generated: every default with its unit and its reason."""

from collections.abc import Iterator

from pennant.core.cuts.cut_list import REPEATS
from pennant.core.days.facts import SHORT_LIFE
from pennant.core.days.planner import MOST_TRIED, SHORTEST_PART
from pennant.core.days.steps import HAZE_MAY_WAIT
from pennant.core.document.boxes import BOX_SIZES, BoxSize
from pennant.core.document.colour import CONTRAST_OVER, DARK_UNDER
from pennant.core.document.lengths import MM_PER_INCH, Step, show_exact, show_length, show_with_unit
from pennant.core.document.notch import MIDDLE_FACE, MOSAIC_SIDE, NOTCHES, bed_of
from pennant.core.document.pattern import MOST_SHORTENED
from pennant.core.document.products import SET_HOURS
from pennant.core.document.schedule import MOST_DAYS
from pennant.core.document.settings import STAGGER_APART, Settings, field_of, meta
from pennant.core.document.tile import LEAST_TILE
from pennant.core.document.times import Times, time_meta
from pennant.core.document.values import LONGEST
from pennant.core.document.wishes import BANDS, usual_wishes
from pennant.core.layout.field import CORNERS_OF_A_ROUND, EdgeKind
from pennant.core.layout.stagger import PARTS, ROWS, STARTS_APART, STEPS_APART
from pennant.core.layout.tools import MINUTES
from pennant.core.reading.edges import SAME
from pennant.core.reading.seen import DEGREES, seen_at
from pennant.core.search.best import ENDS_MOVED_FOR, MOST_PIECES_TRIED
from pennant.core.search.sieve import MOST_MODULES
from pennant.core.search.whole_kitchen import HEIGHTS_PLANNED, OF_A_WALL
from pennant.core.shade.deal import ALIKE_AT_A_STEP
from pennant.core.shade.shading import BY_PIECE_FROM
from pennant.core.shade.wall_tiles import SIDE_BY_SIDE
from pennant.core.survey.check import MOST_PIECES
from pennant.core.survey.closure import HAIR
from pennant.core.survey.doubts import AT_CORNER, DEEP, SEEN_DEPTH
from pennant.core.survey.edits import SIZES
from pennant.core.takes.sticks import EXACT_UP_TO
from pennant.core.takes.suitability import FEWEST_OF_A_BATCH
from pennant.words.agree import LESS_THAN as AGREE_UNDER
from pennant.words.names import CUT_NAMES
from pennant.words.starts import WISHES
from pennant.words.ways import ASKED

_FIRST_SIZES = {
    "box_y": "centre height of a box",
    "clear": "clear height",
    "range": "width of a range gap",
    "down": "tile below the counter there",
    "laser": "counter below the laser",
    "pipe": "diameter of a pipe",
    "cover": "diameter of its collar",
}


COLLISIONS = (
    (
        "nothing under `least_piece`; below the counter nothing is seen",
        "behind an appliance a strip is looked at, not cured: nobody sees it, and it costs a cut",
    ),
    (
        "the smallest piece as large as can be; a whole course at the counter",
        "the whole course, where the top piece is then good: bottom cuts show more, and it takes "
        "half as many cuts",
    ),
    (
        "a wall's own best height; courses that line up in a corner",
        "the corner: a step runs up all of it, and counts for ten pieces to be cured",
    ),
    (
        "a leg under `least_leg` snaps; a strip under `least_piece` is too small",
        "what a hole splits off is a piece of its own and judged as one; what hangs on is a leg",
    ),
    (
        "a piece's least reach at an edge; a cabinet that bites into the tile in a corner",
        "in a corner the tile counts, not the low tongue beside the bite",
    ),
    (
        "the bed as measured; the bed that the comb leaves",
        "what was measured; else one law gives the adhesive and the bed",
    ),
    (
        "the exact best start; a start that can be struck",
        "a whole step of the tape, where it is as good at its worst; else the exact one",
    ),
    (
        "whole courses by their joints; a joint's play",
        "the play: a joint that leaves it is drawn at its limit, and what is left over is a "
        "finding",
    ),
    (
        "a whole course on the counter; an upstand or ledge that runs along it",
        "the one that the courses are seen to stand on: the upstand, where it is longer than half "
        "the counter",
    ),
    (
        "the bond goes round into a reveal; one cut where one will do",
        "the one cut: a jamb no deeper than a tile gets one piece in each course",
    ),
)
"""Rules that speak against one another, and what is done."""


_EDGE_KINDS: dict[EdgeKind, str] = {
    "jamb": "beside an opening",
    "sill": "under an opening",
    "head": "over an opening",
    "front": "at the edge of a reveal",
    "frame": "at a window's frame, in its reveal",
    "open-end": "at an open end",
    "open-top": "under an open top line",
    "panel": "beside an area of another tile",
    "counter-edge": "at a counter's front",
    "counter": "at the counter line",
    "raised": "over an upstand or ledge",
    "side": "at a casing or a tall side",
    "ceiling": "under the ceiling",
    "box": "beside a box",
    "around": "round a pipe",
    "mitre": "at a mitred corner",
    "overhead": "under a cabinet, hood or shelf",
    "corner": "in an inside corner",
    "foot": "at the foot of a gap",
    "gap-side": "beside an appliance",
    "back": "at a counter's back",
}
"""Places at which tile stops."""


def rules_page() -> str:
    """Return the page as Markdown."""
    return "\n".join(_lines()) + "\n"


def _lines() -> Iterator[str]:
    yield "# Rules and defaults"
    yield ""
    yield "Generated by `pennant rules` from `src/pennant/core/`; a test fails when it is stale."
    yield "A job carries its settings written out, so a changed default moves no job that exists."
    yield ""
    yield "## Settings"
    yield ""
    yield "| setting | job in inches | job in millimetres | why |"
    yield "|---|---|---|---|"
    for name in Settings.model_fields:
        inch, metric = _shown(name)
        yield f"| `{name}` | {inch} | {metric} | {field_of(name).description} |"
    yield ""
    yield "## Notches"
    yield ""
    yield "Litres a square metre = 0.71 x depth x width / (width + tooth), halved for a V."
    yield f"A face up to {MOSAIC_SIDE:g} mm either way is mosaic and takes a V; up to"
    yield f"{MIDDLE_FACE / MM_PER_INCH**2:.0f} sq in (4 x 8 in) takes 6x6; larger takes 6x10."
    yield ""
    yield "| notch | shape | width | depth | tooth | bed |"
    yield "|---|---|---|---|---|---|"
    for notch in NOTCHES:
        yield (
            f"| {notch.name} | {notch.shape} | {notch.width:g} mm | {notch.depth:g} mm | "
            f"{notch.tooth:g} mm | {bed_of(notch):.1f} l/m² |"
        )
    yield ""
    yield "## Limits"
    yield ""
    yield "| limit | value | why |"
    yield "|---|---|---|"
    yield f"| longest length | {LONGEST / 1000:g} m | anything above is a slip of unit or finger |"
    yield f"| least tile side | {LEAST_TILE:g} mm | no smaller tile is set singly |"
    yield f"| most pieces | {MOST_PIECES:,} | more than any kitchen has |"
    yield f"| one size at an edge | {SAME:g} mm | no one can cut a smaller difference |"
    yield f"| a slip explains a misclosure within | {HAIR:g} mm | half a sixteenth, to the eye |"
    yield f"| a corner's own counter height | {AT_CORNER:g} mm | taken this near to it |"
    yield f"| a side too deep to compare | {DEEP:g} mm | plainly deeper than any tile |"
    yield f"| tile proud or short, told from | {SEEN_DEPTH:g} mm | less is neither felt nor seen |"
    yield (
        f"| sides of a round | {CORNERS_OF_A_ROUND} | cut as a polygon around it: 0.2 mm at most "
        "on a hole of 100 mm |"
    )
    yield (
        f"| pieces tried for a board of starts | {MOST_PIECES_TRIED:,} | beyond it, one direction "
        "is changed at a time, so that the board answers in seconds |"
    )
    yield (
        f"| shown to the client | under {AGREE_UNDER:g} of a tile | a cut piece in view that "
        "breaks no rule, and that somebody may still object to |"
    )
    yield (
        f"| starts planned in full after the sieve | {OF_A_WALL} of each wall, at "
        f"{HEIGHTS_PLANNED} heights | those easiest to strike, and the one with most room |"
    )
    yield (
        f"| modules that starts are tried over, with a border of another length | {MOST_MODULES} | "
        "a border begins with the pennant's tile, so a whole tile more moves its joints |"
    )
    yield (
        f"| starts whose floating ends are moved | {ENDS_MOVED_FOR} | the best so far; the others "
        "would have to make up too much |"
    )
    yield (
        f"| joints of a staggered bond apart | {STAGGER_APART:g} of a module | nearer ones read as "
        "one crooked joint; a bond carries its own |"
    )
    yield (
        f"| a staggered bond's staircase | {STEPS_APART} of {PARTS} of a module | two steps that "
        "differ by less lead the eye up |"
    )
    yield (
        f"| staggered courses alike | {STARTS_APART} of {PARTS} of a module | courses that begin "
        "nearer than this, of four in a row, look the same |"
    )
    yield (
        f"| starts that shorten | {MOST_SHORTENED:g} of a panel at most | courses that each start "
        "shorter by more find no four starts that differ |"
    )
    yield (
        f"| days looked ahead | {MOST_DAYS} | a kitchen that takes longer waits for something "
        "else |"
    )
    yield (
        f"| orders of steps tried | {MOST_TRIED:,} steps put in place | by count and not by the "
        "clock: the same job has the same days |"
    )
    yield (
        f"| a part of a step | {SHORTEST_PART} minutes | it is not begun for less before a break |"
    )
    yield (
        f"| a batch that leaves no time for the saw | {SHORT_LIFE:g} minutes or less | its cuts "
        "are made before setting begins |"
    )
    yield (
        f"| a quick-set batch is too small | under {FEWEST_OF_A_BATCH} pieces | mixing takes as "
        "long as setting one or two, and a bucket is washed out for each |"
    )
    yield (
        f"| haze may wait | {HAZE_MAY_WAIT} minutes | it still comes off with a damp cloth, and "
        "the next section is spread meanwhile |"
    )
    yield (
        f"| tiles dealt one by one by shade | from {BY_PIECE_FROM:g} m² of face | smaller ones are "
        "taken from the boxes by turns |"
    )
    yield (
        f"| a shade that can be followed | {ALIKE_AT_A_STEP:.0%} alike at one step | more reads as "
        "a chequerboard or as stripes |"
    )
    yield (
        f"| tiles side by side | {SIDE_BY_SIDE:g} of the shorter side | less is a corner, and no "
        "patch goes over it |"
    )
    yield f"| staggered courses | {ROWS} | after so many the stagger comes round again |"
    yield (
        f"| like cuts made first | {REPEATS} or more | fewer are not worth a stop on the saw "
        "before setting begins |"
    )
    yield (
        f"| lengths of trim shared out exactly | up to {EXACT_UP_TO} | more go first fit, the "
        "longest first |"
    )
    yield (
        f"| a dark grout or adhesive | under {DARK_UNDER:g} of 255 | dark under light shows "
        "through, and light under dark |"
    )
    yield (
        f"| a joint that contrasts | by over {CONTRAST_OVER:g} of 255 | it is seen as a line, and "
        "so is every unevenness of it |"
    )
    yield ""
    yield "## Cutting"
    yield ""
    yield "Minutes a cut with its marking, by its own tool where that is listed, else by any."
    yield ""
    yield "| cut | tool | minutes |"
    yield "|---|---|---|"
    for (kind, tool), minutes in MINUTES.items():
        yield f"| {CUT_NAMES[kind]} | {tool or 'any'} | {minutes:g} |"
    yield ""
    yield "## Choose a method"
    yield ""
    yield "The first of each is the default; a job carries its own choice."
    yield ""
    yield "| question | way | why one would |"
    yield "|---|---|---|"
    for asks, ways in ASKED.values():
        for says, why in ways.values():
            yield f"| {asks} | {says} | {why} |"
    yield ""
    yield "## Times"
    yield ""
    yield "What the days are reckoned from; a job carries its own, and a product's sheet wins."
    yield ""
    yield "| time or pace | value | why |"
    yield "|---|---|---|"
    for name, field in Times.model_fields.items():
        extra = time_meta(name)
        value = f"{extra['in']:g} {extra['unit']}"
        if extra["unit"] == "mm":
            value = f"{show_exact(extra['in'], 'in')} in"
        yield f"| `{name}` | {value} | {field.description} |"
    yield ""
    yield "## Waiting"
    yield ""
    yield "Hours from setting to grout, where an adhesive's sheet does not say."
    yield ""
    yield "| adhesive | hours |"
    yield "|---|---|"
    for name, hours in SET_HOURS.items():
        yield f"| {name} | {hours:g} |"
    yield ""
    yield "## Wishes"
    yield ""
    yield "What decides between two starts, in the order that a job begins with; the client may put"
    yield "it in another order. Each wish leaves the starts within its band of the best of those"
    yield "that are left, and the next wish chooses among these."
    yield ""
    yield "- *At the counter*: a whole course stands on it if every piece overhead is then an inch,"
    yield "  and along a top in view a quarter of the tile as well. Where one is not, the cuts at"
    yield "  the counter and there are equal. A course that is raised by no more than a joint only"
    yield "  opens the counter's gap, by no more than a falling counter may."
    yield "- *In view* are strips at open ends, jambs, the counter and tops that no cabinet covers;"
    yield "  in a corner, behind an appliance and under a cabinet they hide."
    yield "- *At a window*: both sides are alike, and each is a quarter of the tile or more."
    yield "- *At open ends*: full; in a half bond full and half. Of two, both, or the one that"
    yield "  shows more: the client's word, else the longer, else the left. Two alike with nothing"
    yield "  between get equal pieces, if these are half a tile or more."
    yield "- Where all wishes are met alike, a line that is there anyway comes before an odd move,"
    yield "  and a small move before a large one. What is planted stays if no wish puts it behind."
    yield ""
    yield "| wish | counts at first | band |"
    yield "|---|---|---|"
    for wish in usual_wishes():
        band = f"{BANDS[wish.kind]:g} mm" if BANDS[wish.kind] else "none: it is counted"
        yield f"| {WISHES[wish.kind]} | {'yes' if wish.on else 'no'} | {band} |"
    yield ""
    yield "What there is to look at counts more or less by how much its place is looked at, unless"
    yield "the client says otherwise of a thing or a wall: of a wall all places are looked at a"
    yield "degree more, or less. A strip that must be fixed hides where one looks little."
    yield ""
    yield "| looked at | places |"
    yield "|---|---|"
    for degree in reversed(DEGREES):
        kinds = [name for kind, name in _EDGE_KINDS.items() if seen_at(kind) == degree]
        yield f"| {degree} | {', '.join(kinds)} |"
    yield ""
    yield "## Where two rules meet"
    yield ""
    yield "| these two | which holds, and why |"
    yield "|---|---|"
    for rules, which in COLLISIONS:
        yield f"| {rules} | {which} |"
    yield ""
    yield "## Boxes and plates"
    yield ""
    yield "The list that a new job begins with, by gangs, set upright; each job carries its own."
    yield ""
    yield "| gangs | box, in inches | plate, in inches | box, in mm | plate, in mm |"
    yield "|---|---|---|---|---|"
    for size_in, size_mm in zip(BOX_SIZES["in"], BOX_SIZES["mm"], strict=True):
        pairs = [
            _pair(size_in, "box", "1/32 in"),
            _pair(size_in, "plate", "1/32 in"),
            _pair(size_mm, "box", "1 mm"),
            _pair(size_mm, "plate", "1 mm"),
        ]
        yield f"| {size_in.gangs} | {' | '.join(pairs)} |"
    yield ""
    yield "## First sizes of a new thing"
    yield ""
    yield "Usual cabinets, boxes and plates, to be measured over; a narrow or low wall gets less."
    yield ""
    yield "| size | job in inches | job in millimetres |"
    yield "|---|---|---|"
    for size, inches in SIZES["in"].items():
        label = _FIRST_SIZES.get(size, size)
        shown = show_with_unit(inches, "1/16 in"), show_with_unit(SIZES["mm"][size], "1 mm")
        yield f"| {label} | {shown[0]} | {shown[1]} |"


def _pair(size: BoxSize, what: str, step: Step) -> str:
    width, height = getattr(size, f"{what}_width"), getattr(size, f"{what}_height")
    return f"{show_length(width, step)} × {show_length(height, step)}"


def _shown(name: str) -> tuple[str, str]:
    extra = meta(name)
    if extra["unit"] == "mm":
        return f"{show_exact(extra['in'], 'in')} in", f"{show_exact(extra['mm'], 'mm')} mm"
    text = f"{extra['in']:g} {extra['unit']}"
    return text, text
