"""A plate held along its edges and pushed at a few places: Navier's double series, and a plate glued flat on foam.

Sources: Timoshenko and Woinowsky-Krieger 1959 (art. 28, 34; art. 57 for elastic foundations); Westergaard 1926.
"""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]

#: terms of the series each way: more of them change a moment under a patch by less than one in a hundred
TERMS = 80
#: Poisson's ratio of ply and board, across its layers (own estimate, of 0.05 to 0.3)
NU = 0.2

#: x, y of its middle from a corner, mm; its sides, mm; N
Patch = tuple[float, float, float, float, float]


def moments(a: float, b: float, patches: Sequence[Patch], at: Sequence[tuple[float, float]], nu: float = NU) -> Array:
    """N mm/mm, the largest principal bending moment at each place of a plate a by b on simple supports."""
    m = np.arange(1, TERMS + 1)
    p = np.zeros((TERMS, TERMS))
    for x, y, u, v, force in patches:
        rows = np.sin(m * np.pi * x / a) * np.sin(m * np.pi * u / (2 * a)) / m
        columns = np.sin(m * np.pi * y / b) * np.sin(m * np.pi * v / (2 * b)) / m
        p += 16 * force / (np.pi**2 * u * v) * np.outer(rows, columns)
    k, n = (m / a)[:, None], (m / b)[None, :]
    w = p / (np.pi**4 * (k**2 + n**2) ** 2)
    found = []
    for x, y in at:
        sx, sy = np.sin(np.pi * m * x / a)[:, None], np.sin(np.pi * m * y / b)[None, :]
        cx, cy = np.cos(np.pi * m * x / a)[:, None], np.cos(np.pi * m * y / b)[None, :]
        mx = np.pi**2 * float((w * (k**2 + nu * n**2) * sx * sy).sum())
        my = np.pi**2 * float((w * (n**2 + nu * k**2) * sx * sy).sum())
        mxy = -(np.pi**2) * (1 - nu) * float((w * k * n * cx * cy).sum())
        middle, radius = 0.5 * (mx + my), math.hypot(0.5 * (mx - my), mxy)
        found.append(max(abs(middle + radius), abs(middle - radius)))
    return np.array(found)


def on_foam(D: Array, k: Array, radius: float, nu: float = NU) -> tuple[Array, Array]:
    """Of a plate glued flat on foam and pulled by 1 N over a small round: (N mm/mm of moment under it, MPa of pull on
    the glue under it). D : N mm of the plate; k : MPa/mm of the foam under it. Source: Westergaard 1926; an infinite
    plate: 1 / (8 sqrt(k D)) deep under 1 N.
    """
    long = (D / k) ** 0.25
    small = np.minimum(radius, 0.9 * long)
    moment = (1 + nu) / (4 * np.pi) * (np.log(2 * long / small) + 0.5 - 0.5772)
    return np.maximum(moment, 0.0), np.sqrt(k / D) / 8
