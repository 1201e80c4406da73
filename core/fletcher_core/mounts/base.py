"""What every mount says of itself."""

from __future__ import annotations

from typing import Any, Literal, Self

from pydantic import Field, JsonValue, model_validator

from ..catalogue import catalogue
from ..fields import Described, fault, measure

#: of all parts, on which it may stand
StandsOn = Literal["wing", "tailplane", "fin", "body"]
#: in which a material comes
Shaped = Literal["flat", "round"]


class MountBase(Described):
    """Something that holds something else; where it is, behind a body's nose or out from the root of a wing or tail."""

    id: str = Field(min_length=1, max_length=40, pattern=r"^[A-Za-z0-9_-]+$")
    name: str = Field("", max_length=60, json_schema_extra={"label": "your name for it"})
    on: StandsOn = Field("body", json_schema_extra={"label": "on"})
    along_mm: float = measure("its place", "length", 0.0, 2500.0, 0.0)

    @model_validator(mode="after")
    def _comes_in_that_shape(self) -> Self:
        for name, info in type(self).model_fields.items():
            shape = info.json_schema_extra.get("shape") if isinstance(info.json_schema_extra, dict) else None
            stock = catalogue().stock.get(getattr(self, name)) if shape is not None else None
            if stock is not None and shape not in stock.comes_as:
                what = "sheet" if shape == "flat" else "a rod, a tube or wire"
                raise fault(name, f"{stock.label} does not come as {what}.", "Choose another material from the list.")
        return self


def glue_field(default: str = "epoxy_30", label: str = "glue") -> str:
    """A field for the glue of a mount."""
    found: str = Field(default, json_schema_extra={"label": label, "table": "glue"})
    return found


def stock_field(default: str, label: str = "made of", shape: Shaped = "flat") -> str:
    """A field for what comes as sheet or as stick, tube and wire."""
    found: str = Field(default, json_schema_extra={"label": label, "table": "stock", "shape": shape})
    return found


def choice(label: str, default: str, **words: str) -> Any:
    """A field for one of a few, each with the words in which it is offered."""
    said: dict[str, JsonValue] = {**words}
    return Field(default, json_schema_extra={"label": label, "words": said})


class GluedPlate(MountBase):
    """One that is a plate glued on, or has one."""

    material: str = stock_field("birch_ply", "plate made of")
    wide_mm: float = measure("width of the plate", "length", 5.0, 300.0, 50.0)
    long_mm: float = measure("length of the plate", "length", 10.0, 300.0, 40.0)
    thickness_mm: float = measure("thickness of the plate", "size", 0.8, 15.0, 3.0)
    glue: str = glue_field()
