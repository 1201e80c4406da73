"""Balance: statics that must close, closed forms of middles and of the neutral point, brute force for the spread."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest
from fletcher_core.analysis.evaluation import compute
from fletcher_core.analysis.uncertainty import Z90
from fletcher_core.balance import Balance, balance, masses, neutral_point
from fletcher_core.balance.shares import shares
from fletcher_core.balance.weighing import PRIOR
from fletcher_core.fields import explain
from fletcher_core.geometry import planform
from fletcher_core.model import (
    Airframe,
    Body,
    BodyStation,
    Core,
    Fin,
    FlatPlate,
    Panel,
    Parts,
    Scheme,
    Tailplane,
    Wing,
)
from fletcher_core.model.gear import CALLED, GEAR_KINDS, Balancing, Gear
from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import ValidationError

SPAN, CHORD, ARM = 1200.0, 200.0, 520.0
WING_AT, LONG = 230.0, 850.0


def gear(**more: Any) -> Gear:
    return Gear(**{"id": "b", "kind": "battery", "grams": 105.0, "along_mm": 120.0, **more})


def aircraft(*carried: Gear, tail: bool = True, body: bool = True, **more: Any) -> Airframe:
    """A plate wing with two straight halves, tails of plates, a box from end to end."""
    plate: dict[str, Any] = {"aerofoil": FlatPlate(thickness_mm=6.0), "core": Core(material="epp30")}
    wing = Wing(panels=[Panel(span_mm=SPAN / 2, root_chord_mm=CHORD, tip_chord_mm=CHORD, dihedral_deg=0.0)], **plate)
    flat = Tailplane(panels=[Panel(span_mm=200.0, root_chord_mm=120.0, tip_chord_mm=120.0)], arm_mm=ARM, **plate)
    upright = Fin(panels=[Panel(span_mm=160.0, root_chord_mm=120.0, tip_chord_mm=120.0)], arm_mm=ARM, **plate)
    ends = [BodyStation(x_mm=x, width_mm=50.0, height_mm=60.0) for x in (0.0, LONG)]
    parts = Parts(
        wing=wing, tailplane=flat if tail else None, fin=upright if tail else None,
        body=Body(stations=ends, wing_at_mm=WING_AT, seat_mm=180.0) if body else None,
    )  # fmt: skip
    return Airframe(**{"name": "A", "promise_g": 1500.0, "rest_g": 0.0, "parts": parts, "gear": list(carried), **more})


def schemes(airframe: Airframe) -> list[Scheme]:
    return [Scheme(part=name, id=name, name=name) for name in airframe.parts.there()]


def told(airframe: Airframe) -> Balance:
    return balance(airframe, schemes(airframe))


def test_moments_about_the_balance_point_sum_to_zero() -> None:
    airframe = aircraft(gear(), gear(id="m", kind="motor", grams=60.0, along_mm=5.0), rest_g=100.0)
    b = told(airframe)
    turning = sum(i.grams.value * (i.x_mm - b.x_mm.value) for i in b.items)
    assert abs(turning) < 1e-9 * b.total_g.value * LONG
    assert sum(i.grams.value for i in b.items) == pytest.approx(b.total_g.value, rel=1e-12)
    for item in b.items:
        if item.pieces:
            assert sum(p.grams.value for p in item.pieces) == pytest.approx(item.grams.value, rel=1e-9)
            about = sum(p.grams.value * (p.x_mm - item.x_mm) for p in item.pieces)
            assert abs(about) < 1e-9 * item.grams.value * LONG
    # what each takes in the nose, all together, is what brings it to its aim
    assert sum(i.nose_g for i in b.items) == pytest.approx(
        b.total_g.value * (b.x_mm.value - b.aim_mm) / (b.aim_mm - b.nose_mm), rel=1e-9
    )


def test_even_parts_have_their_middle_in_their_middle() -> None:
    of = {m.of: m for m in masses(aircraft(), schemes(aircraft()), 60.0)}
    assert of["wing"].x == pytest.approx(CHORD / 2, rel=2e-3)
    assert of["body"].x == pytest.approx(LONG / 2 - WING_AT, rel=2e-3)
    quarter = planform(aircraft().wing).quarter
    assert of["tailplane"].x == pytest.approx(quarter + ARM + 0.25 * 120.0, rel=2e-3)
    # the body hangs under the wing by half its height; the fin stands over it by half its own
    assert of["body"].up == pytest.approx(-30.0, abs=0.5)
    assert of["fin"].up == pytest.approx(80.0, abs=1.0)
    # 6 mm of foam of 30 kg/m3, both halves
    assert of["wing"].grams == pytest.approx(SPAN * CHORD * 6.0 * 30e-6, rel=0.02)


def test_the_neutral_point_of_a_rectangular_wing_and_tail() -> None:
    """By hand: Helmbold's slopes, 2 a / π A of downwash, V a_t / a_w (1 − dε/dα) behind the quarter chord."""
    ratio, own = SPAN / CHORD, 400.0 / 120.0
    a_w, a_t = (2 * math.pi * A / (2 + math.sqrt(A * A + 4)) for A in (ratio, own))
    volume = 400.0 * 120.0 * ARM / (SPAN * CHORD * CHORD)
    by_hand = 0.25 + volume * a_t / a_w * (1 - 2 * a_w / (math.pi * ratio))
    n = neutral_point(aircraft())
    assert n.share == pytest.approx(by_hand, rel=1e-6)
    assert n.x == pytest.approx(by_hand * CHORD, rel=1e-6)
    # without a tail a quarter of the mean chord; a V tail counts with the cosine twice
    assert neutral_point(aircraft(tail=False)).share == pytest.approx(0.25)
    leaning = aircraft()
    assert leaning.parts.tailplane is not None
    tail = leaning.parts.tailplane.model_copy(update={"tilt_deg": 40.0})
    leaning = leaning.model_copy(update={"parts": leaning.parts.model_copy(update={"tailplane": tail})})
    adds = neutral_point(leaning).share - 0.25
    assert adds == pytest.approx((by_hand - 0.25) * math.cos(math.radians(40)) ** 2, rel=1e-6)
    assert neutral_point(aircraft(balancing=Balancing(neutral_at=0.4))).share == 0.4


