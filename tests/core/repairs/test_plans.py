"""Plans, alternatives, what may fly, and the test before flight: against brute force and sums by hand."""

from __future__ import annotations

import itertools
from typing import Any

import numpy as np
import pytest
from fletcher_core.bonds.cure import times_today
from fletcher_core.catalogue import Spread, catalogue
from fletcher_core.damages import DAMAGE_KINDS
from fletcher_core.fields import Refused
from fletcher_core.joints import BondTest
from fletcher_core.mends import MEND_KINDS, mend_kind
from fletcher_core.model import Repair
from fletcher_core.repairs import alternatives, judge_repair, mend_offers, plan_mends
from fletcher_core.repairs.alternatives import score
from fletcher_core.repairs.glue_rules import broken_rules
from fletcher_core.repairs.judge import speed_for
from fletcher_core.repairs.look import look_over
from fletcher_core.repairs.needs import in_stock, needs_of
from fletcher_core.repairs.options import Trials, options
from fletcher_core.repairs.place_of import held_by_tests
from fletcher_core.repairs.push_test import bends
from fletcher_core.report.work import work_of
from fletcher_core.shelf import read_label
from pydantic import ValidationError

from tests.conftest import make_airframe, make_scheme
from tests.core.repairs.made import aircraft, damage, judged, mend, part, place, repair, states

SANDERLING, PLOVER, TURNSTONE = (aircraft(n) for n in ("sanderling", "plover", "turnstone"))


def _schemes(file: Any) -> list[Any]:
    return [file.shown(name) for name in file.airframe.parts.there()]


def test_today_is_what_brute_force_finds() -> None:
    """One damage: every option in time is tried by itself; the plan is the strongest of them, and no heavier one."""
    crack = damage("crack")
    file = TURNSTONE
    scheme = file.shown("wing")
    there = place(file.airframe, scheme)
    told = repair([crack], limit_min=40.0, happened={"air_C": 15.0})
    told = Repair.model_validate({**told.model_dump(), "happened": {**told.happened.model_dump(), "air_C": 20.0}})
    got = plan_mends(file.airframe, _schemes(file), told, "today")
    every = [o for o in options(crack, there, "today") if o.minutes + o.waits <= 40.0]
    tried = Trials(file.airframe, scheme, [crack], there).run([{crack.id: o.mends} for o in every])
    best = float(tried.holds.max())
    chosen = Trials(file.airframe, scheme, [crack], there).run([{crack.id: tuple(got.mends)}])
    assert float(chosen.holds[0]) >= best * 0.99 - 1e-9
    as_strong = tried.grams[tried.holds >= best * 0.99]
    assert float(chosen.grams[0]) <= float(as_strong.min()) + 0.5
    hands = sum(mend_kind(m).minutes(m, crack, there).typical for m in got.mends)
    waits = max(times_today(catalogue().glue[g], 20.0, 0.5).fly for m in got.mends for g in mend_kind(m).glues(m))
    assert hands + waits <= 40.0


def test_many_at_once_are_what_each_is_alone() -> None:
    file = PLOVER
    scheme, crack = file.shown("wing"), damage("crack")
    there = place(file.airframe, scheme)
    every = options(crack, there, "today")[::9][:8]
    together = Trials(file.airframe, scheme, [crack], there).run([{crack.id: o.mends} for o in every])
    for k, o in enumerate(every):
        alone = Trials(file.airframe, scheme, [crack], there).run([{crack.id: o.mends}])
        assert float(alone.holds[0]) == pytest.approx(float(together.holds[k]), rel=0.02)
        assert float(alone.grams[0]) == pytest.approx(float(together.grams[k]), abs=0.05)


def test_for_good_brings_back_what_it_says() -> None:
    file = PLOVER
    told = repair([damage("crack"), damage("broken", piece="rod-top")])
    got = plan_mends(file.airframe, _schemes(file), told, "good")
    plans = {"good": {"mends": [m.model_dump() for m in got.mends]}}
    with_it = Repair.model_validate({**told.model_dump(), "plans": plans})
    verdict = judge_repair(file.airframe, _schemes(file), with_it, "good")
    assert got.says.startswith("Back to")
    assert part(verdict).back.low >= 0.95
    assert all(d.seen_to for d in verdict.damages)
    looks = plan_mends(file.airframe, _schemes(file), repair([damage("crushed")]), "looks")
    assert any(m.kind in ("filler", "graft") for m in looks.mends)


