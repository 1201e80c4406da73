"""Hinge posts: round posts or tongues that are glued in foam and carry a surface on pins."""

from __future__ import annotations

import math
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from ..fields import measure
from . import stuff
from .base import MountBase, StandsOn, glue_field, stock_field
from .ground import Ground, Servo
from .kind import Line, MountKind, Shape, Values, Way, rectangle, ring

Array = NDArray[np.float64]

_USUAL = Servo("surface", "wing", 120.0, 10.0, 15.0, 20.0, 250.0, 2.0)


class HingePosts(MountBase):
    """Posts at even distances along a surface, glued in on both sides of a pin."""

    kind: Literal["hinge_posts"] = "hinge_posts"
    on: StandsOn = Field("wing", json_schema_extra={"label": "on"})
    moves: str = Field("aileron", max_length=20, json_schema_extra={"label": "they carry the"})
    posts: int = Field(3, ge=2, le=20, json_schema_extra={"label": "posts", "quantity": "number"})
    material: str = stock_field("bamboo_skewer", "posts made of", "round")
    post_mm: float = measure("diameter of a post", "size", 1.0, 10.0, 3.0)
    deep_mm: float = measure("a post is glued in over", "size", 3.0, 80.0, 15.0)
    out_mm: float = measure("pin stands out by", "size", 0.5, 30.0, 3.0)
    glue: str = glue_field()


def _moved(m: HingePosts, g: Ground) -> Servo:
    return next((s for s in g.servos if s.surface == m.moves), _USUAL)


def bed(deep: float, out: float) -> float:
    """mm: what a stiff post stands, pushed at `out` before a bed that yields, over that bed's N/mm (Broms 1964)."""
    lever = deep + 2 * out
    return math.sqrt(lever**2 + deep**2) - lever


def ways(m: HingePosts, g: Ground, values: Values) -> list[Way]:
    """The air on the surface and the servo's push pull posts out or press them sideways into foam."""
    moved = _moved(m, g)
    # the middle one of three carries most: five eighths of a beam on three supports, both sides (Timoshenko and Gere);
    # never more than each of two did, since a post that is pressed in hands its share on (static theorem)
    most = min(0.625 * 2 / (m.posts - 1), 0.5) if m.posts > 2 else 0.5
    air, push = most * moved.air, moved.torque / moved.horn
    along = np.asarray(math.pi * m.post_mm * m.deep_mm * stuff.bond(values, g, m.on, m.glue))
    # sideways: pressed over its depth, with its own couple from what stands out (rigid post in a plastic bed)
    beds = m.post_mm * stuff.foam_under(values, m.on) * bed(m.deep_mm, m.out_mm)
    bends = 32 * air * m.out_mm / (math.pi * m.post_mm**3)
    base = [Line("Air on the surface", moved.air, "N", "half its pressure at full throw, top speed"),
            Line("On the hardest worked post", air, "N", "five eighths of a span, or half")]  # fmt: skip
    return [
        Way(
            "out",
            "a post is pulled out",
            "the servo stalls",
            1.0,
            "times",
            push,
            along,
            "N",
            [
                Line("Pull of the horn", push, "N", "servo's torque / horn"),
                Line("Glued", math.pi * m.post_mm * m.deep_mm, "mm²"),
            ],
            "Deeper posts, or roughened ones.",
        ),
        Way(
            "side",
            "a post presses into the foam",
            "full throw",
            1.0,
            "times",
            air,
            beds,
            "N",
            [
                *base,
                Line(
                    "It stands sideways",
                    float(beds[0]),
                    "N",
                    "d p (√((l + 2e)² + l²) − l − 2e): a stiff post in a bed that yields",
                    "Broms 1964",
                ),
            ],
            "Deeper or thicker posts, or one more.",
        ),
        Way(
            "post",
            "a post breaks",
            "full throw",
            1.0,
            "times",
            bends,
            stuff.bends_at(values, m.material),
            "MPa",
            [*base, Line("Stress", bends, "MPa", "32 F e / (π d³)", "Timoshenko and Gere")],
            "Thicker posts.",
        ),
    ]


def uses(m: HingePosts) -> dict[str, Any]:
    """Figures of the catalogue that it rests on."""
    return {**stuff.stock(m.material), **stuff.glue(m.glue), **stuff.own("pressed_edge")}


def grams(m: HingePosts, values: Values) -> Array:
    """Posts on both sides of the pins, glue; twice where there is one on each side."""
    both = 2 if m.on in ("wing", "tailplane") else 1
    each = 2 * (m.deep_mm + m.out_mm) * math.pi / 4 * m.post_mm**2 * values[f"stock.{m.material}.density"] * 1e-6
    glue = stuff.glue_g(m.glue, 2 * math.pi * m.post_mm * m.deep_mm, 2 * m.deep_mm)
    return np.asarray(both * m.posts * (each + glue))


def start(g: Ground) -> dict[str, Any] | None:
    """For the first surface."""
    if not g.servos:
        return None
    servo = g.servos[0]
    return {"on": servo.part, "moves": servo.surface, "along_mm": 60.0}


def drawn(m: HingePosts, g: Ground) -> list[Shape]:
    """In section: fixed part left, surface right."""
    return [
        rectangle("foam", -0.5 * (m.deep_mm + 20) - m.out_mm, 0, m.deep_mm + 20, 16),
        rectangle("foam", 0.5 * (m.deep_mm + 20) + m.out_mm, 0, m.deep_mm + 20, 12),
        rectangle("stick", -0.5 * m.deep_mm - m.out_mm, 0, m.deep_mm, m.post_mm),
        rectangle("stick", 0.5 * m.deep_mm + m.out_mm, 0, m.deep_mm, m.post_mm),
        rectangle("stick", 0, 0, 2 * m.out_mm, m.post_mm), ring("metal", 0, 0, max(1.0, 0.5 * m.post_mm)),
    ]  # fmt: skip


KIND = MountKind(
    model=HingePosts, label="Hinge posts", good="Pins on posts: what a surface hangs on.",
    stands_on=("wing", "tailplane", "fin"), start=start, uses=uses, ways=ways, grams=grams, drawn=drawn,
    side="in section",
)  # fmt: skip
