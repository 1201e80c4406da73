"""A cord let into an edge, round notches too."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Literal

import numpy as np
from pydantic import Field

from ..fields import Problem, measure
from ..units import Measure
from .base import PieceBase
from .kind import Kind, Offer, Room, minutes
from .needs import runs_of
from .place import obliqueness
from .rows import Ground, MemberRow, Need, Rows
from .shapes import CORD_AREA, CORD_MM


class Cord(PieceBase):
    """A cord let into an edge, round notches too."""

    kind: Literal["cord"] = "cord"
    material: str = Field("cord_polyester", json_schema_extra={"label": "cord", "table": "cord"})
    glue: str = Field("polyurethane_foaming", json_schema_extra={"label": "glue", "table": "glue"})
    edge: Literal["leading", "trailing"] = Field("leading", json_schema_extra={"label": "edge"})
    inset_mm: float = measure("let in by", "length", 0.5, 30.0, 2.0)


def _rows(piece: Cord, index: int, ground: Ground) -> Rows:
    """It follows notches, which the layout tells it by moving its x."""
    outline, plan = ground.outline, ground.plan
    at = piece.inset_mm / outline.chord
    share = at if piece.edge == "leading" else 1.0 - at
    upper, lower = outline.faces_at(np.clip(share, 0, 1))
    present = ground.run(piece.y_from_mm, piece.y_to_mm)
    return Rows(
        [
            MemberRow(
                index, f"cord.{piece.material}", piece.glue, x=share * outline.chord, z=0.5 * (upper + lower),
                present=present, area=CORD_AREA, ixx=0.0, izz=0.0, polar=0.0, area_out=CORD_AREA, ixx_out=0.0,
                izz_out=0.0, height=CORD_MM, width=CORD_MM, web_width=0.0, bond_width=np.pi * CORD_MM,
                oblique=obliqueness(plan.x_le + share * plan.chord, present, ground),
                free_length=piece.y_to_mm - piece.y_from_mm, ends=(piece.y_from_mm, piece.y_to_mm), rope=True,
                edge=piece.edge, round=True,
            )
        ]
    )  # fmt: skip


def _problems(piece: Cord, rows: list[MemberRow], ground: Ground) -> Iterator[Problem]:
    """An edge that is thinner than the cord has no room for it."""
    share = piece.inset_mm / ground.outline.chord
    upper, lower = ground.outline.faces_at(np.clip(share if piece.edge == "leading" else 1.0 - share, 0, 1))
    thin = np.where(rows[0].present > 0, upper - lower, np.inf)
    if thin.min() < CORD_MM:
        y = float(ground.plan.y[int(thin.argmin())])
        yield Problem(
            ("inset_mm",), "let in by", "The edge is {thick} thick there, {y} out; the cord is {cord}.",
            "Let it in deeper, where the foam is thicker than the cord.",
            {"thick": Measure(float(thin.min()), "size"), "y": Measure(y), "cord": Measure(CORD_MM, "size")},
        )  # fmt: skip


def _needs(piece: Cord, ground: Ground) -> list[Need]:
    runs = runs_of(ground, piece)
    return [Need("cord", "cord", piece.material, sum(runs), {}, runs)]


def suggest(room: Room) -> list[PieceBase]:
    """A cord round the nose, of a usual size."""
    return [Cord(id=room.id("cord"), **room.whole)]


KIND = Kind(
    model=Cord,
    group="edges",
    rows=_rows,
    size=lambda p, mm: f"cord in the {p.edge} edge",
    noun="cord",
    table="cord",
    minutes=minutes((3.6, 6, 12), (9, 15, 30)),
    needs=_needs,
    suggest=suggest,
    problems=_problems,
    offer=Offer("stick", "Cord in an edge", "Spreads a hit; holds notches together.", "Adds no stiffness up and down."),
    twists_alone=True,
    for_hits=True,
)
