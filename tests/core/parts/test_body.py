"""The body: in balance whatever pushes it, held against closed forms and finite elements, and what cannot be."""

from __future__ import annotations

import copy
import json
from dataclasses import fields, replace
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from fletcher_core.analysis.evaluation import compute, grams_of
from fletcher_core.body_reference import folded_layout
from fletcher_core.kinds import PatchRow
from fletcher_core.kinds.ribs import FoamRibs
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.strip import Strip
from fletcher_core.kinds.tape import TapeStrip
from fletcher_core.loads import body_forces, carried_along
from fletcher_core.loads.cases import Case, Lump, Push
from fletcher_core.model import Airframe, AirframeFile, Body, BodyStation, Core, LeftOut, Refused, Scheme
from fletcher_core.questions.offers import offers
from fletcher_core.questions.ready_bodies import ready_body
from fletcher_core.questions.suggestions import start, start_part, suggest
from fletcher_core.report.stand import stand
from fletcher_core.report.verdict import Verdict
from fletcher_core.search import Found, Wish, search
from fletcher_core.sections.filled import patches_of
from fletcher_core.sections.walled import WALLED, room_in
from fletcher_core.verdicts import evaluate
from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import ValidationError

from tests.core.solving import loaded_case

REFERENCE = Path(__file__).parents[1] / "reference"
CASES = [
    case
    for name in ("bodies.json", "drawn-walls.json")
    for case in json.loads((REFERENCE / name).read_text())["cases"]
    if case["shape"]["kind"] == "box" and not case.get("members")
]
WING_AT, SEAT, LONG = 230.0, 180.0, 850.0


def even(**more: Any) -> Body:
    """A box as wide and as high from nose to tail."""
    ends = [BodyStation(x_mm=x, width_mm=50.0, height_mm=60.0) for x in (0.0, LONG)]
    return Body(**{"stations": ends, "wing_at_mm": WING_AT, "seat_mm": SEAT, **more})


def whole() -> Airframe:
    """With both tails."""
    airframe = start("trainer", "Body").airframe
    for name in ("tailplane", "fin"):
        airframe, _ = start_part(airframe, name)  # type: ignore[arg-type]
    return airframe


def with_body(body: Body) -> Airframe:
    airframe = whole()
    return airframe.model_copy(update={"parts": airframe.parts.model_copy(update={"body": body})})


def scheme(*pieces: Any) -> Scheme:
    return Scheme(part="body", id="b", name="Body", pieces=list(pieces))


def told(body: Body, *pieces: Any) -> Verdict:
    return evaluate(with_body(body), scheme(*pieces), ledger=False, spread=False)


def _as_loop(case: dict[str, Any]) -> tuple[Any, Any]:
    """A box of the files as the walls of a body, with a wall left out where it says so."""
    w, h = case["shape"]["width_mm"], case["shape"]["height_mm"]
    drawn = copy.deepcopy(case)
    drawn["shape"] = {
        "kind": "polygon", "points": [[-w / 2, -h / 2], [-w / 2, h / 2], [w / 2, h / 2], [w / 2, -h / 2]],
    }  # fmt: skip
    layout, m = folded_layout(drawn)
    sheets = layout.sheets
    columns: dict[str, list[Any]] = {f.name: [] for f in fields(sheets)}
    source = []
    gone = {"bottom": -1.0, "top": 1.0}.get((case.get("missing") or [""])[0])
    t, chord = (layout.wall_mm or 0.0) + layout.lining_mm, layout.outline.chord
    for k in range(sheets.count):
        row = {name: getattr(sheets, name)[k] for name in columns} | {"nose_edge": 1.0, "tail_edge": 1.0}
        parts = [row]
        if gone == sheets.face[k]:
            low, high = np.minimum(t / chord, row["share_to"]), np.maximum(1 - t / chord, row["share_from"])
            low, high = np.maximum(low, row["share_from"]), np.minimum(high, row["share_to"])
            parts = [row | {"share_to": low, "tail_edge": 0.0}, row | {"share_from": high, "nose_edge": 0.0}]
        for part in parts:
            source.append(k)
            for name, column in columns.items():
                column.append(part[name])
    layout = replace(layout, sheets=type(sheets)(**{n: np.array(v) for n, v in columns.items()}))
    some = {n: getattr(m, n)[:, source] for n in ("sheet_Et", "sheet_Gt", "sheet_mass", "sheet_on")}
    if gone:
        patch = PatchRow(None, None, t / chord, 1 - t / chord, int(gone), t, np.ones(1))
        layout = replace(layout, patches=patches_of([patch], layout.outline, room_in(layout.outline, t)))
        nothing = np.zeros((1, 1))
        some |= {"patch_E": nothing, "patch_G": nothing, "patch_rho": nothing, "patch_on": np.ones((1, 1))}
    return layout, replace(m, **some)


