"""Push-rod: how far apart its supports may lie before it buckles at the servo's push, and what play it leaves."""

from __future__ import annotations

import math
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from ..fields import measure
from . import stuff
from .base import MountBase, glue_field, stock_field
from .ground import Ground, Servo
from .kind import Fact, Line, MountKind, Shape, Values, Way, rectangle, ring, stroke

Array = NDArray[np.float64]

#: a servo that moves nothing that is described: N mm, mm of arm and horn, degrees
_USUAL = Servo("surface", "tailplane", 120.0, 10.0, 15.0, 20.0)
#: degrees of free play at a surface from which on it shakes sooner (own estimate)
_SLACK = 1.5
#: mm that a rod is out of straight, for each mm between its supports (own estimate)
_BOWED = 1 / 400


class PushRod(MountBase):
    """A rod, or a wire in a tube, from a servo to a horn."""

    kind: Literal["push_rod"] = "push_rod"
    moves: str = Field("elevator", max_length=20, json_schema_extra={"label": "it moves the"})
    material: str = stock_field("carbon_pultruded", "rod made of", "round")
    rod_mm: float = measure("diameter of the rod", "size", 0.5, 8.0, 2.0)
    inner_mm: float = measure("hollow inside, diameter", "size", 0.0, 7.0, 0.0)
    long_mm: float = measure("length, servo to horn", "length", 20.0, 2000.0, 450.0)
    supports: int = Field(2, ge=0, le=12, json_schema_extra={"label": "supports between", "quantity": "number"})
    longest_mm: float | None = measure("longest stretch without support", "length", 5.0, 2000.0, None)
    play_mm: float = measure("play at each end", "size", 0.0, 3.0, 0.15)
    glue: str = glue_field("epoxy_5", "glue of its ends")
    end_mm: float = measure("wire ends are glued in over", "size", 3.0, 60.0, 12.0)


def _servo(m: PushRod, g: Ground) -> Servo:
    return next((s for s in g.servos if s.surface == m.moves), _USUAL)


def _free(m: PushRod) -> float:
    """mm of its longest stretch."""
    even = m.long_mm / (m.supports + 1)
    return even if m.longest_mm is None else min(max(m.longest_mm, even), m.long_mm)


def _section(m: PushRod) -> tuple[float, float]:
    """mm2 and mm4."""
    inner = min(m.inner_mm, 0.95 * m.rod_mm)
    return math.pi / 4 * (m.rod_mm**2 - inner**2), math.pi / 64 * (m.rod_mm**4 - inner**4)


def ways(m: PushRod, g: Ground, values: Values) -> list[Way]:
    """It buckles between its supports, as a strut on pins (Euler 1744); its ends come out of their glue."""
    servo, free = _servo(m, g), _free(m)
    _, inertia = _section(m)
    euler = math.pi**2 * values[f"stock.{m.material}.E"] * inertia / free**2
    stands = buckles(m, values, free)
    glued = math.pi * m.rod_mm * m.end_mm * values[f"glue.{m.glue}.lap_on_hard"] * stuff.value(values, "covered")
    base = [Line("Push when the servo stalls", servo.push, "N", "torque / arm")]
    return [
        Way("buckles", "it buckles between its supports", "the servo stalls", 1.0, "times", servo.push, stands, "N",
            [*base, Line("Longest stretch", free, "mm"), Line("Second moment", inertia, "mm⁴", "π d⁴ / 64"),
             Line("Straight, it would buckle at", float(euler[0]), "N", "π² E I / L²", "Euler 1744"),
             Line("Bowed as rods are", float(stands[0]), "N", "Perry 1886")],
            f"Supports every {apart(m, g):.0f} mm would do, or a thicker or hollow rod."),
        Way("ends", "a wire end comes out", "the servo stalls", 1.0, "times", servo.push, glued, "N",
            [*base, Line("Glued", math.pi * m.rod_mm * m.end_mm, "mm²", "π d l")],
            "Roughen and bind the end with thread before it is glued."),
    ]  # fmt: skip


