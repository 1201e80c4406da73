"""Draws of material figures for the spread of an answer."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtri

from ..catalogue import Spread
from .points import DRAWS, SEED, points

Array = NDArray[np.float64]

#: draws
SAMPLES = DRAWS
#: standard deviations to the 90th percentile of a normal distribution
Z90 = 1.2815515655446004


#: correlation of two figures of one material: a denser, better made one is stiffer and stronger too (own estimate)
TOGETHER = 0.7
#: figures that say nothing of how good a material is
_ALONE = ("bears", "fibre_volume", "thick")


def _of(name: str) -> str | None:
    """The material that a figure is of, for what hangs together; None for one that stands alone."""
    material, _, figure = name.rpartition(".")
    return None if not material or material == "method" or figure in _ALONE else material


@lru_cache(maxsize=256)
def normals(names: tuple[str, ...]) -> Array:
    """(SAMPLES, names) standard normal draws of figures in order, the same every time.

    Each is what its material has in common, and what is its own: a one-factor model, so that any two figures of a
    material are correlated by `TOGETHER`. Points by a scrambled Sobol sequence (Owen 1998), then moved so that their
    means and covariances are exactly what they should be (second-order matching, Barraquand 1995): what answers take in
    a straight line from the figures then does not hang on the seed. Of more figures than half the draws only means and
    variances are met: to meet all would leave the draws no freedom.
    """
    materials = sorted({m for name in names if (m := _of(name)) is not None})
    if not names:
        return np.zeros((SAMPLES, 0))
    draws = points(SAMPLES, len(materials) + len(names), SEED)
    z = np.asarray(ndtri(np.clip(draws, 1e-9, 1 - 1e-9)), dtype=float)
    common, own = z[:, : len(materials)], z[:, len(materials) :].copy()
    for k, name in enumerate(names):
        if (material := _of(name)) is not None:
            own[:, k] = TOGETHER**0.5 * common[:, materials.index(material)] + (1 - TOGETHER) ** 0.5 * own[:, k]
    return _matched(own, [_of(name) for name in names])


def _matched(z: Array, materials: Sequence[str | None]) -> Array:
    """Draws as near to these as can be, with the means and covariances that they should have."""
    z = z - z.mean(axis=0)
    if 2 * z.shape[1] > len(z):
        return np.asarray(z / z.std(axis=0))
    same = np.array([[a is not None and a == b for b in materials] for a in materials])
    wanted = _power(np.where(same, TOGETHER, 0.0) + (1 - TOGETHER * same.diagonal()) * np.eye(len(same)), 0.5)
    have = z.T @ z / len(z)
    return np.asarray(z @ wanted @ _power(wanted @ have @ wanted, -0.5) @ wanted)


def _power(matrix: Array, exponent: float) -> Array:
    """Of a symmetric matrix."""
    values, vectors = np.linalg.eigh(matrix)
    return np.asarray((vectors * values**exponent) @ vectors.T)


def sample(table: Mapping[str, Spread]) -> dict[str, Array]:
    """(SAMPLES,) draws of each figure; the same every time.

    Each figure follows a log-normal on each side of its typical value, so that its 10th, 50th and
    90th percentiles are those of the catalogue.
    """
    names = sorted(table)
    z = normals(tuple(names))
    drawn = {}
    for column, name in enumerate(names):
        low, middle, high = table[name]
        side = np.where(z[:, column] < 0, float(np.log(middle / low)), float(np.log(high / middle)))
        drawn[name] = middle * np.exp(side * z[:, column] / Z90)
    return drawn


def typical(table: Mapping[str, Spread], count: int) -> dict[str, Array]:
    """Name -> (count,) typical figures, the same in every row."""
    return {name: np.full(count, spread.typical) for name, spread in table.items()}
