"""Divergence, aileron reversal and flutter, as screens: quick checks that tell where to look, not promises.

Strip theory, wing held at the root. Divergence knows twist and bending: what bends up turns the sections of a swept
wing, nose up where it is swept forward, nose down where it is swept back. Speeds in m/s; inf where it cannot happen.

Sources: Bisplinghoff, Ashley and Halfman 1955 (divergence, reversal); Theodorsen and Garrick 1940
(approximate flutter speed).
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
#: of the power iteration: own choice
_STEPS = 6


def _speed(pressure_mpa: Array) -> Array:
    return np.asarray(np.sqrt(2 * np.maximum(pressure_mpa, 0) * 1e6 / AIR_DENSITY))


def sweep_along(plan: Planform) -> Array:
    """(S,) radians by which the axis is swept back at each station; forward is negative."""
    axis = plan.x_le + AXIS_SHARE * plan.chord
    slope = np.gradient(axis, np.maximum(plan.y, 0.0) + 1e-9 * np.arange(len(plan.y)))
    return np.asarray(np.sign(slope) * np.arccos(np.clip(plan.cos_sweep, 0.0, 1.0)))


def divergence_speed(plan: Planform, properties: SectionProperties, GJ: Array) -> Array:
    """(V,) the smallest q for which twist, bending and the lift that both make hold each other up, as a speed.

    A section that is cut square to the axis turns into the stream by its twist, less its slope of bending times the
    tangent of the sweep: theta - w' tan(sweep). Air at right angles to the axis counts, q cos² (strip theory:
    Bisplinghoff, Ashley and Halfman 1955, ch. 8; Diederich and Budiansky 1948). 1/q is the largest eigenvalue of what
    that angle makes of itself through lift, moment, shear, twist and bending.
    """
    a, sweep = lift_slope(plan), sweep_along(plan)
    chord = plan.chord * plan.cos_sweep
    lift = a * chord * plan.cos_sweep**2  # N/mm of axis for each radian and MPa
    share = properties.x_shear / chord
    along = Integrals.along(plan.s)
    found = np.full(len(share), np.inf)
    for v in range(len(share)):
        arm = lift * chord * (share[v] - 0.25)
        # (S, S) what the angle at every station makes of the angle at every other, for q of one; rows are causes
        twist = (np.diag(arm) @ along.tip) / GJ[v] @ along.root
        slope = ((np.diag(lift) @ along.tip) @ along.tip) / properties.EIxx[v] @ along.root
        made = np.linalg.eigvals(twist - slope * np.tan(sweep))
        real = made.real[(np.abs(made.imag) < _REAL * np.abs(made).max()) & (made.real > 1e-30)]
        found[v] = 1 / real.max() if len(real) else np.inf
    return _speed(found)


def reversal_speed(plan: Planform, properties: SectionProperties, GJ: Array, aileron: ControlSurface) -> Array:
    """(V,) the speed at which the twist that an aileron makes takes away the roll that it makes.

    Twist is q F(m + k twist), F the wing's flexibility in twist, m the aileron's moment and k the
    twist's own; the roll is d + r . twist. It vanishes where 1/q is an eigenvalue of F(k - m r / d),
    found by power iteration.
    """
    a = lift_slope(plan)
    tau, cm = flap_effect(aileron.chord_share)
    here = ((plan.y >= aileron.y_from_mm) & (plan.y <= aileron.y_to_mm)).astype(float)
    share = properties.x_shear / (plan.chord * plan.cos_sweep)
    s, y, chord = plan.s, plan.y, plan.chord
    own = a * chord**2 * (share - 0.25)
    moment = here * chord**2 * (cm + a * tau * (share - 0.25))
    direct = np.trapezoid(a * tau * here * chord * y, y)
    along = Integrals.along(s)
    twist = np.broadcast_to(s / s[-1], own.shape)
    q = np.full(own.shape[0], np.inf)
    for _ in range(_STEPS):
        roll = np.trapezoid(a * chord * twist * y, y, axis=1) / direct
        made = (((own * twist - moment * roll[:, None]) @ along.tip) / GJ) @ along.root
        tip = made[:, -1]
        turns = tip > 1e-30
        q = np.where(turns, 1 / np.where(turns, tip, 1.0), np.inf)
        twist = made / np.where(np.abs(tip) > 1e-30, tip, 1.0)[:, None]
    return _speed(q)


def flutter_speed(plan: Planform, properties: SectionProperties, twist_hz: Array) -> Array:
    """(V,) the section at 70 % of the span: V = b w_t sqrt(mu r^2 / (2 (1/2 + a + x))) (Theodorsen and Garrick 1940).

    inf where the mass lies ahead of the quarter chord.
    """
    k = int(np.argmin(np.abs(plan.y - 0.7 * plan.half_span)))
    p, b = properties, 0.5 * plan.chord[k]
    mass = p.mass[:, k]  # g/mm is kg/m
    x_axis, x_mass = p.x_shear[:, k] / plan.cos_sweep[k], p.x_mass[:, k] / plan.cos_sweep[k]
    polar = p.polar_mass[:, k] / p.mass[:, k] + x_axis**2 - 2 * x_axis * x_mass
    r2 = np.maximum(polar, 1e-9) / b**2
    behind = x_mass / b - 0.5  # (1/2 + a + x): mass behind the quarter chord, in half chords
    mu = mass / (np.pi * AIR_DENSITY * (b * 1e-3) ** 2)
    risky = behind > 1e-3
    speed = b * 1e-3 * 2 * np.pi * twist_hz * np.sqrt(mu * r2 / (2 * np.where(risky, behind, 1.0)))
    return np.where(risky, speed, np.inf)
