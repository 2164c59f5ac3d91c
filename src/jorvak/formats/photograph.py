"""Photographs taken in: shrunk, turned upright, and bare of where and by whom they were taken. The one door for them."""

import io
import re
import warnings

from PIL import Image, ImageOps, UnidentifiedImageError

from jorvak.core.calculation import Refused

LONGEST_SIDE = 1600
QUALITY = 82
LARGEST_BYTES = 30_000_000
MOST_PIXELS = 30_000_000
MOST_PIXELS_IN_STEPS = 200_000_000
"""Of a JPEG that can be read at a fraction of its size: its picture is never in memory whole."""


def taken_in(raw: bytes) -> bytes:
    """``raw`` as a JPEG of at most LONGEST_SIDE, without metadata; one that is so already stays as it is.

    What is too large is refused by its header. Raises Refused on ``photo``.
    """
    if len(raw) > LARGEST_BYTES:
        raise Refused("photo", f"The picture has more than {LARGEST_BYTES // 1_000_000} MB.")
    if is_bare(raw):
        return raw
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("ignore", Image.DecompressionBombWarning)
            picture = Image.open(io.BytesIO(raw), formats=("JPEG", "PNG", "WEBP"))
            in_steps = picture.format == "JPEG" and not picture.info.get("progressive")
            if picture.width * picture.height > (MOST_PIXELS_IN_STEPS if in_steps else MOST_PIXELS):
                raise Refused(
                    "photo",
                    f"The picture has {picture.width} × {picture.height} points: more than can be taken in.",
                )
            picture.draft("RGB", (LONGEST_SIDE, LONGEST_SIDE))
            upright = ImageOps.exif_transpose(picture).convert("RGB")
    except Refused:
        raise
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError):
        raise Refused("photo", "This is no picture that can be read. Take a JPEG, PNG or WebP.") from None
    upright.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    # A new image carries no metadata: place, camera and name stay behind.
    bare = Image.new("RGB", upright.size)
    bare.paste(upright)
    out = io.BytesIO()
    bare.save(out, "JPEG", quality=QUALITY, optimize=True)
    return out.getvalue()


_KEPT_SEGMENTS = frozenset({0xDB, 0xC0, 0xC4})
"""Tables of quantisation, the frame, tables of Huffman codes: what a picture needs and nothing else."""
_IN_THE_SCAN = re.compile(rb"\xff[^\x00\xd0-\xd7]")
_JFIF = re.compile(rb"\xff\xe0\x00\x10JFIF\x00.{9}", re.DOTALL)


def is_bare(raw: bytes) -> bool:
    """Whether these bytes are a JPEG as it is made here: small, of one scan, with nothing in it but the picture."""
    if not raw.startswith(b"\xff\xd8") or not _JFIF.match(raw, 2) or raw[18:20] != b"\x00\x00":
        return False
    at, framed = 20, False
    while raw[at : at + 1] == b"\xff" and at + 4 <= len(raw):
        marker, size = raw[at + 1], int.from_bytes(raw[at + 2 : at + 4], "big")
        if marker == 0xDA:
            end = _IN_THE_SCAN.search(raw, at + 2 + size)
            return framed and end is not None and end[0] == b"\xff\xd9" and end.end() == len(raw)
        if marker not in _KEPT_SEGMENTS:
            return False
        if marker == 0xC0:
            sides = (int.from_bytes(raw[at + i : at + i + 2], "big") for i in (5, 7))
            framed = all(0 < side <= LONGEST_SIDE for side in sides)
        at += 2 + size
    return False
