"""Sections: by number, by coordinates, or a flat plate."""

from __future__ import annotations

import math
import re
from typing import Annotated, Literal

from pydantic import Field, field_validator, model_validator

from ..fields import Described, fault, measure

#: far more than any aerofoil file has; own estimate
MAX_POINTS = 1000


class NacaAerofoil(Described):
    """A NACA four-digit section by formula (Jacobs, Ward and Pinkerton 1933)."""

    kind: Literal["naca"] = "naca"
    code: str = Field("2412", json_schema_extra={"label": "aerofoil number"})

    @field_validator("code")
    @classmethod
    def _four_digits(cls, code: str) -> str:
        if not re.fullmatch(r"\d{4}", code):
            raise fault("", "“{code}” is not four digits.", "Type four digits, such as 2412 or 0012.", code=code[:20])
        if not 3 <= int(code[2:]) <= 35:
            raise fault(
                "", f"{int(code[2:])} % thick is not a wing.", "The last two digits are the thickness: 03 to 35."
            )
        if (code[0] == "0") != (code[1] == "0"):
            raise fault(
                "",
                "One of the first two digits is 0 and the other is not.",
                "The first two digits are both 0 (not bent), or neither, as in 2412.",
            )
        return code


class FlatPlate(Described):
    """A flat plate: thickness mm."""

    kind: Literal["flat_plate"] = "flat_plate"
    thickness_mm: float = measure("plate thickness", "size", 1.0, 80.0, 6.0)


class CoordinateAerofoil(Described):
    """Points of one loop: trailing edge, over the top, nose, underneath, trailing edge; chord = 1."""

    kind: Literal["coordinates"] = "coordinates"
    name: str = Field("", max_length=80, json_schema_extra={"label": "aerofoil name"})
    points: list[tuple[float, float]] = Field(
        min_length=5, max_length=MAX_POINTS, json_schema_extra={"label": "aerofoil points"}
    )

    @model_validator(mode="after")
    def _is_a_section(self) -> CoordinateAerofoil:
        xs = [p[0] for p in self.points]
        if any(not math.isfinite(v) for p in self.points for v in p):
            raise fault("points", "A point is not a number.", "Every point needs two plain numbers.")
        if min(xs) < -0.05 or max(xs) > 1.05 or max(xs) - min(xs) < 0.9:
            raise fault(
                "points",
                "The points do not run from the nose to the trailing edge.",
                "x should go from 0 at the nose to 1.",
            )
        nose = xs.index(min(xs))
        if nose < 2 or nose > len(xs) - 3:
            raise fault("points", "Only one face is given.", "Give points for the upper and the lower face.")
        if abs(xs[0] - max(xs)) > 0.1 or abs(xs[-1] - max(xs)) > 0.1:
            raise fault("points", "The loop does not start and end at the trailing edge.", "Start at x = 1.")
        return self


Aerofoil = Annotated[NacaAerofoil | FlatPlate | CoordinateAerofoil, Field(discriminator="kind")]
