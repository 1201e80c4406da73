"""A stick is split along its length."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from ..kinds import Hit, Share
from .base import DamageBase, long, stick, words
from .kind import Care, DamageKind, Effect, as_new, first


class Split(DamageBase):
    """A tube, rod or strip split lengthwise."""

    kind: Literal["split"] = "split"
    piece: str = stick()
    long_mm: float = long(60.0, "length of the split")
    clamped: Literal["free", "clamped"] = words(
        "where it is", "free", free="in its slot", clamped="where it is clamped or a joiner sits in it"
    )

    @property
    def length_mm(self) -> float:
        return self.long_mm


def left(damage: Split) -> Share:
    """What is left of it: its roundness was its strength."""
    return Share(figure="split_clamped" if damage.clamped == "clamped" else "split_left")


def effect(damage: Split, cares: Sequence[Care]) -> list[Effect]:
    """Softer and weaker over its length; what a mend reaches of it, as that leaves it."""
    if damage.long_mm == 0:
        return []
    if (sound := as_new(damage, cares)) is not None:
        return sound
    stiff, strong = first(cares, "stick_stiff"), first(cares, "stick_strong")
    over = first(cares, "over") or damage.run
    found, (start, end) = [], damage.run
    inside = max(start, over[0]), min(end, over[1])
    as_it_is = Hit(sticks=(damage.piece,), stiff=left(damage), strong=left(damage))
    if stiff is None or inside[1] <= inside[0]:
        return [Effect(start, end, (), [as_it_is], ends="along")]
    found.append(Effect(*inside, (), [Hit(sticks=(damage.piece,), stiff=stiff, strong=strong or stiff)], ends="along"))
    found += [
        Effect(a, b, (), [as_it_is], ends="along") for a, b in ((start, inside[0]), (inside[1], end)) if b - a > 1e-6
    ]
    return found


KIND = DamageKind(
    model=Split,
    label="Stick split along",
    look="A line along it, or it feels square when you roll it: a split tube is finished even when it looks round.",
    called="split stick",
    mended="bound stick",
    effect=effect,
    of_stick=True,
    mark="stick",
    check="Squeeze it between finger and thumb along its length: where it gives, it is split.",
)
