"""A gentle pull with the flaps fully down."""

from ..aero import pressure
from .case import Case, Setting

#: the pull that rules for light aircraft ask with flaps down (CS-23.345)
FACTOR = 2.0
#: share of top speed at which flaps are let down (own estimate; rules ask 1.8 times the stalling speed)
SPEED = 0.7
#: a plain flap's greatest lift over that of the clean wing (own estimate; Hoerner 1985 gives 1.3 to 1.7 for full span)
MORE_LIFT = 1.3


def case(s: Setting) -> Case | None:
    """2 G with full flap at 0.7 of top speed, as far as the wing lifts; none without flaps."""
    if "flap" not in s.part.surfaces:
        return None
    speed = SPEED * s.flight.speed_m_s
    lifts = MORE_LIFT * s.flight.cl_max * pressure(speed) * 2 * s.carrier.half_area / s.weight
    reason = (
        f"Flaps fully down ({s.part.surfaces['flap'].throw_deg:g}°) at {speed:.1f} m/s, seven tenths of top speed, in "
        "a pull of 2 G or what the wing lifts then. Down at full speed they twist it twice as much: do not."
    )
    return Case(
        id="flap_down", label="flaps down", factor=max(1.0, min(FACTOR, lifts)), lift=1.0, inertia=1.0, air=1.0,
        control=1.0, surface="flap", speed_m_s=speed, reason=reason, source="CS-23.345; moment by Glauert 1927",
    )  # fmt: skip
