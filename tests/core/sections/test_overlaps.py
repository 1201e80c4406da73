"""Foam that is hurt twice in one place: what is left is the product of what each leaves, never below nothing."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.kinds.tube import Tube
from fletcher_core.kinds.wound import Share, Wound, Zone
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.conftest import make_airframe, make_scheme
from tests.core.repairs.made import damage, states
from tests.core.solving import sections_for

THICK, CHORD = 20.0, 200.0
PLATE = make_airframe(plate=THICK, root=CHORD)
#: (x from, x to, mm deep from the top, share of stiffness left)
Hurt = tuple[float, float, float | None, float]


def wound(k: int, hurt: Hurt) -> Wound:
    low, high, deep, left = hurt
    zone = Zone(x_from=low, x_to=high, face=1, depth_mm=deep, stiff=Share(times=left))
    return Wound(id=f"w{k}", damage=f"d{k}", y_from_mm=100.0, y_to_mm=300.0, zones=[zone])


def told(*hurts: Hurt) -> dict[str, float]:
    s = sections_for(PLATE, *(wound(k, hurt) for k, hurt in enumerate(hurts)))
    at = int(np.argmin(abs(s.layout.plan.y - 200.0)))
    p: Any = s.properties
    foam = float(s.values["core.E"][0])
    return {name: float(getattr(p, name)[0, at]) / foam for name in ("EA", "EIxx", "EIzz")}


def by_cells(*hurts: Hurt) -> dict[str, float]:
    """EA, EIxx and EIzz over E, added up from small cells of foam, each with what is left of it."""
    n, m = 1600, 800
    x = (np.arange(n) + 0.5) / n
    z = THICK * ((np.arange(m) + 0.5) / m - 0.5)
    E = np.ones((n, m))
    for low, high, deep, left in hurts:
        floor = -THICK if deep is None else 0.5 * THICK - deep
        inside = ((x >= low) & (x <= high))[:, None] & (z > floor)
        E = np.where(inside, E * left, E)
    dA = CHORD / n * THICK / m
    X, Z = np.meshgrid(x * CHORD, z, indexing="ij")
    EA = E.sum() * dA
    x0, z0 = (E * X).sum() * dA / EA, (E * Z).sum() * dA / EA
    return {
        "EA": EA, "EIxx": float((E * (Z - z0) ** 2).sum() * dA), "EIzz": float((E * (X - x0) ** 2).sum() * dA),
    }  # fmt: skip


@pytest.mark.parametrize(
    "hurts",
    [
        ((0.0, 1.0, None, 0.3), (0.0, 1.0, 4.0, 0.4)),
        ((0.0, 1.0, 4.0, 0.4), (0.0, 1.0, None, 0.3), (0.2, 0.6, 2.0, 0.5)),
        ((0.0, 1.0, None, 0.05), (0.25, 0.75, None, 0.05)),
        # two of one place
        ((0.0, 0.5, 8.0, 0.2), (0.0, 0.5, 8.0, 0.2)),
        # apart from each other
        ((0.0, 0.3, 5.0, 0.2), (0.5, 0.9, 8.0, 0.2)),
    ],
)
def test_one_in_the_other(hurts: tuple[Hurt, ...]) -> None:
    one, two = told(*hurts), by_cells(*hurts)
    for name, value in two.items():
        assert one[name] == pytest.approx(value, rel=0.01), name


hurt = st.tuples(
    st.floats(0.0, 0.45), st.floats(0.55, 1.0), st.one_of(st.none(), st.floats(1.0, 20.0)), st.floats(0.001, 1.0)
)


@settings(max_examples=60, deadline=None)
@given(one=hurt, two=hurt)
def test_any_two_leave_less_than_either_and_more_than_nothing(one: Hurt, two: Hurt) -> None:
    """What both take is right by its area; where two lie in each other in part, it counts as lying where the smaller
    one does."""
    both, first, second = told(one, two), told(one), told(two)
    assert both["EA"] <= min(first["EA"], second["EA"]) * (1 + 1e-9)
    assert both["EA"] == pytest.approx(by_cells(one, two)["EA"], rel=0.01)
    assert both["EIxx"] > 0
    assert both["EIzz"] > 0


@pytest.mark.parametrize("at", [196.0, 199.0, 203.0])
def test_a_dent_over_a_crack_is_not_pressed_there(at: float) -> None:
    """Foam that is parted bears nothing: only what lies beside the crack is crushed further."""
    hurts = [damage("crack", 200.0), damage("wrinkle", at)]
    tube = make_scheme(Tube(id="tube", outer_mm=6, inner_mm=4, material="carbon_roll_wrapped", y_to_mm=450))
    solved = states(PLATE, tube, hurts, stations=21)["broken"].solved
    parted = int(np.argmin(abs(solved.layout.plan.y - 200.0)))
    of_foam = [f for f in solved.findings if f.mode == "core_compression" and f.piece is not None]
    assert of_foam
    assert all(np.isinf(f.n[:, parted]).all() for f in of_foam)
    assert any(np.isfinite(f.n).any() for f in of_foam)
