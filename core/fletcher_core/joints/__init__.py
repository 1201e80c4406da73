"""Laps and ends: how load goes from one part into another through its glue."""

from .lap import end_peak, lap_peak, shear_lag

__all__ = ["end_peak", "lap_peak", "shear_lag"]
