"""A film, tape or paper that buckles into short waves on the pressed face."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from ...sections import wrinkling_stress
from ..state import Finding, LoadedPart, Mode, load_factor, per_factor, with_flow
from .skin_tension import FACE


def wrinkling_limit(wing: LoadedPart, p: int) -> NDArray[np.float64]:
    """(R,) MPa at which a sheet wrinkles: between its flutes where it has some, else on its foam."""
    row, foam = wing.layout.sheet_rows[p], wing.materials.foam
    own = wing.values.get(f"{row.prefix}.wrinkle")
    E_skin = wing.values[f"{row.prefix}.Et"] * row.layers / wing.sheet_bears(p)
    return wrinkling_stress(E_skin, foam.E, foam.G) if own is None else own


def find(wing: LoadedPart) -> Iterator[Finding]:
    """0.5 (Es Ec Gc)^(1/3) against the pressed skin's stress (Hoff and Mautner 1945)."""
    for p, row in enumerate(wing.layout.sheet_rows):
        if row.bears != "all":
            continue
        at, strain_here, _ = wing.sheet_strain[p]
        strain = wing.in_all(at, -strain_here.min(axis=-1), 0.0)
        Et = wing.materials.sheet_Et[:, p] if wing.edges is None else wing.materials.sheet_Et[:, p] / wing.edges[:, p]
        stress = (Et / wing.sheet_bears(p))[:, None] * strain * wing.sheet_here(p)
        limit = wrinkling_limit(wing, p)
        formula = "0.5 (E skin × E foam × G foam)^(1/3), skin without its adhesive"
        if f"{row.prefix}.wrinkle" in wing.values:
            formula = "4 π² E / (12 (1 − ν²)) × (wall / pitch)²"
        # pushed across the slant by the torque's flow too
        n = with_flow(load_factor(limit, stress), limit * wing.sheet_bears(p), wing.flow_of(p))
        yield Finding(
            "skin_wrinkling", row.piece, FACE[row.face], n, limit, per_factor(limit, n), "MPa",
            f"{formula}; the stress with the torque's flow, across the slant (Mohr)", row.part,
        )  # fmt: skip


MODE = Mode(
    "skin_wrinkling",
    "the {face} {thing} wrinkles",
    True,
    "Wrinkles show on the pressed face and stay when the load is gone; it bends before it breaks.",
    "Hoff and Mautner 1945; Allen 1969; between flutes Timoshenko and Gere 1961",
    find,
    error=(0.9, 1.4),
    craft="drawn",
)
