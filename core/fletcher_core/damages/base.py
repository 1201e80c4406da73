"""What every damage says of itself."""

from __future__ import annotations

from typing import Any, ClassVar, Literal, Self

from pydantic import Field, JsonValue, model_validator

from ..fields import Described, chord_share, fault, measure

#: of all parts, on which it may be
On = Literal["wing", "tailplane", "fin", "body"]
Side = Literal["left", "right"]
Sure = Literal["seen", "felt", "guessed"]
Face = Literal["top", "bottom"]

#: how sure a finding is, in words
SURE: dict[Sure, str] = {"seen": "seen", "felt": "felt or heard", "guessed": "guessed"}
_SURE_WORDS: dict[str, JsonValue] = dict(SURE.items())
#: +1 upper face, -1 lower
FACES: dict[Face, Literal[1, -1]] = {"top": 1, "bottom": -1}


class DamageBase(Described):
    """Something that is hurt: on which part and half, how far out (or behind the nose), how sure."""

    id: str = Field(min_length=1, max_length=24, pattern=r"^[A-Za-z0-9_-]+$")
    on: On = Field("wing", json_schema_extra={"label": "on"})
    side: Side = Field("left", json_schema_extra={"label": "half"})
    at_mm: float = measure("its place", "length", 0.0, 2500.0, 200.0)
    sure: Sure = Field("seen", json_schema_extra={"label": "how sure", "words": _SURE_WORDS})
    note: str = Field("", max_length=400, json_schema_extra={"label": "note"})
    #: id of a picture in the workshop
    picture: str | None = Field(None, max_length=60)

    @property
    def length_mm(self) -> float:
        """Along the part."""
        return 0.0

    @property
    def run(self) -> tuple[float, float]:
        """Where it starts and ends along the part, mm."""
        return self.at_mm, self.at_mm + self.length_mm


class Across(DamageBase):
    """What goes from one place of the chord to another."""

    x_from: float = chord_share("from", 0.0)
    x_to: float = chord_share("to", 1.0)
    #: whether it may be of no width, and hurt nothing then
    may_be_none: ClassVar[bool] = False

    @model_validator(mode="after")
    def _goes_back(self) -> Self:
        if self.x_to < self.x_from or (self.x_to == self.x_from and not self.may_be_none):
            raise fault("x_to", "It ends before it starts.", "Nose is 0 %, the trailing edge 100 %.")
        return self


def words(label: str, default: str, **said: str) -> Any:
    """A field for one of a few, each with the words in which it is offered."""
    offered: dict[str, JsonValue] = {**said}
    return Field(default, json_schema_extra={"label": label, "words": offered})


def long(default: float = 40.0, label: str = "how long") -> Any:
    """A field for how far a damage goes along the part."""
    return measure(label, "length", 0.0, 2500.0, default)


def stick() -> Any:
    """A field for which stick is hurt: the id of a piece."""
    return Field("", max_length=40, json_schema_extra={"label": "which stick"})
