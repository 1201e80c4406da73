"""A piece cut out of an edge, as for a motor or a camera."""

from __future__ import annotations

from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from ..fields import measure
from .base import PieceBase
from .kind import ON_A_BODY, Kind, Offer, Room, minutes
from .rows import Ground, PatchRow, Rows

Array = NDArray[np.float64]
#: an edge cannot be cut deeper than this share of the chord
DEEPEST = 0.95


class Notch(PieceBase):
    """A piece cut out of an edge, as for a motor or a camera."""

    kind: Literal["notch"] = "notch"
    edge: Literal["leading", "trailing"] = Field("leading", json_schema_extra={"label": "edge"})
    depth_mm: float = measure("depth", "length", 1.0, 500.0, 30.0)
    corner_mm: float = measure("radius of its inner corners", "length", 0.1, 200.0, 3.0)


def _rows(piece: Notch, index: int, ground: Ground) -> Rows:
    run = ground.run(piece.y_from_mm, piece.y_to_mm)
    deep = np.minimum(piece.depth_mm / ground.outline.chord, DEEPEST)
    none, whole = np.zeros_like(deep), np.ones_like(deep)
    share = (none, deep) if piece.edge == "leading" else (whole - deep, whole)
    return Rows(patches=[PatchRow(index, None, *share, 1, None, run, piece.corner_mm, edge=piece.edge)])


def _band(piece: Notch, chord: Array, x_le: Array) -> tuple[Array, Array]:
    deep = np.minimum(piece.depth_mm, DEEPEST * chord)
    return (x_le, x_le + deep) if piece.edge == "leading" else (x_le + chord - deep, x_le + chord)


def _suggest(room: Room) -> list[PieceBase]:
    deep = round(0.15 * room.root_chord)
    return [Notch(id=room.id("notch"), depth_mm=deep, y_from_mm=0.0, y_to_mm=room.part(0.08))]


KIND = Kind(
    model=Notch,
    never_on=ON_A_BODY,
    group="cuts",
    rows=_rows,
    size=lambda p, mm: f"notch {mm(p.depth_mm)} deep in the {p.edge} edge",
    noun="notch",
    table=None,
    minutes=minutes((3, 5, 10), (0.06, 0.1, 0.2)),
    suggest=_suggest,
    offer=Offer("cut", "Notch in an edge", "Room for a motor or a camera.", "Cracks start at its corners; cord helps."),
    band=_band,
    bond=None,
    look="void",
)
