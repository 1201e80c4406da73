"""Lift that follows bending: a swept wing that bends up turns its sections, and lift moves out or in.

Swept forward, what bends up turns its nose up and takes more lift at the tip (wash-in); swept back less (wash-out). The
whole lift stays what it is asked to be, since whoever flies holds it: what the tips take more, the rest takes less.
Bending alone, no twist; in proportion to the load, since bending is. At the speed of each case, or at the slowest at
which air can give that load, whichever bends the root more: relief that hangs on a high speed is not counted on.

Source: Bisplinghoff, Ashley and Halfman 1955, ch. 8 (strip theory; the angle of a section is -w' tan(sweep)).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from ..geometry import Planform
from ..loads import Case, PartLoads, lift_per_newton, lift_slope, pressure
from .aeroelastic import sweep_along
from .beam import Integrals

Array = NDArray[np.float64]

#: tangent of the sweep below which nothing of it is looked at: a part in a thousand of the lift and less
_STRAIGHT = 0.01
#: lift coefficient that no plain wing of a model exceeds: it says how slow a load can come (own choice)
_CL_MOST = 1.5
#: share of the pressure at which bending alone diverges up to which lift is followed: beyond it nothing holds (own
#: choice)
_MOST = 0.9


def _made_by_lift(plan: Planform, EI: Array) -> Array:
    """(R, S, S) N/mm of lift that 1 N/mm at every station makes by bending at every other, for each MPa of pressure;
    rows are causes."""
    tan = np.tan(sweep_along(plan))
    y, s = Integrals.along(plan.y), Integrals.along(plan.s)
    moment = y.tip @ y.tip / plan.cos_sweep
    takes = -tan * lift_slope(plan) * plan.chord * plan.cos_sweep**2
    return np.asarray((moment / EI[:, None, :]) @ s.root * takes)


def following_bending(plan: Planform, loads: PartLoads, EI: Array, cases: Sequence[Case]) -> PartLoads:
    """Loads with their lift as it lies once the part has bent.

    Parameters
    ----------
    EI : (R, S) N mm2. cases : one for each run; what lifts nothing stays as it is.
    """
    rows = [k for k, case in enumerate(cases) if case.lift != 0.0]
    if not rows or np.abs(np.tan(sweep_along(plan))).max() < _STRAIGHT:
        return loads
    q = np.array([pressure(cases[k].speed_m_s) for k in rows])
    made = _made_by_lift(plan, EI[rows])
    if np.tan(sweep_along(plan)).min() < -_STRAIGHT:
        # only what is swept forward somewhere can diverge by bending
        grows = np.linalg.eigvals(made).real.max(axis=1)
        q = np.minimum(q, _MOST / np.maximum(grows, 1e-30))
    # what the sections take more by their angle the whole wing gives back, as it lies for any angle of all of it
    every = np.trapezoid(np.eye(len(plan.y)), plan.y, axis=1)
    made = made - (made @ every)[:, :, None] * lift_per_newton(plan)
    lift, weight = loads.lift[rows], loads.weight[rows]
    factors = np.array([abs(cases[k].factor) for k in rows])
    slow = np.minimum(q, factors * np.abs(lift @ every) / (plan.half_area * _CL_MOST))
    fast, slower = (_in_balance(lift, weight, pressures[:, None, None] * made) for pressures in (q, slow))
    tip = Integrals.along(plan.y).tip
    bends = [np.abs((one @ tip @ tip)[:, 0]) for one in (fast, slower)]
    whole = loads.lift.copy()
    whole[rows] = np.where((bends[0] >= bends[1])[:, None], fast, slower)
    return replace(loads, lift=whole)


def _in_balance(lift: Array, weight: Array, K: Array) -> Array:
    """(R, S) the lift that its own bending and that of the weight makes of what is asked: l = l0 + (l - w) K."""
    still = lift - (weight[:, None, :] @ K)[:, 0]
    return np.asarray(np.linalg.solve(np.eye(lift.shape[1]) - K.transpose(0, 2, 1), still[:, :, None])[:, :, 0])
