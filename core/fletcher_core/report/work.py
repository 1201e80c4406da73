"""Minutes of work, by kind of piece, and of waiting for glue."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..analysis.estimate import Estimate
from ..catalogue import catalogue
from ..joints.boom import MINUTES
from ..joints.hardware import Hardware
from ..kinds import kind_of
from ..model import Scheme
from ..model.boom import Boom
from .verdict import Work

Array = NDArray[np.float64]


def _runs(piece: Any) -> float:
    """How often its length is gone along: faces and layers, which may end early."""
    if not hasattr(piece, "surface"):
        return 1.0
    faces = 2 if piece.surface == "both" else 1
    if not hasattr(piece, "layers"):
        return float(faces)
    length = piece.y_to_mm - piece.y_from_mm
    # layers end in the order of the list; those that are not named go to the end
    ended = sum((min(d, piece.y_to_mm) - piece.y_from_mm) / length for d in piece.drops_mm if d > piece.y_from_mm)
    layers = piece.layers - len(piece.drops_mm) + ended
    return float(layers * faces)


def minutes_of(piece: Any, copies: int = 2) -> Estimate:
    """Of hand work for one piece in all copies of its part."""
    entry = kind_of(piece).minutes
    metres = copies * 1e-3 * (piece.y_to_mm - piece.y_from_mm) * _runs(piece)
    low, typical, high = (a + b * metres for a, b in zip(entry.start, entry.per_metre, strict=True))
    return Estimate(value=typical, low=low, high=high)


def total(parts: list[Estimate]) -> Estimate:
    """The sum; the spreads of different pieces are taken to go each their own way (root of squares)."""
    value = sum(p.value for p in parts)
    down, up = (sum((getattr(p, end) - p.value) ** 2 for p in parts) ** 0.5 for end in ("low", "high"))
    return Estimate(value=value, low=value - down, high=value + up)


def of_joint(hardware: Hardware) -> Estimate:
    """Of hand work on a joint of panels, wherever it is on the part."""
    low, typical, high = hardware.minutes
    return Estimate(value=typical, low=low, high=high)


def _of_booms(boom: Boom | None) -> list[Estimate]:
    low, typical, high = MINUTES
    return [Estimate(value=typical, low=low, high=high)] * (boom.count if boom else 0)


def work_of(
    scheme: Scheme, copies: int = 2, hardware: Sequence[Hardware] = (), fold: str | None = None,
    boom: Boom | None = None,
) -> Work:  # fmt: skip
    """Of the pieces that are switched on, of the joints of panels, of booms; `fold`: the glue of a folded part."""
    pieces: list[Any] = [p for p in scheme.pieces if p.on]
    used = {getattr(p, "glue", None) for p in pieces} | {h.joint.glue for h in hardware} | {fold}
    used |= {boom.glue} if boom else set()
    glues = [catalogue().glue[g] for g in sorted(g for g in used if g)]
    slowest = max(glues, key=lambda g: g.fly, default=None)
    return Work(
        hands=total([*(minutes_of(p, copies) for p in pieces), *(of_joint(h) for h in hardware), *_of_booms(boom)]),
        fly_after=slowest.fly if slowest else 0.0,
        full_after=max((g.full for g in glues), default=0.0),
        slowest=slowest.label if slowest else "",
    )
