"""Commands that start simulated devices: a laser meter, a supplier."""

import argparse
import asyncio
import contextlib
import sys

from pennant.meter.simulator import Meter, MeterServer
from pennant.supplier.simulator import Supplier


def run_meter(arguments: argparse.Namespace) -> int:
    """Start a simulated laser distance meter. Return the exit status."""
    with contextlib.suppress(KeyboardInterrupt):
        asyncio.run(_shooting(MeterServer(Meter(arguments.seed)), arguments.port))
    return 0


def run_supplier(arguments: argparse.Namespace) -> int:
    """Start a simulated supplier. Return the exit status."""
    server = Supplier(arguments.port, arguments.mood)
    print(f"A simulated supplier answers at 127.0.0.1:{server.port}; Ctrl-C closes it.", flush=True)
    with contextlib.suppress(KeyboardInterrupt):
        server.run()
    return 0


async def _shooting(server: MeterServer, port: int) -> None:
    """Serve, and let whoever sits at the terminal aim and shoot: a length in mm and Enter."""
    async with await server.serve("127.0.0.1", port):
        print(f"A simulated meter answers at 127.0.0.1:{port}; Ctrl-C switches it off.", flush=True)
        print("Type what it is aimed at, in mm, and Enter; Enter alone shoots again.", flush=True)
        while line := await asyncio.to_thread(sys.stdin.readline):
            if line.strip():
                await server.hear(f"AIM {line}")
            await server.hear("SHOOT")
        await asyncio.Event().wait()
