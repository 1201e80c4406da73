"""Draws: the catalogue's percentiles, the same every time, and what they do to an answer."""

from __future__ import annotations

import numpy as np
import pytest
from fletcher_core.analysis.uncertainty import SAMPLES, sample, typical
from fletcher_core.catalogue import Spread
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.tube import Tube
from fletcher_core.verdicts import evaluate

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
        assert v.breaks.reserve.low == pytest.approx(v.breaks.n.low / v.ultimate_n)


def test_the_spread_hardly_depends_on_how_many_stations_the_answer_has() -> None:
    scheme = make_scheme(Tube(id="t", outer_mm=8, inner_mm=6, y_to_mm=450), Skin(id="s", y_to_mm=600))
    few, many = (evaluate(make_airframe(), scheme, stations=n) for n in (61, 181))
    for name in ("tip_bend_mm", "twist_deg"):
        a, b = getattr(few, name), getattr(many, name)
        assert a.low == pytest.approx(b.low, rel=0.03)
        assert a.high == pytest.approx(b.high, rel=0.03)
    assert few.breaks.n.low == pytest.approx(many.breaks.n.low, rel=0.03)
