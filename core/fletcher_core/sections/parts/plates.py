"""Small plates on the faces: hard points."""

from __future__ import annotations

import numpy as np

from ...model import Plate
from ..rows import Ground, Rows, SheetRow
from .films import FACES


def plate(piece: Plate, index: int, ground: Ground) -> Rows:
    y = ground.plan.y
    start, end = np.full_like(y, piece.x_from), np.full_like(y, piece.x_to)
    there = ground.run(piece.y_from_mm, piece.y_to_mm)
    return Rows(
        sheets=[
            SheetRow(index, f"plate.{piece.id}", 1, f, start, end, piece.thickness_mm, False, False, there, piece.glue)
            for f in FACES[piece.surface]
        ]
    )
