"""What the wing must carry: lift along the span, relief by its own weight, twist from the section."""

from .flight import PRESETS, Preset
from .lift import lift_per_newton
from .wing import AIR_DENSITY, GRAVITY, WingLoads, wing_loads

__all__ = ["AIR_DENSITY", "GRAVITY", "PRESETS", "Preset", "WingLoads", "lift_per_newton", "wing_loads"]
