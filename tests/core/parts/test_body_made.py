"""Bodies of boards on edge and of solid foam, and what pushes a body, against closed forms."""

from __future__ import annotations

import json
import math
from typing import Any

import numpy as np
import pytest
from fletcher_core.analysis.evaluation import Evaluation, compute
from fletcher_core.analysis.solve import sections_of
from fletcher_core.analysis.uncertainty import typical
from fletcher_core.catalogue import catalogue
from fletcher_core.failure import MODES, method_errors
from fletcher_core.failure.modes.topples import falls_at
from fletcher_core.geometry import planform
from fletcher_core.kinds.ribs import FoamRibs
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.strip import Strip
from fletcher_core.loads import GRAVITY, carried_along, flap_effect
from fletcher_core.loads.cases.body_motor import PULSES, torque
from fletcher_core.model import (
    Body,
    BodyStation,
    BodyWalls,
    Core,
    Joint,
    LeftOut,
    ProfileBody,
    Refused,
    SolidBody,
    explain,
)
from fletcher_core.report.drawing import plan_drawing
from fletcher_core.report.on_edge import aside
from fletcher_core.report.stand import stand
from fletcher_core.search import Found, Wish, search
from fletcher_core.sections import lay_out, turns_aside
from fletcher_core.sections.figures import spreads
from fletcher_core.verdicts import evaluate, why
from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import ValidationError

from .test_body import LONG, SEAT, WING_AT, even, scheme, told, with_body

BOARD = "foamboard_light"


def profile(boards: int = 1, **more: Any) -> Body:
    """As high from nose to tail."""
    one = catalogue().board[BOARD].thickness.typical
    return even(walls=ProfileBody(thickness_mm=boards * one), core=Core(material=BOARD), **more)


def solid(width: float, height: float, roundness: float = 0.0, **more: Any) -> Body:
    ends = [BodyStation(x_mm=x, width_mm=width, height_mm=height, roundness=roundness) for x in (0.0, LONG)]
    return even(stations=ends, walls=SolidBody(), core=Core(material="epp30"), **more)


def worked(body: Body, *pieces: Any) -> Evaluation:
    return compute(with_body(body), scheme(*pieces), 61, False, False)


def case_of(a: Evaluation, name: str) -> tuple[Any, int]:
    k = next(k for k, c in enumerate(a.cases) if c.id == name)
    return a.cases[k], a.solved.run_of(k)


@pytest.mark.parametrize("boards", [1, 2, 3])
def test_boards_on_edge_bend_by_all_their_papers(boards: int) -> None:
    """EI up and down is h³ / 12 times the foam's E t and 2 n papers' E t, of which those between boards count too; a
    push on the tail bends it as a cantilever."""
    a = worked(profile(boards, wing_at_mm=WING_AT, seat_mm=12.0))
    board, high = catalogue().board[BOARD], 60.0
    assert board.core is not None
    assert board.paper_thickness is not None
    assert board.paper_E_along is not None
    foam = boards * board.thickness.typical - 2 * board.paper_thickness.typical
    Et = board.paper_E_along.typical * board.paper_thickness.typical
    by_hand = (board.core.E * foam + 2 * boards * Et) * high**3 / 12
    EI = float(a.solved.properties.EIzz[0, 30])
    assert pytest.approx(by_hand, rel=2e-3) == EI
    case, run = case_of(a, "body_handling")
    at = 0.5 * (case.pushes[0].start + case.pushes[0].end)
    bend = float(np.interp(at, a.layout.plan.y, a.solved.shape.bend[run]))
    assert -bend == pytest.approx(case.factor * (at - WING_AT - 6.0) ** 3 / (3 * EI), rel=0.04)


def test_it_weighs_what_its_boards_weigh() -> None:
    one, two = (float(worked(profile(n)).solved.half_mass_g[0]) for n in (1, 2))
    board = catalogue().board[BOARD]
    assert one == pytest.approx(board.area_mass.typical * 1e-6 * 60.0 * LONG, rel=0.01)
    assert two == pytest.approx(2 * one, rel=0.01)


def test_a_deep_plate_falls_over_where_theory_says() -> None:
    """A push at the end of a cantilever, an even moment, and one spread evenly (Timoshenko and Gere 1961: 4.013, π / 2,
    12.85)."""
    s, EI, GJ = np.linspace(0, 500, 201), 8e5, 5e5
    root = math.sqrt(EI * GJ)
    ones = np.ones((1, len(s)))
    for moment, falls in (
        (500 - s, 4.013 * root / 500**2),
        (0 * s + 1, 0.5 * np.pi * root / 500),
        (0.5 * (500 - s) ** 2, 12.85 * root / 500**3),
    ):
        assert float(falls_at(s, moment[None], EI * ones, GJ * ones)[0]) == pytest.approx(falls, rel=5e-3)
    assert np.isinf(falls_at(s, 0 * ones, EI * ones, GJ * ones)[0])


