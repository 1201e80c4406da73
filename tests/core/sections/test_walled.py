"""Hollow sections against full finite elements, closed forms and what must hold whatever they are."""

from __future__ import annotations

import copy
import json
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from fletcher_core import reference
from fletcher_core.body_reference import folded_layout
from fletcher_core.sections.walled import WALLED, WallMaterials, moments, offset, ring, stress_function
from hypothesis import given
from hypothesis import strategies as st

from tests.core.sections.drawn_walls import FILE as DRAWN
from tests.core.sections.drawn_walls import drawn, worked_out

FILE = Path(__file__).parents[1] / "reference" / "bodies.json"
CASES: list[dict[str, Any]] = json.loads(DRAWN.read_text())["cases"]
SHEARED = [c for c in CASES if "shear" in c]


@pytest.mark.parametrize("row", reference.check(json.loads(FILE.read_text())), ids=lambda r: f"{r.case}-{r.quantity}")
def test_given_sections(row: reference.Row) -> None:
    assert row.ok, f"{row.got} against {row.expected}"


#: open boxes of one paper with sticks in their corners: what the stick does for the corner as a whole is not there, so
#: that they are told too soft, never too stiff (docs/walled-sections.md)
TOO_SOFT = {"box-6", "box-8"}


@pytest.mark.parametrize("row", reference.check(json.loads(DRAWN.read_text())), ids=lambda r: f"{r.case}-{r.quantity}")
def test_drawn_sections(row: reference.Row) -> None:
    if row.case in TOO_SOFT and row.quantity == "GJ_Nmm2":
        assert -0.28 < row.error < -0.08
    else:
        assert row.ok, f"{row.got} against {row.expected}"


def test_the_command_reads_both_formats(capsys: pytest.CaptureFixture[str]) -> None:
    assert reference.main([str(FILE)]) == 0
    assert "64 quantities, 0 outside" in capsys.readouterr().out


def test_the_command_says_what_it_does_not_know(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    document = json.loads(FILE.read_text())
    document["cases"][0]["shape"]["kind"] = "star"
    wrong = tmp_path / "wrong.json"
    wrong.write_text(json.dumps(document))
    assert reference.main([str(wrong)]) == 2
    assert "star" in capsys.readouterr().err


@pytest.mark.slow
@pytest.mark.parametrize("k", [0, 9, 12, 13])
def test_what_is_kept_is_what_finite_elements_make_of_it(k: int) -> None:
    case = drawn()[k]
    again = worked_out(case)
    for name, value in CASES[k]["expected"].items():
        assert again["expected"][name] == pytest.approx(value, rel=1e-6, abs=1e-3)


@pytest.mark.parametrize("case", SHEARED, ids=lambda c: str(c["name"]))
def test_where_it_turns_and_how_it_shears(case: dict[str, Any]) -> None:
    """Within 1.5 % of the chord, and 5 % of GA; the greatest shear of the foam of the walls and webs is at least what
    all but a hundredth of it feels, and not half as much again."""
    layout, m = folded_layout(case)
    p = WALLED.properties(layout, m, WALLED.sums(layout))
    chord = float(layout.outline.chord[0])
    outer = case["wall"]["outer"]
    nose = -float(outer["t_mm"]) if outer else 0.0
    turns = float(WALLED.twist(layout, m, p).x_shear[0, 0]) - nose
    assert turns == pytest.approx(case["shear"]["x_shear"], abs=0.015 * chord)
    flow = WALLED.shear_flow(layout, m, p)
    assert float(flow.GA_s[0, 0]) == pytest.approx(case["shear"]["GA_s"], rel=0.05)
    # a web's stress is over foam and papers alike: of its foam alone
    G = float(m.foam.G[0])
    webs = [float(stress[0, 0]) * G / float(m.member_G[0, p]) for p, stress in flow.web_stress.items()]
    most = max([float(flow.foam_stress[0, 0]), *webs])
    assert 0.95 * case["shear"]["tau"] < most < 1.5 * case["shear"]["tau"]


def _box(t: float, sheet: float, G: float, Gs: float, w: float = 60.0, h: float = 80.0) -> float:
    corners = np.array([[[0, 0], [0, h], [w, h], [w, 0]]], dtype=float)
    walls = ring(corners, t, sheet, sheet)
    shape = (1, 1, walls.count)
    m = WallMaterials(
        np.full(shape, G), np.full((*shape, 2), Gs * sheet), np.full((*shape, 2), sheet), np.zeros(shape[1:], bool)
    )
    return float(stress_function(walls, m).GJ[0, 0])


def test_a_thin_tube_is_bredts() -> None:
    """4 A² G t / L of the middle line, as the wall becomes thin (Bredt 1896)."""
    t = 0.2
    enclosed, around = (60 - t) * (80 - t), 2 * (60 - t + 80 - t)
    assert _box(t, 1e-9, 5.0, 5.0) == pytest.approx(4 * enclosed**2 * 5.0 * t / around, rel=0.01)


def test_an_open_strip_is_saint_venants() -> None:
    """G b t³ / 3 of what is left of a ring that is cut open."""
    corners = np.array([[[0, 0], [0, 80.0], [60.0, 80.0], [60.0, 0]]])
    walls = ring(corners, 2.0, 0.0, 0.0, missing=[3])
    m = WallMaterials(
        np.full((1, 1, walls.count), 4.0), np.zeros((1, 1, walls.count, 2)), np.zeros((1, 1, walls.count, 2)),
        np.zeros((1, walls.count), bool),
    )  # fmt: skip
    long = 2 * 79.0 + 58.0
    assert float(stress_function(walls, m).GJ[0, 0]) == pytest.approx(4.0 * long * 8.0 / 3, rel=0.03)


@given(
    t=st.floats(1.0, 8.0), sheet=st.floats(0.02, 0.5), G=st.floats(1.0, 10.0), more=st.floats(1.05, 3.0),
)  # fmt: skip
def test_more_of_anything_twists_less(t: float, sheet: float, G: float, more: float) -> None:
    base = _box(t, sheet, G, 1300.0)
    assert _box(t, sheet, more * G, 1300.0) > base
    assert _box(t, sheet, G, more * 1300.0) > base


def test_polygons_by_closed_form() -> None:
    square = np.array([[[1.0, 2.0], [1.0, 6.0], [4.0, 6.0], [4.0, 2.0]]])
    a = moments(square)
    assert (a.area[0], a.x[0], a.z[0]) == pytest.approx((12.0, 30.0, 48.0))
    assert (a.xx[0], a.zz[0]) == pytest.approx((4 * (64 - 1) / 3, 3 * (216 - 8) / 3))
    assert a.xz[0] == pytest.approx(7.5 * 16.0)
    inner = moments(offset(square, 0.5))
    assert inner.area[0] == pytest.approx(2.0 * 3.0)


def test_a_web_that_is_not_there_changes_nothing() -> None:
    """A web whose shear modulus is next to nothing is air: the hollows on both its sides are one."""
    case = copy.deepcopy(next(c for c in CASES if c["name"] == "folded-2"))
    with_web = copy.deepcopy(case)
    for key in ("E_MPa", "G_MPa", "rho_kgm3"):
        with_web["webs"][0]["foam"] = {**with_web["webs"][0]["foam"], key: 1e-9}
    with_web["webs"][0]["faces"] = None
    case["webs"] = []
    GJ = [float(WALLED.twist_stiffness(*folded_layout(c))[0, 0]) for c in (case, with_web)]
    assert GJ[1] == pytest.approx(GJ[0], rel=0.02)
