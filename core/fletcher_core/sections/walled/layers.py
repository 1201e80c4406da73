"""Boards side by side on edge, with or without wood between: a strip of several layers, its edges open."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from .build import Builder, Node
from .walls import OPEN, Walls

Array = NDArray[np.float64]

#: places along the height, closer together towards the edges; own choice
_PLACES = 0.5 * (1 - np.cos(np.linspace(0, np.pi, 33)))


def layers(height: Array, thick: Sequence[float], middles: Sequence[float]) -> Walls:
    """Layers that shear through their own thickness, each the right-hand neighbour of the one before.

    Parameters
    ----------
    height : (S,) mm of all of them. thick : mm of each. middles : mm sideways of each one's middle.
    """
    b, last = Builder(), len(_PLACES) - 1
    rows: list[list[Node]] = []
    # node by node across all layers, so that neighbours in the section are neighbours in the band
    for k in range(last + 1):
        row: list[Node] = []
        for n in range(len(thick)):
            twist = [OPEN] * 3 if k in (0, last) else b.twist.new(3, float(k))
            # what is glued together slides together
            slide = [row[-1].slide[1], *b.slide.new(1, float(k))] if row else b.slide.new(2, float(k))
            row.append(Node(k * len(thick) + n, twist, slide))
        rows.append(row)

    def beside(row: list[Node], n: int) -> list[int]:
        """What both faces look at: the open or the next layer; what lies between two is the first one's."""
        right = row[n + 1].twist[0] if n + 1 < len(row) else OPEN
        return [row[n].twist[0] if n > 0 else OPEN, right]

    for k in range(last):
        for n in range(len(thick)):
            b.element((rows[k][n], rows[k + 1][n]), (beside(rows[k], n), beside(rows[k + 1], n)))
    z = np.repeat((_PLACES - 0.5) * height[:, None], len(thick), axis=1)
    sideways = [np.tile(np.asarray(middles) + way * np.asarray(thick), last + 1) for way in (-0.5, 0.5)]
    left, right = (np.stack([np.broadcast_to(y, z.shape), z], axis=-1) for y in sideways)
    ds = np.repeat(np.diff(_PLACES) * height[:, None], len(thick), axis=1)
    t = np.broadcast_to(np.tile(np.asarray(thick, dtype=float), last), ds.shape)
    return b.done().walls(left, right, t, ds, np.zeros((len(height), 0)))
