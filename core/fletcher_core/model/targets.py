"""What is wanted of a part."""

from __future__ import annotations

from ..fields import Described, measure


class Targets(Described):
    """What is wanted of a part beside the weight promise; None: not asked for."""

    break_g: float | None = measure("holds at least, in G", "number", 0.5, 100.0, None)
    tip_bend_share: float | None = measure("tip bends at most, part of the half wing", "percent", 0.001, 0.5, None)
    twist_deg: float | None = measure("twists at most", "angle", 0.05, 30.0, None)
    minutes: float | None = measure("minutes of work at most", "number", 1.0, 3000.0, None)
    share_g: float | None = measure("its share of the weight promise", "mass", 1.0, 15000.0, None)
