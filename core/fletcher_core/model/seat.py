"""How a part is held on the body."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ..fields import Described, measure


class Seat(Described):
    """How the part sits on the body."""

    kind: Literal["glued", "bands", "clamp"] = Field("glued", json_schema_extra={"label": "held"})
    width_mm: float = measure("length of spar that the seat bears on", "length", 2.0, 200.0, 15.0)
