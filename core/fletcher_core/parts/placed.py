"""Where a part, and what is carried in it, stands: aft of the leading edge of the wing's root, out, up."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..geometry import planform
from ..model.airframe import Airframe
from ..model.body import Body
from ..model.gear import Gear
from ..model.part import Part
from ..model.parts import Fin, Tailplane
from .body import top_at_seat

Array = NDArray[np.float64]


class Placed:
    """A part where it stands on the aircraft."""

    def __init__(self, airframe: Airframe, part: Part) -> None:
        self.part, self.plan = part, planform(part)
        self.lies = isinstance(part, Body)
        self.dx, self.out, self.up, lean = 0.0, 0.0, 0.0, 0.0
        if isinstance(part, Tailplane | Fin):
            wing = planform(airframe.wing)
            self.dx = wing.quarter + part.arm_mm - self.plan.quarter
            self.up = part.height_mm
            lean = np.radians(part.tilt_deg if isinstance(part, Tailplane) else 90.0 - part.tilt_deg)
        if isinstance(part, Fin):
            self.out = part.out_mm if part.count == 2 else 0.0
        self.on_edge = isinstance(part, Body) and part.on_edge
        if isinstance(part, Body):
            # the wing lies on its top; on edge it is told from the top of its nose down
            self.dx, self.up = -part.wing_at_mm, -top_at_seat(part)
            if part.on_edge:
                self.up += part.outline[0].middle_mm + 0.5 * part.outline[0].height_mm
        self.cos, self.sin = float(np.cos(lean)), float(np.sin(lean))
        breaks = self.plan.breaks
        slopes = [np.tan(np.radians(p.dihedral_deg)) for p in part.panels]
        self._rise = np.concatenate([[0.0], np.cumsum(np.diff(breaks) * slopes)])

    @property
    def sides(self) -> tuple[int, ...]:
        return (1, -1) if self.part.copies == 2 else (1,)

    def at(self, y: Array, x: Array, z: Array, side: int) -> tuple[Array, Array, Array]:
        """(aft, out, up) of places of the part: along its span, aft of its root's leading edge, above its plane."""
        if self.on_edge:
            return y + self.dx, side * z, self.up - x
        if self.lies:
            return y + self.dx, side * (x - 0.5 * float(self.plan.chord[0])), self.up + z
        flap = np.interp(y, self.plan.breaks, self._rise) + z
        out = self.out + y * self.cos - flap * self.sin
        return x + self.dx, side * out, self.up + y * self.sin + flap * self.cos


def gear_at(airframe: Airframe, one: Gear) -> list[tuple[float, float, float]]:
    """(aft, out, up) mm of each of it."""
    part = airframe.part(one.sits_in)
    if isinstance(part, Body):
        aft, up = one.along_mm - part.wing_at_mm, one.up_mm - top_at_seat(part)
        sides = (1, -1) if one.both_sides else (1,)
        return [(aft, side * one.across_mm, up) for side in sides]
    placed = Placed(airframe, part)
    _, x_le = placed.plan.at(np.array([one.along_mm]))
    found = []
    for side in (1, -1) if one.both_sides else (1,):
        place = placed.at(np.array([one.along_mm]), x_le + one.across_mm, np.array([one.up_mm]), side)
        found.append(tuple(float(v[0]) for v in place))
    return found  # type: ignore[return-value]
