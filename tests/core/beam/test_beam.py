"""Loads and the beam along the span against closed forms."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np
import pytest
from fletcher_core.beam import Forces, deform, forces
from fletcher_core.geometry import planform
from fletcher_core.loads import GRAVITY, PRESETS, PartLoads, lift_per_newton, part_loads
from hypothesis import given
from hypothesis import strategies as st

from tests.conftest import make_airframe
from tests.core.solving import PULL


def loads_of(plan: Any, mass: Any, cm0: float = 0.0, speed: float = 15.0, kind: Any = "schrenk") -> PartLoads:
    """One g on 900 g, for a wing of some mass along its span."""
    pull = replace(PULL, speed_m_s=speed)
    return part_loads(make_airframe().wing, plan, 900.0, mass, cm0, [pull], kind)


def forces_of(plan: Any, loads: PartLoads, axis: float) -> Forces:
    return forces(plan, loads, np.full((1, len(plan.y)), axis), np.full((1, len(plan.y)), 0.42))


@given(
    half=st.floats(200, 2000),
    root=st.floats(80, 400),
    taper=st.floats(0.3, 1.0),
    kind=st.sampled_from(["schrenk", "elliptic", "planform"]),
)
def test_lift_adds_up_to_what_is_flown(half: float, root: float, taper: float, kind: str) -> None:
    plan = planform(make_airframe(half_span=half, root=root, tip=root * taper).wing, [half * 0.37])
    loads = loads_of(plan, np.zeros((1, len(plan.y))), kind=kind)
    assert np.trapezoid(loads.lift[0], plan.y) == pytest.approx(0.45 * GRAVITY, rel=1e-3)


def test_schrenk_lies_midway_between_planform_and_ellipse() -> None:
    plan = planform(make_airframe(tip=100.0).wing)
    mean = 0.5 * (lift_per_newton(plan, "elliptic") + lift_per_newton(plan, "planform"))
    assert lift_per_newton(plan) == pytest.approx(mean, rel=2e-3)


def test_elliptic_lift_has_its_centre_at_four_over_three_pi() -> None:
    plan = planform(make_airframe().wing, n=241)
    arm = np.trapezoid(lift_per_newton(plan, "elliptic") * plan.y, plan.y)
    assert arm == pytest.approx(4 / (3 * np.pi) * 600, rel=2e-3)


def test_the_wings_own_weight_relieves_it() -> None:
    plan = planform(make_airframe().wing)
    light = forces_of(plan, loads_of(plan, np.zeros((1, 61))), 0.3)
    heavy = forces_of(plan, loads_of(plan, np.full((1, 61), 0.2)), 0.3)
    assert heavy.moment[0, 0] < light.moment[0, 0]
    assert light.shear[0, -1] == 0.0
    assert light.moment[0, -1] == 0.0


def test_uniform_load_on_a_uniform_cantilever() -> None:
    plan = planform(make_airframe().wing)
    y, L, w, EI, GA = plan.y, 600.0, 0.01, 5e6, 2000.0
    moment, shear = (w * (L - y) ** 2 / 2)[None], (w * (L - y))[None]
    ones = np.ones((1, 61))
    shape = deform(plan, (moment / EI, 0 * moment), shear, 0 * moment, GA * ones, ones)
    assert shape.bend_by_shear[0, -1] == pytest.approx(w * L**2 / (2 * GA), rel=1e-3)
    assert shape.bend[0, -1] == pytest.approx(w * L**4 / (8 * EI) + w * L**2 / (2 * GA), rel=1e-3)


def test_a_tip_load_and_a_tip_torque() -> None:
    plan = planform(make_airframe().wing)
    y, L, F, EI, T, GJ = plan.y, 600.0, 2.0, 5e6, 300.0, 1e6
    moment, ones = (F * (L - y))[None], np.ones((1, 61))
    shape = deform(plan, (moment / EI, 0 * ones), F * ones, T * ones, np.inf * ones, GJ * ones)
    assert shape.bend[0, -1] == pytest.approx(F * L**3 / (3 * EI), rel=1e-3)
    assert shape.twist[0, -1] == pytest.approx(T * L / GJ, rel=1e-9)


def test_a_tapered_cantilever() -> None:
    # EI falling as (1 - y/2L): w = F/EI0 Int Int, by hand with a fine sum
    plan = planform(make_airframe().wing)
    y, L, F, EI0 = plan.y, 600.0, 2.0, 5e6
    fine = np.linspace(0, L, 20001)
    slope = np.cumsum(F * (L - fine) / (EI0 * (1 - fine / (2 * L)))) * (fine[1] - fine[0])
    exact = np.trapezoid(slope, fine)
    ones = np.ones((1, 61))
    curvature = (F * (L - y) / (EI0 * (1 - y / (2 * L))))[None]
    bend = deform(plan, (curvature, 0 * ones), F * ones, ones, np.inf * ones, ones)
    assert bend.bend[0, -1] == pytest.approx(exact, rel=1e-3)


def test_lift_on_a_swept_wing_bends_rather_than_twists() -> None:
    swept = planform(make_airframe(half_span=500, root=200, sweep=288.7).wing)  # 30 degrees
    assert swept.cos_sweep[0] == pytest.approx(np.cos(np.pi / 6), rel=1e-3)
    assert swept.s[-1] == pytest.approx(500 / np.cos(np.pi / 6), rel=1e-3)
    at_quarter = forces_of(swept, loads_of(swept, np.zeros((1, len(swept.y)))), 0.25)
    straight = planform(make_airframe(half_span=500, root=200).wing)
    plain = forces_of(straight, loads_of(straight, np.zeros((1, 61))), 0.25)
    # lift acts on the axis itself: no twist, and the arm along the axis is longer by 1/cos
    assert at_quarter.torque[0, 0] == pytest.approx(0.0, abs=1e-4 * plain.moment[0, 0])
    assert at_quarter.moment[0, 0] == pytest.approx(plain.moment[0, 0] / np.cos(np.pi / 6), rel=1e-3)


def test_a_cambered_section_twists_nose_down() -> None:
    plan = planform(make_airframe().wing)
    air = forces_of(plan, loads_of(plan, np.zeros((1, 61)), -0.053, 20.0), 0.25).torque_air
    by_hand = 0.5 * 1.225e-6 * 20**2 * 200**2 * -0.053 * 600
    assert air[0, 0] == pytest.approx(by_hand, rel=1e-3)


def test_stations_stand_on_both_sides_of_every_change() -> None:
    plan = planform(make_airframe().wing, [123.0, 456.0])
    assert len(plan.y) == 65
    for place in (123.0, 456.0):
        near = plan.y[np.abs(plan.y - place) < 0.01]
        assert near.min() < place < near.max()


def test_every_way_of_flying_has_its_reason() -> None:
    for preset in PRESETS.values():
        assert 2 <= preset.load_factor <= 15
        assert len(preset.reason) > 20


def test_three_point_beam_is_two_cantilevers() -> None:
    """A load in the middle of a beam of 1200 mm on two supports: F L^3 / 48 EI + F L / 4 GA (Timoshenko and Gere)."""
    plan = planform(make_airframe().wing)
    y, span, F, EI, GA = plan.y, 1200.0, 3.0, 5e6, 2000.0
    ones = np.ones((1, 61))
    half = deform(plan, ((F / 2 * (span / 2 - y) / EI)[None], 0 * ones), F / 2 * ones, ones, GA * ones, ones)
    assert half.bend[0, -1] == pytest.approx(F * span**3 / (48 * EI) + F * span / (4 * GA), rel=1e-3)


def test_slope_at_the_tip_of_a_cantilever() -> None:
    plan = planform(make_airframe().wing)
    y, L, F, EI = plan.y, 600.0, 2.0, 5e6
    ones = np.ones((1, 61))
    shape = deform(plan, ((F * (L - y) / EI)[None], 0 * ones), F * ones, ones, np.inf * ones, ones)
    assert shape.slope[0, -1] == pytest.approx(F * L**2 / (2 * EI), rel=1e-3)


def test_askew_bending_sways_by_the_coupling() -> None:
    plan = planform(make_airframe().wing)
    y, L, ones = plan.y, 600.0, np.ones((1, 61))
    kx = (-1e-6 * (L - y))[None]
    assert deform(plan, (0 * kx, kx), ones, ones, np.inf * ones, ones).inplane[0, -1] == pytest.approx(
        -1e-6 * L**3 / 3, rel=1e-3
    )


def test_kinking_load_is_that_of_a_long_beam_on_a_foundation() -> None:
    """2 sqrt(k E I) (Hetenyi 1946) is the lowest eigenvalue of EI w'''' + P w'' + k w = 0 on a long run."""
    EI, k, length, n = 3e4, 8.0, 500.0, 500
    h = length / (n + 1)
    second = (np.diag(-2.0 * np.ones(n)) + np.diag(np.ones(n - 1), 1) + np.diag(np.ones(n - 1), -1)) / h**2
    stiff = EI * second @ second + k * np.eye(n)
    P = np.linalg.eigvals(np.linalg.solve(-second, stiff)).real.min()
    assert pytest.approx(2 * np.sqrt(k * EI), rel=0.01) == P
