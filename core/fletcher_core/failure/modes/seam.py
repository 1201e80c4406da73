"""The glued seams of a hollow part, where two sheets hold each other: along the trailing edge, and at the nose."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from ...catalogue import catalogue
from ...geometry import EDGE
from ...model.aerofoil import BodyWalls, HollowSection, SheetedSection
from ..state import Finding, LoadedPart, Mode, both_ways, per_factor

Array = NDArray[np.float64]


#: of its hold on greasy plastic, of a glue that has to be tried on a spot first (own estimate)
_UNTRIED = 0.5
#: what both edges of the loop are on a body, whose sections are told from left to right
SIDES = {"nose": "left corner", "trailing edge": "right corner"}


def seams_of(wing: LoadedPart) -> list[tuple[str, float]]:
    """(edge, mm that are glued there), of those that glue alone holds: round a folded nose its paper goes."""
    made, wall = wing.layout.part.aerofoil, wing.layout.section.wall_mm
    if not isinstance(made, HollowSection) or wall is None:
        return []
    if wing.is_body:
        # board on edge against board: its own thickness is glued
        return [(edge, wall) for edge in ("nose", "trailing edge")]
    found = [("trailing edge", made.seam_mm)]
    if isinstance(made, SheetedSection):
        found.append(("nose", EDGE * wall))
    return found


def strength_of(wing: LoadedPart, figure: str) -> Array:
    """(R,) MPa of the weaker of a seam's glue and what it holds together."""
    made, strength = wing.layout.part.aerofoil, wing.values[f"core.{figure}"]
    if not isinstance(made, HollowSection):
        return strength
    glue = wing.values.get(f"glue.{made.glue}.lap_on_foam")
    board = catalogue().board.get(wing.layout.part.core.material)
    if glue is not None and board is not None and not board.paper_faced and catalogue().glue[made.glue].pp != "ok":
        glue = _UNTRIED * glue
    found = strength if glue is None else np.minimum(strength, glue)
    plain = wing.values.get("core.plain_corner")
    if isinstance(made, BodyWalls) and made.corners == "plain" and plain is not None:
        # what is glued hangs on the ends of flute walls alone
        found = found * plain
    return np.asarray(found)


def find(wing: LoadedPart) -> Iterator[Finding]:
    """What flows round an edge, over the width that is glued, against glue and the sheets beside it."""
    strength = strength_of(wing, "shear")
    for edge, width in seams_of(wing):
        bend = wing.shear.seams[edge] * wing.handed_over(wing.shear.unit) / wing.shear.unit / width
        per = wing.torsion.seam(edge) / width
        n = both_ways(strength, bend, (wing.turns[0] * per, wing.turns[1] * per))
        yield Finding(
            "seam", None, "", n, strength, per_factor(strength, n), "MPa",
            "stress = (flow of the shear force + that of the torque, both round that edge) / glued width, against the "
            "weaker of glue and the sheets", f"glued {SIDES[edge] if wing.is_body else edge}",
        )  # fmt: skip


MODE = Mode(
    "seam",
    "the {thing} opens",
    True,
    "The sheets slide on each other there; it creaks and turns soft in twist.",
    "Bredt 1896 (flow round a hollow); Bruhn 1973, ch. A15",
    find,
    error=(0.7, 1.3),
    only_hollow=True,
    takes_length=True,
)
