"""Frequencies and screens against uniform beams, and closed forms of laps."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import Any

import numpy as np
import pytest
from fletcher_core.beam import divergence_speed, first_bending, first_twist, flutter_speed, reversal_speed
from fletcher_core.joints import end_peak, lap_peak, shear_lag
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.loads import AIR_DENSITY, flap_effect, lift_slope
from fletcher_core.model import ControlSurface

from tests.core.solving import solved

L = 600.0


@pytest.fixture(scope="module")
def uniform() -> Any:
    return solved(
        Skin(id="f", y_to_mm=L), Rod(id="r", diameter_mm=4, chord_from=0.45, chord_to=0.45, y_to_mm=L), plate=12.0
    )


def test_first_bending_of_a_uniform_cantilever(uniform: Any) -> None:
    p = uniform.properties
    stiff = np.full_like(uniform.GA_s, 1e12)
    f = first_bending(uniform.layout.plan, p, stiff)[0]
    det = p.EIxx * p.EIzz - p.EIxz**2
    EI, m = float((det / p.EIzz)[0, 0]), float(p.mass[0, 0]) * 1e-6
    assert f == pytest.approx(1.8751**2 / (2 * np.pi) * np.sqrt(EI / (m * L**4)), rel=2e-3)
    # shear of the foam only lowers it
    assert first_bending(uniform.layout.plan, p, uniform.GA_s)[0] < f


def test_first_twist_of_a_uniform_cantilever(uniform: Any) -> None:
    p, GJ = uniform.properties, float(uniform.GJ[0, 0])
    inertia = float((p.polar_mass + p.mass * (p.x_shear**2 - 2 * p.x_shear * p.x_mass))[0, 0]) * 1e-6
    f = first_twist(uniform.layout.plan, p, np.full_like(uniform.GJ, GJ))[0]
    assert f == pytest.approx(np.sqrt(GJ / inertia) / (4 * L), rel=2e-3)


def test_divergence_of_a_uniform_wing(uniform: Any) -> None:
    # q = (pi / 2L)^2 GJ / (a e c) with e c the arm of the lift (Bisplinghoff, Ashley and Halfman 1955)
    plan, p, GJ = uniform.layout.plan, uniform.properties, float(uniform.GJ[0, 0])
    arm = float(p.x_shear[0, 0]) - 0.25 * 200
    assert arm > 0
    q = (np.pi / (2 * L)) ** 2 * GJ / (lift_slope(plan) * 200 * arm)
    expected = np.sqrt(2 * q * 1e6 / AIR_DENSITY)
    assert divergence_speed(plan, p, np.full_like(uniform.GJ, GJ))[0] == pytest.approx(expected, rel=5e-3)


def test_a_wing_that_twists_ahead_of_its_lift_cannot_diverge() -> None:
    r = solved(Rod(id="r", diameter_mm=6, chord_from=0.1, chord_to=0.1, y_to_mm=L), plate=12.0)
    assert np.isinf(divergence_speed(r.layout.plan, r.properties, r.GJ)[0])


def test_reversal_of_a_stiff_and_a_soft_wing(uniform: Any) -> None:
    aileron = ControlSurface(y_from_mm=300, y_to_mm=550, chord_share=0.25)
    plan, p = uniform.layout.plan, uniform.properties
    soft = reversal_speed(plan, p, uniform.GJ, aileron)[0]
    stiff = reversal_speed(plan, p, 4 * uniform.GJ, aileron)[0]
    assert stiff == pytest.approx(2 * soft, rel=1e-6)  # q goes with GJ
    # with lift acting on the axis, roll of the flap and of its twist cancel at a q that can be summed by hand
    on_axis = p.take(np.array([0]))
    on_axis.x_shear[:] = 50.0
    GJ, a = float(uniform.GJ[0, 0]), lift_slope(plan)
    tau, cm = flap_effect(0.25)
    y = np.linspace(0, L, 6001)
    here = (y >= 300) & (y <= 550)
    torque = np.array([np.trapezoid((here * cm * 200**2)[k:], y[k:]) for k in range(len(y))])
    twist = np.concatenate([[0], np.cumsum(0.5 * (torque[1:] + torque[:-1]) * np.diff(y))]) / GJ
    q = -np.trapezoid(a * tau * here * 200 * y, y) / np.trapezoid(a * 200 * twist * y, y)
    expected = np.sqrt(2 * q * 1e6 / AIR_DENSITY)
    got = reversal_speed(plan, on_axis, np.full_like(uniform.GJ[:1], GJ), aileron)[0]
    assert got == pytest.approx(expected, rel=0.02)


def test_mass_ahead_of_the_quarter_chord_cannot_flutter(uniform: Any) -> None:
    p = uniform.properties
    assert np.isfinite(flutter_speed(uniform.layout.plan, p, np.array([50.0]), np.array([5.0]))[0])
    ahead = p.take(np.array([0]))
    ahead.x_mass[:] = 40.0
    assert np.isinf(flutter_speed(uniform.layout.plan, ahead, np.array([50.0]), np.array([5.0]))[0])


def test_volkersen_peak() -> None:
    # equal adherends: (w / 2) coth(w / 2) (Volkersen 1938)
    EA, k, length = np.asarray(1e5), np.asarray(50.0), np.asarray(30.0)
    w = float(shear_lag(k, EA, EA)) * 30
    assert float(lap_peak(EA, EA, k, length)) == pytest.approx(0.5 * w / np.tanh(0.5 * w))
    # soft glue shares evenly, stiff glue peaks, and an unequal pair more than an equal one
    assert float(lap_peak(EA, EA, np.asarray(1e-3), length)) == pytest.approx(1.0, abs=1e-3)
    assert float(lap_peak(EA, 4 * EA, k, length)) > float(lap_peak(EA, 4 * EA, np.asarray(5.0), length)) > 1.0


def test_end_of_a_long_stick_takes_up_its_force_over_the_lag() -> None:
    force, lag, width = np.asarray(100.0), np.asarray(0.05), np.asarray(6.0)
    y = np.linspace(0, 400, 40_001)
    shear = float(end_peak(force, lag, width, np.asarray(400.0))) * np.exp(-0.05 * y)
    assert np.trapezoid(shear * 6.0, y) == pytest.approx(100.0, rel=1e-3)


def test_bending_divergence_of_a_wing_swept_forward() -> None:
    """A uniform wing that does not twist, in closed form: k s³ / EI = 6.33, k the lift of a slope of one times the
    tangent of the sweep (Bisplinghoff, Ashley and Halfman 1955, ch. 8)."""
    found = solved(half_span=700.0, root=200.0, sweep=-200.0)
    plan, p = found.layout.plan, found.properties
    EI = float(p.EIxx[0].mean())
    even = replace(p, EIxx=np.full_like(p.EIxx, EI))
    speed = float(divergence_speed(plan, even, np.full_like(found.GJ, 1e15))[0])
    q = 0.5 * AIR_DENSITY * speed**2 * 1e-6
    cos = float(plan.cos_sweep[0])
    lift = lift_slope(plan) * 200.0 * cos * cos**2
    tan = math.sqrt(1 - cos**2) / cos
    assert q * lift * tan * float(plan.s[-1]) ** 3 / EI == pytest.approx(6.33, rel=0.01)


def test_divergence_falls_with_sweep_forward() -> None:
    """No step, and no sweep forward that makes it safer; swept back it may never come."""
    speeds = []
    for sweep in np.linspace(-200.0, 10.0, 22):
        r = solved(half_span=700.0, root=200.0, sweep=float(sweep))
        speeds.append(float(divergence_speed(r.layout.plan, r.properties, r.GJ)[0]))
    assert np.all(np.diff(speeds) > 0)
    assert np.abs(np.diff(np.log(speeds))).max() < 0.25
