"""Files people bring in and take away."""

from .aerofoil_file import AerofoilFileError, read_aerofoil, write_aerofoil

__all__ = ["AerofoilFileError", "read_aerofoil", "write_aerofoil"]