def test_only_a_profile_falls_over() -> None:
    told = evaluate(with_body(profile()), scheme(), ledger=False, spread=False)
    assert any(m.mode == "topples" for m in told.modes)
    assert "method.topples" in method_errors(profile())
    assert "method.topples" not in method_errors(even())
    boxed = evaluate(with_body(even()), scheme(), ledger=False, spread=False)
    assert not any(m.mode == "topples" for m in boxed.modes)
    assert MODES["topples"].only_on_edge


def _rectangle(w: float, h: float) -> float:
    """Timoshenko and Goodier 1951."""
    a, b = max(w, h), min(w, h)
    series = sum(math.tanh(k * math.pi * a / 2 / b) / k**5 for k in range(1, 60, 2))
    return a * b**3 * (1 / 3 - 64 / math.pi**5 * b / a * series)


@pytest.mark.parametrize("size", [(50, 50), (50, 75), (75, 50), (50, 100), (120, 50)])
@pytest.mark.parametrize("roundness", [0.0, 1.0])
def test_solid_bodies_are_those_of_closed_forms(size: tuple[float, float], roundness: float) -> None:
    """EI and mass to 0.1 %, GJ to 3 % on the soft side: a rectangle's series, an ellipse's π a³ b³ / (a² + b²)."""
    w, h = size
    layout = lay_out(solid(w, h, roundness), [], 5)
    table = spreads(layout)
    made = sections_of(layout, typical(table, 1), np.ones((1, 0)))
    E, G = table["core.E"].typical, table["core.G"].typical
    a, b = 0.5 * w, 0.5 * h
    J = _rectangle(w, h) if not roundness else math.pi * a**3 * b**3 / (a**2 + b**2)
    area, inertia = (w * h, w * h**3 / 12) if not roundness else (math.pi * a * b, math.pi / 4 * a * b**3)
    assert float(made.properties.EA[0, 2]) == pytest.approx(E * area, rel=1e-3)
    assert float(made.properties.EIxx[0, 2]) == pytest.approx(E * inertia, rel=1e-3)
    GJ = float(layout.kernel.twist_stiffness(layout.section, made.materials)[0, 2])
    assert 0.97 * G * J <= GJ <= G * J


def test_film_round_a_round_body_adds_what_a_thin_tube_has() -> None:
    """2 π r³ G t, Bredt's (1896), within 4 %."""
    body, film = solid(60, 60, 1.0), Skin(id="f", material="covering_light", y_to_mm=LONG)
    layout = lay_out(body, [film], 5)
    values = typical(spreads(layout), 2)
    made = sections_of(layout, values, np.array([[0.0], [1.0]]))
    bare, covered = layout.kernel.twist_stiffness(layout.section, made.materials)[:, 2]
    Gt = float(made.materials.sheet_Gt[0, 0])
    assert covered - bare == pytest.approx(2 * math.pi * 30.0**3 * Gt, rel=0.04)


def test_the_motor_twists_the_nose_by_its_torque() -> None:
    """T L / GJ from the motor to the seat, and nothing behind it."""
    a = worked(even(wing_at_mm=WING_AT, seat_mm=12.0))
    case, run = case_of(a, "body_motor")
    GJ, T = float(a.solved.GJ[0, 20]), case.pushes[0].torque
    twist = a.solved.shape.twist[run]
    assert abs(float(twist[0])) == pytest.approx(T * (WING_AT + 6.0 - 15.0) / GJ, rel=0.05)
    assert abs(float(twist[-1])) < 0.01 * abs(float(twist[0]))
    # 8 N by 230 mm: √(T³ / 2 ρ A) is 71 W of jet, 141 W at the shaft, 957 rad / s
    assert torque(8.0, 230.0) / PULSES == pytest.approx(1e3 * 141.6 / 956.5, rel=0.02)


def test_a_wheel_is_stopped_as_hard_as_the_belly_would_be() -> None:
    """Whatever its place: it moves up at one times the factor there, in translation and rotation together."""
    for at in (20.0, 200.0, 600.0):
        a = worked(even(wheel_mm=at))
        case, run = case_of(a, "body_wheel")
        carried = a.cases[0]
        assert case.lumps == carried.lumps
        flying = 9.80665e-3 * a.flying_g
        lever_times = case.pitching
        # acceleration in weights at the wheel: of all of it, and as it turns about the balance point
        balance = at - lever_times / (case.pushes[0].up * _per_moment(a))
        assert case.inertia + case.pitching * (at - balance) == pytest.approx(1.0, abs=1e-9)
        assert case.pushes[0].up == pytest.approx(case.inertia * flying)
        assert np.isfinite(a.solved.forces.moment[run]).all()
    assert not any(c.id == "body_wheel" for c in worked(even()).cases)


