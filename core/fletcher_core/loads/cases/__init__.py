"""One file a case. To add one: write the file, add it to its part's list in `parts/`, test it."""

from . import (
    balance,
    belly,
    control,
    flap_down,
    full_aileron,
    gust,
    hand_throw,
    handling,
    line,
    pull_up,
    push,
    roll,
    tail_landing,
)
from .case import Case, Setting, Unit

__all__ = [
    "Case",
    "Setting",
    "Unit",
    "balance",
    "belly",
    "control",
    "flap_down",
    "full_aileron",
    "gust",
    "hand_throw",
    "handling",
    "line",
    "pull_up",
    "push",
    "roll",
    "tail_landing",
]
