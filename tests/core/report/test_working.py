"""Every figure's working ends in the figure itself; what drives a spread is found."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.analysis.evaluation import between
from fletcher_core.analysis.sensitivity import drivers, figure_label
from fletcher_core.analysis.uncertainty import SAMPLES, normals
from fletcher_core.kinds.cloth import Cloth
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.tube import Tube
from fletcher_core.model import ControlSurface, Refused
from fletcher_core.sections import lay_out, spreads
from fletcher_core.verdicts import evaluate, evaluate_many, why

from tests.conftest import make_airframe, make_scheme, with_wing

PIECES = (
    Tube(id="tube", material="carbon_roll_wrapped", outer_mm=8, inner_mm=6, y_to_mm=450),
    Skin(id="film", y_to_mm=600),
)


@pytest.fixture(scope="module")
def asked() -> tuple[Any, Any, Any]:
    airframe = make_airframe()
    wing = airframe.wing.model_copy(update={"aileron": ControlSurface(y_from_mm=300, y_to_mm=550)})
    airframe, scheme = with_wing(airframe, wing), make_scheme(*PIECES)
    return airframe, scheme, evaluate(airframe, scheme)


def number(told: Any, label: str) -> float:
    found = next(s.number for s in told.steps if s.label == label)
    assert found is not None
    return found


def test_workings_end_in_the_very_figures_of_the_verdict(asked: tuple[Any, Any, Any]) -> None:
    airframe, scheme, v = asked
    for figure, label, value in (
        ("break", "Gives way at", v.breaks.n.value),
        ("break", "Reserve", v.breaks.reserve.value),
        ("hold", "Holds to", v.holds.n.value),
        ("bend", "Tip bend", v.tip_bend_mm.value),
        ("bend", "Bend by shear of the foam", v.tip_bend_by_shear_mm),
        ("twist", "Twist at the tip", v.twist_deg.value),
        ("mass", "The wing", v.mass.part_g.value),
        ("mass", "Remains of the promise", v.mass.remains_g.value),
        ("bending_hz", "First shake in bending", v.bending_hz.value),
        ("twist_hz", "First shake in twist", v.twist_hz.value),
    ):
        assert number(why(airframe, scheme, figure), label) == value, figure
    for screen in v.screens:
        told = why(airframe, scheme, screen.id)
        assert number(told, screen.label) == screen.speed.value
    for c in v.cases:
        told = why(airframe, scheme, f"case:{c.id}")
        assert number(told, "Reserve") == pytest.approx(c.reserve, rel=1e-12)
    for line in v.ledger:
        told = why(airframe, scheme, f"piece:{line.piece_id}")
        assert number(told, "Grams, with its glue") == line.grams
        assert number(told, "Hold that it buys") == line.buys_hold_n


def test_every_way_to_fail_that_is_told_has_its_working(asked: tuple[Any, Any, Any]) -> None:
    airframe, scheme, v = asked
    for mode in v.modes:
        told = why(airframe, scheme, mode.figure)
        assert number(told, "Gives way at") == mode.n
        stands, applied = number(told, "What it stands"), number(told, "Applied here for each 1 G of a hard pull")
        if mode.mode != "skin_wrinkling" or v.first_wrinkle is not None:
            assert stands / applied * v.middle.first == pytest.approx(mode.n, rel=1e-9)
    for stretch in v.ribbon:
        middle = 0.5 * (stretch.y_from_mm + stretch.y_to_mm)
        assert why(airframe, scheme, stretch.figure, y_mm=middle).steps


def test_stiffness_here_is_the_section_that_was_told(asked: tuple[Any, Any, Any]) -> None:
    airframe, scheme, _ = asked
    v = evaluate(airframe, scheme, slice_at_mm=200.0)
    s = v.section
    told = why(airframe, scheme, "EI", y_mm=200.0)
    assert number(told, "EI, bending stiffness here") == s.EI_Nmm2
    assert number(told, "Largest EI, about its own axis") == s.EI_largest_Nmm2
    assert number(why(airframe, scheme, "GJ", y_mm=200.0), "GJ, twist stiffness here") == s.GJ_Nmm2
    assert number(why(airframe, scheme, "GA", y_mm=200.0), "GAs, shear stiffness here") == s.GA_N
    assert s.EI_largest_Nmm2 >= max(s.EI_Nmm2, s.EI_inplane_Nmm2) * (1 - 1e-12)
    assert s.EI_largest_Nmm2 + s.EI_smallest_Nmm2 == pytest.approx(s.EI_Nmm2 + s.EI_inplane_Nmm2)
    product = s.EI_Nmm2 * s.EI_inplane_Nmm2 - s.EI_product_Nmm2**2
    assert s.EI_largest_Nmm2 * s.EI_smallest_Nmm2 == pytest.approx(product)


def test_inputs_and_sources_are_told(asked: tuple[Any, Any, Any]) -> None:
    airframe, scheme, _ = asked
    told = why(airframe, scheme, "break")
    assert len(told.inputs) > 15
    assert all(s.source for s in told.inputs)
    assert told.spread is not None
    assert told.spread.low < told.spread.value < told.spread.high
    assert sum(any(ch.isdigit() for ch in s.source) for s in told.steps) >= 4


@pytest.mark.parametrize("figure", ["nothing", "case:moon", "piece:none", "mode:none", "{0}", "reversal"])
def test_what_was_not_told_cannot_be_asked(figure: str) -> None:
    with pytest.raises(Refused) as caught:
        why(make_airframe(), make_scheme(*PIECES), figure)
    assert "no figure" in caught.value.problems[0].said()["what"]


def test_the_property_that_drives_is_found() -> None:
    z = normals(tuple(f"n{k}" for k in range(20)))
    names = [f"core.f{k}" for k in range(20)]
    found = drivers(names, z, np.exp(0.3 * z[:, 4] - 0.15 * z[:, 11]))
    assert [d.name for d in found] == ["core.f4", "core.f11"]
    assert found[0].share == pytest.approx(0.8, abs=0.08)
    assert found[0].rises
    assert not found[1].rises
    assert drivers(names, z, np.ones(SAMPLES)) == []
    rng = np.random.default_rng(3)
    assert len(drivers(names, z, rng.normal(size=SAMPLES))) <= 1  # chance drives nothing


def test_the_foams_density_drives_the_weight_of_a_bare_wing() -> None:
    told = why(make_airframe(), make_scheme(), "mass")
    assert told.drivers[0].name == "core.density"
    assert told.drivers[0].share > 0.9


def test_every_figure_in_use_has_plain_words() -> None:
    layout = lay_out(make_airframe().wing, [*PIECES, Cloth(id="c", y_to_mm=600)])
    for name in spreads(layout):
        assert ": " in figure_label(name), name


def test_many_variants_are_those_of_the_full_answer() -> None:
    airframe = make_airframe()
    pieces = [
        *(Rod(id=f"r{k}", diameter_mm=d, level="top", y_to_mm=450) for k, d in enumerate((2.0, 3.0, 4.0))),
        *(Rod(id=f"b{k}", diameter_mm=d, level="bottom", y_to_mm=450) for k, d in enumerate((2.0, 3.0))),
        Skin(id="f", y_to_mm=600),
        Skin(id="p", material="packing_tape", y_to_mm=600),
    ]
    scheme = make_scheme(*pieces)
    on = np.array(
        [[1, 0, 0, 1, 0, 1, 0], [0, 1, 0, 0, 1, 0, 1], [0, 0, 1, 1, 0, 0, 0], [1, 0, 0, 0, 1, 1, 0]], dtype=float
    )
    got = evaluate_many(airframe, scheme, on)
    for k, row in enumerate(on):
        some = make_scheme(*(p for p, there in zip(pieces, row, strict=True) if there))
        v = evaluate(airframe, some, spread=False)
        assert got.breaks[k] == pytest.approx(v.breaks.n.value, rel=0.01)
        assert got.holds[k] == pytest.approx(v.holds.n.value, rel=0.01)
        assert got.bend[k] == pytest.approx(v.tip_bend_mm.value, rel=0.02)
        # sticks share in where it turns only by their EI here; the search allows for 30 %
        assert got.twist[k] == pytest.approx(v.twist_deg.value, rel=0.15)
        assert got.part_g[k] == pytest.approx(v.mass.part_g.value, rel=0.01)


def test_figures_between_nodes_lie_on_straight_lines() -> None:
    nodes, y = np.array([0.0, 10.0, 40.0]), np.array([0.0, 4.0, 10.0, 25.0, 40.0, 55.0])
    figures = np.array([[1.0, 3.0, 0.0], [0.0, 0.0, 6.0]])
    expected = [np.interp(y, nodes, row) for row in figures]
    assert figures @ between(y, nodes) == pytest.approx(np.array(expected))


def test_states_are_those_of_the_reserves(asked: tuple[Any, Any, Any]) -> None:
    _, _, v = asked
    for line in (*v.modes, *v.cases, *v.ribbon):
        if line.reserve < 1:
            assert line.state == "gives way"
        else:
            assert line.state in ("sound", "close")
    hardest = next(c for c in v.cases if c.hardest)
    assert (hardest.id, hardest.state, hardest.reserve) == (v.judged.case_id, v.judged.state, v.judged.reserve)
