"""Nothing jumps between the places that tests look at: a block along the chord, and lumps along a body."""

from __future__ import annotations

import numpy as np
import pytest
from fletcher_core.kinds.block import Block
from fletcher_core.loads.body import _levers, _over, _tails
from fletcher_core.verdicts import evaluate

from tests.conftest import make_airframe, make_scheme

#: a step of this much of a figure is a jump
JUMP = 0.02


@pytest.mark.parametrize("material", ["epp20", "xps_sheet"])
def test_a_block_along_the_chord(material: str) -> None:
    airframe, last = make_airframe(code="2412", foam="epp45"), dict[str, float]()
    for at in np.arange(0.10, 0.34, 0.002):
        block = Block(id="b", material=material, x_from=float(at), x_to=float(at) + 0.1, y_to_mm=400.0)
        v = evaluate(airframe, make_scheme(block), ledger=False, spread=False)
        now = {m.figure: m.n for m in v.modes}
        for figure in now.keys() & last.keys():
            assert abs(now[figure] / last[figure] - 1) < JUMP, (material, at, figure)
        last = now


STATIONS = np.sort(np.concatenate([np.linspace(0.0, 840.0, 61), [199.999, 200.001, 551.999, 552.001]]))


@pytest.mark.parametrize("long", [0.0, 5.0, 40.0, 300.0])
def test_a_lump_lies_where_it_is(long: float) -> None:
    """1 in all, with its middle where it is, wherever stations are: shear and moment of a point load by hand."""
    tails, levers = _tails(STATIONS), _levers(STATIONS)
    for middle in np.linspace(0.5 * long, 840.0 - 0.5 * long, 97):
        spread = _over(STATIONS, middle - 0.5 * long, middle + 0.5 * long)
        assert (spread @ tails)[0] == pytest.approx(1.0, abs=1e-9)
        assert (spread @ levers)[0] == pytest.approx(middle, abs=1e-6)
        # about every station before it, as a force in its middle has it
        before = middle - 0.5 * long - 15.0 > STATIONS
        assert (spread @ levers)[before] == pytest.approx(middle - STATIONS[before], abs=1e-6)


def test_what_reaches_beyond_the_body_lies_at_its_end() -> None:
    spread = _over(STATIONS, 900.0, 950.0)
    assert (spread @ _levers(STATIONS))[0] == pytest.approx(840.0)
