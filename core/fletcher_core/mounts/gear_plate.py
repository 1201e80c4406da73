"""Undercarriage: legs of wire on a plate under the body or wing."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from ..fields import Problem, measure
from ..units import Measure
from . import stuff
from .base import GluedPlate, stock_field
from .ground import Ground
from .kind import Case, Fact, Line, MountKind, Shape, Values, Way, rectangle, ring, stroke

Array = NDArray[np.float64]

#: share of the weight that stands on these wheels as they touch (own estimate: the main wheels, both)
_ON_THEM = 0.9
#: mm of bolts of nylon that go right through to a plate on the other side (own choice: a common size)
_THROUGH = 3.0
#: mm of lever at least, of saddles beside the middle and behind the front edge (own estimates: narrow plates)
_LEAST_WIDE, _LEAST_LONG = 10.0, 8.0


class GearPlate(GluedPlate):
    """A plate glued in or under, with a bent wire held on it."""

    kind: Literal["gear_plate"] = "gear_plate"
    bolted: int = Field(0, ge=0, le=8, json_schema_extra={"label": "bolts right through", "quantity": "number"})
    wire: str = stock_field("spring_steel_wire", "legs made of", "round")
    wire_mm: float = measure("diameter of the legs", "size", 1.0, 8.0, 2.5)
    leg_mm: float = measure("length of a leg, plate to axle", "length", 10.0, 400.0, 100.0)
    splay_deg: float = measure("legs stand out by", "angle", 0.0, 80.0, 40.0)
    saddles: int = Field(2, ge=1, le=6, json_schema_extra={"label": "saddles that hold the wire", "quantity": "number"})
    screw_mm: float = measure("diameter of their screws", "size", 1.5, 4.0, 2.5)
    wheel_mm: float = measure("diameter of a wheel", "length", 10.0, 200.0, 50.0)


def ways(m: GearPlate, g: Ground, values: Values) -> list[Way]:
    """Wire, plate's glue, plate, screws as the wheels touch."""
    factor = g.landing
    if factor <= 0:
        return []
    case: Case = ("a landing", factor, "G")
    up = _ON_THEM * factor * g.weight
    aft = up * stuff.value(values, "wheel_aft")
    each = 0.5 * up
    out, down = (m.leg_mm * f(math.radians(m.splay_deg)) for f in (math.sin, math.cos))
    # the push aft bends the leg, and twists it by what it stands out (von Mises)
    in_wire = np.sqrt((each * out) ** 2 + (0.5 * aft * down) ** 2 + 0.75 * (0.5 * aft * out) ** 2)
    root = math.pi * m.wire_mm**3 / 32
    tension = values[f"stock.{m.wire}.tension"]
    # both legs push aft: the plate is tipped about its front edge
    tips = aft * down
    pulls = 6 * tips / (m.wide_mm * m.long_mm**2)
    area = m.wide_mm * m.long_mm
    bond = stuff.bond(values, g, m.on, m.glue, "tension")
    through = m.bolted * stuff.bolt_area(_THROUGH) * stuff.value(values, "nylon")
    base = [Line("On the wheels, up", up, "N", "0.9 × landing × weight"),
            Line("Aft", float(aft[0]), "N", "share of it as they spin up, or grass holds them")]  # fmt: skip
    screws = 2 * m.saddles
    stands, shaken = stuff.shaken_screw(values, m.material, m.screw_mm, m.thickness_mm)
    lever = max(0.5 * m.wide_mm, _LEAST_WIDE)
    per_screw = (each * out / lever + tips / max(0.5 * m.long_mm, _LEAST_LONG)) / screws
    # the plate between its glued edges: the wire's couple bends it
    bends = 6 * 0.5 * each * out / (m.long_mm * m.thickness_mm**2)
    return [
        Way(
            "wire",
            "the legs stay bent",
            *case,
            in_wire / root,
            stuff.PLASTIC * tension,
            "MPa",
            [
                *base,
                Line(
                    "Bending at the plate",
                    float(np.median(in_wire)),
                    "N mm",
                    "√((up × out)² + (aft × down)² + 3/4 (aft × out)²)",
                ),
                Line("Second moment over radius", root, "mm³", "π d³ / 32"),
            ],
            "Thicker wire, or shorter legs: bent wire is bent back, a torn plate is not.",
        ),
        Way(
            "glue",
            "the plate tears out",
            *case,
            pulls,
            bond + through * m.long_mm / 2 / (m.wide_mm * m.long_mm**2 / 6),
            "MPa",
            [
                *base,
                Line("Tips the plate", float(tips[0]), "N mm", "aft × height of the legs"),
                Line("Pull at its front edge", float(pulls[0]), "MPa", "6 M / (b l²)"),
                Line("Glued area", area, "mm²"),
            ],
            "A longer plate, or bolts right through to a plate on the other side.",
        ),
        Way(
            "plate",
            "the plate breaks",
            *case,
            bends,
            stuff.bends_at(values, m.material),
            "MPa",
            [*base, Line("Stress", bends, "MPa", "6 M / (l t²), half of a leg's moment on each side")],
            "A thicker plate.",
        ),
        Way(
            "screws",
            "the saddles' screws pull out",
            *case,
            per_screw,
            stands,
            "N",
            [
                *base,
                Line("On one screw", float(per_screw[0]), "N"),
                shaken,
            ],
            "Bolts with blind nuts, or more saddles.",
        ),
    ]


