"""How lift lies along the span."""

from __future__ import annotations

from typing import Literal

import numpy as np
from numpy.typing import NDArray

from ..geometry import Planform

Array = NDArray[np.float64]
Distribution = Literal["schrenk", "elliptic", "planform"]


def lift_per_newton(plan: Planform, distribution: Distribution = "schrenk") -> Array:
    """Lift per length along the half span for 1 N on the half wing.

    Returns
    -------
    (S,) 1/mm, with a trapezium integral of exactly 1.

    Sources: Schrenk 1940 (the mean of the chord and of an ellipse of the same area).
    """
    b = plan.half_span
    ellipse = 4 * plan.half_area / (np.pi * b) * np.sqrt(np.clip(1 - (plan.y / b) ** 2, 0, 1))
    shape = {"schrenk": 0.5 * (plan.chord + ellipse), "elliptic": ellipse, "planform": plan.chord}[distribution]
    return np.asarray(shape / np.trapezoid(shape, plan.y))
