"""Mounts as they are judged: by hand, by properties that must hold, and with whatever a form can hold."""

from __future__ import annotations

import math
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from fletcher_core.balance import balance, masses
from fletcher_core.fields import Refused, explain
from fletcher_core.geometry import planform
from fletcher_core.model import AirframeFile
from fletcher_core.mounts import MOUNT_KINDS, NEWTONS, Ground, mount_grams
from fletcher_core.mounts.firewall import thrust_line
from fletcher_core.parts import PARTS
from fletcher_core.questions.mount_ground import ground_of
from fletcher_core.questions.mounts import MountVerdict, judge_mount, judge_mounts, start_mount, why_mount
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from pydantic import ValidationError

DEMO = Path(__file__).parents[3] / "demo"
NAMES = ("dunlin", "plover", "sanderling", "godwit", "turnstone")


def aircraft(name: str) -> tuple[Any, list[Any], Ground]:
    file = AirframeFile.model_validate_json((DEMO / f"{name}.json").read_text(encoding="utf-8"))
    schemes = [file.shown(part) for part in file.airframe.parts.there()]
    return file.airframe, schemes, ground_of(file.airframe, schemes)


SANDERLING = aircraft("sanderling")


def made(kind: str, on: tuple[Any, list[Any], Ground] = SANDERLING, **more: Any) -> Any:
    airframe, schemes, _ = on
    usual = start_mount(airframe, schemes, kind).mount
    return type(usual).model_validate({**usual.model_dump(), **more})


def told(mount: Any, on: tuple[Any, list[Any], Ground] = SANDERLING) -> MountVerdict:
    airframe, _, ground = on
    return judge_mount(mount, 0, airframe, ground)[0]


def reserve(verdict: MountVerdict, how: str, case: str = "") -> float:
    return min(w.reserve.value for w in verdict.ways if how in w.how and case in w.case)


@pytest.mark.parametrize("name", NAMES)
@pytest.mark.parametrize("kind", MOUNT_KINDS)
def test_every_kind_starts_in_sizes_that_fit(name: str, kind: str) -> None:
    on = aircraft(name)
    if MOUNT_KINDS[kind].start(on[2]) is None:
        with pytest.raises(Refused, match="nothing here for it to hold"):
            made(kind, on)
        return
    mount = made(kind, on)
    verdict = told(mount, on)
    assert verdict.problems == []
    assert verdict.drawn
    assert verdict.grams.value > 0
    assert verdict.grams.low <= verdict.grams.value <= verdict.grams.high
    for way in verdict.ways:
        assert way.reserve.low <= way.reserve.value <= way.reserve.high
        assert 0 < way.reserve.value < 1e5
    for k in range(len(verdict.ways)):
        working = why_mount(on[0].model_copy(update={"mounts": [mount]}), on[1], f"{mount.id}.{k}")
        assert [s.label for s in working.steps][-3:] == ["It stands", "Reserve", "Spread"]


def test_the_demo_shows_each_verdict_and_a_shaken_screw() -> None:
    states = []
    for name in NAMES:
        airframe, schemes, _ = aircraft(name)
        found = judge_mounts(airframe, schemes)
        states += [m.state for m in found.mounts]
        assert found.grams.value == pytest.approx(airframe.mounts_g, rel=1e-6)
    assert {"sound", "close"} <= set(states)
    screws = next(m for m in judge_mounts(*SANDERLING[:2]).mounts if m.kind == "firewall")
    assert "Wood screws" in screws.todo