def test_a_swept_flying_wing_balances_by_its_sweep() -> None:
    """The quarter point of the mean chord of a wing of even chord lies so far back as its middle does."""
    plate: dict[str, Any] = {"aerofoil": FlatPlate(thickness_mm=6.0), "core": Core(material="epp30")}
    swept = Wing(panels=[Panel(span_mm=600.0, root_chord_mm=200.0, tip_chord_mm=200.0, sweep_mm=300.0)], **plate)
    airframe = Airframe(name="W", promise_g=500.0, rest_g=300.0, parts=Parts(wing=swept))
    assert neutral_point(airframe).x == pytest.approx(150.0 + 50.0, rel=1e-3)
    b = told(airframe)
    assert b.aft_mm == pytest.approx(200.0 - 0.05 * 200.0, rel=1e-3)
    assert any("tailplane" in c for c in b.cautions)


@settings(max_examples=25, deadline=None)
@given(at=st.floats(20, 800), grams=st.floats(20, 400), motor=st.floats(10, 150))
def test_what_is_told_to_do_brings_it_where_it_shall(at: float, grams: float, motor: float) -> None:
    own = [gear(grams=grams, along_mm=at, slides=True), gear(id="m", kind="motor", grams=motor, along_mm=0.0)]
    airframe = aircraft(*own)
    b = told(airframe)
    over = b.x_mm.value - b.aim_mm
    (slide,) = b.slides
    moved = at + slide.by_mm
    if slide.fits:
        assert 0 <= moved <= LONG
        there = aircraft(own[0].model_copy(update={"along_mm": moved}), own[1])
        assert told(there).x_mm.value == pytest.approx(b.aim_mm, abs=1e-6)
    if over > 1.0:
        ballast = b.total_g.value * over / (b.aim_mm - b.nose_mm)
        weight = gear(id="w", kind="ballast", grams=ballast, along_mm=b.nose_mm + WING_AT)
        if ballast < 1000:
            then = told(aircraft(*own, weight, promise_g=5000.0))
            assert then.x_mm.value == pytest.approx(b.aim_mm, abs=1e-6)
        assert any("ballast in the nose" in w.said for w in b.ways)


def test_a_longer_nose_balances_it() -> None:
    """Built so: the wing sits so much further back on the body, and what sits before it stays at the nose."""
    battery = gear(along_mm=210.0, grams=150.0)
    b = told(aircraft(battery))
    way = next(w for w in b.ways if "nose longer" in w.said)
    longer = float(way.said.split("longer by ")[1].split(" mm")[0])
    ends = [BodyStation(x_mm=x, width_mm=50.0, height_mm=60.0) for x in (0.0, LONG + longer)]
    there = aircraft(battery)
    body = Body(stations=ends, wing_at_mm=WING_AT + longer, seat_mm=180.0)
    there = there.model_copy(update={"parts": there.parts.model_copy(update={"body": body})})
    assert told(there).x_mm.value == pytest.approx(b.aim_mm, abs=0.6)


