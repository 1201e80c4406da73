"""How it is flown."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ..fields import Described, measure

Use = Literal["trainer", "sport", "aerobatic", "close", "combat", "survey", "glider"]


class Flight(Described):
    """How it is flown: what the wing must carry."""

    use: Use = Field("sport", json_schema_extra={"label": "how it is flown"})
    speed_m_s: float = measure("top speed", "speed", 3.0, 80.0, 16.0)
    load_factor: float = measure("load factor", "number", 1.0, 40.0, 5.0)
    safety_factor: float = measure("safety factor", "number", 1.0, 4.0, 1.5)
    cl_max: float = measure("greatest lift coefficient", "number", 0.3, 2.5, 1.2)
    push_factor: float | None = measure("load factor pushed down", "number", 0.0, 30.0, None)
    gust_m_s: float | None = measure("sharp gust", "speed", 0.0, 20.0, None)
    landing_g: float | None = measure("belly landing stops it at", "number", 0.0, 60.0, None)
    throw_g: float | None = measure("hand throw", "number", 0.0, 40.0, None)
    line_g: float | None = measure("pull of the launch line, in its weight", "number", 0.0, 30.0, None)
    pull_g: float | None = measure("pull of the motor, in its weight", "number", 0.0, 5.0, None)
    handling_N: float | None = measure("push at a tail's tip", "force", 0.0, 200.0, None)
