"""The loads on the half wing per unit of load factor."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..geometry import Planform
from .lift import Distribution, lift_per_newton

Array = NDArray[np.float64]

GRAVITY = 9.80665  # m/s2
AIR_DENSITY = 1.225  # kg/m3, standard air at sea level


@dataclass(frozen=True)
class WingLoads:
    """(V, S) along the half span.

    Attributes
    ----------
    lift, weight : N/mm per unit of load factor, up and down.
    pitching : N mm/mm at the design speed, nose up; does not depend on the load factor.
    """

    lift: Array
    weight: Array
    pitching: Array


def wing_loads(
    plan: Planform,
    flying_mass_g: float,
    wing_mass_per_mm: Array,
    cm0: float,
    speed_m_s: float,
    distribution: Distribution = "schrenk",
) -> WingLoads:
    """Lift for level flight at `flying_mass_g`, relief by the wing's own mass, and pitching moment.

    Parameters
    ----------
    wing_mass_per_mm : (V, S) g/mm of span of the half wing.
    cm0 : moment coefficient about the quarter chord at zero lift.

    Sources: Schrenk 1940; Bisplinghoff, Ashley and Halfman 1955 (relief); thin-aerofoil theory for cm0.
    """
    half_weight = 0.5 * flying_mass_g * 1e-3 * GRAVITY
    lift = half_weight * lift_per_newton(plan, distribution)
    pressure = 0.5 * AIR_DENSITY * speed_m_s**2 * 1e-6  # MPa
    return WingLoads(
        lift=np.broadcast_to(lift, wing_mass_per_mm.shape),
        weight=wing_mass_per_mm * 1e-3 * GRAVITY,
        pitching=np.broadcast_to(pressure * plan.chord**2 * cm0, wing_mass_per_mm.shape),
    )
