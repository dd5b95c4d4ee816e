"""Where a page is: at the desk's own machine, or on a phone that was paired with it."""

from fastapi import APIRouter
from pydantic import BaseModel

router = APIRouter(prefix="/api")


class GivenJob(BaseModel):
    """A job that a phone was given."""

    id: str
    name: str


class Here(BaseModel):
    """Whether this is the desk; else the phone's name, and the jobs that it was given."""

    desk: bool
    phone: str = ""
    jobs: tuple[GivenJob, ...] = ()


@router.get("/here")
def here() -> Here:
    """Return where the page is that asks: whoever reaches this listener is at the desk."""
    return Here(desk=True)
