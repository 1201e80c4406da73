"""Bands over an open side: as a truss and a frame, and what they bring back of its twist."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.analysis.evaluation import Evaluation, compute
from fletcher_core.catalogue import catalogue
from fletcher_core.kinds import fits_on, kind_of
from fletcher_core.kinds.bands import Bands, stiffness_share
from fletcher_core.kinds.skin import Skin
from fletcher_core.model import BodyStation, LeftOut
from fletcher_core.questions.suggestions import suggest
from fletcher_core.report.drawing import plan_drawing
from fletcher_core.sections import lay_out
from fletcher_core.sections.left_out import closing
from fletcher_core.verdicts import evaluate
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from ..parts.test_body import LONG, even, scheme, with_body

WIDE, TALL, FROM = 60.0, 75.0, 420.0


def box(*pieces: Any, open_one: bool = True) -> Evaluation:
    ends = [BodyStation(x_mm=x, width_mm=WIDE, height_mm=TALL) for x in (0.0, LONG)]
    gone = [LeftOut(side="bottom", x_from_mm=FROM, x_to_mm=LONG)] if open_one else []
    return compute(with_body(even(stations=ends, left_out=gone)), scheme(*pieces), 61, False, False)


def bands(**more: Any) -> Bands:
    return Bands(**{"id": "b", "y_from_mm": FROM, "y_to_mm": LONG, **more})


def at(a: Evaluation, x: float) -> int:
    return int(np.argmin(np.abs(a.layout.plan.y - x)))


def twist(a: Evaluation) -> float:
    k = next(k for k, c in enumerate(a.cases) if c.id == "body_rudder")
    return abs(float(a.solved.shape.twist[a.solved.run_of(k), -1]))


@given(wide=st.floats(20, 200), pitch=st.floats(20, 300), width=st.floats(3, 20))
def test_crossed_bands_are_a_truss(wide: float, pitch: float, width: float) -> None:
    """One bay of pin-jointed bars, its edges slid by u: the pulled diagonal's force along the edge, for each mm."""
    piece, Et, u = bands(width_mm=width, pitch_mm=pitch), 50.0, 1e-3
    start, end = np.array([0.0, 0.0]), np.array([pitch, wide])
    long = float(np.linalg.norm(end - start))
    stretched = float(np.linalg.norm(end + np.array([u, 0.0]) - start)) - long
    along = Et * width * stretched / long * pitch / long
    by_hand = along / pitch / (u / wide)
    assert Et * float(stiffness_share(piece, np.array([wide]), 2.0)[0]) == pytest.approx(by_hand, rel=1e-3)


def test_straight_bands_are_a_frame() -> None:
    """A beam between two edges that slide and do not turn: 12 E I / L³ and G A / 1.2 L one after the other, half of
    it."""
    piece, Et, Gt, wide = bands(laid="across", width_mm=20.0, pitch_mm=50.0), 55.0, 28.0, 60.0
    each = 1 / (wide**3 / (12 * Et * 20.0**3 / 12) + 1.2 * wide / (Gt * 20.0))
    share = float(stiffness_share(piece, np.array([wide]), Et / Gt)[0])
    assert Et * share == pytest.approx(0.5 * each * wide / 50.0)


def test_they_bring_back_some_of_the_twist_and_a_whole_sheet_more() -> None:
    whole, gone = twist(box(open_one=False)), twist(box())
    assert gone > 20 * whole
    crossed, across = twist(box(bands())), twist(box(bands(laid="across")))
    sheet = twist(box(Skin(id="s", material="packing_tape", surface="bottom", y_from_mm=FROM, y_to_mm=LONG)))
    assert whole < sheet < crossed < across < gone
    assert twist(box(bands(pitch_mm=200.0))) > crossed
    # off, they do nothing
    assert twist(box(bands(on=False))) == pytest.approx(gone, rel=1e-6)


def test_they_weigh_what_their_tape_weighs() -> None:
    laid, bare = box(bands()), box()
    more = float(laid.solved.half_mass_g[0] - bare.solved.half_mass_g[0])
    bays = (LONG - FROM) / 60.0
    # two diagonals a bay, and 20 mm of each stuck to the walls for each 60 mm of opening
    tape = bays * 2 * float(np.hypot(WIDE, 60.0)) * (1 + 20.0 / WIDE) * 24.0
    assert more == pytest.approx(catalogue().skin["packing_tape"].area_mass.typical * 1e-6 * tape, rel=0.02)


