"""Draws: the catalogue's percentiles, the same every time, and what they do to an answer."""

from __future__ import annotations

import json
from pathlib import Path

import numpy as np
import pytest
from fletcher_core.analysis import points, uncertainty
from fletcher_core.analysis.estimate import estimate_of, tenth_and_ninetieth
from fletcher_core.analysis.evaluation import compute
from fletcher_core.analysis.sensitivity import figure_label
from fletcher_core.analysis.uncertainty import SAMPLES, TOGETHER, normals, sample, typical
from fletcher_core.catalogue import Spread
from fletcher_core.failure import method_errors
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.tube import Tube
from fletcher_core.model import AirframeFile
from fletcher_core.sections.contract import in_proportion
from fletcher_core.sections.filled import shear, torsion
from fletcher_core.verdicts import evaluate
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import qmc

from tests.conftest import make_airframe, make_scheme

TABLE = {"a": Spread(1.0, 2.0, 6.0), "b": Spread(9.0, 10.0, 11.0), "c": Spread(5.0, 5.0, 5.0)}


def test_percentiles_are_those_of_the_catalogue() -> None:
    draws = sample(TABLE)
    for name, spread in TABLE.items():
        low, mid, high = np.percentile(draws[name], [10, 50, 90])
        assert low == pytest.approx(spread.low, rel=0.06)
        assert mid == pytest.approx(spread.typical, rel=0.06)
        assert high == pytest.approx(spread.high, rel=0.06)
        assert len(draws[name]) == SAMPLES


def test_draws_are_the_same_every_time_and_do_not_hang_together() -> None:
    one, other = sample(TABLE), sample(dict(reversed(TABLE.items())))
    for name in TABLE:
        assert np.array_equal(one[name], other[name])
    assert abs(np.corrcoef(one["a"], one["b"])[0, 1]) < 0.3


def test_figures_of_one_material_hang_together_and_those_of_two_do_not() -> None:
    names = (
        "core.E",
        "core.shear",
        "core.tension",
        "method.core_shear",
        "method.notch",
        "skin.film.Et",
        "skin.film.bears",
    )
    r = np.corrcoef(normals(names).T)
    for i, j in ((0, 1), (0, 2), (1, 2)):
        assert r[i, j] == pytest.approx(TOGETHER, abs=0.15)
    for i, j in ((0, 3), (3, 4), (0, 5), (5, 6), (4, 5)):
        assert abs(r[i, j]) < 0.25


@pytest.mark.parametrize("skew", [0.0, 0.12])
def test_ends_of_the_spread_are_those_of_many_draws(skew: float) -> None:
    """Against the percentiles of a million draws, over many small samples: little bias, and less jitter."""
    r = np.random.default_rng(3)

    def draw(count: int) -> np.ndarray:
        z = r.normal(size=count)
        return np.asarray(10 * np.exp(0.2 * z + skew * 0.2 * (z**2 - 1)))

    truth = np.percentile(draw(1_000_000), [10, 90])
    some = [draw(SAMPLES) for _ in range(400)]
    ours = np.array([tenth_and_ninetieth(s) for s in some])
    plain = np.array([np.percentile(s, [10, 90]) for s in some])
    assert ours.mean(axis=0) == pytest.approx(truth, rel=0.02)
    assert np.all(ours.std(axis=0) < 0.95 * plain.std(axis=0))


def test_a_figure_that_is_capped_keeps_its_percentiles() -> None:
    draws = np.r_[np.linspace(10, 20, 50), np.full(14, 900.0)]
    assert tenth_and_ninetieth(draws) == pytest.approx(np.percentile(draws, [10, 90]), rel=0.02)
    assert tenth_and_ninetieth(np.full(8, 3.0)) == pytest.approx([3.0, 3.0])
    mixed = np.linspace(-1, 1, 64)
    assert tenth_and_ninetieth(mixed) == pytest.approx([-0.75, 0.75], abs=0.06)


