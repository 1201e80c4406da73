"""A hard pull at top speed, as far as the wing still lifts."""

from .case import Case, Setting


def reason(s: Setting) -> str:
    """Why this load factor: lift or the wish, whichever is less."""
    flight = s.flight
    if s.lift_limit < flight.load_factor:
        return (
            f"{flight.load_factor:g} G are asked, but at {flight.speed_m_s:g} m/s the wing stalls at "
            f"{s.lift_limit:.1f} G (CLmax {flight.cl_max:g}): it cannot pull more."
        )
    return f"As asked; lift would allow {s.lift_limit:.1f} G at {flight.speed_m_s:g} m/s (CLmax {flight.cl_max:g})."


def case(s: Setting) -> Case:
    """A hard pull to the load factor asked, as far as the lift goes (n = CLmax q S / W)."""
    return Case(
        id="pull_up", label="a hard pull", factor=s.limit, lift=1.0, inertia=1.0, air=1.0,
        speed_m_s=s.flight.speed_m_s, reason=reason(s), source="CLmax q S / W",
    )  # fmt: skip
