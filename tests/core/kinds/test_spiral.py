"""Tape wound round a body: by the energy of the wound line itself, and what it brings on a body."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest
from fletcher_core.analysis.evaluation import Evaluation, compute
from fletcher_core.analysis.uncertainty import typical
from fletcher_core.catalogue import catalogue
from fletcher_core.kinds import fits_on, kind_of
from fletcher_core.kinds.spiral import Spiral, covers, shear_share
from fletcher_core.model import BodyStation, LeftOut
from hypothesis import given
from hypothesis import strategies as st

from ..parts.test_body import LONG, even, scheme, with_body
from .test_bands import twist


def wound(**more: Any) -> Spiral:
    return Spiral(**{"id": "w", "y_to_mm": LONG, **more})


@given(angle=st.floats(20, 80), width=st.floats(5, 50), gap=st.floats(0, 200), r=st.floats(15, 60))
def test_it_is_the_energy_of_a_wound_line(angle: float, width: float, gap: float, r: float) -> None:
    """A line wound round a tube that is twisted, each bit measured before and after; as many of them side by side as
    the gap between them leaves room for."""
    Et, per_mm = 40.0, 1e-5
    slope = math.tan(math.radians(angle)) / r  # turned for each mm along
    x = np.linspace(0.0, 200.0, 4001)

    def line(turned: np.ndarray) -> np.ndarray:
        return np.stack([x, r * np.cos(turned), r * np.sin(turned)], axis=1)

    before = np.linalg.norm(np.diff(line(slope * x), axis=0), axis=1)
    after = np.linalg.norm(np.diff(line((slope + per_mm) * x), axis=0), axis=1)
    energy = 0.5 * Et * width * float((((after - before) / before) ** 2 * before).sum())
    # square to their run, as many as go round
    count = 2 * math.pi * r * math.cos(math.radians(angle)) / (width + gap)
    GJ = 2 * energy * count / (per_mm**2 * x[-1])
    piece = wound(angle_deg=angle, width_mm=width, gap_mm=gap)
    by_us = Et * shear_share(piece) * 2 * math.pi * r**3  # Bredt's, of a thin round tube
    assert by_us == pytest.approx(GJ, rel=0.01)


def box(*pieces: Any, **more: Any) -> Evaluation:
    ends = [BodyStation(x_mm=x, width_mm=60.0, height_mm=75.0) for x in (0.0, LONG)]
    return compute(with_body(even(stations=ends, **more)), scheme(*pieces), 61, False, False)


def test_at_45_degrees_it_does_most_and_wound_one_way_half() -> None:
    gone = {"left_out": [LeftOut(side="bottom", x_from_mm=420.0, x_to_mm=LONG)]}
    bare = twist(box(**gone))
    at = {angle: twist(box(wound(angle_deg=angle), **gone)) for angle in (25.0, 45.0, 80.0)}
    assert at[45.0] < at[25.0] < bare
    assert at[45.0] < at[80.0] < bare
    assert at[45.0] < twist(box(wound(wound="one_way"), **gone)) < bare
    assert twist(box(wound(on=False), **gone)) == pytest.approx(bare, rel=1e-6)


def test_it_weighs_and_takes_what_is_wound() -> None:
    piece = wound()
    laid, bare = box(piece), box()
    tape = 2 * covers(piece) * 2 * (60 + 75) * LONG
    more = float(laid.solved.half_mass_g[0] - bare.solved.half_mass_g[0])
    assert more == pytest.approx(catalogue().skin["packing_tape"].area_mass.typical * 1e-6 * tape, rel=0.02)
    (need,) = kind_of(piece).needs(piece, laid.layout.ground)
    assert need.amount == pytest.approx(1.1 * tape, rel=0.02)
    assert fits_on("spiral", "body", True)
    assert not fits_on("spiral", "wing", True)


def test_it_tears_at_its_strength() -> None:
    """The flow round a tube that is twisted until the wound line is stretched by what it stands."""
    piece, r, per_mm = wound(gap_mm=76.0, angle_deg=38.0), 30.0, 1e-5
    laid = box(piece)
    values = kind_of(piece).derived(piece, typical(laid.table, 1), laid.layout.ground)
    slope, x = math.tan(math.radians(38.0)) / r, np.linspace(0.0, 100.0, 2001)
    run = [np.hypot(np.diff(x), r * np.diff((slope + more) * x)).sum() for more in (0.0, per_mm)]
    strain = (run[1] - run[0]) / run[0] / per_mm  # for each unit of twist
    skin = typical(laid.table, 1)
    Et, stands = (float(skin[f"skin.packing_tape.{k}"][0]) for k in ("Et", "tension"))
    GJ = Et * shear_share(piece) * 2 * math.pi * r**3
    flow = GJ * (stands / Et / strain) / (2 * math.pi * r**2)
    assert float(values["spiral.w.tension"][0]) == pytest.approx(flow, rel=1e-3)
    # and it is looked for where the body is loaded
    assert any(f.piece == 0 and f.mode == "skin_tension" and np.isfinite(f.n).any() for f in laid.solved.findings)