def test_each_mends_share_is_what_is_missing_without_it() -> None:
    crack = damage("crack", 60.0)
    glue = mend("glue_break", crack, glue="ca_foam_safe")
    splint = mend("splint", crack, overlap_mm=40.0)
    both, glued, splinted = (judged(TURNSTONE, repair([crack], plan)) for plan in ([glue, splint], [glue], [splint]))
    back = part(both).back
    by_id = {m.id: m for m in both.mends}
    assert by_id[splint.id].buys == pytest.approx(back.value - part(glued).back.value, abs=0.02)
    assert by_id[glue.id].buys == pytest.approx(back.value - part(splinted).back.value, abs=0.02)
    assert by_id[glue.id].buys > 0.05
    # the grams are told of each, and are all there are
    assert sum(m.grams for m in both.mends) == pytest.approx(part(both).grams.value, rel=0.02)
    assert by_id[splint.id].grams > 1.0
    # of one alone it is all that comes back
    (alone,) = judged(TURNSTONE, repair([crack], [splint])).mends
    assert alone.buys == pytest.approx(part(splinted).back.value - part(splinted).left.value, abs=0.02)


def test_a_mend_that_no_figure_hangs_on_says_no_share() -> None:
    bent = damage("set")
    (told,) = judged(TURNSTONE, repair([bent], [mend("straighten", bent)])).mends
    assert told.buys is None


def test_what_hangs_on_weighs_what_it_did_and_what_is_gone_does_not() -> None:
    """A block cut out of a bare plate: its volume times its density."""
    torn = part(judged(TURNSTONE, repair([damage("crack"), damage("slit", 300.0)])))
    assert torn.grams.value == pytest.approx(0.0, abs=1e-6)
    airframe = make_airframe(plate=20.0)
    gone = damage("missing", long_mm=60.0, x_from=0.3, x_to=0.5)
    (lost,) = judge_repair(airframe, [make_scheme()], repair([gone])).parts
    density = catalogue().foam["epp30"].density.typical
    assert lost.grams.value == pytest.approx(-60.0 * 40.0 * 20.0 * density * 1e-6, rel=0.02)


def test_what_cannot_be_done_in_time_is_said() -> None:
    got = plan_mends(SANDERLING.airframe, _schemes(SANDERLING), repair([damage("broken", piece="tube")], limit_min=5.0),
                     "today")  # fmt: skip
    assert got.mends == []
    assert "Stick broken: nothing does it in time." in got.without


def test_only_what_there_is() -> None:
    file = TURNSTONE
    crack = damage("crack")
    box = [read_label("Clear packing tape 48 mm x 66 m"), read_label("Cyanoacrylate, foam-safe 20 g")]
    got = plan_mends(file.airframe, _schemes(file), repair([crack]), "today", items=box)
    assert {m.kind for m in got.mends} <= {"glue_break", "prise_reglue", "patch"}
    there = place(file.airframe, file.shown("wing"))
    needs = needs_of(file.airframe, file.shown("wing"), got.mends, [crack], there)
    assert in_stock(needs, box)
    assert not in_stock(needs, [])
    none = plan_mends(file.airframe, _schemes(file), repair([crack]), "today", items=[])
    assert none.mends == []
    assert none.without == [
        "The field box is empty: tick “in the box” on the shelf beside what you carry, or plan with all of the shelf."
    ]
    hopeless = plan_mends(
        file.airframe, _schemes(file), repair([crack]), "today", items=[read_label("Wood glue 100 g")]
    )
    assert "nothing that is there" in hopeless.without[0]


def test_schools_rank_by_their_weights() -> None:
    file = PLOVER
    told = {
        key: alternatives(file.airframe, _schemes(file), repair([damage("crack")]), "crack", school=key)
        for key in catalogue().mend_school
    }
    for key, found in told.items():
        scores = [a.score for a in found.alternatives]
        assert scores == sorted(scores, reverse=True)
        best = found.alternatives[0]
        ready = best.minutes + best.waits_min
        own = score(catalogue().mend_school[key], best.back, best.grams, ready, best.looks, best.price)
        assert best.score == pytest.approx(own)
        assert {s.school for s in found.schools} == set(catalogue().mend_school)
    assert all(sum(s.weights.model_dump().values()) == pytest.approx(1) for s in catalogue().mend_school.values())
    front = [a for a in told["light"].alternatives if a.front]
    for one, other in itertools.permutations(front, 2):
        better = (other.back >= one.back, other.grams <= one.grams, other.ready_min <= one.ready_min,
                  other.looks >= one.looks)  # fmt: skip
        same = (other.back, other.grams, other.ready_min, other.looks) == (
            one.back,
            one.grams,
            one.ready_min,
            one.looks,
        )
        assert not all(better) or same


