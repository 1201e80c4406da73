"""A pull with full aileron: less lift, but the ailerons twist the wing."""

from .case import Case, Setting


def case(s: Setting) -> Case | None:
    """Two thirds of the hard pull with full aileron at top speed (Bruhn 1973); none without ailerons."""
    if "aileron" not in s.part.surfaces:
        return None
    reason = "Two thirds of the pull with full aileron: the usual rule for a rolling pull-out."
    return Case(
        id="roll", label="a rolling pull", factor=max(1.0, 2 / 3 * s.limit), lift=1.0, inertia=1.0, air=1.0,
        control=1.0, surface="aileron", speed_m_s=s.flight.speed_m_s, reason=reason, source="Bruhn 1973, ch. A4",
    )  # fmt: skip
