"""The motor's torque and pull, as the nose feels them."""

from __future__ import annotations

import math

from ..aero import AIR_DENSITY
from ..flight import asked
from .case import Case, Push, Setting

#: share of a small propeller's power that goes into its jet, standing (own estimate; Brandt and Selig 2011 measured 0.4
#: to 0.6)
EFFICIENCY = 0.5
#: m/s of its tip at full pull (own estimate)
TIP_SPEED = 110.0
#: times the mean torque, for its pulses and for opening up at once (own estimate)
PULSES = 2.0
#: mm of a usual propeller for 1 kg (own estimate; it grows with the cube root of the weight)
USUAL_MM = 250.0
#: mm over which the motor hands it to the nose (own estimate)
_MOUNT = 30.0


def usual_propeller(flying_g: float) -> float:
    """mm of one that is fitted to such a weight."""
    return float(USUAL_MM * (flying_g * 1e-3) ** (1 / 3))


def torque(pull_N: float, diameter_mm: float) -> float:
    """N mm: power of an ideal jet over its efficiency, over the speed of its shaft (Rankine 1865, Froude 1889)."""
    disc = 0.25 * math.pi * (diameter_mm * 1e-3) ** 2
    power: float = pull_N**1.5 / math.sqrt(2 * AIR_DENSITY * disc) / EFFICIENCY
    return power / (2 * TIP_SPEED / diameter_mm) * PULSES


def case(s: Setting) -> Case | None:
    """Both are held at the wing; none without a motor."""
    c, pull = s.carried, asked(s.flight, "pull_g")
    if c is None or pull <= 0:
        return None
    wide = c.propeller_mm or usual_propeller(s.flying_g)
    turn = torque(pull * s.weight, wide)
    return Case(
        id="body_motor", label="full motor", factor=1.0, unit="times",
        pushes=(Push(0.0, _MOUNT, torque=turn, along=-pull * s.weight),),
        reason=f"A pull of {pull * s.weight:.1f} N by a propeller of {wide:.0f} mm turns the nose with {turn:.0f} "
        "N mm, twice the mean, for its pulses, and pulls it along as far as the wing, which holds it.",
        source="Rankine 1865; Froude 1889: ideal jet; own estimates of efficiency and tip speed",
    )  # fmt: skip
