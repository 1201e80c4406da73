"""How much of a stick or a roll a piece takes, mm, for all copies of the part."""

from __future__ import annotations

import itertools
from typing import Any

import numpy as np

from .place import share_along
from .rows import Ground, Need

#: film and cloth are cut with this much over (own estimate)
WASTE = 1.1


def _length(ground: Ground, y: list[float], shares: tuple[float, float]) -> float:
    """Along a straight line between two shares of the chord, over the places `y`, mm."""
    at = np.array(y)
    chord, x_le = ground.plan.at(at)
    x = x_le + np.interp(at, [at[0], at[-1]], shares) * chord
    return float(np.hypot(np.diff(at), np.diff(x)).sum())


def runs_of(ground: Ground, piece: Any) -> list[float]:
    """Unbroken runs of a stick in all copies: in one across joints that are run through without a bend."""
    plan = ground.plan
    shares = (getattr(piece, "chord_from", 0.0), getattr(piece, "chord_to", 0.0))
    if getattr(piece, "edge", "") == "trailing":
        shares = (1.0, 1.0)
    start, end = piece.y_from_mm, min(piece.y_to_mm, plan.half_span)
    cuts = [start, *(y for y in ground.cuts if start < y < end), end]
    runs = []
    for a, b in itertools.pairwise(cuts):
        inner = [float(y) for y in plan.breaks if a < y < b]
        runs.append(_length(ground, [a, *inner, b], shares))
    chord, x_le = plan.at(np.array([start, min(start + 1.0, end)]))
    slope = float(np.diff(x_le + shares[0] * chord)[0]) + (shares[1] - shares[0]) * float(chord[0]) / max(
        end - start, 1.0
    )
    if ground.copies == 2 and start < 0.5 and ground.through_middle and abs(slope) < 0.02:
        return [2 * runs[0], *(r for r in runs[1:] for _ in range(2))]
    return [r for r in runs for _ in range(ground.copies)]


def stick_needs(form: str, material: str, sizes: dict[str, float], runs: list[float]) -> Need:
    """A stick from the shelf: `runs` are the lengths that must each be whole, mm."""
    return Need(form, "stock", material, sum(runs), sizes, runs)


def depth_of(ground: Ground, piece: Any) -> float:
    """Mean depth of the section where a stick of full height stands, mm."""
    y = ground.plan.y
    upper, lower = ground.room.faces_at(share_along(piece, y))
    here = (y >= piece.y_from_mm) & (y <= piece.y_to_mm)
    return float((upper - lower)[here].mean())


def layer_ends(piece: Any) -> list[float]:
    """Where each layer ends, mm out."""
    return [*piece.drops_mm, *[piece.y_to_mm] * (piece.layers - len(piece.drops_mm))]


def faces_of(piece: Any) -> int:
    """On how many faces it lies: 1 or 2."""
    return 2 if piece.surface == "both" else 1


def area_across(ground: Ground, piece: Any, end: float, steps: int, lap: float = 0.0) -> float:
    """mm2 of one half and face between two shares of the chord, as far out as `end`."""
    y = np.linspace(piece.y_from_mm, end, steps)
    chord, _ = ground.plan.at(y)
    return float(np.trapezoid(chord * (piece.x_to - piece.x_from) + lap, y))


def roll_of(ground: Ground, piece: Any, table: str, sizes: dict[str, float]) -> list[Need]:
    """Skin or cloth by area: chord shares, a lap round the nose, and a tenth over."""
    ends = [min(end, piece.y_to_mm) for end in layer_ends(piece)]
    area = sum(area_across(ground, piece, end, 41, piece.nose_lap_mm) for end in ends)
    return [Need("roll", table, piece.material, WASTE * ground.copies * faces_of(piece) * area, sizes)]
