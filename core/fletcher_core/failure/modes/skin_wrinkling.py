"""A film, tape or paper that buckles into short waves on the pressed face."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ..state import Finding, LoadedWing, Mode, load_factor
from .skin_tension import FACE

#: design value; tests on clean faces reach up to 0.76
DESIGN = 0.5


def wrinkling_stress(E_skin: np.ndarray, E_core: np.ndarray, G_core: np.ndarray) -> np.ndarray:
    """sigma = 0.5 (E_s E_c G_c)^(1/3), MPa, for moduli in MPa of one shape.

    Sources: Hoff and Mautner 1945; Allen 1969.
    """
    return np.asarray(DESIGN * np.cbrt(E_skin * E_core * G_core))


def find(wing: LoadedWing) -> Iterator[Finding]:
    foam = wing.materials.foam
    for p, row in enumerate(wing.layout.sheet_rows):
        strain = -wing.sheet_strain[p][0].min(axis=-1)
        here = wing.materials.sheet_on[:, p, None] * wing.layout.section.sheets.present[p]
        E_skin = wing.materials.sheet_Et[:, p] / row.t
        stress = E_skin[:, None] * strain * here
        limit = wrinkling_stress(E_skin, foam.E, foam.G)
        yield Finding(
            "skin_wrinkling", row.piece, FACE[row.face], load_factor(limit, stress), limit, stress, "MPa",
            "0.5 (E skin × E foam × G foam)^(1/3)",
        )  # fmt: skip


MODE = Mode(
    "skin_wrinkling",
    "the {face} {thing} wrinkles",
    True,
    "Wrinkles show on the pressed face and stay when the load is gone; it bends before it breaks.",
    "Hoff and Mautner 1945; Allen 1969",
    find,
)
