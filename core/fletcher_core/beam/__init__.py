"""The half wing as a beam: forces, bend, twist, and how it shakes."""

from .aeroelastic import divergence_speed, flutter_speed, reversal_speed, sweep_along
from .beam import Forces, Integrals, Shape, deform, forces
from .lift_follows import following_bending
from .vibration import first_bending, first_twist

__all__ = [
    "Forces",
    "Integrals",
    "Shape",
    "deform",
    "divergence_speed",
    "first_bending",
    "first_twist",
    "flutter_speed",
    "following_bending",
    "forces",
    "reversal_speed",
    "sweep_along",
]
