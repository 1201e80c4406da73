"""The loads on one half of a part per unit of each case's factor."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..geometry import Planform
from ..kinds import SAME_PLACE
from ..model.part import Part
from ..model.surface import ControlSurface
from .aero import GRAVITY, flap_effect, pressure
from .cases import Case
from .lift import Distribution, lift_per_newton

Array = NDArray[np.float64]


@dataclass(frozen=True)
class PartLoads:
    """(R, S) along the half span, for R runs.

    Attributes
    ----------
    lift, weight, aft : N/mm per unit of factor: up, down, and rearward.
    tip : (R, 1) N per unit of factor, upwards at the middle of the tip.
    pitching : N mm/mm whatever the factor, nose up.
    """

    lift: Array
    weight: Array
    aft: Array
    tip: Array
    pitching: Array


def control_pitching(surface: ControlSurface, plan: Planform, speed_m_s: float) -> Array:
    """(S,) N mm/mm of a surface turned down by its full throw, nose up (Glauert 1927)."""
    _, cm = flap_effect(surface.chord_share)
    here = (plan.y >= surface.y_from_mm - SAME_PLACE) & (plan.y <= surface.y_to_mm + SAME_PLACE)
    return np.asarray(here * cm * np.radians(surface.throw_deg) * pressure(speed_m_s) * plan.chord**2)


def _turned(case: Case, part: Part, plan: Planform) -> Array:
    surface = part.surfaces.get(case.surface)
    if surface is None or not case.control:
        return np.zeros_like(plan.y)
    return case.control * control_pitching(surface, plan, case.speed_m_s)


def part_loads(
    part: Part,
    plan: Planform,
    flying_mass_g: Array | float,
    mass_per_mm: Array,
    cm0: float,
    cases: Sequence[Case],
    distribution: Distribution = "schrenk",
) -> PartLoads:
    """Lift, the part's own weight, and pitching moment.

    Parameters
    ----------
    flying_mass_g : of all runs, or (R,).
    mass_per_mm : (R, S) g/mm of span of the half.
    cm0 : moment coefficient about the quarter chord at zero lift.
    cases : one for each run.

    Sources: Schrenk 1940; Bisplinghoff, Ashley and Halfman 1955 (relief); thin-aerofoil theory for cm0.
    """

    def each(name: str) -> Array:
        return np.array([getattr(c, name) for c in cases])[:, None]

    half_weight = 0.5e-3 * GRAVITY * np.reshape(flying_mass_g, (-1, 1))
    own = mass_per_mm * 1e-3 * GRAVITY
    q = np.array([pressure(c.speed_m_s) for c in cases])[:, None]
    turned = {c: _turned(c, part, plan) for c in dict.fromkeys(cases)}
    return PartLoads(
        lift=(each("lift") * half_weight + each("force")) * lift_per_newton(plan, distribution),
        weight=each("inertia") * own,
        aft=each("aft") * own,
        tip=each("tip"),
        pitching=each("air") * (q * plan.chord**2 * cm0) + np.stack([turned[c] for c in cases]),
    )
