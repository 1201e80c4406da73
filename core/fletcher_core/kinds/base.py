"""What several kinds of pieces have in common: where they lie, in what layers, on which face."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from ..fields import Described, Stretch, chord_share, fault, measure, span_from
from ..units import Measure


class PieceBase(Stretch):
    """What every piece has: an id of its own, a name, a run along the span, and whether it is on."""

    id: str = Field(min_length=1, max_length=40, pattern=r"^[A-Za-z0-9_-]+$")
    name: str = Field("", max_length=60, json_schema_extra={"label": "name"})
    on: bool = True
    y_from_mm: float = span_from()
    y_to_mm: float = measure("end along the span", "length", 1.0, 2500.0, 400.0)


class Stick(PieceBase):
    """A straight stick in or on the foam, from one place of the chord to another."""

    material: str = Field("carbon_pultruded", json_schema_extra={"label": "material", "table": "stock"})
    glue: str = Field("polyurethane_foaming", json_schema_extra={"label": "glue", "table": "glue"})
    chord_from: float = chord_share("place on the chord at the start", 0.3)
    chord_to: float = chord_share("place on the chord at the end", 0.3)


class Spotted(Described):
    """What is glued all along, or at spots."""

    glued: float = measure("glued, part of its length", "percent", 0.05, 1.0, 1.0)


class Buried(Stick):
    """A stick at some depth."""

    level: Literal["middle", "top", "bottom"] = Field("middle", json_schema_extra={"label": "depth"})
    inset_mm: float = measure("foam left over it", "length", 0.0, 60.0, 0.0)


class Layered(Described):
    """What is laid in layers that may end one after the other along the span."""

    layers: int = Field(1, ge=1, le=6, json_schema_extra={"label": "layers", "quantity": "number"})
    drops_mm: list[Annotated[float, Field(ge=1.0, le=2500.0)]] = Field(
        default_factory=list, max_length=5, json_schema_extra={"label": "where layers end", "quantity": "lengths"}
    )

    @model_validator(mode="after")
    def _one_layer_stays(self) -> Layered:
        if len(self.drops_mm) >= self.layers:
            raise fault(
                "drops_mm",
                "More layers end than there are.",
                "At least one layer should go to the end: give fewer places, or more layers.",
            )
        return self


class Across(PieceBase):
    """What lies from one place of the chord to another."""

    x_from: float = chord_share("start on the chord", 0.0)
    x_to: float = chord_share("end on the chord", 0.2)

    @model_validator(mode="after")
    def _runs_back(self) -> Across:
        if self.x_to <= self.x_from:
            raise fault(
                "x_to",
                "It runs from {start} to {end} of the chord, which is backwards.",
                "The start should be nearer to the nose: from {end} to {start}, for example.",
                start=Measure(self.x_from, "percent"),
                end=Measure(self.x_to, "percent"),
            )
        return self


class Faced(PieceBase, Layered):
    """Layers on one face or both."""

    surface: Literal["top", "bottom", "both"] = Field("both", json_schema_extra={"label": "face"})


class Sheet(Faced):
    """Film, tape or paper from a roll."""

    material: str = Field("packing_tape", json_schema_extra={"label": "material", "table": "skin"})
    runs: Literal["along", "across"] = Field("along", json_schema_extra={"label": "rolled out"})
    glue: str | None = Field(None, json_schema_extra={"label": "glue", "table": "glue"})


class Wrap(Faced, Across):
    """What covers a stretch of the chord, and may lap round the nose."""

    x_to: float = chord_share("end on the chord", 1.0)
    nose_lap_mm: float = measure("lap round the nose", "length", 0.0, 200.0, 0.0)

    @model_validator(mode="after")
    def _laps_from_the_nose(self) -> Wrap:
        if self.nose_lap_mm and self.x_from > 0:
            raise fault(
                "nose_lap_mm",
                "A lap round the nose needs a skin that starts there.",
                "Start at 0 %, or set the lap to 0.",
            )
        return self
