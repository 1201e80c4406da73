"""Why a panel that buckles counts as harm, though it springs back: the hollow side of its waves is creased.

A sheet that is shortened by e more than it buckles at goes aside by w in waves as wide as they are long, with
e = pi² w² / (8 b²), and the hollow side of the wave is pressed by pi² w t / (2 b²) more (Timoshenko and Gere 1961).
"""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
import pytest
from fletcher_core.analysis.evaluation import Evaluation, compute
from fletcher_core.failure import LoadedPart
from fletcher_core.failure.modes.panel_buckling import panels
from fletcher_core.failure.modes.skin_wrinkling import wrinkling_of
from fletcher_core.model import Core, FoldedBoard

from tests.conftest import make_airframe, with_wing
from tests.core.repairs.made import aircraft
from tests.core.solving import loaded, loaded_case

#: mm: a panel that is wider has waves so shallow that it stands more than it buckles at
WIDE = 200.0


def stands(part: LoadedPart, face: int) -> float:
    """The strain at which the weakest of paper, film and foam on a face is creased."""
    found = [float((part.values["core.compression_10pct"] / part.values["core.E"])[0])]
    for k, row in enumerate(part.layout.sheet_rows):
        if row.face != face or row.bears != "all":
            continue
        found.append(float(wrinkling_of(part, k).strain.min()))
        if f"{row.prefix}.compression" in part.values:
            found.append(float((part.values[f"{row.prefix}.compression"] / part.values[f"{row.prefix}.Et"])[0]))
    return min(found)


def beyond(part: LoadedPart) -> Iterator[tuple[float, float]]:
    """(mm wide, share of its buckling strain that it could go on by) of each place of each panel."""
    t = part.layout.section.wall_mm
    assert t
    for panel in panels(part):
        buckles = panel.push / panel.stiff
        wide = panel.end - panel.start
        left = np.maximum(stands(part, panel.face) - buckles, 0.0)
        # as deep as presses its hollow side by what it could stand more, and the shortening of such waves
        deep = left * 2 * wide**2 / (np.pi**2 * t)
        more = (np.pi * deep / wide) ** 2 / 8
        here = np.broadcast_to(panel.there, more.shape)
        yield from zip(np.broadcast_to(wide, more.shape)[here], (more / buckles)[here], strict=True)


def hollow() -> Iterator[Evaluation]:
    for name in ("dunlin", "plover", "godwit", "sanderling", "turnstone"):
        file = aircraft(name)
        for scheme in file.schemes:
            a = compute(file.airframe, scheme, 11, False, False)
            if a.layout.section.wall_mm is not None:
                yield a


def test_on_every_hollow_part_of_the_demo_it_is_creased_at_once() -> None:
    found = [one for a in hollow() for one in beyond(loaded_case(a))]
    assert len(found) > 1000
    assert max(more for _, more in found) < 0.02
    assert max(wide for wide, _ in found) < WIDE


@pytest.mark.parametrize(("chord", "told"), [(200.0, 0.01), (240.0, 0.06), (300.0, 0.48), (360.0, 1.54)])
def test_a_wide_panel_of_board_would_stand_more(chord: float, told: float) -> None:
    """On the safe side, by what docs/limits.md says: a wing folded from board, with nothing in it."""
    airframe = make_airframe(half_span=500.0, root=chord)
    board = FoldedBoard(height_mm=24.5, crease_mm=36.0, flat_mm=25.0)
    wing = airframe.wing.model_copy(update={"aerofoil": board, "core": Core(material="foamboard_light")})
    found = list(beyond(loaded(with_wing(airframe, wing))))
    assert max(more for _, more in found) == pytest.approx(told, abs=0.01)
