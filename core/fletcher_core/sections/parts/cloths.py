"""Cloth and resin on the faces, through laminate theory."""

from __future__ import annotations

from ...catalogue import catalogue
from ...model import Cloth
from ..laminate import cloth_thickness
from ..rows import Ground, Rows
from .films import on_faces


def cloth(piece: Cloth, index: int, ground: Ground) -> Rows:
    cat = catalogue()
    fibre = cat.fibre[cat.cloth[piece.material].fibre]
    share = cat.lay_up[piece.lay_up].fibre_volume.typical
    t = float(cloth_thickness(piece.cloth_g_m2, fibre.density.typical, share)) * piece.layers  # type: ignore[arg-type]
    return on_faces(piece, index, ground, f"laid.{piece.id}", t, None)
