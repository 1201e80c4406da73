"""Where a straight stick lies, and the constants of plain shapes."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..rows import Ground
from ..torsion import rectangle_constant

Array = NDArray[np.float64]

#: share of a round stick's perimeter that glue holds in a slot, which is open on one side
SLOT_SHARE = 0.7


@dataclass(frozen=True)
class Line:
    """A straight run: chord share, mm aft of the local leading edge, faces there, all (S,)."""

    share: Array
    x: Array
    upper: Array
    lower: Array
    present: Array
    oblique: float
    length: float

    @property
    def depth(self) -> Array:
        return self.upper - self.lower


def share_along(piece: Any, y: Array) -> Array:
    """Chord share of a straight piece at places along the span.

    The piece is straight in share of chord between its ends: straight on the wing where the panels
    taper evenly, as builders lay it out with a ruler from chord mark to chord mark.
    """
    run = max(piece.y_to_mm - piece.y_from_mm, 1e-9)
    part = np.clip((y - piece.y_from_mm) / run, 0.0, 1.0)
    return np.asarray(piece.chord_from + part * (piece.chord_to - piece.chord_from))


def line_of(piece: Any, ground: Ground) -> Line:
    plan, outline = ground.plan, ground.outline
    share = share_along(piece, plan.y)
    upper, lower = outline.faces_at(share)
    present = ground.run(piece.y_from_mm, piece.y_to_mm)
    return Line(
        share, share * outline.chord, upper, lower, present,
        obliqueness(plan.x_le + share * plan.chord, present, ground), piece.y_to_mm - piece.y_from_mm,
    )  # fmt: skip


def obliqueness(axis: Array, present: Array, ground: Ground) -> float:
    """Cube of the cosine of a stick's angle to the panel's axis, for what it adds along it."""
    plan, run = ground.plan, present > 0
    middle = np.flatnonzero(run)[int(run.sum()) // 2] if run.any() else 0
    other = min(middle + 1, len(axis) - 1) if middle == 0 else middle - 1
    own_slope = float((axis[middle] - axis[other]) / (plan.s[middle] - plan.s[other])) if other != middle else 0.0
    sine = np.sqrt(np.clip(1 - plan.cos_sweep[middle] ** 2, 0, 1))
    angle = np.arcsin(np.clip(own_slope, -0.99, 0.99)) - np.sign(own_slope or 1.0) * np.arcsin(sine)
    return float(np.cos(angle) ** 3)


def level_of(piece: Any, line: Line, height: Any) -> tuple[Array, Array]:
    """(z of the middle, 1 where less than its own height of foam lies over it) of a buried stick."""
    half = 0.5 * np.asarray(height)
    if piece.level == "middle":
        cover = 0.5 * line.depth - half
        return 0.5 * (line.upper + line.lower), (cover < 2 * half).astype(float)
    cover = float(piece.inset_mm) + 0.0 * half
    z = line.upper - piece.inset_mm - half if piece.level == "top" else line.lower + piece.inset_mm + half
    return z, (cover < 2 * half).astype(float) + 0.0 * line.x


def round_shape(outer: float, bore: float) -> dict[str, Any]:
    i, i_out = np.pi / 64 * (outer**4 - bore**4), np.pi / 64 * outer**4
    area, area_out = np.pi / 4 * (outer**2 - bore**2), np.pi / 4 * outer**2
    return {
        "area": area, "ixx": i, "izz": i, "polar": 2 * i, "area_out": area_out, "ixx_out": i_out, "izz_out": i_out,
        "height": outer, "width": outer, "web_width": 0.0, "bond_width": SLOT_SHARE * np.pi * outer,
    }  # fmt: skip


def box_shape(width: Any, height: Any, bond_width: Any, web_width: float = 0.0, polar: Any = None) -> dict[str, Any]:
    area, ixx, izz = width * height, width * height**3 / 12, height * width**3 / 12
    own = rectangle_constant(width, height) if polar is None else polar
    return {
        "area": area, "ixx": ixx, "izz": izz, "polar": own, "area_out": area, "ixx_out": ixx, "izz_out": izz,
        "height": height, "width": width, "web_width": web_width, "bond_width": bond_width,
    }  # fmt: skip


def inside(shape: dict[str, Any]) -> dict[str, Any]:
    """The same, where no foam gives way to it: it lies within what has displaced the foam already."""
    return {**shape, "area_out": 0.0, "ixx_out": 0.0, "izz_out": 0.0}
