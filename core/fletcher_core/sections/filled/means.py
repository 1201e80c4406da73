"""Means along the chord over a length that goes with the depth, so that how finely the chord is cut does not matter."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..section import Patches

Array = NDArray[np.float64]

#: share of the depth to either side over which what shears the foam is averaged along the chord: next to a stick it is
#: told of the glue line, next to what stands in the foam's place of the foam beside it; own choice
NEAR = 0.06
#: where nodes lie beside the edge of what stands in the foam's place, in parts of the depth
BESIDE = (-2 * NEAR, 2 * NEAR)


def window(x: Array, h: Array, patches: Patches) -> Array:
    """(S, M - 1, M - 1) weights of the mean round the middle of each element; beside the edge of what stands in place
    of the foam, of as much on its own side of that.

    Parameters
    ----------
    x : (S, M) mm, nodes along the chord. h : (S, M - 1) mm, depth of each element.
    """
    middle, reach = 0.5 * (x[:, 1:] + x[:, :-1]), NEAR * h
    centre = middle
    for edge in (e for p in range(patches.count) for e in (patches.x_from[p], patches.x_to[p])):
        off = middle - edge[:, None]
        centre = np.where(np.abs(off) < reach, edge[:, None] + np.where(off < 0, -reach, reach), centre)
    low, high = ((centre + side * reach)[:, :, None] for side in (-1, 1))
    over = np.minimum(high, x[:, None, 1:]) - np.maximum(low, x[:, None, :-1])
    over = np.clip(over, 0.0, None)
    return np.asarray(over / np.maximum(over.sum(axis=-1, keepdims=True), 1e-12))
