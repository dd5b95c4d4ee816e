"""A kind of product is said once: what it is, what a pack holds, which lines it is bought for."""

from typing import get_args

from kitchens import a_job, plan
from pennant.core.document.products import PRODUCT_OF, SOLD, Products
from pennant.core.document.shelf import EXAMPLES, MODELS, PRODUCT_KINDS
from pennant.core.takes.quantity import LineId
from pennant.words.products import KIND_NAMES


def test_every_kind_has_a_name_an_example_and_a_sheet() -> None:
    own = (kind for kind in Products.model_fields if not SOLD[kind].like)
    assert ("tile", *own) == PRODUCT_KINDS
    assert {sold.like for sold in SOLD.values()} - {""} <= set(PRODUCT_KINDS)
    assert set(KIND_NAMES) == set(PRODUCT_KINDS)
    assert all(isinstance(one, MODELS[kind]) for kind in PRODUCT_KINDS for one in EXAMPLES.of(kind))


def test_a_line_is_bought_as_one_kind_of_product() -> None:
    lines = [line for sold in SOLD.values() for line in sold.lines]
    assert sorted(lines) == sorted(PRODUCT_OF)
    assert set(lines) <= set(get_args(LineId))


def test_a_pack_is_counted_in_what_its_line_needs() -> None:
    chosen = {kind: EXAMPLES.of(kind)[0] for kind in PRODUCT_KINDS if kind in SOLD}
    del chosen["mat"]
    job = a_job(
        products={kind: one.model_dump() for kind, one in chosen.items()},
        things=["outlet 30 up 10", "range-gap 50 wide 30 down 3", "zone 0 wide 96 flat 1/4"],
        right="open",
        ways={"gap": "batten"},
    )
    needs = {
        PRODUCT_OF[one.id]: one.need.unit
        for one in plan(job).quantities
        if one.id in PRODUCT_OF and one.need is not None
    }
    said = {kind: sold.pack for kind, sold in SOLD.items() if sold.pack and kind in needs}
    assert {kind: needs[kind] for kind in said} == said
    assert {"adhesive", "grout", "sealant", "primer", "patch", "spacers", "screws", "sheeting"} <= (
        set(said)
    )
