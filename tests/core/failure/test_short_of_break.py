"""A stick that ends close behind parted foam, against statics by hand and the best that blocks of foam can do."""

from __future__ import annotations

import itertools

import numpy as np
import pytest
from fletcher_core.failure.modes.short_of_break import runs_past
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import linprog

from tests.core.repairs.made import damage, states
from tests.core.sweeps.test_places import PLATE, TUBE

#: where the tube ends, mm
ENDS = 450.0


def broken(at: float) -> tuple[float, str]:
    """Load factor that the part holds with its foam cracked through at a place, and the mode that ends it."""
    solved = states(PLATE, TUBE, [damage("crack", at)], (), 13)["broken"].solved
    run, k = np.unravel_index(int(solved.hold.argmin()), solved.hold.shape)
    return float(solved.hold[run, k]), solved.late[int(solved.last[run, k])].mode


def test_near_its_end_a_stick_bridges_less_and_less() -> None:
    places = np.arange(390.0, 456.0, 3.0)
    holds = [broken(float(at))[0] for at in places]
    assert holds[0] > 3.6
    assert holds[-1] < 0.2
    ends, mode = broken(430.0)
    assert mode == "short_of_break"
    assert 0.2 < ends < 0.5 * holds[0]
    # beyond its end, and just before it, it is the same: what the open crack itself stands
    assert broken(449.9)[0] == pytest.approx(broken(450.3)[0], rel=0.02)
    assert all(b < a * 1.02 or b < 0.2 for a, b in itertools.pairwise(holds)), holds


def test_by_hand() -> None:
    """Foam's plateau × 6 mm × e² / 4 against what the tube bends by, its push with it."""
    solved = states(PLATE, TUBE, [damage("crack", 430.0)], (), 13)["broken"].solved
    finding = next(f for f in solved.findings if f.mode == "short_of_break" and "moment" in f.formula)
    run = 0
    k = int(finding.n[run].argmin())
    e = ENDS - float(solved.layout.plan.y[k])
    # in what is parted nearly all that bends it is the tube's
    moment, push = abs(float(solved.forces.moment[run, k])), abs(float(solved.forces.shear[run, k]))
    crush = float(np.ravel(finding.allowable)[run])
    by_hand = 1 / (moment / (crush * 6 * e**2 / 4) + push / ((2**0.5 - 1) * crush * 6 * e))
    assert float(finding.n[run, k]) == pytest.approx(by_hand, rel=0.05)


@given(push=st.floats(0.0, 0.41))
@settings(max_examples=20, deadline=None)
def test_a_straight_line_lies_inside_what_blocks_can_hold(push: float) -> None:
    """The greatest moment of all pressures within ±1 over a length of 1 that hold a push, by linear programming."""
    n = 400
    x = (np.arange(n) + 0.5) / n
    best = linprog(-x / n, A_eq=[np.full(n, 1 / n)], b_eq=[push], bounds=[(-1.0, 1.0)] * n)
    other = linprog(x / n, A_eq=[np.full(n, 1 / n)], b_eq=[push], bounds=[(-1.0, 1.0)] * n)
    # about the end where it enters, in the way in which the push helps least
    least = min(abs(best.fun), abs(other.fun))
    assert 0.25 * (1 - push / (2**0.5 - 1)) <= least + 1e-3


def test_the_other_half_goes_on_beyond_the_root() -> None:
    row = type("Row", (), {"ends": (0.0, 100.0)})()
    assert runs_past(row, np.array([1.0, 60.0, 99.0])) == pytest.approx([99.0, 40.0, 1.0])
    # a body's nose is an end
    assert runs_past(row, np.array([1.0, 60.0]), held_at_root=False) == pytest.approx([1.0, 40.0])
    row.ends = (20.0, 100.0)
    assert runs_past(row, np.array([25.0, 60.0])) == pytest.approx([5.0, 40.0])