@pytest.mark.parametrize("case", CASES, ids=lambda c: str(c["name"]))
def test_boxes_are_those_of_finite_elements(case: dict[str, Any]) -> None:
    """Shut, and with the bottom left out: EA, EI both ways and mass to 1 %, GJ to 8 %."""
    layout, m = _as_loop(case)
    p, told = WALLED.properties(layout, m, WALLED.sums(layout)), case["expected"]
    got = {"EA_N": p.EA, "EIyy_Nmm2": p.EIxx, "EIzz_Nmm2": p.EIzz, "mass_g_per_m": 1e3 * p.mass}
    for name, value in got.items():
        assert float(value[0, 0]) == pytest.approx(told[name], rel=0.01), name
    assert float(WALLED.twist_stiffness(layout, m)[0, 0]) == pytest.approx(told["GJ_Nmm2"], rel=0.08)


@given(
    up=st.floats(-20, 20), side=st.floats(-10, 10), inertia=st.floats(-10, 10), pitching=st.floats(-0.02, 0.02),
    yawing=st.floats(-0.02, 0.02), at=st.floats(0, 800), grams=st.floats(0, 900), where=st.floats(0, 700),
    along=st.floats(-20, 20), forward=st.floats(-10, 10),
)  # fmt: skip
def test_both_ends_are_free_whatever_pushes_it(
    up: float,
    side: float,
    inertia: float,
    pitching: float,
    yawing: float,
    at: float,
    grams: float,
    where: float,
    along: float,
    forward: float,
) -> None:
    x = np.unique(np.concatenate([np.linspace(0, LONG, 61), [WING_AT, WING_AT + SEAT]]))
    case = Case(
        id="c", label="c", factor=1.0, reason="", source="", inertia=inertia, pitching=pitching, yawing=yawing,
        forward=forward, pushes=(Push(at, at + 50, up=up, side=side, height=80.0, along=along),),
        lumps=(Lump(where, where + 100, grams),),
    )  # fmt: skip
    f = body_forces(x, np.full((1, len(x)), 0.05), (WING_AT, WING_AT + SEAT), np.full_like(x, 20.0), 0 * x, [case])
    for force in (f.shear, f.moment, f.moment_z, f.torque, f.axial):
        most = np.abs(force).max()
        assert np.abs(force[:, [0, -1]]).max() <= 1e-3 * most + 1e-9
    assert float(np.trapezoid(carried_along(x, case), x)) == pytest.approx(grams, abs=1e-6)


def _case(airframe: Airframe, name: str, k: int = 30) -> tuple[Any, int, Case]:
    a = compute(airframe, scheme(), 61, False, False)
    run = next(a.solved.run_of(k) for k, c in enumerate(a.cases) if c.id == name)
    return a, run, next(c for c in a.cases if c.id == name)


