"""A wing of walls: one sheet round the nose, glued at the trailing edge, with webs between both faces."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from ...geometry import Outline
from ...geometry.profile import XI
from .build import Builder, Node, Plan
from .hollow import apart, inner_faces
from .polygon import moments
from .walls import OPEN, Walls

Array = NDArray[np.float64]
Indices = NDArray[np.intp]
#: lines along a face: the foam's outer side, the middle of the wall, its inner side, that of the paper on it
_OUT, _MID, _IN, _CLEAR = 0, 1, 2, 3
#: more than there are nodes along a bay
_KEYS = 10_000
#: no wall is thinner than this share of its thickness
_THIN = 0.1
#: shares of the chord nearer to each other than this are one place
_SAME = 1e-8

#: places along a face as long as the chord, on fine and on coarse grids, and at least between two webs; along the nose
#: and the trailing edge, and along a web; own choice
_FACE, _COARSE, _LEAST = 19, 10, 4
_EDGE, _WEB = np.linspace(0, 1, 4), np.linspace(0, 1, 5)


@dataclass(frozen=True)
class WebPlaces:
    """(W, S) mm of webs: chordwise middle, what they take from the hollows, and what of that bears."""

    x: Array
    wide: Array
    t: Array

    @property
    def count(self) -> int:
        return int(self.x.shape[0])

    def sorted(self) -> tuple[Indices, WebPlaces]:
        """From the nose aft at every station; and which web stands where, (W, S)."""
        order = np.argsort(self.x, axis=0)
        return order, WebPlaces(*(np.take_along_axis(a, order, axis=0) for a in (self.x, self.wide, self.t)))


@dataclass(frozen=True)
class Loop:
    """Walls of a wing, and which element is what.

    Attributes
    ----------
    face : (E,) +1 upper, -1 lower, 0 nose, trailing edge or web. edge : (E,) 1 nose, 2 trailing edge, 0 else.
    share : (S, E) of the chord, at the middle of each.
    order : (W, S) which web stands where, from the nose. web_of : (E,) place in that order, -1 for none.
    """

    walls: Walls
    face: Indices
    edge: Indices
    share: Array
    order: Indices
    web_of: Indices


def _points(line: tuple[Array, Array], share: Array) -> Array:
    """(S, M, 2) of polylines on the common grid, x and z (S, N), at shares of the chord (S, M)."""
    index = np.clip(np.searchsorted(XI, share, side="right") - 1, 0, len(XI) - 2)
    part = np.clip((share - XI[index]) / (XI[index + 1] - XI[index]), 0.0, 1.0)
    rows = np.arange(share.shape[0])[:, None]
    return np.stack([a[rows, index] + part * (a[rows, index + 1] - a[rows, index]) for a in line], axis=-1)


def _long(points: Array) -> Array:
    """(S, M - 1) from point to point."""
    return np.asarray(np.linalg.norm(np.diff(points, axis=1), axis=-1))


class _Lines:
    """Both faces of the walls at the shares of each bay between two webs."""

    def __init__(self, outline: Outline, t: float, papers: float, bays: list[Array]) -> None:
        self.bays = bays
        lines = [inner_faces(outline, depth) for depth in (0.0, 0.5 * t, t, t + papers)]
        self._at = {
            (face, k, which): _points(line, share)
            for which, faces in enumerate([*lines[:_IN], *map(apart, lines[_IN:])])
            for face, line in faces.items()
            for k, share in enumerate(bays)
        }

    def of(self, face: int, bay: int) -> tuple[Array, Array, Array]:
        """Outer side, middle and inner side, each (S, M, 2), in the order of the walk: aft along the upper face."""
        a, b, c = (self._at[face, bay, which][:, ::face] for which in (_OUT, _MID, _IN))
        return a, b, c

    def across(self, bay: int, aft: bool) -> tuple[Array, Array, Array]:
        """The same down the trailing edge, or up the nose."""
        end, first = (-1, 1) if aft else (0, -1)
        found = []
        for which in (_OUT, _MID, _IN):
            a, b = (self._at[face, bay, which][:, end, None] for face in (first, -first))
            found.append(a + _EDGE[:, None] * (b - a))
        return found[0], found[1], found[2]

    def height(self, bay: int, end: int) -> Array:
        """(S,) mm between both inner sides at an end of a bay."""
        up, low = (self._at[face, bay, _IN][:, end] for face in (1, -1))
        return np.asarray(np.linalg.norm(up - low, axis=-1))

    def room(self, bay: int) -> Array:
        """(S,) mm2 between the inner papers of a bay."""
        around = [self._at[-1, bay, _CLEAR][:, ::-1], self._at[1, bay, _CLEAR]]
        return np.abs(moments(np.concatenate(around, axis=1)).area)


@dataclass(frozen=True)
class _Way:
    """How a loop hangs together: elements go forward along the lower face, up the nose, aft along the upper face, down
    the trailing edge; then along every web. Points lie face by face and bay by bay from the nose aft, then along nose
    and trailing edge, then along webs."""

    plan: Plan
    face: Indices
    edge: Indices
    web_of: Indices


@lru_cache(maxsize=64)
def _way(counts: tuple[int, ...]) -> _Way:
    """Of bays with so many nodes along each face."""
    b, webs = Builder(), len(counts) - 1
    cells = [b.hollow() for _ in counts]
    starts = np.concatenate([[0], np.cumsum(counts)])
    nodes: dict[tuple[int, int], list[Node]] = {(f, k): [] for f in (-1, 1) for k in range(webs + 1)}
    for k, count in enumerate(counts):
        for j in range(count):
            # both faces' at one share lie side by side in the band
            for face in (-1, 1):
                point, key = int(starts[k]) + j + (face > 0) * int(starts[-1]), float(_KEYS * k + j)
                if j == 0 and k > 0:
                    # a web meets the wall: the outer value runs through and the rest is free; the wall slides as one
                    before = nodes[face, k - 1][-1]
                    here = Node(point, [before.twist[0], *b.twist.new(2, key)], before.slide)
                else:
                    slide = b.slide.new(2, key, border=j == count - 1 and k < webs)
                    here = Node(point, b.twist.new(3, key), slide)
                nodes[face, k].append(here)
    faces: list[int] = []
    edges: list[int] = []
    web_of: list[int] = []

    def run(
        along: list[Node], sides: list[int], *, face: int = 0, edge: int = 0, web: int = -1,
        opposite: list[Node] | None = None,
    ) -> None:  # fmt: skip
        for k in range(len(along) - 1):
            other = (None, None) if opposite is None else (opposite[k], opposite[k + 1])
            b.element((along[k], along[k + 1]), (sides, sides), other)
            faces.append(face)
            edges.append(edge)
            web_of.append(web)

    point = 2 * int(starts[-1])
    for face in (-1, 1):
        for k in range(webs, -1, -1) if face < 0 else range(webs + 1):
            run(nodes[face, k][::face], [OPEN, cells[k]], face=face, opposite=nodes[-face, k][::face])
        aft = face > 0
        bay, end = (webs, -1) if aft else (0, 0)
        # beside the ends of both faces in the band
        key = float(_KEYS * webs + counts[webs]) if aft else -1.0
        between = [b.node(point + k, key) for k in range(len(_EDGE) - 2)]
        point += len(between)
        around = [nodes[face, bay][end], *between, nodes[-face, bay][end]]
        run(around, [OPEN, cells[bay]], edge=2 if aft else 1)
    for web in range(webs):
        low, high, key = nodes[-1, web][-1], nodes[1, web][-1], float(_KEYS * (len(counts) + web))
        found: list[Node] = []
        for k in range(len(_WEB)):
            meets = low if k == 0 else high if k == len(_WEB) - 1 else None
            inner = b.slide.new(1, key + k)[0] if meets is None else meets.slide[1]
            found.append(Node(point + k, b.twist.new(3, key + k), [inner, inner]))
        point += len(_WEB)
        run(found, [cells[web], cells[web + 1]], web=web)
    return _Way(b.done(), *(np.array(a, dtype=np.intp) for a in (faces, edges, web_of)))


def loop(
    outline: Outline, t: float, webs: WebPlaces, ends: Sequence[Array], papers: float = 0.0, coarse: bool = False
) -> Loop:
    """Walls of all stations.

    Parameters
    ----------
    outline : the foam's outer faces. t : mm of the walls' foam; `papers` that of what lies on its inner face.
    ends : (S,) shares of the chord at which a sheet ends, or a crease lies.
    coarse : half as many places along the faces.
    """
    chord = outline.chord
    order, webs = webs.sorted()
    edges = [np.zeros_like(chord), *np.clip(webs.x / chord, 0.0, 1.0), np.ones_like(chord)]
    bays = []
    for low, high in itertools.pairwise(edges):
        # as many as it is wide, within reason
        count = int(np.clip(np.ceil((_COARSE if coarse else _FACE) * float((high - low).max()) ** 0.5), _LEAST, _FACE))
        base = 0.5 * (1 - np.cos(np.linspace(0, np.pi, count)))
        extra = [np.clip(end, low, high)[:, None] for end in ends]
        # an end of a sheet that lies in this bay nowhere is no place in it
        extra = [e for e in extra if np.any((e[:, 0] > low + _SAME) & (e[:, 0] < high - _SAME))]
        bays.append(np.sort(np.concatenate([low[:, None] + base * (high - low)[:, None], *extra], axis=1), axis=1))
    way, lines = _way(tuple(share.shape[1] for share in bays)), _Lines(outline, t, papers, bays)
    aft = {face: [lines.of(face, k) for k in range(len(bays))] for face in (-1, 1)}

    def points(which: int) -> list[Array]:
        """(S, points, 2) of one line, in the order of the way's."""
        found = [aft[face][k][which][:, ::face] for face in (-1, 1) for k in range(len(bays))]
        found += [lines.across(k, end)[which][:, 1:-1] for k, end in ((0, False), (len(bays) - 1, True))]
        for k in range(webs.count):
            low, high = aft[-1][k][_IN][:, 0], aft[1][k][_IN][:, -1]
            found.append(low[:, None] + _WEB[:, None] * (high - low)[:, None])
        return found

    left, middle, right = (np.concatenate(points(which), axis=1) for which in (_OUT, _MID, _IN))
    a, b = way.plan.points.T
    ds = np.linalg.norm(middle[:, b] - middle[:, a], axis=-1)
    # towards an edge that is thinner than two walls each has half of what is there
    gap = 0.5 * (np.linalg.norm(left - right, axis=-1)[:, a] + np.linalg.norm(left - right, axis=-1)[:, b])
    thick = np.where(way.face != 0, np.clip(gap, _THIN * t, t), t)
    for web in range(webs.count):
        thick[:, way.web_of == web] = webs.t[web][:, None]
    room = []
    for k in range(len(bays)):
        area = lines.room(k)
        for web, end in ((k - 1, 0), (k, -1)):
            if 0 <= web < webs.count:
                area = area - 0.5 * webs.wide[web] * lines.height(k, end)
        room.append(np.maximum(area, 0.0))
    walls = way.plan.walls(left, right, thick, ds, np.stack(room, axis=1))
    # of both faces at the same shares, of edges and webs where they stand
    every = np.concatenate(bays, axis=1)
    at = np.concatenate(
        [every, every, np.repeat([[0.0] * (len(_EDGE) - 2) + [1.0] * (len(_EDGE) - 2)], len(chord), axis=0)]
        + [np.repeat(share[:, -1:], len(_WEB), axis=1) for share in bays[:-1]], axis=1,
    )  # fmt: skip
    return Loop(walls, way.face, way.edge, 0.5 * (at[:, a] + at[:, b]), order, way.web_of)


def covered(
    found: Loop, face: int, share_from: Array, share_to: Array, nose: bool, tail: bool, present: Array
) -> Array:
    """(S, E) 1 where a sheet of a face lies over an element, times its share of layers there."""
    middle = found.share
    over = (found.face == face) & (middle >= share_from[:, None] - 1e-8) & (middle <= share_to[:, None] + 1e-8)
    # a sheet that goes on over an edge is named on both faces: each has half of it
    over = over + 0.5 * ((found.edge == 1) * nose + (found.edge == 2) * tail)
    return np.asarray(over * present[:, None], dtype=float)
