"""A hard pull at top speed, as far as the wing still lifts."""

from .case import Case, Setting


def case(s: Setting) -> Case:
    flight = s.airframe.flight
    if s.lift_limit < flight.load_factor:
        reason = (
            f"{flight.load_factor:g} g are asked, but at {flight.speed_m_s:g} m/s the wing stalls at "
            f"{s.lift_limit:.1f} g (CLmax {flight.cl_max:g}): it cannot pull more."
        )
    else:
        reason = (
            f"As asked; lift would allow {s.lift_limit:.1f} g at {flight.speed_m_s:g} m/s (CLmax {flight.cl_max:g})."
        )
    return Case("pull_up", "a hard pull", s.limit, 1.0, 1.0, 0.0, 1.0, 0.0, reason, "CLmax q S / W")
