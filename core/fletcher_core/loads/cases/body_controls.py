"""Full elevator and full rudder at manoeuvring speed, as the body feels them before the aircraft has turned."""

from .case import Case, Push, Setting


def elevator(s: Setting) -> Case | None:
    """The tail is pushed up or down at once; the body whips after it."""
    c = s.carried
    if c is None or c.elevator_N <= 0:
        return None
    push = c.elevator_N
    return Case(
        id="body_elevator", label="full elevator", factor=1.0, unit="times", lumps=c.lumps,
        pushes=(Push(*c.tail, up=-push),), inertia=-push / s.weight, pitching=-push * c.per_newton,
        about_mm=c.balances_mm,
        reason=f"Full elevator at {s.manoeuvring_speed:.1f} m/s pushes the tail down with {push:.1f} N.",
        source="Glauert 1927; Helmbold 1942; Bruhn 1973, ch. A5",
    )  # fmt: skip


def rudder(s: Setting) -> Case | None:
    """The fin pushes sideways, above or below the place about which the body turns: it bends and twists."""
    c = s.carried
    if c is None or c.rudder_N <= 0:
        return None
    push = c.rudder_N
    return Case(
        id="body_rudder", label="full rudder", factor=1.0, unit="times", lumps=c.lumps,
        pushes=(Push(*c.fin, side=push, height=c.fin_height),), sliding=push / s.weight,
        yawing=push * c.per_newton, about_mm=c.balances_mm,
        reason=f"Full rudder at {s.manoeuvring_speed:.1f} m/s pushes the fin sideways with {push:.1f} N, "
        f"{c.fin_height:.0f} mm over the middle of the body.",
        source="Glauert 1927; Helmbold 1942; Bruhn 1973, ch. A5",
    )  # fmt: skip
