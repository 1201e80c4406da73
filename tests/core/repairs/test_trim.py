"""What a set takes of the controls, against a vortex lattice that knows no strips."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
import pytest
from fletcher_core.geometry import Planform, planform
from fletcher_core.loads import lift_slope
from fletcher_core.model import Airframe, ControlSurface, Panel
from fletcher_core.repairs.trim import leans, needed, trims
from hypothesis import given
from hypothesis import strategies as st
from numpy.typing import NDArray

from .made import aircraft, damage, judged, mend, repair

Array = NDArray[np.float64]
SANDERLING, TURNSTONE, PLOVER, GODWIT = (aircraft(n) for n in ("sanderling", "turnstone", "plover", "godwit"))
DEEP = 8


def lattice(
    plan: Planform, incidence: Callable[[Array, Array], Array], cuts: list[float], across: int = 20
) -> tuple[float, float]:
    """(lift, rolling moment to the left) of both halves of a flat wing, per unit of what is common to all: horseshoe
    vortices at a quarter of each panel, no flow through it at three quarters.

    `incidence` : (share of the chord, y) -> radians of the panel to the air.
    """
    half = plan.half_span
    ys = np.unique(np.concatenate([half * np.sin(np.linspace(0, np.pi / 2, across + 1)), cuts]))
    edges = np.concatenate([-ys[::-1][:-1], ys])
    a, b = np.repeat(edges[:-1], DEEP), np.repeat(edges[1:], DEEP)
    k = np.tile(np.arange(DEEP), len(edges) - 1)

    def x(share: Array, y: Array) -> Array:
        chord, nose = plan.at(np.abs(y))
        return np.asarray(nose + share * chord)

    middle = (a + b) / 2
    xa, xb, xc = x((k + 0.25) / DEEP, a), x((k + 0.25) / DEEP, b), x((k + 0.75) / DEEP, middle)
    xa_, ya, xb_, yb = xc[:, None] - xa, middle[:, None] - a, xc[:, None] - xb, middle[:, None] - b
    ra, rb = np.hypot(xa_, ya), np.hypot(xb_, yb)
    along = ((xb - xa) * xa_ + (b - a) * ya) / ra - ((xb - xa) * xb_ + (b - a) * yb) / rb
    down = along / (xa_ * yb - xb_ * ya) - (1 + xa_ / ra) / ya + (1 + xb_ / rb) / yb
    strength = np.linalg.solve(down / (4 * np.pi), -incidence((k + 0.5) / DEEP, middle)) * (b - a)
    return float(strength.sum()), float((strength * middle).sum())


def by_lattice(plan: Planform, surface: ControlSurface, start: float) -> float:
    """Degrees of both ailerons for a degree of twist of the right half beyond a place."""
    cuts = [start, surface.y_from_mm, surface.y_to_mm]

    def turned(share: Array, y: Array) -> Array:
        there = (np.abs(y) > surface.y_from_mm) & (np.abs(y) < surface.y_to_mm) & (share > 1 - surface.chord_share)
        return np.where(there, np.sign(y), 0.0)

    twisted = lattice(plan, lambda share, y: np.where(y > start, 1.0, 0.0), cuts)[1]
    return twisted / lattice(plan, turned, cuts)[1]


def quarter(airframe: Airframe) -> ControlSurface:
    """Its aileron, as deep as two of the lattice's eight rows."""
    aileron = airframe.wing.aileron
    assert aileron is not None
    return aileron.model_copy(update={"chord_share": 0.25})


def test_the_lattice_is_one() -> None:
    """Its lift slope is that of the textbook; flat, it rolls nowhere."""
    plan = planform(SANDERLING.airframe.wing)
    lift, roll = lattice(plan, lambda share, y: np.ones_like(y), [])
    # 2 Γ b / (V S) summed: both halves have twice the half's area
    assert 2 * lift / (2 * plan.half_area) == pytest.approx(lift_slope(plan), rel=0.05)
    assert roll == pytest.approx(0.0, abs=1e-6 * lift * plan.half_span)


