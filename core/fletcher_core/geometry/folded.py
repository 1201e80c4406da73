"""Sections of a wing folded from one sheet of board: they follow from creases, the spar's height and the board."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..catalogue import Board, catalogue
from ..model.aerofoil import FoldedBoard
from .outline import DrawnOutline
from .profile import XI

Array = NDArray[np.float64]

#: height of the nose over all in boards, by how it is folded: not bevelled, both sides bevelled until it closes to a
#: right angle without resistance, bevelled and sanded round; own estimates
NOSE = {"crease": 2.0, "bevel": 1.5, "round": 1.6}
#: boards at the trailing edge: glued one on the other, or with the lower sheet folded back between them
_PLAIN, _FOLDED_BACK = 2.0, 3.0


@dataclass(frozen=True)
class Sheet:
    """A board by its parts, mm: over all, one of its papers, the foam between them."""

    board: float
    paper: float

    @property
    def foam(self) -> float:
        return self.board - 2 * self.paper


def board_sheet(material: str) -> Sheet:
    """Of a paper-faced board, or of corrugated sheet, whose faces are as its papers.

    Raises
    ------
    KeyError
        Where there is no such board.
    """
    board: Board = catalogue().board[material]
    face = board.paper_thickness or board.wall
    assert face is not None
    return Sheet(board.thickness.typical, face.typical)


def _top(made: FoldedBoard, x: Array, chord: Array | float, scale: Array | float, board: float) -> Array:
    """(S, N) mm of the upper side over all at places x, mm, of sections (S, 1) `scale` times the root's."""
    nose, tail = NOSE[made.nose] * board, (_FOLDED_BACK if made.fold_back_mm else _PLAIN) * board
    front, back = scale * made.crease_mm, scale * (made.crease_mm + made.flat_mm)
    high = np.maximum(scale * made.height_mm, max(nose, tail) + 1e-3)
    rise = np.clip(x / front, 0.0, 1.0)
    bent = 1 - (1 - rise) ** 2 if made.top == "curved" else rise
    fore = nose + (high - nose) * bent
    if made.nose == "round":
        # the upper corner of the nose is sanded off over half a board
        fore = fore - 0.35 * board * np.clip(1 - x / (0.5 * board), 0.0, 1.0) ** 2
    end = chord - scale * made.fold_back_mm
    aft = tail + (high - tail) * np.clip((end - x) / (end - back), 0.0, 1.0)
    return np.asarray(np.where(x <= front, fore, np.where(x <= back, high, aft)))


def top_of_sheet(made: FoldedBoard, material: str, root_chord: float, chord: float, x: Array) -> Array:
    """(N,) mm of the upper side over all at places x, mm behind the nose, of a section of this chord."""
    return _top(made, x, chord, chord / root_chord, board_sheet(material).board)


def folded_outline(made: FoldedBoard, material: str, root_chord: float, chord: Array, cos_sweep: Array) -> DrawnOutline:
    """The faces of the board's foam, (S, N) mm, of sections cut square to the axis.

    Creases and height go with the chord; the board is as thick at the tip as at the root.
    """
    sheet = board_sheet(material)
    across = chord[:, None]
    upper = _top(made, XI * across, across, across / root_chord, sheet.board) - sheet.paper
    lower = np.full_like(upper, sheet.paper)
    at = [made.crease_mm, made.crease_mm + made.flat_mm]
    if made.fold_back_mm:
        at.append(root_chord - made.fold_back_mm)
    bends = [np.full(len(chord), place / root_chord) for place in at]
    return DrawnOutline.of_faces(np.asarray(chord * cos_sweep), upper, lower, bends)
