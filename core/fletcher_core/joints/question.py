"""A joint as the builder describes it: what is glued to what, in which shape, and what it must put up with."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from ..catalogue import Foam, catalogue
from ..fields import Described, fault, measure

Shape = Literal["butt", "slot", "lap", "faced", "plate", "fillet", "hinge"]
Hard = Literal["wood", "carbon", "glass", "metal", "plastic", "greasy_plastic", "paper"]

SHAPES: dict[Shape, str] = {
    "butt": "end against end", "slot": "a stick in its slot", "lap": "lapped", "faced": "a sheet all over",
    "plate": "a hard part on foam",
    "fillet": "a corner with a bead", "hinge": "a hinge",
}  # fmt: skip
HARDS: dict[Hard, str] = {
    "wood": "wood or ply", "carbon": "carbon", "glass": "glass or circuit board", "metal": "metal",
    "plastic": "hard plastic", "greasy_plastic": "greasy plastic (PP, PE)", "paper": "paper of a board",
}  # fmt: skip


class TwoSides(Described):
    """What is glued to what: each a foam of the catalogue, or something hard."""

    one: str = Field("epp30", max_length=90, json_schema_extra={"label": "one side"})
    other: str = Field("epp30", max_length=90, json_schema_extra={"label": "the other side"})

    @model_validator(mode="after")
    def _sides(self) -> Self:
        for name in ("one", "other"):
            side = getattr(self, name)
            if side not in HARDS and side not in catalogue().foam:
                raise fault(name, "“{it}” is not in the list.", "Choose a foam or a hard material.", it=side[:60])
        return self


class JointQuestion(TwoSides):
    """What is asked of a glue; None: not asked."""

    shape: Shape = Field("butt", json_schema_extra={"label": "shape of the joint"})
    area_cm2: float = measure("glued area", "area", 0.05, 10_000.0, 20.0)
    gap_mm: float = measure("gap", "length", 0.0, 10.0, 0.2)
    slides: bool = Field(False, json_schema_extra={"label": "must be slid into place"})
    bends: bool = Field(False, json_schema_extra={"label": "must bend with the foam"})
    wet: bool = Field(False, json_schema_extra={"label": "gets wet"})
    sanded: bool = Field(False, json_schema_extra={"label": "is sanded over"})
    looks: bool = Field(False, json_schema_extra={"label": "must look clean"})
    heat_C: float = measure("heat near it", "temperature", 0.0, 150.0, 40.0)
    fly_in_min: float | None = measure("minutes until it must fly", "number", 1.0, 20_000.0, None)
    air_C: float = measure("temperature today", "temperature", -15.0, 45.0, 20.0)
    damp: float = measure("damp of the air today", "percent", 0.05, 1.0, 0.5)
    load_N: float | None = measure("load it must carry", "force", 0.0, 20_000.0, None)

    @property
    def foams(self) -> list[Foam]:
        return [catalogue().foam[s] for s in (self.one, self.other) if s in catalogue().foam]

    @property
    def hards(self) -> list[str]:
        return [s for s in (self.one, self.other) if s in HARDS]

    @property
    def closed(self) -> bool:
        """Glued between faces that let nothing dry through."""
        breathes = {"wood", "paper"} & set(self.hards)
        return self.shape in ("slot", "lap", "faced", "plate") and not breathes
