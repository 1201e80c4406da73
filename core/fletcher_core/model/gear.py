"""What is carried: motor, battery, servos and all else that is bought and fitted, with its weight and its place."""

from __future__ import annotations

from typing import Literal, get_args

from pydantic import Field

from ..fields import Described, measure

GearKind = Literal[
    "motor", "propeller", "battery", "speed_controller", "servo", "receiver", "camera", "light", "wires", "push_rod",
    "wheel", "pod", "ballast", "other",
]  # fmt: skip
GEAR_KINDS: tuple[GearKind, ...] = get_args(GearKind)

#: motor and all that feeds it
POWER: frozenset[GearKind] = frozenset({"motor", "propeller", "speed_controller", "battery"})

#: what a kind is called in a sentence
CALLED: dict[GearKind, str] = {
    "motor": "motor", "propeller": "propeller", "battery": "battery", "speed_controller": "speed controller",
    "servo": "servo", "receiver": "receiver", "camera": "camera", "light": "light", "wires": "wires",
    "push_rod": "push-rod", "wheel": "wheels", "pod": "pod", "ballast": "ballast", "other": "something else",
}  # fmt: skip
assert set(CALLED) == set(GEAR_KINDS)

#: of all parts, in which it may sit
SitsIn = Literal["wing", "tailplane", "fin", "body"]


class Gear(Described):
    """One thing that is carried.

    On a body `along_mm` is behind the nose and `across_mm` to the right of its middle. On a wing or tail `along_mm` is
    out from the root and `across_mm` behind the leading edge there. `up_mm` is over the straight line of a body's
    middles, or over the plane of a wing or tail. It is the middle of the thing.
    """

    id: str = Field(min_length=1, max_length=40, pattern=r"^[A-Za-z0-9_-]+$")
    kind: GearKind = Field("other", json_schema_extra={"label": "what it is"})
    name: str = Field("", max_length=60, json_schema_extra={"label": "name"})
    grams: float = measure("weight", "mass", 0.1, 10000.0, 10.0)
    #: how far off it may be, lightest or heaviest of ten
    off_by: float = measure("its weight may be off by", "percent", 0.0, 0.5, 0.03)
    long_mm: float = measure("length", "length", 0.0, 2000.0, 20.0)
    wide_mm: float = measure("width", "length", 0.0, 1000.0, 20.0)
    high_mm: float = measure("height", "length", 0.0, 500.0, 15.0)
    sits_in: SitsIn = Field("body", json_schema_extra={"label": "sits in"})
    along_mm: float = measure("its place along", "length", -300.0, 2500.0, 100.0)
    across_mm: float = measure("its place across", "length", -600.0, 1000.0, 0.0)
    up_mm: float = measure("its height", "length", -500.0, 500.0, 0.0)
    #: the same on the other half of a wing or tail
    both_sides: bool = Field(False, json_schema_extra={"label": "one on each side"})
    held: Literal["strap", "glue", "tape", "screws", "pocket", "bands"] = Field(
        "tape", json_schema_extra={"label": "held by"}
    )
    #: whether it may be moved to balance
    slides: bool = Field(False, json_schema_extra={"label": "may slide to balance"})

    @property
    def count(self) -> int:
        return 2 if self.both_sides else 1

    @property
    def all_grams(self) -> float:
        return self.count * self.grams

    @property
    def called(self) -> str:
        return self.name or CALLED[self.kind]


class Balancing(Described):
    """Between which static margins it shall balance, where its neutral point is where the builder knows better, and for
    which power its weight is promised: motor, propeller, speed controller and battery."""

    margin_least: float = measure("least static margin", "percent", -0.1, 0.4, 0.05)
    margin_most: float = measure("greatest static margin", "percent", -0.05, 0.6, 0.15)
    neutral_at: float | None = measure("neutral point on the wing's mean chord", "percent", 0.0, 1.5, None)
    #: the weight promise counts on the heaviest; with less it is so much lower
    power_light_g: float | None = measure("lightest power that may be fitted", "mass", 0.0, 10000.0, None)
    power_heavy_g: float | None = measure("heaviest power that may be fitted", "mass", 1.0, 10000.0, None)
