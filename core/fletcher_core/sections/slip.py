"""How much of its share a member carries when its glue gives."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]


def slip_factor(EA: Array, glue_G: Array, bond_width: Array, bond_thickness: Array, free_length: Array) -> Array:
    """Gamma of each bonded member, 0 (slips freely) to 1 (no slip).

    gamma = 1 / (1 + pi^2 E A / (K Le^2)), K = G_glue * bond width / bond thickness,
    Le = twice the free length, for a cantilever.

    Parameters
    ----------
    EA : N. glue_G : MPa. bond_width, bond_thickness, free_length : mm. All broadcast together.

    Sources: Moehler 1956; Eurocode 5 (EN 1995-1-1), Annex B.
    """
    K = glue_G * bond_width / bond_thickness
    return np.asarray(1.0 / (1.0 + np.pi**2 * EA / (K * (2.0 * free_length) ** 2)))
