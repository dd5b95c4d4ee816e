"""Where schools differ: which of the ways a job goes, each being right in some kitchen.

The first named is the default; `words.ways` says why, and what each of the others is chosen for.
"""

from typing import Literal

from pennant.core.document.values import Value

Question = Literal[
    "gap",
    "paint",
    "old_tile",
    "eighth",
    "spacers",
    "trim",
    "sealed",
    "cuts",
    "last",
    "sheets",
    "tips",
    "stuck",
]


class Ways(Value):
    """The way chosen for each question."""

    gap: Literal["batten", "screws", "none"] = "batten"
    paint: Literal["primer", "scuff", "glue"] = "primer"
    old_tile: Literal["over", "off"] = "over"
    eighth: Literal["sanded", "unsanded"] = "sanded"
    spacers: Literal["leg", "flat"] = "leg"
    trim: Literal["mitred", "bent"] = "mitred"
    sealed: Literal["before", "grout", "setting", "after"] = "before"
    cuts: Literal["repeats", "all", "as set"] = "repeats"
    last: Literal["sealer", "sealant"] = "sealer"
    sheets: Literal["size", "knife", "sawn"] = "size"
    tips: Literal["hung", "batten"] = "hung"
    stuck: Literal["primed", "dabs"] = "primed"


SealStage = Literal["before setting", "before grout", "after grout"]
SEALED: dict[str, tuple[SealStage, ...]] = {
    "before": ("before setting", "before grout", "after grout"),
    "grout": ("before grout", "after grout"),
    "setting": ("before setting", "after grout"),
    "after": ("after grout",),
}
"""When an open-pored tile is sealed, each time with coats of its own."""

QUESTIONS: tuple[Question, ...] = (
    "gap",
    "paint",
    "old_tile",
    "eighth",
    "spacers",
    "trim",
    "sealed",
    "cuts",
    "last",
    "sheets",
    "tips",
    "stuck",
)
