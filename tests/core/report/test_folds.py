"""Answers that no beam gives are told as what they are."""

from __future__ import annotations

import pytest
from fletcher_core.kinds.rod import Rod
from fletcher_core.verdicts import evaluate

from tests.conftest import make_airframe, make_scheme


def test_a_long_thin_sheet_folds_and_a_spar_mends_it() -> None:
    body = make_airframe(half_span=900, plate=8.0, n=4.0)
    bare = evaluate(body, make_scheme(), ledger=False, spread=False)
    assert bare.folds is not None
    assert "hangs down" in bare.folds
    assert "Give it a spar or more depth" in bare.folds
    rods = [Rod(id=level, diameter_mm=3.0, level=level, y_to_mm=900.0) for level in ("top", "bottom")]
    stiff = evaluate(body, make_scheme(*rods), ledger=False, spread=False)
    assert stiff.folds is None
    assert stiff.tip_bend_share < 0.25


@pytest.mark.parametrize(("half", "said"), [(300.0, None), (600.0, "It folds: in a ")])
def test_a_tip_beyond_a_quarter_of_the_half_span_folds(half: float, said: str | None) -> None:
    verdict = evaluate(make_airframe(half_span=half, plate=20.0, n=4.0), make_scheme(), ledger=False, spread=False)
    assert (verdict.tip_bend_share > 0.25) == (said is not None)
    assert verdict.folds is None if said is None else verdict.folds.startswith(said)


def test_what_turns_over_is_said() -> None:
    body = make_airframe(half_span=900, plate=4.0, speed=25.0)
    assert evaluate(body, make_scheme(), ledger=False, spread=False).turns_over
    assert not evaluate(make_airframe(), make_scheme(), ledger=False, spread=False).turns_over
