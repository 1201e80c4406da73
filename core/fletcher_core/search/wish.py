"""What a search is asked for: what the wing must do, and what may be changed for it."""

from __future__ import annotations

from typing import Literal, get_args

from pydantic import Field, model_validator

from ..fields import Described, fault, measure
from ..units import Measure

Vary = Literal["spar", "place", "reach", "skin", "layers", "extent", "papers", "walls", "formers", "boom"]
VARY: tuple[Vary, ...] = get_args(Vary)
#: of a body's own description each way is a search of its own: tried where it is asked for
OF_ITSELF: tuple[Vary, ...] = ("papers", "walls", "formers", "boom")
USUAL: tuple[Vary, ...] = tuple(v for v in VARY if v not in ("walls", "formers", "boom"))

#: more than this is not tried; places and reaches are thinned out first
MOST = 20_000


class Wish(Described):
    """Targets; None: not asked for. `part_g` is of the whole wing, foam and glue included."""

    break_g: float | None = measure("holds at least, in G", "number", 0.5, 100.0, None)
    tip_bend_mm: float | None = measure("tip bends at most", "length", 0.5, 1500.0, None)
    tip_bend_least_mm: float | None = measure("tip bends at least", "length", 0.5, 1500.0, None)
    twist_deg: float | None = measure("twists at most", "angle", 0.05, 30.0, None)
    part_g: float | None = measure("the wing weighs at most", "mass", 5.0, 15000.0, None)
    minutes: float | None = measure("minutes of work at most", "number", 1.0, 3000.0, None)
    price: float | None = measure("price at most", "number", 0.01, 100_000.0, None)
    #: of load, bend, twist and grams the 10th or 90th percentile must do, not the typical build
    nine_of_ten: bool = Field(False, json_schema_extra={"label": "nine builds in ten do it"})
    from_shelf: bool = Field(False, json_schema_extra={"label": "only from the shelf"})
    vary: list[Vary] = Field(
        default_factory=lambda: list(USUAL), min_length=1, max_length=len(VARY),
        json_schema_extra={"label": "what may change"},
    )  # fmt: skip

    @model_validator(mode="after")
    def _leaves_room(self) -> Wish:
        least, most = self.tip_bend_least_mm, self.tip_bend_mm
        if least is not None and most is not None and least >= most:
            raise fault(
                "tip_bend_least_mm", "It shall bend by {least} at least and by {most} at most.",
                "Make what it bends at least the smaller one, or leave one of them empty.",
                least=Measure(least), most=Measure(most),
            )  # fmt: skip
        return self
