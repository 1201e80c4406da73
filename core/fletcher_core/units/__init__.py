"""Measures as people type and read them; the one place that converts.

`reading` reads what was typed, `writing` writes it as a person of either system, or of both, reads it, `engineering`
turns units of a working. The core itself knows N, mm, MPa, g only.
"""

from .engineering import in_system, sentence_in
from .kinds import Kind, MeasureError, System, reads_inches
from .reading import parse
from .writing import Measure, show, show_bound

__all__ = [
    "Kind",
    "Measure",
    "MeasureError",
    "System",
    "in_system",
    "parse",
    "reads_inches",
    "sentence_in",
    "show",
    "show_bound",
]
