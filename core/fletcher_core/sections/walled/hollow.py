"""Where the hollow between two walls begins and ends."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ...geometry import XI, DrawnOutline, Outline
from ..filled.sheets import offset_face

Array = NDArray[np.float64]
#: face -> (x, z), (S, N) mm
Faces = dict[int, tuple[Array, Array]]

#: mm by which two places may differ and be one
_AT = 1e-6
#: places at which the gap between both walls is looked at; own choice
_LOOK = np.linspace(0, 1, 201)
#: share of that by which both ends are looked at a little inside, so that a wall across an edge counts as one on both
#: sides alike
_INSIDE = 1e-7


def inner_faces(outline: Outline, depth: float) -> Faces:
    """So deep inside both faces and both edges."""
    return {
        face: offset_face(outline.x, z, face, -depth, True, True)
        for face, z in ((1, outline.upper), (-1, outline.lower))
    }


def apart(faces: Faces) -> Faces:
    """The same, but where both walls fill the depth and there is no room between them both in the middle."""
    middle = 0.5 * (faces[1][1] + faces[-1][1])
    return {face: (x, face * np.maximum(face * z, face * middle)) for face, (x, z) in faces.items()}


def _interpolated(x: Array, xp: Array, fp: Array) -> Array:
    """(S, M) of S lines (S, N) at S rows of places, each within its own line: one after the other along one axis. Of
    points of a line in one place the last counts."""
    far = 2.0 * (np.ptp(xp, axis=1).max() + 1.0) * np.arange(len(xp))[:, None] - xp[:, :1]
    within = np.clip(x, xp[:, :1], xp[:, -1:])
    return np.asarray(np.interp((within + far).ravel(), (xp + far).ravel(), fp.ravel())).reshape(x.shape)


def room_in(outline: Outline, depth: float) -> DrawnOutline:
    """The faces of the hollow on the common grid; where walls meet they are both in the middle."""
    lines = [inner_faces(outline, depth)[face] for face in (1, -1)]
    high, low = (_interpolated(outline.x, *line) for line in lines)
    middle = 0.5 * (high + low)
    # in a wall across an edge, as the side of a body, there is none
    start = np.maximum(*(x[:, :1] for x, _ in lines))
    end = np.minimum(*(x[:, -1:] for x, _ in lines))
    inside = (outline.x >= start - _AT) & (outline.x <= end + _AT)
    high, low = np.where(inside, high, middle), np.where(inside, low, middle)
    return DrawnOutline.of_faces(outline.chord, np.maximum(high, middle), np.minimum(low, middle), outline.creases)


def extent(outline: Outline, depth: float) -> dict[int, tuple[Array, Array]]:
    """face -> chord shares, (S,) each, between which there is room so deep inside it.

    0 and 1 where it goes on to a wall across the nose or the trailing edge; both the same where there is none at all.
    """
    faces = inner_faces(outline, depth)
    (x_high, _), (x_low, _) = faces[1], faces[-1]
    start, end = np.maximum(x_high[:, 0], x_low[:, 0]), np.minimum(x_high[:, -1], x_low[:, -1])
    x = start[:, None] + np.clip(_LOOK, _INSIDE, 1 - _INSIDE) * (end - start)[:, None]
    gap = _interpolated(x, *faces[1]) - _interpolated(x, *faces[-1])
    there, rows = gap > 0, np.arange(len(x))
    ends = []
    for first, beyond in ((there.argmax(axis=1), -1), (there.shape[1] - 1 - there[:, ::-1].argmax(axis=1), 1)):
        # from the last place at which it is open to where it closes
        other = np.clip(first + beyond, 0, x.shape[1] - 1)
        falls = gap[rows, first] - gap[rows, other]
        share = np.where(falls > 0, gap[rows, first] / np.where(falls > 0, falls, 1.0), 0.0)
        place = x[rows, first] + share * (x[rows, other] - x[rows, first])
        ends.append(np.where(there.any(axis=1), place, x[:, 0])[:, None])
    grid = np.broadcast_to(XI, x_high.shape)
    return {
        face: (
            np.where(there[:, 0], 0.0, _interpolated(ends[0], line, grid)[:, 0]),
            np.where(there[:, -1], 1.0, _interpolated(ends[1], line, grid)[:, 0]),
        )
        for face, (line, _) in faces.items()
    }
