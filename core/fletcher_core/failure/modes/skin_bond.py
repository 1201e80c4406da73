"""A film or tape that slides on the foam: the foam's own surface shears under it."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ..state import Finding, LoadedPart, Mode, both_ways, per_factor
from .skin_tension import FACE


def find(wing: LoadedPart) -> Iterator[Finding]:
    """Shear under a film or tape, against the foam's own surface."""
    m, sheet = wing.materials, wing.sums.sheet
    for p, row in enumerate(wing.layout.sheet_rows):
        if row.bears != "all":
            continue
        length, z = sheet.length[p].sum(axis=-1), sheet.z[p].sum(axis=-1)
        held = np.abs(z - wing.properties.z0 * length) / np.maximum(length, 1e-9)
        Et = (m.sheet_on * m.sheet_Et)[:, p, None]
        stress = wing.handed_over(Et * held / wing.properties.EIxx) * wing.layout.section.sheets.present[p]
        strength = wing.values["core.shear"]
        glue = wing.values.get(f"glue.{row.glue}.lap_on_foam")
        if glue is not None:
            strength = np.minimum(strength, glue)
        under = wing.torsion.bond(p)
        n = both_ways(strength, stress, (wing.turns[0] * under, wing.turns[1] * under))
        yield Finding(
            "skin_bond", row.piece, FACE[row.face], n, strength, per_factor(strength, n), "MPa",
            "stress = slope of (moment × E t × arm / EI) + what the torque's flow sheds, against the foam's shear",
            row.part,
        )  # fmt: skip


MODE = Mode(
    "skin_bond",
    "the {face} {thing} slides off its foam",
    True,
    "An edge lifts first.",
    "Allen 1969",
    find,
    error=(0.7, 1.3),
    craft="glue_line",
)
