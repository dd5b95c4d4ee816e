"""What the application keeps, as its routes ask for it."""

import re
from typing import Annotated

from fastapi import Depends, Request, Response

from pennant.core.document.job import Job
from pennant.store.jobs import Jobs
from pennant.store.overviews import Overviews
from pennant.store.photographs import Photographs
from pennant.store.record import SiteRecord
from pennant.store.shelf import ProductShelf


def the_jobs(request: Request) -> Jobs:
    """Return the jobs that this application keeps."""
    jobs: Jobs = request.app.state.jobs
    return jobs


Kept = Annotated[Jobs, Depends(the_jobs)]


def the_overviews(request: Request) -> Overviews:
    """Return the overviews of the jobs that this application keeps."""
    overviews: Overviews = request.app.state.overviews
    return overviews


Listed = Annotated[Overviews, Depends(the_overviews)]


def the_record(request: Request) -> SiteRecord:
    """Return the site record that this application keeps."""
    record: SiteRecord = request.app.state.record
    return record


def the_photographs(request: Request) -> Photographs:
    """Return the photographs that this application keeps."""
    photographs: Photographs = request.app.state.photographs
    return photographs


def the_products(request: Request) -> ProductShelf:
    """Return the products that this application keeps."""
    products: ProductShelf = request.app.state.products
    return products


Products = Annotated[ProductShelf, Depends(the_products)]
Pictures = Annotated[Photographs, Depends(the_photographs)]
Site = Annotated[SiteRecord, Depends(the_record)]


def download(text: str | bytes, name: str, media_type: str = "text/csv; charset=utf-8") -> Response:
    """Return a text as a file to be saved under a name."""
    headers = {"content-disposition": f'attachment; filename="{name}"'}
    return Response(text, media_type=media_type, headers=headers)


def file_name(job: Job) -> str:
    """Return a job's name as it can be used for a file."""
    return re.sub(r"[^a-z0-9]+", "-", job.name.lower()).strip("-") or "job"