def test_a_throw_pulls_what_lies_behind_the_hand_along() -> None:
    """Mass times acceleration of all that lies behind a place; ahead of the hand that lies before it, pushed."""
    a, run, case = _case(with_body(even()), "body_throw")
    x, axial = a.layout.plan.y, a.solved.forces.axial[run]
    for place, sign in ((WING_AT + SEAT + 100.0, 1), (WING_AT - 100.0, -1)):
        there = x >= place if sign > 0 else x <= place
        weighs = a.solved.properties.mass[0] + carried_along(x, case)
        of_it = float(np.trapezoid(weighs[there], x[there]))
        at = x[there][0 if sign > 0 else -1]
        assert float(np.interp(at, x, axial)) == pytest.approx(sign * of_it * 9.81e-3, rel=0.01)


def test_a_motor_pulls_the_nose_as_far_as_the_wing() -> None:
    a, run, case = _case(with_body(even()), "body_motor")
    x, axial = a.layout.plan.y, a.solved.forces.axial[run]
    pull = -case.pushes[0].along
    assert pull > 1.0
    assert float(np.interp(WING_AT - 50.0, x, axial)) == pytest.approx(pull, rel=1e-6)
    assert float(np.interp(WING_AT + SEAT + 50.0, x, axial)) == pytest.approx(0.0, abs=1e-9 * pull)
    # and stretches every part of the section alike
    wing = loaded_case(a)
    k, EA = int(np.argmin(abs(x - (WING_AT - 50.0)))), a.solved.properties.EA[0, 0]
    bent = replace(wing, forces=replace(wing.forces, axial=0 * wing.forces.axial))
    place = (np.full((1, len(x)), 25.0), np.full((1, len(x)), 10.0))
    run = [c.id for c in a.cases].index("body_motor")
    more = wing.strain(*place)[run, k] - bent.strain(*place)[run, k]
    assert float(more) == pytest.approx(pull / float(EA), rel=1e-6)


def test_parts_known_by_their_weight_alone_load_a_body_as_their_schemes_do() -> None:
    """As the search, other glues and what an opening costs have them: they fly along, and hang on no body."""
    airframe = with_body(even())
    others = [Scheme(part=name, id=name, name=name) for name in airframe.parts.there() if name != "body"]
    by_scheme = compute(airframe, scheme(), 61, False, False, others)
    by_weight = compute(airframe.flying_with(grams_of(airframe, others)), scheme(), 61, False, False)
    assert by_weight.flying_g == pytest.approx(by_scheme.flying_g)
    assert by_weight.solved.forces.moment == pytest.approx(by_scheme.solved.forces.moment)
    # and the document does not know of it
    assert "beside" not in airframe.flying_with(5.0).model_dump_json()


@pytest.mark.parametrize("sides", [("left", "right"), ("top", "bottom")])
def test_opposite_walls_left_out_at_one_place_can_be_told(sides: Any) -> None:
    """What is left are two sheets, of which one bears: bare foam has no arm then but its own thickness."""
    gone = [LeftOut(side=side, x_from_mm=450.0, x_to_mm=600.0) for side in sides]
    body = even(core=Core(material="xps_sheet"), walls={"kind": "walls", "sheet_mm": 2.2}, left_out=gone)
    with np.errstate(divide="raise", invalid="raise"):
        a = compute(with_body(body), scheme(), 61, False, False)
    assert np.isfinite(a.solved.n.min(axis=1)).all()
    assert float(a.solved.GJ[0].min()) > 0


def test_a_curved_nose_closes_as_an_ellipse() -> None:
    """Its room is 2/3 of the cylinder's that it is cut from, as of half an ellipsoid; it weighs less than one cut off
    square, and what lies behind the curve is as it was."""
    blunt, curved = even(), even(nose_mm=120.0)
    fine = np.linspace(0.0, 120.0, 400)
    outline = curved.outline
    wide, high = (
        np.interp(fine, [s.x_mm for s in outline], [getattr(s, f) for s in outline]) for f in ("width_mm", "height_mm")
    )
    assert float(np.trapezoid(wide * high, fine)) == pytest.approx(2 / 3 * 50 * 60 * 120, rel=0.05)
    assert told(curved).mass.part_g.value < told(blunt).mass.part_g.value
    at = [compute(with_body(b), scheme(), 61, False, False) for b in (blunt, curved)]
    EI = [float(np.interp(300.0, a.layout.plan.y, a.solved.properties.EIxx[0])) for a in at]
    assert EI[1] == pytest.approx(EI[0], rel=1e-6)


