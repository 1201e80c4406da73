"""Shear of the foam: closed forms, and a finite-difference field for what two rods feed into foam."""

from __future__ import annotations

from dataclasses import replace
from typing import Any, Literal

import numpy as np
import pytest
import scipy.sparse.linalg
from fletcher_core.analysis.solve import sections_of
from fletcher_core.analysis.uncertainty import typical
from fletcher_core.kinds.box import BoxSpar
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.sandwich import Sandwich
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.strip import Strip
from fletcher_core.kinds.web import Web
from fletcher_core.reference import section_of
from fletcher_core.sections import FILLED, lay_out, spreads

from tests.conftest import make_airframe
from tests.core.sections.by_elements import shear_by_elements
from tests.core.solving import sections_for, solved


def shear_stiffness(*pieces: Any, **airframe: Any) -> float:
    return float(solved(*pieces, **airframe).GA_s[0, 0])


def test_a_sandwich_of_stiff_faces() -> None:
    # Allen 1969: GA_s = G b d^2 / c for thin stiff faces, d between their middles, c the core's depth; not closed at
    # nose and tail, where they would be webs
    stiff = Skin(id="f", material="foil_tape", surface="both", layers=6, y_to_mm=600, x_from=0.005, x_to=0.995)
    got = shear_stiffness(stiff, plate=12.0, foam="epp20")
    d = 12 + 6 * 0.085
    assert got == pytest.approx(1.6 * 200 * d**2 / 12, rel=0.03)


def test_depth_counts_once_for_a_bare_plate() -> None:
    thin, thick = (shear_stiffness(plate=t) for t in (10.0, 20.0))
    assert thick == pytest.approx(2 * thin, rel=0.01)


def _field(width: float, depth: float, diameter: float, inset: float, G: float, step: float) -> tuple[float, float]:
    """GA_s of foam between two round rods of a plate, and what shears the foam an eighth of the depth before one for
    each N of shear force, MPa; by finite differences.

    Warping u obeys Laplace's equation in the foam; the rods are stiff (u constant on each), the
    outer faces free, u is zero in the middle by symmetry. Rods one mm of warping apart exchange a flow q;
    the section then shears by 1 / apart under a force of q times the lever, so GA_s = q apart^2.
    """
    nx, nz = round(width / 2 / step) + 1, round(depth / 2 / step) + 1
    x, z = np.meshgrid(np.arange(nx) * step, np.arange(nz) * step)
    middle = depth / 2 - inset - diameter / 2
    rod = x**2 + (z - middle) ** 2 <= (diameter / 2) ** 2 + 1e-9
    held = (rod | (z == 0)).ravel()
    index = np.arange(nx * nz).reshape(nz, nx)
    across, up = np.ones((nz, nx - 1)), np.ones((nz - 1, nx))
    across[[0, -1]] *= 0.5
    up[:, [0, -1]] *= 0.5
    ends = [(index[:, :-1], index[:, 1:], across), (index[:-1], index[1:], up)]
    one, other, w = (np.concatenate([e[k].ravel() for e in ends]) for k in range(3))
    rows, columns = np.concatenate([one, other, one, other]), np.concatenate([one, other, other, one])
    K = scipy.sparse.csr_matrix((np.concatenate([w, w, -w, -w]), (rows, columns)))
    u, free = np.where(rod, 0.5, 0.0).ravel(), ~held
    u[free] = scipy.sparse.linalg.spsolve(K[free][:, free].tocsc(), -(K[free][:, held] @ u[held]))
    q = 4 * G * (u @ (K @ u))
    before = (middle - diameter / 2 - depth / 8) / step
    row = int(before)
    stress = G * (u[index[row + 1, 0]] - u[index[row, 0]]) / step / (q * 2 * middle)
    return float(q * (2 * middle) ** 2), float(stress)


#: the finite elements weight shear with E: every material's G is the same share of it here
SHARE = 0.4


def _made(E: float, rho: float = 30.0) -> dict[str, float]:
    return {"E_MPa": E, "G_MPa": SHARE * E, "rho_kgm3": rho}


