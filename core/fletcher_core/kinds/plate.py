"""A hard point: a small plate on a face."""

from __future__ import annotations

from typing import Any, Literal

import numpy as np
from pydantic import Field

from ..fields import measure
from .base import Across, PieceBase
from .kind import Kind, Offer, Room, Values, minutes
from .needs import area_across, faces_of
from .rows import Ground, Need, Rows, SheetRow
from .sheets import FACES


class Plate(Across):
    """A hard point: a small plate of ply or plastic on a face, as under rubber bands, a bolt or a hand."""

    kind: Literal["plate"] = "plate"
    material: str = Field("birch_ply", json_schema_extra={"label": "material", "table": "stock"})
    glue: str = Field("polyurethane_foaming", json_schema_extra={"label": "glue", "table": "glue"})
    surface: Literal["top", "bottom", "both"] = Field("bottom", json_schema_extra={"label": "face"})
    thickness_mm: float = measure("thickness", "size", 0.2, 10.0, 1.5)


def _rows(piece: Plate, index: int, ground: Ground) -> Rows:
    y = ground.plan.y
    start, end = np.full_like(y, piece.x_from), np.full_like(y, piece.x_to)
    there = ground.run(piece.y_from_mm, piece.y_to_mm)
    # two that meet at an edge are glued to each other there
    nose, tail = (piece.surface == "both" and at for at in (piece.x_from <= 0, piece.x_to >= 1))
    return Rows(
        sheets=[
            SheetRow(index, f"plate.{piece.id}", 1, f, start, end, piece.thickness_mm, nose, tail, there, piece.glue)
            for f in FACES[piece.surface]
        ]
    )


def _derived(piece: Plate, values: Values, ground: Ground) -> dict[str, Any]:
    """A small plate as a sheet: N/mm for its whole thickness, g/m2."""
    t, stock = piece.thickness_mm, f"stock.{piece.material}"
    names = {"Et": "E", "Gt": "G", "mass": "density", "tension": "tension", "compression": "compression"}
    return {f"plate.{piece.id}.{k}": values[f"{stock}.{figure}"] * t for k, figure in names.items()}


def _needs(piece: Plate, ground: Ground) -> list[Need]:
    area = ground.copies * faces_of(piece) * area_across(ground, piece, piece.y_to_mm, 21)
    return [Need("sheet", "stock", piece.material, area, {"thickness_mm": piece.thickness_mm})]


def _suggest(room: Room) -> list[PieceBase]:
    """Under the bands or the bolts at the middle, where the wing sits on the body."""
    return [Plate(id=room.id("plate"), x_from=0.15, x_to=0.55, y_to_mm=room.part(0.06))]


KIND = Kind(
    model=Plate,
    group="edges",
    rows=_rows,
    size=lambda p, mm: f"{mm(p.thickness_mm)} plate",
    noun="plate",
    minutes=minutes((3, 5, 10), (6, 10, 20)),
    needs=_needs,
    suggest=_suggest,
    offer=Offer(
        "sheet", "Plate, a hard point", "Takes bands, bolts and hands; spreads what bears on it.",
        "Its edges are hard against soft foam.",
    ),
    bond="plate",
    uses=lambda p: [f"stock.{p.material}"],
    derived=_derived,
    for_hits=True,
)  # fmt: skip
