"""Thrown by hand: the body is pushed forward, the wing stays behind."""

from ..flight import asked
from .case import Case, Setting


def case(s: Setting) -> Case | None:
    """A throw by hand: the jerk at the wing's root; none where it is not thrown."""
    factor = asked(s.flight, "throw_g")
    if factor <= 0:
        return None
    reason = (
        "The body is pushed forward and the wing's own weight hangs back. From rest to 11 m/s over 1 m of arm is 6 G."
    )
    return Case(id="hand_throw", label="a hand throw", factor=factor, aft=1.0, reason=reason, source="v² / (2 g s)")
