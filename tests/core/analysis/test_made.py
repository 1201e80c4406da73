"""Loads count on what was weighed: by hand in a landing, for gear, and on the body and its mounts."""

from __future__ import annotations

import json
from pathlib import Path

import pytest
from fletcher_core.analysis.evaluation import compute
from fletcher_core.analysis.made import Made, counting_on, made
from fletcher_core.balance import made_of
from fletcher_core.balance.weighing import Weighed
from fletcher_core.model import AirframeFile
from fletcher_core.questions.mount_ground import ground_of
from fletcher_core.verdicts import evaluate

FILE = AirframeFile.model_validate(json.loads(Path("demo/sanderling.json").read_text("utf-8")))
SCHEMES = [FILE.shown(part) for part in FILE.airframe.parts.there()]


def test_a_wing_that_came_out_heavier_lands_harder_by_just_that() -> None:
    """In a landing only its own weight and what it carries goes on down."""
    wing = FILE.shown("wing")
    plain = compute(FILE.airframe, wing, 31, False, False, FILE.beside("wing"))
    with counting_on(Made({"wing": 1.2})):
        heavier = compute(FILE.airframe, wing, 31, False, False, FILE.beside("wing"))
    case = next(k for k, c in enumerate(plain.cases) if c.id == "belly")
    run = plain.solved.run_of(case)
    own = float(plain.solved.half_mass_g[0])
    carried = sum(lump.grams for lump in plain.cases[case].lumps)
    # shear at the root, per unit of the case: 9.81 mN for each gram
    before, after = (abs(float(e.solved.forces.shear[run, 0])) * 1e3 for e in (plain, heavier))
    assert before == pytest.approx((own + carried) * 9.80665, rel=0.02)
    assert after - before == pytest.approx(0.2 * own * 9.80665, rel=0.02)
    assert heavier.flying_g == max(FILE.airframe.promise_g, plain.flying_g)
    # what it was planned to weigh is told as before
    assert heavier.part_g == pytest.approx(plain.part_g)


def test_the_verdict_says_so_and_nothing_is_left_behind() -> None:
    wing = FILE.shown("wing")
    with counting_on(Made({"wing": 1.09})):
        told = evaluate(FILE.airframe, wing, ledger=False, spread=False, stations=31)
    assert any("9 % heavier than planned" in w for w in told.cautions)
    assert made() == Made()
    plain = evaluate(FILE.airframe, wing, ledger=False, spread=False, stations=31)
    assert not any("count on the scale" in w for w in plain.cautions)


def test_gear_and_parts_weigh_what_the_scale_said_for_mounts_too() -> None:
    battery = next(g for g in FILE.airframe.gear if g.kind == "battery")
    plain = ground_of(FILE.airframe, SCHEMES)
    with counting_on(Made({"wing": 1.5}, {battery.id: 200.0})):
        weighed = ground_of(FILE.airframe, SCHEMES)
    assert next(t for t in weighed.things if t.id == battery.id).grams == 200.0
    assert weighed.grams["wing"] > 1.3 * plain.grams["wing"]
    assert weighed.grams["body"] == pytest.approx(plain.grams["body"] + 200.0 - battery.grams)


def test_weighings_are_shares_of_their_plan_and_the_last_one_counts() -> None:
    listed = [
        Weighed(of="wing", grams=110.0, planned_g=100.0), Weighed(of="wing", grams=120.0, planned_g=100.0),
        Weighed(of="fin", grams=9.0), Weighed(of="battery", grams=190.0, planned_g=172.0),
    ]  # fmt: skip
    assert made_of(listed) == Made({"wing": 1.2}, {"battery": 190.0}, tuple(listed))
