"""Kinds of pieces. A new one is one module here with its `KIND`, its lines in this registry, and its test."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Any

from pydantic import Field

from . import (
    bands,
    bead,
    block,
    boards,
    box,
    cloth,
    cord,
    cross,
    diagonals,
    foam_web,
    lining,
    notch,
    plate,
    pocket,
    ribs,
    rod,
    sandwich,
    skin,
    spiral,
    strip,
    tape,
    tube,
    web,
    wound,
)
from .base import PieceBase
from .builds import BUILDS, Build
from .kind import GROUPS, Group, Kind, Offer, Room
from .place import share_along
from .rows import SAME_PLACE, Ground, MemberRow, Need, Parting, PatchRow, Rows, SheetRow
from .shapes import CORD_AREA, rectangle_constant
from .wound import ALL, Hit, Share, Wound, Zone, left_figures, parted, sound_prefix

#: every kind by its name, in the order in which they are offered
KINDS: Mapping[str, Kind[Any]] = {
    kind.name: kind
    for kind in (
        rod.KIND, tube.KIND, strip.KIND, sandwich.KIND, web.KIND, foam_web.KIND, boards.KIND, box.KIND, ribs.FOAM,
        ribs.BOARD, ribs.WOOD, cross.KIND, bead.KIND, cord.KIND, skin.KIND, tape.KIND, bands.KIND, spiral.KIND,
        diagonals.KIND, lining.FOAM, lining.BOARD, cloth.KIND, block.KIND,
        plate.KIND, pocket.KIND, notch.KIND,
    )
}  # fmt: skip
#: the same for whoever reads types
Piece = Annotated[
    rod.Rod
    | tube.Tube
    | strip.Strip
    | sandwich.Sandwich
    | web.Web
    | foam_web.FoamWeb
    | boards.BoardSpar
    | box.BoxSpar
    | ribs.FoamRibs
    | ribs.BoardRibs
    | ribs.WoodRibs
    | cross.CrossSheet
    | bead.Bead
    | cord.Cord
    | skin.Skin
    | tape.TapeStrip
    | bands.Bands
    | spiral.Spiral
    | diagonals.Diagonals
    | lining.FoamLining
    | lining.BoardLining
    | cloth.Cloth
    | block.Block
    | plate.Plate
    | pocket.Pocket
    | notch.Notch,
    Field(discriminator="kind"),
]


def fits_on(piece_kind: str, part: str, hollow: bool, on_edge: bool = False) -> bool:
    """Whether a kind of piece is laid on a part; `on_edge`: a body that stands on edge."""
    kind, names = KINDS[piece_kind], {part} | ({"on edge"} if on_edge else set())
    if kind.only_on and not (kind.only_on & names):
        return False
    return kind.only_hollow <= hollow and not (hollow and part in kind.never_on)


#: what can be asked for when something is added
WISHES: tuple[str, ...] = (*KINDS, *BUILDS)


def kind_of(piece: Any) -> Kind[Any]:
    """The kind of a piece, by its ``kind``. KeyError when it is not registered."""
    return wound.KIND if piece.kind == "wound" else KINDS[piece.kind]


def wound_of(piece: Any) -> Wound | None:
    """The piece, where it is a wound, which no scheme holds."""
    return piece if isinstance(piece, Wound) else None


def new_piece(kind: str, /, **fields: Any) -> Any:
    """A piece of a kind, by its name."""
    return KINDS[kind].model(**fields)


__all__ = [
    "ALL",
    "BUILDS",
    "CORD_AREA",
    "GROUPS",
    "KINDS",
    "SAME_PLACE",
    "WISHES",
    "Build",
    "Ground",
    "Group",
    "Hit",
    "Kind",
    "MemberRow",
    "Need",
    "Offer",
    "Parting",
    "PatchRow",
    "Piece",
    "PieceBase",
    "Room",
    "Rows",
    "Share",
    "SheetRow",
    "Wound",
    "Zone",
    "fits_on",
    "kind_of",
    "left_figures",
    "new_piece",
    "parted",
    "rectangle_constant",
    "share_along",
    "sound_prefix",
    "wound_of",
]
