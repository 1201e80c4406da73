"""A folded sheet: its sections, and the flat pattern that it is cut by."""

from __future__ import annotations

import numpy as np
import pytest
from fletcher_core.catalogue import catalogue
from fletcher_core.formats.pattern import spar_strips
from fletcher_core.geometry import XI, flat_panels, outline_of, planform
from fletcher_core.kinds.boards import BoardSpar
from fletcher_core.kinds.box import BoxSpar
from fletcher_core.model import Core, FoldedBoard, Panel, Wing
from fletcher_core.sections import lay_out
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

BOARD = catalogue().board["foamboard_light"]
T = BOARD.thickness.typical


def wing(*panels: tuple[float, float, float, float], core: str = "foamboard_light", **made: object) -> Wing:
    """Panels of (span, root chord, tip chord, set-back)."""
    usual = {"height_mm": 26.0, "crease_mm": 36.0, "flat_mm": 25.0, **made}
    return Wing(
        panels=[Panel(span_mm=s, root_chord_mm=a, tip_chord_mm=b, sweep_mm=w) for s, a, b, w in panels],
        aerofoil=FoldedBoard(**usual), core=Core(material=core),
    )  # fmt: skip


def test_the_section_is_as_high_as_it_is_said_to_be_and_its_board_stays_as_thick() -> None:
    part = wing((500.0, 200.0, 120.0, 10.0))
    plan = planform(part)
    outline = outline_of(part, plan)
    assert BOARD.paper_thickness is not None
    paper = BOARD.paper_thickness.typical
    # over all: the foam's faces and a paper on either side
    assert outline.deepest[0] == pytest.approx(26.0 - 2 * paper)
    tip = 26.0 * 120 / 200
    assert outline.deepest[-1] == pytest.approx(tip - 2 * paper, abs=0.05)
    # two boards at the trailing edge, one and a half at the nose, at the root and at the tip
    for end in (0, -1):
        depth = outline.upper[end] - outline.lower[end]
        assert depth[-1] == pytest.approx(2 * T - 2 * paper)
        assert depth[0] == pytest.approx(1.5 * T - 2 * paper)


def test_a_lower_sheet_folded_back_makes_three_boards_at_the_trailing_edge() -> None:
    part = wing((500.0, 200.0, 200.0, 0.0), fold_back_mm=30.0)
    outline = outline_of(part, planform(part))
    over = np.interp([0.85, 0.9, 1.0], XI, outline.upper[0] - outline.lower[0])
    assert over[1] == pytest.approx(over[2]) == pytest.approx(3 * T - 0.16, abs=0.02)
    assert over[0] > over[1] - 1e-9


def test_the_developed_length_by_hand() -> None:
    """From the lower trailing edge to the nose, up it, along the creases to the upper trailing edge."""
    panel = flat_panels(wing((480.0, 190.0, 190.0, 0.0)))[0]
    by_hand = 190 + 1.5 * T + np.hypot(36, 26 - 1.5 * T) + 25 + np.hypot(190 - 36 - 25, 26 - 2 * T)
    assert panel.long == pytest.approx((by_hand, by_hand), abs=0.01)
    assert np.ptp(panel.outline, axis=0) == pytest.approx([480.0, by_hand], abs=0.01)


def test_a_sheet_that_is_folded_back_is_longer_by_that() -> None:
    plain, folded = (flat_panels(wing((480.0, 190.0, 190.0, 0.0), fold_back_mm=v))[0] for v in (0.0, 30.0))
    # the upper sheet ends where the fold does, on three boards
    upper = np.hypot(190 - 36 - 25 - 30, 26 - 3 * T) - np.hypot(190 - 36 - 25, 26 - 2 * T)
    assert folded.long[0] == pytest.approx(plain.long[0] + 30 + upper, abs=0.01)
    # the strip lies on the far side of its fold
    fold = next(f for f in folded.folds if f.what == "fold back inward")
    sheet = next(f for f in folded.folds if f.what == "nose: fold here")
    edge = folded.outline[0]
    assert (edge[1] - fold.line[0, 1]) * (sheet.line[0, 1] - fold.line[0, 1]) < 0


