"""The look over an aircraft that came down, in the order in which an old hand does it."""

from __future__ import annotations

from pydantic import BaseModel

from ..catalogue import catalogue
from ..damages import DAMAGE_KINDS
from ..model import Airframe, Happened


class DamageOffer(BaseModel):
    """A kind of damage that may be put down."""

    kind: str
    label: str
    look: str
    on: list[str]
    of_stick: bool
    mark: str


class LookPoint(BaseModel):
    """One point: what to do, why, and what it may turn out to be. `on` is "all" for the whole aircraft."""

    id: str
    label: str
    how: str
    why: str
    on: str
    damages: list[str]


class Look(BaseModel):
    """All points in their order, and every kind of damage."""

    points: list[LookPoint]
    kinds: list[DamageOffer]


def look_over(airframe: Airframe, happened: Happened) -> Look:
    """What the story names comes first, in the usual order; then the rest, in the usual order."""
    there = airframe.parts.there()
    table = catalogue().look
    found = [(key, p) for key, p in table.items() if p.on == "all" or p.on in there]
    found.sort(key=lambda item: (happened.story not in item[1].first, item[1].rank))
    points = [LookPoint(id=key, label=p.label, how=p.how, why=p.why, on=p.on, damages=p.damages) for key, p in found]
    kinds = [
        DamageOffer(
            kind=k.kind,
            label=k.label,
            look=k.look,
            on=[name for name in there if name in k.on],
            of_stick=k.of_stick,
            mark=k.mark,
        )
        for k in DAMAGE_KINDS.values()
    ]
    return Look(points=points, kinds=kinds)