def test_bands_by_hand() -> None:
    """Six bands, two strands each at both ends, at 45°, against all that hangs on the wing."""
    ground = SANDERLING[2]
    mount = made("wing_bands", bands=6, wide_mm=3.0, thick_mm=1.0, long_mm=80.0, over_mm=256.0, steep_deg=45.0)
    strand = 3.0 * (0.63 * (3.2**0.3 - 3.2**-1.65) + 0.0012 * (3.2**4 - 3.2**-3.5) - 0.01 * (3.2**-3 - 1)) * 0.85
    lifted = (ground.weight_g - ground.grams["wing"]) * NEWTONS
    got = reserve(told(mount), "lifts off")
    assert got == pytest.approx(
        6 * 4 * strand * math.sin(math.pi / 4) / (ground.limit * lifted) / ground.safety, rel=1e-6
    )
    needed = next(f for f in told(mount).facts if f.label == "Bands that hold it")
    enough = told(mount.model_copy(update={"bands": int(needed.value)}))
    fewer = told(mount.model_copy(update={"bands": int(needed.value) - 1}))
    assert next(w for w in enough.ways if "lifts" in w.how).reserve.low == pytest.approx(1.0, abs=0.25)
    assert next(w for w in fewer.ways if "lifts" in w.how).reserve.low < 1.0


def test_a_firewall_by_hand() -> None:
    """A landing: motor and propeller hang before the plate; their weight and its lever on four edges of glue."""
    airframe, _, ground = SANDERLING
    mount = made(
        "firewall",
        edges="all",
        beside="none",
        seated="inside",
        fixed="blind_nuts",
        along_mm=0.0,
        wide_mm=28.0,
        high_mm=40.0,
        thickness_mm=3.0,
        glue="epoxy_30",
        circle_mm=20.0,
    )
    motor = next(g for g in airframe.gear if g.kind == "motor")
    blades = sum(g.grams for g in airframe.gear if g.kind == "propeller")
    weight = (motor.grams + blades) * NEWTONS * ground.landing
    out = max(motor.along_mm, 0.5 * motor.long_mm)
    edge, second = 136.0, 40.0**3 / 6 + 28.0 * 40.0**2 / 2
    stress = math.hypot(weight / edge, weight * out * 20.0 / second) / 3.0
    figures = ground.figures["body"]
    # foam gives before a glue that is as good as it, on four fifths of the edge
    stands = figures["core.shear"].typical * 0.8
    got = next(w for w in told(mount).ways if "glue" in w.how and w.case == "a landing")
    assert got.reserve.value == pytest.approx(stands / stress / ground.safety, rel=1e-6)
    assert got.at.value == pytest.approx(ground.landing * stands / stress, rel=1e-6)


def test_a_tilted_motor_pulls_along_its_own_line() -> None:
    """It turns nothing about the plate: only what the tilt makes of the pull slides along it."""
    straight = reserve(told(made("firewall", down_deg=0.0, right_deg=0.0)), "glue", "full motor")
    tilted = reserve(told(made("firewall", down_deg=8.0, right_deg=4.0)), "glue", "full motor")
    assert tilted == pytest.approx(straight, rel=0.1)


def _line(**more: Any) -> tuple[float, float | None]:
    return thrust_line(made("firewall", **more), SANDERLING[2])


def test_the_nose_goes_by_how_high_the_line_lies_over_the_balance_point() -> None:
    """By hand: a line through the shaft, tilted, at the station of the balance point."""
    ground = SANDERLING[2]
    mount = made("firewall", down_deg=0.0)
    aft, up = ground.placed("body", mount.along_mm, mount.shaft_up_mm, False)
    assert thrust_line(mount, ground)[0] == pytest.approx(up - ground.balances()[1])
    tilted = _line(down_deg=3.0)[0] - _line(down_deg=0.0)[0]
    assert tilted == pytest.approx(math.tan(math.radians(3.0)) * (ground.balances()[0] - aft))
    # a shaft that lies higher turns the nose down as far as its height says
    assert _line(shaft_up_mm=10.0)[0] - _line(shaft_up_mm=0.0)[0] == pytest.approx(10.0)
    level = _line()[1]
    assert level is not None
    assert _line(down_deg=level)[0] == pytest.approx(0.0, abs=1e-6)


