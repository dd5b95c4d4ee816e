"""The desk's routes for phones: what listens, which are paired, a code for another, unpairing."""

from typing import Annotated

import segno
from fastapi import APIRouter, Request, Response
from pydantic import BaseModel, ConfigDict, Field

from pennant.api.kept import Kept
from pennant.api.pairing import OFFER_SECONDS, Pairing
from pennant.core.document.refusal import JobRefused, Problem
from pennant.store.phones import Phones

router = APIRouter(prefix="/api/phones")

JobId = Annotated[str, Field(min_length=1, max_length=40)]
MOST_JOBS = 50


class PairedPhone(BaseModel):
    """A paired phone and the ids of the jobs that it was given."""

    id: str
    name: str
    jobs: tuple[str, ...]
    paired: str


class PhonesPage(BaseModel):
    """Where phones reach this machine (empty: nowhere), by which certificate, and who is paired."""

    address: str
    fingerprint: str | None
    phones: tuple[PairedPhone, ...]


class AskedOffer(BaseModel):
    """The jobs that a phone is to be given."""

    model_config = ConfigDict(extra="forbid")

    jobs: tuple[JobId, ...] = Field(min_length=1, max_length=MOST_JOBS)


class PhoneCode(BaseModel):
    """A code for one phone: the address in it, the same as a picture, and how long it lasts."""

    address: str
    picture: str
    minutes: float


@router.get("")
def list_phones(request: Request) -> PhonesPage:
    """Return what listens for phones, and which are paired."""
    pairing: Pairing = request.app.state.pairing
    phones: Phones = request.app.state.phones
    on = pairing.listening
    return PhonesPage(
        address=on.address if on else "",
        fingerprint=on.fingerprint if on else None,
        phones=tuple(
            PairedPhone(id=one.id, name=one.name, jobs=one.jobs, paired=one.paired)
            for one in phones.paired()
        ),
    )


@router.post("/offer")
def offer_to_phone(asked: AskedOffer, request: Request, jobs: Kept) -> PhoneCode:
    """Return a code that one phone can be paired with, for these jobs and a few minutes."""
    pairing: Pairing = request.app.state.pairing
    if pairing.listening is None:
        message = "can be paired while Pennant runs with `pennant serve --lan`"
        raise JobRefused([Problem(pointer="/jobs", message=message)])
    for id_ in asked.jobs:
        jobs.get(id_)
    # In the fragment: it is sent to nobody, and stands in no log.
    address = f"{pairing.listening.address}/pair#{pairing.offer(asked.jobs)}"
    picture = segno.make(address, error="m").svg_data_uri(scale=6, border=3)
    return PhoneCode(address=address, picture=picture, minutes=OFFER_SECONDS / 60)


@router.delete("/{id_}", status_code=204)
def unpair_phone(id_: str, request: Request) -> Response:
    """Let a phone see nothing more, at once."""
    phones: Phones = request.app.state.phones
    phones.unpair(id_)
    return Response(status_code=204)
