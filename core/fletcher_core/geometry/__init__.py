"""Outlines of sections and the plan of the wing, as arrays."""

from .body import boom_polygons, pod_polygon
from .folded import NOSE, board_sheet, folded_outline
from .outline import DrawnOutline, Outline
from .planform import Planform, planform
from .profile import XI, Profile, naca_four_digit, profile_of
from .sections import outline_of, root_profile, sheet_of
from .sheeted import EDGE, sheeted_outline
from .unfold import BEVELS, FlatPanel, flat_panels

__all__ = [
    "BEVELS",
    "EDGE",
    "NOSE",
    "XI",
    "DrawnOutline",
    "FlatPanel",
    "Outline",
    "Planform",
    "Profile",
    "board_sheet",
    "boom_polygons",
    "flat_panels",
    "folded_outline",
    "naca_four_digit",
    "outline_of",
    "planform",
    "pod_polygon",
    "profile_of",
    "root_profile",
    "sheet_of",
    "sheeted_outline",
]
