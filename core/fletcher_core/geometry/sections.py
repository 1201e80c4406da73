"""The sections of a part along its span, whatever it is made like."""

from __future__ import annotations

import numpy as np

from ..model.aerofoil import FoldedBoard
from ..model.lifting import Lifting
from .folded import folded_outline
from .outline import Outline
from .planform import Planform
from .profile import Profile, profile_of


def outline_of(part: Lifting, plan: Planform, profile: Profile | None = None) -> Outline:
    """Outlines of the sections cut square to the axis, mm.

    Parameters
    ----------
    profile : in place of the part's own, where what lies between its faces is meant.
    """
    if isinstance(part.aerofoil, FoldedBoard):
        root = part.panels[0].root_chord_mm
        return folded_outline(part.aerofoil, part.core.material, root, plan.chord, plan.cos_sweep)
    return plan.outline(profile or profile_of(part.aerofoil))


def root_profile(part: Lifting) -> Profile:
    """The section at the root, made dimensionless."""
    if isinstance(part.aerofoil, FoldedBoard):
        root = np.array([part.panels[0].root_chord_mm])
        return folded_outline(part.aerofoil, part.core.material, float(root[0]), root, np.ones(1)).profile
    return profile_of(part.aerofoil)
