"""A strip of tape along the span."""

from __future__ import annotations

from typing import Literal

import numpy as np

from ..fields import chord_share, measure
from .base import PieceBase, Sheet
from .kind import Kind, Offer, Room, Run, minutes
from .needs import faces_of, layer_ends, runs_of
from .place import layers_left, share_along
from .rows import Ground, Need, Rows, SheetRow
from .sheets import FACES, glue_can_be_spread, prefix_of, said_layers, thickness_of

#: mm, that a search tries
WIDTHS = (24.0, 48.0)


class TapeStrip(Sheet):
    """A strip of tape along the span: width mm, layers, some of which may end early."""

    kind: Literal["tape"] = "tape"
    width_mm: float = measure("tape width", "size", 3.0, 150.0, 48.0)
    chord_from: float = chord_share("middle of the tape on the chord at the start", 0.3)
    chord_to: float = chord_share("middle of the tape on the chord at the end", 0.3)


def _rows(piece: TapeStrip, index: int, ground: Ground) -> Rows:
    plan, t = ground.plan, thickness_of(piece)
    middle, half = share_along(piece, plan.y), 0.5 * piece.width_mm / plan.chord
    start, end = np.clip(middle - half, 0, 1), np.clip(middle + half, 0, 1)
    weight = ground.run(piece.y_from_mm, piece.y_to_mm) * layers_left(piece, ground)
    return Rows(
        sheets=[
            SheetRow(index, prefix_of(piece), piece.layers, f, start, end, t, False, False, weight, piece.glue)
            for f in FACES[piece.surface]
        ]
    )


def _needs(piece: TapeStrip, ground: Ground) -> list[Need]:
    runs: list[float] = []
    for end in layer_ends(piece):
        layer = piece.model_copy(update={"y_to_mm": min(end, piece.y_to_mm)})
        runs += faces_of(piece) * runs_of(ground, layer)
    sizes = {"width_mm": piece.width_mm}
    return [Need("roll", "skin", piece.material, sum(runs) * piece.width_mm, sizes)]


def suggest(room: Room) -> list[PieceBase]:
    """A strip under the spar's place, of a usual width."""
    width = min(48.0, float(np.floor(0.3 * room.root_chord)))
    run = {**room.run, "y_to_mm": room.tip}
    return [TapeStrip(id=room.id("tape"), surface="both", width_mm=max(width, 5.0), **run)]


def _covers(material: str, common: Run, tip: float, called: str) -> list[TapeStrip]:
    if called != "tape":
        return []
    return [TapeStrip(material=material, **common, width_mm=width, y_to_mm=0.9 * tip) for width in WIDTHS]


KIND = Kind(
    model=TapeStrip,
    group="sheets",
    rows=_rows,
    size=lambda p, mm: f"{mm(p.width_mm)} tape{said_layers(p)}",
    noun="tape",
    table="skin",
    minutes=minutes((1.2, 2, 4), (1.5, 2.5, 5)),
    needs=_needs,
    suggest=suggest,
    offer=Offer("sheet", "Tape strip", "Quick; a taped wing bends and springs back.", "Works on the pulled side only."),
    bond="faced",
    problems=glue_can_be_spread,
    covers=_covers,
)
