"""Targets with margins, minutes of work, and the ledger in groups."""

from __future__ import annotations

import pytest
from fletcher_core.analysis.estimate import Estimate
from fletcher_core.catalogue import catalogue
from fletcher_core.kinds import KINDS
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.tape import TapeStrip
from fletcher_core.model import Targets
from fletcher_core.report.targets import share_below
from fletcher_core.verdicts import evaluate
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from tests.conftest import make_airframe, make_scheme, with_wing

PIECES_ = (
    Rod(id="top", diameter_mm=2, level="top", inset_mm=0.5, y_to_mm=400),
    Rod(id="bottom", diameter_mm=2, level="bottom", inset_mm=0.5, y_to_mm=400),
    Skin(id="film", y_to_mm=600),
)


def test_margins_are_shares_of_what_is_wanted() -> None:
    airframe = make_airframe()
    v = evaluate(airframe, make_scheme(*PIECES_))
    wanted = with_wing(
        airframe,
        airframe.wing.model_copy(update={"targets": Targets(tip_bend_share=0.5 * v.tip_bend_share, break_g=0.5)}),
    )
    lines = {t.id: t for t in evaluate(wanted, make_scheme(*PIECES_)).targets}
    assert lines["bend"].margin == pytest.approx(-1.0)
    assert lines["bend"].state == "missed"
    assert lines["break"].margin == pytest.approx((v.holds.n.value - 0.5) / 0.5)
    assert lines["break"].state == "met"
    assert "twist" not in lines


def test_a_wing_that_shall_flex_is_missed_by_a_stiff_one() -> None:
    airframe = make_airframe()
    bends = evaluate(airframe, make_scheme(*PIECES_)).tip_bend_share
    for least, state in ((0.5 * bends, "met"), (2 * bends, "missed")):
        wanted = Targets(tip_bend_least_share=least, tip_bend_share=0.5)
        wing = airframe.wing.model_copy(update={"targets": wanted})
        line = next(t for t in evaluate(with_wing(airframe, wing), make_scheme(*PIECES_)).targets if t.id == "flex")
        assert line.at_least
        assert line.state == state
    with pytest.raises(ValidationError, match="smaller one"):
        Targets(tip_bend_least_share=0.2, tip_bend_share=0.1)


def test_close_is_what_one_build_in_ten_would_miss() -> None:
    airframe = make_airframe()
    hold = evaluate(airframe, make_scheme(*PIECES_)).holds.n
    between = 0.5 * (hold.low + hold.value)
    wanted = with_wing(airframe, airframe.wing.model_copy(update={"targets": Targets(break_g=between)}))
    assert next(t for t in evaluate(wanted, make_scheme(*PIECES_)).targets if t.id == "break").state == "close"


def test_a_group_taken_out_is_the_wing_without_its_pieces() -> None:
    v = evaluate(make_airframe(), make_scheme(*PIECES_), spread=False)
    rods = next(g for g in v.groups if g.group == "sticks")
    without = evaluate(make_airframe(), make_scheme(PIECES_[2]), spread=False)
    assert rods.pieces == 2
    assert rods.buys_hold_n == pytest.approx(v.holds.n.value - without.holds.n.value, rel=1e-3)
    assert rods.buys_bend_mm == pytest.approx(without.tip_bend_mm.value - v.tip_bend_mm.value, rel=1e-3)
    assert rods.grams == pytest.approx(sum(line.grams for line in v.ledger if line.group == "sticks"))
    # a pair works by its distance: together it buys more than its two halves one by one
    alone = [line.buys_EI for line in v.ledger if line.group == "sticks"]
    assert rods.buys_EI != pytest.approx(sum(alone))


def test_minutes_count_faces_and_layers_by_hand() -> None:
    tape = TapeStrip(id="t", layers=2, drops_mm=[200], y_to_mm=400)
    v = evaluate(make_airframe(), make_scheme(tape), spread=False)
    entry = KINDS["tape"].minutes
    # both half wings, both faces, one layer to 200 and one to 400 mm
    metres = 2 * 2 * (0.2 + 0.4)
    assert v.ledger[0].minutes.value == pytest.approx(entry.start.typical + metres * entry.per_metre.typical)
    assert v.ledger[0].minutes.low < v.ledger[0].minutes.value < v.ledger[0].minutes.high


def test_the_slowest_glue_says_when_it_can_fly() -> None:
    v = evaluate(make_airframe(), make_scheme(Rod(id="r", glue="epoxy_30", y_to_mm=300)), spread=False)
    assert v.work.slowest == "Epoxy, 30 minute"
    assert v.work.fly_after == catalogue().glue["epoxy_30"].fly


def test_how_many_builds_miss_what_is_wanted_agrees_with_the_range() -> None:
    has = Estimate(value=10.0, low=8.0, high=13.0)
    assert share_below(has, 8.0) == pytest.approx(0.1)
    assert share_below(has, 10.0) == pytest.approx(0.5)
    assert share_below(has, 13.0) == pytest.approx(0.9)
    assert share_below(has, 5.0) < 0.002
    assert share_below(Estimate(value=10.0, low=10.0, high=10.0), 9.0) == 0
    assert share_below(Estimate(value=10.0, low=10.0, high=10.0), 11.0) == 1
    # what may be nothing has no logarithm
    assert share_below(Estimate(value=1.0, low=0.0, high=2.0), 3.0) == 1


@given(st.floats(0.2, 0.99), st.floats(1.01, 4.0), st.floats(0.1, 4.0))
def test_more_than_a_tenth_miss_it_exactly_where_the_low_end_does(low: float, high: float, wanted: float) -> None:
    share = share_below(Estimate(value=1.0, low=low, high=high), wanted)
    assert (share > 0.1 + 1e-9) == (wanted > low * (1 + 1e-9)) or wanted == pytest.approx(low, rel=1e-6)


def test_no_weak_spot_is_told_twice_in_the_same_words() -> None:
    for pieces in (PIECES_, [*PIECES_, Rod(id="again", diameter_mm=3, y_to_mm=400, chord_from=0.5, chord_to=0.5)]):
        told = [(m.how, round(m.y_mm), round(m.n, 1)) for m in evaluate(make_airframe(), make_scheme(*pieces)).modes]
        assert len(told) == len(set(told))
