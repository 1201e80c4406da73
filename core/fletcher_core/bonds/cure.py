"""How long a glue takes today: times of the catalogue are at 20 C and half-damp air.

The rate doubles for each 10 K (Arrhenius' rule of thumb); glues that set by damp go with the damp of the air.
"""

from __future__ import annotations

from dataclasses import dataclass

from ..catalogue import Glue

#: damp at which the catalogue's times are given
USUAL_DAMP = 0.5


@dataclass(frozen=True)
class Times:
    """Minutes."""

    open: float
    handle: float
    fly: float
    full: float


def slowness(glue: Glue, air_C: float, damp: float) -> float:
    """By how much longer it takes than in the catalogue; melts go by cooling, not by rate."""
    if glue.sets == "cools":
        return 1.0
    factor = 2.0 ** ((20.0 - air_C) / 10.0)
    return float(factor * USUAL_DAMP / damp if glue.sets == "damp" else factor)


def times_today(glue: Glue, air_C: float, damp: float) -> Times:
    """Minutes until a glue sets, may be handled, flown and is full, at this air (°C) and damp (share of 1)."""
    by = slowness(glue, air_C, damp)
    return Times(glue.open * by, glue.handle * by, glue.fly * by, glue.full * by)
