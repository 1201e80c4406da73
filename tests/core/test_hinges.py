"""Hinges and control surfaces against closed forms, and every hinge an answer or a reason."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest
from fletcher_core.catalogue import catalogue
from fletcher_core.hinges import (
    HingeQuestion,
    SurfaceQuestion,
    bevel_for,
    choose_hinge,
    drawn,
    gap_for,
    hinge_moment,
    judge,
    throw_of,
)
from fletcher_core.hinges.geometry import SPARE
from fletcher_core.hinges.surface import twist_stiffness
from hypothesis import given
from hypothesis import strategies as st


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
    return SurfaceQuestion.model_validate({"film": None, **more})


def test_twist_of_the_ends_by_hand() -> None:
    q = surface(horn_at=0.0, made="balsa_hard")
    v = judge(q)
    by_hand = math.degrees(v.moment_Nmm / q.length_mm * q.length_mm**2 / (2 * twist_stiffness(q)))
    assert v.twist_end_deg == pytest.approx(by_hand)
    middle = judge(surface(horn_at=0.5, made="balsa_hard"))
    assert middle.twist_end_deg == pytest.approx(by_hand / 4)
    assert middle.lost == pytest.approx(v.lost / 4)
    soft = surface(horn_at=0.0, film="laminate_38um", layers=2)
    assert any("in the middle" in s for s in judge(soft).says)
    assert not any("in the middle" in s for s in judge(soft.model_copy(update={"horn_at": 0.5})).says)


def test_servo_by_hand() -> None:
    v = judge(surface(servo_Nmm=120, servo_arm_mm=10, horn_mm=15))
    assert v.servo_at_surface_Nmm == pytest.approx(180)
    assert v.servo_reserve == pytest.approx(180 / v.moment_Nmm)
    assert judge(surface(speed_m_s=32)).moment_Nmm == pytest.approx(4 * judge(surface(speed_m_s=16)).moment_Nmm)


def test_a_long_strip_of_bare_foam_warps_and_three_layers_of_film_do_not() -> None:
    assert judge(surface(length_mm=400, chord_mm=30)).warps == "will warp"
    assert judge(surface(length_mm=400, chord_mm=30, film="laminate_38um")).warps == "may warp"
    for kept in ({"film": "laminate_38um", "layers": 3}, {"edge_strip": True}, {"made": "balsa_hard"}):
        assert judge(surface(length_mm=400, chord_mm=30, **kept)).warps == "stays straight"


def test_a_layer_more_stiffens() -> None:
    losses = [judge(surface(film="laminate_38um", layers=n)).lost for n in (1, 2, 3)]
    assert losses == sorted(losses, reverse=True)
    assert judge(surface()).lost > losses[0]


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
        ({"white_board": True}, "rubbery", "solvent eats it"),
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
