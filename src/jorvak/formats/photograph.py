"""Photographs taken in: shrunk, turned upright, and bare of where and by whom they were taken."""

import io
import warnings

from PIL import Image, ImageOps, UnidentifiedImageError

from jorvak.core.calculation import Refused

LONGEST_SIDE = 1600
QUALITY = 82
MOST_PIXELS = 120_000_000


def taken_in(raw: bytes) -> bytes:
    """``raw`` as a JPEG of at most LONGEST_SIDE, without metadata. Raises Refused on ``photo``."""
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("ignore", Image.DecompressionBombWarning)
            picture = Image.open(io.BytesIO(raw), formats=("JPEG", "PNG", "WEBP"))
            if picture.width * picture.height > MOST_PIXELS:
                raise Refused(
                    "photo",
                    f"The picture has {picture.width} × {picture.height} points: more than can be taken in.",
                )
            upright = ImageOps.exif_transpose(picture).convert("RGB")
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError):
        raise Refused("photo", "This is no picture that can be read. Take a JPEG, PNG or WebP.") from None
    upright.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    # A new image carries no metadata: place, camera and name stay behind.
    bare = Image.new("RGB", upright.size)
    bare.paste(upright)
    out = io.BytesIO()
    bare.save(out, "JPEG", quality=QUALITY, optimize=True)
    return out.getvalue()
