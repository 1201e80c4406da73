"""Thrown by hand: the arm swings round its shoulder, and the tail is swung with it."""

from __future__ import annotations

from ..flight import asked
from .case import Case, Setting

#: mm from shoulder to hand, and how much of the arm's turning the wrist hands on (own estimates)
_ARM, _HANDED_ON = 700.0, 0.5


def case(s: Setting) -> Case | None:
    """Held under the wing, pushed on by so many G while it turns as the arm does."""
    c, factor = s.carried, asked(s.flight, "throw_g")
    if c is None or factor <= 0:
        return None
    return Case(
        id="body_throw", label="a hand throw", factor=factor, lumps=c.lumps, pitching=-_HANDED_ON / _ARM, forward=1.0,
        reason="Held under the wing and swung as the arm swings round the shoulder, half of that taken out by the "
        "wrist: the tail hangs back the more the longer it is, and what lies behind the hand is pulled "
        "along, what lies before it pushed.",
        source="a r of an arm of 70 cm; own estimate of the wrist",
    )  # fmt: skip
