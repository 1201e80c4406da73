"""One fact of the workshop beside what the model gives."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Fact:
    """What builders say, what the model gives, and whether that agrees."""

    said: str
    case: str
    numbers: list[tuple[str, str]]
    agrees: bool
    why: str
