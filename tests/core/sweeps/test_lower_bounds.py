"""A part with a piece holds no less than the same part without it: a state that is in balance and nowhere beyond its
strength is a lower bound (Prager and Hodge 1951)."""

from __future__ import annotations

import itertools
from typing import Any

import numpy as np
import pytest
from fletcher_core.analysis.evaluation import compute
from fletcher_core.analysis.without_broken import may_let_go
from fletcher_core.fields import Refused
from fletcher_core.kinds.boards import BoardSpar
from fletcher_core.kinds.pocket import Pocket
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.tube import Tube
from fletcher_core.kinds.web import Web
from fletcher_core.model import Airframe, Core, FoldedBoard, Scheme

from tests.conftest import make_airframe, make_scheme, with_wing

from .drawn import schemes

#: what is heavier bears a little more of its own weight, and the section beside a piece is not the one without it
_NEAR = 0.985
#: schemes in the common run, and in the long one
_SOME, _ALL = 40, 300


def held(airframe: Airframe, scheme: Scheme) -> Any:
    return compute(airframe, scheme, 15, False, False)


def without(scheme: Scheme, index: int) -> Scheme:
    pieces = [p.model_copy(update={"on": k != index}) for k, p in enumerate(scheme.pieces)]
    return scheme.model_copy(update={"pieces": pieces})


def lowered(seed: int, count: int) -> list[str]:
    """Every piece that lowers what its wing holds to, in words."""
    found = []
    for airframe, scheme in schemes(seed, count):
        try:
            a = held(airframe, scheme)
        except Refused:
            continue
        whole = float(a.solved.hold[0].min())
        for k, piece in enumerate(scheme.pieces):
            if may_let_go(a.layout, k):
                left = float(held(airframe, without(scheme, k)).solved.hold[0].min())
                # a notch that a stick draws load to is the foam's own end, and is told as such
                notched = any(p.kind in ("notch", "pocket") for p in scheme.pieces)
                if whole < left * (_NEAR if not notched else 0.9):
                    found.append(f"{[p.kind for p in scheme.pieces]} without the {piece.kind}: {left:.3f}, {whole:.3f}")
    return found


def test_no_piece_lowers_what_a_wing_holds_to() -> None:
    assert lowered(1, _SOME) == []


@pytest.mark.slow
def test_no_piece_of_three_hundred_schemes_lowers_what_a_wing_holds_to() -> None:
    assert lowered(2, _ALL) == []


def test_an_upright_web_of_balsa_is_not_the_end_of_the_wing() -> None:
    """Grain upright it tears across at next to nothing, and the foam holds as it did."""
    airframe = make_airframe(half_span=500.0)
    web = Web(id="web", material="balsa_hard", grain="upright", thickness_mm=3.0, y_to_mm=450.0)
    a, bare = held(airframe, make_scheme(web)), held(airframe, make_scheme())
    assert float(a.solved.n[0].min()) < float(a.solved.hold[0].min())
    assert float(a.solved.hold[0].min()) >= 0.99 * float(bare.solved.hold[0].min())


def test_spreads_carry_on_as_the_typical_build_does() -> None:
    """Draws carry on, too: none holds less than two fifths of the typical build."""
    airframe = make_airframe(half_span=500.0)
    web = Web(id="web", material="balsa_hard", grain="upright", thickness_mm=3.0, y_to_mm=450.0)
    a = compute(airframe, make_scheme(web), 31, False, True)
    drawn = a.drawn.hold.min(axis=1)
    assert drawn[1:].min() > 0.4 * drawn[0]


FOLDED = make_airframe(half_span=500.0)
SPAR = BoardSpar(id="spar", chord_from=0.24, chord_to=0.24, width_mm=25.0, layers=3, y_to_mm=300.0)


@pytest.mark.parametrize("peeled", ["none", "top", "bottom", "both"])
@pytest.mark.parametrize("pieces", [[], [SPAR]], ids=["bare", "spar"])
def test_a_buckled_sheet_holds_no_more_than_one_held_against_buckling(
    peeled: str, pieces: list[Any], monkeypatch: pytest.MonkeyPatch
) -> None:
    """Past its buckling it ends when its edge, not its mean, reaches the paper's strength (von Karman 1932)."""
    from dataclasses import replace

    from fletcher_core.failure import MODES

    made = FoldedBoard(height_mm=24.5, crease_mm=36.0, flat_mm=25.0, peeled_inside=peeled)  # type: ignore[arg-type]
    wing = FOLDED.wing.model_copy(update={"aerofoil": made, "core": Core(material="foamboard_light")})
    airframe, scheme = with_wing(FOLDED, wing), make_scheme(*pieces)
    a = held(airframe, scheme)
    monkeypatch.setitem(MODES, "panel_buckling", replace(MODES["panel_buckling"], find=lambda wing: iter(())))
    flat = held(airframe, scheme)
    buckles, holds = float(a.solved.n[0].min()), float(a.solved.hold[0].min())
    assert holds <= float(flat.solved.hold[0].min()) * (1 + 1e-9)
    if buckles < float(flat.solved.n[0].min()) * 0.999:
        # effective width: what it holds goes with the root of what it buckles at, so it is well below
        assert holds < 0.8 * float(flat.solved.hold[0].min())


def test_what_a_pocket_cuts_of_a_rod_is_gone() -> None:
    """A rod at the bottom, cut from below: never stronger where it is cut deeper, no sliver that bears the whole."""
    plate = make_airframe(plate=20.0)
    rods = [
        Rod(id=at, diameter_mm=3, level=at, inset_mm=1, y_to_mm=550, chord_from=0.3, chord_to=0.3)
        for at in ("top", "bottom")
    ]
    found = []
    for deep in (*np.linspace(0.5, 4.5, 21), 3.99):
        pocket = Pocket(id="p", face="bottom", depth_mm=float(deep), x_from=0.2, x_to=0.4, y_from_mm=200, y_to_mm=230)
        a = compute(plate, make_scheme(*rods, pocket), 21, False, False)
        k = int(np.argmin(np.abs(a.layout.plan.y - 215.0)))
        found.append((deep, float(a.solved.properties.EIxx[0, k]), float(a.solved.n[0].min())))
    found.sort()
    for what in (1, 2):
        values = [f[what] for f in found]
        assert all(b <= a * (1 + 1e-6) for a, b in itertools.pairwise(values))
    # a tenth of a millimetre of it left is as good as all of it cut
    gone = next(f for f in found if f[0] > 4.0)
    assert found[[f[0] for f in found].index(3.99)][1] == pytest.approx(gone[1], rel=0.02)


def test_a_tube_whose_end_slips_is_not_the_end_of_a_wing() -> None:
    airframe = make_airframe()
    tube = Tube(id="t", outer_mm=8, inner_mm=6, material="carbon_roll_wrapped", y_to_mm=120.0)
    a, bare = held(airframe, make_scheme(tube)), held(airframe, make_scheme())
    assert float(a.solved.hold[0].min()) >= 0.985 * float(bare.solved.hold[0].min())