def test_on_an_elliptic_wing_strips_and_lifting_line_agree_exactly() -> None:
    """Of lifting line with an elliptic chord each term stands alone, A_n (1 + n mu) = mu times that of incidence, and
    the rolling moment is the second (Glauert 1926). One half twisted by theta has 4 theta / 3 pi of it, a roll that
    adds alpha y / s has alpha / 2: it rolls until alpha is 8 theta / 3 pi, whatever mu is."""
    half = 600.0
    ys = half * np.sin(np.linspace(0, np.pi / 2, 7))
    chords = np.maximum(200.0 * np.sqrt(np.clip(1 - (ys / half) ** 2, 0, 1)), 20.0)
    panels = [
        Panel(span_mm=b - a, root_chord_mm=one, tip_chord_mm=two, sweep_mm=0.25 * (one - two))
        for a, b, one, two in zip(ys[:-1], ys[1:], chords[:-1], chords[1:], strict=True)
    ]
    plan = planform(SANDERLING.airframe.wing.model_copy(update={"panels": panels, "aileron": None, "flap": None}))
    assert leans(plan, 0.0) == pytest.approx(1e4 * 8 / (3 * np.pi) / half, rel=0.015)
    # and the lattice has the lift slope of the ellipse, 2 pi / (1 + 2 / A) (Prandtl 1918)
    lift, _ = lattice(plan, lambda share, y: np.ones_like(y), [])
    span_ratio = (2 * half) ** 2 / (2 * plan.half_area)
    assert lift / plan.half_area == pytest.approx(2 * np.pi / (1 + 2 / span_ratio), rel=0.06)


@pytest.mark.parametrize("out", [0.0, 0.3, 0.6])
def test_ailerons_for_a_twist(out: float) -> None:
    """A slender wing to a tenth; a short one is asked for up to four tenths too much, never for too little."""
    for airframe, over in ((SANDERLING.airframe, 0.10), (PLOVER.airframe, 0.40)):
        plan, aileron = planform(airframe.wing), quarter(airframe)
        exact = by_lattice(plan, aileron, out * plan.half_span)
        assert 0.96 * exact < needed(plan, aileron, out * plan.half_span, 0.5, True) < (1 + over) * exact


def test_a_wing_without_ailerons_leans_by_its_damping() -> None:
    for file in (TURNSTONE, GODWIT):
        plan = planform(file.airframe.wing)
        for out in (0.0, 0.3, 0.6):
            start = out * plan.half_span
            twisted = lattice(plan, lambda share, y, at=start: np.where(y > at, 1.0, 0.0), [start])[1]  # type: ignore[misc]
            damped = lattice(plan, lambda share, y: y, [])[1]  # a rad/mm of roll: y more of incidence on each strip
            assert leans(plan, start) == pytest.approx(1e4 * twisted / damped, rel=0.12)


def test_an_elevator_for_a_turned_half() -> None:
    """Of its lift alone, by the same lattice."""
    tail = SANDERLING.airframe.parts.tailplane
    assert tail is not None
    assert tail.elevator is not None
    plan, elevator = planform(tail), tail.elevator.model_copy(update={"chord_share": 0.375})
    cuts = [elevator.y_from_mm, min(elevator.y_to_mm, plan.half_span)]

    def turned(share: Array, y: Array) -> Array:
        return np.where((np.abs(y) > cuts[0]) & (np.abs(y) < cuts[1]) & (share > 1 - 0.375), 1.0, 0.0)

    start = 0.2 * plan.half_span
    twisted = lattice(plan, lambda share, y: np.where(y > start, 1.0, 0.0), [*cuts, start])[0]
    exact = twisted / lattice(plan, turned, [*cuts, start])[0]
    assert needed(plan, elevator, start, 0.5, False) == pytest.approx(exact, rel=0.15)


@given(st.floats(-8, 8), st.floats(0, 600))
def test_both_halves_alike_ask_for_nothing(twist: float, at: float) -> None:
    both = [damage("set", at, side=side, id=side, bent_deg=0.0, twisted_deg=twist) for side in ("left", "right")]
    told = trims(SANDERLING.airframe, both, [])
    if twist:
        assert told[0].needs_deg is not None
        assert told[0].needs_deg.value == pytest.approx(0.0, abs=1e-9)
        assert told[0].needs_deg.high > 0  # either may be off by itself
        (one,) = trims(SANDERLING.airframe, both[:1], [])
        assert one.needs_deg is not None
        assert one.needs_deg.low <= one.needs_deg.value <= one.needs_deg.high
    else:
        assert told == []


