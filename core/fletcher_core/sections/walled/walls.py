"""What a hollow section is made of: elements of wall one after the other, the hollows that they look at, sheets.

Elements go round: each has a face to the left and one to the right of the way it goes. A face looks at a hollow, at
the open, or at the face of another layer. What differs between stations or variants is an array; how walls hang
together is the same for all.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Indices = NDArray[np.intp]

#: the open, as what a face looks at, and an unknown that is held at zero
OPEN = -1
LEFT, RIGHT = 0, 1
#: length of an element, mm, at least: nodes may lie in one place
SHORT = 1e-4


@dataclass(frozen=True)
class Unknowns:
    """Numbers of one field at both ends of E elements, and of what lies beside them.

    Attributes
    ----------
    at : (E, 2, K) unknowns of each end.
    opposite : (E, 2) the face that the right one lies on where no hollow is between them; itself, for none.
    count : how many there are, of which the last `border` have to do with many of the rest.
    """

    at: Indices
    opposite: Indices
    count: int
    border: int


@dataclass(frozen=True)
class Walls:
    """E elements of wall at S stations.

    Attributes
    ----------
    twist : of the stress function: left face, right face, what rises between. Where a web meets a wall, only the
        wall's outer value runs through.
    sides : (E, 2, 2) at both ends: the unknown of the stress function that the left and the right face look at.
    slide : of how far it slides along: left and right face. A web slides with the inner side of the walls it meets.
    hollows : (C,) unknowns of the stress function in the hollows.
    faces : (S, E, 2, 2, 2) mm: both ends, left and right face, x and z.
    t, ds : (S, E) mm of foam, and along the middle. arc : (S, E, 2) mm along the left and the right face.
    area : (S, C) mm2 of each hollow.
    """

    twist: Unknowns
    sides: Indices
    slide: Unknowns
    hollows: Indices
    faces: Array
    t: Array
    ds: Array
    arc: Array
    area: Array

    @property
    def count(self) -> int:
        return len(self.sides)


@dataclass(frozen=True)
class WallMaterials:
    """Of V variants.

    Attributes
    ----------
    G : (V, S, E) MPa of the foam. Gt : (V, S, E, 2) N/mm of sheets on the left and the right face.
    t_sheet : (V, S, E, 2) mm of them. t_within : (V, S, E) mm of what lies on the right face in the hollow, whose
        area counts as that of the hollow. solid : (S, E) where the right face looks at no hollow.
    """

    G: Array
    Gt: Array
    t_sheet: Array
    solid: NDArray[np.bool_]
    t_within: Array | float = 0.0
