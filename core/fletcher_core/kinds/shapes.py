"""The constants of plain shapes."""

from __future__ import annotations

from typing import Any

import numpy as np

#: share of a round stick's perimeter that glue holds in a slot, which is open on one side (own estimate)
SLOT_SHARE = 0.7
#: a cord is drawn and placed as this thick, mm; its stiffness and strength are forces, not stresses
CORD_MM = 1.5
CORD_AREA = np.pi / 4 * CORD_MM**2


def rectangle_constant(width: float, thickness: float) -> float:
    """Torsion constant of a rectangle, mm4 (Young and Budynas, Roark: table of torsion)."""
    a, b = max(width, thickness) / 2, min(width, thickness) / 2
    return float(a * b**3 * (16 / 3 - 3.36 * b / a * (1 - b**4 / (12 * a**4))))


def round_shape(outer: float, bore: float) -> dict[str, Any]:
    """Constants of a round bar or tube in a slot, diameters in mm."""
    i, i_out = np.pi / 64 * (outer**4 - bore**4), np.pi / 64 * outer**4
    area, area_out = np.pi / 4 * (outer**2 - bore**2), np.pi / 4 * outer**2
    return {
        "area": area, "ixx": i, "izz": i, "polar": 2 * i, "area_out": area_out, "ixx_out": i_out, "izz_out": i_out,
        "height": outer, "width": outer, "web_width": 0.0, "bond_width": SLOT_SHARE * np.pi * outer,
        "round": True, "bore": bore,
    }  # fmt: skip


def box_shape(width: Any, height: Any, bond_width: Any, web_width: float = 0.0, polar: Any = None) -> dict[str, Any]:
    """Constants of a solid rectangle, mm; `bond_width` of its girth is held by glue."""
    area, ixx, izz = width * height, width * height**3 / 12, height * width**3 / 12
    own = rectangle_constant(width, height) if polar is None else polar
    return {
        "area": area, "ixx": ixx, "izz": izz, "polar": own, "area_out": area, "ixx_out": ixx, "izz_out": izz,
        "height": height, "width": width, "web_width": web_width, "bond_width": bond_width,
    }  # fmt: skip


def inside(shape: dict[str, Any]) -> dict[str, Any]:
    """The same, where no foam gives way to it: it lies within what has displaced the foam already."""
    return {**shape, "area_out": 0.0, "ixx_out": 0.0, "izz_out": 0.0}