def test_more_twist_and_further_in_ask_for_more_and_drawn_straight_for_less() -> None:
    def asked(at: float, twist: float, *more: str) -> float:
        hurt = damage("set", at, bent_deg=0.0, twisted_deg=twist)
        (told,) = trims(SANDERLING.airframe, [hurt], [mend(kind, hurt) for kind in more])
        assert told.needs_deg is not None
        return told.needs_deg.value

    assert asked(100, 2) > asked(300, 2) > asked(500, 2) > 0
    assert asked(100, 4) == pytest.approx(2 * asked(100, 2))
    assert asked(100, -2) == pytest.approx(asked(100, 2))
    # three quarters of a set stay out
    assert asked(100, 4, "straighten") == pytest.approx(0.25 * asked(100, 4))


def test_a_little_is_trimmed_out_and_much_keeps_it_on_the_ground() -> None:
    def told(degrees: float, *more: str) -> tuple[str, bool, str]:
        hurt = damage("set", 300.0, bent_deg=0.0, twisted_deg=degrees)
        verdict = judged(PLOVER, repair([hurt], [mend(k, hurt) for k in more]), spread=False, apart=False)
        # a set hides what it broke: no share of the strength is told
        assert "changes none of these figures" in verdict.parts[0].says
        assert "As good as it was" not in verdict.sentence or more
        return verdict.go, verdict.trim[0].much, " ".join(verdict.why)

    go, much, why = told(1.5)
    assert (go, much) == ("gently", False)
    assert "flex it and listen" in why
    assert "of aileron" in why
    go, much, why = told(9.0)
    assert (go, much) == ("no", True)
    assert "of aileron" in why
    assert "draw it straight first" in why
    assert told(9.0, "straighten")[0] == "go"


@pytest.mark.parametrize(
    ("where", "says"),
    [
        ({"on": "wing", "at": 200.0, "bent_deg": 4.0}, "It takes no aileron that is felt"),
        ({"on": "wing", "at": 200.0, "bent_deg": 30.0}, "no set any more but a fold"),
        ({"on": "fin", "at": 20.0, "bent_deg": 0.0, "twisted_deg": 3.0}, "of rudder"),
        ({"on": "body", "at": 700.0, "bent_deg": 2.0}, "If it is bent up or down, it takes"),
        ({"on": "body", "at": 700.0, "bent_deg": 2.0}, "If it is bent sideways, it takes"),
        ({"on": "body", "at": 700.0, "bent_deg": 0.0, "twisted_deg": 3.0}, "The tail leans by 3.0°"),
        ({"on": "body", "at": 10.0, "bent_deg": 2.0}, "a shim under the motor's mount"),
        ({"on": "body", "at": 10.0, "bent_deg": 6.0}, "the motor pulls it aside"),
    ],
)
def test_each_part_by_what_answers_it(where: dict[str, object], says: str) -> None:
    file = PLOVER if where["on"] == "wing" else SANDERLING
    assert any(says in t.says for t in trims(file.airframe, [damage("set", **where)], []))


def test_what_nothing_answers_is_drawn_straight() -> None:
    tail = SANDERLING.airframe.parts.tailplane
    assert tail is not None
    assert tail.elevator is not None
    half = tail.half_span_mm
    sliver = tail.elevator.model_copy(update={"y_from_mm": half - 0.2, "y_to_mm": half + 0.4})
    for elevator in (None, sliver):
        parts = SANDERLING.airframe.parts.model_copy(
            update={"tailplane": tail.model_copy(update={"elevator": elevator})}
        )
        bare = SANDERLING.airframe.model_copy(update={"parts": parts})
        (told,) = trims(bare, [damage("set", 50.0, on="tailplane", bent_deg=0.0, twisted_deg=2.0)], [])
        assert told.much
        assert told.surface is None
        assert "draw it straight first" in told.says
