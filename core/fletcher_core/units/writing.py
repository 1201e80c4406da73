"""Lengths, weights and speeds as builders of either system read them."""

from __future__ import annotations

import math
from dataclasses import dataclass
from fractions import Fraction

from .kinds import Kind, System, factor, reads_inches


def _trim(value: float, decimals: int) -> str:
    text = f"{value:.{decimals}f}"
    text = text.rstrip("0").rstrip(".") if "." in text else text
    return "0" if text in ("-0", "") else text


#: sizes up to this are sold in round mm, and stay in mm for a person of inches too; own choice
_SOLD_IN_MM = 30.0


def _on(value: float, step: float) -> bool:
    """Whether somebody can have meant just this multiple of a step."""
    return abs(value / step - round(value / step)) < 1e-6


def _sold_in_mm(mm: float) -> bool:
    """A size such as a 3 mm rod: round in mm, and not in inches."""
    inches = abs(mm) / 25.4
    return 0 < abs(mm) <= _SOLD_IN_MM and _on(mm, 0.05) and not _on(inches, 1 / 64) and not _on(inches, 0.01)


def _inches(mm: float) -> str:
    """As it was meant where that can be told (64ths, hundredths); else as near as a place is known, 1/16 from 1 in."""
    inches = abs(mm) / 25.4
    sign = "-" if mm < 0 else ""
    if not _on(inches, 1 / 64) and _on(inches, 0.01):
        return f"{sign}{_trim(inches, 2)} in"
    step = 64 if _on(inches, 1 / 64) or inches < 1 else 16
    whole, part = divmod(round(inches * step), step)
    if not part:
        return f"{sign}{whole} in"
    fraction = Fraction(part, step)
    lead = f"{whole} " if whole else ""
    return f"{sign}{lead}{fraction.numerator}/{fraction.denominator} in"


#: kind -> (the core's unit, unit for inches, decimals, as it is told; decimals in the core's unit, as that is told)
_PLAIN: dict[Kind, tuple[str, str, int, str, int, str]] = {
    "speed": ("m/s", "mph", 1, " mph", 1, " m/s"),
    "density": ("kg/m**3", "lb/foot**3", 2, " lb/ft3", 1, " kg/m³"),
    "area_mass": ("g/m**2", "oz/yard**2", 2, " oz/yd2", 0, " g/m²"),
    "area": ("cm**2", "inch**2", 2, " sq in", 1, " cm²"),
    "torque": ("N*mm", "ozf*inch", 1, " oz in", 0, " N mm"),
    "force": ("N", "lbf", 2, " lb", 1, " N"),
}


def show(value: float, kind: Kind, system: System = "metric") -> str:
    """Write a value of the core (mm, g, m/s, deg, kg/m3, cm2, °C, N mm, N) as a builder of that system reads it."""
    inches = reads_inches(kind, system)
    if kind in ("length", "size"):
        if inches and not (kind == "size" and _sold_in_mm(value)):
            return _inches(value)
        return f"{_trim(value, 2 if abs(value) < 10 else 1)} mm"
    if kind == "mass":
        return _ounces(value) if inches else f"{_trim(value, 1)} g"
    if kind in _PLAIN:
        core, other, decimals, told, own_decimals, own = _PLAIN[kind]
        return (
            f"{_trim(value * factor(core, other), decimals)}{told}" if inches else f"{_trim(value, own_decimals)}{own}"
        )
    if kind == "temperature":
        return f"{_trim(value * 9 / 5 + 32, 0)} °F" if inches else f"{_trim(value, 1)} °C"
    if kind == "angle":
        return f"{_trim(value, 2)}°"
    if kind == "percent":
        return f"{_trim(value * 100, 1)} %"
    return _trim(value, 3)


def _ounces(grams: float) -> str:
    oz = grams * factor("g", "oz")
    if abs(oz) < 16:
        return f"{_trim(oz, 2)} oz"
    pounds, ounces = divmod(round(oz, 1), 16)
    return f"{_trim(pounds, 0)} lb {_trim(ounces, 1)} oz" if ounces else f"{_trim(pounds, 0)} lb"


def show_bound(value: float, kind: Kind, system: System, *, most: bool) -> str:
    """A least or largest value, rounded so that what is told is itself allowed."""
    inches = kind in ("length", "size") and reads_inches(kind, system)
    if not inches or _on(value / 25.4, 0.01) or (kind == "size" and _sold_in_mm(value)):
        return show(value, kind, system)
    hundredths = value / 25.4 * 100
    return f"{_trim((math.floor(hundredths) if most else math.ceil(hundredths)) / 100, 2)} in"


@dataclass(frozen=True)
class Measure:
    """A measure that a message carries until somebody's units are known."""

    value: float
    kind: Kind = "length"

    def text(self, system: System) -> str:
        shown = show(self.value, self.kind, system)
        if self.kind == "size" and reads_inches("size", system) and _sold_in_mm(self.value):
            return f"{shown} ({_trim(self.value / 25.4, 3)} in)"
        return shown
