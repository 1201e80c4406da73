"""Pushed down, or flown on its back."""

from ..flight import asked
from .case import Case, Setting


def case(s: Setting) -> Case | None:
    """A push as asked, downward, at most 0.8 of what the wing lifts the right way up."""
    factor = min(asked(s.flight, "push_factor"), max(0.8 * s.lift_limit, 1.0))
    if factor <= 0:
        return None
    reason = "Pushed down or upside down; a wing lifts about a fifth less that way up."
    return Case(
        id="push", label="a hard push", factor=factor, lift=-1.0, inertia=-1.0, air=1.0,
        speed_m_s=s.flight.speed_m_s, reason=reason, source="0.8 CLmax q S / W",
    )  # fmt: skip
