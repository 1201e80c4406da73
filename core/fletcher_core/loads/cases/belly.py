"""A landing on the belly: the body stops, the wing goes on down."""

from ..flight import asked
from .case import Case, Setting


def case(s: Setting) -> Case | None:
    factor = asked(s.airframe.flight, "landing_g")
    if factor <= 0:
        return None
    reason = (
        "The body stops on the ground and the wing's own weight goes on down. "
        "2 m/s of sink stopped in 25 mm of foam and grass is 8 g."
    )
    return Case("belly", "a belly landing", factor, 0.0, 1.0, 0.0, 0.0, 0.0, reason, "v² / (2 g s)")
