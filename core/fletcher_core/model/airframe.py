"""What the aircraft is and how it is flown: its parts, its weight promise, its flight."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal, get_args

from pydantic import Field, PrivateAttr, model_validator

from ..fields import Described, fault, measure
from ..mounts import Mount, mount_grams, mount_kind
from ..units import Measure
from .body import Body
from .flight import Flight
from .gear import POWER, Balancing, Gear
from .part import Part
from .parts import Fin, Tailplane, Wing

PartName = Literal["wing", "tailplane", "fin", "body"]
PART_NAMES: tuple[PartName, ...] = get_args(PartName)


class Parts(Described):
    """The parts that are described; a flying wing has no tail."""

    wing: Wing
    tailplane: Tailplane | None = None
    fin: Fin | None = None
    body: Body | None = None

    def there(self) -> Mapping[PartName, Part]:
        """Those that there are, in their order."""
        return {name: part for name in PART_NAMES if (part := getattr(self, name)) is not None}


class Airframe(Described):
    """An aircraft: flight, promise and parts, without what they are reinforced with."""

    name: str = Field(min_length=1, max_length=60, json_schema_extra={"label": "name"})
    notes: str = Field("", max_length=4000, json_schema_extra={"label": "notes"})
    promise_g: float = measure("weight promise", "mass", 30.0, 15000.0, 800.0)
    rest_g: float = measure("weight of everything that is not described yet", "mass", 0.0, 15000.0, 500.0)
    #: where it balances, behind the leading edge of the wing's mean chord, as a share of that chord
    balance_at: float = measure("balance point on the wing's mean chord", "percent", 0.05, 0.6, 0.3)
    balancing: Balancing = Field(default_factory=Balancing)
    flight: Flight = Field(default_factory=Flight)
    parts: Parts
    gear: list[Gear] = Field(default_factory=list, max_length=40, json_schema_extra={"label": "gear"})
    mounts: list[Mount] = Field(default_factory=list, max_length=40, json_schema_extra={"label": "mounts"})

    #: what flies along in parts that are known by their weight alone, while one of them is looked at
    _beside_g: float = PrivateAttr(0.0)

    def flying_with(self, grams: float) -> Airframe:
        """The same, with so much more that flies along and hangs on no part."""
        found = self.model_copy()
        found._beside_g = self._beside_g + grams
        return found

    @property
    def wing(self) -> Wing:
        return self.parts.wing

    @property
    def gear_g(self) -> float:
        """Of all that is carried and described."""
        return sum(one.all_grams for one in self.gear)

    @property
    def mounts_g(self) -> float:
        """Of all that holds gear and parts, at typical figures."""
        return sum(mount_grams(one) for one in self.mounts)

    @property
    def power_g(self) -> float:
        """Of motor, propeller, speed controller and battery as far as they are described."""
        return sum(one.all_grams for one in self.gear if one.kind in POWER)

    @property
    def promise_range(self) -> tuple[float, float]:
        """g promised with the lightest power, and with the heaviest."""
        light, heavy = self.balancing.power_light_g, self.balancing.power_heavy_g
        if light is None or heavy is None:
            return self.promise_g, self.promise_g
        return self.promise_g - (heavy - light), self.promise_g

    @property
    def promised_g(self) -> float:
        """g promised with the power that is fitted; with the heaviest where none is."""
        low, high = self.promise_range
        if low == high or self.power_g == 0:
            return high
        assert self.balancing.power_heavy_g is not None
        return min(max(high - (self.balancing.power_heavy_g - self.power_g), low), high)

    def gear_in(self, name: PartName) -> float:
        """g of what is carried in one part."""
        return sum(one.all_grams for one in self.gear if one.sits_in == name)

    def mounts_in(self, name: PartName) -> float:
        """g of what holds something on one part."""
        return sum(mount_grams(one) for one in self.mounts if one.on == name)

    @property
    def carried_g(self) -> float:
        """Of all but the parts that are looked at: gear, mounts, what is not described yet, and what flies along."""
        return self.rest_g + self.gear_g + self.mounts_g + self._beside_g

    def part(self, name: PartName) -> Part:
        """A part that is described.

        Raises
        ------
        KeyError
            When there is no such part.
        """
        return self.parts.there()[name]

    @model_validator(mode="after")
    def _promise_holds_the_rest(self) -> Airframe:
        if self.carried_g >= self.promise_g:
            raise fault(
                "rest_g",
                "Everything but the wing already weighs {rest}, as much as the promise of {promise}.",
                "Raise the weight promise or lower the weight of the rest.",
                rest=Measure(self.carried_g, "mass"),
                promise=Measure(self.promise_g, "mass"),
            )
        return self

    @model_validator(mode="after")
    def _gear_has_its_place(self) -> Airframe:
        if len({one.id for one in self.gear}) != len(self.gear):
            raise fault("gear", "Two things that are carried share one id.", "Each needs its own.")
        there = self.parts.there()
        for k, one in enumerate(self.gear):
            part = there.get(one.sits_in)
            if part is None:
                raise fault(
                    f"gear.{k}.sits_in", f"The {one.called} sits in the {one.sits_in}, which is not described.",
                    "Choose a part that is, or describe that one first.",
                )  # fmt: skip
            end, body = part.half_span_mm, isinstance(part, Body)
            if one.along_mm > end or (not body and one.along_mm < 0):
                raise fault(
                    f"gear.{k}.along_mm", "It lies {it} " + ("behind the nose" if body else "out from the root")
                    + ", outside of what it sits in.", "Put it between 0 and {end}.",
                    it=Measure(one.along_mm), end=Measure(end),
                )  # fmt: skip
            if body and one.both_sides and one.across_mm == 0:
                raise fault(
                    f"gear.{k}.across_mm", "Two of it cannot both lie in the middle.",
                    "Say how far from the middle each lies, or that there is one alone.",
                )  # fmt: skip
        return self

    @model_validator(mode="after")
    def _power_is_a_range(self) -> Airframe:
        light, heavy = self.balancing.power_light_g, self.balancing.power_heavy_g
        if (light is None) != (heavy is None):
            missing = "power_light_g" if light is None else "power_heavy_g"
            raise fault(
                f"balancing.{missing}", "Only one end of the range of power is given.",
                "Give both, or leave both empty.",
            )  # fmt: skip
        if light is None or heavy is None:
            return self
        if heavy <= light:
            raise fault(
                "balancing.power_heavy_g", "The heaviest power weighs {heavy}, the lightest {light}.",
                "Give the heaviest a larger figure.", heavy=Measure(heavy, "mass"), light=Measure(light, "mass"),
            )  # fmt: skip
        if heavy >= self.promise_g:
            raise fault(
                "balancing.power_heavy_g",
                "The heaviest power alone weighs {heavy}, and {promise} are promised in all.",
                "Give it less, or promise more.",
                heavy=Measure(heavy, "mass"),
                promise=Measure(self.promise_g, "mass"),
            )
        return self

    @model_validator(mode="after")
    def _mounts_have_their_place(self) -> Airframe:
        if len({one.id for one in self.mounts}) != len(self.mounts):
            raise fault("mounts", "Two mounts share one id.", "Each needs its own.")
        taken = {one.id for one in self.gear} | set(PART_NAMES)
        for k, one in enumerate(self.mounts):
            if one.id in taken:
                raise fault(f"mounts.{k}.id", "A part, or a thing that is carried, has this id.", "Each needs its own.")
        there = self.parts.there()
        for k, one in enumerate(self.mounts):
            stands_on = mount_kind(one).stands_on
            if one.on not in stands_on:
                raise fault(
                    f"mounts.{k}.on",
                    f"This does not stand on the {one.on}.",
                    f"Choose the {' or the '.join(stands_on)}.",
                )
            if one.on not in there:
                raise fault(
                    f"mounts.{k}.on", f"It stands on the {one.on}, which is not described.",
                    "Choose a part that is, or describe that one first.",
                )  # fmt: skip
            end = there[one.on].half_span_mm
            if one.along_mm > end:
                way = "behind the nose" if one.on == "body" else "out from the root"
                raise fault(
                    f"mounts.{k}.along_mm", f"It lies {{it}} {way}, beyond the end.", "Put it between 0 and {end}.",
                    it=Measure(one.along_mm), end=Measure(end),
                )  # fmt: skip
        return self

    @model_validator(mode="after")
    def _margins_in_order(self) -> Airframe:
        if self.balancing.margin_most <= self.balancing.margin_least:
            raise fault(
                "balancing.margin_most", "The greatest static margin is not above the least.",
                "Give the greatest a larger figure; 5 % and 15 % are usual.",
            )  # fmt: skip
        return self
