"""What a ledger line says of a piece that makes a place stronger that is not the weakest."""

from __future__ import annotations

from fletcher_core.kinds.cord import Cord
from fletcher_core.kinds.notch import Notch
from fletcher_core.kinds.rod import Rod
from fletcher_core.verdicts import evaluate

from tests.conftest import make_airframe, make_scheme

ROD = Rod(id="rod", diameter_mm=2, y_to_mm=350)
NOTCH = Notch(id="notch", edge="trailing", y_from_mm=400, y_to_mm=440, depth_mm=30)
CORD = Cord(id="cord", edge="trailing", y_to_mm=590)


def test_a_cord_round_a_notch_says_which_place_it_protects_and_by_how_much() -> None:
    wing = make_airframe(plate=8.0, n=3.0)
    with_cord = evaluate(wing, make_scheme(ROD, NOTCH, CORD), spread=False)
    line = next(one for one in with_cord.ledger if one.piece_id == "cord")
    assert abs(line.buys_break_n or 0) < 0.05

    def corner(*pieces: Rod | Notch | Cord) -> float:
        modes = evaluate(wing, make_scheme(*pieces), spread=False, ledger=False).modes
        return next(m.n for m in modes if m.mode == "notch")

    now, before = corner(ROD, NOTCH, CORD), corner(ROD, NOTCH)
    assert now > 1.5 * before
    assert line.protects == (
        "It protects a place that is not the weakest: the foam cracks from the corner of the notch at "
        f"{f'{now:.1f}'.removesuffix('.0')} G, without it at {f'{before:.1f}'.removesuffix('.0')} G."
    )
    assert not line.dead_weight


def test_what_protects_nothing_says_nothing() -> None:
    plain = evaluate(make_airframe(), make_scheme(ROD), spread=False)
    assert plain.ledger[0].protects == ""
