"""A figure with its spread."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel
from scipy.special import betainc

from .uncertainty import Z90

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


def _percentiles(draws: Array) -> Array:
    """(2,) the 10th and 90th by all draws, each with the chance that it is the one (Harrell and Davis 1982)."""
    x, n = np.sort(draws), len(draws)
    steps = np.arange(n + 1) / n
    return np.array([np.diff(betainc(p * (n + 1), (1 - p) * (n + 1), steps)) @ x for p in (0.1, 0.9)])


def tenth_and_ninetieth(draws: Array) -> Array:
    """(2,) 10th and 90th percentile of what few draws stand for.

    By mean, spread and skew of their logarithms, or of themselves where they change sign (Cornish and Fisher 1938):
    from few draws that jitters less than their percentiles do. Where a tenth of them stand at one end, as those of a
    figure that is capped do, it is the percentiles; so it is where they spread over orders of magnitude, as when a
    tenth of the builds stand nothing at all.
    """
    near = _SAME * np.max(np.abs(draws))
    crowd = max(np.mean(draws >= draws.max() - near), np.mean(draws <= draws.min() + near))
    if crowd > 0.1 or np.ptp(draws) <= 1e-12 * np.max(np.abs(draws)):
        return _percentiles(draws)
    sign = 1.0 if np.all(draws > 0) else -1.0 if np.all(draws < 0) else 0.0
    x = np.log(np.abs(draws)) if sign else draws
    mean, sd = x.mean(), x.std(ddof=1)
    if sign and sd > _WIDE:
        return _percentiles(draws)
    skew = float(np.clip(np.mean((x - mean) ** 3) / sd**3, -2.0, 2.0))
    z = np.array([-Z90, Z90])
    ends = mean + sd * (z + (z**2 - 1) * skew / 6)
    return np.asarray(np.sort(sign * np.exp(ends)) if sign else ends)


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
    alike = abs(draws[0]) > 1e-9 and 0.5 < value / draws[0] < 2
    if not alike and value >= 0 and np.all(draws >= 0):
        return Estimate(value=float(value), low=float(min(value, ends[0])), high=float(max(value, ends[1])))
    scale = value / draws[0] if alike else 1.0
    # the typical build may lie at the edge of a lopsided spread; the range always holds it
    return Estimate(
        value=float(value), low=float(value + min(low * scale, 0)), high=float(value + max(high * scale, 0))
    )
