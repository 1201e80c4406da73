"""What each wall that is left out of a body saves and costs, in words."""

from __future__ import annotations

import numpy as np

from ..analysis.evaluation import Evaluation, compute
from ..geometry import planform
from ..model import Body, LeftOut, Refused
from ..parts.body import carried
from ..units import Measure, System

#: mm behind the nose at which what evens out the balance lies (own choice)
_BALLAST = 20.0
#: degrees of twist, and share of stiffness, below which nothing is said of it (own choice)
_TURNS, _SOFTER = 0.05, 0.02


def _closed(a: Evaluation, k: int) -> Evaluation | None:
    """The same with one opening shut; None where that cannot be."""
    body = a.layout.part
    assert isinstance(body, Body)
    shut = body.model_copy(update={"left_out": [one for j, one in enumerate(body.left_out) if j != k]})
    parts = a.airframe.parts.model_copy(update={"body": shut})
    airframe = a.airframe.model_copy(update={"parts": parts}).flying_with(a.beside_g)
    try:
        return compute(airframe, a.scheme, a.stations, False, False)
    except Refused:
        return None


def _at(a: Evaluation, x: float) -> float:
    return float(np.interp(x, a.layout.plan.y, a.solved.GJ[0]))


def _balances(a: Evaluation) -> float:
    body = a.layout.part
    assert isinstance(body, Body)
    return carried(a.airframe, body, a.flying_g, planform(a.airframe.wing)).balances_mm


def _words(a: Evaluation, gone: LeftOut, closed: Evaluation, system: System) -> str:
    middle = 0.5 * (gone.x_from_mm + gone.x_to_mm)
    saved = closed.part_g - a.part_g
    balances = _balances(a)
    start, end = (Measure(x).text(system) for x in (gone.x_from_mm, gone.x_to_mm))
    said = f"{gone.side.capitalize()} left out from {start} to {end}: saves {Measure(saved, 'mass').text(system)} there"
    lever = (middle - balances) / max(balances - _BALLAST, 1.0)
    if lever > 0:
        said += f" (worth {Measure(saved * lever, 'mass').text(system)} at the nose)"
    lost = 1 - _at(a, middle) / _at(closed, middle)
    if lost > _SOFTER:
        said += f", costs {lost:.0%} of the twist stiffness there".replace("%", " %")
    now, was = (abs(float(np.degrees(one.tip_twists[0]))) for one in (a, closed))
    if now - was > _TURNS:
        said += f": the tail turns {now:.1f}° instead of {was:.1f}° in {a.cases[a.twists_most].label}"
    return f"{said}."


def openings_said(a: Evaluation, system: System) -> list[str]:
    """A sentence for each opening of a body; none of other parts."""
    body = a.layout.part
    if not isinstance(body, Body):
        return []
    found = []
    for k, gone in enumerate(body.left_out):
        closed = _closed(a, k)
        if closed is not None:
            found.append(_words(a, gone, closed, system))
    return found
