"""On a launch line: the wing lifts the airframe and the pull of the line."""

from ..flight import asked
from .case import Case, Setting


def case(s: Setting) -> Case | None:
    """A launch line: its pull over what the wing carries; none where there is no line."""
    pull = asked(s.flight, "line_g")
    if pull <= 0:
        return None
    factor = max(1.0, min(1 + pull, s.lift_limit))
    reason = (
        f"The line pulls down with {pull:g} times the weight and the wing holds up both; "
        "its own weight relieves it only once."
    )
    return Case(
        id="line", label="the launch line", factor=factor, lift=1.0, inertia=1 / factor, air=1.0,
        speed_m_s=s.flight.speed_m_s, reason=reason, source="balance of forces",
    )  # fmt: skip
