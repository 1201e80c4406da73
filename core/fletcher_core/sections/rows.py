"""What the kinds of pieces turn into: rows of sticks, sheets and patches, before they become arrays."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..geometry import Outline, Planform
from ..model import Airframe

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Ground:
    """What a piece is laid into."""

    airframe: Airframe
    plan: Planform
    outline: Outline

    def run(self, y_from: float, y_to: float) -> Array:
        """(S,) 1 where something that runs from here to there is present, else 0."""
        y = self.plan.y
        return ((y >= y_from - 1e-9) & (y <= y_to + 1e-9)).astype(float)

    def same(self, value: Any) -> Array:
        """(S,) of a number, or of what is that already."""
        if isinstance(value, np.ndarray) and value.shape == self.plan.y.shape:
            return value
        return np.broadcast_to(np.asarray(value, dtype=float), self.plan.y.shape)


@dataclass(frozen=True)
class MemberRow:
    """One stick or web: section constants in mm, each a number or (S,) along the span.

    Attributes
    ----------
    piece : place in the scheme's list; `part` names which part of the piece, '' for all of it.
    prefix : of its figures, such as ``stock.spruce``.
    glue : glue in its bond; `against` what the glue holds on to: the foam, or a part of the piece.
    present : (S,) 0 or 1. cut_by : pieces which, when on, cut this row away.
    displaces : whether foam gives way to it.
    near_surface : (S,) or number, 1 where less than its own height of foam lies over it.
    rope : bears no pressure of its own, so it cannot crush or kink.
    """

    piece: int
    prefix: str
    glue: str | None
    x: Any
    z: Any
    present: Array
    area: Any
    ixx: Any
    izz: Any
    polar: Any
    area_out: Any
    ixx_out: Any
    izz_out: Any
    height: Any
    width: Any
    web_width: float
    bond_width: Any
    oblique: float
    free_length: float
    part: str = ""
    grain_factor: float = 1.0
    against: str = "foam"
    near_surface: Any = 0.0
    rope: bool = False
    cut_by: tuple[int, ...] = ()


@dataclass(frozen=True)
class SheetRow:
    """One sheet on one face; `piece` is None for what belongs to the board itself.

    `weight` (S,) is the share of its layers that is there, 0 where it is not.
    """

    piece: int | None
    prefix: str
    layers: int
    face: int
    share_from: Array
    share_to: Array
    t: float
    nose_edge: bool
    tail_edge: bool
    weight: Array
    glue: str | None = None
    cut_by: tuple[int, ...] = ()
    part: str = ""


@dataclass(frozen=True)
class PatchRow:
    """Part of the core that is another foam, or nothing (`prefix` None), between two places of the chord.

    `depth` is measured from the face (+1 upper, -1 lower); None for the whole depth.
    """

    piece: int
    prefix: str | None
    share_from: Array
    share_to: Array
    face: int
    depth: float | None
    present: Array
    corner: float = 0.0
    edge: bool = False


@dataclass
class Rows:
    members: list[MemberRow] = field(default_factory=list)
    sheets: list[SheetRow] = field(default_factory=list)
    patches: list[PatchRow] = field(default_factory=list)
