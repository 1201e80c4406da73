"""Sticks to and fro over an open side: as a lattice of bars, and where they give way."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest
from fletcher_core.analysis.evaluation import Evaluation, compute
from fletcher_core.analysis.uncertainty import typical
from fletcher_core.catalogue import catalogue
from fletcher_core.kinds import fits_on, kind_of
from fletcher_core.kinds.bands import Bands
from fletcher_core.kinds.diagonals import Diagonals, stiffness_share
from fletcher_core.model import BodyStation, LeftOut
from fletcher_core.questions.suggestions import suggest
from hypothesis import given
from hypothesis import strategies as st

from ..parts.test_body import LONG, even, scheme, with_body
from .test_bands import FROM, TALL, WIDE, twist


def box(*pieces: Any) -> Evaluation:
    ends = [BodyStation(x_mm=x, width_mm=WIDE, height_mm=TALL) for x in (0.0, LONG)]
    gone = [LeftOut(side="bottom", x_from_mm=FROM, x_to_mm=LONG)]
    return compute(with_body(even(stations=ends, left_out=gone)), scheme(*pieces), 61, False, False)


def sticks(**more: Any) -> Diagonals:
    return Diagonals(**{"id": "d", "y_from_mm": FROM, "y_to_mm": LONG, **more})


@given(wide=st.floats(20, 200), pitch=st.floats(20, 300), width=st.floats(1, 8), bays=st.integers(2, 8))
def test_it_is_a_lattice_of_bars(wide: float, pitch: float, width: float, bays: int) -> None:
    """Pin-jointed bars between two rigid edges of which one is slid along: by the stiffness matrix of each bar."""
    piece, E, u = sticks(width_mm=width, thickness_mm=3.0, pitch_mm=pitch), 9000.0, 1e-4
    force = 0.0
    for k in range(bays):
        foot, head = np.array([k * pitch, 0.0]), np.array([(k + 1) * pitch, wide])
        if k % 2:
            foot[1], head[1] = wide, 0.0
        run = head - foot
        long = float(np.linalg.norm(run))
        way = run / long
        K = E * width * 3.0 / long * np.outer(way, way)
        # the far edge goes u along, the near one stays
        slid = np.array([u, 0.0])
        force += float((K @ slid)[0])
    by_hand = force / (bays * pitch) / (u / wide)
    assert E * width * 3.0 * float(stiffness_share(piece, np.array([wide]))[0]) == pytest.approx(by_hand, rel=1e-6)


def test_its_feet_slide_by_their_glue() -> None:
    """A stick between two springs, one after the other."""
    piece, glue, long = sticks(), catalogue().glue["polyurethane_foaming"], math.hypot(WIDE, 60.0)
    values = kind_of(piece).derived(piece, typical(box(piece).table, 1), box(piece).layout.ground)
    stick = catalogue().stock["spruce"].E.typical * 12.0 / long
    foot = glue.G.typical * 12.0 * 4.0 / glue.bond
    whole = 1 / (1 / stick + 2 / foot)
    assert float(values["diagonals_bears.d.Gt"][0]) * 12.0 / long == pytest.approx(whole, rel=1e-3)
    assert whole < 0.7 * stick


def test_they_stop_the_twist_better_than_tape() -> None:
    gone, taped, laid = twist(box()), twist(box(Bands(id="b", y_from_mm=FROM, y_to_mm=LONG))), twist(box(sticks()))
    assert laid < taped < gone
    assert twist(box(sticks(on=False))) == pytest.approx(gone, rel=1e-6)


def test_a_thin_stick_buckles_and_a_thick_one_comes_off_at_its_foot() -> None:
    """Flow at which one gives way, over its length: Euler's load, and the foot's glue in shear."""
    spruce, long = catalogue().stock["spruce"], math.hypot(WIDE, 60.0)

    def stands(piece: Diagonals) -> float:
        a = box(piece)
        values = kind_of(piece).derived(piece, typical(a.table, 1), a.layout.ground)
        return float(values["diagonals_bears.d.lattice"][0]) * long

    thin = sticks(width_mm=1.0, thickness_mm=1.0, lap_mm=60.0)
    euler = math.pi**2 * spruce.E.typical * 1.0**4 / 12 / long**2
    assert stands(thin) == pytest.approx(euler, rel=1e-3)
    thick = sticks(width_mm=6.0, thickness_mm=6.0, lap_mm=10.0)
    shear = float(typical(box(thick).table, 1)["core.shear"][0])
    # this glue holds better than the foam that it holds on to
    assert catalogue().glue["polyurethane_foaming"].lap_on_foam == "foam"
    assert stands(thick) == pytest.approx(60.0 * shear, rel=1e-3)
    assert stands(sticks(width_mm=6.0, thickness_mm=6.0, lap_mm=20.0)) == pytest.approx(2 * stands(thick), rel=1e-3)


def test_what_they_weigh_and_take() -> None:
    laid, bare, piece = box(sticks()), box(), sticks()
    each = (math.hypot(WIDE, 60.0) + 24.0) * 4.0 * 3.0 * catalogue().stock["spruce"].density.typical * 1e-6
    more = float(laid.solved.half_mass_g[0] - bare.solved.half_mass_g[0])
    assert more == pytest.approx(each * (LONG - FROM) / 60.0, rel=0.03)
    (need,) = kind_of(piece).needs(piece, laid.layout.ground)
    assert len(need.runs_mm) == 7
    assert need.runs_mm[0] == pytest.approx(math.hypot(WIDE, 60.0) + 24.0, rel=1e-3)
    (made,) = suggest(
        with_body(even(left_out=[LeftOut(side="bottom", x_from_mm=FROM, x_to_mm=LONG)])), scheme(), "diagonals"
    )
    assert isinstance(made, Diagonals)
    assert made.y_from_mm == pytest.approx(FROM)
    assert fits_on("diagonals", "body", True)
    assert not fits_on("diagonals", "body", False)
