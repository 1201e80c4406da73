"""Pictures as people take them, made small and stripped of what the camera wrote into them."""

from __future__ import annotations

import io
import warnings

from fletcher_core.model import Problem, Refused
from PIL import Image, ImageOps

#: longest side, pixels
SIDE = 1280
#: larger ones are not opened at all
MOST_BYTES, MOST_PIXELS = 10_000_000, 60_000_000
_FORMATS = ("JPEG", "PNG", "WEBP")


def _refused(what: str) -> Refused:
    right = f"A JPEG, PNG or WebP of at most {MOST_BYTES // 1_000_000} MB."
    return Refused([Problem(("picture",), "picture", what, right)])


def small_jpeg(data: bytes) -> bytes:
    """The picture upright, at most `SIDE` pixels long, as a JPEG without place, time or owner.

    Raises
    ------
    Refused
        When it is no picture, or too large to be opened.
    """
    if len(data) > MOST_BYTES:
        raise _refused("It is too large.")
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            with Image.open(io.BytesIO(data), formats=_FORMATS) as picture:
                if picture.width * picture.height > MOST_PIXELS:
                    raise _refused("It has too many pixels.")
                upright = ImageOps.exif_transpose(picture).convert("RGB")
    except (OSError, SyntaxError, ValueError, Image.DecompressionBombError, Image.DecompressionBombWarning) as exc:
        if isinstance(exc, Refused):
            raise
        raise _refused("It cannot be read as a picture.") from exc
    upright.thumbnail((SIDE, SIDE))
    out = io.BytesIO()
    upright.save(out, "JPEG", quality=82, optimize=True)
    return out.getvalue()
