"""The opened boxes in words: what came, how they are dealt, and what is taken from which box."""

import colorsys
from collections.abc import Sequence
from itertools import groupby

from pennant.core.days.days import setting_sections_of
from pennant.core.document.job import Job
from pennant.core.document.values import Value
from pennant.core.plan import Plan
from pennant.core.shade.shading import ShadeNote, Shading, shading_of
from pennant.words.counts import counted
from pennant.words.dates import Dates
from pennant.words.names import Names

LIGHTER, DARKER = 0.16, -0.22
"""How much lighter than the tile's own colour the first shade is drawn, and how much darker the
last."""
WARMER = 0.05
"""Of the colour circle: how far the first shade is drawn to the red, and the last to the blue."""


class TakeText(Value):
    """Tiles that are taken one after another for one stretch: ``boxes`` in order, one a tile."""

    section: str
    boxes: str
    shades: str
    faces: str
    pieces: tuple[str, ...]


class ShadesText(Value):
    """How the opened boxes are dealt. ``colours`` are the shades', by name."""

    headline: str
    notes: tuple[str, ...]
    beside: str
    rotation: str
    by_piece: bool
    walls: tuple[str, ...]
    takes: tuple[TakeText, ...]
    culls: str
    flattest: str
    shades: dict[str, str]
    box_after_box: dict[str, str]
    colours: dict[str, str]


def shades_in_words(job: Job, plan: Plan) -> ShadesText:
    """Return how the opened boxes are dealt; raise `JobRefused` for what cannot be read."""
    sections = setting_sections_of(job, plan, Dates.of(job.schedule))
    order = [id_ for section in sections for id_ in section]
    shading = shading_of(job, plan, order)
    names = job.shades.names
    return ShadesText(
        headline=_headline(job, shading),
        notes=tuple(_note(job, Names(plan.kitchen), one) for one in shading.notes),
        beside=_beside(shading),
        rotation=", ".join(shading.rotation),
        by_piece=shading.by_piece,
        walls=tuple(
            f"{Names(plan.kitchen).thing(wall)}: {names[shade]}"
            for wall, shade in shading.walls.items()
        ),
        takes=tuple(_takes(shading, names, sections)),
        culls=_listed(shading.culls),
        flattest=_listed(shading.flattest),
        shades={id_: names[number] for id_, number in shading.shades.items()},
        box_after_box={id_: names[number] for id_, number in shading.box_after_box.items()},
        colours=colours_of(job),
    )


def _headline(job: Job, shading: Shading) -> str:
    if not job.shades.boxes:
        return "No box is opened yet."
    if shading.there < shading.need:
        return (
            f"{shading.there} tiles in the boxes, and {shading.need} are set: open another before "
            "anything is dealt"
        )
    if not shading.shades:
        return "Could not be blended."
    used = "; ".join(
        f"{count} {name}" for name, count in zip(job.shades.names, shading.used, strict=True)
    )
    if not job.shades.mixed:
        return f"One shade each wall: {used}"
    result = shading.result
    if result is None:
        return f"Taken from the boxes by turns: {used}"
    good = "" if result.patches else f"; no more than {job.shades.most_alike} alike together"
    if result.short:
        tiles = counted(result.short, "tile")
        good += f"; over all square metres {tiles} from an even share"
    best = "; every way was tried" if result.whole else ""
    return f"Blended: {used}{good}{best}"


def _beside(shading: Shading) -> str:
    """What would come of it, box after box."""
    if shading.plain is None or shading.result is None:
        return ""
    if not shading.plain.patches:
        return "Box after box would do as well here."
    many, most = len(shading.plain.patches), max(shading.plain.patches)
    return (
        f"Box after box there would be {counted(many, 'patch', 'patches')} of one shade too "
        f"large, the largest of {most} tiles."
    )


