"""A box folded from paper-faced board: four walls, two standing, two lying between them; nothing inside."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any, Literal

import numpy as np
from pydantic import Field, model_validator

from ..catalogue import catalogue
from ..fields import fault, measure
from ..units import Measure
from .base import PieceBase, Spotted, Stick
from .kind import ON_A_BODY, Kind, Offer, Room, Run, Values, minutes
from .needs import depth_of, runs_of
from .place import line_of
from .rows import Ground, MemberRow, Need, PatchRow, Rows, SheetRow
from .shapes import box_shape

#: side left open -> the part of the box that is not there
_OPEN = {"top": "lid", "bottom": "floor"}


class BoxSpar(Stick, Spotted):
    """A box folded from paper-faced board, over the whole depth of the wing."""

    kind: Literal["box"] = "box"
    material: str = Field("foamboard_light", json_schema_extra={"label": "board", "table": "board"})
    width_mm: float = measure("width of the box", "length", 8.0, 200.0, 25.0)
    open: Literal["closed", "top", "bottom"] = Field("closed", json_schema_extra={"label": "side left open"})

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
    """The board's own stiffness is smeared over its thickness (core and both papers). Against twist its walls are
    webs, its lids sheets within the faces, and its hollow encloses what they go round (Bredt 1896)."""
    t = catalogue().board[piece.material].thickness.typical
    line = line_of(piece, ground)
    w, depth = piece.width_mm, np.maximum(line.depth, 2.2 * t)
    middle = 0.5 * (line.upper + line.lower)
    common: Mapping[str, Any] = {
        "glue": piece.glue, "present": line.present, "oblique": line.oblique, "free_length": line.length,
        "ends": (piece.y_from_mm, piece.y_to_mm),
    }  # fmt: skip
    rows = []
    for side, name in ((-1, "front wall"), (1, "back wall")):
        shape = box_shape(t, depth, piece.glued * depth, t, 0.0)
        rows.append(
            MemberRow(
                index, f"folded.{piece.material}", x=line.x + side * 0.5 * (w - t), z=middle, part=name, **common,
                **shape,
            )
        )  # fmt: skip
    lid = box_shape(w - 2 * t, t, piece.glued * (w - 2 * t), 0.0, w * t**3 / 3)
    hollow = depth - 2 * t
    sides = [(side, name) for side, name in ((1, "lid"), (-1, "floor")) if name != _OPEN.get(piece.open)]
    for side, name in sides:
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
    chord = ground.outline.chord
    front, back = ((line.x + side * 0.5 * w) / chord for side in (-1, 1))
    lids = [
        SheetRow(
            index, f"lid.{piece.id}", 1, face, front, back, -t, False, False, line.present, part=name, bears="flow"
        )
        for face, name in sides
    ]
    within = t / chord
    void = PatchRow(index, None, front + within, back - within, 1, None, line.present, stands="hollow")
    return Rows(rows, lids, [void])


def _derived(piece: BoxSpar, values: Values, ground: Ground) -> dict[str, Any]:
    """Its lids as sheets that are sheared only: they are stretched as sticks. N/mm."""
    board, t = f"folded.{piece.material}", catalogue().board[piece.material].thickness.typical
    stiff = values[f"{board}.G"] * t
    return {
        f"lid.{piece.id}.Et": 0.0 * stiff, f"lid.{piece.id}.mass": 0.0 * stiff, f"lid.{piece.id}.Gt": stiff,
        f"lid.{piece.id}.tension": values[f"{board}.panel_shear"] * t,
        f"lid.{piece.id}.in_plane_shear": values[f"{board}.panel_shear"] * t,
    }  # fmt: skip


def _needs(piece: BoxSpar, ground: Ground) -> list[Need]:
    runs = runs_of(ground, piece)
    lids = 1 if piece.open in _OPEN else 2
    area = sum(runs) * (2 * depth_of(ground, piece) + lids * piece.width_mm)
    return [Need("sheet", "board", piece.material, area, {}, runs)]


def _suggest(room: Room) -> list[PieceBase]:
    return [BoxSpar(id=room.id("box"), width_mm=25.0, **room.run)]


def _of_size(material: str, sizes: tuple[float, ...], run: Run) -> list[tuple[BoxSpar, ...]]:
    return [(BoxSpar(id="new", material=material, width_mm=sizes[0], **run),)]


KIND = Kind(
    model=BoxSpar,
    never_on=ON_A_BODY,
    group="sticks",
    rows=_rows,
    size=lambda p, mm: f"{mm(p.width_mm)} box, full height",
    noun="box spar",
    stem="box",
    table="board",
    minutes=minutes((9, 15, 30), (12, 20, 40)),
    needs=_needs,
    suggest=_suggest,
    derived=_derived,
    sizes=tuple(("foamboard_light", (w,)) for w in (20.0, 30.0)),
    of_size=_of_size,
    offer=Offer("stick", "Box folded from board", "Stiff in twist too; cheap.", "Takes room; its paper must stay dry."),
)
