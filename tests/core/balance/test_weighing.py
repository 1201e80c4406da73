"""Weighings: the habit by hand and by brute force, forecasts that narrow, and what was weighed counts as it is."""

from __future__ import annotations

import itertools
import math
from typing import Any

import numpy as np
import pytest
from fletcher_core.analysis.uncertainty import Z90
from fletcher_core.balance import balance, masses
from fletcher_core.balance.masses import PlacedMass
from fletcher_core.balance.weighing import (
    PRIOR,
    Forecast,
    Weighed,
    counts,
    forecast,
    habit,
    odd,
    over_time,
    with_weighings,
)
from hypothesis import given, settings
from hypothesis import strategies as st

from .test_balance import aircraft, gear, schemes

PARTS = [
    PlacedMass("Wing", "wing", 200.0, 90.0, 0.0, sd_g=10.0), PlacedMass("Body", "body", 100.0, 200.0, 0.0, sd_g=5.0),
    PlacedMass("Tailplane", "tailplane", 20.0, 600.0, 0.0, sd_g=1.0),
    PlacedMass("battery", "gear", 105.0, -100.0, 0.0, sd_g=2.5, id="b"),
]  # fmt: skip


def told_of(done: list[Weighed], promise: float) -> Forecast:
    return forecast(with_weighings(PARTS, done), promise)


def weighed(of: str, grams: float, planned: float, sd: float, **more: Any) -> Weighed:
    return Weighed(of=of, grams=grams, planned_g=planned, planned_sd=sd, **more)


def test_the_habit_by_hand() -> None:
    """Prior 0 ± 8 %; one part 6 % heavy whose plan is sure to 5 %: precisions add, the mean lies between by them."""
    own = habit([weighed("wing", 212.0, 200.0, 10.0, step_g=0.0)])
    luck = 0.05
    precision = 1 / PRIOR**2 + 1 / luck**2
    assert own.mean == pytest.approx(math.log(1.06) / luck**2 / precision, rel=1e-9)
    assert own.sd == pytest.approx(precision**-0.5, rel=1e-9)
    assert habit([]).mean == 0.0
    assert habit([]).sd == PRIOR


@settings(max_examples=20, deadline=None)
@given(ratios=st.lists(st.floats(0.85, 1.2), min_size=1, max_size=4))
def test_the_habit_is_what_bayes_says(ratios: list[float]) -> None:
    """Prior times likelihood on a fine grid, by nothing of ours."""
    of = [weighed(f"p{k}", 100.0 * r, 100.0, 4.0, step_g=0.0) for k, r in enumerate(ratios)]
    h = np.linspace(-0.6, 0.6, 24001)
    log = -0.5 * (h / PRIOR) ** 2 + sum(-0.5 * ((math.log(r) - h) / 0.04) ** 2 for r in ratios)
    p = np.exp(log - log.max())
    p /= np.trapezoid(p, h)
    mean = float(np.trapezoid(h * p, h))
    own = habit(of)
    assert own.mean == pytest.approx(mean, abs=1e-6)
    assert own.sd == pytest.approx(float(np.trapezoid((h - mean) ** 2 * p, h)) ** 0.5, rel=1e-4)


def test_a_forecast_is_that_of_many_builders() -> None:
    """Drawn by brute force: a habit from what the first part told, each other part with its own luck."""
    done = [weighed("wing", 216.0, 200.0, 10.0)]
    told = told_of(done, 450.0)
    own = habit(done)
    r = np.random.default_rng(3)
    n = 200_000
    h = r.normal(own.mean, own.sd, n)
    total = r.uniform(215.5, 216.5, n) + r.normal(105.0, 2.5, n)
    for m in PARTS[1:3]:
        total = total + (m.grams + r.normal(0, m.sd_g, n)) * np.exp(h)
    assert told.grams == pytest.approx(float(np.median(total)), rel=2e-3)
    low, high = np.percentile(total, [10, 90])
    assert (told.low, told.high) == pytest.approx((low, high), rel=5e-3)
    assert told.chance == pytest.approx(float((total <= 450.0).mean()), abs=0.02)


