"""A second wall against a body's own, of foam or of board: a thicker nose, a doubler round a hatch or a wheel."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, Literal

import numpy as np
from pydantic import Field, model_validator

from ..catalogue import catalogue
from ..fields import Problem, fault, measure
from .base import PieceBase
from .kind import Kind, Offer, Room, Say, Values, minutes
from .needs import WASTE
from .rows import Ground, MemberRow, Need, Rows, SheetRow

_ROUND = "all_round"


class Lining(PieceBase):
    """A sheet glued against the walls, inside or outside."""

    glue: str = Field("polyurethane_foaming", json_schema_extra={"label": "glue", "table": "glue"})
    surface: Literal["all_round", "top", "bottom", "both"] = Field("all_round", json_schema_extra={"label": "wall"})
    lies: Literal["inside", "outside"] = Field("inside", json_schema_extra={"label": "lies"})

    @property
    def thick_mm(self) -> float:
        raise NotImplementedError


class FoamLining(Lining):
    """A second wall of foam."""

    kind: Literal["foam_lining"] = "foam_lining"
    material: str = Field("xps_sheet", json_schema_extra={"label": "foam", "table": "foam"})
    thickness_mm: float = measure("thickness of it", "size", 0.8, 30.0, 3.0)

    @property
    def thick_mm(self) -> float:
        return self.thickness_mm


class BoardLining(Lining):
    """A second wall of paper-faced board, of its own thickness."""

    kind: Literal["board_lining"] = "board_lining"
    material: str = Field("foamboard_light", json_schema_extra={"label": "board", "table": "board"})

    @model_validator(mode="after")
    def _of_board(self) -> BoardLining:
        if not catalogue().board[self.material].paper_faced:
            raise fault("material", "Corrugated sheet is no lining.", "Choose a paper-faced board.")
        return self

    @property
    def thick_mm(self) -> float:
        return catalogue().board[self.material].thickness.typical


def _faces(piece: Lining) -> tuple[int, ...]:
    return {"top": (1,), "bottom": (-1,)}.get(piece.surface, (1, -1))


def _rows(piece: Lining, index: int, ground: Ground) -> Rows:
    y, there = ground.plan.y, ground.run(piece.y_from_mm, piece.y_to_mm)
    none, whole, goes_on = np.zeros_like(y), np.ones_like(y), piece.surface == _ROUND
    # inside the faces, so that it lies under the wall
    t = -piece.thick_mm if piece.lies == "inside" else piece.thick_mm
    return Rows(
        sheets=[
            SheetRow(index, f"lining.{piece.id}", 1, f, none, whole, t, goes_on, goes_on, there, piece.glue)
            for f in _faces(piece)
        ]
    )


def _of_foam(piece: FoamLining, values: Values, ground: Ground) -> dict[str, Any]:
    """N/mm of its whole thickness, g/m2."""
    t, foam = piece.thickness_mm, f"foam.{piece.material}"
    names = {"Et": "E", "Gt": "G", "mass": "density", "tension": "tension", "compression": "compression_10pct"}
    return {f"lining.{piece.id}.{k}": values[f"{foam}.{figure}"] * t for k, figure in names.items()}


def _of_board(piece: BoardLining, values: Values, ground: Ground) -> dict[str, Any]:
    """Foam and papers stretch and shear alike; it goes when its papers do."""
    board = catalogue().board[piece.material]
    assert board.paper_thickness is not None
    foam = piece.thick_mm - 2 * board.paper_thickness.typical

    def v(name: str) -> Any:
        return values[f"folded.{piece.material}.{name}"]

    Et = foam * v("core_E") + 2 * v("paper_Et")
    found = {
        "Et": Et, "Gt": foam * v("core_G") + 2 * v("paper_Gt"), "mass": v("area_mass"),
        "tension": v("paper_tension") / v("paper_Et") * Et, "compression": v("paper_compression") / v("paper_Et") * Et,
    }  # fmt: skip
    return {f"lining.{piece.id}.{k}": value for k, value in found.items()}


def _area(piece: Lining, ground: Ground) -> float:
    """mm2 of wall that it lies on."""
    run = ground.run(piece.y_from_mm, piece.y_to_mm)
    wide = ground.girth if piece.surface == _ROUND else len(_faces(piece)) * ground.outline.chord
    return float(np.trapezoid(wide * run, ground.plan.s)) * ground.copies


def _needs(piece: Any, ground: Ground) -> list[Need]:
    area = WASTE * _area(piece, ground)
    if isinstance(piece, BoardLining):
        return [Need("sheet", "board", piece.material, area)]
    return [Need("sheet", "foam", piece.material, area, {"thickness_mm": piece.thick_mm})]


def _glued_grams(piece: Lining, ground: Ground) -> float:
    """Of both side walls: top and bottom are told by their rows."""
    spread = catalogue().glue[piece.glue].spread
    if spread is None or piece.surface != _ROUND:
        return 0.0
    run = ground.run(piece.y_from_mm, piece.y_to_mm)
    sides = np.trapezoid((ground.girth - 2 * ground.outline.chord) * run, ground.plan.s)
    return spread.typical * 1e-6 * float(sides)


def _problems(piece: Lining, rows: list[MemberRow], ground: Ground) -> Iterator[Problem]:
    if catalogue().glue[piece.glue].spread is None:
        yield Problem(
            ("glue",), "glue", f"{catalogue().glue[piece.glue].label} comes in beads or drops.",
            "Take a glue that can be spread over a whole wall.",
        )  # fmt: skip


def _size(piece: Lining, mm: Say) -> str:
    where = {"all_round": "all round", "both": "top and bottom"}.get(piece.surface, piece.surface)
    return f"second wall {mm(piece.thick_mm)} thick, {where}, {piece.lies}"


def _end(room: Room) -> float:
    """From the nose as far as a quarter of the body."""
    return room.part(0.25)


def _suggest_foam(room: Room) -> list[PieceBase]:
    return [FoamLining(id=room.id("lining"), y_to_mm=_end(room))]


def _suggest_board(room: Room) -> list[PieceBase]:
    return [BoardLining(id=room.id("lining"), y_to_mm=_end(room))]


def _seen(piece: Lining, chord: Any, x_le: Any) -> tuple[Any, Any]:
    """All of the body's width, from above."""
    return x_le, x_le + chord


_COMMON: dict[str, Any] = {
    "group": "sheets", "rows": _rows, "size": _size, "noun": "second wall", "stem": "lining", "needs": _needs,
    "problems": _problems, "glued_grams": _glued_grams,
    "minutes": minutes((6, 10, 20), (10, 20, 40)), "band": _seen, "bond": "faced", "only_hollow": True,
    "only_on": frozenset({"body"}),
}  # fmt: skip

FOAM = Kind(
    model=FoamLining,
    table="foam",
    suggest=_suggest_foam,
    derived=_of_foam,
    uses=lambda piece: [f"foam.{piece.material}"],
    look="foam",
    offer=Offer("sheet", "Second wall of foam", "A thicker wall where it is knocked or cut open.", "Weight, soon."),
    **_COMMON,
)
BOARD = Kind(
    model=BoardLining,
    table="board",
    suggest=_suggest_board,
    derived=_of_board,
    uses=lambda piece: [f"folded.{piece.material}"],
    offer=Offer("sheet", "Second wall of board", "Papers and all: stiff, and hard to dent.", "Heavier than foam."),
    **_COMMON,
)
