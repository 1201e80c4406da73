"""Joints of panels as things: weight, glue, work and needs against sums by hand; what cannot be is refused."""

from __future__ import annotations

import csv
import io
from typing import Any

import numpy as np
import pytest
from fletcher_core.catalogue import catalogue
from fletcher_core.formats import ledger_csv
from fletcher_core.joints.hardware import TAPE_WIDTH, hardware_of
from fletcher_core.kinds.rod import Rod
from fletcher_core.model import Airframe, Joint, Panel, Refused
from fletcher_core.questions.suggestions import usual_joint
from fletcher_core.search import Found, Wish, search
from fletcher_core.sections import lay_out
from fletcher_core.shelf import ShelfItem, bill_of_materials, check
from fletcher_core.verdicts import evaluate

from tests.conftest import make_airframe, make_scheme, with_wing

ROD = Rod(id="rod", diameter_mm=2, y_to_mm=300)


def wing_of(*joints: Joint, plate: float = 20.0) -> Airframe:
    """Panels of 300 mm, 200 mm deep, each with its joint."""
    airframe = make_airframe(plate=plate, n=3.0)
    panels = [Panel(span_mm=300, root_chord_mm=200, tip_chord_mm=200, joint=joint) for joint in joints]
    return with_wing(airframe, airframe.wing.model_copy(update={"panels": panels}))


def joint(kind: str, **more: Any) -> Joint:
    return Joint.model_validate({"kind": kind, **more})


def test_a_brace_weighs_two_plates_and_the_glue_of_what_it_touches() -> None:
    wing = wing_of(joint("brace", thickness_mm=2, height_mm=15, reach_mm=50))
    (one,) = hardware_of(lay_out(wing.wing, [ROD]))
    plates = 2 * 100 * 15 * 2 * catalogue().stock["birch_ply"].density.typical * 1e-6
    spread = catalogue().glue["epoxy_30"].spread
    assert spread is not None
    glue = (200 * 20 + 2 * 100 * 15) * spread.typical * 1e-6
    with_it = evaluate(wing, make_scheme(ROD))
    (line,) = with_it.joints
    assert line.grams == pytest.approx(plates + glue, rel=1e-6)
    assert line.glue_grams == pytest.approx(glue, rel=1e-6) == one.glue_g
    without = evaluate(wing_of(joint("through")), make_scheme(ROD))
    assert without.joints == []
    assert with_it.mass.part_g.value - without.mass.part_g.value == pytest.approx(line.grams, rel=1e-6)
    assert with_it.mass.part_g.high - without.mass.part_g.high > line.grams * 1.001  # ply varies, too
    assert with_it.work.hands.value - without.work.hands.value == pytest.approx(30.0)
    assert with_it.work.fly_after >= catalogue().glue["epoxy_30"].fly
    rows = list(csv.reader(io.StringIO(ledger_csv(with_it))))
    assert next(r for r in rows if r[0] == "joint in the middle")[4] == f"{line.grams:.4g}"


def test_a_joint_between_panels_is_there_on_both_sides() -> None:
    wing = wing_of(joint("butt", tape="packing_tape", tape_width_mm=100), joint("wire", material="spring_steel_wire",
                   thickness_mm=2, reach_mm=40))  # fmt: skip
    middle, outer = hardware_of(lay_out(wing.wing, [ROD]))
    assert (middle.count, outer.count) == (1, 2)
    tape = catalogue().skin["packing_tape"].area_mass.typical * 1e-6 * 2 * TAPE_WIDTH * 100
    values = {"stock.birch_ply.density": np.ones(1), "skin.packing_tape.mass": np.array([
        catalogue().skin["packing_tape"].area_mass.typical])}  # fmt: skip
    assert middle.grams(values)[0] - middle.glue_g == pytest.approx(tape)
    steel = catalogue().stock["spring_steel_wire"].density.typical
    bar = np.pi / 4 * 2**2 * 80 * steel * 1e-6
    assert outer.grams({"stock.spring_steel_wire.density": np.array([steel])})[0] == pytest.approx(
        2 * (bar + outer.glue_g)
    )


def test_the_shelf_is_asked_for_the_joint_too() -> None:
    wing = wing_of(joint("joiner", material="carbon_pultruded", thickness_mm=4, reach_mm=60, tape="packing_tape"))
    needs = [n for n in bill_of_materials(wing, make_scheme()) if n.piece_id == "joint-0"]
    assert [(n.form, n.material) for n in needs] == [
        ("rod", "carbon_pultruded"), ("roll", "packing_tape"), ("glue", "epoxy_30"),
    ]  # fmt: skip
    assert needs[0].runs_mm == [120.0]
    rod = ShelfItem(form="rod", table="stock", material="carbon_pultruded", diameter_mm=4, length_mm=1000, price=10.0)
    found = check(needs[:1], [rod])
    assert found.lines[0].status == "there"
    assert found.prices["joint-0"] == pytest.approx(1.2, rel=0.02)


@pytest.mark.parametrize(
    ("bad", "field", "says"),
    [
        (joint("brace", height_mm=30), "height_mm", "only 20 mm deep"),
        (joint("wire"), "material", "not made of birch ply"),
        (joint("joiner", material="spring_steel_wire", thickness_mm=25), "thickness_mm", "only 20 mm deep"),
        (joint("blade", reach_mm=400), "reach_mm", "one side is 300 mm long"),
    ],
    ids=["brace", "wire", "joiner", "blade"],
)
def test_what_cannot_be_is_refused_at_its_field(bad: Joint, field: str, says: str) -> None:
    with pytest.raises(Refused) as refused:
        evaluate(wing_of(bad), make_scheme(ROD))
    (problem,) = refused.value.problems
    assert problem.where == ("parts", "wing", "panels", 0, "joint", field)
    assert says in problem.said("metric")["what"]


@pytest.mark.parametrize("kind", ["butt", "brace", "blade", "wire", "joiner"])
@pytest.mark.parametrize("plate", [3.0, 6.0, 40.0])
def test_a_kind_that_is_chosen_fits_at_once(kind: Any, plate: float) -> None:
    bare = wing_of(joint("through"), plate=plate)
    chosen = usual_joint(bare, "wing", 0, kind)
    assert evaluate(wing_of(chosen, plate=plate), make_scheme(ROD), spread=False).joints[0].grams > 0


def test_a_search_names_the_joint_that_stands_in_the_way() -> None:
    weak = wing_of(joint("butt"))
    steps = list(search(weak, make_scheme(ROD), Wish(break_g=60, vary=["spar"])))
    got = steps[-1]
    assert isinstance(got, Found)
    assert got.winner is None
    assert any("it is the joint that ends it: " in w and "Mend that first" in w for w in got.why)
