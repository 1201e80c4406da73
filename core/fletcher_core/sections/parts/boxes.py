"""What joins both faces: webs, with or without caps, and boxes folded from board."""

from __future__ import annotations

from typing import Any

import numpy as np

from ...catalogue import catalogue
from ...model import BoxSpar, Web
from ..rows import Ground, MemberRow, Rows
from .films import layers_left
from .place import box_shape, line_of

#: what wood keeps along the span when its grain stands upright (Forest Products Laboratory 2010: E_R/E_L)
UPRIGHT_GRAIN = 0.05


def web(piece: Web, index: int, ground: Ground) -> Rows:
    line = line_of(piece, ground)
    common: dict[str, Any] = {
        "glue": piece.glue, "x": line.x, "present": line.present, "oblique": line.oblique,
        "free_length": line.length,
    }  # fmt: skip
    cap = piece.cap_thickness_mm * piece.layers * layers_left(piece, ground) if piece.cap_material else 0.0 * line.x
    cover = piece.cover_mm if piece.cap_material else 0.0
    height = np.maximum(line.depth - 2 * (cap + cover), 0.1)
    grain = UPRIGHT_GRAIN if piece.grain == "upright" else 1.0
    middle = 0.5 * (line.upper + line.lower)
    rows = [
        MemberRow(
            index, f"stock.{piece.material}", z=middle, grain_factor=grain, part="web" if piece.cap_material else "",
            **common, **box_shape(piece.thickness_mm, height, 2 * height, piece.thickness_mm, 0.0),
        )
    ]  # fmt: skip
    if piece.cap_material is None:
        return Rows(rows)
    w = piece.cap_width_mm
    for side, face, name in ((1, line.upper, "top"), (-1, line.lower, "bottom")):
        rows.append(
            MemberRow(
                index, f"stock.{piece.cap_material}", z=face - side * (cover + 0.5 * cap), part=f"{name} cap",
                against="part", near_surface=1.0, **common,
                **box_shape(w, np.maximum(cap, 1e-3), min(w, piece.thickness_mm), 0.0, w * cap**3 / 3),
            )
        )  # fmt: skip
        if cover > 0:
            rows.append(
                MemberRow(
                    index, f"stock.{piece.material}", z=face - side * 0.5 * cover, part=f"{name} cover",
                    against="part", near_surface=1.0, **common, **box_shape(w, cover, w),
                )
            )  # fmt: skip
    return Rows(rows)


def box(piece: BoxSpar, index: int, ground: Ground) -> Rows:
    """Four walls of board: two standing, two lying between them; nothing inside.

    The board's own stiffness is smeared over its thickness (core and both papers); its twist is that
    of the closed cell (Bredt 1896), counted with the walls that stand.
    """
    board = catalogue().board[piece.material]
    t = board.thickness.typical
    line = line_of(piece, ground)
    w, depth = piece.width_mm, np.maximum(line.depth, 2.2 * t)
    middle = 0.5 * (line.upper + line.lower)
    common: dict[str, Any] = {
        "glue": piece.glue, "present": line.present, "oblique": line.oblique, "free_length": line.length,
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
