"""A figure with its spread."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

Array = NDArray[np.float64]


class Estimate(BaseModel):
    """A figure with its 10th and 90th percentile."""

    value: float
    low: float
    high: float


def estimate_of(value: float, draws: Array) -> Estimate:
    """A figure with the spread of its draws, whose first is the typical build at the draws' own stations.

    The draws are taken at fewer stations than the figure; what they tell is how far they lie from
    their own typical, and that is carried over.
    """
    if len(draws) == 1:
        return Estimate(value=float(value), low=float(value), high=float(value))
    low, high = np.percentile(draws[1:], [10, 90]) - draws[0]
    scale = value / draws[0] if abs(draws[0]) > 1e-9 and 0.5 < value / draws[0] < 2 else 1.0
    # the typical build may lie at the edge of a lopsided spread; the range always holds it
    return Estimate(
        value=float(value), low=float(value + min(low * scale, 0)), high=float(value + max(high * scale, 0))
    )
