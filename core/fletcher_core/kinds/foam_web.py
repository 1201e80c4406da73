"""A web of foam on edge between the sheets of a hollow wing."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, Literal

import numpy as np
from pydantic import Field

from ..fields import Problem, measure
from .base import PieceBase, Stick
from .kind import ON_A_BODY, Kind, Offer, Room, Say, minutes
from .needs import depth_of, runs_of
from .place import line_of
from .rows import Ground, MemberRow, Need, Rows
from .shapes import box_shape


class FoamWeb(Stick):
    """A strip of foam on edge, over the whole height between the sheets."""

    kind: Literal["foam_web"] = "foam_web"
    material: str = Field("xps_sheet", json_schema_extra={"label": "foam", "table": "foam"})
    thickness_mm: float = measure("thickness of the web", "size", 1.0, 60.0, 6.0)


def _rows(piece: FoamWeb, index: int, ground: Ground) -> Rows:
    line = line_of(piece, ground)
    high = np.maximum(line.depth, 0.5)
    wide = piece.thickness_mm
    return Rows(
        [
            MemberRow(
                index, f"upright.{piece.material}", piece.glue, x=line.x, z=0.5 * (line.upper + line.lower),
                present=line.present, oblique=line.oblique, free_length=line.length,
                ends=(piece.y_from_mm, piece.y_to_mm), yields=True, **box_shape(wide, high, 2 * wide, wide, 0.0),
            )
        ]
    )  # fmt: skip


def _problems(piece: FoamWeb, rows: list[MemberRow], ground: Ground) -> Iterator[Problem]:
    if ground.inside is None:
        yield Problem(
            ("material",), "foam", "This part is solid: foam stands there already.",
            "Choose “other foam” to change a stretch of it, or a hollow section.",
        )  # fmt: skip


def _needs(piece: FoamWeb, ground: Ground) -> list[Need]:
    runs = runs_of(ground, piece)
    sizes = {"thickness_mm": piece.thickness_mm}
    return [Need("sheet", "foam", piece.material, sum(runs) * depth_of(ground, piece), sizes, runs)]


def _size(piece: FoamWeb, mm: Say) -> str:
    return f"{mm(piece.thickness_mm)} web on edge"


def _suggest(room: Room) -> list[PieceBase]:
    return [FoamWeb(id=room.id("web"), **room.run)]


def _of_size(material: str, sizes: tuple[float, ...], run: dict[str, Any]) -> list[tuple[Any, ...]]:
    return [(FoamWeb(id="new", material=material, thickness_mm=sizes[0], **run),)]


KIND = Kind(
    model=FoamWeb,
    never_on=ON_A_BODY,
    group="sticks",
    rows=_rows,
    size=_size,
    noun="foam web",
    stem="web",
    table="foam",
    minutes=minutes((5, 8, 15), (8, 12, 25)),
    needs=_needs,
    suggest=_suggest,
    offer=Offer("stick", "Web of foam", "Holds the sheets apart for next to nothing.", "Bears no bending by itself."),
    width_seen=lambda piece: float(piece.thickness_mm),
    problems=_problems,
    sizes=tuple(("xps_sheet", (t,)) for t in (3.0, 6.0)),
    of_size=_of_size,
    only_hollow=True,
    look="foam",
)
