"""First sign and end are those of the median of builds: half come sooner, half later."""

from __future__ import annotations

import numpy as np
import pytest
from fletcher_core.analysis import uncertainty
from fletcher_core.analysis.estimate import estimate_of, middle_of, percentiles
from fletcher_core.analysis.evaluation import compute
from fletcher_core.report.judgement import Margins
from fletcher_core.verdicts import evaluate

from tests.core.repairs.made import aircraft

#: of which several things may come first, and one of which none does
SCHEMES = [("turnstone", "rod-pair"), ("sanderling", "web-caps"), ("godwit", "tailplane-strips"), ("turnstone", "tube")]


def scheme_of(name: str, scheme: str):  # type: ignore[no-untyped-def]
    file = aircraft(name)
    return file, next(s for s in file.schemes if s.id == scheme)


@pytest.mark.parametrize(("name", "which"), SCHEMES)
def test_half_of_many_builds_come_below_the_headline(name: str, which: str, monkeypatch: pytest.MonkeyPatch) -> None:
    """Against 8 seeds of 128 builds, which the answer has not seen."""
    file, scheme = scheme_of(name, which)
    v = evaluate(file.airframe, scheme, ledger=False, others=file.beside(scheme.part))
    usual = compute(file.airframe, scheme, 61, False, False, file.beside(scheme.part)).solved
    first, end = [], []
    for seed in range(8):
        monkeypatch.setattr(uncertainty, "SEED", seed)
        uncertainty.normals.cache_clear()
        a = compute(file.airframe, scheme, 61, False, True, file.beside(scheme.part))
        first.append(a.drawn.n.min(axis=1)[1:] / a.drawn.n[0].min() * usual.break_at(0)[0])
        end.append(a.drawn.hold.min(axis=1)[1:] / a.drawn.hold[0].min() * usual.holds_to(0)[0])
    uncertainty.normals.cache_clear()
    assert np.mean(np.array(first) < v.breaks.n.value) == pytest.approx(0.5, abs=0.06)
    assert np.mean(np.array(end) < v.holds.n.value) == pytest.approx(0.5, abs=0.06)


@pytest.mark.parametrize(("name", "which"), SCHEMES)
def test_all_that_is_told_of_a_part_agrees_with_its_headline(name: str, which: str) -> None:
    file, scheme = scheme_of(name, which)
    others = file.beside(scheme.part)
    v = evaluate(file.airframe, scheme, others=others)
    assert v.modes[0].n == pytest.approx(v.breaks.n.value)
    assert v.cases[0].n == pytest.approx(v.breaks.n.value)
    assert v.cases[0].hold_n == pytest.approx(v.holds.n.value)
    assert v.holds.n.value >= v.breaks.n.value * (1 - 1e-9)
    assert v.breaks.n.low <= v.breaks.n.value <= v.breaks.n.high
    # a quick answer that is told what the last whole one found does not leap when it rests
    quick = evaluate(file.airframe, scheme, ledger=False, spread=False, others=others, middle=v.middle)
    assert quick.breaks.n.value == pytest.approx(v.breaks.n.value)
    assert quick.judged.reserve == pytest.approx(v.judged.reserve)
    # the bare part is told as it is by itself
    bare = evaluate(file.airframe, scheme.model_copy(update={"pieces": []}), spread=False, ledger=False, others=others)
    assert v.bare.n == pytest.approx(bare.breaks.n.value, rel=2e-3)
    assert v.bare.bend_mm == pytest.approx(abs(bare.tip_bend_mm.value), rel=2e-3) or v.bends_in != bare.bends_in
    # and the build in which every figure is typical is still known, for what compares two states
    a = compute(file.airframe, scheme, 61, False, True, others)
    plain = compute(file.airframe, scheme, 61, False, False, others)
    assert Margins.typical(a).hold.min() == pytest.approx(Margins.typical(plain).hold.min())


def test_the_least_of_many_alike_lies_below_any_of_them() -> None:
    """Twelve glue lines of one kind, in closed form: half of the least of n lie below F^-1(1 - 0.5^(1/n))."""
    rng = np.random.default_rng(3)
    each = np.exp(0.25 * rng.standard_normal((40_000, 12)))
    draws = np.concatenate([[1.0], each.min(axis=1)])
    from scipy.special import ndtri

    expected = float(np.exp(0.25 * ndtri(1 - 0.5 ** (1 / 12))))
    assert middle_of(1.0, draws) == pytest.approx(expected, rel=0.01)
    # of one alone the median is the typical
    assert middle_of(3.0, np.concatenate([[3.0], 3.0 * each[:, 0]])) == pytest.approx(1.0, rel=0.01)


def test_what_says_nothing_of_the_middle_leaves_it_alone() -> None:
    assert middle_of(5.0, np.array([5.0])) == 1.0
    # the draws' own typical goes on where the figure's ends it
    assert middle_of(5.0, np.array([20.0, 19.0, 21.0, 22.0])) == 1.0
    assert middle_of(0.0, np.array([0.0, 0.0, 0.0])) == 1.0
    # builds that mostly stand nothing, and such as stand anything
    assert middle_of(2.0, np.array([2.0, 0.0, 0.0, 0.0, 2.0])) == pytest.approx(0.001, abs=0.2)
    assert middle_of(2.0, np.array([2.0, np.inf, np.inf, 2.0])) == 1.0
    below = np.concatenate([[-1.0], -np.exp(0.2 * np.random.default_rng(1).standard_normal(2000))])
    assert percentiles(below[1:], (0.1, 0.5, 0.9)) == pytest.approx(np.percentile(below[1:], [10, 50, 90]), rel=0.03)
    assert estimate_of(-1.0, below).low < -1 < estimate_of(-1.0, below).high
