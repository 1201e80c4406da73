"""A landing on the tail: it stops first, and hardest."""

from ..flight import asked
from .case import Case, Setting

#: the tail hits before the wheels or the belly and whips down with the whole aircraft turning (own estimate)
HARDER = 1.5


def _factor(s: Setting) -> float:
    return HARDER * asked(s.flight, "landing_g")


def flat(s: Setting) -> Case | None:
    """Of what lies flat: its own weight goes on down."""
    if _factor(s) <= 0:
        return None
    reason = "The tail touches first and its own weight goes on down, half as hard again as a landing on the belly."
    return Case(
        id="tail_landing",
        label="a landing on the tail",
        factor=_factor(s),
        inertia=1.0,
        reason=reason,
        source="1.5 v² / (2 g s), own estimate",
    )


def upright(s: Setting) -> Case | None:
    """Of what stands: its own weight goes on forward."""
    if _factor(s) <= 0:
        return None
    reason = "The tail catches on the ground and the fin's own weight goes on forward."
    return Case(
        id="tail_landing",
        label="a landing on the tail",
        factor=_factor(s),
        aft=-1.0,
        reason=reason,
        source="1.5 v² / (2 g s), own estimate",
    )
