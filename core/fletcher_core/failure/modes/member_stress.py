"""A rod, tube, strip or web torn or crushed along its length."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from ..state import Finding, LoadedPart, Mode, load_factor

Array = NDArray[np.float64]

_FORMULA = "stress = E (gamma × strain at its middle ± bend × half its height)"
_SOURCE = "Bruhn 1973; slip by EN 1995-1-1 Annex B"


def _find(wing: LoadedPart, mode: str, figure: str, sign: float) -> Iterator[Finding]:
    members = wing.layout.section.members
    kz, kx = wing.curvature
    steep, askew = 0.5 * np.abs(kz), 0.5 * np.abs(kx)
    along = np.sign(kz) * wing.locked.kz * 0.5 if wing.locked else None
    for p, row in enumerate(wing.layout.member_rows):
        if row.as_core or ((row.rope or row.yields) and figure == "compression"):
            continue
        gamma = wing.materials.gamma[:, p, None]
        middle = wing.strain(members.x[p], members.z[p]) * gamma
        edge = steep * members.height[p] + askew * members.width[p]
        # what is there by a share is strained as all of it
        there = wing.materials.member_on[:, p, None] * (members.present[p] > 0)
        E = wing.materials.member_E[:, p, None] * there
        stress = E * (sign * middle + edge)
        fixed: Array | float = 0.0
        if along is not None:
            held = wing.locked_strain(members.x[p], members.z[p]) * gamma
            fixed = E * (sign * held + along * members.height[p])
        strength = wing.values[f"{row.prefix}.{figure}"]
        n = load_factor(strength, stress, fixed)
        yield Finding(mode, row.piece, "", n, strength, stress, "MPa", _FORMULA, row.part)


TENSION = Mode(
    "member_tension",
    "the {thing} tears",
    False,
    "It snaps without a warning.",
    _SOURCE,
    lambda wing: _find(wing, "member_tension", "tension", 1.0),
    from_strain=True,
)
COMPRESSION = Mode(
    "member_compression",
    "the {thing} crushes on its pressed side",
    False,
    "It cracks and folds without much warning.",
    _SOURCE,
    lambda wing: _find(wing, "member_compression", "compression", -1.0),
    from_strain=True,
)
