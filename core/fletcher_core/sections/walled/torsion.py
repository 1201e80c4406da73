"""GJ of a section of walls, reduced along them.

Prandtl's stress function per unit twist: in each element of length ds and thickness t it is
phi_l s + phi_r (1 - s) + b 4 s (1 - s), s across the wall. In a hollow it is the same everywhere, outside it is zero;
a sheet on a face lets it step by what flows in the sheet, a bare face does not. The energy is minimised over all walls
of all sections at once; GJ is the load times the solution. One cell of thin wall gives Bredt's formula, an open strip
Saint-Venant's, and what lies between needs no choice between them.

Sources: Timoshenko and Goodier 1951 (stress function, hollow sections); Kantorovich and Krylov 1958; Bredt 1896.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray
from scipy.sparse import csr_array

from .bordered import Bordered, Entries
from .walls import SHORT, WallMaterials, Walls

Array = NDArray[np.float64]
Indices = NDArray[np.intp]

#: element matrices along and across a wall (left, right, what rises between), and the load
_ALONG = np.array([[1 / 3, 1 / 6, 1 / 3], [1 / 6, 1 / 3, 1 / 3], [1 / 3, 1 / 3, 8 / 15]])
_ACROSS = np.array([[1.0, -1.0, 0.0], [-1.0, 1.0, 0.0], [0.0, 0.0, 16 / 3]])
_LOAD = np.array([0.5, 0.5, 2 / 3])
#: of a sheet that is not there, N/mm: it holds what is on both its sides together; small beside any foam's
_NONE = 1e-4
#: coefficients of an element: along, across, both sheets, and what it may lie on
_SLOTS = 5


@dataclass(frozen=True)
class WallStress:
    """(V, S) GJ N mm2, without what sticks add by themselves; and the stress function, N/mm per 1/mm of twist:
    (V, S, E, 2, 3) at both ends of each element, (V, S, E, 2, 2) of what its faces look at."""

    GJ: Array
    phi: Array
    beside: Array


@lru_cache(maxsize=64)
def _pattern(key: bytes, shape: tuple[int, int], unknowns: int, border: int) -> Bordered:
    """Of elements' unknowns: six for each end (left, right, rise, what the faces look at, what the right one may lie
    on)."""
    at = np.frombuffer(key, dtype=np.intp).reshape(shape[0], 2, 6)
    i, j, weight, slot = [], [], [], []

    def put(a: Indices, b: Indices, w: float, coefficient: int) -> None:
        i.append(a)
        j.append(b)
        weight.append(np.full(len(a), w))
        slot.append(_SLOTS * np.arange(len(a)) + coefficient)

    for end in (0, 1):
        for a in range(3):
            for b in range(3):
                put(at[:, end, a], at[:, end, b], _ALONG[a, b], 0)
                put(at[:, end, a], at[:, 1 - end, b], -_ALONG[a, b], 0)
                put(at[:, end, a], at[:, end, b], 0.5 * _ACROSS[a, b], 1)
        for face, beside in ((0, 3), (1, 4), (1, 5)):
            # the square of a step that goes on straight from end to end
            for other, w in ((end, 1 / 3), (1 - end, 1 / 6)):
                for a, b, sign in ((face, face, 1), (beside, beside, 1), (face, beside, -1), (beside, face, -1)):
                    put(at[:, end, a], at[:, other, b], sign * w, beside - 1)
    entries = Entries(*(np.concatenate(part) for part in (i, j, weight, slot)))
    return Bordered(entries, unknowns - border, border, _SLOTS * shape[0])


def _load(walls: Walls, m: WallMaterials, at: Indices) -> Array:
    """(V, S, unknowns + 1) of one half the energy's last term; the last is of what is held at zero, and nothing."""
    v, s, e = m.G.shape
    here = walls.t * walls.ds
    sheet = 0.5 * m.t_sheet * walls.arc
    # columns in the order of each element's unknowns, left, right, rise, and what the faces look at
    shares = np.zeros((v, s, e, 2, 6))
    for k in range(3):
        shares[..., k] = (_LOAD[k] * here)[..., None]
    for side in (0, 1):
        for k in (side, 3 + side):
            shares[..., k] += sheet[..., side, None]
    # across what lies in a hollow the function falls from the wall's to the hollow's
    within = (0.5 * m.t_within * walls.arc[..., 1])[..., None]
    shares[..., 1] += within
    shares[..., 4] -= within
    places = np.where(at < 0, walls.twist.count, at).ravel()
    to = csr_array((np.ones(len(places)), (places, np.arange(len(places)))), shape=(walls.twist.count + 1, len(places)))
    load = np.asarray((to @ shares.reshape(v * s, -1).T).T).reshape(v, s, -1)
    if len(walls.hollows):
        load[..., walls.hollows] += 2 * walls.area
    load[..., -1] = 0.0
    return load


def stress_function(walls: Walls, m: WallMaterials) -> WallStress:
    """Solved for all variants and stations at once."""
    v, s, e = m.G.shape
    numbers = walls.twist
    at = np.ascontiguousarray(np.concatenate([numbers.at, walls.sides, numbers.opposite[..., None]], axis=2))
    pattern = _pattern(at.tobytes(), (e, 2), numbers.count, numbers.border)
    ds, t = walls.ds, walls.t
    foam = m.G * np.ones((v, s, e))
    coefficients = np.empty((v, s, e, _SLOTS))
    coefficients[..., 0] = t / (foam * ds)
    coefficients[..., 1] = ds / (foam * t)
    arc = np.maximum(walls.arc, SHORT)
    coefficients[..., 2:4] = arc / np.maximum(m.Gt, _NONE)
    # where no hollow lies between two walls they are one
    coefficients[..., 3] = np.where(m.solid, 0.0, coefficients[..., 3])
    coefficients[..., 4] = np.where(m.solid, arc[..., 1] / _NONE, 0.0)
    load = _load(walls, m, at)
    found = pattern.solve(coefficients.reshape(v * s, -1), load[..., :-1].reshape(v * s, -1))
    phi = np.concatenate([found, np.zeros((v * s, 1))], axis=1).reshape(v, s, -1)
    GJ = (phi * load).sum(axis=-1)
    values = phi[..., at]
    return WallStress(np.asarray(GJ), np.asarray(values[..., :3]), np.asarray(values[..., 3:5]))
