"""What a torque does inside a section, against full finite elements and closed forms."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.reference import section_of
from fletcher_core.sections import FILLED, TorsionStress

from tests.core.sections.by_elements import torsion_by_elements
from tests.core.sections.test_shear_centre import WEB, _case, _skin


def stress(case: dict[str, Any]) -> TorsionStress:
    """MPa, or N/mm of a sheet's flow, for a torque of 1 N mm."""
    layout, materials = section_of(case)
    properties = FILLED.properties(layout, materials, FILLED.sums(layout))
    twist = FILLED.twist(layout, materials, properties)
    return TorsionStress(twist.stress.unit / twist.GJ, twist.stress.sheets, twist.stress.webs)


def plate(**more: Any) -> dict[str, Any]:
    return {k: v for k, v in _case(**more).items() if k != "naca"} | {"plate_thickness_mm": 8.0}


def worst(values: Any, share: float = 99.5) -> float:
    """Largest but for the corners, where elements have no end to it."""
    return float(np.percentile(np.abs(values), share))


def test_a_bare_plate_is_a_thin_rectangle() -> None:
    """Largest stress in the middle of its faces, 3 T / (b t^2 (1 - 0.63 t / b)) (Timoshenko and Goodier 1951)."""
    (along, through), (_, at_the_end), _ = stress(plate()).foam
    b, t = 100.0, 8.0
    assert along[0, 0] == pytest.approx(3 / (b * t**2 * (1 - 0.63 * t / b)), rel=0.01)
    assert through[0, 0] < 0.01 * along[0, 0]
    # at the middle of its short sides 0.743 of that
    assert at_the_end[0, 0] == pytest.approx(0.743 * along[0, 0], rel=0.06)


@pytest.mark.parametrize(
    ("case", "allowed"),
    [
        (_case(), 0.05),
        (_case(skins=[_skin(0.375, 2500.0, surface="upper")]), 0.1),
        (_case(skins=[_skin(0.375, 2500.0, 0.0, 0.4)]), 0.25),
    ],
    ids=["bare", "film on the top only", "film on the nose only"],
)
def test_foam_against_finite_elements(case: dict[str, Any], allowed: float) -> None:
    (along, _), *_ = stress(case).foam
    foam, _ = torsion_by_elements(case)
    assert along[0, 0] == pytest.approx(worst(foam["along"]), rel=allowed)


@pytest.mark.parametrize(
    "case",
    [
        _case(skins=[_skin(0.375, 2500.0)]),
        _case(skins=[_skin(0.375, 2500.0, 0.0, 0.4)]),
        _case(skins=[_skin(0.375, 2500.0, surface="upper")]),
        pytest.param(_case(naca="0018", skins=[_skin(0.3, 2500.0)]), marks=pytest.mark.slow),
        _case(skins=[_skin(0.4, 12000.0, 0.0, 0.3)], spars=[WEB]),
    ],
    ids=["all round", "on the nose only", "on the top only", "a thick one", "a nose box with a web"],
)
def test_flow_in_a_skin_against_finite_elements(case: dict[str, Any]) -> None:
    ours = stress(case)
    _, other = torsion_by_elements(case)
    skin = np.hypot(other["along"], other["through"]) * case["skins"][0]["t_mm"]
    assert max(ours.flow(p)[0, 0] for p in range(ours.sheets)) == pytest.approx(worst(skin), rel=0.05)


def test_a_closed_film_carries_bredts_flow() -> None:
    """q = T / (2 A), A enclosed by the middle of the film, where foam is next to nothing (Bredt 1896)."""
    case = _case(chord=200.0, foam=0.05, skins=[_skin(0.1, 2500.0)])
    layout, _ = section_of(case)
    outline = layout.outline
    area = np.trapezoid((outline.upper - outline.lower)[0], outline.x[0])
    ours = stress(case)
    assert [ours.flow(p)[0, 0] for p in (0, 1)] == pytest.approx([1 / (2 * area)] * 2, rel=0.03)


def test_a_web_in_a_nose_box_closes_its_flow() -> None:
    case = _case(skins=[_skin(0.4, 12000.0, 0.0, 0.3)], spars=[WEB])
    ours = stress(case)
    _, other = torsion_by_elements(case)
    inside = (np.abs(other["x"] - WEB["x_mm"]) < 1.0) & (np.abs(other["z"] - 2.0) < 4.0)
    web = np.hypot(other["along"], other["through"])[inside].max()
    assert ours.web(0)[0, 0] == pytest.approx(web, rel=0.1)
