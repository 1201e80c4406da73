"""A measured field: its plain name, what it measures and its limits, said once."""

from __future__ import annotations

from typing import Any

from pydantic import BaseModel, ConfigDict, Field

from ..units import Kind


class Described(BaseModel):
    """Base of everything in the airframe file: unknown names, NaN and infinity are refused."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, str_strip_whitespace=True)


def measure(label: str, kind: Kind, low: float, high: float, default: Any = ..., **more: Any) -> Any:
    """A pydantic field for a measure from `low` to `high` in the core's unit of `kind`."""
    return Field(default, ge=low, le=high, json_schema_extra={"label": label, "quantity": kind}, **more)


def span_from(label: str = "start along the span", default: Any = 0.0) -> Any:
    return measure(label, "length", 0.0, 2500.0, default)


def chord_share(label: str, default: Any) -> Any:
    return measure(label, "percent", 0.0, 1.0, default)
