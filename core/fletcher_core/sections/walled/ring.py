"""A ring of walls round one hollow, by the corners of its outline; walls may be left out."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from .build import Builder, Node
from .polygon import moments, offset
from .walls import OPEN, Walls

Array = NDArray[np.float64]

#: places along a wall between corners, closer together towards them; own choice
_WALL = 0.5 * (1 - np.cos(np.linspace(0, np.pi, 17)))


def ring(
    corners: Array, t: float, outer: float, inner: float, missing: Sequence[int] = (), fine: bool = True,
    places: Sequence[float] = (),
) -> Walls:  # fmt: skip
    """Walls of one board round a hollow.

    Parameters
    ----------
    corners : (S, K, 2) mm of the outline over all, once round clockwise, x to the right and z up; wall k goes from
        corner k to the next.
    t, outer, inner : mm of foam, and of the sheets on its outer and inner face.
    missing : walls that are cut out between the inner faces of their neighbours, which run to the edge.
    fine : several elements along each wall; else the corners are all (a round shell).
    places : shares of a wall's length at which something ends, on any of them.
    """
    count = corners.shape[1]
    along = np.unique(np.concatenate([_WALL, np.clip(places, 0.0, 1.0)])) if fine else np.array([0.0, 1.0])
    face = offset(corners, outer)
    middle, inside = offset(face, 0.5 * t), offset(face, t)
    closed = not missing
    room = moments(offset(inside, inner)).area[:, None]
    gone = set(missing)
    starts = [k for k in range(count) if k not in gone and (k - 1) % count in gone] if missing else [0]
    b, lengths = Builder(), []
    sides: list[list[Array]] = [[], []]
    cell = b.hollow() if closed else OPEN
    for start in starts:
        run = [start]
        while len(run) < count and (run[-1] + 1) % count not in gone:
            run.append((run[-1] + 1) % count)
        lines: list[Array] = []
        for line, reach in ((middle, t / 2 + outer), (face, 0.0), (inside, t + outer)):
            points: list[Array] = []
            for n, k in enumerate(run):
                a, c = line[:, k], line[:, (k + 1) % count]
                way = (c - a) / np.linalg.norm(c - a, axis=-1, keepdims=True)
                # a wall beside one that is left out runs to the edge of the outline
                a = a - way * reach if not closed and n == 0 else a
                c = c + way * reach if not closed and n == len(run) - 1 else c
                part = a[:, None] + along[:, None] * (c - a)[:, None]
                points.append(part if n == 0 else part[:, 1:])
            lines.append(np.concatenate(points, axis=1))
        last, first = lines[0].shape[1] - 1, sum(part.shape[1] for part in sides[0])
        nodes: list[Node] = []
        for k in range(last + (not closed)):
            edge = k in (0, last)
            nodes.append(b.node(first + k, float(first + k), border=closed and edge, cut=not closed and edge))
        nodes += nodes[:1] if closed else []
        for k in range(last):
            b.element((nodes[k], nodes[k + 1]), ([OPEN, cell], [OPEN, cell]))
        for side in (0, 1):
            sides[side].append(lines[1 + side])
        lengths.append(np.linalg.norm(np.diff(lines[0], axis=1), axis=-1))
    ds, left, right = (np.concatenate(part, axis=1) for part in (lengths, *sides))
    return b.done().walls(left, right, np.full_like(ds, t), ds, room if closed else room[:, :0])
