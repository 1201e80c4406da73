"""A stick that bridges parted foam and ends close behind: it levers out of the foam, or pulls out of it.

What runs past the break is held by the foam that it presses, one way near the break and the other way at the stick's
end, and by the glue and foam round it against being pulled. Of a length e that presses q on each of its millimetres
M = q e² / 4 can be held by itself and V = (√2 - 1) q e by itself. A straight line between them lies inside of what can
be held in truth, M = q e² (1/2 - ((1 + V / q e) / 2)²) (as of a pile in stiff ground: Broms 1964; that a state in
balance is a lower bound: Prager and Hodge 1951).
"""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from ...kinds import MemberRow
from ...model.body import Body
from ..state import Finding, LoadedPart, Mode, load_factor
from .core_shear import spanned
from .end_slip import bond_strength

Array = NDArray[np.float64]

#: share of q e that holds a push across, by itself
_ACROSS = 2**0.5 - 1
#: mm within the root or the tip where a stick's end is no end of its own: beyond the root the other half goes on
_AT_THE_ROOT = 1.0
_LEAST = 1e-6


def runs_past(row: MemberRow, y: Array, held_at_root: bool = True) -> Array:
    """(S,) mm from each station to the nearer end of a stick; infinite towards the root where it starts there and is
    held there, as by the other half of a wing."""
    inner, outer = row.ends
    within = np.full(len(y), np.inf) if held_at_root and inner < _AT_THE_ROOT else y - inner
    return np.asarray(np.maximum(np.minimum(within, outer - y), _LEAST))


def find(wing: LoadedPart) -> Iterator[Finding]:
    """Its own bending and push over what the foam that it presses holds; its pull over what glue and foam hold."""
    parted = spanned(wing)
    if not parted.any():
        return
    layout, m = wing.layout, wing.materials
    members, y = layout.section.members, layout.plan.y
    curvature, push = np.abs(wing.curvature[0]), np.abs(wing.forces.shear)
    bridging = [q for q, row in enumerate(layout.member_rows) if _is_held_by_foam(row)]
    stiff = {q: (m.member_on * m.member_E * members.oblique)[:, q, None] * (members.present[q] > 0) for q in bridging}
    bends = {q: stiff[q] * members.ixx[q] for q in bridging}
    together = np.maximum(sum(bends.values()), 1e-9) if bends else 1.0
    crush = wing.values["core.compression_10pct"]
    for q in bridging:
        row = layout.member_rows[q]
        e = runs_past(row, y, not isinstance(layout.part, Body))
        moment, across = bends[q] * curvature, push * bends[q] / together
        presses = (moment * 4 / e**2 + across / (_ACROSS * e)) / members.width[q] * parted
        yield Finding(
            "short_of_break", row.piece, "", load_factor(crush, presses), crush, presses, "MPa",
            "its moment × 4 / (length past the break)² / width + its push / (0.41 × that length × width)", row.part,
        )  # fmt: skip
        pull = np.abs(stiff[q] * members.area[q] * m.gamma[:, q, None] * wing.strain(members.x[q], members.z[q]))
        slips = pull / (np.maximum(layout.bond_width[q], 1e-9) * e) * parted
        strength = bond_strength(wing, row)
        yield Finding(
            "short_of_break", row.piece, "", load_factor(strength, slips), strength, slips, "MPa",
            "its pull / (length past the break × glued girth)", row.part,
        )  # fmt: skip


def _is_held_by_foam(row: MemberRow) -> bool:
    """Whether it is a stick in foam: a web is held along its faces, a cord has a mode of its own."""
    return (
        row.against == "foam" and row.glue is not None and not (row.rope or row.as_core) and not np.any(row.web_width)
    )


MODE = Mode(
    "short_of_break",
    "the end of the {thing} works loose beside the break",
    True,
    "Its end works in the foam and opens a slot: it runs past the break by too little.",
    "Broms 1964; Prager and Hodge 1951",
    find,
    error=(0.6, 1.5),
    craft="glue_line",
    only_hurt=True,
)
