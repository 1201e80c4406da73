"""Outlines of sections and the plan of the wing, as arrays."""

from .outline import Outline
from .planform import Planform, planform
from .profile import XI, Profile, naca_four_digit, profile_of

__all__ = ["XI", "Outline", "Planform", "Profile", "naca_four_digit", "planform", "profile_of"]
