"""``pennant demo`` in a process of its own, and how Chromium is started."""

import os
import signal
import socket
import subprocess
import sys
from pathlib import Path

CHROMIUM = "/usr/bin/chromium"
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]
DESK = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}


class Server:
    """A server that may be killed and started again."""

    def __init__(self, data: Path, lan: str = "") -> None:
        self.data = data
        with socket.socket() as free, socket.socket() as other, socket.socket() as third:
            for one in (free, other, third):
                one.bind(("127.0.0.1", 0))
            self.port, self.meter_port = free.getsockname()[1], other.getsockname()[1]
            lan_port = third.getsockname()[1]
        self.url = f"http://127.0.0.1:{self.port}"
        self.lan_url = f"https://{lan}:{lan_port}"
        self.lan = ["--lan", lan, "--lan-port", str(lan_port)] if lan else []
        self.start()

    def __enter__(self) -> "Server":
        return self

    def __exit__(self, *_: object) -> None:
        self.kill()

    def start(self) -> None:
        """Start it, and wait for the line that gives its address: by then it listens."""
        command = [sys.executable, "-m", "pennant", "demo", "--cold", "--data", str(self.data)]
        self.process = subprocess.Popen(
            [
                *command,
                "--port",
                str(self.port),
                "--meter-port",
                str(self.meter_port),
                *self.lan,
            ],
            stdout=subprocess.PIPE,
            text=True,
        )
        assert self.process.stdout is not None
        assert self.url in self.process.stdout.readline()

    def kill(self) -> None:
        """End it as a power cut would."""
        os.kill(self.process.pid, signal.SIGKILL)
        self.process.wait()
        assert self.process.stdout is not None
        self.process.stdout.close()
