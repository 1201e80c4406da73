"""Files people bring in and take away."""

from .aerofoil_file import AerofoilFileError, read_aerofoil, write_aerofoil
from .ledger_csv import ledger_csv
from .pattern import flat_pattern
from .svg import bevel_gauge_svg, plan_svg, slice_svg

__all__ = [
    "AerofoilFileError",
    "bevel_gauge_svg",
    "flat_pattern",
    "ledger_csv",
    "plan_svg",
    "read_aerofoil",
    "slice_svg",
    "write_aerofoil",
]
