"""A side wall of a body that buckles between top and bottom: pressed, bent in its plane, sheared, or all of them.

Its half that is pressed by bending up and down stands six times what it would if all of it were pressed alike
(Timoshenko and Gere 1961: 23.9 against 4).
"""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ...sections import open_side
from ..state import Finding, LoadedPart, Mode, per_factor, rising
from .panel_buckling import buckles_at, laminate, rib_pitch
from .seam import SIDES

#: push of a plate that is bent in its plane, over that of one pressed all over (Timoshenko and Gere 1961)
_BENT = 6.0


def find(wing: LoadedPart) -> Iterator[Finding]:
    """Push over what it buckles at, plus the square of the same of its shear flow, is one (Bruhn 1973)."""
    layout, wall = wing.layout, wing.layout.section.wall_mm
    if wall is None or not wing.is_body:
        return
    outline = layout.outline
    high, low = outline.upper.max(axis=1) - wall, outline.lower.min(axis=1) + wall
    tall = np.maximum(high - low, 2 * wall)
    # of the same board as top and bottom: as the one of them that is there
    EA, D, S = (np.maximum(a, b) for a, b in zip(laminate(wing, 1), laminate(wing, -1), strict=True))
    push, sheared = buckles_at(np.pi**2 * D / tall**2, S, rib_pitch(wing) / tall)
    bends = wing.handed_over(wing.shear.unit) / wing.shear.unit
    for edge, x in (("nose", 0.5 * wall), ("trailing edge", outline.chord - 0.5 * wall)):
        ends = [wing.strain(x + 0 * high, z) for z in (high, low)]
        pressed = -0.5 * (ends[0] + ends[1]) + 0.5 * np.abs(ends[0] - ends[1]) / _BENT
        flow = np.abs(wing.shear.seams[edge]) * bends + np.abs(wing.turns[0]) * wing.torsion.seam(edge)
        q, a = flow / sheared, EA * pressed / push
        n = rising(q**2, a, np.full_like(a, -1.0))
        n = np.where(open_side(layout, 1 if edge == "nose" else 2), np.inf, n)
        yield Finding(
            "side_wall", None, "", n, push, per_factor(push, n), "N/mm",
            "a sandwich plate as wide as the wall is tall; (mean push + a sixth of what bends it in its plane) / that "
            "+ (flow / what it stands sheared)² = 1", SIDES[edge].replace("corner", "wall"),
        )  # fmt: skip


MODE = Mode(
    "side_wall",
    "the {thing} buckles",
    True,
    "It bulges in slanting waves, with a pop, and back again when the load is gone.",
    "Allen 1969; Timoshenko and Gere 1961; Bruhn 1973",
    find,
    error=(0.7, 1.4),
    only_hollow=True,
    takes_length=True,
)
