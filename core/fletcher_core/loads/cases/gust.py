"""A sharp gust in level flight at top speed."""

from ..aero import AIR_DENSITY, GRAVITY, lift_slope
from ..flight import asked
from .case import Case, Setting


def gust_factor(s: Setting, gust_m_s: float) -> float:
    """n = 1 + Kg rho U V a / (2 W/S), Kg = 0.88 mu / (5.3 + mu), mu = 2 (W/S) / (rho c a g) (Pratt 1953)."""
    a = lift_slope(s.carrier)
    area = 2 * s.carrier.half_area * 1e-6  # m2
    chord = s.carrier.half_area / s.carrier.half_span * 1e-3  # m
    loading = s.weight / area  # N/m2
    mu = 2 * loading / (AIR_DENSITY * chord * a * GRAVITY)
    relief = 0.88 * mu / (5.3 + mu)
    return 1 + relief * AIR_DENSITY * gust_m_s * s.flight.speed_m_s * a / (2 * loading)


def case(s: Setting) -> Case | None:
    """An upward gust at top speed, by mass ratio (Pratt 1953); none where no gust is asked."""
    gust = asked(s.flight, "gust_m_s")
    if gust <= 0:
        return None
    reason = f"A sharp upward gust of {gust:g} m/s at {s.flight.speed_m_s:g} m/s, as far as the wing still lifts."
    return Case(
        id="gust", label="a gust", factor=max(1.0, min(gust_factor(s, gust), s.lift_limit)), lift=1.0, inertia=1.0,
        air=1.0, speed_m_s=s.flight.speed_m_s, reason=reason, source="Pratt 1953",
    )  # fmt: skip
