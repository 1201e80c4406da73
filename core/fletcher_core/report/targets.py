"""What is wanted of a part, beside what it has."""

from __future__ import annotations

from math import log
from typing import Literal

from scipy.special import ndtr

from ..analysis.estimate import Estimate
from ..analysis.uncertainty import Z90
from ..model import Airframe, Part
from .verdict import TargetLine

Id = Literal["break", "bend", "flex", "twist", "mass", "share", "minutes"]


def share_below(figure: Estimate, wanted: float) -> float:
    """Share of builds that come out below `wanted`: log-normal on each side of the typical one, as the figures that
    went in are; so more than a tenth exactly where the low end is below it."""
    if figure.low <= 0 or wanted <= 0:
        return 0.0 if wanted <= figure.low else 1.0 if wanted > figure.high else 0.5
    end = figure.low if wanted < figure.value else figure.high
    side = abs(log(end / figure.value))
    if side < 1e-9:
        return float(wanted > figure.value)
    return float(ndtr(log(wanted / figure.value) / side * Z90))


def _line(id: Id, label: str, wanted: float, has: Estimate, at_least: bool) -> TargetLine:
    margin = (has.value - wanted if at_least else wanted - has.value) / wanted
    unlucky = has.low - wanted if at_least else wanted - has.high
    state: Literal["met", "close", "missed"] = "missed" if margin < 0 else "close" if unlucky < 0 else "met"
    below = share_below(has, wanted)
    return TargetLine(
        id=id, label=label, wanted=wanted, has=has, at_least=at_least, margin=margin, state=state,
        missing=below if at_least else 1 - below,
    )  # fmt: skip


def target_lines(
    airframe: Airframe, part: Part, ultimate: float, hold: Estimate, bend_mm: Estimate, twist_deg: Estimate,
    part_g: Estimate, flying_g: Estimate, minutes: Estimate,
) -> list[TargetLine]:  # fmt: skip
    """Those that are set; what it must hold and the weight promise always.

    `ultimate`: what it must hold where no target is set. A margin is a share of what is wanted;
    "close" where more than one build in ten would miss it; `missing` says how many would.
    """
    t = part.targets
    needed = t.break_g or ultimate
    lines = [
        _line("break", "holds at least", needed, hold, True),
        _line("mass", "ready to fly at most", airframe.promised_g, flying_g, False),
    ]
    if t.tip_bend_share:
        lines.append(_line("bend", "tip bends at most", t.tip_bend_share * part.half_span_mm, bend_mm, False))
    if t.tip_bend_least_share:
        lines.append(_line("flex", "tip bends at least", t.tip_bend_least_share * part.half_span_mm, bend_mm, True))
    if t.twist_deg:
        size = abs(twist_deg.value)
        ends = sorted((abs(twist_deg.low), abs(twist_deg.high)))
        lines.append(
            _line("twist", "twists at most", t.twist_deg, Estimate(value=size, low=ends[0], high=ends[1]), False)
        )
    if t.share_g:
        lines.append(_line("share", "weighs at most", t.share_g, part_g, False))
    if t.minutes:
        lines.append(_line("minutes", "hand work at most", t.minutes, minutes, False))
    return lines
