"""What the mounts of an aircraft stand on, and what its loads ask of them."""

from __future__ import annotations

from collections.abc import Sequence
from functools import cache

import numpy as np

from ..analysis.evaluation import grams_of
from ..analysis.made import made
from ..balance import masses, mean_chord_at
from ..catalogue import Spread, catalogue
from ..fields import Refused
from ..geometry import outline_of, planform
from ..hinges.surface import air_per_mm
from ..loads.aero import pressure
from ..loads.cases.body_motor import torque, usual_propeller
from ..loads.flight import asked
from ..model.aerofoil import BodyWalls
from ..model.airframe import Airframe
from ..model.body import Body
from ..model.document import Scheme
from ..model.part import Part
from ..model.parts import Fin, Tailplane
from ..mounts import Ground, Servo, Spot, Thing
from ..parts import PARTS
from ..parts.body import PRESSED_AT, carried, tail_place, top_at_seat
from ..parts.placed import Placed
from ..sections.figures import board_sheet, foam_spreads
from .control_surfaces import surface_of

#: of a half tailplane, where its load acts (a trapezoid: own estimate)
_OUT = 0.45


def _spots(airframe: Airframe, part: str, along: float) -> Spot:
    """A part at one place."""
    found: Part = airframe.parts.there()[part]  # type: ignore[index]
    if isinstance(found, Body):
        at = [s.x_mm for s in found.outline]
        wide, high, middle = (
            float(np.interp(along, at, [getattr(s, f) for s in found.outline]))
            for f in ("width_mm", "height_mm", "middle_mm")
        )
        if found.boom is not None and along > found.pod_mm:
            return Spot(found.boom.width_mm, found.boom.outer_mm, found.boom.middle_mm, None)
        if isinstance(found.walls, BodyWalls):
            board = catalogue().board.get(found.core.material)
            return Spot(wide, high, middle, found.walls.sheet_mm if board is None else board.thickness.typical)
        if found.on_edge:
            wide = float(getattr(found.walls, "thickness_mm", wide))
        return Spot(wide, high, middle, None)
    plan = planform(found)
    chord, _ = plan.at(along)
    deep = float(np.interp(along, plan.y, outline_of(found, plan).deepest))
    return Spot(float(chord), deep, 0.0, None)


def _made(part: Part) -> str:
    board = catalogue().board.get(part.core.material)
    return "foam" if board is None else "board" if board.paper_faced else "corrugated"


def _figures(part: Part) -> dict[str, Spread]:
    found = dict(foam_spreads(part))
    board = catalogue().board.get(part.core.material)
    if board is not None:
        sheet = board_sheet(board)
        found["core.faces"] = Spread(*(2 * v for v in sheet.get("compression", sheet["tension"])))
    return found


def _servos(airframe: Airframe) -> list[Servo]:
    found = []
    for name, part in airframe.parts.there().items():
        for surface, one in part.surfaces.items():
            air = 0.0
            try:
                q = surface_of(airframe, surface)  # type: ignore[arg-type]
            except Refused:
                continue
            values = {"control.air.factor": np.array([catalogue().control["air"].factor.typical])}
            # its hinge moment acts about a third of its chord behind the hinge (thin aerofoils)
            air = float(air_per_mm(q, values)[0]) * q.length_mm / (q.chord_mm / 3)
            found.append(
                Servo(surface, name, one.servo_Nmm, one.servo_arm_mm, one.horn_mm, one.throw_deg, q.length_mm, air)
            )  # fmt: skip
    return found


def _bottom(airframe: Airframe, body: Body) -> float:
    """mm over the straight line of the lowest of belly and wheels."""
    low = min(s.middle_mm - 0.5 * s.height_mm for s in body.outline)
    wheels = [g.up_mm - 0.5 * g.high_mm for g in airframe.gear if g.kind == "wheel" and g.sits_in == "body"]
    # legs that are described by themselves reach from the body's bottom down
    for one in airframe.mounts:
        if one.kind == "gear_plate" and one.on == "body":
            spot = _spots(airframe, "body", one.along_mm)
            down = one.leg_mm * float(np.cos(np.radians(one.splay_deg))) + 0.5 * one.wheel_mm
            wheels.append(spot.middle - 0.5 * spot.height - down)
    return float(min([low, *wheels]))