def test_a_push_on_the_tail_bends_it_as_a_cantilever() -> None:
    """F L³ / 3 EI and F L / GA to the middle of the push, from a seat that is as good as a point."""
    a = compute(with_body(even(wing_at_mm=WING_AT, seat_mm=12.0)), scheme(), 61, False, False)
    run = next(a.solved.run_of(k) for k, c in enumerate(a.cases) if c.id == "body_handling")
    case = next(c for c in a.cases if c.id == "body_handling")
    p, x = a.solved.properties, a.layout.plan.y
    EI, GA = float(p.EIxx[0, 30]), float(a.solved.GA_s[0, 30])
    push = case.pushes[0]
    at = 0.5 * (push.start + push.end)
    long = at - (WING_AT + 6.0)
    by_hand = case.factor * (long**3 / (3 * EI) + long / GA)
    bend = float(np.interp(at, x, a.solved.shape.bend[run]))
    assert -bend == pytest.approx(by_hand, rel=0.04)
    assert abs(float(np.interp(WING_AT + 6.0, x, a.solved.shape.bend[run]))) < 1e-3


def test_the_fin_twists_it_by_its_arm_to_where_it_turns() -> None:
    """T L / GJ from the seat aft, T the fin's force times its height over the middle of the closed box."""
    a = compute(with_body(even(wing_at_mm=WING_AT, seat_mm=12.0)), scheme(), 61, False, False)
    k = next(k for k, c in enumerate(a.cases) if c.id == "body_rudder")
    push, GJ = a.cases[k].pushes[0], float(a.solved.GJ[0, 30])
    twist = float(a.solved.shape.twist[a.solved.run_of(k), -1])
    long = 0.5 * (push.start + push.end) - (WING_AT + 6.0)
    assert twist == pytest.approx(push.side * push.height * long / GJ, rel=0.05)


def test_its_tail_swings_as_a_cantilever_with_what_it_carries() -> None:
    """1 / 2π √(3 EI / L³ (m + 33/140 of its own)), shear of the walls aside (Rayleigh 1877): what lies before the seat
    does not swing."""
    light = with_body(even(wing_at_mm=WING_AT, seat_mm=12.0)).model_copy(update={"rest_g": 0.0})
    a = compute(light, scheme(), 61, False, False)
    p, tail = a.solved.properties, a.cases[0].lumps[:2]
    EI, GA = float(p.EIxx[0, 30]), float(a.solved.GA_s[0, 30])
    held = WING_AT + 6.0
    at = sum(m.grams * 0.5 * (m.start + m.end) for m in tail) / sum(m.grams for m in tail)
    long = at - held
    # of its own, what lies behind the tail's middle moves as that, and a little more
    own, over = (float(p.mass[0, 30]) * length for length in (long, LONG - at))
    mass = (sum(m.grams for m in tail) + 33 / 140 * own + over) * 1e-6
    give = long**3 / (3 * EI) + long / GA
    assert float(a.screens.bending_hz[0]) == pytest.approx((1 / give / mass) ** 0.5 / (2 * np.pi), rel=0.06)


