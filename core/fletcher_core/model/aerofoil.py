"""Sections: by number, by coordinates, or a flat plate."""

from __future__ import annotations

import math
import re
from typing import Annotated, Literal

from pydantic import Field, field_validator, model_validator

from ..fields import Described, fault, measure

#: far more than any aerofoil file has; own estimate
MAX_POINTS = 1000


def _known_number(code: str) -> str:
    if not re.fullmatch(r"\d{4}", code):
        raise fault("", "“{code}” is not four digits.", "Type four digits, such as 2412 or 0012.", code=code[:20])
    if not 3 <= int(code[2:]) <= 35:
        raise fault("", f"{int(code[2:])} % thick is not a wing.", "The last two digits are the thickness: 03 to 35.")
    if (code[0] == "0") != (code[1] == "0"):
        raise fault(
            "",
            "One of the first two digits is 0 and the other is not.",
            "The first two digits are both 0 (not bent), or neither, as in 2412.",
        )
    return code


class NacaAerofoil(Described):
    """A NACA four-digit section by formula (Jacobs, Ward and Pinkerton 1933)."""

    kind: Literal["naca"] = "naca"
    code: str = Field("2412", json_schema_extra={"label": "aerofoil number"})

    _four_digits = field_validator("code")(_known_number)


class PlateSection(Described):
    """As thick everywhere: thickness mm."""

    kind: str = ""
    thickness_mm: float = measure("plate thickness", "size", 1.0, 80.0, 6.0)


class FlatPlate(PlateSection):
    """A flat plate."""

    kind: Literal["flat_plate"] = "flat_plate"


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


Peeled = Literal["none", "top", "bottom", "both"]


class HollowSection(Described):
    """Sheets round air, glued to each other along the trailing edge."""

    glue: str = Field("polyurethane_foaming", json_schema_extra={"label": "glue of the seams", "table": "glue"})
    seam_mm: float = measure("glued at the trailing edge, so wide", "length", 2.0, 80.0, 12.0)
    peeled_outside: Peeled = Field("none", json_schema_extra={"label": "paper peeled outside"})
    peeled_inside: Peeled = Field("none", json_schema_extra={"label": "paper peeled inside"})


class FoldedBoard(HollowSection):
    """One sheet of board folded over at the nose round a spar and glued at the trailing edge; lengths at the root.

    Creases and height go with the chord, so that a tapered wing has its spar where they are.
    """

    kind: Literal["folded"] = "folded"
    height_mm: float = measure("height over the spar", "length", 5.0, 200.0, 30.0)
    crease_mm: float = measure("front crease behind the nose", "length", 3.0, 600.0, 40.0)
    flat_mm: float = measure("flat over the spar", "length", 0.0, 300.0, 25.0)
    top: Literal["creased", "curved"] = Field("creased", json_schema_extra={"label": "top sheet before the crease"})
    nose: Literal["crease", "bevel", "round"] = Field("bevel", json_schema_extra={"label": "fold at the nose"})
    fold_back_mm: float = measure("lower sheet folded back at the trailing edge", "length", 0.0, 150.0, 0.0)


class SheetedSection(HollowSection):
    """Thin sheets bent over webs and ribs to a NACA four-digit section; nose and trailing edge are glued."""

    kind: Literal["sheeted"] = "sheeted"
    code: str = Field("2412", json_schema_extra={"label": "aerofoil number"})
    sheet_mm: float = measure("thickness of the sheets", "size", 0.5, 10.0, 3.0)

    _four_digits = field_validator("code")(_known_number)


class BodyWalls(HollowSection):
    """What the walls are made of, beside their material."""

    kind: Literal["walls"] = "walls"
    sheet_mm: float = measure("thickness of the walls", "size", 0.5, 30.0, 5.0)
    #: of corrugated sheet: glue in the flutes alone, or a fillet along both faces too
    corners: Literal["fillet", "plain"] = Field("fillet", json_schema_extra={"label": "glue in its corners"})
    #: of a shell of planks, each glued to the next along its edge; 0 where walls are cut, bent or moulded
    planks: int = Field(0, ge=0, le=60, json_schema_extra={"label": "planks round it"})


class ProfileBody(PlateSection):
    """Boards or a sheet of foam on edge, cut out as the body is seen from the side; thickness mm of it all."""

    kind: Literal["profile"] = "profile"


class SolidBody(Described):
    """Cut, carved or moulded from foam, filled."""

    kind: Literal["solid"] = "solid"


#: what a body is made like
BodyMade = Annotated[BodyWalls | ProfileBody | SolidBody, Field(discriminator="kind")]

Aerofoil = Annotated[
    NacaAerofoil | FlatPlate | CoordinateAerofoil | FoldedBoard | SheetedSection, Field(discriminator="kind")
]
