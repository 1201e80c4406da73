"""A stick is broken in two."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from ..kinds import Hit, Share
from .base import DamageBase, stick
from .kind import Care, DamageKind, Effect, as_new, at, first


class Broken(DamageBase):
    """A rod, tube, strip or spar broken across."""

    kind: Literal["broken"] = "broken"
    piece: str = stick()


def effect(damage: Broken, cares: Sequence[Care]) -> list[Effect]:
    """Two halves, each with an end of its own; spliced, a stretch that bears less."""
    if (sound := as_new(damage, cares)) is not None:
        return sound
    stiff, strong = first(cares, "stick_stiff"), first(cares, "stick_strong")
    hit = Hit(sticks=(damage.piece,), stiff=stiff, strong=strong or stiff, apart=stiff is None)
    start, end = at(damage)
    found = [Effect(start, end, (), [hit], ends="stick" if stiff is None else "along")]
    spliced = next(
        (c for c in cares if c.stick_stiff is not None and c.over is not None and c.beside is not None), None
    )
    if spliced is not None and spliced.over is not None and spliced.beside is not None:
        # of both together; the stick itself gives way at the strain that it always did
        both, beside = Share(times=spliced.beside.stretches), spliced.beside
        more = Hit(sticks=(damage.piece,), stiff=both, strong=both, bends=beside.bends, deeper=beside.deeper)
        for a, b in ((spliced.over[0], start), (end, spliced.over[1])):
            if b - a > 1.0:
                found.append(Effect(a, b, (), [more], ends="beside"))
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
