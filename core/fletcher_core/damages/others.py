"""What no section tells: hinges, joints, a set, gear. Each keeps the aircraft on the ground until it is seen to."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from pydantic import Field

from ..fields import measure
from ..kinds import Share, Zone
from .base import DamageBase, words
from .kind import Care, DamageKind, Effect, at, first, nothing


class HingeTorn(DamageBase):
    """A control surface that hangs by less than it should."""

    kind: Literal["hinge_torn"] = "hinge_torn"
    surface: str = Field("aileron", max_length=20, json_schema_extra={"label": "of the"})
    share: float = measure("torn, part of its length", "percent", 0.0, 1.0, 0.3)


class JointSprung(DamageBase):
    """A glued joint of two panels that stands open over a part of its face."""

    kind: Literal["joint_sprung"] = "joint_sprung"
    at_mm: float = measure("its place", "length", 0.0, 2500.0, 0.0)
    share: float = measure("open, part of its face", "percent", 0.0, 1.0, 0.4)


class Bent(DamageBase):
    """A part that has taken a set."""

    kind: Literal["set"] = "set"
    bent_deg: float = measure("bent by, up is +", "angle", -45.0, 45.0, 2.0)
    twisted_deg: float = measure("twisted by, nose up is +", "angle", -45.0, 45.0, 0.0)


class GearHurt(DamageBase):
    """Something that is carried, or what holds it."""

    kind: Literal["gear"] = "gear"
    on: Literal["wing", "tailplane", "fin", "body"] = Field("body", json_schema_extra={"label": "on"})
    what: Literal["servo", "motor", "propeller", "battery", "wing_seat", "push_rod", "other"] = words(
        "what",
        "servo",
        servo="a servo",
        motor="the motor or its mount",
        propeller="the propeller",
        battery="the battery",
        wing_seat="the wing's seat",
        push_rod="a push-rod or horn",
        other="something else",
    )


#: share of a joint's face from which on what is left of it counts for nothing, so that what bridges it is what counts
#: (own choice, as of foam that is parted)
_AS_GOOD_AS_OPEN = 0.95


def _sprung(damage: JointSprung, cares: Sequence[Care]) -> list[Effect]:
    """What is left of the faces, pulled and pressed, over a cut beside the joint."""
    if damage.share == 0:
        return []
    joins: Share | None = first(cares, "joins")
    if joins is not None:
        return [Effect(*at(damage), [Zone(pulled=joins, pressed=joins)])]
    left = Share(times=1 - damage.share)
    # what stands open bears nothing: less of it is as stiff as it is strong, down to one that is as good as open
    zone = Zone(open=True) if damage.share >= _AS_GOOD_AS_OPEN else Zone(stiff=left, pulled=left, pressed=left)
    return [Effect(*at(damage), [zone])]


HINGE = DamageKind(
    model=HingeTorn,
    label="Hinge torn",
    look="A gap where the surface leaves the wing; it flutters when you blow.",
    called="torn hinge",
    mended="hinge",
    effect=nothing,
    grounds=True,
    mark="spot",
    on=frozenset({"wing", "tailplane", "fin"}),
    check="Move it by hand over its whole throw: nothing may bind, the servo must follow.",
)
JOINT = DamageKind(
    model=JointSprung,
    label="Joint sprung",
    look="A line of light, or a click, where two panels meet.",
    called="sprung joint",
    mended="joint",
    effect=_sprung,
    check="Lift both tips: does the joint open at the bottom? The brace in it may have let go too.",
)
SET = DamageKind(
    model=Bent,
    label="Bent or twisted",
    look="Sight along it from the tip, and from behind: both halves should tell the same line.",
    called="set",
    mended="straightened part",
    effect=nothing,
    grounds=True,
    mark="spot",
    check="What has taken a set has broken something inside: flex it and listen.",
    leaves=lambda damage: (damage.bent_deg, damage.twisted_deg),
)
GEAR = DamageKind(
    model=GearHurt,
    label="Gear or its mount",
    look="It buzzes, slips, binds, or moves when you push it.",
    called="gear",
    mended="gear",
    effect=nothing,
    grounds=True,
    mark="spot",
    check="A puffed, dented or warm battery goes outdoors into sand at once, and never into an aircraft again.",
)
