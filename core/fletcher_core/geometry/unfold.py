"""The flat pattern of a folded wing: its sheet laid out, panel by panel, with every fold.

Between two folds a panel of a tapered wing is plane: its folds are straight lines from its inner to its outer end. So
it is laid flat without stretching anything: each corner is put where its distances from two corners before it say.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..model.aerofoil import FoldedBoard
from ..model.part import Part
from .folded import top_of_sheet

Array = NDArray[np.float64]

#: flats that stand for a top that is curved by hand; own choice
_CURVED = 16


@dataclass(frozen=True)
class Fold:
    """A line across the pattern, (2, 2) mm from the inner to the outer end, and what it is."""

    line: Array
    what: str


@dataclass(frozen=True)
class FlatPanel:
    """One panel of the sheet laid flat, mm; nose along the middle, the lower sheet towards positive y.

    outline : (N, 2) once round. folds : what is creased, bevelled or folded. spar : (4, 2) where the spar is glued.
    long : mm of sheet from edge to edge at the inner and the outer end.
    """

    outline: Array
    folds: list[Fold]
    spar: Array
    long: tuple[float, float]


def _corners(made: FoldedBoard, material: str, root: float, chord: float) -> tuple[Array, list[str]]:
    """(K, 2) x and z mm along the outside, from the lower trailing edge round the nose to the upper one, and what each
    is: a fold, or nothing."""
    scale = chord / root
    front, back = scale * made.crease_mm, scale * (made.crease_mm + made.flat_mm)
    places = [0.0, front, back, chord - scale * made.fold_back_mm]
    names = ["nose, upper edge", "front crease", "rear crease", ""]
    if made.top == "curved":
        between = np.linspace(0.0, front, _CURVED + 1)[1:-1]
        places[1:1] = between.tolist()
        names[1:1] = [""] * len(between)
    high = top_of_sheet(made, material, root, chord, np.array(places))
    lower = [(chord, 0.0), (0.0, 0.0)]
    return np.array([*lower, *zip(places, high, strict=True)]), ["", "nose: fold here", *names]


def _third(a: Array, b: Array, from_a: float, from_b: float) -> Array:
    """The corner of a triangle over a and b, to the left of the way from a to b."""
    along = b - a
    base = float(np.hypot(*along))
    x = (from_a**2 - from_b**2 + base**2) / (2 * base)
    y = float(np.sqrt(max(from_a**2 - x**2, 0.0)))
    u = along / base
    return np.asarray(a + x * u + y * np.array([-u[1], u[0]]))


def flat_panels(part: Part) -> list[FlatPanel]:
    """Every panel of a folded wing, from the root out; lengths as they are on the outside of the sheet.

    Raises
    ------
    TypeError
        Where the part is not folded.
    """
    made = part.aerofoil
    if not isinstance(made, FoldedBoard):
        raise TypeError("only a folded board has a flat pattern")
    root = part.panels[0].root_chord_mm
    found = []
    for panel in part.panels:
        ends = []
        for chord, y, back in ((panel.root_chord_mm, 0.0, 0.0), (panel.tip_chord_mm, panel.span_mm, panel.sweep_mm)):
            corners, names = _corners(made, part.core.material, root, chord)
            ends.append(np.column_stack([corners[:, 0] + back, np.full(len(corners), y), corners[:, 1]]))
        found.append(_laid_flat(ends[0], ends[1], names, made, root, (panel.root_chord_mm, panel.tip_chord_mm)))
    return found


def _laid_flat(
    inner: Array, outer: Array, names: list[str], made: FoldedBoard, root: float, chords: tuple[float, float]
) -> FlatPanel:
    def away(a: Array, b: Array) -> float:
        return float(np.linalg.norm(a - b))

    # the first line stands upright; every next corner from the line before it
    one, two = [np.zeros(2)], [np.array([0.0, -away(inner[0], outer[0])])]
    for k in range(1, len(inner)):
        a, b = one[-1], two[-1]
        next_one = _third(b, a, away(outer[k - 1], inner[k]), away(inner[k - 1], inner[k]))
        # of both triangles of a flat the second stands on the first
        next_two = _third(b, next_one, away(outer[k - 1], outer[k]), away(inner[k], outer[k]))
        one.append(next_one)
        two.append(next_two)
    # across the span along x, from the lower trailing edge upwards in y
    ends = [np.array([[-p[1], -p[0]] for p in line]) for line in (one, two)]
    folds = [Fold(np.array([ends[0][k], ends[1][k]]), name) for k, name in enumerate(names) if name]
    edge = [end[0] for end in ends]
    if made.fold_back_mm:
        deep = [made.fold_back_mm * chord / root for chord in chords]
        folds.insert(0, Fold(np.array(edge), "fold back inward"))
        edge = [e + np.array([0.0, -d]) for e, d in zip(edge, deep, strict=True)]
    outline = np.concatenate([[edge[0]], ends[0], ends[1][::-1], [edge[1]]])
    at = {fold.what: fold.line for fold in folds}
    spar = np.concatenate([at["front crease"], at["rear crease"][::-1]])
    rows = [np.vstack([e, end]) for e, end in zip(edge, ends, strict=True)]
    long = [float(np.linalg.norm(np.diff(row, axis=0), axis=1).sum()) for row in rows]
    return FlatPanel(outline, folds, spar, (long[0], long[1]))


#: what to do at the nose's two edges, by how it is folded
BEVELS = {
    "crease": "crease both lines through the paper, no bevel",
    "bevel": "bevel both sides between these lines until it closes to a right angle without resistance",
    "round": "bevel both sides between these lines; sand round when it has set",
}

__all__ = ["BEVELS", "FlatPanel", "Fold", "flat_panels"]
