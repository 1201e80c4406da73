"""Laminate theory against textbook laminates and what must always hold."""

from __future__ import annotations

import numpy as np
import pytest
from fletcher_core.kinds.cloth import Cloth
from fletcher_core.kinds.laminate import (
    Laminate,
    Ply,
    cloth_thickness,
    first_ply_failure,
    laminate,
    max_strain_factor,
    micromechanics,
    ply_stiffness,
    resin_mass,
    tsai_wu_factor,
    turned,
)
from fletcher_core.sections import derive, lay_out, spreads
from hypothesis import given
from hypothesis import strategies as st

from tests.conftest import make_airframe
from tests.core.solving import finding, solved


def ply(**more: float) -> Ply:
    """A carbon and epoxy ply of the textbooks (Jones 1999: E1 = 30, E2 = 3 and the like, here in MPa)."""
    base = {
        "E1": 140000.0, "E2": 10000.0, "G12": 5000.0, "nu12": 0.3, "Xt": 1500.0, "Xc": 1200.0, "Yt": 50.0,
        "Yc": 250.0, "S": 70.0,
    }  # fmt: skip
    return Ply(**{k: np.asarray(v) for k, v in {**base, **more}.items()})


def stack(*angles: float, t: float = 0.125) -> Laminate:
    return laminate([(ply(), a, np.asarray(t)) for a in angles])


def test_one_ply_gives_back_its_own_constants() -> None:
    Ex, Ey, Gxy, nu = stack(0, 0).engineering_constants()
    assert (float(Ex), float(Ey), float(Gxy), float(nu)) == pytest.approx((140000, 10000, 5000, 0.3))


def test_cross_ply_by_hand() -> None:
    # [0/90]s: A11 = h (Q11 + Q22) / 2, A12 = h Q12 (Jones 1999, ch. 4)
    lam = stack(0, 90, 90, 0)
    Q = ply_stiffness(ply())
    assert lam.A[0, 0] == pytest.approx(0.5 * 0.5 * (Q[0, 0] + Q[1, 1]))
    assert lam.A[0, 1] == pytest.approx(0.5 * Q[0, 1])
    assert lam.A[0, 0] == pytest.approx(lam.A[1, 1])
    assert np.allclose(lam.B, 0, atol=1e-9 * lam.A.max())
    assert lam.D[0, 0] > 3 * lam.D[1, 1]  # the 0 plies lie outside


def test_angle_ply_is_stiff_in_shear() -> None:
    # [+-45]s: A66 / h = (Q11 + Q22 - 2 Q12) / 4 (Jones 1999)
    lam = stack(45, -45, -45, 45)
    Q = ply_stiffness(ply())
    assert lam.A[2, 2] / 0.5 == pytest.approx((Q[0, 0] + Q[1, 1] - 2 * Q[0, 1]) / 4)
    assert lam.A[0, 2] == pytest.approx(0.0, abs=1e-6 * lam.A[0, 0])
    assert float(lam.engineering_constants()[2]) > 6 * 5000


@pytest.mark.parametrize("angles", [(0, 60, -60), (0, 45, -45, 90), (0, 36, 72, 108, 144)])
def test_quasi_isotropic_laminates_are_alike_in_every_direction(angles: tuple[float, ...]) -> None:
    lam = stack(*angles)
    h = 0.125 * len(angles)
    Q = ply_stiffness(ply())
    U1 = (3 * Q[0, 0] + 3 * Q[1, 1] + 2 * Q[0, 1] + 4 * Q[2, 2]) / 8
    U5 = (Q[0, 0] + Q[1, 1] - 2 * Q[0, 1] + 4 * Q[2, 2]) / 8
    assert lam.A[0, 0] == pytest.approx(lam.A[1, 1])
    assert lam.A[0, 0] == pytest.approx(U1 * h)
    assert lam.A[2, 2] == pytest.approx(U5 * h)
    assert lam.A[2, 2] == pytest.approx((lam.A[0, 0] - lam.A[0, 1]) / 2)


@given(angle=st.floats(-90, 90))
def test_invariants_do_not_change_when_a_ply_is_turned(angle: float) -> None:
    Q, T = ply_stiffness(ply()), turned(ply_stiffness(ply()), angle)
    assert T[0, 0] + T[1, 1] + 2 * T[0, 1] == pytest.approx(Q[0, 0] + Q[1, 1] + 2 * Q[0, 1])
    assert T[2, 2] - T[0, 1] == pytest.approx(Q[2, 2] - Q[0, 1])
    assert np.allclose(turned(T, -angle), Q, rtol=1e-9, atol=1e-6 * Q.max())


def test_an_unbalanced_stack_couples_stretch_and_bend() -> None:
    lam = stack(0, 90)
    Q = ply_stiffness(ply())
    # B11 = h^2 (Q22 - Q11) / 8 for two plies, the outer one across (Jones 1999)
    assert lam.B[0, 0] == pytest.approx(0.25**2 * (Q[1, 1] - Q[0, 0]) / 8)


