"""What is wanted of a wing, beside what it has."""

from __future__ import annotations

from typing import Literal

from ..model import Airframe
from .verdict import Spreaded, TargetLine

Id = Literal["break", "bend", "twist", "mass", "minutes"]


def _line(id: Id, label: str, wanted: float, has: Spreaded, at_least: bool) -> TargetLine:
    margin = (has.value - wanted if at_least else wanted - has.value) / wanted
    unlucky = has.low - wanted if at_least else wanted - has.high
    state: Literal["met", "close", "missed"] = "missed" if margin < 0 else "close" if unlucky < 0 else "met"
    return TargetLine(id=id, label=label, wanted=wanted, has=has, at_least=at_least, margin=margin, state=state)


def target_lines(
    airframe: Airframe, hold: Spreaded, bend_mm: Spreaded, twist_deg: Spreaded, flying_g: Spreaded, minutes: Spreaded
) -> list[TargetLine]:
    """Those that are set; what it must hold and the weight promise always.

    A margin is a share of what is wanted; "close" where one build in ten would miss it.
    """
    t, flight = airframe.targets, airframe.flight
    needed = t.break_g or flight.load_factor * flight.safety_factor
    lines = [
        _line("break", "holds at least", needed, hold, True),
        _line("mass", "ready to fly at most", airframe.promise_g, flying_g, False),
    ]
    if t.tip_bend_share:
        lines.append(_line("bend", "tip bends at most", t.tip_bend_share * airframe.wing.half_span_mm, bend_mm, False))
    if t.twist_deg:
        size = abs(twist_deg.value)
        ends = sorted((abs(twist_deg.low), abs(twist_deg.high)))
        lines.append(
            _line("twist", "twists at most", t.twist_deg, Spreaded(value=size, low=ends[0], high=ends[1]), False)
        )
    if t.minutes:
        lines.append(_line("minutes", "hand work at most", t.minutes, minutes, False))
    return lines