def _film(E: float, **more: Any) -> dict[str, Any]:
    return {"surface": "both", "x_from": 0.0, "x_to": 1.0, "t_mm": 0.375, **_made(E, 1200.0), **more}


@pytest.mark.parametrize(
    ("outline", "skins", "stress"),
    [
        ({"plate_thickness_mm": 10.0}, [], True),
        ({"naca": "2412"}, [], True),
        ({"naca": "2412"}, [_film(2500.0)], True),
        pytest.param({"naca": "2412"}, [_film(400.0)], True, marks=pytest.mark.slow),
        pytest.param({"naca": "0018"}, [_film(400.0)], True, marks=pytest.mark.slow),
        pytest.param({"naca": "2412"}, [_film(400.0, surface="upper")], True, marks=pytest.mark.slow),
        pytest.param({"naca": "2412"}, [_film(2500.0, x_to=0.3)], False, marks=pytest.mark.slow),
    ],
    ids=["bare plate", "bare", "stiff film", "soft film", "thick", "one face", "the nose alone"],
)
def test_shear_stiffness_and_stress_are_those_of_finite_elements(
    outline: dict[str, Any], skins: list[dict[str, Any]], stress: bool
) -> None:
    """The plain level formula is 0.56 to 1.74 of them: it takes flow as even over the chord. Where a skin ends the
    finite elements' stress is that of a sharp corner."""
    case = {"name": "drawn", "chord_mm": 100.0, "foam": _made(8.0), "skins": skins, **outline}
    layout, materials = section_of(case)
    p = FILLED.properties(layout, materials, FILLED.sums(layout))
    got = FILLED.shear_flow(layout, materials, p)
    GA_s, most = shear_by_elements(case)
    assert got.GA_s[0, 0] == pytest.approx(GA_s, rel=0.06)
    if stress:
        assert got.foam_stress[0, 0] == pytest.approx(most, rel=0.08)


def _sandwich(share: float) -> list[dict[str, Any]]:
    """Wood of so much of the depth between two strips, in the middle of NACA 2412 of 100 mm."""
    high, thin, at = share * 12.0, 0.75, {"x_mm": 30.0, "w_mm": 6.0, "shape": "strip"}
    wood = {**at, "z_mm": 1.9, "t_mm": high - 2 * thin, **_made(1000.0, 150.0)}
    strips = [
        {**at, "z_mm": 1.9 + side * (high - thin) / 2, "t_mm": thin, **_made(40000.0, 1500.0)} for side in (1, -1)
    ]
    return [wood, *strips]


@pytest.mark.parametrize(("chord", "wide", "allowed"), [(160.0, 25.0, 0.08), (240.0, 50.0, 0.13)])
def test_a_box_folded_of_board(chord: float, wide: float, allowed: float) -> None:
    """With every E made so large that G is the same share of it, which the finite elements need."""
    box = BoxSpar(id="box", width_mm=wide, y_from_mm=0.0, y_to_mm=400.0)
    s = sections_for(make_airframe(half_span=400.0, root=chord), box)
    m = s.materials
    core = m.foam.G / SHARE
    m = replace(
        m, foam=replace(m.foam, E=core), member_E=m.member_G / SHARE, gamma=np.ones_like(m.gamma),
        patch_E=np.repeat(core[:, None], m.patch_E.shape[1], axis=1),
    )  # fmt: skip
    p = FILLED.properties(s.layout.section, m, s.sums)
    got = FILLED.shear_flow(s.layout.section, m, p).GA_s[0, 5]
    board, foam = _made(float(m.member_G[0, 0]) / SHARE), _made(float(core[0]))
    wall, half = s.layout.member_rows[0].width / chord, 0.5 * wide / chord
    front, back = 0.3 - half, 0.3 + half
    inner = {"x_from": front + wall, "x_to": back - wall}
    case = {
        "name": "box", "naca": "2412", "chord_mm": chord, "foam": foam,
        "patches": [
            {"x_from": front, "x_to": front + wall, **board}, {"x_from": back - wall, "x_to": back, **board},
            {**inner, "depth_mm": wall * chord, "surface": "upper", **board},
            {**inner, "depth_mm": wall * chord, "surface": "lower", **board},
            {**inner},
        ],
    }  # fmt: skip
    assert got == pytest.approx(shear_by_elements(case)[0], rel=allowed)


