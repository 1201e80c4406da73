"""Polygons moved inward, and their area moments, at many stations at once."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..filled import CoreMoments

Array = NDArray[np.float64]

#: a mitre is at most so many times as long as what is moved
_MITRE = 2.5


def offset(points: Array, inward: float) -> Array:
    """(S, K, 2) polygons, once round clockwise, each side moved inward by so many mm, mitred."""
    along = np.roll(points, -1, axis=1) - points
    long = np.maximum(np.linalg.norm(along, axis=-1, keepdims=True), 1e-12)
    normal = np.stack([along[..., 1], -along[..., 0]], axis=-1) / long
    before = np.roll(normal, 1, axis=1)
    scale = inward / np.maximum(1 + (before * normal).sum(axis=-1, keepdims=True), 1 / _MITRE)
    return np.asarray(points + scale * (before + normal))


def once_round(x_low: Array, low: Array, x_high: Array, high: Array) -> Array:
    """(S, 2 N, 2) clockwise: along a lower line to its nose, back along the upper one."""
    x, z = (np.concatenate([a[:, ::-1], b], axis=1) for a, b in ((x_low, x_high), (low, high)))
    return np.stack([x, z], axis=-1)


def between(x: Array, low: Array, high: Array) -> CoreMoments:
    """(S,) integrals over what lies between two lines (S, N) at the same places x."""
    return moments(once_round(x, low, x, high))


def moments(points: Array) -> CoreMoments:
    """(S,) integrals over polygons (S, K, 2), once round clockwise (Bruhn 1973, ch. A3)."""
    x, z = points[..., 0], points[..., 1]
    x2, z2 = np.roll(x, -1, axis=1), np.roll(z, -1, axis=1)
    cross = x2 * z - x * z2

    def total(f: Array, over: int) -> Array:
        return np.asarray((cross * f).sum(axis=1) / over)

    return CoreMoments(
        area=total(np.ones_like(x), 2), x=total(x + x2, 6), z=total(z + z2, 6), zz=total(z * z + z * z2 + z2 * z2, 12),
        xx=total(x * x + x * x2 + x2 * x2, 12), xz=total(2 * x * z + x * z2 + x2 * z + 2 * x2 * z2, 24),
    )  # fmt: skip
