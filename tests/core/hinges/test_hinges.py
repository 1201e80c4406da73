"""Hinges and control surfaces against closed forms, and every hinge an answer or a reason."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest
from fletcher_core.catalogue import catalogue, using
from fletcher_core.hinges import (
    HingeQuestion,
    SurfaceQuestion,
    bevel_for,
    choose_hinge,
    drawn,
    gap_for,
    hinge_drawn,
    hinge_moment,
    throw_of,
)
from fletcher_core.hinges.choose import pull_on
from fletcher_core.hinges.geometry import SPARE
from fletcher_core.hinges.surface import figures, inertia, twist_along, twist_stiffness
from fletcher_core.kinds import rectangle_constant
from fletcher_core.model import Airframe, ControlSurface, Core, FlatPlate, Refused
from fletcher_core.questions.control_surfaces import SurfaceVerdict, hinges_for, judge, surface_of
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from tests.conftest import make_airframe, with_wing


def test_a_bevel_of_45_gives_45_down_and_up_is_free() -> None:
    throw = throw_of("bevel", 8.0, 45.0, 0.0)
    assert (throw.down, throw.up) == (45.0, 90.0)


@given(st.floats(5, 55), st.floats(1, 40))
def test_the_gap_for_a_throw_gives_that_throw_and_a_hair(throw: float, depth: float) -> None:
    free = throw_of("gap", depth, 0.0, gap_for(throw, depth))
    assert free.up == free.down == pytest.approx(throw + SPARE)


@given(st.floats(5, 55), st.floats(2, 30), st.sampled_from(["bevel", "gap"]))
def test_at_full_throw_nothing_of_the_surface_is_in_the_wing(throw: float, depth: float, how: str) -> None:
    """The drawn surface, swung as far as it may, stays behind the wing's edge."""
    bevel = bevel_for(throw) if how == "bevel" else 0.0
    gap = gap_for(throw, depth) if how == "gap" else 0.0
    wing, surface = drawn(how, depth, 5 * depth, bevel, gap, throw)
    edge = max(x for x, _ in wing)
    assert min(x for x, z in surface if -depth <= z <= depth) >= edge - 1e-6


def test_moment_of_a_flap_that_is_the_whole_wing_is_that_of_a_plate() -> None:
    """Lift slope 2 pi at the quarter chord: pi / 2 about the leading edge."""
    assert hinge_moment(0.9999) == pytest.approx(math.pi / 2, rel=0.01)


def by_panels(share: float, count: int = 800) -> float:
    """The same by another method: lumped vortices on a plate whose rear part is turned (Katz and Plotkin 2001)."""
    x = np.linspace(0, 1, count + 1)
    vortex, control = x[:-1] + 0.25 / count, x[:-1] + 0.75 / count
    flow = 1 / (2 * math.pi * (control[:, None] - vortex[None, :]))
    strength = np.linalg.solve(flow, (control > 1 - share).astype(float))
    behind = vortex > 1 - share
    return float(2 * np.sum(strength[behind] * (vortex[behind] - (1 - share))))


@pytest.mark.parametrize("share", [0.15, 0.25, 0.4])
def test_moment_of_a_flap_agrees_with_vortex_panels(share: float) -> None:
    assert hinge_moment(share) == pytest.approx(by_panels(share), rel=0.005)


def surface(**more: Any) -> SurfaceQuestion:
    return SurfaceQuestion.model_validate({"film": None, "throw_deg": 25, **more})


def typical(q: SurfaceQuestion) -> dict[str, Any]:
    return {k: np.array([v.typical]) for k, v in figures(q).items()}


def test_twist_of_the_ends_by_hand() -> None:
    q = surface(horn_at=0.0, made="balsa_hard")
    v = judge(q)
    GJ = float(twist_stiffness(q, typical(q))[0])
    by_hand = math.degrees(v.moment_Nmm.value / q.length_mm * q.length_mm**2 / (2 * GJ))
    assert v.twist_end_deg.value == pytest.approx(by_hand)
    middle = judge(surface(horn_at=0.5, made="balsa_hard"))
    assert middle.twist_end_deg.value == pytest.approx(by_hand / 4)
    assert middle.lost.value == pytest.approx(v.lost.value / 4)
    soft = surface(horn_at=0.0, film="laminate_38um", layers=2)
    assert any("in the middle" in s for s in judge(soft).says)
    assert not any("in the middle" in s for s in judge(soft.model_copy(update={"horn_at": 0.5})).says)