@pytest.mark.slow
@pytest.mark.parametrize(
    ("spars", "skins", "allowed"),
    [
        ([{"shape": "rod", "x_mm": 30.0, "z_mm": 2.0, "d_mm": 4.0, **_made(40000.0, 1500.0)}], [_film(400.0)], 0.02),
        # finite elements round the small gaps over a web, which ours takes as foam in a row with it
        ([{"shape": "web", "x_mm": 30.0, "t_mm": 2.0, **_made(300.0, 600.0)}], [_film(400.0)], 0.12),
        (
            [
                {"shape": "rod", "x_mm": 30.0, "z_mm": z, "d_mm": 3.0, **_made(40000.0, 1500.0)}
                for z in (-1.0, 6.0)
            ],
            [],
            0.09,
        ),
        # the wood of a sandwich carries what its strips hand over: ours on the soft side
        (_sandwich(0.4), [], 0.32),
        (_sandwich(0.7), [_film(400.0)], 0.16),
        ([{"shape": "rod", "x_mm": 30.0, "z_mm": 2.0, "d_mm": 6.0, **_made(40000.0, 1500.0)}], [_film(400.0)], 0.05),
        # what bends by itself shears by itself
        ([{"shape": "rod", "x_mm": 30.0, "z_mm": 2.0, "d_mm": 6.0, **_made(40000.0, 1500.0)}], [], 0.03),
        (
            [
                {"shape": "rod", "x_mm": x, "z_mm": z, "d_mm": 3.0, **_made(40000.0, 1500.0)}
                for x, z in ((25.0, 6.0), (35.0, -1.0))
            ],
            [],
            0.03,
        ),
        (
            [
                {"shape": "strip", "x_mm": 30.0, "z_mm": z, "w_mm": 8.0, "t_mm": 1.0, **_made(40000.0, 1500.0)}
                for z in (7.2, -3.3)
            ],
            [],
            0.12,
        ),
    ],
    ids=["one rod under film", "a web under film", "a pair", "a low sandwich", "a high one", "a thick rod under film",
         "a thick rod", "beside each other", "flush strips"],
)  # fmt: skip
def test_sticks_and_webs_in_a_section_against_finite_elements(
    spars: list[dict[str, Any]], skins: list[dict[str, Any]], allowed: float
) -> None:
    case = {"name": "drawn", "naca": "2412", "chord_mm": 100.0, "foam": _made(8.0), "spars": spars, "skins": skins}
    layout, materials = section_of(case)
    if len(spars) == 3:
        layout = replace(layout, members=replace(layout.members, held_by=np.zeros(3, dtype=np.intp)))
    p = FILLED.properties(layout, materials, FILLED.sums(layout))
    GA_s, _ = shear_by_elements(case)
    assert FILLED.shear_flow(layout, materials, p).GA_s[0, 0] == pytest.approx(GA_s, rel=allowed)


def test_variants_that_differ_in_a_tall_stick_are_solved_apart() -> None:
    """The wood of a sandwich stiffens the foam beside it: the wing without it must not be solved with it."""
    body = make_airframe(root=160.0)
    wood = Sandwich(id="s", width_mm=6, height_mm=14, strip_mm=0.5, y_to_mm=600)
    both = lay_out(body.wing, [*_rods(3.0, 1.0), wood])
    on = np.array([[1.0, 1.0, 1.0], [1.0, 1.0, 0.0]])
    s = sections_of(both, typical(spreads(both), 2), on)
    flow = both.kernel.shear_flow(both.section, s.materials, s.properties)
    alone = sections_for(body, *_rods(3.0, 1.0))
    solo = alone.layout.kernel.shear_flow(alone.layout.section, alone.materials, alone.properties)
    assert flow.GA_s[1] == pytest.approx(solo.GA_s[0], rel=0.02)
    assert flow.foam_stress[1] == pytest.approx(solo.foam_stress[0], rel=0.05)


