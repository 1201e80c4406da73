"""A second wall: two thin walls glued to each other are one thick one."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.analysis.evaluation import Evaluation, compute
from fletcher_core.catalogue import catalogue
from fletcher_core.failure.modes.panel_buckling import laminate
from fletcher_core.kinds import fits_on, kind_of
from fletcher_core.kinds.cloth import Cloth
from fletcher_core.kinds.lining import BoardLining, FoamLining
from fletcher_core.model import BodyStation, BodyWalls, Core, LeftOut
from pydantic import ValidationError

from ..parts.test_body import LONG, even, loaded_case, scheme, with_body

WIDE, TALL, THIN = 60.0, 75.0, 4.0


def box(thick: float, *pieces: Any, **more: Any) -> Evaluation:
    ends = [BodyStation(x_mm=x, width_mm=WIDE, height_mm=TALL) for x in (0.0, LONG)]
    core = Core(material="xps_sheet")
    body = even(stations=ends, core=core, walls=BodyWalls(sheet_mm=thick), **more)
    return compute(with_body(body), scheme(*pieces), 61, False, False)


def lining(**more: Any) -> FoamLining:
    return FoamLining(**{"id": "l", "material": "xps_sheet", "thickness_mm": THIN, "y_to_mm": LONG, **more})


def test_two_thin_walls_are_one_thick_one() -> None:
    one, two = box(2 * THIN), box(THIN, lining())
    for name in ("EA", "EIxx", "EIzz"):
        a, b = (float(getattr(x.solved.properties, name)[0, 30]) for x in (one, two))
        assert b == pytest.approx(a, rel=0.01), name
    assert float(two.solved.GJ[0, 30]) == pytest.approx(float(one.solved.GJ[0, 30]), rel=0.05)
    # what flows through corners is the same foam; glue weighs by itself
    assert float(two.solved.half_mass_g[0]) == pytest.approx(float(one.solved.half_mass_g[0]), rel=0.01)
    # bent and sheared through, both walls are one plate
    for face in (1, -1):
        thick, glued = (laminate(loaded_case(x), face) for x in (one, two))
        for a, b in zip(thick, glued, strict=True):
            assert float(np.ravel(b)[-1]) == pytest.approx(float(np.ravel(a)[-1]), rel=0.03)


def test_outside_it_makes_more_of_it() -> None:
    inside, outside = box(THIN, lining()), box(THIN, lining(lies="outside"))
    EI = [float(x.solved.properties.EIxx[0, 30]) for x in (inside, outside)]
    assert EI[1] > 1.2 * EI[0]


def test_of_board_it_bears_with_both_papers() -> None:
    board = catalogue().board["foamboard_light"]
    assert board.core is not None
    assert board.paper_thickness is not None
    assert board.paper_E_along is not None
    lined, bare = box(THIN, BoardLining(id="b", y_to_mm=LONG)), box(THIN)
    paper, t = board.paper_thickness.typical, board.thickness.typical
    each = 2 * paper * board.paper_E_along.typical + (t - 2 * paper) * board.core.E
    # along the middle of what lies under the walls
    round_it = 2 * (WIDE + TALL) - 8 * (THIN + 0.5 * t)
    more = float((lined.solved.properties.EA - bare.solved.properties.EA)[0, 30])
    assert more == pytest.approx(each * round_it, rel=0.03)


def test_it_ends_where_it_ends_and_is_cut_with_the_wall() -> None:
    short = box(THIN, lining(y_to_mm=300.0))
    x, EA = short.layout.plan.y, short.solved.properties.EA[0]
    assert EA[x < 290].min() > 1.8 * EA[x > 310].max()
    # a doubler round a hatch does not lie across it
    gone = [LeftOut(side="bottom", x_from_mm=450.0, x_to_mm=700.0)]
    plain, doubled = box(THIN, left_out=gone), box(THIN, lining(surface="bottom"), left_out=gone)
    k = int(np.argmin(abs(plain.layout.plan.y - 600.0)))
    assert float(doubled.solved.GJ[0, k]) < 1.5 * float(plain.solved.GJ[0, k])
    lid = box(THIN, lining(surface="bottom", lies="outside"), left_out=gone)
    assert float(lid.solved.GJ[0, k]) > 5 * float(plain.solved.GJ[0, k])


def test_what_it_takes_and_where_it_goes() -> None:
    (need,) = kind_of(lining()).needs(lining(), box(THIN).layout.ground)
    assert need.amount == pytest.approx(1.1 * 2 * (WIDE + TALL) * LONG, rel=0.02)
    assert fits_on("foam_lining", "body", True)
    assert not fits_on("foam_lining", "body", False)
    assert not fits_on("board_lining", "wing", True)
    with pytest.raises(ValidationError, match="Corrugated"):
        BoardLining(id="b", material=next(k for k, b in catalogue().board.items() if not b.paper_faced))


@pytest.mark.parametrize("lies", ["inside", "outside"])
def test_a_little_thicker_buckles_a_little_later(lies: str) -> None:
    """From next to nothing on to a wall: bending and shear of both walls go on without a step, and never fall."""
    steps = np.arange(0.8, 2.21, 0.08)
    found = []
    for t in steps:
        a = box(THIN, lining(thickness_mm=float(t), lies=lies))
        EA, D, S = (float(np.ravel(of)[-1]) for of in laminate(loaded_case(a), 1))
        push = min(float(f.n.min()) for f in a.solved.findings if f.mode == "panel_buckling")
        found.append((EA, D, S, push))
    ratios = np.array(found[1:]) / np.array(found[:-1])
    assert np.all(ratios > 1), found
    # 0.08 mm of 5 to 7 mm, to the third power at most
    assert np.all(ratios < 1 + 3.5 * 0.08 / (THIN + 0.8)), found


def test_foam_between_two_stiff_sheets_is_sheared_as_allen_has_it() -> None:
    """G d² / c, d from middle to middle of what lies on it, c the foam (Allen 1969)."""
    cloth = Cloth(id="c", y_to_mm=LONG, surface="top", layers=2)
    wing = loaded_case(box(THIN, cloth))
    row = next(k for k, r in enumerate(wing.layout.sheet_rows) if r.piece is not None and r.face > 0)
    t, G = abs(wing.layout.sheet_rows[row].t), float(wing.materials.foam.G[0])
    assert t > 0
    S = float(np.ravel(laminate(wing, 1)[2])[-1])
    # of one stiff sheet of thickness t on a wall: its middle shears the foam over half of it more
    assert G * THIN * (1 + t / THIN) < S * 1.001
    assert G * (THIN + t) ** 2 / THIN * 1.001 > S
