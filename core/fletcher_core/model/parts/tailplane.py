"""The tailplane; with its halves turned up, a V tail."""

from __future__ import annotations

from typing import ClassVar

from pydantic import Field

from ...fields import measure
from ..aerofoil import Aerofoil, FlatPlate
from ..lifting import Lifting, behind_the_wing
from ..panel import Panel
from ..surface import ControlSurface


class Tailplane(Lifting):
    """One half of the tailplane, from the middle to the tip.

    `tilt_deg` turns both halves up: 0 lies flat, 30 to 45 is a V tail, whose elevator is its rudder too.
    """

    SURFACES: ClassVar[tuple[str, ...]] = ("elevator",)
    TURNS: ClassVar[str] = "elevator"
    HALF_SPAN: ClassVar[tuple[float, float]] = (40.0, 1200.0)

    panels: list[Panel] = Field(
        default_factory=lambda: [Panel(span_mm=200.0, root_chord_mm=120.0, tip_chord_mm=100.0)],
        min_length=1, max_length=6, json_schema_extra={"label": "panels"},
    )  # fmt: skip
    aerofoil: Aerofoil = Field(default_factory=FlatPlate)
    elevator: ControlSurface | None = None
    arm_mm: float = behind_the_wing(550.0)
    height_mm: float = measure("height over the wing", "length", -400.0, 800.0, 0.0)
    tilt_deg: float = measure("halves turned up (a V tail)", "angle", 0.0, 60.0, 0.0)
