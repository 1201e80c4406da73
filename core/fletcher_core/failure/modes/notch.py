"""Foam that cracks from the inner corner of a notch or a pocket."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from ..state import Finding, LoadedWing, Mode, load_factor

Array = NDArray[np.float64]

#: foam near a corner gives before an endlessly sharp one would tear it
KT_CAP = 6.0


def stress_concentration(depth: Array, radius: float) -> Array:
    """Kt = 1 + 2 sqrt(depth / radius) of an elliptic notch (Inglis 1913; Peterson), at most `KT_CAP`."""
    return np.asarray(np.minimum(1 + 2 * np.sqrt(depth / max(radius, 1e-3)), KT_CAP))


def find(wing: LoadedWing) -> Iterator[Finding]:
    layout, m, outline = wing.layout, wing.materials, wing.layout.outline
    for p, row in enumerate(layout.patch_rows):
        if row.prefix is not None:
            continue
        width = (row.share_to - row.share_from) * outline.chord
        depth = width if row.edge else 0.5 * width
        ends = (row.share_to, row.share_from) if not row.edge or row.share_from.max() <= 0 else (row.share_from,)
        Kt = stress_concentration(depth, row.corner)
        there = m.patch_on[:, p, None] * row.present
        stress = np.zeros(wing.forces.moment.shape)
        for share in ends[:1] if row.edge else ends:
            faces = outline.faces_at(share)
            for z in faces:
                strain = wing.strain((share * outline.chord)[None], z[None])
                stress = np.maximum(stress, m.foam.E[:, None] * strain)
        upper, lower = outline.faces_at(ends[0])
        held = _held_by_cord(wing, row, upper - lower, depth) if row.edge else 1.0
        stress = stress * Kt * held * there
        strength = wing.values["core.tension"]
        yield Finding(
            "notch", row.piece, "", load_factor(strength, stress), strength, stress, "MPa",
            "stress = E foam × strain at its inner edge × (1 + 2 √(depth / corner radius)), less what cord takes",
        )  # fmt: skip


def _held_by_cord(wing: LoadedWing, row: object, thick: Array, depth: Array) -> Array:
    """(R, S) what cord round the notch leaves to the foam: by stiffness against a strip as deep as the notch."""
    members, m = wing.layout.section.members, wing.materials
    EA_foam = m.foam.E[:, None] * np.maximum(thick * depth, 1e-6)
    EA_cord = np.zeros_like(EA_foam)
    notch = wing.piece(row.piece)  # type: ignore[attr-defined]
    for q, member in enumerate(wing.layout.member_rows):
        if member.rope and wing.piece(member.piece).edge == notch.edge:
            EA_cord = EA_cord + (m.member_on * m.member_E)[:, q, None] * members.area[q] * members.present[q]
    return np.asarray(EA_foam / (EA_foam + EA_cord))


MODE = Mode(
    "notch",
    "the foam cracks from the corner of the {thing}",
    False,
    "A hairline starts at the inner corner; look there after every hard landing.",
    "Peterson (stress concentration of notches); Inglis 1913",
    find,
    from_strain=True,
)
