"""What a builder's hand does to one piece moves that piece alone, and only how it slips, kinks or wrinkles."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from fletcher_core.analysis.uncertainty import normals
from fletcher_core.catalogue import catalogue
from fletcher_core.failure import MODES, craft_spreads, find_all
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.sections import lay_out

from tests.conftest import make_airframe
from tests.core.solving import loaded

PIECES = [
    Rod(id="upper", diameter_mm=3, level="top", y_to_mm=500),
    Rod(id="lower", diameter_mm=3, level="bottom", y_to_mm=500),
    Skin(id="film", y_to_mm=600),
]


def test_each_piece_has_its_own() -> None:
    names = craft_spreads(lay_out(make_airframe().wing, PIECES))
    assert sorted(names) == [
        "craft.film.drawn", "craft.film.glue_line", "craft.lower.glue_line", "craft.lower.straight",
        "craft.upper.glue_line", "craft.upper.straight",
    ]  # fmt: skip
    z = normals(tuple(sorted(names)))
    r = np.corrcoef(z.T)
    assert abs(r[2, 4]) < 1e-9  # of two rods
    assert r[2, 3] > 0.5  # of one: the same hand


@pytest.mark.parametrize("key", ["glue_line", "straight", "drawn"])
def test_it_moves_that_piece_and_its_modes_alone(key: str) -> None:
    wing = loaded(make_airframe(), *PIECES)
    spoilt = "film" if key == "drawn" else "upper"
    worse = replace(wing, values={**wing.values, f"craft.{spoilt}.{key}": np.full(len(wing.forces.moment), 0.5)})
    struck = 0
    for usual, now in zip(find_all(wing), find_all(worse), strict=True):
        piece = None if usual.piece is None else PIECES[usual.piece].id
        factor = 0.5 if piece == spoilt and MODES[usual.mode].craft == key else 1.0
        struck += factor < 1
        assert now.n == pytest.approx(factor * usual.n)
    assert struck > 0


def test_every_mode_that_names_a_hand_names_one_of_the_table() -> None:
    named = {m.craft for m in MODES.values() if m.craft}
    assert named == set(catalogue().craft)
