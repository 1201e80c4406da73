"""On a launch line: the wing lifts the airframe and the pull of the line."""

from ..flight import asked
from .case import Case, Setting


def case(s: Setting) -> Case | None:
    pull = asked(s.airframe.flight, "line_g")
    if pull <= 0:
        return None
    factor = max(1.0, min(1 + pull, s.lift_limit))
    reason = (
        f"The line pulls down with {pull:g} times the weight and the wing holds up both; "
        "its own weight relieves it only once."
    )
    return Case("line", "the launch line", factor, 1.0, 1 / factor, 0.0, 1.0, 0.0, reason, "balance of forces")
