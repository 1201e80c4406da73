"""Shapes of what goes in and out, beside the core's own models."""

from __future__ import annotations

from datetime import datetime
from typing import Any, Literal

from fletcher_core.answer.suggest import Kind
from fletcher_core.answer.verdict import Plan, Spreaded, State
from fletcher_core.model import Airframe, AirframeFile, Scheme
from ninja import Schema
from pydantic import BaseModel, Field


class Said(Schema):
    """One fault, at its field, in the reader's units."""

    field: str
    label: str
    what: str
    right: str


class Problems(Schema):
    message: str
    problems: list[Said]


class SignIn(BaseModel):
    name: str = Field(min_length=1, max_length=150, json_schema_extra={"label": "name"})
    password: str = Field(min_length=1, max_length=200, json_schema_extra={"label": "password"})


class NewAccount(SignIn):
    workshop: str = Field(min_length=1, max_length=80, json_schema_extra={"label": "name of the workshop"})


class UnitChoice(BaseModel):
    units: Literal["metric", "inch"]


class WorkshopOut(Schema):
    id: int
    name: str
    is_demo: bool


class SessionOut(Schema):
    signed_in: bool
    name: str = ""
    units: Literal["metric", "inch"] = "metric"
    workshop: WorkshopOut | None = None
    csrf: str


class Choice(Schema):
    id: str
    label: str
    note: str
    basis: str
    figures: dict[str, list[float]]
    tags: dict[str, str] = Field(default_factory=dict)


class PresetOut(Schema):
    use: str
    label: str
    load_factor: float
    speed_m_s: float
    push_factor: float
    gust_m_s: float
    landing_g: float
    throw_g: float
    line_g: float
    reason: str


class CatalogueOut(Schema):
    foam: list[Choice]
    board: list[Choice]
    stock: list[Choice]
    skin: list[Choice]
    glue: list[Choice]
    cord: list[Choice]
    cloth: list[Choice]
    presets: list[PresetOut]
    limits: dict[str, dict[str, dict[str, Any]]]


class MeasureOut(Schema):
    value: float
    shown: str


class AerofoilText(BaseModel):
    name: str = Field("", max_length=200)
    text: str


class Evaluation(BaseModel):
    """An airframe and a scheme, saved or not."""

    airframe: Airframe
    scheme: Scheme
    station_mm: float | None = Field(None, allow_inf_nan=False)


class Question(Evaluation):
    """Which figure's working is asked for; a place along the span where that matters."""

    figure: str = Field(min_length=1, max_length=200, json_schema_extra={"label": "figure"})


class PieceWish(BaseModel):
    airframe: Airframe
    scheme: Scheme
    kind: Kind


class Save(BaseModel):
    based_on: int = Field(ge=1)
    file: AirframeFile


class Card(Schema):
    id: int
    name: str
    version: int
    updated: datetime
    use: str
    sentence: str
    n: Spreaded
    reserve: float
    state: State
    hardest: str
    wing_g: float
    promise_g: float
    remains_g: float
    plan: Plan
    scheme: str
    schemes: int


class Saved(Schema):
    id: int
    version: int
    file: AirframeFile


class Conflict(Schema):
    message: str
    version: int
    who: str
    when: datetime
    changed: list[str]
    file: AirframeFile


class RevisionOut(Schema):
    number: int
    who: str
    when: datetime