def test_its_spread_is_that_of_many_builds() -> None:
    airframe = aircraft(gear(off_by=0.1), gear(id="m", kind="motor", grams=80.0, along_mm=5.0), rest_g=60.0)
    of = masses(airframe, schemes(airframe), 60.0)
    r = np.random.default_rng(5)
    # the builder's hand makes all that is built heavier or lighter at once
    hand = np.exp(r.normal(0.0, PRIOR, 40000))
    grams = np.stack([
        r.normal(m.grams, m.sd_g, 40000) * (1.0 if m.of in ("gear", "rest") else hand) for m in of
    ])  # fmt: skip
    x = np.stack([r.normal(m.x, m.sd_x, 40000) for m in of])
    middle = (grams * x).sum(axis=0) / grams.sum(axis=0)
    b = told(airframe)
    assert b.x_mm.value == pytest.approx(float(middle.mean()), abs=0.3)
    assert (b.x_mm.high - b.x_mm.value) / Z90 == pytest.approx(float(middle.std()), rel=0.03)
    assert (b.total_g.high - b.total_g.value) / Z90 == pytest.approx(float(grams.sum(axis=0).std()), rel=0.03)


def test_what_has_no_place_yet_leaves_it_open() -> None:
    b = told(aircraft(rest_g=600.0, balance_at=0.36))
    assert b.state == "open"
    assert "no place yet" in b.sentence
    assert not b.ways
    # put there, it balances
    at = float(b.sentence.split("lie ")[1].split(" mm behind the nose")[0])
    there = told(aircraft(gear(kind="other", grams=600.0, along_mm=at), balance_at=0.36))
    assert there.x_mm.value == pytest.approx(b.aim_mm, abs=1.0)
    assert there.state in ("balances", "likely")


def test_states_by_the_range() -> None:
    tail = told(aircraft(gear(along_mm=800.0)))
    assert tail.state == "tail-heavy"
    assert tail.margin.value < 0.05
    nose = told(aircraft(gear(along_mm=0.0, grams=600.0)))
    assert nose.state == "nose-heavy"
    assert nose.of_ten < 1
    assert "tail" in nose.ways[0].said or "Slide" in nose.ways[0].said


def test_a_servo_in_the_tail_against_a_rod() -> None:
    servo = gear(id="s", kind="servo", grams=9.0, along_mm=800.0)
    b = told(aircraft(servo, gear(along_mm=20.0, grams=200.0)))
    way = next(w for w in b.saves if "push-rod" in w.said)
    arm, worth = 800.0 - WING_AT - b.aim_mm, b.aim_mm - b.nose_mm
    rod = 1.5 + 0.006 * arm
    assert way.grams == pytest.approx(9.0 * arm / worth - rod - rod * 0.5 * arm / worth, rel=1e-6)


def test_speeds_by_hand() -> None:
    b = told(aircraft(gear()))
    area = SPAN * CHORD * 1e-6
    weight = b.total_g.value * 1e-3 * 9.80665
    assert b.stall_m_s.value == pytest.approx(math.sqrt(2 * weight / (1.225 * area * 1.2)), rel=1e-3)
    assert b.loading_g_dm2.value == pytest.approx(b.total_g.value / (area * 100), rel=1e-6)
    assert b.stall_m_s.low < b.stall_m_s.value < b.stall_m_s.high < b.launch_m_s.high


def test_gear_out_on_the_wing_relieves_its_root() -> None:
    """Moment at the root: less by n m g y of what hangs on each half, less what more weight lifts."""
    out = gear(id="t", kind="camera", grams=50.0, sits_in="wing", along_mm=500.0, across_mm=50.0, both_sides=True)
    moments = []
    for carried in ((), (out,)):
        airframe = aircraft(*carried)
        a = compute(airframe, Scheme(id="w", name="W"), 61, False, False)
        moments.append(float(a.solved.forces.moment[0, 0]))
    # per unit of load factor; the promise, and so the lift, stays
    assert moments[0] - moments[1] == pytest.approx(50.0 * 9.80665e-3 * 500.0, rel=0.02)


def test_a_battery_far_forward_bends_the_nose() -> None:
    nose = gear(along_mm=20.0, grams=200.0, long_mm=10.0)
    found = []
    for carried in ((), (nose,)):
        airframe = aircraft(*carried, rest_g=200.0 if not carried else 0.0)
        a = compute(airframe, Scheme(part="body", id="b", name="B"), 61, False, False)
        case = next(c for c in a.cases if c.id == "body_landing")
        run = [c.id for c in a.cases].index("body_landing")
        k = int(np.argmin(abs(a.layout.plan.y - 200.0)))
        found.append(abs(float(a.solved.forces.moment[run, k])) * case.factor)
    assert found[1] > 1.5 * found[0]


