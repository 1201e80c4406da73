"""Strips of board between the sheets of a hollow wing: flat on each other, the commonest of its spars, or on edge."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, Literal

import numpy as np
from pydantic import Field, model_validator

from ..catalogue import catalogue
from ..fields import Problem, fault, measure
from ..units import Measure
from .base import PieceBase, Spotted, Stick
from .kind import ON_A_BODY, Kind, Offer, Room, Run, Say, minutes
from .needs import depth_of, runs_of
from .place import line_of
from .rows import Ground, MemberRow, Need, Rows
from .shapes import box_shape

#: by so much of its height a stack may be too high or too low: it is pressed, or glue fills the rest (own estimate)
_FITS = 0.2


class BoardSpar(Stick, Spotted):
    """Strips of paper-faced board: so wide, one on the other over the whole height, or side by side on edge."""

    kind: Literal["boards"] = "boards"
    material: str = Field("foamboard_light", json_schema_extra={"label": "board", "table": "board"})
    width_mm: float = measure("width of the strips", "length", 5.0, 200.0, 25.0)
    lying: Literal["flat", "on_edge"] = Field("flat", json_schema_extra={"label": "strips stand"})
    layers: int = Field(2, ge=1, le=12, json_schema_extra={"label": "layers of board", "quantity": "number"})

    @model_validator(mode="after")
    def _of_board(self) -> BoardSpar:
        if not catalogue().board[self.material].paper_faced:
            raise fault("material", "Corrugated sheet does not lie flat for this.", "Choose a paper-faced board.")
        return self


def _wide(piece: BoardSpar) -> float:
    """mm on the plan."""
    if piece.lying == "on_edge":
        return piece.layers * catalogue().board[piece.material].thickness.typical
    return piece.width_mm


def _rows(piece: BoardSpar, index: int, ground: Ground) -> Rows:
    line = line_of(piece, ground)
    height = np.maximum(line.depth, 0.5)
    wide = _wide(piece)
    # on edge it is sheared in its own plane, papers and all
    family = "folded" if piece.lying == "on_edge" else "stacked"
    return Rows(
        [
            MemberRow(
                index, f"{family}.{piece.material}", piece.glue, x=line.x, z=0.5 * (line.upper + line.lower),
                present=line.present, oblique=line.oblique, free_length=line.length,
                ends=(piece.y_from_mm, piece.y_to_mm),
                **box_shape(wide, height, piece.glued * 2 * wide, wide, 0.0),
            )
        ]
    )  # fmt: skip


def _problems(piece: BoardSpar, rows: list[MemberRow], ground: Ground) -> Iterator[Problem]:
    """Whether the stack is as high as the room for it, anywhere along its run; into a block it is let in as it is."""
    thick = catalogue().board[piece.material].thickness.typical
    for row in rows:
        here = row.present > 0
        if ground.inside is None or not here.any() or piece.lying == "on_edge":
            continue
        high = ground.same(row.height)[here]
        stack = piece.layers * thick
        if (1 - _FITS) * high.min() <= stack <= (1 + _FITS) * high.max():
            continue
        room = float(high[0])
        yield Problem(
            ("layers",), "layers of board", "{layers} of {thick} are {stack} high, and there is {room} of room.",
            "Take {fits}, or change the height over the spar by {by}.",
            {
                "layers": Measure(piece.layers, "number"), "thick": Measure(thick, "size"),
                "stack": Measure(stack, "size"), "room": Measure(room, "size"),
                "fits": Measure(_layers_in(piece.material, room), "number"), "by": Measure(abs(stack - room), "size"),
            },
        )  # fmt: skip


def _needs(piece: BoardSpar, ground: Ground) -> list[Need]:
    runs = runs_of(ground, piece)
    wide = depth_of(ground, piece) if piece.lying == "on_edge" else piece.width_mm
    area = sum(runs) * piece.layers * wide
    return [Need("sheet", "board", piece.material, area, {}, runs * piece.layers)]


def _size(piece: BoardSpar, mm: Say) -> str:
    if piece.lying == "on_edge":
        return f"{piece.layers} boards on edge" if piece.layers > 1 else "one board on edge"
    return f"{piece.layers} boards {mm(piece.width_mm)} wide"


def _layers_in(material: str, depth: float) -> int:
    return int(np.clip(round(depth / catalogue().board[material].thickness.typical), 1, 12))


def _suggest(room: Room) -> list[PieceBase]:
    layers = _layers_in("foamboard_light", room.depth)
    return [BoardSpar(id=room.id("boards"), width_mm=25.0, layers=layers, **room.run)]


def _of_size(material: str, sizes: tuple[float, ...], run: Run) -> list[tuple[Any, ...]]:
    return [(BoardSpar(id="new", material=material, width_mm=sizes[0], layers=int(sizes[1]), **run),)]


KIND = Kind(
    model=BoardSpar,
    never_on=ON_A_BODY,
    group="sticks",
    rows=_rows,
    size=_size,
    noun="board spar",
    stem="boards",
    table="board",
    minutes=minutes((5, 9, 18), (6, 10, 20)),
    needs=_needs,
    suggest=_suggest,
    problems=_problems,
    width_seen=_wide,
    sizes=tuple(("foamboard_light", (w, n)) for w in (20.0, 30.0) for n in (1.0, 2.0, 3.0, 4.0)),
    of_size=_of_size,
    offer=Offer(
        "stick", "Layers of board", "Strips of the same sheet, glued flat on each other.", "Soft when sheared."
    ),
)
