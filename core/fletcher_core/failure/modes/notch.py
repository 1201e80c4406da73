"""Foam that cracks from the inner corner of a notch or a pocket."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from ...kinds import PatchRow
from ..state import Finding, LoadedPart, Mode, worst_of

Array = NDArray[np.float64]

#: foam near a corner gives before an endlessly sharp one would tear it
KT_CAP = 6.0


def stress_concentration(depth: Array, radius: float) -> Array:
    """Kt = 1 + 2 sqrt(depth / radius) of an elliptic notch (Inglis 1913; Peterson), at most `KT_CAP`."""
    return np.asarray(np.minimum(1 + 2 * np.sqrt(depth / max(radius, 1e-3)), KT_CAP))


def find(wing: LoadedPart) -> Iterator[Finding]:
    """Stress at a notch, times its factor (Peterson), less what cord or tape carries across."""
    layout, m, outline = wing.layout, wing.materials, wing.layout.outline
    for p, row in enumerate(layout.patch_rows):
        if row.prefix is not None:
            continue
        width = (row.share_to - row.share_from) * outline.chord
        depth = width if row.edge else 0.5 * width
        Kt = stress_concentration(depth, row.corner)
        edges = _inner_edges(row)
        faces = [z for share in edges for z in outline.faces_at(share)]
        x = np.repeat(np.stack(edges, axis=-1) * outline.chord[:, None], 2, axis=-1)[None]
        z = np.stack(faces, axis=-1)[None]
        held = _held_by_cord(wing, row, faces[0] - faces[1], depth) if row.edge else 1.0
        factor = (m.foam.E[:, None] * Kt * held * m.patch_on[:, p, None] * row.present)[..., None]
        locked = wing.locked_strain(x, z)
        strength = wing.values["core.tension"]
        n, stress = worst_of(
            strength, factor * wing.strain(x, z), locked if isinstance(locked, float) else factor * locked
        )
        yield Finding(
            "notch", row.piece, "", n, strength, stress, "MPa",
            "stress = E foam × strain at its inner edge × (1 + 2 √(depth / corner radius)), less what cord takes",
        )  # fmt: skip


def _inner_edges(row: PatchRow) -> list[Array]:
    """Chord shares of the edges of a cut-out that lie in the foam: one of a notch, both of a pocket."""
    if not row.edge:
        return [row.share_to, row.share_from]
    return [row.share_to if row.share_from.max() <= 0 else row.share_from]


def _held_by_cord(wing: LoadedPart, row: PatchRow, thick: Array, depth: Array) -> Array:
    """(R, S) what cord round the notch leaves to the foam: by stiffness against a strip as deep as the notch."""
    members, m = wing.layout.section.members, wing.materials
    EA_foam = m.foam.E[:, None] * np.maximum(thick * depth, 1e-6)
    EA_cord = np.zeros_like(EA_foam)
    for q, member in enumerate(wing.layout.member_rows):
        if member.rope and member.edge == row.edge:
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