@given(
    tip=st.floats(90.0, 220.0), sweep=st.floats(-30.0, 90.0), span=st.floats(200.0, 900.0),
    top=st.sampled_from(["creased", "curved"]),
)  # fmt: skip
def test_nothing_is_stretched_when_it_is_laid_flat(tip: float, sweep: float, span: float, top: str) -> None:
    part = wing((span, 200.0, tip, sweep), top=top)
    panel = flat_panels(part)[0]
    # every fold is as long flat as it is on the wing
    for fold, x in (("nose: fold here", 0.0), ("front crease", 36.0), ("rear crease", 61.0)):
        line = next(f.line for f in panel.folds if f.what == fold)
        rises = 0.0 if x == 0 else 26.0 * (1 - tip / 200)
        there = np.array([sweep + x * tip / 200 - x, span, rises])
        assert np.linalg.norm(line[1] - line[0]) == pytest.approx(np.linalg.norm(there), rel=1e-9)
    # and so is the chord underneath, which is not bent at all
    nose = next(f.line for f in panel.folds if f.what == "nose: fold here")
    assert np.linalg.norm(panel.outline[0] - nose[0]) == pytest.approx(200.0)


@pytest.mark.parametrize(
    ("said", "field", "made"),
    [
        ("no room", "height_mm", {"height_mm": 11.0}),
        ("more than a third", "height_mm", {"height_mm": 90.0}),
        ("rear crease", "flat_mm", {"crease_mm": 60.0, "flat_mm": 110.0}),
        ("rear crease", "crease_mm", {"crease_mm": 180.0, "flat_mm": 5.0}),
        ("folded back", "fold_back_mm", {"fold_back_mm": 100.0, "crease_mm": 20.0, "flat_mm": 10.0}),
    ],
)
def test_what_cannot_be_folded_is_told_at_its_field(said: str, field: str, made: dict[str, float]) -> None:
    with pytest.raises(ValidationError) as caught:
        wing((480.0, 190.0, 190.0, 0.0), **made)
    assert said in str(caught.value)
    assert field in str(caught.value.errors()[0]["ctx"])


@pytest.mark.parametrize("core", ["corrugated_pp_3", "epp20"])
def test_only_paper_folds(core: str) -> None:
    with pytest.raises(ValidationError, match="paper-faced"):
        wing((480.0, 190.0, 190.0, 0.0), core=core)


def test_strips_of_a_spar_are_as_wide_as_the_room() -> None:
    """Walls of a box as high as the room at either end of a tapered wing, its lids between them; layers as they are."""
    part = wing((500.0, 200.0, 150.0, 0.0), height_mm=30.0)
    box = BoxSpar(id="box", width_mm=25.0, chord_from=0.24, chord_to=0.24, y_to_mm=500.0, open="top")
    stack = BoardSpar(id="s", layers=4, width_mm=20.0, chord_from=0.24, chord_to=0.24, y_to_mm=300.0)
    strips = spar_strips(lay_out(part, [box, stack]))
    walls = [s for s in strips if "wall" in s.what]
    assert len(walls) == 2
    for w in walls:
        assert w.inner == pytest.approx(30.0 - 2 * T, abs=0.1)
        assert w.outer == pytest.approx(30.0 * 0.75 - 2 * T, abs=0.1)
        assert w.long == 500.0
    floor = next(s for s in strips if s.what == "floor")
    assert floor.inner == floor.outer == pytest.approx(25.0 - 2 * T)
    assert not [s for s in strips if s.what == "lid"]
    layers = next(s for s in strips if s.count == 4)
    assert (layers.inner, layers.outer, layers.long) == (20.0, 20.0, 300.0)
