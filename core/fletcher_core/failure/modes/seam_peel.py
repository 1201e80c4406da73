"""A glued seam of a hollow part that the air peels open: the top sheet is sucked off it, panel by panel."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ..state import Finding, LoadedPart, Mode, load_factor, per_factor, slope_along
from .panel_buckling import panels
from .seam import seams_of, strength_of

#: of the lift, what sucks at the top sheet beside the seam: two thirds of it, as much as the mean at the trailing edge
#: and twice that at the nose (own estimate from thin sections at usual lift)
_SUCKS = {"trailing edge": 0.67, "nose": 1.33}


def find(wing: LoadedPart) -> Iterator[Finding]:
    """A panel held along both edges pulls on each with half of what sucks at it, and turns it by a twelfth of p b²; a
    glued width stands that as a short beam on end."""
    if wing.is_body:
        return
    chord = wing.layout.outline.chord
    pressure = np.abs(slope_along(wing.layout.plan, wing.forces.shear)) / chord
    top = [panel for panel in panels(wing) if panel.face > 0]
    strength = strength_of(wing, "tension")
    for edge, width in seams_of(wing):
        beside = top[-1] if edge == "trailing edge" else top[0]
        b = np.where(beside.there, beside.end - beside.start, 0.0)
        p = _SUCKS[edge] * pressure
        pull, moment = 0.5 * p * b, p * b**2 / 12
        stress = pull / width + 6 * (moment + 0.5 * pull * width) / width**2
        n = load_factor(strength, stress)
        yield Finding(
            "seam_peel", None, "", n, strength, per_factor(strength, n), "MPa",
            "stress = pull / width + 6 (p b² / 12 + pull × width / 2) / width², pull = p b / 2", f"glued {edge}",
        )  # fmt: skip


MODE = Mode(
    "seam_peel",
    "the {thing} peels open",
    True,
    "The top sheet breathes in and out and lifts at the inner edge of the glue first.",
    "Timoshenko and Gere 1961 (a plate held along both edges); the suction is our own estimate",
    find,
    error=(0.5, 1.6),
    only_hollow=True,
    takes_length=True,
)
