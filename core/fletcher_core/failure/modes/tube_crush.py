"""A tube crushed or split where a clamp or rubber bands press on it."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ..state import Finding, LoadedPart, Mode, load_factor

#: moment of a ring under two opposite line loads, per load and mean radius (Young and Budynas, Roark)
RING = 0.318


def find(wing: LoadedPart) -> Iterator[Finding]:
    """A ring under opposite line loads, over the seat that is not glued (Young and Budynas 2002)."""
    layout, m, seat = wing.layout, wing.materials, wing.layout.part.seat
    if seat.kind == "glued":
        return
    members, at_seat = layout.section.members, (layout.plan.y <= seat.width_mm).astype(float)
    for p, row in enumerate(layout.member_rows):
        if not row.bore:
            continue
        wall = 0.5 * (row.width - row.bore)
        mean = 0.25 * (row.width + row.bore)
        inside = _sleeved(wing, row.piece)
        share = m.member_on[:, p, None] * m.member_E[:, p, None] * members.ixx[p] / wing.properties.EIxx
        # the body's pull on half of the wing goes into the spar over the seat
        line = np.abs(wing.forces.shear) * share / seat.width_mm
        stress = RING * line * mean * 6 / wall**2 * at_seat * members.present[p] * (1 - inside)
        strength = wing.values[f"{row.prefix}.across"]
        yield Finding(
            "tube_crush", row.piece, "", load_factor(strength, stress), strength, stress, "MPa",
            "stress = 0.318 × force / seat × mean radius × 6 / wall², where no rod fills it",
        )  # fmt: skip


def _sleeved(wing: LoadedPart, piece: int) -> np.ndarray:
    """(R, S) 1 where a rod is glued inside, with no room round it that its glue does not fill."""
    members = wing.layout.section.members
    found = np.zeros(wing.forces.shear.shape)
    for p, row in enumerate(wing.layout.member_rows):
        if row.piece == piece and row.part and row.fills:
            found = np.maximum(found, wing.materials.member_on[:, p, None] * members.present[p])
    return found


MODE = Mode(
    "tube_crush",
    "the {thing} is crushed at its seat",
    True,
    "It crackles under the clamp and splits along; it looks round again when let go, and is finished.",
    "Young and Budynas 2002 (Roark: ring under opposite line loads)",
    find,
    error=(0.75, 1.3),
)
