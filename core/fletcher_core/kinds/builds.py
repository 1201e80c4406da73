"""Common build-ups of several pieces: offered together, taken one by one."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from . import box, cord, rod, skin, tape, tube, web
from .base import PieceBase
from .kind import Offer, Room
from .place import largest


def rod_pair(room: Room) -> list[PieceBase]:
    """Two rods, one over the other."""
    size = largest(rod.DIAMETERS, min(0.15 * room.depth, 3.0))
    levels: tuple[Literal["top", "bottom"], ...] = ("top", "bottom")
    return [rod.Rod(id=room.id(f"rod-{v}"), diameter_mm=size, level=v, inset_mm=0.5, **room.run) for v in levels]


@dataclass(frozen=True)
class Build:
    """Pieces that are offered together; `after` names the kind behind which they stand in the list."""

    suggest: Callable[[Room], list[PieceBase]]
    offer: Offer
    after: str = ""


#: in the order in which they are offered
BUILDS: dict[str, Build] = {
    "build_tube_film": Build(
        lambda room: [*tube.KIND.suggest(room), *skin.suggest(room)],
        Offer("build-up", "Tube and film", "Quick to build; film stops the twist.", "The tube splits at clamps."),
    ),
    "build_rods": Build(
        lambda room: [*rod_pair(room), *skin.suggest(room)],
        Offer(
            "build-up", "Rods top and bottom, film",
            "Stiffest for its grams in thick wings.", "Must lie over each other."
        ),
    ),
    "build_web_caps": Build(
        lambda room: [*web.with_caps(room), *skin.suggest(room)],
        Offer("build-up", "Web and caps, film", "Carries most; caps end where they are not needed.", "Most work."),
    ),
    "build_box": Build(
        lambda room: [*box.KIND.suggest(room), *tape.suggest(room)],
        Offer(
            "build-up", "Box of folded board, tape",
            "Cheap, from what is at hand.", "Bulky; dents where it is held."
        ),
    ),
    "build_skin": Build(
        lambda room: [*skin.stressed(room), *cord.suggest(room)],
        Offer(
            "build-up", "Stressed skin, cord in the nose",
            "No spar to bury; takes knocks.", "Wrinkles early; soft at the root."
        ),
    ),
    "rod_pair": Build(
        rod_pair,
        Offer("stick", "Rods top and bottom", "Far stiffer than one in the middle.", "Foam shears between them."),
        after="rod",
    ),
}  # fmt: skip