@given(st.floats(0, 1))
def test_the_lag_along_it_is_nothing_at_the_horn_and_means_what_is_lost(horn: float) -> None:
    q = surface(horn_at=horn, film="laminate_38um")
    y = np.linspace(0, q.length_mm, 801)
    lag = twist_along(q, typical(q), y)[0]
    v = judge(q)
    assert twist_along(q, typical(q), np.array([q.arms[0]]))[0, 0] == pytest.approx(0, abs=1e-9)
    assert np.trapezoid(lag, y) / q.length_mm / q.throw_deg == pytest.approx(v.lost.value, rel=1e-3)
    assert max(lag[0], lag[-1]) == pytest.approx(v.twist_end_deg.value)
    # a bar fed by an even torque: its twist curves by m / GJ everywhere
    bend = np.diff(lag[10:390], 2) / (y[1] - y[0]) ** 2
    m_over_GJ = math.degrees(v.moment_Nmm.value / q.length_mm / float(twist_stiffness(q, typical(q))[0]))
    away = np.abs(y[11:389] - q.arms[0]) > 2
    assert np.allclose(bend[away], -m_over_GJ, rtol=1e-3)


def test_film_and_boards_twist_as_closed_forms_say() -> None:
    filmed = surface(film="laminate_75um", layers=2, chord_mm=50, depth_mm=8)
    skin, foam = catalogue().skin["laminate_75um"], catalogue().foam["epp30"]
    area = 0.55 * 8 * 50
    round_ = 2 * math.hypot(50, 0.45 * 8) + 1.1 * 8
    cell = 4 * area**2 * 2 * skin.Gt.typical / round_
    own = foam.G.typical * rectangle_constant(50, 0.55 * 8)
    assert float(twist_stiffness(filmed, typical(filmed))[0]) == pytest.approx(cell + own)
    board = next(k for k, b in catalogue().board.items() if b.paper_faced)
    wide = surface(made=board, wing_chord_mm=1000, chord_mm=500, depth_mm=5)
    Gt = typical(wide)[f"board.{board}.face_Gt"][0]
    # a board that is wide against its depth: two faces, 2 G t h² c
    assert float(twist_stiffness(wide, typical(wide))[0]) == pytest.approx(2 * Gt * 25 * 500, rel=0.08)


def test_servo_by_hand() -> None:
    v = judge(surface(servo_Nmm=120, servo_arm_mm=10, horn_mm=15))
    real = catalogue().control["servo"].factor.typical
    assert v.servo_at_surface_Nmm.value == pytest.approx(180 * real)
    assert v.servo_reserve.value == pytest.approx(180 * real / v.moment_Nmm.value)
    fast, slow = judge(surface(speed_m_s=32)), judge(surface(speed_m_s=16))
    assert fast.moment_Nmm.value == pytest.approx(4 * slow.moment_Nmm.value)
    theory = 0.5 * 1.225 * 16**2 * 1e-6 * 180**2 * hinge_moment(40 / 180) * math.radians(25) * 250
    assert slow.moment_Nmm.value == pytest.approx(theory * catalogue().control["air"].factor.typical)


def test_weight_balance_and_frequency_by_hand() -> None:
    q = surface(made="balsa_hard", chord_mm=40, depth_mm=8, length_mm=250, horn_at=0.5)
    density = catalogue().stock["balsa_hard"].density.typical * 1e-6
    x = np.linspace(0, 40, 4001)
    depth = 8 * (1 - 0.9 * x / 40)
    by_hand = [float(np.trapezoid(density * 250 * depth * x**k, x)) for k in (0, 1, 2)]
    assert [float(v[0]) for v in inertia(q, typical(q))] == pytest.approx(by_hand, rel=1e-4)
    v = judge(q)
    assert v.grams.value == pytest.approx(by_hand[0], rel=1e-4)
    assert v.shakes.unbalance_gmm.value == pytest.approx(by_hand[1], rel=1e-4)
    assert v.shakes.balance_g * 10 == pytest.approx(by_hand[1], rel=1e-4)
    factors = catalogue().control
    stiffness = 120 * factors["servo"].factor.typical / math.radians(factors["give"].factor.typical) * 1.5**2
    assert v.shakes.servo_hz == pytest.approx(math.sqrt(stiffness * 1e6 / by_hand[2]) / 2 / math.pi, rel=1e-4)
    assert v.shakes.hz.value < min(v.shakes.servo_hz, v.shakes.twist_hz)


