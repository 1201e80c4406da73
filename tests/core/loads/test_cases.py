"""Load cases against closed forms: gusts, lift limits, landings, throws, lines, ailerons; the envelope."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.geometry import planform
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.tube import Tube
from fletcher_core.loads import GRAVITY, PRESETS, Case, Setting, flap_effect, lift_slope
from fletcher_core.loads.cases.gust import gust_factor
from fletcher_core.model import Airframe, ControlSurface
from fletcher_core.parts import PARTS
from fletcher_core.verdicts import evaluate
from hypothesis import given
from hypothesis import strategies as st

from tests.conftest import make_airframe, make_scheme, with_wing
from tests.core.solving import solve_for

TUBE = Tube(id="tube", material="carbon_roll_wrapped", outer_mm=8, inner_mm=6, y_to_mm=600)
FILM = Skin(id="film", y_to_mm=600)


def flown(**more: Any) -> Airframe:
    flight = {
        k: more.pop(k)
        for k in list(more)
        if k in ("gust_m_s", "push_factor", "landing_g", "throw_g", "line_g", "cl_max", "use")
    }
    airframe = make_airframe(**more)
    return airframe.model_copy(update={"flight": airframe.flight.model_copy(update=flight)})


def setting(**more: Any) -> Setting:
    airframe = flown(**more)
    plan = planform(airframe.wing)
    return PARTS["wing"].setting(airframe, airframe.wing, plan, airframe.promise_g, plan)


def cases_of(s: Setting) -> list[Case]:
    return [c for make in PARTS["wing"].cases if (c := make(s)) is not None]


def case(s: Setting, name: str) -> Case:
    return next(c for c in cases_of(s) if c.id == name)


def test_lift_limits_the_pull() -> None:
    s = setting(n=20.0, speed=16.0)
    by_hand = 1.2 * 0.5 * 1.225 * 16**2 * 0.24 / (0.9 * GRAVITY)
    assert s.lift_limit == pytest.approx(by_hand, rel=1e-3)
    pull = case(s, "pull_up")
    assert pull.factor == pytest.approx(by_hand, rel=1e-3)
    assert "cannot pull more" in pull.reason
    assert case(setting(n=3.0), "pull_up").factor == 3.0


def test_gust_by_hand() -> None:
    s = setting(gust_m_s=4.0)
    a = lift_slope(s.plan)
    assert a == pytest.approx(2 * np.pi * 6 / (2 + np.sqrt(4 + 36)), rel=1e-6)  # aspect ratio 6, unswept
    loading = 0.9 * GRAVITY / 0.24
    mu = 2 * loading / (1.225 * 0.2 * a * GRAVITY)
    n = 1 + 0.88 * mu / (5.3 + mu) * 1.225 * 4 * 16 * a / (2 * loading)
    assert gust_factor(s, 4.0) == pytest.approx(n, rel=1e-3)
    assert case(s, "gust").factor == pytest.approx(min(n, s.lift_limit), rel=1e-3)


def test_heavier_wings_feel_gusts_less() -> None:
    light, heavy = (gust_factor(setting(promise=m), 4.0) for m in (700.0, 1400.0))
    assert heavy < light


def test_what_is_set_to_nothing_is_no_case() -> None:
    none = setting(gust_m_s=0.0, push_factor=0.0, landing_g=0.0, throw_g=0.0, line_g=0.0)
    assert [c.id for c in cases_of(none)] == ["pull_up"]
    assert "line" in [c.id for c in cases_of(setting(use="glider"))]


def test_own_figures_come_before_the_presets() -> None:
    assert case(setting(use="trainer"), "belly").factor == PRESETS["trainer"].landing_g
    assert case(setting(use="trainer", landing_g=15.0), "belly").factor == 15.0


@pytest.mark.parametrize("use", list(PRESETS))
def test_every_case_has_its_reason_and_source(use: Any) -> None:
    for c in cases_of(setting(use=use)):
        assert c.reason.endswith(".")
        assert c.source
        assert c.factor > 0
    assert len(PARTS["wing"].cases) >= 7


def test_a_landing_bends_the_tips_down_by_the_wings_own_weight() -> None:
    r = solve_for(flown(landing_g=10.0), TUBE)
    run = r.run_of([c.id for c in r.cases].index("belly"))
    mass = r.properties.mass[0] * 1e-3 * GRAVITY
    by_hand = -np.trapezoid(mass * r.layout.plan.y, r.layout.plan.y)
    assert r.forces.moment[run, 0] == pytest.approx(by_hand, rel=2e-3)


def test_a_throw_bends_the_tips_back() -> None:
    r = solve_for(flown(throw_g=6.0), TUBE)
    run = r.run_of([c.id for c in r.cases].index("hand_throw"))
    mass = r.properties.mass[0] * 1e-3 * GRAVITY
    assert r.forces.moment_z[run, 0] == pytest.approx(np.trapezoid(mass * r.layout.plan.y, r.layout.plan.y), rel=2e-3)
    assert np.allclose(r.forces.moment[run], 0)
    # the leading edge is pulled, the trailing edge pressed
    kz, kx = r.properties.curvature(r.forces.moment[run], r.forces.moment_z[run])
    assert kx[0, 0] > 0
    assert abs(kz[0, 0]) < abs(kx[0, 0])


def test_on_the_line_its_own_weight_relieves_it_once() -> None:
    r = solve_for(flown(use="glider", speed=40.0, line_g=5.0), TUBE)
    index = [c.id for c in r.cases].index("line")
    run, factor = r.run_of(index), r.cases[index].factor
    assert factor == pytest.approx(6.0)
    lift = np.trapezoid(r.loads.lift[run], r.layout.plan.y)
    assert lift == pytest.approx(0.45 * GRAVITY, rel=1e-3)
    assert r.loads.weight[run] * factor == pytest.approx(r.loads.weight[0], rel=1e-9)


def test_pushing_turns_every_force_round() -> None:
    r = solve_for(flown(push_factor=3.0), TUBE, FILM)
    run = r.run_of([c.id for c in r.cases].index("push"))
    assert r.forces.moment[run] == pytest.approx(-r.forces.moment[0], rel=1e-9, abs=1e-9)
    wrinkles = {f.face: float(f.n[run].min()) for f in r.findings if f.mode == "skin_wrinkling"}
    assert wrinkles["bottom"] < wrinkles["top"]
    # the wing goes on with its bottom face wrinkled
    assert r.hold[run].min() > r.n[run].min()


def test_ailerons_twist_the_wing_in_a_rolling_pull() -> None:
    airframe = make_airframe(speed=20.0)
    wing = airframe.wing.model_copy(
        update={"aileron": ControlSurface(y_from_mm=300, y_to_mm=550, chord_share=0.25, throw_deg=20)}
    )
    r = solve_for(with_wing(airframe, wing), TUBE)
    run = r.run_of([c.id for c in r.cases].index("roll"))
    _, cm = flap_effect(0.25)
    extra = 0.5 * 1.225e-6 * 20**2 * 200**2 * cm * np.radians(20) * 250
    assert r.forces.torque_air[run, 0] - r.forces.torque_air[0, 0] == pytest.approx(extra, rel=0.05)
    assert extra < 0  # nose down


def test_a_flap_over_the_whole_chord_is_the_wing_itself() -> None:
    tau, cm = flap_effect(0.999999)
    assert tau == pytest.approx(1.0, abs=1e-2)
    assert cm == pytest.approx(0.0, abs=1e-2)
    # quarter-chord flap of thin-aerofoil theory: tau = 1 - (theta - sin theta) / pi, theta = 120 degrees
    theta = 2 * np.pi / 3
    assert flap_effect(0.25)[0] == pytest.approx(1 - (theta - np.sin(theta)) / np.pi)


def test_the_envelope_is_the_worst_of_all_cases() -> None:
    airframe = flown(landing_g=60.0, gust_m_s=8.0)
    v = evaluate(airframe, make_scheme(TUBE, FILM), spread=False)
    hardest = next(c for c in v.cases if c.hardest)
    assert hardest.reserve == pytest.approx(min(c.reserve for c in v.cases))
    assert min(r.reserve for r in v.ribbon) == pytest.approx(hardest.reserve, rel=1e-6)
    assert min(v.curves.reserve) == pytest.approx(hardest.reserve, rel=1e-3)
    assert v.curves.moment_low_Nmm[0] < 0 < v.curves.moment_high_Nmm[0]
    assert {r.case for r in v.ribbon} <= {c.id for c in v.cases}


@given(n=st.floats(1.5, 4.9), span=st.floats(300, 900))
def test_lift_and_weight_are_in_balance_in_every_case(n: float, span: float) -> None:
    r = solve_for(make_airframe(n=n, half_span=span), Rod(id="r", y_to_mm=0.7 * span))
    y = r.layout.plan.y
    for k, c in enumerate(r.cases):
        run = r.run_of(k)
        assert np.trapezoid(r.loads.lift[run], y) == pytest.approx(c.lift * 0.45 * GRAVITY, rel=1e-3)
        assert r.forces.shear[run, 0] == pytest.approx(
            np.trapezoid(r.loads.lift[run] - r.loads.weight[run], y), rel=1e-6, abs=1e-9
        )
