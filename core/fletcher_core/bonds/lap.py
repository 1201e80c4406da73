"""Shear along a glued lap, and its peak at the ends.

Sources: Volkersen 1938; Zenkert 1997 (shear lag at the end of a stiffener).
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]


def shear_lag(stiffness: Array, EA_one: Array, EA_other: Array) -> Array:
    """1/mm; how fast load goes over: sqrt(k (1/EA_one + 1/EA_other)).

    Parameters
    ----------
    stiffness : k, N/mm of slip for each mm of length: G width / thickness for glue alone.
    """
    return np.asarray(np.sqrt(stiffness * (1 / EA_one + 1 / EA_other)))


def lap_peak(EA_one: Array, EA_other: Array, stiffness: Array, length: Array) -> Array:
    """Largest shear over mean shear of a single lap, where the softer part ends.

    Volkersen 1938: (w / 2) [coth(w / 2) + (1 - r) / (1 + r) tanh(w / 2)], w = lag x length,
    r = EA of the softer over EA of the stiffer.
    """
    soft, stiff = np.minimum(EA_one, EA_other), np.maximum(EA_one, EA_other)
    half = 0.5 * shear_lag(stiffness, soft, stiff) * length
    ratio = soft / stiff
    return np.asarray(half * (1 / np.tanh(half) + (1 - ratio) / (1 + ratio) * np.tanh(half)))


#: the coupon that lap strengths are measured on: aluminium, 1.6 mm thick, lapped by 12.5 mm
_COUPON_E, _COUPON_THICK, _COUPON_LAP = 70_000.0, 1.6, 12.5


def coupon_peak(G: float, bond_mm: float) -> float:
    """Largest over mean shear in a standard lap test of a glue.

    What such a test gives is the mean over its lap; the glue's ends stood this many times as much when it broke.
    Without it, the peaks of a long lap would be counted against a strength that holds those of a short one already.
    """
    EA = np.array(_COUPON_E * _COUPON_THICK)
    return float(lap_peak(EA, EA, np.array(G / bond_mm), np.array(_COUPON_LAP)))


def end_peak(force: Array, lag: Array, width: Array, run: Array) -> Array:
    """MPa at the end of a stick that must take up `force` (N) from what it is glued to.

    The force builds up as 1 - exp(-lag y), so the shear at the very end is force x lag / width, and
    more where the run is too short for that (coth of the run).
    """
    return np.asarray(force * lag / width / np.tanh(np.maximum(lag * run, 1e-6)))
