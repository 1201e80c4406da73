"""Pods with booms behind them, against tubes in closed form."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest
from fletcher_core.analysis.evaluation import compute
from fletcher_core.catalogue import catalogue
from fletcher_core.failure import MODES, method_errors
from fletcher_core.failure.modes.boom import across
from fletcher_core.kinds.strip import Strip
from fletcher_core.model import Body, BodyStation, Core, ProfileBody, Refused, explain
from fletcher_core.model.boom import Boom
from fletcher_core.report.stand import stand
from fletcher_core.search import Found, Wish, search
from fletcher_core.shelf import bill_of_materials
from fletcher_core.verdicts import evaluate, why
from hypothesis import given, reject, settings
from hypothesis import strategies as st
from pydantic import ValidationError

from .test_body import LONG, SEAT, WING_AT, scheme, with_body
from .test_body_made import case_of

POD = WING_AT + SEAT + 40.0
ENDS = LONG + 300.0


def with_boom(pod: float = POD, seat: float = SEAT, **boom: Any) -> Body:
    told = {
        "material": "carbon_roll_wrapped",
        "outer_mm": 12.0,
        "inner_mm": 10.0,
        "starts_mm": pod - 100.0,
        "ends_mm": ENDS,
    }
    ends = [BodyStation(x_mm=x, width_mm=60.0, height_mm=60.0) for x in (0.0, pod)]
    return Body(
        stations=ends,
        core=Core(material="foamboard_light"),
        wing_at_mm=WING_AT,
        seat_mm=seat,
        boom=Boom(**(told | boom)),
    )


def worked(body: Body, *pieces: Any) -> Any:
    return compute(with_body(body), scheme(*pieces), 61, False, False)


def second(d: float = 12.0, bore: float = 10.0) -> float:
    return math.pi / 64 * (d**4 - bore**4)


def test_behind_the_pod_it_is_a_tube() -> None:
    a = worked(with_boom())
    stock, behind = catalogue().stock["carbon_roll_wrapped"], a.layout.plan.y > POD + 0.5
    area = math.pi / 4 * (12.0**2 - 10.0**2)
    p = a.solved.properties
    for name, by_hand in (
        ("EA", stock.E.typical * area),
        ("EIxx", stock.E.typical * second()),
        ("EIzz", stock.E.typical * second()),
    ):
        assert getattr(p, name)[0, behind] == pytest.approx(by_hand, rel=1e-9)
    assert a.solved.GJ[0, behind] == pytest.approx(stock.G.typical * 2 * second(), rel=1e-9)
    assert p.mass[0, behind] == pytest.approx(stock.density.typical * 1e-6 * area, rel=1e-9)
    assert float(np.ptp(p.EIxz[0, behind])) == 0


def test_a_push_on_the_tail_bends_boom_and_pod_as_one_after_the_other() -> None:
    """Held at the wing: what the boom gives from the pod's end, what both give side by side in the pod, where one hands
    its moment over to the other, and what the pod gives between: each by its own integral of M m / EI."""
    a = worked(with_boom(seat=12.0))
    case, run = case_of(a, "body_handling")
    at, y = 0.5 * (case.pushes[0].start + case.pushes[0].end), a.layout.plan.y
    stock = catalogue().stock["carbon_roll_wrapped"].E.typical * second()
    pod = float(
        a.layout.kernel.pod.properties(
            a.layout.section, a.solved.materials, a.layout.kernel.sums(a.layout.section)
        ).EIxx[0, 5]
    )  # type: ignore[attr-defined]
    held, starts = WING_AT + 6.0, POD - 100.0
    x = np.linspace(held, at, 20001)
    share = np.clip((POD - x) / 100.0, 0.0, 1.0)
    give = np.where(x < starts, 1 / pod, share**2 / pod + (1 - share) ** 2 / stock)
    bend = case.factor * float(np.trapezoid((at - x) ** 2 * give, x))
    got = -float(np.interp(at, y, a.solved.shape.bend[run] - a.solved.shape.bend_by_shear[run]))
    assert got == pytest.approx(bend, rel=0.04)


def test_it_breaks_where_the_tube_does() -> None:
    """A weak rod: M r / I reaches its strength at the pod's end, under a push on the tail; the foam before it holds."""
    d = 4.0
    a = worked(with_boom(material="hardwood_dowel", outer_mm=d, inner_mm=0.0))
    case, run = case_of(a, "body_handling")
    n, station, finding = a.solved.break_at(run)
    stock = catalogue().stock["hardwood_dowel"]
    at = 0.5 * (case.pushes[0].start + case.pushes[0].end)
    by_hand = min(stock.tension.typical, stock.compression.typical) * math.pi * d**3 / 32 / (at - POD)
    assert finding.mode == "boom_break"
    assert a.layout.plan.y[station] == pytest.approx(POD, abs=1.0)
    assert n == pytest.approx(by_hand, rel=0.02)


