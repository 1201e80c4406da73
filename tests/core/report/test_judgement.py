"""The one rule: nothing at the load itself, and held to with the safety factor, by nine builds in ten or by one."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.tube import Tube
from fletcher_core.report.judgement import state_of
from fletcher_core.report.stand import stand
from fletcher_core.verdicts import evaluate

from tests.conftest import make_airframe, make_scheme

TUBE = Tube(id="t", outer_mm=8, inner_mm=6, y_to_mm=450)
FILM = Skin(id="s", y_to_mm=600)
SCHEMES: dict[str, list[Any]] = {"bare": [], "tube": [TUBE], "tube and film": [TUBE, FILM], "film": [FILM]}


def test_the_rule() -> None:
    assert state_of(1.4, 1.01) == "sound"
    assert state_of(1.4, 0.99) == "close"
    assert state_of(0.99, 0.7) == "gives way"


@pytest.mark.parametrize("name", SCHEMES)
@pytest.mark.parametrize("n", [2.0, 5.0, 9.0])
def test_it_is_what_the_cases_say_worked_out_by_hand(name: str, n: float) -> None:
    airframe = make_airframe(n=n)
    v = evaluate(airframe, make_scheme(*SCHEMES[name]), ledger=False)
    safety = airframe.flight.safety_factor
    first_low, hold_low = (e.low / e.value for e in (v.breaks.n, v.holds.n))
    typical = [min(c.n / c.factor, c.hold_n / (c.factor * safety)) for c in v.cases]
    unlucky = [min(first_low * c.n / c.factor, hold_low * c.hold_n / (c.factor * safety)) for c in v.cases]
    for c, usual in zip(v.cases, typical, strict=True):
        assert c.reserve == pytest.approx(min(usual, 1e3))
        assert c.needed == pytest.approx(c.factor * safety)
    k = int(np.argmin(unlucky))
    assert v.cases[k].hardest
    assert v.judged.case_id == v.cases[k].id
    assert v.judged.reserve == pytest.approx(typical[k])
    assert v.judged.unlucky == pytest.approx(unlucky[k])
    assert v.judged.state == ("sound" if unlucky[k] >= 1 else "close" if typical[k] >= 1 else "gives way")
    assert v.judged.first.value == pytest.approx(v.cases[k].n)
    assert v.judged.hold.value == pytest.approx(v.cases[k].hold_n)


def test_every_screen_says_the_same() -> None:
    """Headline, ribbon, list, targets and the stand's line, of one scheme that is hardly enough."""
    for n in (3.0, 5.0, 7.0, 9.0):
        airframe, scheme = make_airframe(n=n), make_scheme(TUBE, FILM)
        v = evaluate(airframe, scheme, ledger=False)
        line = stand(airframe, [scheme], {}).parts[0]
        assert line.state == v.judged.state
        order = ["sound", "close", "gives way"]
        worst = max(order.index(r.state) for r in v.ribbon)
        assert order[worst] == v.judged.state
        assert min(v.curves.reserve) == pytest.approx(min(c.reserve for c in v.cases), rel=1e-4)
        wanted = next(t for t in v.targets if t.id == "break")
        assert wanted.wanted == pytest.approx(v.needed_n)
        if v.judged.like_main and wanted.state != "met":
            assert v.judged.state != "sound"


def test_a_first_sign_below_the_load_itself_is_too_weak_however_far_it_holds() -> None:
    """Film that wrinkles in every hard pull, on a wing that would hold three times as much."""
    v = evaluate(make_airframe(n=11.0, speed=60.0), make_scheme(TUBE, FILM), ledger=False)
    assert v.breaks.n.value < v.limit_n
    assert v.holds.n.value > v.breaks.n.value
    assert v.judged.state == "gives way"


def test_what_it_outlives_may_come_at_the_load_and_what_ends_it_only_with_the_safety_factor() -> None:
    v = evaluate(make_airframe(), make_scheme(Rod(id="r", diameter_mm=3, y_to_mm=500), FILM))
    asked = {m.mode: m.asked for m in v.modes}
    assert asked["skin_wrinkling"] == pytest.approx(v.limit_n)
    assert asked["core_shear"] == pytest.approx(v.ultimate_n)


def test_a_crack_ends_bare_foam_and_not_what_a_film_holds_together() -> None:
    for pieces, ends in (([], True), ([FILM], False)):
        v = evaluate(make_airframe(), make_scheme(*pieces), ledger=False, spread=False)
        crack = next(m for m in v.modes if m.mode == "core_tension")
        assert crack.asked == pytest.approx(v.ultimate_n if ends else v.limit_n)
