"""What is wanted of a part."""

from __future__ import annotations

from pydantic import model_validator

from ..fields import Described, fault, measure
from ..units import Measure


class Targets(Described):
    """What is wanted of a part beside the weight promise; None: not asked for."""

    break_g: float | None = measure("holds at least, in G", "number", 0.5, 100.0, None)
    tip_bend_share: float | None = measure("tip bends at most, part of the half wing", "percent", 0.001, 0.5, None)
    tip_bend_least_share: float | None = measure(
        "tip bends at least, part of the half wing", "percent", 0.001, 0.5, None
    )
    twist_deg: float | None = measure("twists at most", "angle", 0.05, 30.0, None)
    minutes: float | None = measure("minutes of work at most", "number", 1.0, 3000.0, None)
    share_g: float | None = measure("its share of the weight promise", "mass", 1.0, 15000.0, None)

    @model_validator(mode="after")
    def _leaves_room(self) -> Targets:
        least, most = self.tip_bend_least_share, self.tip_bend_share
        if least is not None and most is not None and least >= most:
            raise fault(
                "tip_bend_least_share",
                "It shall bend by {least} at least and by {most} at most.",
                "Make what it bends at least the smaller one, or leave one of them empty.",
                least=Measure(least, "percent"),
                most=Measure(most, "percent"),
            )
        return self
