"""What the wing must carry: lift along the span, relief by its own weight, gusts, launches, landings."""

from .aero import AIR_DENSITY, GRAVITY, aspect_ratio, flap_effect, lift_slope, pressure
from .cases import CASES, Case, Setting, cases_of
from .flight import PRESETS, Preset, asked
from .lift import lift_per_newton
from .wing import WingLoads, aileron_pitching, wing_loads

__all__ = [
    "AIR_DENSITY",
    "CASES",
    "GRAVITY",
    "PRESETS",
    "Case",
    "Preset",
    "Setting",
    "WingLoads",
    "aileron_pitching",
    "asked",
    "aspect_ratio",
    "cases_of",
    "flap_effect",
    "lift_per_newton",
    "lift_slope",
    "pressure",
    "wing_loads",
]
