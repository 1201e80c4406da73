"""A body that is a little round is nearly the box, and one that is all round is the shell."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.analysis.evaluation import compute
from fletcher_core.model import Airframe
from fletcher_core.sections import lay_out

from tests.conftest import make_scheme
from tests.core.repairs.made import aircraft

ROUND = (0.0, 1e-6, 0.001, 0.005, 0.01, 0.02, 0.03, 0.05, 0.07, 0.1, 0.12, 0.15, 0.2)


def rounded(name: str, share: float, **more: float) -> Airframe:
    airframe = aircraft(name).airframe
    body = airframe.parts.body
    assert body is not None
    ends = [s.model_copy(update={"roundness": share, **more}) for s in body.stations]
    parts = airframe.parts.model_copy(update={"body": body.model_copy(update={"stations": ends})})
    return airframe.model_copy(update={"parts": parts})


def bare(airframe: Airframe, name: str) -> Any:
    scheme = aircraft(name).shown("body").model_copy(update={"pieces": []})
    return compute(airframe, scheme, 15, False, False)


@pytest.mark.parametrize("name", ["sanderling", "dunlin"])
def test_a_little_roundness_changes_little(name: str) -> None:
    """EA, both EI, GJ and weight from the box to a fifth round: no step between neighbours beyond 2 % and what the
    shape itself takes; papers of the sides count once."""
    found = []
    for share in ROUND:
        a = bare(rounded(name, share), name)
        k, p = len(a.layout.plan.y) // 2, a.solved.properties
        found.append([float(getattr(p, q)[0, k]) for q in ("EA", "EIxx", "EIzz", "mass")] + [float(a.solved.GJ[0, k])])
    rows = np.array(found)
    change = np.abs(np.diff(np.log(rows), axis=0))
    assert change[0].max() < 0.02
    assert change.max() < 0.06
    # rounder is never more material
    assert np.all(np.diff(np.log(rows[:, 0])) < 1e-3)


@pytest.mark.parametrize("name", ["dunlin"])
def test_a_flat_wall_is_no_cylinder(name: str) -> None:
    pushes = []
    for share in ROUND[:8]:
        a = bare(rounded(name, share), name)
        k = len(a.layout.plan.y) // 2
        pushes.append(min(float(f.n[0, k]) for f in a.solved.findings if f.mode == "panel_buckling"))
    assert max(pushes) < 1.08 * pushes[0]


def test_corner_flow_is_smooth_in_the_width() -> None:
    """Every tenth of a millimetre: no spikes, and left as right where the box is symmetric."""
    airframe = aircraft("dunlin").airframe
    body = airframe.parts.body
    assert body is not None
    flows = []
    for width in np.arange(50.0, 54.0, 0.1):
        ends = [s.model_copy(update={"width_mm": float(width)}) for s in body.stations]
        closed = body.model_copy(update={"stations": ends, "left_out": []})
        parts = airframe.parts.model_copy(update={"body": closed})
        a = bare(airframe.model_copy(update={"parts": parts}), "dunlin")
        k = len(a.layout.plan.y) // 2
        left, right = (float(a.solved.flow.seams[edge][0, k]) for edge in ("nose", "trailing edge"))
        assert left == pytest.approx(right, rel=1e-6)
        flows.append(left)
    assert np.abs(np.diff(np.log(flows))).max() < 0.01


def test_glue_of_seams_does_not_know_how_high_a_body_is_drawn() -> None:
    """A body drawn 400 mm lower weighs the same."""
    grams = []
    for low in (0.0, -400.0, 300.0):
        airframe = rounded("dunlin", 0.0, middle_mm=low)
        scheme = make_scheme().model_copy(update={"part": "body"})
        body = airframe.parts.body
        assert body is not None
        layout = lay_out(body, scheme.pieces, 21)
        grams.append([float(row.area) for row in layout.patch_rows if row.area is not None and np.ndim(row.area) == 0])
    assert grams[0] == pytest.approx(grams[1], rel=1e-9)
    assert grams[0] == pytest.approx(grams[2], rel=1e-9)
    assert min(grams[0]) > 0
