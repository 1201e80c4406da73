"""A round rod in a slot."""

from __future__ import annotations

from typing import Literal

from ..fields import measure
from .base import Buried, PieceBase
from .kind import Kind, Offer, Room, Run, minutes
from .needs import runs_of, stick_needs
from .place import largest, paired, stick_row
from .rows import Ground, Need, Rows
from .shapes import round_shape

#: sold everywhere, mm
DIAMETERS = (1.0, 1.5, 2.0, 2.5, 3.0, 4.0, 5.0, 6.0, 8.0)


class Rod(Buried):
    """A round rod in the foam: diameter mm."""

    kind: Literal["rod"] = "rod"
    diameter_mm: float = measure("diameter", "size", 0.3, 40.0, 3.0)


def _rows(piece: Rod, index: int, ground: Ground) -> Rows:
    return Rows([stick_row(piece, index, ground, round_shape(piece.diameter_mm, 0.0))])


def _needs(piece: Rod, ground: Ground) -> list[Need]:
    return [stick_needs("rod", piece.material, {"diameter_mm": piece.diameter_mm}, runs_of(ground, piece))]


def _suggest(room: Room) -> list[PieceBase]:
    return [Rod(id=room.id("rod"), diameter_mm=largest(DIAMETERS, min(0.35 * room.depth, 4.0)), **room.run)]


def _of_size(material: str, sizes: tuple[float, ...], run: Run) -> list[tuple[Rod, ...]]:
    alone = Rod(id="new", material=material, diameter_mm=sizes[0], **run)
    return [(alone,), paired(alone, 0.5)]


KIND = Kind(
    model=Rod,
    group="sticks",
    rows=_rows,
    size=lambda p, mm: f"{mm(p.diameter_mm)} rod",
    noun="rod",
    minutes=minutes((3.6, 6, 12), (7.2, 12, 24)),
    needs=_needs,
    suggest=_suggest,
    offer=Offer("stick", "Rod", "Simple: one slot, one rod.", "In the middle it works little."),
    size_field=lambda p, direction: "diameter_mm",
    width_seen=lambda p: p.diameter_mm,
    sizes=tuple(("carbon_pultruded", (d,)) for d in DIAMETERS[:-1]),
    of_size=_of_size,
    form="rod",
    splice=lambda p: {"form": "rod", "material": p.material, "depth_mm": p.diameter_mm},
    twists_alone=True,
)
