"""The body: it holds wing and tail apart, and carries all the rest."""

from __future__ import annotations

import numpy as np

from ..catalogue import catalogue
from ..geometry import Planform, outline_of, planform
from ..loads import GRAVITY, Setting
from ..loads.cases import (
    balance,
    body_controls,
    body_handling,
    body_landing,
    body_line,
    body_motor,
    body_pull,
    body_throw,
    body_wheel,
    control,
)
from ..loads.cases.case import Carried, Lump
from ..model.airframe import Airframe
from ..model.body import FOOT_MM, Body
from ..model.part import Part
from .fin import FIN
from .kind import PartKind, common, mounts_on
from .tailplane import TAILPLANE

#: of a tail's sheet or foam: what lies in and on it, hinge, horn and glue, times its bare weight (own estimate)
_BUILT = 1.25
#: mm by which what is carried in a body resists rolling (own estimate)
_GEAR_RADIUS = 15.0
#: of a fin's height, where the air presses (own estimate, of trapezoidal fins)
PRESSED_AT = 0.45
#: area of a section over its greatest depth times its chord (own estimate, usual sections)
_FULL = 0.7


def bare_grams(part: Part) -> float:
    """Of all copies of a tail part, before anything is known of what lies in it."""
    plan, board = planform(part), catalogue().board.get(part.core.material)
    if board is not None:
        thick = float(outline_of(part, plan).deepest.mean())
        each = plan.half_area * board.area_mass.typical * 1e-6 * max(1.0, round(thick / board.thickness.typical))
    else:
        depth = outline_of(part, plan).deepest
        density = part.core.density_kg_m3 or catalogue().foam[part.core.material].density.typical
        each = _FULL * float(np.trapezoid(plan.chord * depth, plan.y)) * density * 1e-6
    return part.copies * each * _BUILT


def top_at_seat(body: Body) -> float:
    """mm over the straight line of its middles."""
    at = [s.x_mm for s in body.stations]
    return float(np.interp(body.held_mm, at, [s.middle_mm + 0.5 * s.height_mm for s in body.stations]))


def tail_place(body: Body, wing: Planform, tail: Planform, arm_mm: float) -> tuple[float, float]:
    """(start, end) mm behind the nose of a tail's root on the body, as far as there is one."""
    nose = body.wing_at_mm + wing.quarter + arm_mm - tail.quarter
    end = body.half_span_mm
    return min(nose, end - 10.0), float(np.clip(nose + tail.chord[0], nose + 10.0, max(end, nose + 10.0)))


def carried(airframe: Airframe, body: Body, flying_g: float, wing: Planform) -> Carried:
    """What hangs on the body and what pushes it, by the parts that are described.

    What is not described yet lies where the aircraft then balances as it says.
    """
    balances = body.wing_at_mm + wing.quarter + (airframe.balance_at - 0.25) * wing.mean_chord
    end = body.half_span_mm
    lumps, tail, fin = [], (end - 40.0, end), (end - 40.0, end)
    holds = lifts = sideways = height = 0.0
    flat, upright = airframe.parts.tailplane, airframe.parts.fin
    if flat is not None:
        plan = planform(flat)
        tail = tail_place(body, wing, plan, flat.arm_mm)
        setting = TAILPLANE.setting(airframe, flat, plan, flying_g, wing)
        holds = balance.tail_load(setting, setting.limit)
        if "elevator" in flat.surfaces:
            lifts = 2 * setting.halves_up * control.surface_load(setting, "elevator")
        lumps.append(
            Lump(
                *tail,
                bare_grams(flat) + airframe.gear_in("tailplane") + airframe.mounts_in("tailplane"),
                plan.half_span / 3**0.5,
            )
        )
    if upright is not None:
        plan = planform(upright)
        fin = tail_place(body, wing, plan, upright.arm_mm)
        setting = FIN.setting(airframe, upright, plan, flying_g, wing)
        if "rudder" in upright.surfaces:
            sideways = upright.count * control.surface_load(setting, "rudder")
        # the wing lies on the body's top, and the fin's height is told from the wing
        height = top_at_seat(body) + upright.height_mm + PRESSED_AT * plan.half_span
        lumps.append(
            Lump(
                *fin, bare_grams(upright) + airframe.gear_in("fin") + airframe.mounts_in("fin"), plan.half_span / 3**0.5
            )
        )
    for one in airframe.gear:
        if one.sits_in != "body":
            continue
        # what sits before the nose hangs on it, and nothing is handed over at a point
        start, stop = (one.along_mm + way * 0.5 * max(one.long_mm, FOOT_MM) for way in (-1, 1))
        radius = float(np.hypot(one.across_mm, _GEAR_RADIUS))
        lumps.append(Lump(max(start, 0.0), min(max(stop, FOOT_MM), end), one.all_grams, radius))
    lumps += [Lump(start, stop, grams, _GEAR_RADIUS) for start, stop, grams in mounts_on(airframe, "body")]
    turning = sum(lump.grams * (0.5 * (lump.start + lump.end) - balances) for lump in lumps)
    rest = max(airframe.rest_g, 1.0)
    at = float(np.clip(balances - turning / rest, 15.0, balances))
    # motor in the nose, battery and the rest behind it: evenly about its middle, as far as the nose is away
    lumps.append(Lump(0.0, min(end, 2 * at), airframe.rest_g, 30.0))
    inertia = sum(lump.grams * (0.5 * (lump.start + lump.end) - balances) ** 2 for lump in lumps)
    # of the body itself, a rod of a tenth of all (own estimate)
    inertia += 0.1 * flying_g * end**2 / 12
    return Carried(
        lumps=tuple(lumps), tail=tail, fin=fin, fin_height=height, balance_N=holds, elevator_N=lifts,
        rudder_N=sideways, balances_mm=balances, per_moment=1 / (inertia * 1e-3 * GRAVITY),
        propeller_mm=body.propeller_mm, wheel_mm=body.wheel_mm, hook_mm=body.hook_mm,
    )  # fmt: skip


def _setting(airframe: Airframe, part: Part, plan: Planform, flying_g: float, carrier: Planform) -> Setting:
    assert isinstance(part, Body)
    return common(
        airframe, part, plan, flying_g, carrier, carried=carried(airframe, part, flying_g, carrier),
    )  # fmt: skip


BODY = PartKind(
    name="body",
    label="Body",
    half="body",
    cases=(
        body_pull.case, body_controls.elevator, body_controls.rudder, body_landing.case, body_wheel.case,
        body_motor.case, body_throw.case, body_line.case, body_handling.case,
    ),
    setting=_setting,
    away="behind the nose",
    start="at the nose",
    usual_end=0.95,
)  # fmt: skip
