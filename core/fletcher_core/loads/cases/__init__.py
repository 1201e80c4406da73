"""One file a case. To add one: write the file with its `case`, add it to `CASES`, test it."""

from __future__ import annotations

from collections.abc import Callable

from . import belly, gust, hand_throw, line, pull_up, push, roll
from .case import Case, Setting

#: the pull-up comes first: it is the one that "breaks at" is told for
CASES: tuple[Callable[[Setting], Case | None], ...] = (
    pull_up.case,
    gust.case,
    push.case,
    roll.case,
    belly.case,
    hand_throw.case,
    line.case,
)


def cases_of(setting: Setting) -> list[Case]:
    """Every case that this airframe meets."""
    return [case for make in CASES if (case := make(setting)) is not None]


__all__ = ["CASES", "Case", "Setting", "cases_of"]
