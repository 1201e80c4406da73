"""Where the hollow between two walls begins and ends."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ...geometry import XI, DrawnOutline, Outline
from ..filled.sheets import offset_face

Array = NDArray[np.float64]

#: places at which the gap between both walls is looked at; own choice
_LOOK = np.linspace(0, 1, 401)


def inner_faces(outline: Outline, depth: float) -> dict[int, tuple[Array, Array]]:
    """face -> (x, z), (S, N) mm, so deep inside both faces and both edges."""
    return {
        face: offset_face(outline.x, z, face, -depth, True, True)
        for face, z in ((1, outline.upper), (-1, outline.lower))
    }


def room_in(outline: Outline, depth: float) -> DrawnOutline:
    """The faces of the hollow on the common grid; where walls meet they are both in the middle."""
    faces, x = inner_faces(outline, depth), outline.x
    high, low = np.empty(x.shape), np.empty(x.shape)
    for s in range(len(x)):
        high[s] = np.interp(x[s], *(a[s] for a in faces[1]))
        low[s] = np.interp(x[s], *(a[s] for a in faces[-1]))
    middle = 0.5 * (high + low)
    return DrawnOutline.of_faces(outline.chord, np.maximum(high, middle), np.minimum(low, middle), outline.creases)


def _crossing(x: Array, gap: Array, last: int, step: int) -> float:
    """Where the gap closes beyond the last place at which it is open."""
    beyond = last + step
    if not 0 <= beyond < len(x):
        return float(x[last])
    share = gap[last] / (gap[last] - gap[beyond]) if gap[last] > gap[beyond] else 0.0
    return float(x[last] + share * (x[beyond] - x[last]))


def extent(outline: Outline, depth: float) -> dict[int, tuple[Array, Array]]:
    """face -> chord shares, (S,) each, between which there is room so deep inside it; both the same where there is none
    at all."""
    faces = inner_faces(outline, depth)
    found = {face: (np.empty(len(outline.chord)), np.empty(len(outline.chord))) for face in faces}
    for s in range(len(outline.chord)):
        low, high = (faces[face][0][s] for face in (-1, 1))
        x = max(low[0], high[0]) + _LOOK * (min(low[-1], high[-1]) - max(low[0], high[0]))
        gap = np.interp(x, high, faces[1][1][s]) - np.interp(x, low, faces[-1][1][s])
        there = np.flatnonzero(gap > 0)
        ends = (_crossing(x, gap, there[0], -1), _crossing(x, gap, there[-1], 1)) if len(there) else (x[0], x[0])
        for face in faces:
            for k in (0, 1):
                # of points drawn together in a corner the one farthest in
                line = faces[face][0][s]
                at = np.searchsorted(line, ends[k], side="right" if k == 0 else "left")
                share = np.interp(ends[k], line, XI) if 0 < at < len(line) else XI[min(max(at, 0), len(XI) - 1)]
                found[face][k][s] = share
    return found
