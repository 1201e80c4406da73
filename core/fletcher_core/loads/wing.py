"""The loads on the half wing per unit of each case's factor."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..geometry import Planform
from ..model import Airframe
from .aero import GRAVITY, flap_effect, pressure
from .cases import Case
from .lift import Distribution, lift_per_newton

Array = NDArray[np.float64]


@dataclass(frozen=True)
class WingLoads:
    """(R, S) along the half span, for R runs.

    Attributes
    ----------
    lift, weight, aft : N/mm per unit of factor: up, down, and rearward.
    pitching : N mm/mm whatever the factor, nose up.
    """

    lift: Array
    weight: Array
    aft: Array
    pitching: Array


def aileron_pitching(airframe: Airframe, plan: Planform) -> Array:
    """(S,) N mm/mm of full down aileron at top speed, nose up (Glauert 1927)."""
    aileron = airframe.wing.aileron
    if aileron is None:
        return np.zeros_like(plan.y)
    _, cm = flap_effect(aileron.chord_share)
    here = (plan.y >= aileron.y_from_mm) & (plan.y <= aileron.y_to_mm)
    return np.asarray(here * cm * np.radians(aileron.throw_deg) * pressure(airframe.flight.speed_m_s) * plan.chord**2)


def wing_loads(
    airframe: Airframe,
    plan: Planform,
    flying_mass_g: Array | float,
    wing_mass_per_mm: Array,
    cm0: float,
    cases: Sequence[Case],
    distribution: Distribution = "schrenk",
) -> WingLoads:
    """Lift for level flight at `flying_mass_g`, relief by the wing's own mass, and pitching moment.

    Parameters
    ----------
    flying_mass_g : of all runs, or (R,).
    wing_mass_per_mm : (R, S) g/mm of span of the half wing.
    cm0 : moment coefficient about the quarter chord at zero lift.
    cases : one for each run.

    Sources: Schrenk 1940; Bisplinghoff, Ashley and Halfman 1955 (relief); thin-aerofoil theory for cm0.
    """

    def each(name: str) -> Array:
        return np.array([getattr(c, name) for c in cases])[:, None]

    half_weight = 0.5e-3 * GRAVITY * np.reshape(flying_mass_g, (-1, 1))
    own = wing_mass_per_mm * 1e-3 * GRAVITY
    section = pressure(airframe.flight.speed_m_s) * plan.chord**2 * cm0
    return WingLoads(
        lift=each("lift") * half_weight * lift_per_newton(plan, distribution),
        weight=each("inertia") * own,
        aft=each("aft") * own,
        pitching=each("air") * section + each("aileron") * aileron_pitching(airframe, plan),
    )
