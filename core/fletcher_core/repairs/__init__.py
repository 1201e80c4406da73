"""Damage and mending: sound, broken and mended of one computation, plans, what may fly, and an aircraft's life."""

from .judge import judge_repair
from .told import RepairVerdict

__all__ = ["RepairVerdict", "judge_repair"]
