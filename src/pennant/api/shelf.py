"""Routes for products: the shelf, adhesives side by side, an order checked."""

from fastapi import APIRouter, Request, Response
from starlette.concurrency import run_in_threadpool

from pennant.api.beside import side_by_side
from pennant.api.kept import Products, download
from pennant.api.models import WrittenSheet
from pennant.core.document.job import Job
from pennant.core.document.shelf import EXAMPLES, Shelf, ShelfKind, with_kept
from pennant.core.plan import plan
from pennant.core.survey.check import refuse_if_wrong
from pennant.files.shelf_csv import read_product, read_shelf, write_shelf
from pennant.supplier.link import ask
from pennant.words.methods import Method
from pennant.words.orders import OrderLine, checked
from pennant.words.products import KindText, shelf_in_words

router = APIRouter(prefix="/api")


@router.post("/methods")
def compare_products(job: Job, products: Products) -> list[Method]:
    """Return the shelf's adhesives, mats and grouts side by side for a job; nothing is kept."""
    refuse_if_wrong(job)
    return side_by_side(job, products.kept())


@router.post("/order")
def check_order(job: Job, request: Request) -> list[OrderLine]:
    """Ask the supplier for every line of the job that names a product; nothing is ordered."""
    port: int = request.app.state.supplier_port
    return list(checked(job, plan(job), lambda name: ask(name, port)))


@router.get("/shelf")
def show_shelf(products: Products) -> Shelf:
    """Return the products that a job can choose from: the user's own, then the examples."""
    return with_kept(EXAMPLES, products.kept())


@router.get("/shelf/own")
def show_own(products: Products) -> Shelf:
    """Return the user's own products."""
    return products.kept()


@router.get("/shelf/said")
def show_in_words(products: Products) -> list[KindText]:
    """Return the whole shelf in words, each product's sheet with the fields that it can have."""
    own = products.kept()
    return list(shelf_in_words(with_kept(EXAMPLES, own), own))


@router.put("/shelf/{kind}", status_code=204)
def put_on_shelf(kind: ShelfKind, written: WrittenSheet, products: Products) -> None:
    """Keep a product as its sheet was written; refuse it with every cell that is wrong."""
    product = read_product(kind, written.cells, "/cells")
    products.replace(kind, product, written.instead_of)


@router.get("/shelf.csv", response_class=Response)
def shelf_as_csv(products: Products) -> Response:
    """Return the whole shelf for a spreadsheet."""
    return download(write_shelf(with_kept(EXAMPLES, products.kept())), "shelf.csv")


@router.post("/shelf/import")
async def import_shelf(request: Request, products: Products) -> Shelf:
    """Keep the products of the CSV file that is the body; one wrong line and none is kept."""
    body = await request.body()
    await run_in_threadpool(lambda: products.put(read_shelf(body)))
    return await run_in_threadpool(products.kept)


@router.delete("/shelf/{kind}/{name:path}", status_code=204)
def take_off_shelf(kind: ShelfKind, name: str, products: Products) -> None:
    """Take a product of one's own off the shelf."""
    products.take_off(kind, name)