def _per_moment(a: Evaluation) -> float:
    elevator = next(c for c in a.cases if c.id == "body_elevator")
    push = elevator.pushes[0]
    wheel = next(c for c in a.cases if c.id == "body_wheel")
    at = 0.5 * (wheel.pushes[0].start + wheel.pushes[0].end)
    # two levers of one balance point: both turn it by push × lever × per_moment
    tail = elevator.pitching / push.up
    nose = wheel.pitching / wheel.pushes[0].up
    return (tail - nose) / (0.5 * (push.start + push.end) - at)


def test_a_hook_before_the_balance_point_bends_the_nose() -> None:
    def bends(**more: Any) -> float:
        airframe = with_body(even(**more))
        airframe = airframe.model_copy(update={"flight": airframe.flight.model_copy(update={"line_g": 4.0})})
        a = compute(airframe, scheme(), 61, False, False)
        _, run = case_of(a, "body_line")
        return float(np.abs(a.solved.forces.moment[run, : a.layout.held]).max())

    assert bends(hook_mm=60.0) > 2 * bends()


def test_a_tail_that_leans_loses_what_it_leans() -> None:
    """θ = F L² / 2 EI of a cantilever against tau delta (Glauert 1927), as 1 / (1 + θ / tau delta)."""
    a = worked(even(wing_at_mm=WING_AT, seat_mm=12.0))
    told = evaluate(a.airframe, a.scheme, ledger=False, spread=False).tail_effects
    case, _ = case_of(a, "body_elevator")
    push = case.pushes[0]
    long = 0.5 * (push.start + push.end) - WING_AT - 6.0
    lean = abs(push.up) * long**2 / (2 * float(a.solved.properties.EIxx[0, 30]))
    flat = a.airframe.parts.tailplane
    assert flat is not None
    assert flat.elevator is not None
    worth = float(flap_effect(flat.elevator.chord_share)[0] * np.radians(flat.elevator.throw_deg))
    by_hand = lean / worth / (1 + lean / worth)
    found = next(t for t in told if t.surface == "elevator")
    assert found.eaten.value == pytest.approx(by_hand, rel=0.04)
    left = why(a.airframe, a.scheme, found.id)
    assert left.steps[-1].number == pytest.approx(found.eaten.value)
    with pytest.raises(Refused):
        why(a.airframe, a.scheme, "effect:nothing")


def test_a_thin_profile_gives_its_rudder_away_and_a_thick_one_less() -> None:
    def eaten(boards: int) -> float:
        told = evaluate(with_body(profile(boards)), scheme(), ledger=False, spread=False)
        return next(t.eaten.value for t in told.tail_effects if t.surface == "rudder")

    assert 1.5 * eaten(2) < eaten(1) < 1.0


def test_ply_between_two_boards_is_laid_in_the_middle() -> None:
    ply = Strip(id="p", material="birch_ply", width_mm=40, thickness_mm=0.8, level="middle", chord_from=0.5,
                chord_to=0.5, y_from_mm=100, y_to_mm=600)  # fmt: skip
    bare, laid = (worked(profile(2), *p).solved for p in ((), (ply,)))
    k = int(np.argmin(np.abs(bare.layout.plan.y - 400.0)))
    more = float(laid.properties.EIzz[0, k] - bare.properties.EIzz[0, k])
    E, foam = catalogue().stock["birch_ply"].E.typical, 0.0
    # in its plane, as far as its glue lets it, less the foam whose place it takes
    gamma = float(laid.materials.gamma[0, 0])
    core = catalogue().board[BOARD].core
    assert core is not None
    foam = core.E
    assert more == pytest.approx((E - foam) * 0.8 * 40.0**3 / 12, rel=0.02)
    assert 0.5 < gamma <= 1.0


def test_words_of_a_profile_are_left_and_right() -> None:
    told = evaluate(with_body(profile()), scheme(Skin(id="f", material="covering_light", surface="top", y_to_mm=LONG)))
    said = json.dumps([told.sentence, *[m.how for m in told.modes], *[line.where for line in told.ledger]])
    assert "left" in said
    assert "top film" not in said
    assert "of chord" not in said
    assert aside("top speed") == "top speed"
    assert aside("the foam crushes on the bottom face") == "the foam crushes on the right"
    assert aside("cord in the leading edge, 20 mm") == "cord in the top edge, 20 mm"


