"""One weight ready to fly, with one range, on stand, bench, balance, list and in the judge."""

from __future__ import annotations

import pytest
from fletcher_core import counting_on, made_of
from fletcher_core.analysis.made import Weighed
from fletcher_core.balance import balance
from fletcher_core.fields import Refused
from fletcher_core.judge import told
from fletcher_core.kinds.rod import Rod
from fletcher_core.report.stand import stand
from fletcher_core.units import show
from fletcher_core.verdicts import evaluate, why

from tests.core.repairs.made import aircraft


@pytest.mark.parametrize("name", ["plover", "sanderling", "godwit"])
@pytest.mark.parametrize("weighed", [False, True])
def test_it_is_the_same_everywhere(name: str, weighed: bool) -> None:
    file = aircraft(name)
    shown = [file.shown(part) for part in file.airframe.parts.there()]
    plan = {i.of: i.grams for i in balance(file.airframe, shown).items}
    rows = [
        Weighed(of="wing", grams=1.15 * plan["wing"].value, planned_g=plan["wing"].value, planned_sd=5.0)
    ] if weighed else []  # fmt: skip
    with counting_on(made_of(rows)):
        whole = balance(file.airframe, shown, weighed=rows).total_g
        on_stand = stand(file.airframe, file.schemes, file.chosen)
        assert on_stand.forecast_g == whole
        lines = sum(line.part_g.value for line in on_stand.parts if line.part_g)
        gear = whole.value - on_stand.rest_g - lines
        assert gear == pytest.approx(on_stand.gear_g, abs=0.5)
        for scheme in shown:
            v = evaluate(file.airframe, scheme, ledger=False, others=[s for s in shown if s is not scheme])
            assert v.mass.whole_g == whole
            assert v.mass.remains_g.value == pytest.approx(v.mass.promise_g - whole.value)
            assert v.mass.remains_g.low <= v.mass.remains_g.value <= v.mass.remains_g.high
            (line,) = [t for t in v.targets if t.id == "mass"]
            assert line.has == whole
        said = told(file, shown[0], evaluate(file.airframe, shown[0], others=shown[1:]), "metric")
        assert f"ready to fly {show(whole.value, 'mass', 'metric')}" in said
        steps = why(file.airframe, shown[0], "mass", others=shown[1:]).steps
        (step,) = [s for s in steps if s.label == "The aircraft, ready to fly"]
        assert step.number == pytest.approx(whole.value)
    if weighed:
        assert whole.value > sum(e.value for e in plan.values()) + 0.14 * plan["wing"].value


def test_a_part_that_cannot_be_worked_out_does_not_stop_the_others() -> None:
    """Its own bench tells what is wrong with it; the wing's goes on by what the tail weighs as it is drawn."""
    file = aircraft("sanderling")
    wing, tail = file.shown("wing"), file.shown("tailplane")
    fat = Rod(id="fat", diameter_mm=30, y_to_mm=150)
    bad = tail.model_copy(update={"pieces": [*tail.pieces, fat]})
    with pytest.raises(Refused):
        evaluate(file.airframe, bad, ledger=False)
    v = evaluate(file.airframe, wing, ledger=False, others=[bad])
    assert v.mass.remains_g.value == pytest.approx(v.mass.promise_g - v.mass.whole_g.value)
    assert why(file.airframe, wing, "mass", others=[bad]).steps
