"""Bands of tape over an open side of a body, straight across or crossed, so far apart.

Smeared to a sheet that is only sheared. Crossed bands are the diagonals of a truss, of which the pulled one bears:
where the edges slide by gamma b, it stretches by gamma b s / d² and hands E t w b s / d³ on for each mm of edge
(Timoshenko and Gere 1961, laced columns; s from band to band, b the opening's width, d² = b² + s²). Straight ones are
the battens of a frame between two edges that do not turn: 1 / (b³ / E t w³ + 6 b / 5 G t w) each, of which half counts,
as the pressed half of a tape slackens (own estimate).
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field, model_validator

from ..catalogue import catalogue
from ..fields import Problem, fault, measure
from ..units import Measure
from .base import PieceBase
from .kind import Kind, Offer, Room, Say, Values, minutes
from .rows import Ground, Need, Rows, SheetRow
from .sheets import FACES

Array = NDArray[np.float64]

#: share of a straight band that goes on bearing (own estimate: the pressed half of a tape slackens)
_STAYS = 0.5
#: of a thin plate that is bent in its plane (Timoshenko and Gere 1961)
_SHEAR = 1.2
#: mm of each end that sticks to the walls, over the opening's width (own estimate)
_ENDS = 20.0


class Bands(PieceBase):
    """Strips of tape or film from wall to wall over an open side, every so many mm."""

    kind: Literal["bands"] = "bands"
    material: str = Field("packing_tape", json_schema_extra={"label": "material", "table": "skin"})
    surface: Literal["top", "bottom", "both"] = Field("bottom", json_schema_extra={"label": "face"})
    laid: Literal["across", "crossed"] = Field("crossed", json_schema_extra={"label": "laid"})
    width_mm: float = measure("width of a band", "size", 3.0, 100.0, 24.0)
    pitch_mm: float = measure("from band to band", "length", 10.0, 400.0, 60.0)

    @model_validator(mode="after")
    def _are_apart(self) -> Bands:
        if self.pitch_mm < self.width_mm:
            raise fault(
                "pitch_mm", "Bands of {wide} every {apart} lie over each other.",
                "Set them at least {wide} apart, or lay a whole sheet.",
                wide=Measure(self.width_mm, "size"), apart=Measure(self.pitch_mm),
            )  # fmt: skip
        return self


def stiffness_share(piece: Bands, wide: Array, ratio: float) -> Array:
    """Shear stiffness of the smeared bands over E t of one, both N/mm.

    Parameters
    ----------
    wide : (S,) mm of the opening. ratio : E / G of the sheet.
    """
    w, s = piece.width_mm, piece.pitch_mm
    if piece.laid == "crossed":
        return np.asarray(w * wide * s / np.hypot(wide, s) ** 3)
    return np.asarray(_STAYS * w / s / ((wide / w) ** 2 + _SHEAR * ratio))


def _cover(piece: Bands, wide: Array) -> Array:
    """Sheet over the area that it is laid across."""
    ends = 1 + _ENDS / wide
    if piece.laid == "crossed":
        return np.asarray(2 * piece.width_mm * np.hypot(wide, piece.pitch_mm) / (piece.pitch_mm * wide) * ends)
    return np.asarray(piece.width_mm / piece.pitch_mm * ends)


def _rows(piece: Bands, index: int, ground: Ground) -> Rows:
    wide, there = ground.outline.chord, ground.run(piece.y_from_mm, piece.y_to_mm)
    sheet = catalogue().skin[piece.material]
    none, whole, t = np.zeros_like(wide), np.ones_like(wide), sheet.thickness.typical
    stiff = there * stiffness_share(piece, wide, sheet.Et_along.typical / sheet.Gt.typical)
    weighs = there * _cover(piece, wide)
    found = []
    for face in FACES[piece.surface]:
        found.append(SheetRow(index, f"bands.{piece.id}", 1, face, none, whole, t, False, False, stiff, bears="flow"))
        found.append(
            SheetRow(index, f"skin.{piece.material}", 1, face, none, whole, t, False, False, weighs, bears="none")
        )
    return Rows(sheets=found)


def _derived(piece: Bands, values: Values, ground: Ground) -> dict[str, Any]:
    """For a share of 1: what one band is when it is pulled, N/mm. What they stand: of a crossed one its pull at 45°, of
    a straight one its bending between edges as far apart as the bands."""
    skin, w, s = f"skin.{piece.material}", piece.width_mm, piece.pitch_mm
    Et, pulled = values[f"{skin}.Et"], values[f"{skin}.tension"]
    stands = pulled * (w / (2**0.5 * s) if piece.laid == "crossed" else w**2 / (3 * s**2))
    return {
        f"bands.{piece.id}.Et": 0.0 * Et, f"bands.{piece.id}.mass": 0.0 * Et, f"bands.{piece.id}.Gt": Et,
        f"bands.{piece.id}.tension": stands, f"bands.{piece.id}.in_plane_shear": stands,
    }  # fmt: skip


def _long(piece: Bands, ground: Ground) -> float:
    """mm of tape in all, both faces where it lies on both."""
    wide, run = ground.outline.chord, ground.run(piece.y_from_mm, piece.y_to_mm)
    over = np.trapezoid(_cover(piece, wide) * wide * run, ground.plan.s)
    return float(over) / piece.width_mm * len(FACES[piece.surface]) * ground.copies


def _needs(piece: Bands, ground: Ground) -> list[Need]:
    return [Need("roll", "skin", piece.material, _long(piece, ground) * piece.width_mm, {"width_mm": piece.width_mm})]


def _size(piece: Bands, mm: Say) -> str:
    laid = "crossed" if piece.laid == "crossed" else "straight across"
    return f"bands {mm(piece.width_mm)} wide, {laid}, every {mm(piece.pitch_mm)}"


def too_far_apart(piece: Bands | Any, label: str) -> Iterator[Problem]:
    """Where not even one step of it lies on its stretch."""
    if piece.y_to_mm - piece.y_from_mm < piece.pitch_mm:
        yield Problem(
            ("pitch_mm",), label, "They are further apart than the stretch that they lie on.",
            "It is {long} long: set them nearer.", {"long": Measure(piece.y_to_mm - piece.y_from_mm)},
        )  # fmt: skip


def places(piece: Bands | Any) -> Array:
    """mm along the body, of each step."""
    count = int((piece.y_to_mm - piece.y_from_mm) // piece.pitch_mm) + 1
    return np.asarray(piece.y_from_mm + piece.pitch_mm * np.arange(count))


def _to_and_fro(piece: Bands) -> tuple[Array, Array] | None:
    """One way of a crossed lacing, from wall to wall."""
    at = places(piece)
    return (at, np.asarray(np.arange(len(at)) % 2.0, dtype=np.float64)) if piece.laid == "crossed" else None


def _suggest(room: Room) -> list[PieceBase]:
    return [Bands(id=room.id("bands"), y_from_mm=0.0, y_to_mm=room.tip)]


KIND = Kind(
    model=Bands,
    group="sheets",
    rows=_rows,
    size=_size,
    noun="bands",
    stem="bands",
    table="skin",
    minutes=minutes((3, 5, 10), (6, 10, 20)),
    needs=_needs,
    suggest=_suggest,
    offer=Offer(
        "sheet", "Bands across an opening", "Crossed ones stop an open side from shearing.", "Straight ones do little."
    ),
    bond=None,
    derived=_derived,
    uses=lambda piece: [f"skin.{piece.material}"],
    problems=lambda piece, rows, ground: too_far_apart(piece, "from band to band"),
    only_hollow=True,
    over_openings=True,
    only_on=frozenset({"body"}),
    width_seen=lambda piece: piece.width_mm,
    slants=_to_and_fro,
    stands=places,
)