def test_the_stand_cuts_a_profile_out_as_it_is_seen_from_the_side() -> None:
    airframe = with_body(profile())
    schemes = [scheme().model_copy(update={"part": name, "id": name, "name": name}) for name in airframe.parts.there()]
    body = next(p for p in stand(airframe, schemes, {}).parts if p.part == "body")
    up = [z for _, z in body.side[0]]
    assert max(up) == pytest.approx(0.0, abs=0.01)
    assert min(up) == pytest.approx(-60.0, abs=0.01)
    wide = [y for y, _ in body.plan[0]]
    assert max(wide) - min(wide) < 6.0


@pytest.mark.parametrize(
    ("more", "at"),
    [
        ({"walls": {"kind": "profile", "thickness_mm": 7.3}, "core": {"material": BOARD}}, "walls.thickness_mm"),
        ({"walls": {"kind": "solid"}, "core": {"material": BOARD}}, "core.material"),
        ({"walls": {"kind": "solid"}, "core": {"material": "epp30"}, "left_out": [LeftOut()]}, "left_out.0.side"),
        ({"wheel_mm": 1200.0}, "wheel_mm"),
        ({"hook_mm": 900.0}, "hook_mm"),
        ({"walls": {"kind": "carved"}}, "walls"),
        ({"core": {"material": "balsa_light"}}, "core.material"),
        ({"core": {"material": BOARD, "peeled": "top"}}, "core.peeled"),
    ],
)
def test_what_cannot_be_is_told_at_its_field(more: dict[str, Any], at: str) -> None:
    with pytest.raises(ValidationError) as caught:
        even(**more)
    assert at in [p["field"] for p in explain(caught.value, Body)]


def test_an_older_body_reads_as_it_was() -> None:
    raw = json.loads(even().model_dump_json())
    for field in ("propeller_mm", "wheel_mm", "hook_mm"):
        del raw[field]
    assert Body.model_validate(raw) == even()
    assert isinstance(Body.model_validate(raw).walls, BodyWalls)
    assert SEAT < LONG


@pytest.mark.parametrize("body", [even(), profile(2), solid(50, 70)], ids=["walls", "profile", "solid"])
def test_every_figure_of_a_body_tells_its_working(body: Body) -> None:
    """With all that went in: the glue of its corners is one of them."""
    airframe, film = with_body(body), Skin(id="f", material="covering_light", y_to_mm=LONG)
    told = evaluate(airframe, scheme(film))
    figures = ["break", "hold", "bend", "twist", "mass", "bending_hz", "twist_hz", "piece:f"]
    figures += [f"case:{c.id}" for c in told.cases] + [m.figure for m in told.modes] + [t.id for t in told.tail_effects]
    for figure in figures:
        found = why(airframe, scheme(film), figure)
        assert found.steps
        assert all(step.label for step in [*found.steps, *found.inputs])
    glued = [i.label for i in why(airframe, scheme(film), "mass").inputs]
    assert (body.walls.kind == "walls") == any("glue" in label or "polyurethane" in label.lower() for label in glued)


def test_every_family_of_figures_stands_in_a_table() -> None:
    from fletcher_core.sections.figures import FAMILIES, table_of

    for family in FAMILIES:
        assert hasattr(catalogue(), table_of(family)), family


@pytest.mark.parametrize("body", [profile(2), solid(50, 70)], ids=["profile", "solid"])
def test_a_search_tells_what_the_bench_tells(body: Body) -> None:
    airframe = with_body(body)
    *_, found = search(airframe, scheme(), Wish(twist_deg=8.0, vary=["skin"]))
    assert isinstance(found, Found)
    for point in found.front[:3]:
        told = evaluate(airframe, scheme(*point.pieces), ledger=False)
        assert point.part_g == pytest.approx(told.mass.part_g.value)
        assert point.bend_mm == pytest.approx(told.tip_bend_mm.value)
        assert point.twist_deg == pytest.approx(told.twist_deg.value)
        assert point.hold_g == pytest.approx(told.holds.n.value)