def buckles(m: PushRod, values: Values, free: float) -> Array:
    """N, (V,), at which a rod that is a little bowed breaks: N / A + N e / (1 - N / Ne) / W at its strength (Perry
    1886)."""
    area, inertia = _section(m)
    euler = math.pi**2 * values[f"stock.{m.material}.E"] * inertia / free**2
    strong = stuff.bends_at(values, m.material)
    a = strong + (1 + _BOWED * free * 0.5 * m.rod_mm * area / inertia) * euler / area
    return np.asarray(0.5 * (a - np.sqrt(a * a - 4 * strong * euler / area)) * area)


def apart(m: PushRod, g: Ground) -> float:
    """mm at most between two supports, with the safety factor, typical figures."""
    values = {k: np.array([s.typical]) for k, s in uses(m).items()}
    needed = g.safety * _servo(m, g).push
    short, long = 5.0, 3000.0
    for _ in range(30):
        middle = math.sqrt(short * long)
        short, long = (middle, long) if buckles(m, values, middle)[0] >= needed else (short, middle)
    return short


def uses(m: PushRod) -> dict[str, Any]:
    """Figures of the catalogue that it rests on."""
    return {**stuff.stock(m.material), **stuff.glue(m.glue)}


def grams(m: PushRod, values: Values) -> Array:
    """Rod, ends, supports."""
    area, _ = _section(m)
    return np.asarray(area * m.long_mm * values[f"stock.{m.material}.density"] * 1e-6 + 1.5 + 0.3 * m.supports)


def facts(m: PushRod, g: Ground, values: Values) -> list[Fact]:
    """Play, give, how far apart supports may lie."""
    servo = _servo(m, g)
    area, _ = _section(m)
    slack = math.degrees(2 * m.play_mm / servo.horn)
    gives = servo.push * m.long_mm / (values[f"stock.{m.material}.E"] * area)
    found = [
        Fact("Supports at most apart by", apart(m, g), "mm", "with the safety factor, typical rod."),
        Fact(
            "Free play at the surface",
            slack,
            "°",
            "play of both ends over the horn's height: "
            + ("it shakes sooner. Tighter ends, or a higher horn." if slack > _SLACK else "fine."),
            slack > _SLACK,
        ),
        Fact(
            "Gives at full push by",
            float(np.median(np.degrees(gives / servo.horn))),
            "°",
            "of the surface, the rod alone.",
        ),
    ]
    return found


def start(g: Ground) -> dict[str, Any] | None:
    """From a servo at the wing to the tail."""
    servo = next((s for s in g.servos if s.part in ("tailplane", "fin")), None)
    if servo is None:
        return None
    at, root = g.tails.get(servo.part, (g.ends.get("body", 500.0), 100.0))
    from_servo = sum(g.seat) / 2
    return {
        "moves": servo.surface,
        "along_mm": round(from_servo),
        "long_mm": max(20.0, float(round(at + 0.3 * root - from_servo))),
    }


def drawn(m: PushRod, g: Ground) -> list[Shape]:
    """From the side: servo on the left, horn on the right, ten times as thick as it is."""
    servo, free = _servo(m, g), _free(m)
    found = [rectangle("thing", -18, -16, 24, 22), stroke("metal", (-10, -6), (-10, 6 + servo.arm))]
    y = 6 + servo.arm
    found.append(
        Shape("stick", ((-10, y - m.rod_mm), (m.long_mm, y - m.rod_mm), (m.long_mm, y + m.rod_mm), (-10, y + m.rod_mm)))
    )
    places = [free + k * (m.long_mm - free) / m.supports for k in range(m.supports)] if m.supports else []
    for x in places:
        found.append(rectangle("foam", x, y - 8, 6, 20))
        found.append(ring("hole", x, y, 2 * m.rod_mm))
    found.append(stroke("plate", (m.long_mm, y), (m.long_mm + 4, y - servo.horn - 8)))
    return found


KIND = MountKind(
    model=PushRod, label="Push-rod", good="Supports, play, and when it buckles.", stands_on=("body", "wing"),
    start=start, uses=uses, ways=ways, grams=grams, drawn=drawn, side="from the side", facts=facts,
    cautions=("Carbon splinters: cut it wet, with gloves.",),
)  # fmt: skip
