"""Glue: the rules read as a table, times of the day, the ranking by hand, and a log that outranks the schools."""

from __future__ import annotations

import datetime
import math
from typing import Any

import pytest
from fletcher_core.bonds.lap import coupon_peak
from fletcher_core.bonds.lap_length import LapQuestion, lap_length
from fletcher_core.catalogue import catalogue, using
from fletcher_core.joints import (
    HARDS,
    RULES,
    SHAPES,
    SPLICES,
    BondTest,
    JointQuestion,
    SpliceQuestion,
    choose,
    hold,
    next_test,
    reasons_against,
    splices,
    standings,
    times_today,
)
from fletcher_core.joints.choose import covered, leaning, prepared
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

GLUES = sorted(catalogue().glue)
FOAMS = sorted(catalogue().foam)


def joint(**more: Any) -> JointQuestion:
    return JointQuestion.model_validate({"one": "epp30", "other": "epp30", "load_N": None, **more})


@pytest.mark.parametrize("foam", FOAMS)
@pytest.mark.parametrize("shape", sorted(SHAPES))
def test_every_glue_on_every_foam_in_every_joint_has_an_answer_or_a_reason(foam: str, shape: str) -> None:
    """The rules read as a table: a glue is ranked with a load above nothing, or out with a sentence."""
    for other in (foam, *HARDS):
        advice = choose(joint(one=foam, other=other, shape=shape), "foaming")
        told = {r.glue: r for r in advice.ranked}
        out = {r.glue: r.reasons for r in advice.out}
        assert sorted([*told, *out]) == GLUES
        assert all(r.carries_N > 0 and 0 < r.foam_torn <= 1 and r.steps for r in told.values())
        for reasons in out.values():
            assert reasons
            assert all(r.says.endswith(".") and r.because and r.source for r in reasons)
        for name in told:
            verdict = catalogue().glue[name].holds(catalogue().foam[foam].glue_family)[0]
            assert verdict in ("ok", "spot"), (name, foam)


@pytest.mark.parametrize(
    ("glue", "changed", "words"),
    [
        ("rubber_solvent", {"one": "xps33"}, "eats Extruded"),
        ("hot_melt_high", {"one": "eps15"}, "melts White"),
        ("wood_glue", {}, "does not hold on Bead foam"),
        ("wood_glue", {"one": "eps15", "other": "carbon"}, "key into carbon"),
        ("epoxy_30", {"fly_in_min": 60}, "Not cured in time"),
        ("rubber_solvent", {"shape": "lap"}, "cannot get out between closed faces"),
        ("polyurethane_foaming", {"damp": 0.1}, "too dry"),
        ("epoxy_5", {"air_C": 5}, "Too cold"),
        ("hot_melt_low", {"heat_C": 60}, "softens from 45"),
        ("ca_foam_safe", {"gap_mm": 1.0}, "does not fill a gap"),
        ("contact_foam_safe", {"slides": True}, "grabs at once"),
        ("epoxy_30", {"bends": True}, "cracks in foam that bends"),
        ("epoxy_30", {"shape": "hinge"}, "cracks in a hinge"),
        ("wood_glue", {"one": "eps15", "other": "wood", "wet": True}, "gets wet"),
        ("contact_foam_safe", {"sanded": True}, "cannot be sanded"),
    ],
)
def test_each_rule_strikes_where_it_should_and_nowhere_else(glue: str, changed: dict[str, Any], words: str) -> None:
    assert any(words in reason.says for reason in reasons_against(glue, joint(**changed)))
    kept = {k: v for k, v in changed.items() if k in ("one", "other")}
    if kept != changed:
        assert not any(words in reason.says for reason in reasons_against(glue, joint(**kept)))


def test_every_rule_strikes_somewhere() -> None:
    """No rule is there for show: each puts some glue out of some joint."""
    changes: list[dict[str, Any]] = [
        {}, {"one": "eps15"}, {"fly_in_min": 5}, {"shape": "lap"}, {"damp": 0.1}, {"air_C": 2}, {"heat_C": 70},
        {"gap_mm": 3}, {"slides": True}, {"bends": True}, {"one": "eps15", "other": "wood", "wet": True},
        {"sanded": True},
    ]  # fmt: skip
    struck = {
        name
        for change in changes
        for name, rule in RULES.items()
        if any(rule(g, joint(**change), catalogue().rule[name]) is not None for g in catalogue().glue.values())
    }
    assert struck == set(RULES) == set(catalogue().rule)


