"""On a launch line: the hook is pulled down while the wing lifts."""

from __future__ import annotations

from ...model.body import FOOT_MM
from ..flight import asked
from .case import Case, Push, Setting


def case(s: Setting) -> Case | None:
    """The line's pull at its hook, at the balance point where none is given; none where there is no line."""
    c, pull = s.carried, asked(s.flight, "line_g")
    if c is None or pull <= 0:
        return None
    factor = max(1.0, min(1 + pull, s.lift_limit))
    at = c.balances_mm if c.hook_mm is None else c.hook_mm
    return Case(
        id="body_line", label="the launch line", factor=factor, lumps=c.lumps, inertia=1 / factor,
        pushes=(Push(at - 0.5 * FOOT_MM, at + 0.5 * FOOT_MM, up=-(factor - 1) / factor * s.weight),),
        reason=f"The line pulls down at its hook with {factor - 1:.1f} times the weight while the wing holds up both.",
        source="balance of forces",
    )  # fmt: skip
