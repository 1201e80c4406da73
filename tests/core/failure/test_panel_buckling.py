"""Sheets that buckle between what holds them, against closed forms and brute force."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
import skfem
from fletcher_core.failure.modes.panel_buckling import _cylinder, buckles_at, laminate, panels, share_left
from fletcher_core.failure.state import LoadedPart
from fletcher_core.kinds.boards import BoardSpar
from fletcher_core.model import Core, FoldedBoard
from scipy.sparse.linalg import eigsh

from tests.conftest import make_airframe, with_wing
from tests.core.solving import loaded


def folded(pieces: list[Any] | None = None, **made: Any) -> LoadedPart:
    airframe = make_airframe(half_span=500.0)
    wing = airframe.wing.model_copy(
        update={
            "aerofoil": FoldedBoard(**{"height_mm": 24.5, "crease_mm": 36.0, "flat_mm": 25.0, **made}),
            "core": Core(material="foamboard_light"),
        }
    )
    return loaded(with_wing(airframe, wing), *(pieces or []))


SPAR = BoardSpar(id="spar", chord_from=0.24, chord_to=0.24, width_mm=25.0, layers=3, y_to_mm=300.0)


def test_push_by_brute_force_over_its_waves() -> None:
    """π² D / b² (1/r + r)² / (1 + ρ (1 + 1/r²)) of an even plate, tried over many half waves (Allen 1969)."""
    wing = folded([SPAR])
    panel = next(p for p in panels(wing) if p.face == 1 and p.where == "behind the spar")
    EA, D, S = (float(np.broadcast_to(a, panel.push.shape)[0, 0]) for a in laminate(wing, 1))
    b = float((panel.end - panel.start)[0, 0])
    # both papers apart, with the foam between them
    m = wing.materials
    paper = float(m.sheet_Et[0, 0])
    t = wing.layout.section.wall_mm or 0.0
    by_hand = paper * t**2 / 2 + float(m.foam.E[0]) * t**3 / 12
    assert pytest.approx(by_hand / (1 - 0.3**2), rel=0.03) == D
    across = 0.5
    r = np.geomspace(0.02, 20, 20_000)
    along = np.pi**2 * D / b**2
    every = along * (r**-2 + across * r**2 + 2 * across**0.5) / (1 + along / S * (1 + r**-2))
    assert float(panel.push[0, 0]) == pytest.approx(float(every.min()), rel=0.01)
    assert 2 * 0.9 * paper < EA


def test_a_narrow_panel_crimps_before_it_buckles() -> None:
    """As the panel gets narrow its push nears the shear of the core, G t (Allen 1969)."""
    wing = folded([SPAR])
    for panel in panels(wing):
        S = np.broadcast_to(laminate(wing, panel.face)[2], panel.push.shape)
        assert np.all(panel.push[panel.there] <= S[panel.there])


def test_a_spar_halves_the_panel_and_makes_it_stand_more() -> None:
    bare, held = folded(), folded([SPAR])
    one = next(p for p in panels(bare) if p.face == 1)
    two = [p for p in panels(held) if p.face == 1]
    assert [p.where for p in two] == ["before the spar", "behind the spar"]
    assert all(float(p.push[0, 0]) > float(one.push[0, 0]) for p in two)
    # beyond the end of the spar the panel is whole again
    last = two[-1]
    assert float((last.end - last.start)[0, -1]) == pytest.approx(float((one.end - one.start)[0, -1]))
    assert not two[0].there[0, -1]


def test_peeled_inside_it_buckles_long_before() -> None:
    both, one = (
        next(p for p in panels(folded([SPAR], peeled_inside=v)) if p.face == 1 and "behind" in p.where)
        for v in ("none", "both")
    )
    assert float(one.push[0, 0]) < 0.4 * float(both.push[0, 0])


def test_what_is_left_is_karmans() -> None:
    wing = folded([SPAR], peeled_inside="both")
    share = share_left(wing)
    worst = min(float((p.push / p.stiff)[0][p.there[0]].min()) for p in panels(wing) if p.face == 1)
    row = wing.layout.sheet_rows[0]
    crush = float(wing.values[f"{row.prefix}.compression"][0] / wing.values[f"{row.prefix}.Et"][0])
    assert share[0] == pytest.approx(min(1.0, (worst / crush) ** 0.5), rel=1e-6)
    assert 0.1 < share[0] <= 1.0


def test_a_filled_wing_has_no_panels() -> None:
    assert list(panels(loaded(make_airframe()))) == []


def _by_elements(D: float, S: float, b: float, a: float, sheared: bool) -> float:
    """Least push (or flow) of a plate a x b by finite elements, edges held square to it: N/mm.

    Reissner and Mindlin's plate, of which the sandwich is one: half as stiff across as along, and its twist such that
    both together are the geometric mean, as `panel_buckling` has it.
    """
    across, nu = 0.5, 0.25
    D1, D2 = D, across * D
    D12 = nu * D2
    D66 = 0.5 * (across**0.5 * D - D12)
    mesh = skfem.MeshQuad.init_tensor(np.linspace(0, a, 33 if sheared else 13), np.linspace(0, b, 13))
    basis = skfem.Basis(mesh, skfem.ElementVector(skfem.ElementQuad2(), 3), intorder=4)

    def parts(u: Any) -> tuple[Any, ...]:
        (w, p, q), g = u, u.grad
        return w, p, q, g[0], g[1], g[2]

    @skfem.BilinearForm
    def stiff(u: Any, v: Any, _: Any) -> Any:
        _, p, q, gw, gp, gq = parts(u)
        _, r, s, hw, hp, hq = parts(v)
        bends = D1 * gp[0] * hp[0] + D2 * gq[1] * hq[1] + D12 * (gp[0] * hq[1] + gq[1] * hp[0])
        bends = bends + D66 * (gp[1] + gq[0]) * (hp[1] + hq[0])
        return bends + S * ((gw[0] - p) * (hw[0] - r) + (gw[1] - q) * (hw[1] - s))

    @skfem.BilinearForm
    def load(u: Any, v: Any, _: Any) -> Any:
        gw, hw = u.grad[0], v.grad[0]
        return gw[0] * hw[1] + gw[1] * hw[0] if sheared else gw[0] * hw[0]

    K, G = stiff.assemble(basis), load.assemble(basis)
    edge = basis.get_dofs()
    # held square to it, and along its own edge against turning
    held = [edge.all("u^1")]
    ends = basis.get_dofs(lambda x: np.isclose(x[1], 0) | np.isclose(x[1], b))
    sides = basis.get_dofs(lambda x: np.isclose(x[0], 0) | np.isclose(x[0], a))
    held += [ends.all("u^2"), sides.all("u^3")]
    K, G = (m.tocsc() for m in skfem.condense(K, G, D=np.unique(np.concatenate(held)), expand=False)[:2])
    found = eigsh(G, k=1, M=K, which="LA", return_eigenvectors=False)
    return float(1 / found[0])


@pytest.mark.parametrize("soft", [0.05, 0.25, 1.0])
def test_push_and_shear_by_finite_elements(soft: float) -> None:
    """Of a plate whose shear gives so much of its bending: the least over its waves, and long in shear."""
    D, b = 4500.0, 120.0
    along = np.pi**2 * D / b**2
    S = along / soft
    push, sheared = (float(v) for v in buckles_at(np.array(along), np.array(S)))
    waves = min(_by_elements(D, S, b, r * b, False) for r in (0.5, 0.7, 0.85, 1.0, 1.2))
    sheared_by = _by_elements(D, S, b, 4 * b, True)
    assert 0.9 < push / waves < 1.01
    assert 0.75 < sheared / sheared_by < 1.05


@pytest.mark.parametrize("short", [0.35, 0.6, 1.0])
def test_panels_between_ribs_by_finite_elements(short: float) -> None:
    """Of a plate that ribs end: push as it is, shear on the safe side."""
    D, b, S = 2000.0, 100.0, 1e5
    along = np.array([np.pi**2 * D / b**2])
    push, sheared = (float(v[0]) for v in buckles_at(along, np.array([S]), short))
    assert 0.9 < push / _by_elements(D, S, b, short * b, False) < 1.05
    assert 0.65 < sheared / _by_elements(D, S, b, short * b, True) < 1.05
    assert push > float(buckles_at(along, np.array([S]))[0][0])


@pytest.mark.parametrize("bulge", [0.2, 1.0, 3.0, 8.0, 20.0])
def test_a_curved_panel_stands_less_than_either_of_timoshenkos_limits(bulge: float) -> None:
    """Over the flat one, under what theory gives a little curved one and a whole cylinder: tests give less."""
    E, t, b = 1000.0, 2.0, 100.0
    D, EA, R = E * t**3 / 12 / (1 - 0.3**2), E * t, b**2 / (8 * bulge)
    flat = 4 * np.pi**2 * D / b**2
    slightly = flat + E * t * b**2 / (4 * np.pi**2 * R**2)
    whole = 0.605 * E * t**2 / R
    cylinder = float(_cylinder(np.array(EA), np.array(D), np.array(bulge), np.array(b), 1.0))
    assert cylinder == pytest.approx(0.45 * whole * (1 - 0.3**2) ** 0.5, rel=0.01)
    push = 0.5 * flat + (0.25 * flat**2 + cylinder**2) ** 0.5
    assert flat < push <= 1.001 * min(slightly, max(flat, whole) + 0.5 * flat)
