"""Coefficients of thin wings that several loads and screens need."""

from __future__ import annotations

import numpy as np

from ..geometry import Planform

GRAVITY = 9.80665  # m/s2
AIR_DENSITY = 1.225  # kg/m3, standard air at sea level


def pressure(speed_m_s: float) -> float:
    """Dynamic pressure, MPa."""
    return 0.5 * AIR_DENSITY * speed_m_s**2 * 1e-6


def aspect_ratio(plan: Planform) -> float:
    """Span over mean chord of the whole part."""
    return 2 * plan.half_span**2 / plan.half_area


def lift_slope(plan: Planform) -> float:
    """Lift slope of the whole wing, per radian.

    2 pi A / (2 + sqrt(4 + A^2 (1 + tan^2 sweep))) (Helmbold 1942; DATCOM form), sweep of the mid panel.
    """
    A = aspect_ratio(plan)
    cos = float(np.average(plan.cos_sweep))
    return float(2 * np.pi * A / (2 + np.sqrt(4 + A**2 / cos**2)))


def flap_effect(share: float) -> tuple[float, float]:
    """(lift per radian of flap over lift per radian of angle, moment about the quarter chord per radian).

    Parameters
    ----------
    share : flap chord over chord.

    Source: Glauert 1927 (thin aerofoil with a hinged flap).
    """
    theta = np.arccos(2 * share - 1)  # hinge at x = 1 - share = (1 - cos theta) / 2
    tau = 1 - (theta - np.sin(theta)) / np.pi
    return float(tau), float(-0.5 * np.sin(theta) * (1 - np.cos(theta)))