def test_a_thin_tube_goes_flat_first() -> None:
    """Brazier's moment of an even wall, 2 √2 / 9 π E r t² / √(1 − ν²) (Brazier 1927), of aluminium."""
    a = worked(with_boom(material="aluminium_6000", outer_mm=40.0, inner_mm=39.6, starts_mm=0.0))
    case, run = case_of(a, "body_handling")
    found = next(f for f in a.solved.findings if f.mode == "boom_oval")
    k = int(np.argmax(a.layout.plan.y > POD + 1e-6))
    at = 0.5 * (case.pushes[0].start + case.pushes[0].end)
    by_hand = (
        2
        * math.sqrt(2)
        / 9
        * math.pi
        * catalogue().stock["aluminium_6000"].E.typical
        * 19.9
        * 0.2**2
        / math.sqrt(1 - 0.09)
    )
    assert across(with_boom(material="aluminium_6000").boom, "metal") == 1  # type: ignore[arg-type]
    assert float(found.n[run, k]) == pytest.approx(by_hand / (at - POD), rel=0.03)
    assert not any(f.mode == "boom_oval" for f in worked(with_boom(inner_mm=0.0)).solved.findings)


@pytest.mark.parametrize(("held", "thing"), [("formers", "former"), ("foam", "foam")])
def test_what_holds_it(held: str, thing: str) -> None:
    """A couple over what lies in the pod, of formers its ends, of foam 6 M / L² + 4 V / L."""
    a = worked(with_boom(held=held))
    case, run = case_of(a, "body_handling")
    found = next(f for f in a.solved.findings if f.mode == "boom_seat")
    assert thing in found.part
    at = 0.5 * (case.pushes[0].start + case.pushes[0].end)
    moment, lies, d = at - POD, 100.0, 12.0
    if held == "formers":
        by_hand = catalogue().stock["birch_ply"].compression.typical * d * 3.0 / (moment / lies + 1)
    else:
        by_hand = float(
            a.solved.cases[0].factor * 0
            + compute(with_body(with_boom(held=held)), scheme(), 61, False, False).table["core.plateau_25pct"].typical
        )
        by_hand = by_hand * d / (6 * moment / lies**2 + 4 / lies)
    assert float(found.n[run].min()) == pytest.approx(by_hand, rel=0.03)
    turns = next(f for f in a.solved.findings if f.mode == "boom_turns")
    assert np.isfinite(turns.n).any()


def test_two_booms_twist_as_they_bend_against_each_other() -> None:
    """T / phi = 2 G J / L + 3 E I b² / 2 L³ of two cantilevers whose ends are held apart, not turned."""
    b = 240.0
    a = worked(with_boom(count=2, apart_mm=b, starts_mm=WING_AT))
    stock, free = catalogue().stock["carbon_roll_wrapped"], ENDS - (WING_AT + 0.5 * SEAT)
    by_hand = 2 * stock.G.typical * 2 * second() + 1.5 * stock.E.typical * second() * b**2 / free**2
    behind = a.layout.plan.y > WING_AT + 0.5 * SEAT + 1
    assert a.solved.GJ[0, behind] == pytest.approx(by_hand, rel=1e-9)
    # the share that bends each of them: F L at the root
    case, run = case_of(a, "body_rudder")
    found = next(f for f in a.solved.findings if f.mode == "boom_break")
    k = int(np.argmax(behind))
    f, strength = a.solved.forces, min(stock.tension.typical, stock.compression.typical)
    torque = abs(float(f.torque[run, k]))
    by_bend = torque * 1.5 * stock.E.typical * second() * b**2 / free**2 / by_hand
    moment = math.hypot(float(f.moment[run, k]), float(f.moment_z[run, k])) / 2 + by_bend / b * free
    shear = (torque - by_bend) / 2 * 3.0 / second()
    assert stock.interlaminar_shear is not None
    stress = math.hypot(moment * 6.0 / second() / strength, shear / stock.interlaminar_shear.typical)
    assert float(found.n[run, k]) == pytest.approx(1 / stress, rel=0.02)
    assert case.id == "body_rudder"


