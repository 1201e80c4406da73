"""Shear of the foam: closed forms, and a finite-difference field for what two rods feed into foam."""

from __future__ import annotations

from typing import Any, Literal

import numpy as np
import pytest
import scipy.sparse.linalg
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.strip import Strip
from fletcher_core.kinds.web import Web

from tests.core.solving import solved


def shear_stiffness(*pieces: Any, **airframe: Any) -> float:
    return float(solved(*pieces, **airframe).GA_s[0, 0])


def test_a_sandwich_of_stiff_faces() -> None:
    # Allen 1969: GA_s = G b d^2 / c for thin stiff faces, d between their middles, c the core's depth
    stiff = Skin(id="f", material="foil_tape", surface="both", layers=6, y_to_mm=600)
    got = shear_stiffness(stiff, plate=12.0, foam="epp20")
    d = 12 + 6 * 0.085
    assert got == pytest.approx(1.6 * 200 * d**2 / 12, rel=0.03)


def test_depth_counts_once_for_a_bare_plate() -> None:
    thin, thick = (shear_stiffness(plate=t) for t in (10.0, 20.0))
    assert thick == pytest.approx(2 * thin, rel=0.01)


def _field_stiffness(width: float, depth: float, diameter: float, inset: float, G: float, step: float) -> float:
    """GA_s of foam between two round rods of a plate, by finite differences.

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
    return float(4 * G * (u @ (K @ u)) * (2 * middle) ** 2)


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
    got = shear_stiffness(*_rods(diameter, inset), plate=depth, root=160.0)
    field = _field_stiffness(160.0, depth, diameter, inset, 3.0, 0.1 * diameter / 2)
    # too stiff, in steps as a rod goes deeper: to be mended by levels at the edges of sticks
    assert 1.0 < got / field < 1.55
    apart = depth - diameter - 2 * inset
    level_formula = 3.0 * 160.0 * apart
    assert level_formula > 2.5 * field


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
