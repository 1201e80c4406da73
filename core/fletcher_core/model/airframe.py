"""What the aircraft is and how it is flown: its parts, its weight promise, its flight."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal, get_args

from pydantic import Field, model_validator

from ..fields import Described, fault, measure
from ..units import Measure
from .body import Body
from .flight import Flight
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
    flight: Flight = Field(default_factory=Flight)
    parts: Parts

    @property
    def wing(self) -> Wing:
        return self.parts.wing

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
        if self.rest_g >= self.promise_g:
            raise fault(
                "rest_g",
                "Everything but the wing already weighs {rest}, as much as the promise of {promise}.",
                "Raise the weight promise or lower the weight of the rest.",
                rest=Measure(self.rest_g, "mass"),
                promise=Measure(self.promise_g, "mass"),
            )
        return self
