"""Draws of material figures for the spread of an answer."""

from __future__ import annotations

from collections.abc import Mapping
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtri

from ..catalogue import Spread

Array = NDArray[np.float64]

#: draws, own choice; the seed is any number, always the same
SAMPLES = 64
SEED = 1907
#: standard deviations to the 90th percentile of a normal distribution
_Z90 = 1.2815515655446004


@lru_cache(maxsize=64)
def normals(columns: int) -> Array:
    """(SAMPLES, columns) standard normal draws, the same every time; column k is the k-th name in order."""
    if not columns:
        return np.zeros((SAMPLES, 0))
    from scipy.stats import qmc  # a second to import, and a search needs no spread

    draws = qmc.LatinHypercube(d=columns, seed=SEED).random(SAMPLES)
    return np.asarray(ndtri(draws), dtype=float)


def sample(table: Mapping[str, Spread]) -> dict[str, Array]:
    """Latin hypercube draws, (SAMPLES,) for each figure; the same every time.

    Each figure follows a log-normal on each side of its typical value, so that its 10th, 50th and
    90th percentiles are those of the catalogue. Figures are drawn independently of each other.
    Source: McKay, Beckman and Conover 1979.
    """
    names = sorted(table)
    z = normals(len(names))
    drawn = {}
    for column, name in enumerate(names):
        low, middle, high = table[name]
        side = np.where(z[:, column] < 0, float(np.log(middle / low)), float(np.log(high / middle)))
        drawn[name] = middle * np.exp(side * z[:, column] / _Z90)
    return drawn


def typical(table: Mapping[str, Spread], count: int) -> dict[str, Array]:
    """Name -> (count,) typical figures, the same in every row."""
    return {name: np.full(count, spread.typical) for name, spread in table.items()}