@pytest.mark.parametrize("flutes", ["along", "across"])
def test_a_box_of_corrugated_sheet_is_two_thin_boxes_and_what_stands_between(flutes: Any) -> None:
    """EI of both faces as thin boxes, and of the webs between where they run along; GJ by Bredt of the faces alone."""
    body = even(core=Core(material="corrugated_pp_3", flutes=flutes), walls=BodyWalls(corners="plain"))
    board = catalogue().board["corrugated_pp_3"]
    assert board.wall is not None
    assert board.flute_pitch is not None
    assert board.E is not None
    t, pitch, thick, E = board.wall.typical, board.flute_pitch.typical, board.thickness.typical, board.E.typical
    w, h = 50.0, 60.0

    def second(wide: float, high: float, wall: float) -> float:
        return (wide * high**3 - (wide - 2 * wall) * (high - 2 * wall) ** 3) / 12

    faces = second(w, h, t) + second(w - 2 * thick + 2 * t, h - 2 * thick + 2 * t, t)
    webs = second(w - 2 * t, h - 2 * t, thick - 2 * t) * (t / pitch if flutes == "along" else 0.0)
    a = worked(body)
    assert float(a.solved.properties.EIxx[0, 30]) == pytest.approx(E * (faces + webs), rel=0.015)
    enclosed, round_it = (w - thick) * (h - thick), 2 * (w + h - 2 * thick)
    bredt = 4 * enclosed**2 * E / 2.8 * 2 * t / round_it
    assert float(a.solved.GJ[0, 30]) == pytest.approx(bredt, rel=0.035)
    assert float(a.solved.half_mass_g[0]) == pytest.approx(board.area_mass.typical * 1e-6 * LONG * round_it, rel=0.05)


def test_corrugated_sheet_is_not_peeled_nor_glued_with_what_does_not_hold() -> None:
    bad = {"peeled_inside": "top"}, {"glue": next(k for k, g in catalogue().glue.items() if g.pp == "no hold")}
    for change in bad:
        with pytest.raises(ValidationError) as caught:
            even(core=Core(material="corrugated_pp_3"), walls=BodyWalls(**change))
        assert f"walls.{next(iter(change))}" in [p["field"] for p in explain(caught.value, Body)]


def test_planks_weigh_their_glue_and_nothing_else() -> None:
    shell = {"core": Core(material="xps_sheet"), "stations": _round(1.0)}
    none, twenty = (worked(even(walls=BodyWalls(sheet_mm=3.0, planks=n), **shell)) for n in (0, 20))
    glue = catalogue().glue["polyurethane_foaming"]
    per_m2 = glue.spread
    assert per_m2 is not None
    assert twenty.part_g - none.part_g == pytest.approx(20 * 3.0 * LONG * 1e-6 * per_m2.typical, rel=0.02)
    assert float(twenty.solved.properties.EIxx[0, 30]) == pytest.approx(
        float(none.solved.properties.EIxx[0, 30]), rel=1e-9
    )


def _round(by: float, d: float = 60.0) -> list[BodyStation]:
    return [BodyStation(x_mm=x, width_mm=d, height_mm=d, roundness=by) for x in (0.0, LONG)]


def test_a_round_shell_goes_flat_at_braziers_moment_and_formers_keep_it() -> None:
    """2 √2 / 9 π E r t² / √(1 − ν²), times √0.5 as foam round it is told half as stiff as along; a box has corners."""
    body = even(core=Core(material="xps_sheet"), stations=_round(1.0), walls=BodyWalls(sheet_mm=1.5))
    a = worked(body)
    found = next(f for f in a.solved.findings if f.mode == "ovalises")
    E, run, k = a.table["core.E"].typical, 0, int(np.argmin(np.abs(a.layout.plan.y - 500.0)))
    by_hand = 2 * math.sqrt(2) / 9 * math.pi * E * (30 - 0.75) * 1.5**2 / math.sqrt(1 - 0.09) * math.sqrt(0.5)
    moment = abs(float(a.solved.forces.moment[run, k]))
    assert float(found.n[run, k]) == pytest.approx(by_hand / moment, rel=0.02)
    box = worked(even(core=Core(material="xps_sheet"), walls=BodyWalls(sheet_mm=1.5)))
    assert not any(f.mode == "ovalises" for f in box.solved.findings)
    ribs = FoamRibs(id="formers", material="xps_sheet", y_from_mm=0.0, y_to_mm=LONG, spacing_mm=60.0, thickness_mm=3.0)
    kept = next(f for f in worked(body, ribs).solved.findings if f.mode == "ovalises")
    assert np.all(np.isinf(kept.n[run]))


def test_what_sits_on_a_body_is_pressed_into_its_walls() -> None:
    """A wheel under a foam box: its push over 20 mm of both walls against the foam's plateau."""
    body = even(core=Core(material="epp30"), walls=BodyWalls(sheet_mm=6.0), wheel_mm=60.0)
    a = worked(body)
    case, run = case_of(a, "body_wheel")
    found = next(f for f in a.solved.findings if f.mode == "pressed_in")
    k = int(np.argmin(np.abs(a.layout.plan.y - 60.0)))
    # less what of it goes on into what lies there, and stops with it
    lies = float(carried_along(a.layout.plan.y, case)[k]) + float(a.solved.properties.mass[0, k])
    down = (case.inertia + case.pitching * (60.0 - case.about_mm)) * lies * 1e-3 * GRAVITY
    by_hand = a.table["core.plateau_25pct"].typical * 2 * 6.0 / (case.pushes[0].up / 20.0 - down)
    assert float(found.n[run, k]) == pytest.approx(by_hand, rel=0.02)


