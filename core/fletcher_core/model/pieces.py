"""Pieces: what is glued in or on. A new kind is one class here, one row in sections/layout, one test."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, field_validator, model_validator

from ..catalogue import catalogue
from ..units import Measure
from .fields import Described, chord_share, measure, span_from
from .problems import fault


class _Piece(Described):
    id: str = Field(min_length=1, max_length=40, pattern=r"^[A-Za-z0-9_-]+$")
    name: str = Field("", max_length=60, json_schema_extra={"label": "name"})
    on: bool = True
    y_from_mm: float = span_from()
    y_to_mm: float = measure("end along the span", "length", 1.0, 2500.0, 400.0)

    @model_validator(mode="after")
    def _has_length(self) -> _Piece:
        if self.y_to_mm <= self.y_from_mm:
            raise fault(
                "y_to_mm",
                "It ends at {end}, before it starts at {start}.",
                "The end should be farther out than the start.",
                end=Measure(self.y_to_mm),
                start=Measure(self.y_from_mm),
            )
        return self


class _Stock(_Piece):
    """A straight stick in or on the foam, from one place of the chord to another."""

    material: str = Field("carbon_pultruded", json_schema_extra={"label": "material"})
    glue: str = Field("polyurethane_foaming", json_schema_extra={"label": "glue"})
    chord_from: float = chord_share("place on the chord at the start", 0.3)
    chord_to: float = chord_share("place on the chord at the end", 0.3)

    @field_validator("material")
    @classmethod
    def _stock(cls, value: str) -> str:
        return _one_of(value, catalogue().stock, "material")

    @field_validator("glue")
    @classmethod
    def _glue(cls, value: str) -> str:
        return _one_of(value, catalogue().glue, "glue")


def _one_of(value: str, table: object, noun: str) -> str:
    if value not in table:  # type: ignore[operator]
        raise fault("", "“{it}” is not in the list.", f"Choose a {noun} from the list.", it=value[:60])
    return value


class _Buried(_Stock):
    level: Literal["middle", "top", "bottom"] = Field("middle", json_schema_extra={"label": "depth"})
    inset_mm: float = measure("foam left over it", "length", 0.0, 60.0, 0.0)


class Rod(_Buried):
    kind: Literal["rod"] = "rod"
    diameter_mm: float = measure("diameter", "length", 0.3, 40.0, 3.0)


class Tube(_Buried):
    kind: Literal["tube"] = "tube"
    outer_mm: float = measure("outer diameter", "length", 0.8, 60.0, 6.0)
    inner_mm: float = measure("inner diameter", "length", 0.1, 59.0, 4.0)

    @model_validator(mode="after")
    def _has_wall(self) -> Tube:
        if self.inner_mm >= self.outer_mm:
            raise fault(
                "inner_mm",
                "A bore of {bore} leaves no wall in a tube of {outer}.",
                "The inner diameter should be smaller than the outer.",
                bore=Measure(self.inner_mm),
                outer=Measure(self.outer_mm),
            )
        return self


class Strip(_Buried):
    kind: Literal["strip"] = "strip"
    width_mm: float = measure("width", "length", 0.5, 100.0, 6.0)
    thickness_mm: float = measure("thickness", "length", 0.1, 30.0, 1.0)
    lying: Literal["flat", "on_edge"] = Field("flat", json_schema_extra={"label": "flat or on edge"})


class Web(_Stock):
    kind: Literal["web"] = "web"
    material: str = Field("balsa_hard", json_schema_extra={"label": "material"})
    thickness_mm: float = measure("thickness", "length", 0.3, 30.0, 3.0)
    grain: Literal["along", "upright"] = Field("along", json_schema_extra={"label": "grain"})


class _Sheet(_Piece):
    material: str = Field("packing_tape", json_schema_extra={"label": "material"})
    surface: Literal["top", "bottom", "both"] = Field("both", json_schema_extra={"label": "face"})
    layers: int = Field(1, ge=1, le=6, json_schema_extra={"label": "layers", "quantity": "number"})
    glue: str | None = Field(None, json_schema_extra={"label": "glue"})

    @field_validator("material")
    @classmethod
    def _skin(cls, value: str) -> str:
        return _one_of(value, catalogue().skin, "film, tape or paper")

    @field_validator("glue")
    @classmethod
    def _glue(cls, value: str | None) -> str | None:
        return None if value is None else _one_of(value, catalogue().glue, "glue")


class Skin(_Sheet):
    kind: Literal["skin"] = "skin"
    material: str = Field("laminate_38um", json_schema_extra={"label": "material"})
    x_from: float = chord_share("start on the chord", 0.0)
    x_to: float = chord_share("end on the chord", 1.0)
    nose_lap_mm: float = measure("lap round the nose", "length", 0.0, 200.0, 0.0)

    @model_validator(mode="after")
    def _runs_aft(self) -> Skin:
        if self.x_to <= self.x_from:
            raise fault(
                "x_to",
                "It runs from {start} to {end} of the chord, which is backwards.",
                "The start should be nearer to the nose: from {end} to {start}, for example.",
                start=Measure(self.x_from, "percent"),
                end=Measure(self.x_to, "percent"),
            )
        if self.nose_lap_mm and self.x_from > 0:
            raise fault(
                "nose_lap_mm",
                "A lap round the nose needs a skin that starts there.",
                "Start at 0 %, or set the lap to 0.",
            )
        return self


class TapeStrip(_Sheet):
    kind: Literal["tape"] = "tape"
    width_mm: float = measure("tape width", "length", 3.0, 150.0, 48.0)
    chord_from: float = chord_share("middle of the tape on the chord at the start", 0.3)
    chord_to: float = chord_share("middle of the tape on the chord at the end", 0.3)


Piece = Annotated[Rod | Tube | Strip | Web | Skin | TapeStrip, Field(discriminator="kind")]
EMBEDDED_KINDS = ("rod", "tube", "strip", "web")
SHEET_KINDS = ("skin", "tape")
