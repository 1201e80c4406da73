"""Walls put together, one after the other: rings, open strips, webs from wall to wall."""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from .walls import OPEN, SHORT, Unknowns, Walls

Array = NDArray[np.float64]
Indices = NDArray[np.intp]


class Numbers:
    """Unknowns of one field: each with a key, by which they lie in the band; some of them in the border."""

    def __init__(self) -> None:
        self._keys: list[float] = []
        self._border: list[int] = []

    def new(self, count: int = 1, key: float = 0.0, border: bool = False) -> list[int]:
        """Unknowns of their own; those of one key lie side by side, in the order of keys."""
        found = list(range(len(self._keys), len(self._keys) + count))
        self._keys += [key] * count
        if border:
            self._border += found
        return found

    def order(self) -> Indices:
        """(count + 1,) the number of each in the end, those of the border last; of `OPEN` itself."""
        far = set(self._border)
        near = [k for k in range(len(self._keys)) if k not in far]
        order = sorted(near, key=lambda k: self._keys[k]) + self._border
        to = np.full(len(self._keys) + 1, OPEN, dtype=np.intp)
        to[order] = np.arange(len(order))
        return to

    @property
    def border(self) -> int:
        return len(self._border)


@dataclass
class Node:
    """A place along a wall: its number among the points of both faces, and what is unknown there."""

    point: int
    twist: list[int]
    slide: list[int]


@dataclass(frozen=True)
class Plan:
    """How walls hang together, the same for all stations: numbers of `Walls`, and the points at both ends (E, 2)."""

    twist: Unknowns
    sides: Indices
    slide: Unknowns
    hollows: Indices
    points: Indices

    def walls(self, left: Array, right: Array, t: Array, ds: Array, area: Array) -> Walls:
        """With their geometry.

        Parameters
        ----------
        left, right : (S, points, 2) mm of both faces. t, ds : (S, E) mm. area : (S, C) mm2 of the hollows.
        """
        faces = np.stack([left[:, self.points], right[:, self.points]], axis=3)
        arc = np.linalg.norm(faces[:, :, 1] - faces[:, :, 0], axis=-1)
        return Walls(
            self.twist, self.sides, self.slide, self.hollows, faces, t, np.maximum(ds, SHORT), arc, area
        )  # fmt: skip


@dataclass
class Builder:
    """Collects elements; `done` numbers the unknowns."""

    twist: Numbers = field(default_factory=Numbers)
    slide: Numbers = field(default_factory=Numbers)
    _elements: list[tuple[Node, Node]] = field(default_factory=list)
    _sides: list[list[list[int]]] = field(default_factory=list)
    _opposite: list[tuple[Node | None, Node | None]] = field(default_factory=list)
    _hollows: list[int] = field(default_factory=list)

    def hollow(self) -> int:
        """A hollow; its unknown."""
        self._hollows += self.twist.new(border=True)
        return self._hollows[-1]

    def node(self, point: int, key: float = 0.0, *, border: bool = False, cut: bool = False) -> Node:
        """A node with unknowns of its own; `cut`: at an edge, where nothing flows round."""
        twist = [OPEN] * 3 if cut else self.twist.new(3, key, border)
        return Node(point, twist, self.slide.new(2, key, border))

    def element(
        self, ends: tuple[Node, Node], sides: tuple[list[int], list[int]],
        opposite: tuple[Node | None, Node | None] = (None, None),
    ) -> None:  # fmt: skip
        """An element between two nodes.

        Parameters
        ----------
        sides : at either end what the left and the right face look at: a hollow, another layer's face, or `OPEN`.
        opposite : nodes on whose right faces its own lies where there is no hollow between them.
        """
        self._elements.append(ends)
        self._sides.append([sides[0], sides[1]])
        self._opposite.append(opposite)

    def done(self) -> Plan:
        """All of it, as arrays."""
        twist, slide = self.twist.order(), self.slide.order()

        def against(end: int, name: str) -> list[int]:
            return [getattr(o[end] or e[end], name)[1] for e, o in zip(self._elements, self._opposite, strict=True)]

        def of(name: str, to: Indices, border: int) -> Unknowns:
            at = to[np.array([[getattr(a, name), getattr(b, name)] for a, b in self._elements], dtype=np.intp)]
            opposite = to[np.array([against(0, name), against(1, name)], dtype=np.intp).T]
            return Unknowns(at, opposite, len(to) - 1, border)

        return Plan(
            of("twist", twist, self.twist.border), twist[np.array(self._sides, dtype=np.intp)],
            of("slide", slide, self.slide.border), twist[np.array(self._hollows, dtype=np.intp)],
            np.array([[a.point, b.point] for a, b in self._elements], dtype=np.intp),
        )  # fmt: skip
