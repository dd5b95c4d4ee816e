"""Each step of the work in words: what it is called, how it is done, how one tells it is right."""

from dataclasses import dataclass
from typing import Literal

from pennant.core.days.step import Caution, DoubtRule, Phase, StepId, WaitFor, Who

Sketch = Literal["comb", "back-butter", "float", "wedge", "tester", "sealant", "batten"]
"""Small drawings where one says more than words."""


@dataclass(frozen=True)
class StepWords:
    """A step: its name, at most three lines of how it is done, and the sign that it is right.

    ``short`` is what it is called within a sentence, where that is not its name.
    """

    name: str
    how: tuple[str, ...]
    right: str
    sketch: Sketch | None = None
    short: str = ""


PHASE_NAMES: dict[Phase, str] = {
    "before": "Before",
    "prepare": "Prepare the wall",
    "set out": "Set out",
    "set": "Set tile",
    "grout": "Grout",
    "finish": "Finish",
    "own": "Besides",
}
STEP_WORDS: dict[StepId, StepWords] = {
    "tile-comes": StepWords(
        "Tile comes",
        ("Count the boxes, compare lot and shade on every label, look for broken corners.",),
        "One lot, as many boxes as ordered.",
    ),
    "counter-fitted": StepWords(
        "Counter is fitted",
        ("Measure its height again along the wall before anything is set out.",),
        "The counter stands still, and its line is as surveyed.",
    ),
    "boxes": StepWords(
        "Open every box and dry lay",
        (
            "Open all boxes before the first tile; compare lots; lay chipped or off-shade tiles "
            "aside for cuts.",
            "Lay two or three courses out on the floor, dealt from every box in turn.",
            "Step back and look at shades, faces and flatness.",
        ),
        "No patch of one shade, and nobody wants to change anything.",
        short="opening the boxes",
    ),
    "grout-trial": StepWords(
        "Try the grout's colour",
        (
            "Glue two spare tiles to a board and grout the joint as it will be.",
            "Look at it dry, next day, in the kitchen's own light.",
        ),
        "The dried colour is the one that was wanted.",
        short="the trial of grout",
    ),
    "unpack": StepWords(
        "Unpack the panels",
        ("Lay them flat in the warm kitchen, film on, until the glue is at room temperature.",),
        "They bend without cracking.",
        short="unpacking the panels",
    ),
    "clear": StepWords(
        "Clear and protect",
        (
            "Empty the counter; slide appliances out; take down what hangs on the wall.",
            "Sheeting over counter and sink, taped along the wall's edge; cover the floor to "
            "the door.",
        ),
        "Nothing that a dropped tile could hit is bare.",
        short="clearing",
    ),
    "power-off": StepWords(
        "Power off and tested, plates off",
        (
            "Breaker off, and a note on it. Try the tester on a live point, then every device, "
            "then on the live point again.",
            "Plates off; ease each device forward on its wires. Ask what else hangs on that "
            "breaker.",
            "Saw and mixer get their power from another circuit.",
        ),
        "The tester lights at the live point before and after, and at no device.",
        "tester",
        short="power off",
    ),
    "tile-off": StepWords(
        "Old tile off",
        (
            "Score the edges, start at an open end, chisel flat behind the tile.",
            "Carry the rubble out at once.",
        ),
        "Bare wall, nothing that moves when it is knocked.",
        short="old tile off",
    ),
    "scrape-off": StepWords(
        "Old sealant and loose texture off",
        ("Cut old sealant out along counter and corners; scrape off splashes and loose paint.",),
        "A straightedge rocks on nothing.",
        short="scraping off",
    ),
    "wash": StepWords(
        "Wash and degrease",
        (
            "Degreaser from the bottom up, rinse twice with clean water, behind the range "
            "above all.",
        ),
        "Water runs off in a film and does not bead.",
        short="washing",
    ),
    "patch": StepWords(
        "Patch hollows",
        ("Fill, strike off with the straightedge, let it dry, scrape the ridges off.",),
        "The straightedge shows no more gap than the bed takes up.",
        short="patching",
    ),
    "boards": StepWords(
        "Fix the boards",
        ("Cut, screw every hand's breadth at the edges, heads flush; a small gap at every joint.",),
        "Nothing drums when it is knocked.",
    ),
    "counter-layers": StepWords(
        "Build the counter up",
        (
            "Sink and tap out. Plywood across the cabinets, screwed to them, joints over a "
            "support.",
            "Board in a combed bed over it, joints not over the plywood's, a small gap at each.",
            "Cut the hole for the sink from its own template, and the layers flush at the front.",
        ),
        "It lies level both ways, and nothing gives under a hand.",
        short="the counter's layers",
    ),
    "board-joints": StepWords(
        "Tape the boards' joints",
        ("Mesh tape over each joint, bedded in adhesive, struck off flat.",),
        "No ridge at any joint.",
        short="the boards' joints",
    ),
    "scuff": StepWords(
        "Scuff",
        ("Coarse paper over the whole of it until the shine is gone; wipe the dust off.",),
        "No shine when one looks along the wall.",
    ),
    "glue-coat": StepWords(
        "Diluted glue coat",
        ("Brush it on thin, and let it dry through.",),
        "Dry to the back of the hand, and it does not pull up.",
        short="the glue coat",
    ),
    "prime": StepWords(
        "Prime",
        ("Roll it on thin and even; keep it off cabinets and casing.",),
        "Even all over, and dry by its sheet, not by the look.",
        short="primer",
    ),
    "set-out": StepWords(
        "Set out",
        (
            "Strike the level line, the start line and the heights of the courses, as set out.",
            "Hold a story pole or a row of tiles to each wall and read what every edge gets.",
        ),
        "What the edges get on the wall is what the plan says.",
        short="setting out",
    ),
    "batten": StepWords(
        "Screw the batten on, level",
        (
            "Its top edge where the first course begins; screws into studs.",
            "Find pipes and cables behind the board before any screw goes in.",
        ),
        "A level on it shows level, and it takes your weight.",
        "batten",
        short="the batten",
    ),
    "gap-screws": StepWords(
        "Screws under the first course",
        ("Two under each tile, in line; find pipes and cables first.",),
        "A straightedge lies on all heads.",
    ),
    "trim-fit": StepWords(
        "Cut and dry-fit the trim",
        (
            "Cut it to length, mitre or bend the corners, file the burr, try it dry.",
            "It is bedded in the adhesive with the tile that meets it.",
        ),
        "Corners close, and a tile's face is no higher than the trim.",
        short="the trim",
    ),
    "mat": StepWords(
        "Hang the mat",
        (
            "Film off the wall side; from the bottom up, edges butted, pressed on all over.",
            "Cut it out at boxes; leave the face film on until tile goes there.",
        ),
        "No bubble, no edge that lifts.",
        short="the mat",
    ),
    "seal-face": StepWords(
        "Seal the tile's face",
        (
            "Wipe a thin coat over each face, edges too; wipe off what has not gone in.",
            "Not the back: the bed has to hold there.",
        ),
        "A drop of water stands on it and does not darken it.",
        short="sealing the face",
    ),
    "cut-first": StepWords(
        "Cut what is cut before",
        (
            "One setting of the saw for all of a kind: halves, the top course, rips.",
            "Stack them by course, and write the course on the tape.",
        ),
        "The first and the last of a stack are alike.",
        short="the first cuts",
    ),
    "set-edges": StepWords(
        "Set the counter's edge pieces",
        (
            "Two beads on each back, pressed on so that its top stands at the height of the tile.",
            "Tape each to the counter until it holds; joints in line with the counter's.",
        ),
        "A straightedge from piece to piece shows one line.",
        short="the edge pieces",
    ),
    "set-counter": StepWords(
        "Set the counter's tile",
        ("Begin along the front edge and work back to the wall, where the cut pieces lie.",),
        "A straightedge lies flat across the joints, every way.",
        short="the counter's tile",
    ),
    "set": StepWords(
        "Set tile",
        (
            "Key the bed in with the flat side, comb one way, as much as is set before it skins.",
            "Press, check each course for level; the first one above all, on its wedges.",
            "Clean squeeze-out at once, out of the joints too.",
        ),
        "A tile that is lifted has adhesive over all of its back.",
        "comb",
        short="setting",
    ),
    "set-last": StepWords(
        "Measure, cut and set the last pieces",
        ("Measure the gap that is left, less one joint each side; cut; try dry; set.",),
        "They go in without force, and the joints are like the others.",
        "wedge",
        short="the last pieces",
    ),
    "hood-comes": StepWords(
        "The hood comes",
        ("Its measures are taken again before what waits for it is cut.",),
        "The tile that was held back fits to what hangs there.",
    ),
    "set-held": StepWords(
        "Set what was held back",
        ("Measure again to what has come; cut, try dry, set.",),
        "It goes in without force.",
        short="what was held back",
    ),
    "clean-joints": StepWords(
        "Wedges and spacers out; joints scraped",
        (
            "Pull the spacers; scrape adhesive out of the joints to the depth of the tile.",
            "Wedges at the counter come out too; wipe every face.",
        ),
        "Every joint is open to the same depth.",
        short="scraping the joints",
    ),
    "seal-before": StepWords(
        "Seal again before grout",
        ("A thin coat over the faces, not into the joints; wipe off what has not gone in.",),
        "A drop of water stands on it.",
        short="sealing before grout",
    ),
    "grout": StepWords(
        "Grout",
        (
            "Float held at 45 degrees, pushed across the joints, then scraped off across them.",
            "Wait until it does not come up on a finger; wipe on the slant with a wrung-out "
            "sponge, again with clean water; then the haze; polish after hours.",
            "Joints at counter, corner and cabinets stay open.",
        ),
        "Joints are full and even, and a dry cloth takes the last film off.",
        "float",
        short="grouting",
    ),
    "touch-up": StepWords(
        "Pinholes and touching up",
        (
            "Look along the joints in low light; rub a little grout into each pinhole with a "
            "finger.",
            "Pinholes are normal.",
        ),
        "No hole is left that takes a matchhead.",
        short="touching up",
    ),
    "seal-grout": StepWords(
        "Seal",
        (
            "A thin coat over the joints, faces too where the tile drinks; wipe off after minutes.",
            "Mask the open joints at counter and corners: sealant does not hold on sealer.",
        ),
        "A drop of water stands on a joint.",
        short="the sealer",
    ),
    "sealant": StepWords(
        "Sealant at every change of plane",
        ("Mask both sides; one bead without stopping; tool it once; tape off while it is wet.",),
        "One smooth line that touches both sides all along.",
        "sealant",
        short="sealant",
    ),
    "devices": StepWords(
        "Bring outlets flush, fit cover plates",
        (
            "Breaker off and proved off again. Spacers behind the ears, longer screws, plate on.",
            "An extender where the box lies too deep: the local code and an electrician say so.",
        ),
        "The plate lies flat on tile all round; then power on, and each one tried.",
        short="the devices",
    ),
    "plumber": StepWords(
        "The plumber comes",
        ("Tap and pot-filler fitted; holes sealed behind the collar.",),
        "Dry after a quarter of an hour of running water.",
    ),
    "appliances": StepWords(
        "Appliances back",
        ("Slid back over sheeting; gas joined and leak-tested by those who may.",),
        "They stand level, and touch no tile.",
    ),
    "hand-over": StepWords(
        "Hand over",
        ("Sheeting off. Leave spare tile, leftover grout and sealant, lots and care in writing.",),
        "Somebody else could mend it in ten years.",
    ),
}

