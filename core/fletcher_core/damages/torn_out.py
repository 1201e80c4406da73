"""A stick is torn out of its slot."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from ..kinds import Hit
from .base import DamageBase, long, stick
from .kind import Care, DamageKind, Effect, as_new


class TornOut(DamageBase):
    """A stick that has let go of its glue over a length."""

    kind: Literal["torn_out"] = "torn_out"
    piece: str = stick()
    long_mm: float = long(80.0, "length that is loose")

    @property
    def length_mm(self) -> float:
        return self.long_mm


def effect(damage: TornOut, cares: Sequence[Care]) -> list[Effect]:
    """Over its loose length it does not work with the foam: counted as not there, each side with an end of its own."""
    if damage.long_mm == 0:
        return []
    if (sound := as_new(damage, cares)) is not None:
        return sound
    return [Effect(*damage.run, (), [Hit(sticks=(damage.piece,), apart=True)], ends="loose")]


KIND = DamageKind(
    model=TornOut,
    label="Stick loose in its slot",
    look="It can be pushed to and fro, it rattles, or the slot stands open.",
    called="loose stick",
    mended="stick glued in again",
    effect=effect,
    of_stick=True,
    mark="stick",
    check="Push along it from both ends: glue that holds at one end says nothing of the other.",
)