def test_a_motor_that_points_up_under_the_balance_point_lifts_the_nose() -> None:
    height, _ = _line(down_deg=-5.0)
    assert height < 0
    fact = next(f for f in told(made("firewall", down_deg=-5.0)).facts if "Thrust line" in f.label)
    assert fact.label == "Thrust line under the balance point"
    assert "the nose goes up as power comes in" in fact.says
    assert fact.value == f"{-height:.0f} mm"


def test_behind_the_balance_point_pointing_down_raises_the_line() -> None:
    """A pusher whose far end points down pushes along a line that crosses the balance point's station higher."""
    end = SANDERLING[2].ends["body"] - 60.0
    behind = {"pusher": True, "along_mm": end}
    assert _line(down_deg=4.0, **behind)[0] > _line(down_deg=0.0, **behind)[0]


def test_one_of_two_servos_weighs_half_of_both() -> None:
    airframe, schemes, ground = SANDERLING
    pair = next(g for g in airframe.gear if g.kind == "servo")
    both = airframe.model_copy(
        update={"gear": [pair.model_copy(update={"both_sides": True, "across_mm": 40.0, "along_mm": 200.0})]}
    )
    (thing,) = ground_of(both, schemes).things
    assert (thing.count, thing.one) == (2, pair.grams)
    assert thing.grams == 2 * pair.grams
    assert all(t.count == 1 or t.one == t.grams / t.count for t in ground.things)


def test_what_is_added_to_it_never_makes_it_weaker() -> None:
    plate = {"seated": "inside", "fixed": "blind_nuts"}
    for how, less, more in (
        ("glue", {"beside": "none"}, {"beside": "sticks"}), ("glue", {"edges": "sides"}, {"edges": "all"}),
        ("plate", {"thickness_mm": 2.0}, {"thickness_mm": 4.0}), ("nut", {"thickness_mm": 2.0}, {"thickness_mm": 4.0}),
    ):  # fmt: skip
        assert reserve(told(made("firewall", **plate, **more)), how) > reserve(
            told(made("firewall", **plate, **less)), how
        )
    for kind, how, less, more in (
        ("wing_bands", "lifts", {"bands": 4}, {"bands": 6}),
        ("wing_bands", "edge", {"edge": "bare"}, {"edge": "plate"}),
        ("wing_bands", "wall", {"plated_mm": 0.0}, {"plated_mm": 1.5}),
        ("wing_bolts", "bolt tears", {"bolts": 1}, {"bolts": 2}),
        ("hold_down", "slides forward", {"tape_long_mm": 20.0}, {"tape_long_mm": 60.0}),
        ("hatch", "magnets", {"gap_mm": 1.0}, {"gap_mm": 0.1}),
        ("gear_plate", "bent", {"wire_mm": 2.0}, {"wire_mm": 3.0}),
        ("gear_plate", "tears out", {"bolted": 0}, {"bolted": 4}),
        ("glued_seat", "glue", {"beside": "none"}, {"beside": "triangles"}),
        ("glued_seat", "glue", {"slot_mm": 0.0}, {"slot_mm": 12.0}),
        ("push_rod", "buckles", {"supports": 1}, {"supports": 3}),
        ("servo_seat", "glue", {"deep_mm": 2.0}, {"deep_mm": 12.0}),
        ("strut", "buckles", {"rod_mm": 3.0}, {"rod_mm": 5.0}),
        ("hinge_posts", "presses", {"deep_mm": 8.0}, {"deep_mm": 20.0}),
    ):
        stronger, weaker = (reserve(told(made(kind, **m)), how) for m in (more, less))
        assert stronger >= weaker * (1 - 1e-9), (kind, more)
        if kind != "glued_seat" or "slot_mm" not in more:
            assert stronger > weaker, (kind, more)


