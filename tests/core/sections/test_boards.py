"""Boards are measured over their faces; corrugated sheet is its walls, against finite elements of its cells."""

from __future__ import annotations

import numpy as np
import pytest
import skfem
from fletcher_core.catalogue import catalogue
from fletcher_core.model import Airframe, Core, FlatPlate
from skfem.models.elasticity import linear_elasticity

from tests.conftest import make_airframe, with_wing
from tests.core.solving import solve_for


def plate_of(material: str, layers: int = 1, **core: str) -> Airframe:
    body = make_airframe()
    thick = catalogue().board[material].thickness.typical * layers
    made = {"aerofoil": FlatPlate(thickness_mm=thick), "core": Core(material=material, **core)}
    return with_wing(body, body.wing.model_copy(update=made))


@pytest.mark.parametrize("material", ["foamboard_light", "foamboard_art"])
def test_papers_lie_inside_the_thickness(material: str) -> None:
    """E_paper t ((T - t) / 2)^2 + t^3 / 12 twice, and the core between them, by hand."""
    board = catalogue().board[material]
    assert board.core is not None
    assert board.paper_thickness is not None
    assert board.paper_E_along is not None
    T, t, E = board.thickness.typical, board.paper_thickness.typical, board.paper_E_along.typical
    by_hand = 200.0 * (2 * E * (t * ((T - t) / 2) ** 2 + t**3 / 12) + board.core.E * (T - 2 * t) ** 3 / 12)
    result = solve_for(plate_of(material))
    assert result.properties.EIxx[0, 0] == pytest.approx(by_hand, rel=2e-3)
    # what it weighs is what a square metre weighs, whatever lies inside it
    assert 1e6 * result.properties.mass[0, 0] / 200.0 == pytest.approx(board.area_mass.typical, rel=2e-3)


def test_a_peeled_board_is_thinner_by_its_paper() -> None:
    board = catalogue().board["foamboard_light"]
    assert board.core is not None
    assert board.paper_thickness is not None
    bare = solve_for(plate_of("foamboard_light", peeled="both"))
    left = board.thickness.typical - 2 * board.paper_thickness.typical
    assert bare.properties.EIxx[0, 0] == pytest.approx(200.0 * board.core.E * left**3 / 12, rel=2e-3)
    assert bare.layout.outline.upper.max() - bare.layout.outline.lower.min() == pytest.approx(left)


@pytest.mark.parametrize("material", ["corrugated_pp_3", "corrugated_pp_4"])
def test_corrugated_sheet_along_its_flutes_is_its_faces_and_webs(material: str) -> None:
    """The section of one cell, by hand: an I whose web stands every pitch."""
    board = catalogue().board[material]
    assert board.wall is not None
    assert board.flute_pitch is not None
    assert board.E is not None
    T, t, p, E = (v.typical for v in (board.thickness, board.wall, board.flute_pitch, board.E))
    cell = p * (T**3 - (T - 2 * t) ** 3) / 12 + t * (T - 2 * t) ** 3 / 12
    result = solve_for(plate_of(material, flutes="along"))
    assert result.properties.EIxx[0, 0] == pytest.approx(E * cell * 200.0 / p, rel=5e-3)
    assert result.properties.EA[0, 0] == pytest.approx(E * (2 * t + (T - 2 * t) * t / p) * 200.0, rel=5e-3)


def _cells(T: float, t: float, p: float, count: int) -> skfem.MeshQuad:
    """A strip of cells on end, walls in quads; the first and last wall are cut in half."""
    half, wall, long = 0.5 * t, 3, 10
    x = [0.0]
    for k in range(count):
        x += [*(k * p + np.linspace(half, p - half, long)), *((k + 1) * p + np.linspace(-half, half, wall + 1))]
    x = np.unique(np.round(np.clip(x, 0.0, count * p), 9))
    z = np.unique(
        np.round([*np.linspace(0, t, wall + 1), *np.linspace(t, T - t, long), *np.linspace(T - t, T, wall + 1)], 9)
    )
    mesh = skfem.MeshQuad.init_tensor(x, z)
    cx, cz = mesh.p[:, mesh.t].mean(axis=1)
    solid = (cz < t) | (cz > T - t) | (np.abs((cx + p / 2) % p - p / 2) < half)
    return mesh.restrict(np.flatnonzero(solid))


def _droop(T: float, t: float, p: float, count: int) -> float:
    """Times E, mm: of a cantilever of cells, 1 mm wide, under 1 N at its end (plane stress, quadratic quads)."""
    mesh, nu, length = _cells(T, t, p, count), 0.3, count * p
    element = skfem.ElementVector(skfem.ElementQuad2())
    basis = skfem.Basis(mesh, element)
    mu = 1 / (2 * (1 + nu))
    K = linear_elasticity(nu / (1 - nu**2), mu).assemble(basis)
    end = skfem.FacetBasis(mesh, element, facets=mesh.facets_satisfying(lambda x: np.isclose(x[0], length)))
    area = skfem.Functional(lambda w: 1.0 + 0.0 * w.x[0]).assemble(end)
    load = skfem.LinearForm(lambda v, _: v[1] / area).assemble(end)
    held = basis.get_dofs(lambda x: np.isclose(x[0], 0.0))
    return float(load @ skfem.solve(*skfem.condense(K, load, D=held)))


@pytest.mark.parametrize("material", ["corrugated_pp_3", "corrugated_pp_4"])
def test_corrugated_sheet_across_its_flutes_against_finite_elements(material: str) -> None:
    """Faces bend it, its ladder of walls shears: the droop of a cantilever of 16 cells."""
    board = catalogue().board[material]
    assert board.wall is not None
    assert board.flute_pitch is not None
    assert board.E is not None
    T, t, p, E = (v.typical for v in (board.thickness, board.wall, board.flute_pitch, board.E))
    result = solve_for(plate_of(material, flutes="across"))
    EI, GA = result.properties.EIxx[0, 0] / 200.0, result.GA_s[0, 0] / 200.0
    for count in (8, 16):
        length = count * p
        ours = length**3 / (3 * EI) + length / GA
        assert ours == pytest.approx(_droop(T, t, p, count) / E, rel=0.05)


def test_across_is_a_tenth_of_along_or_less_in_twist_and_bend() -> None:
    along, across = (solve_for(plate_of("corrugated_pp_3", flutes=way)) for way in ("along", "across"))
    assert across.GA_s[0, 0] < 0.1 * along.GA_s[0, 0]
    assert across.shape.bend[0, -1] > 1.05 * along.shape.bend[0, -1]