CAUTIONS: dict[Caution, str] = {
    "power": "Breaker off, each device proved dead before a plate or screw is touched; prove the "
    "tester on a live point before and after.",
    "licensed-electric": "Live parts are a licensed electrician's; local codes decide.",
    "gas": "Gas is shut, parted, joined and leak-tested by qualified people only.",
    "lifting": "Appliances are lifted by two.",
    "lead": "Old paint may hold lead: test before it is sanded or scraped.",
    "asbestos": "Old board or adhesive may hold asbestos: test before it is broken out.",
    "dust": "Silica dust: wet or with extraction; respirator, eye and ear protection.",
    "cement": "Cement burns skin: gloves, goggles, wash at once.",
    "solvents": "Solvents: open the window, no flame.",
    "heat": "Behind a hob only within the sheet's temperature; keep its maker's clearance.",
    "hidden-pipes": "Find cables and pipes behind the board before anything goes in.",
    "wash-water": "Wash water never goes down the sink.",
    "saw-outlet": "A wet saw wants a protected (GFCI) outlet, on a circuit that is on.",
    "falling": "Tile over a gap can fall: nobody under it while the batten comes off.",
    "plumbing": "Water off at the stop valve; a sink is parted and joined by a qualified plumber, "
    "a hob by who may.",
    "buckets": "Buckets out of the reach of children and animals.",
}
DOUBTS: dict[DoubtRule, str] = {
    "primer-not-asked": "A primer is chosen, and what is noted of the wall asks for none: it is "
    "planned all the same. Take it off the products if the adhesive's sheet does not ask for it.",
    "sealer-not-asked": "A sealer is chosen, and the tile is not open-pored: it is planned for the "
    "joints. Wipe it off glazed faces at once; it holds nowhere but in the grout.",
    "adhesive-not-asked": "An adhesive is chosen, and these panels have glue of their own: it is "
    "not spread. Take it off the products, or use it where a panel must be helped.",
    "slow-drying": "Ready-mixed adhesive between two faces that take no water dries only through "
    "the joints. A thinset would be ready next day.",
    "two-people": "This takes two. Ask somebody for that hour.",
}
WAITS: dict[WaitFor, str] = {
    "dry": "dries",
    "set": "sets",
    "cure": "cures",
    "warm": "comes to the room's warmth",
    "colour": "shows its dried colour",
    "next-day": "shows what is to be touched up",
}
WHO: dict[Who, str] = {
    "anyone": "",
    "electrician": "an electrician",
    "plumber": "a plumber",
    "supplier": "the supplier",
    "counter fitter": "who fits the counter",
}
