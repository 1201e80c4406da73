"""Rows of what is laid on the faces."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Any

import numpy as np

from ..catalogue import catalogue
from ..fields import Problem
from .base import Sheet
from .place import layers_left
from .rows import Ground, MemberRow, Rows, SheetRow

FACES: Mapping[str, tuple[int, ...]] = {"top": (1,), "bottom": (-1,), "both": (1, -1)}


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
        rows += [SheetRow(index, prefix, piece.layers, -f, start, lap, t, nose, False, weight, glue) for f in faces]
    return Rows(sheets=rows)


def prefix_of(piece: Sheet) -> str:
    """Under which name its sheet's figures are drawn: ``skin.<material>``."""
    return f"skin.{piece.material}" + ("@across" if piece.runs == "across" else "")


def thickness_of(piece: Sheet) -> float:
    """Of all layers, mm."""
    return catalogue().skin[piece.material].thickness.typical * piece.layers


def glue_can_be_spread(piece: Sheet, rows: list[MemberRow], ground: Ground) -> Iterator[Problem]:
    """A sheet's glue must be one that is spread, not laid in beads."""
    if piece.glue and catalogue().glue[piece.glue].spread is None:
        yield Problem(
            ("glue",), "glue", f"{catalogue().glue[piece.glue].label} comes in beads or drops.",
            "Take a glue that can be spread over a whole face, or the sheet's own adhesive.",
        )  # fmt: skip


def said_layers(piece: Any) -> str:
    """ ", 2 layers" where there are several."""
    return f", {piece.layers} layers" if piece.layers > 1 else ""


def said_lap(piece: Any, mm: Any) -> str:
    """How far it laps round the nose, in words; nothing where it does not."""
    return f", laps the nose {mm(piece.nose_lap_mm)}" if piece.nose_lap_mm else ""