def test_a_fin_in_a_slot_tips_less() -> None:
    flat = reserve(told(made("glued_seat", holds="fin", wide_mm=6.0)), "glue", "full rudder")
    slotted = reserve(told(made("glued_seat", holds="fin", wide_mm=6.0, slot_mm=25.0)), "glue", "full rudder")
    assert slotted > 2 * flat


def test_a_magnet_over_a_gap_of_its_figure_keeps_a_third() -> None:
    near = reserve(told(made("hatch", gap_mm=0.0, magnet_thick_mm=2.0)), "magnets")
    # 0.4 of its thickness, the catalogue's typical figure
    assert reserve(told(made("hatch", gap_mm=0.8, magnet_thick_mm=2.0)), "magnets") == pytest.approx(near / 3)


def test_supports_as_far_apart_as_is_told_just_hold() -> None:
    rod = made("push_rod")
    apart = next(f for f in told(rod).facts if f.label.startswith("Supports"))
    longest = float(apart.value.split()[0])
    at = told(rod.model_copy(update={"long_mm": 3 * longest, "supports": 2, "longest_mm": None}))
    assert reserve(at, "buckles") == pytest.approx(1.0, abs=0.02)


def test_wood_screws_are_told_to_work_loose_and_steel_bolts_to_spare_nothing() -> None:
    loose = told(made("firewall", fixed="wood_screws"))
    assert any(f.label == "Wood screws" and f.bad for f in loose.facts)
    assert reserve(loose, "screw") < reserve(told(made("firewall", fixed="blind_nuts")), "nut")
    steel = told(made("wing_bolts", made="steel"))
    assert next(f for f in steel.facts if "stop" in f.label).bad


def test_a_glue_that_eats_the_foam_is_refused_whatever_it_holds() -> None:
    airframe, schemes, _ = SANDERLING
    eaten = made("servo_seat", glue="contact_solvent_strong")
    core = airframe.parts.wing.core.model_copy(update={"material": "eps25", "density_kg_m3": None})
    wing = airframe.parts.wing.model_copy(update={"core": core})
    other = airframe.model_copy(update={"parts": airframe.parts.model_copy(update={"wing": wing})})
    verdict = judge_mount(eaten, 0, other, ground_of(other, schemes))[0]
    assert verdict.state == "gives way"
    assert "solvent" in verdict.todo
    sound = judge_mount(made("servo_seat"), 0, other, ground_of(other, schemes))[0]
    assert "solvent" not in sound.todo


def test_mounts_weigh_where_they_are() -> None:
    airframe, schemes, _ = SANDERLING
    bare = airframe.model_copy(update={"mounts": [], "rest_g": airframe.rest_g + airframe.mounts_g})
    own = [m for m in masses(airframe, schemes, 50.0) if m.of == "mount"]
    assert sum(m.grams for m in own) == pytest.approx(airframe.mounts_g)
    assert airframe.carried_g == pytest.approx(bare.carried_g)
    firewall = next(m for m in own if m.id == "firewall")
    assert firewall.x == pytest.approx(airframe.mounts[0].along_mm - airframe.parts.body.wing_at_mm)
    found = balance(airframe, schemes)
    all_of = masses(airframe, schemes, found.aim_mm)
    # moments about the balance point sum to zero
    assert sum(m.grams * (m.x - found.x_mm.value) for m in all_of) == pytest.approx(0.0, abs=1e-6)


def test_a_mount_hangs_on_the_body_where_it_is() -> None:
    airframe, _, _ = SANDERLING
    body = PARTS["body"]
    case = body.cases_of(airframe, planform(airframe.parts.body), 800.0)[0]
    hung = sum(lump.grams for lump in case.lumps)
    tails = sum(lump.grams for lump in case.lumps[:2])
    expected = airframe.carried_g - airframe.gear_in("wing") - airframe.mounts_in("wing")
    assert hung - tails == pytest.approx(expected - airframe.gear_in("tailplane") - airframe.gear_in("fin"), rel=1e-6)