def test_the_shear_in_a_corner_is_that_of_its_wall() -> None:
    """V Q / I of half of the top wall between the side walls: what goes down each side of a box (Timoshenko 1955)."""
    a = compute(with_body(even()), scheme(), 61, False, False)
    p, k = a.solved.properties, 30
    outline, layout = a.layout.outline, a.layout
    t = layout.section.wall_mm or 0.0
    wide = float(outline.chord[k])
    values = a.solved
    foam, sheets = float(values.materials.foam.E[0]) * t, float(values.materials.sheet_Et[0, 0])
    arm = float(outline.upper[k].max()) - 0.5 * t - float(p.z0[0, k])
    by_hand = (foam + 2 * sheets) * (0.5 * wide - t) * arm / float(p.EIxx[0, k])
    for edge in ("nose", "trailing edge"):
        assert float(values.flow.seams[edge][0, k]) == pytest.approx(by_hand, rel=0.12)


def test_a_wall_that_is_not_there_does_not_buckle() -> None:
    gone = LeftOut(x_from_mm=5.0, x_to_mm=LONG - 5.0)
    thin: dict[str, Any] = {"core": Core(material="xps_sheet"), "walls": {"kind": "walls", "sheet_mm": 2.0}}
    shut, opened = told(even(**thin)), told(even(**thin, left_out=[gone]))
    low, at = (next((m.n for m in v.modes if m.how == "the bottom wall buckles"), np.inf) for v in (shut, opened))
    assert at > 5 * low
    # and the top wall goes on as foam
    assert any("foam cracks on the top face" in m.how for m in opened.modes)


def test_an_open_bottom_costs_the_twist() -> None:
    shut = told(even())
    opened = told(even(left_out=[LeftOut(x_from_mm=WING_AT + SEAT, x_to_mm=LONG)]))
    assert opened.mass.part_g.value < shut.mass.part_g.value
    at = next(c for c in shut.cases if c.id == "body_rudder")
    assert at.n > 0
    assert abs(opened.twist_deg.value) > 5 * abs(shut.twist_deg.value)


def test_film_over_an_open_bottom_closes_it_again() -> None:
    gone = LeftOut(x_from_mm=WING_AT + SEAT, x_to_mm=LONG)
    film = Skin(id="film", surface="bottom", y_from_mm=WING_AT + SEAT - 10, y_to_mm=LONG)
    at = 600.0
    shut, opened, filmed = (
        evaluate(with_body(body), scheme(*pieces), slice_at_mm=at, ledger=False, spread=False)
        for body, pieces in ((even(), ()), (even(left_out=[gone]), ()), (even(left_out=[gone]), (film,)))
    )
    GJ = [v.section.GJ_Nmm2 for v in (shut, opened, filmed)]
    assert GJ[1] < 0.06 * GJ[0]
    assert GJ[0] > GJ[2] > 6 * GJ[1]
    assert abs(filmed.twist_deg.value) < 0.4 * abs(opened.twist_deg.value)
    # where it lies off, it is open
    off = told(even(left_out=[gone]), film.model_copy(update={"on": False}))
    assert off.twist_deg.value == pytest.approx(opened.twist_deg.value, rel=1e-6)


def test_what_lies_on_it_helps() -> None:
    bare = told(even())
    strips = [
        Strip(id=f"s{k}", level=level, y_to_mm=LONG, chord_from=share, chord_to=share, width_mm=4.0, thickness_mm=1.0,
              lying="flat", material="spruce")
        for k, (level, share) in enumerate((v, s) for v in ("top", "bottom") for s in (0.15, 0.85))
    ]  # fmt: skip
    stiff = told(even(), *strips)
    assert stiff.section.EI_Nmm2 > 1.05 * bare.section.EI_Nmm2
    taped = told(even(), TapeStrip(id="t", surface="both", width_mm=40.0, y_to_mm=LONG, chord_from=0.5, chord_to=0.5))
    assert taped.section.EI_Nmm2 > bare.section.EI_Nmm2
    formers = told(even(), FoamRibs(id="r", y_to_mm=LONG, spacing_mm=100.0))
    assert formers.mass.part_g.value > bare.mass.part_g.value


