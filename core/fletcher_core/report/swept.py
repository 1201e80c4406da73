"""Sentences of what sweep forward costs, and what helps."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from ..analysis.evaluation import Evaluation
from ..beam import Integrals, divergence_speed, sweep_along
from ..loads import lift_per_newton
from ..units import Measure, System

#: tangent of the sweep from which on it is told (own choice: 1 in 50)
_TOLD = 0.02


def swept_forward(a: Evaluation, system: System) -> str:
    """A sentence or more for a part whose outer half is swept forward, with a blank before; "" for others."""
    plan = a.layout.plan
    outer = plan.y > 0.5 * plan.half_span
    if float(np.tan(sweep_along(plan))[outer].mean()) > -_TOLD:
        return ""
    first = np.arange(1)
    p = a.solved.properties.take(first)
    stiff = float(divergence_speed(plan, replace(p, EIxx=1e6 * p.EIxx), a.solved.GJ[:1])[0])
    said = " Swept forward, it turns its nose up as it bends, and what turns nose up lifts more"
    if np.isfinite(stiff):
        said += f": were it not to bend, it would diverge at {Measure(stiff, 'speed').text(system)}"
    lift = a.solved.loads.lift[0]
    tip = Integrals.along(plan.y).tip
    even = float(np.trapezoid(lift, plan.y)) * lift_per_newton(plan)
    more = float((lift @ tip @ tip)[0] / max((even @ tip @ tip)[0], 1e-12)) - 1
    if more > 0.005:
        said += f"; its root bears {100 * more:.0f} % more in {a.cases[0].label}, which counts here"
    return (
        f"{said}. What helps: less sweep; bending stiffness (EI) out to where it is swept most; twist stiffness (GJ); "
        "and grain, or layers on the bias, that run outwards and forwards: it then turns nose down as it bends (that "
        "is not counted here)."
    )