@settings(max_examples=12, deadline=None)
@given(
    outer=st.floats(4, 40),
    share=st.floats(0, 0.95),
    middle=st.floats(-15, 15),
    start=st.floats(0, POD - 15),
    count=st.sampled_from([1, 2]),
)
def test_in_balance_and_nothing_of_a_pod_behind_it(
    outer: float, share: float, middle: float, start: float, count: int
) -> None:
    """Shear and moment end at zero at both ends; behind the pod nothing but the boom gives way."""
    try:
        body = with_boom(
            outer_mm=outer,
            inner_mm=min(outer * share, outer - 0.2),
            middle_mm=middle,
            count=count,
            starts_mm=min(start, WING_AT),
        )
    except ValidationError:
        reject()  # one that stands out of the pod's end
    a = worked(body)
    f, bare = a.solved.forces, body.bare_mm
    for v in (f.shear, f.moment, f.moment_z, f.torque):
        top = np.abs(v).max(axis=1) + 1e-9
        assert np.all(np.abs(v[:, [0, -1]]) <= 1e-3 * top[:, None])
    behind = a.layout.plan.y > bare + 1e-6
    for found in a.solved.findings:
        assert MODES[found.mode].of_boom or np.all(np.isinf(found.n[:, behind]))
        assert not MODES[found.mode].of_boom or np.all(np.isinf(found.n[:, ~behind]) | (found.n[:, ~behind] > 1e6))
    assert np.isfinite(a.solved.n[0, behind]).any()


def test_a_thicker_boom_droops_less_and_weighs_more() -> None:
    bend, weight = [], []
    for d in (8.0, 10.0, 12.0, 16.0):
        a = worked(with_boom(outer_mm=d, inner_mm=d - 2.0))
        bend.append(abs(float(a.tip_bends[0])))
        weight.append(a.part_g)
    assert bend == sorted(bend, reverse=True)
    assert weight == sorted(weight)


def test_it_is_told_weighed_drawn_and_taken_from_the_shelf() -> None:
    airframe = with_body(with_boom())
    told = evaluate(airframe, scheme())
    assert len(told.drawing.plan.booms) == 1
    assert max(p[0] for p in told.drawing.plan.outline) == pytest.approx(POD)
    stock, area = catalogue().stock["carbon_roll_wrapped"], math.pi / 4 * (12.0**2 - 10.0**2)
    boom = stock.density.typical * 1e-6 * area * (ENDS - POD + 100.0)
    without = evaluate(with_body(with_boom().model_copy(update={"boom": None})), scheme())
    # two formers of plywood fill the pod's inside, with a hole for the boom
    wall, ply = catalogue().board["foamboard_light"].thickness.typical, catalogue().stock["birch_ply"].density.typical
    formers = 2 * 3.0 * ((60.0 - 2 * wall) ** 2 - math.pi / 4 * 12.0**2) * ply * 1e-6
    assert told.mass.foam_g.value - without.mass.foam_g.value == pytest.approx(boom + formers, rel=0.02)
    in_foam = evaluate(with_body(with_boom(held="foam")), scheme()).mass
    assert told.mass.foam_g.value - in_foam.foam_g.value == pytest.approx(formers, rel=0.05)
    assert told.mass.part_g.value > in_foam.part_g.value
    need = next(n for n in bill_of_materials(airframe, scheme()) if n.piece_id == "boom")
    assert need.sizes == {"diameter_mm": 12.0, "bore_mm": 10.0}
    assert need.runs_mm == [pytest.approx(ENDS - POD + 100.0)]
    assert told.work.hands.value - without.work.hands.value == pytest.approx(20.0)
    cut = evaluate(airframe, scheme(), slice_at_mm=ENDS - 20.0).drawing.slice
    assert [p.kind for p in cut.pieces] == ["boom"]
    assert cut.thickness_mm == 12.0
    for figure in ("break", "hold", "bend", "twist", "mass", "bending_hz"):
        assert why(airframe, scheme(), figure).steps
    schemes = [scheme().model_copy(update={"part": name, "id": name, "name": name}) for name in airframe.parts.there()]
    line = next(p for p in stand(airframe, schemes, {}).parts if p.part == "body")
    assert len(line.plan) == 2
    assert not line.trouble


def test_methods_of_booms_are_drawn_where_there_is_one() -> None:
    assert "method.boom_break" in method_errors(with_boom())
    assert "method.boom_break" not in method_errors(with_boom().model_copy(update={"boom": None}))


def test_a_profile_can_have_one() -> None:
    one = catalogue().board["foamboard_light"].thickness.typical
    body = with_boom().model_copy(update={"walls": ProfileBody(thickness_mm=one)})
    a = worked(Body.model_validate(body.model_dump()))
    behind = a.layout.plan.y > POD + 0.5
    assert a.solved.properties.EIzz[0, behind] == pytest.approx(
        catalogue().stock["carbon_roll_wrapped"].E.typical * second()
    )


