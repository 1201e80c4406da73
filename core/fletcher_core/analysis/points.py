"""Points of a scrambled Sobol sequence (Owen 1998), as SciPy makes them, kept beside this file.

SciPy's own statistics take more than a second to import, which every first answer after a start would pay. `python -m
fletcher_core.analysis.points` wrote the table; a test holds it to SciPy.
"""

from __future__ import annotations

from functools import cache
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]

_FILE = Path(__file__).with_name("points.npy")
#: the seed is any number, always the same; draws, and figures that the table has room for, own choice
SEED, DRAWS, KEPT = 1907, 128, 256
#: SciPy's points are whole numbers of this many bits
_BITS = 30


def made(draws: int, figures: int, seed: int) -> Array:
    """(draws, figures) points between 0 and 1."""
    from scipy.stats import qmc

    return np.asarray(qmc.Sobol(d=figures, seed=seed, bits=_BITS).random(draws), dtype=float)


@cache
def _kept() -> Array:
    return np.asarray(np.load(_FILE, allow_pickle=False) / 2.0**_BITS)


def points(draws: int, figures: int, seed: int) -> Array:
    """(draws, figures) points between 0 and 1, the same every time; from the table where it has them."""
    if (draws, seed) == (DRAWS, SEED) and figures <= KEPT:
        return _kept()[:, :figures]
    return made(draws, figures, seed)


if __name__ == "__main__":
    np.save(_FILE, np.round(made(DRAWS, KEPT, SEED) * 2.0**_BITS).astype(np.uint32))
