"""A push at the tip: carried, packed, leaned on."""

from ..flight import asked
from .case import Case, Setting


def case(s: Setting) -> Case | None:
    """A push at the tip, N, as when it is carried or stood on its tip."""
    push = asked(s.flight, "handling_N")
    if push <= 0:
        return None
    reason = f"{push:g} N ({push / 9.81 * 1000:.0f} grams of push) at the tip, as it is carried and packed."
    return Case(
        id="handling",
        label="a push at the tip",
        factor=push,
        unit="N",
        tip=-1.0,
        reason=reason,
        source="own estimate; set it under Loads",
    )
