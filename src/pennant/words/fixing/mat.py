"""A mat: no comb and no bed; it holds at once, and nothing stands in the joints."""

from collections.abc import Iterator

from pennant.core.document.job import Job
from pennant.words.fixing.method_words import MethodWords
from pennant.words.fixing.own_glue import SPACERS_OUT
from pennant.words.steps import StepWords


def _more(job: Job, rule: str | None) -> Iterator[str]:
    """Tile set on a mat with glue on both faces: it holds at once and cannot be shifted."""
    mat = job.products.mat
    assert mat is not None
    match rule:
        case "mat":
            if mat.goes_on:
                yield f"By its sheet it goes on {', '.join(mat.goes_on)}."
            yield "Cut it out at each box before it is hung: the list of strips says where."
        case "set" | "set-last":
            yield (
                "Film off one section at a time, only as far as is tiled before the next break: "
                "dust takes the glue's grip."
            )
            if job.tile.material == "stone":
                droops = "1/16 to 1/8 in" if job.units == "in" else "2 to 3 mm"
                yield (
                    "Leave the spacers in until just before grouting. Heavy stone droops "
                    f"{droops} when they come out: check it, and wedge it back."
                )
            else:
                yield "Take spacers out as soon as the next tile holds; shim a joint that closes."
            yield "Press each piece hard; one that droops is held up by tape until it is grouted."


MAT = MethodWords(
    "Stop here for the night at a whole tile; leave the film on the mat beyond it.",
    {
        "clean-joints": SPACERS_OUT,
        "set": StepWords(
            "Set tile on the mat",
            (
                "Face film off, one band at a time; no comb, no bed.",
                "Lower each tile at its place and press it hard: it holds at once and does "
                "not slide.",
                "Under heavy stone the spacers stay until just before grout; check and wedge it "
                "back then.",
            ),
            "A tile that is pulled at its edge does not move.",
            short="setting",
        ),
        "set-last": StepWords(
            "Measure, cut and set the last pieces",
            ("Measure the gap that is left, less one joint each side; cut; try dry; press it on.",),
            "They go in without force, and the joints are like the others.",
            "wedge",
            short="the last pieces",
        ),
    },
    _more,
)