def test_a_servo_in_the_tail_hangs_on_the_body() -> None:
    """A hard landing pulls the tail down by it, whether it sits in the tailplane or in the body under it."""
    tail = planform(aircraft().wing).quarter + ARM + WING_AT
    moments = []
    for one in (
        gear(kind="servo", grams=40.0, sits_in="tailplane", along_mm=0.0, across_mm=40.0),
        gear(kind="servo", grams=40.0, along_mm=min(tail, LONG - 20.0), long_mm=80.0),
        gear(kind="servo", grams=40.0, along_mm=WING_AT + 90.0),
    ):  # fmt: skip
        a = compute(aircraft(one), Scheme(part="body", id="b", name="B"), 61, False, False)
        run = [c.id for c in a.cases].index("body_landing")
        k = int(np.argmin(abs(a.layout.plan.y - (WING_AT + 200.0))))
        moments.append(abs(float(a.solved.forces.moment[run, k])))
    assert moments[0] == pytest.approx(moments[1], rel=0.1)
    assert moments[0] > 1.3 * moments[2]


def test_weights_and_places_that_cannot_be_are_told_at_their_field() -> None:
    def refused(*carried: dict[str, Any], **more: Any) -> str:
        with pytest.raises(ValidationError) as caught:
            Airframe.model_validate({**aircraft().model_dump(), "gear": list(carried), **more})
        return str(caught.value)

    base = gear().model_dump()
    assert "gear.0.grams" in refused({**base, "grams": -3.0})
    assert "outside of what it sits in" in refused({**base, "along_mm": 900.0})
    assert "out from the root" in refused({**base, "sits_in": "wing", "along_mm": -5.0})
    with pytest.raises(ValidationError, match="not described"):
        aircraft(gear(), body=False)
    assert "share one id" in refused(base, base)
    assert "cannot both lie in the middle" in refused({**base, "both_sides": True})
    assert "as much as the promise" in refused({**base, "grams": 1600.0})
    assert "not above the least" in refused(base, balancing={"margin_least": 0.2, "margin_most": 0.1})


def test_every_kind_of_gear_has_its_word() -> None:
    assert set(CALLED) == set(GEAR_KINDS)
    for kind in GEAR_KINDS:
        assert gear(kind=kind, name="").called == CALLED[kind]


def _horseshoes(
    half: float, chord: float, aft: float, up: float, count: int
) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """(left ends, right ends, places where nothing flows through) of a plain surface, closer together at its tips."""
    y = -half * np.cos(np.linspace(0, np.pi, count + 1))
    x, z = np.full(count + 1, aft + 0.25 * chord), np.full(count + 1, up)
    ends = np.stack([x, y, z], axis=1)
    middle = np.stack([np.full(count, aft + 0.75 * chord), 0.5 * (y[:-1] + y[1:]), np.full(count, up)], axis=1)
    return ends[:-1], ends[1:], middle


def _from_a_line(p: np.ndarray, a: np.ndarray, b: np.ndarray) -> np.ndarray:
    """Velocity at places by a straight vortex of strength 1 from a to b (Biot and Savart)."""
    r1, r2 = p[:, None] - a, p[:, None] - b
    cross = np.cross(r1, r2)
    square = (cross**2).sum(axis=-1)
    along = ((b - a) * (r1 / np.linalg.norm(r1, axis=-1)[..., None] - r2 / np.linalg.norm(r2, axis=-1)[..., None])).sum(
        -1
    )
    return cross * np.where(square > 1e-9, along / np.maximum(square, 1e-9), 0.0)[..., None] / (4 * np.pi)


