"""Thrown by hand: the body is pushed forward, the wing stays behind."""

from ..flight import asked
from .case import Case, Setting


def case(s: Setting) -> Case | None:
    factor = asked(s.airframe.flight, "throw_g")
    if factor <= 0:
        return None
    reason = (
        "The body is pushed forward and the wing's own weight hangs back. From rest to 11 m/s over 1 m of arm is 6 g."
    )
    return Case("hand_throw", "a hand throw", factor, 0.0, 0.0, 1.0, 0.0, 0.0, reason, "v² / (2 g s)")
