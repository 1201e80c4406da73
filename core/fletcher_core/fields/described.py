"""A measured field: its plain name, what it measures and its limits, said once."""

from __future__ import annotations

from typing import Any, Self

from pydantic import BaseModel, ConfigDict, Field, model_validator

from ..catalogue import catalogue
from ..units import Kind, Measure
from .problems import fault

#: what a table of the catalogue holds, in a sentence
_NOUNS = {"stock": "material", "skin": "film, tape or paper"}


class Described(BaseModel):
    """Base of everything in the airframe file: unknown names, NaN and infinity are refused.

    A field whose schema names a ``table`` holds a name from that table of the catalogue.
    """

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, str_strip_whitespace=True)

    @model_validator(mode="after")
    def _from_the_catalogue(self) -> Self:
        for name, info in type(self).model_fields.items():
            table = info.json_schema_extra.get("table") if isinstance(info.json_schema_extra, dict) else None
            value = getattr(self, name)
            if table is not None and value is not None and value not in getattr(catalogue(), str(table)):
                noun = _NOUNS.get(str(table), str(table))
                raise fault(name, "“{it}” is not in the list.", f"Choose a {noun} from the list.", it=str(value)[:60])
        return self


def measure(label: str, kind: Kind, low: float, high: float, default: Any = ..., **more: Any) -> Any:
    """A pydantic field for a measure from `low` to `high` in the core's unit of `kind`."""
    return Field(default, ge=low, le=high, json_schema_extra={"label": label, "quantity": kind}, **more)


class Stretch(Described):
    """What runs along the span from one place to another."""

    y_from_mm: float = Field(0.0, ge=0.0, le=2500.0)
    y_to_mm: float = Field(400.0, ge=1.0, le=2500.0)

    @model_validator(mode="after")
    def _has_length(self) -> Self:
        if self.y_to_mm <= self.y_from_mm:
            raise fault(
                "y_to_mm",
                "It ends at {end}, before it starts at {start}.",
                "The end should be farther out than the start.",
                end=Measure(self.y_to_mm),
                start=Measure(self.y_from_mm),
            )
        return self


def span_from(label: str = "start along the span", default: Any = 0.0) -> Any:
    """A field for where something starts along the span, mm out from the root."""
    return measure(label, "length", 0.0, 2500.0, default)


def chord_share(label: str, default: Any) -> Any:
    """A field for a place along the chord, from 0 at the nose to 1."""
    return measure(label, "percent", 0.0, 1.0, default)
