"""Sections against finite elements, closed forms and properties that must hold."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from fletcher_core import reference
from fletcher_core.kinds import rectangle_constant
from fletcher_core.reference import NotAReference, evaluate_case
from fletcher_core.sections import slip_factor
from hypothesis import given
from hypothesis import strategies as st

from tests.core.sections.by_hand import ALL, FOAM, ellipse, section

FILE = Path(__file__).parents[1] / "reference" / "sections.json"
ROD = {"shape": "rod", "x_mm": 60.0, "z_mm": 5.0, "d_mm": 3.0, "E_MPa": 40000.0, "G_MPa": 4000.0, "rho_kgm3": 1900.0}


@pytest.mark.parametrize("row", reference.check(json.loads(FILE.read_text())), ids=lambda r: f"{r.case}-{r.quantity}")
def test_finite_elements(row: reference.Row) -> None:
    assert row.ok, f"{row.got} against {row.expected}"


def test_the_command_prints_a_table_and_ends_well(capsys: pytest.CaptureFixture[str]) -> None:
    assert reference.main([str(FILE)]) == 0
    out = capsys.readouterr().out
    assert "48 quantities, 0 outside" in out
    assert "plate-6mm-film-both" in out


def test_the_command_notices_what_is_outside(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    document = json.loads(FILE.read_text())
    document["cases"][0]["expected"]["GJ_Nmm2"] *= 1.2
    wrong = tmp_path / "wrong.json"
    wrong.write_text(json.dumps(document))
    assert reference.main([str(wrong)]) == 1
    assert "OUTSIDE" in capsys.readouterr().out


@pytest.mark.parametrize("text", ["", "[]", "{}", '{"format": "section-reference", "version": 2, "cases": []}'])
def test_the_command_refuses_what_is_no_reference(
    text: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    path = tmp_path / "file.json"
    path.write_text(text)
    assert reference.main([str(path)]) == 2
    assert "cannot be used" in capsys.readouterr().err
    assert reference.main([str(tmp_path / "missing.json")]) == 2


def test_a_bare_plate_is_a_rectangle() -> None:
    got = section(plate_thickness_mm=10.0, chord_mm=150.0)
    assert got["EA_N"] == pytest.approx(8.0 * 1500, rel=1e-6)
    assert got["EIxx_Nmm2"] == pytest.approx(8.0 * 150 * 10**3 / 12, rel=1e-6)
    assert got["EIzz_Nmm2"] == pytest.approx(8.0 * 10 * 150**3 / 12, rel=1e-4)
    # torsion of a thin rectangle (Timoshenko and Goodier 1951): b t^3/3 (1 - 0.63 t/b)
    assert got["GJ_Nmm2"] == pytest.approx(3.0 * 150 * 10**3 / 3 * (1 - 0.63 * 10 / 150), rel=0.02)


def test_torsion_of_an_ellipse() -> None:
    chord, thick = 200.0, 30.0
    got = section(points=ellipse(chord, thick), chord_mm=chord)
    a, b = chord / 2, thick / 2
    exact = 3.0 * np.pi * a**3 * b**3 / (a**2 + b**2)
    assert got["GJ_Nmm2"] == pytest.approx(exact, rel=0.01)
    assert got["EIxx_Nmm2"] == pytest.approx(8.0 * np.pi * a * b**3 / 4, rel=0.01)


def test_a_stiff_closed_skin_follows_bredt() -> None:
    stiff = {**ALL, "G_MPa": 9300.0}
    soft = {"E_MPa": 8.0, "G_MPa": 3.0, "rho_kgm3": 30.0}
    got = section(plate_thickness_mm=20.0, chord_mm=150.0, foam=soft, skins=[stiff])
    area, around = 20.5 * 150.5, 2 * (20.5 + 150.5)
    bredt = 4 * area**2 / (around / (9300.0 * 0.5))
    assert got["GJ_Nmm2"] == pytest.approx(bredt, rel=0.02)


def test_rectangles_of_the_handbook() -> None:
    # Young and Budynas: 0.1406 a^4 for a square, 0.229 for 2:1 (times b t^3)
    assert rectangle_constant(10, 10) == pytest.approx(0.1406 * 10**4, rel=0.005)
    assert rectangle_constant(20, 10) == pytest.approx(0.229 * 20 * 10**3, rel=0.005)


def test_slip_goes_from_none_to_all() -> None:
    def gamma(glue_G: float, length: float = 400.0) -> float:
        return float(slip_factor(np.array(1e6), np.array(glue_G), np.array(6.0), np.array(0.3), np.array(length)))

    assert gamma(1e9) == pytest.approx(1.0, abs=1e-4)
    assert gamma(1e-9) == pytest.approx(0.0, abs=1e-4)
    by_hand = 1 / (1 + np.pi**2 * 1e6 / (12 * 6 / 0.3 * 800**2))
    assert gamma(12.0) == pytest.approx(by_hand)
    assert gamma(12.0, 200.0) < gamma(12.0, 400.0)


@given(k=st.floats(0.4, 3.0), t=st.sampled_from(["0012", "2412", "4415"]))
def test_all_lengths_times_k_is_stiffness_times_k_to_the_fourth(k: float, t: str) -> None:
    def scaled(f: float) -> dict[str, float]:
        skin = {**ALL, "t_mm": 0.5 * f, "x_from": 0, "x_to": 0.7}
        rod = {**ROD, "x_mm": 60 * f, "z_mm": 5 * f, "d_mm": 3 * f}
        return section(naca=t, chord_mm=200.0 * f, skins=[skin], spars=[rod])

    one, other = scaled(1.0), scaled(k)
    for name in ("EIxx_Nmm2", "EIzz_Nmm2", "GJ_Nmm2"):
        assert other[name] == pytest.approx(one[name] * k**4, rel=1e-4)
    assert other["EA_N"] == pytest.approx(one["EA_N"] * k**2, rel=1e-4)


@given(
    x=st.floats(20.0, 150.0),
    z=st.floats(-3.0, 8.0),
    d=st.floats(1.0, 6.0),
    x_to=st.floats(0.2, 1.0),
    Gt=st.floats(50.0, 2000.0),
)
def test_adding_material_never_lowers_stiffness(x: float, z: float, d: float, x_to: float, Gt: float) -> None:
    rod = {**ROD, "x_mm": x, "z_mm": z, "d_mm": d}
    skin = {**ALL, "x_to": x_to, "G_MPa": Gt / 0.5}
    bare, rodded, both = section(), section(spars=[rod]), section(spars=[rod], skins=[skin])
    for name in ("EA_N", "EIxx_Nmm2", "EIzz_Nmm2", "GJ_Nmm2", "mass_g_per_m"):
        assert bare[name] <= rodded[name] * (1 + 1e-9)
        assert rodded[name] <= both[name] * (1 + 1e-9)
        assert np.isfinite(both[name])


@given(z=st.floats(0.0, 9.0))
def test_a_mirrored_section_is_as_stiff(z: float) -> None:
    up = section(naca="0015", spars=[{**ROD, "z_mm": z}], skins=[{**ALL, "surface": "upper", "x_to": 0.6}])
    down = section(naca="0015", spars=[{**ROD, "z_mm": -z}], skins=[{**ALL, "surface": "lower", "x_to": 0.6}])
    for name in ("EA_N", "EIxx_Nmm2", "GJ_Nmm2"):
        assert up[name] == pytest.approx(down[name], rel=1e-9)
    assert up["zbar_mm"] == pytest.approx(-down["zbar_mm"], abs=1e-9)


def test_a_strip_under_either_name_of_its_sides() -> None:
    strip = {k: v for k, v in ROD.items() if k != "d_mm"} | {"shape": "strip"}
    one = section(spars=[{**strip, "w_mm": 6.0, "t_mm": 1.0}])
    assert one == section(spars=[{**strip, "width_mm": 6.0, "height_mm": 1.0}])
    assert one["EA_N"] == pytest.approx(section()["EA_N"] + (40000 - 8) * 6, rel=1e-9)


def test_an_unknown_shape_is_told() -> None:
    with pytest.raises(reference.NotAReference, match="not known"):
        section(spars=[{**ROD, "shape": "spring"}])
    with pytest.raises(reference.NotAReference, match="no outline"):
        reference.evaluate_case({"name": "x", "chord_mm": 100.0, "foam": FOAM, "expected": {}})


def test_shear_stresses_of_twist_integrate_back_to_the_torque() -> None:
    """A bare ellipse: stresses from the stress function by hand, T = G pi a^3 b^3 / (a^2 + b^2) per unit twist."""
    a, b, G = 50.0, 8.0, FOAM["G_MPa"]
    got = section(points=ellipse(2 * a, 2 * b), chord_mm=2 * a)["GJ_Nmm2"]
    x, z = np.meshgrid(np.linspace(-a, a, 801), np.linspace(-b, b, 401))
    inside = (x / a) ** 2 + (z / b) ** 2 <= 1
    tau_x = -2 * G * a**2 * z / (a**2 + b**2) * inside
    tau_z = 2 * G * b**2 * x / (a**2 + b**2) * inside
    cell = (2 * a / 800) * (2 * b / 400)
    torque = float(np.sum(tau_z * x - tau_x * z) * cell)
    assert torque == pytest.approx(G * np.pi * a**3 * b**3 / (a**2 + b**2), rel=0.005)
    assert got == pytest.approx(torque, rel=0.02)


def _of_a_kind(**more: Any) -> dict[str, Any]:
    foam = {"E_MPa": 15.0, "G_MPa": 5.5, "rho_kgm3": 33.0}
    return {"name": "drawn", "chord_mm": 200.0, "naca": "2412", "foam": foam, "skins": [], "spars": [], **more}


def _sums(case: dict[str, Any]) -> list[float]:
    expected = dict.fromkeys(("EA_N", "EIxx_Nmm2", "GJ_Nmm2", "mass_g_per_m"), 1.0)
    return [row.got for row in evaluate_case({**case, "expected": expected})]


def test_an_outline_is_read_either_way_round() -> None:
    x = 0.5 * (1 + np.cos(np.linspace(0, np.pi, 41)))
    half = 0.6 * (0.2969 * np.sqrt(x) - 0.126 * x - 0.3516 * x**2 + 0.2843 * x**3 - 0.1015 * x**4)
    over = [*zip(x, half, strict=True), *zip(x[::-1][1:], -half[::-1][1:], strict=True)]
    case = _of_a_kind()
    del case["naca"]
    one, other = (_sums({**case, "points": points}) for points in (over, over[::-1]))
    assert one == pytest.approx(other, rel=1e-9)
    assert min(one) > 0


def test_a_tube_is_read_by_its_bore_and_unknown_names_are_refused() -> None:
    tube = {"shape": "tube", "d_mm": 8.0, "x_mm": 60.0, "z_mm": 0.0, "E_MPa": 9e4, "G_MPa": 5e3, "rho_kgm3": 1500.0}
    by = [_sums(_of_a_kind(spars=[{**tube, name: 6.0}])) for name in ("id_mm", "bore_mm")]
    assert by[0] == pytest.approx(by[1])
    assert by[0][0] < _sums(_of_a_kind(spars=[{**tube, "shape": "rod"}]))[0]
    for case, name in (
        (_of_a_kind(spars=[{**tube, "inner_mm": 6.0}]), "inner_mm"),
        (_of_a_kind(skin=[]), "skin"),
        (_of_a_kind(foam={"E_MPa": 1.0, "G_MPa": 1.0, "rho_kgm3": 1.0, "density": 3}), "density"),
    ):
        with pytest.raises(NotAReference, match=name):
            _sums(case)
    with pytest.raises(NotAReference, match="bore"):
        _sums(_of_a_kind(spars=[{**tube, "bore_mm": 9.0}]))
