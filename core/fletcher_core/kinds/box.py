"""A box folded from paper-faced board: four walls, two standing, two lying between them; nothing inside."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any, Literal

import numpy as np
from pydantic import Field, model_validator

from ..catalogue import catalogue
from ..fields import fault, measure
from ..units import Measure
from .base import PieceBase, Stick
from .kind import Kind, Offer, Room, minutes
from .needs import depth_of, runs_of
from .place import line_of
from .rows import Ground, MemberRow, Need, Rows
from .shapes import box_shape


class BoxSpar(Stick):
    """A box folded from paper-faced board, over the whole depth of the wing."""

    kind: Literal["box"] = "box"
    material: str = Field("foamboard_light", json_schema_extra={"label": "board", "table": "board"})
    width_mm: float = measure("width of the box", "length", 8.0, 200.0, 25.0)

    @model_validator(mode="after")
    def _has_room(self) -> BoxSpar:
        board = catalogue().board[self.material]
        if not board.paper_faced:
            raise fault("material", "Corrugated sheet does not fold into this box.", "Choose a paper-faced board.")
        wall = board.thickness.typical
        if self.width_mm < 2.2 * wall:
            raise fault(
                "width_mm",
                "A box of {wide} has no room between two boards of {wall}.",
                "Make it at least {least} wide.",
                wide=Measure(self.width_mm),
                wall=Measure(wall),
                least=Measure(2.2 * wall),
            )
        return self


def _rows(piece: BoxSpar, index: int, ground: Ground) -> Rows:
    """The board's own stiffness is smeared over its thickness (core and both papers); its twist is that
    of the closed cell (Bredt 1896), counted with the walls that stand."""
    t = catalogue().board[piece.material].thickness.typical
    line = line_of(piece, ground)
    w, depth = piece.width_mm, np.maximum(line.depth, 2.2 * t)
    middle = 0.5 * (line.upper + line.lower)
    common: Mapping[str, Any] = {
        "glue": piece.glue, "present": line.present, "oblique": line.oblique, "free_length": line.length,
        "ends": (piece.y_from_mm, piece.y_to_mm),
    }  # fmt: skip
    cell = (w - t) * (depth - t)
    bredt = 4 * cell**2 / (2 * (w - t + depth - t) / t)
    rows = []
    for side, name in ((-1, "front wall"), (1, "back wall")):
        shape = box_shape(t, depth, depth, t, 0.5 * bredt)
        rows.append(
            MemberRow(
                index, f"folded.{piece.material}", x=line.x + side * 0.5 * (w - t), z=middle, part=name, **common,
                **shape,
            )
        )  # fmt: skip
    lid = box_shape(w - 2 * t, t, w - 2 * t, 0.0, 0.0)
    hollow = depth - 2 * t
    for side, name in ((1, "lid"), (-1, "floor")):
        z = middle + side * 0.5 * (depth - t)
        # each lid also takes away half of the foam that would stand in the hollow
        gone, near, far = (w - 2 * t) * 0.5 * hollow, 0.25 * hollow, 0.5 * (depth - t)
        out = {
            "area_out": lid["area"] + gone,
            "ixx_out": lid["ixx"] + (w - 2 * t) * (0.5 * hollow) ** 3 / 12 + gone * (near**2 - far**2),
            "izz_out": lid["izz"] + gone * (w - 2 * t) ** 2 / 12,
        }
        rows.append(
            MemberRow(
                index, f"folded.{piece.material}", x=line.x, z=z, part=name, **common,
                **{**lid, **out},
            )
        )  # fmt: skip
    return Rows(rows)


def _needs(piece: BoxSpar, ground: Ground) -> list[Need]:
    runs = runs_of(ground, piece)
    area = sum(runs) * 2 * (depth_of(ground, piece) + piece.width_mm)
    return [Need("sheet", "board", piece.material, area, {}, runs)]


def _suggest(room: Room) -> list[PieceBase]:
    return [BoxSpar(id=room.id("box"), width_mm=25.0, **room.run)]


KIND = Kind(
    model=BoxSpar,
    group="sticks",
    rows=_rows,
    size=lambda p, mm: f"{mm(p.width_mm)} box, full height",
    noun="box spar",
    stem="box",
    table="board",
    minutes=minutes((9, 15, 30), (12, 20, 40)),
    needs=_needs,
    suggest=_suggest,
    offer=Offer("stick", "Box folded from board", "Stiff in twist too; cheap.", "Takes room; its paper hates wet."),
)
