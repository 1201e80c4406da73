"""What a tapering part hands over along its length: the slope of a force, not V ES / EI alone."""

from __future__ import annotations

from types import SimpleNamespace
from typing import Any, cast

import numpy as np
import pytest
from fletcher_core.failure.state import slope_along
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin

from tests.conftest import make_airframe
from tests.core.solving import bent, finding, loaded

RODS = [Rod(id=level, diameter_mm=2.0, level=level, y_to_mm=600.0) for level in ("top", "bottom")]


def test_two_caps_that_close_in() -> None:
    """P = M / h, so q = V / h - M h' / h^2 (Bruhn 1973, ch. A15): rods in foam next to nothing, by hand at mid-span."""
    body = make_airframe(root=240.0, tip=120.0, foam="epp20", code="0012")
    wing, result = loaded(body, *RODS), bent(body, *RODS)
    y, members = wing.layout.plan.y, wing.layout.section.members
    h = members.z[0] - members.z[1]
    k = int(np.argmin(np.abs(y - 300.0)))
    slope = (h[k + 1] - h[k - 1]) / (y[k + 1] - y[k - 1])
    V, M = wing.forces.shear[0, k], wing.forces.moment[0, k]
    straight, tapered = V / h[k], V / h[k] + M * slope / h[k] ** 2
    # of that, what the rods carry and the foam does not, and by how much their own depth counts
    EA = wing.materials.member_E[0, 0] * wing.materials.gamma[0, 0] * members.area[0, k]
    share = EA * 0.5 * h[k] ** 2 / wing.properties.EIxx[0, k]
    assert 0.85 < share < 1.0
    flow = finding(result, "bond_shear").applied[0, k] * wing.layout.bond_width[0, k]
    assert slope < 0
    assert tapered < 0.85 * straight
    assert flow == pytest.approx(tapered * share, rel=0.03)


def test_without_taper_it_is_the_common_formula() -> None:
    body = make_airframe(plate=20.0)
    wing, result = loaded(body, *RODS), bent(body, *RODS)
    EA = wing.materials.member_E[0, 0] * wing.materials.gamma[0, 0] * wing.layout.section.members.area[0, 0]
    flow = wing.forces.shear[0] * EA * 9.0 / wing.properties.EIxx[0]
    got = finding(result, "bond_shear").applied[0] * wing.layout.bond_width[0]
    assert got[:-2] == pytest.approx(flow[:-2], rel=1e-6)


def test_the_force_that_is_handed_over_adds_up_to_the_force_itself() -> None:
    """Summed from the tip, the flow of a skin is its pull at the root, however it tapers."""
    body = make_airframe(root=240.0, tip=100.0, code="0012")
    film = Skin(id="f", y_to_mm=600.0)
    wing = loaded(body, film)
    share = 85.0 * 2.0 / wing.properties.EIxx * np.linspace(12.0, 5.0, len(wing.layout.plan.y))
    y = wing.layout.plan.y
    whole = np.trapezoid(wing.handed_over(share)[0], y)
    assert whole == pytest.approx(share[0, 0] * wing.forces.moment[0, 0], rel=0.04)


def test_a_slope_does_not_see_a_step() -> None:
    y = np.array([0.0, 10.0, 20.0, 20.002, 30.0, 40.0])
    values = np.array([[0.0, 1.0, 2.0, 7.0, 9.0, 11.0]])
    straight, swept = (cast(Any, SimpleNamespace(y=y, s=y * times)) for times in (1.0, 2.5))
    slopes = [0.1, 0.1, 0.1, 0.2, 0.2, 0.2]
    assert slope_along(straight, values)[0] == pytest.approx(slopes, rel=1e-3)
    # however far apart sweep draws both stations of one place
    assert slope_along(swept, values)[0] == pytest.approx([slope / 2.5 for slope in slopes], rel=1e-3)
