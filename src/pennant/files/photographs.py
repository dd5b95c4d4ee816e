"""A photograph made plain: turned upright, made smaller, and written anew without anything else.

What a camera writes into a picture (where it was taken, by which device) is not copied.
"""

import io
from typing import NamedTuple

from PIL import Image, ImageOps, UnidentifiedImageError

LARGEST_FILE = 25 * 2**20
"""Bytes of a photograph as it comes from a phone."""
MOST_PIXELS = 80_000_000
"""Of a picture that is read: more is no photograph, and would fill the memory as it unpacks."""
LONGEST_SIDE = 1600
"""Pixels of what is kept: enough to see a joint, some hundred kilobytes."""
QUALITY = 82


class Plain(NamedTuple):
    """A picture as JPEG, and its width and height in pixels."""

    jpeg: bytes
    size: tuple[int, int]


def plain_picture(raw: bytes) -> Plain:
    """Return a photograph made plain; raise ValueError where there is none, or it is too large."""
    if len(raw) > LARGEST_FILE:
        raise ValueError(f"is larger than {LARGEST_FILE // 2**20} MB")
    try:
        with Image.open(io.BytesIO(raw), formats=("JPEG", "PNG", "WEBP")) as picture:
            if picture.width * picture.height > MOST_PIXELS:
                raise ValueError(f"has more than {MOST_PIXELS // 10**6} million pixels")
            picture.draft("RGB", (2 * LONGEST_SIDE, 2 * LONGEST_SIDE))
            upright = ImageOps.exif_transpose(picture).convert("RGB")
    except (UnidentifiedImageError, OSError, SyntaxError, Image.DecompressionBombError) as error:
        raise ValueError("is no photograph that can be read: send a JPEG, PNG or WebP") from error
    upright.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    plain = Image.new("RGB", upright.size)
    plain.paste(upright)  # pixels alone: nothing that came with them
    out = io.BytesIO()
    plain.save(out, "JPEG", quality=QUALITY)
    return Plain(out.getvalue(), plain.size)