def test_own_bond_tests_count() -> None:
    peeled = [BondTest(one="epp20", other="epp20", glue="ca_foam_safe", where="peeled", day="2026-10-01")] * 6  # type: ignore[arg-type]
    by = held_by_tests("epp20", peeled)["ca_foam_safe"]
    assert by.typical < 0.5
    crack = damage("crack")
    told = repair([crack], [mend("glue_break", crack, glue="ca_foam_safe", meets=1.0)])
    usual, poor = (judged(TURNSTONE, told, tests=t, spread=False) for t in ([], peeled))
    seams = [min(part(v).mended.breaks.value, 99.0) for v in (usual, poor)]
    assert seams[1] <= seams[0]
    assert isinstance(by, Spread)


def test_the_speed_below_which_no_pull_is_too_hard() -> None:
    """n = (v / v_stall)²: at that speed the wing stalls before it bears more."""
    airframe = make_airframe(half_span=500.0, root=200.0, n=6.0, speed=40.0)
    n, v = speed_for(airframe, 0.5, 1000.0)
    area = 2 * 0.5 * 0.2
    lift = 0.5 * 1.225 * v**2 * area * airframe.flight.cl_max
    assert n == pytest.approx(3.0)
    assert lift / (1.0 * 9.80665) == pytest.approx(3.0, rel=1e-3)
    # and never faster than what pushes by speed squared allows
    slow = make_airframe(half_span=500.0, root=200.0, n=6.0, speed=10.0)
    assert speed_for(slow, 0.25, 1000.0)[1] == pytest.approx(5.0)


def test_go_gently_or_not() -> None:
    crack = damage("crack")
    glued = mend("glue_break", crack, glue="ca_foam_safe")
    broken = judged(TURNSTONE, repair([crack]), spread=False)
    assert broken.go in ("no", "gently")
    fine = judged(TURNSTONE, repair([crack], [glued]), spread=False)
    assert fine.go in ("go", "gently")
    torn = judged(TURNSTONE, repair([crack, damage("gear", 60.0, on="wing")], [glued]), spread=False)
    assert torn.go == "no"
    assert "Gear or its mount" in torn.why[0]
    late = judged(TURNSTONE, repair([crack], [mend("glue_break", crack, glue="epoxy_30")]), spread=False)
    # strength and time are two lines: what is strong enough stays so, and is not ready
    assert late.go == fine.go
    assert not late.in_time
    assert late.time.startswith("Not in time: it takes ")
    assert fine.time.startswith("In time: ")
    assert not any("minutes" in w for w in late.why)
    left = judged(TURNSTONE, repair([crack, damage("crushed", 300.0)], [glued]), spread=False)
    assert left.go == "gently"
    assert any("left as it is" in w for w in left.why)


def test_a_cold_day_makes_glue_late() -> None:
    crack = damage("crack")
    glued = mend("glue_break", crack, glue="ca_foam_safe")
    cold, warm = (
        judged(TURNSTONE, repair([crack], [glued], happened={"air_C": c}), spread=False).waits_min for c in (0.0, 20.0)
    )
    assert cold == pytest.approx(4 * warm)


def test_the_push_test_against_a_cantilever() -> None:
    """Constant section: P a³ / 3 EI and what shear adds, P a / GA."""
    plate = make_airframe(plate=20.0)
    a = states(plate, make_scheme(), [])["sound"]
    at, push = 500.0, 0.4
    EI, GA = float(a.solved.properties.EIxx[0, 0]), float(a.solved.GA_s[0, 0])
    by_hand = push * at**3 / (3 * EI) + push * at / GA
    y = float(a.layout.plan.y[int(np.argmin(np.abs(a.layout.plan.y - at)))])
    assert y == pytest.approx(at)
    assert float(bends(a.solved, push, at)[0]) == pytest.approx(by_hand, rel=0.02)


def test_the_push_asks_no_more_than_what_it_is_good_for() -> None:
    crack = damage("crack")
    told = judged(TURNSTONE, repair([crack], [mend("glue_break", crack, glue="ca_foam_safe")]))
    push = part(told).push
    assert push is not None
    assert push.bends_mm.low <= push.bends_mm.value <= push.bends_mm.high < push.at_most_mm
    assert push.push_g == pytest.approx(push.push_N / 9.80665e-3)
    assert "stays on the ground" in push.says


