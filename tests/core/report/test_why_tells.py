"""A working tells the figure that it stands beside."""

from __future__ import annotations

import re

import numpy as np
import pytest
from fletcher_core.analysis.evaluation import compute
from fletcher_core.model import Scheme
from fletcher_core.verdicts import evaluate, why

from tests.core.repairs.made import aircraft

ALL = [
    (name, s.id) for name in ("sanderling", "turnstone", "godwit", "dunlin", "plover") for s in aircraft(name).schemes
]


def scheme_of(name: str, which: str) -> tuple[object, Scheme]:
    file = aircraft(name)
    return file, next(s for s in file.schemes if s.id == which)


@pytest.mark.parametrize(("name", "which"), ALL)
def test_what_is_applied_and_what_it_stands_give_the_figure(name: str, which: str) -> None:
    """Or the working says that the part was followed load by load, and tells no ratio beside."""
    file, scheme = scheme_of(name, which)
    others = file.beside(scheme.part)  # type: ignore[attr-defined]
    v = evaluate(file.airframe, scheme, others=others)  # type: ignore[attr-defined]
    for figure, label, told in (("break", "Gives way at", v.breaks.n.value), ("hold", "Holds to", v.holds.n.value)):
        steps = why(file.airframe, scheme, figure, others=others).steps  # type: ignore[attr-defined]
        (last,) = [s for s in steps if s.label == label]
        assert last.number == pytest.approx(told)
        (stands,) = [s.number for s in steps if s.label == "What it stands"]
        applied = [s.number for s in steps if re.match(r"Applied here for (each|.* once)", s.label)]
        over = [s.number for s in steps if s.label == "Median of builds over that"] or [1.0]
        if applied:
            assert stands / applied[0] * over[0] == pytest.approx(told, rel=2e-3), figure
        else:
            assert any(s.label.startswith("Applied here at") for s in steps), figure


@pytest.mark.parametrize(("name", "which"), [("dunlin", "body-open"), ("godwit", "formers"), ("plover", "body-bare")])
def test_the_twist_of_a_tail_is_torque_over_GJ_with_each_open_stretch(name: str, which: str) -> None:
    file, scheme = scheme_of(name, which)
    others = file.beside(scheme.part)  # type: ignore[attr-defined]
    steps = why(file.airframe, scheme, "twist", others=others).steps  # type: ignore[attr-defined]
    a = compute(file.airframe, scheme, 61, False, False, others)  # type: ignore[attr-defined]
    s, held, y = a.solved, a.layout.held, a.layout.plan.y
    run = s.run_of(a.twists_most)
    by_hand = np.degrees(
        np.trapezoid((s.forces.torque[run] * a.cases[a.twists_most].factor / s.GJ[0])[held:], y[held:])
    )
    (tail,) = [step.number for step in steps if step.label == "Twist at the tail"]
    assert abs(tail) == pytest.approx(abs(by_hand), rel=0.02)
    assert not any("quarter chord" in step.formula or "Lift" in step.label for step in steps)
    opened = [step.number for step in steps if step.label.startswith("Of that where")]
    assert len(opened) == len(a.layout.part.left_out)  # type: ignore[union-attr]
    assert sum(abs(one) for one in opened) <= abs(tail) * 1.02
    if name == "dunlin":
        # most of it is made where the bottom is left out
        assert abs(opened[0]) > 0.8 * abs(tail)
