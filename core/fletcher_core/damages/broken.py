"""A stick is broken in two."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from ..kinds import Hit, Share
from .base import DamageBase, stick
from .kind import Care, DamageKind, Effect, at, first


class Broken(DamageBase):
    """A rod, tube, strip or spar broken across."""

    kind: Literal["broken"] = "broken"
    piece: str = stick()


def effect(damage: Broken, cares: Sequence[Care]) -> list[Effect]:
    """Two halves, each with an end of its own; spliced, a stretch that bears less."""
    if any(care.whole for care in cares):
        return []
    stiff, strong = first(cares, "stick_stiff"), first(cares, "stick_strong")
    hit = Hit(sticks=(damage.piece,), stiff=stiff, strong=strong or stiff, apart=stiff is None)
    start, end = at(damage)
    found = [Effect(start, end, (), [hit], takes_up=stiff is None)]
    spliced = next((c for c in cares if c.stick_stiff is not None and c.over is not None and c.stiffer > 1), None)
    if spliced is not None and spliced.over is not None:
        more = Hit(sticks=(damage.piece,), stiff=Share(times=spliced.stiffer), strong=Share(times=spliced.stiffer))
        for a, b in ((spliced.over[0], start), (end, spliced.over[1])):
            if b - a > 1.0:
                found.append(Effect(a, b, (), [more]))
    return found


KIND = DamageKind(
    model=Broken,
    label="Stick broken",
    look="It hinges at one place, or it crackles; a rod that is broken in its slot shows as a step under the skin.",
    called="broken stick",
    mended="spliced stick",
    effect=effect,
    of_stick=True,
    mark="stick",
    check="A stick breaks foam beside it: look for a crack on both faces there.",
)
