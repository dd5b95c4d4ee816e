"""The user's own products, by kind and name."""

from pennant.core.document.shelf import MODELS, PRODUCT_KINDS, Shelf, ShelfKind, Stocked
from pennant.store.database import Database

_KEEP = (
    "insert into product (kind, name, document) values (?, ?, ?)"
    " on conflict (kind, name) do update set document = excluded.document"
)


class ProductShelf:
    """The products in one database. Every method is one transaction."""

    def __init__(self, database: Database) -> None:
        self.database = database

    def kept(self) -> Shelf:
        """Return the user's own products, by name."""
        with self.database.reading() as db:
            rows = db.execute("select kind, document from product order by kind, name").fetchall()
        found: dict[str, list[object]] = {kind: [] for kind in PRODUCT_KINDS}
        for row in rows:
            kind: ShelfKind = row["kind"]
            found[kind].append(MODELS[kind].model_validate_json(row["document"]))
        return Shelf.model_validate({kind: tuple(own) for kind, own in found.items()})

    def put(self, shelf: Shelf) -> None:
        """Keep all products of a shelf; one of the same kind and name is replaced."""
        with self.database.writing() as db:
            db.executemany(
                _KEEP,
                [
                    (kind, one.name, one.model_dump_json())
                    for kind in PRODUCT_KINDS
                    for one in shelf.of(kind)
                ],
            )

    def replace(self, kind: ShelfKind, product: Stocked, instead_of: str | None) -> None:
        """Keep a product; where it was known by another name before, under its new one only."""
        with self.database.writing() as db:
            if instead_of is not None and instead_of != product.name:
                db.execute("delete from product where kind = ? and name = ?", (kind, instead_of))
            db.execute(_KEEP, (kind, product.name, product.model_dump_json()))

    def take_off(self, kind: ShelfKind, name: str) -> None:
        """Take a product off the shelf; jobs that chose it keep it."""
        with self.database.writing() as db:
            db.execute("delete from product where kind = ? and name = ?", (kind, name))