@pytest.mark.parametrize(("arm", "span"), [(520.0, 400.0), (400.0, 300.0), (700.0, 500.0)])
def test_the_neutral_point_is_that_of_a_vortex_lattice_within_its_spread(arm: float, span: float) -> None:
    """By nothing of ours: horseshoe vortices on wing and tail, a tenth of a chord over each other, at one angle; where
    the lift of both together acts."""
    tail_chord, up = 120.0, 20.0
    sets = [_horseshoes(SPAN / 2, CHORD, 0.0, 0.0, 40), _horseshoes(span / 2, tail_chord, 50.0 + arm - 30.0, up, 24)]
    a, b, p = (np.concatenate(part) for part in zip(*sets, strict=True))
    far = np.array([1e5, 0.0, 0.0])
    flow = _from_a_line(p, a, b) + _from_a_line(p, a + far, a) + _from_a_line(p, b, b + far)
    strength = np.linalg.solve(flow[..., 2], -np.ones(len(p)))
    lift = strength * (b - a)[:, 1]
    x = float((lift * a[:, 0]).sum() / lift.sum())
    airframe = aircraft()
    assert airframe.parts.tailplane is not None
    panel = airframe.parts.tailplane.panels[0].model_copy(update={"span_mm": span / 2})
    tail = airframe.parts.tailplane.model_copy(update={"panels": [panel], "arm_mm": arm})
    n = neutral_point(airframe.model_copy(update={"parts": airframe.parts.model_copy(update={"tailplane": tail})}))
    assert abs(n.x / CHORD - x / CHORD) < min(0.02, n.off)
    # Helmbold lifts a twentieth more than a lattice does, wing and tail alike
    wing = np.linalg.solve(flow[:40, :40, 2], -np.ones(40))
    slope = 2 * float((wing * (b - a)[:40, 1]).sum()) / (SPAN * CHORD)
    assert n.slope_w == pytest.approx(slope, rel=0.08)


def test_a_promise_is_a_range_by_the_power_fitted() -> None:
    """600 g count on 220 g of power; with 182 g fitted it is 38 g less, and never below that of the lightest."""
    power = [gear(id="m", kind="motor", grams=60.0), gear(id="b", kind="battery", grams=122.0)]
    airframe = aircraft(*power, promise_g=600.0, balancing=Balancing(power_light_g=150.0, power_heavy_g=220.0))
    assert airframe.power_g == 182.0
    assert airframe.promise_range == (530.0, 600.0)
    assert airframe.promised_g == 562.0
    found = told(airframe)
    assert (found.promise_g, found.promise_from_g, found.promise_to_g) == (562.0, 530.0, 600.0)
    assert "562 g" in found.promise_said
    light = aircraft(gear(kind="motor", grams=90.0), promise_g=600.0, balancing=airframe.balancing)
    assert light.promised_g == 530.0
    heavy = aircraft(gear(kind="motor", grams=260.0), promise_g=600.0, balancing=airframe.balancing)
    assert heavy.promised_g == 600.0
    assert "40 g more than was meant" in told(heavy).promise_said
    none = aircraft(gear(kind="servo", grams=9.0), promise_g=600.0, balancing=airframe.balancing)
    assert none.promised_g == 600.0
    assert aircraft(*power, promise_g=600.0).promised_g == 600.0


@pytest.mark.parametrize(
    ("power", "field", "said"),
    [
        ({"power_light_g": 150.0}, "power_heavy_g", "Only one end"),
        ({"power_light_g": 220.0, "power_heavy_g": 150.0}, "power_heavy_g", "larger figure"),
        ({"power_light_g": 100.0, "power_heavy_g": 700.0}, "power_heavy_g", "promised in all"),
    ],
)  # fmt: skip
def test_a_range_of_power_that_cannot_be_is_told(power: dict[str, float], field: str, said: str) -> None:
    with pytest.raises(ValidationError) as found:
        aircraft(promise_g=600.0, balancing=Balancing(**power))
    problem = explain(found.value, Airframe)[0]
    assert problem["field"] == f"balancing.{field}"
    assert said in f"{problem['what']} {problem['right']}"


def test_shares_of_the_promise_add_up_to_what_parts_may_weigh() -> None:
    airframe = aircraft(gear(), promise_g=900.0)
    items = {i.of: i for i in told(airframe).items}
    parts = [items[p] for p in airframe.parts.there()]
    assert sum(i.share_g or 0.0 for i in parts) == pytest.approx(900.0 - airframe.carried_g)
    first = parts[0]
    assert first.share_g is not None
    assert first.planned is not None
    assert first.share_g / first.planned.value == pytest.approx((parts[1].share_g or 0.0) / parts[1].planned.value)  # type: ignore[union-attr]
    assert items["gear"].share_g is None
    # what a part was given is taken out first
    wing = airframe.wing.model_copy(update={"targets": airframe.wing.targets.model_copy(update={"share_g": 50.0})})
    given = airframe.model_copy(update={"parts": airframe.parts.model_copy(update={"wing": wing})})
    then = {i.of: i for i in told(given).items}
    assert then["wing"].share_g == 50.0
    assert sum(then[p].share_g or 0.0 for p in given.parts.there()) == pytest.approx(900.0 - given.carried_g)
    assert shares(-20.0, {"wing": (100.0, None), "fin": (10.0, 5.0)}) == {"fin": 5.0}