def _rods(diameter: float, inset: float) -> list[Rod]:
    sides: tuple[Literal["top", "bottom"], ...] = ("top", "bottom")
    return [Rod(id=k, diameter_mm=diameter, level=k, inset_mm=inset, y_to_mm=600) for k in sides]


@pytest.mark.parametrize(
    ("diameter", "depth", "inset"),
    [
        (2.0, 20.0, 0.0),
        (2.0, 20.0, 2.0),
        (2.0, 32.0, 6.0),
        (4.0, 32.0, 0.0),
        (4.0, 32.0, 2.0),
        (4.0, 32.0, 6.0),
        (4.0, 20.0, 2.0),
    ],
)
def test_foam_between_two_rods_against_a_field(diameter: float, depth: float, inset: float) -> None:
    """Flush with the face or under it, near each other or not."""
    field, stress = _field(160.0, depth, diameter, inset, 3.0, 0.1 * diameter / 2)
    s = sections_for(make_airframe(plate=depth, root=160.0), *_rods(diameter, inset))
    # the field knows of no foam that bends
    m = replace(s.materials, foam=replace(s.materials.foam, E=1e-4 * s.materials.foam.E))
    flow = FILLED.shear_flow(s.layout.section, m, FILLED.properties(s.layout.section, m, s.sums))
    assert flow.GA_s[0, 0] == pytest.approx(field, rel=0.03)
    assert flow.foam_stress[0, 0] == pytest.approx(stress, rel=0.1)
    apart = depth - diameter - 2 * inset
    level_formula = 3.0 * 160.0 * apart
    assert level_formula > 2.5 * field


@pytest.mark.parametrize("size", [2.0, 3.0, 5.0])
@pytest.mark.parametrize("inset", [0.0, 1.0, 3.0])
def test_a_film_over_rods_relieves_the_foam_and_what_is_switched_off_changes_nothing(size: float, inset: float) -> None:
    body = make_airframe(root=180.0)
    rods, film = _rods(size, inset), Skin(id="f", material="laminate_75um", layers=2, y_to_mm=600)
    others = [
        Rod(id=f"o{k}", diameter_mm=d, level=level, inset_mm=deep, y_to_mm=600, on=False)  # type: ignore[arg-type]
        for k, (d, deep, level) in enumerate([(4.0, 0.3, "top"), (1.5, 0.7, "top"), (6.0, 1.1, "bottom")])
    ]

    def stress(*pieces: Any) -> float:
        s = sections_for(body, *pieces)
        return float(s.layout.kernel.shear_flow(s.layout.section, s.materials, s.properties).foam_stress[0, 0])

    bare, filmed = stress(*rods), stress(*rods, film)
    assert 0.2 * bare < filmed < bare
    assert stress(*rods, film, *others) == pytest.approx(filmed, rel=0.02)


def test_a_rod_that_goes_deeper_makes_no_steps() -> None:
    """Between even layers alone GA_s rises and falls as the rod's edges pass them."""
    stiffness = [shear_stiffness(*_rods(3.0, k * 0.25), plate=30.0, root=160.0) for k in range(28)]
    falls = -np.diff(stiffness) / np.array(stiffness[1:])
    assert np.all(falls > 0)
    assert falls.max() < 0.05


def test_a_web_between_caps_carries_the_shear() -> None:
    caps = [
        Strip(id=k, width_mm=6, thickness_mm=1, level=k, y_to_mm=600)  # type: ignore[arg-type]
        for k in ("top", "bottom")
    ]
    without = shear_stiffness(*caps, plate=20.0, root=160.0)
    with_web = shear_stiffness(*caps, Web(id="w", thickness_mm=3, y_to_mm=600), plate=20.0, root=160.0)
    # balsa of 180 MPa, 3 mm: the web alone gives about G t d
    assert with_web > without + 0.6 * 180 * 3 * 18


def test_narrower_foam_gives_more() -> None:
    stiffness = [shear_stiffness(plate=20.0, root=c) for c in (100.0, 200.0, 300.0)]
    assert stiffness == sorted(stiffness)
    assert stiffness[2] == pytest.approx(3 * stiffness[0], rel=0.01)
