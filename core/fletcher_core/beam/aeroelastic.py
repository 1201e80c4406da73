"""Divergence, aileron reversal and flutter, as screens: quick checks that tell where to look, not promises.

Strip theory, wing held at the root. All of them know twist and bending: what bends up turns the sections of a swept
wing, nose up where it is swept forward, nose down where it is swept back. Speeds in m/s; inf where it cannot happen.

Sources: Bisplinghoff, Ashley and Halfman 1955 (divergence, reversal); Theodorsen and Garrick 1940, Pines 1958
(approximate flutter speeds).
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..geometry import Planform
from ..geometry.planform import AXIS_SHARE
from ..loads import AIR_DENSITY, flap_effect, lift_slope
from ..model.surface import ControlSurface
from ..sections import SectionProperties
from .beam import Integrals

Array = NDArray[np.float64]

#: an eigenvalue whose imaginary part is below this share of the largest is real (rounding)
_REAL = 1e-6


def _speed(pressure_mpa: Array) -> Array:
    return np.asarray(np.sqrt(2 * np.maximum(pressure_mpa, 0) * 1e6 / AIR_DENSITY))


def sweep_along(plan: Planform) -> Array:
    """(S,) radians by which the axis is swept back at each station; forward is negative."""
    axis = plan.x_le + AXIS_SHARE * plan.chord
    slope = np.gradient(axis, np.maximum(plan.y, 0.0) + 1e-9 * np.arange(len(plan.y)))
    return np.asarray(np.sign(slope) * np.arccos(np.clip(plan.cos_sweep, 0.0, 1.0)))


def _angle_made(plan: Planform, properties: SectionProperties, GJ: Array, v: int) -> Array:
    """(S, S) what the angle at every station of one variant makes of the angle at every other, for q of one MPa,
    through lift, moment, shear, twist and bending; rows are causes."""
    chord, tan = plan.chord * plan.cos_sweep, np.tan(sweep_along(plan))
    lift = lift_slope(plan) * chord * plan.cos_sweep**2  # N/mm of axis for each radian and MPa
    arm = chord * (properties.x_shear[v] / chord - 0.25)
    return _turned(plan, np.diag(lift), np.diag(lift * arm), properties.EIxx[v], GJ[v], tan)


def _turned(plan: Planform, lift: Array, moment: Array, EI: Array, GJ: Array, tan: Array) -> Array:
    """(..., S) radians at every station of what lifts (..., S) N/mm and turns N mm/mm of axis: twist, less the slope of
    bending times the tangent of the sweep."""
    along = Integrals.along(plan.s)
    twist = (moment @ along.tip) / GJ @ along.root
    slope = (lift @ along.tip @ along.tip) / EI @ along.root
    return np.asarray(twist - slope * tan)


def _largest(made: Array) -> float:
    """The largest real eigenvalue; 0 where there is none above nothing."""
    values = np.linalg.eigvals(made)
    real = values.real[(np.abs(values.imag) < _REAL * np.abs(values).max()) & (values.real > 1e-30)]
    return float(real.max()) if len(real) else 0.0


def divergence_speed(plan: Planform, properties: SectionProperties, GJ: Array) -> Array:
    """(V,) the smallest q for which twist, bending and the lift that both make hold each other up, as a speed.

    A section that is cut square to the axis turns into the stream by its twist, less its slope of bending times the
    tangent of the sweep: theta - w' tan(sweep). Air at right angles to the axis counts, q cos² (strip theory:
    Bisplinghoff, Ashley and Halfman 1955, ch. 8; Diederich and Budiansky 1948). 1/q is the largest eigenvalue of what
    that angle makes of itself through lift, moment, shear, twist and bending.
    """
    largest = [_largest(_angle_made(plan, properties, GJ, v)) for v in range(len(GJ))]
    return _speed(np.array([1 / one if one > 0 else np.inf for one in largest]))


def reversal_speed(plan: Planform, properties: SectionProperties, GJ: Array, aileron: ControlSurface) -> Array:
    """(V,) the speed at which the twist and the bending that an aileron makes take away the roll that it makes.

    With M what an angle makes of itself, c the angle that the aileron makes for q of one, d its roll and r the roll of
    an angle: angle = q (angle M + c), and the roll d + angle . r vanishes where 1/q is an eigenvalue of M - r c / d.
    """
    tau, cm = flap_effect(aileron.chord_share)
    here = ((plan.y >= aileron.y_from_mm) & (plan.y <= aileron.y_to_mm)).astype(float)
    chord, tan = plan.chord * plan.cos_sweep, np.tan(sweep_along(plan))
    weights = np.trapezoid(np.eye(len(plan.s)), plan.s, axis=1)
    lift = lift_slope(plan) * chord * plan.cos_sweep**2
    roll, direct = weights * lift * plan.y, float(weights @ (lift * tau * here * plan.y))
    found = []
    for v in range(len(GJ)):
        arm = chord * (properties.x_shear[v] / chord - 0.25)
        moment = here * (chord**2 * plan.cos_sweep**2 * cm + lift * tau * arm)
        made = _turned(plan, lift * tau * here, moment, properties.EIxx[v], GJ[v], tan)
        largest = _largest(_angle_made(plan, properties, GJ, v) - np.outer(roll, made) / direct)
        found.append(1 / largest if largest > 0 else np.inf)
    return _speed(np.array(found))


def flutter_speed(plan: Planform, properties: SectionProperties, twist_hz: Array, bending_hz: Array) -> Array:
    """(V,) of the section at 70 % of the span, the lower of two: a formula for what bends far slower than it twists,
    V = b w_t sqrt(mu r^2 / (2 (1/2 + a + x))) (Theodorsen and Garrick 1940), and the speed at which bending and twist
    come to one frequency (Pines 1958), in which the lift of a swept wing follows its bending too.

    inf where the mass lies ahead of the quarter chord, and ahead of the flexural axis.
    """
    return np.minimum(_far_apart(plan, properties, twist_hz), _at_one(plan, properties, twist_hz, bending_hz))


def _at_70(plan: Planform, along: Array) -> Array:
    """(...,) figures (..., S) at 70 % of the span, on a straight line between the stations beside it."""
    y, at = plan.y, 0.7 * plan.half_span
    k = int(np.clip(np.searchsorted(y, at) - 1, 0, len(y) - 2))
    share = (at - y[k]) / max(y[k + 1] - y[k], 1e-9)
    return np.asarray(along[..., k] * (1 - share) + along[..., k + 1] * share)


def _section(plan: Planform, properties: SectionProperties) -> tuple[Array, Array, Array, Array]:
    """(half chord in mm, kg/m, mm of the flexural axis and of the mass, along flight) of the section at 70 %."""
    p, cos = properties, plan.cos_sweep
    x_axis, x_mass = _at_70(plan, p.x_shear / cos), _at_70(plan, p.x_mass / cos)
    return 0.5 * _at_70(plan, plan.chord), _at_70(plan, p.mass), x_axis, x_mass


def _polar(plan: Planform, p: SectionProperties, x_axis: Array, x_mass: Array) -> Array:
    """(V,) mm2, of the mass about the flexural axis, at 70 % of the span."""
    about = _at_70(plan, p.polar_mass / p.mass) + x_axis**2 - 2 * x_axis * x_mass
    return np.asarray(np.maximum(about, 1e-9))


def _far_apart(plan: Planform, properties: SectionProperties, twist_hz: Array) -> Array:
    b, mass, x_axis, x_mass = _section(plan, properties)  # g/mm is kg/m
    r2 = _polar(plan, properties, x_axis, x_mass) / b**2
    behind = x_mass / b - 0.5  # (1/2 + a + x): mass behind the quarter chord, in half chords
    mu = mass / (np.pi * AIR_DENSITY * (b * 1e-3) ** 2)
    risky = behind > 1e-3
    speed = b * 1e-3 * 2 * np.pi * twist_hz * np.sqrt(mu * r2 / (2 * np.where(risky, behind, 1.0)))
    return np.asarray(np.where(risky, speed, np.inf))


#: slope over deflection, times its length, of a uniform beam held at one end at 70 % of it as it first shakes (Young
#: and Felgar 1949)
_SLOPES = 2.245


def _at_one(plan: Planform, properties: SectionProperties, twist_hz: Array, bending_hz: Array) -> Array:
    """(V,) where A w^4 - B w^2 + C has a double root: m, S, I of the section; steady lift at the quarter chord.

    With q' = q c (lift slope) cos², e the flexural axis behind the quarter chord and k the slope that goes with a
    deflection times the tangent of the sweep: B = m (K_t - q' e) + I (K_b + q' k) - S q' (1 - k e),
    C = K_b (K_t - q' e) + q' k K_t; it flutters from B² = 4 A C on.
    """
    b, mass, x_axis, x_mass = _section(plan, properties)
    # in kg, m and s: per metre of span
    axis, centre = 1e-3 * x_axis, 1e-3 * x_mass
    S, inertia = mass * (centre - axis), mass * 1e-6 * _polar(plan, properties, x_axis, x_mass)
    e = axis - 0.5e-3 * b
    slope = _SLOPES / (plan.s[-1] * 1e-3) * float(np.tan(_at_70(plan, sweep_along(plan))))
    K_b, K_t = mass * (2 * np.pi * bending_hz) ** 2, inertia * (2 * np.pi * twist_hz) ** 2
    A = mass * inertia - S**2
    # B = B0 + B1 q', C = C0 + C1 q'
    B0, B1 = mass * K_t + inertia * K_b, -mass * e + inertia * slope - S * (1 - slope * e)
    C0, C1 = K_b * K_t, slope * K_t - e * K_b
    lift = lift_slope(plan) * 2e-3 * b * _at_70(plan, plan.cos_sweep) ** 2
    found = []
    for a2, a1, a0 in zip(B1**2, 2 * B0 * B1 - 4 * A * C1, B0**2 - 4 * A * C0, strict=True):
        # from no speed on, where it is above nothing; a divergence before it is told by itself
        roots = np.roots([a2, a1, a0])
        real = roots.real[(np.abs(roots.imag) <= _REAL * np.abs(roots)) & (roots.real > 0)]
        found.append(float(real.min()) if len(real) else np.inf)
    return np.asarray(np.sqrt(2 * np.array(found) / (AIR_DENSITY * lift)))
