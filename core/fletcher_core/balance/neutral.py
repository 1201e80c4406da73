"""The neutral point: where the aircraft would balance without any wish to right itself."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from ..geometry import Planform, planform
from ..loads import aspect_ratio, lift_slope
from ..model.airframe import Airframe

#: how far the share that the tail adds may be off, one of ten each way (own estimate: downwash, gaps, a body before it)
_TAIL_OFF = 0.25
#: of the mean chord, by which a body draws the point forward or the wing's own lies off (own estimate)
_WING_OFF = 0.02


@dataclass(frozen=True)
class Neutral:
    """Of the wing's mean chord from its leading edge, as shares; `x` mm aft of the root's leading edge.

    Attributes
    ----------
    wing, tail : what each gives; volume : of the tail. slope_w, slope_t : of lift, 1/rad. downwash : dε/dα.
    off : one of ten lies further off than this, each way. given : the builder's own figure is used.
    """

    share: float
    x: float
    wing: float
    tail: float
    volume: float
    slope_w: float
    slope_t: float
    downwash: float
    off: float
    given: bool


def mean_chord_at(plan: Planform, share: float) -> float:
    """mm aft of the root's leading edge, of a place on the mean chord."""
    return plan.quarter + (share - 0.25) * plan.mean_chord


def neutral_point(airframe: Airframe) -> Neutral:
    """A quarter of the mean chord, and V a_t / a_w (1 − dε/dα) behind it (Etkin and Reid 1996).

    dε/dα = 2 a_w / π A, far behind a wing with elliptic lift (Prandtl 1918). Halves of a V tail that are turned up by
    an angle count with its cosine twice: their area from above, and their angle to the air.
    """
    wing = planform(airframe.wing)
    slope, tail = lift_slope(wing), airframe.parts.tailplane
    downwash = 2 * slope / (math.pi * aspect_ratio(wing))
    volume = slope_t = adds = 0.0
    if tail is not None:
        plan = planform(tail)
        leans = math.cos(math.radians(tail.tilt_deg)) ** 2
        volume = 2 * plan.half_area * leans * tail.arm_mm / (2 * wing.half_area * wing.mean_chord)
        slope_t = lift_slope(plan)
        adds = volume * slope_t / slope * (1 - downwash)
    own = airframe.balancing.neutral_at
    share = 0.25 + adds if own is None else own
    off = 0.0 if own is not None else float(np.hypot(_TAIL_OFF * adds, _WING_OFF))
    return Neutral(
        share, mean_chord_at(wing, share), 0.25, adds, volume, slope, slope_t, downwash, off, own is not None
    )  # fmt: skip