def test_grams_and_their_place_move_the_balance() -> None:
    crack = damage("crack", x_from=0.0, x_to=0.3)
    patch = mend("patch", crack, layers=4, beyond_mm=60.0)
    told = part(judged(PLOVER, repair([crack], [patch]), spread=False))
    assert told.grams.low < told.grams.value < told.grams.high
    # tape on the nose, ahead of the balance point
    assert told.balance_mm < 0
    aft = damage("crack", x_from=0.7, x_to=1.0)
    assert part(judged(PLOVER, repair([aft], [mend("patch", aft, layers=4)]), spread=False)).balance_mm > 0


def test_both_halves_are_told_apart() -> None:
    left, right = damage("crack"), damage("wrinkle", 100.0, side="right")
    told = judged(TURNSTONE, repair([left, right]), spread=False)
    assert [p.side for p in told.parts] == ["left", "right"]
    assert told.parts[0].left.value < told.parts[1].left.value


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"at_mm": 2000.0}, "damages.0.at_mm"), ({"piece": "nothing", "kind": "broken"}, "damages.0.piece"),
        ({"kind": "crushed", "long_mm": 900.0}, "damages.0.long_mm"),
    ],
)  # fmt: skip
def test_what_lies_outside_is_told_at_its_field(change: dict[str, Any], field: str) -> None:
    kind = change.pop("kind", "crack")
    told = repair(
        [damage(kind, **{"at": 200.0, **({"at": change.pop("at_mm")} if "at_mm" in change else {}), **change})]
    )
    with pytest.raises(Refused) as wrong:
        judged(TURNSTONE, told, spread=False)
    assert ".".join(map(str, wrong.value.problems[0].where)) == field
    with pytest.raises(Refused):
        plan_mends(TURNSTONE.airframe, _schemes(TURNSTONE), told, "today")


def test_mends_that_cannot_be_are_told_at_their_field() -> None:
    crack = damage("crack")
    for kind, more, field in (
        ("splint", {"overlap_mm": 900.0}, "overlap_mm"), ("glue_break", {"glue": "contact_solvent_strong"}, "glue"),
        ("patch", {"beyond_mm": 999.0}, "beyond_mm"), ("splint", {"wide_mm": 60.0, "shape": "skewer"}, "wide_mm"),
    ):  # fmt: skip
        file = SANDERLING
        told = repair([crack], [mend(kind, crack, **more)])
        with pytest.raises(Refused) as wrong:
            judged(file, told, spread=False)
        where = wrong.value.problems[0].where
        assert where[:4] == ("plans", "today", "mends", 0), kind
        assert where[4] == field


def test_two_damages_cannot_take_the_same_foam() -> None:
    one, two = damage("crack"), damage("missing", 190.0)
    with pytest.raises(Refused, match="same foam"):
        judged(TURNSTONE, repair([one, two]), spread=False)


def test_a_document_that_does_not_hang_together_is_refused() -> None:
    crack = damage("crack")
    for plans in (
        {"today": {"mends": [mend("glue_break", damage("slit")).model_dump()]}},
        {"today": {"mends": [mend("bind", crack).model_dump()]}},
        {"today": {"mends": [mend("glue_break", crack).model_dump()] * 2}},
    ):
        with pytest.raises(ValidationError):
            Repair.model_validate({"id": "r", "day": "2026-11-20", "damages": [crack.model_dump()], "plans": plans})
    for air in (-60.0, 99.0, float("nan")):
        with pytest.raises(ValidationError):
            repair([crack], happened={"air_C": air})


def test_the_look_goes_by_what_happened() -> None:
    points = {s: [p.id for p in look_over(SANDERLING.airframe, repair(happened={"story": s}).happened).points]
              for s in ("nose", "wing_tip", "tail")}  # fmt: skip
    assert points["nose"][:2] == ["battery", "nose"]
    assert "wing_flex" in points["wing_tip"][:6]
    assert points["tail"].index("fin") < points["nose"].index("fin")
    assert all(sorted(p) == sorted(points["nose"]) for p in points.values())
    for point in catalogue().look.values():
        assert set(point.damages) <= DAMAGE_KINDS.keys()
    no_tail = TURNSTONE.airframe
    there = no_tail.parts.there()
    assert all(p.on == "all" or p.on in there for p in look_over(no_tail, repair().happened).points)


