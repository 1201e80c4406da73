"""The open airframe file: an airframe with its schemes, versioned."""

from __future__ import annotations

from typing import Any, Literal, Self

from pydantic import Field, ModelWrapValidatorHandler, ValidationError, model_validator

from ..catalogue import OwnMaterial, with_own
from ..fields import Described, fault
from ..kinds import Piece
from .airframe import PART_NAMES, Airframe, PartName
from .repair import LifeEntry, Repair

#: of one part
MOST_SCHEMES = 12
#: of one aircraft
MOST_REPAIRS, MOST_ENTRIES = 100, 2000


class Scheme(Described):
    """One way to build one part: the pieces glued in and on."""

    part: PartName = Field("wing", json_schema_extra={"label": "part"})
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
    """The open file: an airframe, the schemes of its parts, which are chosen, own materials."""

    format: Literal["fletcher-airframe"] = "fletcher-airframe"
    version: Literal[2] = 2
    airframe: Airframe
    schemes: list[Scheme] = Field(min_length=1, max_length=12 * len(PART_NAMES), json_schema_extra={"label": "schemes"})
    #: part -> the scheme of it that is to be built; the first is shown where none is chosen
    chosen: dict[PartName, str] = Field(default_factory=dict, json_schema_extra={"label": "chosen schemes"})
    #: the workshop's own materials that it names, so that it can be read anywhere
    materials: list[OwnMaterial] = Field(
        default_factory=list, max_length=200, json_schema_extra={"label": "own materials"}
    )

    #: repairs, and the log of its life; kept beside the aircraft's description, never part of its states
    repairs: list[Repair] = Field(default_factory=list, max_length=MOST_REPAIRS, json_schema_extra={"label": "repairs"})
    life: list[LifeEntry] = Field(default_factory=list, max_length=MOST_ENTRIES, json_schema_extra={"label": "log"})

    @model_validator(mode="wrap")
    @classmethod
    def _with_its_materials(cls, data: Any, handler: ModelWrapValidatorHandler[Self]) -> Self:
        data = _current(data)
        listed = data.get("materials") if isinstance(data, dict) else getattr(data, "materials", None)
        with with_own(_readable(listed)):
            return handler(data)

    @model_validator(mode="after")
    def _own_ids(self) -> AirframeFile:
        if len({s.id for s in self.schemes}) != len(self.schemes):
            raise fault("schemes", "Two schemes share one id.", "Every scheme needs its own.")
        there = self.airframe.parts.there()
        for k, scheme in enumerate(self.schemes):
            if scheme.part not in there:
                raise fault(
                    f"schemes.{k}.part", "“{name}” is for a part that is not described.",
                    "Describe that part first, or leave the scheme out.", name=scheme.name,
                )  # fmt: skip
        for name in there:
            own = self.schemes_of(name)
            if not own:
                raise fault("schemes", f"The {name} has no scheme.", "Every part that is described needs one.")
            if len(own) > MOST_SCHEMES:
                raise fault("schemes", f"The {name} has too many schemes.", f"At most {MOST_SCHEMES}.")
        for label, listed in (("repairs", self.repairs), ("life", self.life)):
            if len({one.id for one in listed}) != len(listed):
                raise fault(label, "Two of them share one id.", "Each needs its own.")
        for part, chosen in self.chosen.items():
            if chosen not in {s.id for s in self.schemes_of(part)}:
                raise fault("chosen", "The chosen scheme is not among the schemes.", "Choose one of them, or none.")
        return self

    def schemes_of(self, part: PartName) -> list[Scheme]:
        return [s for s in self.schemes if s.part == part]

    def shown(self, part: PartName = "wing") -> Scheme:
        """The chosen scheme of a part, or its first."""
        own = self.schemes_of(part)
        return next((s for s in own if s.id == self.chosen.get(part)), own[0])

    def beside(self, part: PartName) -> list[Scheme]:
        """The shown schemes of the other parts, which fly along."""
        return [self.shown(name) for name in self.airframe.parts.there() if name != part]


def _current(data: Any) -> Any:
    """A file of an older version that comes in, carried forward; whatever else as it is."""
    from . import upgrade

    version = data.get("version") if isinstance(data, dict) else None
    if not isinstance(version, int) or isinstance(version, bool) or not 1 <= version < upgrade.CURRENT:
        return data
    try:
        return upgrade.upgraded(data)
    except upgrade.CannotRead as exc:
        raise fault("", str(exc), "Bring in a whole airframe file.") from exc


def _readable(listed: Any) -> list[OwnMaterial]:
    """Those that can be read; the rest is refused at its own field, after."""
    found = []
    for item in listed if isinstance(listed, list) else []:
        try:
            found.append(OwnMaterial.model_validate(item))
        except ValidationError:
            continue
    return found
