"""A landing on the belly: the body stops, the wing goes on down."""

from ..flight import asked
from .case import Case, Setting


def case(s: Setting) -> Case | None:
    """A landing on the belly: the part's own mass goes on down, no air helps; none where none is asked."""
    factor = asked(s.flight, "landing_g")
    if factor <= 0:
        return None
    reason = (
        "The body stops on the ground and the wing's own weight goes on down. "
        "2 m/s of sink stopped in 25 mm of foam and grass is 8 G."
    )
    return Case(id="belly", label="a belly landing", factor=factor, inertia=1.0, reason=reason, source="v² / (2 g s)")
