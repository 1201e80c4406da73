"""A stick that slips in its slot, or a cap off its web: the glue or what is next to it shears."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ..state import Finding, LoadedPart, Mode, load_factor


def find(wing: LoadedPart) -> Iterator[Finding]:
    """Shear flow of each glued stick over its bonded width, against glue and foam (d(M ES / EI) / dy)."""
    layout, m = wing.layout, wing.materials
    members = layout.section.members
    for p, row in enumerate(layout.member_rows):
        if row.glue is None:
            continue
        arm = np.abs(members.z[p] - wing.properties.z0)
        EA = (m.member_on * m.member_E * m.gamma * members.oblique)[:, p, None] * members.area[p]
        flow = wing.handed_over(EA * arm / wing.properties.EIxx)
        stress = flow * (members.present[p] > 0) / np.maximum(layout.bond_width[p], 1e-9)
        if row.against == "foam":
            strength = wing.values["core.shear"]
            glue = wing.values.get(f"glue.{row.glue}.lap_on_foam")
            weaker = "the weaker of glue and foam"
        else:
            strength = wing.values[f"{row.prefix}.interlaminar_shear"]
            glue = wing.values[f"glue.{row.glue}.lap_on_hard"]
            weaker = "the weaker of glue and what it holds"
        if glue is not None:
            strength = np.minimum(strength, glue)
        yield Finding(
            "bond_shear", row.piece, "", load_factor(strength, stress), strength, stress, "MPa",
            f"stress = slope along the span of (moment × E A × arm / EI) / glued width, against {weaker}", row.part,
        )  # fmt: skip


MODE = Mode(
    "bond_shear",
    "the {thing} slips in its glue",
    True,
    "It creaks, and stays a little bent.",
    "Allen 1969; Bruhn 1973, ch. A15 (taper); Volkersen 1938 for the peaks at the ends, which are not in this figure",
    find,
    error=(0.7, 1.3),
    craft="glue_line",
)
