"""A push down on the tail while the aircraft is held at the wing."""

from ..flight import asked
from .case import Case, Push, Setting


def case(s: Setting) -> Case | None:
    """N at the tail, as it is carried, launched and packed."""
    c, push = s.carried, asked(s.flight, "handling_N")
    if c is None or push <= 0:
        return None
    return Case(
        id="body_handling", label="a push on the tail", factor=push, unit="N", pushes=(Push(*c.tail, up=-1.0),),
        reason=f"{push:g} N ({push / 9.81 * 1000:.0f} grams of push) on the tail, held at the wing.",
        source="own estimate; set it under Loads",
    )  # fmt: skip