def _placed(airframe: Airframe, on: str, along: float, over: float, behind: bool) -> tuple[float, float]:
    """(aft, up) mm of a place on a part, over its middle there; of a wing at its leading edge or at its rear edge."""
    part: Part = airframe.parts.there()[on]  # type: ignore[index]
    if isinstance(part, Body):
        up = _spots(airframe, on, along).middle + over - top_at_seat(part)
        return along - part.wing_at_mm, up
    placed = Placed(airframe, part)
    chord, x_le = placed.plan.at(np.array([along]))
    at = placed.at(np.array([along]), x_le + (chord if behind else 0.0), np.array([over]), 1)
    return float(at[0][0]), float(at[2][0])


def _balances(airframe: Airframe, schemes: Sequence[Scheme]) -> tuple[float, float]:
    """(aft, up) mm of the middle of all masses, as it is planned."""
    wing = planform(airframe.wing)
    of = masses(airframe, schemes, mean_chord_at(wing, airframe.balance_at))
    grams = sum(m.grams for m in of)
    return sum(m.grams * m.x for m in of) / grams, sum(m.grams * m.up for m in of) / grams


def ground_of(airframe: Airframe, schemes: Sequence[Scheme]) -> Ground:
    """The aircraft as its mounts feel it, with the schemes that are shown of every part.

    Raises
    ------
    Refused
        Where a part cannot be built.
    """
    weighed = made()
    airframe = weighed.of(airframe)
    parts = airframe.parts.there()
    grams: dict[str, float] = {
        s.part: weighed.times(s.part) * grams_of(airframe, [s]) + airframe.gear_in(s.part) + airframe.mounts_in(s.part)
        for s in schemes
    }
    own = sum(weighed.times(s.part) * grams_of(airframe, [s]) for s in schemes)
    flying = max(airframe.promise_g, airframe.carried_g + own)
    wing = planform(airframe.wing)
    body = airframe.parts.body
    setting = PARTS["wing"].setting(airframe, airframe.wing, wing, flying, wing)
    flight = airframe.flight
    weight = setting.weight
    pull = asked(flight, "pull_g") * weight
    propeller = usual_propeller(flying)
    elevator = balance = rudder = 0.0
    seat, bottom = (0.0, float(wing.chord[0])), 0.0
    tails: dict[str, tuple[float, float]] = {}
    if body is not None:
        known = carried(airframe, body, flying, wing)
        elevator, balance, rudder = known.elevator_N, known.balance_N, known.rudder_N
        propeller = known.propeller_mm or propeller
        seat = (body.wing_at_mm, body.wing_at_mm + body.seat_mm)
        bottom = _bottom(airframe, body)
        for name, part in parts.items():
            if isinstance(part, Tailplane | Fin):
                start, end = tail_place(body, wing, planform(part), part.arm_mm)
                tails[name] = (0.5 * (start + end), end - start)
    flat, upright = airframe.parts.tailplane, airframe.parts.fin
    return Ground(
        weight_g=flying, safety=flight.safety_factor, limit=setting.limit, push=asked(flight, "push_factor"),
        landing=asked(flight, "landing_g"), throw=asked(flight, "throw_g"), line=asked(flight, "line_g"), pull=pull,
        turn=torque(pull, propeller) if pull > 0 else 0.0, propeller=propeller, grams=grams, elevator=elevator,
        balance=balance, rudder=rudder,
        rudder_arm=0.0 if upright is None else PRESSED_AT * planform(upright).half_span,
        things=[
            Thing(g.id, g.kind, g.called, g.all_grams, g.long_mm, g.wide_mm, g.high_mm, g.along_mm, g.up_mm, g.sits_in,
                  g.count)
            for g in airframe.gear
        ],
        servos=_servos(airframe), spot=lambda part, along: _spots(airframe, part, along),
        made={name: _made(part) for name, part in parts.items()},
        figures={name: _figures(part) for name, part in parts.items()},
        ends={name: part.half_span_mm for name, part in parts.items()}, seat=seat, wing_chord=float(wing.chord[0]),
        wing_depth=float(outline_of(airframe.wing, wing).deepest[0]),
        half_span=wing.half_span, bottom=bottom, pressure=pressure(flight.speed_m_s), tails=tails,
        tail_out=0.0 if flat is None else _OUT * planform(flat).half_span,
        balances=cache(lambda: _balances(airframe, schemes)), placed=lambda *where: _placed(airframe, *where),
    )  # fmt: skip