def test_ply_strains_carry_the_load_back() -> None:
    lam, N, M = stack(0, 45, -45, 90), np.array([10.0, 2.0, 1.0]), np.array([0.3, 0.0, 0.1])
    top = np.concatenate([lam.A, lam.B], axis=1)
    e = np.linalg.solve(np.concatenate([top, np.concatenate([lam.B, lam.D], axis=1)]), np.concatenate([N, M]))
    strains = lam.ply_strains(N, M)
    # the 0 ply is the innermost: its own axes are the laminate's
    assert strains[0, 0] == pytest.approx(e[:3] + lam.z[1] * e[3:])
    assert strains[0, 1] == pytest.approx(e[:3] + lam.z[0] * e[3:])


def test_first_ply_of_a_single_ply_is_its_strength() -> None:
    one = ply()
    for load, strength in (
        ([1.0, 0, 0], 1500),
        ([-1.0, 0, 0], 1200),
        ([0, 1.0, 0], 50),
        ([0, -1.0, 0], 250),
        ([0, 0, 1.0], 70),
    ):
        strain, stress = first_ply_failure(stack(0, t=1.0), [one], np.array(load))
        assert float(strain) == pytest.approx(strength, rel=1e-6)
        assert float(stress) == pytest.approx(strength, rel=1e-6)


def test_in_a_cross_ply_the_ply_across_goes_first() -> None:
    lam = stack(0, 90, 90, 0)
    by_strain, by_tensor = first_ply_failure(lam, [ply()] * 4, np.array([100.0, 0, 0]))
    Ex = float(lam.engineering_constants()[0])
    assert float(by_strain) * 100 / 0.5 == pytest.approx(50 / 10000 * Ex, rel=1e-6)
    assert float(by_tensor) == pytest.approx(float(by_strain), rel=0.1)


@given(s1=st.floats(-1000, 1000), s2=st.floats(-200, 45), s6=st.floats(-60, 60), k=st.floats(0.2, 5))
def test_factors_scale_with_the_load(s1: float, s2: float, s6: float, k: float) -> None:
    strain = np.linalg.solve(ply_stiffness(ply()), np.array([s1, s2, s6]) + 1e-3)
    for factor in (max_strain_factor, tsai_wu_factor):
        assert float(factor(ply(), strain * k)) * k == pytest.approx(float(factor(ply(), strain)), rel=1e-6)


def test_micromechanics_by_hand() -> None:
    fibre = {
        "E1": np.asarray(72000.0),
        "E2": np.asarray(72000.0),
        "G12": np.asarray(30000.0),
        "tension": np.asarray(1900.0),
        "compression": np.asarray(0.5),
    }
    resin = {
        "E": np.asarray(3000.0),
        "G": np.asarray(1110.0),
        "tension": np.asarray(50.0),
        "compression": np.asarray(100.0),
        "shear": np.asarray(40.0),
    }
    made = micromechanics(fibre, resin, np.asarray(0.4))
    assert float(made.E1) == pytest.approx(0.4 * 72000 + 0.6 * 3000)
    eta = (24 - 1) / (24 + 2)
    assert float(made.E2) == pytest.approx(3000 * (1 + 2 * eta * 0.4) / (1 - eta * 0.4))
    assert float(made.Xt) == pytest.approx(760)
    assert float(made.Xc) == pytest.approx(380)


def test_cloth_is_as_thick_as_its_fibre_asks_and_takes_its_resin() -> None:
    t = cloth_thickness(49.0, np.asarray(2550.0), np.asarray(0.4))
    assert float(t) == pytest.approx(49 / 2550 / 0.4, rel=1e-9)  # 0.048 mm
    assert float(resin_mass(t, np.asarray(0.4), np.asarray(1150.0))) == pytest.approx(0.6 * float(t) * 1150)


def test_cloth_on_the_bias_twists_stiff_and_bends_soft() -> None:
    def laid(angle: float) -> dict[str, float]:
        piece = Cloth(id="c", material="carbon_woven", cloth_g_m2=80, angle_deg=angle, y_to_mm=600)
        layout = lay_out(make_airframe().wing, [piece])
        values = derive(layout, {k: np.array([s.typical]) for k, s in spreads(layout).items()})
        return {k: float(values[f"laid.c.{k}"][0]) for k in ("Et", "Gt", "tension", "mass")}

    straight, bias = laid(0.0), laid(45.0)
    assert bias["Gt"] > 5 * straight["Gt"]
    assert bias["Et"] < 0.4 * straight["Et"]
    assert bias["mass"] == pytest.approx(straight["mass"])
    assert straight["mass"] == pytest.approx(80 + 80 / 1770 / 0.4 * 0.6 * 1150, rel=1e-6)


def test_a_cloth_skin_is_counted_in_the_wing() -> None:
    glass = Cloth(id="g", cloth_g_m2=49, y_to_mm=600)
    with_it, bare = solved(glass), solved()
    assert with_it.properties.EIxx[0, 0] > 5 * bare.properties.EIxx[0, 0]
    assert with_it.GJ[0, 0] > 3 * bare.GJ[0, 0]
    assert np.isfinite(finding(with_it, "skin_compression", "top").n[0, 0])
    # films wrinkle, they are never crushed
    assert not [f for f in bare.findings if f.mode == "skin_compression"]
