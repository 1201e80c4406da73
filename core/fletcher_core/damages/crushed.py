"""Foam is crushed over a stretch."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from ..fields import measure
from ..kinds import Share, Zone
from .base import FACES, Across, Face, long, words
from .kind import Care, DamageKind, Effect, first

#: strain at which the table of mends says what is left
HALF = 0.5


class Crushed(Across):
    """Foam that was pressed past its plateau."""

    kind: Literal["crushed"] = "crushed"
    x_to: float = measure("to", "percent", 0.0, 1.0, 0.2)
    long_mm: float = long(60.0, "length along the part")
    deep_mm: float = measure("depth", "length", 0.0, 300.0, 15.0)
    face: Face = words("from the", "bottom", top="top", bottom="bottom")
    strain: float = measure("pressed to less by", "percent", 0.0, 0.9, 0.4)

    @property
    def length_mm(self) -> float:
        return self.long_mm


def effect(damage: Crushed, cares: Sequence[Care]) -> list[Effect]:
    """Softer and weaker foam, the more the further it was pressed (a power law between nothing and a half)."""
    if damage.long_mm == 0 or damage.deep_mm == 0 or damage.strain == 0:
        return []
    power = damage.strain / HALF
    stiff: Share = first(cares, "foam_stiff") or Share(figure="crushed_stiff", power=power, lost=first(cares, "drawn"))
    strong: Share = first(cares, "foam_strong") or Share(figure="crushed_strong", power=power)
    zone = Zone(
        x_from=damage.x_from,
        x_to=damage.x_to,
        face=FACES[damage.face],
        depth_mm=damage.deep_mm,
        stiff=stiff,
        pulled=strong,
        pressed=strong,
    )
    return [Effect(*damage.run, [zone])]


KIND = DamageKind(
    model=Crushed,
    label="Foam crushed",
    look="A dent, or soft under the thumb where it was firm.",
    called="crushed foam",
    mended="crushed foam",
    effect=effect,
    mark="patch",
    check="Press along the edge of the dent: soft foam goes on under a skin that has sprung back.",
)