def test_a_body_in_two_lets_go_where_it_is_butted_and_plates_hold_it() -> None:
    def made(joint: Joint | None) -> Body:
        at = ((0.0, None), (480.0, joint), (LONG, None))
        return even(stations=[BodyStation(x_mm=x, width_mm=50.0, height_mm=60.0, joint=j) for x, j in at])

    whole, butted = worked(made(None)), worked(made(Joint(kind="butt")))
    _, run = case_of(butted, "body_handling")
    let_go = next(f for f in butted.solved.findings if f.mode == "joint_bond")
    k = int(np.argmin(let_go.n[run]))
    assert butted.layout.plan.y[k] == pytest.approx(480.0, abs=0.01)
    # pull at its edge by its own foam alone, up and down, and what slides it: I of the walls' foam
    assert whole.layout.section.wall_mm is not None
    wall, papers = whole.layout.section.wall_mm, 2 * catalogue().board[BOARD].paper_thickness.typical  # type: ignore[union-attr]
    core = butted.layout.kernel.core_moments(butted.layout.section)
    second = float((core.zz - core.z**2 / core.area)[k])
    pull = abs(float(butted.solved.forces.moment[run, k])) * 0.5 * (60.0 - papers) / second
    glue = butted.table.get("glue.epoxy_30.lap_on_foam")
    stands = min(butted.table["core.tension"].typical, glue.typical if glue else 1e9)
    assert float(let_go.n[run, k]) == pytest.approx(stands / pull, rel=0.03)
    assert wall > 0
    assert not any(f.mode == "joint_bond" for f in whole.solved.findings)
    assert butted.hardware[0].place == "at station 2"
    braced = worked(made(Joint(kind="brace", material="birch_ply", thickness_mm=1.5, height_mm=40.0, reach_mm=60.0)))
    assert any(f.mode == "joint_break" for f in braced.solved.findings)
    assert braced.joined_g > butted.joined_g


@pytest.mark.parametrize(
    ("where", "kind", "walls"),
    [(0, "butt", BodyWalls()), (1, "joiner", BodyWalls()), (1, "butt", ProfileBody(thickness_mm=4.9))],
)  # fmt: skip
def test_where_a_body_cannot_be_in_two(where: int, kind: Any, walls: Any) -> None:
    stations = [BodyStation(x_mm=x, width_mm=50.0, height_mm=60.0) for x in (0.0, 480.0, LONG)]
    stations[where] = stations[where].model_copy(update={"joint": Joint(kind=kind)})
    with pytest.raises(ValidationError) as caught:
        Body.model_validate(even(walls=walls).model_dump() | {"stations": [s.model_dump() for s in stations]})
    assert f"stations.{where}.joint.kind" in [p["field"] for p in explain(caught.value, Body)]


def test_it_turns_about_where_the_aircraft_balances() -> None:
    """Full elevator: the tail is relieved by its own mass as it goes down, F / m + F l l / I, l from there."""
    a = worked(even())
    case, _ = case_of(a, "body_elevator")
    balances = a.airframe.parts.body.wing_at_mm  # type: ignore[union-attr]
    assert case.about_mm is not None
    assert case.about_mm == pytest.approx(balances + _balance(a), abs=1e-6)


def _balance(a: Evaluation) -> float:
    wing = planform(a.airframe.wing)
    return wing.quarter + (a.airframe.balance_at - 0.25) * wing.mean_chord


def test_a_stick_is_not_glued_to_a_wall_that_is_left_out() -> None:
    """Told at its run; beside a side wall, under the other wall, or ended before it, it lies on something."""
    body = even(left_out=[LeftOut(x_from_mm=500.0, x_to_mm=LONG)])
    run: dict[str, Any] = {"material": "spruce", "width_mm": 4.0, "thickness_mm": 2.0, "lying": "flat", "id": "s"}
    middle = {"chord_from": 0.5, "chord_to": 0.5, "y_to_mm": LONG}
    with pytest.raises(Refused) as caught:
        worked(body, Strip(level="bottom", **run, **middle))
    assert caught.value.problems[0].where[-1] == "y_to_mm"
    for change in (
        {"level": "top"},
        {"level": "bottom", "y_to_mm": 480.0},
        {"level": "bottom", "chord_from": 0.14, "chord_to": 0.14},
    ):
        worked(body, Strip(**(run | middle | change)))


