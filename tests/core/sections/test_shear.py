"""Shear of the foam: closed forms, and a finite-difference field for what two rods feed into foam."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
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


def _field_stiffness(width: float, depth: float, apart: float, side: float, G: float) -> float:
    """GA_s of foam between two square rods of a plate, by finite differences.

    Warping u obeys Laplace's equation in the foam; the rods are stiff (u constant on each), the
    outer faces free. Rods one mm of warping apart exchange a flow q; the section then shears by
    1 / apart under a force of q times the lever, so GA_s = q apart^2.
    """
    step = side / 2
    nx, nz = round(width / step) + 1, round(depth / step) + 1
    u = np.zeros((nz, nx))
    fixed = np.zeros((nz, nx), dtype=bool)
    middle, rows = nx // 2, (round((depth - apart) / 2 / step), round((depth + apart) / 2 / step))
    for row, value in zip(rows, (-0.5, 0.5), strict=True):
        fixed[row - 1 : row + 2, middle - 1 : middle + 2] = True
        u[row - 1 : row + 2, middle - 1 : middle + 2] = value
    for _ in range(6000):
        padded = np.pad(u, 1, mode="edge")
        mean = 0.25 * (padded[:-2, 1:-1] + padded[2:, 1:-1] + padded[1:-1, :-2] + padded[1:-1, 2:])
        new = np.where(fixed, u, u + 1.9 * 0.5 * (mean - u))
        if np.abs(new - u).max() < 1e-7:
            break
        u = new
    half = nz // 2
    flow = G * float((u[half + 1] - u[half]).sum())
    return flow * apart**2


def test_foam_between_two_rods_against_a_field() -> None:
    """The effective width of the flow out of a rod against a field solved by finite differences."""
    rods = [Rod(id=k, diameter_mm=4.0, level=k, inset_mm=2.0, y_to_mm=600) for k in ("top", "bottom")]  # type: ignore[arg-type]
    got = shear_stiffness(*rods, plate=32.0, root=160.0)
    # the member's own girth stands for a square of the same girth: side = pi d / 4
    field = _field_stiffness(160.0, 32.0, 24.0, np.pi, 3.0)
    level_formula = 3.0 * 160.0 * 24.0**2 / 24.0
    assert got == pytest.approx(field, rel=0.35)
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
