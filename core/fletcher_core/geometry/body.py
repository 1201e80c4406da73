"""Sections of a body along its length, between stations in straight lines."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..model.body import Body
from .folded import Sheet
from .outline import DrawnOutline
from .profile import XI

Array = NDArray[np.float64]

#: exponent of a superellipse that is as good as a box, and of an ellipse
_BOX, _ELLIPSE = 40.0, 2.0
#: walls over all where a round body closes at its sides (own choice: they meet on edge), and mm of a filled one
_SIDES, _EDGE = 2.0, 0.2


def body_outline(body: Body, sheet: Sheet, x: Array, width: Array) -> DrawnOutline:
    """The faces of the walls' own material, (S, N) mm, left to right, at places (S,) behind the nose.

    Parameters
    ----------
    width : (S,) mm over all.
    """
    at = np.array([s.x_mm for s in body.stations])

    def along(name: str) -> Array:
        found: Array = np.interp(x, at, [getattr(s, name) for s in body.stations])[:, None]
        return found

    round_by = along("roundness")
    # from a box to an ellipse by the inverse of the exponent: even steps look even
    power = 1 / ((1 - round_by) / _BOX + round_by / _ELLIPSE)
    height, share = 0.5 * along("height_mm"), np.abs(2 * XI - 1)[None]
    half = np.where(round_by > 0, height * (1 - share**power) ** (1 / power), height)
    half = np.maximum(half, 0.5 * max(_SIDES * sheet.board, _EDGE)) - sheet.paper
    middle = along("middle_mm")
    return DrawnOutline.of_faces(width, middle + half, middle - half)
