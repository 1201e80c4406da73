"""Torque in every mode that it strikes: by hand, by brute force, and at its edges."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np
import pytest
from fletcher_core.catalogue import catalogue
from fletcher_core.failure.modes.member_twist import outer_strain
from fletcher_core.failure.state import rising, with_flow
from fletcher_core.kinds.cloth import Cloth
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.tube import Tube
from fletcher_core.loads import flap_effect, pressure
from fletcher_core.model import Airframe
from fletcher_core.model.surface import ControlSurface
from fletcher_core.verdicts import evaluate
from hypothesis import given
from hypothesis import strategies as st

from tests.conftest import make_airframe, make_scheme, with_wing
from tests.core.solving import finding, solve_for

FOAM = catalogue().foam["epp30"]
AILERON = ControlSurface(y_from_mm=0.0, y_to_mm=600.0, chord_share=0.25, throw_deg=40.0)


def with_aileron(body: Airframe, surface: ControlSurface = AILERON) -> Airframe:
    return with_wing(body, body.wing.model_copy(update={"aileron": surface}))


def sheet_wing(throw: float = 40.0) -> Airframe:
    body = make_airframe(plate=6.0, speed=22.0, n=4.0)
    return with_aileron(body, AILERON.model_copy(update={"throw_deg": throw}))


def air_torque(throw: float = 40.0) -> float:
    """N mm at the root, by hand: a full-span aileron on a chord of 200 and a half span of 600 at 22 m/s."""
    _, cm = flap_effect(0.25)
    return abs(cm) * np.radians(throw) * pressure(22.0) * 200.0**2 * 600.0


def run_of(result: Any, case: str) -> int:
    return result.run_of(next(k for k, c in enumerate(result.cases) if c.id == case))


def test_a_sheet_wing_is_sheared_by_its_ailerons() -> None:
    """G theta' h = 3 T / (c h^2) for a thin sheet, by hand; the aileron itself hangs on and twists nothing."""
    result = solve_for(sheet_wing())
    run = run_of(result, "full_aileron")
    by_hand = FOAM.shear.typical / (3 * air_torque() / (0.75 * 200 * 6**2))
    assert finding(result, "core_shear").n[run, 0] == pytest.approx(by_hand, rel=0.05)
    assert by_hand < 1


def test_it_is_told_that_it_gives_way_and_in_which_case() -> None:
    verdict = evaluate(sheet_wing(), make_scheme(), spread=False)
    line = next(c for c in verdict.cases if c.id == "full_aileron")
    assert line.unit == "times"
    assert line.state == "gives way"
    assert line.mode == "core_shear"
    assert verdict.twists_in == "full aileron"
    assert verdict.twist_deg.value < 0  # an aileron that goes down turns the nose down


def test_twice_the_throw_is_half_the_factor_and_twice_the_twist() -> None:
    some, more = solve_for(sheet_wing(10.0)), solve_for(sheet_wing(20.0))
    run = run_of(some, "full_aileron")
    assert some.n[run, 0] == pytest.approx(2 * more.n[run, 0], rel=1e-6)
    assert more.shape.twist[run, -1] == pytest.approx(2 * some.shape.twist[run, -1], rel=1e-9)
    # in a rolling pull the aileron's part does not grow with the pull
    roll = run_of(some, "roll")
    assert some.forces.torque_air[roll, 0] == pytest.approx(-air_torque(10.0), rel=0.01)


def test_a_flap_is_a_case_of_its_own() -> None:
    body = make_airframe(plate=6.0, speed=20.0)
    flap = ControlSurface(y_from_mm=0.0, y_to_mm=300.0, chord_share=0.25, throw_deg=40.0)
    result = solve_for(with_wing(body, body.wing.model_copy(update={"flap": flap})))
    case = result.cases[run_of(result, "flap_down") - result.variants + 1]
    assert case.speed_m_s == pytest.approx(14.0)
    assert 1.0 <= case.factor <= 2.0
    assert "full_aileron" not in [c.id for c in result.cases]


def test_a_film_wrinkles_across_the_slant_by_torque_alone() -> None:
    """Bredt: q = T / (2 A), and in pure shear the push across the slant is as large as the shear (Mohr)."""
    # behind the hinge of an aileron a film would be open: at the root it goes round
    farther_out = AILERON.model_copy(update={"y_from_mm": 100.0})
    body = with_aileron(make_airframe(code="0012", speed=22.0, foam="epp20"), farther_out)
    result = solve_for(body, Skin(id="film", material="laminate_125um", y_to_mm=600.0))
    run, film, foam = run_of(result, "full_aileron"), catalogue().skin["laminate_125um"], catalogue().foam["epp20"]
    outline = result.layout.outline
    area = np.trapezoid((outline.upper - outline.lower)[0], outline.x[0])
    assert film.film_thickness is not None
    t = film.film_thickness.typical
    wrinkle = 0.5 * np.cbrt(film.Et_along.typical / t * foam.E.typical * foam.G.typical) * t
    by_hand = wrinkle * 2 * area / (air_torque() * 500 / 600)
    got = finding(result, "skin_wrinkling", "top").n[run, 0]
    # foam takes a part of the torque, by itself, and hands some from face to face where the film is soft beside it
    share = solve_for(body).GJ[0, 0] / result.GJ[0, 0]
    assert got == pytest.approx(by_hand / (1 - share), rel=0.15)
    assert finding(result, "skin_wrinkling", "bottom").n[run, 0] == pytest.approx(got, rel=0.05)


