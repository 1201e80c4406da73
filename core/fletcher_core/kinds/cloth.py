"""Cloth laid up wet on the foam, through laminate theory."""

from __future__ import annotations

from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from ..catalogue import catalogue
from ..fields import measure
from .base import PieceBase, Wrap
from .kind import Kind, Offer, Room, Run, Say, Values, minutes
from .laminate import cloth_thickness, first_ply_failure, laminate, micromechanics, resin_mass
from .needs import roll_of
from .rows import Ground, Rows
from .sheets import on_faces, said_lap, said_layers

Array = NDArray[np.float64]


class Cloth(Wrap):
    """Cloth laid up wet on the foam; a leading-edge wrap on the bias is one at 45 degrees."""

    kind: Literal["cloth"] = "cloth"
    material: str = Field("glass_woven", json_schema_extra={"label": "cloth", "table": "cloth"})
    cloth_g_m2: float = measure("weight of the dry cloth", "area_mass", 15.0, 400.0, 49.0)
    angle_deg: float = measure("threads turned from the span by", "angle", -90.0, 90.0, 0.0)
    lay_up: Literal["hand", "vacuum"] = Field("hand", json_schema_extra={"label": "laid up"})


def _rows(piece: Cloth, index: int, ground: Ground) -> Rows:
    cat = catalogue()
    fibre = cat.fibre[cat.cloth[piece.material].fibre]
    share = cat.lay_up[piece.lay_up].fibre_volume.typical
    t = float(cloth_thickness(piece.cloth_g_m2, fibre.density.typical, share)) * piece.layers  # type: ignore[arg-type]
    return on_faces(piece, index, ground, f"laid.{piece.id}", t, None)


def _uses(piece: Cloth) -> list[str]:
    return [f"fibre.{catalogue().cloth[piece.material].fibre}", "resin.epoxy", f"lay_up.{piece.lay_up}"]


def laid_cloth(piece: Cloth, values: Values) -> dict[str, Array]:
    """One cloth piece as a sheet: Et, Gt (N/mm), tension and compression (N/mm) of one layer, mass g/m2.

    A weave is taken as two plies that lie in one another, so it has no coupling of stretch and bend.
    Strengths are those at which the first ply goes, by the lower of largest strain and Tsai-Wu.
    """
    cat = catalogue()
    weave = cat.cloth[piece.material]
    fibre = {k: values[f"fibre.{weave.fibre}.{k}"] for k in ("E1", "E2", "G12", "tension", "compression", "density")}
    resin = {k: values[f"resin.epoxy.{k}"] for k in ("E", "G", "tension", "compression", "shear", "density")}
    V = np.asarray(values[f"lay_up.{piece.lay_up}.fibre_volume"], dtype=float)
    ply = micromechanics(fibre, resin, V, weave.crimp)
    t = cloth_thickness(piece.cloth_g_m2, fibre["density"], V)
    warp, weft = t * weave.warp_share, t * (1 - weave.warp_share)
    # half the warp on either side of the weft: the two lie in one another
    plies = [(ply, piece.angle_deg, 0.5 * warp), (ply, piece.angle_deg + 90, weft), (ply, piece.angle_deg, 0.5 * warp)]
    lam = laminate(plies)
    a = np.linalg.inv(lam.A)
    pull = np.zeros((*np.shape(t), 3))
    pull[..., 0] = 1.0
    slide = np.zeros_like(pull)
    slide[..., 2] = 1.0
    constants = [p for p, _, _ in plies]
    return {
        "Et": 1 / a[..., 0, 0],
        "Gt": 1 / a[..., 2, 2],
        "mass": piece.cloth_g_m2 + resin_mass(t, V, resin["density"]),
        "tension": np.minimum(*first_ply_failure(lam, constants, pull)),
        "compression": np.minimum(*first_ply_failure(lam, constants, -pull)),
        # either way round: plies on the bias stand one way better than the other
        "in_plane_shear": np.minimum.reduce(
            [*first_ply_failure(lam, constants, slide), *first_ply_failure(lam, constants, -slide)]
        ),
        "t": t,
    }


def _derived(piece: Cloth, values: Values, ground: Ground) -> dict[str, Any]:
    return {f"laid.{piece.id}.{k}": v for k, v in laid_cloth(piece, values).items()}


def _size(piece: Cloth, mm: Say) -> str:
    turned = f", threads at {piece.angle_deg:g}°" if piece.angle_deg else ""
    return f"{piece.cloth_g_m2:g} g/m²{turned}{said_layers(piece)}{said_lap(piece, mm)}"


def _suggest(room: Room) -> list[PieceBase]:
    """Round the nose on the bias: the usual place for it."""
    return [Cloth(id=room.id("cloth"), x_to=0.15, angle_deg=45.0, **room.whole)]


#: cloths that a search tries, and in no more layers than this; own choice
_TRIED, _MOST_LAYERS = ("glass_woven", "carbon_woven"), 2


def _tried(common: Run, tip: float, elsewhere: bool) -> list[Cloth]:
    """Light cloth on both faces: all over, or the nose alone."""
    if common["layers"] > _MOST_LAYERS:
        return []
    extents = (1.0, 0.35) if elsewhere else (1.0,)
    return [Cloth(**common, material=material, x_to=to, y_to_mm=tip) for material in _TRIED for to in extents]


KIND = Kind(
    model=Cloth,
    group="sheets",
    rows=_rows,
    size=_size,
    noun="cloth",
    table="cloth",
    minutes=minutes((15, 25, 50), (9, 15, 30)),
    needs=lambda p, ground: roll_of(ground, p, "cloth", {"area_g_m2": p.cloth_g_m2}),
    suggest=_suggest,
    offer=Offer(
        "sheet", "Cloth and resin", "On the bias round the nose it stops twist and dents.", "Messy; resin weighs."
    ),
    bond="faced",
    uses=_uses,
    tried=_tried,
    derived=_derived,
)
