"""A pocket cut into one face, as for a servo."""

from __future__ import annotations

from typing import Literal

import numpy as np
from pydantic import Field

from ..fields import measure
from .base import Across, PieceBase
from .kind import Kind, Offer, Room, Say, minutes
from .rows import Ground, PatchRow, Rows


class Pocket(Across):
    """A pocket cut into one face, as for a servo; what crosses it is cut too, but films that are laid over it after.

    Over the hole they are sheared and not pressed: there is no foam to keep them from buckling.
    """

    kind: Literal["pocket"] = "pocket"
    face: Literal["top", "bottom", "through"] = Field("bottom", json_schema_extra={"label": "open at the"})
    depth_mm: float = measure("depth", "length", 0.5, 120.0, 12.0)
    covered: bool = Field(False, json_schema_extra={"label": "film runs on over it"})
    corner_mm: float = measure("radius of its corners", "length", 0.1, 50.0, 0.5)


def _rows(piece: Pocket, index: int, ground: Ground) -> Rows:
    run = ground.run(piece.y_from_mm, piece.y_to_mm)
    face = -1 if piece.face == "bottom" else 1
    depth = None if piece.face == "through" else piece.depth_mm
    start, end = ground.same(piece.x_from), ground.same(piece.x_to)
    return Rows(patches=[PatchRow(index, None, start, end, face, depth, run, piece.corner_mm, covered=piece.covered)])


def _size(piece: Pocket, mm: Say) -> str:
    return "pocket right through" if piece.face == "through" else f"pocket {mm(piece.depth_mm)} deep"


def _suggest(room: Room) -> list[PieceBase]:
    """For a small servo, behind the spar and half way out."""
    deep = max(0.5, min(12.0, float(np.floor(0.6 * room.depth))))
    start = room.part(0.45)
    width = 24.0 / room.root_chord
    return [
        Pocket(
            id=room.id("pocket"), x_from=0.45, x_to=min(0.45 + width, 0.8), depth_mm=deep, y_from_mm=start,
            y_to_mm=start + 12.0,
        )
    ]  # fmt: skip


KIND = Kind(
    model=Pocket,
    group="cuts",
    rows=_rows,
    size=_size,
    noun="pocket",
    table=None,
    minutes=minutes((3.6, 6, 12), (0.06, 0.1, 0.2)),
    suggest=_suggest,
    offer=Offer("cut", "Pocket", "Room for a servo.", "Costs what it cuts: foam, skin, perhaps the spar."),
    bond=None,
    look="void",
)
