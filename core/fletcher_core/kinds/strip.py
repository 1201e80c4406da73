"""A flat strip, on edge in a slot or lying as a cap."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ..fields import measure
from .base import Buried, PieceBase
from .kind import Kind, Offer, Room, Run, Say, minutes
from .needs import runs_of, stick_needs
from .place import largest, paired, stick_row
from .rows import Ground, Need, Rows
from .shapes import box_shape

#: (width, thickness) sold everywhere, mm: of carbon, and of wood
CARBON = ((3.0, 0.5), (5.0, 0.5), (5.0, 1.0), (6.0, 1.0), (10.0, 1.0))
#: usual sizes of wood strip, mm
WOOD = ((3.0, 3.0), (5.0, 3.0), (5.0, 5.0), (8.0, 5.0))


class Strip(Buried):
    """A flat strip, on edge or flat: width and thickness mm."""

    kind: Literal["strip"] = "strip"
    width_mm: float = measure("width", "size", 0.5, 100.0, 6.0)
    thickness_mm: float = measure("thickness", "size", 0.1, 30.0, 1.0)
    lying: Literal["flat", "on_edge"] = Field("flat", json_schema_extra={"label": "flat or on edge"})


def _rows(piece: Strip, index: int, ground: Ground) -> Rows:
    w, t = piece.width_mm, piece.thickness_mm
    shape = box_shape(t, w, 2 * w) if piece.lying == "on_edge" else box_shape(w, t, w + 2 * t)
    return Rows([stick_row(piece, index, ground, shape)])


def _needs(piece: Strip, ground: Ground) -> list[Need]:
    sizes = {"width_mm": piece.width_mm, "thickness_mm": piece.thickness_mm}
    return [stick_needs("strip", piece.material, sizes, runs_of(ground, piece))]


def _size(piece: Strip, mm: Say) -> str:
    return f"{mm(piece.width_mm)} × {mm(piece.thickness_mm)} strip, {'on edge' if piece.lying == 'on_edge' else 'flat'}"


def _size_field(piece: Strip, direction: str) -> str:
    tall = "width_mm" if piece.lying == "on_edge" else "thickness_mm"
    wide = "thickness_mm" if piece.lying == "on_edge" else "width_mm"
    return tall if direction == "z" else wide


def _suggest(room: Room) -> list[PieceBase]:
    width, thick = largest(CARBON, min(0.5 * room.depth, 6.0))
    return [Strip(id=room.id("strip"), width_mm=width, thickness_mm=thick, lying="on_edge", **room.run)]


def _of_size(material: str, sizes: tuple[float, ...], run: Run) -> list[tuple[Strip, ...]]:
    on_edge = Strip(id="new", material=material, width_mm=max(sizes), thickness_mm=min(sizes), lying="on_edge", **run)
    return [(on_edge,), paired(on_edge.model_copy(update={"lying": "flat"}), 0.2)]


KIND = Kind(
    model=Strip,
    group="sticks",
    rows=_rows,
    size=_size,
    noun="strip",
    minutes=minutes((3.6, 6, 12), (7.2, 12, 24)),
    needs=_needs,
    suggest=_suggest,
    offer=Offer("stick", "Strip", "On edge in a slot, or flat as a cap.", "Thin ones kink out of soft foam."),
    size_field=_size_field,
    width_seen=lambda p: p.thickness_mm if p.lying == "on_edge" else p.width_mm,
    sizes=(*(("carbon_pultruded", s) for s in CARBON), *(("spruce", s) for s in WOOD)),
    of_size=_of_size,
    form="strip",
    splice=lambda p: {
        "form": "strip",
        "material": p.material,
        "depth_mm": p.thickness_mm,
        "width_mm": p.width_mm,
    },
    twists_alone=True,
)
