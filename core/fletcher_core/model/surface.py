"""Control surfaces: where, how deep, how far they move, how they are built, hinged and driven."""

from __future__ import annotations

from typing import Literal

from pydantic import Field, field_validator

from ..catalogue import catalogue
from ..fields import Described, Stretch, fault, measure

#: a strip of carbon at the rear edge: material, mm wide, mm thick
EDGE_STRIP = ("carbon_pultruded", 5.0, 0.5)


class Built(Described):
    """How a control surface is built and driven, on a wing or by itself."""

    throw_deg: float = measure("throw each way", "angle", 1.0, 60.0, 20.0)
    film: str | None = Field(None, json_schema_extra={"label": "film round it", "table": "skin"})
    layers: int = Field(1, ge=1, le=4, json_schema_extra={"label": "layers of film", "quantity": "number"})
    edge_strip: bool = Field(False, json_schema_extra={"label": "a strip of carbon at its edge"})
    horn_at: float = measure("place of the horn, from its inner end", "percent", 0.0, 1.0, 0.5)
    servo_Nmm: float = measure("servo's torque", "torque", 5.0, 5000.0, 120.0)
    servo_arm_mm: float = measure("servo's arm", "length", 2.0, 60.0, 10.0)
    horn_mm: float = measure("height of the horn", "length", 2.0, 80.0, 15.0)

    @field_validator("made", check_fields=False)
    @classmethod
    def _made_of_something(cls, made: str | None) -> str | None:
        cat = catalogue()
        if made is not None and not any(made in table for table in (cat.foam, cat.board, cat.stock)):
            raise fault("", "“{it}” is not in the list.", "Choose a foam, board or wood.", it=made[:60])
        return made


class ControlSurface(Stretch, Built):
    """A control surface at the trailing edge: where, how deep, how far it moves, how it is built and driven."""

    y_from_mm: float = measure("surface starts, out from the root", "length", 0.0, 2500.0, 300.0)
    y_to_mm: float = measure("surface ends, out from the root", "length", 5.0, 2500.0, 550.0)
    chord_share: float = measure("how deep it is, part of the chord", "percent", 0.05, 0.5, 0.22)
    #: None: cut from the wing
    made: str | None = Field(None, max_length=90, json_schema_extra={"label": "made of"})
    #: None: not chosen yet
    hinge: str | None = Field(None, json_schema_extra={"label": "hinge", "table": "hinge"})
    keeps: Literal["days", "a season", "years"] = Field("a season", json_schema_extra={"label": "must last"})
    outdoors: bool = Field(False, json_schema_extra={"label": "lies in the sun"})
