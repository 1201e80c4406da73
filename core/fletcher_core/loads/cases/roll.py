"""A pull with full aileron: less lift, but the ailerons twist the wing."""

from .case import Case, Setting


def case(s: Setting) -> Case | None:
    if s.airframe.wing.aileron is None:
        return None
    reason = "Two thirds of the pull with full aileron: the usual rule for a rolling pull-out."
    return Case(
        "roll", "a rolling pull", max(1.0, 2 / 3 * s.limit), 1.0, 1.0, 0.0, 1.0, 1.0, reason, "Bruhn 1973, ch. A4"
    )