def uses(m: GearPlate) -> dict[str, Any]:
    """Figures of the catalogue that it rests on."""
    return {
        **stuff.stock(m.material),
        **stuff.stock(m.wire),
        **stuff.glue(m.glue),
        **stuff.own("wheel_aft", "shaken", "screw", "nylon"),
    }


def grams(m: GearPlate, values: Values) -> Array:
    """Plate, wire, screws, glue; the wheels are gear."""
    wire = (2 * m.leg_mm + m.wide_mm + 30.0) * math.pi / 4 * m.wire_mm**2
    plate = m.wide_mm * m.long_mm * m.thickness_mm
    screws = 2 * m.saddles * stuff.bolt_g(m.screw_mm, 10.0, nut=False) + m.bolted * stuff.bolt_g(
        _THROUGH, 20.0, stuff.NYLON
    )
    glue = stuff.glue_g(m.glue, m.wide_mm * m.long_mm, 2 * (m.wide_mm + m.long_mm))
    return np.asarray(
        (wire * values[f"stock.{m.wire}.density"] + plate * values[f"stock.{m.material}.density"]) * 1e-6
        + screws + glue + 0.4 * m.saddles
    )  # fmt: skip


def facts(m: GearPlate, g: Ground, values: Values) -> list[Fact]:
    """How far the legs give, and what the propeller then clears."""
    E = values[f"stock.{m.wire}.E"]
    inertia = math.pi * m.wire_mm**4 / 64
    out = m.leg_mm * math.sin(math.radians(m.splay_deg))
    each = 0.5 * _ON_THEM * g.weight
    gives = each * out**2 * m.leg_mm / (3 * E * inertia)
    found = [Fact("Legs give, for each G", float(np.median(gives)), "mm", "the more, the softer it lands.")]
    found.append(Fact("They yield at", float(np.median(
        stuff.PLASTIC * values[f"stock.{m.wire}.tension"] * math.pi * m.wire_mm**3 / 32 / max(each * out, 1e-9))), "G",
        "straight down: that is when they stay bent."))  # fmt: skip
    return found


def problems(m: GearPlate, g: Ground) -> Iterator[Problem]:
    """Not wider than what it is glued to."""
    spot = g.spot(m.on, m.along_mm)
    if m.on == "body" and m.wide_mm > spot.width + 0.5:
        yield Problem(
            ("wide_mm",), "the plate", "It is {it} wide, and the body {most} there.", "Take {most} or less.",
            {"it": Measure(m.wide_mm), "most": Measure(spot.width)},
        )  # fmt: skip


def start(g: Ground) -> dict[str, Any] | None:
    """Under the wing's front."""
    if "body" not in g.ends:
        return None
    wheels = g.thing(None, "wheel")
    at = wheels.along if wheels is not None and wheels.on == "body" else g.seat[0]
    spot = g.spot("body", at)
    return {
        "along_mm": round(max(at, 0.0)), "wide_mm": max(10.0, min(60.0, float(math.floor(spot.width)))),
        "wheel_mm": wheels.long if wheels else 50.0,
    }  # fmt: skip


def drawn(m: GearPlate, g: Ground) -> list[Shape]:
    """From the front."""
    spot = g.spot(m.on, m.along_mm)
    out, down = (m.leg_mm * f(math.radians(m.splay_deg)) for f in (math.sin, math.cos))
    found = [rectangle("foam", 0, 30, max(spot.width, m.wide_mm), 60), rectangle("plate", 0, -0.5 * m.thickness_mm,
             m.wide_mm, m.thickness_mm)]  # fmt: skip
    y = -m.thickness_mm
    for side in (-1, 1):
        found.append(stroke("metal", (0, y), (side * 0.4 * m.wide_mm, y), (side * (0.4 * m.wide_mm + out), y - down)))
        found.append(ring("thing", side * (0.4 * m.wide_mm + out), y - down, m.wheel_mm))
    return found


KIND = MountKind(
    model=GearPlate, label="Undercarriage plate", good="Legs of wire that give, on a plate that does not tear out.",
    stands_on=("body", "wing"), start=start, uses=uses, ways=ways, grams=grams, drawn=drawn, side="from the front",
    facts=facts, problems=problems, cautions=("Spring wire springs back as it is cut: goggles.",),
)  # fmt: skip
