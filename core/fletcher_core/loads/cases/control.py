"""Full elevator or rudder at manoeuvring speed, before the aircraft has turned."""

from __future__ import annotations

import numpy as np

from ..aero import flap_effect, lift_slope, pressure
from .case import Case, Setting

#: greatest lift coefficient of a thin symmetrical tail with its surface fully turned (own estimate; Hoerner 1985
#: gives 0.8 for plain plates and up to 1.4 with flaps)
GREATEST = 1.1


def surface_load(s: Setting, name: str) -> float:
    """N on one half, square to it: q S min(a tau delta eta, greatest CL), eta the share of the area before it.

    Sources: Glauert 1927 (tau); Helmbold 1942 (a), the half taken with its mirror image.
    """
    surface = s.part.surfaces[name]
    tau, _ = flap_effect(surface.chord_share)
    eta = s.plan.area_between(surface.y_from_mm, surface.y_to_mm) / s.plan.half_area
    lift = lift_slope(s.plan) * tau * np.radians(surface.throw_deg) * min(1.0, eta)
    return float(pressure(s.manoeuvring_speed) * s.plan.half_area * min(lift, GREATEST))


def _case(s: Setting, name: str) -> Case | None:
    if name not in s.part.surfaces:
        return None
    load, speed = surface_load(s, name), s.manoeuvring_speed
    reason = (
        f"Full {name} ({s.part.surfaces[name].throw_deg:g}°) at {speed:.1f} m/s, where the wing stalls before it "
        f"breaks; {load:.1f} N on each half before the aircraft has turned."
    )
    return Case(
        id=name, label=f"full {name}", factor=1.0, unit="times", force=load, control=1.0, surface=name,
        speed_m_s=speed, reason=reason, source="Glauert 1927; Helmbold 1942",
    )  # fmt: skip


def elevator(s: Setting) -> Case | None:
    """Full elevator at manoeuvring speed."""
    return _case(s, "elevator")


def rudder(s: Setting) -> Case | None:
    """Full rudder at manoeuvring speed."""
    return _case(s, "rudder")
