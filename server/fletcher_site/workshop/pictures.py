"""Pictures as people take them, made small and stripped of what the camera wrote into them."""

from __future__ import annotations

import io
import warnings
from contextlib import AbstractContextManager

from fletcher_core import Problem, Refused
from PIL import Image, ImageOps

from .. import turns

#: longest side, pixels
SIDE = 1280
#: larger ones are not opened at all
MOST_BYTES, MOST_PIXELS = 10_000_000, 25_000_000
#: seconds that one waits for its turn: with what it takes itself it stays within what a request may (own choice)
PATIENCE = 12.0
#: pictures that wait for their turn: with the one that is opened, a third of the server's threads (own choice)
WAITING = 4
_FORMATS = ("JPEG", "PNG", "WEBP")


def _refused(what: str) -> Refused:
    right = (
        f"A JPEG, PNG or WebP of at most {MOST_BYTES // 1_000_000} MB and {MOST_PIXELS // 1_000_000} million pixels."
    )
    return Refused([Problem(("picture",), "picture", what, right)])


def one_at_a_time() -> AbstractContextManager[None]:
    """One picture is opened at a time, in all processes of the server together.

    Raises
    ------
    Busy
        When `WAITING` others wait already, or its turn does not come within `PATIENCE`.
    """
    return turns.turn("picture", WAITING, PATIENCE)


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
            with Image.open(io.BytesIO(data), formats=_FORMATS) as opened:
                picture: Image.Image = opened
                if picture.width * picture.height > MOST_PIXELS:
                    raise _refused("It has too many pixels.")
                # a JPEG is decoded small from the start; others are made small before anything else is done
                opened.draft("RGB", (SIDE, SIDE))
                if picture.mode not in ("RGB", "RGBA", "L"):
                    picture = picture.convert("RGB")
                picture.thumbnail((SIDE, SIDE), reducing_gap=2.0)
                upright = ImageOps.exif_transpose(picture).convert("RGB")
    except (OSError, SyntaxError, ValueError, Image.DecompressionBombError, Image.DecompressionBombWarning) as exc:
        if isinstance(exc, Refused):
            raise
        raise _refused("It cannot be read as a picture.") from exc
    out = io.BytesIO()
    upright.save(out, "JPEG", quality=82, optimize=True)
    return out.getvalue()
