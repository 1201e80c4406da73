"""Shear of walls by a force across, and how they warp when twisted: how far each of their faces slides along.

Along every sheet and every layer of foam the flow is shear stiffness times the slope of that slide, and what one face
hands to the other shears the foam between them; at every node what arrives leaves, but for what stretching hands over
there. Closed cells need no cut and no closing flow: the slide comes back to where it began by itself. (Bruhn 1973, ch.
A14 and A15, solves thin walls by flows; this is the dual, by displacement, with the foam between two faces.)
"""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray
from scipy.sparse import csr_array

from .bordered import Bordered, Entries
from .walls import OPEN, WallMaterials, Walls

Array = NDArray[np.float64]
Indices = NDArray[np.intp]

#: coefficients of an element: foam along, foam across, both sheets, and what the right face may lie on
_SLOTS = 5
#: mm of sheet at least: what is shorter is a point, and stiffer only spoils the sums
_SHORTEST = 1e-2
#: how many times as stiff as the foam what lies on each other is joined
_JOINED = 1e3


def _numbers(walls: Walls) -> tuple[Indices, int]:
    """(E, 2, 3) unknowns of both faces and of the opposite one, with one of them held; and which that was."""
    at = np.concatenate([walls.slide.at, walls.slide.opposite[..., None]], axis=2)
    held = int(walls.slide.at[0, 0, 0])
    return np.where(at == held, OPEN, np.where(at > held, at - 1, at)), held


@lru_cache(maxsize=64)
def _pattern(key: bytes, elements: int, band: int, border: int) -> Bordered:
    at = np.frombuffer(key, dtype=np.intp).reshape(elements, 2, 3)
    i, j, weight, slot = [], [], [], []

    def put(a: Indices, b: Indices, w: float, coefficient: int) -> None:
        """A spring of stiffness w x coefficient between two unknowns."""
        for x, y, sign in ((a, a, 1), (b, b, 1), (a, b, -1), (b, a, -1)):
            i.append(x)
            j.append(y)
            weight.append(np.full(elements, sign * w))
            slot.append(_SLOTS * np.arange(elements) + coefficient)

    left, right, other = at[..., 0], at[..., 1], at[..., 2]
    # foam whose slide goes on straight from face to face: thirds and sixths of the rises along both
    for one, two, w in ((left, left, 1 / 3), (right, right, 1 / 3), (left, right, 1 / 6), (right, left, 1 / 6)):
        for a, b, sign in ((0, 0, 1), (1, 1, 1), (0, 1, -1), (1, 0, -1)):
            i.append(one[:, a])
            j.append(two[:, b])
            weight.append(np.full(elements, sign * w))
            slot.append(_SLOTS * np.arange(elements))
    for end in (0, 1):
        put(left[:, end], right[:, end], 0.5, 1)
        put(right[:, end], other[:, end], 0.5, 4)
    put(left[:, 0], left[:, 1], 1.0, 2)
    put(right[:, 0], right[:, 1], 1.0, 3)
    return Bordered(Entries(*(np.concatenate(part) for part in (i, j, weight, slot))), band, border, _SLOTS * elements)


def _stiff(walls: Walls, m: WallMaterials) -> Array:
    """(V, S, E, slots)."""
    found = np.empty((*m.G.shape, _SLOTS))
    found[..., 0] = m.G * walls.t / walls.ds
    found[..., 1] = m.G * walls.ds / walls.t
    found[..., 2:4] = m.Gt / np.maximum(walls.arc, _SHORTEST)
    found[..., 4] = _JOINED * m.solid * found[..., 1]
    return found


def slide(walls: Walls, m: WallMaterials, load: Array) -> Array:
    """(V, S, E, 2, 2) mm: how far both faces slide at both ends of each element.

    Parameters
    ----------
    load : (V, S, E, 2, 2) what is handed over there, in balance.
    """
    v, s, e = m.G.shape
    at, held = _numbers(walls)
    count, border = walls.slide.count, walls.slide.border
    in_border = held >= count - border
    band = count - border - (not in_border)
    key = np.ascontiguousarray(at)
    pattern = _pattern(key.tobytes(), e, band, border - in_border)
    places = np.where(at[..., :2] < 0, count - 1, at[..., :2]).ravel()
    to = csr_array((np.ones(len(places)), (places, np.arange(len(places)))), shape=(count, len(places)))
    given = np.asarray((to @ load.reshape(v * s, -1).T).T)[:, :-1]
    found = pattern.solve(_stiff(walls, m).reshape(v * s, -1), np.ascontiguousarray(given))
    full = np.concatenate([found, np.zeros((v * s, 1))], axis=1).reshape(v, s, -1)
    return np.asarray(full[..., at[..., :2]])


def at_ends(left: Array, right: Array) -> Array:
    """(V, S, E, 2, 2) of what each element hands over at its left and right face, (V, S, E), half to either end."""
    both = 0.5 * np.stack([left, right], axis=-1)
    return np.stack([both, both], axis=-2)


def turned(walls: Walls, m: WallMaterials, pole: Array) -> Array:
    """(V, S, E, 2, 2) load of a twist of 1 per length about a pole (S,) mm on the chord line: what would shear it if
    nothing slid."""
    x, z = walls.faces[..., 0] - pole[:, None, None, None], walls.faces[..., 1]

    def rise(start: tuple[Array, Array], end: tuple[Array, Array]) -> Array:
        """Of w from place to place if it were square to the radius: the integral of z dx - x dz."""
        (x0, z0), (x1, z1) = start, end
        return np.asarray(0.5 * ((z0 + z1) * (x1 - x0) - (x0 + x1) * (z1 - z0)))

    stiff = _stiff(walls, m)
    along = [rise((x[:, :, 0, k], z[:, :, 0, k]), (x[:, :, 1, k], z[:, :, 1, k])) for k in (0, 1)]
    load = np.zeros((*m.G.shape, 2, 2))
    for k in (0, 1):
        foam = stiff[..., 0] * (along[k] / 3 + along[1 - k] / 6)
        flow = foam + stiff[..., 2 + k] * along[k]
        load[..., 1, k] += flow
        load[..., 0, k] -= flow
    for end in (0, 1):
        across = rise((x[:, :, end, 1], z[:, :, end, 1]), (x[:, :, end, 0], z[:, :, end, 0]))
        flow = 0.5 * stiff[..., 1] * across
        load[..., end, 0] += flow
        load[..., end, 1] -= flow
    return load


def strains(walls: Walls, w: Array) -> tuple[Array, Array]:
    """(along (V, S, E, 2) at both faces, across (V, S, E)) shear strain of a slide."""
    along = (w[..., 1, :] - w[..., 0, :]) / np.maximum(walls.ds, 1e-3)[..., None]
    across = (w[..., 0] - w[..., 1]).mean(axis=-1) / walls.t
    return np.asarray(along), np.asarray(across)