def test_what_they_are_taken_from_the_roll() -> None:
    (need,) = kind_of(bands()).needs(bands(), box(bands()).layout.ground)
    assert need.material == "packing_tape"
    bays = (LONG - FROM) / 60.0
    assert need.amount == pytest.approx(bays * 2 * float(np.hypot(WIDE, 60.0)) * (1 + 20.0 / WIDE) * 24.0, rel=0.02)


def _turns_at(walls: float, bottom: float) -> float:
    """mm over the middle at which a push sideways does not twist a box: flow of the cut section, and round it, with
    each wall as many short pieces of G t; by nothing of ours."""
    n = 400
    corners = [(-WIDE / 2, -TALL / 2), (-WIDE / 2, TALL / 2), (WIDE / 2, TALL / 2), (WIDE / 2, -TALL / 2)]
    points, Gt = [], []
    for k in range(4):
        a, b = np.array(corners[k]), np.array(corners[(k + 1) % 4])
        t = (np.arange(n) + 0.5) / n
        points.append(a + t[:, None] * (b - a))
        Gt.append(np.full(n, bottom if k == 3 else walls))
    p, G = np.concatenate(points), np.concatenate(Gt)
    step = np.array([np.linalg.norm(np.subtract(corners[(k + 1) % 4], corners[k])) / n for k in range(4)]).repeat(n)
    # of the three walls that bear along; the bottom carries flow alone
    area = step * (walls == G) * 1.0
    inertia = (area * p[:, 0] ** 2).sum()
    flow = -np.cumsum(area * p[:, 0]) / inertia
    flow -= (flow * step / G).sum() / (step / G).sum()
    ways = [np.array([0.0, 1.0]), np.array([1.0, 0.0]), np.array([0.0, -1.0]), np.array([-1.0, 0.0])]
    ahead = np.array(ways).repeat(n, axis=0)
    force = flow[:, None] * ahead * step[:, None]
    push, moment = force[:, 0].sum(), (p[:, 0] * force[:, 1] - p[:, 1] * force[:, 0]).sum()
    return float(-moment / push)


def test_it_turns_between_the_open_box_and_the_shut_one() -> None:
    """A side that something soft closes: the brute force of the flow round it, against the share that is taken."""
    shut = _turns_at(100.0, 100.0)
    gone = _turns_at(100.0, 1e-6)
    # near the middle: the bottom shears and does not bear; and 3 h² / (w + 6 h) above the top (Timoshenko 1955)
    assert abs(shut) < 0.1 * TALL
    assert gone == pytest.approx(TALL / 2 + 3 * TALL**2 / (WIDE + 6 * TALL), rel=0.01)
    for bottom in (1.0, 10.0, 30.0):
        round_it = (2 * TALL + WIDE) / 100.0
        share = (round_it + WIDE / 100.0) / (round_it + WIDE / bottom)
        assert _turns_at(100.0, bottom) == pytest.approx(gone + share * (shut - gone), rel=0.02, abs=0.3)
    # and the part takes that share
    a = box(Skin(id="s", material="packing_tape", surface="bottom", y_from_mm=FROM, y_to_mm=LONG))
    found = float(closing(a.layout, a.solved.materials)[0, at(a, 650.0)])
    assert 0.2 < found < 0.7
    assert float(closing(a.layout, a.solved.materials)[0, at(a, 300.0)]) == 0.0


def test_they_are_laid_over_what_is_open_and_told_by_what_they_hold() -> None:
    airframe = box().airframe
    (made,) = suggest(airframe, scheme(), "bands")
    assert isinstance(made, Bands)
    assert (made.y_from_mm, made.y_to_mm, made.surface) == (FROM, LONG, "bottom")
    (line,) = evaluate(airframe, scheme(made), spread=False).ledger
    assert not line.dead_weight
    assert line.buys_GJ > 3
    # drawn from wall to wall, and straight ones upright
    drawn = plan_drawing(lay_out(airframe.parts.body, [made], 9)).pieces[0].polygon  # type: ignore[arg-type]
    across = [x for _, x in drawn]
    assert max(across) - min(across) == pytest.approx(WIDE, abs=0.1)
    upright = plan_drawing(lay_out(airframe.parts.body, [bands(laid="across")], 9)).pieces[0].polygon  # type: ignore[arg-type]
    assert len(upright) > len(drawn)


def test_they_are_for_hollow_bodies_alone_and_stand_apart() -> None:
    assert fits_on("bands", "body", True)
    assert not fits_on("bands", "body", False)
    assert not fits_on("bands", "wing", True)
    with pytest.raises(ValidationError, match="over each other"):
        bands(width_mm=48.0, pitch_mm=20.0)
