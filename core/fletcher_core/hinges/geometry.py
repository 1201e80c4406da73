"""How far a surface swings before its edge meets the wing, and the section of it drawn.

A surface hinged at its top face swings up freely, and down until its bevel is closed. One that turns about the
middle of its depth swings each way until a corner meets the edge before it: (g / 2) (1 + cos t) = h sin t, so
tan(t / 2) = g / (2 h), with g the gap and h half the depth.
"""

from __future__ import annotations

import math
from typing import Literal

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
    return [wing, [_turned(p, at_deg) for p in shape]]


def _turned(point: tuple[float, float], at_deg: float) -> tuple[float, float]:
    """A point of the surface once it is swung down by `at_deg` about the hinge."""
    cos, sin = math.cos(math.radians(-at_deg)), math.sin(math.radians(-at_deg))
    return point[0] * cos - point[1] * sin, point[0] * sin + point[1] * cos


class Mark(BaseModel):
    """What the hinge itself is, in section: a line, or a spot of `radius` at one point; mm."""

    kind: Literal["tape", "paper", "fibre", "foam", "leaf", "glue", "pin"]
    points: Polygon
    radius: float = 0.0


def hinge_drawn(seen: str, depth_mm: float, gap_mm: float, at_deg: float) -> list[Mark]:
    """The hinge of `drawn`, swung with its surface: what lies on the wing stays, what lies on the surface turns."""
    half, top = 0.5 * gap_mm, 0.5 * depth_mm
    run = 1.1 * depth_mm

    def across(z: float) -> Polygon:
        """Along the wing's face, over the gap, along the surface's face."""
        return [(-half - run, z), (-half, z), _turned((half, z), at_deg), _turned((half + run, z), at_deg)]

    flat: Polygon = [(-run, 0.0), (0.0, 0.0), _turned((run, 0.0), at_deg)]
    spot = max(0.6, 0.09 * depth_mm)
    match seen:
        case "tape_top":
            return [Mark(kind="tape", points=flat)]
        case "tape_both":
            return [Mark(kind="tape", points=across(top)), Mark(kind="tape", points=across(-top))]
        case "paper_bead":
            bead = Mark(kind="glue", points=[(0.0, -spot)], radius=spot)
            return [Mark(kind="paper", points=flat), bead]
        case "web":
            return [Mark(kind="foam", points=flat)]
        case "wall":
            return [Mark(kind="foam", points=across(top))]
        case "fibre":
            return [Mark(kind="fibre", points=flat)]
        case "pin":
            return [Mark(kind="leaf", points=flat), Mark(kind="pin", points=[(0.0, 0.0)], radius=spot)]
        case "leaf":
            return [Mark(kind="leaf", points=flat)]
        case _:
            return [Mark(kind="glue", points=[(0.0, -spot)], radius=1.6 * spot)]
