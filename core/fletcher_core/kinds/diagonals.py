"""Sticks to and fro from wall to wall over an open side of a body: a lattice that stops it from shearing.

Each mm of edge is handed E A b s / d³ for each unit of shear, as crossed bands (`bands.py`; Timoshenko and Gere 1961,
laced columns), b the opening's width, s from foot to foot along the body, d² = b² + s². Each foot slides by its glue,
lap times width times G over the bond's thickness, one after the other with the stick. A stick bears pushed as well as
pulled, so that one way is enough; it gives way where it buckles (Euler, its ends free to turn), snaps, or comes off at
its foot.
"""

from __future__ import annotations

from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from ..catalogue import catalogue
from ..fields import measure
from .bands import places, too_far_apart
from .base import PieceBase
from .kind import Kind, Offer, Room, Say, Values, minutes
from .needs import stick_needs
from .rows import Ground, Need, Rows, SheetRow
from .sheets import FACES

Array = NDArray[np.float64]


class Diagonals(PieceBase):
    """Sticks to and fro over an open side."""

    kind: Literal["diagonals"] = "diagonals"
    material: str = Field("spruce", json_schema_extra={"label": "material", "table": "stock"})
    glue: str = Field("polyurethane_foaming", json_schema_extra={"label": "glue", "table": "glue"})
    surface: Literal["top", "bottom", "both"] = Field("bottom", json_schema_extra={"label": "face"})
    width_mm: float = measure("width of a stick", "size", 0.5, 20.0, 4.0)
    thickness_mm: float = measure("thickness of a stick", "size", 0.5, 20.0, 3.0)
    pitch_mm: float = measure("from foot to foot along the body", "length", 10.0, 400.0, 60.0)
    lap_mm: float = measure("glued at each foot, so long", "length", 2.0, 60.0, 12.0)


def stiffness_share(piece: Diagonals, wide: Array) -> Array:
    """1/mm, (S,): shear stiffness of the smeared lattice over E A of one stick."""
    s = piece.pitch_mm
    return np.asarray(wide * s / np.hypot(wide, s) ** 3)


def _rows(piece: Diagonals, index: int, ground: Ground) -> Rows:
    wide, there = ground.outline.chord, ground.run(piece.y_from_mm, piece.y_to_mm)
    none, whole, area = np.zeros_like(wide), np.ones_like(wide), piece.width_mm * piece.thickness_mm
    # mm of stick for each mm2 of the opening
    laid = (np.hypot(wide, piece.pitch_mm) + 2 * piece.lap_mm) / (wide * piece.pitch_mm)
    bears = there * stiffness_share(piece, wide) * area

    def row(face: int, name: str, weight: Array, bears: Literal["flow", "none"]) -> SheetRow:
        prefix = f"diagonals_{name}.{piece.id}"
        return SheetRow(
            index, prefix, 1, face, none, whole, piece.thickness_mm, False, False, weight, bears=bears
        )  # fmt: skip

    return Rows(
        sheets=[
            one
            for face in FACES[piece.surface]
            for one in (row(face, "bears", bears, "flow"), row(face, "weighs", there * laid * area, "none"))
        ]
    )


def _derived(piece: Diagonals, values: Values, ground: Ground) -> dict[str, Any]:
    """For 1 mm2 of stick: E N/mm, less what both feet slide where it is shortest, and kg/m3 as g/m2. What the lattice
    stands as a flow, N/mm: the push at which a stick gives way over its length, where it is longest."""
    stock, area = f"stock.{piece.material}", piece.width_mm * piece.thickness_mm
    run = ground.run(piece.y_from_mm, piece.y_to_mm) > 0
    each = np.hypot(ground.outline.chord, piece.pitch_mm)[run]
    long, short = float(each.max(initial=piece.pitch_mm)), float(each.min(initial=1e4))
    E, thin = values[f"{stock}.E"], min(piece.width_mm, piece.thickness_mm)
    foot = values[f"glue.{piece.glue}.G"] * piece.lap_mm * piece.width_mm / catalogue().glue[piece.glue].bond
    slides = 1 + 2 * E * area / (foot * short)
    buckles = np.pi**2 * E * area * thin**2 / 12 / long**2
    snaps = area * np.minimum(values[f"{stock}.tension"], values[f"{stock}.compression"])
    holds = values.get(f"glue.{piece.glue}.lap_on_foam", values["core.shear"])
    comes_off = piece.lap_mm * piece.width_mm * np.minimum(holds, values["core.shear"])
    stands = np.minimum(np.minimum(buckles, snaps), comes_off) / long
    bears, weighs, none = f"diagonals_bears.{piece.id}", f"diagonals_weighs.{piece.id}", 0.0 * E
    return {
        f"{bears}.Et": none, f"{bears}.mass": none, f"{bears}.Gt": E / slides, f"{bears}.lattice": stands,
        f"{weighs}.Et": none, f"{weighs}.Gt": none, f"{weighs}.mass": values[f"{stock}.density"],
    }  # fmt: skip


def _to_and_fro(piece: Diagonals) -> tuple[Array, Array]:
    at = places(piece)
    return at, np.asarray(np.arange(len(at)) % 2.0, dtype=np.float64)


def _needs(piece: Diagonals, ground: Ground) -> list[Need]:
    at = places(piece)
    middle = 0.5 * (at[:-1] + at[1:])
    chord, _ = ground.plan.at(middle)
    runs = [float(v) for v in np.hypot(chord, piece.pitch_mm) + 2 * piece.lap_mm] * len(FACES[piece.surface])
    sizes = {"width_mm": piece.width_mm, "thickness_mm": piece.thickness_mm}
    return [stick_needs("strip", piece.material, sizes, runs)] if runs else []


def _glued_grams(piece: Diagonals, ground: Ground) -> float:
    """Of both feet of every stick."""
    glue, long = catalogue().glue[piece.glue], 2 * piece.lap_mm * max(len(places(piece)) - 1, 0)
    each = glue.bead.typical * 1e-3 if glue.bead is not None else 0.0
    if glue.spread is not None:
        each = glue.spread.typical * 1e-6 * piece.width_mm
    return each * long * len(FACES[piece.surface])


def _size(piece: Diagonals, mm: Say) -> str:
    return f"{mm(piece.width_mm)} × {mm(piece.thickness_mm)} sticks to and fro, every {mm(piece.pitch_mm)}"


def _suggest(room: Room) -> list[PieceBase]:
    return [Diagonals(id=room.id("diagonals"), y_from_mm=0.0, y_to_mm=room.tip)]


KIND = Kind(
    model=Diagonals,
    group="sheets",
    rows=_rows,
    size=_size,
    noun="diagonals",
    stem="diagonals",
    minutes=minutes((8, 15, 30), (15, 25, 45)),
    needs=_needs,
    suggest=_suggest,
    offer=Offer(
        "stick",
        "Sticks to and fro over an opening",
        "A lattice: stiffest for its grams against twist.",
        "Each foot has to be glued well.",
    ),
    bond=None,
    derived=_derived,
    uses=lambda piece: [f"stock.{piece.material}", f"glue.{piece.glue}"],
    glued_grams=_glued_grams,
    problems=lambda piece, rows, ground: too_far_apart(piece, "from foot to foot"),
    only_hollow=True,
    over_openings=True,
    only_on=frozenset({"body"}),
    width_seen=lambda piece: piece.width_mm,
    slants=_to_and_fro,
)
