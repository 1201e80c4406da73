"""Full aileron at top speed while the wing carries nothing: the roll takes the lift out, the twist stays."""

from .case import Case, Setting


def case(s: Setting) -> Case | None:
    """Full aileron at n = 0 and top speed (Bruhn 1973, ch. A4); none without ailerons."""
    if "aileron" not in s.part.surfaces:
        return None
    surface, speed = s.part.surfaces["aileron"], s.flight.speed_m_s
    reason = (
        f"Full aileron ({surface.throw_deg:g}°) at {speed:g} m/s and no pull. Once it rolls, the roll takes away what "
        "the aileron lifts, but not its twist. Many builders set less throw for speed: enter the throw that you use."
    )
    return Case(
        id="full_aileron", label="full aileron", factor=1.0, unit="times", control=1.0, surface="aileron",
        speed_m_s=speed, reason=reason, source="Bruhn 1973, ch. A4; moment by Glauert 1927",
    )  # fmt: skip
