"""The foam sheared between what is pulled and what is pressed."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ..state import Finding, LoadedPart, Mode, per_factor, rising


def find(wing: LoadedPart) -> Iterator[Finding]:
    """Shear of the foam, through the depth by shear force and torque, along the chord by torque."""
    strength = wing.values["core.shear"]
    limit = strength[:, None]
    # per N of shear force of a part that does not taper
    bend = wing.shear.foam_stress / wing.shear.unit * wing.handed_over(wing.shear.unit) / limit
    n = np.full(bend.shape, np.inf)
    for along, through in wing.torsion.foam:
        h, v = along / limit, through / limit
        for way in (1.0, -1.0):
            t1, t0 = way * wing.turns[0], way * wing.turns[1]
            rise = bend + t1 * v
            at = rising((t1 * h) ** 2 + rise**2, 2 * (t1 * t0 * h**2 + rise * t0 * v), t0**2 * (h**2 + v**2) - 1)
            n = np.minimum(n, at)
    yield Finding(
        "core_shear", None, "", n, strength, per_factor(strength, n), "MPa",
        "stress² = (slope of (moment × ES / EI) / b + torque's through the depth)² + (torque's along the chord)², b "
        "the foam that the flow really uses; the torque's = gradient of the stress function × torque / GJ",
        wing.core_part,
    )  # fmt: skip


MODE = Mode(
    "core_shear",
    "the {thing} shears inside",
    False,
    "It bends softly first, then a slanting crack runs inside it.",
    "Allen 1969; Zenkert 1997; taper by Bruhn 1973, ch. A15; torque by Timoshenko and Goodier 1951",
    find,
    error=(0.85, 1.2),
)
