"""How far a surface swings before its edge meets the wing, and the section of it drawn.

A surface hinged at its top face swings up freely, and down until its bevel is closed. One that turns about the
middle of its depth swings each way until a corner meets the edge before it: (g / 2) (1 + cos t) = h sin t, so
tan(t / 2) = g / (2 h), with g the gap and h half the depth.
"""

from __future__ import annotations

import math

from pydantic import BaseModel

#: a hair more than the throw, so that nothing touches at its end, degrees
SPARE = 2.0


class Throw(BaseModel):
    """Degrees; what stops it."""

    up: float
    down: float
    stops: str


def throw_of(how: str, depth_mm: float, bevel_deg: float, gap_mm: float) -> Throw:
    """Free throw of a hinge at the top face (``bevel``) or in the middle of the depth (``gap``)."""
    if how == "bevel":
        return Throw(up=90.0, down=bevel_deg, stops="down, the bevel closes; up, nothing stops it")
    each = math.degrees(2 * math.atan2(gap_mm, depth_mm)) + bevel_deg
    return Throw(up=min(90.0, each), down=min(90.0, each), stops="its corners meet the wing's edge both ways")


def bevel_for(throw_deg: float) -> float:
    """Bevel of a surface hinged at its top face that swings down so far, with a hair to spare."""
    return throw_deg + SPARE


def gap_for(throw_deg: float, depth_mm: float) -> float:
    """Gap between square edges that turn about the middle of their depth, with a hair to spare."""
    return depth_mm * math.tan(math.radians(throw_deg + SPARE) / 2)


Polygon = list[tuple[float, float]]


def drawn(how: str, depth_mm: float, chord_mm: float, bevel_deg: float, gap_mm: float, at_deg: float) -> list[Polygon]:
    """Section of the wing's rear edge and of the surface swung down by `at_deg`: polygons [x, z], mm.

    The hinge is at the origin; z is up, x aft.
    """
    top, bottom = (0.0, -depth_mm) if how == "bevel" else (0.5 * depth_mm, -0.5 * depth_mm)
    half = 0.0 if how == "bevel" else 0.5 * gap_mm
    wing = [(-half, top), (-half, bottom), (-1.2 * depth_mm - half, bottom), (-1.2 * depth_mm - half, top)]
    cut = math.tan(math.radians(bevel_deg))
    if how == "bevel":
        front = [(half, top), (half + depth_mm * cut, bottom)]
    else:
        front = [(half + 0.5 * depth_mm * cut, top), (half, 0.0), (half + 0.5 * depth_mm * cut, bottom)]
    tail = half + chord_mm
    shape = [*front, (tail, 0.5 * (top + bottom) - 0.4), (tail, 0.5 * (top + bottom) + 0.4)]
    angle = math.radians(-at_deg)
    cos, sin = math.cos(angle), math.sin(angle)
    return [wing, [(x * cos - z * sin, x * sin + z * cos) for x, z in shape]]
