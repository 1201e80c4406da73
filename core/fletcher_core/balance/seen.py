"""What is drawn of balance: the parts, and every thing that is carried as a box of its size."""

from __future__ import annotations

import numpy as np

from ..model.airframe import Airframe
from ..model.gear import Gear
from ..parts import PARTS
from ..parts.placed import Placed, gear_at
from ..parts.views import pairs, views_of
from .told import SeenOnBalance


def parts_seen(airframe: Airframe) -> list[SeenOnBalance]:
    """In their order."""
    found = []
    for name, part in airframe.parts.there().items():
        plan, side, _ = views_of(Placed(airframe, part))
        found.append(SeenOnBalance(id=name, name=PARTS[name].label, plan=plan, side=side))
    return found


def _box(one: Gear, aft: float, out: float, up: float) -> SeenOnBalance:
    """Lengthwise along the aircraft, wherever it sits."""
    long, wide, high = (0.5 * max(v, 4.0) for v in (one.long_mm, one.wide_mm, one.high_mm))
    way = np.array([-1.0, 1.0, 1.0, -1.0]), np.array([-1.0, -1.0, 1.0, 1.0])
    return SeenOnBalance(
        id=one.id, name=one.called, plan=[pairs(out + wide * way[0], aft + long * way[1])],
        side=[pairs(aft + long * way[0], up + high * way[1])],
    )  # fmt: skip


def gear_seen(airframe: Airframe) -> list[SeenOnBalance]:
    """One for each, of both where there is one on each side."""
    found = []
    for one in airframe.gear:
        boxes = [_box(one, *place) for place in gear_at(airframe, one)]
        found.append(
            SeenOnBalance(
                id=one.id, name=one.called, plan=[b.plan[0] for b in boxes], side=[b.side[0] for b in boxes],
            )
        )  # fmt: skip
    return found