def test_side_walls_buckle_between_formers_and_by_the_cube_of_their_thickness() -> None:
    def side(sheet: float, *pieces: Any) -> float:
        body = even(core=Core(material="xps_sheet"), walls={"kind": "walls", "sheet_mm": sheet})
        return next(m.n for m in told(body, *pieces).modes if m.how == "the left wall buckles")

    thin, thick = side(2.0), side(4.0)
    # what pushes is given, what bends goes with the cube
    assert 7.0 < thick / thin < 9.5
    assert side(2.0, FoamRibs(id="r", y_to_mm=LONG, spacing_mm=25.0)) > 1.5 * thin


def test_it_hangs_down_and_swings_as_it_should() -> None:
    v = told(even())
    assert v.tip_bend_mm.value > 0
    assert 5 < v.bending_hz.value < 200
    assert v.part == "body"
    assert "behind the nose" in v.sentence
    assert not any("trailing edge" in m.how or "sheet" in m.how for m in v.modes)


def test_every_start_flies_with_its_body() -> None:
    for use in ("trainer", "sport", "aerobatic", "close", "combat", "survey", "glider"):
        airframe = start(use, "New").airframe  # type: ignore[arg-type]
        airframe, own = start_part(airframe, "tailplane")
        airframe, made = start_part(airframe, "body")
        v = evaluate(airframe, made, spread=False)
        assert v.judged.state != "gives way", use
        file = AirframeFile(airframe=airframe, schemes=[Scheme(id="w", name="W"), own, made])
        again = AirframeFile.model_validate_json(file.model_dump_json())
        assert again.airframe.parts.body == airframe.parts.body
        shown = stand(airframe, again.schemes, {})
        line = next(p for p in shown.parts if p.part == "body")
        assert line.sentence
        assert line.plan
        assert line.side
        # it lies about the middle, under the wing
        out = [p[0] for p in line.plan[0]]
        assert min(out) == pytest.approx(-max(out), abs=0.2)
        assert max(p[1] for p in line.side[0]) < 1.0


@pytest.mark.parametrize(
    ("change", "said"),
    [
        ({"stations": [{"x_mm": 0}, {"x_mm": 300}, {"x_mm": 200}, {"x_mm": 850}]}, "one before it"),
        ({"stations": [{"x_mm": 40}, {"x_mm": 850}]}, "It is the nose"),
        ({"stations": [{"x_mm": 0, "width_mm": 9}, {"x_mm": 850}]}, "leave no room"),
        ({"wing_at_mm": 800}, "the body ends at"),
        ({"left_out": [{"x_from_mm": 400, "x_to_mm": 900}]}, "behind the tail"),
        ({"left_out": [{"x_from_mm": 400, "x_to_mm": 300}]}, "should end behind"),
        ({"left_out": [{"x_from_mm": 400, "x_to_mm": 500, "width_mm": 300}]}, "wider than the body"),
        ({"core": {"material": "balsa_light"}}, "Thin wood"),
    ],
)
def test_what_cannot_be_is_told(change: dict[str, Any], said: str) -> None:
    plain = even().model_dump(mode="json")
    with pytest.raises(ValidationError, match=said):
        Body.model_validate(plain | change)


def test_a_body_of_foam_walls() -> None:
    v = told(even(core=Core(material="xps33"), walls={"kind": "walls", "sheet_mm": 8.0}))
    assert v.holds.n.value > 0


