"""The wing."""

from __future__ import annotations

from typing import ClassVar

from ..lifting import Lifting
from ..surface import ControlSurface


class Wing(Lifting):
    """One half of the wing, from the middle to the tip."""

    SURFACES: ClassVar[tuple[str, ...]] = ("aileron", "flap")
    TURNS: ClassVar[str] = "aileron"
    HALF_SPAN: ClassVar[tuple[float, float]] = (150.0, 2500.0)

    aileron: ControlSurface | None = None
    flap: ControlSurface | None = None
