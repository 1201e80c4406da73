"""A second wall: two thin walls glued to each other are one thick one."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.analysis.evaluation import Evaluation, compute
from fletcher_core.catalogue import catalogue
from fletcher_core.failure.modes.panel_buckling import laminate
from fletcher_core.kinds import fits_on, kind_of
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
