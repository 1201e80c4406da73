"""A stick or tube that carries the tail where the body itself ends: a pod with one boom, or with two."""

from __future__ import annotations

from typing import Literal

from pydantic import Field, model_validator

from ..catalogue import catalogue
from ..fields import Described, fault, measure
from ..units import Measure

#: how a boom is held in its pod
BoomHeld = Literal["foam", "formers"]


class Boom(Described):
    """Straight from where it starts in the pod to the tail; a bore of 0 is a rod."""

    material: str = Field("carbon_roll_wrapped", json_schema_extra={"label": "boom", "table": "stock"})
    outer_mm: float = measure("diameter of the boom", "size", 2.0, 60.0, 10.0)
    inner_mm: float = measure("bore of the boom, 0 for a rod", "size", 0.0, 59.0, 8.0)
    starts_mm: float = measure("boom starts, behind the nose", "length", 0.0, 2400.0, 250.0)
    ends_mm: float = measure("boom ends, behind the nose", "length", 30.0, 2500.0, 850.0)
    middle_mm: float = measure("its axis, over a straight line", "length", -400.0, 400.0, 0.0)
    count: Literal[1, 2] = Field(1, json_schema_extra={"label": "how many booms"})
    apart_mm: float = measure("between the axes of two booms", "length", 10.0, 1200.0, 200.0)
    held: BoomHeld = Field("formers", json_schema_extra={"label": "held in the pod by"})
    former: str = Field("birch_ply", json_schema_extra={"label": "formers that hold the boom", "table": "stock"})
    former_mm: float = measure("thickness of each of both formers", "size", 0.5, 12.0, 3.0)
    glue: str = Field("epoxy_30", json_schema_extra={"label": "glue of the boom", "table": "glue"})

    @model_validator(mode="after")
    def _known(self) -> Boom:
        stock = catalogue().stock
        for field in ("material", "former"):
            if getattr(self, field) not in stock:
                raise fault(field, "“{it}” is not in the list.", "Choose one from it.", it=getattr(self, field)[:60])
        if "round" not in stock[self.material].comes_as:
            said = stock[self.material].label.lower()
            raise fault("material", f"A boom is not made of {said}.", "Choose what comes as a rod or a tube.")
        if self.glue not in catalogue().glue:
            raise fault("glue", "“{it}” is not in the list.", "Choose a glue from it.", it=self.glue[:60])
        return self

    @model_validator(mode="after")
    def _can_be(self) -> Boom:
        if self.inner_mm >= self.outer_mm - 0.1:
            raise fault(
                "inner_mm", "A bore of {bore} leaves no wall in a tube of {outer}.",
                "The bore should be smaller than the diameter; 0 is a rod.",
                bore=Measure(self.inner_mm, "size"), outer=Measure(self.outer_mm, "size"),
            )  # fmt: skip
        if self.count == 2 and self.apart_mm < self.outer_mm:
            raise fault(
                "apart_mm", "Two booms of {outer} do not fit {apart} from axis to axis.", "Make it more than {outer}.",
                outer=Measure(self.outer_mm, "size"), apart=Measure(self.apart_mm),
            )  # fmt: skip
        return self

    @property
    def width_mm(self) -> float:
        """Over all, from above."""
        return self.outer_mm if self.count == 1 else self.apart_mm + self.outer_mm
