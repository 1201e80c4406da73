"""Twist of sections with hollows, closed ones above all, against full finite elements."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.analysis.evaluation import glue_mass
from fletcher_core.kinds.box import BoxSpar
from fletcher_core.kinds.plate import Plate
from fletcher_core.kinds.pocket import Pocket
from fletcher_core.kinds.skin import Skin
from fletcher_core.reference import section_of
from fletcher_core.report.warnings import warnings
from fletcher_core.sections import lay_out, twist_stiffness

from tests.conftest import make_airframe
from tests.core.sections.by_elements import by_elements
from tests.core.solving import sections_for, twist_for

#: what the issue allows; finite elements of films as thin as they are take too long, so they are thicker here
ALLOWED = 0.08
FOAM = {"E_MPa": 8.0, "G_MPa": 3.0, "rho_kgm3": 30.0}
FILM = {
    "surface": "both", "x_from": 0.0, "x_to": 1.0, "t_mm": 0.4, "E_MPa": 2500.0, "G_MPa": 930.0, "rho_kgm3": 1200.0,
}  # fmt: skip


@pytest.mark.parametrize(
    "pocket",
    [
        {"x_from": 0.3, "x_to": 0.5, "depth_mm": 6.0, "surface": "lower"},
        pytest.param({"x_from": 0.45, "x_to": 0.6, "depth_mm": 9.0, "surface": "upper"}, marks=pytest.mark.slow),
        {"x_from": 0.3, "x_to": 0.5},
    ],
    ids=["half the depth from below", "most of the depth from above", "right through"],
)
def test_a_servo_pocket_under_film(pocket: dict[str, Any]) -> None:
    case = {"name": "drawn", "naca": "2412", "chord_mm": 110.0, "foam": FOAM, "skins": [FILM], "patches": [pocket]}
    got = float(twist_stiffness(*section_of(case))[0, 0])
    assert got == pytest.approx(by_elements(case)["GJ_Nmm2"], rel=0.02)


def _wing(*pieces: Any) -> tuple[float, Any]:
    """GJ of a wing of even chord at its root, and the figures that it was worked out from."""
    body = make_airframe(half_span=400.0, root=160.0)
    s = sections_for(body, *pieces)
    return float(twist_for(s).GJ[0, 5]), s


def _solid(values: Any, prefix: str) -> dict[str, float]:
    return {"E_MPa": float(values[f"{prefix}.E"][0]), "G_MPa": float(values[f"{prefix}.G"][0]), "rho_kgm3": 300.0}


@pytest.mark.parametrize("chord_at", [0.3, 0.42])
def test_a_folded_box(chord_at: float) -> None:
    wide, chord = 25.0, 160.0
    got, s = _wing(
        BoxSpar(id="box", width_mm=wide, chord_from=chord_at, chord_to=chord_at, y_from_mm=0.0, y_to_mm=400.0)
    )
    board = _solid(s.values, "folded.foamboard_light")
    wall = s.layout.member_rows[0].width
    front, back = chord_at - 0.5 * wide / chord, chord_at + 0.5 * wide / chord
    inner = {"x_from": front + wall / chord, "x_to": back - wall / chord}
    case = {
        "name": "box", "naca": "2412", "chord_mm": chord, "foam": _solid(s.values, "core"),
        "patches": [
            {"x_from": front, "x_to": front + wall / chord, **board},
            {"x_from": back - wall / chord, "x_to": back, **board},
            {**inner, "depth_mm": wall, "surface": "upper", **board},
            {**inner, "depth_mm": wall, "surface": "lower", **board},
            {**inner},
        ],
    }  # fmt: skip
    assert got == pytest.approx(by_elements(case)["GJ_Nmm2"], rel=ALLOWED)


def test_ply_plates_that_meet_at_the_nose() -> None:
    got, s = _wing(
        Plate(id="ply", surface="both", x_from=0.0, x_to=0.3, thickness_mm=0.8, y_from_mm=0.0, y_to_mm=400.0)
    )
    case = {
        "name": "ply", "naca": "2412", "chord_mm": 160.0, "foam": _solid(s.values, "core"),
        "skins": [{**FILM, "x_to": 0.3, "t_mm": 0.8, **_solid(s.values, "stock.birch_ply")}],
    }  # fmt: skip
    assert got == pytest.approx(by_elements(case)["GJ_Nmm2"], rel=ALLOWED)


def test_a_film_over_a_pocket_keeps_the_twist_and_gives_nothing_to_bending() -> None:
    """As if the film were not there for bending; as if the pocket were hardly there for twist."""
    film = Skin(id="film", material="packing_tape", x_from=0.0, x_to=1.0, y_to_mm=400.0)
    hole = {
        "id": "hole",
        "face": "bottom",
        "depth_mm": 8.0,
        "x_from": 0.3,
        "x_to": 0.5,
        "y_from_mm": 0.0,
        "y_to_mm": 400.0,
    }
    whole, _ = _wing(film)
    cut, s_cut = _wing(film, Pocket(**hole))
    over, s_over = _wing(film, Pocket(**hole, covered=True))
    assert cut < 0.7 * whole
    assert over == pytest.approx(whole, rel=0.08)
    assert s_over.properties.EIxx[0] == pytest.approx(s_cut.properties.EIxx[0], rel=1e-9)
    assert np.all(s_over.properties.mass[0] > s_cut.properties.mass[0])


def test_a_film_over_a_pocket_is_not_told_as_cut_and_its_glue_counts_once() -> None:
    film = Skin(id="film", material="covering_light", glue="transfer_tape", x_from=0.0, x_to=1.0, y_to_mm=400.0)
    hole = {"id": "hole", "depth_mm": 8.0, "x_from": 0.3, "x_to": 0.5, "y_from_mm": 100.0, "y_to_mm": 200.0}
    body = make_airframe(half_span=400.0, root=160.0)
    plain, cut, over = (
        lay_out(body.wing, pieces) for pieces in ((film,), (film, Pocket(**hole)), (film, Pocket(**hole, covered=True)))
    )
    assert any("cuts" in sentence for sentence in warnings(cut)[1])
    assert 1 not in warnings(over)
    whole = glue_mass(plain)[0]
    assert whole > 0
    assert glue_mass(over)[0] == pytest.approx(whole, rel=1e-6)
