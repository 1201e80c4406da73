"""Hinges and control surfaces: throw from a bevel or a gap, hinge moment, servo, twist from the horn, warp."""

from .choose import HingeQuestion, RankedHinge, choose_hinge
from .geometry import Mark, Throw, bevel_for, drawn, gap_for, hinge_drawn, throw_of
from .surface import SurfaceQuestion, hinge_moment

__all__ = [
    "HingeQuestion",
    "Mark",
    "RankedHinge",
    "SurfaceQuestion",
    "Throw",
    "bevel_for",
    "choose_hinge",
    "drawn",
    "gap_for",
    "hinge_drawn",
    "hinge_moment",
    "throw_of",
]