def test_ten_degrees_colder_takes_twice_as_long() -> None:
    glue = catalogue().glue["epoxy_30"]
    assert times_today(glue, 20, 0.5).fly == glue.fly
    assert times_today(glue, 10, 0.5).fly == pytest.approx(2 * glue.fly)
    damp = catalogue().glue["polyurethane_foaming"]
    assert times_today(damp, 20, 0.25).fly == pytest.approx(2 * damp.fly)
    melt = catalogue().glue["hot_melt_low"]
    assert times_today(melt, 10, 0.2).fly == melt.fly


def test_a_score_is_its_parts_times_their_weights() -> None:
    advice = choose(joint(), "foaming")
    for ranked in advice.ranked:
        by_hand = sum(p.value * p.weight for p in ranked.parts) + (leaning() if ranked.leaning else 0.0)
        assert ranked.score == pytest.approx(by_hand)
    for school in catalogue().school.values():
        assert sum(school.weights.model_dump().values()) == pytest.approx(1.0)


def test_what_a_joint_carries_by_hand() -> None:
    told = {r.glue: r for r in choose(joint(area_cm2=10, load_N=100), "foaming").ranked}["polyurethane_foaming"]
    foam = catalogue().foam["epp30"]
    # a butt is pulled: foam's tension, by the share that tears, over 80 % of 1000 mm2
    assert told.carries_N == pytest.approx(foam.tension.typical * 0.8 * 1000 * covered())
    assert told.reserve is not None
    assert told.reserve == pytest.approx([n / 100 for n in (told.carries_low_N, told.carries_N, told.carries_high_N)])
    lap = {r.glue: r for r in choose(joint(area_cm2=10, shape="slot"), "foaming").ranked}["polyurethane_foaming"]
    assert lap.carries_N == pytest.approx(foam.shear.typical * 0.8 * 1000 * covered())
    hard = {r.glue: r for r in choose(joint(one="wood", other="carbon", area_cm2=1), "hard").ranked}["epoxy_30"]
    assert hard.carries_N == pytest.approx(catalogue().glue["epoxy_30"].lap_on_hard.typical * 100 * covered())


def test_what_does_not_carry_comes_last() -> None:
    ranked = choose(joint(load_N=200, area_cm2=10), "contact").ranked
    carries = [r.reserve is not None and r.reserve.typical >= 1 for r in ranked]
    assert carries == sorted(carries, reverse=True)


def test_the_schools_disagree_and_say_on_what_they_rest() -> None:
    opinions = {o.school: o for o in choose(joint(), "contact").opinions}
    assert set(opinions) == set(catalogue().school)
    assert len({o.top[0] for o in opinions.values()}) >= 4
    assert all(o.rests and o.fails for o in opinions.values())
    assert opinions["foaming"].top[0] == "Foaming polyurethane"


def test_only_what_is_on_the_shelf() -> None:
    advice = choose(joint(), "contact", shelf=["epoxy_30", "polyurethane_foaming"])
    assert {r.glue for r in advice.ranked} <= {"epoxy_30", "polyurethane_foaming"}
    assert any("not on the shelf" in reason.says for r in advice.out for reason in r.reasons)


def bond(glue: str, where: str, **more: Any) -> BondTest:
    return BondTest.model_validate(
        {"one": "epp30", "other": "epp45", "glue": glue, "where": where, "day": datetime.date(2026, 11, 1), **more}
    )


def test_the_log_moves_what_is_known_as_a_beta_prior_does_by_hand() -> None:
    tests = [bond("epoxy_5", "peeled")] * 3
    before, after = hold("epoxy_5", "epp30", "epp30", []), hold("epoxy_5", "epp30", "epp30", tests)
    assert before.mean == 0.5
    assert after.mean == pytest.approx(3 * 0.5 / 6)
    assert (after.tests, after.before) == (3, 0.5)
    assert after.high - after.low < before.high - before.low
    # another family is another bond
    assert hold("epoxy_5", "eps15", "eps15", tests).tests == 0


