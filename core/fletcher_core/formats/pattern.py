"""Templates to cut by: the sheet of a folded part, and what its spar is cut from."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np

from ..geometry import BEVELS, flat_panels
from ..kinds import kind_of
from ..model import Airframe, FoldedBoard, Problem, Refused, Scheme
from ..sections import PartLayout, lay_out
from ..units import System
from .svg import pattern_svg


@dataclass(frozen=True)
class Strip:
    """A strip of board, mm: how long, how wide at its inner and outer end, how many of one half, and what it is."""

    long: float
    inner: float
    outer: float
    count: int
    what: str


def spar_strips(layout: PartLayout) -> list[Strip]:
    """Of every spar of board that is on: walls as high as the room where they stand, lids and layers as wide as they
    are."""
    members, found = layout.section.members, []
    for p, row in enumerate(layout.member_rows):
        piece: Any = layout.pieces[row.piece]
        here = np.flatnonzero(members.present[p] > 0)
        if kind_of(piece).table != "board" or not piece.on or row.cut_by or row.left_by or not len(here):
            continue
        size = members.height if row.web_width and row.part else members.width
        ends = (float(size[p, here[0]]), float(size[p, here[-1]]))
        count = int(getattr(piece, "layers", 1))
        found.append(Strip(piece.y_to_mm - piece.y_from_mm, *ends, count, row.part or kind_of(piece).noun))
    return found


def flat_pattern(airframe: Airframe, scheme: Scheme, system: System) -> str:
    """The sheet of a folded part laid flat with the strips of its spar, 1:1, as SVG.

    Raises
    ------
    Refused
        Where the part is not folded, or its pieces cannot be laid.
    """
    lifting = airframe.part(scheme.part)
    if not isinstance(lifting.aerofoil, FoldedBoard):
        what = f"This {scheme.part} is not folded from a sheet."
        raise Refused([Problem(("what",), "flat pattern", what, "Take the plan or the slice.")])
    strips = [
        (s.long, s.inner, s.outer, f"{s.count} × {s.what}" if s.count > 1 else s.what)
        for s in spar_strips(lay_out(lifting, scheme.pieces))
    ]
    name = f"{airframe.name}, {scheme.name}"
    return pattern_svg(name, flat_panels(lifting), BEVELS[lifting.aerofoil.nose], strips, "true", system)