@pytest.mark.parametrize(("wing", "state"), [((1.0, 2.0), "well apart"), ((1.0, 1e4), "below"), (None, "not compared")])
def test_the_flutter_check_looks_at_the_faster_of_the_wings_two(wing: Any, state: str) -> None:
    shakes = judge(surface(film="laminate_38um", layers=3), wing).shakes
    assert shakes.state == state
    assert "not a promise" in shakes.says
    if wing:
        assert shakes.ratio == pytest.approx(shakes.hz.low / max(wing))


def test_a_long_strip_of_bare_foam_warps_and_three_layers_of_film_do_not() -> None:
    assert judge(surface(length_mm=400, chord_mm=30)).warps == "will warp"
    assert judge(surface(length_mm=400, chord_mm=30, film="laminate_38um")).warps == "may warp"
    for kept in ({"film": "laminate_38um", "layers": 3}, {"edge_strip": True}, {"made": "balsa_hard"}):
        assert judge(surface(length_mm=400, chord_mm=30, **kept)).warps == "stays straight"


def test_what_it_is_of_and_its_papers_say_whether_it_warps() -> None:
    """Softer foam sooner; papers that pull alike later; one paper alone at once (what builders say)."""

    def warp(slender: float, **more: Any) -> str:
        return judge(surface(length_mm=30.0 * slender, chord_mm=30.0, **more)).warps

    order = ["stays straight", "may warp", "will warp"]
    board = {"made": "foamboard_light"}
    for slender in (1.0, 3.5, 6.0, 10.0, 20.0):
        bare, soft = warp(slender, made="xps33"), warp(slender, made="epp20")
        papered, one = warp(slender, **board), warp(slender, peeled="one side", **board)
        none = warp(slender, peeled="both sides", **board)
        assert order.index(soft) >= order.index(bare) >= order.index(papered)
        assert order.index(one) >= order.index(papered)
        assert none == bare
    assert warp(3.0, peeled="one side", **board) == "will warp"
    assert warp(6.0, **board) == "stays straight"
    by_length = [order.index(warp(s, **board)) for s in (2.0, 5.0, 9.0, 13.0, 18.0)]
    assert by_length == sorted(by_length)


def test_an_end_that_twists_by_more_than_its_throw_stays_behind() -> None:
    v = judge(surface(length_mm=900.0, chord_mm=25.0, depth_mm=3.0, made="epp20", speed_m_s=40.0, horn_at=0.0))
    assert v.twist_end_deg.value > 25
    assert any("stays behind" in said for said in v.says)
    assert not any("stays behind" in said for said in judge(surface(film="laminate_38um", layers=3)).says)


def test_a_layer_more_stiffens() -> None:
    losses = [judge(surface(film="laminate_38um", layers=n)).lost.value for n in (1, 2, 3)]
    assert losses == sorted(losses, reverse=True)
    assert judge(surface()).lost.value > losses[0]


def test_what_a_change_buys_is_what_it_gives_once_made() -> None:
    q = surface(horn_at=0.1)
    before = judge(q)
    assert {w.label for w in before.ways} >= {"The horn in the middle", "Light balsa in its place"}
    for way in before.ways:
        after = judge(SurfaceQuestion.model_validate({**q.model_dump(), **way.change}))
        assert after.twist_end_deg.value == pytest.approx(way.twist_end_deg)
        assert after.servo_reserve.value == pytest.approx(way.servo_reserve)
        assert after.grams.value == pytest.approx(way.grams)
        assert after.warps == way.warps


def spreads_of(v: SurfaceVerdict) -> list[Any]:
    return [v.moment_Nmm, v.servo_reserve, v.twist_end_deg, v.lost, v.grams, v.shakes.hz, *(t.deg for t in v.along)]


