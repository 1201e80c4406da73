"""A sheet slotted across one that stands: stiff both ways, no more than two strips in twist."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.analysis.evaluation import compute
from fletcher_core.analysis.solve import sections_of
from fletcher_core.analysis.uncertainty import typical
from fletcher_core.catalogue import catalogue
from fletcher_core.kinds import fits_on
from fletcher_core.kinds.cross import CrossSheet, strip_torsion
from fletcher_core.model import BodyStation, Core, ProfileBody, Refused
from fletcher_core.questions.suggestions import suggest
from fletcher_core.sections import lay_out
from fletcher_core.sections.figures import spreads
from fletcher_core.verdicts import evaluate
from pydantic import ValidationError

from ..parts.test_body import LONG, even, scheme, with_body

BOARD = "foamboard_light"
ONE = catalogue().board[BOARD].thickness.typical


def profile(high: float = 60.0) -> Any:
    ends = [BodyStation(x_mm=x, width_mm=10.0, height_mm=high) for x in (0.0, LONG)]
    return even(stations=ends, walls=ProfileBody(thickness_mm=ONE), core=Core(material=BOARD))


def cross(wide: float = 60.0, **more: Any) -> CrossSheet:
    return CrossSheet(**{"id": "c", "y_to_mm": LONG, "width_from_mm": wide, "width_to_mm": wide, **more})


def stiff(*pieces: Any) -> tuple[float, float, float]:
    """EI up and down, EI sideways, GJ in the middle of it."""
    layout = lay_out(profile(), list(pieces), 5)
    made = sections_of(layout, typical(spreads(layout), 1), np.ones((1, len(pieces))))
    GJ = layout.kernel.twist_stiffness(layout.section, made.materials)
    return tuple(float(v[0, 2]) for v in (made.properties.EIzz, made.properties.EIxx, GJ))  # type: ignore[return-value]


def test_two_sheets_of_one_board_are_as_stiff_both_ways() -> None:
    up, aside, _ = stiff(cross())
    alone = stiff()
    # each is soft flatwise, and takes its slot out of the other
    assert aside == pytest.approx(up, rel=0.02)
    assert aside > 40 * alone[1]
    assert up == pytest.approx(alone[0], rel=0.02)


@pytest.mark.parametrize("wide", [30.0, 60.0, 120.0])
def test_a_strip_twists_as_the_same_strip_standing(wide: float) -> None:
    """The closed form against the stress function of the standing one (which is held against finite elements)."""
    layout = lay_out(profile(wide), [], 5)
    made = sections_of(layout, typical(spreads(layout), 1), np.ones((1, 0)))
    there = float(layout.kernel.twist_stiffness(layout.section, made.materials)[0, 2])
    assert float(strip_torsion(catalogue().board[BOARD], np.array([wide]))[0]) == pytest.approx(there, rel=0.03)


def test_crossed_they_twist_as_both_beside_each_other() -> None:
    assert stiff(cross())[2] == pytest.approx(2 * stiff()[2], rel=0.04)


def test_it_stops_a_profile_from_falling_over_and_giving_its_rudder_away() -> None:
    airframe = with_body(profile())
    bare, crossed = (evaluate(airframe, scheme(*p), ledger=False, spread=False) for p in ((), (cross(),)))

    def eaten(told: Any) -> float:
        return float(next(t.eaten.value for t in told.tail_effects if t.surface == "rudder"))

    def falls(told: Any) -> float:
        return float(min((m.n for m in told.modes if m.mode == "topples"), default=1e9))

    assert eaten(crossed) < 0.4 * eaten(bare)
    assert falls(crossed) > 2.5 * falls(bare)


def test_the_foam_of_both_shears_at_one_twist() -> None:
    """At a free edge of either the foam is sheared alike: the cross sheet does not split long before the other one."""
    a = compute(with_body(profile()), scheme(cross()), 61, False, False)
    least = {
        f.mode: float(f.n[a.solved.run_of(k)].min())
        for k, c in enumerate(a.cases)
        if c.id == "body_motor"
        for f in a.solved.findings
        if f.mode in ("member_twist", "core_shear")
    }
    assert 0.6 < least["member_twist"] / least["core_shear"] < 1.7


def test_it_is_for_what_stands_on_edge_alone() -> None:
    assert fits_on("cross", "body", False, True)
    assert not fits_on("cross", "body", True)
    assert not fits_on("cross", "wing", False)
    (made,) = suggest(with_body(profile()), scheme(), "cross")
    assert isinstance(made, CrossSheet)
    with pytest.raises(Refused):
        suggest(with_body(even()), scheme(), "cross")
    with pytest.raises(ValidationError, match="Corrugated"):
        cross(material="corrugated_pp_3")
    with pytest.raises(Refused) as caught:
        evaluate(
            with_body(profile()), scheme(cross(10.0).model_copy(update={"width_to_mm": 10.0, "width_from_mm": 8.0}))
        )
    assert "hardly wider" in caught.value.problems[0].what
