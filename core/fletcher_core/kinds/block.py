"""Another foam in place of the core, over the whole depth."""

from __future__ import annotations

from typing import Literal

import numpy as np
from pydantic import Field

from ..catalogue import catalogue
from .base import Across, PieceBase
from .kind import ON_A_BODY, Kind, Offer, Room, minutes
from .needs import area_across
from .rows import Ground, Need, PatchRow, Rows


class Block(Across):
    """Another foam in place of the core, over the whole depth."""

    kind: Literal["block"] = "block"
    material: str = Field("epp30", json_schema_extra={"label": "foam", "table": "foam"})
    glue: str = Field("polyurethane_foaming", json_schema_extra={"label": "glue", "table": "glue"})


def _rows(piece: Block, index: int, ground: Ground) -> Rows:
    run = ground.run(piece.y_from_mm, piece.y_to_mm)
    start, end = ground.same(piece.x_from), ground.same(piece.x_to)
    return Rows(patches=[PatchRow(index, f"foam.{piece.material}", start, end, 1, None, run)])


def _glued_grams(piece: Block, ground: Ground) -> float:
    """Both chordwise faces of a block that lie inside the outline are glued."""
    spread = catalogue().glue[piece.glue].spread
    if spread is None:
        return 0.0
    run = ground.run(piece.y_from_mm, piece.y_to_mm)
    area = 0.0
    for share in (piece.x_from, piece.x_to):
        if 0 < share < 1:
            upper, lower = ground.outline.faces_at(np.full_like(ground.plan.y, share))
            area += float(np.trapezoid((upper - lower) * run, ground.plan.s))
    return spread.typical * 1e-6 * area


def _needs(piece: Block, ground: Ground) -> list[Need]:
    area = ground.copies * area_across(ground, piece, piece.y_to_mm, 41)
    return [Need("block", "foam", piece.material, area)]


def _suggest(room: Room) -> list[PieceBase]:
    return [Block(id=room.id("block"), material="epp30", x_to=0.12, **room.whole)]


KIND = Kind(
    model=Block,
    never_on=ON_A_BODY,
    group="edges",
    rows=_rows,
    size=lambda p, mm: "block",
    noun="block of other foam",
    stem="block",
    table="foam",
    minutes=minutes((9, 15, 30), (12, 20, 40)),
    needs=_needs,
    suggest=_suggest,
    offer=Offer("cut", "Other foam", "A tough nose on a light core.", "One more seam to glue."),
    glued_grams=_glued_grams,
    for_hits=True,
    look="foam",
)
