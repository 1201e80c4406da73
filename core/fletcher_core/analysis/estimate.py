"""A figure with its spread."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel
from scipy.special import betainc, ndtri

Array = NDArray[np.float64]


class Estimate(BaseModel):
    """A figure with its 10th and 90th percentile."""

    value: float
    low: float
    high: float


#: share within which draws stand at one end: that does not hang on rounding
_SAME = 1e-6
#: spread of logarithms beyond which no smooth distribution stands for the draws; own choice
_WIDE = 0.8


def _percentiles(draws: Array, shares: Sequence[float]) -> Array:
    """(shares,) percentiles by all draws, each with the chance that it is the one (Harrell and Davis 1982)."""
    x, n = np.sort(draws), len(draws)
    steps = np.arange(n + 1) / n
    return np.array([np.diff(betainc(p * (n + 1), (1 - p) * (n + 1), steps)) @ x for p in shares])


def percentiles(draws: Array, shares: Sequence[float]) -> Array:
    """(shares,) percentiles of what few draws stand for: 0.1 is the 10th.

    By mean, spread and skew of their logarithms, or of themselves where they change sign (Cornish and Fisher 1938):
    from few draws that jitters less than their percentiles do. Where a tenth of them stand at one end, as those of a
    figure that is capped do, it is the percentiles; so it is where they spread over orders of magnitude, as when a
    tenth of the builds stand nothing at all.
    """
    near = _SAME * np.max(np.abs(draws))
    crowd = max(np.mean(draws >= draws.max() - near), np.mean(draws <= draws.min() + near))
    if crowd > 0.1 or np.ptp(draws) <= 1e-12 * np.max(np.abs(draws)):
        return _percentiles(draws, shares)
    sign = 1.0 if np.all(draws > 0) else -1.0 if np.all(draws < 0) else 0.0
    x = np.log(np.abs(draws)) if sign else draws
    mean, sd = x.mean(), x.std(ddof=1)
    if sign and sd > _WIDE:
        return _percentiles(draws, shares)
    skew = float(np.clip(np.mean((x - mean) ** 3) / sd**3, -2.0, 2.0))
    # of figures below nothing the largest are the nearest to it
    z = ndtri(shares) * (sign or 1.0)
    ends = mean + sd * (z + (z**2 - 1) * skew / 6)
    return np.asarray(sign * np.exp(ends) if sign else ends)


#: how many times the typical build's figure the median is told as, at least and at most (own choice)
_LEAST, _MOST = 1e-3, 10.0


def tenth_and_ninetieth(draws: Array) -> Array:
    """(2,) 10th and 90th percentile of what few draws stand for."""
    return np.sort(percentiles(draws, (0.1, 0.9)))


def middle_of(value: float, draws: Array) -> float:
    """How many times the typical build's figure the median of builds is: 1 where nothing was drawn.

    Where the least of many things counts, as of a dozen glue lines, more than half of all builds come out below the one
    in which every figure is typical. Parameters as of `estimate_of`; where the draws' own typical is another thing,
    nothing is carried over from them.
    """
    # some builds may stand anything: then the typical one is told as it is
    if len(draws) == 1 or not np.all(np.isfinite(draws)) or not _alike(value, float(draws[0])):
        return 1.0
    return float(np.clip(percentiles(draws[1:], (0.5,))[0] / draws[0], _LEAST, _MOST))


def _alike(value: float, first: float) -> bool:
    return abs(first) > 1e-9 and 0.5 < value / first < 2


def estimate_of(value: float, draws: Array) -> Estimate:
    """A figure with the spread of its draws, whose first is the typical build at the draws' own stations.

    The draws are taken at fewer stations than the figure; what they tell is how far they lie from
    their own typical, and that is carried over. Where their own typical is another thing (what gives way first goes on
    in one and ends it in the other), of a figure that is never negative the range holds both.
    """
    if len(draws) == 1:
        return Estimate(value=float(value), low=float(value), high=float(value))
    ends = tenth_and_ninetieth(draws[1:])
    low, high = ends - draws[0]
    alike = _alike(value, float(draws[0]))
    if not alike and value >= 0 and np.all(draws >= 0):
        return Estimate(value=float(value), low=float(min(value, ends[0])), high=float(max(value, ends[1])))
    scale = value / draws[0] if alike else 1.0
    # the typical build may lie at the edge of a lopsided spread; the range always holds it
    return Estimate(
        value=float(value), low=float(value + min(low * scale, 0)), high=float(value + max(high * scale, 0))
    )
