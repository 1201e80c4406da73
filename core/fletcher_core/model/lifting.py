"""What every part with panels has: wing, tailplane, fin."""

from __future__ import annotations

import itertools
from collections.abc import Mapping
from typing import ClassVar

from pydantic import Field, model_validator

from ..catalogue import catalogue
from ..fields import Described, fault, measure
from ..units import Measure
from .aerofoil import Aerofoil, FlatPlate, NacaAerofoil
from .core import Core
from .panel import Panel
from .seat import Seat
from .surface import ControlSurface
from .targets import Targets


class Lifting(Described):
    """Panels from the middle (or the root) to the tip, with one section and one core.

    The rest of the house works on this; which part it is only says how it is loaded and what it is called.
    """

    #: names of its control surfaces, which are fields of the part
    SURFACES: ClassVar[tuple[str, ...]] = ()
    #: the one that turns the aircraft
    TURNS: ClassVar[str] = ""
    #: half spans that this is made for, mm
    HALF_SPAN: ClassVar[tuple[float, float]] = (30.0, 2500.0)

    panels: list[Panel] = Field(min_length=1, max_length=6, json_schema_extra={"label": "panels"})
    aerofoil: Aerofoil = Field(default_factory=NacaAerofoil)
    core: Core = Field(default_factory=Core)
    seat: Seat = Field(default_factory=Seat)
    targets: Targets = Field(default_factory=Targets)

    @property
    def copies(self) -> int:
        """How often what is described is there: 2 for both halves."""
        return 2

    @property
    def half_span_mm(self) -> float:
        return sum(p.span_mm for p in self.panels)

    @property
    def surfaces(self) -> Mapping[str, ControlSurface]:
        """Its control surfaces by name, from the root outwards as they are listed."""
        found = {name: getattr(self, name) for name in self.SURFACES}
        return {name: surface for name, surface in found.items() if surface is not None}

    @model_validator(mode="after")
    def _panels_meet(self) -> Lifting:
        for k, (left, right) in enumerate(itertools.pairwise(self.panels)):
            if abs(left.tip_chord_mm - right.root_chord_mm) > 0.5:
                raise fault(
                    f"panels.{k + 1}.root_chord_mm",
                    "It is {outer} where the panel inside it ends with {inner}.",
                    "Where panels meet, both chords should be the same.",
                    outer=Measure(right.root_chord_mm),
                    inner=Measure(left.tip_chord_mm),
                )
        return self

    @model_validator(mode="after")
    def _surfaces_fit(self) -> Lifting:
        for name, surface in self.surfaces.items():
            if surface.y_to_mm > self.half_span_mm + 0.5:
                raise fault(
                    f"{name}.y_to_mm", f"The {name} ends at {{end}}, beyond the tip.", "The half wing ends at {tip}.",
                    end=Measure(surface.y_to_mm), tip=Measure(self.half_span_mm),
                )  # fmt: skip
        lying = sorted(self.surfaces.items(), key=lambda item: item[1].y_from_mm)
        for (_, first), (_, second) in itertools.pairwise(lying):
            if second.y_from_mm < first.y_to_mm - 0.5:
                raise fault(
                    f"{self.SURFACES[-1]}.y_to_mm",
                    "Flap and aileron lie over each other from {start} to {end}.",
                    "One should end where the other starts.",
                    start=Measure(second.y_from_mm), end=Measure(min(first.y_to_mm, second.y_to_mm)),
                )  # fmt: skip
        return self

    @model_validator(mode="after")
    def _of_model_size(self) -> Lifting:
        low, high = self.HALF_SPAN
        if not low <= self.half_span_mm <= high:
            raise fault(
                "panels.0.span_mm",
                "A half span of {it} in all is outside what this is made for.",
                "Model-size, unmanned aircraft only: half spans from {low} to {high}.",
                it=Measure(self.half_span_mm),
                low=Measure(low),
                high=Measure(high),
            )
        return self

    @model_validator(mode="after")
    def _board_is_flat(self) -> Lifting:
        board = catalogue().board.get(self.core.material)
        if board is None:
            return self
        if not isinstance(self.aerofoil, FlatPlate):
            raise fault(
                "core.material",
                "A board makes a flat plate.",
                "Choose the flat plate, or a block foam for this section.",
            )
        layers = self.aerofoil.thickness_mm / board.thickness.typical
        if round(layers) < 1 or abs(layers - round(layers)) > 0.12 * max(1, round(layers)):
            raise fault(
                "aerofoil.flat_plate.thickness_mm",
                "{it} is no whole number of boards.",
                "One board is {one}, two are {two}.",
                it=Measure(self.aerofoil.thickness_mm, "size"),
                one=Measure(board.thickness.typical, "size"),
                two=Measure(2 * board.thickness.typical, "size"),
            )
        return self


def behind_the_wing(default: float) -> float:
    """The field for a tail's arm."""
    label = "arm: from the wing's quarter chord back to this one's"
    found: float = measure(label, "length", 50.0, 4000.0, default)
    return found
