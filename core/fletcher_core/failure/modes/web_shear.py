"""A web, or the wall of a box, sheared between what is pulled and what is pressed."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ..state import Finding, LoadedPart, Mode, load_factor


def find(wing: LoadedPart) -> Iterator[Finding]:
    """Shear flow in a web, over its thickness."""
    for p, unit in wing.shear.web_stress.items():
        row = wing.layout.member_rows[p]
        stress = unit * np.abs(wing.forces.shear) * wing.materials.member_on[:, p, None]
        strength = wing.values[f"{row.prefix}.interlaminar_shear"]
        yield Finding(
            "web_shear", row.piece, "", load_factor(strength, stress), strength, stress, "MPa",
            "stress = G web × shear force × ES / (EI × sum of G b)", row.part,
        )  # fmt: skip


MODE = Mode(
    "web_shear",
    "the {thing} splits by shear",
    False,
    "A crack runs along the grain at mid-depth.",
    "Timoshenko and Gere; Allen 1969",
    find,
)
