"""A piece of foam is gone."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from ..fields import measure
from ..kinds import Hit, Share, Zone
from .base import Across, long
from .kind import Care, DamageKind, Effect, first


class Missing(Across):
    """Foam that is not there any more, through the whole depth, and the skin over it."""

    kind: Literal["missing"] = "missing"
    x_to: float = measure("to", "percent", 0.0, 1.0, 0.15)
    long_mm: float = long(50.0, "length along the part")

    @property
    def length_mm(self) -> float:
        return self.long_mm


def effect(damage: Missing, cares: Sequence[Care]) -> list[Effect]:
    """A hole; or what was grafted in, with its seams. Sticks that ran through it are told by themselves."""
    if damage.long_mm == 0:
        return []
    joins: Share | None = first(cares, "joins")
    where = {"x_from": damage.x_from, "x_to": damage.x_to}
    if joins is None:
        zone = Zone(**where, gone=True)
    else:
        zone = Zone(
            **where,
            stiff=first(cares, "foam_stiff") or Share(),
            pulled=joins,
            pressed=first(cares, "foam_strong") or Share(),
        )
    return [Effect(*damage.run, [zone], [Hit(x_from=damage.x_from, x_to=damage.x_to, lost=True)])]


KIND = DamageKind(
    model=Missing,
    label="Foam missing",
    look="A bite out of an edge, or a hole.",
    called="hole",
    mended="graft",
    effect=effect,
    mark="patch",
    check="Look for the bit that came off: it is the best template, and often the best graft.",
)
