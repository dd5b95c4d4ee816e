"""What a tiled counter takes besides its tile: layers under it, what its edge pieces hold by."""

import math
from collections.abc import Iterator, Sequence

from pennant.core.document.counter import Counter, Layer, edge_tile_of
from pennant.core.document.job import Job
from pennant.core.document.notch import SQUARE_6_6, bed_of
from pennant.core.geometry.tolerance import EPS
from pennant.core.layout.field import Field
from pennant.core.layout.pieces import Piece
from pennant.core.survey.counters import counter_of
from pennant.core.takes.quantity import (
    MM2_PER_M2,
    Quantity,
    by_the_pack,
    line,
    metres,
    packs,
    setting,
    square_metres,
    with_waste,
)
from pennant.core.takes.working import Working, given, step


def on_walls(job: Job, fields: Sequence[Field]) -> list[Field]:
    """Return the fields that are not of a counter or its edges."""
    return [field for field in fields if counter_of(job, field.surface.id) is None]


def on_wood(job: Job) -> frozenset[str]:
    """Return the tiles that hold to a wooden edge by an adhesive of their own, by their names."""
    return frozenset(
        edge_tile_of(counter.id)
        for counter in job.counters
        if counter.front is not None and counter.front.on == "wood"
    )


def counter_tiles(job: Job) -> frozenset[str]:
    """Return what the tiles of counters and of their edges are called by."""
    return frozenset(
        of for counter in job.counters for of in (counter.id, edge_tile_of(counter.id))
    )


def counters_take(job: Job, pieces: Sequence[Piece]) -> Iterator[Quantity]:
    """Yield the sheets of every layer, their screws, and the adhesive of edge pieces on wood."""
    screwed = []
    for counter in job.counters:
        for number, layer in enumerate(counter.layers, 1):
            yield line(f"layers@{counter.id}.{number}", "wall", _sheets(job, counter, layer))
            screwed.append(_area(counter, layer))
    if screwed:
        area = step("sum", "to screw down", "m2", *screwed)
        screws = step(
            "product", "screws, exactly", "screws", area, setting(job.settings, "board_screws")
        )
        yield by_the_pack(
            "layer-screws",
            "wall",
            step("round-up", "screws", "screws", screws),
            job.products.screws,
        )
    if (edge := on_wood(job)) and (face := _face_of(pieces, edge)) > 0:
        litres = step(
            "product",
            "in beads",
            "litres",
            square_metres("edge pieces", face),
            setting(job.settings, "edge_bed"),
        )
        ml = step("product", "in beads", "ml", litres, given("ml a litre", 1000, "ml", "plan"))
        need = with_waste(ml, job.settings, "sealant_waste")
        yield line(
            "edge-adhesive",
            "setting",
            packs(need, "cartridges", setting(job.settings, "cartridge")),
        )


def bedded_layers(job: Job) -> list[Working]:
    """Return the litres of adhesive under each layer that is bedded as well as screwed."""
    bed = bed_of(SQUARE_6_6) + job.settings.keyed_coat
    return [
        step(
            "product",
            f"under {layer.name.lower()} of {counter.id}",
            "litres",
            _area(counter, layer),
            given("bed of a 6x6 notch", bed, "litres a m2", "notch"),
        )
        for counter in job.counters
        for layer in counter.layers
        if layer.kind == "board"
    ]


def _face_of(pieces: Sequence[Piece], of: frozenset[str]) -> float:
    return sum(piece.area for piece in pieces if piece.of in of)


def _area(counter: Counter, layer: Layer) -> Working:
    """A layer's whole face: what is sawn out for the sink is bought as well."""
    return square_metres(f"{layer.name.lower()} of {counter.id}", counter.width * counter.depth)


def _sheets(job: Job, counter: Counter, layer: Layer) -> Working:
    """Sheets ripped into strips of the counter's depth, the way that gives more; where none is
    that wide, or no size is known, by area with what is sawn off.
    """
    if layer.width is None or layer.length is None:
        return with_waste(_area(counter, layer), job.settings, "board_waste")
    across, along = sorted((layer.width, layer.length))
    ways = [
        (math.floor(across / counter.depth + EPS), along),
        (math.floor(along / counter.depth + EPS), across),
    ]
    strips, length = max(ways, key=lambda way: way[0] * way[1])
    if strips == 0:
        sheet = given("a sheet", layer.width * layer.length / MM2_PER_M2, "m2", "counter")
        need = with_waste(_area(counter, layer), job.settings, "board_waste")
        return packs(need, "sheets", sheet)
    run = metres(f"{counter.id}, along its wall", counter.width)
    each = step(
        "product",
        "a sheet gives",
        "m",
        given("strips of the counter's depth", strips, "strips", "counter"),
        metres("each", length, "counter"),
    )
    return packs(run, "sheets", each)
