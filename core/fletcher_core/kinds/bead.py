"""A bead of glue wiped into a crease or a corner of a hollow wing."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field, model_validator

from ..catalogue import catalogue
from ..fields import Problem, fault, measure
from .base import PieceBase
from .kind import Kind, Offer, Room, Say, minutes
from .place import line_of
from .rows import Ground, MemberRow, Need, Rows
from .shapes import rectangle_constant

#: E of a glue from its G: nearly incompressible (own estimate)
_E_OF_G = 2.8


class Bead(PieceBase):
    """A three-cornered fillet of glue, so wide along each of both sheets."""

    kind: Literal["bead"] = "bead"
    material: str = Field("hot_melt_low", json_schema_extra={"label": "glue", "table": "glue"})
    leg_mm: float = measure("wide along each sheet", "size", 0.5, 15.0, 3.0)
    level: Literal["top", "bottom"] = Field("bottom", json_schema_extra={"label": "depth"})
    chord_from: float = measure("place on the chord at the start", "percent", 0.0, 1.0, 0.1)
    chord_to: float = measure("place on the chord at the end", "percent", 0.0, 1.0, 0.1)

    @model_validator(mode="after")
    def _fills_a_corner(self) -> Bead:
        gap = catalogue().glue[self.material].gap
        if not gap.startswith("fills") or "pushes" in gap:
            raise fault("material", "This glue leaves no fillet that holds.", "Take one that fills gaps and stays put.")
        return self


def _rows(piece: Bead, index: int, ground: Ground) -> Rows:
    line = line_of(piece, ground)
    side = 1 if piece.level == "top" else -1
    leg = piece.leg_mm
    area, i = 0.5 * leg**2, leg**4 / 36
    z = (line.upper if side > 0 else line.lower) - side * leg / 3
    shape: dict[str, Any] = {"area": area, "ixx": i, "izz": i, "area_out": area, "ixx_out": i, "izz_out": i}
    return Rows(
        [
            MemberRow(
                index, f"fillet.{piece.material}", None, x=line.x, z=z, present=line.present, **shape,
                polar=0.5 * rectangle_constant(leg, leg), height=leg, width=leg, web_width=0.0, bond_width=leg,
                oblique=line.oblique, free_length=line.length, ends=(piece.y_from_mm, piece.y_to_mm), near_surface=1.0,
                yields=True,
            )
        ]
    )  # fmt: skip


def _problems(piece: Bead, rows: list[MemberRow], ground: Ground) -> Iterator[Problem]:
    if ground.inside is None:
        yield Problem(
            ("level",), "depth", "This part is solid: it has no crease to wipe glue into.",
            "Leave it out, or choose a hollow section.",
        )  # fmt: skip


def _derived(piece: Bead, values: Mapping[str, Any], ground: Ground) -> dict[str, NDArray[np.float64]]:
    glue = f"fillet.{piece.material}"
    return {f"{glue}.E": _E_OF_G * values[f"{glue}.G"]}


def _size(piece: Bead, mm: Say) -> str:
    return f"bead, {mm(piece.leg_mm)} wide"


def _suggest(room: Room) -> list[PieceBase]:
    return [Bead(id=room.id("bead"), **room.run)]


def _needs(piece: Bead, ground: Ground) -> list[Need]:
    return []


KIND = Kind(
    model=Bead,
    group="edges",
    rows=_rows,
    size=_size,
    noun="bead of glue",
    stem="bead",
    table="glue",
    minutes=minutes((2, 3, 6), (3, 5, 10)),
    needs=_needs,
    suggest=_suggest,
    derived=_derived,
    offer=Offer("cut", "Bead of glue in a crease", "Keeps a fold from opening again.", "Heavy for what it does."),
    width_seen=lambda piece: piece.leg_mm,
    size_field=lambda piece, direction: "leg_mm",
    bond=None,
    problems=_problems,
    twists_alone=True,
    only_hollow=True,
    look="film",
)
