"""A landing on the nose wheel or a skid, as the body feels it: pushed up there, all the rest goes on down and turns."""

from __future__ import annotations

from ...model.body import FOOT_MM
from ..flight import asked
from .case import Case, Push, Setting


def case(s: Setting) -> Case | None:
    """As hard as a belly landing stops what stands over the wheel: m / (1 + l² m / I) of it (Goldstein 1950); none
    where there is no wheel."""
    c, factor = s.carried, asked(s.flight, "landing_g")
    if c is None or factor <= 0 or c.wheel_mm is None:
        return None
    lever = c.wheel_mm - c.balances_mm
    # per N at the wheel: weights of it all, and weights for each mm
    share = 1 / (1 + lever**2 * c.per_moment * s.weight)
    push = share * s.weight
    return Case(
        id="body_wheel", label="a landing on the nose", factor=factor, lumps=c.lumps,
        pushes=(Push(c.wheel_mm - 0.5 * FOOT_MM, c.wheel_mm + 0.5 * FOOT_MM, up=push),), inertia=share,
        pitching=push * lever * c.per_moment, about_mm=c.balances_mm,
        reason=f"The wheel or skid stops what weighs on it, {100 * share:.0f} % of the aircraft, as hard as a belly "
        "landing; the tail goes on down.",
        source="v² / (2 g s); Goldstein 1950: mass that a blow beside the balance point feels",
    )  # fmt: skip
