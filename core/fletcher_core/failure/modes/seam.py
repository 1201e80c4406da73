"""The glued seam along the trailing edge of a folded part, where both sheets hold each other."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ...model.aerofoil import FoldedBoard
from ..state import Finding, LoadedPart, Mode, both_ways, per_factor


def find(wing: LoadedPart) -> Iterator[Finding]:
    """What flows round the trailing edge, over the width that is glued, against glue and the cores beside it."""
    made, flow, turned = wing.layout.part.aerofoil, wing.shear.seam, wing.torsion.seam
    if not isinstance(made, FoldedBoard) or flow is None or turned is None:
        return
    width = made.seam_mm
    bend = flow * wing.handed_over(wing.shear.unit) / wing.shear.unit / width
    strength = wing.values["core.shear"]
    glue = wing.values.get(f"glue.{made.glue}.lap_on_foam")
    if glue is not None:
        strength = np.minimum(strength, glue)
    per = turned / width
    n = both_ways(strength, bend, (wing.turns[0] * per, wing.turns[1] * per))
    yield Finding(
        "seam", None, "", n, strength, per_factor(strength, n), "MPa",
        "stress = (flow of the shear force + that of the torque, both round the trailing edge) / glued width, against "
        "the weaker of glue and the board's core", "glued trailing edge",
    )  # fmt: skip


MODE = Mode(
    "seam",
    "the {thing} opens",
    True,
    "The sheets slide on each other at the trailing edge; it creaks and the wing turns soft in twist.",
    "Bredt 1896 (flow round a hollow); Bruhn 1973, ch. A15",
    find,
    error=(0.7, 1.3),
    only_hollow=True,
)