def test_weighing_narrows_and_a_weighed_part_is_what_it_weighs() -> None:
    done = [weighed("wing", 200.0, 200.0, 10.0), weighed("body", 100.0, 100.0, 5.0), weighed("b", 104.0, 105.0, 2.5)]
    curve = over_time(PARTS, done, 440.0)
    spread = [f.high - f.low for f in curve]
    assert all(b < a for a, b in itertools.pairwise(spread))
    assert curve[-1].weighed_g == pytest.approx(404.0)
    now = with_weighings(PARTS, done)
    assert {m.name: m.grams for m in now.masses}["battery"] == 104.0
    (left,) = now.follows
    assert left.grams == pytest.approx(20.0 * math.exp(habit(done[:2]).mean), rel=1e-9)
    # gear tells nothing of a builder's hand
    assert habit(done[:2]).mean == now.habit.mean


def test_a_part_that_is_weighed_again_counts_once() -> None:
    twice = [weighed("wing", 230.0, 200.0, 10.0), weighed("wing", 204.0, 200.0, 10.0)]
    assert told_of(twice, 440.0) == told_of(twice[1:], 440.0)
    assert told_of([], 440.0).habit.known == 0


def test_heavy_so_far_means_heavy_to_the_end() -> None:
    plain, heavy = told_of([], 430.0), told_of([weighed("wing", 212.0, 200.0, 4.0)], 430.0)
    assert heavy.grams > plain.grams + 12.0
    assert heavy.chance < plain.chance
    assert heavy.habit.share > 0.03


def test_balance_uses_what_was_weighed() -> None:
    airframe = aircraft(gear())
    of = {m.of: m for m in masses(airframe, schemes(airframe), 60.0)}
    plain = balance(airframe, schemes(airframe))
    tail = of["tailplane"]
    more = 0.2 * tail.grams
    done = [weighed("tailplane", tail.grams + more, tail.grams, tail.sd_g)]
    told = balance(airframe, schemes(airframe), weighed=done)
    item = next(i for i in told.items if i.of == "tailplane")
    assert item.grams.value == pytest.approx(tail.grams + more)
    assert item.weighed
    assert (item.grams.high - item.grams.value) / Z90 == pytest.approx(1 / math.sqrt(12))
    assert told.x_mm.value > plain.x_mm.value
    assert told.chance < 1.0 or told.total_g.high < told.promise_g
    # moments about its balance point still sum to zero
    assert abs(sum(i.grams.value * (i.x_mm - told.x_mm.value) for i in told.items)) < 1e-6
    assert len(told.curve) == 2
    assert told.habit_share > 0


def test_a_mistyped_weighing_does_not_move_the_others() -> None:
    """735 g typed for 73.5 g: it counts for itself, is asked about, and the habit stays what it was."""
    right, slip = weighed("fin", 21.0, 20.0, 1.0), weighed("wing", 2000.0, 200.0, 4.0)
    assert habit([right, slip]).mean == pytest.approx(habit([right]).mean)
    assert [one.of for one in odd([right, slip])] == ["wing"]
    airframe = aircraft(gear())
    told = balance(airframe, schemes(airframe), weighed=[slip])
    assert told.habit_share == 0
    assert any("is that the right number" in c for c in told.cautions)


def test_what_counts_for_the_habit_fades_out() -> None:
    """Up to half as heavy again in full, from twice not at all, and no step between."""
    ratios = np.linspace(1.0, 2.2, 241)
    weights = np.array([counts(weighed("wing", 200.0 * r, 200.0, 4.0)) for r in ratios])
    assert np.all(weights[ratios <= 1.5] == pytest.approx(1))
    assert np.all(weights[ratios >= 2.0] == 0)
    assert np.abs(np.diff(weights)).max() < 0.02
    assert counts(weighed("wing", 90.0, 200.0, 4.0)) == 0


def test_advice_never_aims_behind_the_aft_limit() -> None:
    """A target behind the range is moved into it: no ballast, slide or nose may lower the margin below the least."""
    airframe = aircraft(gear())
    wants = airframe.balancing
    for wish in np.linspace(0.05, 0.6, 12):
        far = airframe.model_copy(update={"balance_at": float(wish)})
        told = balance(far, schemes(far))
        assert told.front_mm - 1e-9 <= told.aim_mm <= told.aft_mm + 1e-9
        assert told.neutral_share.value - told.aim_share >= wants.margin_least - 1e-9
        assert any("is aimed at instead" in c for c in told.cautions) == (
            not told.front_share <= wish <= told.aft_share
        )
