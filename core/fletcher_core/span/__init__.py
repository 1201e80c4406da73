"""The wing as a beam along its span: shear, moment, torque, bend and twist."""

from .beam import Forces, Shape, deform, forces

__all__ = ["Forces", "Shape", "deform", "forces"]
