"""Rods, tubes, strips, sandwiches of strip and wood, and cord."""

from __future__ import annotations

from typing import Any

import numpy as np

from ...model import Cord, Rod, Sandwich, Strip, Tube
from ..rows import Ground, MemberRow, Rows
from .place import box_shape, inside, level_of, line_of, obliqueness, round_shape

#: a cord is drawn and placed as this thick, mm; its stiffness and strength are forces, not stresses
CORD_MM = 1.5
CORD_AREA = np.pi / 4 * CORD_MM**2


def _stick(piece: Any, index: int, ground: Ground, shape: dict[str, Any]) -> MemberRow:
    line = line_of(piece, ground)
    z, near = level_of(piece, line, shape["height"])
    return MemberRow(
        index, f"stock.{piece.material}", piece.glue, x=line.x, z=z, present=line.present, **shape,
        oblique=line.oblique, free_length=line.length, near_surface=near,
    )  # fmt: skip


def rod(piece: Rod, index: int, ground: Ground) -> Rows:
    return Rows([_stick(piece, index, ground, round_shape(piece.diameter_mm, 0.0))])


def tube(piece: Tube, index: int, ground: Ground) -> Rows:
    """The tube, and the rod glued into its bore where there is one."""
    outer = _stick(piece, index, ground, round_shape(piece.outer_mm, piece.inner_mm))
    if piece.sleeve_material is None:
        return Rows([outer])
    run = ground.run(piece.y_from_mm, min(piece.sleeve_to_mm, piece.y_to_mm))
    bore = {**inside(round_shape(piece.inner_mm, 0.0)), "bond_width": np.pi * piece.inner_mm}
    core = MemberRow(
        index, f"stock.{piece.sleeve_material}", piece.glue, x=outer.x, z=outer.z, present=run, **bore,
        oblique=outer.oblique, free_length=max(min(piece.sleeve_to_mm, piece.y_to_mm) - piece.y_from_mm, 1.0),
        part="rod inside", against="part",
    )  # fmt: skip
    return Rows([outer, core])


def strip(piece: Strip, index: int, ground: Ground) -> Rows:
    w, t = piece.width_mm, piece.thickness_mm
    shape = box_shape(t, w, 2 * w) if piece.lying == "on_edge" else box_shape(w, t, w + 2 * t)
    return Rows([_stick(piece, index, ground, shape)])


def sandwich(piece: Sandwich, index: int, ground: Ground) -> Rows:
    """Wood on edge between two strips, one above and one below it."""
    w, h, t = piece.width_mm, piece.height_mm, piece.strip_mm
    line = line_of(piece, ground)
    z, near = level_of(piece, line, h)
    common: dict[str, Any] = {
        "glue": piece.glue, "x": line.x, "present": line.present, "oblique": line.oblique,
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


def cord(piece: Cord, index: int, ground: Ground) -> Rows:
    """Cord along an edge; it follows notches, which the layout tells it by moving its x."""
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
                free_length=piece.y_to_mm - piece.y_from_mm, rope=True,
            )
        ]
    )  # fmt: skip
