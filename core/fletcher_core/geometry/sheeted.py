"""Sections of a wing sheeted over webs and ribs: an aerofoil, with room at its edges for the sheets that meet there."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..model.aerofoil import NacaAerofoil, SheetedSection
from .folded import Sheet
from .outline import DrawnOutline
from .profile import profile_of

Array = NDArray[np.float64]

#: sheets over all where they meet at nose and trailing edge: the lower one bevelled, both sanded; own estimate
EDGE = 1.5


def sheeted_outline(made: SheetedSection, sheet: Sheet, chord: Array, cos_sweep: Array) -> DrawnOutline:
    """The faces of the sheets' own material, (S, N) mm, of sections cut square to the axis.

    The section goes with the chord, the sheets are as thick at the tip as at the root.
    """
    profile = profile_of(NacaAerofoil(code=made.code))
    middle, half = 0.5 * (profile.upper + profile.lower), 0.5 * (profile.upper - profile.lower)
    across = chord[:, None]
    # over all at least what meets there, less the papers
    half = np.maximum(half * across, 0.5 * EDGE * sheet.board) - sheet.paper
    return DrawnOutline.of_faces(np.asarray(chord * cos_sweep), middle * across + half, middle * across - half)