def test_every_mode_has_an_error_of_its_own_and_a_name_for_it() -> None:
    for name, spread in method_errors().items():
        assert spread.low < 1 < spread.high
        assert figure_label(name).startswith("how well the model knows: when")


def test_draws_have_the_means_and_covariances_that_they_should_have() -> None:
    """So that what answers take from them in a straight line is the same for every seed."""
    names = tuple(f"{material}.{figure}" for material in ("core", "skin.film", "glue.one") for figure in "EGt")
    z = normals(names)
    assert z.mean(axis=0) == pytest.approx(np.zeros(9), abs=1e-12)
    wanted = np.kron(np.eye(3), TOGETHER + (1 - TOGETHER) * np.eye(3))
    assert z.T @ z / SAMPLES == pytest.approx(wanted, abs=1e-9)
    # of more figures than that only their own
    many = normals(tuple(f"core{k}.E" for k in range(SAMPLES)))
    assert many.std(axis=0) == pytest.approx(np.ones(SAMPLES))


def test_a_straight_sum_of_figures_hardly_hangs_on_the_seed(monkeypatch: pytest.MonkeyPatch) -> None:
    """Against the closed form, a normal distribution; plain points of the sequence move by several times as much."""
    names = tuple(f"m{k}.E" for k in range(30))
    weights = np.linspace(0.2, 1.0, 30) / np.linalg.norm(np.linspace(0.2, 1.0, 30))
    ends = []
    for seed in range(12):
        monkeypatch.setattr(uncertainty, "SEED", seed)
        normals.cache_clear()
        ends.append(tenth_and_ninetieth(np.exp(0.2 * normals(names) @ weights)))
    normals.cache_clear()
    assert np.array(ends).mean(axis=0) == pytest.approx(np.exp([-0.2 * 1.2816, 0.2 * 1.2816]), rel=0.005)
    assert np.all(np.array(ends).std(axis=0) < 0.01)


def test_typical_values_for_every_variant() -> None:
    values = typical(TABLE, 3)
    assert values["a"].tolist() == [2.0, 2.0, 2.0]


def test_no_figures_no_draws() -> None:
    assert sample({}) == {}


def test_the_spread_of_an_answer_holds_its_typical_and_is_wide_where_foam_decides() -> None:
    tube = Tube(id="t", outer_mm=8, inner_mm=6, y_to_mm=600)
    foam_breaks = evaluate(make_airframe(foam="eps15"), make_scheme()).breaks
    assert foam_breaks.n.high / foam_breaks.n.low > 1.3
    for scheme in (make_scheme(), make_scheme(tube), make_scheme(tube, Skin(id="s", y_to_mm=600))):
        v = evaluate(make_airframe(), scheme)
        for figure in (v.breaks.n, v.holds.n, v.tip_bend_mm, v.twist_deg, v.mass.part_g, v.mass.remains_g):
            assert figure.low <= figure.value <= figure.high
        assert v.breaks.reserve.low == pytest.approx(v.breaks.n.low / v.limit_n)


def test_the_spread_hardly_depends_on_how_many_stations_the_answer_has() -> None:
    scheme = make_scheme(Tube(id="t", outer_mm=8, inner_mm=6, y_to_mm=450), Skin(id="s", y_to_mm=600))
    few, many = (evaluate(make_airframe(), scheme, stations=n) for n in (61, 181))
    for name in ("tip_bend_mm", "twist_deg"):
        a, b = getattr(few, name), getattr(many, name)
        assert a.low == pytest.approx(b.low, rel=0.03)
        assert a.high == pytest.approx(b.high, rel=0.03)
    assert few.breaks.n.low == pytest.approx(many.breaks.n.low, rel=0.03)