def test_a_stick_that_is_broken_at_its_very_end_is_offered_what_fits() -> None:
    """In the middle of the wing there is no length to splice to on one side."""
    broken = damage("broken", 0.0, piece="rod-top")
    file = TURNSTONE
    told = {o.kind: o for o in mend_offers(file.airframe, _schemes(file), repair([broken]), "broken")}
    assert told["splice_stick"].mend is None
    ways = alternatives(file.airframe, _schemes(file), repair([broken]), "broken", aim="good").alternatives
    assert all(m.kind != "splice_stick" for way in ways for m in way.mends)


def test_every_kind_is_offered_where_it_treats() -> None:
    file = SANDERLING
    for kind, entry in DAMAGE_KINDS.items():
        own = {"piece": "tube"} if entry.of_stick else {}
        told = mend_offers(file.airframe, _schemes(file), repair([damage(kind, **own)]), kind)
        assert {o.kind for o in told} == {k for k, m in MEND_KINDS.items() if kind in m.treats}
        for offer in told:
            assert (offer.mend is None) == bool(offer.why_not)
            assert offer.good
            assert offer.bad


def test_worth_is_told_of_each_half_against_foam_and_reinforcement() -> None:
    """By hand: the work of the scheme on one half, and a bare half of foam."""
    file = SANDERLING
    broken = damage("broken", 232.0, piece="tube")
    told = judged(file, repair([broken], [mend("new_stick", broken)]), spread=False, apart=False)
    (worth,) = told.worth
    bare = catalogue().mending["bare_wing"].factor
    laid = work_of(file.shown("wing"), 2).hands.value / 2
    assert worth.label == told.parts[0].label == "left half of the wing"
    assert worth.new_min.value == pytest.approx(laid + bare.typical)
    assert worth.new_min.low < worth.new_min.value < worth.new_min.high
    assert worth.mend_min == pytest.approx(told.hands_min.value)
    assert worth.says.startswith(("not worth it", "close", "worth mending"))
    assert worth.says.startswith("not worth it") == (worth.mend_min > worth.new_min.value and worth.grams > 0)
    tape = damage("wrinkle", 100.0, on="fin")
    (light,) = judged(file, repair([tape], [mend("heat", tape)]), spread=False, apart=False).worth
    assert light.says.startswith("worth mending: ")


def test_rules_of_the_glue_page_count_for_mends() -> None:
    """Cold hot melt is no "go"; what eats the core is chosen by no plan."""
    crack = damage("crack")
    for glue, air in (("hot_melt_low", 0.0), ("epoxy_30", -10.0)):
        cold = judged(
            TURNSTONE, repair([crack], [mend("glue_break", crack, glue=glue)], happened={"air_C": air}), spread=False
        )
        assert cold.go == "no"
        assert any("Too cold" in w for w in cold.why)
        assert any(f.bad and "Too cold" in f.says for f in cold.mends[0].facts)
    file = SANDERLING
    stick = next(iter(place(file.airframe, file.shown("wing")).sticks))
    hurt = damage("split", 150.0, piece=stick, long_mm=40.0)
    there = place(file.airframe, file.shown("wing"))
    assert there.family == "xps"
    bound = mend("bind", hurt, from_mm=140.0, to_mm=200.0, glue="ca_standard")
    assert [r.rule for r in broken_rules(bound, hurt, there)] == ["eats"]
    for one in MEND_KINDS["bind"].tries(hurt, there):
        assert not broken_rules(one, hurt, there)
    got = plan_mends(file.airframe, _schemes(file), repair([hurt], limit_min=600), "today")
    assert got.mends
    assert all(not broken_rules(m, hurt, there) for m in got.mends)


def test_new_tubes_on_the_shelf_mend_a_split_one() -> None:
    file = SANDERLING
    there = place(file.airframe, file.shown("wing"))
    key, tube = next((k, p) for k, p in there.sticks.items() if p.kind == "tube")
    hurt = damage("split", 150.0, piece=key, long_mm=40.0)
    label = f"Carbon tube, roll-wrapped {tube.outer_mm:g}/{tube.inner_mm:g} mm x 1000 mm"
    shelf = [read_label(label), read_label(label), read_label("Polyurethane glue, foaming 100 g")]
    got = plan_mends(file.airframe, _schemes(file), repair([hurt]), "good", items=shelf)
    assert [m.kind for m in got.mends] == ["new_stick"]
    assert got.without == []


def test_of_one_damage_no_more_is_tried_than_there_is() -> None:
    got = plan_mends(TURNSTONE.airframe, _schemes(TURNSTONE), repair([damage("crack")]), "today")
    assert 0 < got.tried <= got.ways
