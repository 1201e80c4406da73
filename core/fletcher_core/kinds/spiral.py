"""Tape wound round a body, slantwise, with bare wall between the turns.

A layer that is stretched along its own run alone: sheared by gamma it is stretched by gamma s c, and gives back
E t s² c² over the part of the wall that it covers (Jones 1975, E1 alone, turned by the angle; s and c its sine and
cosine). The turn that runs the other way is pressed, and slackens: wound both ways the pulled one bears whichever way
the body is twisted, wound one way half of the time none does, and half of it is counted (own estimate).
"""

from __future__ import annotations

import math
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from ..catalogue import catalogue
from ..fields import measure
from .base import PieceBase
from .kind import Kind, Offer, Room, Say, Values, minutes
from .needs import WASTE
from .rows import Ground, Need, Rows, SheetRow

Array = NDArray[np.float64]

#: of tape wound one way, how much counts whichever way the body is twisted (own estimate)
_ONE_WAY = 0.5


class Spiral(PieceBase):
    """Tape wound round a body from one place to another."""

    kind: Literal["spiral"] = "spiral"
    material: str = Field("packing_tape", json_schema_extra={"label": "material", "table": "skin"})
    wound: Literal["both_ways", "one_way"] = Field("both_ways", json_schema_extra={"label": "wound"})
    width_mm: float = measure("width of the tape", "size", 3.0, 100.0, 24.0)
    gap_mm: float = measure("bare between two turns", "length", 0.0, 400.0, 40.0)
    angle_deg: float = measure("angle to the body's length", "angle", 20.0, 85.0, 45.0)


def covers(piece: Spiral) -> float:
    """Share of the wall that lies under it, one way."""
    return piece.width_mm / (piece.width_mm + piece.gap_mm)


def _slant(piece: Spiral) -> float:
    """Sine times cosine of its angle."""
    return 0.5 * math.sin(2 * math.radians(piece.angle_deg))


def shear_share(piece: Spiral) -> float:
    """Shear stiffness of the smeared tape over E t of it, both N/mm."""
    return covers(piece) * _slant(piece) ** 2 * (1.0 if piece.wound == "both_ways" else _ONE_WAY)


def _layers(piece: Spiral) -> int:
    return 2 if piece.wound == "both_ways" else 1


def _rows(piece: Spiral, index: int, ground: Ground) -> Rows:
    wide, there = ground.outline.chord, ground.run(piece.y_from_mm, piece.y_to_mm)
    none, whole, t = np.zeros_like(wide), np.ones_like(wide), catalogue().skin[piece.material].thickness.typical
    stiff, weighs = there * shear_share(piece), there * covers(piece) * _layers(piece)

    def row(face: int, prefix: str, weight: Array, bears: Literal["flow", "none"]) -> SheetRow:
        return SheetRow(index, prefix, 1, face, none, whole, t, True, True, weight, bears=bears)

    return Rows(
        sheets=[
            one
            for face in (1, -1)
            for one in (
                row(face, f"spiral.{piece.id}", stiff, "flow"),
                row(face, f"skin.{piece.material}", weighs, "none"),
            )
        ]
    )


def _derived(piece: Spiral, values: Values, ground: Ground) -> dict[str, Any]:
    """For a share of 1: what the tape is when it is pulled, N/mm; the flow at which it tears is its strength times
    what it covers, times sine and cosine of its angle."""
    skin, name = f"skin.{piece.material}", f"spiral.{piece.id}"
    Et, stands = values[f"{skin}.Et"], values[f"{skin}.tension"] * covers(piece) * _slant(piece)
    return {f"{name}.Et": 0.0 * Et, f"{name}.mass": 0.0 * Et, f"{name}.Gt": Et, f"{name}.tension": stands,
            f"{name}.in_plane_shear": stands}  # fmt: skip


def _needs(piece: Spiral, ground: Ground) -> list[Need]:
    run = ground.run(piece.y_from_mm, piece.y_to_mm)
    wall = float(np.trapezoid(ground.girth * run, ground.plan.s))
    area = WASTE * ground.copies * wall * covers(piece) * _layers(piece)
    return [Need("roll", "skin", piece.material, area, {"width_mm": piece.width_mm})]


def _to_and_fro(piece: Spiral) -> tuple[Array, Array]:
    """Along the body and over its width, turn by turn."""
    step = (piece.width_mm + piece.gap_mm) / math.sin(math.radians(piece.angle_deg))
    count = max(int((piece.y_to_mm - piece.y_from_mm) // step) + 1, 2)
    at = np.linspace(piece.y_from_mm, piece.y_to_mm, count)
    return at, np.asarray(np.arange(count) % 2.0, dtype=np.float64)


def _size(piece: Spiral, mm: Say) -> str:
    ways = "both ways" if piece.wound == "both_ways" else "one way"
    return f"{mm(piece.width_mm)} tape wound at {piece.angle_deg:.0f}°, {ways}, {mm(piece.gap_mm)} bare between"


def _suggest(room: Room) -> list[PieceBase]:
    return [Spiral(id=room.id("spiral"), y_from_mm=0.0, y_to_mm=room.tip)]


KIND = Kind(
    model=Spiral,
    group="sheets",
    rows=_rows,
    size=_size,
    noun="wound tape",
    stem="spiral",
    table="skin",
    minutes=minutes((4, 8, 15), (8, 15, 30)),
    needs=_needs,
    suggest=_suggest,
    offer=Offer(
        "sheet",
        "Tape wound round it",
        "At 45° and both ways it stops twist.",
        "Wound steeply it does next to nothing; it adds no bending.",
    ),
    bond=None,
    derived=_derived,
    uses=lambda piece: [f"skin.{piece.material}"],
    only_hollow=True,
    only_on=frozenset({"body"}),
    width_seen=lambda piece: piece.width_mm,
    slants=_to_and_fro,
)
