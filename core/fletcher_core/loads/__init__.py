"""What a part must carry: lift along the span, relief by its own weight, gusts, launches, landings."""

from .aero import AIR_DENSITY, GRAVITY, aspect_ratio, flap_effect, lift_slope, pressure
from .body import BodyForces, body_forces, carried_along, carried_by, shares_by, turning_height
from .cases import Case, Setting, Unit
from .flight import PRESETS, Preset, asked
from .lift import lift_per_newton
from .part import PartLoads, control_pitching, part_loads

__all__ = [
    "AIR_DENSITY",
    "GRAVITY",
    "PRESETS",
    "BodyForces",
    "Case",
    "PartLoads",
    "Preset",
    "Setting",
    "Unit",
    "asked",
    "aspect_ratio",
    "body_forces",
    "carried_along",
    "carried_by",
    "control_pitching",
    "flap_effect",
    "lift_per_newton",
    "lift_slope",
    "part_loads",
    "pressure",
    "shares_by",
    "turning_height",
]
