"""Glue along the edges of a plate, as a group of lines: what a force and a moment put on its worst end.

Source: Blodgett 1966 (welds as lines): each line by its length, its width counted afterwards.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Segment = tuple[float, float, float, float]


class LineGroup:
    """Straight lines (x1, y1, x2, y2), mm, in the plane of a plate; z stands out of it.

    Attributes
    ----------
    length : mm of all. centre : (x, y). Ix, Iy : mm3, of length times distance squared, about the centre; J both.
    """

    def __init__(self, segments: Sequence[Segment]) -> None:
        lines = np.array(segments, dtype=float)
        a, b = lines[:, :2], lines[:, 2:]
        long = np.linalg.norm(b - a, axis=1)
        self.length = float(long.sum())
        self.centre = (long[:, None] * 0.5 * (a + b)).sum(axis=0) / self.length
        self.ends: Array = np.concatenate([a, b]) - self.centre
        p, q = a - self.centre, b - self.centre
        # of a line from p to q: L (p² + p q + q²) / 3
        second = long[:, None] * (p**2 + p * q + q**2) / 3
        self.Iy, self.Ix = (float(v) for v in second.sum(axis=0))
        self.J = self.Ix + self.Iy

    def flow(
        self, fx: float = 0.0, fy: float = 0.0, fz: float = 0.0, mx: float = 0.0, my: float = 0.0, mz: float = 0.0
    ) -> float:
        """N/mm at the worst end, under forces and moments at the centre: mx turns about x, mz in the plane."""
        x, y = self.ends.T
        along = fx / self.length - mz * y / self.J, fy / self.length + mz * x / self.J
        out = fz / self.length + mx * y / max(self.Ix, 1e-9) - my * x / max(self.Iy, 1e-9)
        return float(np.sqrt(along[0] ** 2 + along[1] ** 2 + out**2).max())


def edges(wide: float, high: float, which: str) -> list[Segment]:
    """Of a plate about (0, 0): "all", "three" (none on top) or "sides"."""
    a, b = 0.5 * wide, 0.5 * high
    found = [(-a, -b, -a, b), (a, -b, a, b)]
    if which != "sides":
        found.append((-a, -b, a, -b))
    if which == "all":
        found.append((-a, b, a, b))
    return found