def test_pieces_end_where_the_pod_does() -> None:
    piece = Strip(
        id="long", material="spruce", y_from_mm=0.0, y_to_mm=POD + 60.0, chord_from=0.5, chord_to=0.5, level="top"
    )
    # what was laid to the tail of a body that has become a pod goes on to the pod's end
    long, cut = (worked(with_boom(), one) for one in (piece, piece.model_copy(update={"y_to_mm": POD})))
    assert long.part_g == pytest.approx(cut.part_g, rel=1e-3)
    assert float(long.solved.n[0].min()) == pytest.approx(float(cut.solved.n[0].min()), rel=0.02)
    need = next(n for n in bill_of_materials(with_body(with_boom()), scheme(piece)) if n.piece_id == "long")
    assert need.runs_mm == [pytest.approx(POD)]
    for figure in ("end_slip", "bond_shear"):
        of = [next(f for f in one.solved.findings if f.mode == figure).n.min() for one in (long, cut)]
        assert of[0] == pytest.approx(of[1], rel=0.02)
    with pytest.raises(Refused, match="only the boom"):
        worked(with_boom(), piece.model_copy(update={"y_from_mm": POD + 20.0}))


def test_a_search_on_a_pod_ends_its_pieces_with_it() -> None:
    airframe = with_body(with_boom())
    *_, found = search(airframe, scheme(), Wish(twist_deg=8.0, vary=["skin"]))
    assert isinstance(found, Found)
    assert found.front
    for point in found.front[:2]:
        assert all(p.y_to_mm <= POD + 0.5 for p in point.pieces)
        told = evaluate(airframe, scheme(*point.pieces), ledger=False, spread=False)
        assert point.part_g == pytest.approx(told.mass.part_g.value)
        assert point.bend_mm == pytest.approx(told.tip_bend_mm.value)
        assert point.twist_deg == pytest.approx(told.twist_deg.value)


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"ends_mm": POD}, "ends_mm"), ({"starts_mm": POD}, "starts_mm"), ({"inner_mm": 12.0}, "inner_mm"),
        ({"material": "birch_ply_"}, "material"), ({"material": "circuit_board"}, "material"),
        ({"middle_mm": 60.0}, "middle_mm"),
        ({"count": 2, "apart_mm": 11.0}, "apart_mm"), ({"glue": "none"}, "glue"), ({"outer_mm": 300.0}, "outer_mm"),
    ],
)  # fmt: skip
def test_bad_input_is_told_at_its_field(change: dict[str, Any], field: str) -> None:
    raw = with_boom().model_dump()
    raw["boom"] |= change
    with pytest.raises(ValidationError) as told:
        Body.model_validate(raw)
    assert f"boom.{field}" in [p["field"] for p in explain(told.value, Body)]


def test_a_search_over_boom_and_walls_is_every_way_by_itself() -> None:
    """The lightest that holds what is asked, among all of them by brute force; and it says what is other for it."""
    airframe = with_body(with_boom(outer_mm=12.0, inner_mm=10.0))
    *_, found = search(airframe, scheme(), Wish(tip_bend_mm=14.0, vary=["boom"]))
    assert isinstance(found, Found)
    told = []
    for outer, inner in ((12.0, 10.0), (5.0, 3.0), (6.0, 4.0), (8.0, 6.0), (10.0, 8.0)):
        v = evaluate(with_body(with_boom(outer_mm=outer, inner_mm=inner)), scheme(), ledger=False, spread=False)
        if abs(v.tip_bend_mm.value) <= 14.0 and v.judged.state != "gives way":
            told.append((v.mass.part_g.value, outer))
    assert found.tried == 5
    assert found.winner is not None
    assert found.winner.part_g == pytest.approx(min(told)[0])
    assert found.winner.made["boom"]["outer_mm"] == min(told)[1]
    assert found.winner.made_said == f"boom {min(told)[1]:g} / {min(told)[1] - 2:g} mm"
    assert "lightest of 5 ways" in found.why[0]


def test_a_search_over_walls_and_formers_tries_both_together() -> None:
    airframe = with_body(with_boom())
    *_, found = search(airframe, scheme(), Wish(twist_deg=20.0, vary=["walls", "formers"]))
    assert isinstance(found, Found)
    # as it is, three more walls, each with three ways of formers
    assert found.tried == 12
    names = [point.made_said for point in found.front]
    assert any("walls of" in name and "formers" in name for name in names)
    assert found.winner is not None
    for point in (found.winner, *found.front[:3]):
        body = Body.model_validate(airframe.parts.body.model_dump() | point.made)  # type: ignore[union-attr]
        v = evaluate(with_body(body), scheme(*point.pieces), ledger=False)
        assert v.mass.part_g.value == pytest.approx(point.part_g)
        assert v.holds.n.value == pytest.approx(point.hold_g)