def test_a_short_hatch_says_that_it_is_told_too_weak_in_twist() -> None:
    hatch = LeftOut(side="top", x_from_mm=60.0, x_to_mm=180.0, width_mm=30.0)
    for gone, said in ((hatch, True), (LeftOut(x_from_mm=420.0, x_to_mm=LONG), False)):
        told = evaluate(with_body(even(left_out=[gone])), scheme(), ledger=False, spread=False)
        assert any("short opening" in line for line in told.cautions) is said


def test_a_body_without_a_side_wall_turns_outside_the_other_and_is_twisted_by_what_pushes_it_down() -> None:
    """A channel on its side: 3 w² / (h + 6 w) beyond its web (Timoshenko 1955); the torque is shear times that arm."""
    w, h = 50.0, 60.0
    body = even(left_out=[LeftOut(side="left", x_from_mm=450.0, x_to_mm=LONG)])
    a = worked(body)
    case, run = case_of(a, "body_elevator")
    k = int(np.argmin(np.abs(a.layout.plan.y - 650.0)))
    t = catalogue().board[BOARD].thickness.typical
    wide, high = w - 0.5 * t, h - t
    arm = 0.5 * w - 0.5 * t + 3 * wide**2 / (high + 6 * wide)
    assert float(turns_aside(a.layout)[k]) == pytest.approx(arm, rel=0.02)
    f = a.solved.forces
    assert case.id == "body_elevator"
    assert abs(float(f.torque[run, k])) == pytest.approx(abs(float(f.shear[run, k])) * arm, rel=0.02)
    shut = worked(even())
    assert abs(float(shut.solved.forces.torque[run, k])) < 0.02 * abs(float(f.torque[run, k]))
    # nothing of the wall that is gone buckles, and top and bottom have a free edge beside it
    walls = {f.part: f.n[run, k] for f in a.solved.findings if f.mode == "side_wall"}
    assert np.isinf(walls["left wall"])
    assert np.isfinite(walls["right wall"])
    both = [next(f for f in one.solved.findings if f.mode == "panel_buckling") for one in (a, shut)]
    assert float(both[0].allowable[0, k] / both[1].allowable[0, k]) == pytest.approx(0.43 / 4, rel=0.3)


def test_a_side_wall_is_left_out_as_a_whole() -> None:
    with pytest.raises(ValidationError) as caught:
        even(left_out=[LeftOut(side="right", x_from_mm=450.0, x_to_mm=700.0, width_mm=20.0)])
    assert "left_out.0.width_mm" in [p["field"] for p in explain(caught.value, Body)]


@settings(max_examples=12, deadline=None)
@given(
    sides=st.lists(st.sampled_from(["top", "bottom", "left", "right"]), min_size=1, max_size=2, unique=True),
    start=st.floats(20, 600), long=st.floats(30, 240), foam=st.booleans(),
)  # fmt: skip
def test_whatever_is_left_out_it_can_be_told(sides: Any, start: float, long: float, foam: bool) -> None:
    """Finite, softer in twist than shut, and in balance."""
    gone = [LeftOut(side=side, x_from_mm=start, x_to_mm=start + long) for side in sides]
    core = Core(material="epp30" if foam else BOARD)
    a, shut = worked(even(core=core, left_out=gone)), worked(even(core=core))
    k = int(np.argmin(np.abs(a.layout.plan.y - start - 0.5 * long)))
    assert float(a.solved.GJ[0, k]) < float(np.interp(a.layout.plan.y[k], shut.layout.plan.y, shut.solved.GJ[0]))
    assert np.isfinite(a.solved.n.min(axis=1)).all()
    assert np.isfinite(a.solved.shape.twist).all()
    for v in (a.solved.forces.shear, a.solved.forces.moment, a.solved.forces.torque):
        assert np.all(np.abs(v[:, [0, -1]]) <= 1e-3 * (np.abs(v).max(axis=1) + 1e-9)[:, None])


def test_two_openings_of_one_wall_do_not_overlap() -> None:
    """Told when it is worked out, so that what is kept can be read; end to end, or in two walls, they can be."""
    long, short = LeftOut(x_from_mm=500.0, x_to_mm=700.0), LeftOut(x_from_mm=650.0, x_to_mm=800.0, width_mm=20.0)
    with pytest.raises(Refused, match="runs from") as caught:
        worked(even(left_out=[long, short]))
    assert caught.value.problems[0].where == ("parts", "body", "left_out", 1, "x_from_mm")
    for other in (short.model_copy(update={"x_from_mm": 700.0}), short.model_copy(update={"side": "top"})):
        assert np.isfinite(worked(even(left_out=[long, other])).screens.bending_hz).all()


