"""A landing on the belly, as the body feels it: it stops under the wing, nose and tail go on down."""

from ..flight import asked
from .case import Case, Setting


def case(s: Setting) -> Case | None:
    """All that it carries, so many times as heavy, held under the wing."""
    c, factor = s.carried, asked(s.flight, "landing_g")
    if c is None or factor <= 0:
        return None
    return Case(
        id="body_landing", label="a belly landing", factor=factor, inertia=1.0, lumps=c.lumps,
        reason="It stops on the ground under the wing; nose and tail go on down. 2 m/s of sink stopped in 25 mm of "
        "foam and grass is 8 G.",
        source="v² / (2 g s)",
    )  # fmt: skip
