"""Other foam in place of the core, and what is cut out of it."""

from __future__ import annotations

import numpy as np

from ...model import Block, Notch, Pocket
from ..rows import Ground, PatchRow, Rows


def block(piece: Block, index: int, ground: Ground) -> Rows:
    run = ground.run(piece.y_from_mm, piece.y_to_mm)
    return Rows(
        patches=[
            PatchRow(index, f"foam.{piece.material}", ground.same(piece.x_from), ground.same(piece.x_to), 1, None, run)
        ]
    )


def pocket(piece: Pocket, index: int, ground: Ground) -> Rows:
    run = ground.run(piece.y_from_mm, piece.y_to_mm)
    face = -1 if piece.face == "bottom" else 1
    depth = None if piece.face == "through" else piece.depth_mm
    return Rows(
        patches=[
            PatchRow(index, None, ground.same(piece.x_from), ground.same(piece.x_to), face, depth, run, piece.corner_mm)
        ]
    )


def notch(piece: Notch, index: int, ground: Ground) -> Rows:
    run = ground.run(piece.y_from_mm, piece.y_to_mm)
    deep = np.minimum(piece.depth_mm / ground.outline.chord, 0.95)
    none, whole = np.zeros_like(deep), np.ones_like(deep)
    share = (none, deep) if piece.edge == "leading" else (whole - deep, whole)
    return Rows(patches=[PatchRow(index, None, *share, 1, None, run, piece.corner_mm, edge=True)])
