"""A skin of film, tape or paper over a stretch of the chord."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from .base import PieceBase, Sheet, Wrap
from .kind import Kind, Offer, Room, Run, minutes
from .needs import roll_of
from .rows import Ground, Rows
from .sheets import glue_can_be_spread, on_faces, prefix_of, said_lap, said_layers, thickness_of

#: (end on the chord, share of the span) that a search tries
EXTENTS = ((1.0, 1.0), (1.0, 0.6), (0.35, 1.0))


class Skin(Sheet, Wrap):
    """Film, paper or cloth tape over a share of the chord, on one face or both."""

    kind: Literal["skin"] = "skin"
    material: str = Field("laminate_38um", json_schema_extra={"label": "material", "table": "skin"})


def _rows(piece: Skin, index: int, ground: Ground) -> Rows:
    return on_faces(piece, index, ground, prefix_of(piece), thickness_of(piece), piece.glue)


def suggest(room: Room) -> list[PieceBase]:
    """A film all over, from root to tip."""
    return [Skin(id=room.id("skin"), **room.whole)]


def stressed(room: Room) -> list[PieceBase]:
    """Film in three layers at the root, one at the tip: the foam is the web."""
    drops = [room.part(0.3), room.part(0.6)]
    return [Skin(id=room.id("skin"), material="laminate_75um", layers=3, drops_mm=drops, **room.whole)]


def _covers(material: str, common: Run, tip: float, called: str) -> list[Skin]:
    return [Skin(material=material, **common, x_to=x_to, y_to_mm=reach * tip) for x_to, reach in EXTENTS]


KIND = Kind(
    model=Skin,
    group="sheets",
    rows=_rows,
    size=lambda p, mm: f"skin{said_layers(p)}{said_lap(p, mm)}",
    noun="skin",
    stem="film",
    table="skin",
    minutes=minutes((4.8, 8, 16), (4.8, 8, 16)),
    needs=lambda p, ground: roll_of(ground, p, "skin", {}),
    suggest=suggest,
    offer=Offer("sheet", "Skin", "Twist, dents and strength all over.", "Wrinkles on the pressed face."),
    bond="faced",
    problems=glue_can_be_spread,
    covers=_covers,
)
