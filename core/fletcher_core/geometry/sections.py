"""The sections of a part along its span, whatever it is made like."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..catalogue import catalogue
from ..model.aerofoil import BodyWalls, FoldedBoard, SheetedSection, SolidBody
from ..model.body import Body
from ..model.part import Part
from .body import body_outline
from .folded import Sheet, board_sheet, folded_outline
from .outline import DrawnOutline, Outline
from .planform import Planform
from .profile import Profile, profile_of
from .sheeted import sheeted_outline

Array = NDArray[np.float64]

#: walls of a body that has none
_FILLED = Sheet(0.0, 0.0)


def sheet_of(part: Part) -> Sheet:
    """What the walls of a hollow part are made of.

    Raises
    ------
    TypeError
        Where it has none.
    """
    made = part.aerofoil
    own = isinstance(made, SheetedSection | BodyWalls)
    if isinstance(made, FoldedBoard) or (own and part.core.material in catalogue().board):
        return board_sheet(part.core.material)
    if isinstance(made, SheetedSection | BodyWalls):
        return Sheet(made.sheet_mm, 0.0)
    raise TypeError("this part is filled")


def _hollow_outline(part: Part, y: Array, chord: Array, cos_sweep: Array) -> DrawnOutline | None:
    made = part.aerofoil
    if isinstance(made, BodyWalls) and isinstance(part, Body):
        return body_outline(part, sheet_of(part), y, chord)
    if isinstance(made, SolidBody) and isinstance(part, Body):
        return body_outline(part, _FILLED, y, chord)
    if isinstance(made, FoldedBoard):
        return folded_outline(made, part.core.material, part.panels[0].root_chord_mm, chord, cos_sweep)
    if isinstance(made, SheetedSection):
        return sheeted_outline(made, sheet_of(part), chord, cos_sweep)
    return None


def outline_of(part: Part, plan: Planform, profile: Profile | None = None) -> Outline:
    """Outlines of the sections cut square to the axis, mm.

    Parameters
    ----------
    profile : in place of the part's own, where what lies between its faces is meant.
    """
    drawn = _hollow_outline(part, plan.y, plan.chord, plan.cos_sweep)
    return drawn or plan.outline(profile or profile_of(part.aerofoil))


def root_profile(part: Part) -> Profile:
    """The section at the root, made dimensionless."""
    drawn = _hollow_outline(part, np.zeros(1), np.array([part.panels[0].root_chord_mm]), np.ones(1))
    return drawn.profile if drawn else profile_of(part.aerofoil)
