"""The fin, or two of them."""

from __future__ import annotations

from typing import ClassVar

from pydantic import Field

from ...fields import measure
from ..aerofoil import Aerofoil, FlatPlate
from ..lifting import Lifting, behind_the_wing
from ..panel import Panel
from ..surface import ControlSurface


class Fin(Lifting):
    """One fin, from its root to its tip; `count` 2 are alike, each `out_mm` from the middle.

    `tilt_deg` leans them outwards from upright.
    """

    SURFACES: ClassVar[tuple[str, ...]] = ("rudder",)
    TURNS: ClassVar[str] = "rudder"
    HALF_SPAN: ClassVar[tuple[float, float]] = (30.0, 800.0)

    panels: list[Panel] = Field(
        default_factory=lambda: [Panel(span_mm=150.0, root_chord_mm=140.0, tip_chord_mm=100.0, sweep_mm=40.0)],
        min_length=1, max_length=6, json_schema_extra={"label": "panels"},
    )  # fmt: skip
    aerofoil: Aerofoil = Field(default_factory=FlatPlate)
    rudder: ControlSurface | None = None
    arm_mm: float = behind_the_wing(560.0)
    height_mm: float = measure("height of its root over the wing", "length", -400.0, 800.0, 0.0)
    count: int = Field(1, ge=1, le=2, json_schema_extra={"label": "how many fins", "quantity": "number"})
    out_mm: float = measure("from the middle, where there are two", "length", 0.0, 1500.0, 0.0)
    tilt_deg: float = measure("leaning outwards", "angle", 0.0, 60.0, 0.0)

    @property
    def copies(self) -> int:
        return self.count
