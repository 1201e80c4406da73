"""The open airframe file: an airframe with its schemes, versioned."""

from __future__ import annotations

from typing import Any, Literal, Self

from pydantic import Field, ModelWrapValidatorHandler, ValidationError, model_validator

from ..catalogue import OwnMaterial, with_own
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
    #: the scheme that is to be built; the first is shown where none is chosen
    chosen: str | None = Field(None, max_length=40, json_schema_extra={"label": "chosen scheme"})
    #: the workshop's own materials that it names, so that it can be read anywhere
    materials: list[OwnMaterial] = Field(
        default_factory=list, max_length=200, json_schema_extra={"label": "own materials"}
    )

    @model_validator(mode="wrap")
    @classmethod
    def _with_its_materials(cls, data: Any, handler: ModelWrapValidatorHandler[Self]) -> Self:
        listed = data.get("materials") if isinstance(data, dict) else getattr(data, "materials", None)
        with with_own(_readable(listed)):
            return handler(data)

    @model_validator(mode="after")
    def _own_ids(self) -> AirframeFile:
        if len({s.id for s in self.schemes}) != len(self.schemes):
            raise fault("schemes", "Two schemes share one id.", "Every scheme needs its own.")
        if self.chosen is not None and self.chosen not in {s.id for s in self.schemes}:
            raise fault("chosen", "The chosen scheme is not among the schemes.", "Choose one of them, or none.")
        return self

    @property
    def shown(self) -> Scheme:
        """The chosen scheme, or the first."""
        return next((s for s in self.schemes if s.id == self.chosen), self.schemes[0])


def _readable(listed: Any) -> list[OwnMaterial]:
    """Those that can be read; the rest is refused at its own field, after."""
    found = []
    for item in listed if isinstance(listed, list) else []:
        try:
            found.append(OwnMaterial.model_validate(item))
        except ValidationError:
            continue
    return found
