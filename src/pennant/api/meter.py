"""The meter over HTTP: its readings as server-sent events, and the trigger."""

import json
from collections.abc import AsyncIterator

from fastapi import APIRouter, Request
from fastapi.responses import StreamingResponse
from pydantic import BaseModel, ConfigDict, Field

from pennant.meter.link import MeterOff, readings, shoot

router = APIRouter(prefix="/api/meter")
HOST = "127.0.0.1"
"""A meter is on this machine: no request leaves it."""


class Shot(BaseModel):
    """What a simulated meter is aimed at, in mm; a real one knows by itself."""

    model_config = ConfigDict(extra="forbid")

    aim: float | None = Field(default=None, ge=0, le=100_000, allow_inf_nan=False)


@router.get("/readings", include_in_schema=False)
async def stream(request: Request) -> StreamingResponse:
    """Stream the readings as they come; an ``off`` event says that no meter answers."""
    return StreamingResponse(
        _events(request.app.state.meter_port),
        media_type="text/event-stream",
        headers={"cache-control": "no-cache"},
    )


async def _events(port: int) -> AsyncIterator[str]:
    yield "retry: 3000\nevent: ready\ndata: {}\n\n"
    try:
        async for reading in readings(HOST, port):
            event = {"number": reading.number, "mm": reading.mm, "failure": reading.failure}
            yield f"data: {json.dumps(event)}\n\n"
        message = "the meter was switched off"
    except MeterOff as off:
        message = str(off)
    yield f"event: off\ndata: {json.dumps({'message': message})}\n\n"


@router.post("/shoot", status_code=204)
async def pull_trigger(shot: Shot, request: Request) -> None:
    """Ask the meter for a shot; the reading comes with the others. 503 if no meter answers."""
    await shoot(HOST, request.app.state.meter_port, shot.aim)