def test_own_tests_outrank_the_schools_as_they_grow() -> None:
    where = {"contact_foam_safe": "peeled", "polyurethane_foaming": "foam"}
    firsts = []
    for count in (0, 1, 3, 6):
        tests = [bond(g, w) for g, w in where.items() for _ in range(count)]
        firsts.append(choose(joint(), "contact", tests).ranked[0].glue)
    assert firsts[0] in catalogue().school["contact"].leans
    assert firsts[-1] == "polyurethane_foaming"


def test_foam_left_that_was_measured_counts_more_than_where_it_broke() -> None:
    assert bond("epoxy_5", "seam").share == 0.1
    assert bond("epoxy_5", "seam", foam_left=0.3).share == 0.3


def test_the_next_test_is_one_that_could_change_the_choice() -> None:
    told = next_test(joint(), "contact", [])
    assert told is not None
    assert told.glue != choose(joint(), "contact").ranked[0].glue
    assert told.label in told.says
    # where one glue alone may be used, no test changes anything
    alone = joint(fly_in_min=6, heat_C=35, sanded=True)
    assert len(choose(alone, "contact").ranked) >= 2 or next_test(alone, "contact", []) is None


@pytest.mark.parametrize(
    ("change", "field"),
    [({"one": "cheese"}, "one"), ({"area_cm2": 0}, "area_cm2"), ({"damp": 2}, "damp"), ({"shape": "knot"}, "shape")],
)
def test_a_joint_that_cannot_be_is_told_at_its_field(change: dict[str, Any], field: str) -> None:
    with pytest.raises(ValidationError) as caught:
        joint(**change)
    ctx = caught.value.errors()[0].get("ctx", {})
    assert field in (caught.value.errors()[0]["loc"] or (ctx.get("field"),))


@given(
    st.sampled_from(FOAMS), st.sampled_from([*FOAMS, *HARDS]), st.sampled_from(sorted(SHAPES)), st.floats(0.1, 500),
    st.floats(0, 5), st.floats(-10, 40), st.floats(0.05, 1),
)  # fmt: skip
def test_nothing_is_lost_and_nothing_infinite(
    one: str, other: str, shape: str, area: float, gap: float, air: float, damp: float
) -> None:
    advice = choose(
        joint(one=one, other=other, shape=shape, area_cm2=area, gap_mm=gap, air_C=air, damp=damp), "rubbery"
    )
    assert len(advice.ranked) + len(advice.out) == len(GLUES)
    for r in advice.ranked:
        assert 0 <= r.carries_low_N <= r.carries_N <= r.carries_high_N < 1e6
        assert 0 <= r.grams < 1e4
        assert 0 <= r.open_min <= r.full_min * 1.001


def test_every_side_says_how_it_is_prepared() -> None:
    families = {f.glue_family for f in catalogue().foam.values()}
    assert families | set(HARDS) <= set(catalogue().prepare) <= {"epp", "epo", "eps", "xps", "pp"} | set(HARDS)
    steps = prepared(joint(one="epo30", other="carbon"))
    assert any("release wax" in s for s in steps)
    assert any("Sand it wet" in s for s in steps)
    assert prepared(joint()) == list(catalogue().prepare["epp"].steps), "two alike sides are told once"


def test_looks_count_where_they_are_asked_for() -> None:
    plain, clean = (choose(joint(looks=asked), "foaming") for asked in (False, True))
    parts = {p.criterion: p for p in clean.ranked[0].parts}
    assert sum(p.weight for p in clean.ranked[0].parts) == pytest.approx(1)
    assert "looks" not in {p.criterion for p in plain.ranked[0].parts}
    assert parts["looks"].weight == catalogue().scale["school"].steps["looks"]
    place = {a: [r.glue for r in v.ranked].index("polyurethane_foaming") for a, v in (("p", plain), ("c", clean))}
    assert place["c"] >= place["p"], "what oozes falls behind where it shows"


def test_the_next_test_is_against_the_glue_that_is_in_the_joint() -> None:
    ranked = choose(joint(), "foaming").ranked
    taken = ranked[-1].glue
    told = next_test(joint(), "foaming", [], taken)
    assert told is not None
    assert catalogue().glue[taken].label in told.says
    assert told.glue != taken
    # once it is known that the other tears all and this one nothing, the ranking is sure
    sure = [bond(ranked[0].glue, "foam", other="epp30")] * 40
    sure += [bond(r.glue, "peeled", other="epp30") for r in ranked[1:] for _ in range(40)]
    assert next_test(joint(), "foaming", sure) is None