def _note(job: Job, names: Names, one: ShadeNote) -> str:
    numbers, called = one.numbers, one.names
    match one.what:
        case "lots-differ":
            return (
                f"Boxes of {len(called)} lots: {', '.join(called)}. Lay tiles of each side by side "
                "in daylight; where they differ, sort them as shades, or send the odd ones back."
            )
        case "not-the-lot":
            return (
                f"Lot {called[0]} was ordered, and {', '.join(called[1:])} came: compare before a "
                "box is cut open further, or send it back."
            )
        case "short":
            return f"{numbers[0] - numbers[1]} tiles are wanting."
        case "broken":
            return (
                f"{numbers[0]} of {numbers[1]} broke on the way: keep them for cuts and notches, "
                "and tell the supplier today."
            )
        case "culls-over":
            return (
                f"{numbers[0]} chipped or off-shade tiles, and {numbers[1]} tiles are cut: the "
                "others are left over."
            )
        case "flat-short":
            return (
                f"{numbers[0]} flat ones are picked out, and {numbers[1]} tiles lie at inside "
                "corners: pick out more, or set the others with care."
            )
        case "patches":
            most = max(range(len(job.shades.names)), key=lambda n: _there(job, n))
            share = _there(job, most) / max(
                sum(_there(job, n) for n in range(len(job.shades.names))), 1
            )
            return (
                f"{numbers[0]} patch{'es' if numbers[0] > 1 else ''} of more than "
                f"{job.shades.most_alike} alike, the largest of {numbers[1]}: {share:.0%} of the "
                f"tiles are {job.shades.names[most]}. None was found with smaller ones."
            )
        case "repeats":
            return f"At {numbers[0]} steps the eye can follow a shade: no better was found."
        case "not-one-shade":
            return (
                f"{names.thing(called[0])} takes {numbers[0]} tiles of one shade, and of "
                f"{called[1]} there are {numbers[1]}, shared by all walls: mix them, or get "
                "more of one."
            )


def _there(job: Job, shade: int) -> int:
    return sum(box.counts[shade] for box in job.shades.boxes if shade < len(box.counts))


def _takes(
    shading: Shading, names: Sequence[str], sections: Sequence[Sequence[str]]
) -> list[TakeText]:
    """Section by section the boxes to take from, like ones in a row counted."""
    if not shading.by_piece:
        return []
    own = {piece: (shade, box) for piece, shade, box in shading.takes}
    found = []
    for number, section in enumerate(sections, 1):
        taken = [own[id_] for id_ in section if id_ in own]
        found.append(
            TakeText(
                section=str(number),
                boxes=_runs([box for _, box in taken]) or "none",
                shades=_runs([names[shade] for shade, _ in taken])
                or "offcuts of tiles that are set before",
                pieces=tuple(section),
                faces=_runs(
                    [
                        str(shading.faces[id_])
                        for id_ in section
                        if id_ in own and id_ in shading.faces
                    ]
                ),
            )
        )
    return found


def _runs(words: Sequence[str]) -> str:
    """Words in a row, like ones counted: ``2, 1 twice, 3``."""
    runs = []
    for word, group in groupby(words):
        many = len(list(group))
        runs.append(word if many == 1 else f"{word} × {many}")
    return ", ".join(runs)


def _listed(pieces: Sequence[str]) -> str:
    shown = ", ".join(pieces[:12])
    return f"{shown} and {len(pieces) - 12} more" if len(pieces) > 12 else shown


def colours_of(job: Job) -> dict[str, str]:
    """Return the colours that the shades are drawn in: around the tile's own."""
    red, green, blue = (int(job.tile.colour[at : at + 2], 16) / 255 for at in (1, 3, 5))
    hue, light, full = colorsys.rgb_to_hls(red, green, blue)
    last = len(job.shades.names) - 1
    found = {}
    for number, name in enumerate(job.shades.names):
        at = number / last
        if job.shades.along == "light to dark":
            shown = colorsys.hls_to_rgb(
                hue, min(max(light + LIGHTER + (DARKER - LIGHTER) * at, 0.08), 0.95), full
            )
        else:
            turned = (hue * (1 - WARMER) + WARMER * 2 * (0.08 if at < 0.5 else 0.58)) % 1.0
            shown = colorsys.hls_to_rgb(
                turned, min(max(light + 0.06 - 0.12 * at, 0.08), 0.95), max(full, 0.25)
            )
        found[name] = "#" + "".join(f"{round(part * 255):02x}" for part in shown)
    return found
