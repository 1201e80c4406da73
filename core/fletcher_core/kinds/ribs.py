"""Ribs in a hollow wing, so far apart, of foam, board or wood: they hold the sheets in shape and against buckling."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, Literal

import numpy as np
from pydantic import Field, model_validator

from ..catalogue import catalogue
from ..fields import Problem, fault, measure
from ..units import Measure
from .base import PieceBase
from .kind import Kind, Offer, Room, Say, minutes
from .rows import Ground, MemberRow, Need, PatchRow, Rows

#: places along the chord at which the height of a rib is taken; own choice
_ALONG = np.linspace(0.0, 1.0, 41)
#: what is cut out of a sheet for a rib, over its own area (own estimate)
_WASTE = 1.4


class Ribs(PieceBase):
    """Ribs of the section's inner shape, evenly apart; the first stands at the start of their run."""

    glue: str = Field("polyurethane_foaming", json_schema_extra={"label": "glue", "table": "glue"})
    spacing_mm: float = measure("from rib to rib", "length", 10.0, 600.0, 80.0)
    cut_out: float = measure("cut out of each, for lightness", "percent", 0.0, 0.7, 0.0)

    @model_validator(mode="after")
    def _stand_apart(self) -> Ribs:
        if self.spacing_mm < 2 * self.thick_mm:
            raise fault(
                "spacing_mm", "Ribs of {thick} every {apart} are nearly solid.", "Set them at least {least} apart.",
                thick=Measure(self.thick_mm, "size"), apart=Measure(self.spacing_mm),
                least=Measure(2 * self.thick_mm),
            )  # fmt: skip
        return self

    @property
    def thick_mm(self) -> float:
        """Of one."""
        raise NotImplementedError

    @property
    def count(self) -> int:
        """On one half."""
        return int((self.y_to_mm - self.y_from_mm) // self.spacing_mm) + 1


class SawnRibs(Ribs):
    """Of a sheet that comes in many thicknesses."""

    thickness_mm: float = measure("thickness of a rib", "size", 0.8, 30.0, 3.0)

    @property
    def thick_mm(self) -> float:
        return self.thickness_mm


class FoamRibs(SawnRibs):
    """Ribs cut from a foam."""

    kind: Literal["foam_ribs"] = "foam_ribs"
    material: str = Field("xps_sheet", json_schema_extra={"label": "foam", "table": "foam"})


class BoardRibs(Ribs):
    """Ribs cut from paper-faced board, of its own thickness."""

    kind: Literal["board_ribs"] = "board_ribs"
    material: str = Field("foamboard_light", json_schema_extra={"label": "board", "table": "board"})

    @property
    def thick_mm(self) -> float:
        return catalogue().board[self.material].thickness.typical


class WoodRibs(SawnRibs):
    """Ribs cut from thin wood."""

    kind: Literal["wood_ribs"] = "wood_ribs"
    material: str = Field("balsa_light", json_schema_extra={"label": "wood", "table": "stock"})


#: kind -> family of its figures
_PREFIX = {"foam_ribs": "foam", "board_ribs": "moving", "wood_ribs": "stock"}


def _heights(ground: Ground) -> Any:
    """(S, 41) mm of a rib along the chord, inside the sheets."""
    found = []
    for share in _ALONG:
        upper, lower = ground.room.faces_at(np.full_like(ground.plan.y, share))
        found.append(np.maximum(upper - lower, 0.0))
    return np.stack(found, axis=1)


def _area(piece: Any, ground: Ground) -> Any:
    """(S,) mm2 of the face of a rib that stood there."""
    mean = np.trapezoid(_heights(ground), _ALONG, axis=1)
    return mean * ground.outline.chord * (1 - piece.cut_out)


def _rows(piece: Any, index: int, ground: Ground) -> Rows:
    """They weigh as if smeared along the span, and bear nothing along it."""
    half = np.full_like(ground.plan.y, 0.45)
    smeared = _area(piece, ground) * piece.thick_mm / piece.spacing_mm
    prefix = f"{_PREFIX[piece.kind]}.{piece.material}"
    run = ground.run(piece.y_from_mm, piece.y_to_mm)
    return Rows(
        patches=[
            PatchRow(index, prefix, half, half, 1, None, run, stands="adds", area=smeared, spaced=piece.spacing_mm)
        ]
    )


def _stand(piece: Any) -> Any:
    """(count,) mm out."""
    return piece.y_from_mm + piece.spacing_mm * np.arange(piece.count)


def _glued_grams(piece: Any, ground: Ground) -> float:
    """Both edges of every rib along both sheets."""
    glue = catalogue().glue[piece.glue]
    y = _stand(piece)
    girth = 2.0 * float(np.interp(y, ground.plan.y, ground.outline.chord).sum())
    if glue.bead is not None:
        return glue.bead.typical * 1e-3 * girth
    return 0.0 if glue.spread is None else glue.spread.typical * 1e-6 * girth * piece.thick_mm


def _needs(piece: Any, ground: Ground) -> list[Need]:
    y = _stand(piece)
    area = _WASTE * ground.copies * float(np.interp(y, ground.plan.y, _area(piece, ground)).sum())
    kind: Kind[Any] = KINDS_OF_RIBS[piece.kind]
    assert kind.table is not None
    sizes = {} if piece.kind == "board_ribs" else {"thickness_mm": piece.thickness_mm}
    return [Need("sheet", kind.table, piece.material, area, sizes)]


def _problems(piece: Any, rows: list[MemberRow], ground: Ground) -> Iterator[Problem]:
    if ground.inside is None:
        yield Problem(
            ("spacing_mm",), "from rib to rib", "This part is solid: there is no room for ribs.",
            "Leave them out, or choose a hollow section for it.",
        )  # fmt: skip


def _size(piece: Any, mm: Say) -> str:
    return f"{piece.count} ribs, {mm(piece.thick_mm)} thick, every {mm(piece.spacing_mm)}"


def _kind(model: type[Ribs], name: str, good: str, bad: str, table: str, usual: dict[str, Any]) -> Kind[Any]:
    def suggest(room: Room) -> list[PieceBase]:
        return [model(id=room.id("ribs"), **room.whole, **usual)]

    return Kind(
        model=model,
        group="sticks",
        rows=_rows,
        size=_size,
        noun="ribs",
        stem="ribs",
        table=table,
        minutes=minutes((8, 12, 25), (25, 45, 90)),
        needs=_needs,
        suggest=suggest,
        offer=Offer("stick", name, good, bad),
        width_seen=lambda piece: float(piece.thick_mm),
        stands=_stand,
        bond="faced",
        glued_grams=_glued_grams,
        problems=_problems,
        twists_alone=True,
        only_hollow=True,
        look="foam" if table == "foam" else "",
    )


FOAM = _kind(
    FoamRibs, "Ribs of foam", "Light; the sheets keep their shape.", "Soft where they are pinched.", "foam",
    {"thickness_mm": 6.0, "spacing_mm": 80.0},
)  # fmt: skip
BOARD = _kind(
    BoardRibs, "Ribs of board", "Cut from what is left of the sheet.", "Their paper shows through a thin skin.",
    "board", {"spacing_mm": 120.0},
)  # fmt: skip
WOOD = _kind(
    WoodRibs, "Ribs of wood", "Stiff and thin; they take pins and hooks.", "Each must be cut true.", "stock",
    {"thickness_mm": 2.0, "spacing_mm": 60.0},
)  # fmt: skip
KINDS_OF_RIBS = {kind.name: kind for kind in (FOAM, BOARD, WOOD)}
