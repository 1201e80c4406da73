"""Lift that follows the bending of a swept wing, against a beam marched by hand; reversal and flutter with bending."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np
import pytest
from fletcher_core.beam import Integrals, first_bending, first_twist, flutter_speed, following_bending, reversal_speed
from fletcher_core.beam.aeroelastic import _at_one, _far_apart, sweep_along
from fletcher_core.kinds.tube import Tube
from fletcher_core.loads import AIR_DENSITY, Case, PartLoads, flap_effect, lift_per_newton, lift_slope
from fletcher_core.model import ControlSurface
from fletcher_core.verdicts import evaluate

from tests.conftest import make_airframe, make_scheme
from tests.core.solving import solved

HALF, CHORD = 700.0, 200.0


def wing(sweep: float, **more: Any) -> Any:
    return solved(half_span=HALF, root=CHORD, sweep=sweep, **more)


def pull(speed: float) -> Case:
    return Case(id="pull", label="a pull", factor=4.0, lift=1.0, inertia=1.0, speed_m_s=speed, reason="", source="")


def loads_of(plan: Any) -> PartLoads:
    nothing = np.zeros((1, len(plan.y)))
    return PartLoads(
        lift=4.9 * lift_per_newton(plan)[None], weight=nothing, aft=nothing, tip=nothing[:, :1], pitching=nothing
    )


def root_moment(plan: Any, loads: PartLoads) -> float:
    tip = Integrals.along(plan.y).tip
    return float((loads.lift @ tip @ tip)[0, 0])


def marched(plan: Any, EI: float, speed: float, sweep: float) -> float:
    """N mm at the root of the same wing, by rounds of bending and lift on an even grid of its own."""
    y = np.linspace(0, HALF, 1401)
    cos = float(plan.cos_sweep[0])
    tan = np.sign(sweep) * np.sqrt(1 - cos**2) / cos
    q = 0.5 * AIR_DENSITY * speed**2 * 1e-6
    shape = np.interp(y, plan.y, lift_per_newton(plan))
    shape /= np.trapezoid(shape, y)
    dy = y[1] - y[0]

    def beyond(f: np.ndarray) -> np.ndarray:
        steps = 0.5 * (f[1:] + f[:-1]) * dy
        return np.concatenate([np.cumsum(steps[::-1])[::-1], [0.0]])

    lift = 4.9 * shape
    for _ in range(400):
        moment = beyond(beyond(lift)) / cos
        slope = np.concatenate([[0.0], np.cumsum(0.5 * (moment[1:] + moment[:-1]) * dy / cos)]) / EI
        more = -slope * tan * q * lift_slope(plan) * CHORD * cos**2
        lift = 0.8 * lift + 0.2 * (4.9 * shape + more - np.trapezoid(more, y) * shape)
    return float(beyond(beyond(lift))[0])


@pytest.mark.parametrize(
    ("sweep", "speed"), [(-200.0, 14.0), (-200.0, 8.0), (-60.0, 20.0), (200.0, 20.0), (200.0, 60.0)]
)
def test_lift_moves_as_a_beam_that_is_marched_by_hand_has_it(sweep: float, speed: float) -> None:
    found = wing(sweep)
    plan, EI = found.layout.plan, 10 * float(found.properties.EIxx[0].mean())
    told = following_bending(plan, loads_of(plan), np.full((1, len(plan.y)), EI), [pull(speed)])
    # relief is counted at the slowest speed that gives 4 G: CL 1.5 on that area
    slow = min(speed, float(np.sqrt(2e6 * 4 * 4.9 / (1.5 * HALF * CHORD) / AIR_DENSITY)))
    expected = max(marched(plan, EI, speed, sweep), marched(plan, EI, slow, sweep))
    assert root_moment(plan, told) == pytest.approx(expected, rel=2e-3)
    # the whole lift stays
    assert np.trapezoid(told.lift[0], plan.y) == pytest.approx(4.9, rel=1e-9)


def test_swept_forward_the_root_bears_more_and_swept_back_less() -> None:
    """Smoothly, at every sweep, and at every speed up to where it diverges and beyond."""
    moments = []
    for sweep in np.linspace(-250.0, 250.0, 41):
        found = wing(float(sweep))
        plan = found.layout.plan
        plain = loads_of(plan)
        told = following_bending(plan, plain, 10 * found.properties.EIxx[:1], [pull(16.0)])
        moments.append(root_moment(plan, told) / root_moment(plan, plain))
    assert np.all(np.diff(moments) < 1e-9)
    assert np.abs(np.diff(moments)).max() < 0.02
    assert moments[0] > 1.02
    assert moments[-1] < 0.99
    forward = wing(-200.0)
    plan = forward.layout.plan
    grows = [
        root_moment(plan, following_bending(plan, loads_of(plan), forward.properties.EIxx[:1], [pull(float(v))]))
        for v in np.linspace(1.0, 60.0, 60)
    ]
    assert np.all(np.isfinite(grows))
    assert np.all(np.diff(grows) > -1e-9)


def test_what_lifts_nothing_and_what_is_straight_stay_as_they_are() -> None:
    straight, forward = wing(0.0), wing(-200.0)
    resting = (
        pull(20.0).model_copy(update={"lift": 0.0})
        if hasattr(pull(20.0), "model_copy")
        else replace(pull(20.0), lift=0.0)
    )
    for found, case in ((straight, pull(20.0)), (forward, resting)):
        plan = found.layout.plan
        loads = loads_of(plan)
        told = following_bending(plan, loads, found.properties.EIxx[:1], [case])
        assert told.lift == pytest.approx(loads.lift)


def test_reversal_of_a_swept_wing_falls_as_bending_eats_the_aileron() -> None:
    """Swept back, an aileron that bends the wing up turns it nose down; a stiff one forgets it."""
    aileron = ControlSurface(y_from_mm=350, y_to_mm=650, chord_share=0.25)
    found = wing(200.0)
    plan, p = found.layout.plan, found.properties.take(np.arange(1))
    bends = reversal_speed(plan, p, found.GJ[:1], aileron)[0]
    stiff = reversal_speed(plan, replace(p, EIxx=p.EIxx * 1e6), found.GJ[:1], aileron)[0]
    assert bends < stiff
    # without twist, by hand: bending alone turns the sections by -w' tan(sweep)
    EI = float(p.EIxx[0].mean())
    even = replace(p, EIxx=np.full_like(p.EIxx, EI))
    got = reversal_speed(plan, even, np.full_like(found.GJ[:1], 1e15), aileron)[0]
    q = 0.5 * AIR_DENSITY * got**2 * 1e-6
    tau, _ = flap_effect(0.25)
    s = np.linspace(0, plan.s[-1], 2001)
    y, cos = s * float(plan.cos_sweep[0]), float(plan.cos_sweep[0])
    per = lift_slope(plan) * CHORD * cos * cos**2
    here, tan, ds = (y >= 350) & (y <= 650), np.tan(sweep_along(plan)[5]), s[1]
    angle = np.zeros_like(s)
    # rounds of lift and slope at that q: what is left of the roll is nothing
    for _ in range(1500):
        lift = q * per * (tau * here + angle)
        shear = np.concatenate([np.cumsum((0.5 * (lift[1:] + lift[:-1]) * ds)[::-1])[::-1], [0.0]])
        moment = np.concatenate([np.cumsum((0.5 * (shear[1:] + shear[:-1]) * ds)[::-1])[::-1], [0.0]])
        slope = np.concatenate([[0.0], np.cumsum(0.5 * (moment[1:] + moment[:-1]) * ds)]) / EI
        angle = 0.98 * angle - 0.02 * slope * tan
    roll = np.trapezoid((tau * here + angle) * y, s)
    assert abs(roll) < 0.01 * np.trapezoid(tau * here * y, s)


def test_two_formulas_of_flutter_agree_where_bending_is_slow() -> None:
    """Theodorsen and Garrick (1940) take bending as far slower than twist; Pines (1958) takes both as they are."""
    found = wing(0.0)
    plan, p = found.layout.plan, found.properties.take(np.arange(1))
    twist = first_twist(plan, p, found.GJ[:1])
    slow = np.full(1, 0.1 * twist[0])
    assert _at_one(plan, p, twist, slow)[0] == pytest.approx(_far_apart(plan, p, twist)[0], rel=0.1)
    # nearer to each other it comes sooner, without a step, until they pass each other
    shares = np.linspace(0.1, 0.8, 40)
    speeds = [float(flutter_speed(plan, p, twist, share * twist)[0]) for share in shares]
    assert np.all(np.diff(speeds) < 1e-9)
    assert np.abs(np.diff(np.log(speeds))).max() < 0.1
    assert flutter_speed(plan, p, twist, first_bending(plan, p, found.GA_s[:1]))[0] <= _far_apart(plan, p, twist)[0]


def test_the_page_says_what_sweep_forward_costs_and_what_helps() -> None:
    tube = Tube(id="t", outer_mm=10, inner_mm=8, y_to_mm=HALF)
    told = {}
    for sweep in (-200.0, 0.0, 200.0):
        v = evaluate(make_airframe(half_span=HALF, root=CHORD, sweep=sweep), make_scheme(tube), spread=False)
        (told[sweep],) = [s for s in v.screens if s.id == "divergence"]
    assert "Swept forward" in told[-200.0].says
    assert "its root bears" in told[-200.0].says
    assert "on the bias" in told[-200.0].says
    assert told[0.0].speed is None or told[-200.0].speed.value < told[0.0].speed.value
    for straight in (told[0.0], told[200.0]):
        assert "Swept forward" not in straight.says
