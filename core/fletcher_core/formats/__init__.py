"""Files people bring in and take away."""

from .aerofoil_file import AerofoilFileError, read_aerofoil, write_aerofoil
from .body_outline import OutlineFileError, read_body_outline
from .ledger_csv import ledger_csv
from .pattern import flat_pattern
from .svg import bevel_gauge_svg, plan_svg, slice_svg

__all__ = [
    "AerofoilFileError",
    "OutlineFileError",
    "bevel_gauge_svg",
    "flat_pattern",
    "ledger_csv",
    "plan_svg",
    "read_aerofoil",
    "read_body_outline",
    "slice_svg",
    "write_aerofoil",
]
