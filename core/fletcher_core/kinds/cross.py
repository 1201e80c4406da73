"""A second sheet of board, slotted lying into a body that stands on edge: stiff both ways, soft in twist."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field, model_validator

from ..catalogue import PAPER_SHEAR, Board, catalogue
from ..fields import Problem, fault, measure
from ..units import Measure
from .base import PieceBase, Stick
from .kind import Kind, Offer, Room, Say, minutes
from .needs import runs_of
from .place import line_of
from .rows import Ground, MemberRow, Need, Rows
from .shapes import box_shape

Array = NDArray[np.float64]


class CrossSheet(Stick):
    """A lying sheet of paper-faced board, so wide at its start and at its end, with its grain along the body."""

    kind: Literal["cross"] = "cross"
    material: str = Field("foamboard_light", json_schema_extra={"label": "board", "table": "board"})
    chord_from: float = measure("place over its height at the start, from the top", "percent", 0.0, 1.0, 0.5)
    chord_to: float = measure("place over its height at the end, from the top", "percent", 0.0, 1.0, 0.5)
    width_from_mm: float = measure("width at its start", "length", 10.0, 400.0, 60.0)
    width_to_mm: float = measure("width at its end", "length", 10.0, 400.0, 40.0)

    @model_validator(mode="after")
    def _of_board(self) -> CrossSheet:
        if not catalogue().board[self.material].paper_faced:
            raise fault("material", "Corrugated sheet is not slotted like this yet.", "Choose a paper-faced board.")
        return self


def _wide(piece: CrossSheet, y: Array) -> Array:
    run = max(piece.y_to_mm - piece.y_from_mm, 1e-9)
    part = np.clip((y - piece.y_from_mm) / run, 0.0, 1.0)
    return np.asarray(piece.width_from_mm + part * (piece.width_to_mm - piece.width_from_mm))


def _papers(board: Board) -> tuple[float, float, float]:
    """(G t of one paper N/mm, mm between both papers' middles, 1/mm by which their flow dies out towards an edge)."""
    assert board.core is not None
    assert board.paper_thickness is not None
    assert board.paper_E_along is not None
    assert board.paper_E_across is not None
    paper = board.paper_thickness.typical
    S = PAPER_SHEAR * (board.paper_E_along.typical * board.paper_E_across.typical) ** 0.5 * paper
    apart = board.thickness.typical - paper
    return S, apart, (2 * board.core.G / (S * apart)) ** 0.5


def strip_torsion(board: Board, wide: Array) -> Array:
    """(S,) N mm2, GJ of a strip of board by its papers and what shears between them at its edges.

    2 G t d² w (1 - tanh(k w / 2) / (k w / 2)), k² = 2 G_core / (G t d): the flow in the papers dies out towards free
    edges (Allen 1969, a sandwich strip that is twisted).
    """
    S, apart, fades = _papers(board)
    half = 0.5 * wide * fades
    return np.asarray(2 * S * apart**2 * wide * (1 - np.tanh(half) / half))


def _in_plane_G(board: Board) -> float:
    """MPa, over the whole thickness, as the figures of a board on edge have it."""
    assert board.core is not None
    assert board.paper_thickness is not None
    t = board.thickness.typical
    return float((1 - 2 * board.paper_thickness.typical / t) * board.core.G + 2 * _papers(board)[0] / t)


def _edge_strain(board: Board) -> float:
    """mm: what shears the foam at a free edge for each unit of twist, G t d k, over the whole sheet's own G."""
    S, apart, fades = _papers(board)
    return S * apart * fades / _in_plane_G(board)


def _rows(piece: CrossSheet, index: int, ground: Ground) -> Rows:
    line, board = line_of(piece, ground), catalogue().board[piece.material]
    t, wide, deep = board.thickness.typical, _wide(piece, ground.plan.y), np.maximum(line.depth, 0.5)
    shape: dict[str, Any] = box_shape(t, wide, 2 * deep, 0.0, strip_torsion(board, wide) / _in_plane_G(board))
    # in its slot it takes the place of the standing sheet
    shape |= {"area_out": t * deep, "ixx_out": t * deep**3 / 12, "izz_out": deep * t**3 / 12}
    return Rows(
        [
            MemberRow(
                index, f"folded.{piece.material}", piece.glue, x=line.x, z=0.5 * (line.upper + line.lower),
                present=line.present, oblique=line.oblique, free_length=line.length,
                ends=(piece.y_from_mm, piece.y_to_mm), part="cross sheet", sheared=_edge_strain(board), **shape,
            )
        ]
    )  # fmt: skip


def _problems(piece: CrossSheet, rows: list[MemberRow], ground: Ground) -> Iterator[Problem]:
    upper, lower = ground.outline.faces_at(np.full_like(ground.plan.y, 0.5))
    thick = float((upper - lower).max())
    if min(piece.width_from_mm, piece.width_to_mm) < 2 * thick:
        yield Problem(
            ("width_to_mm",), "width at its end", "It is hardly wider than the sheet that it is slotted into.",
            "Make it at least {least} wide.", {"least": Measure(2 * thick)},
        )  # fmt: skip


def _needs(piece: CrossSheet, ground: Ground) -> list[Need]:
    runs = runs_of(ground, piece)
    wide = max(piece.width_from_mm, piece.width_to_mm)
    area = 0.5 * (piece.width_from_mm + piece.width_to_mm) * sum(runs)
    return [Need("sheet", "board", piece.material, area, {"width_mm": wide}, runs)]


def _size(piece: CrossSheet, mm: Say) -> str:
    return f"cross sheet {mm(piece.width_from_mm)} to {mm(piece.width_to_mm)} wide"


def _suggest(room: Room) -> list[PieceBase]:
    wide = float(np.clip(round(0.8 * room.root_chord), 20, 400))
    return [
        CrossSheet(
            id=room.id("cross"), y_from_mm=0.0, y_to_mm=room.tip, width_from_mm=wide, width_to_mm=round(0.6 * wide)
        )
    ]


KIND = Kind(
    model=CrossSheet,
    group="sticks",
    rows=_rows,
    size=_size,
    noun="cross sheet",
    stem="cross",
    table="board",
    minutes=minutes((8, 15, 30), (6, 10, 20)),
    needs=_needs,
    suggest=_suggest,
    problems=_problems,
    size_field=lambda piece, direction: "width_from_mm",
    width_seen=lambda piece: catalogue().board[piece.material].thickness.typical,
    offer=Offer(
        "stick",
        "Sheet slotted across",
        "Stops it from falling over and swinging sideways.",
        "Does little against twist.",
    ),
    only_on=frozenset({"on edge"}),
    twists_alone=True,
)
