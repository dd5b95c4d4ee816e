"""A photograph made plain: turned upright, made smaller, and written anew without anything else.

What a camera writes into a picture (where it was taken, by which device) is not copied. A picture
comes from outside and may unpack to gigabytes, so each is read in a process of its own with limits
on memory and time, and few at once.
"""

import io
import resource
import subprocess
import sys
from threading import BoundedSemaphore
from typing import NamedTuple

from PIL import Image, ImageOps, UnidentifiedImageError

LARGEST_FILE = 25 * 2**20
"""Bytes of a photograph as it comes from a phone."""
MOST_PIXELS = 120_000_000
"""Of a JPEG, which is read at a part of its size: more than any phone makes."""
MOST_PIXELS_WHOLE = 25_000_000
"""Of a PNG or WebP, which is read whole: a screen, or a photograph saved anew."""
LONGEST_SIDE = 1600
"""Pixels of what is kept: enough to see a joint, some hundred kilobytes."""
QUALITY = 82
AT_ONCE = 2
"""Pictures that are read at the same time, as this machine may have no more processors."""
SECONDS, MEMORY = 20, 700_000_000
"""What reading one may take: seconds of the processor, and bytes of addresses, most of them the
interpreter's own and its libraries'."""

_reading = BoundedSemaphore(AT_ONCE)


class Plain(NamedTuple):
    """A picture as JPEG, and its width and height in pixels."""

    jpeg: bytes
    size: tuple[int, int]


def plain_picture(raw: bytes) -> Plain:
    """Return a photograph made plain; raise ValueError where there is none, or it is too large."""
    if len(raw) > LARGEST_FILE:
        raise ValueError(f"is larger than {LARGEST_FILE // 2**20} MB")
    command = [sys.executable, "-m", "pennant.files.photographs"]
    try:
        with _reading:
            done = subprocess.run(
                command, input=raw, capture_output=True, timeout=SECONDS * 3, check=True
            )
    except subprocess.SubprocessError as error:
        message = "could not be read within the time and memory that there is for it"
        raise ValueError(message) from error
    says, _, jpeg = done.stdout.partition(b"\n")
    if not jpeg:
        raise ValueError(says.decode())
    width, height = map(int, says.split())
    return Plain(jpeg, (width, height))


def _in_own_process() -> None:
    """Read a picture from standard input within the limits; say its size, or what is wrong."""
    raw = sys.stdin.buffer.read()
    resource.setrlimit(resource.RLIMIT_CPU, (SECONDS, SECONDS))
    resource.setrlimit(resource.RLIMIT_AS, (MEMORY, MEMORY))
    try:
        plain = plain_here(raw)
        answer = f"{plain.size[0]} {plain.size[1]}\n".encode() + plain.jpeg
    except ValueError as error:
        answer = f"{error}\n".encode()
    except MemoryError:
        answer = b"takes more memory than there is for it\n"
    sys.stdout.buffer.write(answer)


def plain_here(raw: bytes) -> Plain:
    """Return a photograph made plain in this process; see `plain_picture`."""
    try:
        with Image.open(io.BytesIO(raw), formats=("JPEG", "PNG", "WEBP")) as picture:
            most = MOST_PIXELS if picture.format == "JPEG" else MOST_PIXELS_WHOLE
            if picture.width * picture.height > most:
                raise ValueError(f"has more than {most // 10**6} million pixels")
            picture.draft("RGB", (2 * LONGEST_SIDE, 2 * LONGEST_SIDE))
            # Made smaller before anything else, so that no other copy has its full size.
            picture.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
            upright = ImageOps.exif_transpose(picture).convert("RGB")
    except (UnidentifiedImageError, OSError, SyntaxError, Image.DecompressionBombError) as error:
        raise ValueError("is no photograph that can be read: send a JPEG, PNG or WebP") from error
    plain = Image.new("RGB", upright.size)
    plain.paste(upright)  # pixels alone: nothing that came with them
    out = io.BytesIO()
    plain.save(out, "JPEG", quality=QUALITY)
    return Plain(out.getvalue(), plain.size)


if __name__ == "__main__":
    _in_own_process()
