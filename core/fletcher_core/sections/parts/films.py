"""Films, tapes and papers on the faces."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ...catalogue import catalogue
from ...model import Skin, TapeStrip
from ..rows import Ground, Rows, SheetRow
from .place import share_along

Array = NDArray[np.float64]

FACES = {"top": (1,), "bottom": (-1,), "both": (1, -1)}


def layers_left(piece: Any, ground: Ground) -> Array:
    """(S,) share of a piece's layers that have not ended yet."""
    ended = sum((ground.plan.y > d).astype(float) for d in piece.drops_mm)
    return np.asarray(1.0 - ended / piece.layers + 0.0 * ground.plan.y)


def on_faces(piece: Any, index: int, ground: Ground, prefix: str, t: float, glue: str | None) -> Rows:
    """Rows of a sheet that runs from one place of the chord to another, and laps round the nose."""
    plan = ground.plan
    start, end = np.full_like(plan.y, piece.x_from), np.full_like(plan.y, piece.x_to)
    faces = FACES[piece.surface]
    weight = ground.run(piece.y_from_mm, piece.y_to_mm) * layers_left(piece, ground)
    wraps = len(faces) == 2
    nose = bool(piece.x_from <= 0 and (wraps or piece.nose_lap_mm > 0))
    tail = bool(piece.x_to >= 1 and wraps)
    rows = [SheetRow(index, prefix, piece.layers, f, start, end, t, nose, tail, weight, glue) for f in faces]
    if piece.nose_lap_mm > 0:
        # the sheet of each face goes on round the nose onto the other face
        lap = np.minimum(piece.nose_lap_mm / plan.chord, 1.0)
        rows += [replace(r, face=-r.face, share_to=lap, tail_edge=False) for r in rows]
    return Rows(sheets=rows)


def _prefix(piece: Any) -> str:
    return f"skin.{piece.material}" + ("@across" if piece.runs == "across" else "")


def skin(piece: Skin, index: int, ground: Ground) -> Rows:
    t = catalogue().skin[piece.material].thickness.typical * piece.layers
    return on_faces(piece, index, ground, _prefix(piece), t, piece.glue)


def tape(piece: TapeStrip, index: int, ground: Ground) -> Rows:
    plan = ground.plan
    t = catalogue().skin[piece.material].thickness.typical * piece.layers
    middle, half = share_along(piece, plan.y), 0.5 * piece.width_mm / plan.chord
    start, end = np.clip(middle - half, 0, 1), np.clip(middle + half, 0, 1)
    weight = ground.run(piece.y_from_mm, piece.y_to_mm) * layers_left(piece, ground)
    return Rows(
        sheets=[
            SheetRow(index, _prefix(piece), piece.layers, f, start, end, t, False, False, weight, piece.glue)
            for f in FACES[piece.surface]
        ]
    )
