"""Where a straight stick lies."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, TypeVar

import numpy as np
from numpy.typing import NDArray

from .base import PieceBase
from .rows import Ground, MemberRow

Array = NDArray[np.float64]
P = TypeVar("P", bound=PieceBase)


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
    """The piece's axis along the span, and the faces of the section over it, mm."""
    plan, outline = ground.plan, ground.outline
    share = share_along(piece, plan.y)
    upper, lower = ground.room.faces_at(share)
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


def stick_row(piece: Any, index: int, ground: Ground, shape: dict[str, Any]) -> MemberRow:
    """The row of a plain stick of stock at its depth."""
    line = line_of(piece, ground)
    z, near = level_of(piece, line, shape["height"])
    return MemberRow(
        index, f"stock.{piece.material}", piece.glue, x=line.x, z=z, present=line.present, **shape,
        oblique=line.oblique, free_length=line.length, ends=(piece.y_from_mm, piece.y_to_mm), near_surface=near,
    )  # fmt: skip


def layers_left(piece: Any, ground: Ground) -> Array:
    """(S,) share of a piece's layers that have not ended yet."""
    ended = sum((ground.plan.y > d).astype(float) for d in piece.drops_mm)
    return np.asarray(1.0 - ended / piece.layers + 0.0 * ground.plan.y)


def largest(sizes: Sequence[Any], limit: float) -> Any:
    """The largest size (or the first of its measures) up to a limit; the smallest where none is."""
    fitting = [s for s in sizes if (s[0] if isinstance(s, tuple) else s) <= limit]
    return fitting[-1] if fitting else sizes[0]


def paired(one: P, inset_mm: float) -> tuple[P, ...]:
    """The same at the top and at the bottom, with so much foam over it."""
    return tuple(one.model_copy(update={"level": v, "inset_mm": inset_mm, "id": v}) for v in ("top", "bottom"))
