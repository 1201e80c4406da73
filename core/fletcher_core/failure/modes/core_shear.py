"""The foam sheared between what is pulled and what is pressed."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ..state import Finding, LoadedPart, Mode, load_factor


def find(wing: LoadedPart) -> Iterator[Finding]:
    """Shear of the foam through the depth."""
    stress = wing.shear.foam_stress * np.abs(wing.forces.shear)
    strength = wing.values["core.shear"]
    yield Finding(
        "core_shear", None, "", load_factor(strength, stress), strength, stress, "MPa",
        "stress = shear force × ES / (EI b), b the foam that the flow really uses",
    )  # fmt: skip


MODE = Mode(
    "core_shear",
    "the foam shears inside",
    False,
    "It bends softly first, then a slanting crack runs inside the foam.",
    "Allen 1969; Zenkert 1997",
    find,
)