@given(data=st.data())
@settings(max_examples=12)
def test_any_body_has_finite_figures_or_a_reason(data: st.DataObject) -> None:
    places = sorted(data.draw(st.lists(st.floats(20, 2000), min_size=1, max_size=4, unique_by=lambda x: round(x / 8))))
    sizes = st.floats(12, 300)
    stations = [
        {"x_mm": x, "width_mm": data.draw(sizes), "height_mm": data.draw(sizes),
         "roundness": data.draw(st.floats(0, 1)), "middle_mm": data.draw(st.floats(-100, 100))}
        for x in (0.0, *places)
    ]  # fmt: skip
    described = {
        "stations": stations, "wing_at_mm": data.draw(st.floats(10, 800)), "seat_mm": data.draw(st.floats(10, 300)),
        "core": {"material": data.draw(st.sampled_from(["foamboard_light", "epp20", "xps_sheet"]))},
        "walls": {"kind": "walls", "sheet_mm": data.draw(st.floats(1, 12))},
    }  # fmt: skip
    try:
        body = Body.model_validate(described)
    except ValidationError:
        return
    kinds = [o.kind for o in offers(with_body(body), scheme(), "metric")]
    assert not {"box", "boards", "notch"} & set(kinds)
    wish = data.draw(st.sampled_from(kinds))
    try:
        v = told(body, *suggest(with_body(body), scheme(), wish))
    except Refused:
        return
    assert np.isfinite([v.mass.part_g.value, v.tip_bend_mm.value, v.twist_deg.value, v.bending_hz.value]).all()
    assert v.breaks.n.value >= 0


def test_a_search_peels_the_walls_of_a_body() -> None:
    wish = Wish(vary=["papers"], break_g=1.0)
    *_, found = search(with_body(even()), scheme(), wish)
    assert isinstance(found, Found)
    assert found.tried == 2
    assert {p.made["walls"]["peeled_inside"] for p in found.front} <= {"none", "both"}
    assert found.winner is not None
    assert found.winner.made["walls"]["peeled_inside"] == "both"
    left_on = told(even())
    assert found.winner.part_g < left_on.mass.part_g.value - 5.0


def test_the_promise_is_shared_among_the_parts() -> None:
    """By their weights, so that what is left stands on all of them; what a part was given is its own."""
    airframe = with_body(even())
    schemes = [Scheme(part=name, id=name, name=name, pieces=[]) for name in airframe.parts.there()]

    def shares(told: Airframe) -> dict[str, tuple[float, float, bool]]:
        found = {}
        for line in stand(told, schemes, {}).parts:
            assert line.part_g is not None
            assert line.share_g is not None
            found[line.part] = (line.part_g.value, line.share_g, line.share_given)
        return found

    free = shares(airframe)
    assert sum(share for _, share, _ in free.values()) == pytest.approx(airframe.promise_g - airframe.rest_g)
    assert len({round(share / grams, 6) for grams, share, _ in free.values()}) == 1
    assert not any(given for *_, given in free.values())
    body = airframe.parts.body
    assert body is not None
    own = body.model_copy(update={"targets": body.targets.model_copy(update={"share_g": 61.0})})
    given = shares(with_body(own))
    assert given["body"][1:] == (61.0, True)
    assert sum(share for _, share, _ in given.values()) == pytest.approx(airframe.promise_g - airframe.rest_g)
    # and given more than there is, the others are told none
    most = body.model_copy(update={"targets": body.targets.model_copy(update={"share_g": 14000.0})})
    told = stand(with_body(most), schemes, {})
    assert [line.share_g for line in told.parts if line.part != "body"] == [None, None, None]


@pytest.mark.parametrize("shape", ["box", "pod", "profile", "glider"])
@pytest.mark.parametrize("use", ["trainer", "survey", "glider", "close"])
def test_ready_shapes_are_sized_to_the_wing_and_fly(use: Any, shape: Any) -> None:
    airframe = start(use, "Ready").airframe
    for name in ("tailplane", "fin"):
        airframe, _ = start_part(airframe, name)  # type: ignore[arg-type]
    body = ready_body(airframe, shape)
    assert body.half_span_mm == pytest.approx(ready_body(airframe, "box").half_span_mm)
    assert (body.boom is not None) == (shape == "pod")
    v = evaluate(
        airframe.model_copy(update={"parts": airframe.parts.model_copy(update={"body": body})}),
        scheme(), ledger=False, spread=False,
    )  # fmt: skip
    assert v.breaks.n.value > 1
    assert v.tip_bend_mm.value < 0.35 * body.half_span_mm
