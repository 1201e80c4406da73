"""Papers of a hollow part as something that a search may choose: left on inside, or peeled off."""

from __future__ import annotations

from collections.abc import Mapping

from ..catalogue import catalogue
from ..model import Airframe, Body, HollowSection, Peeled, Scheme
from .wish import Wish

#: peeled on one sheet alone it warps; outside, the paper is the hinge of the fold
_TRIED: tuple[Peeled, ...] = ("none", "both")
PAPERS_SAID: Mapping[Peeled, str] = {
    "none": "paper left on inside", "both": "paper peeled inside", "top": "paper peeled inside the top sheet",
    "bottom": "paper peeled inside the bottom sheet",
}  # fmt: skip


def papers_tried(airframe: Airframe, scheme: Scheme, wish: Wish) -> list[Airframe]:
    """The airframe with each choice of paper; itself alone where there is none to choose."""
    part = airframe.part(scheme.part)
    made, board = part.aerofoil, catalogue().board.get(part.core.material)
    if "papers" not in wish.vary or board is None or not isinstance(made, HollowSection):
        return [airframe]
    found = []
    for peeled in _TRIED:
        field = "walls" if isinstance(part, Body) else "aerofoil"
        changed = part.model_copy(update={field: made.model_copy(update={"peeled_inside": peeled})})
        parts = airframe.parts.model_copy(update={scheme.part: changed})
        found.append(airframe.model_copy(update={"parts": parts}))
    return found
