"""The application: its routes over the core and the store, and the built web pages."""

from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from pathlib import Path
from typing import Any

from fastapi import FastAPI
from fastapi.responses import FileResponse, Response
from fastapi.staticfiles import StaticFiles

from pennant.api import (
    given_back,
    here,
    jobs,
    meter,
    on_site,
    phones,
    problems,
    reckon,
    shelf,
    site,
)
from pennant.api.asker_gone import AskerGone
from pennant.api.guard import HOSTS, Guard
from pennant.api.keeping import OverviewFiller
from pennant.api.pairing import Pairing
from pennant.api.searches import Searches
from pennant.meter import protocol as meter_protocol
from pennant.store.database import Database
from pennant.store.jobs import Jobs
from pennant.store.overviews import Overviews
from pennant.store.phones import Phones
from pennant.store.photographs import Photographs
from pennant.store.record import SiteRecord
from pennant.store.shelf import ProductShelf
from pennant.supplier.moods import PORT as SUPPLIER_PORT

FILES = {
    "service-worker.js": "text/javascript",
    "manifest.webmanifest": "application/manifest+json",
    "icon-192.png": "image/png",
    "icon-512.png": "image/png",
}
"""What the pages have besides themselves and what they are made of."""


def make_app(
    database: Database,
    pages: Path | None,
    hosts: frozenset[str] = HOSTS,
    meter_port: int = meter_protocol.PORT,
    supplier_port: int = SUPPLIER_PORT,
    *,
    pairing: Pairing | None = None,
    warm: bool = False,
) -> FastAPI:
    """Return the application over a database, with the built pages if there are any.

    ``warm`` has a process for searches ready before the first is asked for.
    """
    overviews, searches = Overviews(database), Searches()

    @asynccontextmanager
    async def running(_: FastAPI) -> AsyncIterator[None]:
        filler = OverviewFiller(overviews)
        if not database.read_only:
            filler.start()
        if warm:
            await searches.warm()
        yield
        await searches.close()
        filler.stop()

    app = FastAPI(
        title="Pennant",
        version="1",
        docs_url=None,
        redoc_url=None,
        openapi_url=None,
        lifespan=running,
        responses={"default": {"model": problems.ProblemDetails}},
    )
    app.state.jobs = Jobs(database)
    app.state.overviews = overviews
    app.state.searches = searches
    app.state.record = SiteRecord(database)
    app.state.photographs = Photographs(database)
    app.state.products = ProductShelf(database)
    app.state.phones = Phones(database)
    app.state.pairing = pairing or Pairing()
    app.state.pages = pages or Path()
    app.state.meter_port = meter_port
    app.state.supplier_port = supplier_port
    for part in (here, reckon, jobs, site, on_site, given_back, phones, shelf, meter):
        app.include_router(part.router)
    app.include_router(on_site.own_router)
    problems.install(app)
    app.add_middleware(AskerGone)
    app.add_middleware(Guard, hosts=hosts)
    if pages is not None:
        serve_pages(app, pages)
    return app


class _Assets(StaticFiles):
    """Files that the pages are made of. Each has its digest in its name, so none ever changes."""

    def file_response(self, *args: Any, **kwargs: Any) -> Response:
        """Return a file that a browser need not ask for again."""
        response = super().file_response(*args, **kwargs)
        response.headers["cache-control"] = "public, max-age=31536000, immutable"
        return response


def serve_pages(app: FastAPI, pages: Path) -> None:
    """Serve built files as they are, and the one page for every address of the interface."""
    app.mount("/assets", _Assets(directory=pages / "assets"), name="assets")

    @app.get("/{path:path}", include_in_schema=False)
    def page(path: str) -> FileResponse:
        file = path if path in FILES else "index.html"
        return FileResponse(
            pages / file, media_type=FILES.get(file), headers={"cache-control": "no-cache"}
        )
