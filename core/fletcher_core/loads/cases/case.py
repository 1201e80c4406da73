"""One case of load: what acts on a part for each unit of its factor."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ...geometry import Planform
from ...model.flight import Flight
from ...model.part import Part
from ..aero import GRAVITY, pressure

#: what a factor counts: times the aircraft's own weight, N, or times the case itself
Unit = Literal["G", "N", "times"]
#: what makes two cases load a part alike
_LOADS = ("unit", "lift", "inertia", "aft", "force", "tip", "pushes", "sliding", "forward", "pitching", "yawing")


@dataclass(frozen=True)
class Lump:
    """Something that is carried, evenly from start to end: mm behind a body's nose, or out along the half of a wing or
    tail, `grams` on each half.

    `radius` mm for how it resists rolling with a body; `share` of a wing's chord at which its middle lies.
    """

    start: float
    end: float
    grams: float
    radius: float = 0.0
    share: float = 0.25


@dataclass(frozen=True)
class Push:
    """A force on a body, evenly from start to end, mm behind its nose: N up, N sideways (`height` mm over the straight
    line of its middles), N mm of torque, N along it towards the tail; each for a factor of 1."""

    start: float
    end: float
    up: float = 0.0
    side: float = 0.0
    height: float = 0.0
    torque: float = 0.0
    along: float = 0.0


@dataclass(frozen=True)
class Carried:
    """What a body carries and what pushes it: lumps, places of tail and fin, N that balance at the limit, N of full
    elevator and rudder; where it balances, mm behind the nose; `per_moment` weights for each mm from there, as it turns
    under 1 N mm; the propeller, and wheel and hook behind the nose, where they are given."""

    lumps: tuple[Lump, ...]
    tail: tuple[float, float]
    fin: tuple[float, float]
    fin_height: float
    balance_N: float
    elevator_N: float
    rudder_N: float
    balances_mm: float
    per_moment: float
    propeller_mm: float | None = None
    wheel_mm: float | None = None
    hook_mm: float | None = None

    @property
    def per_newton(self) -> float:
        """Weights for each mm, as it turns under 1 N at the tail."""
        return (0.5 * sum(self.tail) - self.balances_mm) * self.per_moment


@dataclass(frozen=True, kw_only=True)
class Case:
    """Per unit of `factor`, on one half: `lift` and `inertia` in weights (up, and down), `aft` inertia in weights
    aft, `force` N spread like lift, `tip` N at the tip, both upwards.

    `factor` is the limit in this case, `unit` what it counts. `air` and `control` are whole shares of the
    pitching moment of the section and of full deflection of `surface`, at `speed_m_s`; they do not grow with
    the factor. Of a body: what pushes it, what it carries, its inertia sideways and as it is pushed forward (weights),
    and as it turns nose up and to the side (weights for each mm from `about_mm`).
    """

    id: str
    label: str
    factor: float
    reason: str
    source: str
    unit: Unit = "G"
    lift: float = 0.0
    inertia: float = 0.0
    aft: float = 0.0
    force: float = 0.0
    tip: float = 0.0
    air: float = 0.0
    control: float = 0.0
    surface: str = ""
    speed_m_s: float = 0.0
    pushes: tuple[Push, ...] = ()
    lumps: tuple[Lump, ...] = ()
    sliding: float = 0.0
    forward: float = 0.0
    pitching: float = 0.0
    yawing: float = 0.0
    #: mm behind a body's nose about which it turns: where the aircraft balances; None: the middle of its seat
    about_mm: float | None = None

    def like(self, other: Case) -> bool:
        """Whether it loads the part as another does, but for how hard: their factors can be compared."""
        return all(getattr(self, k) == getattr(other, k) for k in _LOADS)


@dataclass(frozen=True)
class Setting:
    """What cases look at.

    Attributes
    ----------
    plan : of the part that is loaded; `part` is its description.
    carrier : plan of the wing that carries the aircraft; `wing_cm0` its section's moment coefficient.
    balance_at : balance point on the wing's mean chord. arm_mm : from the wing's quarter chord to the part's.
    halves_up : cosine of the angle by which the part's halves are turned up. carried : by a body.
    """

    flight: Flight
    part: Part
    plan: Planform
    flying_g: float
    carrier: Planform
    wing_cm0: float = 0.0
    balance_at: float = 0.25
    arm_mm: float = 0.0
    halves_up: float = 1.0
    carried: Carried | None = None

    @property
    def weight(self) -> float:
        """N."""
        return self.flying_g * 1e-3 * GRAVITY

    @property
    def dynamic_pressure(self) -> float:
        """MPa at top speed."""
        return pressure(self.flight.speed_m_s)

    @property
    def lift_limit(self) -> float:
        """Load factor at which the wing stalls at top speed: CLmax q S / W."""
        return self.flight.cl_max * pressure(self.flight.speed_m_s) * 2 * self.carrier.half_area / self.weight

    @property
    def limit(self) -> float:
        """Load factor of the pull-up: what is asked, or what lift allows, and at least level flight."""
        return max(1.0, min(self.flight.load_factor, self.lift_limit))

    @property
    def manoeuvring_speed(self) -> float:
        """m/s at which the wing stalls just at the load factor of the pull-up: full deflection up to here."""
        return float(self.flight.speed_m_s * min(1.0, (self.flight.load_factor / self.lift_limit) ** 0.5))