@pytest.mark.parametrize(
    ("change", "field", "said"),
    [
        ({"along_mm": 2400.0}, "along_mm", "beyond the end"),
        ({"wide_mm": -1.0}, "wide_mm", "from 10 mm"),
        ({"material": "spring_steel_wire"}, "material", "does not come as sheet"),
        ({"glue": "honey"}, "glue", "is not in the list"),
        ({"on": "fin"}, "on", "does not stand on the fin"),
        ({"bolts": 99}, "bolts", "from 2 to 8"),
    ],
)
def test_what_cannot_be_is_told_at_its_field(change: dict[str, Any], field: str, said: str) -> None:
    airframe = SANDERLING[0]
    mount = {**airframe.mounts[0].model_dump(), **change}
    with pytest.raises(ValidationError) as found:
        type(airframe).model_validate({**airframe.model_dump(), "mounts": [mount]})
    problem = explain(found.value, type(airframe))[0]
    assert problem["field"].endswith(field)
    assert said in f"{problem['what']} {problem['right']}"


def test_two_of_one_id_and_what_holds_what_is_gone() -> None:
    airframe, schemes, _ = SANDERLING
    twice = [airframe.mounts[0].model_dump(), airframe.mounts[0].model_dump()]
    with pytest.raises(ValidationError, match="share one id"):
        type(airframe).model_validate({**airframe.model_dump(), "mounts": twice})
    gone = airframe.model_copy(update={"gear": [g for g in airframe.gear if g.kind != "battery"]})
    hold = next(m for m in judge_mounts(gone, schemes).mounts if m.kind == "hold_down")
    assert hold.state is None
    assert hold.problems[0].field == "mounts.2.holds"
    with pytest.raises(Refused, match="no such figure"):
        why_mount(gone, schemes, "hold_down.0")
    with pytest.raises(Refused, match="no such kind"):
        start_mount(airframe, schemes, "sky_hook")


def _value(name: str, schema: dict[str, Any]) -> st.SearchStrategy[Any]:
    flat = {**next((o for o in schema.get("anyOf", []) if o.get("type") != "null"), {}), **schema}
    if "const" in flat:
        return st.just(flat["const"])
    if "enum" in flat:
        return st.sampled_from(flat["enum"])
    if flat.get("type") == "boolean":
        return st.booleans()
    if flat.get("type") in ("number", "integer"):
        low, high = flat.get("minimum", 0), flat.get("maximum", 100)
        ends = st.sampled_from([low, high])
        return ends | (st.integers(low, high) if flat["type"] == "integer" else st.floats(low, high))
    return st.just(flat.get("default"))


@pytest.mark.parametrize("kind", MOUNT_KINDS)
@settings(max_examples=40, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(data=st.data())
def test_whatever_a_form_can_hold_is_judged_or_told(kind: str, data: st.DataObject) -> None:
    """No figure that is not one, whatever is typed within the limits, at all their ends."""
    model = MOUNT_KINDS[kind].model
    fields = model.model_json_schema()["properties"]
    drawn = {
        n: data.draw(_value(n, s), label=n) for n, s in fields.items() if n not in ("id", "name", "holds", "moves")
    }
    on = data.draw(st.sampled_from(MOUNT_KINDS[kind].stands_on))
    try:
        mount: Any = model.model_validate({"id": "x", **drawn, "on": on})
    except ValidationError:
        return
    if mount.along_mm > SANDERLING[2].ends[on]:
        return
    with np.errstate(all="raise", under="ignore"):
        verdict = told(mount)
    assert verdict.grams.value >= 0
    assert mount_grams(mount) >= 0
    for way in verdict.ways:
        for figure in (way.reserve, way.at):
            assert np.isfinite([figure.low, figure.value, figure.high]).all()
            assert figure.value >= 0
    for fact in verdict.facts:
        assert "nan" not in fact.value
        assert "inf" not in fact.value.split()
