"""Sections of a body along its length, between stations in straight lines."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..model.body import Body, boom_of
from ..model.part import Part
from .folded import Sheet
from .outline import DrawnOutline
from .planform import Planform
from .profile import XI

Array = NDArray[np.float64]

#: exponent of a superellipse that is as good as a box, and of an ellipse
_BOX, _ELLIPSE = 40.0, 2.0
#: roundness from which on corners are as round as those exponents say; below it they sharpen to those of the box itself
_SHARPENS = 0.3
#: walls over all where a round body closes at its sides (own choice: they meet on edge), and mm of a filled one
_SIDES, _EDGE = 2.0, 0.2


def body_outline(body: Body, sheet: Sheet, x: Array, width: Array) -> DrawnOutline:
    """The faces of the walls' own material, (S, N) mm, left to right, at places (S,) behind the nose.

    Parameters
    ----------
    width : (S,) mm over all.
    """
    at = np.array([s.x_mm for s in body.outline])

    def along(name: str) -> Array:
        found: Array = np.interp(x, at, [getattr(s, name) for s in body.outline])[:, None]
        return found

    round_by = along("roundness")
    # from a box to an ellipse by the inverse of the exponent: even steps look even, and none leaves the box with a jump
    boxy = (1 - round_by) / _BOX * np.minimum(round_by / _SHARPENS, 1.0)
    power = 1 / np.maximum(boxy + round_by / _ELLIPSE, 1e-9)
    height, share = 0.5 * along("height_mm"), np.abs(2 * XI - 1)[None]
    half = np.where(round_by > 0, height * (1 - share**power) ** (1 / power), height)
    half = np.maximum(half, 0.5 * max(_SIDES * sheet.board, _EDGE)) - sheet.paper
    middle = along("middle_mm")
    if body.boom is not None:
        # behind the pod its end goes on in name only, so that there is something to lay out
        width = np.where(x > at[-1], body.stations[-1].width_mm, width)
    return DrawnOutline.of_faces(width, middle + half, middle - half)


def pod_polygon(part: Part, plan: Planform) -> tuple[Array, Array]:
    """(along, across) mm, once round, of a part as it is laid flat, as far as it goes without its booms."""
    boom = boom_of(part)
    y = plan.breaks if boom is None else plan.breaks[:-2]
    chord, x_le = plan.at(y)
    return np.concatenate([y, y[::-1]]), np.concatenate([x_le, (x_le + chord)[::-1]])


def boom_polygons(part: Part, plan: Planform) -> list[tuple[Array, Array]]:
    """The same of each boom, as far as it is seen."""
    boom = boom_of(part)
    if not isinstance(part, Body) or boom is None:
        return []
    middle = float(plan.x_le[-1] + 0.5 * plan.chord[-1])
    away = [0.0] if boom.count == 1 or part.on_edge else [-0.5 * boom.apart_mm, 0.5 * boom.apart_mm]
    start = part.boom_seen_mm
    y = np.array([start, boom.ends_mm, boom.ends_mm, start])
    across = 0.5 * boom.outer_mm * np.array([-1.0, -1.0, 1.0, 1.0])
    return [(y, middle + at + across) for at in away]
