"""What was weighed of the aircraft that is looked at: its loads count on that for as long as it is in use.

A part that was weighed comes out so many times heavier than it was planned when it was weighed; drawn otherwise since,
it does so by the same share. A thing that is carried weighs what the scale said.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass, field

from pydantic import Field

from ..fields import Described, measure
from ..model.airframe import Airframe


class Weighed(Described):
    """One weighing: of a part, by its name, or of a thing that is carried, by its id; with the plan as it was then."""

    of: str = Field(min_length=1, max_length=40, pattern=r"^[A-Za-z0-9_-]+$")
    grams: float = measure("weight", "mass", 0.1, 15000.0)
    #: what was planned when it was weighed, and how far off that could be: one standard deviation
    planned_g: float = measure("planned weight", "mass", 0.0, 15000.0, 0.0)
    planned_sd: float = measure("spread of the plan", "mass", 0.0, 5000.0, 0.0)
    #: in what steps the scale weighs
    step_g: float = measure("steps of the scale", "mass", 0.0, 100.0, 1.0)


@dataclass(frozen=True)
class Made:
    """Part -> how many times its plan it weighs; id of a thing that is carried -> g of all of it; and every weighing,
    in order."""

    parts: Mapping[str, float] = field(default_factory=dict)
    gear: Mapping[str, float] = field(default_factory=dict)
    weighings: tuple[Weighed, ...] = ()

    def times(self, part: str) -> float:
        """1 for a part that was not weighed."""
        return self.parts.get(part, 1.0)

    def of(self, airframe: Airframe) -> Airframe:
        """The same aircraft with its gear as heavy as it was weighed."""
        if not any(one.id in self.gear for one in airframe.gear):
            return airframe
        gear = [
            one.model_copy(update={"grams": self.gear[one.id] / one.count}) if one.id in self.gear else one
            for one in airframe.gear
        ]
        return airframe.model_copy(update={"gear": gear})


_in_use: ContextVar[Made | None] = ContextVar("what was weighed", default=None)


def made() -> Made:
    """What is in use; nothing was weighed where nothing is."""
    return _in_use.get() or Made()


@contextmanager
def counting_on(weighed: Made) -> Iterator[None]:
    """What was weighed, in this thread, until it is left."""
    token = _in_use.set(weighed)
    try:
        yield
    finally:
        _in_use.reset(token)
