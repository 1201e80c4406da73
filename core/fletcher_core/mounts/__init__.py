"""Kinds of mounts: what holds gear and parts. A new one is one module here with its `KIND`, its line in this registry,
and its test."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Any

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from ..catalogue import Spread
from . import (
    firewall,
    gear_plate,
    glued_seat,
    hatch,
    hinge_posts,
    hold_down,
    hook,
    push_rod,
    servo_seat,
    strut,
    wing_bands,
    wing_bolts,
)
from .base import MountBase
from .ground import NEWTONS, Ground, Servo, Spot, Thing
from .group import LineGroup, edges
from .kind import Fact, Line, MountKind, Shape, Way
from .stuff import own, value

#: every kind by its name, in the order in which they are offered
MOUNT_KINDS: Mapping[str, MountKind[Any]] = {
    kind.kind: kind
    for kind in (
        firewall.KIND, wing_bands.KIND, wing_bolts.KIND, hold_down.KIND, hatch.KIND, gear_plate.KIND, glued_seat.KIND,
        servo_seat.KIND, push_rod.KIND, hook.KIND, strut.KIND, hinge_posts.KIND,
    )
}  # fmt: skip
#: the same for whoever reads types
Mount = Annotated[
    firewall.Firewall
    | wing_bands.WingBands
    | wing_bolts.WingBolts
    | hold_down.HoldDown
    | hatch.Hatch
    | gear_plate.GearPlate
    | glued_seat.GluedSeat
    | servo_seat.ServoSeat
    | push_rod.PushRod
    | hook.Hook
    | strut.Strut
    | hinge_posts.HingePosts,
    Field(discriminator="kind"),
]

__all__ = [
    "MOUNT_KINDS", "NEWTONS", "Fact", "Ground", "Line", "LineGroup", "Mount", "MountBase", "MountKind", "Servo",
    "Shape", "Spot", "Thing", "Way", "edges", "mount_grams", "mount_kind", "mount_uses", "weighs",
]  # fmt: skip


def mount_kind(mount: MountBase) -> MountKind[Any]:
    """The kind that a mount is of."""
    return MOUNT_KINDS[mount.kind]  # type: ignore[attr-defined]


def mount_uses(mount: MountBase) -> dict[str, Spread]:
    """Figures of the catalogue that it rests on, and how it comes out as it is built."""
    return {**mount_kind(mount).uses(mount), **own("built")}


def weighs(mount: MountBase, values: Mapping[str, NDArray[np.float64]]) -> NDArray[np.float64]:
    """(V,) g as it is built."""
    return np.asarray(mount_kind(mount).grams(mount, values) * value(values, "built"))


def mount_grams(mount: MountBase) -> float:
    """Of all of it, at typical figures; what it stands on weighs nothing here."""
    values = {k: np.array([s.typical]) for k, s in mount_uses(mount).items()}
    return float(weighs(mount, {"core.shear": np.ones(1), **values})[0])
