"""A wrinkle line: the foam under it is crushed."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from ..fields import measure
from ..kinds import Share, Zone
from .base import FACES, Across, Face, words
from .kind import Care, DamageKind, Effect, first

#: mm along the part that a wrinkle line takes (own estimate)
WIDE = 8.0


class Wrinkle(Across):
    """A crease across a face."""

    kind: Literal["wrinkle"] = "wrinkle"
    face: Face = words("on the", "top", top="top", bottom="bottom")
    deep_mm: float = measure("how deep the foam is crushed under it", "length", 0.0, 100.0, 4.0)

    @property
    def length_mm(self) -> float:
        return WIDE


def effect(damage: Wrinkle, cares: Sequence[Care]) -> list[Effect]:
    """Softer, weaker foam in a band under the face."""
    if damage.deep_mm == 0:
        return []
    zone = Zone(
        x_from=damage.x_from,
        x_to=damage.x_to,
        face=FACES[damage.face],
        depth_mm=damage.deep_mm,
        stiff=Share(figure="wrinkled_stiff", lost=first(cares, "drawn")),
        pulled=Share(figure="wrinkled_strong"),
        pressed=Share(figure="wrinkled_strong"),
    )
    return [Effect(*damage.run, [zone])]


KIND = DamageKind(
    model=Wrinkle,
    label="Wrinkle line",
    look="A fine crease across the face that was pressed: crushed foam under it.",
    called="wrinkled foam",
    mended="wrinkled foam",
    effect=effect,
    check="Look at the other face of the same place: where one is pressed, the other was pulled.",
)
