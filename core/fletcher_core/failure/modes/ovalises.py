"""A round shell that goes flat as it is bent, and then kinks (Brazier 1927).

M = 2 √2 / 9 π r √(12 EA D), with EA of its wall along and D round it: of one even wall 2 √2 / 9 π E r t² / √(1 − ν²).
"""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ...model.body import Body
from ..state import Finding, LoadedPart, Mode, load_factor
from .panel_buckling import laminate, rib_pitch

#: how round a body is from which its corners no longer hold it in shape (own choice)
_ROUND = 0.5
#: stiffness of paper round it over that along it, as of a panel's (own estimate)
_ROUND_IT = 0.5
#: mm from former to former over r √(r / t) up to which they keep it round (own estimate)
_KEPT = 1.0


def find(wing: LoadedPart) -> Iterator[Finding]:
    """Of what is round, with no former near enough to keep it so."""
    layout, part, wall = wing.layout, wing.layout.part, wing.layout.section.wall_mm
    if wall is None or not isinstance(part, Body):
        return
    round_by = np.interp(layout.plan.y, [s.x_mm for s in part.stations], [s.roundness for s in part.stations])
    if not (round_by >= _ROUND).any():
        return
    outline = layout.outline
    radius = 0.25 * (outline.chord + outline.upper.max(axis=1) - outline.lower.min(axis=1)) - 0.5 * wall
    EA, D, _ = laminate(wing, 1)
    stands = 2 * np.sqrt(2) / 9 * np.pi * radius * np.sqrt(12 * EA * D * _ROUND_IT)
    moment = np.hypot(wing.forces.moment, wing.forces.moment_z)
    free = (round_by >= _ROUND) & (rib_pitch(wing) > _KEPT * radius * np.sqrt(radius / wall))
    n = np.where(free, load_factor(stands, moment), np.inf)
    yield Finding(
        "ovalises", None, "", n, stands, moment, "N mm",
        "moment = 2 √2 / 9 × π × radius × √(12 × stiffness of the wall along × bending stiffness round it)", "shell",
    )  # fmt: skip


MODE = Mode(
    "ovalises",
    "the {thing} goes flat and kinks",
    True,
    "It goes oval where it bends most, and back again when the load is gone.",
    "Brazier 1927",
    find,
    error=(0.7, 1.3),
    only_hollow=True,
    takes_length=True,
    only_body=True,
)