def test_what_is_left_out_says_what_it_saves_and_costs() -> None:
    """As the same body shut and open say by themselves; its grams at the nose by their levers about the balance."""
    gone = LeftOut(x_from_mm=420.0, x_to_mm=LONG - 10.0)
    told = evaluate(with_body(even(left_out=[gone])), scheme())
    a, shut = worked(even(left_out=[gone])), worked(even())
    (said,) = told.openings
    saves = shut.part_g - a.part_g
    assert f"saves {saves:.1f} g there" in said
    middle, balances = 0.5 * (gone.x_from_mm + gone.x_to_mm), WING_AT + _balance(a)
    assert f"worth {saves * (middle - balances) / (balances - 20.0):.0f}" in said
    k = int(np.argmin(np.abs(a.layout.plan.y - middle)))
    lost = 1 - float(a.solved.GJ[0, k]) / float(np.interp(a.layout.plan.y[k], shut.layout.plan.y, shut.solved.GJ[0]))
    assert f"costs {100 * lost:.0f} % of the twist stiffness" in said
    assert f"instead of {abs(math.degrees(float(shut.tip_twists[0]))):.1f}°" in said
    assert evaluate(with_body(even()), scheme()).openings == []


def test_a_corner_glued_inside_its_flutes_holds_a_fifth() -> None:
    def opens(how: str) -> tuple[float, float]:
        walls = BodyWalls(glue="hot_melt_low", corners=how)  # type: ignore[arg-type]
        v = told(even(walls=walls, core=Core(material="corrugated_pp_3", flutes="along")))
        return min(m.n for m in v.modes if m.mode == "seam"), v.mass.part_g.value

    (fillet, heavy), (plain, light) = opens("fillet"), opens("plain")
    share = catalogue().board["corrugated_pp_3"].plain_corner
    assert share is not None
    assert plain / fillet == pytest.approx(share.typical, rel=0.05)  # beside its own weight
    assert light < heavy
    # of paper-faced board there are no flutes, and it is all one
    board = [told(even(walls=BodyWalls(corners=how))) for how in ("fillet", "plain")]  # type: ignore[arg-type]
    assert board[0].mass.part_g.value == board[1].mass.part_g.value
    assert [m.n for m in board[0].modes] == [m.n for m in board[1].modes]


def test_formers_under_the_seat_keep_the_wing_from_being_pressed_in() -> None:
    """Walls, and one former after the other, by hand: foam's plateau, and what a former's edge stands."""
    core, walls = Core(material="xps_sheet"), BodyWalls(sheet_mm=3.0)

    def stands(*pieces: Any) -> float:
        a = compute(with_body(even(core=core, walls=walls)), scheme(*pieces), 61, False, False)
        found = next(f for f in a.solved.findings if f.mode == "pressed_in")
        k = int(np.argmin(abs(a.layout.plan.y - (WING_AT + 0.5 * SEAT))))
        return float(np.broadcast_to(found.allowable, found.n.shape)[0, k])

    bare = stands()
    xps = catalogue().foam["xps_sheet"]
    formers = FoamRibs(id="f", material="xps_sheet", thickness_mm=6.0, y_from_mm=10.0, y_to_mm=840.0, spacing_mm=60.0)
    count = sum(WING_AT <= 10.0 + 60.0 * k <= WING_AT + SEAT for k in range(14))
    by_hand = xps.compression_10pct.typical * count * 6.0 * (50.0 - 2 * 3.0) / SEAT
    assert stands(formers) - bare == pytest.approx(by_hand, rel=1e-3)
    assert stands(formers.model_copy(update={"on": False})) == pytest.approx(bare)
    # far from the seat they bear nothing of it
    assert stands(formers.model_copy(update={"y_from_mm": 500.0})) == pytest.approx(bare)


def test_what_is_left_out_is_drawn_where_it_is() -> None:
    gone = [
        LeftOut(side="bottom", x_from_mm=450.0, x_to_mm=700.0),
        LeftOut(side="top", x_from_mm=60.0, x_to_mm=160.0, width_mm=20.0),
        LeftOut(side="right", x_from_mm=500.0, x_to_mm=600.0),
    ]
    drawn = plan_drawing(compute(with_body(even(left_out=gone)), scheme(), 61, False, False).layout).openings
    assert [one.side for one in drawn] == ["bottom", "top", "right"]
    wall = catalogue().board["foamboard_light"].thickness.typical
    spans = [(min(x for _, x in one.polygon), max(x for _, x in one.polygon)) for one in drawn]
    assert spans[0] == pytest.approx((wall, 50.0 - wall), abs=0.02)
    assert spans[1] == pytest.approx((15.0, 35.0), abs=0.02)
    assert spans[2] == pytest.approx((50.0 - wall, 50.0), abs=0.02)
    assert {round(y) for y, _ in drawn[1].polygon} == {60, 160}
