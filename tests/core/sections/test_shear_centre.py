"""Where a section turns about, against full finite elements (Trefftz's definition) and by symmetry."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.geometry import profile_of
from fletcher_core.model import CoordinateAerofoil
from fletcher_core.reference import section_of
from fletcher_core.sections import FILLED

from tests.core.sections.by_elements import shear_centre_by_elements

#: what the finite elements weight shear with is E: every material's G is the same share of it here
SHARE = 0.4
#: of the chord
ALLOWED = 0.015


def _of(E: float, rho: float = 30.0) -> dict[str, float]:
    return {"E_MPa": E, "G_MPa": SHARE * E, "rho_kgm3": rho}


def _skin(t: float, E: float, x_from: float = 0.0, x_to: float = 1.0, surface: str = "both") -> dict[str, Any]:
    return {"surface": surface, "x_from": x_from, "x_to": x_to, "t_mm": t, **_of(E, 1200.0)}


def _case(chord: float = 100.0, naca: str = "2412", foam: float = 8.0, **more: Any) -> dict[str, Any]:
    return {"name": "drawn", "naca": naca, "chord_mm": chord, "foam": _of(foam), **more}


#: an outline whose mean line turns up towards the tail
REFLEXED = CoordinateAerofoil(
    points=[
        [1.0, 0.0], [0.9, 0.017], [0.7, 0.044], [0.5, 0.073], [0.3, 0.09], [0.15, 0.08], [0.05, 0.05], [0.0, 0.0],
        [0.05, -0.024], [0.15, -0.034], [0.3, -0.038], [0.5, -0.036], [0.7, -0.03], [0.9, -0.01], [1.0, -0.0],
    ]
)  # fmt: skip
WEB = {"shape": "web", "x_mm": 30.0, "t_mm": 2.0, **_of(3000.0, 600.0)}

CASES = {
    "bare": _case(),
    "a film all round": _case(skins=[_skin(0.375, 2500.0)]),
    "a thin film all round": _case(chord=60.0, skins=[_skin(0.15, 2500.0)]),
    "four layers on the nose, no web": _case(skins=[_skin(0.5, 18000.0, 0.0, 0.3)]),
    "a nose box with a web": _case(skins=[_skin(0.4, 12000.0, 0.0, 0.3)], spars=[WEB]),
    "a film on the top only": _case(skins=[_skin(0.4, 2500.0, surface="upper")]),
    "reflexed and filmed": {
        **{k: v for k, v in _case(skins=[_skin(0.375, 2500.0)]).items() if k != "naca"}, "points": REFLEXED.points,
    },
    "a servo pocket under film": _case(
        skins=[_skin(0.375, 2500.0)],
        patches=[{"x_from": 0.3, "x_to": 0.5, "depth_mm": 6.0, "surface": "lower"}],
    ),
    "a rod well forward": _case(
        spars=[{"shape": "rod", "x_mm": 25.0, "z_mm": 2.0, "d_mm": 4.0, **_of(40000.0, 1500.0)}],
    ),
    "a strip near each face": _case(
        spars=[
            {"shape": "strip", "x_mm": 35.0, "z_mm": z, "w_mm": 4.0, "t_mm": 1.0, **_of(40000.0, 1500.0)}
            for z in (-2.0, 6.0)
        ],
    ),
    "a thick one of other foam in front": _case(
        naca="0018", patches=[{"x_from": 0.0, "x_to": 0.35, **_of(25.0, 60.0)}], skins=[_skin(0.3, 4000.0, 0.0, 1.0)],
    ),
}  # fmt: skip


def shear_centre(case: dict[str, Any]) -> float:
    layout, materials = section_of(case)
    properties = FILLED.properties(layout, materials, FILLED.sums(layout))
    return float(FILLED.twist(layout, materials, properties).x_shear[0, 0])


#: meshes of thin skins that take long
LONG = ("a thin film all round", "reflexed and filmed", "a thick one of other foam in front")


@pytest.mark.parametrize(
    "case", [pytest.param(c, id=n, marks=[pytest.mark.slow] if n in LONG else []) for n, c in CASES.items()]
)
def test_within_a_share_of_the_chord_of_finite_elements(case: dict[str, Any]) -> None:
    off = (shear_centre(case) - shear_centre_by_elements(case)) / case["chord_mm"]
    assert abs(off) <= ALLOWED, off


@pytest.mark.parametrize("skins", [[], [_skin(0.3, 2500.0)]], ids=["bare", "filmed"])
def test_a_plate_turns_about_its_middle(skins: list[dict[str, Any]]) -> None:
    case = {k: v for k, v in _case(skins=skins).items() if k != "naca"} | {"plate_thickness_mm": 8.0}
    assert shear_centre(case) == pytest.approx(50.0, abs=0.15)


def test_a_thin_film_round_a_thin_ellipse_turns_about_its_middle() -> None:
    """By symmetry, from points of our own; the ends of the outline are closed as they are."""
    a = np.linspace(0.0, np.pi, 60)
    upper = np.column_stack([0.5 + 0.5 * np.cos(a), 0.08 * np.sin(a)])
    points = [*upper.tolist(), *(upper[::-1] * [1, -1])[1:].tolist()]
    case = {k: v for k, v in _case(skins=[_skin(0.2, 2500.0)]).items() if k != "naca"} | {"points": points}
    assert np.ptp(profile_of(CoordinateAerofoil(points=points)).upper) > 0.07
    assert shear_centre(case) == pytest.approx(50.0, abs=1.0)


@pytest.mark.parametrize("chord", [60.0, 100.0, 400.0])
def test_a_section_twice_as_large_turns_about_the_same_share(chord: float) -> None:
    k = chord / 100.0
    spar = {"shape": "rod", "x_mm": 30.0 * k, "z_mm": 2.0 * k, "d_mm": 4.0 * k, **_of(3000.0, 600.0)}
    case = _case(chord=chord, skins=[_skin(0.375 * k, 2500.0)], spars=[spar])
    small = _case(skins=[_skin(0.375, 2500.0)], spars=[{**spar, "x_mm": 30.0, "z_mm": 2.0, "d_mm": 4.0}])
    assert shear_centre(case) / chord == pytest.approx(shear_centre(small) / 100.0, abs=2e-4)
