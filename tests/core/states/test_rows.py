"""States as rows of one computation: each the same as a computation of its own."""

from __future__ import annotations

import numpy as np
import pytest
from fletcher_core.analysis.solve import sections_of, solve
from fletcher_core.analysis.uncertainty import typical
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.tape import TapeStrip
from fletcher_core.parts import PARTS
from fletcher_core.sections import lay_out, spreads
from fletcher_core.states import SOUND, PartState, rows_of

from tests.conftest import make_airframe, make_scheme
from tests.core.solving import twist_for

ROD = Rod(id="rod", diameter_mm=4, y_to_mm=500)
FILM = Skin(id="film", y_to_mm=600)
STRIP = TapeStrip(id="strip", y_to_mm=550)
SPARE = Rod(id="spare", diameter_mm=3, chord_from=0.6, chord_to=0.6, y_to_mm=300, on=False)
SCHEME = make_scheme(ROD, FILM, STRIP, SPARE)


def test_each_row_says_what_it_is() -> None:
    rows = rows_of(SCHEME, True, [PartState("broken", frozenset({0, 3}))])
    assert rows.states == {"sound": 0, "broken": 2}
    assert rows.on[0].tolist() == [1, 1, 1, 0]
    assert rows.on[rows.bare].tolist() == [0, 0, 0, 0]
    assert rows.on[rows.states["broken"]].tolist() == [0, 1, 1, 1]
    assert [rows.on[rows.switched[i]].tolist() for i in (1, 3)] == [[1, 0, 1, 0], [1, 1, 1, 1]]
    # each piece that is on belongs to one group; a group of one piece has no row of its own
    assert sorted(i for pieces in rows.groups.values() for i in pieces) == [0, 1, 2]
    for group, pieces in rows.groups.items():
        gone = rows.on[rows.without_all(group)]
        assert [i for i in range(4) if gone[i] != rows.on[0][i]] == list(pieces)
        assert (group in rows.without) == (len(pieces) > 1)


def test_without_a_ledger_there_are_only_states() -> None:
    rows = rows_of(SCHEME, False, [PartState("broken", frozenset({1}))])
    assert len(rows.on) == 3
    assert not rows.switched
    assert not rows.without


def test_a_state_is_what_a_scheme_without_those_pieces_is_told() -> None:
    airframe = make_airframe()
    layout = lay_out(airframe.wing, SCHEME.pieces)
    rows = rows_of(SCHEME, False, [PartState("broken", frozenset({0}))])
    sections = sections_of(layout, typical(spreads(layout), len(rows.on)), rows.on)
    cases = PARTS["wing"].cases_of(airframe, layout.plan, airframe.promise_g)
    both = solve(sections, twist_for(sections), airframe.promise_g, cases)
    alone = make_scheme(FILM, STRIP)
    other = lay_out(airframe.wing, alone.pieces)
    theirs = sections_of(other, typical(spreads(other), 1), np.ones((1, 2)))
    solo = solve(theirs, twist_for(theirs), airframe.promise_g, cases)
    broken = rows.states["broken"]
    assert both.break_at(broken)[0] == pytest.approx(solo.break_at(0)[0], rel=2e-4)
    assert both.shape.bend[broken, -1] == pytest.approx(solo.shape.bend[0, -1], rel=2e-4)
    assert both.half_mass_g[broken] == pytest.approx(solo.half_mass_g[0], rel=1e-9)
    assert both.break_at(0)[0] > both.break_at(broken)[0]


@pytest.mark.parametrize(
    "states", [[PartState(SOUND.name)], [PartState("broken"), PartState("broken")], [PartState("x", frozenset({4}))]]
)
def test_a_state_that_cannot_be_is_refused(states: list[PartState]) -> None:
    with pytest.raises(ValueError, match=r"two states|not there"):
        rows_of(SCHEME, True, states)
