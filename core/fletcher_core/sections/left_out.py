"""Walls of a body that are left out over a stretch: nothing stands there, papers and all."""

from __future__ import annotations

from dataclasses import replace
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from ..geometry import sheet_of
from ..kinds import Ground, PatchRow, SheetRow
from ..model.body import Body, LeftOut

if TYPE_CHECKING:
    from .layout import PartLayout
    from .section import SectionMaterials

Array = NDArray[np.float64]


def _shares(body: Body, gone: LeftOut, chord: Array) -> tuple[Array, Array]:
    """Between the inner faces of both side walls, or as wide as it says."""
    between = np.maximum(chord - 2 * sheet_of(body).board, 0.0)
    wide = between if gone.width_mm is None else np.minimum(gone.width_mm, between)
    return 0.5 * (1 - wide / chord), 0.5 * (1 + wide / chord)


def openings(body: Body, ground: Ground) -> list[PatchRow]:
    """One cut through one wall for each."""
    chord, found = ground.outline.chord, []
    for gone in body.left_out:
        if gone.side in _SIDES:
            found.append(_side(body, gone, ground))
            continue
        start, end = _shares(body, gone, chord)
        side, run = 1 if gone.side == "top" else -1, ground.run(gone.x_from_mm, gone.x_to_mm)
        found.append(PatchRow(None, None, start, end, side, sheet_of(body).board, run, gone.corner_mm))
    return found


#: side walls, as the edges of a section that is told from left to right
_SIDES = {"left": 1, "right": 2}


def _side(body: Body, gone: LeftOut, ground: Ground) -> PatchRow:
    """The wall across an edge, between top and bottom."""
    chord, which = ground.outline.chord, _SIDES[gone.side]
    wide, none = sheet_of(body).foam / chord, np.zeros_like(chord)
    start, end = (none, wide) if which == 1 else (1 - wide, np.ones_like(chord))
    run = ground.run(gone.x_from_mm, gone.x_to_mm)
    return PatchRow(None, None, start, end, 0, None, run, gone.corner_mm, side=which)


def open_side(layout: PartLayout, edge: int) -> NDArray[np.bool_]:
    """(S,) whether the wall across an edge is left out: 1 left, 2 right."""
    found = np.zeros(len(layout.plan.y), dtype=bool)
    for patch in layout.patch_rows:
        if patch.side == edge:
            found |= patch.present > 0
    return found


def turns_aside(layout: PartLayout) -> Array:
    """(S,) mm to the right of its middle about which a body turns where one side wall is left out: outside the other,
    as a channel of even wall, 3 w² / (h + 6 w) from the middle of that (Timoshenko 1955)."""
    outline, wall = layout.outline, layout.section.wall_mm
    if wall is None:
        return np.zeros_like(outline.chord)
    wide = outline.chord - 0.5 * wall
    tall = outline.upper.max(axis=1) - outline.lower.min(axis=1) - wall
    away = 0.5 * (outline.chord - wall) + 3 * wide**2 / (tall + 6 * wide)
    left, right = open_side(layout, 1), open_side(layout, 2)
    return np.asarray(np.where(left & ~right, away, np.where(right & ~left, -away, 0.0)))


def _own(layout: PartLayout) -> list[PatchRow]:
    """What the part itself leaves out of its walls."""
    rows = layout.patch_rows
    return [r for r in rows if r.piece is None and r.prefix is None and r.depth is not None]


def open_wall(layout: PartLayout, face: int) -> NDArray[np.bool_]:
    """(S,) whether more than half of a wall is left out."""
    found = np.zeros(len(layout.plan.y), dtype=bool)
    for patch in _own(layout):
        if patch.face == face:
            found |= (patch.present > 0) & (patch.share_to - patch.share_from > 0.5 * _whole(layout))
    return found


def _whole(layout: PartLayout) -> Array:
    """(S,) share of the width between both side walls."""
    return np.asarray(1 - 2 * sheet_of(layout.part).board / layout.outline.chord)


def closing(layout: PartLayout, m: SectionMaterials) -> Array:
    """(V, S), 0 where a side is open to 1 where it is as it was: how far what lies over it makes a tube of it again.

    The flow round the tube is that of the open section less what its own slip asks back over the slip of the whole way
    round, so that it goes with (way round with all its walls) / (way round with what lies over the opening), each the
    integral of ds / G t (Bredt 1896; Bruhn 1973, ch. A17).
    """
    chord, outline = layout.outline.chord, layout.outline
    tall = outline.upper.max(axis=1) - outline.lower.min(axis=1)
    found = np.zeros((m.variants, len(chord)))
    sheets, Gt = layout.section.sheets, m.sheet_on * m.sheet_Gt
    own = np.array([r.piece is None for r in layout.sheet_rows], dtype=bool)
    for patch in _own(layout):
        over = np.zeros_like(found)
        for k, row in enumerate(layout.sheet_rows):
            if row.piece is None or row.bears != "flow" or row.face != patch.face:
                continue
            across = (row.share_from <= patch.share_from + 1e-6) & (row.share_to >= patch.share_to - 1e-6)
            over += Gt[:, [k]] * (across * row.weight * (patch.present > 0))
        there = own & (sheets.face == -patch.face)
        wall = (m.foam.G * (layout.section.wall_mm or 0.0))[:, None] + (Gt * there) @ (sheets.present > 0)
        whole = (2 * tall + chord) / wall
        now = whole + chord / np.maximum(over, 1e-9)
        found = np.maximum(found, np.where(over > 0, (whole + chord / wall) / now, 0.0))
    return np.minimum(found, 1.0)


def cut_open(rows: list[SheetRow], patches: list[PatchRow]) -> list[SheetRow]:
    """Sheets in rows where a wall is left out: left and right of it, as they are elsewhere, and what bridges it."""
    for patch in patches:
        if patch.side:
            rows = _without_side(rows, patch)
            continue
        if patch.piece is not None or patch.prefix is not None or patch.depth is None:
            continue
        found: list[SheetRow] = []
        for row in rows:
            gone = (patch.present > 0) & (row.weight > 0)
            gone &= np.minimum(row.share_to, patch.share_to) > np.maximum(row.share_from, patch.share_from)
            if row.face != patch.face or row.bears == "none" or not gone.any():
                found.append(row)
                continue
            low = np.clip(patch.share_from, row.share_from, row.share_to)
            high = np.clip(patch.share_to, row.share_from, row.share_to)
            found.append(replace(row, weight=row.weight * ~gone))
            here = row.weight * gone
            found.append(replace(row, share_to=low, tail_edge=False, weight=here))
            found.append(replace(row, share_from=high, nose_edge=False, weight=here))
            if row.piece is not None and row.t > 0:
                # film over it closes the hollow again, and would buckle before it bore any push
                found.append(
                    replace(row, share_from=low, share_to=high, nose_edge=False, tail_edge=False, weight=here,
                            bears="flow")
                )  # fmt: skip
        rows = found
    return rows


def _without_side(rows: list[SheetRow], patch: PatchRow) -> list[SheetRow]:
    """Sheets that go round an edge, as they end before it where its wall is left out: what lies over the opening there
    is not counted."""
    found: list[SheetRow] = []
    field = "nose_edge" if patch.side == 1 else "tail_edge"
    for row in rows:
        gone = (patch.present > 0) & (row.weight > 0)
        if not getattr(row, field) or not gone.any():
            found.append(row)
            continue
        found.append(replace(row, weight=row.weight * ~gone))
        found.append(replace(row, weight=row.weight * gone, **{field: False}))  # type: ignore[arg-type]
    return found
