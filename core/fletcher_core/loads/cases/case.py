"""One case of load: what acts on the wing for each unit of its factor."""

from __future__ import annotations

from dataclasses import dataclass

from ...geometry import Planform
from ...model import Airframe
from ..aero import GRAVITY, pressure


@dataclass(frozen=True)
class Case:
    """Per unit of `factor`: `lift` and `inertia` in weights (up, and down), `aft` inertia in weights aft.

    `factor` is the limit in this case. `air` and `aileron` are whole shares of the pitching moment at
    top speed and of that of full aileron; they do not grow with the factor.
    """

    id: str
    label: str
    factor: float
    lift: float
    inertia: float
    aft: float
    air: float
    aileron: float
    reason: str
    source: str


@dataclass(frozen=True)
class Setting:
    """What cases look at."""

    airframe: Airframe
    plan: Planform
    flying_g: float

    @property
    def weight(self) -> float:
        """N."""
        return self.flying_g * 1e-3 * GRAVITY

    @property
    def lift_limit(self) -> float:
        """Load factor at which the wing stalls at top speed: CLmax q S / W."""
        flight = self.airframe.flight
        return flight.cl_max * pressure(flight.speed_m_s) * 2 * self.plan.half_area / self.weight

    @property
    def limit(self) -> float:
        """Load factor of the pull-up: what is asked, or what lift allows, and at least level flight."""
        return max(1.0, min(self.airframe.flight.load_factor, self.lift_limit))
