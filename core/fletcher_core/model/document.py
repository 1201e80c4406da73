"""The open airframe file: an airframe with its schemes, versioned."""

from __future__ import annotations

from typing import Literal

from pydantic import Field, model_validator

from .airframe import Airframe
from .fields import Described
from .pieces import Piece
from .problems import fault


class Scheme(Described):
    """One way to build the part: the pieces glued in and on."""

    id: str = Field(min_length=1, max_length=40, pattern=r"^[A-Za-z0-9_-]+$")
    name: str = Field(min_length=1, max_length=60, json_schema_extra={"label": "name of the scheme"})
    notes: str = Field("", max_length=4000, json_schema_extra={"label": "notes"})
    pieces: list[Piece] = Field(default_factory=list, max_length=40, json_schema_extra={"label": "pieces"})

    @model_validator(mode="after")
    def _own_ids(self) -> Scheme:
        if len({p.id for p in self.pieces}) != len(self.pieces):
            raise fault("pieces", "Two pieces share one id.", "Every piece needs its own.")
        return self


class AirframeFile(Described):
    format: Literal["fletcher-airframe"] = "fletcher-airframe"
    version: Literal[1] = 1
    airframe: Airframe
    schemes: list[Scheme] = Field(min_length=1, max_length=12, json_schema_extra={"label": "schemes"})

    @model_validator(mode="after")
    def _own_ids(self) -> AirframeFile:
        if len({s.id for s in self.schemes}) != len(self.schemes):
            raise fault("schemes", "Two schemes share one id.", "Every scheme needs its own.")
        return self
