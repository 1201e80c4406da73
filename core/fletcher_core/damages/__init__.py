"""Kinds of damage. A new one is one module here with its `KIND`, its line in this registry, and its test."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Annotated, Any

from pydantic import Field

from ..kinds import Wound
from . import broken, crack, crushed, missing, others, slit, split, torn_out, wrinkle
from .base import FACES, SURE, DamageBase, On, Side
from .kind import Beside, Care, DamageKind, Effect, GluedOver, Room

#: every kind by its name, in the order in which they are offered
DAMAGE_KINDS: Mapping[str, DamageKind[Any]] = {
    kind.kind: kind
    for kind in (
        crack.KIND,
        slit.KIND,
        broken.KIND,
        split.KIND,
        torn_out.KIND,
        crushed.KIND,
        missing.KIND,
        wrinkle.KIND,
        others.JOINT,
        others.HINGE,
        others.SET,
        others.GEAR,
    )
}
#: the same for whoever reads types
Damage = Annotated[
    crack.Crack
    | slit.Slit
    | broken.Broken
    | split.Split
    | torn_out.TornOut
    | crushed.Crushed
    | missing.Missing
    | wrinkle.Wrinkle
    | others.JointSprung
    | others.HingeTorn
    | others.Bent
    | others.GearHurt,
    Field(discriminator="kind"),
]

__all__ = [
    "DAMAGE_KINDS",
    "FACES",
    "SURE",
    "Beside",
    "Care",
    "Damage",
    "DamageBase",
    "DamageKind",
    "Effect",
    "GluedOver",
    "On",
    "Room",
    "Side",
    "damage_kind",
    "wounds",
]


def damage_kind(damage: DamageBase) -> DamageKind[Any]:
    """The kind that a damage is of."""
    return DAMAGE_KINDS[damage.kind]  # type: ignore[attr-defined]


def wounds(
    damage: DamageBase, cares: Sequence[Care] = (), *, room: Room, way: str = "", on: bool = True
) -> list[Wound]:
    """What it makes of its part, as it is or as mends have left it.

    Parameters
    ----------
    room : what is beside it. way : tells several ways to mend it apart.
    """
    kind = damage_kind(damage)
    name = kind.mended if cares else kind.called
    way = way or ("mended" if cares else "hurt")
    return [
        Wound(
            id=f"{damage.id}-{way}-{k}"[:40],
            damage=damage.id,
            way=way,
            name=name,
            called=name,
            on=on,
            y_from_mm=start,
            y_to_mm=max(end, start + 0.5, 1.0),
            fade_mm=fade,
            zones=list(effect.zones),
            hits=list(effect.hits),
        )
        for k, effect in enumerate(kind.effect(damage, cares))
        for start, end, fade in [effect.over(room)]
    ]