@given(
    st.floats(20, 2000), st.floats(50, 1000), st.floats(0.06, 0.5), st.floats(1, 60), st.floats(1, 60), st.floats(0, 1),
    st.sampled_from([*catalogue().foam, *catalogue().board, "balsa_light"]),
    st.sampled_from([None, "laminate_38um", "packing_tape"]),
)  # fmt: skip
def test_every_figure_has_a_range_round_it_and_nothing_is_infinite(
    length: float, chord: float, share: float, depth: float, throw: float, horn: float, made: str, film: str | None
) -> None:
    q = surface(
        length_mm=length, wing_chord_mm=chord, chord_mm=max(5, share * chord), depth_mm=depth, throw_deg=throw,
        horn_at=horn, made=made, film=film,
    )  # fmt: skip
    v = judge(q)
    for figure in spreads_of(v):
        assert 0 <= figure.low <= figure.value <= figure.high < 1e9
    assert v.moment_Nmm.low < v.moment_Nmm.value < v.moment_Nmm.high
    assert hinges_for(q, v, "days", False)


def test_workings_tell_the_numbers_that_were_used() -> None:
    v = judge(surface(film="laminate_38um"))
    told = {
        "moment": v.moment_Nmm, "servo": v.servo_reserve, "twist": v.twist_end_deg, "lost": v.lost, "grams": v.grams,
        "shakes": v.shakes.hz,
    }  # fmt: skip
    for key, figure in told.items():
        working = v.workings[key]
        assert figure.value in [s.number for s in working.steps]
        assert working.spread == figure
        assert working.inputs
        assert all(s.source for s in working.inputs)
    assert v.workings["moment"].drivers[0].name == "control.air.factor"


def wing_with(**surface_fields: Any) -> Airframe:
    airframe = make_airframe()
    aileron = ControlSurface(y_from_mm=200, y_to_mm=450, chord_share=0.25, **surface_fields)
    return with_wing(airframe, airframe.wing.model_copy(update={"aileron": aileron}))


def test_a_surface_of_the_wing_has_the_wings_own_sizes() -> None:
    airframe = wing_with(film="laminate_38um", layers=2)
    q = surface_of(airframe, "aileron")
    panel = airframe.wing.panels[0]
    share = 325 / panel.span_mm
    chord = panel.root_chord_mm + share * (panel.tip_chord_mm - panel.root_chord_mm)
    assert q.wing_chord_mm == pytest.approx(chord, rel=1e-3)
    assert q.chord_mm == pytest.approx(0.25 * chord, rel=1e-3)
    assert (q.length_mm, q.made, q.layers) == (250, airframe.wing.core.material, 2)
    assert q.speed_m_s == airframe.flight.speed_m_s
    # the depth is the section's at the hinge: a plate's is its thickness
    plate = airframe.wing.model_copy(update={"aerofoil": FlatPlate(thickness_mm=9), "core": Core(material="xps33")})
    assert surface_of(with_wing(airframe, plate), "aileron").depth_mm == pytest.approx(9)
    with pytest.raises(Refused, match="no flap"):
        surface_of(airframe, "flap")


def test_one_that_is_too_small_to_make_is_refused_at_its_field() -> None:
    airframe = wing_with()
    small = airframe.wing.aileron.model_copy(update={"y_to_mm": 210.0})  # type: ignore[union-attr]
    narrow = with_wing(airframe, airframe.wing.model_copy(update={"aileron": small}))
    with pytest.raises(Refused) as caught:
        surface_of(narrow, "aileron")
    assert caught.value.problems[0].where == ("parts", "wing", "aileron", "chord_share")


def test_flap_and_aileron_do_not_lie_over_each_other() -> None:
    wing = wing_with().wing.model_dump()
    wing["flap"] = ControlSurface(y_from_mm=50, y_to_mm=250).model_dump()
    with pytest.raises(ValidationError, match="lie over each other"):
        type(wing_with().wing).model_validate(wing)


def test_tape_is_as_wide_as_its_shear_asks() -> None:
    q = HingeQuestion(moment_Nmm=900, length_mm=100, depth_mm=6)
    wide = {r.hinge: r for r in choose_hinge(q)}
    low = catalogue().control["tape_shear"].factor.low
    assert wide["tape_bevel"].tape_mm == math.ceil(pull_on(q) / low) > 10
    assert wide["pinned"].tape_mm is None
    assert {r.hinge: r for r in choose_hinge(HingeQuestion())}["tape_bevel"].tape_mm == 10