def test_a_rod_splits_by_its_twist() -> None:
    rod = Rod(id="rod", diameter_mm=6.0, y_to_mm=600.0)
    result = solve_for(sheet_wing().model_copy(), rod)
    run, stock = run_of(result, "full_aileron"), catalogue().stock["carbon_pultruded"]
    turn = air_torque() / result.GJ[0, 0]
    by_hand = stock.interlaminar_shear.typical / (stock.G.typical * turn * 3.0)
    assert finding(result, "member_twist").n[run, 0] == pytest.approx(by_hand, rel=0.01)


def test_the_outer_strain_of_bars() -> None:
    """Round: the radius; a square 0.675 of its side; a strip all of its thickness (Timoshenko and Goodier 1951)."""
    layout = solve_for(make_airframe(plate=20.0), Tube(id="t", outer_mm=8, inner_mm=6, y_to_mm=600)).layout
    row = layout.member_rows[0]
    assert outer_strain(row) == pytest.approx(4.0)
    square = replace(row, round=False, width=5.0, height=5.0)
    assert outer_strain(square) == pytest.approx(0.675 * 5.0, rel=2e-3)
    assert outer_strain(replace(square, width=200.0)) == pytest.approx(5.0, rel=1e-3)


def test_cloth_on_the_bias_stands_more_flow() -> None:
    body = with_aileron(make_airframe(speed=22.0))

    def flow_factor(angle: float) -> float:
        cloth = Cloth(id="c", y_to_mm=600.0, angle_deg=angle)
        result = solve_for(body, cloth)
        run = run_of(result, "full_aileron")
        return float(min(f.n[run, 0] for f in result.findings if f.mode in ("skin_tension", "skin_compression")))

    assert flow_factor(45.0) > 2 * flow_factor(0.0)


def test_a_butt_joint_slides_by_torque() -> None:
    body = sheet_wing()
    panel = body.wing.panels[0]
    joint = panel.joint.model_copy(update={"kind": "butt", "glue": "polyurethane_foaming"})
    body = with_wing(body, body.wing.model_copy(update={"panels": [panel.model_copy(update={"joint": joint})]}))
    result = solve_for(body)
    run = run_of(result, "full_aileron")
    by_hand = FOAM.shear.typical / (3 * air_torque() / (200 * 6**2))
    assert finding(result, "joint_bond", part="butted faces").n[run, 0] == pytest.approx(by_hand, rel=0.01)


numbers = st.floats(-3.0, 3.0)


@given(a=st.floats(0.0, 4.0), b=numbers, c=st.floats(-4.0, 0.5))
def test_the_first_root_is_the_first(a: float, b: float, c: float) -> None:
    """Against walking along the parabola."""
    n = float(rising(np.array([[a]]), np.array([[b]]), np.array([[c]]))[0, 0])
    if c >= 0:
        assert n == 0
        return
    walk = np.linspace(0, 60, 600001)
    over = np.flatnonzero(a * walk**2 + b * walk + c >= 0)
    if len(over):
        assert n == pytest.approx(walk[over[0]], abs=2e-4)
    else:
        assert n > 59.9


@given(direct=st.floats(-2.0, 2.0), grows=numbers, stays=st.floats(-0.9, 0.9), limit=st.floats(0.5, 3.0))
def test_a_sheet_under_pull_and_flow_by_its_principal_force(
    direct: float, grows: float, stays: float, limit: float
) -> None:
    """Against the larger eigenvalue of the plane state of force, walked along the factor."""
    alone = limit / direct if direct > 1e-9 else np.inf
    n = float(
        with_flow(np.array([[alone]]), np.array([limit]), (np.array([[grows * limit]]), np.array([[stays * limit]])))[
            0, 0
        ]
    )
    walk = np.linspace(0, 40, 40001)
    pull, flow = np.maximum(direct, 0.0) * walk, (grows * walk + stays) * limit
    state = np.zeros((len(walk), 2, 2))
    state[:, 0, 0], state[:, 0, 1], state[:, 1, 0] = pull, flow, flow
    over = np.flatnonzero(np.linalg.eigvalsh(state)[:, 1] >= limit)
    if len(over):
        assert n == pytest.approx(walk[over[0]], abs=2e-3)
    else:
        assert n > 39.9