def test_standings_are_counted_ranked_and_spread() -> None:
    tests = [bond("epoxy_5", "peeled", load_N=4)] * 2 + [bond("polyurethane_foaming", "foam")] * 3
    tests += [bond("epoxy_5", "foam", one="carbon", other="wood")]
    told = standings(tests)
    assert [s.tests for s in told if s.glue == "polyurethane_foaming"] == [3]
    assert [s.share for s in told] == sorted((s.share for s in told), reverse=True)
    worst = told[-1]
    assert (worst.glue, worst.on, worst.own_mean, worst.loads_N) == ("epoxy_5", ["epp", "epp"], 0.0, [4.0, 4.0])
    assert all(s.low <= s.share <= s.high for s in told)
    assert standings([]) == []


def test_a_scarf_by_hand() -> None:
    q = SpliceQuestion(form="strip", material="carbon_pultruded", depth_mm=1, width_mm=6, glue="epoxy_30")
    scarf = next(w for w in splices(q) if w.way == "scarf")
    stock, glue = catalogue().stock["carbon_pultruded"], catalogue().glue["epoxy_30"]
    slant = scarf.length_mm / q.depth_mm
    # tau = sigma sin cos on the slant; what the glue stands, over what the strip stands
    sigma = glue.lap_on_hard.typical * (slant**2 + 1) / slant
    assert scarf.share.typical == pytest.approx(min(1, sigma / min(stock.tension.typical, stock.compression.typical)))
    assert scarf.grams == 0


@pytest.mark.parametrize("form", ["rod", "tube", "strip"])
@pytest.mark.parametrize("glue", ["epoxy_30", "ca_standard", "rubber_solvent"])
def test_every_form_has_ways_to_splice_with_their_range(form: str, glue: str) -> None:
    told = splices(SpliceQuestion.model_validate({"form": form, "glue": glue}))
    assert {w.way for w in told} == {k for k, v in SPLICES.items() if form in v.forms}
    for way in told:
        assert 0 <= way.share.low <= way.share.typical <= way.share.high <= 1
        assert way.length_mm > 0
        assert way.stiffer >= 1
        assert way.steps
        assert way.says.endswith(".")


def test_a_rod_inside_a_tube_is_no_stronger_than_the_rod() -> None:
    thick = SpliceQuestion(form="tube", depth_mm=10, bore_mm=2)
    inside = next(w for w in splices(thick) if w.way == "sleeve_inside")
    assert inside.share.typical <= 4 / (100 - 4) + 1e-9
    assert "gives way long before" in inside.says
    outside = next(w for w in splices(thick) if w.way == "sleeve_outside")
    assert outside.stiffer > 1.8
    assert "taper" in outside.says


def test_a_lap_is_longer_for_the_poor_glue_line_than_for_the_usual_one() -> None:
    told = lap_length(LapQuestion(force_N=300, width_mm=20, glue="epoxy_30"))
    assert told.usual_mm is not None
    assert told.length_mm is not None
    assert told.usual_mm < told.length_mm


def test_a_lap_like_the_coupon_carries_what_the_coupon_did() -> None:
    glue = catalogue().glue["epoxy_30"]
    peak = coupon_peak(glue.G.typical, glue.bond)
    # Volkersen for two alike sides: (w / 2) coth(w / 2)
    half = 0.5 * math.sqrt(2 * glue.G.typical / glue.bond / (70_000 * 1.6)) * 12.5
    assert peak == pytest.approx(half / math.tanh(half))
    assert coupon_peak(catalogue().glue["silicone"].G.typical, 1.0) == pytest.approx(1.0, abs=0.01)


def test_a_new_glue_is_one_entry() -> None:
    """Whatever is in the table is ranked or ruled out; nothing else knows glues by name."""
    new = catalogue().glue["polyurethane_foaming"].model_copy(update={"label": "A new glue", "slides": False})
    with using(catalogue().model_copy(update={"glue": {**catalogue().glue, "new_glue": new}})):
        advice = choose(joint(), "foaming")
        assert "new_glue" in {r.glue for r in advice.ranked}
        ruled = {r.glue: r.reasons for r in choose(joint(slides=True), "foaming").out}
        assert [r.rule for r in ruled["new_glue"]] == ["slides"]
        assert hold("new_glue", "epp30", "epp30", []).before == 0.8
    assert "new_glue" not in catalogue().glue
