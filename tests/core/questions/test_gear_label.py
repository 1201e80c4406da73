"""Gear from its label: weight, size, kind, where it usually sits, and labels that cannot be."""

from __future__ import annotations

import pytest
from fletcher_core.model import Refused
from fletcher_core.model.gear import GEAR_KINDS, Gear
from fletcher_core.questions.gear_label import read_gear, usual_place
from fletcher_core.units import System
from hypothesis import given, settings
from hypothesis import strategies as st

from ..balance.test_balance import WING_AT, aircraft


def read(text: str, system: System = "metric") -> Gear:
    return read_gear(text, aircraft(), system)


@pytest.mark.parametrize(
    ("text", "kind", "grams", "size"),
    [
        ("servo 9 g, 22 x 12 x 23", "servo", 9.0, (23.0, 22.0, 12.0)),
        ("battery 3S 1300, 105 g, 72 x 35 x 22", "battery", 105.0, (72.0, 35.0, 22.0)),
        ("Motor 1.8 oz, 1.1 in x 1.2 in", "motor", 51.03, (30.5, 27.9, 27.9)),
        ("speed controller 20A, 0,025 kg", "speed_controller", 25.0, (45.0, 24.0, 9.0)),
        ("ESC 30 g", "speed_controller", 30.0, (45.0, 24.0, 9.0)),
        ("2 servos 12g 24×12×25 mm", "servo", 12.0, (25.0, 24.0, 12.0)),
        ("gyro box 7 g", "other", 7.0, (30.0, 20.0, 15.0)),
    ],
)
def test_labels(text: str, kind: str, grams: float, size: tuple[float, float, float]) -> None:
    one = read(text)
    assert one.kind == kind
    assert one.grams == pytest.approx(grams, rel=1e-3)
    assert (one.long_mm, one.wide_mm, one.high_mm) == pytest.approx(size, abs=0.1)
    assert one.both_sides == text.startswith("2 ")
    assert one.off_by == 0.03


def test_inches_where_a_person_reads_inches() -> None:
    one = read("battery 4 oz, 3 x 1.4 x 0.9", "inch")
    assert one.grams == pytest.approx(113.4, rel=1e-3)
    assert one.long_mm == pytest.approx(76.2)


def test_without_a_weight_a_usual_one_is_taken_that_may_be_far_off() -> None:
    one = read("receiver")
    assert one.grams == 10.0
    assert one.off_by == 0.25
    assert one.name == ""
    assert read("battery 3S 1300, 105 g").name == "battery 3S 1300"


def test_where_it_usually_sits() -> None:
    airframe = aircraft()
    places = {kind: usual_place(airframe, kind, 30.0) for kind in GEAR_KINDS}
    assert places["propeller"]["along_mm"] < 0 < places["motor"]["along_mm"] < places["battery"]["along_mm"] < WING_AT
    assert places["servo"]["along_mm"] > WING_AT
    assert all(p["sits_in"] == "body" for p in places.values())
    wing_only = aircraft(body=False, tail=False)
    assert usual_place(wing_only, "battery", 30.0)["sits_in"] == "wing"
    # two of a kind have ids of their own
    first = read("servo 9 g")
    assert read_gear("servo 9 g", aircraft(first)).id != first.id


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("12 x 13", "does not say what it is"), ("   ", "does not say what it is"), ("servo 99 kg", "weight"),
        ("3 servos 9 g", "more than two"), ("x" * 201, "longer"), ("battery 105 g, 9000 x 35 x 22", "length"),
        ("{servo} {it} 0 g", "weight"),
    ],
)  # fmt: skip
def test_labels_that_cannot_be(text: str, said: str) -> None:
    with pytest.raises(Refused) as caught:
        read(text)
    told = caught.value.problems[0].said()
    assert said in told["what"]
    assert told["field"] == "text"
    assert "servo 9 g" in told["right"]


@settings(max_examples=200, deadline=None)
@given(text=st.text(max_size=120))
def test_whatever_is_typed_is_read_or_refused(text: str) -> None:
    try:
        one = read(text)
    except Refused:
        return
    assert 0 < one.grams <= 10000
    assert one == Gear.model_validate(one.model_dump())
