"""Pushed down, or flown on its back."""

from ..flight import asked
from .case import Case, Setting


def case(s: Setting) -> Case | None:
    factor = min(asked(s.airframe.flight, "push_factor"), max(0.8 * s.lift_limit, 1.0))
    if factor <= 0:
        return None
    reason = "Pushed down or upside down; a wing lifts about a fifth less that way up."
    return Case("push", "a hard push", factor, -1.0, -1.0, 0.0, 1.0, 0.0, reason, "0.8 CLmax q S / W")