def test_builds_that_stand_nothing_make_no_wild_range() -> None:
    """A sixth of the builds at next to nothing, the rest near 5: the range ends where the draws do."""
    draws = np.concatenate([np.full(22, 1e-9) * np.arange(1, 23), np.random.default_rng(1).normal(5.0, 1.0, 106)])
    low, high = tenth_and_ninetieth(draws)
    assert low < 0.05
    assert 5.0 < high < draws.max()


@pytest.mark.parametrize("name", ["sanderling", "dunlin"])
def test_no_build_of_the_demo_stands_next_to_nothing(name: str) -> None:
    """What is known of draws at a few stations is carried along the span: where there is next to nothing of it too."""
    file = AirframeFile.model_validate(json.loads(Path(f"demo/{name}.json").read_text(encoding="utf-8")))
    for scheme in file.schemes:
        a = compute(file.airframe, scheme, 61, False, True, file.beside(scheme.part))
        first = a.drawn.n.min(axis=1)
        # a seam of soft foam, by a method that errs, has a draw of 2.4 standard deviations at a sixth
        assert first.min() > 0.15 * first[0], scheme.name


def test_in_proportion_where_there_is_nothing() -> None:
    own = np.array([[1.0, 2.0, 1e-12, 4.0]])
    few, weights = np.array([0, 2, 3]), np.eye(4)[[0, 2, 3]] + np.array([[0, 0.5, 0, 0], [0, 0.5, 0, 0], [0, 0, 0, 0]])
    # the first is what `own` is, as a coarser grid has it: a tenth too high
    theirs = np.array([[1.1, 3.0, 4.4], [2.2, 1.0, 8.8]])
    got = in_proportion(own, theirs, few, weights)
    assert got[0] == pytest.approx(own[0])
    assert got[1] == pytest.approx([2.0, 4.0, 2e-12, 8.0])


@pytest.mark.parametrize("figures", [1, 37, points.KEPT])
def test_the_table_of_points_is_what_scipy_makes(figures: int) -> None:
    ours = points.points(points.DRAWS, figures, points.SEED)
    theirs = qmc.Sobol(d=points.KEPT, seed=points.SEED).random(points.DRAWS)[:, :figures]
    assert np.array_equal(ours, theirs)
    # more figures than the table has room for, and another seed
    assert points.points(points.DRAWS, points.KEPT + 3, points.SEED).shape == (points.DRAWS, points.KEPT + 3)
    assert not np.array_equal(points.points(points.DRAWS, figures, 5), ours)


def test_draws_on_coarse_grids_are_those_of_fine_ones(monkeypatch: pytest.MonkeyPatch) -> None:
    """Half the places along the chord, told in proportion to the typical build on the same grid."""
    ends = []
    for coarse in (True, False):
        if not coarse:
            monkeypatch.setattr(shear, "_COARSE", shear._FINE)
            monkeypatch.setattr(torsion, "_COARSE", torsion._BASE)
        for name in ("turnstone", "sanderling"):
            file = AirframeFile.model_validate(json.loads(Path(f"demo/{name}.json").read_text(encoding="utf-8")))
            for scheme in file.schemes:
                a = compute(file.airframe, scheme, 61, False, True, file.beside(scheme.part))
                figures = (a.drawn.n.min(axis=1), a.drawn.GJ[:, 0], a.drawn_bend, a.drawn_twist)
                ends += [tenth_and_ninetieth(f) / f[0] for f in figures]
    coarse_ends, fine_ends = np.split(np.array(ends), 2)
    assert coarse_ends == pytest.approx(fine_ends, rel=0.006)


@given(
    st.floats(0.0, 1e3),
    st.lists(st.floats(1e-6, 1e3), min_size=12, max_size=60),
)
def test_what_is_never_negative_has_no_negative_range(value: float, draws: list[float]) -> None:
    """Also where the typical build of the draws is another thing than the figure's: it went on where that one ended."""
    told = estimate_of(value, np.array(draws))
    assert 0 <= told.low <= told.value <= told.high