def test_a_hinges_score_is_its_parts_times_their_weights() -> None:
    for ranked in choose_hinge(HingeQuestion()):
        assert sum(p.weight for p in ranked.parts) == pytest.approx(1)
        assert ranked.score == pytest.approx(sum(p.value * p.weight for p in ranked.parts))
        for figure in (ranked.load_reserve, ranked.servo_share, ranked.grams, ranked.minutes):
            assert figure.low <= figure.typical <= figure.high


@pytest.mark.parametrize("made", ["foam", "board", "corrugated", "balsa"])
@pytest.mark.parametrize("throw", [10.0, 25.0, 45.0])
def test_every_hinge_has_an_answer_or_a_reason(made: str, throw: float) -> None:
    ranked = choose_hinge(HingeQuestion.model_validate({"made": made, "throw_deg": throw, "keeps": "days"}))
    assert {r.hinge for r in ranked} == set(catalogue().hinge)
    allowed = [r for r in ranked if not r.reasons]
    assert allowed, made
    assert ranked[: len(allowed)] == allowed
    assert all(r.steps and r.mistakes and r.repair for r in ranked)
    assert all((r.bevel_deg > 0) != (r.gap_mm > 0) for r in ranked)


@pytest.mark.parametrize(
    ("changed", "hinge", "words"),
    [
        ({"made": "board"}, "flute", "cannot be made in board"),
        ({"family": "xps"}, "rubbery", "solvent eats extruded"),
        ({"family": "eps"}, "foam_flexed", "snaps"),
        ({"keeps": "years"}, "foam_flexed", "lasts days"),
        ({"servo_Nmm": 8}, "two_tapes_gap", "of the servo's torque"),
        ({"moment_Nmm": 2000, "length_mm": 60}, "tape_bevel", "It lets go"),
    ],
)
def test_each_reason_strikes_where_it_should(changed: dict[str, Any], hinge: str, words: str) -> None:
    plain = {r.hinge: r for r in choose_hinge(HingeQuestion(keeps="days"))}[hinge]
    told = {r.hinge: r for r in choose_hinge(HingeQuestion.model_validate({"keeps": "days", **changed}))}[hinge]
    assert any(words in reason for reason in told.reasons)
    assert hinge == "flute" or not any(words in reason for reason in plain.reasons)


def test_a_new_hinge_is_one_entry() -> None:
    new = catalogue().hinge["pinned"].model_copy(update={"label": "A new hinge", "never": {"epp": "Not in bead foam."}})
    with using(catalogue().model_copy(update={"hinge": {**catalogue().hinge, "new_hinge": new}})):
        told = {r.hinge: r for r in choose_hinge(HingeQuestion(made="balsa"))}
        assert not told["new_hinge"].reasons
        told = {r.hinge: r for r in choose_hinge(HingeQuestion(family="epp"))}
        assert told["new_hinge"].reasons == ["Not in bead foam."]
        assert ControlSurface(hinge="new_hinge").hinge == "new_hinge"


@pytest.mark.parametrize("hinge", sorted(catalogue().hinge))
@pytest.mark.parametrize("at", [-20.0, 0.0, 20.0])
def test_every_hinge_is_drawn_on_both_sides_and_turns_with_its_surface(hinge: str, at: float) -> None:
    entry, depth = catalogue().hinge[hinge], 8.0
    gap = gap_for(25, depth) if entry.how == "gap" else 0.0
    marks = hinge_drawn(entry.seen, depth, gap, at)
    assert marks
    for mark in marks:
        if len(mark.points) == 1:
            assert mark.radius > 0
            assert math.hypot(*mark.points[0]) < depth
            continue
        start, end = mark.points[0], mark.points[-1]
        assert start[0] < 0 < end[0]
        level = hinge_drawn(entry.seen, depth, gap, 0.0)[marks.index(mark)].points
        assert start == level[0], "what lies on the wing stays"
        turned = math.degrees(math.atan2(level[-1][1], level[-1][0]) - math.atan2(end[1], end[0]))
        assert turned == pytest.approx(at)
        assert math.hypot(*end) == pytest.approx(math.hypot(*level[-1]))
