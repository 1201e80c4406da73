"""Wood on edge between two strips, one above and one below it."""

from __future__ import annotations

from typing import Any, Literal

import numpy as np
from pydantic import Field, model_validator

from ..fields import fault, measure
from ..units import Measure
from .base import Buried, PieceBase
from .kind import ON_A_BODY, Kind, Offer, Room, Say, minutes
from .needs import runs_of, stick_needs
from .place import level_of, line_of
from .rows import Ground, MemberRow, Need, Rows
from .shapes import box_shape


class Sandwich(Buried):
    """A stick of wood between two strips of something stiffer, strips above and below."""

    kind: Literal["sandwich"] = "sandwich"
    wood: str = Field("balsa_hard", json_schema_extra={"label": "wood between", "table": "stock"})
    width_mm: float = measure("width", "size", 0.5, 60.0, 5.0)
    height_mm: float = measure("height of it all", "size", 1.0, 80.0, 10.0)
    strip_mm: float = measure("thickness of each strip", "size", 0.05, 6.0, 0.5)

    @model_validator(mode="after")
    def _has_wood(self) -> Sandwich:
        if 2 * self.strip_mm >= self.height_mm:
            raise fault(
                "strip_mm",
                "Two strips of {strip} leave no wood between them in {height}.",
                "Take thinner strips, or make it higher.",
                strip=Measure(self.strip_mm, "size"),
                height=Measure(self.height_mm, "size"),
            )
        return self


def _rows(piece: Sandwich, index: int, ground: Ground) -> Rows:
    w, h, t = piece.width_mm, piece.height_mm, piece.strip_mm
    line = line_of(piece, ground)
    z, near = level_of(piece, line, h)
    common: dict[str, Any] = {
        "glue": piece.glue, "x": line.x, "present": line.present, "oblique": line.oblique,
        "ends": (piece.y_from_mm, piece.y_to_mm),
    }  # fmt: skip
    wood = MemberRow(
        index, f"stock.{piece.wood}", z=z, **common, **box_shape(w, h - 2 * t, 2 * (h - 2 * t)),
        free_length=line.length, part="wood", near_surface=near,
    )  # fmt: skip
    strips = [
        MemberRow(
            index, f"stock.{piece.material}", z=z + side * 0.5 * (h - t), **common, **box_shape(w, t, w),
            free_length=line.length, part=name, against="part", near_surface=near,
        )
        for side, name in ((1, "top strip"), (-1, "bottom strip"))
    ]  # fmt: skip
    return Rows([wood, *strips])


def _needs(piece: Sandwich, ground: Ground) -> list[Need]:
    runs = runs_of(ground, piece)
    strips = {"width_mm": piece.width_mm, "thickness_mm": piece.strip_mm}
    wood = {"width_mm": piece.width_mm, "thickness_mm": piece.height_mm - 2 * piece.strip_mm}
    return [
        stick_needs("strip", piece.material, strips, 2 * runs),
        stick_needs("strip", piece.wood, wood, runs),
    ]


def _size(piece: Sandwich, mm: Say) -> str:
    return f"{mm(piece.width_mm)} × {mm(piece.height_mm)} sandwich, strips {mm(piece.strip_mm)}"


def _suggest(room: Room) -> list[PieceBase]:
    height = max(2.0, float(np.floor(0.6 * room.depth)))
    strip = 0.5 if height > 3 else 0.3
    return [Sandwich(id=room.id("sandwich"), width_mm=5.0, height_mm=height, strip_mm=strip, **room.run)]


KIND = Kind(
    model=Sandwich,
    never_on=ON_A_BODY,
    group="sticks",
    rows=_rows,
    size=_size,
    noun="sandwich spar",
    stem="sandwich",
    minutes=minutes((9, 15, 30), (18, 30, 60)),
    needs=_needs,
    suggest=_suggest,
    offer=Offer("stick", "Wood between two strips", "Strips keep their distance by themselves.", "Must be made first."),
    size_field=lambda p, direction: "height_mm",
    twists_alone=True,
)
