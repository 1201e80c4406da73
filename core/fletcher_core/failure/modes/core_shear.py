"""The foam sheared between what is pulled and what is pressed."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from ...kinds import wound_of
from ..state import Finding, LoadedPart, Mode, per_factor, rising

Array = NDArray[np.float64]


#: share of a section's foam that is parted, from which on nothing of it counts for shear (own choice)
_THROUGH = 0.95


def find(wing: LoadedPart) -> Iterator[Finding]:
    """Shear of the foam, through the depth by shear force and torque, along the chord by torque."""
    strength = wing.values["core.shear"]
    n = np.where(spanned(wing), np.inf, _factor(wing, strength))
    yield Finding(
        "core_shear", None, "", n, strength, per_factor(strength, n), "MPa",
        "stress² = (slope of (moment × ES / EI) / b + torque's through the depth)² + (torque's along the chord)², b "
        "the foam that the flow really uses; the torque's = gradient of the stress function × torque / GJ",
        wing.core_part,
    )  # fmt: skip
    for p, row in enumerate(wing.layout.patch_rows):
        own = wing.values.get(f"{row.prefix}.shear")
        wound = None if row.piece is None else wound_of(wing.layout.pieces[row.piece])
        if own is None or wound is None or wound.open:
            continue
        there = (wing.materials.patch_on[:, p, None] > 0) & (row.present > 1 - 1e-9)
        n = np.where(there, _factor(wing, own), np.inf)
        yield Finding(
            "core_shear", row.piece, "", n, own, per_factor(own, n), "MPa",
            "stress as of sound foam beside it", wing.core_part,
        )  # fmt: skip


def spanned(wing: LoadedPart) -> Array:
    """(R, S) where foam is parted all through: it folds there, or a stick takes the shear across."""
    m, section = wing.materials, wing.layout.section
    foam, parted = wing.sums.core.area + np.zeros_like(wing.forces.moment), np.zeros_like(wing.forces.moment)
    for p, row in enumerate(wing.layout.patch_rows):
        wound = None if row.piece is None else wound_of(wing.layout.pieces[row.piece])
        here = m.patch_on[:, p, None] * (section.patches.area[p] * row.present)[None]
        if wound is not None and wound.open:
            parted = parted + here
        elif row.stands in ("instead", "loose"):
            foam = foam - here
    return np.asarray((parted > _THROUGH * foam) & (parted > 0))


def _factor(wing: LoadedPart, strength: Array) -> Array:
    """(R, S) at which foam of a shear strength (R,) gives way everywhere."""
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
    return n


MODE = Mode(
    "core_shear",
    "the {thing} shears inside",
    False,
    "It bends softly first, then a slanting crack runs inside it.",
    "Allen 1969; Zenkert 1997; taper by Bruhn 1973, ch. A15; torque by Timoshenko and Goodier 1951",
    find,
    error=(0.85, 1.2),
)
