"""Tails: their loads against closed forms, their figures against the same shape as a wing, at the edges too."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from fletcher_core.geometry import planform
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.loads import AIR_DENSITY, GRAVITY
from fletcher_core.loads.cases.control import GREATEST
from fletcher_core.model import (
    Airframe,
    AirframeFile,
    ControlSurface,
    Core,
    Fin,
    FlatPlate,
    Panel,
    Refused,
    Scheme,
    Tailplane,
)
from fletcher_core.parts import PARTS
from fletcher_core.questions.suggestions import start, start_part
from fletcher_core.report.stand import stand
from fletcher_core.verdicts import evaluate, why
from pydantic import ValidationError

from tests.conftest import SOLID_WISHES, make_airframe

ELEVATOR = ControlSurface(y_from_mm=0, y_to_mm=200, chord_share=0.3, throw_deg=20)
PANEL = Panel(span_mm=200, root_chord_mm=100, tip_chord_mm=100)
XPS = {"aerofoil": FlatPlate(thickness_mm=6), "core": Core(material="xps_sheet")}
FILM = Skin(id="film", y_to_mm=200)


def with_tail(airframe: Airframe | None = None, **tail: Any) -> Airframe:
    airframe = airframe or make_airframe(code="2412")
    plane = Tailplane(**{"panels": [PANEL], "arm_mm": 500, "elevator": ELEVATOR, **XPS, **tail})
    fin = Fin(panels=[Panel(span_mm=150, root_chord_mm=120, tip_chord_mm=120)], arm_mm=500, **XPS)
    return airframe.model_copy(update={"parts": airframe.parts.model_copy(update={"tailplane": plane, "fin": fin})})


def scheme(*pieces: Any, part: str = "tailplane") -> Scheme:
    return Scheme(id="t", name="T", part=part, pieces=list(pieces))


def case(airframe: Airframe, name: str, part: str = "tailplane") -> Any:
    plan = planform(airframe.part(part))  # type: ignore[arg-type]
    return next(c for c in PARTS[part].cases_of(airframe, plan, airframe.promise_g) if c.id == name)  # type: ignore[index]


def test_the_balance_of_moments_by_hand() -> None:
    """A rectangular wing of 1.2 m by 0.2 m, 900 g, balanced at 40 %: moments about its quarter chord."""
    airframe = with_tail().model_copy(update={"balance_at": 0.4})
    found = case(airframe, "balance")
    weight, chord, area = 0.9 * GRAVITY, 200.0, 1200.0 * 200.0
    q = 0.5 * AIR_DENSITY * 16.0**2 * 1e-6
    lift = found.factor * weight
    cm0 = -0.0530  # NACA 2412 by thin-aerofoil theory (Abbott and von Doenhoff 1959: -0.053)
    wanted = (lift * 0.15 * chord + cm0 * q * area * chord) / 500.0
    assert 2 * found.force * found.factor == pytest.approx(wanted, rel=0.01)


def test_a_balance_farther_back_asks_the_tail_to_lift() -> None:
    fore, aft = (
        case(with_tail(make_airframe(code="0012").model_copy(update={"balance_at": at})), "balance").force
        for at in (0.15, 0.40)
    )
    assert fore < 0 < aft
    # with a symmetrical section only the weight turns it: as far before as behind the quarter chord
    assert aft / fore == pytest.approx(-1.5)


def test_full_elevator_by_hand() -> None:
    """CL = a tau delta of the whole tail; a by Helmbold with A = 4, tau of 30 % by Glauert, at manoeuvring speed."""
    airframe = with_tail()
    found = case(airframe, "elevator")
    theta = np.arccos(2 * 0.3 - 1)
    tau = 1 - (theta - np.sin(theta)) / np.pi
    a = 2 * np.pi * 4 / (2 + np.sqrt(4 + 16))
    stall = 1.2 * 0.5 * AIR_DENSITY * 16.0**2 * 0.24 / (0.9 * GRAVITY)  # G at top speed
    speed = 16.0 * min(1.0, np.sqrt(5.0 / stall))
    q = 0.5 * AIR_DENSITY * speed**2
    assert found.speed_m_s == pytest.approx(speed)
    assert found.force == pytest.approx(q * 0.02 * min(a * tau * np.radians(20), GREATEST), rel=2e-3)


def test_a_push_at_the_tip_is_a_cantilever() -> None:
    """Root bending moment and tip deflection of a uniform cantilever with an end load (Timoshenko and Gere)."""
    airframe = with_tail(elevator=None)
    v = evaluate(airframe, scheme(FILM), spread=False)
    push = next(c for c in v.cases if c.id == "handling")
    assert push.unit == "N"
    bar = airframe.model_copy(update={"flight": airframe.flight.model_copy(update={"handling_N": 10.0})})
    twice = next(c for c in evaluate(bar, scheme(FILM), spread=False).cases if c.id == "handling")
    assert twice.n == pytest.approx(push.n, rel=1e-9)  # the newtons at which it gives way do not change
    assert twice.reserve == pytest.approx(push.reserve / 2, rel=1e-9)
    # against stress at the root by hand, with the section's own EI: sigma = E M z / EI
    EI, M = v.curves.EI_Nmm2[0], push.n * 200.0
    foam = evaluate(airframe, scheme(FILM), spread=False).drawing.plan
    assert foam.half_span_mm == 200
    assert M * 3.0 / EI < 0.05  # strain at the face stays that of foam and film, not of nothing


def test_a_tail_is_a_wing_of_the_same_shape() -> None:
    """Section figures, mass and stiffness do not know which part they belong to."""
    wing = make_airframe(half_span=200, root=100, plate=6.0, foam="xps_sheet")
    tail = with_tail(elevator=None)
    rod = Rod(id="rod", diameter_mm=2, y_to_mm=150)
    one = evaluate(wing, Scheme(id="w", name="W", pieces=[rod, FILM]), spread=False)
    other = evaluate(tail, scheme(rod, FILM), spread=False)
    assert other.section.EI_Nmm2 == pytest.approx(one.section.EI_Nmm2, rel=1e-12)
    assert other.section.GJ_Nmm2 == pytest.approx(one.section.GJ_Nmm2, rel=1e-12)
    assert other.mass.part_g.value == pytest.approx(one.mass.part_g.value, rel=1e-12)
    assert other.bending_hz.value == pytest.approx(one.bending_hz.value, rel=1e-12)


def test_fins_weigh_as_many_as_there_are() -> None:
    one = with_tail()
    two = one.model_copy(
        update={"parts": one.parts.model_copy(update={"fin": one.parts.fin.model_copy(update={"count": 2})})}  # type: ignore[union-attr]
    )
    skin = Skin(id="film", y_to_mm=150)
    single, pair = (evaluate(a, scheme(skin, part="fin"), spread=False) for a in (one, two))
    assert pair.mass.part_g.value == pytest.approx(2 * single.mass.part_g.value)
    assert pair.work.hands.value > single.work.hands.value
    assert pair.breaks.n.value == pytest.approx(single.breaks.n.value)


def test_a_v_tail_carries_more_for_the_same_balance() -> None:
    flat, vee = with_tail(), with_tail(tilt_deg=40)
    assert case(vee, "balance").force == pytest.approx(case(flat, "balance").force / np.cos(np.radians(40)))


def test_what_flies_along_is_in_the_forecast_and_in_every_part() -> None:
    airframe = with_tail()
    schemes = [Scheme(id="w", name="W"), scheme(FILM), scheme(part="fin").model_copy(update={"id": "f"})]
    whole = stand(airframe, schemes, {})
    assert [line.part for line in whole.parts] == ["wing", "tailplane", "fin"]
    grams = sum(line.part_g.value for line in whole.parts if line.part_g)
    assert whole.forecast_g.value == pytest.approx(airframe.rest_g + grams)
    v = evaluate(airframe, schemes[0], spread=False, others=schemes[1:])
    assert v.mass.remains_g.value == pytest.approx(whole.remains_g.value)
    assert v.mass.beside_g == pytest.approx(sum(line.part_g.value for line in whole.parts[1:] if line.part_g))


def test_every_part_stands_in_its_place() -> None:
    airframe = with_tail(height_mm=80)
    whole = stand(airframe, [Scheme(id="w", name="W"), scheme(), scheme(part="fin").model_copy(update={"id": "f"})], {})
    wing, tail, fin = whole.parts
    # quarter chord to quarter chord is the arm: 0.25 * 200 + 500 - 0.25 * 100
    assert min(p[1] for p in tail.plan[0]) == pytest.approx(525, abs=0.1)
    assert max(p[0] for p in tail.plan[0]) == pytest.approx(200, abs=0.1)
    assert {p[1] for polygon in tail.front for p in polygon} <= {77.0, 83.0}
    assert max(p[1] for p in fin.side[0]) == pytest.approx(150, abs=0.1)
    assert whole.span_mm == pytest.approx(1200, abs=0.2)
    assert len(wing.plan) == len(tail.plan) == 2
    assert len(fin.plan) == 1


def test_a_line_is_no_surer_than_the_hardest_case() -> None:
    airframe = with_tail()
    bare = [Scheme(id="w", name="W"), scheme(), scheme(part="fin").model_copy(update={"id": "f"})]
    line = stand(airframe, bare, {}).parts[1]
    v = evaluate(airframe, bare[1])
    hardest = next(c for c in v.cases if c.hardest)
    assert line.state == hardest.state == "gives way"
    assert line.n is not None
    assert line.n.value == pytest.approx(hardest.n)
    assert line.n.low < line.n.value < line.n.high
    assert hardest.label in line.sentence


@pytest.mark.parametrize("part", ["tailplane", "fin"])
def test_a_part_to_start_from_is_of_a_usual_size_and_can_be_judged(part: Any) -> None:
    file = start("sport", "New")
    airframe, first = start_part(file.airframe, part)
    made = AirframeFile.model_validate(
        {"airframe": airframe.model_dump(), "schemes": [*[s.model_dump() for s in file.schemes], first.model_dump()]}
    )
    v = evaluate(made.airframe, made.shown(part), spread=False)
    assert v.part == part
    # what it weighs was in the rest before
    assert made.airframe.rest_g + v.mass.part_g.value == pytest.approx(file.airframe.rest_g, abs=0.1)
    with pytest.raises(Refused):
        start_part(airframe, part)


@pytest.mark.parametrize("wish", SOLID_WISHES)
def test_every_piece_can_be_laid_on_a_tail(wish: str) -> None:
    from fletcher_core.questions.suggestions import suggest

    airframe = with_tail(aerofoil=FlatPlate(thickness_mm=12))
    pieces = suggest(airframe, scheme(), wish)
    v = evaluate(airframe, scheme(*pieces), spread=False)
    assert len(v.ledger) == len(pieces)
    assert why(airframe, scheme(*pieces), "break").steps


def test_a_file_must_fit_together() -> None:
    tail = with_tail()
    wing = {"id": "w", "name": "W"}
    for schemes, words in (
        ([wing], "has no scheme"),
        ([wing, {"id": "w", "name": "T", "part": "tailplane"}], "share one id"),
    ):
        with pytest.raises(ValidationError, match=words):
            AirframeFile.model_validate({"airframe": tail.model_dump(), "schemes": schemes})
    with pytest.raises(ValidationError, match="not described"):
        AirframeFile.model_validate(
            {"airframe": make_airframe().model_dump(), "schemes": [wing, {"id": "t", "name": "T", "part": "tailplane"}]}
        )
    with pytest.raises(Refused):
        evaluate(make_airframe(), scheme())


def test_the_demo_has_tails_with_two_schemes_each() -> None:
    for name in ("sanderling", "dunlin"):
        file = AirframeFile.model_validate(json.loads(Path(f"demo/{name}.json").read_text(encoding="utf-8")))
        for part in ("tailplane", "fin"):
            assert len(file.schemes_of(part)) == 2  # type: ignore[arg-type]
        lines = stand(file.airframe, file.schemes, file.chosen).parts
        assert all(line.state != "gives way" for line in lines)
